"""Working time as quarter hours in a row, and the days and hours they lie on."""

from __future__ import annotations

import datetime as dt
import math
from dataclasses import dataclass
from functools import cached_property

import numpy as np
import numpy.typing as npt

from ...document.plan import WEEKDAYS, Plan

SLOT = 0.25
"""Hours."""
MOST_DAYS = 400
"""Of work, that a plan may take."""

Ints = npt.NDArray[np.int64]


@dataclass(frozen=True)
class Calendar:
    """``days`` on which somebody works, ``a_day`` quarter hours each; a slot is a quarter hour by its number from 0."""

    days: tuple[dt.date, ...]
    a_day: int

    @property
    def slots(self) -> int:
        return len(self.days) * self.a_day

    @cached_property
    def hours(self) -> npt.NDArray[np.float64]:
        """Hours from the first day's start to the start of each slot, nights among them."""
        first = self.days[0]
        starts = np.array([(day - first).days * 24.0 for day in self.days])
        found: npt.NDArray[np.float64] = (starts[:, None] + np.arange(self.a_day) * SLOT).ravel()
        return found

    def day(self, slot: int) -> dt.date:
        """Of a slot; of the end of a task the day of its last quarter hour is that of ``slot - 1``."""
        return self.days[min(max(slot, 0), self.slots - 1) // self.a_day]

    def from_day(self, day: dt.date) -> int:
        """The first slot on or after a day; the number of slots when there is none."""
        return next((k * self.a_day for k, one in enumerate(self.days) if one >= day), self.slots)

    def after(self, waits: float) -> Ints:
        """By the slot a task ends before (0 to all of them): the first at which ``waits`` hours have passed since."""
        ends = np.concatenate([[0.0], self.hours + SLOT])
        found = np.searchsorted(self.hours, ends + waits - 1e-9)
        # what ends with a day is at that day's end, not at the next one's start
        return np.maximum(found, np.arange(self.slots + 1)).astype(np.int64)


def calendar(plan: Plan, begins: dt.date, days: int) -> Calendar:
    """``days`` of work from ``begins`` on."""
    found: list[dt.date] = []
    day = begins
    while len(found) < days and (day - begins).days < 7 * MOST_DAYS:
        if WEEKDAYS[day.weekday()] in plan.days and not any(off.has(day) for off in plan.off):
            found.append(day)
        day += dt.timedelta(days=1)
    return Calendar(tuple(found), max(1, math.floor(plan.hours_a_day / SLOT + 1e-9)))
