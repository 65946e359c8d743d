"""The stockroom of the yard, and what a job takes of it."""

from __future__ import annotations

from flask import Response
from flask_openapi3 import APIBlueprint

from ergostrut.core.catalog.model import Catalog, Planks
from ergostrut.core.catalog.own import extended
from ergostrut.core.changes import Change
from ergostrut.core.cut.booked import rests, taken
from ergostrut.core.document.stockroom import OnHand, checked
from ergostrut.core.job.change import apply
from ergostrut.core.job.document import Entry
from ergostrut.core.job.marks import BOOKED, booked_at
from ergostrut.core.problem import InputError, Problem
from ergostrut.core.quantity import Length
from ergostrut.core.wording import Say
from ergostrut.files.stockroom_csv import read_stockroom, write_stockroom
from ergostrut.store import jobs, stock, stockroom
from ergostrut.store.database import now

from .. import cut_shapes as c
from .. import shapes as s
from ..downloads import download, offered
from ..service import service
from .job import done

api = APIBlueprint("stockroom", __name__, url_prefix="/api", abp_responses=s.REFUSED)


def _catalog() -> Catalog:
    with service().database.reading() as session:
        return extended(service().catalog, stock.everything(session))


def _out(rows: tuple[OnHand, ...], holds: dict[str, tuple[stockroom.Hold, ...]], catalog: Catalog) -> dict[str, object]:
    found = []
    for row in rows:
        held = holds.get(row.id, ())
        known = catalog.sheets.get(row.stock) or catalog.sections.get(row.stock)
        free = row.count - sum(hold.count for hold in held)
        found.append(c.OnHandOut(row=row, label=known.label if known else "", free=free, held=list(held)))
    sheets = [c.StockOffer(id=one.id, label=one.label, flat=not isinstance(one, Planks)) for one in catalog.sheets.values()]
    bars = [c.StockOffer(id=one.id, label=one.label, flat=False) for one in catalog.sections.values()]
    return c.StockroomOut(rows=found, offers=sorted([*bars, *sheets], key=lambda one: one.label)).model_dump(mode="json")


@api.get("/stockroom", responses={200: c.StockroomOut})
def whole_stockroom() -> dict[str, object]:
    """Everything the shop has, how many of each are free, and which jobs have the others."""
    catalog = _catalog()
    with service().database.reading() as session:
        return _out(stockroom.everything(session), stockroom.holds(session), catalog)


@api.post("/stockroom", responses={200: c.StockroomOut})
def add_to_stockroom(body: c.StockroomIn) -> dict[str, object]:
    """Add or replace by name; nothing is kept when one of them cannot be used."""
    catalog = _catalog()
    checked(body.rows, catalog)
    with service().database.writing() as session:
        return _out(stockroom.put(session, body.rows), stockroom.holds(session), catalog)


@api.post("/stockroom/import", responses={200: c.StockroomOut})
def import_stockroom(body: s.ImportJob) -> dict[str, object]:
    """Take in a table; one that cannot be read changes nothing."""
    catalog, rows = _catalog(), read_stockroom(body.text)
    checked(rows, catalog)
    with service().database.writing() as session:
        return _out(stockroom.put(session, rows), stockroom.holds(session), catalog)


@api.get("/stockroom/export", responses=offered("text/csv"))
def export_stockroom() -> Response:
    """The table."""
    with service().database.reading() as session:
        text = write_stockroom(stockroom.everything(session))
    return download(text, "stockroom.csv", "text/csv")


@api.delete("/stockroom/<string:ident>", responses={200: c.StockroomOut})
def remove_from_stockroom(path: c.OnHandPath) -> dict[str, object]:
    """Take one row away; jobs that reserved of it keep theirs."""
    catalog = _catalog()
    with service().database.writing() as session:
        return _out(stockroom.remove(session, path.ident), stockroom.holds(session), catalog)


@api.post("/jobs/<int:job>/cut/book", responses={200: s.JobOut, 409: s.Refusal})
def book(path: s.JobPath, body: c.BookIn) -> dict[str, object]:
    """The plan was cut: what it took goes out of the stockroom, the offcuts worth keeping go in, and the record says so. Once a job: cut again, the
    same offcuts would be there twice."""
    design, report = service().load(path.job)
    with service().database.reading() as session:
        before = booked_at(jobs.entries(session, path.job))
    if before:
        words = f"this job was booked as cut on {before[:10]}; what was cut since is written down in the stockroom by hand"
        raise InputError([Problem(field="/booked", message=words)])
    used, kept = taken(report.cut), rests(report.cut, design.shop.off_bars[0])
    changes = [Change(f"/shop/reserved/{n}/booked", True) for n, one in enumerate(design.shop.reserved) if not one.booked]
    after, say = apply(design, changes), Say(design.units)
    open_rows = {one.id for one in design.shop.reserved if not one.booked}
    with service().database.writing() as session:
        saved = jobs.save(session, path.job, body.version, after, "cut plan booked")
        if isinstance(saved, jobs.Saved):
            rows = {row.id: row for row in stockroom.everything(session)}
            less = [
                rows[one].model_copy(update={"count": max(rows[one].count - many, 0)})
                for one, many in used.items()
                if one in open_rows and one in rows
            ]
            offcuts: list[OnHand] = []
            for rest in kept:
                ident = _free_name(f"job{path.job}-{len(offcuts) + 1}", {*rows, *(row.id for row in offcuts)})
                unit = design.units.length
                offcuts.append(
                    OnHand(
                        id=ident,
                        stock=rest.stock,
                        length=Length.parse(_written(rest.length, unit)),
                        width=None if rest.width is None else Length.parse(_written(rest.width, unit)),
                        offcut=True,
                        note=f"left of {design.name}"[:120],
                    )
                )
            stockroom.put(session, [*less, *offcuts])
            words = f"cut plan booked: {sum(used.values())} of the shop's used, {len(offcuts)} offcuts kept"
            data = {BOOKED: True} | {one.id: say.length(one.length.mm) for one in offcuts}
            jobs.append(session, path.job, [Entry(kind="note", at=now().isoformat(timespec="minutes"), text=words, data=data)])
    found = done(saved)
    service().begin(path.job, after)
    return found


def _written(mm: float, unit: str) -> str:
    """A measured length rounded down to what a tape reads: a mm, or a sixteenth."""
    return f"{int(mm)} mm" if unit == "mm" else f"{int(mm / 25.4 * 16) / 16:g} in"


def _free_name(name: str, taken_names: set[str]) -> str:
    found, n = name, 1
    while found in taken_names:
        n += 1
        found = f"{name}-{n}"
    return found
