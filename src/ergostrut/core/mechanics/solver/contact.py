"""One-way parts settled on the few degrees of freedom they touch.

The frame is condensed onto those once; a case is then a small dense problem, whatever the frame's size.
Rests push, straps pull; which of them act is found by an active set.
"""

from __future__ import annotations

import math
from collections.abc import Iterable, Sequence
from dataclasses import dataclass, replace

import numpy as np
from scipy.linalg import LinAlgError, cho_factor, cho_solve

from .downhill import downhill
from .model import Array, Flags, FrameModel, MechanismError, Rest, SolverError, UnsettledError
from .settle_batch import Settling, different, passes, settles

MAX_PASSES = 20
LEAST_PASSES = 600
NOTHING = 1e-6
"""N: a case that pushes the one-way parts with less is one without load."""
LOOSE = "this frame can fold"
DOF_WORDS = ("slides along x", "slides along y", "moves up or down", "turns about x", "turns about y", "turns about z")
_SEEK = 1e6
"""While nothing holds the frame, springs are lent to the one-way parts, soft enough that the load moves it this many gaps; never in a result."""


@dataclass(frozen=True)
class OneWay:
    """A part that acts when ``b @ u > slack`` (u on the condensed degrees of freedom), with ``k`` N/mm, or rigidly when None."""

    name: str
    b: Array
    slack: float
    k: float | None


def pushes(rest: Rest) -> list[tuple[int, int, float]]:
    """(node, axis, share) of the displacements that press a rest together."""
    along = [(rest.dof, float(rest.sign))] if rest.toward is None else list(enumerate(rest.toward))
    own = [(rest.node, dof, -part) for dof, part in along]
    return own + ([(rest.on, dof, part) for dof, part in along] if rest.on is not None else [])


def one_way_parts(model: FrameModel, dofs: Sequence[int]) -> tuple[OneWay, ...]:
    """Rests, then straps, as directions on ``dofs``; degrees of freedom that are held count nothing, and a rigid one on those alone never acts:
    what holds its place takes all."""
    at = {dof: i for i, dof in enumerate(dofs)}

    def direction(rows: Sequence[tuple[int, float]]) -> Array:
        b = np.zeros(len(dofs))
        for dof, value in rows:
            if dof in at:
                b[at[dof]] += value
        return b

    found = [OneWay(r.id, direction([(6 * node + dof, part) for node, dof, part in pushes(r)]), r.gap, r.k) for r in model.rests]
    for strap in model.straps:
        far = model.nodes[strap.b] if strap.b is not None else np.array(strap.to)
        run = model.nodes[strap.a] - far
        along = run / max(float(np.linalg.norm(run)), 1e-9)
        rows = [(6 * strap.a + i, float(along[i])) for i in range(3)]
        if strap.b is not None:
            rows += [(6 * strap.b + i, -float(along[i])) for i in range(3)]
        found.append(OneWay(strap.id, direction(rows), strap.slack, strap.k))
    return tuple(one if one.b.any() or one.k is not None else replace(one, slack=1.0, k=0.0) for one in found)


@dataclass(frozen=True)
class Settled:
    """``u`` on the condensed degrees of freedom, force of every part (N, >= 0), and which act."""

    u: Array
    force: Array
    acting: frozenset[int]


@dataclass(frozen=True)
class _System:
    """The condensed stiffness with some parts in: what is held at a value, and the inverse on the rest."""

    free: Array
    fixed: Array
    value: Array
    inverse: Array
    across: Array
    pressed: Array
    """Load that the springs' slack adds."""


