"""One side of a base as a frame in the upright plane along its rails: places where the floor pushes, what it stands on, its fixings."""

from __future__ import annotations

import bisect
import itertools
from collections.abc import Sequence
from dataclasses import dataclass
from functools import cached_property

import numpy as np

from ..mechanics.solver.model import Bar, FrameModel, LoadCase, Rest
from ..mechanics.solver.solve import Frame
from ..structure.assembly import Assembly
from ..structure.context import Context
from ..structure.nouns.parts import Member
from .grip import grip

FLOOR = 1_000.0
"""N/mm a mm of rail on the floor (trial: ten times more or less moves a fixing's pull by under 12 %)."""
STEP, HEELS = 300.0, (30.0, 80.0)
"""mm between places where the floor pushes, and from each fixing, where a rail heels over within sqrt(sqrt(4 E I/k)), some 70 mm."""
ON_FLOOR = 1.0
"""A rail whose underside lies lower than this (mm) presses on the floor."""
SAME, NEAR = 1.0, 12.0
"""mm: places on a rail closer than this are one; the floor's are left out as near as the second to another."""
BESIDE = 15.0
"""mm beyond the rail's half width within which a fixing still goes through the rail, its washer on it."""
BOUNDS = ("stiff", "soft")
_POST = (200_000.0, 400.0)
"""MPa and mm2 of a link: a stand is stiffer than what it stands between."""


@dataclass(frozen=True)
class Rail:
    """A base member in a side's frame: its bars, and mm along it where each begins."""

    member: Member
    bars: tuple[int, ...]
    starts: tuple[float, ...]


def sides_of(build: Assembly) -> list[list[Member]]:
    """Base members that links join, side by side."""
    rails = [m for m in build.of_body(build.base) if m.use == "base"]
    side = {m.id: i for i, m in enumerate(rails)}
    for link in build.links:
        old, new = side[link.upper], side[link.lower]
        side = {name: new if s == old else s for name, s in side.items()}
    return [[m for m in rails if side[m.id] == s] for s in dict.fromkeys(side.values())]


def on_floor(member: Member) -> bool:
    return member.a[2] - member.shape.depth / 2 < ON_FLOOR


def fixed_to_of(build: Assembly) -> list[tuple[str, float]]:
    """The rail on the floor that each fixing is nearest to, and mm beyond that rail's half width, or its end."""
    low = [m for m in build.of_body(build.base) if m.use == "base" and on_floor(m)]

    def beyond(rail: Member, x: float, y: float) -> float:
        lo, hi = sorted((rail.a[0], rail.b[0]))
        return max(abs(rail.a[1] - y) - rail.shape.width / 2, lo - x, x - hi, 0.0)

    found = []
    for anchor in build.anchors:
        gaps = [(beyond(rail, anchor.x, anchor.y), rail.id) for rail in low]
        gap, name = min(gaps, default=(0.0, ""))
        found.append((name, gap))
    return found


def _spaced(exact: Sequence[float], grid: Sequence[float]) -> list[float]:
    kept: list[float] = []
    for x in exact:
        if not kept or x - kept[-1] > SAME:
            kept.append(x)
    for x in grid:
        i = bisect.bisect(kept, x)
        if all(abs(x - other) > NEAR for other in kept[max(i - 1, 0) : i + 1]):
            kept.insert(i, x)
    return kept


