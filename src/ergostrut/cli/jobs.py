"""A job file made, changed, checked, cut and written out."""

from __future__ import annotations

import argparse
import json
import sys
from dataclasses import replace
from pathlib import Path
from typing import Any

from ergostrut.core.changes import Change
from ergostrut.core.finding import Finding
from ergostrut.core.job.change import apply
from ergostrut.core.job.document import Job, read_job, write_job
from ergostrut.core.log.kept import misfits
from ergostrut.core.log.parts import made_parts
from ergostrut.core.log.tested import marked
from ergostrut.core.problem import InputError, Problem
from ergostrut.core.prove.boxes.refine import MeshLevel
from ergostrut.core.report import Report, context_of, stages, with_found, worst_of
from ergostrut.files.catalog_files import shipped_catalog
from ergostrut.threads import one_thread

from .codes import HOLDS, OVER, UNKNOWN, UNUSABLE
from .starting import near


def _told(build: str, level: MeshLevel) -> None:
    """Panels are refined until they settle: how far that is, beside what is printed."""
    moved = "" if level.moved is None else f", moved {100 * level.moved:.1f} %"
    print(f"{build}: {level.elements} elements of {level.step:.0f} mm, use {level.use:.2f}{moved}", file=sys.stderr)


def read(path: str) -> Job | None:
    """The job in a file; None after one line that says why there is none."""
    try:
        return read_job(Path(path).read_text(encoding="utf-8"))
    except OSError as error:
        why = f"cannot be read: {(error.strerror or 'unknown reason').lower()}"
    except UnicodeDecodeError:
        why = "this is not a text file"
    except InputError as error:
        why = str(error)
    print(f"{path}: {why}", file=sys.stderr)
    return None


def load(path: str) -> tuple[Job, Report] | None:
    """The job and its report; None after one line that says why there is none. A person at a terminal is told what is being checked."""
    job = read(path)
    if job is None:
        return None
    one_thread()
    try:
        return job, _checked(job)
    except InputError as error:
        print(f"{path}: {error}", file=sys.stderr)
        return None


def _checked(job: Job) -> Report:
    running, watched = stages(job.design, shipped_catalog(), watch=_told), sys.stderr.isatty()
    rows, said = list[Finding](), ""
    while True:
        try:
            found = next(running)
        except StopIteration as end:
            report: Report = end.value
            return report
        rows = with_found(rows, found)
        if watched and found.ahead not in ("", said):
            said, over = found.ahead, sum(one.state == "over" for one in worst_of(rows))
            print(f"checking {said} ...{f' {over} over so far' if over else ''}", file=sys.stderr)


def check(args: argparse.Namespace) -> int:
    loaded = load(args.job)
    if loaded is None:
        return UNUSABLE
    job, report = loaded
    report = replace(report, findings=marked(report.findings, job.design, job.record))
    made = list(misfits(report.context, report.cut.pieces, made_parts(job.record)))
    if args.json:
        from ergostrut.files.report_json import report_data

        print(json.dumps(report_data(report), indent=2, ensure_ascii=False))
    else:
        for f in (*made, *report.findings):
            use = f"{f.use:5.2f}" if f.use is not None else "    -"
            print(f"{f.state:8s}{use}  {f.title}: {f.sentence}", flush=True)
            if args.mends:
                _mended(report, f)
    if report.counts["over"] or any(f.state == "over" for f in made):
        return OVER
    return UNKNOWN if report.counts["unknown"] else HOLDS


def _mended(report: Report, finding: Finding) -> None:
    """What would mend a finding that is over or tight, and how long its span may be, as the page offers it, with the change to make."""
    from ergostrut.core.advice.longest import longest, spanning
    from ergostrut.core.advice.mends import mends_for

    catalog = shipped_catalog()
    found = [("mend", mends_for(report, finding, catalog))]
    found += [("span", longest(report, one, path, catalog)) for one, path in spanning(report) if one.id == finding.id]
    for word, mend in found:
        if mend is not None:
            use = f" to {mend.use:.2f}" if mend.use is not None else ""
            changes = " ".join(f"{one.path}={json.dumps(one.value, ensure_ascii=False)}" for one in mend.changes)
            worse = f"; worsens {', '.join(one.title for one in mend.worsens[:3])}" if mend.worsens else ""
            print(f"{'':15s}{word}: {mend.label}, {mend.state}{use}, {mend.adds_kg:+.1f} kg{worse}   {changes}", flush=True)


