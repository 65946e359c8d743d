"""A stand-in for a digital tape measure: a process that keeps the last reading and hands it out, line by line, on the loopback.

Protocol (UTF-8, one request a line, one answer a line; docs/tape.md): ``PULL <length>`` stands for pulling the tape and pressing its button,
``LAST`` asks for the last reading. Answers: ``READING <number> <mm>``, ``NONE`` before the first, ``ERR <what is wrong>``.
"""

from __future__ import annotations

import threading
from dataclasses import dataclass

from ergostrut.core.quantity import Length

from .lines import answer_of, stand_in

PORT, VARIABLE = 8746, "ERGOSTRUT_TAPE"
REACH = 10_000.0
"""mm that the tape is long."""


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
    return told(answer_of(line, port))


if __name__ == "__main__":
    raise SystemExit(stand_in(Tape(), VARIABLE, PORT))
