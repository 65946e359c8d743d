"""The tray of a slide as a frame: rails and ribs, rollers as one-way rests, the load on the deck.

Assumptions, said on the page: the deck spans from rib to rib (simple beams), it is screwed down and braces the frame in
its plane, roller forces act on the rail's centre line, ribs frame in at the rail's centre line.
"""

from __future__ import annotations

import itertools
from collections.abc import Sequence
from dataclasses import dataclass, replace
from functools import cached_property

import numpy as np

from ..carry.place import CarryPlan
from ..cases import Case
from ..constants import G
from ..frame.assembly import Assembly, Member, Slide
from ..frame.systems import Fixity
from .solver.model import Array, Bar, CaseResult, FrameModel, LoadCase, Point, Rest, SolverError, Spread
from .solver.solve import Frame


@dataclass(frozen=True, slots=True)
class Patch:
    """A load on the deck: centre (host x, y at home), size, kg, and height of its centre of gravity over the frame line."""

    name: str
    x: float
    y: float
    size: tuple[float, float]
    kg: float
    height: float


@dataclass(frozen=True, slots=True)
class Piece:
    """A bar of the model with the member it belongs to; ``Lb`` mm between points that hold the member sideways;
    ``joined``: whether another member frames in at its end a and b; ``turn``: of the solver's axes from the section's, rad."""

    member: Member
    index: int
    offset: float
    length: float
    Lb: float
    joined: tuple[bool, bool]
    turn: float


@dataclass(frozen=True)
class TrayFrame:
    """The tray at one travel, ready to be solved."""

    assembly: Assembly
    slide: Slide
    travel: float
    home: bool
    rails: tuple[Member, Member]
    ribs: tuple[Member, ...]
    patches: tuple[Patch, ...]
    model: FrameModel
    pieces: tuple[Piece, ...]
    rib_bars: tuple[int, ...]
    fixity: Fixity
    tips: tuple[int, int, int, int]
    """Nodes at the rear end of the left and right rail, then the front ends."""

    @property
    def x_rear(self) -> float:
        return self.slide.carrying.x

    @property
    def x_front(self) -> float:
        return self.slide.hold_down.x + self.travel

    @property
    def overlap(self) -> float:
        """Distance left between hold-down and carrying axles."""
        return self.x_rear - self.x_front

    @property
    def overhang(self) -> float:
        """From the carrying axle to the tray's rear end."""
        return max(self.rails[0].b[0] + self.travel - self.x_rear, 0.0)

    @cached_property
    def frame(self) -> Frame:
        """The solver's frame with five basic loads: 1 g along x, y and z, and 1 N of foot at the corner and mid end."""
        return Frame(self.model, self.basic_loads)

    def factors(self, case: Case, foot: float) -> Array:
        """Shares of the basic loads in a case; ``foot`` in N."""
        return np.array([*case.g, foot if case.foot == "corner" else 0.0, foot if case.foot == "middle" else 0.0])

    @cached_property
    def basic_loads(self) -> tuple[LoadCase, ...]:
        """1 g along x, y and z, and 1 N of foot at the corner and mid end."""
        lengths = {piece.index: piece.length for piece in self.pieces}
        found = []
        for name, (gx, gy, gz) in (("x", (1.0, 0.0, 0.0)), ("y", (0.0, 1.0, 0.0)), ("z", (0.0, 0.0, 1.0))):
            spreads: list[Spread] = []
            for piece in self.pieces:
                w = piece.member.section.mass_per_m * 1e-3 * G
                if piece.member.role == "side rail":
                    w += _runner_weight(self.assembly, self.slide.body)
                spreads.append(Spread(piece.index, 0.0, piece.length, (w * gx, 0.0, w * gz), (w * gx, 0.0, w * gz)))
            for patch in self.patches:
                spreads += self._on_ribs(patch, gx, gy, gz)
            found.append(LoadCase(name, tuple(spreads)))
        last = self.rib_bars[-1]
        found.append(LoadCase("foot at the corner", nodal=((self.tips[0], (0, 0, -1, 0, 0, 0)),)))
        found.append(LoadCase("foot mid end", points=(Point(last, lengths[last] / 2, (0, 0, -1)),)))
        return tuple(found)

    def _on_ribs(self, patch: Patch, gx: float, gy: float, gz: float) -> list[Spread]:
        """A patch's weight, with the tilt its height gives, shared between ribs bay by bay."""
        (lx, ly), F = patch.size, patch.kg * G
        c0 = F * gz / (lx * ly)
        cx, cy = -12 * patch.height * F * gx / (lx**3 * ly), -12 * patch.height * F * gy / (lx * ly**3)
        along_x = F * gx / (lx * ly)
        xs = [rib.a[0] for rib in self.ribs]
        y_left = self.model.nodes[self.tips[0]][1]
        width = self.pieces[self.rib_bars[0]].length
        y0, y1 = max(patch.y - ly / 2, y_left), min(patch.y + ly / 2, y_left + width)
        if y1 <= y0:
            return []
        widen = ly / (y1 - y0)
        found = []
        for i in range(len(xs) - 1):
            xa, xb = xs[i], xs[i + 1]
            lo = patch.x - lx / 2 if i == 0 else max(patch.x - lx / 2, xa)
            hi = patch.x + lx / 2 if i == len(xs) - 2 else min(patch.x + lx / 2, xb)
            if hi <= lo:
                continue
            n, mid, half = hi - lo, (hi + lo) / 2, (hi - lo) / 2
            # integrals of 1, (x - xa)/(xb - xa) and of the tilt times each over lo..hi
            share = (mid - xa) / (xb - xa)
            tilt = mid - patch.x
            second = n * half**2 / 3 / (xb - xa)
            for rib, part, cross in ((i, 1 - share, -second), (i + 1, share, second)):
                flat = (c0 + cx * tilt) * n * part + cx * cross
                lean = cy * n * part
                w = [(along_x * n * part * widen, 0.0, (flat + lean * (y - patch.y)) * widen) for y in (y0, y1)]
                found.append(Spread(self.rib_bars[rib], y0 - y_left, y1 - y_left, w[0], w[1]))
        return found


