"""A rack of panels: uprights across it, shelves between them, a back or none; over the wheel box its uprights are notched."""

from __future__ import annotations

import itertools
import math
from dataclasses import dataclass, replace

from ....catalog.errors import StockError
from ....catalog.model import Catalog
from ....constants import G
from ....structure.assembly import Assembly, Tag
from ....structure.host import WELL_HEIGHT, WELL_LENGTH, WELL_START, WIDTH_LOW, Host, HostRow, Reader
from ....structure.nouns.holds import Contact
from ....structure.nouns.panel import Axis, Panel, Shell, between, pierced
from ....structure.nouns.parts import Item, Point3, Surface
from ...blocks.at_wall import off_wall
from ...blocks.edges import edging
from ...blocks.joining import Joints, joint_spec
from ...blocks.stock import bought, solid_of
from .geometry import inner_wall, places, row_of, wall_heights
from .params import ShelfRack
from .trodden import trodden

LEAST = 1e-6
RATHER = "a sheet or a sandwich panel, or a rack with posts"
BRACKET = 60.0
"""mm off the wall at which a wall fixing's bracket holds an upright (common practice, no published source)."""
OFF_WELL = 5.0
"""mm that a notch stands off the wheel box."""


@dataclass(frozen=True, slots=True)
class WellBeside:
    """The wheel box beside the wall: from and to along, how high, and how far from the middle it begins."""

    start: float
    end: float
    height: float
    half: float


@dataclass(frozen=True, slots=True)
class Walls:
    """``xs``: middles of the uprights; ``rear``, ``front``: y of their edges at the wall and in the room; ``sign``: -1 left, +1 right wall."""

    xs: tuple[float, ...]
    rear: float
    front: float
    sign: float
    row: HostRow | None
    well: WellBeside | None
    t: float

    def span(self, rear: float | None = None) -> tuple[float, float]:
        """Least and largest y."""
        a, b = sorted((self.rear if rear is None else rear, self.front))
        return a, b

    def over_well(self, x: float) -> bool:
        return self.well is not None and self.well.start - self.t / 2 < x < self.well.end + self.t / 2


def _well(build: ShelfRack, host: Reader, rear: float) -> WellBeside | None:
    dims = host.host.dims
    if WELL_HEIGHT not in dims or (dims[WELL_HEIGHT].optional and dims[WELL_HEIGHT].mm is None):
        return None
    start, long = host.need(WELL_START, 900.0), host.need(WELL_LENGTH, 700.0)
    height, low = host.need(WELL_HEIGHT, 250.0), host.need(WIDTH_LOW, 1200.0)
    beside = start < build.front.mm + build.length.mm and start + long > build.front.mm and abs(rear) > low / 2
    return WellBeside(start, start + long, height, low / 2) if beside else None


def _walls(build: ShelfRack, host: Reader, t: float) -> Walls:
    sign = -1.0 if build.side == "left" else 1.0
    row = row_of(build, host)
    xs = places(build, row, t)
    rear = sign * inner_wall(build, host, xs, t)
    return Walls(xs, rear, rear - sign * build.depth.mm, sign, row, _well(build, host, rear), t)


def _notch(place: Walls, x: float) -> tuple[tuple[Point3, Point3], ...]:
    """What of an upright is cut away over the wheel box."""
    if not place.over_well(x) or place.well is None:
        return ()
    lo, hi = sorted((place.rear, place.sign * max(place.well.half - OFF_WELL, 0.0)))
    half = place.t / 2
    return (((x - half, lo, 0.0), (x + half, hi, place.well.height + OFF_WELL)),)


