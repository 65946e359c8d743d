"""The record as it counts: its lines by number, without those that were taken back."""

from __future__ import annotations

from collections.abc import Iterable, Iterator

from ..document.entries import TakenBack
from ..job.document import Entry


def taken_back(record: Iterable[Entry]) -> frozenset[int]:
    """Numbers of the lines that later ones took back; a line that takes another back can itself not be."""
    return frozenset(TakenBack.model_validate(entry.data).line for entry in record if entry.kind == "taken back" and entry.data)


def standing(record: Iterable[Entry]) -> Iterator[tuple[int, Entry]]:
    """Every line that counts, by its number from 0."""
    rows = tuple(record)
    gone = taken_back(rows)
    yield from ((n, entry) for n, entry in enumerate(rows) if n not in gone and entry.kind != "taken back")