class Side:
    """One side's frame, with a unit load at every place that something presses."""

    def __init__(
        self, context: Context, build: Assembly, members: list[Member], places: list[tuple[str, float]], held: list[int], share: int
    ) -> None:
        """``share``: sides that take what pushes along together."""
        self.members, self.places, self.held, self.share = members, places, held, share
        self.nodes: list[tuple[float, float, float]] = []
        self.at: dict[str, tuple[int, list[float]]] = {}
        bars: list[Bar] = []
        rails: list[Rail] = []
        floor: list[tuple[int, float]] = []
        anchors = build.anchors
        for member in members:
            lo, hi = sorted((member.a[0], member.b[0]))
            exact = {lo, hi, *(x for name, x in places if name == member.id)}
            exact |= {link.x for link in build.links if member.id in (link.lower, link.upper)}
            grid: set[float] = set()
            low = on_floor(member)
            if low:
                exact |= {anchors[i].x for i in held}
                grid |= {anchors[i].x + d for i in held for d in (*HEELS, *(-heel for heel in HEELS))}
                grid |= set(np.linspace(lo, hi, max(int((hi - lo) / STEP), 2) + 1).tolist())
            kept = _spaced(sorted(min(max(x, lo), hi) for x in exact), sorted(x for x in grid if lo < x < hi))
            first = len(self.nodes)
            # all in one upright plane, whichever rail stands farther out
            for x in kept:
                self.nodes.append((x, members[0].a[1], member.a[2]))
            self.at[member.id] = first, kept
            p, material = member.shape, member.section.material
            begin = len(bars)
            bars += [Bar(member.id, first + i, first + i + 1, material.E, material.G, p.A, p.Iy, p.Iz, p.J) for i in range(len(kept) - 1)]
            rails.append(Rail(member, tuple(range(begin, len(bars))), tuple(kept[:-1])))
            if low:
                ends = [kept[0], *((a + b) / 2 for a, b in itertools.pairwise(kept)), kept[-1]]
                floor += [(first + i, ends[i + 1] - ends[i]) for i in range(len(kept))]
        first_link = len(bars)
        for link in build.links:
            if link.lower in {m.id for m in members}:
                a, b = self.node(link.lower, link.x), self.node(link.upper, link.x)
                bars.append(Bar(link.id, a, b, _POST[0], 1.0, _POST[1], 1.0, 1.0, 1.0, released=(4, 10)))
        self.rails, self.bars, self.floor = tuple(rails), tuple(bars), floor
        self.link_bars = range(first_link, len(bars))
        self.fixed_at = [self.node(floor_rail(members), anchors[i].x) for i in held]
        self.grips = [grip(context, anchors[i], _through(members)) for i in held]
        length = sum(hi - lo for lo, hi in (sorted((m.a[0], m.b[0])) for m in members)) or 1.0
        weight = tuple(
            (node, (0.0, 0.0, part, 0.0, 0.0, 0.0)) for member in members for node, part in self._shares(member, member.length / length)
        )
        self.loads = (LoadCase("weight", nodal=weight), *(self._unit(name, x) for name, x in places), self._couple())

    def node(self, member: str, x: float) -> int:
        """The node of a member nearest to ``x``."""
        first, along = self.at[member]
        i = min(max(bisect.bisect(along, x), 1), len(along) - 1) if len(along) > 1 else 0
        return first + (i - 1 if i and x - along[i - 1] <= along[i] - x else i)

    def _shares(self, member: Member, part: float) -> list[tuple[int, float]]:
        first, along = self.at[member.id]
        return [(first + i, part / len(along)) for i in range(len(along))]

    def _unit(self, member: str, x: float) -> LoadCase:
        return LoadCase(f"{member} {x:.0f}", nodal=((self.node(member, x), (0.0, 0.0, 1.0, 0.0, 0.0, 0.0)),))

    def _couple(self) -> LoadCase:
        """1 N mm about y where the last thing presses: what pushes along at a height."""
        member, x = max(self.places, key=lambda row: row[1], default=(self.members[0].id, self.members[0].a[0]))
        return LoadCase("couple", nodal=((self.node(member, x), (0.0, 0.0, 0.0, 0.0, 1.0, 0.0)),))

    @cached_property
    def alike(self) -> tuple[object, ...]:
        """Equal for two sides that are one frame: mirrored ones, as a rule."""
        shape = tuple((round(x, 6), round(z, 6)) for x, _, z in self.nodes)
        bars = tuple((bar.a, bar.b, bar.E, bar.A, bar.Iy) for bar in self.bars)
        return shape, bars, tuple(self.fixed_at), tuple(self.grips), tuple(load.nodal for load in self.loads)

    def frames(self) -> tuple[Frame, ...]:
        """The frame by bound, its fixings at that stiffness, which are its last rests."""
        held = tuple((n, dof) for n in range(len(self.nodes)) for dof in (0, 1, 3, 5))
        stiff, soft = (self._rests(bound) for bound in range(len(BOUNDS)))
        model = FrameModel(np.array(self.nodes), self.bars, held, stiff, tuple(f"base at {x:.0f} mm" for x, _, _ in self.nodes))
        first = Frame(model, self.loads)
        return first, first.with_rests(soft)

    def _rests(self, bound: int) -> tuple[Rest, ...]:
        rests = [Rest(f"floor {n}", n, 2, 1, 0.0, FLOOR * width) for n, width in self.floor]
        for k, (node, g) in enumerate(zip(self.fixed_at, self.grips, strict=True)):
            rests.append(Rest(f"fixing {k}", node, 2, -1, 0.0, (g.stiff, g.soft)[bound]))
        return tuple(rests)


def floor_rail(members: Sequence[Member]) -> str:
    return next((m.id for m in members if on_floor(m)), members[0].id)


def _through(members: Sequence[Member]) -> float:
    return next((m.shape.depth for m in members if on_floor(m)), members[0].shape.depth)