def cut(args: argparse.Namespace) -> int:
    from ergostrut.core.job.marks import issued_marks
    from ergostrut.files.csv_out import cut_csv

    loaded = load(args.job)
    if loaded is None:
        return UNUSABLE
    job, report = loaded
    sys.stdout.write(cut_csv(report.cut, job.design.units, issued_marks(job.record)))
    return HOLDS


def files(args: argparse.Namespace) -> int:
    import datetime

    from ergostrut.core.job.marks import issued_marks
    from ergostrut.files.pack import ONE, Pack, one_file, packed

    if args.only and args.only not in ONE:
        print(f"--only: there is no “{args.only}”; there are {', '.join(ONE)}", file=sys.stderr)
        return UNUSABLE
    loaded = load(args.job)
    if loaded is None:
        return UNUSABLE
    job, report = loaded
    issued = issued_marks(job.record)
    names = {piece.mark: issued.get(piece.parts[0], piece.mark) for piece in report.cut.pieces}
    pack = Pack(job.design, report, names, datetime.datetime.now(datetime.UTC))
    try:
        Path(args.file).write_bytes(one_file(pack, args.only) if args.only else packed(pack))
    except OSError as error:
        print(f"{args.file}: cannot be written: {(error.strerror or 'unknown reason').lower()}", file=sys.stderr)
        return UNUSABLE
    print(f"written to {args.file}")
    return HOLDS


def calculation(args: argparse.Namespace) -> int:
    import datetime

    from ergostrut.files.calculation_pdf import calculation_pdf

    loaded = load(args.job)
    if loaded is None:
        return UNUSABLE
    job, report = loaded
    known = {finding.id for finding in report.findings}
    unknown = [name for name in args.finding if name not in known]
    if unknown:
        print(f"{args.job}: there is no finding “{unknown[0]}” in this job; ergostrut check --json lists them", file=sys.stderr)
        return UNUSABLE
    report = replace(report, findings=marked(report.findings, job.design, job.record))
    data = calculation_pdf(job.design, report, shipped_catalog().version, datetime.date.today().isoformat(), args.finding)
    try:
        Path(args.file).write_bytes(data)
    except OSError as error:
        print(f"{args.file}: cannot be written: {(error.strerror or 'unknown reason').lower()}", file=sys.stderr)
        return UNUSABLE
    print(f"written to {args.file}")
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


def change(args: argparse.Namespace) -> int:
    path = Path(args.job)
    try:
        job = read_job(path.read_text(encoding="utf-8"))
        changed = apply(job.design, [_change(text) for text in args.change])
        context_of(changed, shipped_catalog())
        put_in_place(path, job.model_copy(update={"design": changed}))
    except OSError as error:
        print(f"{args.job}: cannot be changed: {(error.strerror or 'unknown reason').lower()}", file=sys.stderr)
        return UNUSABLE
    except (InputError, UnicodeDecodeError) as error:
        print(f"{args.job}: {error}", file=sys.stderr)
        return UNUSABLE
    return HOLDS


def put_in_place(path: Path, job: Job) -> None:
    """The job's file anew: written beside and put in place whole, so that a broken change leaves it as it was."""
    part = path.with_name(f".{path.name}.part")
    part.write_text(write_job(job), encoding="utf-8")
    part.replace(path)


def under(args: argparse.Namespace) -> int:
    """What another vehicle takes back, what stands worse on it, a line each."""
    from ergostrut.core.advice.other_host import put_under
    from ergostrut.core.report import check as checked
    from ergostrut.files.catalog_files import shipped_templates

    job, known = read(args.job), {template.id: template for template in shipped_templates()}
    if job is None:
        return UNUSABLE
    if args.host not in known:
        print(f"there is no host template “{args.host}”{near(args.host, list(known))}; ergostrut hosts lists them", file=sys.stderr)
        return UNUSABLE
    catalog = shipped_catalog()
    found = put_under(job.design, known[args.host].host, catalog, checked(job.design, catalog))
    for one in found.freed:
        print(f"taken back  {one.field} = {one.was}: {one.why}")
    for problem in found.refused:
        print(f"refused     {problem.field}: {problem.message}")
    for turned in found.worse:
        print(f"{turned.finding.state:<11} {turned.finding.id}: {turned.finding.sentence}")
    if found.design is None or found.report is None:
        return UNUSABLE
    print(f"{len(found.worse)} stand worse, {found.better} better")
    if args.write:
        Path(args.write).write_text(write_job(job.model_copy(update={"design": found.design})), encoding="utf-8")
    return OVER if any(one.finding.state == "over" for one in found.worse) else HOLDS


