"""The shop's own metals, sections, lumber and panels, shared by its jobs; a job keeps a copy of what it uses."""

from __future__ import annotations

from sqlalchemy import delete, select
from sqlalchemy.orm import Session

from ergostrut.core.catalog.own import KINDS, OwnStock

from .models import StockRow


class NoSuchStockError(LookupError):
    """The shop has no stock of that id."""

    def __init__(self, ident: str) -> None:
        super().__init__(f"there is no stock “{ident}” of your own")


def everything(session: Session) -> OwnStock:
    """All of it, sorted by id."""
    rows = session.scalars(select(StockRow).order_by(StockRow.id)).all()
    lists = {
        name: tuple(record.model_validate_json(row.data) for row in rows if row.kind == kind) for kind, (name, record) in KINDS.items()
    }
    return OwnStock.model_validate(lists)


def put(session: Session, stock: OwnStock) -> OwnStock:
    """Add or replace by id; returns everything."""
    for kind, (name, _) in KINDS.items():
        for item in getattr(stock, name):
            session.merge(StockRow(id=item.id, kind=kind, data=item.model_dump_json()))
    session.flush()
    return everything(session)


def remove(session: Session, ident: str) -> OwnStock:
    """Take one away; jobs that use it keep their copy.

    Raises:
        NoSuchStockError: there is none of that id.
    """
    if session.get(StockRow, ident) is None:
        raise NoSuchStockError(ident)
    session.execute(delete(StockRow).where(StockRow.id == ident))
    return everything(session)
