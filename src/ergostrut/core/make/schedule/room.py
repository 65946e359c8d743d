"""How much of each resource there is in every quarter hour."""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np

from ...document.plan import Plan
from .calendar import Calendar, Ints
from .tasks import PEOPLE, VEHICLE, Task


def room(plan: Plan, at: Calendar, todo: Sequence[Task]) -> dict[str, Ints]:
    """By resource, of those that are asked for. A tool that nobody said anything of is there once, always."""
    found: dict[str, Ints] = {}
    for name in dict.fromkeys(name for task in todo for name in task.takes):
        by_day = np.zeros(len(at.days), dtype=np.int64)
        if name == PEOPLE:
            by_day += plan.people
        elif name == VEHICLE:
            by_day += [0 if any(away.has(day) for away in plan.away) else 1 for day in at.days]
        else:
            kept = [tool for tool in plan.tools if tool.tool == name]
            for tool in kept:
                by_day += [tool.count if (tool.start or day) <= day <= (tool.end or day) else 0 for day in at.days]
            by_day += 0 if kept else 1
        found[name] = np.repeat(by_day, at.a_day)
    return found
