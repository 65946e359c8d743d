"""A drawer system put together from its parameters: the carcass, drawers that run in it, what keeps them in."""

from __future__ import annotations

from dataclasses import dataclass, replace

from ....catalog.errors import StockError
from ....catalog.model import Catalog, Sandwich, Sheet
from ....constants import G
from ....structure.assembly import Assembly, Tag
from ....structure.host import Reader
from ....structure.nouns.catch_pin import CatchPin
from ....structure.nouns.holds import SCENES, Motion, Position
from ....structure.nouns.panel import Axis, Boxed, Panel, between, pierced
from ....structure.nouns.parts import Item, Point3, Surface
from ....structure.nouns.runners import Keeper, Runner
from ...blocks.carcass.frame import frame as carcass
from ...blocks.stock import bought, solid_of
from .framed import framed, with_rails
from .geometry import BEHIND, BESIDE, Cell, cells, room_of
from .params import DrawerSystem


@dataclass(frozen=True, slots=True)
class Drawer:
    """One drawer with its parts."""

    cell: Cell
    panels: tuple[Panel, ...]
    runner: Runner
    motion: Motion
    surface: Surface
    items: tuple[Item, ...]


def _box(ident: str, role: str, body: str, sheet: Sheet | Sandwich, lo: Point3, hi: Point3) -> Panel:
    """An upright or level panel between two corners, its face grain along its longest side."""
    axes: tuple[Axis, ...] = (0, 1, 2)
    longest = max(axes, key=lambda i: hi[i] - lo[i])
    return between(ident, role, body, sheet, lo, hi, longest, Boxed(), "deck", trodden=False)


def _drawer(build: DrawerSystem, cell: Cell, across: int, catalog: Catalog) -> Drawer:
    body = f"{build.id}/{cell.key}"
    sheet, floor = (
        solid_of(catalog, "box/sheet", build.box.sheet, "a drawer", "a sheet"),
        solid_of(catalog, "box/floor", build.box.floor, "a drawer", "a sheet"),
    )
    along = 1 - across
    out = 1.0 if cell.near > cell.far else -1.0
    beside = build.slide.beside.mm if build.slide.beside is not None else BESIDE[build.slide.kind]
    a, b = cell.lo + beside, cell.hi - beside
    low, high = cell.low + 3.0, cell.high - build.box.over.mm
    front = 0.0 if build.box.front else 2.0
    near, far = cell.near - out * front, cell.far + out * BEHIND
    if b - a < 4 * sheet.t or high - low < floor.t + 20 or abs(near - far) < 60:
        raise StockError("columns", f"{cell.name}: nothing is left of its drawer; make the carcass larger, or the drawers fewer")

    def at(u: float, v: float, z: float) -> Point3:
        return (v, u, z) if across == 1 else (u, v, z)

    def part(name: str, u: tuple[float, float], v: tuple[float, float], z: tuple[float, float], what: Sheet | Sandwich) -> Panel:
        v = (min(v), max(v))
        return _box(f"{body}/{name}", f"drawer {name.split('.', maxsplit=1)[0]}", body, what, at(u[0], v[0], z[0]), at(u[1], v[1], z[1]))

    t, base = sheet.t, low + floor.t
    panels = (
        part("floor", (a, b), (near - out * t, far), (low, base), floor),
        part("side.1", (a, a + t), (near - out * t, far + out * t), (base, high), sheet),
        part("side.2", (b - t, b), (near - out * t, far + out * t), (base, high), sheet),
        part("back", (a, b), (far, far + out * t), (base, high), sheet),
        # the front covers the gaps beside it
        part("front", (cell.lo + 2, cell.hi - 2) if build.box.front else (a, b), (near, near - out * t), (low, cell.high - 2 if build.box.front else high), sheet),
    )  # fmt: skip
    long = abs(near - far)
    reach = long * build.slide.out / 100
    rating = build.slide.rating.kg * G if build.slide.rating is not None else None
    ident = f"{body}/pull"
    toward = at(0.0, out, 0.0)
    positions = (
        Position("in", 0.0, True, SCENES),
        Position("part out", reach * build.slide.part / 100, False),
        Position("out", reach, False),
    )
    lo, hi = sorted((near, far))
    runner = Runner(
        id=f"{body}/slides",
        label=cell.name,
        body=body,
        motion=ident,
        sides=cell.sides,
        axis=0 if along == 0 else 1,
        z=(low + high) / 2,
        lo=lo,
        hi=hi,
        kind=build.slide.kind,
        opening=cell.hi - cell.lo,
        width=b - a,
        beside=beside,
        depth=long,
        rating=rating,
        bottom=f"{body}/floor",
        stays=build.slide.stays,
        stays_rating=build.slide.holds_out.kg * G if build.slide.holds_out is not None else None,
        over=cell.high - high,
        high=high - base,
    )
    inside = at(a + t, min(far + out * t, near - out * t), base)
    size = (b - a - 2 * t, long - 2 * t) if across == 0 else (long - 2 * t, b - a - 2 * t)
    surface = Surface(
        body,
        f"drawer {cell.name}",
        body,
        inside,
        size,
        edge=high - base,
        clear=cell.high - base,
        faces=None if along == 0 else (0.0, float(out), 0.0),
    )
    middle = at((a + b) / 2, (near + far) / 2, (low + high) / 2)
    slides = bought(catalog, f"{body}/slides", "drawerslides" if build.slide.kind != "bin" else "deckscrew", body, middle, 1 if build.slide.kind != "bin" else 4)  # fmt: skip
    screws = bought(catalog, f"{body}/screws", "deckscrew", body, middle, 24)
    motion = Motion(ident, body, f"Pull {cell.name}", reach, positions, toward, cell.name, "slide/out")
    return Drawer(cell, panels, runner, motion, surface, (slides, screws))


