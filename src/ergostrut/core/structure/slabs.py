"""A panel's shape in space, whether it lies along the axes or not: its corners, its plane, what it looks like from a side, what room it takes."""

from __future__ import annotations

import numpy as np
import shapely
from numpy.typing import NDArray
from shapely.geometry.polygon import orient

from ..mechanics.space.rects import without
from .parts import PanelPart, Point3, Slab

Array = NDArray[np.float64]
STRIPS = 8


def rim_of(slab: Slab) -> Array:
    """(n, 3) corners of its middle plane, in order round it."""
    if slab.rim:
        return np.array(slab.rim)
    k = slab.across
    i, j = (k + 1) % 3, (k + 2) % 3
    rim = np.tile(np.array(slab.middle), (4, 1))
    rim[:, i] = slab.lo[i], slab.hi[i], slab.hi[i], slab.lo[i]
    rim[:, j] = slab.lo[j], slab.lo[j], slab.hi[j], slab.hi[j]
    return rim


def normal_of(slab: Slab) -> Array:
    """Unit vector across it, towards the greater side of the axis it is thin along."""
    rim = rim_of(slab)
    n: Array = np.cross(rim, np.roll(rim, -1, axis=0)).sum(axis=0)
    n = n / np.linalg.norm(n)
    return n if n[slab.across] > 0 else -n


def holes_of(slab: Slab) -> list[Array]:
    """(4, 3) rims of its openings on its middle plane, as far along the other two axes as they are said."""
    k, n, rim = slab.across, normal_of(slab), rim_of(slab)
    i, j = (k + 1) % 3, (k + 2) % 3
    found = []
    for lo, hi in slab.cutouts:
        hole = np.zeros((4, 3))
        hole[:, i] = lo[i], hi[i], hi[i], lo[i]
        hole[:, j] = lo[j], lo[j], hi[j], hi[j]
        hole[:, k] = (n @ rim[0] - hole[:, i] * n[i] - hole[:, j] * n[j]) / n[k]
        found.append(hole)
    return found


def corners_of(slab: Slab) -> Array:
    """(2 n, 3) corners of both faces."""
    rim, half = rim_of(slab), normal_of(slab) * slab.sheet.t / 2
    return np.concatenate([rim - half, rim + half])


def within(slab: Slab, hole: Array) -> bool:
    """Whether an opening's rim lies within its outline, a thickness off its edges."""
    axes = [axis for axis in range(3) if axis != slab.across]
    return bool(shapely.Polygon(rim_of(slab)[:, axes]).buffer(-slab.sheet.t).contains(shapely.Polygon(hole[:, axes])))


def seen(slab: Slab, u: int, v: int) -> tuple[tuple[float, float], ...]:
    """Its outline on the plane of two axes."""
    hull = shapely.MultiPoint(corners_of(slab)[:, [u, v]]).convex_hull
    return tuple((float(x), float(y)) for x, y in shapely.get_coordinates(hull)[:-1])


def _pierced(slab: Slab) -> list[tuple[Point3, Point3]]:
    """A slab along the axes without its openings and notches, as boxes."""
    i, j = (axis for axis in range(3) if axis != slab.across)
    rows = without((slab.lo[i], slab.lo[j], slab.hi[i], slab.hi[j]), [(lo[i], lo[j], hi[i], hi[j]) for lo, hi in slab.cutouts])
    found = []
    for a0, b0, a1, b1 in rows:
        low, high = list(slab.lo), list(slab.hi)
        low[i], low[j], high[i], high[j] = a0, b0, a1, b1
        found.append(((low[0], low[1], low[2]), (high[0], high[1], high[2])))
    return found


def room_of(slab: Slab) -> list[tuple[Point3, Point3]]:
    """Boxes along the axes that hold all of it: itself, or one every strip of its height where it leans or its sides do."""
    if not slab.rim:
        return _pierced(slab)
    rim, half = rim_of(slab), np.abs(normal_of(slab)) * slab.sheet.t / 2
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


def rings_of(panel: PanelPart) -> list[tuple[tuple[float, float], ...]]:
    """Outline of every board, or of the sheet, from above, with its notches: x, y of its corners. One that a notch parts gives several, openings
    within it are left closed."""
    found = []
    for x, y, lx, ly in panel.rects:
        whole = shapely.box(x, y, x + lx, y + ly).difference(shapely.unary_union([shapely.box(*notch) for notch in panel.notches]))
        parts = [part for part in getattr(whole, "geoms", (whole,)) if isinstance(part, shapely.Polygon)]
        found += [tuple((float(u), float(v)) for u, v in orient(part).exterior.coords[:-1]) for part in parts]
    return found
