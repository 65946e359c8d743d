"""Critical load factor with its buckled shape, and lowest natural frequency with its shape.

Both are eigenvalue problems on the stiffness with the one-way parts as they act in a case:
(K + lambda KG) phi = 0 (Przemieniecki 1968, chapter 15) and K phi = omega2 M phi with the mass lumped at the joints.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from scipy.linalg import LinAlgError, eigh
from scipy.sparse.linalg import LinearOperator, eigsh

from .elements import geometric
from .matrix import Band, Index, Solve
from .member_forces import curves
from .model import Array, CaseResult, LoadCase, MechanismError
from .solve import Frame, Stiffness

DENSE = 420
"""Up to so many rows all modes at once are quicker than a search for one."""


@dataclass(frozen=True)
class Mode:
    """``value``: critical factor, or Hz; inf when nothing buckles or swings. ``shape`` (n, 6), largest translation 1."""

    value: float
    shape: Array


@dataclass(frozen=True)
class _Held:
    """The stiffness on what is free: ``solve`` with it, and ``K`` itself, square where it is small."""

    free: Index
    band: Band
    solve: Solve

    @property
    def small(self) -> bool:
        return len(self.free) <= DENSE


def _held(frame: Stiffness, acting: frozenset[int]) -> _Held:
    free, extra = frame.held_by(acting)
    band = frame.band(free)
    for block, dofs in extra:
        band = band.plus(Band(block, dofs, frame.size, free))
    return _Held(free, band, band.factor(lambda i: frame.words(free[i])))


def _largest(held: _Held, push: Band) -> tuple[float, Array]:
    """Largest mu of push phi = mu K phi, K positive."""
    n = len(held.free)
    if held.small:
        whole = held.band.full()
        # its unknowns scaled alike: what hangs is a million times softer across its straps than along a bar
        scale = 1 / np.sqrt(np.diag(whole))
        try:
            values, vectors = eigh(scale[:, None] * push.full() * scale, scale[:, None] * whole * scale, subset_by_index=[n - 1, n - 1])
        except LinAlgError:
            raise MechanismError("this frame can fold: what holds it is next to nothing") from None
        return float(values[0]), scale * vectors[:, 0]
    # of C^-1 push, which is symmetric in the product with K
    K, B = (LinearOperator((n, n), matvec=matrix.times, dtype=np.float64) for matrix in (held.band, push))
    inverse = LinearOperator((n, n), matvec=held.solve, dtype=np.float64)
    values, vectors = eigsh(B, k=1, M=K, Minv=inverse, which="LA", v0=np.ones(n), tol=1e-8)
    return float(values[0]), vectors[:, 0]


def _slowest(held: _Held, mass: Array) -> tuple[float, Array]:
    """Largest mu of M phi = mu K phi with the diagonal M >= 0: that of R K^-1 R, R the roots of the masses, few of which are not nought."""
    at = np.flatnonzero(mass > 0)
    roots = np.sqrt(mass[at])
    count = len(at)

    def press(v: Array) -> Array:
        load = np.zeros((len(mass), v.shape[1]) if v.ndim > 1 else len(mass))
        load[at] = (roots * v.T).T
        return held.solve(load)

    if count <= DENSE:
        table = (roots * press(np.eye(count))[at].T).T
        values, vectors = eigh((table + table.T) / 2, subset_by_index=[count - 1, count - 1])
    else:
        operator = LinearOperator((count, count), matvec=lambda v: roots * press(v.ravel())[at], dtype=np.float64)
        values, vectors = eigsh(operator, k=1, which="LA", v0=np.ones(count), tol=1e-10)
    return float(values[0]), press(vectors[:, 0])


def _shape(free: Index, vector: Array, nodes: int) -> Array:
    full = np.zeros(6 * nodes)
    full[free] = vector
    shape = full.reshape(-1, 6)
    size = float(np.max(np.abs(shape[:, :3])))
    return shape / size if size > 0 else shape


def _push(frame: Frame, result: CaseResult) -> Array | None:
    """Minus the geometric stiffness of a case's axial forces, (bars, 12, 12) in host axes; None where nothing is pressed."""
    parts, given = frame.elements, frame.prepared
    c = curves(frame, [result])
    # mean axial force of a bar, from the polynomials
    N, span = c.force[0, :, 0, :], given.span
    pieces = N[:, 0] * span + N[:, 1] * span**2 / 2 + N[:, 2] * span**3 / 3
    mean = np.add.reduceat(pieces, given.first[:-1]) / parts.lengths
    if float(np.min(mean)) >= -1e-9 * max(1.0, float(np.max(np.abs(mean)))):
        return None
    own = geometric(mean, parts.lengths)
    if parts.gives:
        own = np.transpose(parts.recover, (0, 2, 1)) @ own @ parts.recover
    found: Array = -np.matmul(np.transpose(parts.T, (0, 2, 1)), np.matmul(own, parts.T))
    return found


