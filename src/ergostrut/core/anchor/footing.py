"""The base as beams: rails on a floor that only pushes, held down by fixings that only pull, lifted and pressed by what stands on them.

Each side that is joined by links is a frame of its own, in the upright plane along its rails: bending and prying, which a rigid base
does not know, come out of it. Two stiffnesses of the fixings bound what they take.
"""

from __future__ import annotations

import itertools
from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass

import numpy as np

from ..cases import Case
from ..constants import G
from ..mechanics.solver.model import Array, CaseResult, SolverError
from ..mechanics.solver.solve import Frame
from ..structure.assembly import Assembly
from ..structure.context import Context
from ..structure.parts import Member
from ..structure.pressing import Pressing
from ..structure.setting import Setting
from .side import BESIDE, BOUNDS, Rail, Side, fixed_to_of, floor_rail, sides_of


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
        return self.lost([(gone, row) for row in rows])

    def lost(self, turns: Sequence[tuple[int, int]]) -> Array:
        """``without`` of many (fixing gone, row), (turns, anchors) N: all of one frame solved together."""
        found: Array = self.pulls[[row for _, row in turns]]
        mine: dict[int, list[tuple[int, Solved]]] = {}
        for t, (gone, _) in enumerate(turns):
            for side in (side for side in self.sides if gone in side.held):
                mine.setdefault(id(side.frames), []).append((t, side))
        for group in mine.values():
            worst = [np.zeros(len(side.held)) for _, side in group]
            down = [False] * len(group)
            for bound, frame in enumerate(group[0][1].frames):
                first = len(frame.model.rests)
                parts = [first - len(side.held) + side.held.index(turns[t][0]) for t, side in group]
                start = [side.bearing[bound][turns[t][1]] - {part} for (t, side), part in zip(group, parts, strict=True)]
                names = [self.rows[turns[t][1]].case.name for t, _ in group]
                factors = np.array([side.factors[turns[t][1]] for t, side in group])
                for k, one in enumerate(frame.solve_many(names, factors, start, parts)):
                    if isinstance(one, SolverError):
                        down[k] = True
                    else:
                        worst[k] = np.maximum(worst[k], one.rest_force[-len(worst[k]) :])
            for (t, side), pulls, fallen in zip(group, worst, down, strict=True):
                roll, left = self.roll[turns[t][1], side.held], len(side.held) - 1
                if left:
                    found[t, side.held] = pulls * self.lever[side.held] + roll * (left + 1) / left
                if fallen or (not left and roll[0] > 0):
                    found[t] = np.inf
        found[np.arange(len(turns)), [gone for gone, _ in turns]] = 0.0
        return found


def footing(context: Context, build: Assembly, pressings: Sequence[Pressing]) -> Footing | None:
    """Every case of every setting on the build's base; None when nothing presses on it."""
    rows = tuple(Row(case, p.setting) for p in pressings for case in p.cases)
    sides, fixed_to = sides_of(build), fixed_to_of(build)
    if not rows or not sides or not any(contact.on for p in pressings for contact in p.contacts):
        return None
    count = len(build.anchors)
    pull, roll = np.zeros((2, len(rows), count)), np.zeros((len(rows), count))
    loose: dict[int, str] = {}
    words = [("", "")] * count
    solved: list[Solved] = []
    bent: list[_Bent] = []
    laid = []
    for members in sides:
        names = {m.id for m in members}
        held = [i for i, (name, _) in enumerate(fixed_to) if name in names]
        places = sorted({(c.on, round(at[0], 1)) for p in pressings for c, at in zip(p.contacts, p.places, strict=True) if c.on in names})
        laid.append((members, held, Side(context, build, members, places, held, len(sides))))
    for side_members, held, side, one in _solved(laid, build, pressings, [row.case.name for row in rows]):
        solved.append(Solved(one.frames, one.factors, held, tuple(_bearing(found) for found in one.results)))
        ends = np.zeros((2, len(rows), len(side.bars), 12))
        for b, r in itertools.product(range(len(BOUNDS)), range(len(rows))):
            result = one.results[b][r]
            if isinstance(result, SolverError):
                loose.setdefault(r, str(result))
                continue
            pull[b, r, held] = result.rest_force[len(side.floor) :]
            ends[b, r] = result.ends
        bent += [_bent(rail, ends) for rail in side.rails if rail.bars]
        for i, g in zip(held, side.grips, strict=True):
            words[i] = g.words
        if held:
            low = next(m for m in side_members if m.id == floor_rail(side_members))
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
class _Turn:
    """A side in both bounds: its frames, the shares of its loads in every case, what came of them by bound and case."""

    frames: tuple[Frame, ...]
    factors: Array
    results: list[list[CaseResult | SolverError]]


Laid = tuple[list[Member], list[int], Side]


def _solved(
    laid: Sequence[Laid], build: Assembly, pressings: Sequence[Pressing], names: Sequence[str]
) -> Iterator[tuple[list[Member], list[int], Side, _Turn]]:
    """Every side with its cases solved; sides that are one frame, as mirrored ones are, together, and equal loads once."""
    alike: dict[tuple[object, ...], list[Laid]] = {}
    for row in laid:
        alike.setdefault(row[2].alike, []).append(row)
    done: dict[int, _Turn] = {}
    for group in alike.values():
        frames = tuple(group[0][2].frame(bound) for bound in range(len(BOUNDS)))
        tables = [_factors(build, pressings, side) for _, _, side in group]
        # what stands on the left in one case stands on the right in another: loads that are alike are solved once
        table: Array = np.concatenate(tables)
        _, first, which = np.unique(np.round(table, 6), axis=0, return_index=True, return_inverse=True)
        own = which.reshape(len(group), len(names)).tolist()
        results = _in_turn(frames, [names[i % len(names)] for i in first.tolist()], table[first])
        for (_, _, side), factors, mine in zip(group, tables, own, strict=True):
            done[id(side)] = _Turn(frames, factors, [[found[i] for i in mine] for found in results])
    for members, held, side in laid:
        yield members, held, side, done[id(side)]


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


def _factors(build: Assembly, pressings: Sequence[Pressing], side: Side) -> Array:
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
