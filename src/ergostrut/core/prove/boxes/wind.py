"""Wind on a box that stands in the open: on the larger of its two sides, whichever the air comes from, and up under its top."""

from __future__ import annotations

import math
from collections.abc import Sequence

import numpy as np

from ...cases import LIFT, PRESSURE, WIND
from ...mechanics.boxes.mesh import Meshed
from ...mechanics.solver.model import Array, LoadCase
from ...structure.assembly import Assembly
from ...structure.context import Context
from ...structure.host import COVER, SIDE_HEIGHT
from ...structure.panel import Panel

FLUSH = 5.0
"""mm within which panels form one side, or one top."""


def sheltered(context: Context, build: Assembly) -> float | None:
    """z up to which the sides of an open bed keep the wind off a build: none on a deck, all of it where that depth is not measured; None: no
    wind blows on it, under a roof or a cover, or because it ends below that."""
    host = context.host
    if host.roofed or host.mm(COVER) is not None:
        return None
    low = -math.inf if build.on else host.mm(SIDE_HEIGHT) or 0.0
    return low if max((panel.hi[2] for panel in build.shells), default=low) > low + FLUSH else None


def side_of(panels: Sequence[Panel], axis: int, sign: int) -> list[Panel]:
    """The panels that close a box along an axis, towards a sign; none where that side is open."""
    mine = [panel for panel in panels if panel.across == axis]
    if not mine:
        return []
    far = max(sign * panel.middle[axis] for panel in mine)
    return [panel for panel in mine if sign * panel.middle[axis] > far - FLUSH]


def wind_loads(mesh: Meshed, panels: Sequence[Panel], low: float) -> dict[str, LoadCase]:
    """1 kPa by act on what is higher than ``low``: from the left, from the right, and up under the top."""
    sides = max((side_of(panels, 1, sign) for sign in (-1, 1)), key=lambda rows: sum(panel.cut[0] * panel.cut[1] for panel in rows))
    found = {side: _pressed(mesh, sides, low, (0.0, 1.0 if side == "left" else -1.0, 0.0), f"wind from the {side}") for side in WIND}
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
