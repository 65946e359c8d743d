"""A stand-in for a digital tape measure: a process that keeps the last reading and hands it out, line by line, on the loopback.

Protocol (UTF-8, one request a line, one answer a line; docs/tape.md): ``PULL <length>`` stands for pulling the tape and pressing its button,
``LAST`` asks for the last reading. Answers: ``READING <number> <mm>``, ``NONE`` before the first, ``ERR <what is wrong>``.
"""

from __future__ import annotations

import contextlib
import os
import socket
import socketserver
import sys
import threading
from dataclasses import dataclass
from typing import IO

from ergostrut.core.quantity import Length

PORT = 8746
REACH = 10_000.0
"""mm that the tape is long."""
WAIT = 2.0


@dataclass(frozen=True, slots=True)
class TapeReading:
    """``number`` counts up from 1, so that who asks twice knows a new one from the last."""

    number: int
    mm: float


class Tape:
    """The last reading, behind a lock."""

    def __init__(self) -> None:
        self._lock = threading.Lock()
        self._last: TapeReading | None = None

    def answer(self, line: str) -> str:
        """The answer to one line; never raises."""
        word, _, rest = line.strip().partition(" ")
        if word == "LAST" and not rest:
            return _said(self._last)
        if word != "PULL":
            return "ERR say PULL <length> or LAST"
        try:
            mm = Length.parse(rest, "mm").mm
        except ValueError as error:
            return f"ERR {error}"
        if not 0 <= mm <= REACH:
            return f"ERR the tape reads from 0 to {REACH:.0f} mm"
        with self._lock:
            self._last = TapeReading((self._last.number if self._last else 0) + 1, mm)
            return _said(self._last)


def _said(reading: TapeReading | None) -> str:
    return "NONE" if reading is None else f"READING {reading.number} {reading.mm:.2f}"


def told(line: str) -> TapeReading | None:
    """A reading from an answer; None for one that says there is none.

    Raises:
        ValueError: the tape refused, or this is no answer of a tape.
    """
    match line.strip().split(" ", 2):
        case ["NONE"]:
            return None
        case ["READING", number, mm]:
            return TapeReading(int(number), float(mm))
        case ["ERR", *words]:
            raise ValueError(" ".join(words))
    raise ValueError(f"“{line.strip()[:60]}” is no answer of a tape")


def asked(line: str, port: int = PORT) -> TapeReading | None:
    """One request to a tape on the loopback.

    Raises:
        ValueError: the tape refused the line.
        OSError: no tape answers there.
    """
    with socket.create_connection(("127.0.0.1", port), timeout=WAIT) as link:
        link.sendall(f"{line}\n".encode())
        with link.makefile("r", encoding="utf-8") as answers:
            return told(answers.readline(200))


class _Link(socketserver.StreamRequestHandler):
    def handle(self) -> None:
        tape = self.server.tape  # type: ignore[attr-defined]
        while line := self.rfile.readline(200):
            self.wfile.write(f"{tape.answer(line.decode('utf-8', 'replace'))}\n".encode())


class TapeServer(socketserver.ThreadingTCPServer):
    """A tape on a port of the loopback; 0 takes a free one."""

    allow_reuse_address = True
    daemon_threads = True

    def __init__(self, port: int = PORT) -> None:
        super().__init__(("127.0.0.1", port), _Link)
        self.tape = Tape()

    @property
    def port(self) -> int:
        return int(self.server_address[1])


def serve(port: int = PORT, till: IO[bytes] | None = None) -> None:
    """Run a tape until it is stopped, or until ``till`` is closed: so it goes with whoever started it, however that ends."""
    with TapeServer(port) as server:
        if till is not None:
            threading.Thread(target=_watch, args=(till, server), daemon=True).start()
        server.serve_forever()


def _watch(till: IO[bytes], server: TapeServer) -> None:
    till.read()
    server.shutdown()


def main() -> int:
    """The stand-in as a process of its own until its input is closed; one that finds its port taken leaves it to the tape that is there."""
    text = os.environ.get("ERGOSTRUT_TAPE", "")
    with contextlib.suppress(OSError, KeyboardInterrupt):
        serve(int(text) if text.isdigit() else PORT, sys.stdin.buffer)
    return 0


if __name__ == "__main__":
    raise SystemExit(main())
