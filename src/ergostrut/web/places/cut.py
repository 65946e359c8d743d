"""Cut: the cut list, bars and sheets drawn, marks, what other lengths would cost."""

from __future__ import annotations

from dataclasses import replace

from flask import Response
from flask_openapi3 import APIBlueprint

from ergostrut.core.cut.from_bars import what_if
from ergostrut.core.cut.holes import drilled
from ergostrut.core.cut.prices import prices_of
from ergostrut.core.drawing.cutting import cut_drawings
from ergostrut.core.drawing.part import parts_drawn
from ergostrut.core.job.document import Design, Entry
from ergostrut.core.job.marks import booked_at, issued_marks
from ergostrut.core.problem import InputError, Problem
from ergostrut.core.report import Report
from ergostrut.core.wording import Say
from ergostrut.devices.lines import port_of
from ergostrut.devices.prices import PORT, VARIABLE, asked
from ergostrut.files.csv_out import cut_csv
from ergostrut.files.pack import ONE, Pack, one_file, packed
from ergostrut.files.preview import picture, sizes
from ergostrut.files.prices_csv import read_prices, write_prices
from ergostrut.store import jobs
from ergostrut.store.database import now

from .. import cut_shapes as c
from .. import shapes as s
from ..downloads import download, offered
from ..service import key_of, service

api = APIBlueprint("cut", __name__, url_prefix="/api/jobs/<int:job>", abp_responses=s.REFUSED)


def _loaded(job: int) -> tuple[Design, Report, dict[str, str]]:
    """A job with its report, and the marks that were given to its parts for good."""
    design, report = service().load(job)
    with service().database.reading() as session:
        return design, report, issued_marks(jobs.entries(session, job))


@api.get("/cut", responses={200: c.CutOut})
def cut(path: s.JobPath) -> dict[str, object]:
    """Cut list, bars and sheets to buy as they are cut, hardware, price."""
    design, report, issued = _loaded(path.job)
    with service().database.reading() as session:
        booked = booked_at(jobs.entries(session, path.job))
    plan = report.cut
    names = {p.mark: issued.get(p.parts[0], p.mark) for p in plan.pieces}
    bars, sheets = cut_drawings(plan, names, Say(design.units), *design.shop.off_bars)
    return c.CutOut(
        pieces=[c.PieceOut(piece=p, count=p.count, brief=p.brief, issued=issued.get(p.parts[0])) for p in plan.pieces],
        bars=list(plan.bars),
        sheets=list(plan.sheets),
        bars_drawn=bars,
        sheets_drawn=sheets,
        parts_drawn=list(parts_drawn(report.context, plan.pieces)),
        drilled=[replace(row, mark=names[row.mark]) for row in drilled(report.context, plan.pieces)],
        hardware=list(plan.hardware),
        services=list(plan.services),
        price=plan.price,
        kg=report.tally.build_kg,
        currency=design.shop.currency,
        issued=bool(issued),
        booked=booked,
    ).model_dump(mode="json")


@api.get("/cut/lengths", responses={200: c.LengthsOut})
def lengths(path: s.JobPath, query: c.StockQuery) -> dict[str, object]:
    """Of one section, what each length it is sold in would cost alone, and which parts 2 mm shorter would save a bar."""
    _, report = service().load(path.job)
    if all(group.stock != query.stock for group in report.cut.bars):
        return c.LengthsOut(alone=[], shorter=[]).model_dump(mode="json")
    alone, less = what_if(report.context, report.cut.pieces, query.stock)
    return c.LengthsOut(alone=list(alone), shorter=list(less)).model_dump(mode="json")


@api.get("/cut.csv", responses=offered("text/csv"))
def cut_list(path: s.JobPath) -> Response:
    """The cut list as a table."""
    design, report, issued = _loaded(path.job)
    return download(cut_csv(report.cut, design.units, issued), f"{design.name} cut list.csv", "text/csv")


@api.post("/cut/issue", responses={200: s.LogOut})
def issue_marks(path: s.JobPath) -> dict[str, object]:
    """Give every part its mark for good: kept in the record, never changed by what is cut later."""
    _, report = service().load(path.job)
    with service().database.writing() as session:
        issued = issued_marks(jobs.entries(session, path.job))
        fresh = {part: piece.mark for piece in report.cut.pieces for part in piece.parts if part not in issued}
        rows = [Entry(kind="mark", at=now().isoformat(timespec="minutes"), text="cut list issued", data=fresh)] if fresh else []
        return s.LogOut(entries=list(jobs.append(session, path.job, rows))).model_dump(mode="json")


