"""Does what stands still fit the host: what stands inside it, its sides, closed gate and cover."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace

from ...finding import COMMON_PRACTICE, Finding, Working
from ...mechanics.space.boxes import upright
from ...structure.assembly import Assembly
from ...structure.check import BuildCheck
from ...structure.context import Context
from ...structure.host import (
    CAB_HEIGHT,
    COVER,
    GATE_OUTSIDE,
    GATE_THICKNESS,
    SIDE_HEIGHT,
    WELL_HEIGHT,
    WELL_LENGTH,
    WELL_START,
    WIDTH_HIGH,
    WIDTH_LOW,
    WIDTH_TOP,
)
from ...structure.standing.setting import settings_of
from .bodies import Body, bodies, bodies_at, near
from .clearance import clearance
from .distance_finding import room
from .walls import check_walls

RIBS = 20.0
"""mm that the ribs of a bed's front panel are deep (common practice, no published source)."""
CAB_WANT = 50.0
"""mm wanted over the cab's roof: the bed comes down on it by so much on rough ground (common practice, no published source)."""
TOUCH = 1.0
"""mm that parts may be drawn into what they rest on."""


def check_standing(context: Context, build: Assembly) -> Iterator[Finding]:
    """Fit of a build on which nothing slides, over every place its bodies come to."""
    if build.sliders:
        return
    parts = list(bodies(context, build, things=False))
    if not parts:
        return
    yield from _inside(context, build, parts)
    top = context.host.mm(SIDE_HEIGHT)
    in_slots = {contact.member for contact in build.contacts if contact.kind == "slot"}
    low = [part for part in parts if part.part not in in_slots and (top is None or part.lo[2] < top - TOUCH)]
    if context.host.walls is not None:
        yield from check_walls(context, build)
    elif low and (WIDTH_HIGH in context.host.dims or WIDTH_TOP in context.host.dims):
        widest = max(low, key=lambda part: max(abs(part.lo[1]), abs(part.hi[1])))
        reach = 2 * max(abs(widest.lo[1]), abs(widest.hi[1]))
        at_rail = top is not None and widest.hi[2] > top
        yield clearance(
            context,
            f"{build.id}/fit.sides",
            "Between the host's sides",
            (widest.part,),
            symbol="c",
            formula="(W - w) / 2",
            dims={"W": WIDTH_TOP if at_rail else WIDTH_HIGH},
            values={"w": (reach, f"{widest.name}, twice its reach from the centre line")},
            want=3.0,
            share=0.5,
            what="Clears the sides each side by",
        )
    shut = [part for part in _driven(context, build) if part.part not in in_slots and (top is None or part.lo[2] < top - TOUCH)]
    if shut and GATE_OUTSIDE in context.host.dims:
        last = max(shut, key=lambda part: part.hi[0])
        thick = GATE_THICKNESS in context.host.dims
        rear = context.host.words["rear"]
        yield clearance(
            context,
            f"{build.id}/fit.gate",
            rear.capitalize(),
            (last.part,),
            symbol="c",
            formula="G - t - x" if thick else "G - x",
            dims={"G": GATE_OUTSIDE, "t": GATE_THICKNESS} if thick else {"G": GATE_OUTSIDE},
            values={"x": (last.hi[0], f"rear end of {last.name}")},
            want=6.0,
            what=f"{build.label} clears the {rear} by",
        )
    yield from _at_front(context, build, parts)
    yield from _over_cab(context, build, parts)
    over = context.host.words["over"]
    if context.host.mm(COVER) is not None:
        high = max([part.hi[2] for part in parts] + [surface.origin[2] for surface in build.surfaces])
        yield clearance(
            context,
            f"{build.id}/fit.cover",
            f"Under the {over}",
            (max(parts, key=lambda part: part.hi[2]).part,),
            symbol="c",
            formula="H - z",
            dims={"H": COVER},
            values={"z": (high, "its top above the floor")},
            want=15.0,
            what=f"{build.label} clears the {over} by",
        )


