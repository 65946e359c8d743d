"""A device beside the vehicle as a process that answers line by line on the loopback: what all stand-ins share."""

from __future__ import annotations

import contextlib
import os
import socket
import socketserver
import sys
import threading
from typing import IO, Protocol

WAIT = 2.0
"""s that an answer is waited for."""
LONGEST = 200
"""Bytes of a line at the most."""


class Device(Protocol):
    """Answers one line; never raises."""

    def answer(self, line: str) -> str: ...


class _Link(socketserver.StreamRequestHandler):
    def handle(self) -> None:
        device = self.server.device  # type: ignore[attr-defined]
        while line := self.rfile.readline(LONGEST):
            self.wfile.write(f"{device.answer(line.decode('utf-8', 'replace'))}\n".encode())


class LineServer(socketserver.ThreadingTCPServer):
    """A device on a port of the loopback; 0 takes a free one."""

    allow_reuse_address = True
    daemon_threads = True

    def __init__(self, device: Device, port: int) -> None:
        super().__init__(("127.0.0.1", port), _Link)
        self.device = device

    @property
    def port(self) -> int:
        return int(self.server_address[1])


def serve(device: Device, port: int, till: IO[bytes] | None = None) -> None:
    """Run a device until it is stopped, or until ``till`` is closed: so it goes with whoever started it, however that ends."""
    with LineServer(device, port) as server:
        if till is not None:
            threading.Thread(target=_watch, args=(till, server), daemon=True).start()
        server.serve_forever()


def _watch(till: IO[bytes], server: LineServer) -> None:
    till.read()
    server.shutdown()


def answer_of(line: str, port: int) -> str:
    """One request to a device on the loopback, and its answer.

    Raises:
        OSError: nothing answers there.
    """
    with socket.create_connection(("127.0.0.1", port), timeout=WAIT) as link:
        link.sendall(f"{line}\n".encode())
        with link.makefile("r", encoding="utf-8") as answers:
            return answers.readline(LONGEST)


def port_of(variable: str, usual: int) -> int:
    """The port that the environment names, or the usual one."""
    text = os.environ.get(variable, "")
    return int(text) if text.isdigit() else usual


def stand_in(device: Device, variable: str, usual: int) -> int:
    """The stand-in as a process of its own until its input is closed; one that finds its port taken leaves it to the one that is there."""
    with contextlib.suppress(OSError, KeyboardInterrupt):
        serve(device, port_of(variable, usual), sys.stdin.buffer)
    return 0