def _pack(job: int) -> Pack:
    design, report, issued = _loaded(job)
    return Pack(design, report, {p.mark: issued.get(p.parts[0], p.mark) for p in report.cut.pieces}, now())


@api.get("/files", responses={200: c.FilesOut})
def files(path: s.JobPath) -> dict[str, object]:
    """What leaves the job as files."""
    with service().database.reading() as session:
        jobs.get(session, path.job)
    return c.FilesOut(files=[c.FileOut(name=name, what=what) for name, (what, _, _) in ONE.items()]).model_dump(mode="json")


@api.get("/files/<string:name>", responses=offered("application/octet-stream"))
def file(path: c.FilePath) -> Response:
    """One of them; ``all.zip`` is everything, with a drawing a view, a part and a sheet."""
    if path.name == "all.zip":
        pack = _pack(path.job)
        return download(packed(pack), f"{pack.design.name}.zip", "application/zip")
    if path.name not in ONE:
        raise InputError([Problem(field="name", message=f"there is no file “{path.name}”; there are {', '.join([*ONE, 'all.zip'])}")])
    pack = _pack(path.job)
    # what a browser shows is looked at first
    shown = path.name.endswith(".pdf")
    return download(one_file(pack, path.name), f"{pack.design.name} {path.name}", ONE[path.name][1], attachment=not shown)


def _paper(job: int, name: str) -> bytes:
    """One of the files that is a PDF, kept while the job stays as it is: every page of it is asked for by itself."""
    papers = [one for one in ONE if one.endswith(".pdf")]
    if name not in papers:
        raise InputError([Problem(field="name", message=f"“{name}” has no pages to look at; there are {', '.join(papers)}")])
    design, _, issued = _loaded(job)
    key = "\n".join([key_of(design), name, *(f"{part} {mark}" for part, mark in sorted(issued.items()))])
    return service().papers.get(key, lambda: one_file(_pack(job), name))


@api.get("/files/<string:name>/pages", responses={200: c.PagesOut})
def pages(path: c.FilePath) -> dict[str, object]:
    """How many pages a PDF of the job has, and how large they are."""
    return c.PagesOut(pages=list(sizes(_paper(path.job, path.name)))).model_dump(mode="json")


@api.get("/files/<string:name>/pages/<int:page>", responses=offered("image/png"))
def page(path: c.PagePath) -> Response:
    """A page of it as a picture, the first is 1."""
    try:
        data = picture(_paper(path.job, path.name), path.page - 1)
    except IndexError:
        raise InputError([Problem(field="page", message=f"“{path.name}” has no page {path.page}")]) from None
    return download(data, f"{path.name} {path.page}.png", "image/png", attachment=False)


def _offered(report: Report, fresh: dict[str, float]) -> dict[str, object]:
    """What prices would become, beside what they are."""
    rows = [c.PriceOut(price=price, offered=fresh.get(price.id)) for price in prices_of(report.context, report.cut)]
    return c.PricesOut(prices=rows).model_dump(mode="json")


@api.get("/cut/prices", responses={200: c.PricesOut})
def prices(path: s.JobPath) -> dict[str, object]:
    """What everything the job is made of costs."""
    _, report = service().load(path.job)
    return _offered(report, {})


@api.get("/cut/prices.csv", responses=offered("text/csv"))
def prices_table(path: s.JobPath) -> Response:
    """The same as a table."""
    design, report = service().load(path.job)
    return download(write_prices(prices_of(report.context, report.cut)), f"{design.name} prices.csv", "text/csv")


@api.post("/cut/prices/read", responses={200: c.PricesOut})
def read_table(path: s.JobPath, body: s.ImportJob) -> dict[str, object]:
    """What a table of prices would change; nothing is saved."""
    _, report = service().load(path.job)
    rows = prices_of(report.context, report.cut)
    return _offered(report, read_prices(body.text, {row.id for row in rows}))


@api.post("/cut/prices/ask", responses={200: c.PricesOut})
def ask_list(path: s.JobPath) -> dict[str, object]:
    """What the price list asks now; nothing is saved."""
    _, report = service().load(path.job)
    found = {}
    try:
        for row in prices_of(report.context, report.cut):
            if (price := asked(row.id, port_of(VARIABLE, PORT))) is not None:
                found[row.id] = price
    except OSError:
        words = "no price list answers: start it with “ergostrut prices”, or import a table"
        raise InputError([Problem(field="/prices", message=words)]) from None
    except ValueError as error:
        raise InputError([Problem(field="/prices", message=f"the price list says: {error}")]) from None
    return _offered(report, found)
