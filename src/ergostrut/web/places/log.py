"""Log: lines with fields, what they are used for, photographs; over all jobs what is due, found and learnt."""

from __future__ import annotations

import datetime as dt
from typing import Any

from flask import Response, request
from flask_openapi3 import APIBlueprint

from ergostrut.core.cut.prices import prices_of
from ergostrut.core.document.entries import Photo
from ergostrut.core.finding import Finding
from ergostrut.core.job.document import Design, Entry
from ergostrut.core.log.beside import beside
from ergostrut.core.log.due import due
from ergostrut.core.log.kinds import BY_KIND, KINDS
from ergostrut.core.log.learnt import learnt, spent
from ergostrut.core.log.lines import standing, taken_back
from ergostrut.core.log.uses import undoing, used, uses_of, weighed_again
from ergostrut.core.make.hours import hours
from ergostrut.core.problem import InputError, Problem
from ergostrut.core.report import Report
from ergostrut.core.wording import Say
from ergostrut.files.log_out import due_ics, fields_in, log_csv, log_pdf
from ergostrut.files.photo import picture_of, reduced
from ergostrut.store import jobs
from ergostrut.store.database import now

from .. import log_shapes as g
from .. import shapes as s
from ..downloads import download, offered
from ..recorded import add_line
from ..service import Making, service
from .job import STALE, save_changes

api = APIBlueprint("log", __name__, url_prefix="/api/jobs/<int:job>", abp_responses=s.REFUSED)
over_all = APIBlueprint("all logs", __name__, url_prefix="/api", abp_responses=s.REFUSED)
QUIET = ("tick", "untick", "mark", "used", "taken back")
"""Kinds that are no lines of the log: Make and Cut have them."""
MOST = 300
"""Lines a search shows."""


def _loaded(job: int) -> tuple[Design, Making, tuple[Entry, ...]]:
    with service().database.reading() as session:
        design, record = jobs.get(session, job).design, jobs.entries(session, job)
    return design, service().making(design), record


def _findings(job: int, design: Design) -> tuple[Finding, ...] | None:
    """All that was found; None while it is not all known: the log does not wait for a check, and says nothing it does not know."""
    found = service().known(job, design)
    return found.findings if isinstance(found, Report) else None


def _choices(rows: dict[str, str]) -> list[g.NamedOut]:
    return [g.NamedOut(id=ident, label=label) for ident, label in rows.items()]


def _book(job: int, design: Design, making: Making, record: tuple[Entry, ...]) -> g.BookOut:
    findings, say = _findings(job, design), Say(design.units)
    gone, uses = taken_back(record), used(record)
    lines = []
    for n, entry in enumerate(record):
        if entry.kind in QUIET:
            continue
        given = [record[at].text.partition(": ")[2] for at, _ in uses.get(n, [])]
        lines.append(
            g.LineOut(
                line=n, kind=entry.kind, at=entry.at, text=entry.text, fields=fields_in(entry), back=n in gone,
                says="" if n in gone else beside(entry, findings, say),
                uses=[] if n in gone or given else [one.words for one in uses_of(design, entry)],
                used=given,
                photo=entry.kind == "photo",
            )
        )  # fmt: skip
    by_work: dict[str, float] = {}
    for step in making.steps:
        by_work[step.work] = by_work.get(step.work, 0.0) + hours(step, design.plan)
    builds = making.context.builds
    ids = [one.id for build in builds for one in build.members] + [one.id for build in builds for one in build.panels]
    ids += [one.id for build in builds for one in build.runners] + [one.id for build in builds for one in build.stows]
    parts = {ident: ident.replace("/", " ") for ident in ids}
    parts |= {f"thing/{item.thing.id}": item.thing.name for item in making.context.plan.placed}
    held = [one.id for build in builds for one in build.anchors] + [one.id for build in builds for one in build.fastenings]
    held += [one.id for build in builds for one in build.mounts] + [one.id for build in builds for one in build.straps]
    fixed = {ident: ident.replace("/", " ") for ident in held}
    return g.BookOut(
        lines=lines,
        kinds=list(KINDS),
        due=list(due(record, dt.date.today())),
        spent=spent(record),
        price=making.cut.price,
        hours=sum(by_work.values()),
        by_work=by_work,
        currency=design.shop.currency,
        parts=_choices({**parts, **fixed}),
        findings=_choices({f.id: f"{f.title}, {f.state}" for f in findings or ()}),
        steps=_choices({step.id: step.title for step in making.steps}),
        items=_choices({one.id: one.label for one in prices_of(making.context, making.cut)}),
        fastenings=_choices(fixed),
    )


