"""Element matrices and equivalent loads (Euler-Bernoulli; Przemieniecki 1968, chapter 5)."""

from __future__ import annotations

import math

import numpy as np

from .model import Array, Bar, FrameModel, SolverError

_GAUSS_X, _GAUSS_W = np.polynomial.legendre.leggauss(4)


def axes(model: FrameModel, bar: Bar) -> tuple[float, Array]:
    """Length (mm) and rows of local x, y, z in host axes, shape (3, 3)."""
    run = model.nodes[bar.b] - model.nodes[bar.a]
    length = float(math.sqrt(run @ run))
    if length < 1e-6:
        raise SolverError(f"{bar.id} has no length")
    x = run / length
    up = np.array([1.0, 0.0, 0.0]) if abs(x[2]) > 1 - 1e-9 else np.array([0.0, 0.0, 1.0])
    z = up - (up @ x) * x
    z /= math.sqrt(z @ z)
    y = np.cross(z, x)
    if bar.roll:
        c, s = math.cos(bar.roll), math.sin(bar.roll)
        y, z = c * y + s * z, c * z - s * y
    return length, np.array([x, y, z])


def local_stiffness(bar: Bar, L: float) -> Array:
    """(12, 12) stiffness in local axes, without releases."""
    k = np.zeros((12, 12))
    ea, gj = bar.E * bar.A / L, bar.G * bar.J / L
    for i, value in ((0, ea), (3, gj)):
        k[i, i] = k[i + 6, i + 6] = value
        k[i, i + 6] = k[i + 6, i] = -value
    for inertia, v, r, sign in ((bar.Iz, 1, 5, 1.0), (bar.Iy, 2, 4, -1.0)):
        a, b, c, d = 12 * bar.E * inertia / L**3, sign * 6 * bar.E * inertia / L**2, 4 * bar.E * inertia / L, 2 * bar.E * inertia / L
        k[v, v] = k[v + 6, v + 6] = a
        k[v, v + 6] = k[v + 6, v] = -a
        for near in (r, r + 6):
            k[v, near] = k[near, v] = b
            k[v + 6, near] = k[near, v + 6] = -b
        k[r, r] = k[r + 6, r + 6] = c
        k[r, r + 6] = k[r + 6, r] = d
    return k


def shapes(s: Array, L: Array) -> tuple[Array, Array, Array, Array]:
    """Cubic shape functions (v1, r1, v2, r2) at ``s`` on bars of length ``L``; arrays broadcast."""
    t = s / L
    return 1 - 3 * t**2 + 2 * t**3, s * (1 - t) ** 2, 3 * t**2 - 2 * t**3, s * (t**2 - t)


def equivalent_points(s: Array, L: Array, f: Array) -> Array:
    """Equivalent local end forces (n, 12) of local forces ``f`` (n, 3) at ``s`` (n,) on bars of length ``L`` (n,)."""
    v1, r1, v2, r2 = shapes(s, L)
    fx, fy, fz = f[:, 0], f[:, 1], f[:, 2]
    zero = np.zeros_like(s)
    return np.stack(
        [fx * (1 - s / L), fy * v1, fz * v1, zero, -fz * r1, fy * r1, fx * s / L, fy * v2, fz * v2, zero, -fz * r2, fy * r2], axis=1
    )


def equivalent_spreads(start: Array, end: Array, w0: Array, w1: Array, L: Array) -> Array:
    """Equivalent local end forces (n, 12) of linear local loads ``w0``..``w1`` (n, 3); four Gauss points are exact."""
    half, mid = (end - start) / 2, (end + start) / 2
    out = np.zeros((len(L), 12))
    for gauss, weight in zip(_GAUSS_X, _GAUSS_W, strict=True):
        w = w0 + (w1 - w0) * (gauss + 1) / 2
        out += equivalent_points(mid + half * gauss, L, w * (weight * half)[:, None])
    return out


def condense(k: Array, released: tuple[int, ...]) -> tuple[Array, Array]:
    """Stiffness with ``released`` actions zero, and the matrix that moves equivalent loads off them.

    Returns:
        k' (12, 12) and T (12, 12) with f' = T f.
    """
    if not released:
        return k, np.eye(12)
    out = list(released)
    keep = [i for i in range(12) if i not in released]
    inner = k[np.ix_(out, out)]
    if np.linalg.matrix_rank(inner) < len(out):
        raise SolverError("the releases of a bar let it spin")
    solve = np.linalg.solve(inner, k[np.ix_(out, keep)])
    small = np.zeros((12, 12))
    small[np.ix_(keep, keep)] = k[np.ix_(keep, keep)] - k[np.ix_(keep, out)] @ solve
    move = np.zeros((12, 12))
    move[np.ix_(keep, keep)] = np.eye(len(keep))
    move[np.ix_(keep, out)] = -solve.T
    return small, move
