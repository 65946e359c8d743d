"""Where the parts of a platform lie, mm in host axes."""

from __future__ import annotations

import itertools
from dataclasses import dataclass
from typing import Literal

from ....catalog.errors import StockError
from ....catalog.model import Catalog
from ....sections import Properties
from ....structure.host import WELL_HEIGHT, WELL_LENGTH, WELL_START, WIDTH_HIGH, WIDTH_LOW, Reader, SlotPair
from ....structure.nouns.parts import Height
from ...blocks.room import ahead
from ...blocks.stock import framed_section, laid, section_of, sheet_of
from .params import FixedPlatform

SNAP = 60.0
"""A bearer this near to a slot, mm, lies in it."""
LEDGE = 25.0
"""mm that a slot's ledge stands into the room (common practice, no published source)."""
PACKED = 30.0
"""mm beside a host's face that one packs; more is no hold there (common practice, no published source)."""
LEVEL = 3.0
"""Slots of one platform agree in height within so much, mm."""
Bears = Literal["slot", "well", "leg", "rest"]


@dataclass(frozen=True, slots=True)
class BearerSeat:
    """A bearer: ``at`` mm along its axis of spacing, what its ends bear on, and the slot it lies in."""

    at: float
    bears: Bears
    slot: SlotPair | None = None


@dataclass(frozen=True, slots=True)
class WellTops:
    """Top of the wheel wells, and how far from the centre line their inner and outer sides stand."""

    height: float
    inner: float
    outer: float


@dataclass(frozen=True, slots=True)
class Layout:
    """``level``: underside of the bearers; ``split``: where two halves meet (None: one)."""

    front: float
    back: float
    half: float
    level: float
    top: float
    deck_top: float
    bearer: Properties
    seats: tuple[BearerSeat, ...]
    split: float | None
    leg_half: float
    """Half of a leg's width."""
    well: WellTops | None
    walls: float | None
    """Half the clear width at the bearers' ends; None until measured."""
    packed: frozenset[tuple[int, int]]
    """(axis, sign) of the host's faces that it is packed against."""

    @property
    def on_well(self) -> float:
        """mm of a bearer's end that lie on a wheel well; negative where it ends short of it."""
        assert self.well is not None
        return min(self.half, self.well.outer) - self.well.inner

    @property
    def on_ledge(self) -> float:
        """mm of a bearer's end that lie on a slot's ledge."""
        return LEDGE - max(self.walls - self.half, 0.0) if self.walls is not None else LEDGE


def _spaced(lo: float, hi: float, count: int) -> list[float]:
    return [lo + (hi - lo) * i / (count - 1) for i in range(count)]


def _wells(build: FixedPlatform, host: Reader) -> tuple[float, float, WellTops] | None:
    """Front and rear end of the wheel wells, and their size; None where this host has none that matter."""
    if build.run != "across" or build.ends not in ("wells", "mixed"):
        return None
    dims = host.host.dims
    if WELL_HEIGHT not in dims or (dims[WELL_HEIGHT].optional and dims[WELL_HEIGHT].mm is None):
        return None
    start, long = host.need(WELL_START, 700.0), host.need(WELL_LENGTH, 900.0)
    height = host.need(WELL_HEIGHT, 230.0)
    low, high = host.need(WIDTH_LOW, 1280.0), host.need(WIDTH_HIGH, 1650.0)
    # what ends between the wells reaches neither: it stands on legs
    return (start, start + long, WellTops(height, low / 2, high / 2)) if build.width.mm > low else None


def _seats(build: FixedPlatform, host: Reader, front: float, back: float, wide: float) -> tuple[BearerSeat, ...]:
    """Every bearer with what it bears on.

    Raises:
        StockError: fewer than two slots under a platform that is to lie in them.
    """
    if build.run == "along":
        lo, hi = -build.width.mm / 2 + wide / 2, build.width.mm / 2 - wide / 2
        bears: Bears = "leg" if build.ends == "legs" else "rest"
        return tuple(BearerSeat(at, bears) for at in _spaced(lo, hi, build.bearers))
    lo, hi = front + wide / 2, back - wide / 2
    slots = [slot for slot in host.host.slots.values() if lo - SNAP <= slot.x <= hi + SNAP]
    if build.ends == "slots":
        if len(slots) < 2:
            raise StockError("ends", "there are fewer than two slots under this platform; add them on Measure, or stand it on legs")
        return tuple(BearerSeat(slot.x, "slot", slot) for slot in sorted(slots, key=lambda slot: slot.x))
    # an odd number lets two halves meet over a bearer
    count = build.bearers | 1 if build.halves == 2 else build.bearers
    wells = _wells(build, host)
    found = []
    for at in _spaced(lo, hi, count):
        slot = min(slots, key=lambda slot: abs(slot.x - at), default=None) if build.ends == "mixed" else None
        if slot is not None and abs(slot.x - at) <= SNAP:
            found.append(BearerSeat(slot.x, "slot", slot))
        elif wells is not None and wells[0] <= at <= wells[1]:
            found.append(BearerSeat(at, "well"))
        else:
            found.append(BearerSeat(at, "rest" if build.ends == "rests" else "leg"))
    return tuple(found)


