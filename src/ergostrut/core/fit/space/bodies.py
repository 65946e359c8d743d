"""What takes up room: every part of a build and what it carries as boxes, at home and wherever its motions bring it."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass

import numpy as np

from ...mechanics.space.boxes import Array, Boxes, clearing, drawn_along, joined, nearest, upright
from ...structure.assembly import Assembly
from ...structure.context import Context
from ...structure.nouns.panel import Panel
from ...structure.nouns.panel_shape import room_of
from ...structure.nouns.parts import Member, Point3
from ...structure.standing.posed import as_it_stands, moves_with, poses_of
from ...structure.standing.setting import Setting, settings_of

TURNS = 12
"""Places on the way of what turns, at which it is taken."""
SQUARE = 1e-6


@dataclass(frozen=True)
class Body:
    """A part with the boxes that hold it everywhere it comes to, mm in host axes."""

    part: str
    name: str
    boxes: Boxes

    @property
    def lo(self) -> Point3:
        return point(self.boxes.lo.min(axis=0))

    @property
    def hi(self) -> Point3:
        return point(self.boxes.hi.max(axis=0))


@dataclass(frozen=True, slots=True)
class Near:
    """The two parts of two groups that stand nearest: mm and the way from one to two; negative where groups stand in each other: what all of the
    second must go along an axis to be clear of all of the first."""

    one: Body
    two: Body
    gap: float
    way: Point3

    @property
    def towards(self) -> str:
        """The way in words, for whoever stands behind the vehicle."""
        i = max(range(3), key=lambda k: abs(self.way[k]))
        return _WORDS[i][self.way[i] > 0]


_WORDS = (("to the front", "to the rear"), ("to the left", "to the right"), ("down", "up"))


def point(at: Array) -> Point3:
    """An array (3,) as a point."""
    x, y, z = (float(v) for v in at)
    return x, y, z


def turning(build: Assembly) -> list[Setting]:
    """Every turning motion on its way, each at ``TURNS`` places up to its end."""
    turns = {m.body for m in build.motions if m.pivot is not None}
    handles = [m for m in build.handles if turns.intersection(moves_with(build, m))]
    return [Setting("", False, False, {m.id: m.reach * k / TURNS}) for m in handles for k in range(1, TURNS + 1)]


def box_of(m: Member) -> Boxes:
    """The box that holds a member as it lies."""
    middle = [(a + b) / 2 for a, b in zip(m.a, m.b, strict=True)]
    half = [m.length / 2, m.shape.width / 2, m.shape.depth / 2]
    return Boxes(np.array([middle]), np.array([m.axes]), np.array([half]))


def _of_panel(p: Panel) -> Boxes:
    if p.rectangle and not p.along_axes:
        # one box as it leans; what is cut out of it counts as there
        x0, y0, x1, y1 = p.bounds
        middle = p.placed(np.array([((x0 + x1) / 2, (y0 + y1) / 2)]))
        return Boxes(middle, p.pose.R.T[None], np.array([[(x1 - x0) / 2, (y1 - y0) / 2, p.sheet.t / 2]]))
    rows = room_of(p)
    return upright([lo for lo, _ in rows], [hi for _, hi in rows])


def _swept(boxes: Boxes, shifts: Sequence[Point3]) -> Boxes:
    """At home and on the straight way to every other place."""
    ways = [shift for shift in dict.fromkeys(shifts) if any(abs(v) > SQUARE for v in shift)]
    return joined([boxes, *(drawn_along(boxes, way) for way in ways)])


def bodies(context: Context, build: Assembly, *, things: bool = True, swept: bool = True) -> tuple[Body, ...]:
    """Members, panels and what is carried, each over its whole travel, or at home."""
    settings = settings_of(build) if swept else ()
    ways = [as_it_stands(build, way) for way in turning(build)] if swept else []
    stations = [poses_of(build, setting) for setting in settings]
    shifts = {body: [at.shift(body) for at in stations] for body in build.bodies}
    found = []
    for k, m in enumerate(build.members):
        poses = joined([box_of(m), *(box_of(way.members[k]) for way in ways if way.members[k] != m)])
        found.append(Body(m.id, m.name, _swept(poses, shifts[m.body])))
    for k, p in enumerate(build.panels):
        poses = joined([_of_panel(p), *(_of_panel(way.panels[k]) for way in ways if way.panels[k] != p)])
        found.append(Body(p.id, p.name, _swept(poses, shifts[p.body])))
    if things:
        found += list(_things(context, build.bodies, shifts))
    return tuple(found)


def bodies_at(context: Context, build: Assembly, setting: Setting, *, things: bool = True) -> tuple[Body, ...]:
    """The same where they stand in one setting."""
    there = as_it_stands(build, setting)
    at = poses_of(build, setting)
    shifts = {body: at.shift(body) for body in build.bodies}
    found = [Body(m.id, m.name, box_of(m).moved(shifts[m.body])) for m in there.members]
    found += [Body(p.id, p.name, _of_panel(p).moved(shifts[p.body])) for p in there.panels]
    if things:
        found += [
            Body(one.part, one.name, one.boxes.moved(shifts[body]))
            for body in build.bodies
            for one in _things(context, (body,), {body: []})
        ]
    return tuple(found)


def things_on(context: Context, on: Sequence[str]) -> tuple[Body, ...]:
    """What stands on bodies at home, ``host`` being the vehicle's own floor."""
    return tuple(_things(context, on, {body: [] for body in on}))


def on_floor(context: Context) -> tuple[Body, ...]:
    """What stands on the vehicle's own floor."""
    return things_on(context, ("host",))


def _things(context: Context, on: Sequence[str], shifts: dict[str, list[Point3]]) -> Iterator[Body]:
    for item in (item for body in on for item in context.plan.on(body)):
        (x, y, z), (lx, ly, lz) = item.at(), item.size
        box = upright([(x - lx / 2, y - ly / 2, z - lz / 2)], [(x + lx / 2, y + ly / 2, z + lz / 2)])
        yield Body(f"thing/{item.thing.id}", item.thing.name, _swept(box, shifts[item.surface.body]))


def near(one: Sequence[Body], two: Sequence[Body], *, together: bool = True) -> Near | None:
    """The nearest pair of a part of ``one`` and a part of ``two``; None where either is empty. ``together``: where they meet, all of the second
    goes as one."""
    found = nearest(joined(body.boxes for body in one), joined(body.boxes for body in two), deepest=not together)
    if found is None:
        return None
    i, j, gap, way = found
    if together and gap < 0:
        move, way = clearing(joined(body.boxes for body in one), joined(body.boxes for body in two))
        gap = -move
    return Near(_owner(one, i), _owner(two, j), gap, way)


def _owner(rows: Sequence[Body], box: int) -> Body:
    ends = np.cumsum([len(body.boxes) for body in rows])
    return rows[int(np.searchsorted(ends, box, side="right"))]
