"""What a panel looks like from a side, and what room it takes, whether it lies along the axes or not."""

from __future__ import annotations

import numpy as np
import shapely
from numpy.typing import NDArray
from shapely.geometry.polygon import orient

from ...mechanics.space.rects import without
from .panel import Panel, Point2
from .parts import Point3

Array = NDArray[np.float64]
STRIPS = 8


def within(panel: Panel, hole: tuple[float, float, float, float]) -> bool:
    """Whether an opening lies within its outline, a thickness off its edges."""
    return bool(shapely.Polygon(panel.rim).buffer(-panel.sheet.t).contains(shapely.box(*hole)))


def rings(panel: Panel) -> list[tuple[tuple[Point2, ...], ...]]:
    """Of every board, or of the sheet, what its openings leave in its own plane: of each part the outline, then its holes the other way round."""
    found = []
    holes = shapely.unary_union([shapely.box(*hole) for hole in panel.holes])
    wholes = [shapely.Polygon(panel.rim)] if not panel.laid.boards else [shapely.box(*strip) for strip in panel.strips]
    for whole in wholes:
        left = whole.difference(holes)
        for part in getattr(left, "geoms", (left,)):
            if isinstance(part, shapely.Polygon) and not part.is_empty:
                loops = orient(part)
                found.append(tuple(tuple((float(x), float(y)) for x, y in ring.coords[:-1]) for ring in (loops.exterior, *loops.interiors)))
    return found


def seen(corners: Array, u: int, v: int) -> tuple[Point2, ...]:
    """Outline of corners (n, 3) on the plane of two axes."""
    hull = shapely.MultiPoint(corners[:, [u, v]]).convex_hull
    return tuple((float(x), float(y)) for x, y in shapely.get_coordinates(hull)[:-1])


def _pierced(panel: Panel) -> list[tuple[Point3, Point3]]:
    """A panel along the axes without its openings and notches, as boxes."""
    i, j = (axis for axis in range(3) if axis != panel.across)
    rows = without((panel.lo[i], panel.lo[j], panel.hi[i], panel.hi[j]), [(lo[i], lo[j], hi[i], hi[j]) for lo, hi in panel.openings])
    found = []
    for a0, b0, a1, b1 in rows:
        low, high = list(panel.lo), list(panel.hi)
        low[i], low[j], high[i], high[j] = a0, b0, a1, b1
        found.append(((low[0], low[1], low[2]), (high[0], high[1], high[2])))
    return found


def room_of(panel: Panel) -> list[tuple[Point3, Point3]]:
    """Boxes along the axes that hold all of it: itself, or one every strip of its height where it leans or its sides do."""
    if panel.along_axes:
        return _pierced(panel)
    rim, half = panel.placed(np.array(panel.rim)), np.abs(panel.normal) * panel.sheet.t / 2
    found = []
    low, high = float(rim[:, 2].min()), float(rim[:, 2].max())
    for a, b in zip(*(np.linspace(low, high, STRIPS + 1)[i : i + STRIPS] for i in (0, 1)), strict=True):
        at = [rim[(rim[:, 2] >= a - 1e-6) & (rim[:, 2] <= b + 1e-6)]]
        for p, q in zip(rim, np.roll(rim, -1, axis=0), strict=True):
            at += [(p + (z - p[2]) / (q[2] - p[2]) * (q - p))[None] for z in (a, b) if (p[2] - z) * (q[2] - z) < 0]
        places = np.concatenate(at)
        lo, hi = places.min(axis=0) - half, places.max(axis=0) + half
        found.append(((float(lo[0]), float(lo[1]), float(lo[2])), (float(hi[0]), float(hi[1]), float(hi[2]))))
    return found
