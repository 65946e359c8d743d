"""Forces and deflection along all bars, from end actions and loads by statics.

Signs, on the face whose outward normal is local +x: N tension positive; Vy, Vz, T, My, Mz are the
components of the force and moment that the part beyond acts with, in local axes. dMy/ds = Vz, dMz/ds = -Vy.
The pieces of all bars lie in one list, and so do their stations, bar after bar.
"""

from __future__ import annotations

from collections.abc import Sequence
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


def _before(values: Array, given: Prepared) -> Array:
    """What the earlier pieces of the same bar add up to, (..., pieces, k) along the pieces."""
    earlier = np.cumsum(values, axis=-2) - values
    out: Array = earlier - earlier[..., given.first[given.bar], :]
    return out


def curves(frame: Frame, results: Sequence[CaseResult]) -> Curves:
    """The forces of all bars as polynomials."""
    given = frame.prepared
    factors = np.array([result.factors for result in results])
    ends = np.array([result.ends for result in results])
    q, slope, jump = (np.tensordot(factors, field, axes=1) for field in (given.q, given.slope, given.jump))
    t, powers = given.span[:, None], np.array([1.0, 2.0, 3.0])
    taken = q * t + slope * (t * t / 2)
    start = -ends[:, given.bar, :3] - jump - _before(jump + taken, given)
    force = np.stack([start, -q, -slope / 2], axis=-1)
    # dMy/ds = Vz, dMz/ds = -Vy
    turn = force[:, :, (2, 1), :] * (np.array([[1.0], [-1.0]]) / powers)
    gained = np.matmul(turn, (t**powers)[:, :, None])[..., 0]
    held = -ends[:, given.bar, 4:6] + _before(gained, given)
    return Curves(given, force, np.concatenate([held[..., None], turn], axis=-1), -ends[:, :, 3])


def _at(coefficients: Array, t: Array) -> Array:
    """Value of polynomials (..., k, powers) at ``t`` (...,)."""
    total = coefficients[..., -1]
    for power in range(coefficients.shape[-1] - 2, -1, -1):
        total = total * t[..., None] + coefficients[..., power]
    return total


def _of(coefficients: Array, t: Array) -> Array:
    """Value of polynomials (..., powers) at their own stations ``t`` (..., stations)."""
    total = coefficients[..., -1:] * t
    for power in range(coefficients.shape[-1] - 2, 0, -1):
        total += coefficients[..., power : power + 1]
        total *= t
    total += coefficients[..., :1]
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
    N, Vy, Vz = (_of(c.force[:, :, axis], t).reshape(wide) for axis in range(3))
    My, Mz = (_of(c.moment[:, :, axis], t).reshape(wide) for axis in range(2))
    s = (t + given.start[None, :, None]).reshape(wide)
    T = np.repeat(c.T[:, given.bar], STATIONS, axis=1)
    return Along(given.first * STATIONS, s, N, Vy, Vz, T, My, Mz)


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

    From the moments by double integration, and along the bar from its axial force, between the displaced ends, so that released and springy ends come out as they turn.
    """
    parts, bars = frame.elements, frame.model.bars
    L = parts.lengths
    local = np.einsum("mij,mj->mi", parts.T, result.u.ravel()[parts.dofs])
    c = curves(frame, [result])
    given = c.given
    share = np.linspace(0.0, 1.0, steps + 1)
    EI = np.array([(bar.E * bar.Iz, bar.E * bar.Iy) for bar in bars])[given.bar]
    GA = np.array([(bar.G * bar.Avy, bar.G * bar.Avz) for bar in bars])[given.bar]
    soft = np.where(GA > 0, 1 / np.maximum(GA, 1e-30), 0.0)
    # per piece, across local y and z: curvature over EI, shear over GA
    m = c.moment[0][:, (1, 0), :] * np.array([[1.0], [-1.0]]) / EI[..., None]
    v = c.force[0][:, (1, 2), :] * soft[..., None]
    t = given.span[:, None]
    slope = _before(np.matmul(m, (t ** np.arange(1.0, 5.0) / np.arange(1.0, 5.0))[:, :, None])[..., 0], given)
    rows = [
        np.zeros_like(slope),
        slope + v[..., 0],
        (v[..., 1] + m[..., 0]) / 2,
        v[..., 2] / 3 + m[..., 1] / 6,
        m[..., 2] / 12,
        m[..., 3] / 20,
    ]
    shape = np.stack(rows, axis=-1)
    rise = _at(shape, given.span)
    shape[..., 0] = _before(rise, given)
    total = shape[..., 0] + rise
    piece, place = _pieces_at(given, L, share)
    bend = _at(shape[piece], place)
    last = given.first[1:] - 1
    near, far = local[:, None, 1:3], local[:, None, 7:9]
    bent = bend + near + (far - near - total[last][:, None, :]) * share[:, None]
    # along: what the axial force stretches up to there
    EA = np.array([bar.E * bar.A for bar in bars])[given.bar]
    pull = c.force[0][:, 0, :] / EA[:, None] / np.array([1.0, 2.0, 3.0])
    stretch = np.concatenate([np.zeros((len(pull), 1)), pull], axis=1)[:, None, :]
    gained = _at(stretch, given.span)
    stretch[..., 0] = _before(gained, given)
    long = stretch[..., 0] + gained
    near, far = local[:, None, :1], local[:, None, 6:7]
    x = _at(stretch[piece], place) + near + (far - near - long[last][:, None, :]) * share[:, None]
    out: Array = np.einsum("msi,mij->msj", np.concatenate([x, bent], axis=2), parts.rotations)
    return out


def _pieces_at(given: Prepared, L: Array, share: Array) -> tuple[np.ndarray, Array]:
    """The piece that every station ``share`` of the bars' lengths lies on, and mm from the piece's start: (bars, stations)."""
    before = np.cumsum(L) - L
    s = L[:, None] * share
    piece = np.searchsorted(given.start + before[given.bar], s + before[:, None], side="right") - 1
    piece = np.clip(piece, given.first[:-1, None], given.first[1:, None] - 1)
    return piece, np.clip(s - given.start[piece], 0.0, given.span[piece])
