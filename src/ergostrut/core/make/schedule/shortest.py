"""The plan that ends earliest, by constraint programming (OR-Tools CP-SAT), from one that was listed; proven, or with its true gap."""

from __future__ import annotations

from collections.abc import Callable, Mapping, Sequence
from itertools import pairwise
from typing import Protocol

import numpy as np

from .calendar import Calendar, Ints
from .tasks import Task

SECONDS = 2.3
"""That a search takes at the most, for its end and then as long for what can start earlier."""


class Watch(Protocol):
    """Who looks on while a plan is searched."""

    def began(self, stop: Callable[[], None]) -> None:
        """A search begins; ``stop`` ends it with what it has, from any thread."""

    def told(self, days: float, least: float) -> None:
        """The best plan so far takes so many days, and none can take less than ``least``."""


def shortest(
    at: Calendar,
    todo: Sequence[Task],
    there: Mapping[str, Ints],
    before: Mapping[str, int],
    seconds: float = SECONDS,
    watch: Watch | None = None,
) -> tuple[dict[str, int], int]:
    """Start slots by task, no later at the end than ``before``, and the slot before which no plan can end.

    Among plans that end as early, one whose tasks end early.
    """
    # it takes a second to load: only who plans waits for it
    from ortools.sat.python import cp_model

    slots = {task.id: task.slots for task in todo}
    limit = max(before[task.id] + task.slots for task in todo)
    model = cp_model.CpModel()
    starts = {}
    for task in todo:
        first = at.from_day(task.ready) if task.ready is not None else 0
        starts[task.id] = model.new_int_var(min(first, limit - task.slots), limit - task.slots, task.id)
        if first > limit - task.slots:
            return dict(before), limit
    for task in todo:
        for name, waits in task.after:
            end = starts[name] + slots[name]
            if waits:
                soonest = model.new_int_var(0, at.slots, f"{task.id} waits")
                table = at.after(waits)[: limit + 1].tolist()
                model.add_element(end, table, soonest)
                model.add_hint(soonest, table[before[name] + slots[name]])
                model.add(starts[task.id] >= soonest)
            else:
                model.add(starts[task.id] >= end)
    for name, room in there.items():
        own = room[:limit]
        most = int(own.max(initial=0))
        rows = [model.new_fixed_size_interval_var(starts[task.id], task.slots, f"{task.id} {name}") for task in todo if name in task.takes]
        demands = [1] * len(rows)
        for start, stop, gone in _short(own, most):
            rows.append(model.new_fixed_size_interval_var(start, stop - start, f"{name} {start}"))
            demands.append(gone)
        if most > 1 or len(rows) > 1:
            model.add_cumulative(rows, demands, most)
    last = model.new_int_var(0, limit, "end")
    model.add_max_equality(last, [starts[task.id] + task.slots for task in todo])
    for name, var in starts.items():
        model.add_hint(var, before[name])
    model.add_hint(last, limit)
    floor = least(at, todo, there, limit)
    model.add(last >= floor)
    model.minimize(last)
    solver = cp_model.CpSolver()
    # one worker and a fixed seed: the same job has the same plan
    solver.parameters.num_workers, solver.parameters.random_seed = 1, 1
    solver.parameters.max_time_in_seconds = seconds
    callback = None
    if watch is not None:
        tell = watch.told

        class Told(cp_model.CpSolverSolutionCallback):
            def on_solution_callback(self) -> None:
                tell(self.objective_value / at.a_day, max(self.best_objective_bound, floor) / at.a_day)

        callback = Told()
        watch.began(solver.stop_search)
        tell(limit / at.a_day, floor / at.a_day)
    if solver.solve(model, callback) not in (cp_model.OPTIMAL, cp_model.FEASIBLE):
        return dict(before), floor
    found = {name: int(solver.value(var)) for name, var in starts.items()}
    bound = max(floor, int(np.ceil(solver.best_objective_bound - 1e-6)))
    model.add(last <= int(solver.objective_value))
    model.clear_hints()  # type: ignore[no-untyped-call]
    for name, var in starts.items():
        model.add_hint(var, found[name])
    model.minimize(sum(starts.values()))
    # what can start earlier is a matter of tidiness: no longer than it ever takes
    solver.parameters.max_time_in_seconds = min(seconds, SECONDS)
    if solver.solve(model) in (cp_model.OPTIMAL, cp_model.FEASIBLE):
        found = {name: int(solver.value(var)) for name, var in starts.items()}
    return found, bound


def least(at: Calendar, todo: Sequence[Task], there: Mapping[str, Ints], limit: int) -> int:
    """A slot before which no plan can end: by the longest way through what comes after what, and by the work that each resource has to do."""
    ends: dict[str, int] = {}
    for task in todo:
        first = at.from_day(task.ready) if task.ready is not None else 0
        for name, waits in task.after:
            first = max(first, int(at.after(waits)[ends[name]]) if waits else ends[name])
        ends[task.id] = min(first + task.slots, limit)
    found = max(ends.values())
    for name, room in there.items():
        work = sum(task.slots for task in todo if name in task.takes)
        done = np.flatnonzero(np.cumsum(room) >= work)
        found = max(found, int(done[0]) + 1 if len(done) and work else 0)
    return min(found, limit)


def _short(room: Ints, most: int) -> list[tuple[int, int, int]]:
    """Runs of slots with less than the most there is: from, to, and how much less."""
    found: list[tuple[int, int, int]] = []
    edges = [0, *(np.flatnonzero(np.diff(room)) + 1).tolist(), len(room)]
    for start, stop in pairwise(edges):
        if stop > start and room[start] < most:
            found.append((start, stop, most - int(room[start])))
    return found
