"""The base as beams: rails on a floor that only pushes, held down by fixings that only pull, lifted and pressed by what stands on them.

Each side that is joined by links is a frame of its own, in the upright plane along its rails: bending and prying, which a rigid base
does not know, come out of it. Two stiffnesses of the fixings bound what they take.
"""

from __future__ import annotations

import itertools
from collections.abc import Mapping, Sequence
from dataclasses import dataclass

import numpy as np

from ..cases import Case
from ..constants import G
from ..mechanics.solver.model import Array, Bar, CaseResult, FrameModel, LoadCase, Rest, SolverError
from ..mechanics.solver.solve import Frame
from ..structure.assembly import Assembly
from ..structure.context import Context
from ..structure.parts import Member
from ..structure.pressing import Pressing
from ..structure.setting import Setting
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


@dataclass(frozen=True)
class Row:
    """One case on a base: where it belongs."""

    case: Case
    setting: Setting


@dataclass(frozen=True)
class Solved:
    """A side's frames in both bounds, the shares of its loads in every case, and which fixings hold it, as its last rests in that order."""

    frames: tuple[Frame, ...]
    factors: Array
    held: list[int]
    bearing: tuple[tuple[frozenset[int], ...], ...]
    """Which of its supports bear, by bound and case."""


@dataclass(frozen=True)
class Footing:
    """``pull`` (bounds, cases, anchors) N; ``moment`` and ``shear`` by member (bounds, cases, bar ends) in N mm and N, at ``along`` mm;
    ``loose``: (case, what moves) of those that nothing holds; ``roll`` (cases, anchors) N that rolling a rail on its width adds."""

    rows: tuple[Row, ...]
    pull: Array
    roll: Array
    members: tuple[Member, ...]
    along: tuple[Array, ...]
    moment: tuple[Array, ...]
    shear: tuple[Array, ...]
    loose: tuple[tuple[int, str], ...]
    lever: Array
    """What a tab's heel makes of a rail's pull (anchors,): 1 under the rail, and where no tab is given."""
    beside: tuple[tuple[int, float], ...]
    """Fixings beside their rail without a tab, and mm between them and it."""
    words: tuple[tuple[str, str], ...]
    """How stiff each fixing is taken in both bounds."""
    sides: tuple[Solved, ...]
    """Their frames, to be solved again with a fixing gone."""

    @property
    def floats(self) -> int:
        """How many numbers it holds: most of what it weighs."""
        arrays = (self.pull, self.roll, *self.moment, *self.shear, *(side.factors for side in self.sides))
        return sum(array.size for array in arrays) + sum(frame.floats for side in self.sides for frame in side.frames)

    @property
    def pulls(self) -> Array:
        """The worse bound with what a tab and rolling add, (cases, anchors) N."""
        found: Array = self.pull.max(axis=0) * self.lever + self.roll
        return found

    def hardest(self, gone: int, count: int) -> list[int]:
        """The rows in which the side of a fixing pulls hardest in all: what it leaves to the others is most there."""
        held = next((side.held for side in self.sides if gone in side.held), [])
        total = self.pulls[:, held].sum(axis=1)
        return sorted(int(i) for i in np.argsort(-total)[:count]) if held else []

    def without(self, gone: int, rows: Sequence[int]) -> Array:
        """Pull of all fixings with one gone, the worse bound with what a tab and rolling add, (rows, anchors) N; inf in a row where its
        side is not held any more."""
        at = list(rows)
        found: Array = self.pulls[at]
        for side in (side for side in self.sides if gone in side.held):
            left, roll = len(side.held) - 1, self.roll[at][:, side.held]
            worst, lost = np.zeros_like(roll), np.zeros(len(at), dtype=bool)
            for frame, bearing in zip(side.frames, side.bearing, strict=True):
                part = len(frame.model.rests) - len(side.held) + side.held.index(gone)
                start = [bearing[r] - {part} for r in at]
                names = [self.rows[r].case.name for r in at]
                for k, one in enumerate(frame.without(part).solve_many(names, side.factors[at], start)):
                    if isinstance(one, SolverError):
                        lost[k] = True
                    else:
                        worst[k] = np.maximum(worst[k], one.rest_force[-len(side.held) :])
            if left:
                found[:, side.held] = worst * self.lever[side.held] + roll * (left + 1) / left
            else:
                lost |= roll[:, 0] > 0
            found[lost] = np.inf
        found[:, gone] = 0.0
        return found


