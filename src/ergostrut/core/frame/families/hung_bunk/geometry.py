"""Where the parts of a hung bunk lie, mm in host axes."""

from __future__ import annotations

from dataclasses import dataclass

from ....catalog.errors import StockError
from ....catalog.model import Catalog
from ....sections import Properties
from ....structure.host import COVER, Host, HostRow, Reader
from ....structure.nouns.parts import Height, Point3
from ...blocks.at_wall import half_between
from ...blocks.stock import framed_section, section_of, sheet_of
from .params import HungBunk


@dataclass(frozen=True, slots=True)
class Layout:
    """``side``: -1 left, +1 right wall. ``y_wall``, ``y_pin``, ``y_inner``, ``y_front``: axes of the wall rail, the hinges and the two rails;
    ``z``: level of the rails' axes, ``z_pin`` of the hinges'; ``top`` of the rails, ``deck_top``."""

    side: float
    front: float
    back: float
    y_wall: float
    y_pin: float
    y_inner: float
    y_front: float
    z: float
    z_pin: float
    top: float
    deck_top: float
    rail: Properties
    rib: Properties
    wall_rail: Properties

    @property
    def pin(self) -> Point3:
        return 0.0, self.y_pin, self.z_pin

    def y_span(self) -> tuple[float, float]:
        """Least and largest y of the deck: outer faces of both rails."""
        edges = self.y_inner + self.side * self.rail.width / 2, self.y_front - self.side * self.rail.width / 2
        return min(edges), max(edges)


def spaced(lo: float, hi: float, count: int) -> list[float]:
    """``count`` places from ``lo`` to ``hi``, the ends included; a single one in the middle."""
    return [(lo + hi) / 2] if count == 1 else [lo + (hi - lo) * i / (count - 1) for i in range(count)]


def layout(build: HungBunk, host: Reader, catalog: Catalog) -> Layout:
    """Place everything from the parameters.

    Raises:
        StockError: sizes that cannot be built, naming the parameter.
    """
    what = "a hung bunk"
    rail = framed_section(catalog, build.framing, "rail", build.rail, what).properties
    rib = framed_section(catalog, build.framing, "rib", build.rib, what).properties
    wall = section_of(catalog, "wall_rail/section", build.wall_rail.section).properties
    t = sheet_of(catalog, "deck", build.deck).t
    top = build.height.mm - t
    z = top - rail.depth / 2
    if rib.depth > rail.depth + 1e-6:
        raise StockError("rib", "the ribs are deeper than the rails they frame into; take a lower rib or a deeper rail")
    side = -1.0 if build.wall == "left" else 1.0
    half = half_between(host, z - wall.depth / 2, z + wall.depth / 2, build.front.mm, build.front.mm + build.length.mm)
    y_wall = side * (half - wall.width / 2)
    y_pin = y_wall - side * (wall.width / 2 + build.hinges.offset.mm)
    y_inner = y_pin - side * (build.hinges.offset.mm + rail.width / 2)
    y_front = y_inner - side * (build.width.mm - rail.width)
    if abs(y_front - y_inner) < 2 * rail.width:
        raise StockError("width", "the bunk is not wider than its two rails; widen it")
    if (build.length.mm - rib.width) / (build.ribs - 1) < rib.width + 1.0:
        raise StockError("ribs", "so many ribs do not go side by side; take fewer")
    front = build.front.mm
    return Layout(
        side, front, front + build.length.mm, y_wall, y_pin, y_inner, y_front, z, z + build.hinges.rise.mm, top, top + t, rail, rib, wall
    )


BOLT_EDGE = 8.0
"""mm at least from the middle of a wall bolt to the edge of the rail."""


def bolt_places(build: HungBunk, place: Layout, host: Host) -> list[tuple[float, float, HostRow | None]]:
    """x and height of every wall bolt, with the row it goes into.

    Raises:
        StockError: the host has no such row, it misses the rail, or fewer than two of its places lie along it.
    """
    lo, hi = place.front + 40.0, place.back - 40.0
    if not build.wall_rail.row:
        return [(x, place.z, None) for x in spaced(lo, hi, build.wall_rail.bolts)]
    row = _row(host, "wall_rail/row", build.wall_rail.row)
    if row.face != f"{build.wall} wall":
        mine = " as it is turned" if row.on else ""
        raise StockError("wall_rail/row", f"“{row.name}” is on the {row.wall}, the bunk on the {build.wall} wall{mine}; choose a row there")
    if row.free_along:
        lo, hi = max(lo, row.spots[0][0]), min(hi, row.spots[-1][0])
        found = spaced(lo, hi, build.wall_rail.bolts) if hi > lo else []
    else:
        found = [x for x, _, _ in row.spots if lo <= x <= hi]
    if len(found) < 2:
        raise StockError("wall_rail/row", f"fewer than two places of “{row.name}” lie along the bunk; move it, or choose another row")
    level = place.z if row.kind == "ribs" else row.spots[0][2]
    off, most = level - place.z, place.wall_rail.depth / 2 - BOLT_EDGE
    if abs(off) > most:
        way = "lift" if off > 0 else "lower"
        words = f"“{row.name}” lies {abs(off):.0f} mm {'above' if off > 0 else 'below'} the wall rail's middle and misses it"
        raise StockError("height", f"{words}; {way} the bunk by {abs(off) - most:.0f} mm or more, or take a deeper wall rail")
    return [(x, level, row) for x in found]


def strap_places(build: HungBunk, place: Layout, host: Reader) -> list[tuple[float, Point3, HostRow | None]]:
    """x of every strap on the front rail, where it hangs, and the row it hangs from.

    Raises:
        StockError: the host has no such row, or a strap would have nothing to hang down.
    """
    s = build.straps
    xs = spaced(place.front + s.inset.mm, place.back - s.inset.mm, s.count)
    y = place.y_front - place.side * s.lean.mm
    if not s.row:
        found: list[tuple[float, Point3, HostRow | None]] = [(x, (x, y, s.height.mm), None) for x in xs]
    else:
        row = _row(host.host, "straps/row", s.row)
        if row.face == "roof":
            host.need(COVER, 1500.0)
        found = [(x, _nearest(row, x, y), row) for x in xs]
    if min(z for _, (_, _, z), _ in found) < place.deck_top + 100.0:
        raise StockError("straps/height", "the straps would hang from no higher than the bunk itself; hang them higher")
    return found


def _nearest(row: HostRow, x: float, y: float) -> Point3:
    spots = row.spots
    if row.free_along:
        at = min(max(x, spots[0][0]), spots[-1][0])
        return at, spots[0][1], spots[0][2]
    spot = min(spots, key=lambda one: abs(one[0] - x))
    return (spot[0], y, spot[2]) if row.kind == "roof members" else spot


def _row(host: Host, field: str, name: str) -> HostRow:
    """A row of fixing points by name.

    Raises:
        StockError: the host has none of that name.
    """
    if name not in host.rows:
        have = ", ".join(f"“{row}”" for row in host.rows) or "none"
        raise StockError(field, f"the host has no row “{name}”; there is {have}. Add it on Measure, or leave this empty")
    return host.rows[name]


def stack(place: Layout, t: float) -> tuple[Height, ...]:
    """What makes the height of the deck."""
    under = place.z - place.rail.depth / 2
    return (
        Height("room under it", under, under),
        Height("rail", place.rail.depth, place.top),
        Height("deck", t, place.deck_top),
    )
