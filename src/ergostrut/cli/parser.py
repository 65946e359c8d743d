"""Every command with its words. What a command needs is imported when it runs: help and lists answer at once."""

from __future__ import annotations

import argparse
import os
import sys
from importlib import import_module
from typing import Any

from .codes import HOLDS, UNUSABLE

PART_STATES = ("planned", "bought", "cut", "fitted")


def _port(text: str) -> int:
    if not text.isascii() or not text.isdigit() or not 0 <= int(text[:6]) <= 65535:
        raise argparse.ArgumentTypeError(f"“{text}” is no port: choose a number from 1 to 65535, or leave it out")
    return int(text)


def _seconds(text: str) -> float:
    try:
        found = float(text)
    except ValueError:
        found = 0.0
    if not 0.1 <= found <= 600:
        raise argparse.ArgumentTypeError(f"“{text}” is no time to search: give 0.1 to 600 seconds")
    return found


def parser() -> argparse.ArgumentParser:
    """The whole command line; ``run`` of a command names its module here and the function in it."""
    found = argparse.ArgumentParser(prog="ergostrut", description="Fit, strength, balance, anchorage and cutting for vehicle builds.")
    sub = found.add_subparsers(dest="what", required=True)

    def command(name: str, run: str, text: str, **more: Any) -> argparse.ArgumentParser:
        one = sub.add_parser(name, help=text, description=text, **more)
        one.set_defaults(run=run)
        return one

    _of_a_job(command)
    _of_lists(command)
    _of_the_database(command)
    for name, text in (("serve", "serve the app on this machine"), ("demo", "the same with the sample shop")):
        one = command(name, "serving:serve", text)
        one.add_argument("--port", type=_port, default=0, help="default: the first free one from 5170")
        one.add_argument("--reset", action="store_true", help="bring the sample back as it ships and stop")
    command("tape", "serving:stand_in", "stand in for a digital tape (docs/tape.md)").add_argument("--port", type=_port, default=0)
    command("scale", "serving:stand_in", "stand in for axle scales (docs/scale.md)").add_argument("--port", type=_port, default=0)
    command("prices", "serving:stand_in", "stand in for a supplier's price list (docs/prices.md)").add_argument(
        "--port", type=_port, default=0
    )
    command("schema", "lists:schema", "print the JSON Schema of the job file")
    command("openapi", "serving:openapi", "print the OpenAPI document of the server")
    return found


