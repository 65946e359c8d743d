"""The command line: a job made, changed, checked and cut without a server; the database in and out; serve and demo."""

from __future__ import annotations

import argparse
import datetime
import json
import os
import subprocess
import sys
from pathlib import Path
from typing import Any

from sqlalchemy.exc import DBAPIError

from ergostrut.core.catalog.own import KINDS, extended, merged
from ergostrut.core.edit import Change
from ergostrut.core.frame.families import FAMILIES
from ergostrut.core.job.change import apply
from ergostrut.core.job.document import Job, job_schema, read_job, write_job
from ergostrut.core.job.marks import issued_marks
from ergostrut.core.job.start import start
from ergostrut.core.problem import InputError, Problem
from ergostrut.core.prove.boxes.refine import Level
from ergostrut.core.report import Report, check
from ergostrut.core.units import Units
from ergostrut.devices import tape
from ergostrut.files.calculation_pdf import calculation_pdf
from ergostrut.files.card_json import write_card
from ergostrut.files.catalog_files import shipped_catalog, shipped_templates
from ergostrut.files.csv_out import cut_csv
from ergostrut.files.measuring_pdf import measuring_pdf
from ergostrut.files.outline_in import read_outline, written
from ergostrut.files.report_json import report_data
from ergostrut.files.stock_json import read_stock, write_stock
from ergostrut.store.database import Database, backup
from ergostrut.store.trouble import StoreError, in_words
from ergostrut.threads import one_thread

HOLDS, OVER, UNUSABLE, UNKNOWN = 0, 1, 2, 3


def data_path() -> Path:
    """Where the database lies: ERGOSTRUT_DATA, else ``var`` beside the program's start."""
    return Path(os.environ.get("ERGOSTRUT_DATA", "var")) / "ergostrut.db"


def _port(text: str) -> int:
    if not text.isascii() or not text.isdigit() or not 0 <= int(text[:6]) <= 65535:
        raise argparse.ArgumentTypeError(f"“{text}” is no port: choose a number from 1 to 65535, or leave it out")
    return int(text)


def _told(build: str, level: Level) -> None:
    """Panels are refined until they settle: how far that is, beside what is printed."""
    moved = "" if level.moved is None else f", moved {100 * level.moved:.1f} %"
    print(f"{build}: {level.elements} elements of {level.step:.0f} mm, use {level.use:.2f}{moved}", file=sys.stderr)


def _load(path: str) -> tuple[Job, Report] | None:
    """The job and its report; None after one line that says why there is none."""
    try:
        job = read_job(Path(path).read_text(encoding="utf-8"))
        return job, check(job.design, shipped_catalog(), watch=_told)
    except OSError as error:
        why = f"cannot be read: {(error.strerror or 'unknown reason').lower()}"
    except UnicodeDecodeError:
        why = "this is not a text file"
    except InputError as error:
        why = str(error)
    print(f"{path}: {why}", file=sys.stderr)
    return None


def _check(args: argparse.Namespace) -> int:
    loaded = _load(args.job)
    if loaded is None:
        return UNUSABLE
    _, report = loaded
    if args.json:
        print(json.dumps(report_data(report), indent=2, ensure_ascii=False))
    else:
        for f in report.findings:
            use = f"{f.use:5.2f}" if f.use is not None else "    -"
            print(f"{f.state:8s}{use}  {f.title}: {f.sentence}")
    if report.counts["over"]:
        return OVER
    return UNKNOWN if report.counts["unknown"] else HOLDS


def _cut(args: argparse.Namespace) -> int:
    loaded = _load(args.job)
    if loaded is None:
        return UNUSABLE
    job, report = loaded
    sys.stdout.write(cut_csv(report.cut, job.design.units, issued_marks(job.record)))
    return HOLDS


def _sheet(args: argparse.Namespace) -> int:
    loaded = _load(args.job)
    if loaded is None:
        return UNUSABLE
    job, report = loaded
    known = {finding.id for finding in report.findings}
    unknown = [name for name in args.finding if name not in known]
    if unknown:
        print(f"{args.job}: there is no finding “{unknown[0]}” in this job; ergostrut check --json lists them", file=sys.stderr)
        return UNUSABLE
    data = calculation_pdf(job.design, report, shipped_catalog().version, datetime.date.today().isoformat(), args.finding)
    try:
        Path(args.file).write_bytes(data)
    except OSError as error:
        print(f"{args.file}: cannot be written: {(error.strerror or 'unknown reason').lower()}", file=sys.stderr)
        return UNUSABLE
    print(f"written to {args.file}")
    return HOLDS


def _import(args: argparse.Namespace) -> int:
    from ergostrut.store import jobs

    loaded = _load(args.job)
    if loaded is None:
        return UNUSABLE
    job, report = loaded
    with Database(data_path()).writing() as session:
        saved = jobs.create(session, job, label="imported", card=write_card(report))
    print(f"job {saved.id}: {saved.design.name}")
    return HOLDS


