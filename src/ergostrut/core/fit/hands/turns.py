"""Which build goes in when: as the job lists them, unless a tool comes at something in another order alone.

What a build blocks for others it blocks the more, the more of them go in after it. So one that is reached with all others in place may go in
last, whatever becomes of the rest; taken from the end, the order that leaves least out of reach is found without trying all.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace

from ...make.steps import steps
from ...structure.assembly import Assembly
from ...structure.context import Context
from ...structure.plans import CutPlan, Step
from ...structure.standing.setting import Setting, settings_of
from ..space.bodies import bodies_at
from .fasteners import fasteners, fixings
from .reach import first_blocked, order_of, rooms_of, solids_of


def put_in_order(context: Context, cut: CutPlan) -> Context:
    """The same with its builds in an order that keeps nothing out of reach that could be reached."""
    left, found = list(context.in_order), list[Assembly]()
    if len(left) < 2:
        return context
    todo = steps(context, cut)
    while left:
        ends = [one for one in reversed(left) if not any(other.on == one.id for other in left)]
        last = next((one for one in ends if not _shut_out(context, todo, one, left)), None)
        # where each is shut out by another, the one that loses least
        last = last or min(ends, key=lambda one: _shut_out(context, todo, one, left))
        left.remove(last)
        found.insert(0, last)
    order = tuple(one.id for one in found)
    return context if order == tuple(one.id for one in context.in_order) else replace(context, order=order)


def _shut_out(context: Context, todo: Sequence[Step], build: Assembly, there: Sequence[Assembly]) -> int:
    """How many places of fasteners of a build no tool comes at because these others are in place."""
    others = [one for one in there if one.id != build.id]
    rooms = rooms_of([*fixings(build), *fasteners(build)])
    if not others or not rooms.todo:
        return 0
    order, solids = order_of(build, todo), solids_of(context)
    own = bodies_at(context, build, settings_of(build)[0])
    before = [row for one in others for row in bodies_at(context, one, Setting("", True))]
    shut = len(first_blocked(order, rooms, own, before, solids))
    return shut - len(first_blocked(order, rooms, own, [], solids)) if shut else 0