class Contacts:
    """One-way parts on the condensed stiffness ``S``. Each set of acting parts is factored once, for all cases that come to it."""

    def __init__(self, S: Array, parts: Sequence[OneWay], least: float = 0.0) -> None:
        """``least`` N/mm: a stiffness under it is rounding, and holds nothing."""
        n = len(parts)
        self.S, self.parts, self.least = S, parts, least
        self.b = np.array([part.b for part in parts]).reshape(n, len(S))
        self.slack = np.array([part.slack for part in parts])
        self.k = np.array([part.k if part.k is not None else 0.0 for part in parts])
        self.rigid = np.array([part.k is None for part in parts], dtype=bool)
        self.at = np.argmax(np.abs(self.b), axis=1) if n and len(S) else np.zeros(n, dtype=int)
        self.into = self.b[np.arange(n), self.at] if n and len(S) else np.zeros(n)
        self.single = bool((np.count_nonzero(self.b, axis=1) <= 1).all())
        """Whether every part acts on one degree of freedom alone."""
        self._known: dict[tuple[frozenset[int], float], _System | None] = {}
        self.kept: dict[bytes, tuple[Array, bool]] = {}
        """Inverses of states that came, with whether they hold everything (``together.inverses``)."""

    def lent(self, soft: float) -> Contacts:
        """The same with ``soft`` springs on all parts."""
        return Contacts(self.S + soft * self.b.T @ self.b, self.parts, self.least)

    def without(self, part: int) -> Contacts:
        """The same with one part missing; itself for -1."""
        if part < 0:
            return self
        parts = list(self.parts)
        # it acts on nothing, and never
        parts[part] = replace(parts[part], b=np.zeros_like(parts[part].b), slack=1.0, k=0.0)
        return Contacts(self.S, parts, self.least)

    def displaced(self, load: Array, acting: frozenset[int], soft: float = 0.0) -> Array | None:
        """Displacements with ``acting`` parts in, the others on ``soft`` springs; None when they leave something loose."""
        system = self._in(acting, soft)
        if system is None:
            return None
        u = np.zeros(len(load))
        u[system.fixed] = system.value
        right = load + system.pressed
        u[system.free] = system.inverse @ (right[system.free] - system.across @ system.value)
        return u

    def _in(self, acting: frozenset[int], soft: float = 0.0) -> _System | None:
        if (acting, soft) not in self._known:
            self._known[acting, soft] = self._system(acting, soft)
        return self._known[acting, soft]

    def _system(self, acting: frozenset[int], soft: float) -> _System | None:
        inside = np.zeros(len(self.parts), dtype=bool)
        inside[list(acting)] = True
        springs = np.where(inside & ~self.rigid, self.k, np.where(inside, 0.0, soft))
        S = self.S + (self.b.T * springs) @ self.b
        pressed = self.b.T @ np.where(inside & ~self.rigid, self.k * self.slack, 0.0)
        held = {int(self.at[i]): self.slack[i] / self.into[i] for i in sorted(acting) if self.rigid[i]}
        fixed = np.array(list(held), dtype=int)
        free = np.setdiff1d(np.arange(len(S)), fixed)
        value = np.array(list(held.values()))
        inner = S[np.ix_(free, free)]
        diagonal = np.diag(inner)
        if np.any(diagonal <= (0.0 if soft else self.least)):
            return None
        scale = 1 / np.sqrt(diagonal)
        try:
            factor = cho_factor(inner * np.outer(scale, scale)) if len(free) else None
        except LinAlgError:
            return None
        if factor is not None and not soft and float(np.min(np.abs(np.diag(factor[0])))) < 1e-7:
            return None
        inverse = np.outer(scale, scale) * cho_solve(factor, np.eye(len(free))) if factor is not None else np.zeros((0, 0))
        if not soft and float(np.max(np.diag(inverse), initial=0.0)) * self.least > 1.0:
            # some way to move is held by rounding alone: whether it factored is chance
            return None
        return _System(free, fixed, value, inverse, S[np.ix_(free, fixed)], pressed)

    def soft(self, size: float) -> float:
        """N/mm lent to parts under a load of this size while nothing holds the frame: a round number, so that cases of one size share
        what is factored, and never so soft that it is lost beside the frame's own stiffness."""
        least = 1e-10 * float(np.max(np.diag(self.S), initial=0.0))
        return max(10.0 ** math.ceil(math.log10(size / (_SEEK * self.widest))), least)

    @property
    def widest(self) -> float:
        return 1.0 + float(np.max(self.slack, initial=0.0))

    def states(self, loads: Array, acting: Flags, sizes: Array, soft: float = 0.0) -> tuple[Array, Array, Flags] | None:
        """``state`` of many loads (cases, dofs) with the same parts (parts,) in, the others on ``soft`` springs: displacements, forces,
        and which parts are wrong; None when they leave something loose."""
        system = self._in(frozenset(np.flatnonzero(acting).tolist()), soft)
        if system is None:
            return None
        u = np.zeros_like(loads)
        u[:, system.fixed] = system.value
        right = loads + system.pressed
        u[:, system.free] = (right[:, system.free] - system.across @ system.value) @ system.inverse
        opening = u @ self.b.T - self.slack
        force = np.where(acting & ~self.rigid, self.k * opening, 0.0)
        left = loads - u @ self.S - force @ self.b
        stiff = acting & self.rigid
        force[:, stiff] = left[:, self.at[stiff]] / self.into[stiff]
        return u, force, (acting & (force < -1e-9 * sizes[:, None])) | (~acting & (opening > 1e-9))

    def state(self, load: Array, acting: frozenset[int], u: Array, size: float) -> _State:
        """Force of every acting part (its own law where it gives, what the balance leaves where it is rigid), and what is wrong."""
        opening = self.b @ u - self.slack
        inside = np.zeros(len(self.parts), dtype=bool)
        inside[list(acting)] = True
        force = np.where(inside & ~self.rigid, self.k * opening, 0.0)
        left = load - self.S @ u - self.b.T @ force
        stiff = inside & self.rigid
        force[stiff] = left[self.at[stiff]] / self.into[stiff]
        pulling = frozenset(np.flatnonzero(inside & (force < -1e-9 * size)).tolist())
        pressed = frozenset(np.flatnonzero(~inside & (opening > 1e-9)).tolist())
        return _State(u, force, opening, pulling, pressed)


