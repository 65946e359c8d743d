"""Jobs in the database: every save is a revision, undo and redo move along them, stale writes are kept aside."""

from __future__ import annotations

import json
from collections.abc import Iterable
from dataclasses import dataclass

from sqlalchemy import func, select
from sqlalchemy.orm import Session

from ergostrut.core.document import Design, Entry, Job, read_design

from .database import now
from .models import EntryRow, JobRow, RevisionRow


class NoSuchJobError(LookupError):
    """The job, or the revision, is not in the database."""


class StaleError(Exception):
    """The write was based on an older version; it was kept as revision ``kept``."""

    def __init__(self, kept: int, version: int) -> None:
        self.kept, self.version = kept, version
        super().__init__("the job was changed elsewhere")


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
    row = session.get(JobRow, job_id)
    if row is None:
        raise NoSuchJobError(f"there is no job {job_id}")
    return row


def _revision(session: Session, job_id: int, number: int) -> RevisionRow:
    row = session.scalar(select(RevisionRow).where(RevisionRow.job_id == job_id, RevisionRow.number == number))
    if row is None:
        raise NoSuchJobError(f"job {job_id} has no revision {number}")
    return row


def _next(session: Session, job_id: int) -> int:
    return (session.scalar(select(func.max(RevisionRow.number)).where(RevisionRow.job_id == job_id)) or 0) + 1


def _saved(session: Session, row: JobRow) -> Saved:
    head = _revision(session, row.id, row.head)
    return Saved(
        row.id, row.version, row.head, head.parent is not None, head.redo is not None, read_design(json.loads(head.design)), row.sample
    )


def all_jobs(session: Session) -> list[Saved]:
    """Every job, last changed first."""
    return [_saved(session, row) for row in session.scalars(select(JobRow).order_by(JobRow.changed.desc(), JobRow.id.desc()))]


def get(session: Session, job_id: int) -> Saved:
    return _saved(session, _job(session, job_id))


def create(session: Session, job: Job, *, sample: bool = False, label: str = "new job") -> Saved:
    """Store a job with its record as revision 1."""
    at = now()
    row = JobRow(name=job.design.name, head=1, version=1, created=at, changed=at, sample=sample)
    session.add(row)
    session.flush()
    session.add(RevisionRow(job_id=row.id, number=1, parent=None, redo=None, label=label, design=_dump(job.design), created=at))
    for entry in job.record:
        session.add(EntryRow(job_id=row.id, entry=entry.model_dump_json()))
    session.flush()
    return _saved(session, row)


def save(session: Session, job_id: int, version: int, design: Design, label: str) -> Saved:
    """Save a design written on top of ``version``.

    Raises:
        StaleError: the job moved on meanwhile; the design is kept as a revision aside, which the caller must commit.
    """
    row = _job(session, job_id)
    number, at = _next(session, job_id), now()
    stale = row.version != version
    parent = _revision(session, job_id, row.head)
    session.add(
        RevisionRow(
            job_id=job_id, number=number, parent=row.head, redo=None, kept=stale, label=label[:120], design=_dump(design), created=at
        )
    )
    session.flush()
    if stale:
        raise StaleError(number, row.version)
    parent.redo = None
    row.head, row.version, row.changed, row.name = number, row.version + 1, at, design.name
    session.flush()
    return _saved(session, row)


def _move(session: Session, job_id: int, version: int, *, back: bool) -> Saved:
    row = _job(session, job_id)
    if row.version != version:
        raise StaleError(0, row.version)
    head = _revision(session, job_id, row.head)
    target = head.parent if back else head.redo
    if target is None:
        return _saved(session, row)
    other = _revision(session, job_id, target)
    if back:
        other.redo = head.number
    row.head, row.version, row.changed = target, row.version + 1, now()
    session.flush()
    saved = _saved(session, row)
    row.name = saved.design.name
    return saved


def undo(session: Session, job_id: int, version: int) -> Saved:
    """Step to the revision this one was made from; the record stays."""
    return _move(session, job_id, version, back=True)


def redo(session: Session, job_id: int, version: int) -> Saved:
    """Step forward to the revision undo came from."""
    return _move(session, job_id, version, back=False)


def restore(session: Session, job_id: int, version: int, number: int) -> Saved:
    """Make a copy of revision ``number`` the newest one."""
    old = _revision(session, job_id, number)
    return save(session, job_id, version, read_design(json.loads(old.design)), f"restored revision {number}")


def revisions(session: Session, job_id: int) -> list[RevisionInfo]:
    """All revisions, newest first."""
    row = _job(session, job_id)
    rows = session.scalars(select(RevisionRow).where(RevisionRow.job_id == job_id).order_by(RevisionRow.number.desc()))
    return [RevisionInfo(r.number, r.label, r.created.isoformat(timespec="seconds"), r.kept, r.number == row.head) for r in rows]


def entries(session: Session, job_id: int) -> tuple[Entry, ...]:
    """The record in the order it was written."""
    _job(session, job_id)
    rows = session.scalars(select(EntryRow).where(EntryRow.job_id == job_id).order_by(EntryRow.id))
    return tuple(Entry.model_validate_json(row.entry) for row in rows)


def append(session: Session, job_id: int, added: Iterable[Entry]) -> tuple[Entry, ...]:
    """Add to the record; nothing in it is ever changed."""
    _job(session, job_id)
    for entry in added:
        session.add(EntryRow(job_id=job_id, entry=entry.model_dump_json()))
    session.flush()
    return entries(session, job_id)


def export(session: Session, job_id: int, catalog: str) -> Job:
    """The job as its file."""
    return Job(catalog=catalog, design=get(session, job_id).design, record=entries(session, job_id))


def delete(session: Session, job_id: int) -> None:
    session.delete(_job(session, job_id))
    session.flush()
