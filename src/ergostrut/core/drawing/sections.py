"""A section: what a plane cuts of a solid, and which solids stand before it."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from typing import Literal

import numpy as np
import shapely
from numpy.typing import NDArray
from shapely.geometry.base import BaseGeometry

from .axes import AXES
from .solids import Prism

Array = NDArray[np.float64]
NEAR = {"plan": 1.0, "side": -1.0, "rear": 1.0}
"""Sign of the axis a view looks along, towards whoever looks."""
LEVEL = 1e-6
FAR = 1e6


Flat = Literal["plan", "side", "rear"]
"""Views along an axis of the host."""
FLATS: tuple[Flat, ...] = ("plan", "side", "rear")


@dataclass(frozen=True, slots=True)
class Cut:
    """A ``view`` cut by the plane ``at`` mm along the axis that it looks along: what stands before that is taken away."""

    view: Flat
    at: float

    @property
    def depth(self) -> float:
        """How near the plane is to whoever looks."""
        return NEAR[self.view] * self.at


def cut_at(words: str) -> Cut | None:
    """A cut as “rear:1200”; None of none."""
    name, _, at = words.partition(":")
    return next((Cut(view, float(at)) for view in FLATS if view == name), None)


def cut_of(solid: Prism, view: str, at: float) -> BaseGeometry:
    """What the plane ``at`` mm along the axis a view looks along cuts of a solid, in that view; empty where it passes it."""
    u, v, look = AXES[view]
    a, run, plane = np.array(solid.a), np.array(solid.b) - solid.a, np.array([solid.y, solid.z])

    def points(loop: Array, t: Array) -> Array:
        found: Array = (a + loop @ plane + t[:, None] * run)[:, [u, v]]
        return found

    loops = [np.array(loop) for loop in solid.loops]
    if abs(run[look]) < LEVEL * max(float(np.linalg.norm(run)), LEVEL):
        return _along(loops, plane[:, look], at - a[look], points)
    turns = [(at - a[look] - loop @ plane[:, look]) / run[look] for loop in loops]
    if all(t.min() >= 0 and t.max() <= 1 for t in turns):
        outer, *holes = (points(loop, t) for loop, t in zip(loops, turns, strict=True))
        whole: BaseGeometry = shapely.Polygon(outer, holes)
        return whole if whole.is_valid else whole.buffer(0)
    # the plane comes out at an end: of the outline, as if it were convex
    loop, t = loops[0], turns[0]
    inside = (t >= 0) & (t <= 1)
    rows = [points(loop[inside], t[inside])]
    for end in (0.0, 1.0):
        after, later = np.roll(loop, -1, axis=0), np.roll(t, -1)
        crosses = (t - end) * (later - end) < 0
        share = (end - t[crosses]) / (later[crosses] - t[crosses])
        on = loop[crosses] + share[:, None] * (after[crosses] - loop[crosses])
        rows.append(points(on, np.full(len(on), end)))
    met = np.concatenate(rows)
    hull: BaseGeometry = shapely.MultiPoint(met).convex_hull if len(met) > 2 else shapely.Polygon()
    return hull


def _along(loops: list[Array], across: Array, off: float, points: Callable[[Array, Array], Array]) -> BaseGeometry:
    """What a plane along a solid's run cuts: a strip for every stretch of the outline that it crosses, ``off`` from its axis."""
    size = float(across @ across)
    if size < LEVEL:
        return shapely.Polygon()
    foot, way = across * off / size, np.array([-across[1], across[0]]) / np.sqrt(size)
    outline = shapely.Polygon(loops[0], loops[1:])
    line = shapely.LineString([foot - FAR * way, foot + FAR * way])
    met = (outline if outline.is_valid else outline.buffer(0)).intersection(line)
    strips = []
    for part in getattr(met, "geoms", (met,)):
        ends = shapely.get_coordinates(part)
        if len(ends) >= 2:
            one, two = ends[:1], ends[-1:]
            zero, whole = np.zeros(1), np.ones(1)
            corners = [points(one, zero), points(two, zero), points(two, whole), points(one, whole)]
            strips.append(shapely.Polygon(np.concatenate(corners)))
    return shapely.unary_union(strips) if strips else shapely.Polygon()
