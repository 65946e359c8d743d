"""Wire shapes of Log: lines with what they say and are used for, what is due, what was spent and learnt."""

from __future__ import annotations

from typing import Any

from pydantic import Field

from ergostrut.core.document.entries import EntryKind
from ergostrut.core.log.due import Due
from ergostrut.core.log.kinds import LogKind
from ergostrut.core.log.learnt import Learnt, Spent

from .shapes import JobPath, Wire


class LineOut(Wire):
    """One line by its number. ``back``: it was taken back; ``says``: beside the report; ``uses``: what it could give, ``used``: what it gave;
    ``photo``: it has one."""

    line: int
    kind: EntryKind
    at: str
    text: str
    fields: str
    back: bool
    says: str
    uses: list[str]
    used: list[str]
    photo: bool


class NamedOut(Wire):
    id: str
    label: str


class BookOut(Wire):
    """The log: ``items``, ``parts`` and so on are what its fields choose from. ``price`` and ``hours`` as estimated; ``by_work`` hours by kind of work."""

    lines: list[LineOut]
    kinds: list[LogKind]
    due: list[Due]
    spent: Spent
    price: float
    hours: float
    by_work: dict[str, float]
    currency: str
    parts: list[NamedOut]
    findings: list[NamedOut]
    steps: list[NamedOut]
    items: list[NamedOut]
    fastenings: list[NamedOut]


class LineIn(Wire):
    """``data``: the fields of its kind, lengths and masses as written; a bare number takes the job's units."""

    kind: EntryKind
    text: str = Field(default="", max_length=2000)
    data: dict[str, Any] = {}
    uid: str = Field(default="", max_length=60)
    at: str = Field(default="", max_length=40)


class UseIn(Wire):
    """``use``: by its place among those the line offers."""

    line: int = Field(ge=0)
    use: int = Field(ge=0, le=100)


class BackIn(Wire):
    line: int = Field(ge=0)


class BackOut(Wire):
    """``left``: settings that hold something else by now, and were left."""

    book: BookOut
    left: list[str]


class PhotoPath(JobPath):
    line: int = Field(ge=0)


class PhotoQuery(Wire):
    of: str = Field(default="", max_length=200)
    text: str = Field(default="", max_length=2000)
    uid: str = Field(default="", max_length=60)


class SearchQuery(Wire):
    words: str = Field(default="", max_length=200)
    kind: str = Field(default="", max_length=20)


class FoundLine(Wire):
    job: int
    name: str
    line: int
    kind: str
    at: str
    text: str
    fields: str


class DueOut(Wire):
    job: int
    name: str
    due: Due


class ShopLogOut(Wire):
    """Over all jobs; ``more``: lines found beyond those shown."""

    lines: list[FoundLine]
    more: int
    due: list[DueOut]
    learnt: Learnt
    kinds: list[LogKind]