def _sides(build: Assembly) -> list[list[Member]]:
    """Base members that links join, side by side."""
    rails = [m for m in build.of_body(build.base) if m.use == "base"]
    side = {m.id: i for i, m in enumerate(rails)}
    for link in build.links:
        old, new = side[link.upper], side[link.lower]
        side = {name: new if s == old else s for name, s in side.items()}
    return [[m for m in rails if side[m.id] == s] for s in dict.fromkeys(side.values())]


def _on_floor(member: Member) -> bool:
    return member.a[2] - member.shape.depth / 2 < ON_FLOOR


def _fixed_to(build: Assembly) -> list[tuple[str, float]]:
    """The rail on the floor that each fixing is nearest to, and mm beyond that rail's half width, or its end."""
    low = [m for m in build.of_body(build.base) if m.use == "base" and _on_floor(m)]

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
        if min(abs(x - other) for other in kept) > NEAR:
            kept.append(x)
    return sorted(kept)


class _Side:
    """One side's frame, with a unit load at every place that something presses."""

    def __init__(
        self, context: Context, build: Assembly, members: list[Member], places: list[tuple[str, float]], held: list[int], share: int
    ) -> None:
        """``share``: sides that take what pushes along together."""
        self.members, self.places, self.held, self.share = members, places, held, share
        self.nodes: list[tuple[float, float, float]] = []
        self.at: dict[tuple[str, float], int] = {}
        bars: list[Bar] = []
        rails: list[Rail] = []
        floor: list[tuple[int, float]] = []
        anchors = build.anchors
        for member in members:
            lo, hi = sorted((member.a[0], member.b[0]))
            exact = {lo, hi, *(x for name, x in places if name == member.id)}
            exact |= {link.x for link in build.links if member.id in (link.lower, link.upper)}
            grid: set[float] = set()
            low = _on_floor(member)
            if low:
                exact |= {anchors[i].x for i in held}
                grid |= {anchors[i].x + d for i in held for d in (*HEELS, *(-heel for heel in HEELS))}
                grid |= set(np.linspace(lo, hi, max(int((hi - lo) / STEP), 2) + 1).tolist())
            kept = _spaced(sorted(min(max(x, lo), hi) for x in exact), sorted(x for x in grid if lo < x < hi))
            first = len(self.nodes)
            for x in kept:
                self.nodes.append((x, member.a[1], member.a[2]))
            self.at |= {(member.id, x): first + i for i, x in enumerate(kept)}
            p, material = member.shape, member.section.material
            begin = len(bars)
            bars += [Bar(member.id, first + i, first + i + 1, material.E, material.G, p.A, p.Iy, p.Iz, p.J) for i in range(len(kept) - 1)]
            rails.append(Rail(member, tuple(range(begin, len(bars))), tuple(kept[:-1])))
            if low:
                ends = [kept[0], *((a + b) / 2 for a, b in itertools.pairwise(kept)), kept[-1]]
                floor += [(first + i, ends[i + 1] - ends[i]) for i in range(len(kept))]
        for link in build.links:
            if link.lower in {m.id for m in members}:
                a, b = self.node(link.lower, link.x), self.node(link.upper, link.x)
                bars.append(Bar(link.id, a, b, _POST[0], 1.0, _POST[1], 1.0, 1.0, 1.0, released=(4, 10)))
        self.rails, self.bars, self.floor = tuple(rails), tuple(bars), floor
        self.fixed_at = [self.node(_floor_rail(members), anchors[i].x) for i in held]
        self.grips = [grip(context, anchors[i], _through(members)) for i in held]
        length = sum(hi - lo for lo, hi in (sorted((m.a[0], m.b[0])) for m in members)) or 1.0
        weight = tuple(
            (node, (0.0, 0.0, part, 0.0, 0.0, 0.0)) for member in members for node, part in self._shares(member, member.length / length)
        )
        self.loads = (LoadCase("weight", nodal=weight), *(self._unit(name, x) for name, x in places), self._couple())

    def node(self, member: str, x: float) -> int:
        """The node of a member nearest to ``x``."""
        return min(((abs(at - x), n) for (name, at), n in self.at.items() if name == member))[1]

    def _shares(self, member: Member, part: float) -> list[tuple[int, float]]:
        nodes = [n for (name, _), n in self.at.items() if name == member.id]
        return [(n, part / len(nodes)) for n in nodes]

    def _unit(self, member: str, x: float) -> LoadCase:
        return LoadCase(f"{member} {x:.0f}", nodal=((self.node(member, x), (0.0, 0.0, 1.0, 0.0, 0.0, 0.0)),))

    def _couple(self) -> LoadCase:
        """1 N mm about y where the last thing presses: what pushes along at a height."""
        member, x = max(self.places, key=lambda row: row[1], default=(self.members[0].id, self.members[0].a[0]))
        return LoadCase("couple", nodal=((self.node(member, x), (0.0, 0.0, 0.0, 0.0, 1.0, 0.0)),))

    @property
    def alike(self) -> tuple[object, ...]:
        """Equal for two sides that are one frame: mirrored ones, as a rule."""
        shape = tuple((round(x, 6), round(z, 6)) for x, _, z in self.nodes)
        bars = tuple((bar.a, bar.b, bar.E, bar.A, bar.Iy) for bar in self.bars)
        return shape, bars, tuple(self.fixed_at), tuple(self.grips), tuple(load.nodal for load in self.loads)

    def frame(self, bound: int) -> Frame:
        """The frame with its fixings at a bound's stiffness, which are its last rests."""
        held = tuple((n, dof) for n in range(len(self.nodes)) for dof in (0, 1, 3, 5))
        rests = [Rest(f"floor {n}", n, 2, 1, 0.0, FLOOR * width) for n, width in self.floor]
        for k, (node, g) in enumerate(zip(self.fixed_at, self.grips, strict=True)):
            rests.append(Rest(f"fixing {k}", node, 2, -1, 0.0, (g.stiff, g.soft)[bound]))
        model = FrameModel(np.array(self.nodes), self.bars, held, tuple(rests), tuple(f"base at {x:.0f} mm" for x, _, _ in self.nodes))
        return Frame(model, self.loads)


