"""A cabinet's doors: a leaf before every bay, its hinges, how it opens."""

from __future__ import annotations

import itertools
from dataclasses import dataclass

import numpy as np

from ....catalog.model import Catalog
from ....constants import G
from ....structure.nouns.holds import SCENES, Motion, Position
from ....structure.nouns.hung import Door
from ....structure.nouns.panel import Panel, Swings, between
from ....structure.nouns.parts import Item, Point3
from ...blocks.stock import bought, solid_of
from .params import Doors, WallCabinet

GAP = 2.0
"""mm round a leaf (common practice, no published source)."""
INSET = 70.0
"""mm from a leaf's corner to its hinge at the most (common practice, no published source)."""
OPEN = 100.0
"""Degrees that a door opens."""


@dataclass(frozen=True, slots=True)
class HungDoors:
    """What doors add to a cabinet."""

    panels: tuple[Panel, ...] = ()
    motions: tuple[Motion, ...] = ()
    doors: tuple[Door, ...] = ()
    items: tuple[Item, ...] = ()


@dataclass(frozen=True, slots=True)
class Edge:
    """Where a leaf hangs: from ``a`` to ``b`` along its hinged edge, on its outer face, where the knuckles are; ``axis`` it turns about to open, ``far`` mm to its free edge, ``on`` which panel."""

    a: Point3
    b: Point3
    axis: Point3
    far: float
    on: str


def _edge(doors: Doors, lo: Point3, hi: Point3, face: tuple[float, float], box: str, bay: int) -> Edge:
    (x0, y0, z0), (x1, y1, z1), way = lo, hi, face[1]
    # a knuckle outside turns the leaf clear of its neighbour and of the face
    y = y1 if way > 0 else y0
    match doors.hinged:
        case "front":
            return Edge((x0, y, z0), (x0, y, z1), (0.0, 0.0, way), x1 - x0, f"{box}/upright.{bay}")
        case "rear":
            return Edge((x1, y, z0), (x1, y, z1), (0.0, 0.0, -way), x1 - x0, f"{box}/upright.{bay + 1}")
        case "top":
            return Edge((x0, y, z1), (x1, y, z1), (way, 0.0, 0.0), z1 - z0, f"{box}/top.{bay}")
    return Edge((x0, y, z0), (x1, y, z0), (-way, 0.0, 0.0), z1 - z0, f"{box}/bottom.{bay}")


def _hinges(edge: Edge, count: int) -> tuple[Point3, ...]:
    a, b = np.array(edge.a), np.array(edge.b)
    long = float(np.linalg.norm(b - a))
    inset = min(INSET, 0.15 * long) / long
    places = [a + (b - a) * share for share in np.linspace(inset, 1 - inset, count)]
    return tuple((float(p[0]), float(p[1]), float(p[2])) for p in places)


def hung(build: WallCabinet, xs: tuple[float, ...], z: tuple[float, float], face: tuple[float, float], catalog: Catalog) -> HungDoors:
    """A leaf before every bay between the uprights at ``xs``, from ``z`` to z, on the ``face``: its y, and which way the room is.

    Raises:
        StockError: a sheet that the catalogue does not hold, or boards.
    """
    doors = build.doors
    if doors is None:
        return HungDoors()
    sheet, box = solid_of(catalog, "doors/sheet", doors.sheet, "a door"), f"{build.id}/box"
    half = solid_of(catalog, "panel", build.panel, "a cabinet").t / 2
    panels, motions, found, items = list[Panel](), list[Motion](), list[Door](), list[Item]()
    last = len(xs) - 1
    for bay, (p, q) in enumerate(itertools.pairwise(xs), 1):
        body, name = f"{build.id}/door.{bay}", "door" if last == 1 else f"door {bay}"
        x0, x1 = p - (half if bay == 1 else 0.0) + GAP / 2, q + (half if bay == last else 0.0) - GAP / 2
        y0, y1 = sorted((face[0], face[0] + face[1] * sheet.t))
        lo, hi = (x0, y0, z[0] + GAP / 2), (x1, y1, z[1] - GAP / 2)
        leaf = between(f"{body}/leaf", "door", body, sheet, lo, hi, 0 if build.grain == "along" else 2, Swings(), mark="D", trodden=False)
        edge = _edge(doors, lo, hi, face, box, bay)
        hinges = _hinges(edge, doors.hinges)
        positions = (Position("shut", 0.0, True, SCENES), Position("open", OPEN, False))
        panels.append(leaf)
        motions.append(Motion(f"{body}/open", body, f"Open {name}", OPEN, positions, edge.axis, name, "", edge.a))
        behind = tuple(f"{build.id}/bay.{bay}.{n}" for n in range(build.shelves + 1))
        holds = doors.kept.rating.kg * G if doors.kept.rating is not None else None
        rating = doors.rating.kg * G if doors.rating is not None else None
        out = (0.0, face[1], 0.0)
        found.append(Door(body, name, leaf.id, edge.on, hinges, out, edge.far, rating, doors.kept.by, holds, behind))
        items.append(bought(catalog, f"{body}/hinges", "hinge", body, leaf.middle, doors.hinges))
        items.append(bought(catalog, f"{body}/latch", "latch", body, leaf.middle, 1))
    return HungDoors(tuple(panels), tuple(motions), tuple(found), tuple(items))
