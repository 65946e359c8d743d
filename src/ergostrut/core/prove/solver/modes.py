"""Critical load factor with its buckled shape, and lowest natural frequency with its shape.

Both are eigenvalue problems on the stiffness with the one-way parts as they act in a case:
(K + lambda KG) phi = 0 (Przemieniecki 1968, chapter 15) and K phi = omega2 M phi with the mass lumped at the joints.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from scipy.linalg import LinAlgError, cholesky, eigh
from scipy.sparse import coo_matrix, csc_matrix
from scipy.sparse.linalg import LinearOperator, eigsh

from .along import curves
from .elements import geometric
from .model import Array, CaseResult, LoadCase, MechanismError
from .solve import DENSE, Frame, Stiffness, factor


@dataclass(frozen=True)
class Mode:
    """``value``: critical factor, or Hz; inf when nothing buckles or swings. ``shape`` (n, 6), largest translation 1."""

    value: float
    shape: Array


def _largest(K: csc_matrix, B: csc_matrix) -> tuple[float, Array]:
    """Largest mu of B phi = mu K phi, K positive."""
    n = K.shape[0]
    if n <= DENSE:
        values, vectors = eigh(B.toarray(), K.toarray(), subset_by_index=[n - 1, n - 1])
        return float(values[0]), vectors[:, 0]
    solve = factor(K, lambda i: f"degree of freedom {i}")
    inverse = LinearOperator(K.shape, matvec=solve, dtype=np.float64)
    values, vectors = eigsh(B, k=1, M=K, Minv=inverse, which="LA", v0=np.ones(n), tol=1e-8)
    return float(values[0]), vectors[:, 0]


def _slowest(K: csc_matrix, mass: Array) -> tuple[float, Array]:
    """Largest mu of M phi = mu K phi with the diagonal M >= 0: that of R K^-1 R, R the roots of the masses, few of which are not nought."""
    solve = factor(K, lambda i: f"degree of freedom {i}")
    at = np.flatnonzero(mass > 0)
    roots = np.sqrt(mass[at])

    def press(v: Array) -> Array:
        load = np.zeros(len(mass))
        load[at] = roots * v.ravel()
        return solve(load)

    count = len(at)
    if count < 20:
        table = np.stack([roots * press(row)[at] for row in np.eye(count)])
        values, vectors = eigh((table + table.T) / 2, subset_by_index=[count - 1, count - 1])
    else:
        operator = LinearOperator((count, count), matvec=lambda v: roots * press(v)[at], dtype=np.float64)
        values, vectors = eigsh(operator, k=1, which="LA", v0=np.ones(count), tol=1e-10)
    return float(values[0]), press(vectors[:, 0])


def _shape(free: Array, vector: Array, nodes: int) -> Array:
    full = np.zeros(6 * nodes)
    full[free] = vector
    shape = full.reshape(-1, 6)
    size = float(np.max(np.abs(shape[:, :3])))
    return shape / size if size > 0 else shape


def _push(frame: Frame, result: CaseResult) -> csc_matrix | None:
    """Minus the geometric stiffness of a case's axial forces; None where nothing is pressed."""
    parts = frame.elements
    c = curves(frame, [result])
    spans = np.diff(c.marks, axis=1)
    # mean axial force of a bar, from the polynomials
    N = c.force[0, :, :, 0, :]
    mean = np.asarray(sum((N[..., power] * spans ** (power + 1) / (power + 1)).sum(axis=1) for power in range(3)) / parts.lengths)
    if float(np.min(mean)) >= -1e-9 * max(1.0, float(np.max(np.abs(mean)))):
        return None
    own = np.transpose(parts.recover, (0, 2, 1)) @ geometric(mean, parts.lengths) @ parts.recover
    glob = np.transpose(parts.T, (0, 2, 1)) @ own @ parts.T
    rows = np.broadcast_to(parts.dofs[:, :, None], glob.shape)
    cols = np.broadcast_to(parts.dofs[:, None, :], glob.shape)
    return coo_matrix((-glob.ravel(), (rows.ravel(), cols.ravel())), shape=frame.K.shape).tocsc()


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
    free, K = frame.held_by(result.bearing)
    try:
        mu, vector = _largest(K, push[free][:, free].tocsc())
    except LinAlgError:
        raise MechanismError("nothing but its load holds this frame in place") from None
    return Mode(1 / mu if mu > 1e-12 else math.inf, _shape(free, vector, nodes))


def stands_to(frame: Frame, result: CaseResult, times: float) -> bool:
    """Whether the critical factor is larger than ``times``: K + times KG is positive then, one Cholesky factor instead of an eigenproblem."""
    push = _push(frame, result)
    if push is None:
        return True
    free, K = frame.held_by(result.bearing)
    if len(free) > DENSE:
        return critical(frame, result).value > times
    try:
        cholesky((K - times * push[free][:, free]).toarray(), check_finite=False)
    except LinAlgError:
        return False
    return True


def lumped(frame: Stiffness, weight: LoadCase, g: float) -> Array:
    """Mass (n,) in kg at every node from a load case that presses with 1 g along any axis."""
    parts = frame.elements
    mass: Array = np.zeros(len(frame.model.nodes))
    for spread in weight.spreads:
        force = float(np.linalg.norm(spread.w0) + np.linalg.norm(spread.w1)) / 2 * (spread.end - spread.start)
        share = (spread.start + spread.end) / 2 / parts.lengths[spread.bar]
        bar = frame.model.bars[spread.bar]
        mass[bar.a] += force * (1 - share) / g
        mass[bar.b] += force * share / g
    for point in weight.points:
        bar, share = frame.model.bars[point.bar], point.at / parts.lengths[point.bar]
        force = float(np.linalg.norm(point.force))
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
    free, K = frame.held_by(acting)
    # kg to N s2/mm
    m = np.zeros((nodes, 6))
    m[:, :3] = np.asarray(mass)[:, None] * 1e-3
    on = m.ravel()[free]
    if len(free) == 0 or float(on.max(initial=0.0)) <= 0:
        return Mode(math.inf, np.zeros((nodes, 6)))
    mu, vector = _slowest(K, on)
    return Mode(math.sqrt(1 / mu) / (2 * math.pi) if mu > 0 else math.inf, _shape(free, vector, nodes))