def _panels(build: ShelfRack, place: Walls, catalog: Catalog) -> tuple[Panel, ...]:
    body, half, high = f"{build.id}/box", place.t / 2, build.height.mm
    upright, shelf = solid_of(catalog, "panel", build.panel, "a box", RATHER), solid_of(catalog, "deck", build.deck, "a box", RATHER)
    back = solid_of(catalog, "back", build.back, "a box", RATHER) if build.back is not None else None
    inner = place.rear - place.sign * (back.t if back is not None else 0.0)
    y0, y1 = place.span(inner)
    groove = build.edges.groove.mm if build.edges.way == "dado" else 0.0
    passage = _passage(build, place)
    found = []
    last = len(place.xs)
    for i, x in enumerate(place.xs, 1):
        role = "side" if i in (1, last) else "upright"
        holes = (*_notch(place, x), *((((x - half, *passage[0]), (x + half, *passage[1])),) if passage else ()))
        stood = between(f"{body}/upright.{i}", role, body, upright, (x - half, y0, 0.0), (x + half, y1, high), 2, Shell(), mark="U")
        found.append(pierced(stood, holes))
    for n, row in enumerate(sorted(build.shelves, key=lambda row: row.height.mm), 1):
        top = row.height.mm
        for b, (p, q) in enumerate(itertools.pairwise(place.xs), 1):
            over = place.well is not None and max(p, place.well.start) < min(q, place.well.end)
            if top > high + 0.5 or (place.well is not None and over and top - shelf.t < place.well.height):
                where = "over the uprights" if top > high + 0.5 else "into the wheel box"
                raise StockError("shelves", f"{row.name} reaches {where}; {'lower' if top > high else 'lift'} it")
            lo, hi = (p + half - groove, y0, top - shelf.t), (q - half + groove, y1, top)
            along: Axis = 0 if build.grain == "along" else 1
            found.append(between(f"{body}/shelf.{n}.{b}", "shelf", body, shelf, lo, hi, along, Shell(), "deck", "S", trodden=trodden(row)))
    if back is not None:
        # a thin back takes no groove: it is glued, its screws clamp
        own = edging(build.edges.model_copy(update={"way": "glue"}), back, catalog, "edges")
        behind = sorted((place.rear, inner))
        low = place.well.height + OFF_WELL if place.well is not None else 0.0
        found.append(
            between(
                f"{body}/back",
                "back",
                body,
                back,
                (place.xs[0] - half, behind[0], low),
                (place.xs[-1] + half, behind[1], high),
                0,
                Shell(own),
                mark="K",
            )
        )
    return tuple(found)


def _passage(build: ShelfRack, place: Walls) -> tuple[tuple[float, float], tuple[float, float]] | None:
    """(y, z) of the low and high corner of the opening for long stock through every upright; None without one."""
    if build.stock is None:
        return None
    s = build.stock
    near = place.front + place.sign * s.behind.mm
    lo, hi = sorted((near, near + place.sign * s.deep.mm))
    y0, y1 = place.span()
    if lo < y0 + 20 or hi > y1 - 20 or s.up.mm + s.high.mm > build.height.mm - 40:
        raise StockError("stock/deep", "the opening for long stock comes too near an edge of the uprights; make it smaller or move it")
    return (lo, s.up.mm), (hi, s.up.mm + s.high.mm)


def _contacts(build: ShelfRack, place: Walls, host: Host) -> tuple[Contact, ...]:
    """Its uprights' corners fastened down, where they stand on the floor, and what holds them at the wall."""
    body = f"{build.id}/box"
    tie = build.tie_rating.kg * G if build.tie_rating else None
    given = build.wall.rating.kg * G if build.wall.rating else None
    rating = given if place.row is None or place.row.rating is None else place.row.rating
    found = []
    for i, x in enumerate(place.xs, 1):
        if build.tied and build.stands == "floor":
            at = x, place.front + place.sign * place.t, 0.0
            found.append(
                Contact(
                    f"{body}/upright.{i}/tie",
                    f"fastening of upright {i}",
                    "tie",
                    f"{body}/upright.{i}",
                    at,
                    (0.0, 0.0, -1.0),
                    LEAST,
                    rating=tie,
                )
            )
    low = place.well.height if place.well is not None else 0.0
    inner = place.rear - place.sign * BRACKET
    for i, x in enumerate(place.xs, 1):
        for n, z in enumerate(wall_heights(build, place.row, low), 1):
            name = f"wall fixing {i}" if build.wall.bolts == 1 else f"wall fixing {i}.{n}"
            found.append(
                Contact(
                    f"{body}/fixing.{i}.{n}", name, "wall", f"{body}/upright.{i}", (x, inner, z), (0.0, place.sign, 0.0), LEAST,
                    source=place.row.name if place.row is not None else "", rating=rating, aside=BRACKET + off_wall(host, x, place.rear, z), carries=build.stands == "wall",
                )
            )  # fmt: skip
    return tuple(found)


