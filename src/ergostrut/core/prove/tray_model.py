"""The tray's frame model: rails cut where something meets them, ribs and braces cut where they cross, rollers as rests.

A brace lies under the ribs and is fastened to every one it passes.
"""

from __future__ import annotations

import itertools
from collections.abc import Sequence
from dataclasses import dataclass, field, replace

import numpy as np

from ..carry.place import CarryPlan
from ..frame.assembly import Assembly, Member, Slide
from ..frame.systems import Fixity
from ..mechanics.solver.model import Bar, FrameModel, Rest, SolverError
from .tray import Piece, TrayFrame, patches_on

SEMI = 2.0
"""Turning stiffness of a bolted joint, in E I / L of the member that frames in (k = 2 E I / L, engineering judgement)."""
SAME = 2.0
"""Braces that meet a rail or cross a rib closer than this (mm) to where something else does, do it there."""
TSLOT_CAP = 3.0e6
"""N mm/rad a T-slot bracket at most."""


def _end_springs(assembly: Assembly, member: Member, bar: Bar, ends: Sequence[int]) -> tuple[tuple[int, float], ...]:
    """Springs about both bending axes at the ``ends`` (0, 6) of a rib joined by brackets or several bolts; torsion rigid."""
    cap = TSLOT_CAP * assembly.joints.brackets if assembly.joints.system.joint == "bracket" else np.inf
    rows = [(dof, min(SEMI * bar.E * inertia / member.length, cap)) for dof, inertia in ((4, bar.Iy), (5, bar.Iz))]
    return tuple((dof + end, k) for end in ends for dof, k in rows)


@dataclass
class _Builder:
    """Nodes and bars as they are laid; rails first, so that a rail's node is found by its place."""

    assembly: Assembly
    fixity: Fixity
    xs: list[float]
    nodes: list[tuple[float, float, float]]
    names: list[str]
    joints: set[int]
    bars: list[Bar] = field(default_factory=list)
    pieces: list[Piece] = field(default_factory=list)

    def near(self, x: float, row: int) -> int:
        """Node of the left (0) or right (1) rail nearest to ``x`` (tray in)."""
        return row * len(self.xs) + int(np.argmin([abs(value - x) for value in self.xs]))

    def run(self, member: Member, stops: Sequence[int], start: float, Lb: float, drop: float = 0.0) -> tuple[int, ...]:
        """A member through ``stops``, its outer ends joined by the fixity unless it is a rail; ``drop`` mm under the joints' line."""
        p, material = member.shape, member.section.material
        I1, I2, turn = p.principal if p.shape == "angle" else (p.Iy, p.Iz, 0.0)
        down, found, offset = (0.0, 0.0, -drop), [], start
        for i, (a, b) in enumerate(itertools.pairwise(stops)):
            bar = Bar(member.id, a, b, material.E, material.G, p.A, I1, I2, p.J, turn, offset_a=down, offset_b=down)
            ends = [end for end, outer in ((0, i == 0), (6, i == len(stops) - 2)) if outer and member.role != "side rail"]
            if ends and self.fixity == "semi":
                bar = replace(bar, springs=_end_springs(self.assembly, member, bar, ends))
            elif ends and self.fixity == "pinned":
                bar = replace(bar, released=tuple(dof + end for end in ends for dof in (4, 5)))
            length = float(np.linalg.norm(np.subtract(self.nodes[b], self.nodes[a])))
            found.append(len(self.bars))
            self.bars.append(bar)
            self.pieces.append(Piece(member, found[-1], offset, length, Lb, (a in self.joints, b in self.joints), turn))
            offset += length
        return tuple(found)


def _crossings(build: _Builder, ribs: Sequence[Member], brace: Member, travel: float, before: Sequence[dict[int, int]]) -> dict[int, int]:
    """A node on every rib that a brace passes between its ends, by the rib's place in ``ribs``; where braces cross on a rib they share it."""
    first, last = build.near(brace.a[0], 0), build.near(brace.b[0], 1)
    (xa, ya, z), (xb, yb, _) = build.nodes[first], build.nodes[last]
    found: dict[int, int] = {}
    if abs(xb - xa) < SAME:
        return found
    for i, rib in enumerate(ribs):
        share = (rib.a[0] + travel - xa) / (xb - xa)
        if 1e-6 < share < 1 - 1e-6:
            y = ya + share * (yb - ya)
            near = next((row[i] for row in before if i in row and abs(build.nodes[row[i]][1] - y) < SAME), None)
            if near is not None:
                found[i] = near
                continue
            found[i] = len(build.nodes)
            build.nodes.append((rib.a[0] + travel, y, z))
            build.names.append(f"{brace.id.rsplit('/', 1)[-1]} across {rib.id.rsplit('/', 1)[-1]}")
    return found


