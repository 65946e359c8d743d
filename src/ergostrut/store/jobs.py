"""Jobs in the database: every save is a revision, undo and redo move along them, stale writes are kept aside.

Functions that change something are called within ``Database.writing()``: they hold the write lock before they compare versions.
"""

from __future__ import annotations

import json
from collections.abc import Iterable
from dataclasses import dataclass
from typing import Any

from pydantic import ValidationError
from sqlalchemy import func, select, update
from sqlalchemy.orm import Session

from ergostrut.core.job.document import VERSION, Design, Entry, Job, read_design, upgraded_design
from ergostrut.core.problem import InputError, Problem

from .database import now
from .models import EntryRow, HeadRow, JobRow, RevisionRow

LARGEST_ID = 2**62
RECORD_ROOM = 24_000_000
"""Bytes of record a job may hold: so much goes out with its file and comes in again."""


class NoSuchJobError(LookupError):
    """The job, or the revision, is not in the database."""


class StaleError(Exception):
    """The write was based on an older version; it was kept as revision ``kept``, if there was anything to keep."""

    def __init__(self, kept: int, version: int) -> None:
        self.kept, self.version = kept, version
        super().__init__("the job was changed elsewhere")


@dataclass(frozen=True)
class Stale:
    """A write on an older version: nothing moved, and what was to be saved is kept as revision ``kept`` (0: nothing to keep)."""

    kept: int
    version: int


@dataclass(frozen=True)
class Saved:
    """A job as stored, with where its head stands among the revisions."""

    id: int
    version: int
    revision: int
    can_undo: bool
    can_redo: bool
    design: Design
    sample: bool
    card: str | None = None


@dataclass(frozen=True)
class Listed:
    """A job in the yard: ``card`` as it was stored with the head revision, if it was."""

    id: int
    name: str
    revision: int
    sample: bool
    card: str | None


@dataclass(frozen=True)
class RevisionInfo:
    number: int
    label: str
    created: str
    kept: bool
    head: bool


def _dump(design: Design) -> str:
    return json.dumps(design.model_dump(mode="json"), ensure_ascii=False)


def _job(session: Session, job_id: int) -> JobRow:
    row = session.get(JobRow, job_id) if 0 < job_id <= LARGEST_ID else None
    if row is None:
        raise NoSuchJobError(f"there is no job {job_id}")
    return row


def _revision(session: Session, job_id: int, number: int) -> RevisionRow:
    found = RevisionRow.job_id == job_id, RevisionRow.number == number
    row = session.scalar(select(RevisionRow).where(*found)) if 0 < number <= LARGEST_ID and 0 < job_id <= LARGEST_ID else None
    if row is None:
        raise NoSuchJobError(f"job {job_id} has no revision {number}")
    return row


def _next(session: Session, job_id: int) -> int:
    return (session.scalar(select(func.max(RevisionRow.number)).where(RevisionRow.job_id == job_id)) or 0) + 1


def _design(row: RevisionRow) -> Design:
    """A revision's design.

    Raises:
        InputError: it was stored by another program, or spoilt, and cannot be read.
    """
    try:
        data = json.loads(row.design)
    except ValueError:
        raise InputError([Problem(field="/", message=f"revision {row.number} of this job is not JSON; restore another revision")]) from None
    return read_design(upgraded_design(data, row.version))


def _saved(session: Session, row: JobRow, design: Design | None = None) -> Saved:
    head = _revision(session, row.id, row.head)
    return Saved(
        row.id, row.version, row.head, head.parent is not None, head.redo is not None, design or _design(head), row.sample, head.card
    )


def unreadable(session: Session, job_id: int) -> str:
    """Why a job's design cannot be read; empty when it can."""
    try:
        _design(_revision(session, job_id, _job(session, job_id).head))
    except InputError as error:
        return str(error)
    return ""


def _moved(session: Session, row: JobRow, number: int) -> None:
    """Point the head at a revision, as a new version."""
    row.head, row.version, row.changed = number, row.version + 1, now()
    session.add(HeadRow(job_id=row.id, version=row.version, number=number))
    session.flush()


def all_jobs(session: Session) -> list[Listed]:
    """Every job, last changed first; no design is read."""
    rows = session.execute(
        select(JobRow.id, JobRow.name, JobRow.head, JobRow.sample, RevisionRow.card)
        .join(RevisionRow, (RevisionRow.job_id == JobRow.id) & (RevisionRow.number == JobRow.head))
        .order_by(JobRow.changed.desc(), JobRow.id.desc())
    )
    return [Listed(*row) for row in rows]


def get(session: Session, job_id: int) -> Saved:
    """A job with its newest design.

    Raises:
        NoSuchJobError: there is none.
        InputError: its design cannot be read; ``as_stored`` still gives it out.
    """
    return _saved(session, _job(session, job_id))


def seen_at(session: Session, job_id: int, version: int) -> tuple[int, Design]:
    """The revision, and its design, that ``version`` of a job showed: what a change made then was made to."""
    row = _job(session, job_id)
    number = session.scalar(select(HeadRow.number).where(HeadRow.job_id == job_id, HeadRow.version == version))
    revision = _revision(session, job_id, number or row.head)
    return revision.number, _design(revision)


