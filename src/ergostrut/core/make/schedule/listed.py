"""A plan made by putting task after task at its earliest place: quick, never wrong, seldom the shortest."""

from __future__ import annotations

from collections.abc import Mapping, Sequence

import numpy as np

from .calendar import Calendar, Ints
from .tasks import Task


class NoRoomError(Exception):
    """A task finds no place; ``task`` by id."""

    def __init__(self, task: Task) -> None:
        self.task = task
        super().__init__(task.id)


def earliest(at: Calendar, task: Task, starts: Mapping[str, int], slots: Mapping[str, int]) -> int:
    """The first slot that what it comes after, and what it waits for, allow."""
    found = at.from_day(task.ready) if task.ready is not None else 0
    for name, waits in task.after:
        end = starts[name] + slots[name]
        found = max(found, int(at.after(waits)[min(end, at.slots)]) if waits else end)
    return found


def listed(at: Calendar, todo: Sequence[Task], there: Mapping[str, Ints]) -> dict[str, int]:
    """Start slots by task, in the order given, which is one that they can be done in.

    Raises:
        NoRoomError: one of them finds no place in the calendar.
    """
    left = {name: slots.copy() for name, slots in there.items()}
    slots = {task.id: task.slots for task in todo}
    starts: dict[str, int] = {}
    for task in todo:
        first = earliest(at, task, starts, slots)
        free = np.ones(at.slots, dtype=bool)
        for name in task.takes:
            free &= left[name] > 0
        # runs of free slots as long as the task
        run = (
            np.convolve(free, np.ones(task.slots, dtype=int), "valid") == task.slots if task.slots <= at.slots else np.zeros(0, dtype=bool)
        )
        places = np.flatnonzero(run[first:])
        if not len(places):
            raise NoRoomError(task)
        start = first + int(places[0])
        for name in task.takes:
            left[name][start : start + task.slots] -= 1
        starts[task.id] = start
    return starts