def _surfaces(build: ShelfRack, place: Walls, panels: tuple[Panel, ...]) -> tuple[Surface, ...]:
    rows = sorted(build.shelves, key=lambda row: row.height.mm)
    found = []
    for panel in panels:
        if panel.role != "shelf":
            continue
        n, bay = (int(part) for part in panel.id.rsplit(".", 2)[-2:])
        row, half = rows[n - 1], place.t / 2
        p, q = place.xs[bay - 1] + half, place.xs[bay] - half
        clear = rows[n].height.mm - panel.sheet.t - panel.hi[2] if n < len(rows) else None
        edge = row.edge_height.mm if row.edge != "none" else None
        found.append(
            Surface(
                f"{build.id}/shelf.{n}.{bay}", f"{row.name}, bay {bay}", panel.body, (p, panel.lo[1], panel.hi[2]), (q - p, panel.hi[1] - panel.lo[1]),
                edge=edge, clear=clear, tilt=row.tilt.mm / build.depth.mm, faces=(0.0, -place.sign, 0.0),
            )
        )  # fmt: skip
    opening = _passage(build, place)
    if opening is not None:
        (y0, z0), (y1, z1) = opening
        long = place.xs[-1] - place.xs[0] + place.t
        found.append(
            Surface(
                f"{build.id}/stock",
                "opening for long stock",
                f"{build.id}/box",
                (place.xs[0] - place.t / 2, y0, z0),
                (long, y1 - y0),
                clear=z1 - z0,
            )
        )
    return tuple(found)


def _items(build: ShelfRack, place: Walls, panels: tuple[Panel, ...], catalog: Catalog) -> tuple[Item, ...]:
    body, at = f"{build.id}/box", panels[0].middle
    deep = build.depth.mm
    ends = 2 * sum(panel.role == "shelf" for panel in panels)
    behind = sum(panel.size[2] for panel in panels if panel.role in ("side", "upright")) if build.back is not None else 0.0
    count = math.ceil((ends * deep + behind) / build.edges.spacing.mm)
    fixings = len(place.xs) * len(wall_heights(build, place.row, 0.0))
    found = [replace(bought(catalog, f"{body}/screws", "deckscrew", body, at, count), label=f"wood screw {build.edges.screw}")]
    wall = bought(catalog, f"{body}/wall fixings", "fixing", body, at, fixings)
    return (*found, replace(wall, aboard=False))


def panelled(build: ShelfRack, host: Reader, catalog: Catalog) -> Assembly:
    """Every panel of the rack with its place.

    Raises:
        StockError: a sheet that the catalogue does not hold, a row the host has not, or sizes that cannot be built.
    """
    sheet = solid_of(catalog, "panel", build.panel, "a box", RATHER)
    place = _walls(build, host, sheet.t)
    panels = _panels(build, place, catalog)
    lo, hi = place.span()
    x0, x1 = place.xs[0] - place.t / 2, place.xs[-1] + place.t / 2
    return Assembly(
        id=build.id,
        family=build.family,
        label=build.label,
        members=(),
        panels=panels,
        items=_items(build, place, panels, catalog),
        surfaces=_surfaces(build, place, panels),
        joining=joint_spec("lumber_plywood", Joints(), catalog),
        edging=edging(build.edges, sheet, catalog, "edges"),
        contacts=_contacts(build, place, host.host),
        tags=(
            Tag("side", "h", x0, x1, "below", 1, "Length", "length"),
            Tag("side", "v", 0.0, build.height.mm, "right", 2, "Uprights' top", "height", at=x1),
            Tag("plan", "h", x0, x1, "below", 1, "Length", "length"),
            Tag("plan", "v", lo, hi, "right", 1, "Depth", "depth"),
            Tag("rear", "v", 0.0, build.height.mm, "right", 1, "Uprights' top", "height"),
            Tag("rear", "h", lo, hi, "below", 1, "Depth", "depth"),
            *(Tag("side", "h", a, b, "above", 1, "Upright to upright") for a, b in itertools.pairwise(place.xs)),
        ),
    )
