"""Where the parts of a rack stand, mm in host axes."""

from __future__ import annotations

from dataclasses import dataclass

from ....catalog.errors import StockError
from ....catalog.model import Catalog, Planks, Sandwich, Sheet
from ....sections import Properties
from ....structure.host import WELL_HEIGHT, WELL_LENGTH, WELL_START, WIDTH_LOW, HostRow, Reader
from ...blocks.at_wall import half_between, heights_at, row_at, stood_along
from ...blocks.stock import framed_section, sheet_of
from .params import Shelf, ShelfRack

OFF_WALL = 10.0
"""mm that a shelf ends before the wall its uprights stand at."""


@dataclass(frozen=True, slots=True)
class ShelfLevel:
    """A shelf: ``top`` of its deck, ``bearer`` axis height of what carries it, ``clear`` mm to what lies over it (None: the roof or nothing)."""

    shelf: Shelf
    key: str
    top: float
    bearer: float
    clear: float | None


@dataclass(frozen=True, slots=True)
class Layout:
    """``sign``: -1 left, +1 right wall; ``xs``: where the pairs of uprights stand; ``y_rear``, ``y_front``: their axes; ``feet``: height
    under each rear upright; ``bolts``: heights of its wall fixings with the host's row."""

    sign: float
    xs: tuple[float, ...]
    y_rear: float
    y_front: float
    feet: tuple[float, ...]
    on_well: tuple[bool, ...]
    levels: tuple[ShelfLevel, ...]
    bolts: tuple[float, ...]
    row: HostRow | None
    upright: Properties
    bearer: Properties
    sheet: Sheet | Sandwich | Planks

    def y_span(self) -> tuple[float, float]:
        """Least and largest y of a shelf: a little off the wall, to the front uprights' outer faces."""
        half = self.upright.width / 2
        edges = self.y_rear + self.sign * (half - OFF_WALL), self.y_front - self.sign * half
        return min(edges), max(edges)


def inner_wall(build: ShelfRack, host: Reader, xs: tuple[float, ...], width: float) -> float:
    """Half the clear width where the wall stands farthest in, over the height of the uprights at ``xs``, ``width`` mm wide."""
    return half_between(host, 0.0, build.height.mm, xs[0] - width / 2, xs[-1] + width / 2)


def row_of(build: ShelfRack, host: Reader) -> HostRow | None:
    return row_at(host, build.side, build.wall.row, "rack")


def places(build: ShelfRack, row: HostRow | None, width: float) -> tuple[float, ...]:
    """Where the pairs stand: evenly, each moved to the host's next point where there are points."""
    return stood_along(row, build.front.mm, build.length.mm, build.frames, width, ("frames", "so many pairs of uprights", "rack"))


def _feet(host: Reader, xs: tuple[float, ...], y: float, upright: Properties) -> list[tuple[float, bool]]:
    """What is under each rear upright: the floor, or the top of a wheel box that it would stand in."""
    dims = host.host.dims
    if WELL_HEIGHT not in dims or (dims[WELL_HEIGHT].optional and dims[WELL_HEIGHT].mm is None):
        return [(0.0, False)] * len(xs)
    start, long = host.need(WELL_START, 900.0), host.need(WELL_LENGTH, 700.0)
    height, low = host.need(WELL_HEIGHT, 250.0), host.need(WIDTH_LOW, 1200.0)
    inside, half = abs(y) + upright.width / 2 > low / 2, upright.depth / 2
    return [(height, True) if inside and start - half < x < start + long + half else (0.0, False) for x in xs]


def layout(build: ShelfRack, host: Reader, catalog: Catalog) -> Layout:
    """Place everything from the parameters.

    Raises:
        StockError: sizes that cannot be built, naming the parameter.
    """
    what = "a rack"
    upright = framed_section(catalog, build.framing, "upright", build.upright, what).properties
    bearer = framed_section(catalog, build.framing, "bearer", build.bearer, what).properties
    sheet = sheet_of(catalog, "deck", build.deck)
    sign = -1.0 if build.side == "left" else 1.0
    row = row_of(build, host)
    # a post lies as members do: its depth along the vehicle
    xs = places(build, row, upright.depth)
    y_rear = sign * (inner_wall(build, host, xs, upright.depth) - upright.width / 2)
    y_front = y_rear - sign * (build.depth.mm - upright.width)
    if abs(y_front - y_rear) < 2 * upright.width:
        raise StockError("depth", "the rack is not deeper than its two uprights; make it deeper")
    feet = _feet(host, xs, y_rear, upright)
    if build.height.mm - max(z for z, _ in feet) < 100:
        raise StockError("height", "the uprights would have no length left over the wheel box; make them longer")
    order = sorted(build.shelves, key=lambda shelf: shelf.height.mm)
    levels = []
    for n, shelf in enumerate(order):
        top = shelf.height.mm
        axis = top - sheet.t - bearer.depth / 2
        low = max(z for z, _ in feet)
        if axis - bearer.depth / 2 < 0 or (low and axis - bearer.depth / 2 < low - 0.5):
            where = "the wheel box" if low else "the floor"
            raise StockError("shelves", f"{shelf.name} and what carries it reach into {where}; lift it")
        over = order[n + 1] if n + 1 < len(order) else None
        clear = over.height.mm - sheet.t - bearer.depth - top if over is not None else None
        levels.append(ShelfLevel(shelf, f"shelf.{n + 1}", top, axis, clear))
    return Layout(
        sign, xs, y_rear, y_front, tuple(z for z, _ in feet), tuple(on for _, on in feet), tuple(levels), wall_heights(build, row, max(z for z, _ in feet)), row, upright, bearer, sheet,
    )  # fmt: skip


def wall_heights(build: ShelfRack, row: HostRow | None, low: float) -> tuple[float, ...]:
    """Heights of the wall fixings of an upright, highest first."""
    level = row is not None and row.kind not in ("ribs", "studs")
    top = build.height.mm if level else build.height.mm - build.wall.below.mm
    return heights_at(row, low, top, build.wall.bolts, "the uprights")
