"""The record of a job file: parts as they were made, lines of its log."""

from __future__ import annotations

import argparse
import datetime
import json
import sys
from collections.abc import Collection
from pathlib import Path
from typing import Any

from pydantic import ValidationError

from ergostrut.core.cut.parts import pieces
from ergostrut.core.cut.plan import cut_plan
from ergostrut.core.document.entries import PartReading, fields_of
from ergostrut.core.fit.hands.turns import put_in_order
from ergostrut.core.job.document import Entry, Job
from ergostrut.core.job.marks import issued_marks
from ergostrut.core.log.follow import followed
from ergostrut.core.log.learnt import learnt
from ergostrut.core.log.lines import FIRST, LAST
from ergostrut.core.log.making import finished, read_values, ticks, values
from ergostrut.core.log.making import read as judged
from ergostrut.core.log.parts import made_parts, said
from ergostrut.core.log.spent import bought
from ergostrut.core.make.hours import hands_on
from ergostrut.core.make.schedule.late import delayed
from ergostrut.core.make.schedule.plan import Schedule, schedule
from ergostrut.core.make.schedule.shortest import SECONDS
from ergostrut.core.make.steps import steps
from ergostrut.core.problem import InputError, Problem, problems_of
from ergostrut.core.report import context_of
from ergostrut.core.structure.plans import CutPiece, CutPlan, Step
from ergostrut.core.wording import Say
from ergostrut.files.catalog_files import shipped_catalog

from .codes import HOLDS, OVER, UNUSABLE
from .jobs import put_in_place, read
from .starting import near


def now() -> str:
    return datetime.datetime.now().isoformat(timespec="minutes")


def added(path: str, job: Job, entry: Entry) -> Job:
    """The job with a line more, in its file.

    Raises:
        OSError: it cannot be written.
    """
    found = job.model_copy(update={"record": (*job.record, entry)})
    put_in_place(Path(path), found)
    return found


def _named(names: list[str], rows: tuple[CutPiece, ...], issued: dict[str, str]) -> list[str]:
    """Parts by their names or their rows' marks.

    Raises:
        InputError: there is no such mark or part.
    """
    marks: dict[str, list[str]] = {}
    for row in rows:
        for part in row.parts:
            marks.setdefault(issued.get(part, row.mark), []).append(part)
    parts = {part for row in rows for part in row.parts}
    found = []
    for name in names:
        if name not in marks and name not in parts:
            raise InputError([Problem(field="part", message=f"there is no “{name}” on the cut list{near(name, [*marks, *parts])}")])
        found += marks.get(name, [name])
    return found


def part(args: argparse.Namespace) -> int:
    """Say what parts are; with ``--follow`` what the design would become if it followed them."""
    job = read(args.job)
    if job is None:
        return UNUSABLE
    catalog, units = shipped_catalog(), job.design.units
    data = {name: text for name, text in (("length", args.length), ("width", args.width), ("bow", args.bow)) if text}
    try:
        reading = PartReading.model_validate(
            data | ({} if args.angle is None else {"angle": args.angle}), context={"length": units.length, "mass": units.mass}
        )
        rows = pieces(context_of(job.design, catalog))
        parts = _named(args.part, rows, issued_marks(job.record))
        made = said(rows, parts, args.state, reading, made_parts(job.record))
        text = f"{', '.join(sorted({one.mark for one in made.values()}))} {args.state}"
        job = added(
            args.job, job, Entry(kind="part", at=now(), text=text, data={p: one.model_dump(mode="json") for p, one in made.items()})
        )
    except ValidationError as error:
        print(f"{args.job}: {InputError(problems_of(error))}", file=sys.stderr)
        return UNUSABLE
    except InputError as error:
        print(f"{args.job}: {error}", file=sys.stderr)
        return UNUSABLE
    print(text)
    if args.follow:
        _follow(job, parts)
    return HOLDS


def _follow(job: Job, parts: list[str]) -> None:
    found = made_parts(job.record)
    for one in parts:
        read_as = found[one].part.reading
        by_width = read_as.length is None and read_as.width is not None
        length = read_as.width if by_width else read_as.length
        if length is None:
            continue
        for offer in followed(job.design, shipped_catalog(), one, by_width, length.mm, found):
            print(
                f"{one}: {offer.change.path}={json.dumps(offer.change.value)}   {len(offer.follows)} follow, {len(offer.misfits)} cut no longer fit"
            )


