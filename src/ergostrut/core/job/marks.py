"""Marks that were given to parts for good."""

from __future__ import annotations

from collections.abc import Iterable

from .document import Entry


def issued_marks(record: Iterable[Entry]) -> dict[str, str]:
    """Marks by part, as first issued; later entries never change one."""
    found: dict[str, str] = {}
    for entry in record:
        if entry.kind == "mark":
            for part, mark in entry.data.items():
                found.setdefault(part, str(mark))
    return found