def _floor_rail(members: Sequence[Member]) -> str:
    return next((m.id for m in members if _on_floor(m)), members[0].id)


def _through(members: Sequence[Member]) -> float:
    return next((m.shape.depth for m in members if _on_floor(m)), members[0].shape.depth)


def footing(context: Context, build: Assembly, pressings: Sequence[Pressing]) -> Footing | None:
    """Every case of every setting on the build's base; None when nothing presses on it."""
    rows = tuple(Row(case, p.setting) for p in pressings for case in p.cases)
    sides, fixed_to = _sides(build), _fixed_to(build)
    if not rows or not sides or not any(contact.on for p in pressings for contact in p.contacts):
        return None
    count = len(build.anchors)
    pull, roll = np.zeros((2, len(rows), count)), np.zeros((len(rows), count))
    loose: dict[int, str] = {}
    words = [("", "")] * count
    solved: list[Solved] = []
    bent: list[_Bent] = []
    framed: dict[tuple[object, ...], tuple[Frame, ...]] = {}
    for members in sides:
        names = {m.id for m in members}
        held = [i for i, (name, _) in enumerate(fixed_to) if name in names]
        places = sorted({(c.on, round(at[0], 1)) for p in pressings for c, at in zip(p.contacts, p.places, strict=True) if c.on in names})
        side = _Side(context, build, members, places, held, len(sides))
        if side.alike not in framed:
            framed[side.alike] = tuple(side.frame(bound) for bound in range(len(BOUNDS)))
        frames, factors = framed[side.alike], _factors(build, pressings, side)
        results = _in_turn(frames, [row.case.name for row in rows], factors)
        solved.append(Solved(frames, factors, held, tuple(_bearing(found) for found in results)))
        ends = np.zeros((2, len(rows), len(side.bars), 12))
        for b, r in itertools.product(range(len(BOUNDS)), range(len(rows))):
            one = results[b][r]
            if isinstance(one, SolverError):
                loose.setdefault(r, str(one))
                continue
            pull[b, r, held] = one.rest_force[len(side.floor) :]
            ends[b, r] = one.ends
        bent += [_bent(rail, ends) for rail in side.rails if rail.bars]
        for i, g in zip(held, side.grips, strict=True):
            words[i] = g.words
        if held:
            low = next(m for m in members if m.id == _floor_rail(members))
            roll[:, held] = _rolled(pressings, low, len(held))[:, None]
    off = {i: gap for i, (_, gap) in enumerate(fixed_to) if gap > BESIDE}
    return Footing(
        rows=rows,
        pull=pull,
        roll=roll,
        members=tuple(row.member for row in bent),
        along=tuple(row.along for row in bent),
        moment=tuple(row.moment for row in bent),
        shear=tuple(row.shear for row in bent),
        loose=tuple(sorted(loose.items())),
        lever=_levers(build, fixed_to, off),
        beside=tuple((i, gap) for i, gap in off.items() if build.anchors[i].tab is None),
        words=tuple(words),
        sides=tuple(solved),
    )


