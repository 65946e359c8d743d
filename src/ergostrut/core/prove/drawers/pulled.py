"""What drawers press on the panels or rails they run between: closed, part out, and drawn out alone or all together."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from ...constants import G
from ...mechanics.boxes.mesh import Meshed
from ...structure.assembly import Assembly, centroid
from ...structure.carried import CarryPlan
from ...structure.nouns.holds import Stand
from ...structure.nouns.parts import Point3
from ...structure.nouns.runners import Runner
from ...structure.standing.posed import poses_of
from ...structure.standing.setting import Setting

Row = tuple[int, tuple[float, ...]]
SHUT = 1.0
NEAR = 30.0
"""mm behind the open face at which a slide's outer end is fastened; its inner end half way in (common practice, no published source)."""


@dataclass(frozen=True, slots=True)
class Loaded:
    """A drawer with everything in it: kg, its centre closed, how far it comes out, and which way is out along its axis."""

    runner: Runner
    kg: float
    at: Point3
    reach: float
    outward: float

    @property
    def near(self) -> float:
        """Where its open face is along its axis."""
        return self.runner.hi if self.outward > 0 else self.runner.lo

    def ends(self, travel: float) -> tuple[tuple[float, float], tuple[float, float]]:
        """(place along its axis, N downwards) of its slides' outer and inner fastening, both sides together, ``travel`` mm out: by moments."""
        r, s = self.runner, self.outward
        outer, inner = self.near - s * NEAR, self.near - s * r.depth / 2
        far = self.near - s * r.depth * 0.9
        x = self.at[r.axis] + s * travel
        # closed it lies on all of its slides: then the inner end is the far one
        inner = inner if travel > SHUT else far
        W = self.kg * G
        press = W * (x - inner) / (outer - inner)
        return (outer, press), (inner, W - press)


def loaded(plan: CarryPlan, build: Assembly) -> tuple[Loaded, ...]:
    """Every drawer of a build with what is in it."""
    found = []
    for runner in build.runners:
        masses = build.masses(runner.body) + [(item.mass, item.at()) for item in plan.on(runner.body)]
        kg, at = centroid(masses)
        motion = build.motion_of(runner.body)
        assert motion is not None
        found.append(Loaded(runner, kg, at, motion.reach, motion.toward[runner.axis]))
    return tuple(found)


def _node(mesh: Meshed, panel: str, axis: int, along: float, z: float) -> int:
    mine = mesh.of[panel]
    away = (mesh.nodes[mine, axis] - along) ** 2 + (mesh.nodes[mine, 2] - z) ** 2
    return int(mine[int(np.argmin(away))])


def pressed(mesh: Meshed, one: Loaded, g: Point3, out: bool = False) -> list[Row]:
    """Forces of a drawer on the panels beside it under 1 g along an axis (shares ``g``): half on each side."""
    found: list[Row] = []
    for (along, down), share in zip(one.ends(one.reach if out else 0.0), (0.5, 0.5), strict=True):
        level = one.kg * G * share / 2
        force = (level * g[0], level * g[1], down / 2 * g[2], 0.0, 0.0, 0.0)
        found += [(_node(mesh, side, one.runner.axis, along, one.runner.z), force) for side in one.runner.sides]
    return found


def drawn_stands(drawers: Sequence[Loaded]) -> tuple[Stand, ...]:
    """Each drawer out alone, and all of them: as cases beside who stands on it."""
    found = [
        Stand(f"drawn.{one.runner.id}", f"{one.runner.label} drawn out", one.at, "", one.runner.body, newton=1.0, kind="drawn")
        for one in drawers
    ]
    if len(drawers) > 1:
        found.append(Stand("drawn.all", "all drawers drawn out", drawers[0].at, "", drawers[0].runner.body, newton=1.0, kind="drawn"))
    return tuple(found)


def drawn_out_rows(mesh: Meshed, stand: Stand, drawers: Sequence[Loaded]) -> list[Row]:
    """What drawing out adds to the drawers closed."""
    found: list[Row] = []
    for one in drawers:
        if stand.id in (f"drawn.{one.runner.id}", "drawn.all"):
            found += [(node, tuple(-v for v in force)) for node, force in pressed(mesh, one, (0.0, 0.0, 1.0), True)]
            found += pressed(mesh, one, (0.0, 0.0, 1.0))
    return found


@dataclass(frozen=True, slots=True)
class RailLoad:
    """What a drawer presses on a rail at a place of its axis under 1 g along x, along y and along z, N, ``aside`` mm from its shear centre."""

    member: str
    at: Point3
    g: tuple[Point3, Point3, Point3]
    aside: Point3


def rail_loads(build: Assembly, setting: Setting, plan: CarryPlan) -> tuple[RailLoad, ...]:
    """Of every drawer that runs on rails, where it stands in a setting: half on each side, at the face where its slide is screwed. An open shape may
    open either way: the worse."""
    rails = {member.id: member for member in build.members}
    found = []
    for one in loaded(plan, build):
        motion = build.motion_of(one.runner.body)
        level = one.kg * G / 4
        for along, down in one.ends(poses_of(build, setting).travel(motion)):
            for side in (side for side in one.runner.sides if side in rails):
                x, y, z = rails[side].middle
                at = (along, y, z) if one.runner.axis == 0 else (x, along, z)
                across, shape = 1 - one.runner.axis, rails[side].shape
                reach = shape.width / 2 + one.runner.beside / 2 + abs(shape.shear[0])
                sign = 1.0 if one.at[across] > rails[side].middle[across] else -1.0
                aside = (0.0, sign * reach, 0.0) if across == 1 else (sign * reach, 0.0, 0.0)
                found.append(RailLoad(side, at, ((level, 0.0, 0.0), (0.0, level, 0.0), (0.0, 0.0, down / 2)), aside))
    return tuple(found)
