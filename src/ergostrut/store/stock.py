"""The shop's own metals, sections, lumber and panels, shared by its jobs; a job keeps a copy of what it uses."""

from __future__ import annotations

from pydantic import ValidationError
from sqlalchemy import delete, select
from sqlalchemy.orm import Session

from ergostrut.core.catalog.own import KINDS, OwnStock
from ergostrut.core.problem import InputError, Problem

from .models import StockRow


class NoSuchStockError(LookupError):
    """The shop has no stock of that id."""

    def __init__(self, ident: str) -> None:
        super().__init__(f"there is no stock “{ident}” of your own")


def everything(session: Session) -> OwnStock:
    """All of it, sorted by id.

    Raises:
        InputError: an item that cannot be read; it can still be taken away.
    """
    rows = session.scalars(select(StockRow).order_by(StockRow.id)).all()
    lists: dict[str, list[object]] = {name: [] for name, _ in KINDS.values()}
    for row in rows:
        name, record = KINDS[row.kind]
        try:
            lists[name].append(record.model_validate_json(row.data))
        except ValidationError:
            words = f"your own “{row.id}” was stored by another program and cannot be read; take it away and enter it again"
            raise InputError([Problem(field=f"/own/{row.id}", message=words)]) from None
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