def _steps(job: Job) -> tuple[tuple[Step, ...], CutPlan]:
    context = context_of(job.design, shipped_catalog())
    cut = cut_plan(context)
    return steps(put_in_order(context, cut), cut), cut


def _late(
    asked: str,
    todo: tuple[Step, ...],
    job: Job,
    begins: datetime.date,
    done: dict[str, datetime.datetime],
    there: Collection[str],
    found: Schedule,
) -> int:
    """What a delay costs: the day it ends on then."""
    what, _, days = asked.rpartition("=")
    if not what or not days.isdigit() or not 1 <= int(days) <= 120:
        print(f"--late: “{asked}” is not STEP=DAYS or STOCK=DAYS, with 1 to 120 days", file=sys.stderr)
        return UNUSABLE
    try:
        late = delayed(todo, job.design.plan, begins, done, there, found, what, int(days))
    except KeyError:
        known = [row.step for row in found.rows] + [step.takes for step in todo if step.takes]
        print(f"--late: there is no “{what}” still to be done or to come{near(what, known)}", file=sys.stderr)
        return UNUSABLE
    if late.trouble:
        print(f"no plan then: {late.trouble}", file=sys.stderr)
        return OVER
    print(f"done on {late.ends} instead of {late.planned}: {late.cost} working days later; {len(late.later)} steps move")
    return HOLDS


def plan(args: argparse.Namespace) -> int:
    """The plan as lines: day, hours, step; what may slip; what waits."""
    job = read(args.job)
    if job is None:
        return UNUSABLE
    today = datetime.date.today()
    try:
        begins = datetime.date.fromisoformat(args.start) if args.start else max(job.design.plan.begins or today, datetime.date.min)
        if not FIRST <= begins.year <= LAST:
            raise ValueError
    except ValueError:
        print(f"--start: “{args.start}” is no date, such as 2026-05-04", file=sys.stderr)
        return UNUSABLE
    todo, cut = _steps(job)
    done = finished(ticks(todo, job.record))
    there = bought(cut, job.record)
    found = schedule(todo, job.design.plan, begins, done, there, seconds=args.seconds or SECONDS)
    if args.late:
        return _late(args.late, todo, job, begins, done, there, found)
    if found.trouble:
        print(f"no plan: {found.trouble}", file=sys.stderr)
        return OVER
    titles = {step.id: step.title for step in todo}
    for row in found.rows:
        until = "" if row.until == row.on else f" to {row.until}"
        slips = f", may slip {row.spare:.1f} days" if row.spare >= 0.1 else ""
        print(
            f"{row.on}{until}  {'*' if row.critical else ' '} {row.step}: {titles[row.step]}{slips}{f', {row.waits}' if row.waits else ''}"
        )
    if found.ends:
        print(
            f"done on {found.ends}, {'no plan ends earlier' if found.proven else f'at most {found.gap:.1f} days over the shortest there can be'}"
        )
    own = {row.what: row for row in learnt([("", job.record)]).hours}
    for one in hands_on(todo, job.design.plan, own):
        print(f"{one.label}: {one.hours:.1f} h hands-on, {one.low:.1f} to {one.high:.1f} as often as not")
    if args.ics:
        from ergostrut.files.steps_ics import steps_ics

        days = {row.step: (row.on, row.until) for row in found.rows}
        Path(args.ics).write_bytes(steps_ics(todo, job.design.name, datetime.datetime.now(datetime.UTC), days))
    return HOLDS


def _known(name: str, todo: tuple[Step, ...]) -> Step:
    found = next((step for step in todo if step.id == name), None)
    if found is None:
        raise InputError([Problem(field="step", message=f"there is no step “{name}”{near(name, [step.id for step in todo])}")])
    return found


def tick(args: argparse.Namespace) -> int:
    """Steps ticked off."""
    job = read(args.job)
    if job is None:
        return UNUSABLE
    todo, _ = _steps(job)
    rows = [_known(name, todo) for name in args.step]
    for step in rows:
        job = added(args.job, job, Entry(kind="tick", at=now(), text=step.title, data={"step": step.id, "held": bool(args.held)}))
        print(f"done: {step.title}")
    return HOLDS


