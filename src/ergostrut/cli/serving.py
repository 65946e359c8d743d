"""The server, its document, and the stand-ins for outside devices."""

from __future__ import annotations

import argparse
import contextlib
import json
import subprocess
import sys
import tempfile
import threading
from pathlib import Path

from ergostrut.demo import sample
from ergostrut.devices import tape
from ergostrut.store import jobs
from ergostrut.store.database import Database
from ergostrut.web.app import create_app, described
from ergostrut.web.listen import keep_memory_small, listening
from ergostrut.web.service import Service

from .codes import HOLDS, UNUSABLE
from .database import data_path


def serve(args: argparse.Namespace) -> int:
    keep_memory_small()
    database = Database(data_path())
    if args.what == "demo":
        with database.writing() as session:
            if args.reset:
                sample.reset(session)
            else:
                sample.load_once(session)
        if args.reset:
            print("The sample shop is as it ships again; your own jobs are untouched.")
            return HOLDS
    app = create_app(database)
    server = listening(app, args.port)
    device = subprocess.Popen([sys.executable, "-m", "ergostrut.devices.tape"], stdin=subprocess.PIPE) if args.what == "demo" else None
    print(f"Ergostrut is at http://127.0.0.1:{server.effective_port}/  (stop with Ctrl+C)", flush=True)
    threading.Thread(target=_cards, args=(app.extensions["ergostrut"],), daemon=True).start()
    try:
        server.run()
    finally:
        app.extensions["ergostrut"].close()
        if device is not None:
            device.terminate()
    return HOLDS


def _cards(service: Service) -> None:
    """Jobs that were never checked are, behind the page, so that the yard shows what was found of them."""
    with service.database.reading() as session:
        waiting = [row.id for row in jobs.all_jobs(session) if row.card is None]
    for job in waiting:
        # one that cannot be read, or is gone meanwhile, says so where it is opened
        with contextlib.suppress(Exception):
            service.load(job)


def stand_in(args: argparse.Namespace) -> int:
    try:
        tape.serve(args.port or tape.PORT)
    except OSError as error:
        print(f"the tape cannot listen there: {(error.strerror or 'unknown reason').lower()}", file=sys.stderr)
        return UNUSABLE
    return HOLDS


def openapi(_args: argparse.Namespace) -> int:
    with tempfile.TemporaryDirectory() as folder:
        print(json.dumps(described(create_app(Database(Path(folder) / "x.db"))), indent=2))
    return HOLDS