def create(session: Session, job: Job, *, sample: bool = False, label: str = "new job", card: str | None = None) -> Saved:
    """Store a job with its record as revision 1."""
    at = now()
    row = JobRow(name=job.design.name, head=1, version=1, created=at, changed=at, sample=sample)
    session.add(row)
    session.flush()
    session.add(
        RevisionRow(
            job_id=row.id,
            number=1,
            parent=None,
            redo=None,
            label=label[:120],
            design=_dump(job.design),
            created=at,
            card=card,
            version=VERSION,
        )
    )
    session.add(HeadRow(job_id=row.id, version=1, number=1))
    for entry in job.record:
        session.add(EntryRow(job_id=row.id, entry=entry.model_dump_json()))
    session.flush()
    return _saved(session, row, job.design)


def save(
    session: Session, job_id: int, version: int, design: Design, label: str, *, base: int | None = None, card: str | None = None
) -> Saved | Stale:
    """Save a design made from revision ``base`` (the head when None) by somebody who saw ``version``.

    When the job has moved on meanwhile the design is kept as a revision aside, and the head stays.
    """
    row = _job(session, job_id)
    number, stale = _next(session, job_id), row.version != version
    parent = _revision(session, job_id, base or row.head)
    session.add(
        RevisionRow(
            job_id=job_id,
            number=number,
            parent=parent.number,
            redo=None,
            kept=stale,
            label=label[:120],
            design=_dump(design),
            created=now(),
            card=card,
            version=VERSION,
        )
    )
    session.flush()
    if stale:
        return Stale(number, row.version)
    parent.redo = None
    row.name = design.name
    _moved(session, row, number)
    return _saved(session, row, design)


def _move(session: Session, job_id: int, version: int, *, back: bool) -> Saved | Stale:
    row = _job(session, job_id)
    if row.version != version:
        return Stale(0, row.version)
    head = _revision(session, job_id, row.head)
    target = head.parent if back else head.redo
    if target is None:
        return _saved(session, row)
    other = _revision(session, job_id, target)
    design = _design(other)
    if back:
        other.redo = head.number
    row.name = design.name
    _moved(session, row, target)
    return _saved(session, row, design)


def undo(session: Session, job_id: int, version: int) -> Saved | Stale:
    """Step to the revision this one was made from; the record stays."""
    return _move(session, job_id, version, back=True)


def redo(session: Session, job_id: int, version: int) -> Saved | Stale:
    """Step forward to the revision undo came from."""
    return _move(session, job_id, version, back=False)


def restore(session: Session, job_id: int, version: int, number: int) -> Saved | Stale:
    """Make a copy of revision ``number`` the newest one."""
    old = _revision(session, job_id, number)
    return save(session, job_id, version, _design(old), f"restored revision {number}", card=old.card)


def keep_card(session: Session, job_id: int, number: int, card: str) -> None:
    """Store what the yard shows of a revision."""
    session.execute(update(RevisionRow).where(RevisionRow.job_id == job_id, RevisionRow.number == number).values(card=card))


def revisions(session: Session, job_id: int) -> list[RevisionInfo]:
    """All revisions, newest first."""
    row = _job(session, job_id)
    rows = session.scalars(select(RevisionRow).where(RevisionRow.job_id == job_id).order_by(RevisionRow.number.desc()))
    return [RevisionInfo(r.number, r.label, r.created.isoformat(timespec="seconds"), r.kept, r.number == row.head) for r in rows]


def _entry(text: str) -> Entry:
    try:
        return Entry.model_validate_json(text)
    except ValidationError:
        return Entry(kind="note", at="", text=f"A line that this program cannot read: {text[:400]}")


def entries(session: Session, job_id: int) -> tuple[Entry, ...]:
    """The record in the order it was written."""
    _job(session, job_id)
    rows = session.scalars(select(EntryRow.entry).where(EntryRow.job_id == job_id).order_by(EntryRow.id))
    return tuple(_entry(text) for text in rows)


def append(session: Session, job_id: int, added: Iterable[Entry]) -> tuple[Entry, ...]:
    """Add to the record; nothing in it is ever changed.

    Raises:
        InputError: the record holds as much as a job file can carry.
    """
    _job(session, job_id)
    texts = [entry.model_dump_json() for entry in added]
    held = session.scalar(select(func.sum(func.length(EntryRow.entry))).where(EntryRow.job_id == job_id)) or 0
    if held + sum(map(len, texts)) > RECORD_ROOM:
        raise InputError(
            [Problem(field="/text", message="this job's record is full; copy the job and go on in the copy, the record stays here")]
        )
    session.add_all(EntryRow(job_id=job_id, entry=text) for text in texts)
    session.flush()
    return entries(session, job_id)


def export(session: Session, job_id: int, catalog: str) -> Job:
    """The job as its file."""
    return Job(catalog=catalog, design=get(session, job_id).design, record=entries(session, job_id))


def as_stored(session: Session, job_id: int) -> str:
    """The job's file with everything as it lies in the database, for one that cannot be read."""
    row = _job(session, job_id)
    head = _revision(session, job_id, row.head)
    lines = session.scalars(select(EntryRow.entry).where(EntryRow.job_id == job_id).order_by(EntryRow.id))
    data = {
        "format": "ergostrut-job",
        "version": head.version,
        "design": _plain(head.design),
        "record": [_plain(text) for text in lines],
    }
    return json.dumps(data, indent=2, ensure_ascii=False) + "\n"


def _plain(text: str) -> Any:
    try:
        return json.loads(text)
    except ValueError:
        return text


def delete(session: Session, job_id: int) -> None:
    """Take a job away with all it holds; its number is not given again."""
    session.delete(_job(session, job_id))
    session.flush()
