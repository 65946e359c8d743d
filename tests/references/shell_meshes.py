"""Small meshes of panels for checking the shell element."""

from __future__ import annotations

from collections.abc import Callable, Sequence

import numpy as np

from ergostrut.core.mechanics.shells.section import Array, ShellSection
from ergostrut.core.mechanics.shells.sheets import Sheets
from ergostrut.core.mechanics.solver.model import CaseResult, FrameModel, LoadCase
from ergostrut.core.mechanics.solver.solve import Frame

ALL = range(6)
Map = Callable[[float, float], tuple[float, float, float]]


def grid(n: int, m: int, at: Map) -> tuple[Array, np.ndarray]:
    """Nodes and quads of ``n`` by ``m`` elements over the unit square, laid out by ``at``."""
    nodes = np.array([at(i / n, j / m) for j in range(m + 1) for i in range(n + 1)], dtype=float)
    row = n + 1
    quads = [(j * row + i, j * row + i + 1, (j + 1) * row + i + 1, (j + 1) * row + i) for j in range(m) for i in range(n)]
    return nodes, np.array(quads)


def of(quads: np.ndarray, section: ShellSection, along: Sequence[float] = (1.0, 0.0, 0.0)) -> Sheets:
    """Every element of one section, its axis 1 along a direction."""
    return Sheets(quads, np.tile(np.array(along, dtype=float), (len(quads), 1)), np.zeros(len(quads), dtype=int), (section,))


def solved(nodes: Array, sheets: Sheets, fixed: Sequence[tuple[int, int]], forces: Array) -> tuple[Frame, CaseResult]:
    """One case of nodal ``forces`` (n, 6)."""
    nodal = tuple((int(i), tuple(forces[i].tolist())) for i in np.flatnonzero(np.abs(forces).any(axis=1)))
    frame = Frame(FrameModel(nodes, (), tuple(fixed), sheets=sheets), [LoadCase("load", nodal=nodal)])
    return frame, frame.solve("load", np.array([1.0]))