def _vented(cell: Cell, panel: Panel) -> Panel:
    """The back with two openings behind a bay that breathes, low and high, each half as wide as the bay and an eighth as high."""
    across = 1 - panel.across
    inset, room = (cell.hi - cell.lo) / 4, cell.high - cell.low
    high = room / 8
    holes = []
    for z in (cell.low + 0.15 * room, cell.low + 0.68 * room):
        lo, hi = list(panel.lo), list(panel.hi)
        lo[across], hi[across], lo[2], hi[2] = cell.lo + inset, cell.hi - inset, z, z + high
        holes.append(((lo[0], lo[1], lo[2]), (hi[0], hi[1], hi[2])))
    return pierced(panel, tuple(holes))


def _bay(build: DrawerSystem, cell: Cell, across: int) -> Surface:
    lo, hi = sorted((cell.near, cell.far))
    origin = (lo, cell.lo, cell.low) if across == 1 else (cell.lo, lo, cell.low)
    size = (hi - lo, cell.hi - cell.lo) if across == 1 else (cell.hi - cell.lo, hi - lo)
    return Surface(f"{build.id}/{cell.key}", f"bay {cell.name}", f"{build.id}/box", origin, size, clear=cell.high - cell.low, vented=cell.column.vent)  # fmt: skip


def frame(build: DrawerSystem, host: Reader, catalog: Catalog) -> Assembly:
    """The carcass with its drawers and bays.

    Raises:
        StockError: a sheet that the catalogue does not hold, or sizes that cannot be built.
    """
    if build.made == "frame":
        made, room = framed(build, catalog)
    else:
        made = carcass(build, host, catalog)
        room = room_of(build, made.shells)
    rooms = cells(build, room)
    drawers = [_drawer(build, cell, room.across, catalog) for cell in rooms if cell.column.holds == "drawers"]
    if build.made == "frame":
        made, sides = with_rails(made, [(drawer.cell.sides, drawer.runner.z) for drawer in drawers])
        drawers = [replace(drawer, runner=replace(drawer.runner, sides=pair)) for drawer, pair in zip(drawers, sides, strict=True)]
    bays = [cell for cell in rooms if cell.column.holds == "bay"]
    panels = made.panels
    for cell in bays:
        panels = tuple(_vented(cell, panel) if panel.role == "back" and cell.column.vent else panel for panel in panels)
    latch = build.latch
    keeper = Keeper(
        f"{build.id}/latch",
        latch.kind,
        (build.front.mm + build.length.mm, 0.0, room.high),
        latch.holds.kg * G if latch.holds is not None else None,
        CatchPin(latch.pin.mm, *(one.mm if one is not None else None for one in (latch.engaged, latch.play, latch.flex))),
    )
    items = [*made.items, *(item for drawer in drawers for item in drawer.items)]
    if drawers and latch.kind != "none":
        count = len(drawers) if latch.kind in ("self-closing", "turn button") else 1
        items.append(bought(catalog, f"{build.id}/box/latches", "latch", f"{build.id}/box", keeper.at, count))
    return replace(
        made,
        panels=(*panels, *(panel for drawer in drawers for panel in drawer.panels)),
        items=tuple(items),
        surfaces=(*made.surfaces, *(drawer.surface for drawer in drawers), *(_bay(build, cell, room.across) for cell in bays)),
        motions=(*(drawer.motion for drawer in drawers), *made.motions),
        runners=tuple(drawer.runner for drawer in drawers),
        keeper=keeper if drawers else None,
        tags=(*made.tags, *_tags(drawers)),
    )


def _tags(drawers: list[Drawer]) -> tuple[Tag, ...]:
    """Each drawer's width over its opening, where one looks into them."""
    found = []
    for drawer in drawers[:6]:
        if drawer.runner.axis == 0:
            a, b = drawer.cell.lo + drawer.runner.beside, drawer.cell.hi - drawer.runner.beside
            found.append(Tag("rear", "h", a, b, "above", 1 if drawer.cell.key.endswith(".1") else 2, drawer.cell.name))
    return tuple(found)