def paths(args: argparse.Namespace) -> int:
    """Every field below a path, one a line: path, value now, and what its form says of it."""
    job = read(args.job)
    if job is None:
        return UNUSABLE
    data: Any = job.design.model_dump(mode="json")
    rows = [(path, value) for path, value in _leaves(data, "") if path == args.below or path.startswith(f"{args.below.rstrip('/')}/")]
    if not rows:
        known = [path for path, _ in _leaves(data, "")]
        print(f"{args.job}: there is nothing at {args.below}{near(args.below, known)}", file=sys.stderr)
        return UNUSABLE
    told = _helps(job)
    wide = min(max(len(path) for path, _ in rows), 44) + 2
    for path, value in rows:
        print(f"{path:{wide}s}{json.dumps(value, ensure_ascii=False):24s}  {told.get(path, '')}".rstrip())
    return HOLDS


def _leaves(data: Any, at: str) -> list[tuple[str, Any]]:
    """(path, value) of everything that can be set; empty lists and records as they are."""
    if isinstance(data, dict) and data:
        return [row for key, value in data.items() for row in _leaves(value, f"{at}/{key}")]
    if isinstance(data, list) and data:
        return [row for n, value in enumerate(data) for row in _leaves(value, f"{at}/{n}")]
    return [(at, data)]


def _helps(job: Job) -> dict[str, str]:
    """What the forms call each field, with its choices and help."""
    from ergostrut.core.frame.build import carrying, stood_on
    from ergostrut.core.frame.families import FAMILIES
    from ergostrut.core.measure.hosts import KINDS, resolve
    from ergostrut.core.structure.host import Host
    from ergostrut.core.structure.sheet import Group, Row, shown

    catalog, host, found = shipped_catalog(), resolve(job.design.host), dict[str, str]()
    builds = job.design.builds
    forms: list[tuple[str, tuple[Group, ...], Any, Host]] = [("/host", KINDS[job.design.host.kind].sheet, job.design.host, host)]
    forms += [
        (f"/builds/{n}", FAMILIES[build.family].form, build, stood_on(build, builds, host, catalog)) for n, build in enumerate(builds)
    ]
    for root, sheet, params, where in forms:
        for row in (row for group in shown(sheet, params, catalog, where, carrying(builds)) for row in group.rows if isinstance(row, Row)):
            choices = [choice.value for choice in row.choices]
            some = ", ".join(choices[:8]) + (f" ... {len(choices)} in all" if len(choices) > 8 else "")
            found[f"{root}/{row.path}"] = "; ".join(part for part in (row.label, row.help, some) if part)
    return found


def surfaces(args: argparse.Namespace) -> int:
    job = read(args.job)
    if job is None:
        return UNUSABLE
    from ergostrut.core.carry.place import floor_of

    context = context_of(job.design, shipped_catalog())
    floor = floor_of(context.host)
    for surface in (*((floor,) if floor is not None else ()), *(one for build in context.builds for one in build.surfaces)):
        say = context.say
        size = " x ".join(say.length(side) for side in surface.own_size)
        over = f", {say.length(surface.clear)} clear over it" if surface.clear is not None else ""
        print(f"{surface.id:28s}{surface.label}, {size}, {say.length(surface.origin[2])} above the floor{over}")
    return HOLDS


def outline(args: argparse.Namespace) -> int:
    from ergostrut.files.outline_in import read_outline, written

    try:
        print(written(read_outline(Path(args.file).read_text(encoding="utf-8", errors="replace"), args.unit)))
    except OSError as error:
        print(f"{args.file}: cannot be read: {(error.strerror or 'unknown reason').lower()}", file=sys.stderr)
        return UNUSABLE
    except InputError as error:
        print(f"{args.file}: {error}", file=sys.stderr)
        return UNUSABLE
    return HOLDS


def measuring(args: argparse.Namespace) -> int:
    from ergostrut.files.measuring_pdf import measuring_pdf

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
