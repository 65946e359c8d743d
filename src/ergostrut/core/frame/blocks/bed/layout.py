"""Where the parts of a bed on a truck's frame lie, mm in host axes."""

from __future__ import annotations

import itertools
from dataclasses import dataclass

from ....catalog.errors import StockError
from ....catalog.model import Catalog, Section
from ....structure.host import Host
from ....structure.nouns.parts import Height
from ....structure.nouns.support import Feature
from ....structure.systems import SYSTEMS
from ..stock import section_of, sheet_of
from .params import BedOnMounts

INSET = 30.0
"""mm of a long rail behind and before a mount's bolt at the least (common practice, no published source)."""


@dataclass(frozen=True, slots=True)
class BedLayout:
    """``low``: underside of the long rails; ``top``: of the cross members; ``xs`` the middles of those; ``ends``: half their length."""

    front: float
    back: float
    half: float
    rail_y: float
    low: float
    top: float
    deck_top: float
    rail: Section
    cross: Section
    side: Section | None
    xs: tuple[float, ...]
    ends: float
    mounts: tuple[Feature, ...]


def tube(build: BedOnMounts, catalog: Catalog, field: str, name: str) -> Section:
    """A tube of the framing system.

    Raises:
        StockError: the catalogue does not hold it, or it is no tube of this system.
    """
    section, system = section_of(catalog, field, name), SYSTEMS[build.framing]
    if system.joint != "weld" or "tube" not in system.shapes:
        raise StockError("framing", "a bed is welded here: choose welded steel or welded aluminium tube")
    if not system.takes(section) or section.properties.shape != "tube":
        raise StockError(field, f"{section.label} is no tube of {system.label}; choose one of that system")
    return section


def _mounts(build: BedOnMounts, host: Host, rail: Section) -> tuple[Feature, ...]:
    """The host's mounts that it is bolted to.

    Raises:
        StockError: one that was named does not exist, or lies under no long rail.
    """
    y, half = build.apart.mm / 2, rail.properties.width / 2
    lo, hi = build.front.mm + INSET, build.front.mm + build.length.mm - INSET
    found = []
    for name in build.mounts or tuple(host.features):
        one = host.features.get(name)
        if one is None:
            raise StockError("mounts", f"the host has no mount “{name}”; name one from Measure, or add it there")
        if one.ball:
            continue
        beside, within = abs(abs(one.at[1]) - y), lo <= one.at[0] <= hi
        if beside <= half and within:
            found.append(one)
        elif build.mounts:
            where = f"{beside:.0f} mm beside the long rail's middle" if within else "before or behind the long rails' ends"
            raise StockError("apart" if within else "length", f"mount “{name}” lies {where}; move the rails over it, or do not use it")
    return tuple(found)


def layout(build: BedOnMounts, host: Host, catalog: Catalog) -> BedLayout:
    """Place everything from the parameters.

    Raises:
        StockError: sizes that cannot be built, naming the parameter.
    """
    rail, cross = tube(build, catalog, "rail", build.rail), tube(build, catalog, "cross", build.cross)
    side = tube(build, catalog, "side", build.side) if build.side is not None else None
    front, back, half = build.front.mm, build.front.mm + build.length.mm, build.width.mm / 2
    w = cross.properties.width
    xs = tuple(front + w / 2 + (back - front - w) * i / (build.crosses - 1) for i in range(build.crosses))
    if min(b - a for a, b in itertools.pairwise(xs)) < w + 20.0:
        raise StockError("crosses", "the cross members stand in each other; take fewer or narrower ones")
    low = build.lift.mm
    top = low + rail.properties.depth + cross.properties.depth
    ends = half - (side.properties.width if side is not None else 0.0)
    mounts = _mounts(build, host, rail)
    high = max((one.at[2] for one in mounts), default=0.0)
    if high > low + 0.5:
        raise StockError("lift", f"the mounts stand {high:.0f} mm over the frame's rails; lift the bed so far at the least")
    return BedLayout(
        front, back, half, build.apart.mm / 2, low, top, top + sheet_of(catalog, "deck", build.deck).t, rail, cross, side, xs, ends, mounts
    )  # fmt: skip


def has_side_rails(bed: BedLayout, what: str, post: Section, bow: Section) -> None:
    """Refuse ``what`` stands on side rails where there are none, or such as are narrower than its posts and bows.

    Raises:
        StockError: naming the parameter.
    """
    side = bed.side
    if side is None:
        raise StockError("side", f"the posts of {what} stand on side rails; put them round the bed")
    if max(post.properties.width, bow.properties.width) > side.properties.width + 0.5:
        wide = "post" if post.properties.width >= bow.properties.width else "bow"
        raise StockError(wide, f"wider than the side rail it stands over, {side.label}; choose a narrower tube, or a wider side rail")


def stack(place: BedLayout) -> tuple[Height, ...]:
    """The deck's height, from the frame's rails up."""
    rows = (
        ("frame's rails to the long rails", place.low),
        ("long rails", place.rail.properties.depth),
        ("cross members", place.cross.properties.depth),
        ("deck, to its top", place.deck_top - place.top),
    )
    found, z = list[Height](), 0.0
    for label, adds in rows:
        z += adds
        found.append(Height(label, adds, z))
    return tuple(found)