@api.get("/log/book", responses={200: g.BookOut})
def book(path: s.JobPath) -> dict[str, object]:
    """Lines with what they say and can be used for, what is due, money and hours against the estimate."""
    return _book(path.job, *_loaded(path.job)).model_dump(mode="json")


@api.post("/log/line", responses={200: g.BookOut})
def write(path: s.JobPath, body: g.LineIn) -> dict[str, object]:
    """Add a line of a kind with its fields; an estimate is put beside hours and a purchase, as the job has it now."""
    design, making, _ = _loaded(path.job)
    kind = BY_KIND.get(body.kind)
    if kind is None:
        raise InputError([Problem(field="/kind", message=f"“{body.kind}” is not written here; there are {', '.join(BY_KIND)}")])
    data = {name: value for name, value in body.data.items() if value not in ("", None, [])}
    for one in kind.fields:
        if not one.optional and one.path not in data:
            raise InputError([Problem(field=f"/{one.path}", message=f"say {one.label.lower()}: nothing is assumed")])
    if not data and not body.text.strip():
        raise InputError([Problem(field="/text", message="write something, or fill in a field")])
    estimated = data | (_estimate(body.kind, data, making) if data else {})
    record = add_line(path.job, body.kind, body.text, estimated, design, body.uid, body.at)
    return _book(path.job, design, making, record).model_dump(mode="json")


def _estimate(kind: str, data: dict[str, Any], making: Making) -> dict[str, Any]:
    if kind == "hours":
        step = next((one for one in making.steps if one.id == data.get("step")), None)
        if step is not None:
            return {"work": step.work, "system": step.system, "estimate": round(step.minutes / 60, 3)}
    if kind == "purchase":
        row = next((one for one in prices_of(making.context, making.cut) if one.id == data.get("item")), None)
        many = data.get("metres") if row is not None and row.per == "m" else data.get("count", 1)
        if row is not None and isinstance(many, int | float):
            return {"estimate": round(float(many) * (row.own if row.own is not None else row.typical), 2)}
    return {}


def _line(record: tuple[Entry, ...], n: int) -> Entry:
    rows = dict(standing(record))
    if n not in rows:
        raise InputError([Problem(field="/line", message=f"there is no line {n} in this log, or it was taken back")])
    return rows[n]


def _version(job: int) -> int:
    """The job's newest: what a line gives is one setting, whatever else was changed meanwhile."""
    with service().database.reading() as session:
        return jobs.get(session, job).version


@api.post("/log/use", responses={200: g.BookOut, **STALE})
def use(path: s.JobPath, body: g.UseIn) -> dict[str, object]:
    """Let a line give the job what it says; a revision of its own."""
    design, _, record = _loaded(path.job)
    offers = uses_of(design, _line(record, body.line))
    if body.line in used(record) or body.use >= len(offers):
        raise InputError([Problem(field="/use", message="this line is used already, or offers no such thing")])
    one = offers[body.use]
    save_changes(path.job, _version(path.job), [one.change], f"{one.words} (line {body.line} of the log)")
    data = {"line": body.line, "changes": [{"path": one.change.path, "value": one.change.value, "was": one.was}]}
    add_line(path.job, "used", f"line {body.line}: {one.words}", data, design)
    return _book(path.job, *_loaded(path.job)).model_dump(mode="json")