def layout(build: FixedPlatform, host: Reader, catalog: Catalog) -> Layout:
    """Place everything from the parameters.

    Raises:
        StockError: sizes that cannot be built, naming the parameter.
    """
    section = framed_section(catalog, build.framing, "bearer", build.bearer, "a platform")
    bearer = laid(section, build.bearer_flat)
    front, back = build.front.mm, build.front.mm + build.length.mm
    seats = _seats(build, host, front, back, bearer.width)
    heights = [seat.slot.height for seat in seats if seat.slot is not None]
    if heights and max(heights) - min(heights) > LEVEL:
        raise StockError("ends", "the slots under this platform lie at different heights; measure them again, or choose other ends")
    level = heights[0] if heights else build.height.mm
    wells = _wells(build, host)
    if wells is not None and any(seat.bears == "well" for seat in seats) and level < wells[2].height - 0.5:
        raise StockError("height", f"the bearers would lie {wells[2].height - level:.0f} mm inside the wheel wells; lift the platform")
    at = sorted(seat.at for seat in seats)
    if min(b - a for a, b in itertools.pairwise(at)) < bearer.width + 5.0:
        raise StockError("bearers", "the members lie on each other; take fewer or narrower ones")
    middle = (front + back) / 2
    if build.halves == 2 and len(at) < 3:
        raise StockError("halves", "two halves meet over a member between the ends, and there is none; take one more, or one half")
    split = min(at[1:-1], key=lambda x: abs(x - middle), default=None) if build.halves == 2 else None
    top = level + bearer.depth
    return Layout(
        front,
        back,
        build.width.mm / 2,
        level,
        top,
        top + sheet_of(catalog, "deck", build.deck).t,
        bearer,
        seats,
        split,
        section_of(catalog, "legs/section", build.legs.section).properties.width / 2,
        wells[2] if wells else None,
        (walls := _wall(host, level, front, back)),
        _packed(build, host, front, back, walls),
    )


def _wall(host: Reader, level: float, front: float, back: float) -> float | None:
    """Half the clear width at a height over the wheel wells, from one x to another; None until measured."""
    wide = host.known(WIDTH_HIGH)
    known = host.host.half_between(level, level, front, back)
    return known if known is not None else wide / 2 if wide is not None else None


def _packed(build: FixedPlatform, host: Reader, front: float, back: float, walls: float | None) -> frozenset[tuple[int, int]]:
    """Which of the host's faces it is packed against: where it is said to be, and near enough for it. One that is not measured is believed."""
    if not build.snug or host.host.is_deck:
        return frozenset()
    end = host.host.end
    gaps = {
        (1, -1): walls - build.width.mm / 2 if walls is not None else None,
        (1, 1): walls - build.width.mm / 2 if walls is not None else None,
        (0, -1): front if not ahead(host.host) else PACKED + 1.0,
        (0, 1): end - back if end is not None else None,
    }
    return frozenset(face for face, gap in gaps.items() if gap is None or gap <= PACKED)


def stack(build: FixedPlatform, place: Layout, sheet_t: float) -> tuple[Height, ...]:
    """The height people lie at, from the floor up."""
    rows = [
        Height("floor to underside of the members", place.level, place.level),
        Height("members, to their top", place.bearer.depth, place.top),
        Height("deck, to its top", sheet_t, place.deck_top),
    ]
    if build.mattress is not None:
        thick = build.mattress.thickness.mm
        rows.append(Height("mattress, to the top one lies on", thick, place.deck_top + thick))
    return tuple(rows)