def _of_a_job(command: Any) -> None:
    new = command("new", "starting:new", "print a new job on a host template as a job file")
    new.add_argument("--host", required=True, help="a template; ergostrut hosts lists them")
    new.add_argument("--build", action="append", default=[], help="a family to start in it; may be given several times")
    new.add_argument("--name", default="new job")
    new.add_argument("--units", default="in,lb", choices=("in,lb", "in,kg", "mm,lb", "mm,kg"), metavar="UNITS",
                     help="lengths and masses: in,lb or in,kg or mm,lb or mm,kg")  # fmt: skip
    change = command(
        "set", "jobs:change", 'change a job file by path, as the pages do: /builds/0/pull_out="40 in"; a change that cannot be leaves it as it was'
    )  # fmt: skip
    change.add_argument("job")
    change.add_argument("change", nargs="+", help="/path=value, a bare number taking the job's units; ergostrut paths lists them")
    one = command("check", "jobs:check", "check a job file: exit 0 holds or tight, 1 something over, 2 unusable input, 3 something unknown")
    one.add_argument("job")
    one.add_argument("--json", action="store_true", help="the whole report as JSON")
    one.add_argument(
        "--mends", action="store_true", help="under what is over or tight, what would mend it; of every build, how long its span may be"
    )
    other = command(
        "under",
        "jobs:under",
        "what changes with another vehicle under a job; exit 1 where anything is over there, 2 where it cannot be put there",
    )
    other.add_argument("job")
    other.add_argument("host", help="a template; ergostrut hosts lists them")
    other.add_argument("--write", default="", metavar="FILE", help="write the job as it then is")
    paths = command("paths", "jobs:paths", "list what can be set in a job file below a path, with its value now and its help")
    paths.add_argument("job")
    paths.add_argument("below", nargs="?", default="", help="such as /builds/0 or /host; the whole job where it is left out")
    command("surfaces", "jobs:surfaces", "list where things and people can be put in a job").add_argument("job")
    command("cut", "jobs:cut", "print the cut list of a job file as CSV").add_argument("job")
    pack = command(
        "files", "jobs:files", "write what leaves a job: packet, drawings, outlines, labels, solids, steps, as one zip or one of them"
    )
    pack.add_argument("job")
    pack.add_argument("file", help="a .zip for all of them, else where the one goes")
    pack.add_argument(
        "--only",
        default="",
        metavar="NAME",
        help="one of them: packet.pdf, labels.pdf, drawings.dxf, solids.glb, steps.ics or cut list.csv",
    )
    part = command("part", "record:part", "say in a job file that parts are bought, cut or fitted, and what they came out as")
    part.add_argument("job")
    part.add_argument("part", nargs="+", help="a mark of the cut list for all of its parts, or one part by its name")
    part.add_argument("--state", required=True, choices=PART_STATES)
    for name in ("length", "width", "bow"):
        part.add_argument(f"--{name}", default="", help="as read; a bare number takes the job's units")
    part.add_argument("--angle", type=float, default=None, help="of its ends as read, degrees")
    part.add_argument("--follow", action="store_true", help="list the settings that would make the design follow it")
    plan = command("plan", "record:plan", "print the days on which what is left of a job is done; exit 1 where there is no plan")
    plan.add_argument("job")
    plan.add_argument("--start", default="", metavar="DATE", help="the first day; the job's own, or today, when left out")
    plan.add_argument("--ics", default="", metavar="FILE", help="write it for a calendar as well")
    plan.add_argument(
        "--late", default="", metavar="WHAT=DAYS", help="what it costs when a step begins, or stock comes, so many days later"
    )
    plan.add_argument(
        "--seconds",
        type=_seconds,
        default=None,
        metavar="S",
        help="that a shorter plan is searched for at the most; Ctrl-C takes it as it is",
    )
    tick = command("tick", "record:tick", "tick steps of a job file off")
    tick.add_argument("job")
    tick.add_argument("step", nargs="+", help="by the names ergostrut plan prints")
    tick.add_argument("--held", action="store_true", help="their holds were checked and are so")
    readings = command("read", "record:read_at", 'enter what was read at a step: ergostrut read JOB.json STEP "one diagonal=2880 mm"')
    readings.add_argument("job")
    readings.add_argument("step")
    readings.add_argument("reading", nargs="+", help="name=value, a bare length taking the job's units")
    book = command(
        "log",
        "record:log",
        "print the log of a job file as CSV, or add a line to it; ergostrut log JOB.json --kinds lists what can be written",
    )
    book.add_argument("job")
    book.add_argument("--add", default="", metavar="KIND", help="such as note, hours, torque or “friction test”")
    book.add_argument("--text", default="", help="the line's words")
    book.add_argument(
        "--field", action="append", default=[], metavar="NAME=VALUE", help='of the line; a list as JSON: degrees="[24, 25.5]"'
    )
    book.add_argument("--kinds", action="store_true", help="list kinds and their fields")
    book.add_argument("--pdf", default="", metavar="FILE", help="write it to print, with its photographs")
    own = command("job-prices", "record:job_prices", "a job file's prices: print them as a CSV table, or take one in")
    own.add_argument("job")
    own.add_argument("way", choices=("export", "import"))
    own.add_argument("file", nargs="?")
    sheet = command("calculation", "jobs:calculation", "write the calculation sheet of a job file as PDF")
    sheet.add_argument("job")
    sheet.add_argument("file")
    sheet.add_argument("--finding", action="append", default=[], help="only this finding (its id); may be given several times")
    paper = command("measuring-sheet", "jobs:measuring", "write the measuring sheet of a job file as PDF")
    paper.add_argument("job")
    paper.add_argument("file")
    line = command("outline", "jobs:outline", "print the outline in a DXF drawing or a table of offsets as an obstacle's corners")
    line.add_argument("file")
    line.add_argument("--unit", default="mm", choices=("mm", "in"), help="of a table's numbers that have none")


def _of_lists(command: Any) -> None:
    command("hosts", "lists:hosts", "list the host templates a job may start from")
    command("families", "lists:families", "list what can be built in a host")
    command("sections", "lists:sections", "list the sections that members are cut from, with their ids")
    command("sheets", "lists:sheets", "list the sheets, sandwich panels and boards, with their ids")


def _of_the_database(command: Any) -> None:
    command("import", "database:take_in", "take a job file into the database").add_argument("job")
    command("export", "database:give_out", "print a job of the database as a job file").add_argument("number", type=int)
    own = command("stock", "database:own_stock", "the shop's own metals, sections, lumber and panels: print them as a file, or take one in")
    own.add_argument("way", choices=("export", "import"))
    own.add_argument("file", nargs="?")
    room = command("stockroom", "database:on_hand", "what the shop has: print it as a CSV table, or take one in")
    room.add_argument("way", choices=("export", "import"))
    room.add_argument("file", nargs="?")
    command("backup", "database:copy", "copy the database while it may be in use").add_argument("file")


def main(argv: list[str] | None = None) -> int:
    """Run one command; returns its exit code."""
    args = parser().parse_args(argv)
    module, _, name = args.run.partition(":")
    try:
        return int(getattr(import_module(f".{module}", __package__), name)(args))
    except KeyboardInterrupt:
        return HOLDS
    except BrokenPipeError:
        os.dup2(os.open(os.devnull, os.O_WRONLY), sys.stdout.fileno())
        return HOLDS
    except Exception as error:
        told = _in_words(error)
        if told is None:
            raise
        print(told, file=sys.stderr)
        return UNUSABLE


def _in_words(error: Exception) -> str | None:
    """What a person is told of an error; None of one that is the program's own."""
    from ergostrut.core.problem import InputError

    if isinstance(error, OSError | InputError):
        return str(error)
    if "sqlalchemy" not in sys.modules:
        return None
    from sqlalchemy.exc import DBAPIError

    from ergostrut.store.trouble import StoreError, in_words

    from .database import data_path

    if isinstance(error, DBAPIError):
        return in_words(error, str(data_path()))
    return str(error) if isinstance(error, StoreError) else None
