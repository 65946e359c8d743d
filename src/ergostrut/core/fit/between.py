"""Do the builds of a job and what they carry leave each other room, home and along every travel."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass

import numpy as np

from ..finding import COMMON_PRACTICE, Finding, Working, at_least
from ..structure.assembly import Assembly
from ..structure.context import Context
from ..structure.parts import Member, Point3
from ..structure.setting import Setting, settings_of
from ..structure.slabs import room_of
from ..structure.turn import turned

WANT = 10.0
"""mm wanted between two builds."""
TURNS = 12
"""Places on the way of what turns, at which its boxes are taken."""


@dataclass(frozen=True, slots=True)
class Solid:
    """An upright box that holds a part at home and along its motion, mm."""

    part: str
    name: str
    lo: Point3
    hi: Point3


def _swept(lo: Point3, hi: Point3, shifts: Sequence[Point3], part: str, name: str) -> Solid:
    """A box over every place its body comes to on the way through its positions."""
    least = tuple(min(s[i] for s in shifts) + lo[i] for i in range(3))
    most = tuple(max(s[i] for s in shifts) + hi[i] for i in range(3))
    return Solid(part, name, (least[0], least[1], least[2]), (most[0], most[1], most[2]))


def turning(build: Assembly) -> list[Setting]:
    """Every turning motion on its way, each at ``TURNS`` places up to its end."""
    handles = [m for m in build.handles if m.pivot is not None or any(f.pivot is not None and f.follows == m.id for f in build.motions)]
    return [Setting("", False, False, {m.id: m.reach * k / TURNS}) for m in handles for k in range(1, TURNS + 1)]


def _box(m: Member) -> tuple[Point3, Point3]:
    """The upright box round a member."""
    half = max(m.shape.width, m.shape.depth) / 2
    d = np.abs(np.array(m.b) - np.array(m.a))
    along = int(np.argmax(d))
    if np.sort(d)[1] > 1.0:
        pad = [half, half, half]
    else:
        # a piece that lies level is as high as its section; an upright one as wide both ways
        pad = [m.shape.width / 2, m.shape.width / 2, m.shape.depth / 2] if along < 2 else [half, half, half]
        pad[along] = 0.0
    lo, hi = ([pick(m.a[i], m.b[i]) + sign * pad[i] for i in range(3)] for pick, sign in ((min, -1), (max, 1)))
    return (lo[0], lo[1], lo[2]), (hi[0], hi[1], hi[2])


def solids(context: Context, build: Assembly) -> list[Solid]:
    """Members, panels and things of a build as boxes, each over its whole travel."""
    found, settings = [], settings_of(build)
    shifts = {body: [setting.shift(build, body) for setting in settings] for body in build.bodies}
    turns = {m.id: [m] for m in build.members}
    for way in turning(build):
        for m in turned(build, way).members:
            turns[m.id].append(m)
    for ident, ways in turns.items():
        boxes = [_box(m) for m in ways]
        lo, hi = (tuple(pick(box[n][i] for box in boxes) for i in range(3)) for n, pick in ((0, min), (1, max)))
        found.append(_swept((lo[0], lo[1], lo[2]), (hi[0], hi[1], hi[2]), shifts[ways[0].body], ident, ways[0].name))
    for p in build.panels:
        (x, y, z), (lx, ly) = p.origin, p.size
        found.append(_swept((x, y, z), (x + lx, y + ly, z + p.sheet.t), shifts[p.body], p.id, p.role))
    found += [Solid(slab.id, slab.name, lo, hi) for slab in build.slabs for lo, hi in room_of(slab)]
    for item in (item for body in build.bodies for item in context.plan.on(body)):
        (x, y, z), (lx, ly, lz) = item.at(), item.size
        lo, hi = (x - lx / 2, y - ly / 2, z - lz / 2), (x + lx / 2, y + ly / 2, z + lz / 2)
        found.append(_swept(lo, hi, shifts[item.surface.body], f"thing/{item.thing.id}", item.thing.name))
    return found


def gap(a: Solid, b: Solid) -> float:
    """Distance along the axis that parts them most, mm; negative: they stand in each other by so much."""
    return max(max(b.lo[i] - a.hi[i], a.lo[i] - b.hi[i]) for i in range(3))


def check_between(context: Context) -> Iterator[Finding]:
    """The nearest pair of every two builds: over where they meet."""
    if len(context.builds) < 2:
        return
    say, boxes = context.say, [solids(context, build) for build in context.builds]
    for i, one in enumerate(context.builds):
        for j in range(i + 1, len(context.builds)):
            two = context.builds[j]
            pairs = [(gap(a, b), a, b) for a in boxes[i] for b in boxes[j]]
            if not pairs:
                continue
            have, a, b = min(pairs, key=lambda row: row[0])
            w = Working()
            w.given("c", have, "mm", f"{a.name} of {one.label} to {b.name} of {two.label}, home and along every travel, as upright boxes")
            use, state = at_least(have, 0.0, WANT)
            words = f"{a.name} and {b.name}"
            yield Finding(
                f"{one.id}/fit.{two.id}",
                "fit.between",
                "frame",
                (a.part, b.part),
                f"{one.label} and {two.label}",
                f"{words} pass each other by {say.length(have)} at the nearest."
                if have >= 0
                else f"{words} stand in each other by {say.length(-have)}.",
                state,
                have,
                0.0,
                "mm",
                use,
                True,
                WANT,
                basis=COMMON_PRACTICE,
                working=w.done(),
            )