@dataclass(frozen=True)
class _State:
    """A trial: displacements, force and opening of every part, and what is wrong with it: pulling, or passed through."""

    u: Array
    force: Array
    opening: Array
    pulling: frozenset[int]
    pressed: frozenset[int]


def _least_index(contacts: Contacts, load: Array, acting: frozenset[int], soft: float, size: float) -> frozenset[int] | None:
    """The acting set by changing one part at a time, the first that is wrong: finite while the stiffness is positive
    (Murty 1974, least-index rule for the linear complementarity problem), which ``soft`` springs on all parts make it."""
    lent = contacts.lent(soft)
    for _ in range(LEAST_PASSES):
        u = lent.displaced(load, acting)
        if u is None:
            return None
        state = lent.state(load, acting, u, size)
        wrong = state.pulling | state.pressed
        if not wrong:
            return acting
        acting = acting ^ {min(wrong)}
    return None


def settle_all(
    contacts: Contacts, loads: Array, names: Sequence[str], begun: Flags | None = None, gone: Sequence[int] | None = None
) -> Settling:
    """``settle`` of many cases (cases, dofs): those in one state of their parts are solved together, and change state together.

    A case that comes to a state it was in before, or to one that holds nothing, is settled on its own. ``begun`` (cases, parts): what acts
    at first, where a like problem has been settled. ``gone``: the part missing in each case, -1 for none.
    """
    count, parts = len(loads), len(contacts.parts)
    sizes = np.max(np.abs(loads), axis=1, initial=0.0) + 1e-9
    given = np.where((sizes < NOTHING)[:, None], 0.0, loads)
    if settles(contacts, count):
        found, unsettled = passes(contacts, given, sizes, MAX_PASSES, begun, gone)
    elif gone is not None:
        return _without_each(contacts, loads, names, begun, gone)
    else:
        first = begun.copy() if begun is not None else np.tile(contacts.slack == 0, (count, 1))
        found = Settling(np.zeros_like(loads), np.zeros((count, parts)), first, {})
        unsettled = _grouped(contacts, given, sizes, found)
    left = {part: contacts.without(part) for part in {gone[i] for i in unsettled}} if gone is not None else {}
    for i, before in unsettled.items():
        own = left[gone[i]] if gone is not None else contacts
        acting = frozenset(np.flatnonzero(found.acting[i]).tolist())
        try:
            one = settle(
                own, loads[i], names[i], acting, [frozenset(np.flatnonzero(np.frombuffer(b, dtype=bool)).tolist()) for b in before]
            )
        except SolverError as error:
            found.errors[i] = error
            continue
        found.u[i], found.force[i] = one.u, one.force
        found.acting[i] = False
        found.acting[i, list(one.acting)] = True
    return found


