"""Forces and deflection along all bars, from end actions and loads by statics.

Signs, on the face whose outward normal is local +x: N tension positive; Vy, Vz, T, My, Mz are the
components of the force and moment that the part beyond acts with, in local axes. dMy/ds = Vz, dMz/ds = -Vy.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from .model import Array, CaseResult
from .solve import Frame

STEPS = np.array([0.0, 0.5, 1.0])
"""Where forces are taken in every piece between load edges, besides its extremes."""


@dataclass(frozen=True)
class Along:
    """``s`` mm from end a, and N, Vy, Vz in N; T, My, Mz in N mm: all (cases, bars, stations). Every extreme is a station; the first is end a, the last end b."""

    s: Array
    N: Array
    Vy: Array
    Vz: Array
    T: Array
    My: Array
    Mz: Array

    def sorted(self, case: int, bar: int) -> dict[str, list[float]]:
        """One bar in one case, from end a to end b, stations that coincide kept once."""
        order = np.argsort(self.s[case, bar], kind="stable")
        rows = {name: getattr(self, name)[case, bar][order] for name in ("s", "N", "Vy", "Vz", "T", "My", "Mz")}
        table = np.stack(list(rows.values()), axis=1)
        keep = np.append(True, np.any(np.abs(np.diff(table, axis=0)) > 1e-9 * (1 + np.abs(table[1:])), axis=1))
        return {name: column[keep].tolist() for name, column in rows.items()}


@dataclass(frozen=True)
class Curves:
    """Polynomials piece by piece, t mm from a piece's start: force (cases, bars, pieces, 3, 3 powers), moments My, Mz
    (cases, bars, pieces, 2, 4 powers), T (cases, bars)."""

    marks: Array
    force: Array
    moment: Array
    T: Array


def curves(frame: Frame, results: Sequence[CaseResult]) -> Curves:
    """The forces of all bars as polynomials."""
    given = frame.prepared
    factors = np.array([result.factors for result in results])
    ends = np.array([result.ends for result in results])
    q, slope, jump = (np.tensordot(factors, field, axes=1) for field in (given.q, given.slope, given.jump))
    spans = np.diff(given.marks, axis=1)
    cases, bars, pieces, _ = q.shape
    force = np.zeros((cases, bars, pieces, 3, 3))
    moment = np.zeros((cases, bars, pieces, 2, 4))
    F, M = -ends[:, :, :3], -ends[:, :, 4:6]
    for j in range(pieces):
        F = F - jump[:, :, j]
        force[:, :, j, :, 0], force[:, :, j, :, 1], force[:, :, j, :, 2] = F, -q[:, :, j], -slope[:, :, j] / 2
        for row, axis, sign in ((0, 2, 1.0), (1, 1, -1.0)):
            moment[:, :, j, row, 0] = M[:, :, row]
            for power in range(3):
                moment[:, :, j, row, power + 1] = sign * force[:, :, j, axis, power] / (power + 1)
        t = spans[None, :, j]
        F = _at(force[:, :, j], t)
        M = _at(moment[:, :, j], t)
    return Curves(given.marks, force, moment, -ends[:, :, 3])


def _at(coefficients: Array, t: Array) -> Array:
    """Value of polynomials (..., k, powers) at ``t`` (...,)."""
    total = coefficients[..., -1]
    for power in range(coefficients.shape[-1] - 2, -1, -1):
        total = total * t[..., None] + coefficients[..., power]
    return total


def _roots(c: Array, span: Array) -> Array:
    """Both roots of c0 + c1 t + c2 t2 in (0, span), else 0; last axis of length 2."""
    c0, c1, c2 = c[..., 0], c[..., 1], c[..., 2]
    with np.errstate(divide="ignore", invalid="ignore", over="ignore"):
        line = -c0 / c1
        under = np.sqrt(c1 * c1 - 4 * c2 * c0)
        tiny = np.abs(c2) * span <= 1e-12 * np.abs(c1)
        both = [np.where(tiny, line, (-c1 + sign * under) / (2 * c2)) for sign in (1.0, -1.0)]
    inside = [np.where(np.isfinite(t) & (t > 0) & (t < span), t, 0.0) for t in both]
    return np.stack(inside, axis=-1)


def along(frame: Frame, results: Sequence[CaseResult]) -> Along:
    """Forces at the ends, middle and extremes of every piece between load edges."""
    c = curves(frame, results)
    cases, bars, pieces = c.force.shape[:3]
    spans = np.broadcast_to(np.diff(c.marks, axis=1), (cases, bars, pieces))
    steps = spans[..., None] * STEPS
    extremes = [_roots(c.force[..., axis, :], spans) for axis in (1, 2)]
    t = np.concatenate([steps[..., :1], *extremes, steps[..., 1:]], axis=-1)
    wide = (cases, bars, pieces * t.shape[-1])
    force = _at(c.force[:, :, :, None], t).reshape(*wide, 3)
    moment = _at(c.moment[:, :, :, None], t).reshape(*wide, 2)
    s = (t + c.marks[None, :, :-1, None]).reshape(wide)
    T = np.broadcast_to(c.T[:, :, None], wide)
    return Along(s, force[..., 0], force[..., 1], force[..., 2], T, moment[..., 0], moment[..., 1])


def sample(c: Curves, bar: int, s: Array) -> Array:
    """N, Vy, Vz, T, My, Mz of one bar at ``s`` (n,) mm from end a, (cases, n, 6)."""
    marks = c.marks[bar]
    piece = np.clip(np.searchsorted(marks, s, side="right") - 1, 0, len(marks) - 2)
    t = s - marks[piece]
    force, moment = _at(c.force[:, bar, piece], t), _at(c.moment[:, bar, piece], t)
    T = np.broadcast_to(c.T[:, bar, None, None], (*force.shape[:2], 1))
    return np.concatenate([force, T, moment], axis=-1)


def lines(frame: Frame, result: CaseResult, steps: int = 8) -> Array:
    """Displacement of every bar's line in host axes at equal steps, (bars, steps + 1, 3) mm: exact, loads between the ends included.

    From the moments by double integration between the displaced ends, so that released and springy ends come out as they turn.
    """
    parts, bars = frame.elements, frame.model.bars
    L = parts.lengths
    local = np.einsum("mij,mj->mi", parts.T, result.u.ravel()[parts.dofs])
    c = curves(frame, [result])
    marks, force, moment = c.marks, c.force[0], c.moment[0]
    share = np.linspace(0.0, 1.0, steps + 1)
    s = L[:, None] * share
    bends = []
    for row, axis, sign, inertia, area in ((1, 1, 1.0, "Iz", "Avy"), (0, 2, -1.0, "Iy", "Avz")):
        EI = np.array([bar.E * getattr(bar, inertia) for bar in bars])
        GA = np.array([bar.G * getattr(bar, area) for bar in bars])
        soft = np.where(GA > 0, 1 / np.maximum(GA, 1e-30), 0.0)
        m = sign * moment[:, :, row] / EI[:, None, None]
        v = force[:, :, axis] * soft[:, None, None]
        bend = np.zeros_like(s)
        start, slope = np.zeros_like(L), np.zeros_like(L)
        pieces = marks.shape[1] - 1
        for j in range(pieces):
            span = marks[:, j + 1] - marks[:, j]
            # deflection in this piece: start + slope t + shear + the moments integrated twice
            rows = [
                start,
                slope + v[:, j, 0],
                v[:, j, 1] / 2 + m[:, j, 0] / 2,
                v[:, j, 2] / 3 + m[:, j, 1] / 6,
                m[:, j, 2] / 12,
                m[:, j, 3] / 20,
            ]
            here = np.stack(rows, axis=1)
            t = np.clip(s - marks[:, j, None], 0.0, span[:, None])
            inside = (s >= marks[:, j, None]) & (s <= marks[:, j + 1, None])
            bend = np.where(inside, _at(here[:, None, None, :], t)[..., 0], bend)
            start = _at(here[:, None, :], span)[:, 0]
            slope = slope + sum(m[:, j, power] * span ** (power + 1) / (power + 1) for power in range(4))
        near, far = local[:, axis], local[:, 6 + axis]
        bends.append(bend + near[:, None] + (far - near - start)[:, None] * share)
    x = local[:, :1] + (local[:, 6:7] - local[:, :1]) * share
    out: Array = np.einsum("msi,mij->msj", np.stack([x, bends[0], bends[1]], axis=2), parts.rotations)
    return out
