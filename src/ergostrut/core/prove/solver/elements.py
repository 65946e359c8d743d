"""Element matrices of all bars at once (Przemieniecki 1968, chapters 5 and 15; Timoshenko shear where areas are given).

Arrays run over bars first: (m, 12, 12) and so on.
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from .model import Array, FrameModel, SolverError

_GAUSS_X, _GAUSS_W = np.polynomial.legendre.leggauss(4)
_PLANES = ((1, 5, 1.0), (2, 4, -1.0))
"""Deflection and rotation degree of freedom of each bending plane, and the sign of the rotation against the slope."""


@dataclass(frozen=True)
class Elements:
    """``lengths`` (m,); ``rotations`` (m, 3, 3) rows local x, y, z in host axes; ``k`` (m, 12, 12) local, ends' give in;
    ``recover`` (m, 12, 12): node displacements in local axes to those of the bar's own ends; ``T`` (m, 12, 12): host
    displacements of the nodes to local ones at the bar's ends, offsets in; ``phi`` (m, 2): shear flexibility 12 EI / (G Av L2)
    of the local y and z plane; ``dofs`` (m, 12)."""

    lengths: Array
    rotations: Array
    k: Array
    recover: Array
    T: Array
    phi: Array
    dofs: np.ndarray


def _axes(model: FrameModel) -> tuple[Array, Array, Array, Array]:
    a = np.array([model.nodes[bar.a] for bar in model.bars])
    b = np.array([model.nodes[bar.b] for bar in model.bars])
    off_a, off_b = np.array([bar.offset_a for bar in model.bars]), np.array([bar.offset_b for bar in model.bars])
    run = b + off_b - a - off_a
    lengths = np.linalg.norm(run, axis=1)
    if np.any(lengths < 1e-6):
        raise SolverError(f"{model.bars[int(np.argmin(lengths))].id} has no length")
    x = run / lengths[:, None]
    up = np.where((np.abs(x[:, 2]) > 1 - 1e-9)[:, None], np.array([1.0, 0.0, 0.0]), np.array([0.0, 0.0, 1.0]))
    z = up - np.einsum("mi,mi->m", up, x)[:, None] * x
    z /= np.linalg.norm(z, axis=1)[:, None]
    y = np.cross(z, x)
    roll = np.array([bar.roll for bar in model.bars])[:, None]
    y, z = np.cos(roll) * y + np.sin(roll) * z, np.cos(roll) * z - np.sin(roll) * y
    return lengths, np.stack([x, y, z], axis=1), off_a, off_b


def _plane(k: Array, v: int, r: int, shear: Array, cross: Array, near: Array, far: Array) -> None:
    """Write one bending plane, deflection ``v`` and rotation ``r``, into matrices of any symmetric beam."""
    k[:, v, v] = k[:, v + 6, v + 6] = shear
    k[:, v, v + 6] = k[:, v + 6, v] = -shear
    for turn in (r, r + 6):
        k[:, v, turn] = k[:, turn, v] = cross
        k[:, v + 6, turn] = k[:, turn, v + 6] = -cross
    k[:, r, r] = k[:, r + 6, r + 6] = near
    k[:, r, r + 6] = k[:, r + 6, r] = far


def _stiffness(E: Array, G: Array, A: Array, Iy: Array, Iz: Array, J: Array, L: Array, phi: Array) -> Array:
    k = np.zeros((len(L), 12, 12))
    for i, value in ((0, E * A / L), (3, G * J / L)):
        k[:, i, i] = k[:, i + 6, i + 6] = value
        k[:, i, i + 6] = k[:, i + 6, i] = -value
    for plane, (inertia, (v, r, sign)) in enumerate(zip((Iz, Iy), _PLANES, strict=True)):
        f = phi[:, plane]
        base = E * inertia / (1 + f)
        shear, cross, near, far = 12 * base / L**3, sign * 6 * base / L**2, (4 + f) * base / L, (2 - f) * base / L
        _plane(k, v, r, shear, cross, near, far)
    return k


def geometric(P: Array, L: Array) -> Array:
    """(m, 12, 12) geometric stiffness under the axial force ``P`` (m,), tension positive (Przemieniecki 1968, eq. 15.37)."""
    k = np.zeros((len(L), 12, 12))
    for v, r, sign in _PLANES:
        shear, cross, near, far = 6 / 5 * P / L, sign * P / 10, 2 * P * L / 15, -P * L / 30
        _plane(k, v, r, shear, cross, near, far)
    return k


def _give(k: Array, released: tuple[int, ...], springs: tuple[tuple[int, float], ...], name: str) -> tuple[Array, Array]:
    """One bar's stiffness with its ends' give, and ``recover``: end displacements from node displacements."""
    recover: Array = np.eye(12)
    if springs:
        flex = np.zeros(12)
        for index, value in springs:
            if value <= 0:
                raise SolverError(f"a joint of {name} has no stiffness; release it instead")
            flex[index] = 1 / value
        recover = np.asarray(np.linalg.inv(np.eye(12) + flex[:, None] * k), dtype=np.float64)
        k = k @ recover
        k = (k + k.T) / 2
    if released:
        out, keep = list(released), [i for i in range(12) if i not in released]
        inner = k[np.ix_(out, out)]
        if np.linalg.matrix_rank(inner, tol=1e-9 * max(float(np.max(np.abs(k))), 1.0) * 1e-6) < len(out):
            raise SolverError(f"the releases of {name} let it spin or slide freely")
        turn = np.zeros((12, 12))
        turn[np.ix_(keep, keep)] = np.eye(len(keep))
        turn[np.ix_(out, keep)] = -np.linalg.solve(inner, k[np.ix_(out, keep)])
        k = turn.T @ k @ turn
        recover = recover @ turn
    return k, recover


def elements(model: FrameModel) -> Elements:
    """All matrices of a model.

    Raises:
        SolverError: a bar without length, or whose releases let it spin.
    """
    L, R, off_a, off_b = _axes(model)
    E, G, A, Iy, Iz, J, Avy, Avz = (
        np.array([getattr(bar, name) for bar in model.bars]) for name in ("E", "G", "A", "Iy", "Iz", "J", "Avy", "Avz")
    )
    with np.errstate(divide="ignore"):
        phi = np.stack(
            [np.where(Av > 0, 12 * E * inertia / (G * np.maximum(Av, 1e-30) * L**2), 0.0) for inertia, Av in ((Iz, Avy), (Iy, Avz))], axis=1
        )
    k = _stiffness(E, G, A, Iy, Iz, J, L, phi)
    recover = np.broadcast_to(np.eye(12), k.shape).copy()
    for i, bar in enumerate(model.bars):
        if bar.released or bar.springs:
            k[i], recover[i] = _give(k[i], bar.released, bar.springs, bar.id)
    T = np.zeros((len(L), 12, 12))
    for block in range(0, 12, 3):
        T[:, block : block + 3, block : block + 3] = R
    for block, off in ((0, off_a), (6, off_b)):
        if off.any():
            # u_end = u + theta x r, so u_end = u - [r]x theta
            skew = np.zeros((len(L), 3, 3))
            skew[:, 0, 1], skew[:, 0, 2], skew[:, 1, 2] = -off[:, 2], off[:, 1], -off[:, 0]
            skew[:, 1, 0], skew[:, 2, 0], skew[:, 2, 1] = off[:, 2], -off[:, 1], off[:, 0]
            T[:, block : block + 3, block + 3 : block + 6] = -R @ skew
    ends = np.array([[bar.a, bar.b] for bar in model.bars])
    dofs = (6 * ends[:, :, None] + np.arange(6)).reshape(len(L), 12)
    return Elements(L, R, k, recover, T, phi, dofs)


def equivalent_points(s: Array, L: Array, f: Array, phi: Array) -> Array:
    """Equivalent local end forces (n, 12) of local forces ``f`` (n, 3) at ``s`` (n,) on bars of length ``L``, ``phi`` (n, 2)."""
    t = s / L
    out = np.zeros((len(s), 12))
    out[:, 0], out[:, 6] = f[:, 0] * (1 - t), f[:, 0] * t
    for plane, (v, r, sign) in enumerate(_PLANES):
        p = phi[:, plane]
        force = f[:, v] / (1 + p)
        out[:, v] = force * (1 - 3 * t**2 + 2 * t**3 + p * (1 - t))
        out[:, v + 6] = force * (3 * t**2 - 2 * t**3 + p * t)
        out[:, r] = sign * force * L * (t * (1 - t) ** 2 + p / 2 * (t - t**2))
        out[:, r + 6] = sign * force * L * (t**3 - t**2 - p / 2 * (t - t**2))
    return out


def equivalent_spreads(start: Array, end: Array, w0: Array, w1: Array, L: Array, phi: Array) -> Array:
    """Equivalent local end forces (n, 12) of linear local loads ``w0``..``w1`` (n, 3); four Gauss points are exact."""
    half, mid, points = (end - start) / 2, (end + start) / 2, len(_GAUSS_X)
    gauss = np.repeat(_GAUSS_X, len(L))
    weight = np.repeat(_GAUSS_W, len(L)) * np.tile(half, points)
    w = np.tile(w0, (points, 1)) + np.tile(w1 - w0, (points, 1)) * ((gauss + 1) / 2)[:, None]
    at = np.tile(mid, points) + np.tile(half, points) * gauss
    out: Array = equivalent_points(at, np.tile(L, points), w * weight[:, None], np.tile(phi, (points, 1)))
    total: Array = out.reshape(points, len(L), 12).sum(axis=0)
    return total
