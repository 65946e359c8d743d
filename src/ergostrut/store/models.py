"""Tables. A job's design lives in revisions that form a tree; its record is append-only."""

from __future__ import annotations

from datetime import datetime

from sqlalchemy import ForeignKey, Index, String, Text
from sqlalchemy.orm import DeclarativeBase, Mapped, mapped_column


class Base(DeclarativeBase):
    """Declarative base of all tables."""


class JobRow(Base):
    """``version`` counts every change of the head, undo included: it is what a writer must have seen."""

    __tablename__ = "job"
    __table_args__ = {"sqlite_autoincrement": True}
    id: Mapped[int] = mapped_column(primary_key=True)
    name: Mapped[str] = mapped_column(String(60))
    head: Mapped[int]
    version: Mapped[int]
    created: Mapped[datetime]
    changed: Mapped[datetime]
    sample: Mapped[bool] = mapped_column(default=False)


class RevisionRow(Base):
    """One saved design. ``redo``: the child that undo came back from, if any. ``kept``: a stale write that was kept aside.

    ``card``: what the yard shows of it, as JSON, from when it was last checked. ``version``: of the job document it is stored in."""

    __tablename__ = "revision"
    __table_args__ = (Index("ix_revision_job_number", "job_id", "number", unique=True),)
    id: Mapped[int] = mapped_column(primary_key=True)
    job_id: Mapped[int] = mapped_column(ForeignKey("job.id", ondelete="CASCADE"))
    number: Mapped[int]
    parent: Mapped[int | None]
    redo: Mapped[int | None]
    kept: Mapped[bool] = mapped_column(default=False)
    label: Mapped[str] = mapped_column(String(120))
    design: Mapped[str] = mapped_column(Text)
    created: Mapped[datetime]
    card: Mapped[str | None] = mapped_column(Text)
    version: Mapped[int] = mapped_column(server_default="1")


class HeadRow(Base):
    """Which revision a version of a job showed: what somebody who names that version has seen."""

    __tablename__ = "head"
    job_id: Mapped[int] = mapped_column(ForeignKey("job.id", ondelete="CASCADE"), primary_key=True)
    version: Mapped[int] = mapped_column(primary_key=True)
    number: Mapped[int]


class EntryRow(Base):
    """One line of a job's record, as JSON."""

    __tablename__ = "entry"
    id: Mapped[int] = mapped_column(primary_key=True)
    job_id: Mapped[int] = mapped_column(ForeignKey("job.id", ondelete="CASCADE"), index=True)
    entry: Mapped[str] = mapped_column(Text)


class SettingRow(Base):
    """Small facts about this database, such as that the sample was loaded once."""

    __tablename__ = "setting"
    name: Mapped[str] = mapped_column(String(60), primary_key=True)
    value: Mapped[str] = mapped_column(Text)


class StockRow(Base):
    """A metal or section of the shop's own, as JSON; ``kind`` is metal or section."""

    __tablename__ = "stock"
    id: Mapped[str] = mapped_column(String(60), primary_key=True)
    kind: Mapped[str] = mapped_column(String(12))
    data: Mapped[str] = mapped_column(Text)


class OnHandRow(Base):
    """Bars or sheets of the stockroom that are alike, as JSON."""

    __tablename__ = "on_hand"
    id: Mapped[str] = mapped_column(String(40), primary_key=True)
    data: Mapped[str] = mapped_column(Text)
