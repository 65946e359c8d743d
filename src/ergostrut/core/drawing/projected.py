"""Solids as one sees them along an axis, with what stands nearer in front: hidden edges are left out.

A panel seen flat on is drawn as on tracing paper, its outline alone: it hides nothing, for what lies under a deck or behind a wall is what a
builder looks for.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass, replace
from functools import cached_property

import numpy as np
import shapely
from numpy.typing import NDArray
from shapely.geometry.base import BaseGeometry

from ..primitives import Path, Point2
from .axes import AXES
from .sections import NEAR, Cut, cut_of
from .solids import Prism

Array = NDArray[np.float64]
FLAT = 0.98
"""Cosine of what a panel may be turned off the view and still be seen flat on."""
ALONG = 1 - 1e-9
EPS, LEAST = 0.5, 4.0
"""mm by which what hides stands nearer; mm2 under which a scrap of a shape is not drawn."""


@dataclass(frozen=True)
class Seen:
    """A solid in a view: its whole shape there, and how far it is from and to whoever looks. ``clear``: it hides nothing."""

    solid: Prism
    shape: BaseGeometry
    far: float
    near: float
    clear: bool = False

    @cached_property
    def bounds(self) -> tuple[float, float, float, float]:
        x0, y0, x1, y1 = self.shape.bounds
        return x0, y0, x1, y1

    @cached_property
    def square(self) -> bool:
        return along_axes(self.solid)

    @cached_property
    def upright(self) -> bool:
        """Whether it is a rectangle along the view's axes, as most are."""
        x0, y0, x1, y1 = self.bounds
        return bool(self.shape.area > (x1 - x0) * (y1 - y0) - LEAST)


def silhouette(solid: Prism, view: str) -> BaseGeometry:
    """What a solid covers in a view, its section with its hollow where one looks along it."""
    u, v, look = AXES[view]
    a, b, plane = np.array(solid.a), np.array(solid.b), np.array([solid.y, solid.z])
    run = (b - a) / max(float(np.linalg.norm(b - a)), 1e-9)
    axes = plane[:, [u, v]]
    if abs(run[look]) > FLAT:
        outer, *holes = (np.array(loop) @ axes + a[[u, v]] for loop in solid.loops)
        found: BaseGeometry = shapely.Polygon(outer, holes)
        return found if found.is_valid else found.buffer(0)
    rim = np.array(solid.loops[0]) @ axes
    corners = np.concatenate([rim + a[[u, v]], rim + b[[u, v]]])
    return shapely.box(*corners.min(axis=0), *corners.max(axis=0)) if along_axes(solid) else shapely.MultiPoint(corners).convex_hull


def along_axes(solid: Prism) -> bool:
    """Whether it lies along the host's axes."""
    (ax, ay, az), (bx, by, bz) = solid.a, solid.b
    run = (abs(bx - ax), abs(by - ay), abs(bz - az))
    return max(run) > ALONG * math.hypot(*run) and max(map(abs, solid.y)) > ALONG


def nearest(solid: Prism, view: str, at: Point2) -> float:
    """How near a solid comes to whoever looks, on the line of sight through a place of the view (taken as if its section were convex)."""
    u, v, look = AXES[view]
    a, b = np.array(solid.a), np.array(solid.b)
    length = float(np.linalg.norm(b - a))
    own = np.array([(b - a) / length, solid.y, solid.z])
    start = np.zeros(3)
    start[u], start[v] = at
    sight = np.zeros(3)
    sight[look] = NEAR[view]
    p, d = own @ (start - a), own @ sight
    hull = shapely.get_coordinates(shapely.MultiPoint(np.array(solid.loops[0])).convex_hull)
    # half-planes n . (y, z) <= c of the section, then the two ends
    edges = np.diff(hull, axis=0)
    normals = np.column_stack([edges[:, 1], -edges[:, 0]])
    middle = hull[:-1].mean(axis=0)
    normals *= np.sign(np.einsum("ij,ij->i", normals, hull[:-1] - middle))[:, None]
    rows = np.concatenate([np.column_stack([np.zeros(len(normals)), normals]), [[1.0, 0.0, 0.0], [-1.0, 0.0, 0.0]]])
    limits = np.concatenate([np.einsum("ij,ij->i", normals, hull[:-1]), [length, 0.0]])
    room, slope = limits - rows @ p, rows @ d
    ahead = slope > 1e-9
    return float(np.min(room[ahead] / slope[ahead], initial=np.inf))


