"""What a platform is made of: bearers, legs, props, decks, bought parts."""

from __future__ import annotations

from dataclasses import replace
from typing import Literal

from ....catalog.errors import StockError
from ....catalog.model import Catalog, Planks, Sandwich, Sheet
from ....structure.nouns.panel import Covers, Panel
from ....structure.nouns.parts import Item, Member, MemberGroup
from ....structure.systems import SYSTEMS
from ...blocks.deck import boarded, deck, seams
from ...blocks.joining import joint_parts
from ...blocks.stock import bought, section_of, sheet_of
from .geometry import BearerSeat, Layout
from .params import FixedPlatform

BEARER = MemberGroup("bearer", "Bearer, bending")
LEG = MemberGroup("leg", "Leg, strength")
PROP = MemberGroup("prop", "Prop, strength")
SHORT = 5.0
"""mm: less than this between a well and a bearer needs no packer."""


def _bearer(build: FixedPlatform, place: Layout, i: int, seat: BearerSeat, catalog: Catalog) -> Member:
    z = place.level + place.bearer.depth / 2
    if build.run == "across":
        a, b = (seat.at, -place.half, z), (seat.at, place.half, z)
    else:
        a, b = (place.front, seat.at, z), (place.back, seat.at, z)
    section = section_of(catalog, "bearer", build.bearer)
    return Member(
        f"{build.id}/frame/bearer.{i}",
        "bearer",
        f"{build.id}/frame",
        section,
        a,
        b,
        build.bearer_flat,
        group=BEARER,
        use=build.use,
        mark="C",
    )


def _uprights(build: FixedPlatform, place: Layout, i: int, seat: BearerSeat, catalog: Catalog) -> list[Member]:
    """Legs and prop of a bearer, and packers between it and a wheel well."""
    frame, found = f"{build.id}/frame", list[Member]()
    ends = (("left", -1.0), ("right", 1.0)) if build.run == "across" else (("front", 0.0), ("rear", 1.0))

    def at(along: float) -> tuple[float, float]:
        return (seat.at, along) if build.run == "across" else (along, seat.at)

    if seat.bears == "leg":
        section = section_of(catalog, "legs/section", build.legs.section)
        inset = build.legs.inset.mm + section.properties.width / 2
        for name, side in ends:
            along = side * (place.half - inset) if build.run == "across" else (place.back - inset if side else place.front + inset)
            x, y = at(along)
            bottom = build.legs.gap.mm
            if bottom >= place.level - 20:
                raise StockError("legs/gap", "the legs would have no length left; cut them less short, or lift the platform")
            foot, top = (x, y, bottom), (x, y, place.level)
            found.append(Member(f"{frame}/leg.{i}.{name}", "leg", frame, section, foot, top, group=LEG, use="leg", mark="L"))
    if seat.bears == "well" and place.well is not None and place.level - place.well.height > SHORT:
        section = section_of(catalog, "legs/section", build.legs.section)
        for name, side in ends:
            y = side * (place.well.inner + max(place.on_well, 0.0) / 2)
            foot, top = (seat.at, y, place.well.height), (seat.at, y, place.level)
            found.append(Member(f"{frame}/packer.{i}.{name}", "packer", frame, section, foot, top, use="base", mark="P"))
    if seat.bears == "rest":
        section = section_of(catalog, "legs/section", build.legs.section)
        for name, side in ends:
            along = side * (place.half - 20.0) if build.run == "across" else (place.back - 20.0 if side else place.front + 20.0)
            x, y = at(along)
            found.append(Member(f"{frame}/rest.{i}.{name}", "rest", frame, section, (x, y, 0.0), (x, y, place.level), use="base", mark="P"))
    if build.props is not None:
        section = section_of(catalog, "props/section", build.props.section)
        x, y = at(0.0 if build.run == "across" else (place.front + place.back) / 2)
        foot, top = (x, y, build.props.gap.mm), (x, y, place.level)
        found.append(Member(f"{frame}/prop.{i}", "prop", f"{build.id}/prop.{i}", section, foot, top, group=PROP, use="leg", mark="S"))
    return found


