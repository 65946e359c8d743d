"""The outline of a build, from the side, wherever its motions stand."""

from __future__ import annotations

from collections.abc import Mapping

import shapely

from ..primitives import Path, Point2
from ..structure.assembly import Assembly
from ..structure.standing.setting import setting_at
from .projected import silhouette
from .solids import solids_of

GAP = 40.0
"""mm between parts that one outline runs over."""


def outline_of(build: Assembly, travels: Mapping[str, float]) -> list[Path]:
    """What it covers from the side, one path for each part of it that stands apart."""
    solids = solids_of(build, setting_at(build, travels), {})
    shapes = [silhouette(prism, "side") for prism, _ in (*solids.bars, *solids.sheets)]
    covered = shapely.unary_union(shapes).buffer(GAP / 2, join_style="mitre").buffer(-GAP / 2, join_style="mitre")
    found = [part for part in shapely.get_parts(covered.simplify(1.0)) if isinstance(part, shapely.Polygon) and not part.is_empty]
    return [
        Path(_corners(part.exterior), "host-faint", True, "", build.label, holes=tuple(_corners(ring) for ring in part.interiors))
        for part in found
    ]


def _corners(ring: shapely.LinearRing) -> tuple[Point2, ...]:
    return tuple((float(x), float(z)) for x, z in ring.coords[:-1])
