"""A wall cabinet put together from its parameters."""

from __future__ import annotations

import itertools
import math
from dataclasses import dataclass, replace

from ....catalog.errors import StockError
from ....catalog.model import Catalog, Sandwich, Sheet
from ....constants import G
from ....structure.assembly import Assembly, Tag
from ....structure.host import Host, HostRow, Reader
from ....structure.nouns.holds import Contact
from ....structure.nouns.panel import Axis, Panel, Shell, between
from ....structure.nouns.parts import Item, Surface
from ...blocks.at_wall import half_between, heights_at, off_wall, row_at, sign_of, stood_along
from ...blocks.edges import edging
from ...blocks.joining import Joints, joint_spec
from ...blocks.stock import bought, solid_of
from .doors import HungDoors, hung
from .params import WallCabinet

LEAST = 1e-6
BRACKET = 40.0
"""mm off the wall at which a wall fixing's bracket holds an upright (common practice, no published source)."""


@dataclass(frozen=True, slots=True)
class CabinetLines:
    """``xs``: middles of the uprights; ``rear``, ``face``: y at the wall and in the room; ``tops``: upper faces of bottom, shelves and top, floor
    upwards; ``t``: thickness of the panels, ``back`` that of the back."""

    xs: tuple[float, ...]
    sign: float
    rear: float
    face: float
    tops: tuple[float, ...]
    t: float
    back: float
    row: HostRow | None

    @property
    def low(self) -> float:
        return self.tops[0] - self.t

    @property
    def span(self) -> tuple[float, float]:
        """Least and largest y before the back."""
        a, b = sorted((self.rear - self.sign * self.back, self.face))
        return a, b


def _place(build: WallCabinet, host: Reader, sheet: Sheet | Sandwich, back: float) -> CabinetLines:
    sign, low, high, t = sign_of(build.side), build.low.mm, build.low.mm + build.height.mm, sheet.t
    row = row_at(host, build.side, build.wall.row, "cabinet")
    xs = stood_along(row, build.front.mm, build.length.mm, build.bays + 1, t, ("bays", "uprights of so many bays", "cabinet"))
    rear = sign * half_between(host, low, high, xs[0] - t / 2, xs[-1] + t / 2)
    if build.depth.mm < back + 3 * t:
        raise StockError("depth", "nothing is left between its back and its face; make it deeper, or take thinner sheet")
    steps = build.shelves + 1
    tops = [low + t + (build.height.mm - t) * i / steps for i in range(steps + 1)]
    return CabinetLines(xs, sign, rear, rear - sign * build.depth.mm, tuple(tops), t, back, row)


def _panels(build: WallCabinet, place: CabinetLines, catalog: Catalog) -> tuple[Panel, ...]:
    body, half, high = f"{build.id}/box", place.t / 2, place.tops[-1]
    sheet, (y0, y1) = solid_of(catalog, "panel", build.panel, "a cabinet"), place.span
    groove = build.edges.groove.mm if build.edges.way == "dado" else 0.0
    along: Axis = 0 if build.grain == "along" else 1
    found, last = list[Panel](), len(place.xs)
    for i, x in enumerate(place.xs, 1):
        role = "side" if i in (1, last) else "upright"
        found.append(
            between(f"{body}/upright.{i}", role, body, sheet, (x - half, y0, place.low), (x + half, y1, high), 2, Shell(), mark="U")
        )
    for n, top in enumerate(place.tops):
        role = "bottom" if n == 0 else "top" if n == len(place.tops) - 1 else "shelf"
        for b, (p, q) in enumerate(itertools.pairwise(place.xs), 1):
            lo, hi = (p + half - groove, y0, top - place.t), (q - half + groove, y1, top)
            name = f"{role}.{b}" if role != "shelf" else f"shelf.{n}.{b}"
            found.append(between(f"{body}/{name}", role, body, sheet, lo, hi, along, Shell(), "deck", "S", trodden=False))
    if build.back is not None:
        back = solid_of(catalog, "back", build.back, "a cabinet")
        # a thin back takes no groove: it is glued, its screws clamp
        own = edging(build.edges.model_copy(update={"way": "glue"}), back, catalog, "edges")
        y2, y3 = sorted((place.rear, place.rear - place.sign * back.t))
        lo, hi = (place.xs[0] - half, y2, place.low), (place.xs[-1] + half, y3, high)
        found.append(between(f"{body}/back", "back", body, back, lo, hi, 0, Shell(own), mark="K"))
    return tuple(found)


