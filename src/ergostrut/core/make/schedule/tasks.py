"""What is still to be done, as tasks with what each waits for and takes."""

from __future__ import annotations

import datetime as dt
import math
from collections.abc import Collection, Mapping, Sequence
from dataclasses import dataclass

from ...document.plan import Plan
from ...structure.plans import Step
from ..hours import hours
from ..waits import hours_of
from ..work import TOOL
from .calendar import SLOT

VEHICLE, PEOPLE = "vehicle", "people"
"""Resources beside tools."""


@dataclass(frozen=True, slots=True)
class Task:
    """``slots`` of hands-on time in a row; ``after``: tasks by id with the hours to wait after each; ``ready``: not before that day, because of
    ``why``; ``takes`` one of each of these."""

    id: str
    slots: int
    after: tuple[tuple[str, float], ...] = ()
    ready: dt.date | None = None
    why: str = ""
    takes: tuple[str, ...] = (PEOPLE,)


def tasks(
    steps: Sequence[Step],
    plan: Plan,
    begins: dt.date,
    done: Mapping[str, dt.datetime],
    bought: Collection[str] = (),
    late: Mapping[str, dt.date] | None = None,
) -> tuple[Task, ...]:
    """Steps that are not done, in order; a wait after one that is done goes on from then. ``bought``: stock that is there already; ``late``: steps
    that begin no sooner."""
    waits = {step.id: hours_of(step.waits, plan.temperature) for step in steps}
    leads = {lead.item: lead.days for lead in plan.leads}
    found = []
    for step in steps:
        if step.id in done:
            continue
        ready, why = None, ""
        if step.takes in leads and step.takes not in bought:
            rests = math.ceil(step.rests / 24)
            ready = begins + dt.timedelta(days=leads[step.takes] + rests)
            why = f"delivery of {step.takes}{f', and {step.rests:.0f} h in the shop' if rests else ''}"
        for name in step.after:
            if name in done and waits[name]:
                # to the end of that day: a plan has days, no clock
                until = (done[name] + dt.timedelta(hours=waits[name])).date()
                if ready is None or until > ready:
                    ready, why = until, f"what sets after “{name}”"
        if late and step.id in late and (ready is None or late[step.id] > ready):
            ready, why = late[step.id], "put off"
        work = hours(step, plan)
        takes = [PEOPLE, *([VEHICLE] if step.there or step.work == "measure" else []), *([TOOL[step.work]] if step.work in TOOL else [])]
        after = tuple((name, waits[name]) for name in step.after if name not in done)
        found.append(Task(step.id, max(1, math.ceil(work / SLOT - 1e-9)), after, ready, why, tuple(takes)))
    return tuple(found)
