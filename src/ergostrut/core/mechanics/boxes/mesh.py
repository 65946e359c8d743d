"""Rectangular panels along the host's axes, cut into elements so that panels that meet have nodes at the same places.

Every panel has nodes of its own: what joins two panels stands between them (``seams``).
"""

from __future__ import annotations

import itertools
import math
from collections.abc import Mapping, Sequence
from dataclasses import dataclass

import numpy as np
from scipy.spatial import cKDTree

from ..shells.section import Array, ShellSection
from ..shells.sheets import Index, Sheets, ShellError

SAME = 0.5
"""mm: places nearer than this are one."""
Axis = int
Vec = tuple[float, float, float]


@dataclass(frozen=True, slots=True)
class Flat:
    """A panel in its middle plane: the corner nearest the origin, ``size`` mm along the axes, nothing along the one it lies across; ``grain``
    the axis of its section's direction 1; ``holes`` as (corner, size) in the same plane."""

    id: str
    corner: Vec
    size: Vec
    section: ShellSection
    grain: Axis
    holes: tuple[tuple[Vec, Vec], ...] = ()

    @property
    def across(self) -> Axis:
        return min(range(3), key=lambda i: self.size[i])

    @property
    def lies(self) -> tuple[Axis, Axis]:
        """Both axes it lies along, so that the third is x cross y of them."""
        return (self.across + 1) % 3, (self.across + 2) % 3

    @property
    def normal(self) -> Vec:
        x, y, z = (1.0 if i == self.across else 0.0 for i in range(3))
        return x, y, z


@dataclass(frozen=True)
class Seam:
    """Nodes of two panels at the same places along a line: ``pairs`` (n, 2), ``lengths`` (n,) mm of the line that are each one's; unit
    vectors ``along`` it and ``out`` of the first panel's plane."""

    first: str
    second: str
    pairs: Index
    lengths: Array
    along: Vec
    out: Vec


@dataclass(frozen=True)
class Meshed:
    nodes: Array
    sheets: Sheets
    of: dict[str, Index]
    """Nodes of every panel."""

    def near(self, panel: str, place: Vec) -> int:
        """The node of a panel nearest to a place."""
        mine = self.of[panel]
        return int(mine[int(np.argmin(np.linalg.norm(self.nodes[mine] - np.array(place), axis=1)))])


def _breaks(flats: Sequence[Flat], stops: Sequence[Vec], step: float, near: float) -> list[Array]:
    """Along every axis, where elements end: wherever a panel begins or ends, where a hole does, at every stop, and no farther apart than
    ``step``. Holes' ends and stops nearer than ``near`` to another line go with that: no slivers."""
    found = []
    for axis in range(3):
        edges = [flat.corner[axis] + part for flat in flats for part in (0.0, flat.size[axis])]
        holes = [corner[axis] + part for flat in flats for corner, size in flat.holes for part in (0.0, size[axis])]
        kept = np.empty(0)
        for places, apart in ((edges, SAME), (holes, max(near, SAME)), ([place[axis] for place in stops], max(near, SAME))):
            for x in sorted(set(places)):
                if not len(kept) or float(np.abs(kept - x).min()) > apart:
                    kept = np.append(kept, x)
        kept.sort()
        cut = [float(kept[0])]
        for a, b in itertools.pairwise(kept.tolist()):
            cut += np.linspace(a, b, max(math.ceil((b - a) / step - 1e-9), 1) + 1)[1:].tolist()
        found.append(np.array(cut))
    return found


