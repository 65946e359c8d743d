"""The record as it counts: its lines by number, without those that were taken back."""

from __future__ import annotations

import datetime as dt
from collections.abc import Iterable, Iterator

from ..document.entries import TakenBack
from ..job.document import Entry

FIRST, LAST = 1971, 2198
"""Years that a line may be of."""


def taken_back(record: Iterable[Entry]) -> frozenset[int]:
    """Numbers of the lines that later ones took back; a line that takes another back can itself not be."""
    return frozenset(TakenBack.model_validate(entry.data).line for entry in record if entry.kind == "taken back" and entry.data)


def when(at: str) -> dt.datetime | None:
    """When a line was written, in UTC without a zone; None of one whose date is none, or none of this time: files come from anywhere."""
    try:
        found = dt.datetime.fromisoformat(at)
    except ValueError:
        return None
    if not FIRST <= found.year <= LAST:
        return None
    return found.astimezone(dt.UTC).replace(tzinfo=None) if found.tzinfo is not None else found


def standing(record: Iterable[Entry]) -> Iterator[tuple[int, Entry]]:
    """Every line that counts, by its number from 0."""
    rows = tuple(record)
    gone = taken_back(rows)
    yield from ((n, entry) for n, entry in enumerate(rows) if n not in gone and entry.kind != "taken back")
