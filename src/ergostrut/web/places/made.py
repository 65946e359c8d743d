"""Parts as they are made: planned, bought, cut, fitted, and what they came out as."""

from __future__ import annotations

from flask_openapi3 import APIBlueprint
from pydantic import ValidationError

from ergostrut.core.cut.plan import cut_plan
from ergostrut.core.document.entries import PartReading
from ergostrut.core.job.document import Design, Entry
from ergostrut.core.job.marks import issued_marks
from ergostrut.core.log.follow import followed
from ergostrut.core.log.kept import misfits
from ergostrut.core.log.parts import Made, made_parts, said
from ergostrut.core.problem import InputError, Problem, problems_of
from ergostrut.store import jobs
from ergostrut.store.database import now

from .. import record_shapes as r
from .. import shapes as s
from ..service import Making, service

api = APIBlueprint("made", __name__, url_prefix="/api/jobs/<int:job>", abp_responses=s.REFUSED)


def _loaded(job: int) -> tuple[Design, Making, tuple[Entry, ...]]:
    with service().database.reading() as session:
        design, record = jobs.get(session, job).design, jobs.entries(session, job)
    return design, service().making(design), record


def _listed(making: Making, record: tuple[Entry, ...]) -> dict[str, object]:
    made, issued = made_parts(record), issued_marks(record)
    rows = [
        r.MadeRow(
            mark=issued.get(row.parts[0], row.mark), role=row.role, stock_label=row.stock_label, length=row.length, width=row.width,
            mitre=row.mitre, parts=[_part(part, made.get(part)) for part in row.parts],
        )
        for row in making.cut.pieces
    ]  # fmt: skip
    done = {part for part, one in made.items() if one.done}
    left = cut_plan(making.context, done)
    return r.MadeListOut(
        rows=rows, findings=list(misfits(making.context, making.cut.pieces, made)), left=sum(row.count for row in left.pieces),
        left_price=sum(group.price for group in left.bars) + sum(group.price for group in left.sheets),
    ).model_dump(mode="json")  # fmt: skip


def _part(part: str, made: Made | None) -> r.MadeOut:
    if made is None:
        return r.MadeOut(part=part, state="planned", at="", reading=PartReading())
    return r.MadeOut(part=part, state=made.part.state, at=made.at, reading=made.part.reading)


@api.get("/cut/made", responses={200: r.MadeListOut})
def made(path: s.JobPath) -> dict[str, object]:
    """Every part of the cut list with its state and what it was read to be, and which no longer fit."""
    _, making, record = _loaded(path.job)
    return _listed(making, record)


@api.post("/cut/made", responses={200: r.MadeListOut})
def say_made(path: s.JobPath, body: r.MadeIn) -> dict[str, object]:
    """Parts bought, cut or fitted, with what they were read to be; a line of the record."""
    design, making, record = _loaded(path.job)
    rows = making.cut.pieces
    data = said(rows, body.parts, body.state, _reading(body, design), made_parts(record))
    if missing := [part for part in body.parts if part not in data]:
        raise InputError([Problem(field="/parts", message=f"there is no part “{missing[0]}” on the cut list")])
    marks = ", ".join(sorted({one.mark for one in data.values()}))
    read = ", ".join(f"{name} {value}" for name, value in _words(body))
    entry = Entry(
        kind="part", at=now().isoformat(timespec="minutes"), text=f"{marks} {body.state}{': ' + read if read else ''}",
        data={part: one.model_dump(mode="json") for part, one in data.items()},
    )  # fmt: skip
    with service().database.writing() as session:
        record = jobs.append(session, path.job, [entry])
    return _listed(making, record)


def _words(body: r.MadeIn) -> list[tuple[str, str]]:
    rows = [("length", body.length), ("width", body.width), ("angle", "" if body.angle is None else f"{body.angle:g}°"), ("bow", body.bow)]
    return [(name, value.strip()) for name, value in rows if value.strip()]


def _reading(body: r.MadeIn, design: Design) -> PartReading:
    lengths = {"length": body.length, "width": body.width, "bow": body.bow}
    data = {name: text for name, text in lengths.items() if text.strip()} | ({} if body.angle is None else {"angle": body.angle})
    try:
        return PartReading.model_validate(data, context={"length": design.units.length, "mass": design.units.mass})
    except ValidationError as error:
        raise InputError(problems_of(error)) from None


@api.get("/cut/follow", responses={200: r.FollowOut})
def follow(path: s.JobPath, query: r.FollowQuery) -> dict[str, object]:
    """Which settings would make the design follow a part as it was read, and what else then changes; nothing is saved."""
    design, making, record = _loaded(path.job)
    found = made_parts(record)
    one = found.get(query.part)
    row = next((row for row in making.cut.pieces if query.part in row.parts), None)
    if one is None or row is None:
        return r.FollowOut(part=query.part, actual=None, offers=[]).model_dump(mode="json")
    read, by_width = one.part.reading, False
    actual = read.length.mm if read.length is not None else one.part.length_mm
    if row.width is not None and read.width is not None and abs(actual - row.length) < abs(read.width.mm - row.width):
        by_width, actual = True, read.width.mm
    offers = followed(design, service().catalog, query.part, by_width, actual, found)
    return r.FollowOut(part=query.part, actual=actual, offers=list(offers)).model_dump(mode="json")
