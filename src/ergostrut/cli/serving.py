"""The server, its document, and the stand-ins for outside devices."""

from __future__ import annotations

import argparse
import json
import subprocess
import sys
import tempfile
from pathlib import Path

from ergostrut.demo import sample
from ergostrut.devices import tape
from ergostrut.store.database import Database
from ergostrut.web.app import create_app, described
from ergostrut.web.cards import keep_cards
from ergostrut.web.listen import keep_memory_small, listening

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
    done = keep_cards(app.extensions["ergostrut"])
    try:
        server.run()
    finally:
        done.set()
        app.extensions["ergostrut"].close()
        if device is not None:
            device.terminate()
    return HOLDS


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
