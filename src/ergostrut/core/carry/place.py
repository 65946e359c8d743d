"""Things placed on surfaces, in the surface's own coordinates, and people on seats."""

from __future__ import annotations

from collections.abc import Sequence

from ..document.load import LoadOut, Thing
from ..structure.assembly import Assembly
from ..structure.carried import CarryPlan, Placed
from ..structure.parts import Surface

GAP = 10.0
"""Left between things placed in a row, mm."""


def _size(thing: Thing) -> tuple[float, float, float]:
    long, wide = thing.length.mm, thing.width.mm
    return (wide, long, thing.height.mm) if thing.turned else (long, wide, thing.height.mm)


def _free_spot(size: tuple[float, float, float], surface: Surface, taken: Sequence[Placed]) -> tuple[float, float] | None:
    """First clear centre: rows across from the left edge, each row from the front; a lone row stands on the centre line."""
    long, wide = surface.size
    ys = sorted({0.0, *(-wide / 2 + size[1] / 2,), *(p.y + (p.size[1] + size[1]) / 2 + GAP for p in taken)}, key=abs)
    xs = sorted({size[0] / 2, *(p.x + (p.size[0] + size[0]) / 2 + GAP for p in taken)})
    for y in ys:
        if abs(y) + size[1] / 2 > wide / 2 + 1e-6:
            continue
        for x in xs:
            if x + size[0] / 2 > long + 1e-6:
                break
            clear = all(abs(p.x - x) >= (p.size[0] + size[0]) / 2 - 1e-6 or abs(p.y - y) >= (p.size[1] + size[1]) / 2 - 1e-6 for p in taken)
            if clear:
                return x, y
    return None


def arrange(load: LoadOut, builds: Sequence[Assembly]) -> CarryPlan:
    """Give every thing its place: typed places stand, the rest fill up in a row behind them."""
    surfaces = {surface.id: surface for build in builds for surface in build.surfaces}
    placed: dict[str, Placed] = {}
    homeless = [thing for thing in load.things if thing.on not in surfaces]
    no_room = []
    for thing in load.things:
        if thing.on in surfaces and thing.at is not None:
            placed[thing.id] = Placed(thing, surfaces[thing.on], thing.at.x.mm, thing.at.y.mm, _size(thing), False)
    for thing in load.things:
        if thing.on not in surfaces or thing.at is not None:
            continue
        surface = surfaces[thing.on]
        size = _size(thing)
        taken = [p for p in placed.values() if p.surface.id == surface.id]
        spot = _free_spot(size, surface, taken)
        if spot is None:
            no_room.append(thing)
            spot = (surface.size[0] / 2, 0.0)
        placed[thing.id] = Placed(thing, surface, spot[0], spot[1], size, True)
    order = [placed[thing.id] for thing in load.things if thing.id in placed]
    return CarryPlan(tuple(order), tuple(homeless), tuple(no_room))