def _export(args: argparse.Namespace) -> int:
    from ergostrut.store import jobs

    with Database(data_path()).reading() as session:
        try:
            text = write_job(jobs.export(session, args.number, shipped_catalog().version))
        except jobs.NoSuchJobError as error:
            print(error, file=sys.stderr)
            return UNUSABLE
        except InputError as error:
            print(f"job {args.number} is given out as it is stored, since it cannot be read: {error}", file=sys.stderr)
            text = jobs.as_stored(session, args.number)
    sys.stdout.write(text)
    return HOLDS


def _hosts(_args: argparse.Namespace) -> int:
    for template in shipped_templates():
        print(f"{template.id:16s}{template.label}; {template.note}")
    return HOLDS


def _families(_args: argparse.Namespace) -> int:
    for family in FAMILIES.values():
        print(f"{family.id:16s}{family.label}: {family.words}")
    return HOLDS


def _new(args: argparse.Namespace) -> int:
    template = next((t for t in shipped_templates() if t.id == args.host), None)
    if template is None:
        print(f"there is no host template “{args.host}”; ergostrut hosts lists them", file=sys.stderr)
        return UNUSABLE
    lengths, masses = args.units.split(",")
    design = start(template, args.name, Units(length=lengths, mass=masses), args.build)
    sys.stdout.write(write_job(Job(catalog=shipped_catalog().version, design=design)))
    return HOLDS


def _change(text: str) -> Change:
    """``/path=value`` as typed: JSON where it reads as JSON, else words as a field on the page takes them.

    Raises:
        InputError: there is no path or no value.
    """
    path, sign, value = text.partition("=")
    if not sign or not path.startswith("/"):
        raise InputError([Problem(field=path, message='write a change as /path=value, such as /builds/0/pull_out="40 in"')])
    try:
        return Change(path, json.loads(value))
    except ValueError:
        return Change(path, value)


def _set(args: argparse.Namespace) -> int:
    path = Path(args.job)
    try:
        job = read_job(path.read_text(encoding="utf-8"))
        changed = apply(job.design, [_change(text) for text in args.change])
        text = write_job(job.model_copy(update={"design": changed}))
        check(changed, shipped_catalog())
        # written beside and put in place whole: a broken change leaves the file as it was
        part = path.with_name(f".{path.name}.part")
        part.write_text(text, encoding="utf-8")
        part.replace(path)
    except OSError as error:
        print(f"{args.job}: cannot be changed: {(error.strerror or 'unknown reason').lower()}", file=sys.stderr)
        return UNUSABLE
    except (InputError, UnicodeDecodeError) as error:
        print(f"{args.job}: {error}", file=sys.stderr)
        return UNUSABLE
    return HOLDS


def _stock(args: argparse.Namespace) -> int:
    from ergostrut.store import stock

    database = Database(data_path())
    if args.way == "export":
        with database.reading() as session:
            sys.stdout.write(write_stock(stock.everything(session)))
        return HOLDS
    try:
        found = read_stock(Path(args.file or "").read_text(encoding="utf-8"))
        with database.writing() as session:
            extended(shipped_catalog(), merged(stock.everything(session), found))
            stock.put(session, found)
    except OSError as error:
        print(f"{args.file or 'stock import'}: cannot be read: {(error.strerror or 'unknown reason').lower()}", file=sys.stderr)
        return UNUSABLE
    except (InputError, UnicodeDecodeError) as error:
        print(f"{args.file}: {error}", file=sys.stderr)
        return UNUSABLE
    print(f"{', '.join(f'{len(getattr(found, name))} {name}' for name, _ in KINDS.values())} taken in")
    return HOLDS


def _backup(args: argparse.Namespace) -> int:
    try:
        backup(data_path(), Path(args.file))
    except (FileNotFoundError, StoreError) as error:
        print(error, file=sys.stderr)
        return UNUSABLE
    print(f"copied to {args.file}")
    return HOLDS


def _outline(args: argparse.Namespace) -> int:
    try:
        print(written(read_outline(Path(args.file).read_text(encoding="utf-8", errors="replace"), args.unit)))
    except OSError as error:
        print(f"{args.file}: cannot be read: {(error.strerror or 'unknown reason').lower()}", file=sys.stderr)
        return UNUSABLE
    except InputError as error:
        print(f"{args.file}: {error}", file=sys.stderr)
        return UNUSABLE
    return HOLDS


def _measuring(args: argparse.Namespace) -> int:
    try:
        job = read_job(Path(args.job).read_text(encoding="utf-8"))
        Path(args.file).write_bytes(measuring_pdf(job.design))
    except OSError as error:
        print(f"{error.filename}: {(error.strerror or 'unknown reason').lower()}", file=sys.stderr)
        return UNUSABLE
    except (InputError, UnicodeDecodeError) as error:
        print(f"{args.job}: {error}", file=sys.stderr)
        return UNUSABLE
    return HOLDS


