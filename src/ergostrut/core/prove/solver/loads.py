"""Basic loads turned into arrays once: end actions for assembly, and loads piece by piece for forces along the bars.

Cases are combinations of basic loads, so everything here is computed once a frame.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from .elements import Elements, equivalent_points, equivalent_spreads
from .model import Array, LoadCase, SolverError

NEAR = 1e-6
"""Places closer than this (mm) are one place; a bar's last mark is its end exactly."""


@dataclass(frozen=True)
class Prepared:
    """``local`` (loads, bars, 12): equivalent actions at the bar's own ends; ``nodal`` (loads, 6n).

    Between ``marks`` (bars, pieces + 1; mm from end a, the last repeated) every load is linear: ``q`` at a piece's start,
    ``slope`` along it (loads, bars, pieces, 3), and ``jump``: point forces at its start. Local axes, N and mm.
    """

    local: Array
    nodal: Array
    marks: Array
    q: Array
    slope: Array
    jump: Array


def _marks(loads: Sequence[LoadCase], lengths: Array) -> Array:
    marks: list[set[float]] = [{0.0, float(L)} for L in lengths]
    for load in loads:
        for spread in load.spreads:
            marks[spread.bar] |= {spread.start, spread.end}
        for point in load.points:
            marks[point.bar].add(point.at)
    rows = []
    for row, L in zip(marks, lengths, strict=True):
        kept = [0.0]
        for value in sorted(row):
            if kept[-1] + NEAR < value < float(L) - NEAR:
                kept.append(value)
        rows.append([*kept, float(L)])
    width = max(len(row) for row in rows)
    return np.array([row + [row[-1]] * (width - len(row)) for row in rows])


def prepare(loads: Sequence[LoadCase], parts: Elements, nodes: int) -> Prepared:
    """Arrays of every basic load.

    Raises:
        SolverError: a load that lies off its bar, or is not a number.
    """
    L, R = parts.lengths, parts.rotations
    m = len(L)
    marks = _marks(loads, L)
    pieces = marks.shape[1] - 1
    local, nodal = np.zeros((len(loads), m, 12)), np.zeros((len(loads), 6 * nodes))
    q, slope, jump = (np.zeros((len(loads), m, pieces, 3)) for _ in range(3))
    starts, ends = marks[:, :-1], marks[:, 1:]
    for i, load in enumerate(loads):
        for node, action in load.nodal:
            nodal[i, 6 * node : 6 * node + 6] += action
        if load.points:
            bars, at = np.array([p.bar for p in load.points]), np.array([p.at for p in load.points])
            if np.any(at < -NEAR) or np.any(at > L[bars] + NEAR):
                raise SolverError("a point load lies off its bar")
            f = np.einsum("nij,nj->ni", R[bars], np.array([p.force for p in load.points]))
            np.add.at(local[i], bars, equivalent_points(at, L[bars], f, parts.phi[bars]))
            piece = np.argmax(np.abs(starts[bars] - at[:, None]) <= NEAR, axis=1)
            inside = at < L[bars] - NEAR
            np.add.at(jump[i], (bars[inside], piece[inside]), f[inside])
        if load.spreads:
            bars = np.array([s.bar for s in load.spreads])
            start, end = np.array([s.start for s in load.spreads]), np.array([s.end for s in load.spreads])
            if np.any(start < -NEAR) or np.any(end < start - 1e-9) or np.any(end > L[bars] + NEAR):
                raise SolverError("a spread load lies off its bar")
            w0, w1 = (np.einsum("nij,nj->ni", R[bars], np.array([getattr(s, name) for s in load.spreads])) for name in ("w0", "w1"))
            np.add.at(local[i], bars, equivalent_spreads(start, end, w0, w1, L[bars], parts.phi[bars]))
            rise = (w1 - w0) / np.maximum(end - start, 1e-12)[:, None]
            under = ((starts[bars] >= start[:, None] - NEAR) & (ends[bars] <= end[:, None] + NEAR))[:, :, None]
            np.add.at(q[i], bars, np.where(under, w0[:, None, :] + rise[:, None, :] * (starts[bars] - start[:, None])[:, :, None], 0.0))
            np.add.at(slope[i], bars, np.where(under, rise[:, None, :], 0.0))
    if not (np.all(np.isfinite(local)) and np.all(np.isfinite(nodal))):
        raise SolverError("a load is not a number")
    return Prepared(local, nodal, marks, q, slope, jump)