def _at_front(context: Context, build: Assembly, parts: list[Body]) -> Iterator[Finding]:
    """What would stand in the host's front panel, as high as its sides are; silent where nothing does."""
    top = context.host.mm(SIDE_HEIGHT)
    if SIDE_HEIGHT not in context.host.dims or top is None:
        return
    first = min((part for part in parts if part.lo[2] < top - TOUCH), key=lambda part: part.lo[0], default=None)
    if first is None or first.lo[0] > -TOUCH:
        return
    w = Working()
    have = w.given("x", first.lo[0], "mm", f"{first.name}, behind the front panel")
    text = f"{first.name} stands in the front panel by {context.say.length(-have)}: move the build back."
    found = room(f"{build.id}/fit.front", "Behind the front panel", (first.part,), text, have, 3.0, w)
    # between the ribs of a panel a leg's edge may find room: said, and no verdict
    yield found if have < -RIBS else replace(found, state="note", use=None)


def _over_cab(context: Context, build: Assembly, parts: list[Body]) -> Iterator[Finding]:
    """What reaches ahead over the cab's roof: bed and cab move against each other on rough ground."""
    over = context.host.mm(SIDE_HEIGHT) or 0.0
    ahead = [part for part in parts if part.lo[0] < -TOUCH and part.lo[2] > over]
    if not ahead or not context.host.floored or CAB_HEIGHT not in context.host.dims:
        return
    lowest = min(ahead, key=lambda part: part.lo[2])
    yield clearance(
        context,
        f"{build.id}/fit.cab",
        "Over the cab's roof",
        (lowest.part,),
        symbol="c",
        formula="z - H",
        dims={"H": CAB_HEIGHT},
        values={"z": (lowest.lo[2], f"underside of {lowest.name} over the bed's floor")},
        want=CAB_WANT,
        what=f"{build.label} clears the cab's roof by",
    )


def _driven(context: Context, build: Assembly) -> Iterator[Body]:
    """Everything where it stands when it may be driven, with all that closes the rear shut."""
    for setting in settings_of(build):
        if setting.drivable:
            yield from bodies_at(context, build, setting, things=False)


def _inside(context: Context, build: Assembly, parts: list[Body]) -> Iterator[Finding]:
    """Whatever stands inside the host, such as wheel wells: nothing may stand in it."""
    host = context.host
    needed = [role for role in (WELL_START, WELL_LENGTH, WELL_HEIGHT, WIDTH_LOW, WIDTH_HIGH) if role in host.dims]
    if all(host.dims[role].optional and host.mm(role) is None for role in needed if role in (WELL_START, WELL_LENGTH, WELL_HEIGHT)):
        needed = []
    missing = (*(role for role in needed if host.mm(role) is None), *host.unmeasured)
    ident, title = f"{build.id}/fit.wells", "Clear of what stands in the host"
    blank = Finding(ident, "fit.wells", "frame", (), title, "", "unknown", unit="mm", minimum=True, basis=COMMON_PRACTICE)
    if missing:
        names = ", ".join(host.dims[role].label.lower() for role in missing)
        yield replace(blank, sentence=f"Not known until measured: {names}.", missing=missing)
        return
    found = near(parts, [Body(box.name, box.name, upright([box.lo], [box.hi])) for box in host.solids], together=False)
    if found is None:
        return
    part, box = found.one, found.two
    # parts may be drawn a little into what they rest on
    have, w = found.gap if found.gap < -TOUCH else max(found.gap, 0.0), Working()
    w.given("c", have, "mm", f"{part.name} to the {box.name}, each as a box")
    words = (
        f"{part.name} stands in the {box.name} by {context.say.length(-have)}, which lies {found.towards} of it."
        if have < 0
        else f"Stands clear of the {box.name}, or on it."
    )
    yield room(ident, title, (part.part,), words, have, 0.0, w)


CHECKS = (BuildCheck(check_standing),)
