"""Where the parts of a bed slide lie, mm in host axes with the tray in."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from ....catalog.errors import StockError, UnknownStockError
from ....catalog.model import Catalog, Section
from ....measure.host import Host
from ....sections import Properties
from ...assembly import Height
from ...systems import SYSTEMS
from .params import BedSlide

GEAR_CLEARANCE = 3.0
"""Between rail and roller, and between roller and base rail's outer edge."""


def section_of(catalog: Catalog, field: str, name: str) -> Section:
    try:
        return catalog.sections[name]
    except KeyError:
        raise UnknownStockError(field, name, "section") from None


def framed_section(catalog: Catalog, build: BedSlide, field: Literal["rail", "rib"]) -> Section:
    """Rail or rib, checked against the framing system.

    Raises:
        StockError: the catalogue does not hold it, or it belongs to another system, or no slide is built in this one.
    """
    system = SYSTEMS[build.framing]
    if not system.slide:
        raise StockError("framing", f"a bed slide is not built in {system.label}; choose another framing system")
    section = section_of(catalog, field, getattr(build, field))
    if not system.takes(section):
        raise StockError(field, f"{section.label} does not belong to {system.label}; choose a section of that system")
    return section


def laid(section: Section, flat: bool) -> Properties:
    return section.properties.turned() if flat else section.properties


@dataclass(frozen=True, slots=True)
class Layout:
    """Derived places. ``front``/``back`` are the tray's ends; ``x_rear`` the carrying axle, ``x_front`` the hold-down axle."""

    front: float
    back: float
    half: float
    rail: Properties
    rib: Properties
    run: float
    underside: float
    rail_top: float
    deck_top: float
    x_rear: float
    x_front: float
    axle_rear: float
    axle_front: float
    lower_top: float
    upper_under: float
    upper_top: float
    gear_y: float
    overall: float
    base_start: float
    base_end: float
    upper_end: float


def layout(build: BedSlide, host: Host, catalog: Catalog) -> Layout:
    """Place everything from the parameters.

    The carrying axle stands ``rear_setback`` ahead of the end of the floor; until the floor is
    measured it is drawn from the tray's own length.
    """
    rail = laid(framed_section(catalog, build, "rail"), build.rail_flat)
    rib = framed_section(catalog, build, "rib").properties
    lower = laid(section_of(catalog, "base/lower", build.base.lower), True)
    upper = laid(section_of(catalog, "base/upper", build.base.upper), True)
    try:
        sheet = catalog.sheets[build.deck]
    except KeyError:
        raise UnknownStockError("deck", build.deck, "sheet") from None
    r = build.rollers
    front = build.front_gap.mm
    back = front + build.tray_length.mm
    floor = host.mm("floor_length")
    x_rear = (floor if floor is not None else back) - r.rear_setback.mm
    x_front = front + r.front_setback.mm
    D = r.diameter.mm
    run = build.roller_lift.mm + D
    underside = run - r.let_in.mm
    half = build.tray_width.mm / 2
    beside = r.let_in.mm > 0
    gear = half + GEAR_CLEARANCE + r.width.mm / 2 if beside else half - rail.width / 2
    overall = 2 * (half + 2 * GEAR_CLEARANCE + r.width.mm)
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
        deck_top=underside + rail.depth + sheet.t,
        x_rear=x_rear,
        x_front=x_front,
        axle_rear=build.roller_lift.mm + D / 2,
        axle_front=lower.depth + D / 2,
        lower_top=lower.depth,
        upper_under=lower.depth + D + r.play.mm,
        upper_top=lower.depth + D + r.play.mm + upper.depth,
        gear_y=gear,
        overall=overall,
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
        Height("rail, to its top", place.rail.depth, place.rail_top),
        Height("deck sheet, to the top one stands on", sheet_t, place.deck_top),
    ]
    return tuple(lines)


def deck_heights(build: BedSlide, place: Layout, sheet_t: float, diameters: tuple[float, ...]) -> tuple[tuple[float, float, float], ...]:
    """(roller diameter, deck top with it under the rail, deck top let in as now) for other rollers.

    Let in, the rail's underside never comes below the roller's own lift.
    """
    rows = []
    for d in sorted({*diameters, build.rollers.diameter.mm}):
        under = build.roller_lift.mm + d + place.rail.depth + sheet_t
        let_in = max(under - build.rollers.let_in.mm, build.roller_lift.mm + place.rail.depth + sheet_t)
        rows.append((d, under, let_in))
    return tuple(rows)
