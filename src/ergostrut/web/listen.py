"""Listening on this machine: bound before anybody is told the address, silent connections closed."""

from __future__ import annotations

import contextlib
import ctypes
import errno

from flask import Flask
from waitress.server import BaseWSGIServer, create_server

from .security import LARGEST_FILE

FIRST_PORT, PORTS = 5170, 40
THREADS = 16
CONNECTIONS = 500
"""Open at once; more wait to be accepted."""
SILENT_S = 15
"""A connection that has said half a request, or none, is closed after so long."""


M_MMAP_THRESHOLD, M_ARENA_MAX = -3, -8
"""Numbers of glibc's mallopt (malloc.h)."""


def keep_memory_small() -> None:
    """Have what a report's matrices took given back: else every thread that once checked a large design keeps its own share.

    Where the C library is another one, nothing is done.
    """
    with contextlib.suppress(OSError, AttributeError):
        library = ctypes.CDLL(None)
        library.mallopt(M_ARENA_MAX, 2)
        library.mallopt(M_MMAP_THRESHOLD, 2**20)


def listening(app: Flask, port: int) -> BaseWSGIServer:
    """The server, bound: at ``port``, or at the first free one from 5170 when it is 0. Connections that say nothing are dropped after a while.

    Raises:
        OSError: the port is taken, or all are.
    """
    for number in [port] if port else range(FIRST_PORT, FIRST_PORT + PORTS):
        try:
            return create_server(
                app,
                host="127.0.0.1",
                port=number,
                ident=None,
                threads=THREADS,
                connection_limit=CONNECTIONS,
                channel_timeout=SILENT_S,
                cleanup_interval=5,
                max_request_body_size=LARGEST_FILE,
                asyncore_use_poll=True,
            )
        except OSError as error:
            if error.errno not in (errno.EADDRINUSE, errno.EACCES):
                raise
    words = f"port {port} is taken" if port else f"no free port between {FIRST_PORT} and {FIRST_PORT + PORTS - 1}"
    raise OSError(f"{words}: stop what listens there, or choose another with --port")
