"""A panel as it is cut: its outline and its openings from the near left corner of the rectangle it comes from, length to the right. mm."""

from __future__ import annotations

from dataclasses import dataclass

import shapely
from shapely.geometry.base import BaseGeometry

from ..mechanics.space.rects import Rect
from ..structure.context import Context
from ..structure.nouns.panel import Panel, Shell, slope
from ..structure.plans import CutPiece

Point2 = tuple[float, float]
BEVEL = 0.5
"""Degrees of lean from which an edge is bevelled."""


@dataclass(frozen=True, slots=True)
class Outline:
    """``rim`` before anything is taken out; ``outs``: what is, as rectangles cut off at the rim; ``bevel``: degrees its edges lean, 0 where none.
    ``along``: the grain runs along the length."""

    size: Point2
    rim: tuple[Point2, ...]
    outs: tuple[Rect, ...]
    bevel: float
    along: bool

    @property
    def plain(self) -> bool:
        """A rectangle with nothing taken out of it."""
        return not self.outs and not self.bevel and len(self.rim) == 4 and len({x for x, _ in self.rim}) == 2

    @property
    def rings(self) -> tuple[tuple[Point2, ...], ...]:
        """What a saw or a cutter follows: every closed line of what is left, outlines first."""
        left: BaseGeometry = shapely.Polygon(self.rim)
        for a, b, c, d in self.outs:
            left = left.difference(shapely.box(a, b, c, d))
        parts = [one for one in getattr(left, "geoms", [left]) if isinstance(one, shapely.Polygon)]
        lines = [one.exterior for one in parts] + [ring for one in parts for ring in one.interiors]
        return tuple(tuple((float(x), float(y)) for x, y in list(line.coords)[:-1]) for line in lines)


def outline_of(panel: Panel) -> Outline:
    """The outline of a panel, its sizes in the order of the cut list: along its grain where it carries by itself, else as laid along the vehicle."""
    i = panel.grain if isinstance(panel.carries, Shell) else 0
    x0, y0, x1, y1 = panel.bounds
    low, size = (x0, y0), (x1 - x0, y1 - y0)

    def own(point: Point2) -> Point2:
        return point[i] - low[i], point[1 - i] - low[1 - i]

    rim = tuple(own(point) for point in panel.rim)
    outs = []
    for a, b, c, d in panel.holes:
        (u0, v0), (u1, v1) = own((a, b)), own((c, d))
        box = max(u0, 0.0), max(v0, 0.0), min(u1, size[i]), min(v1, size[1 - i])
        if box[0] < box[2] and box[1] < box[3]:
            outs.append(box)
    lean = slope(panel)
    return Outline((size[i], size[1 - i]), rim, tuple(sorted(outs)), lean if lean > BEVEL else 0.0, panel.grain == i)


def outlines(context: Context, rows: tuple[CutPiece, ...]) -> dict[str, Outline]:
    """Of every row that is cut from sheets, by mark."""
    panels = {panel.id: panel for build in context.builds for panel in build.panels}
    return {row.mark: outline_of(panels[row.parts[0]]) for row in rows if row.width is not None}
