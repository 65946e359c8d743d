"""Basic loads turned into arrays once: end actions for assembly, and section sums for forces along the bars.

Cases are combinations of basic loads, so everything here is computed once a frame.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from .model import Array, LoadCase, SolverError
from .stiffness import equivalent_points, equivalent_spreads

PIECES = 4
"""Equal steps along every bar at which forces are taken, besides the edges of loads."""


@dataclass(frozen=True)
class Prepared:
    """``local`` (loads, bars, 12) equivalent end actions; ``nodal`` (loads, 6n); ``s`` (bars, stations) mm;
    ``force`` and ``arm`` (loads, bars, 3, stations): resultant of the load before a station, and its moment arm sum."""

    local: Array
    nodal: Array
    s: Array
    force: Array
    arm: Array


def _stations(loads: Sequence[LoadCase], lengths: Array) -> Array:
    marks: list[set[float]] = [{float(x) for x in np.linspace(0, L, PIECES + 1)} for L in lengths]
    for load in loads:
        for spread in load.spreads:
            marks[spread.bar] |= {spread.start, spread.end}
        for point in load.points:
            marks[point.bar] |= {max(point.at - 1e-6, 0.0), min(point.at + 1e-6, float(lengths[point.bar]))}
    rows = [sorted(set(np.clip(list(row), 0, L).tolist())) for row, L in zip(marks, lengths, strict=True)]
    width = max(len(row) for row in rows)
    return np.array([row + [row[-1]] * (width - len(row)) for row in rows])


def prepare(loads: Sequence[LoadCase], lengths: Array, rotations: Array, nodes: int) -> Prepared:
    """Arrays of every basic load on bars of ``lengths`` (m,) with ``rotations`` (m, 3, 3).

    Raises:
        SolverError: a load that lies off its bar.
    """
    m = len(lengths)
    s = _stations(loads, lengths)
    local = np.zeros((len(loads), m, 12))
    nodal = np.zeros((len(loads), 6 * nodes))
    force = np.zeros((len(loads), m, 3, s.shape[1]))
    arm = np.zeros_like(force)
    for k, load in enumerate(loads):
        for node, action in load.nodal:
            nodal[k, 6 * node : 6 * node + 6] += action
        if load.points:
            bars = np.array([point.bar for point in load.points])
            at, L = np.array([point.at for point in load.points]), lengths[bars]
            if np.any(at < -1e-9) or np.any(at > L + 1e-9):
                raise SolverError("a point load lies off its bar")
            f = np.einsum("nij,nj->ni", rotations[bars], np.array([point.force for point in load.points]))
            np.add.at(local[k], bars, equivalent_points(at, L, f))
            beyond = s[bars] - at[:, None]
            np.add.at(force[k], bars, f[:, :, None] * (beyond > 0)[:, None, :])
            np.add.at(arm[k], bars, f[:, :, None] * np.maximum(beyond, 0.0)[:, None, :])
        if load.spreads:
            bars = np.array([spread.bar for spread in load.spreads])
            start, end = np.array([spread.start for spread in load.spreads]), np.array([spread.end for spread in load.spreads])
            L = lengths[bars]
            if np.any(start < -1e-6) or np.any(end < start - 1e-9) or np.any(end > L + 1e-6):
                raise SolverError("a spread load lies off its bar")
            w0 = np.einsum("nij,nj->ni", rotations[bars], np.array([spread.w0 for spread in load.spreads]))
            w1 = np.einsum("nij,nj->ni", rotations[bars], np.array([spread.w1 for spread in load.spreads]))
            np.add.at(local[k], bars, equivalent_spreads(start, end, w0, w1, L))
            upto = (np.clip(s[bars], start[:, None], end[:, None]) - start[:, None])[:, None, :]
            slope = ((w1 - w0) / np.maximum(end - start, 1e-12)[:, None])[:, :, None]
            passed = w0[:, :, None] * upto + slope * upto**2 / 2
            first = w0[:, :, None] * upto**2 / 2 + slope * upto**3 / 3
            np.add.at(force[k], bars, passed)
            np.add.at(arm[k], bars, passed * (s[bars] - start[:, None])[:, None, :] - first)
    return Prepared(local, nodal, s, force, arm)
