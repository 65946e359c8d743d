"""What people sleep closed in: the host's room, or the inside of a build with walls, each with its doors and all that stands round a way out of it."""

from __future__ import annotations

from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass

import numpy as np

from ...document.load import Person
from ...mechanics.space.passage import Corners, Gate
from ...structure.assembly import Assembly
from ...structure.context import Context
from ...structure.host import FLOOR_END, Opening
from ...structure.nouns.panel import Panel
from ...structure.nouns.parts import Surface
from ..space.bodies import Body
from .hull import DOOR, THICK, Hull, hull_of


@dataclass(frozen=True)
class Inside:
    """``build`` None: the host's room. ``doors``: what leads out of it; ``end``: x behind which it ends."""

    build: Assembly | None
    doors: tuple[Opening, ...]
    end: float | None
    hull: Callable[[Opening], Hull]

    @property
    def said_on(self) -> str:
        """Where it is said whether its door opens from inside."""
        return "Measure" if self.build is None else "Frame"

    def own(self, body: Body) -> bool:
        """Whether a body is in the way as it stands: of the build round it, neither its door nor what leans, which is drawn as a box round it."""
        build = self.build
        if build is None:
            return True
        if any(body.part == door.panel for door in build.doors):
            return False
        panel = next((one for one in build.panels if one.id == body.part), None)
        if panel is not None:
            return not _leans(panel)
        member = next((one for one in build.members if one.id == body.part), None)
        if member is None:
            return True
        lo, hi = _outer(build)
        deep = _deep(build) + SKIN
        # the frame in its walls is left out: the room ends where that begins
        walled = any(max(abs(at[i] - face[i]) for at in (member.a, member.b)) < deep for face in (lo, hi) for i in range(3))
        return not walled and max(abs(v) for v in member.axes[0]) > STRAIGHT


STRAIGHT = 0.999
"""Of a member's length along one axis."""
STRIPS = 12
"""Boxes that a leaning panel is made of."""
SKIN = 25.0
"""mm at most from the outside of a build to the frame in its walls."""


def _outer(build: Assembly) -> Corners:
    corners = [panel.lo for panel in build.panels] + [panel.hi for panel in build.panels]
    lo, hi = ([pick(at[i] for at in corners) for i in range(3)] for pick in (min, max))
    return (lo[0], lo[1], lo[2]), (hi[0], hi[1], hi[2])


def _deep(build: Assembly) -> float:
    """mm that the frame of its walls is deep at the most."""
    return max((max(one.shape.width, one.shape.depth) for one in build.members if one.use in ("wall", "roof", "leg")), default=0.0)


def insides(context: Context) -> Iterator[Inside]:
    """The host's, where it is closed, and that of every build with walls and a door."""
    if context.host.roofed:
        host = context.host
        yield Inside(None, host.openings, host.mm(FLOOR_END), lambda door: hull_of(host, (door,), shrunk=True))
    for build in context.builds:
        if build.clear is not None:
            yield Inside(build, _doors(build), build.clear.hi[0], lambda door, build=build: _round(build, door))  # type: ignore[misc]


def round_of(context: Context, build: Assembly) -> Assembly | None:
    """The build with walls that another stands in, or that it is itself; None: it stands in the host's own room."""
    by_id = {one.id: one for one in context.builds}
    now: Assembly | None = build
    while now is not None:
        if now.clear is not None:
            return now
        now = by_id.get(now.on)
    return None


def beds_in(context: Context, inside: Inside) -> dict[str, tuple[Assembly, Surface]]:
    """Beds by surface that lie in it."""
    found: dict[str, tuple[Assembly, Surface]] = {}
    mine = inside.build.id if inside.build is not None else ""
    for build in context.builds:
        there = round_of(context, build)
        if (there.id if there is not None else "") == mine:
            found |= {surface.id: (build, surface) for surface in build.surfaces if surface.use == "sleeping"}
    return found


def under_others(context: Context) -> Iterator[tuple[Person, Assembly]]:
    """Who sleeps under a build that closes over him without walls of its own down to his floor: a topper."""
    if context.host.roofed:
        return
    over = [build for build in context.builds if build.clear is None and build.doors and any(one.use == "roof" for one in build.panels)]
    for build in context.builds:
        if round_of(context, build) is not None:
            continue
        for surface in (one for one in build.surfaces if one.use == "sleeping"):
            x, y, z = (surface.origin[0] + surface.size[0] / 2, surface.origin[1] + surface.size[1] / 2, surface.origin[2])
            shuts = next((one for one in over if all(a < v for a, v in zip(_outer(one)[0][:2], (x, y), strict=True)) and all(v < b for v, b in zip((x, y, z), _outer(one)[1], strict=True))), None)  # fmt: skip
            if shuts is not None:
                yield from ((person, shuts) for person in context.design.carry.crew if person.sleeps == surface.id)