@dataclass(frozen=True)
class _Bent:
    member: Member
    along: Array
    moment: Array
    shear: Array


def _bent(rail: Rail, ends: Array) -> _Bent:
    """Moments and shears at both ends of every bar of a rail, (bounds, cases, 2 bars), and where, mm from its nearer end."""
    own, starts = ends[:, :, list(rail.bars)], np.array(rail.starts)
    near, far = sorted((rail.member.a[0], rail.member.b[0]))
    along = np.concatenate([starts, np.append(starts[1:], far)]) - near
    return _Bent(
        rail.member, along, np.concatenate([own[..., 4], own[..., 10]], axis=2), np.concatenate([own[..., 2], own[..., 8]], axis=2)
    )


def _levers(build: Assembly, fixed_to: Sequence[tuple[str, float]], off: Mapping[int, float]) -> Array:
    """A rail lifted at its middle turns its tab about the tab's far edge: (reach to the bolt + past it) / past it."""
    found = np.ones(len(build.anchors))
    for i, gap in off.items():
        tab = build.anchors[i].tab
        if tab is not None:
            found[i] = (gap + build.member(fixed_to[i][0]).shape.width / 2 + tab) / tab
    return found


def _bearing(results: Sequence[CaseResult | SolverError]) -> tuple[frozenset[int], ...]:
    return tuple(frozenset() if isinstance(one, SolverError) else one.bearing for one in results)


def _in_turn(frames: Sequence[Frame], names: Sequence[str], factors: Array) -> list[list[CaseResult | SolverError]]:
    """All cases on every frame, each begun from where the one before settled."""
    found: list[list[CaseResult | SolverError]] = []
    for frame in frames:
        found.append(frame.solve_many(names, factors, _bearing(found[-1]) if found else None))
    return found


def _factors(build: Assembly, pressings: Sequence[Pressing], side: _Side) -> Array:
    """Shares of a side's basic loads in every case: its weight, what presses at each place, the couple of what pushes along."""
    kg = sum(mass for mass, _ in build.masses(build.base)) * sum(m.length for m in side.members)
    kg /= sum(m.length for m in build.of_body(build.base) if m.use == "base") or 1.0
    column = {place: 1 + i for i, place in enumerate(side.places)}
    found: list[Array] = []
    for p in pressings:
        table = np.zeros((len(p.cases), len(side.loads)))
        table[:, 0] = [kg * G * case.g[2] for case in p.cases]
        forces = np.array(p.forces)
        for k, (contact, at) in enumerate(zip(p.contacts, p.places, strict=True)):
            place = contact.on, round(at[0], 1)
            if place in column:
                # what pushes the build up presses the base down
                table[:, column[place]] -= forces[:, k] * contact.push[2]
        height = np.mean([at[2] for at in p.places]) if p.places else 0.0
        table[:, -1] = [p.kg * G * case.g[0] * height / side.share for case in p.cases]
        found.append(table)
    return np.concatenate(found)


def _rolled(pressings: Sequence[Pressing], rail: Member, fixings: int) -> Array:
    """N that every fixing of a rail takes besides (cases,): what is pushed across at the contacts' height rolls one rail over on its edge."""
    found, arm = [], rail.shape.width / 2
    for p in pressings:
        height = float(np.mean([at[2] for at in p.places])) if p.places else 0.0
        found += [abs(case.g[1]) * p.kg * G * height / arm / fixings for case in p.cases]
    return np.array(found)
