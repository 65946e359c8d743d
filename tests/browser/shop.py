"""A server on its own database in a thread, for browser tests and screenshots."""

from __future__ import annotations

import threading
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path

from waitress.server import create_server

from ergostrut.demo import sample
from ergostrut.store.database import Database
from ergostrut.web.app import create_app
from ergostrut.web.cards import keep_cards

CHROMIUM = "/usr/bin/chromium"
FLAGS = [
    "--no-sandbox",
    "--disable-gpu",
    "--enable-unsafe-swiftshader",
    "--no-first-run",
    "--disable-background-networking",
    "--disable-component-update",
    "--disable-sync",
]


@contextmanager
def running(folder: Path, *, samples: bool = True, cards: bool = False) -> Iterator[str]:
    """The address of a fresh shop; ``cards``: jobs are checked behind the page, as the program does, which takes time from whoever asks."""
    database = Database(folder / "ergostrut.db")
    if samples:
        with database.writing() as session:
            sample.load_once(session)
    app = create_app(database)
    server = create_server(app, host="127.0.0.1", port=0, threads=6)
    thread = threading.Thread(target=server.run, daemon=True)
    thread.start()
    done = keep_cards(app.extensions["ergostrut"]) if cards else None
    try:
        yield f"http://127.0.0.1:{server.effective_port}"
    finally:
        if done is not None:
            done.set()
        server.close()
        app.extensions["ergostrut"].close()
        thread.join(timeout=5)