def critical(frame: Frame, result: CaseResult) -> Mode:
    """Least factor on the case's loads at which the frame buckles. One piece between joints is 22 % high for a pinned
    strut, two 0.8 %, four 0.05 %: refine first.

    Raises:
        MechanismError: with the rests that bear, something moves freely.
    """
    nodes = len(frame.model.nodes)
    push = _push(frame, result)
    if push is None:
        return Mode(math.inf, np.zeros((nodes, 6)))
    held = _held(frame, result.bearing)
    mu, vector = _largest(held, Band(push, frame.elements.dofs, frame.size, held.free))
    return Mode(1 / mu if mu > 1e-12 else math.inf, _shape(held.free, vector, nodes))


def stands_to(frame: Frame, result: CaseResult, times: float) -> bool:
    """Whether the critical factor is larger than ``times``: K + times KG is positive then, one Cholesky factor instead of an eigenproblem."""
    push = _push(frame, result)
    if push is None:
        return True
    free, extra = frame.held_by(result.bearing)
    band = frame.band(free).plus(Band(-times * push, frame.elements.dofs, frame.size, free))
    for block, dofs in extra:
        band = band.plus(Band(block, dofs, frame.size, free))
    return band.positive()


def lumped(frame: Stiffness, weight: LoadCase, g: float) -> Array:
    """Mass (n,) in kg at every node from a load case that presses with 1 g along any axis."""
    parts = frame.elements
    mass: Array = np.zeros(len(frame.model.nodes))
    for spread in weight.spreads:
        force = (math.hypot(*spread.w0) + math.hypot(*spread.w1)) / 2 * (spread.end - spread.start)
        share = (spread.start + spread.end) / 2 / parts.lengths[spread.bar]
        bar = frame.model.bars[spread.bar]
        mass[bar.a] += force * (1 - share) / g
        mass[bar.b] += force * share / g
    for point in weight.points:
        bar, share = frame.model.bars[point.bar], point.at / parts.lengths[point.bar]
        force = math.hypot(*point.force)
        mass[bar.a] += force * (1 - share) / g
        mass[bar.b] += force * share / g
    for node, action in weight.nodal:
        mass[node] += float(np.linalg.norm(action[:3])) / g
    return mass


def frequency(frame: Stiffness, mass: Sequence[float] | Array, acting: frozenset[int]) -> Mode:
    """Lowest natural frequency in Hz with ``mass`` kg at the nodes and the one-way parts ``acting``.

    Raises:
        MechanismError: with these, something moves freely.
    """
    nodes = len(frame.model.nodes)
    free, _ = frame.held_by(acting)
    # kg to N s2/mm
    m = np.zeros((nodes, 6))
    m[:, :3] = np.asarray(mass)[:, None] * 1e-3
    on = m.ravel()[free]
    if len(free) == 0 or float(on.max(initial=0.0)) <= 0:
        return Mode(math.inf, np.zeros((nodes, 6)))
    mu, vector = _slowest(_held(frame, acting), on)
    return Mode(math.sqrt(1 / mu) / (2 * math.pi) if mu > 0 else math.inf, _shape(free, vector, nodes))
