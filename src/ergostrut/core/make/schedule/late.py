"""What a delay costs: the plan made again with one step, or one delivery, so many working days later."""

from __future__ import annotations

import datetime as dt
from collections.abc import Collection, Mapping, Sequence
from dataclasses import dataclass

from ...document.plan import Lead, Plan
from ...structure.plans import Step
from .calendar import calendar
from .plan import Schedule, schedule
from .shortest import SECONDS


@dataclass(frozen=True, slots=True)
class Delayed:
    """``ends`` instead of ``planned``, ``cost`` working days later; ``later``: steps that move with it; ``trouble``: why there is no plan then."""

    planned: dt.date | None
    ends: dt.date | None
    cost: int
    later: tuple[str, ...]
    trouble: str


def delayed(
    steps: Sequence[Step],
    plan: Plan,
    begins: dt.date,
    done: Mapping[str, dt.datetime],
    bought: Collection[str],
    found: Schedule,
    what: str,
    days: int,
    seconds: float = SECONDS,
) -> Delayed:
    """``what``: a step that begins ``days`` working days after it is planned to in ``found``, or stock by id that is delivered so many days after
    it was to be.

    Raises:
        KeyError: it is neither a step still to be done nor stock that is still to come.
    """
    row = next((one for one in found.rows if one.step == what), None)
    late: dict[str, dt.date] = {}
    if row is not None:
        late[what] = _later(plan, row.on, days)
    elif any(step.takes == what for step in steps) and what not in bought:
        leads = {lead.item: lead.days for lead in plan.leads}
        leads[what] = leads.get(what, 0) + days
        plan = plan.model_copy(update={"leads": tuple(Lead(item=item, days=min(many, 365)) for item, many in leads.items())})
    else:
        raise KeyError(what)
    again = schedule(steps, plan, begins, done, bought, seconds, late)
    before = {one.step: one.on for one in found.rows}
    moved = tuple(one.step for one in again.rows if one.on > before.get(one.step, one.on))
    cost = 0
    if again.ends is not None and found.ends is not None:
        cost = max(sum(found.ends < day for day in again.days), 0)
    return Delayed(found.ends, again.ends, cost, moved, again.trouble)


def _later(plan: Plan, day: dt.date, days: int) -> dt.date:
    """The day so many days of work after one."""
    return calendar(plan, day, days + 1).days[days]
