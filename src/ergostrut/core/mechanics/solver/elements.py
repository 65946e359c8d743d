"""Element matrices of all bars at once (Przemieniecki 1968, chapters 5 and 15; Timoshenko shear where areas are given).

Arrays run over bars first: (m, 12, 12) and so on.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from operator import attrgetter

import numpy as np

from .model import ZERO, Array, FrameModel, SolverError

_GAUSS_X, _GAUSS_W = np.polynomial.legendre.leggauss(3)
_PLANES = ((1, 5, 1.0), (2, 4, -1.0))
"""Deflection and rotation degree of freedom of each bending plane, and the sign of the rotation against the slope."""


@dataclass(frozen=True)
class Elements:
    """``lengths`` (m,); ``rotations`` (m, 3, 3) rows local x, y, z in host axes; ``k`` (m, 12, 12) local, ends' give in;
    ``recover`` (m, 12, 12): node displacements in local axes to those of the bar's own ends; ``T`` (m, 12, 12): host
    displacements of the nodes to local ones at the bar's ends, offsets in; ``phi`` (m, 2): shear flexibility 12 EI / (G Av L2)
    of the local y and z plane; ``dofs`` (m, 12), ``ends`` (m, 2) nodes. ``gives``: whether any end does, else ``recover`` is the identity."""

    lengths: Array
    rotations: Array
    k: Array
    recover: Array
    gives: bool
    T: Array
    phi: Array
    dofs: np.ndarray
    ends: np.ndarray


_TABLE = attrgetter("a", "b", "E", "G", "A", "Iy", "Iz", "J", "roll", "Avy", "Avz")


@dataclass(frozen=True)
class _Bars:
    """The bars' figures side by side, each (m,); ``off_a``, ``off_b`` (m, 3), None where every bar runs from node to node."""

    ends: np.ndarray
    E: Array
    G: Array
    A: Array
    Iy: Array
    Iz: Array
    J: Array
    roll: Array
    Avy: Array
    Avz: Array
    off_a: Array | None
    off_b: Array | None


def _bars(model: FrameModel) -> _Bars:
    bars = model.bars
    table = np.array([_TABLE(bar) for bar in bars], dtype=float).reshape(-1, 11)
    ends = table[:, :2].astype(int)
    if ends.min(initial=0) < 0 or ends.max(initial=-1) >= len(model.nodes):
        wrong = bars[int(np.argmax((ends < 0).any(axis=1) | (ends >= len(model.nodes)).any(axis=1)))]
        raise SolverError(f"{wrong.id} ends at a joint that does not exist")
    figures = table[:, 2:8]
    fit = np.isfinite(figures) & (figures > 0) & (figures < 1e15)
    if not fit.all():
        i, j = (int(v) for v in np.argwhere(~fit)[0])
        raise SolverError(f"{bars[i].id} has no usable section: {('E', 'G', 'A', 'Iy', 'Iz', 'J')[j]} is {figures[i, j]:g}")
    offsets = [
        np.array([getattr(bar, name) for bar in bars]) if any(getattr(bar, name) != ZERO for bar in bars) else None
        for name in ("offset_a", "offset_b")
    ]
    return _Bars(ends, *table[:, 2:].T, *offsets)


def _axes(model: FrameModel, bars: _Bars) -> tuple[Array, Array]:
    a, b = model.nodes[bars.ends[:, 0]], model.nodes[bars.ends[:, 1]]
    run = b - a
    if bars.off_b is not None:
        run = run + bars.off_b
    if bars.off_a is not None:
        run = run - bars.off_a
    lengths = np.sqrt((run * run).sum(axis=1))
    if np.any(lengths < 1e-6):
        raise SolverError(f"{model.bars[int(np.argmin(lengths))].id} has no length")
    x = run / lengths[:, None]
    R = np.empty((len(x), 3, 3))
    steep = np.abs(x[:, 2]) > 1 - 1e-9
    # z: up (or +x for a bar that stands) less its share along the bar; y = z cross x
    along = np.where(steep, x[:, 0], x[:, 2])
    z = -along[:, None] * x
    z[steep, 0] += 1.0
    z[~steep, 2] += 1.0
    z /= np.sqrt((z * z).sum(axis=1))[:, None]
    y = np.stack(
        [z[:, 1] * x[:, 2] - z[:, 2] * x[:, 1], z[:, 2] * x[:, 0] - z[:, 0] * x[:, 2], z[:, 0] * x[:, 1] - z[:, 1] * x[:, 0]], axis=1
    )
    if bars.roll.any():
        c, t = np.cos(bars.roll)[:, None], np.sin(bars.roll)[:, None]
        y, z = c * y + t * z, c * z - t * y
    R[:, 0], R[:, 1], R[:, 2] = x, y, z
    return lengths, R


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


def _sprung(k: Array, springs: Sequence[tuple[tuple[int, float], ...]], names: Sequence[str]) -> tuple[Array, Array]:
    """Stiffness (m, 12, 12) of bars on the springs at their ends, all at once, and ``recover``: end displacements from node displacements."""
    flex = np.zeros((len(k), 12))
    for row, mine, name in zip(flex, springs, names, strict=True):
        for index, value in mine:
            if value <= 0:
                raise SolverError(f"a joint of {name} has no stiffness; release it instead")
            row[index] = 1 / value
    recover = np.asarray(np.linalg.inv(np.eye(12) + flex[:, :, None] * k), dtype=np.float64)
    k = k @ recover
    return (k + k.transpose(0, 2, 1)) / 2, recover


