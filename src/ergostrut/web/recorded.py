"""A line added to a job's record: checked by its kind, once however often it is sent."""

from __future__ import annotations

import datetime as dt
from typing import Any

from pydantic import ValidationError

from ergostrut.core.document.entries import fields_of
from ergostrut.core.job.document import Design, Entry
from ergostrut.core.log.lines import FIRST, LAST
from ergostrut.core.problem import InputError, Problem, problems_of
from ergostrut.store import jobs
from ergostrut.store.database import now

from .service import service


def add_line(job: int, kind: Any, text: str, data: dict[str, Any], design: Design, uid: str = "", at: str = "") -> tuple[Entry, ...]:
    """The record with the line in it.

    Args:
        uid: a line that was sent with it before is not added again.
        at: when it was said, of a sender that could not send it then; now when empty.

    Raises:
        InputError: naming the field that cannot be.
    """
    try:
        found = fields_of(kind, data, {"length": design.units.length, "mass": design.units.mass})
        entry = Entry(kind=kind, at=_when(at), text=text.strip(), data=found, uid=uid)
    except ValidationError as error:
        raise InputError(problems_of(error)) from None
    with service().database.writing() as session:
        rows = jobs.entries(session, job)
        if uid and any(one.uid == uid for one in rows):
            return rows
        return jobs.append(session, job, [entry])


def _when(at: str) -> str:
    """A time of the sender's: no later than now, so that a clock that is wrong dates nothing ahead."""
    here = now()
    if at:
        try:
            said = dt.datetime.fromisoformat(at)
        except ValueError:
            raise InputError([Problem(field="/at", message=f"“{at[:40]}” is no date and time, such as 2026-05-04T10:30")]) from None
        if not FIRST <= said.year <= LAST:
            raise InputError([Problem(field="/at", message=f"“{at[:40]}” is of no year that anybody builds in")])
        if said.tzinfo is not None:
            said = said.astimezone(dt.UTC).replace(tzinfo=None)
        here = min(here, said)
    return here.isoformat(timespec="minutes")