def _doors(build: Assembly) -> tuple[Opening, ...]:
    """As wide as is clear between what a door shuts on."""
    found = []
    for door in build.doors:
        leaf = build.panel(door.panel)
        axis = 0 if abs(door.out[0]) > abs(door.out[1]) else 1
        k, (lo, hi) = 1 - axis, (leaf.lo, leaf.hi)
        wide = min(hi[k] - lo[k], door.far) if _upright(door.hinges) else hi[k] - lo[k]
        middle = (lo[k] + hi[k]) / 2
        found.append(
            Opening(
                f"{door.label} of the {build.label}", 1 if axis else 0, 1 if door.out[axis] > 0 else -1, hi[axis] if door.out[axis] > 0 else lo[axis],
                (middle - wide / 2, lo[2]), (middle + wide / 2, hi[2]), (), door.inside,
            )
        )  # fmt: skip
    return tuple(found)


def _upright(hinges: Sequence[tuple[float, float, float]]) -> bool:
    return abs(hinges[-1][2] - hinges[0][2]) > max(abs(hinges[-1][0] - hinges[0][0]), abs(hinges[-1][1] - hinges[0][1]))


def _round(build: Assembly, door: Opening) -> Hull:
    """The room within all of a build, its own parts being its walls; what is left of its outer faces lets nobody through."""
    (lo, hi), deep = _outer(build), _deep(build)
    # what stands in the walls takes its depth of every side but the one it goes out by
    low, high = [lo[0] + deep, lo[1] + deep, lo[2]], [hi[0] - deep, hi[1] - deep, hi[2] - deep]
    (high if door.sign > 0 else low)[door.axis] = (hi if door.sign > 0 else lo)[door.axis]
    room: Corners = ((low[0], low[1], low[2]), (high[0], high[1], high[2]))
    leaning = [strip for panel in build.panels if _leans(panel) for strip in _strips(panel)]
    solids = (*_beside(door, room), *_outside(door, room), *leaning)
    return Hull(solids, (), room, (Gate(door.axis, door.sign, door.at + door.sign * DOOR),), (), ())


def _leans(panel: Panel) -> bool:
    """Whether it stands in no plane of the vehicle's axes."""
    return max(abs(float(v)) for v in panel.normal) < STRAIGHT


def _strips(panel: Panel) -> Iterator[Corners]:
    """A leaning panel as boxes round strips of it, one over the other."""
    x0, y0, x1, y1 = panel.bounds
    half = panel.sheet.t / 2
    up = 0 if abs(panel.pose.R[2, 0]) > abs(panel.pose.R[2, 1]) else 1
    (a, b), (c, d) = ((x0, x1), (y0, y1)) if up == 0 else ((y0, y1), (x0, x1))
    for k in range(STRIPS):
        low, high = a + (b - a) * k / STRIPS, a + (b - a) * (k + 1) / STRIPS
        flat = np.array([(s, t) if up == 0 else (t, s) for s in (low, high) for t in (c, d)])
        at = np.concatenate([panel.placed(flat, -half), panel.placed(flat, half)])
        lo, hi = at.min(axis=0).tolist(), at.max(axis=0).tolist()
        yield (lo[0], lo[1], lo[2]), (hi[0], hi[1], hi[2])


def _outside(door: Opening, room: Corners) -> Iterator[Corners]:
    """What lies round the room on every side but the one it goes out by."""
    for axis in range(3):
        for sign, face in ((-1, room[0][axis]), (1, room[1][axis])):
            if (axis, sign) == (door.axis, door.sign):
                continue
            lo, hi = ([at[i] + way * THICK for i in range(3)] for at, way in zip(room, (-1.0, 1.0), strict=True))
            lo[axis], hi[axis] = sorted((face, face + sign * THICK))
            yield (lo[0], lo[1], lo[2]), (hi[0], hi[1], hi[2])


def _beside(door: Opening, room: Corners) -> tuple[Corners, ...]:
    """What stands round a door in the plane that it shuts in."""
    (lo, hi), k = room, 1 - door.axis
    at = sorted((door.at - door.sign * DOOR, door.at + door.sign * DOOR))
    low, high = list(lo), list(hi)
    low[door.axis], high[door.axis] = at[0], at[1]
    found = []
    for axis, a, b in ((k, lo[k], door.lo[0]), (k, door.hi[0], hi[k]), (2, lo[2], door.lo[1]), (2, door.hi[1], hi[2])):
        if b > a:
            one, two = list(low), list(high)
            one[axis], two[axis] = a, b
            found.append(((one[0], one[1], one[2]), (two[0], two[1], two[2])))
    return tuple(found)
