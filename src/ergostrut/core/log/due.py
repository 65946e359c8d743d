"""Checks that are due again: torque after a distance and a time."""

from __future__ import annotations

import datetime as dt
from collections.abc import Sequence
from dataclasses import dataclass

from ..document.entries import Torque
from ..job.document import Entry
from .lines import standing, when

UNDATED = dt.date(1971, 1, 1)
"""Of a line whose date cannot be read: what it asks for is due."""


@dataclass(frozen=True, slots=True)
class Due:
    """``on``: the day, where one was said; ``km_left`` to go, where a distance was; ``over``: it is due."""

    line: int
    words: str
    on: dt.date | None
    km_left: float | None
    over: bool


def due(record: Sequence[Entry], today: dt.date) -> tuple[Due, ...]:
    """What is to be checked again, what is due first. A later check of the same fastenings, or of all, takes the place of an earlier one."""
    rows = [(n, entry.at, Torque.model_validate(entry.data)) for n, entry in standing(record) if entry.kind == "torque" and entry.data]
    # wherever the odometer was written down: a road test and an incident have it too
    driven = max(
        (float(entry.data["odometer_km"]) for _, entry in standing(record) if entry.data.get("odometer_km") is not None), default=None
    )
    found = []
    for k, (n, at, one) in enumerate(rows):
        if one.again_days is None and one.again_km is None:
            continue
        if any(not later.fastenings or (one.fastenings and set(one.fastenings) <= set(later.fastenings)) for _, _, later in rows[k + 1 :]):
            continue
        on = _day(at) + dt.timedelta(days=one.again_days) if one.again_days is not None else None
        left = (
            one.odometer_km + one.again_km - driven
            if one.again_km is not None and one.odometer_km is not None and driven is not None
            else None
        )
        what = ", ".join(one.fastenings[:4]) + (" and more" if len(one.fastenings) > 4 else "") if one.fastenings else "all fastenings"
        after = " or ".join(
            ([f"on {on}"] if on else [])
            + ([f"after {one.again_km:g} km" + (f", {left:.0f} km to go" if left is not None else "")] if one.again_km else [])
        )
        found.append(Due(n, f"torque of {what}, {after}", on, left, bool((on and on <= today) or (left is not None and left <= 0))))
    return tuple(sorted(found, key=lambda row: (not row.over, row.on or dt.date.max, row.line)))


def _day(at: str) -> dt.date:
    found = when(at)
    return found.date() if found is not None else UNDATED