def members_of(build: FixedPlatform, place: Layout, catalog: Catalog) -> list[Member]:
    """Bearers, then what stands under them."""
    rows = list(enumerate(sorted(place.seats, key=lambda seat: seat.at), 1))
    bearers = [_bearer(build, place, i, seat, catalog) for i, seat in rows]
    welded = SYSTEMS[build.framing].joint == "weld"
    uprights = [member for i, seat in rows for member in _uprights(build, place, i, seat, catalog)]
    return [replace(m, welded=welded and m.group is not None) for m in (*bearers, *uprights)]


def _spans(build: FixedPlatform, place: Layout, sheet: Sheet | Sandwich | Planks, bearers: list[Member]) -> list[tuple[float, float]]:
    """From where to where each part of its deck lies: two halves, or in as many sheets as it takes, their seams on bearers."""
    if place.split is not None:
        return [(place.front, place.split), (place.split, place.back)]
    if build.run == "along" or isinstance(sheet, Planks):
        return [(place.front, place.back)]
    return seams(place.front, place.back, [m.a[0] for m in bearers], sheet.size[0 if build.grain == "along" else 1])


def decks_of(build: FixedPlatform, place: Layout, catalog: Catalog, bearers: list[Member]) -> tuple[Panel, ...]:
    """One deck, in sheets where it is longer than one, or two halves that meet over a bearer.

    Raises:
        StockError: boards wider than the platform.
    """
    sheet = sheet_of(catalog, "deck", build.deck)
    spans, halves = _spans(build, place, sheet, bearers), place.split is not None
    found = []
    for n, (lo, hi) in enumerate(spans):
        body = f"{build.id}/half" if halves and n else f"{build.id}/frame"
        name = "deck" if n == 0 else "deck.rear" if halves else f"deck.{n + 1}"
        k: Literal[0, 1] = 0 if build.run == "across" else 1
        on = tuple(m.id for m in bearers if k == 1 or lo - 1e-6 <= m.a[0] <= hi + 1e-6)
        panel = deck(
            f"{build.id}/{name}",
            "deck",
            body,
            sheet,
            (lo, -place.half, place.top),
            (hi - lo, 2 * place.half),
            Covers(on, k),
            along=build.grain == "along",
            use=build.use,
        )
        found.append(boarded(panel, build.board_gap.mm, "deck", "platform") if isinstance(sheet, Planks) else panel)
    return tuple(found)


def items_of(build: FixedPlatform, place: Layout, catalog: Catalog, members: list[Member], panels: tuple[Panel, ...]) -> list[Item]:
    """Screws, ties, joints, mattress."""
    frame = f"{build.id}/frame"
    middle = ((place.front + place.back) / 2, 0.0, place.deck_top)
    screws = sum(max(8, round(panel.wide[0] * panel.wide[1] / 40_000)) for panel in panels)
    found = [bought(catalog, f"{frame}/deck screws", "deckscrew", frame, middle, screws)]
    joined = sum(m.role == "leg" for m in members)
    if joined:
        found += [
            bought(catalog, f"{frame}/{n}", part, frame, middle, each * joined)
            for n, part, each in joint_parts(build.framing, build.joints)
        ]
    props = sum(m.role == "prop" for m in members)
    if props:
        found.append(bought(catalog, f"{frame}/hinges", "hinge", frame, middle, props))
    if build.tied:
        found.append(bought(catalog, f"{frame}/ties", "tie", frame, (middle[0], 0.0, place.level), 2 * len(place.seats)))
    if build.mattress is not None:
        at = (middle[0], 0.0, place.deck_top + build.mattress.thickness.mm / 2)
        found.append(replace(bought(catalog, f"{frame}/mattress", "mattress", frame, at), mass=build.mattress.mass.kg))
    return found
