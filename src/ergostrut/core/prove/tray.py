"""The tray of a slide as a frame: rails and ribs, rollers as one-way rests, the load on the deck.

Assumptions, said on the page: the deck spans from rib to rib (simple beams), a sheet is screwed down and braces the frame in
its plane (boards do not), roller forces act on the rail's centre line, ribs frame in at the rail's centre line.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from functools import cached_property

import numpy as np

from ..carry.place import CarryPlan
from ..cases import Case
from ..constants import G
from ..frame.assembly import Assembly, Member, Slide
from ..frame.systems import Fixity
from ..mechanics.solver.model import Array, CaseResult, FrameModel, LoadCase, Point, SolverError, Spread
from ..mechanics.solver.solve import Frame

Vec = tuple[float, float, float]


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
    braces: tuple[Member, ...]
    patches: tuple[Patch, ...]
    model: FrameModel
    pieces: tuple[Piece, ...]
    rib_bars: tuple[tuple[int, ...], ...]
    """Bars of every rib from left to right: more than one where braces cross it."""
    fixity: Fixity
    braced: bool
    """Whether the deck holds the tray square in its plane."""
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
        found = []
        for name, (gx, gy, gz) in (("x", (1.0, 0.0, 0.0)), ("y", (0.0, 1.0, 0.0)), ("z", (0.0, 0.0, 1.0))):
            spreads: list[Spread] = []
            for piece in self.pieces:
                w = piece.member.section.mass_per_m * 1e-3 * G
                if piece.member.role == "side rail":
                    w += _runner_weight(self.assembly, self.slide.body)
                own = (w * gx, 0.0 if self.braced else w * gy, w * gz)
                spreads.append(Spread(piece.index, 0.0, piece.length, own, own))
            for patch in self.patches:
                spreads += self._on_ribs(patch, gx, gy, gz)
            found.append(LoadCase(name, tuple(spreads)))
        found.append(LoadCase("foot at the corner", nodal=((self.tips[0], (0, 0, -1, 0, 0, 0)),)))
        row = self._row(-1)
        middle = (row[-1].offset + row[-1].length) / 2
        piece = next(piece for piece in row if piece.offset + piece.length >= middle - 1e-9)
        found.append(LoadCase("foot mid end", points=(Point(piece.index, middle - piece.offset, (0, 0, -1)),)))
        return tuple(found)

    def _on_ribs(self, patch: Patch, gx: float, gy: float, gz: float) -> list[Spread]:
        """A patch's weight, with the tilt its height gives, shared between ribs bay by bay."""
        (lx, ly), F = patch.size, patch.kg * G
        c0 = F * gz / (lx * ly)
        cx, cy = -12 * patch.height * F * gx / (lx**3 * ly), -12 * patch.height * F * gy / (lx * ly**3)
        along_x = F * gx / (lx * ly)
        # a sheet carries what pushes sideways to the guides in its own plane; boards leave it to the ribs
        along_y = 0.0 if self.braced else F * gy / (lx * ly)
        xs = [rib.a[0] for rib in self.ribs]
        y_left = self.model.nodes[self.tips[0]][1]
        row = self._row(0)
        width = row[-1].offset + row[-1].length
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
                w = [(along_x * n * part * widen, along_y * n * part * widen, (flat + lean * (y - patch.y)) * widen) for y in (y0, y1)]
                found += self._along_rib(rib, y0 - y_left, y1 - y_left, w[0], w[1])
        return found

    def _row(self, rib: int) -> list[Piece]:
        return [self.pieces[index] for index in self.rib_bars[rib]]

    def _along_rib(self, rib: int, start: float, end: float, w0: Vec, w1: Vec) -> list[Spread]:
        """A load that runs from ``start`` to ``end`` mm along a rib, on its bars."""

        def at(s: float) -> Vec:
            x, y, z = (a + (b - a) * (s - start) / (end - start) for a, b in zip(w0, w1, strict=True))
            return x, y, z

        found = []
        for piece in self._row(rib):
            lo, hi = max(start, piece.offset), min(end, piece.offset + piece.length)
            if hi > lo:
                found.append(Spread(piece.index, lo - piece.offset, min(hi - piece.offset, piece.length), at(lo), at(hi)))
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
    if not cases:
        return ()
    rows = tray.frame.solve_many([case.name for case in cases], np.array([tray.factors(case, foot) for case in cases]))
    return tuple(
        Solved(case, None, str(row)) if isinstance(row, SolverError) else Solved(case, row) for case, row in zip(cases, rows, strict=True)
    )