def _rests(build: _Builder, slide: Slide, travel: float, leg: float | None) -> tuple[Rest, ...]:
    found = []
    x_front, x_rear, play = slide.hold_down.x, slide.carrying.x - travel, max(slide.play, 1e-6)
    for row, side in ((0, "left"), (1, "right")):
        found.append(Rest(f"rear roller {side}", build.near(x_rear, row), 2, 1))
        found.append(Rest(f"front roller {side} on the lower rail", build.near(x_front, row), 2, 1))
        found.append(Rest(f"front roller {side} under the upper rail", build.near(x_front, row), 2, -1, play))
        if travel == 0.0 and slide.keeper:
            found.append(Rest(f"rear keeper {side}", build.near(x_rear, row), 2, -1, play))
        if slide.prop is not None and leg is not None:
            found.append(Rest(f"leg {side}", build.near(leg, row), 2, 1, max(slide.prop.gap, 1e-6)))
    return tuple(found)


def _check_places(left: Member, x_front: float, x_rear: float) -> None:
    if not left.a[0] <= x_front < left.b[0]:
        raise SolverError("the hold-down rollers do not lie on the tray")
    if x_rear > left.b[0] + 1e-6:
        raise SolverError("the carrying rollers stand behind the tray's end: nothing rests on them")
    if x_rear - x_front < 1.0:
        raise SolverError("the tray is pulled off its carrying rollers")


def tray_frame(assembly: Assembly, slide: Slide, plan: CarryPlan, travel: float, fixity: Fixity = "rigid") -> TrayFrame:
    """Model the tray at ``travel`` with its ribs and braces joined to the rails by ``fixity``.

    Raises:
        SolverError: the rollers do not lie under the tray in the right order.
    """
    members = assembly.of_body(slide.body)
    left, right = sorted((m for m in members if m.role == "side rail"), key=lambda m: m.a[1])
    ribs = sorted((m for m in members if m.role in ("end rib", "mid rib")), key=lambda m: m.a[0])
    braces = [m for m in members if m.role == "brace"]
    x_front, x_rear = slide.hold_down.x, slide.carrying.x - travel
    _check_places(left, x_front, x_rear)
    leg = left.b[0] - slide.prop.inset if slide.prop is not None and abs(travel - slide.prop.travel) < 0.01 else None
    xs = sorted({left.a[0], left.b[0], x_front, x_rear, *(rib.a[0] for rib in ribs), *([leg] if leg is not None else ())})
    xs = [x for i, x in enumerate(xs) if i == 0 or x - xs[i - 1] > 1e-6]
    for x in sorted(end[0] for brace in braces for end in (brace.a, brace.b)):
        if min(abs(x - other) for other in xs) > SAME:
            xs = sorted([*xs, x])
    n, z = len(xs), left.a[2]
    build = _Builder(
        assembly,
        fixity,
        xs,
        [(x + travel, y, z) for y in (left.a[1], right.a[1]) for x in xs],
        [f"{rail.id.rsplit('/', 1)[-1]} at {x - left.a[0]:.0f} mm from the front" for rail in (left, right) for x in xs],
        set(),
    )
    crossed: list[dict[int, int]] = []
    for brace in braces:
        crossed.append(_crossings(build, ribs, brace, travel, crossed))
    build.joints |= {build.near(end[0], row) for m in (*ribs, *braces) for row, end in enumerate((m.a, m.b))}
    build.joints |= {node for row in crossed for node in row.values()}
    pitch = max((b.a[0] - a.a[0] for a, b in itertools.pairwise(ribs)), default=left.length)
    for row, rail in enumerate((left, right)):
        build.run(rail, range(row * n, (row + 1) * n), 0.0, pitch)
    rib_bars = []
    for i, rib in enumerate(ribs):
        on = sorted({row[i] for row in crossed if i in row}, key=lambda node: build.nodes[node][1])
        rib_bars.append(build.run(rib, [build.near(rib.a[0], 0), *on, build.near(rib.a[0], 1)], 0.0, rib.length))
    for brace, passed in zip(braces, crossed, strict=True):
        on = sorted(passed.values(), key=lambda node: build.nodes[node][1])
        stops = [build.near(brace.a[0], 0), *on, build.near(brace.b[0], 1)]
        free = max(float(np.linalg.norm(np.subtract(build.nodes[b], build.nodes[a]))) for a, b in itertools.pairwise(stops))
        build.run(brace, stops, 0.0, free, z - brace.a[2])
    braced = all(panel.braces for panel in assembly.panels if panel.body == slide.body)
    if braced:
        fixed = [(build.near(rib.a[0], row), 1) for rib in ribs for row in (0, 1)]
        # the deck carries what pushes along in its plane: neither rail runs ahead of the other
        fixed += [(build.near(ribs[-1].a[0], row), 0) for row in (0, 1)]
    else:
        # boards leave the tray to its joints: guides hold one rail sideways, lock and stops the right one along
        fixed = [(build.near(x_front, 0), 1), (build.near(x_rear, 0), 1), (build.near(ribs[-1].a[0], 1), 0)]
    rests = _rests(build, slide, travel, leg)
    model = FrameModel(np.array(build.nodes), tuple(build.bars), tuple(fixed), rests, tuple(build.names))
    return TrayFrame(
        assembly,
        slide,
        travel,
        travel == 0.0,
        (left, right),
        tuple(ribs),
        tuple(braces),
        patches_on(assembly, slide.body, plan, z),
        model,
        tuple(build.pieces),
        tuple(rib_bars),
        fixity,
        braced,
        (n - 1, 2 * n - 1, 0, n),
    )
