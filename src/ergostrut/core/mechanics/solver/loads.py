"""Basic loads turned into arrays once: end actions for assembly, and loads piece by piece for forces along the bars.

Cases are combinations of basic loads, so everything here is computed once a frame.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from itertools import chain

import numpy as np

from .elements import Elements, equivalent_points, equivalent_spreads
from .matrix import scatter, total
from .model import Array, LoadCase, SolverError

NEAR = 1e-6
"""Places closer than this (mm) are one place; a bar's last piece ends at its end exactly."""


@dataclass(frozen=True)
class Prepared:
    """``local`` (loads, bars, 12): equivalent actions at the bar's own ends; ``nodal`` (loads, 6n).

    The pieces between load edges of all bars lie in one list: those of bar i from ``first[i]`` to ``first[i + 1]``, each on ``bar``
    from ``start`` mm from its end a over ``span`` mm. Along a piece every load is linear: ``q`` at its start, ``slope`` along it
    (loads, pieces, 3), and ``jump``: point forces at its start. Local axes, N and mm.
    """

    local: Array
    nodal: Array
    first: np.ndarray
    bar: np.ndarray
    start: Array
    span: Array
    q: Array
    slope: Array
    jump: Array


@dataclass(frozen=True)
class _Rows:
    """Loads of one kind from all cases, a row each: ``load``, ``bar``, ``at`` (n, 1 or 2) mm, ``w`` (n, 3 or 6) in host axes."""

    load: np.ndarray
    bar: np.ndarray
    at: Array
    w: Array


def _spreads(loads: Sequence[LoadCase]) -> _Rows:
    flat = chain.from_iterable((i, s.bar, s.start, s.end, *s.w0, *s.w1) for i, load in enumerate(loads) for s in load.spreads)
    rows = np.fromiter(flat, dtype=float).reshape(-1, 10)
    return _Rows(rows[:, 0].astype(int), rows[:, 1].astype(int), rows[:, 2:4], rows[:, 4:])


def _points(loads: Sequence[LoadCase]) -> _Rows:
    flat = chain.from_iterable((i, p.bar, p.at, *p.force) for i, load in enumerate(loads) for p in load.points)
    rows = np.fromiter(flat, dtype=float).reshape(-1, 6)
    return _Rows(rows[:, 0].astype(int), rows[:, 1].astype(int), rows[:, 2:3], rows[:, 3:])


def _pieces(lengths: Array, spreads: _Rows, points: _Rows) -> tuple[np.ndarray, np.ndarray, Array, Array]:
    """``first``, ``bar``, ``start`` and ``span`` of every piece."""
    m = len(lengths)
    bars = np.concatenate([np.repeat(spreads.bar, 2), points.bar])
    at = np.concatenate([spreads.at.ravel(), points.at.ravel()])
    inside = (at > NEAR) & (at < lengths[bars] - NEAR)
    bars = np.concatenate([np.arange(m), bars[inside]])
    at = np.concatenate([np.zeros(m), at[inside]])
    order = np.lexsort((at, bars))
    bars, at = bars[order], at[order]
    fresh = np.append(True, (np.diff(bars) > 0) | (np.diff(at) > NEAR))
    if not fresh.all():
        # places that coincide are one; a run of near ones is told apart from the last that was kept
        kept, before = [], (-1, 0.0)
        for i, (b, s) in enumerate(zip(bars.tolist(), at.tolist(), strict=True)):
            if b != before[0] or s > before[1] + NEAR:
                kept.append(i)
                before = (b, s)
        bars, at = bars[kept], at[kept]
    first = np.searchsorted(bars, np.arange(m + 1))
    ends = np.append(at[1:], 0.0)
    ends[first[1:] - 1] = lengths
    return first, bars, at, ends - at


def prepare(loads: Sequence[LoadCase], parts: Elements, nodes: int) -> Prepared:
    """Arrays of every basic load.

    Raises:
        SolverError: a load that lies off its bar, or is not a number.
    """
    L, R, m, n = parts.lengths, parts.rotations, len(parts.lengths), len(loads)
    spreads, points = _spreads(loads), _points(loads)
    if np.any(points.at[:, 0] < -NEAR) or np.any(points.at[:, 0] > L[points.bar] + NEAR):
        raise SolverError("a point load lies off its bar")
    low, high = spreads.at[:, 0], spreads.at[:, 1]
    if np.any(low < -NEAR) or np.any(high < low - 1e-9) or np.any(high > L[spreads.bar] + NEAR):
        raise SolverError("a spread load lies off its bar")
    first, bar, start, span = _pieces(L, spreads, points)
    nodal = np.zeros((n, 6 * nodes))
    for i, load in enumerate(loads):
        for node, action in load.nodal:
            nodal[i, 6 * node : 6 * node + 6] += action
    local = np.zeros(n * m * 12)
    q, slope, jump = (np.zeros((n, len(bar), 3)) for _ in range(3))
    twelve = np.arange(12)
    if len(spreads.bar):
        turn = R[spreads.bar]
        w0, w1 = (np.einsum("nij,nj->ni", turn, w) for w in (spreads.w[:, :3], spreads.w[:, 3:]))
        ends = equivalent_spreads(low, high, w0, w1, L[spreads.bar], parts.phi[spreads.bar])
        at = (spreads.load * m + spreads.bar)[:, None] * 12 + twelve
        local += total(at.ravel(), ends.ravel(), len(local))
        rise = (w1 - w0) / np.maximum(high - low, 1e-12)[:, None]
        count = first[spreads.bar + 1] - first[spreads.bar]
        row = np.repeat(np.arange(len(count)), count)
        piece = np.arange(len(row)) - np.repeat(np.cumsum(count) - count - first[spreads.bar], count)
        under = (start[piece] >= low[row] - NEAR) & (start[piece] + span[piece] <= high[row] + NEAR)
        row, piece = row[under], piece[under]
        here = w0[row] + rise[row] * (start[piece] - low[row])[:, None]
        at = (spreads.load[row] * len(bar) + piece)[:, None] * 3 + np.arange(3)
        q += total(at.ravel(), here.ravel(), q.size).reshape(q.shape)
        slope += total(at.ravel(), rise[row].ravel(), q.size).reshape(q.shape)
    if len(points.bar):
        s = points.at[:, 0]
        force = np.einsum("nij,nj->ni", R[points.bar], points.w)
        ends = equivalent_points(s, L[points.bar], force, parts.phi[points.bar])
        at = (points.load * m + points.bar)[:, None] * 12 + twelve
        local += total(at.ravel(), ends.ravel(), len(local))
        inside = s < L[points.bar] - NEAR
        for load_i, b, place, f in zip(points.load[inside], points.bar[inside], s[inside], force[inside], strict=True):
            here = int(first[b] + np.argmin(np.abs(start[first[b] : first[b + 1]] - place)))
            jump[load_i, here] += f
    if not (np.all(np.isfinite(local)) and np.all(np.isfinite(nodal))):
        raise SolverError("a load is not a number")
    return Prepared(local.reshape(n, m, 12), nodal, first, bar, start, span, q, slope, jump)


def onto_nodes(local: Array, parts: Elements, n: int) -> Array:
    """(loads, n) actions on the nodes of actions ``local`` (loads, bars, 12) on the bars' ends."""
    return scatter(np.matmul(local.transpose(1, 0, 2), parts.T).transpose(1, 0, 2), parts.dofs, n)
