"""The shop's own metals, sections, lumber and panels, and what every job may choose from."""

from __future__ import annotations

from flask import Response
from flask_openapi3 import APIBlueprint

from ergostrut.core.catalog.model import Planks
from ergostrut.core.catalog.own import SIZES, OwnStock, extended, merged
from ergostrut.core.structure.systems import SYSTEMS
from ergostrut.files.stock_json import read_stock, write_stock
from ergostrut.store import jobs, stock

from .. import shapes as s
from .. import stock_shapes as t
from ..downloads import download, offered
from ..service import service

api = APIBlueprint("stock", __name__, url_prefix="/api", abp_responses=s.REFUSED)


def _out(own: OwnStock) -> dict[str, object]:
    families = [t.SizesOut(family=family, sizes=list(names)) for family, (names, _) in SIZES.items()]
    return t.StockOut(stock=own, families=families).model_dump(mode="json")


@api.get("/stock", responses={200: t.StockOut})
def own_stock() -> dict[str, object]:
    """Everything of the shop's own."""
    with service().database.reading() as session:
        return _out(stock.everything(session))


@api.post("/stock", responses={200: t.StockOut})
def add_stock(body: t.StockIn) -> dict[str, object]:
    """Add or replace by id; nothing is kept when one of them cannot be used."""
    with service().database.writing() as session:
        extended(service().catalog, merged(stock.everything(session), body.stock))
        return _out(stock.put(session, body.stock))


@api.post("/stock/import", responses={200: t.StockOut})
def import_stock(body: s.ImportJob) -> dict[str, object]:
    """Take in a stock file; one that cannot be read changes nothing."""
    found = read_stock(body.text)
    with service().database.writing() as session:
        extended(service().catalog, merged(stock.everything(session), found))
        return _out(stock.put(session, found))


@api.get("/stock/export", responses=offered("application/json"))
def export_stock() -> Response:
    """The stock file."""
    with service().database.reading() as session:
        text = write_stock(stock.everything(session))
    return download(text, "own stock.json", "application/json")


@api.delete("/stock/<string:ident>", responses={200: t.StockOut})
def remove_stock(path: t.StockPath) -> dict[str, object]:
    """Take one away; jobs that use it keep their copy."""
    with service().database.writing() as session:
        return _out(stock.remove(session, path.ident))


@api.get("/catalog", responses={200: t.CatalogOut})
def catalog(query: t.CatalogQuery) -> dict[str, object]:
    """What can be chosen; with a job, its own stock besides."""
    c = service().catalog
    if query.job is not None:
        with service().database.reading() as session:
            c = extended(c, jobs.get(session, query.job).design.own)
    return t.CatalogOut(
        version=c.version,
        sections=[
            t.SectionOut(
                id=x.id,
                label=x.label,
                shape=x.properties.shape,
                material=x.material.label,
                kg_per_m=x.mass_per_m,
                price_per_m=x.price_per_m,
                unit=x.unit,
                systems=[system.id for system in SYSTEMS.values() if system.takes(x)],
            )
            for x in c.sections.values()
        ],
        sheets=[t.SheetOut(id=x.id, label=x.label, t=x.t, boards=isinstance(x, Planks)) for x in c.sheets.values()],
        threads=list(c.threads),
        grades=list(c.grades),
        systems=[
            t.SystemOut(
                id=x.id,
                label=x.label,
                liked=x.liked,
                complaint=x.complaint,
                joint=x.joint,
                fasteners=list(x.fasteners),
                rail=x.rail,
                rib=x.rib,
                slide=x.slide,
            )
            for x in SYSTEMS.values()
        ],
        screws=list(c.wood_screws),
        metals=[t.MetalOut(id=m.id, label=m.label, kind=m.kind) for m in c.metals.values()],
    ).model_dump(mode="json")