def read_at(args: argparse.Namespace) -> int:
    """What was read at a step, and what that means; exit 1 where anything is off."""
    job = read(args.job)
    if job is None:
        return UNUSABLE
    todo, _ = _steps(job)
    step = _known(args.step, todo)
    values_in = {}
    for text in args.reading:
        name, sign, value = text.partition("=")
        if not sign:
            raise InputError([Problem(field="reading", message=f"“{text[:60]}” is no name=value")])
        values_in[name.strip()] = value.strip()
    numbers = read_values(values_in, step, job.design.units)
    words = ", ".join(f"{name} {value}" for name, value in values_in.items())
    job = added(args.job, job, Entry(kind="reading", at=now(), text=f"{step.title}: {words}", data={"step": step.id, "values": numbers}))
    found = judged(step, values(job.record), Say(job.design.units))
    for row in found:
        print(f"{row.state:8s} {row.reading.name}: {row.words}")
    return OVER if any(row.state == "over" for row in found) else HOLDS


def job_prices(args: argparse.Namespace) -> int:
    """What everything a job is made of costs, as a table, or what a table says it costs."""
    from ergostrut.core.changes import Change
    from ergostrut.core.cut.prices import prices_of
    from ergostrut.core.job.change import apply
    from ergostrut.files.prices_csv import read_prices, write_prices

    job = read(args.job)
    if job is None:
        return UNUSABLE
    context = context_of(job.design, shipped_catalog())
    rows = prices_of(context, cut_plan(context))
    if args.way == "export":
        sys.stdout.write(write_prices(rows))
        return HOLDS
    if not args.file:
        print("name the table to take in: ergostrut job-prices JOB.json import FILE", file=sys.stderr)
        return UNUSABLE
    fresh = read_prices(Path(args.file).read_text(encoding="utf-8"), {row.id for row in rows})
    prices = {**job.design.shop.prices, **fresh}
    put_in_place(Path(args.job), job.model_copy(update={"design": apply(job.design, [Change("/shop/prices", prices)])}))
    for row in rows:
        if row.id in fresh and fresh[row.id] != row.own:
            print(f"{row.label}: {row.own if row.own is not None else f'{row.typical:g} (typical)'} -> {fresh[row.id]:g}")
    return HOLDS


def log(args: argparse.Namespace) -> int:
    """The log printed, or a line added to it."""
    from ergostrut.core.log.kinds import BY_KIND, KINDS
    from ergostrut.files.log_out import log_csv, log_pdf

    if args.kinds:
        for kind in KINDS:
            fields = ", ".join(f"{one.path}{'' if one.optional else '*'}" for one in kind.fields)
            print(f"{kind.kind}: {fields or 'words alone'}")
        return HOLDS
    job = read(args.job)
    if job is None:
        return UNUSABLE
    if args.add:
        if args.add not in BY_KIND:
            raise InputError([Problem(field="--add", message=f"there is no kind “{args.add}”{near(args.add, list(BY_KIND))}")])
        units = job.design.units
        try:
            data = fields_of(args.add, _fields(args.field), {"length": units.length, "mass": units.mass})
            missing = [one.path for one in BY_KIND[args.add].fields if not one.optional and one.path not in data]
            if missing:
                raise InputError([Problem(field=f"/{missing[0]}", message="say it: nothing is assumed")])
            job = added(args.job, job, Entry(kind=args.add, at=now(), text=args.text, data=data))
        except ValidationError as error:
            raise InputError(problems_of(error)) from None
    if args.pdf:
        Path(args.pdf).write_bytes(log_pdf(job.record, job.design.name))
    else:
        sys.stdout.write(log_csv(job.record))
    return HOLDS


def _fields(rows: list[str]) -> dict[str, Any]:
    found: dict[str, Any] = {}
    for row in rows:
        name, sign, value = row.partition("=")
        if not sign:
            raise InputError([Problem(field="field", message=f"“{row[:60]}” is no name=value")])
        try:
            found[name] = json.loads(value)
        except ValueError:
            found[name] = value
    return found
