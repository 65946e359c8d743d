"""Wind on a box that stands in the open: on the larger of two sides, or two ends, whichever the air comes from, and up under its top."""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np

from ...cases import LIFT, PRESSURE, WIND
from ...mechanics.boxes.mesh import Meshed
from ...mechanics.solver.model import Array, LoadCase
from ...structure.nouns.panel import Panel
from ..model.outdoors import facing, side_of


def wind_loads(mesh: Meshed, panels: Sequence[Panel], low: float) -> dict[str, LoadCase]:
    """1 kPa by act on what is higher than ``low``: from either side, from ahead and behind, and up under the top."""
    found = {side: _pressed(mesh, facing(panels, x), low, (x, y, 0.0), f"wind {words}") for side, (words, x, y) in WIND.items()}
    return {**found, LIFT: _pressed(mesh, side_of(panels, 2, 1), low, (0.0, 0.0, 1.0), "wind lifts the top")}


def _pressed(mesh: Meshed, panels: Sequence[Panel], low: float, way: tuple[float, float, float], words: str) -> LoadCase:
    area: Array = np.zeros(len(mesh.nodes))
    which = [mesh.sheets.names.index(panel.id) for panel in panels]
    quads = mesh.sheets.quads[np.isin(mesh.sheets.which, which)]
    corner = mesh.nodes[quads]
    each = np.linalg.norm(np.cross(corner[:, 2] - corner[:, 0], corner[:, 3] - corner[:, 1]), axis=1) / 2
    z0, z1 = corner[:, :, 2].min(axis=1), corner[:, :, 2].max(axis=1)
    each = each * np.clip((z1 - low + 1e-9) / (z1 - z0 + 1e-9), 0.0, 1.0)
    np.add.at(area, quads, (each / 4)[:, None])
    rows = []
    for node in np.flatnonzero(area).tolist():
        x, y, z = (float(PRESSURE * area[node] * part) for part in way)
        rows.append((node, (x, y, z, 0.0, 0.0, 0.0)))
    return LoadCase(words, nodal=tuple(rows))
