"""The base of a build side by side, each side a frame made once in two stiffnesses of its fixings, under what every setting presses on it.

What stands on the base is solved with it: pressed down or lifted, a rail gives, and what bears on it follows (``grounds``).
"""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from ..constants import G
from ..mechanics.solver.ground import Ground
from ..mechanics.solver.model import Array, Flags, Results, SolverError
from ..mechanics.solver.settle_batch import different
from ..mechanics.solver.solve import Frame
from ..structure.assembly import Assembly
from ..structure.context import Context
from ..structure.nouns.parts import Member
from ..structure.standing.reactions import Pressing
from .side import BOUNDS, Side, fixed_to_of, sides_of

STIFF, SOFT = BOUNDS.index("stiff"), BOUNDS.index("soft")


@dataclass(frozen=True)
class Laid:
    """A side with its members and the fixings that hold it, and the frames it shares with sides that are alike, by bound."""

    members: tuple[Member, ...]
    held: tuple[int, ...]
    side: Side
    frames: tuple[Frame, ...]


@dataclass(frozen=True)
class Turn:
    """A side solved: the shares of its loads in every case, what came of the different ones among them by bound, and which of those
    each case is."""

    factors: Array
    results: Mapping[int, Results]
    which: NDArray[np.intp]

    def acting(self, bound: int) -> Flags:
        """Which of its supports bear (cases, supports)."""
        found: Flags = self.results[bound].acting[self.which]
        return found

    def errors(self, bound: int) -> dict[int, SolverError]:
        """Cases that have no result."""
        errors = self.results[bound].errors
        return {case: errors[k] for case, k in enumerate(self.which.tolist()) if k in errors}


@dataclass(frozen=True)
class BaseFrame:
    build: Assembly
    laid: tuple[Laid, ...]

    def solved(self, pressings: Sequence[Pressing], bounds: Sequence[int], start: Sequence[Flags] | None = None) -> list[Turn]:
        """Every side in every case of ``pressings``, in turn; equal loads on sides that are alike once. Each bound begins from where the
        one before settled, the first from ``start`` (by side, cases by supports)."""
        names = [case.name for p in pressings for case in p.cases]
        found: dict[int, Turn] = {}
        for frames in {id(one.frames): one.frames for one in self.laid}.values():
            mine = [i for i, one in enumerate(self.laid) if one.frames is frames]
            tables = [_factors(self.build, pressings, self.laid[i].side) for i in mine]
            # what stands on the left in one case stands on the right in another: loads that are alike are solved once
            table: Array = np.concatenate(tables)
            _, first, which = np.unique(np.round(table, 6), axis=0, return_index=True, return_inverse=True)
            begun = np.concatenate([start[i] for i in mine])[first] if start is not None else None
            results: dict[int, Results] = {}
            for bound in bounds:
                results[bound] = frames[bound].run([names[i % len(names)] for i in first.tolist()], table[first], begun)
                begun = results[bound].acting
            for i, factors, own in zip(mine, tables, which.reshape(len(mine), len(names)), strict=True):
                found[i] = Turn(factors, results, own)
        return [found[i] for i in range(len(self.laid))]

    def sinks(self, pressings: Sequence[Pressing], turns: Sequence[Turn]) -> list[Array]:
        """mm that what each contact of each setting bears on goes down before it, on the softer base (cases, contacts)."""
        found = [np.zeros((len(p.cases), len(p.contacts))) for p in pressings]
        for laid, turn in zip(self.laid, turns, strict=True):
            rises = turn.results[SOFT].u[turn.which].reshape(len(turn.which), -1)[:, _dofs(laid.side)]
            rises[list(turn.errors(SOFT))] = 0.0
            for (lo, hi, k, at, push), sunk in zip(_on(laid.side, pressings), found, strict=True):
                sunk[:, k] = -push * rises[lo:hi, at]
        return found

    def grounds(self, pressings: Sequence[Pressing], turns: Sequence[Turn]) -> list[Ground]:
        """What the contacts of each setting bear on, in the state their forces brought the softer base to.

        A contact on the host itself, and one on a side that nothing holds, bears on what does not give."""
        sinks = self.sinks(pressings, turns)
        gives = [np.zeros((*sunk.shape, sunk.shape[1])) for sunk in sinks]
        for laid, turn in zip(self.laid, turns, strict=True):
            dofs = _dofs(laid.side)
            states, which = different(turn.acting(SOFT))
            give = laid.frames[SOFT].compliance(states, range(1, 1 + len(dofs)), dofs)[which]
            give[np.logical_not(np.isfinite(give.reshape(len(give), -1)).all(axis=1)).reshape(-1)] = 0.0
            give[list(turn.errors(SOFT))] = 0.0
            for (lo, hi, k, at, push), mine in zip(_on(laid.side, pressings), gives, strict=True):
                mine[:, k[:, None], k] = push[:, None] * push * give[lo:hi, at[:, None], at]
        return [
            Ground(sunk - np.einsum("nij,nj->ni", give, np.array(p.forces).reshape(sunk.shape)), give)
            for p, sunk, give in zip(pressings, sinks, gives, strict=True)
        ]


def _dofs(side: Side) -> list[int]:
    """Where the places of a side go up and down."""
    return [6 * side.node(*place) + 2 for place in side.places]


def _on(side: Side, pressings: Sequence[Pressing]) -> Iterator[tuple[int, int, NDArray[np.intp], NDArray[np.intp], Array]]:
    """Of every setting its cases, from and to, which of its contacts bear on a side, at which of its places, and how they push."""
    place, end = {name: i for i, name in enumerate(side.places)}, 0
    for p in pressings:
        begin, end = end, end + len(p.cases)
        on = [(k, place.get((c.on, round(x[0], 1)), -1)) for k, (c, x) in enumerate(zip(p.contacts, p.places, strict=True))]
        k, at = np.array([row for row in on if row[1] >= 0], dtype=int).reshape(-1, 2).T
        yield begin, end, k, at, np.array([p.contacts[i].push[2] for i in k])


def base_of(context: Context, build: Assembly, pressings: Sequence[Pressing]) -> BaseFrame | None:
    """The base under what presses on it anywhere; None where it has no fixing or nothing presses."""
    sides, fixed_to = sides_of(build), fixed_to_of(build)
    if not build.anchors or not sides or not any(contact.on for p in pressings for contact in p.contacts):
        return None
    shared: dict[tuple[object, ...], tuple[Frame, ...]] = {}
    laid = []
    for members in sides:
        names = {m.id for m in members}
        held = [i for i, (name, _) in enumerate(fixed_to) if name in names]
        places = sorted({(c.on, round(at[0], 1)) for p in pressings for c, at in zip(p.contacts, p.places, strict=True) if c.on in names})
        side = Side(context, build, members, places, held, len(sides))
        if side.alike not in shared:
            shared[side.alike] = side.frames()
        laid.append(Laid(tuple(members), tuple(held), side, shared[side.alike]))
    return BaseFrame(build, tuple(laid))


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
