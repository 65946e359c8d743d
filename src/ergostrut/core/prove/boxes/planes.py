"""Panels as they are solved: in their middle planes, drawn out to those they meet."""

from __future__ import annotations

from collections.abc import Iterator, Sequence

import numpy as np

from ...mechanics.boxes.mesh import SAME, Flat
from ...mechanics.boxes.outlines import Outline
from ...mechanics.solver.model import Array
from ...structure.nouns.panel import Panel
from .stiff import section

REACH = 1.1
"""Thicknesses within which an edge meets a middle plane: half of one, and a groove or a rabbet."""


def flat_of(panel: Panel) -> Flat:
    """A panel along the axes in its middle plane, as it is cut."""
    lo, size, k = list(panel.lo), list(panel.size), panel.across
    lo[k] += size[k] / 2
    size[k] = 0.0
    holes = []
    for a, b in panel.openings:
        corner, wide = list(a), [b[i] - a[i] for i in range(3)]
        corner[k], wide[k] = lo[k], 0.0
        holes.append(((corner[0], corner[1], corner[2]), (wide[0], wide[1], wide[2])))
    return Flat(panel.id, (lo[0], lo[1], lo[2]), (size[0], size[1], size[2]), section(panel.plate), panel.grain_axis, tuple(holes))


def drawn_out(panels: Sequence[Panel]) -> tuple[list[Flat], list[Outline]]:
    """Middle planes of panels along the axes and of others, drawn out to those they meet: half a thickness is bridged at every edge. A
    notch is drawn out with its edge."""
    far = REACH * max(panel.sheet.t for panel in panels)
    planes = [(panel.id, panel.normal, float(panel.normal @ panel.outline[0])) for panel in panels]
    flats = [_flat(panel, [plane for plane in planes if plane[0] != panel.id], far) for panel in panels if panel.along_axes]
    outlines = [_outline(panel, [plane for plane in planes if plane[0] != panel.id], far) for panel in panels if not panel.along_axes]
    return flats, outlines


Plane = tuple[str, Array, float]


def _ends(panel: Panel, axis: int, planes: Sequence[Plane]) -> Iterator[float]:
    """Where others' planes cross a panel along the axes, along one of them."""
    k = panel.across
    other = 3 - k - axis
    for _, n, d in planes:
        if abs(n[other]) < 1e-6 and abs(n[axis]) > 0.5:
            yield float((d - n[k] * panel.middle[k]) / n[axis])


def _flat(panel: Panel, planes: Sequence[Plane], far: float) -> Flat:
    flat = flat_of(panel)
    corner, size, holes = list(flat.corner), list(flat.size), [(list(a), list(b)) for a, b in flat.holes]
    for axis in (i for i in range(3) if i != panel.across):
        low, high = flat.corner[axis], flat.corner[axis] + flat.size[axis]
        met = list(_ends(panel, axis, planes))
        to = [min((p for p in met if abs(p - end) < far), key=lambda p: abs(p - end), default=end) for end in (low, high)]
        corner[axis], size[axis] = to[0], to[1] - to[0]
        for at, wide in holes:
            ends = at[axis], at[axis] + wide[axis]
            a, b = (new if abs(v - own) <= SAME else v for v, own, new in zip(ends, (low, high), to, strict=True))
            at[axis], wide[axis] = a, b - a
    cut = tuple(((a[0], a[1], a[2]), (b[0], b[1], b[2])) for a, b in holes)
    return Flat(flat.id, (corner[0], corner[1], corner[2]), (size[0], size[1], size[2]), flat.section, flat.grain, cut)


def _outline(panel: Panel, planes: Sequence[Plane], far: float) -> Outline:
    rim, n = panel.outline, panel.normal
    places, ways = [], []
    for a, b in zip(rim, np.roll(rim, -1, axis=0), strict=True):
        way = (b - a) / np.linalg.norm(b - a)
        aside = np.cross(n, way)
        shifts = [
            -(m @ a - d) / (m @ aside)
            for _, m, d in planes
            if abs(m @ aside) > 0.3 and abs(m @ way) < 1e-6
        ]  # fmt: skip
        near = min((s for s in shifts if abs(s) < far), key=abs, default=0.0)
        places.append(a + near * aside)
        ways.append(way)
    corners = []
    for i in range(len(rim)):
        p, q, v, w = places[i - 1], places[i], ways[i - 1], ways[i]
        side = np.cross(n, w)
        corners.append(p + ((q - p) @ side) / (v @ side) * v)
    return Outline(panel.id, np.array(corners), section(panel.plate), panel.grain_axis, panel.hole_rims)