def meshed(flats: Sequence[Flat], step: float, stops: Sequence[Vec] = (), near: float = 0.0) -> Meshed:
    """Nodes and elements of all panels, none longer than ``step`` mm; a node at every one of ``stops`` that lies on a panel, or within
    ``near`` mm of it.

    Raises:
        ShellError: a panel without area, two of one name, or nothing left between its holes.
    """
    if len({flat.id for flat in flats}) != len(flats):
        raise ShellError("two panels have the same name")
    breaks = _breaks(flats, stops, step, near)
    nodes: list[Array] = []
    quads: list[Index] = []
    of: dict[str, Index] = {}
    count = 0
    for flat in flats:
        a, b = flat.lies
        if min(flat.size[a], flat.size[b]) < SAME:
            raise ShellError(f"{flat.id} has no area")
        lines = [breaks[i][(breaks[i] > flat.corner[i] - SAME) & (breaks[i] < flat.corner[i] + flat.size[i] + SAME)] for i in (a, b)]
        n, m = len(lines[0]), len(lines[1])
        i, j = (grid.ravel() for grid in np.meshgrid(np.arange(n - 1), np.arange(m - 1), indexing="ij"))
        cells = np.stack([i * m + j, (i + 1) * m + j, (i + 1) * m + j + 1, i * m + j + 1], axis=1)
        middle = [(lines[0][i] + lines[0][i + 1]) / 2, (lines[1][j] + lines[1][j + 1]) / 2]
        open_ = np.zeros(len(cells), dtype=bool)
        for corner, size in flat.holes:
            inside = [(middle[k] > corner[axis]) & (middle[k] < corner[axis] + size[axis]) for k, axis in enumerate((a, b))]
            open_ |= inside[0] & inside[1]
        cells = cells[~open_]
        if not len(cells):
            raise ShellError(f"nothing is left of {flat.id} between its holes")
        used = np.unique(cells)
        place = np.full(n * m, -1)
        place[used] = np.arange(len(used)) + count
        at = np.zeros((n * m, 3))
        at[:, flat.across] = flat.corner[flat.across] + flat.size[flat.across] / 2
        at[:, a], at[:, b] = np.repeat(lines[0], m), np.tile(lines[1], n)
        nodes.append(at[used])
        quads.append(place[cells])
        of[flat.id] = place[used]
        count += len(used)
    panel = np.repeat(np.arange(len(flats)), [len(cells) for cells in quads])
    along = np.eye(3)[[flat.grain for flat in flats]][panel]
    sheets = Sheets(np.concatenate(quads), along, panel, tuple(flat.section for flat in flats), tuple(flat.id for flat in flats), panel)
    return Meshed(np.concatenate(nodes), sheets, of)


def seams(flats: Sequence[Flat], mesh: Meshed, normals: Mapping[str, Vec] | None = None) -> list[Seam]:
    """Where two panels meet along a line: an edge on an edge, or on the other's face. ``normals``: of panels that are not among ``flats``."""
    found = []
    across = {flat.id: flat.normal for flat in flats} | dict(normals or {})
    sides: dict[int, set[int]] = {}
    for quad in mesh.sheets.quads.tolist():
        for k in range(4):
            sides.setdefault(quad[k], set()).add(quad[(k + 1) % 4])
            sides.setdefault(quad[(k + 1) % 4], set()).add(quad[k])
    trees = {name: cKDTree(mesh.nodes[nodes]) for name, nodes in mesh.of.items()}
    for one, other in itertools.combinations(across, 2):
        line = np.cross(across[one], across[other])
        size = float(np.linalg.norm(line))
        if size < 1e-6:
            continue
        line /= size
        far, at = (np.asarray(found) for found in trees[other].query(mesh.nodes[mesh.of[one]], distance_upper_bound=SAME))
        pairs = [(int(mesh.of[one][n]), int(mesh.of[other][at[n]])) for n in np.flatnonzero(np.isfinite(far))]
        if len(pairs) < 2:
            continue
        table = np.array(sorted(pairs, key=lambda pair: float(mesh.nodes[pair[0]] @ line)))
        gaps = np.diff(mesh.nodes[table[:, 0]] @ line)
        # where either panel is cut away along the line nothing joins them
        gaps *= [all(_joined(sides, p, q) for p, q in zip(a, b, strict=True)) for a, b in itertools.pairwise(table.tolist())]
        lengths = np.concatenate([[0.0], gaps]) / 2 + np.concatenate([gaps, [0.0]]) / 2
        table, lengths = table[lengths > 0], lengths[lengths > 0]
        if len(table) < 2:
            continue
        x, y, z = (float(v) for v in line)
        found.append(Seam(one, other, table, lengths, (x, y, z), across[one]))
    return found


def _joined(sides: Mapping[int, set[int]], a: int, b: int) -> bool:
    """Whether two nodes are ends of one side, or of two in a row."""
    return b in sides.get(a, ()) or bool(sides.get(a, set()) & sides.get(b, set()))