def _flat_on(solid: Prism, view: str) -> bool:
    run = np.array(solid.b) - np.array(solid.a)
    return bool(abs(run[AXES[view][2]]) > FLAT * np.linalg.norm(run))


def seen(view: str, bars: Sequence[tuple[Prism, BaseGeometry | None]], sheets: Sequence[Prism], cut: Cut | None = None) -> list[Path]:
    """Outlines of bars (with a shape of their own where their ends are not square) and sheets, far ones first, without what nearer ones hide; of
    a view that is ``cut``, what lies behind the plane, and over that what it cuts."""
    if cut is not None and cut.view != view:
        cut = None
    rows = [Seen(solid, shape if shape is not None else silhouette(solid, view), *_reach(solid, view)) for solid, shape in bars]
    rows += [Seen(solid, silhouette(solid, view), *_reach(solid, view), _flat_on(solid, view)) for solid in sheets]
    through = [row for row in rows if cut is not None and row.far < cut.depth < row.near]
    rows = [row for row in rows if cut is None or row.far < cut.depth - EPS]
    opaque = [row for row in rows if not row.clear]
    tree = shapely.STRtree([row.shape for row in opaque])
    found = list[tuple[float, int, Path]]()
    for i, row in enumerate(rows):
        left, at = row.shape, _order(row)
        if not row.clear:
            for j in tree.query(row.shape, predicate="intersects"):
                other = opaque[int(j)]
                if other is not row and _hides(other, row, view):
                    left = left.difference(other.shape)
        found += [(at, i, path) for path in _paths(row, left)]
    found.sort(key=lambda one: (one[0], one[1]))
    faces = [
        replace(path, role="cut")
        for row in through
        if cut is not None
        for path in _paths(replace(row, clear=False), cut_of(row.solid, view, cut.at))
    ]
    return [*(path for _, _, path in found), *faces]


def _reach(solid: Prism, view: str) -> tuple[float, float]:
    look = AXES[view][2]
    round_it = np.array(solid.loops[0]) @ np.array([solid.y[look], solid.z[look]])
    rows = NEAR[view] * np.concatenate([round_it + solid.a[look], round_it + solid.b[look]])
    return float(rows.min()), float(rows.max())


def _order(row: Seen) -> float:
    """Far ones first, tracing paper over everything."""
    return (row.far + row.near) / 2 + (1e6 if row.clear else 0.0)


def _hides(other: Seen, row: Seen, view: str) -> bool:
    """Whether one stands nearer where both are."""
    if other.near <= row.far + EPS:
        return False
    (a0, b0, a1, b1), (c0, d0, c1, d1) = other.bounds, row.bounds
    lo, hi = (max(a0, c0), max(b0, d0)), (min(a1, c1), min(b1, d1))
    if hi[0] <= lo[0] or hi[1] <= lo[1] or (hi[0] - lo[0]) * (hi[1] - lo[1]) < LEAST:
        return False
    plain, wholly = other.upright and row.upright, other.far >= row.near - EPS
    if plain and wholly:
        return True
    both = shapely.box(*lo, *hi) if plain else other.shape.intersection(row.shape)
    if both.area < LEAST:
        return False
    if wholly:
        return True
    at = both.representative_point()
    here = (at.x, at.y)
    return _near(other, view, here) > _near(row, view, here) + EPS


def _near(row: Seen, view: str, at: Point2) -> float:
    """``nearest``; of what lies along the host's axes the same everywhere."""
    return row.near if row.square else nearest(row.solid, view, at)


def _paths(row: Seen, left: BaseGeometry) -> list[Path]:
    solid, found = row.solid, list[Path]()
    for part in getattr(left, "geoms", (left,)):
        if isinstance(part, shapely.Polygon) and part.area >= LEAST:
            rim, *holes = (tuple((float(x), float(y)) for x, y in ring.coords[:-1]) for ring in (part.exterior, *part.interiors))
            path = Path(rim, solid.role, True, solid.part, solid.title, solid.state, tuple(holes))
            found.append(replace(path, role="swept") if row.clear else path)
    return found
