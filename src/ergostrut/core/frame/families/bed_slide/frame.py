"""A bed slide put together from its parameters."""

from __future__ import annotations

import itertools

from ....catalog.model import Catalog
from ....structure.assembly import Assembly, Tag
from ....structure.host import Reader
from ....structure.nouns.holds import Motion, Position
from ....structure.nouns.parts import Member, Surface
from ...blocks.fixings import anchors
from ...blocks.joining import joint_spec
from ...blocks.stock import section_of
from .decking import decks_of
from .gear import contacts_of, holds_of, joints_of, links_of, lock_of, slider_of, stands_of
from .geometry import Layout, layout, stack
from .params import BedSlide
from .parts import items_of, members_of


def _motion(build: BedSlide) -> Motion:
    stops = sorted(stop.mm for stop in build.stops)
    positions = (
        Position("in", 0.0, True, ("driving", "night")),
        *(Position(f"stop {i}", travel, False) for i, travel in enumerate(stops, 1)),
        Position("out", build.pull_out.mm, False, ("parked",)),
    )
    return Motion(f"{build.id}/tray/pull", f"{build.id}/tray", "Pull the tray", build.pull_out.mm, positions, noun="tray", path="pull_out")


def _tags(build: BedSlide, place: Layout, ribs: list[Member]) -> tuple[Tag, ...]:
    tray, half = f"{build.id}/tray", place.half
    pitch = [Tag("plan", "h", a.a[0], b.a[0], "above", 2, "Rib to rib", rides=tray) for a, b in itertools.pairwise(ribs)]
    return (
        Tag("side", "h", place.front, place.back, "below", 2, "Tray length", "tray_length", rides=tray),
        Tag("side", "v", 0.0, place.deck_top, "right", 1, "Deck top above floor", at=place.back, rides=tray),
        Tag("plan", "h", place.front, place.back, "below", 1, "Tray length", "tray_length", rides=tray),
        Tag("plan", "v", -half, half, "right", 1, "Tray width", "tray_width"),
        Tag("plan", "h", 0.0, place.front, "above", 1, "Front gap", "front_gap", rides=tray, when="home"),
        *pitch,
        Tag("rear", "h", -half, half, "below", 1, "Tray width", "tray_width"),
        Tag("rear", "v", 0.0, place.underside, "right", 1, "Rail underside"),
        Tag("rear", "v", 0.0, place.deck_top, "right", 2, "Deck top"),
    )


def _surface(build: BedSlide, place: Layout, tray: str, ribs: list[Member]) -> Surface:
    """Where things stand: all over the deck, or within rails and end ribs where those stand up around it."""
    if not place.bite:
        return Surface(tray, "tray", tray, (place.front, -place.half, place.deck_top), (build.tray_length.mm, build.tray_width.mm))
    first, last = ribs[0].a[0] + place.rib.width / 2, ribs[-1].a[0] - place.rib.width / 2
    inner = place.half - place.rail.width
    return Surface(tray, "tray", tray, (first, -inner, place.deck_top), (last - first, 2 * inner))


def frame(build: BedSlide, host: Reader, catalog: Catalog) -> Assembly:
    """Every part of the slide with its place.

    Raises:
        StockError: a section or sheet that the catalogue does not hold, or sizes that cannot be built.
    """
    place = layout(build, host, catalog)
    tray, base = f"{build.id}/tray", f"{build.id}/base"
    members = members_of(build, place, catalog)
    rails = [m for m in members if m.role == "side rail"]
    ribs = sorted((m for m in members if m.role in ("end rib", "mid rib")), key=lambda m: m.a[0])
    decks = decks_of(build, tray, (place.front, -place.half, place.deck_under), place.rail.width, place.bite, ribs, catalog)
    surface = _surface(build, place, tray, ribs)
    return Assembly(
        id=build.id,
        family=build.family,
        label=build.label,
        members=tuple(members),
        panels=decks,
        items=tuple(items_of(build, place, catalog, decks)),
        surfaces=(surface,),
        joining=joint_spec(build.framing, build.joints, catalog),
        motions=(_motion(build),),
        joints=joints_of(members),
        contacts=contacts_of(build, place, rails),
        holds=holds_of(place, rails, ribs),
        stands=stands_of(rails, ribs),
        sliders=(slider_of(build, place, catalog),),
        locks=(lock_of(build),),
        anchors=anchors(base, build.fixings, host.host, section_of(catalog, "base/lower", build.base.lower), catalog, flat=True),
        base=base,
        links=links_of(build, place),
        stack=stack(build, place, decks[0].sheet.t),
        tags=_tags(build, place, ribs),
    )
