"""The schedule of a job: when each step is done, what may be done today, its critical chain, what a delay costs."""

from __future__ import annotations

import datetime as dt
import math
from collections.abc import Collection, Mapping, Sequence
from dataclasses import dataclass

from ...document.plan import Plan
from ...structure.plans import Step
from .calendar import MOST_DAYS, Calendar, Ints, calendar
from .listed import NoRoomError, listed
from .room import room
from .shortest import SECONDS, Watch, shortest
from .tasks import Task, tasks


@dataclass(frozen=True, slots=True)
class Planned:
    """One step: from ``start`` to ``end`` in working days from 0 (1.5: the middle of the second), the days those are; ``spare``: working days that it
    may slip without the job ending later; ``waits``: what it waits for beyond what comes before it."""

    step: str
    start: float
    end: float
    on: dt.date
    until: dt.date
    spare: float
    critical: bool
    waits: str


@dataclass(frozen=True, slots=True)
class Schedule:
    """``rows`` in the order they start; ``days`` that somebody works; ``gap``: working days that a shorter plan could save at the most; ``today``:
    steps that can be begun now; ``trouble``: why there is no plan."""

    rows: tuple[Planned, ...]
    days: tuple[dt.date, ...]
    ends: dt.date | None
    gap: float
    proven: bool
    chain: tuple[str, ...]
    today: tuple[str, ...]
    trouble: str


def schedule(
    steps: Sequence[Step],
    plan: Plan,
    begins: dt.date,
    done: Mapping[str, dt.datetime],
    bought: Collection[str] = (),
    seconds: float = SECONDS,
    late: Mapping[str, dt.date] | None = None,
    watch: Watch | None = None,
) -> Schedule:
    """The plan that ends earliest, of what is not done yet.

    Args:
        begins: the first day that is planned.
        done: when each step was ticked off.
        bought: stock by id that is there already.
        seconds: that its end is searched for, and then as long again what can start earlier.
        late: steps that begin no sooner.
        watch: is told how far the search is, and may stop it.
    """
    todo = tasks(steps, plan, begins, done, bought, late)
    today = tuple(task.id for task in todo if not task.after and (task.ready is None or task.ready <= begins))
    if not todo:
        return Schedule((), (), None, 0.0, True, (), (), "")
    at = calendar(plan, begins, _enough(todo, plan, max((late or {}).values(), default=begins) - begins))
    if not at.days:
        return Schedule((), (), None, 0.0, False, (), today, "nobody works on any day: take days off away, or choose weekdays")
    there = room(plan, at, todo)
    try:
        before = listed(at, todo, there)
    except NoRoomError as error:
        return Schedule((), (), None, 0.0, False, (), today, _why(error.task, plan, at))
    starts, bound = shortest(at, todo, there, before, seconds, watch)
    return _told(at, todo, there, starts, bound, today)


def _enough(todo: Sequence[Task], plan: Plan, late: dt.timedelta) -> int:
    """Days in which it can surely be done, if at all."""
    a_day = max(1, math.floor(plan.hours_a_day * 4 + 1e-9))
    work = math.ceil(sum(task.slots for task in todo) / a_day) + len(todo)
    waits = math.ceil(sum(waits for task in todo for _, waits in task.after) / 24)
    gone = sum((away.end - away.start).days + 1 for away in plan.away)
    leads = max((lead.days for lead in plan.leads), default=0)
    return min(work + waits + gone + leads + late.days + 40, MOST_DAYS)


def _why(task: Task, plan: Plan, at: Calendar) -> str:
    tools = [name for name in task.takes if any(tool.tool == name for tool in plan.tools)]
    what = f", the {tools[0]} when it is there" if tools else ", the vehicle when it is there" if "vehicle" in task.takes else ""
    return (
        f"“{task.id}” takes {task.slots / 4:g} hours in a row and finds no place{what} in {len(at.days)} working days from {at.days[0]}: "
        "change who works, when the vehicle is away, or how long a tool is borrowed"
    )


def _told(
    at: Calendar, todo: Sequence[Task], there: Mapping[str, Ints], starts: Mapping[str, int], bound: int, today: tuple[str, ...]
) -> Schedule:
    slots = {task.id: task.slots for task in todo}
    ends = {name: start + slots[name] for name, start in starts.items()}
    last = max(ends.values())
    spare = _spare(at, todo, there, starts, last)
    chain = _chain(at, todo, starts, last)
    rows = []
    for task in sorted(todo, key=lambda task: (starts[task.id], ends[task.id], task.id)):
        start, end = starts[task.id], ends[task.id]
        rows.append(
            Planned(
                task.id, start / at.a_day, end / at.a_day, at.day(start), at.day(end - 1), spare[task.id] / at.a_day, task.id in chain, task.why
            )
        )  # fmt: skip
    days = at.days[: math.ceil(last / at.a_day)]
    gap = max(0, last - bound)
    return Schedule(tuple(rows), days, at.day(last - 1), gap / at.a_day, gap == 0, chain, today, "")


def _followers(todo: Sequence[Task], starts: Mapping[str, int]) -> dict[str, list[tuple[str, float]]]:
    """By task what comes after it, with the hours between: by the graph, and by what both take, as the plan has them."""
    slots = {task.id: task.slots for task in todo}
    found: dict[str, list[tuple[str, float]]] = {task.id: [] for task in todo}
    for task in todo:
        for name, waits in task.after:
            found[name].append((task.id, waits))
    for one in todo:
        for other in todo:
            if starts[other.id] >= starts[one.id] + slots[one.id] and set(one.takes) & set(other.takes) and other is not one:
                found[one.id].append((other.id, 0.0))
    return found


def _spare(at: Calendar, todo: Sequence[Task], there: Mapping[str, Ints], starts: Mapping[str, int], last: int) -> dict[str, int]:
    """Slots each may slip with all else in the same order and the job ending no later."""
    slots = {task.id: task.slots for task in todo}
    after = _followers(todo, starts)
    latest: dict[str, int] = {}
    for task in sorted(todo, key=lambda task: -starts[task.id]):
        by = last
        for name, waits in after[task.id]:
            if waits:
                table = at.after(waits)
                by = min(by, int((table <= latest[name]).sum()) - 1)
            else:
                by = min(by, latest[name])
        latest[task.id] = _place(by - slots[task.id], task, there, starts[task.id])
    return {task.id: max(0, latest[task.id] - starts[task.id]) for task in todo}


def _place(latest: int, task: Task, there: Mapping[str, Ints], start: int) -> int:
    """The last place at or before ``latest`` at which all that it takes is there at all."""
    for at in range(latest, start, -1):
        if all(there[name][at : at + task.slots].all() for name in task.takes):
            return at
    return start


def _chain(at: Calendar, todo: Sequence[Task], starts: Mapping[str, int], last: int) -> tuple[str, ...]:
    """From a task that ends the job back to one that starts it: each begins as soon as the one before lets it."""
    by_id = {task.id: task for task in todo}
    slots = {task.id: task.slots for task in todo}
    now = next(task for task in todo if starts[task.id] + task.slots == last)
    found = [now.id]
    while starts[now.id] > 0:
        if now.ready is not None and at.from_day(now.ready) == starts[now.id]:
            break
        ahead = [name for name, waits in now.after if (int(at.after(waits)[starts[name] + slots[name]]) if waits else starts[name] + slots[name]) == starts[now.id]]  # fmt: skip
        ahead += [task.id for task in todo if starts[task.id] + task.slots == starts[now.id] and set(task.takes) & set(now.takes)]
        if not ahead:
            break
        now = by_id[ahead[0]]
        found.append(now.id)
    return tuple(reversed(found))