def _runner_weight(assembly: Assembly, body: str) -> float:
    """N/mm of the runner beside each rail."""
    runners = [m for m in assembly.of_body(body) if m.role == "runner"]
    return runners[0].section.mass_per_m * 1e-3 * G if runners else 0.0


def patches_on(assembly: Assembly, body: str, plan: CarryPlan, line_z: float) -> tuple[Patch, ...]:
    """Deck with its small parts, and every thing carried, as patches."""
    found = []
    for panel in assembly.panels:
        if panel.body != body:
            continue
        small = sum(item.mass * item.count for item in assembly.items if item.body == body and item.part != "roller")
        x, y = panel.origin[0] + panel.size[0] / 2, panel.origin[1] + panel.size[1] / 2
        found.append(Patch("deck", x, y, panel.size, panel.mass + small, panel.origin[2] + panel.sheet.t / 2 - line_z))
    for item in plan.on(body):
        x, y, z = item.at()
        found.append(Patch(item.thing.name, x, y, item.size[:2], item.mass, z - line_z))
    return tuple(found)


SEMI = 2.0
"""Turning stiffness of a bolted joint, in E I / L of the member that frames in (k = 2 E I / L, engineering judgement)."""
TSLOT_CAP = 3.0e6
"""N mm/rad a T-slot bracket at most."""


def _end_springs(assembly: Assembly, member: Member, bar: Bar) -> tuple[tuple[int, float], ...]:
    """Springs about both bending axes at both ends of a rib joined by brackets or several bolts; torsion rigid."""
    cap = TSLOT_CAP * assembly.joints.brackets if assembly.joints.system.joint == "bracket" else np.inf
    rows = [(dof, min(SEMI * bar.E * inertia / member.length, cap)) for dof, inertia in ((4, bar.Iy), (5, bar.Iz))]
    return tuple((dof + end, k) for end in (0, 6) for dof, k in rows)


