"""The base as beams: rails on a floor that only pushes, held down by fixings that only pull, lifted and pressed by what stands on them.

Each side that is joined by links is a frame of its own, in the upright plane along its rails: bending and prying, which a rigid base
does not know, come out of it. Two stiffnesses of the fixings bound what they take.
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass

import numpy as np

from ..cases import Case
from ..constants import G
from ..mechanics.solver.model import Array, Flags
from ..mechanics.solver.solve import Frame
from ..structure.assembly import Assembly
from ..structure.nouns.parts import Member
from ..structure.standing.reactions import Pressing
from ..structure.standing.setting import Setting
from .base import SOFT, STIFF, BaseFrame, Turn
from .side import BESIDE, Rail, fixed_to_of, floor_rail


@dataclass(frozen=True)
class FootingRow:
    """One case on a base: where it belongs."""

    case: Case
    setting: Setting


@dataclass(frozen=True)
class SolvedFooting:
    """A side's frames, the shares of its loads in every case by bound, and which fixings hold it, as its last rests in that order."""

    frames: tuple[Frame, ...]
    factors: tuple[Array, ...]
    bearing: tuple[Flags, ...]
    """Which of its supports bear, by bound (cases, supports)."""
    held: list[int]


@dataclass(frozen=True)
class Footing:
    """``pull`` (bounds, cases, anchors) N; ``moment`` and ``shear`` by member (bounds, cases, bar ends) in N mm and N, at ``along`` mm;
    ``loose``: (case, what moves) of those that nothing holds; ``roll`` (cases, anchors) N that rolling a rail on its width adds."""

    rows: tuple[FootingRow, ...]
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
    links: tuple[str, ...]
    """Stands between a lower and an upper rail."""
    tied: Array
    """Pull of every stand (bounds, cases, links), N: what lifts its upper rail."""
    sides: tuple[SolvedFooting, ...]
    """Their frames, to be solved again with a fixing gone."""

    @property
    def floats(self) -> int:
        """How many numbers it holds: most of what it weighs."""
        arrays = (self.pull, self.roll, self.tied, *self.moment, *self.shear, *(factors for side in self.sides for factors in side.factors))
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
        mine: dict[int, list[tuple[int, SolvedFooting]]] = {}
        for t, (gone, _) in enumerate(turns):
            for side in (side for side in self.sides if gone in side.held):
                mine.setdefault(id(side.frames), []).append((t, side))
        for group in mine.values():
            worst = [np.zeros(len(side.held)) for _, side in group]
            down = [False] * len(group)
            for bound, frame in enumerate(group[0][1].frames):
                first = len(frame.model.rests)
                parts = [first - len(side.held) + side.held.index(turns[t][0]) for t, side in group]
                start = np.array([side.bearing[bound][turns[t][1]] for t, side in group])
                names = [self.rows[turns[t][1]].case.name for t, _ in group]
                left = frame.run(names, np.array([side.factors[bound][turns[t][1]] for t, side in group]), start, parts)
                for k in range(len(group)):
                    if k in left.errors:
                        down[k] = True
                    else:
                        worst[k] = np.maximum(worst[k], left.rest_force[k, -len(worst[k]) :])
            for (t, side), pulls, fallen in zip(group, worst, down, strict=True):
                roll, others = self.roll[turns[t][1], side.held], len(side.held) - 1
                if others:
                    found[t, side.held] = pulls * self.lever[side.held] + roll * (others + 1) / others
                if fallen or (not others and roll[0] > 0):
                    found[t] = np.inf
        found[np.arange(len(turns)), [gone for gone, _ in turns]] = 0.0
        return found


def footing(base: BaseFrame, pressings: Sequence[Pressing], soft: Sequence[Turn], firm: Sequence[Pressing]) -> Footing:
    """Every case of every setting on the build's base: the softer bound of its fixings as solved together with what stands on it, the
    stiffer one under what presses on a base that does not give (``firm``, the same cases)."""
    build, fixed_to = base.build, fixed_to_of(base.build)
    rows = tuple(FootingRow(case, p.setting) for p in pressings for case in p.cases)
    count = len(build.anchors)
    pull, roll = np.zeros((2, len(rows), count)), np.zeros((len(rows), count))
    loose: dict[int, str] = {}
    words = [("", "")] * count
    solved: list[SolvedFooting] = []
    bent: list[_Bent] = []
    links: list[str] = []
    tied: list[Array] = []
    stiff = base.solved(firm, (STIFF,), [turn.acting(SOFT) for turn in soft])
    for laid, at_soft, at_stiff in zip(base.laid, soft, stiff, strict=True):
        side, held, turns = laid.side, list(laid.held), (at_stiff, at_soft)
        acting = tuple(turn.acting(b) for b, turn in enumerate(turns))
        solved.append(SolvedFooting(laid.frames, tuple(turn.factors for turn in turns), acting, held))
        ends: Array = np.array([turn.results[b].ends[turn.which] for b, turn in enumerate(turns)])
        for b, turn in enumerate(turns):
            pull[b][:, held] = turn.results[b].rest_force[turn.which][:, len(side.floor) :]
            for r, error in turn.errors(b).items():
                loose.setdefault(r, str(error))
                pull[b, r, held], ends[b, r] = 0.0, 0.0
        bent += [_bent(rail, ends) for rail in side.rails if rail.bars]
        links += [side.bars[i].id for i in side.link_bars]
        tied.append(np.maximum(ends[:, :, list(side.link_bars), 6], 0.0))
        for i, g in zip(held, side.grips, strict=True):
            words[i] = g.words
        if held:
            low = next(m for m in laid.members if m.id == floor_rail(laid.members))
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
        links=tuple(links),
        tied=np.concatenate(tied, axis=2),
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


def _rolled(pressings: Sequence[Pressing], rail: Member, fixings: int) -> Array:
    """N that every fixing of a rail takes besides (cases,): what is pushed across at the contacts' height rolls one rail over on its edge."""
    found, arm = [], rail.shape.width / 2
    for p in pressings:
        height = float(np.mean([at[2] for at in p.places])) if p.places else 0.0
        found += [abs(case.g[1]) * p.kg * G * height / arm / fixings for case in p.cases]
    return np.array(found)
