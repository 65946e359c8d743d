"""Where the parts of a bed slide lie, mm in host axes with the tray in."""

from __future__ import annotations

from dataclasses import dataclass

from ....catalog.model import Catalog
from ....sections import Properties
from ....structure.host import FLOOR_END, Reader
from ....structure.nouns.parts import Height
from ...blocks.stock import framed_section, laid, section_of
from ...family import Table
from .decking import decking
from .params import BedSlide

GEAR_CLEARANCE = 3.0
"""Between rail and roller, and between roller and base rail's outer edge."""


@dataclass(frozen=True, slots=True)
class Layout:
    """Derived places. ``front``/``back`` are the tray's ends; ``x_rear`` the carrying axle, ``x_front`` the hold-down axle; ``gear_y`` of the
    carrying rollers, ``beside`` of the hold-down ones, which stand beside the tray; ``lower_y``, ``upper_y`` of the base rails' axes;
    ``bite``: how far the deck's edges reach into slots."""

    front: float
    back: float
    half: float
    rail: Properties
    rib: Properties
    run: float
    underside: float
    rail_top: float
    rib_top: float
    deck_under: float
    deck_top: float
    bite: float
    x_rear: float
    x_front: float
    axle_rear: float
    axle_front: float
    lower_top: float
    upper_under: float
    upper_top: float
    gear_y: float
    beside: float
    lower_y: float
    upper_y: float
    base_start: float
    base_end: float
    upper_end: float


def layout(build: BedSlide, host: Reader, catalog: Catalog) -> Layout:
    """Place everything from the parameters.

    The carrying axle stands ``rear_setback`` ahead of the end of the floor; until the floor is
    measured it is drawn from the tray's own length.
    """
    rail = laid(framed_section(catalog, build.framing, "rail", build.rail, "a bed slide"), build.rail_flat)
    rib = framed_section(catalog, build.framing, "rib", build.rib, "a bed slide").properties
    lower = laid(section_of(catalog, "base/lower", build.base.lower), True)
    upper = laid(section_of(catalog, "base/upper", build.base.upper), True)
    r = build.rollers
    front = build.front_gap.mm
    back = front + build.tray_length.mm
    x_rear = host.need(FLOOR_END, back) - r.rear_setback.mm
    x_front = front + r.front_setback.mm
    D = r.diameter.mm
    run = build.roller_lift.mm + D
    underside = run - r.let_in.mm
    half = build.tray_width.mm / 2
    deck = decking(build, rail.depth, rib.depth, catalog)
    beside = half + GEAR_CLEARANCE + r.width.mm / 2
    # the upper rail passes beside rail and deck, the lower one where the tray's rail comes down to its level
    clear = half + GEAR_CLEARANCE
    low = lower.depth > underside - GEAR_CLEARANCE
    start = max(x_front - D / 2 - 15, 0.0)
    return Layout(
        front=front,
        back=back,
        half=half,
        rail=rail,
        rib=rib,
        run=run,
        underside=underside,
        rail_top=underside + rail.depth,
        rib_top=underside + deck.ribs,
        deck_under=underside + deck.under,
        deck_top=underside + deck.top,
        bite=deck.bite,
        x_rear=x_rear,
        x_front=x_front,
        axle_rear=build.roller_lift.mm + D / 2,
        axle_front=lower.depth + D / 2,
        lower_top=lower.depth,
        upper_under=lower.depth + D + r.play.mm,
        upper_top=lower.depth + D + r.play.mm + upper.depth,
        gear_y=beside if r.let_in.mm > 0 else half - rail.width / 2,
        beside=beside,
        lower_y=max(beside, clear + lower.width / 2) if low else beside,
        upper_y=max(beside, clear + upper.width / 2),
        base_start=start,
        base_end=x_rear + D / 2 + 20,
        upper_end=x_front + build.pull_out.mm + D / 2 + 15,
    )


def stack(build: BedSlide, place: Layout, sheet_t: float) -> tuple[Height, ...]:
    """The deck height from the floor up, each line to the surface it names."""
    r = build.rollers
    lines = [
        Height("floor to underside of roller", build.roller_lift.mm, build.roller_lift.mm),
        Height("roller, to the surface it runs on", r.diameter.mm, place.run),
        Height("let in beside the rail, to rail underside", -r.let_in.mm, place.underside),
    ]
    if place.bite:
        upper = place.deck_under + sheet_t
        lines += [
            Height("rail, to the underside of the sheet in its slot", place.deck_under - place.underside, place.deck_under),
            Height("deck sheet, to its top", sheet_t, upper),
        ]
        if place.deck_top > upper:
            lines.append(Height("ribs, to the top that long things lie on", place.deck_top - upper, place.deck_top))
    else:
        lines += [
            Height("rail, to its top", place.rail.depth, place.rail_top),
            Height("deck sheet, to the top one stands on", sheet_t, place.deck_top),
        ]
    return tuple(lines)


def deck_tables(build: BedSlide, host: Reader, catalog: Catalog) -> tuple[Table, ...]:
    """The deck's top with other rollers, let in as now and under the rail.

    Let in, the rail's underside never comes below the roller's own lift.
    """
    place = layout(build, host, catalog)
    over, rows = place.deck_top - place.underside, []
    for d in sorted({*catalog.roller_diameters, build.rollers.diameter.mm}):
        under = build.roller_lift.mm + d + over
        let_in = max(under - build.rollers.let_in.mm, build.roller_lift.mm + over)
        rows.append((d, let_in, under))
    return (("Deck top with other rollers", ("Roller", "let in as now", "under the rail"), tuple(rows)),)