def tray_frame(assembly: Assembly, slide: Slide, plan: CarryPlan, travel: float, fixity: Fixity = "rigid") -> TrayFrame:
    """Model the tray at ``travel`` with its ribs joined by ``fixity``.

    Raises:
        SolverError: the rollers do not lie under the tray in the right order.
    """
    members = assembly.of_body(slide.body)
    rails = sorted((m for m in members if m.role == "side rail"), key=lambda m: m.a[1])
    ribs = sorted((m for m in members if m.role in ("end rib", "mid rib")), key=lambda m: m.a[0])
    left, right = rails
    x_front, x_rear = slide.hold_down.x, slide.carrying.x - travel
    if not left.a[0] <= x_front < left.b[0]:
        raise SolverError("the hold-down rollers do not lie on the tray")
    if x_rear > left.b[0] + 1e-6:
        raise SolverError("the carrying rollers stand behind the tray's end: nothing rests on them")
    if x_rear - x_front < 1.0:
        raise SolverError("the tray is pulled off its carrying rollers")
    xs = sorted({left.a[0], left.b[0], x_front, x_rear, *(rib.a[0] for rib in ribs)})
    xs = [x for i, x in enumerate(xs) if i == 0 or x - xs[i - 1] > 1e-6]
    z = left.a[2]
    nodes = np.array([(x + travel, y, z) for y in (left.a[1], right.a[1]) for x in xs])
    n = len(xs)
    names = tuple(f"{rail.id.rsplit('/', 1)[-1]} at {x - left.a[0]:.0f} mm from the front" for rail in rails for x in xs)

    def near(x: float, row: int) -> int:
        return row * n + int(np.argmin([abs(value - x) for value in xs]))

    bars: list[Bar] = []
    pieces: list[Piece] = []

    pitch = max((b.a[0] - a.a[0] for a, b in itertools.pairwise(ribs)), default=left.length)
    joints = {near(rib.a[0], row) for rib in ribs for row in (0, 1)}

    def add(member: Member, a: int, b: int, offset: float, Lb: float) -> None:
        p, material = member.shape, member.section.material
        I1, I2, turn = p.principal if p.shape == "angle" else (p.Iy, p.Iz, 0.0)
        bar = Bar(member.id, a, b, material.E, material.G, p.A, I1, I2, p.J, turn)
        if member.role != "side rail":
            if fixity == "semi":
                bar = replace(bar, springs=_end_springs(assembly, member, bar))
            elif fixity == "pinned":
                bar = replace(bar, released=(4, 5, 10, 11))
        bars.append(bar)
        length = float(np.linalg.norm(nodes[b] - nodes[a]))
        pieces.append(Piece(member, len(bars) - 1, offset, length, Lb, (a in joints, b in joints), turn))

    for row, rail in enumerate(rails):
        for i in range(n - 1):
            add(rail, row * n + i, row * n + i + 1, xs[i] - left.a[0], pitch)
    rib_bars = []
    for rib in ribs:
        rib_bars.append(len(bars))
        add(rib, near(rib.a[0], 0), near(rib.a[0], 1), 0.0, rib.length)
    home = travel == 0.0
    rests = []
    for row, side in ((0, "left"), (1, "right")):
        rests.append(Rest(f"rear roller {side}", near(x_rear, row), 2, 1))
        rests.append(Rest(f"front roller {side} on the lower rail", near(x_front, row), 2, 1))
        rests.append(Rest(f"front roller {side} under the upper rail", near(x_front, row), 2, -1, max(slide.play, 1e-6)))
        if home and slide.keeper:
            rests.append(Rest(f"rear keeper {side}", near(x_rear, row), 2, -1, max(slide.play, 1e-6)))
        if slide.prop is not None and abs(travel - slide.prop.travel) < 0.01:
            rests.append(Rest(f"leg {side}", near(left.b[0], row), 2, 1, max(slide.prop.gap, 1e-6)))
    fixed = [(near(rib.a[0], row), 1) for rib in ribs for row in (0, 1)]
    # the deck carries what pushes along in its plane: neither rail runs ahead of the other
    fixed += [(near(ribs[-1].a[0], row), 0) for row in (0, 1)]
    model = FrameModel(nodes, tuple(bars), tuple(fixed), tuple(rests), names)
    return TrayFrame(
        assembly,
        slide,
        travel,
        home,
        (left, right),
        tuple(ribs),
        patches_on(assembly, slide.body, plan, z),
        model,
        tuple(pieces),
        tuple(rib_bars),
        fixity,
        (n - 1, 2 * n - 1, 0, n),
    )


@dataclass(frozen=True)
class Solved:
    """A case solved at a position; ``error`` says why there is no result."""

    case: Case
    result: CaseResult | None
    error: str = ""

    def rest(self, model: FrameModel, word: str) -> tuple[float, float]:
        """(sum of the pair, larger of the two) of the rests whose id holds ``word``, N."""
        if self.result is None:
            return 0.0, 0.0
        found = [float(force) for rest, force in zip(model.rests, self.result.rest_force, strict=True) if word in rest.id]
        return sum(found), max(found, default=0.0)


def solve_cases(tray: TrayFrame, cases: Sequence[Case], foot: float) -> tuple[Solved, ...]:
    """Every case; one that cannot be solved carries its reason."""
    found = []
    for case in cases:
        try:
            found.append(Solved(case, tray.frame.solve(case.name, tray.factors(case, foot))))
        except SolverError as error:
            found.append(Solved(case, None, str(error)))
    return tuple(found)
