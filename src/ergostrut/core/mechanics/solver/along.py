"""Forces and deflection along all bars, from end actions and loads by statics.

Signs, on the face whose outward normal is local +x: N tension positive; Vy, Vz, T, My, Mz are the
components of the force and moment that the part beyond acts with, in local axes. dMy/ds = Vz, dMz/ds = -Vy.
The pieces of all bars lie in one list, and so do their stations, bar after bar.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass, fields, replace

import numpy as np

from .loads import Prepared
from .model import Array, CaseResult
from .solve import Frame

STEPS = np.array([0.0, 0.5, 1.0])
"""Where forces are taken in every piece between load edges, besides its extremes."""
STATIONS = len(STEPS) + 4


@dataclass(frozen=True)
class Along:
    """``s`` mm from end a, and N, Vy, Vz in N; T, My, Mz in N mm: all (cases, stations), those of bar i from ``first[i]`` to
    ``first[i + 1]``. Every extreme is a station; the first of a bar is its end a, the last its end b."""

    first: np.ndarray
    s: Array
    N: Array
    Vy: Array
    Vz: Array
    T: Array
    My: Array
    Mz: Array

    def of(self, bar: int) -> slice:
        """Where the stations of a bar lie."""
        return slice(int(self.first[bar]), int(self.first[bar + 1]))

    def bar(self, index: int) -> Along:
        """One bar alone."""
        at = self.of(index)
        rows = {item.name: getattr(self, item.name)[:, at] for item in fields(self) if item.name != "first"}
        return replace(self, first=np.array([0, at.stop - at.start]), **rows)

    def sorted(self, case: int, bar: int) -> dict[str, list[float]]:
        """One bar in one case, from end a to end b, stations that coincide kept once."""
        at = self.of(bar)
        order = np.argsort(self.s[case, at], kind="stable")
        rows = {name: getattr(self, name)[case, at][order] for name in ("s", "N", "Vy", "Vz", "T", "My", "Mz")}
        table = np.stack(list(rows.values()), axis=1)
        keep = np.append(True, np.any(np.abs(np.diff(table, axis=0)) > 1e-9 * (1 + np.abs(table[1:])), axis=1))
        return {name: column[keep].tolist() for name, column in rows.items()}


@dataclass(frozen=True)
class Curves:
    """Polynomials piece by piece (as ``given`` lists them), t mm from a piece's start: force (cases, pieces, 3, 3 powers), moments My, Mz
    (cases, pieces, 2, 4 powers), T (cases, bars)."""

    given: Prepared
    force: Array
    moment: Array
    T: Array


def _ranks(given: Prepared) -> Iterator[tuple[np.ndarray, np.ndarray]]:
    """The first piece of all bars, then the second of those that have one, and so on: (bars, pieces)."""
    count = np.diff(given.first)
    for rank in range(int(count.max(initial=0))):
        bars = np.flatnonzero(count > rank)
        yield bars, given.first[bars] + rank


def curves(frame: Frame, results: Sequence[CaseResult]) -> Curves:
    """The forces of all bars as polynomials."""
    given = frame.prepared
    factors = np.array([result.factors for result in results])
    ends = np.array([result.ends for result in results])
    q, slope, jump = (np.tensordot(factors, field, axes=1) for field in (given.q, given.slope, given.jump))
    cases, pieces, _ = q.shape
    force, moment = np.zeros((cases, pieces, 3, 3)), np.zeros((cases, pieces, 2, 4))
    force[..., 1], force[..., 2] = -q, -slope / 2
    F, M = -ends[:, :, :3], -ends[:, :, 4:6]
    for bars, at in _ranks(given):
        start = F[:, bars] - jump[:, at]
        here, turn = force[:, at], moment[:, at]
        here[..., 0], turn[..., 0] = start, M[:, bars]
        for row, axis, sign in ((0, 2, 1.0), (1, 1, -1.0)):
            for power in range(3):
                turn[:, :, row, power + 1] = sign * here[:, :, axis, power] / (power + 1)
        force[:, at], moment[:, at] = here, turn
        F[:, bars], M[:, bars] = _at(here, given.span[at]), _at(turn, given.span[at])
    return Curves(given, force, moment, -ends[:, :, 3])


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
    given = c.given
    cases, pieces = c.force.shape[:2]
    spans = np.broadcast_to(given.span, (cases, pieces))
    steps = spans[..., None] * STEPS
    extremes = [_roots(c.force[..., axis, :], spans) for axis in (1, 2)]
    t = np.concatenate([steps[..., :1], *extremes, steps[..., 1:]], axis=-1)
    wide = (cases, pieces * STATIONS)
    force = _at(c.force[:, :, None], t).reshape(*wide, 3)
    moment = _at(c.moment[:, :, None], t).reshape(*wide, 2)
    s = (t + given.start[None, :, None]).reshape(wide)
    T = np.repeat(c.T[:, given.bar], STATIONS, axis=1)
    return Along(given.first * STATIONS, s, force[..., 0], force[..., 1], force[..., 2], T, moment[..., 0], moment[..., 1])


def sample(c: Curves, bar: int, s: Array) -> Array:
    """N, Vy, Vz, T, My, Mz of one bar at ``s`` (n,) mm from end a, (cases, n, 6)."""
    low, high = c.given.first[bar], c.given.first[bar + 1]
    starts = c.given.start[low:high]
    piece = low + np.clip(np.searchsorted(starts, s, side="right") - 1, 0, high - low - 1)
    t = s - c.given.start[piece]
    force, moment = _at(c.force[:, piece], t), _at(c.moment[:, piece], t)
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
    given, force, moment = c.given, c.force[0], c.moment[0]
    share = np.linspace(0.0, 1.0, steps + 1)
    s = L[:, None] * share
    bends = []
    for row, axis, sign, inertia, area in ((1, 1, 1.0, "Iz", "Avy"), (0, 2, -1.0, "Iy", "Avz")):
        EI = np.array([bar.E * getattr(bar, inertia) for bar in bars])
        GA = np.array([bar.G * getattr(bar, area) for bar in bars])
        soft = np.where(GA > 0, 1 / np.maximum(GA, 1e-30), 0.0)
        m = sign * moment[:, row] / EI[given.bar, None]
        v = force[:, axis] * soft[given.bar, None]
        bend = np.zeros_like(s)
        start, slope = np.zeros_like(L), np.zeros_like(L)
        for which, at in _ranks(given):
            span = given.span[at]
            # deflection in this piece: start + slope t + shear + the moments integrated twice
            rows = [
                start[which],
                slope[which] + v[at, 0],
                v[at, 1] / 2 + m[at, 0] / 2,
                v[at, 2] / 3 + m[at, 1] / 6,
                m[at, 2] / 12,
                m[at, 3] / 20,
            ]
            here = np.stack(rows, axis=1)
            place = s[which] - given.start[at, None]
            t = np.clip(place, 0.0, span[:, None])
            bend[which] = np.where(place >= 0, _at(here[:, None, None, :], t)[..., 0], bend[which])
            start[which] = _at(here[:, None, :], span)[:, 0]
            slope[which] += sum(m[at, power] * span ** (power + 1) / (power + 1) for power in range(4))
        near, far = local[:, axis], local[:, 6 + axis]
        bends.append(bend + near[:, None] + (far - near - start)[:, None] * share)
    x = local[:, :1] + (local[:, 6:7] - local[:, :1]) * share
    out: Array = np.einsum("msi,mij->msj", np.stack([x, bends[0], bends[1]], axis=2), parts.rotations)
    return out