def _tape(args: argparse.Namespace) -> int:
    try:
        tape.serve(args.port or tape.PORT)
    except OSError as error:
        print(f"the tape cannot listen there: {(error.strerror or 'unknown reason').lower()}", file=sys.stderr)
        return UNUSABLE
    return HOLDS


def _schema(_args: argparse.Namespace) -> int:
    print(json.dumps(job_schema(), indent=2, ensure_ascii=False))
    return HOLDS


def _openapi(_args: argparse.Namespace) -> int:
    import tempfile

    from ergostrut.web.app import create_app, described

    with tempfile.TemporaryDirectory() as folder:
        print(json.dumps(described(create_app(Database(Path(folder) / "x.db"))), indent=2))
    return HOLDS


def _serve(args: argparse.Namespace) -> int:
    from ergostrut.demo import sample
    from ergostrut.web.app import create_app
    from ergostrut.web.listen import keep_memory_small, listening

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
    try:
        server.run()
    finally:
        app.extensions["ergostrut"].close()
        if device is not None:
            device.terminate()
    return HOLDS


def _parser() -> argparse.ArgumentParser:
    parser = argparse.ArgumentParser(prog="ergostrut", description="Fit, strength, balance, anchorage and cutting for vehicle builds.")
    sub = parser.add_subparsers(dest="what", required=True)

    def command(name: str, run: Any, text: str) -> argparse.ArgumentParser:
        found = sub.add_parser(name, help=text, description=text)
        found.set_defaults(run=run)
        return found

    one = command("check", _check, "check a job file: exit 0 holds or tight, 1 something over, 2 unusable input, 3 something unknown")
    one.add_argument("job")
    one.add_argument("--json", action="store_true", help="the whole report as JSON")
    command("cut", _cut, "print the cut list of a job file as CSV").add_argument("job")
    sheet = command("calculation", _sheet, "write the calculation sheet of a job file as PDF")
    sheet.add_argument("job")
    sheet.add_argument("file")
    sheet.add_argument("--finding", action="append", default=[], help="only this finding (its id); may be given several times")
    command("hosts", _hosts, "list the host templates a job may start from")
    command("families", _families, "list what can be built in a host")
    new = command("new", _new, "print a new job on a host template as a job file")
    new.add_argument("--host", required=True, help="a template; ergostrut hosts lists them")
    new.add_argument("--build", action="append", default=[], help="a family to start in it; may be given several times")
    new.add_argument("--name", default="new job")
    new.add_argument("--units", default="in,lb", choices=("in,lb", "in,kg", "mm,lb", "mm,kg"))
    change = command(
        "set", _set, 'change a job file by path, as the pages do: /builds/0/pull_out="40 in"; a change that cannot be leaves it as it was'
    )
    change.add_argument("job")
    change.add_argument("change", nargs="+", help="/path=value, a bare number taking the job's units")
    command("import", _import, "take a job file into the database").add_argument("job")
    command("export", _export, "print a job of the database as a job file").add_argument("number", type=int)
    own = command("stock", _stock, "the shop's own metals, sections, lumber and panels: print them as a file, or take one in")
    own.add_argument("way", choices=("export", "import"))
    own.add_argument("file", nargs="?")
    command("backup", _backup, "copy the database while it may be in use").add_argument("file")
    line = command("outline", _outline, "print the outline in a DXF drawing or a table of offsets as an obstacle's corners")
    line.add_argument("file")
    line.add_argument("--unit", default="mm", choices=("mm", "in"), help="of a table's numbers that have none")
    paper = command("measuring-sheet", _measuring, "write the measuring sheet of a job file as PDF")
    paper.add_argument("job")
    paper.add_argument("file")
    command("tape", _tape, "stand in for a digital tape (docs/tape.md)").add_argument("--port", type=_port, default=0)
    command("schema", _schema, "print the JSON Schema of the job file")
    command("openapi", _openapi, "print the OpenAPI document of the server")
    for name, text in (("serve", "serve the app on this machine"), ("demo", "the same with the sample shop")):
        found = command(name, _serve, text)
        found.add_argument("--port", type=_port, default=0, help="default: the first free one from 5170")
        found.add_argument("--reset", action="store_true", help="bring the sample back as it ships and stop")
    return parser


def main(argv: list[str] | None = None) -> int:
    """Run one command; returns its exit code."""
    args = _parser().parse_args(argv)
    one_thread()
    try:
        return int(args.run(args))
    except KeyboardInterrupt:
        return HOLDS
    except BrokenPipeError:
        os.dup2(os.open(os.devnull, os.O_WRONLY), sys.stdout.fileno())
        return HOLDS
    except (OSError, StoreError) as error:
        print(error, file=sys.stderr)
        return UNUSABLE
    except DBAPIError as error:
        print(in_words(error, str(data_path())), file=sys.stderr)
        return UNUSABLE
    except InputError as error:
        print(error, file=sys.stderr)
        return UNUSABLE


if __name__ == "__main__":
    sys.exit(main())