def _give(k: Array, released: tuple[int, ...], springs: tuple[tuple[int, float], ...], name: str) -> tuple[Array, Array]:
    """One bar's stiffness with its ends' give, and ``recover``: end displacements from node displacements."""
    recover: Array = np.eye(12)
    if springs:
        (k,), (recover,) = _sprung(k[None], (springs,), (name,))
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


TIE = (3, 4, 5, 10, 11)
"""Released so, a bar is hinged both ways at both ends: it only pushes and pulls along itself."""


def _ties(k: Array, L: Array) -> tuple[Array, Array]:
    """``_give`` of bars released as ``TIE``, all at once: axial stiffness alone, ends that turn with the line between them."""
    only = np.zeros_like(k)
    for i in (0, 6):
        for j in (0, 6):
            only[:, i, j] = k[:, i, j]
    recover = np.broadcast_to(np.eye(12), k.shape).copy()
    recover[:, TIE, :] = 0.0
    recover[:, 3, 9] = 1.0
    for end in (0, 6):
        recover[:, 4 + end, 2], recover[:, 4 + end, 8] = 1 / L, -1 / L
        recover[:, 5 + end, 1], recover[:, 5 + end, 7] = -1 / L, 1 / L
    return only, recover


def elements(model: FrameModel) -> Elements:
    """All matrices of a model.

    Raises:
        SolverError: a bar at no joint, without section or length, or whose releases let it spin.
    """
    bars = _bars(model)
    L, R = _axes(model, bars)
    phi = np.zeros((len(L), 2))
    for plane, (inertia, area) in enumerate(((bars.Iz, bars.Avy), (bars.Iy, bars.Avz))):
        if area.any():
            phi[:, plane] = np.where(area > 0, 12 * bars.E * inertia / (bars.G * np.maximum(area, 1e-30) * L**2), 0.0)
    k = _stiffness(bars.E, bars.G, bars.A, bars.Iy, bars.Iz, bars.J, L, phi)
    given = [i for i, bar in enumerate(model.bars) if bar.released or bar.springs]
    recover: Array = np.broadcast_to(np.eye(12), k.shape)
    if given:
        recover = recover.copy()
        ties = [i for i in given if model.bars[i].released == TIE and not model.bars[i].springs]
        if ties:
            k[ties], recover[ties] = _ties(k[ties], L[ties])
        sprung = [i for i in given if model.bars[i].springs and not model.bars[i].released]
        if sprung:
            k[sprung], recover[sprung] = _sprung(k[sprung], [model.bars[i].springs for i in sprung], [model.bars[i].id for i in sprung])
        for i in sorted(set(given) - set(ties) - set(sprung)):
            bar = model.bars[i]
            k[i], recover[i] = _give(k[i], bar.released, bar.springs, bar.id)
    T = np.zeros((len(L), 12, 12))
    for block in range(0, 12, 3):
        T[:, block : block + 3, block : block + 3] = R
    for block, off in ((0, bars.off_a), (6, bars.off_b)):
        if off is not None:
            # u_end = u + theta x r, so u_end = u - [r]x theta
            skew = np.zeros((len(L), 3, 3))
            skew[:, 0, 1], skew[:, 0, 2], skew[:, 1, 2] = -off[:, 2], off[:, 1], -off[:, 0]
            skew[:, 1, 0], skew[:, 2, 0], skew[:, 2, 1] = off[:, 2], -off[:, 1], off[:, 0]
            T[:, block : block + 3, block + 3 : block + 6] = -R @ skew
    dofs = (6 * bars.ends[:, :, None] + np.arange(6)).reshape(len(L), 12)
    return Elements(L, R, k, recover, bool(given), T, phi, dofs, bars.ends)


def equivalent_points(s: Array, L: Array, f: Array, phi: Array) -> Array:
    """Equivalent local end forces (..., n, 12) of local forces ``f`` (..., n, 3) at ``s`` (..., n) on bars of length ``L`` (n,), ``phi`` (n, 2)."""
    t = s / L
    u, t2, t3 = 1 - t, t * t, t * t * t
    out = np.empty((*t.shape, 12))
    out[..., 3] = out[..., 9] = 0.0
    out[..., 0], out[..., 6] = f[..., 0] * u, f[..., 0] * t
    for plane, (v, r, sign) in enumerate(_PLANES):
        p = phi[:, plane]
        force = f[..., v] / (1 + p)
        near = 1 - 3 * t2 + 2 * t3 + p * u
        out[..., v], out[..., v + 6] = force * near, force * (1 + p - near)
        turn, lean = sign * force * L, p / 2 * t * u
        out[..., r], out[..., r + 6] = turn * (t * u * u + lean), turn * (t3 - t2 - lean)
    return out


def equivalent_spreads(start: Array, end: Array, w0: Array, w1: Array, L: Array, phi: Array) -> Array:
    """Equivalent local end forces (n, 12) of linear local loads ``w0``..``w1`` (n, 3); three Gauss points are exact for a cubic times a line."""
    half = (end - start) / 2
    at = (end + start) / 2 + _GAUSS_X[:, None] * half
    w = w0 + ((_GAUSS_X + 1) / 2)[:, None, None] * (w1 - w0)
    total: Array = equivalent_points(at, L, w * (_GAUSS_W[:, None] * half)[..., None], phi).sum(axis=0)
    return total
