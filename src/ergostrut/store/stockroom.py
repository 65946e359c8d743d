"""The stockroom: what the shop has, and which jobs have taken what of it for themselves.

Nothing is written down twice: what is reserved stands in the jobs that reserve it, and undoing that there undoes it here.
"""

from __future__ import annotations

import json
from collections.abc import Iterable
from dataclasses import dataclass

from sqlalchemy import delete, select
from sqlalchemy.orm import Session

from ergostrut.core.document.stockroom import MOST, OnHand
from ergostrut.core.problem import InputError, Problem

from .models import JobRow, OnHandRow, RevisionRow


class NoSuchRowError(LookupError):
    """The stockroom has nothing of that name."""

    def __init__(self, ident: str) -> None:
        super().__init__(f"there is no “{ident}” in the stockroom")


@dataclass(frozen=True, slots=True)
class Hold:
    """``count`` of a row that a job has taken for itself and not yet cut."""

    job: int
    name: str
    count: int


def everything(session: Session) -> tuple[OnHand, ...]:
    """All of it: by stock, the longest first."""
    rows = [OnHand.model_validate_json(row.data) for row in session.scalars(select(OnHandRow))]
    return tuple(sorted(rows, key=lambda row: (row.stock, -row.length.mm, row.id)))


def put(session: Session, rows: Iterable[OnHand]) -> tuple[OnHand, ...]:
    """Add or replace by name; returns everything.

    Raises:
        InputError: more than a stockroom holds.
    """
    for row in rows:
        session.merge(OnHandRow(id=row.id, data=row.model_dump_json()))
    session.flush()
    found = everything(session)
    if len(found) > MOST:
        raise InputError([Problem(field="/rows", message=f"{len(found)} rows; a stockroom holds {MOST}: take away what is used up")])
    return found


def remove(session: Session, ident: str) -> tuple[OnHand, ...]:
    """Take one row away; jobs that reserved of it keep theirs.

    Raises:
        NoSuchRowError: there is none of that name.
    """
    if session.get(OnHandRow, ident) is None:
        raise NoSuchRowError(ident)
    session.execute(delete(OnHandRow).where(OnHandRow.id == ident))
    return everything(session)


def holds(session: Session) -> dict[str, tuple[Hold, ...]]:
    """Who has reserved how many, by row; what was cut is out of the stockroom and no longer held."""
    heads = session.execute(
        select(JobRow.id, JobRow.name, RevisionRow.design).join(
            RevisionRow, (RevisionRow.job_id == JobRow.id) & (RevisionRow.number == JobRow.head)
        )
    )
    found: dict[str, list[Hold]] = {}
    for job, name, text in heads:
        # a design that cannot be read holds nothing
        try:
            rows = json.loads(text)["shop"]["reserved"]
            mine = [(str(row["id"]), Hold(job, name, int(row.get("count", 1)))) for row in rows if not row.get("booked")]
        except (ValueError, KeyError, TypeError, AttributeError):
            continue
        for ident, hold in mine:
            found.setdefault(ident, []).append(hold)
    return {ident: tuple(rows) for ident, rows in found.items()}
