"""The server, its document, and the stand-ins for outside devices."""

from __future__ import annotations

import argparse
import json
import subprocess
import sys
import tempfile
from collections.abc import Callable
from pathlib import Path

from ergostrut.demo import sample
from ergostrut.devices import prices, scale, tape
from ergostrut.devices.lines import Device
from ergostrut.devices.lines import serve as serve_device
from ergostrut.store.database import Database
from ergostrut.web.app import create_app, described
from ergostrut.web.cards import keep_cards
from ergostrut.web.listen import keep_memory_small, listening

from .codes import HOLDS, UNUSABLE
from .database import data_path

DEVICES: dict[str, tuple[Callable[[], Device], int]] = {
    "tape": (tape.Tape, tape.PORT),
    "scale": (scale.Scale, scale.PORT),
    "prices": (prices.PriceList, prices.PORT),
}
"""Stand-ins that the demo starts, by the command that starts one alone."""


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
    names = DEVICES if args.what == "demo" else {}
    devices = [subprocess.Popen([sys.executable, "-m", f"ergostrut.devices.{name}"], stdin=subprocess.PIPE) for name in names]
    print(f"Ergostrut is at http://127.0.0.1:{server.effective_port}/  (stop with Ctrl+C)", flush=True)
    done = keep_cards(app.extensions["ergostrut"])
    try:
        server.run()
    finally:
        done.set()
        app.extensions["ergostrut"].close()
        for device in devices:
            device.terminate()
    return HOLDS


def stand_in(args: argparse.Namespace) -> int:
    make, port = DEVICES[args.what]
    try:
        serve_device(make(), args.port or port)
    except OSError as error:
        print(f"the {args.what} cannot listen there: {(error.strerror or 'unknown reason').lower()}", file=sys.stderr)
        return UNUSABLE
    return HOLDS


def openapi(_args: argparse.Namespace) -> int:
    with tempfile.TemporaryDirectory() as folder:
        print(json.dumps(described(create_app(Database(Path(folder) / "x.db"))), indent=2))
    return HOLDS
