"""Wind on a box that stands in the open: on the larger of its two sides, whichever the air comes from, and up under its top."""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np

from ...cases import LIFT, PRESSURE, WIND
from ...mechanics.boxes.mesh import Meshed
from ...mechanics.solver.model import Array, LoadCase
from ...structure.assembly import Assembly
from ...structure.context import Context
from ...structure.panel import Panel

FLUSH = 5.0
"""mm within which panels form one side, or one top."""


def blown(context: Context, build: Assembly) -> bool:
    """Whether wind blows on a build: it stands on another out of doors."""
    return bool(build.on) and not context.host.roofed


def side_of(panels: Sequence[Panel], axis: int, sign: int) -> list[Panel]:
    """The panels that close a box along an axis, towards a sign; none where that side is open."""
    mine = [panel for panel in panels if panel.across == axis]
    if not mine:
        return []
    far = max(sign * panel.middle[axis] for panel in mine)
    return [panel for panel in mine if sign * panel.middle[axis] > far - FLUSH]


def wind_loads(mesh: Meshed, panels: Sequence[Panel]) -> dict[str, LoadCase]:
    """1 kPa by act: from the left, from the right, and up under the top."""
    sides = max((side_of(panels, 1, sign) for sign in (-1, 1)), key=lambda rows: sum(panel.cut[0] * panel.cut[1] for panel in rows))
    found = {side: _pressed(mesh, sides, (0.0, 1.0 if side == "left" else -1.0, 0.0), f"wind from the {side}") for side in WIND}
    return {**found, LIFT: _pressed(mesh, side_of(panels, 2, 1), (0.0, 0.0, 1.0), "wind lifts the top")}


def _pressed(mesh: Meshed, panels: Sequence[Panel], way: tuple[float, float, float], words: str) -> LoadCase:
    area: Array = np.zeros(len(mesh.nodes))
    which = [mesh.sheets.names.index(panel.id) for panel in panels]
    quads = mesh.sheets.quads[np.isin(mesh.sheets.which, which)]
    corner = mesh.nodes[quads]
    each = np.linalg.norm(np.cross(corner[:, 2] - corner[:, 0], corner[:, 3] - corner[:, 1]), axis=1) / 2
    np.add.at(area, quads, (each / 4)[:, None])
    rows = []
    for node in np.flatnonzero(area).tolist():
        x, y, z = (float(PRESSURE * area[node] * part) for part in way)
        rows.append((node, (x, y, z, 0.0, 0.0, 0.0)))
    return LoadCase(words, nodal=tuple(rows))