def _without_each(contacts: Contacts, loads: Array, names: Sequence[str], begun: Flags | None, gone: Sequence[int]) -> Settling:
    """``settle_all`` part by part that is missing: cases without the same one together."""
    found = Settling(
        np.zeros_like(loads), np.zeros((len(loads), len(contacts.parts))), np.zeros((len(loads), len(contacts.parts)), dtype=bool), {}
    )
    for part in dict.fromkeys(gone):
        rows = [i for i, one in enumerate(gone) if one == part]
        first = None
        if begun is not None:
            first = begun[rows]
            first[:, part] &= part < 0
        mine = settle_all(contacts.without(part), loads[rows], [names[i] for i in rows], first)
        found.u[rows], found.force[rows], found.acting[rows] = mine.u, mine.force, mine.acting
        found.errors.update({rows[i]: error for i, error in mine.errors.items()})
    return found


def _grouped(contacts: Contacts, loads: Array, sizes: Array, found: Settling) -> dict[int, set[bytes]]:
    """Settle into ``found`` by states: cases that are in one, solved together. Those that do not settle so, with the states they were in."""
    seen: list[set[bytes]] = [set() for _ in loads]
    settled = np.zeros(len(loads), dtype=bool)
    todo = np.arange(len(loads))
    for _ in range(MAX_PASSES):
        if not len(todo):
            break
        following = []
        states, which = different(found.acting[todo])
        for k, acting in enumerate(states):
            rows = todo[which == k]
            one = contacts.states(loads[rows], acting, sizes[rows])
            short = one is None
            if one is None:
                # nothing holds it yet: lent springs say which part it comes to; cases of another size, each on its own
                softs = np.array([contacts.soft(size) for size in sizes[rows].tolist()])
                rows = rows[softs == softs[0]]
                one = contacts.states(loads[rows], acting, sizes[rows], float(softs[0]))
                if one is None:
                    continue
            u, force, wrong = one
            good = ~wrong.any(axis=1)
            if not short:
                found.u[rows[good]], found.force[rows[good]], settled[rows[good]] = u[good], np.maximum(force[good], 0.0), True
            for i, change in zip(rows[~good].tolist(), wrong[~good], strict=True):
                seen[i].add(acting.tobytes())
                after = acting ^ change
                if after.tobytes() not in seen[i]:
                    found.acting[i] = after
                    following.append(i)
        todo = np.array(following, dtype=int)
    return {i: seen[i] for i in np.flatnonzero(~settled).tolist()}


def settle(
    contacts: Contacts, load: Array, name: str, acting: frozenset[int] | None = None, before: Iterable[frozenset[int]] = ()
) -> Settled:
    """Find the parts that act under ``load``, from those that act at first: all without slack, or ``acting`` that ``before`` led to.

    All that are wrong change together, which takes few passes; should that run in a circle, one at a time does.

    Raises:
        MechanismError: no set of parts holds the frame; the caller names what moves.
        UnsettledError: the set keeps changing.
    """
    parts = contacts.parts
    size = float(np.max(np.abs(load), initial=0.0)) + 1e-9
    if size < NOTHING:
        load = np.zeros_like(load)
    widest, soft = contacts.widest, contacts.soft(size)
    if acting is None:
        acting = frozenset(np.flatnonzero(contacts.slack == 0).tolist())
    seen = set(before)
    loose: set[frozenset[int]] = set()
    circled = lowest = False
    for _ in range(MAX_PASSES):
        u = contacts.displaced(load, acting)
        short = u is None
        if u is None:
            u = contacts.displaced(load, acting, soft)
            if u is None:
                raise MechanismError(LOOSE)
        state = contacts.state(load, acting, u, size)
        if not state.pulling and not state.pressed:
            if short:
                near = [(-float(state.opening[i]), i) for i in range(len(parts)) if i not in acting]
                clearance, index = min(near, default=(np.inf, -1))
                if clearance >= 10 * widest or acting in loose:
                    raise MechanismError(LOOSE)
                # the nearest part may hold it; should it let go again, nothing does
                loose.add(acting)
                acting = acting | {index}
                continue
            return Settled(u, np.maximum(state.force, 0.0), acting)
        seen.add(acting)
        following = (acting - state.pulling) | state.pressed
        if following in seen:
            careful = None if circled else _least_index(contacts, load, acting, contacts.soft(NOTHING), size)
            if careful is None:
                if lowest:
                    break
                careful, lowest = downhill(contacts.S, contacts.b, contacts.k, contacts.slack, contacts.rigid, load), True
                if careful is None:
                    break
            following, circled = careful, True
            seen.clear()
        acting = following
    names = ", ".join(part.name for part in parts)
    raise UnsettledError(f"the supports do not settle under {name}: {names} keep changing between bearing and free")