@api.post("/log/back", responses={200: g.BackOut, **STALE})
def take_back(path: s.JobPath, body: g.BackIn) -> dict[str, object]:
    """Take a line back: it stays to be read and counts no more; what it gave is set back where it still stands."""
    design, _, record = _loaded(path.job)
    entry, given = _line(record, body.line), used(record).get(body.line, [])
    changes, left = undoing(design, [one for _, one in given])
    if entry.kind == "ticket":
        changes += weighed_again(design, entry)
    if changes:
        save_changes(path.job, _version(path.job), changes, f"line {body.line} of the log taken back")
    for n in [*(n for n, _ in given), body.line]:
        add_line(path.job, "taken back", f"line {n}: {entry.text[:80]}", {"line": n}, design)
    return g.BackOut(book=_book(path.job, *_loaded(path.job)), left=left).model_dump(mode="json")


@api.post("/log/photo", responses={200: g.BookOut})
def photograph(path: s.JobPath, query: g.PhotoQuery) -> dict[str, object]:
    """Take a photograph in: the body is a JPEG or PNG; it is reduced, and what it says of its place is left out."""
    design, making, _ = _loaded(path.job)
    record = add_line(path.job, "photo", query.text, {"jpeg": reduced(request.get_data()), "of": query.of}, design, query.uid)
    return _book(path.job, design, making, record).model_dump(mode="json")


@api.get("/log/photo/<int:line>", responses=offered("image/jpeg"))
def picture(path: g.PhotoPath) -> Response:
    """A photograph of the log by its line."""
    with service().database.reading() as session:
        record = jobs.entries(session, path.job)
    entry = record[path.line] if path.line < len(record) else None
    if entry is None or entry.kind != "photo" or path.line in taken_back(record):
        raise InputError([Problem(field="line", message=f"line {path.line} of this log has no photograph")])
    return download(picture_of(Photo.model_validate(entry.data).jpeg), f"line {path.line}.jpg", "image/jpeg", attachment=False)


@api.get("/log.csv", responses=offered("text/csv"))
def table(path: s.JobPath) -> Response:
    """The log as a table."""
    design, _, record = _loaded(path.job)
    return download(log_csv(record), f"{design.name} log.csv", "text/csv")


@api.get("/log.pdf", responses=offered("application/pdf"))
def sheet(path: s.JobPath) -> Response:
    """The log to print, with its photographs."""
    design, _, record = _loaded(path.job)
    return download(log_pdf(record, design.name), f"{design.name} log.pdf", "application/pdf", attachment=False)


def every_log() -> list[tuple[int, str, tuple[Entry, ...]]]:
    with service().database.reading() as session:
        return [(row.id, row.name, jobs.entries(session, row.id)) for row in jobs.all_jobs(session)]


@over_all.get("/log", responses={200: g.ShopLogOut})
def search(query: g.SearchQuery) -> dict[str, object]:
    """Lines of all jobs that hold all of these words, newest first; what is due, and what the shop has learnt."""
    rows, today = every_log(), dt.date.today()
    wanted = query.words.lower().split()
    found = []
    for job, name, record in rows:
        for n, entry in standing(record):
            fields = "" if entry.kind in QUIET else fields_in(entry)
            text = f"{name} {entry.kind} {entry.text} {fields}".lower()
            if entry.kind in QUIET or (query.kind and entry.kind != query.kind) or not all(word in text for word in wanted):
                continue
            found.append(g.FoundLine(job=job, name=name, line=n, kind=entry.kind, at=entry.at, text=entry.text, fields=fields))
    found.sort(key=lambda one: (one.at, one.line), reverse=True)
    waiting = [g.DueOut(job=job, name=name, due=one) for job, name, record in rows for one in due(record, today)]
    waiting.sort(key=lambda one: (not one.due.over, one.due.on or dt.date.max))
    out = g.ShopLogOut(
        lines=found[:MOST],
        more=max(0, len(found) - MOST),
        due=waiting,
        learnt=learnt([(name, record) for _, name, record in rows]),
        kinds=list(KINDS),
    )
    return out.model_dump(mode="json")


@over_all.get("/log/due.ics", responses=offered("text/calendar"))
def due_calendar() -> Response:
    """What is due on a day, of all jobs, for a calendar."""
    today = dt.date.today()
    rows = [(name, one) for _, name, record in every_log() for one in due(record, today)]
    return download(due_ics(rows, now()), "checks due.ics", "text/calendar")
