"""What stands in a host, as boxes along its axes: a cylinder or a drawn-out outline in strips that hold it."""

from __future__ import annotations

import itertools
import math

from shapely import Polygon, box

from ..document.survey import HostBase, Obstacle, corners_of
from ..structure.host import ServicePoint, Solid

STRIPS = 16
_TOWARD = {"rear": (0, 1), "front": (0, -1), "left": (1, -1), "right": (1, 1), "up": (2, 1)}
_PLANES = {"up": (0, 1), "across": (0, 2), "along": (1, 2)}


def obstacles_of(survey: HostBase) -> tuple[Solid, ...]:
    """Obstacles of the user's, then what is kept free round every service."""
    found = [one for obstacle in survey.obstacles for one in _boxes(obstacle)]
    for service in survey.services:
        at, r = (service.x.mm, service.y.mm, service.z.mm), max(service.free.mm, 1.0)
        axis, sign = _TOWARD[service.toward]
        lo, hi = [a - r for a in at], [a + r for a in at]
        (lo if sign < 0 else hi)[axis] += sign * service.travel.mm
        found.append(Solid(service.name, (lo[0], lo[1], max(lo[2], 0.0)), (hi[0], hi[1], hi[2])))
    return tuple(found)


_FROM = {"above": (0.0, 0.0, 1.0), "front": (-1.0, 0.0, 0.0), "rear": (1.0, 0.0, 0.0), "left": (0.0, -1.0, 0.0), "right": (0.0, 1.0, 0.0)}


def points_of(survey: HostBase) -> tuple[ServicePoint, ...]:
    """Services of which it was said from where a hand comes to them."""
    found = []
    for one in survey.services:
        if one.reached in _FROM:
            side = one.reached if one.reached == "above" else f"the {one.reached}"
            found.append(ServicePoint(one.name, (one.x.mm, one.y.mm, one.z.mm), side, _FROM[one.reached]))
    return tuple(found)


def _boxes(one: Obstacle) -> list[Solid]:
    near = (one.x.mm, one.y.mm - one.width.mm / 2, one.z.mm)
    size = (one.length.mm, one.width.mm, one.height.mm)
    if one.shape == "box":
        return [Solid(one.name, near, (near[0] + size[0], near[1] + size[1], near[2] + size[2]))]
    i, j = _PLANES[one.runs]
    if one.shape == "cylinder":
        shape = Polygon([(size[i] / 2 * (1 + math.cos(a)), size[j] / 2 * (1 + math.sin(a))) for a in _ROUND])
    else:
        corners = corners_of(one.outline)
        shape = Polygon(corners).buffer(0) if len(corners) > 2 else box(0, 0, size[i], size[j])
    k = 3 - i - j
    found = []
    for u0, v0, u1, v1 in strips(shape):
        lo, hi = list(near), list(near)
        lo[i], hi[i], lo[j], hi[j] = near[i] + u0, near[i] + u1, near[j] + v0, near[j] + v1
        hi[k] = near[k] + size[k]
        found.append(Solid(one.name, (lo[0], lo[1], lo[2]), (hi[0], hi[1], hi[2])))
    return found


_ROUND = [2 * math.pi * n / 96 for n in range(96)]


def strips(shape: Polygon) -> list[tuple[float, float, float, float]]:
    """Rectangles u0, v0, u1, v1 that together hold a flat shape: as many across it as ``STRIPS``, each as long as the shape is anywhere in it."""
    if shape.is_empty:
        return []
    u0, v0, u1, v1 = shape.bounds
    corners = sorted({round(p[0], 6) for part in getattr(shape, "geoms", [shape]) for p in part.exterior.coords})
    lines = corners if len(corners) <= STRIPS else [u0 + (u1 - u0) * n / STRIPS for n in range(STRIPS + 1)]
    found = []
    for a, b in itertools.pairwise(lines):
        part = shape.intersection(box(a, v0 - 1, b, v1 + 1))
        for piece in getattr(part, "geoms", [part]):
            if piece.area > 1e-6:
                found.append((a, float(piece.bounds[1]), b, float(piece.bounds[3])))
    return found