def _fixings(build: WallCabinet, place: CabinetLines, host: Host) -> tuple[Contact, ...]:
    """Every upright held at the wall, which carries it."""
    row, body = place.row, f"{build.id}/box"
    given = build.wall.rating.kg * G if build.wall.rating else None
    top = place.tops[-1] - (0.0 if row is not None and row.kind not in ("ribs", "studs") else build.wall.below.mm)
    at = place.rear - place.sign * BRACKET
    return tuple(
        Contact(
            f"{body}/fixing.{i}.{n}", f"wall fixing {i}" if build.wall.bolts == 1 else f"wall fixing {i}.{n}", "wall", f"{body}/upright.{i}",
            (x, at, z), (0.0, place.sign, 0.0), LEAST, source=row.name if row is not None else "",
            rating=given if row is None or row.rating is None else row.rating, aside=BRACKET + off_wall(host, x, place.rear, z), carries=True,
        )
        for i, x in enumerate(place.xs, 1)
        for n, z in enumerate(heights_at(row, place.low, top, build.wall.bolts, "its uprights"), 1)
    )  # fmt: skip


def _surfaces(build: WallCabinet, place: CabinetLines) -> tuple[Surface, ...]:
    """What stands on the bottom and on the shelves of every bay; a door keeps it in over its whole height."""
    found, (y0, y1) = list[Surface](), place.span
    for n, (top, over) in enumerate(itertools.pairwise(place.tops)):
        for b, (p, q) in enumerate(itertools.pairwise(place.xs), 1):
            clear, wide = over - place.t - top, q - p - place.t
            name = f"bottom, bay {b}" if n == 0 else f"shelf {n}, bay {b}"
            edge = clear if build.doors is not None else build.lip.mm or None
            found.append(
                Surface(
                    f"{build.id}/bay.{b}.{n}",
                    name,
                    f"{build.id}/box",
                    (p + place.t / 2, y0, top),
                    (wide, y1 - y0),
                    edge=edge,
                    clear=clear,
                    faces=(0.0, -place.sign, 0.0),
                )
            )
    return tuple(found)


def _items(build: WallCabinet, panels: tuple[Panel, ...], fixings: int, catalog: Catalog) -> tuple[Item, ...]:
    body, at = f"{build.id}/box", panels[0].middle
    level = [panel for panel in panels if panel.across == 2]
    behind = sum(panel.size[2] for panel in panels if panel.across == 0) if build.back is not None else 0.0
    count = math.ceil((2 * len(level) * build.depth.mm + behind) / build.edges.spacing.mm)
    screws = replace(bought(catalog, f"{body}/screws", "deckscrew", body, at, count), label=f"wood screw {build.edges.screw}")
    return screws, replace(bought(catalog, f"{body}/wall fixings", "fixing", body, at, fixings), aboard=False)


def frame(build: WallCabinet, host: Reader, catalog: Catalog) -> Assembly:
    """Every panel with its place, its fixings and its doors.

    Raises:
        StockError: a sheet that the catalogue does not hold, a row the host has not, or sizes that cannot be built.
    """
    sheet = solid_of(catalog, "panel", build.panel, "a cabinet")
    place = _place(build, host, sheet, solid_of(catalog, "back", build.back, "a cabinet").t if build.back is not None else 0.0)
    panels, fixings, surfaces = _panels(build, place, catalog), _fixings(build, place, host.host), _surfaces(build, place)
    doors = (
        hung(build, place.xs, (place.low, place.tops[-1]), (place.face, -place.sign), catalog) if build.doors is not None else HungDoors()
    )
    lo, hi = place.span
    x0, x1 = place.xs[0] - place.t / 2, place.xs[-1] + place.t / 2
    return Assembly(
        id=build.id,
        family=build.family,
        label=build.label,
        members=(),
        panels=(*panels, *doors.panels),
        items=(*_items(build, panels, len(fixings), catalog), *doors.items),
        surfaces=surfaces,
        joining=joint_spec("lumber_plywood", Joints(), catalog),
        edging=edging(build.edges, sheet, catalog, "edges"),
        motions=doors.motions,
        doors=doors.doors,
        contacts=fixings,
        tags=(
            Tag("side", "h", x0, x1, "below", 1, "Length", "length"),
            Tag("side", "v", place.low, place.tops[-1], "right", 1, "Height", "height", at=x1),
            Tag("side", "v", 0.0, place.low, "right", 2, "Underside above the floor", "low", at=x1),
            Tag("plan", "h", x0, x1, "below", 1, "Length", "length"),
            Tag("plan", "v", lo, hi, "right", 1, "Depth", "depth"),
            Tag("rear", "h", lo, hi, "below", 1, "Depth", "depth"),
            Tag("rear", "v", place.low, place.tops[-1], "right", 1, "Height", "height"),
        ),
    )
