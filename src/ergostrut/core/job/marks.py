"""What the record says of a job's parts: marks that were given for good, and whether its stock was cut."""

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


BOOKED = "cut plan booked"
"""In the data of the entry that says a cut plan's stock was moved."""


def booked_at(record: Iterable[Entry]) -> str:
    """When the cut plan was booked; empty while it was not."""
    return next((entry.at for entry in record if entry.data.get(BOOKED)), "")
