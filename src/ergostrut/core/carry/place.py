"""Things placed on surfaces, in the surface's own coordinates, and people on seats."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from typing import Literal

from ..document.load import OUTSIDE, LoadOut, Thing
from ..structure.assembly import Assembly
from ..structure.carried import CarryPlan, Placed
from ..structure.host import FLOOR_END, WIDTH_HIGH, WIDTH_LOW, Host
from ..structure.nouns.parts import Surface

GAP = 10.0
"""Left between things placed in a row, mm."""
MOST = 200
"""Of one thing, no more are counted."""


def _size(thing: Thing) -> tuple[float, float, float]:
    long, wide = thing.length.mm, thing.width.mm
    high = thing.height.mm * thing.stacked
    return (wide, long, high) if thing.turned else (long, wide, high)


def _free_spot(size: tuple[float, float, float], surface: Surface, taken: Sequence[Placed]) -> tuple[float, float] | None:
    """First clear centre: rows across from the left edge, each row from the front; a lone row stands on the centre line."""
    long, wide = surface.own_size
    ys = sorted({0.0, *(-wide / 2 + size[1] / 2,), *(p.y + (p.own_size[1] + size[1]) / 2 + GAP for p in taken)}, key=abs)
    xs = sorted({size[0] / 2, *(p.x + (p.own_size[0] + size[0]) / 2 + GAP for p in taken)})
    for y in ys:
        if abs(y) + size[1] / 2 > wide / 2 + 1e-6:
            continue
        for x in xs:
            if x + size[0] / 2 > long + 1e-6:
                break
            clear = all(
                abs(p.x - x) >= (p.own_size[0] + size[0]) / 2 - 1e-6 or abs(p.y - y) >= (p.own_size[1] + size[1]) / 2 - 1e-6 for p in taken
            )
            if clear:
                return x, y
    return None


OTHERS: tuple[Literal["parked", "night"], ...] = ("parked", "night")


def load_in(load: LoadOut, scene: Literal["parked", "night"]) -> LoadOut:
    """What is carried with everything where it is in a scene; what is outside is left out."""
    things = []
    for thing in load.things:
        there = thing.parked if scene == "parked" else thing.night
        if there is None:
            things.append(thing)
        elif there.on != OUTSIDE:
            things.append(thing.model_copy(update={"on": there.on, "at": there.at}))
    return load.model_copy(update={"things": tuple(things)})


def moved_in(load: LoadOut, scene: Literal["parked", "night"]) -> bool:
    """Whether anything is elsewhere in a scene than where it is driven about."""
    return any((thing.parked if scene == "parked" else thing.night) is not None for thing in load.things)


FLOOR = "host/floor"


def floor_of(host: Host) -> Surface | None:
    """The host's own floor to put things on; None while it is not measured."""
    long, wide = host.mm(FLOOR_END), host.mm(WIDTH_LOW) or host.mm(WIDTH_HIGH)
    if long is None or wide is None:
        return None
    return Surface(FLOOR, "floor of the vehicle", "host", (0.0, -wide / 2, 0.0), (long, wide))


def top_of(placed: Placed) -> Surface:
    """The top of a thing, to put others on."""
    (x, y, z), (lx, ly, lz), under = placed.at(), placed.size, placed.surface
    name, corner = f"thing/{placed.thing.id}", (x - lx / 2, y - ly / 2, z + lz / 2)
    return Surface(name, f"top of {placed.thing.name}", under.body, corner, (lx, ly), quarters=under.quarters)


def arrange(load: LoadOut, builds: Sequence[Assembly], host: Host | None = None) -> CarryPlan:
    """Give every thing its place: typed places stand, the rest fill up in a row behind them; what stands on another thing after it."""
    surfaces = {surface.id: surface for build in builds for surface in build.surfaces}
    floor = floor_of(host) if host is not None else None
    if floor is not None:
        surfaces[floor.id] = floor
    placed: dict[str, Placed] = {}
    no_room: list[Thing] = []
    waiting = list(load.things)
    while waiting:
        ready = [thing for thing in waiting if thing.on in surfaces]
        if not ready:
            break
        _fill(ready, surfaces, placed, no_room)
        surfaces |= {top.id: top for thing in ready if (top := top_of(placed[thing.id]))}
        waiting = [thing for thing in waiting if thing not in ready]
    order = [placed[thing.id] for thing in load.things if thing.id in placed]
    return CarryPlan(tuple(order), tuple(waiting), tuple(no_room))


def _fill(ready: Sequence[Thing], surfaces: Mapping[str, Surface], placed: dict[str, Placed], no_room: list[Thing]) -> None:
    for thing in ready:
        if thing.at is not None:
            placed[thing.id] = Placed(thing, surfaces[thing.on], thing.at.x.mm, thing.at.y.mm, _size(thing), False)
    for thing in (thing for thing in ready if thing.at is None):
        surface, size = surfaces[thing.on], _size(thing)
        spot = _free_spot(size, surface, [p for p in placed.values() if p.surface.id == surface.id])
        if spot is None:
            no_room.append(thing)
            spot = (surface.own_size[0] / 2, 0.0)
        placed[thing.id] = Placed(thing, surface, spot[0], spot[1], size, True)


def how_many_more(item: Placed, taken: Sequence[Placed]) -> int:
    """How many more of a thing go beside what stands on its surface, each as high a stack as it is now or, under something, as goes under it."""
    beside = [p for p in taken if p.surface.id == item.surface.id]
    found = 0
    while found < MOST and (spot := _free_spot(item.own_size, item.surface, beside)) is not None:
        beside.append(Placed(item.thing, item.surface, spot[0], spot[1], item.own_size, True))
        found += 1
    each = item.size[2] / item.thing.stacked
    layers = item.thing.stacked if item.surface.clear is None else max(int(item.surface.clear / each + 1e-9), 0)
    return found * layers + max(layers - item.thing.stacked, 0)


PACKED = 0.6
"""Of a compartment's volume that loose things fill (common practice, no published source)."""


def litres(surface: Surface) -> float | None:
    """Litres of loose stuff that a compartment takes; None where nothing is over it or round it."""
    high = surface.edge if surface.edge is not None and surface.clear is None else surface.clear
    return None if high is None else PACKED * surface.size[0] * surface.size[1] * high / 1e6


def bays_left(total: float, bays: Sequence[float], wanted: float) -> tuple[float, int]:
    """What ``bays`` leave of ``total`` mm, and how many more of ``wanted`` mm go in."""
    left = total - sum(bays)
    return left, max(int(left / wanted + 1e-9), 0)
