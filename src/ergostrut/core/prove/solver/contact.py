"""One-way parts settled on the few degrees of freedom they touch.

The frame is condensed onto those once; a case is then a small dense problem, whatever the frame's size.
Rests push, straps pull; which of them act is found by an active set.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from scipy.linalg import LinAlgError, cho_factor, cho_solve

from .model import Array, FrameModel, MechanismError, UnsettledError

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


def one_way_parts(model: FrameModel, dofs: Sequence[int]) -> tuple[OneWay, ...]:
    """Rests, then straps, as directions on ``dofs``; degrees of freedom that are held count nothing."""
    at = {dof: i for i, dof in enumerate(dofs)}

    def direction(rows: Sequence[tuple[int, float]]) -> Array:
        b = np.zeros(len(dofs))
        for dof, value in rows:
            if dof in at:
                b[at[dof]] += value
        return b

    found = [OneWay(r.id, direction([(6 * r.node + r.dof, -float(r.sign))]), r.gap, r.k) for r in model.rests]
    for strap in model.straps:
        far = model.nodes[strap.b] if strap.b is not None else np.array(strap.to)
        run = model.nodes[strap.a] - far
        along = run / max(float(np.linalg.norm(run)), 1e-9)
        rows = [(6 * strap.a + i, float(along[i])) for i in range(3)]
        if strap.b is not None:
            rows += [(6 * strap.b + i, -float(along[i])) for i in range(3)]
        found.append(OneWay(strap.id, direction(rows), strap.slack, strap.k))
    return tuple(found)


@dataclass(frozen=True)
class Settled:
    """``u`` on the condensed degrees of freedom, force of every part (N, >= 0), and which act."""

    u: Array
    force: Array
    acting: frozenset[int]


def _solve(S: Array, load: Array, parts: Sequence[OneWay], acting: frozenset[int], soft: float) -> Array | None:
    """Displacements with ``acting`` parts in, or None when they leave something loose."""
    S, load = S.copy(), load.copy()
    held: dict[int, float] = {}
    for i, part in enumerate(parts):
        if part.k is not None and i in acting:
            S += part.k * np.outer(part.b, part.b)
            load += part.k * part.slack * part.b
        elif part.k is None and i in acting:
            index = int(np.argmax(np.abs(part.b)))
            held[index] = part.slack / part.b[index]
        elif soft:
            S += soft * np.outer(part.b, part.b)
    u = np.zeros(len(load))
    for index, value in held.items():
        u[index] = value
    free = np.array([i for i in range(len(load)) if i not in held], dtype=int)
    if len(free) == 0:
        return u
    inner = S[np.ix_(free, free)]
    diagonal = np.diag(inner)
    if np.any(diagonal <= 0):
        return None
    scale = 1 / np.sqrt(diagonal)
    try:
        factor = cho_factor(inner * np.outer(scale, scale))
    except LinAlgError:
        return None
    if not soft and float(np.min(np.abs(np.diag(factor[0])))) < 1e-7:
        return None
    fixed = np.array(list(held), dtype=int)
    right = load[free] - S[np.ix_(free, fixed)] @ u[fixed]
    u[free] = scale * cho_solve(factor, scale * right)
    return u


def _forces(parts: Sequence[OneWay], acting: frozenset[int], opening: Sequence[float], residual: Array) -> Array:
    """Force of every acting part: its own law where it gives, what the balance leaves where it is rigid; minus when it should let go."""
    force, left = np.zeros(len(parts)), -residual
    for i in acting:
        k = parts[i].k
        if k is not None:
            force[i] = k * opening[i]
            left = left - force[i] * parts[i].b
    for i in acting:
        if parts[i].k is None:
            index = int(np.argmax(np.abs(parts[i].b)))
            force[i] = left[index] / parts[i].b[index]
    return force


@dataclass(frozen=True)
class _State:
    """A trial: displacements, force and opening of every part, and what is wrong with it."""

    u: Array
    force: Array
    opening: tuple[float, ...]
    pulling: frozenset[int]
    pressed: frozenset[int]


def _state(S: Array, load: Array, parts: Sequence[OneWay], acting: frozenset[int], u: Array, size: float) -> _State:
    opening = tuple(float(part.b @ u) - part.slack for part in parts)
    force = _forces(parts, acting, opening, S @ u - load)
    pulling = frozenset(i for i in acting if force[i] < -1e-9 * size)
    pressed = frozenset(i for i, gap in enumerate(opening) if i not in acting and gap > 1e-9)
    return _State(u, force, opening, pulling, pressed)


def _least_index(S: Array, load: Array, parts: Sequence[OneWay], acting: frozenset[int], soft: float, size: float) -> frozenset[int] | None:
    """The acting set by changing one part at a time, the first that is wrong: finite while the stiffness is positive
    (Murty 1974, least-index rule for the linear complementarity problem), which ``soft`` springs on all parts make it."""
    lent = S + soft * sum(np.outer(part.b, part.b) for part in parts)
    for _ in range(LEAST_PASSES):
        u = _solve(lent, load, parts, acting, 0.0)
        if u is None:
            return None
        state = _state(lent, load, parts, acting, u, size)
        wrong = state.pulling | state.pressed
        if not wrong:
            return acting
        acting = acting ^ {min(wrong)}
    return None


def settle(S: Array, load: Array, parts: Sequence[OneWay], name: str) -> Settled:
    """Find the parts that act under ``load`` on the condensed stiffness ``S``.

    All that are wrong change together, which takes few passes; should that run in a circle, one at a time does.

    Raises:
        MechanismError: no set of parts holds the frame; the caller names what moves.
        UnsettledError: the set keeps changing.
    """
    size = float(np.max(np.abs(load), initial=0.0)) + 1e-9
    if size < NOTHING:
        load = np.zeros_like(load)
    widest = 1.0 + max((part.slack for part in parts), default=0.0)
    # never so soft that it is lost beside the frame's own stiffness
    least = 1e-10 * float(np.max(np.diag(S), initial=0.0))
    soft = max(size / (_SEEK * widest), least)
    acting = frozenset(i for i, part in enumerate(parts) if part.slack == 0)
    seen: set[frozenset[int]] = set()
    circled = False
    for _ in range(MAX_PASSES):
        u = _solve(S, load, parts, acting, 0.0)
        short = u is None
        if u is None:
            u = _solve(S, load, parts, acting, soft)
            if u is None:
                raise MechanismError(LOOSE)
        state = _state(S, load, parts, acting, u, size)
        if not state.pulling and not state.pressed:
            if short:
                near = [(-gap, i) for i, gap in enumerate(state.opening) if i not in acting]
                clearance, index = min(near, default=(np.inf, -1))
                if clearance >= 10 * widest:
                    raise MechanismError(LOOSE)
                acting = acting | {index}
                continue
            return Settled(u, np.maximum(state.force, 0.0), acting)
        seen.add(acting)
        following = (acting - state.pulling) | state.pressed
        if following in seen:
            careful = None if circled else _least_index(S, load, parts, acting, least, size)
            if careful is None:
                break
            following, circled = careful, True
            seen.clear()
        acting = following
    names = ", ".join(part.name for part in parts)
    raise UnsettledError(f"the supports do not settle under {name}: {names} keep changing between bearing and free")
