"""What a bed slide is made of: members, panel, bought parts."""

from __future__ import annotations

from dataclasses import replace

from ....catalog.errors import StockError
from ....catalog.model import Catalog
from ....structure.nouns.panel import Panel
from ....structure.nouns.parts import Item, Member, MemberGroup
from ....structure.systems import SYSTEMS
from ...blocks.joining import joint_parts
from ...blocks.stock import bought, section_of
from .geometry import Layout
from .own import own_members, rib_member
from .params import BedSlide

RAIL = MemberGroup("side-rail", "Side rail, bending")
RUNNER = "flat 3/4x3/16"
LEAST_BAY = 25.0
"""Clear room between ribs, mm, that a hand with a fastener needs."""


def members_of(build: BedSlide, place: Layout, catalog: Catalog) -> list[Member]:
    tray = f"{build.id}/tray"
    rail, rib = section_of(catalog, "rail", build.rail), section_of(catalog, "rib", build.rib)
    welded = SYSTEMS[build.framing].joint == "weld"
    zc = place.underside + place.rail.depth / 2
    y = place.half - place.rail.width / 2
    found = [
        Member(
            f"{tray}/rail.{side}",
            "side rail",
            tray,
            rail,
            (place.front, sign * y, zc),
            (place.back, sign * y, zc),
            build.rail_flat,
            welded,
            group=RAIL,
            held="sideways",
        )
        for side, sign in (("left", -1), ("right", 1))
    ]
    inner = place.half - place.rail.width
    if 2 * inner < LEAST_BAY:
        raise StockError(
            "tray_width", f"two rails of {rail.label} leave no room for ribs between them; take a wider tray or narrower rails"
        )
    count = build.mid_ribs + 2
    first, last = place.front + place.rib.width / 2, place.back - place.rib.width / 2
    rib_z = place.rib_top - place.rib.depth / 2
    if (last - first) / (count - 1) < place.rib.width + LEAST_BAY:
        raise StockError("mid_ribs", f"{count} ribs leave no room between them on this tray; take fewer or narrower ones, or a longer tray")
    for i in range(count):
        x = first + (last - first) * i / (count - 1)
        name, role = ("rib.front", "end rib") if i == 0 else ("rib.rear", "end rib") if i == count - 1 else (f"rib.{i}", "mid rib")
        found.append(rib_member(f"{tray}/{name}", role, tray, rib, x, inner, rib_z, welded))
    found += own_members(build, place, catalog)
    return [*found, *_runners(build, place, catalog), *_base_rails(build, place, catalog)]


def _runners(build: BedSlide, place: Layout, catalog: Catalog) -> list[Member]:
    """Strips under a tray whose rollers are let into its rails' depth."""
    tray, found = f"{build.id}/tray", list[Member]()
    if build.rollers.let_in.mm > 0:
        runner = section_of(catalog, "runner", RUNNER)
        z = place.run + runner.properties.width / 2
        yr = place.half + runner.properties.depth / 2
        found += [
            Member(
                f"{tray}/runner.{side}",
                "runner",
                tray,
                runner,
                (place.front, sign * yr, z),
                (place.back, sign * yr, z),
                True,
                rides=f"{tray}/rail.{side}",
            )
            for side, sign in (("left", -1), ("right", 1))
        ]
    return found


def _base_rails(build: BedSlide, place: Layout, catalog: Catalog) -> list[Member]:
    """Lower and upper rail a side, flat under and over the hold-down rollers."""
    base = f"{build.id}/base"
    rows = (
        ("lower", build.base.lower, place.base_end, place.lower_y, place.lower_top / 2),
        ("upper", build.base.upper, place.upper_end, place.upper_y, (place.upper_under + place.upper_top) / 2),
    )
    found = []
    for side, sign in (("left", -1), ("right", 1)):
        for name, stock, end, y, z in rows:
            section = section_of(catalog, f"base/{name}", stock)
            a, b = (place.base_start, sign * y, z), (end, sign * y, z)
            found.append(Member(f"{base}/{name}.{side}", f"{name} rail", base, section, a, b, True, use="base"))
    return found


def items_of(build: BedSlide, place: Layout, catalog: Catalog, decks: tuple[Panel, ...]) -> list[Item]:
    tray, base = f"{build.id}/tray", f"{build.id}/base"

    def item(name: str, part: str, body: str, at: tuple[float, float, float], count: int = 1) -> Item:
        return bought(catalog, f"{body}/{name}", part, body, at, count)

    mid = (place.front + place.back) / 2
    deck, boards = decks[0], decks[0].laid.boards
    screws = 2 * boards * (build.mid_ribs + 2) if boards else max(12, round(deck.wide[0] * deck.wide[1] / 40_000))
    found = [
        replace(item("roller.front", "roller", tray, (place.x_front, 0, place.axle_front), 2), aboard=False),
        item("roller.rear", "roller", base, (place.x_rear, 0, place.axle_rear), 2),
        item("lock", "lock", tray, (place.back - 60, place.half, place.underside), build.lock.pins),
        item("stands", "stand", base, ((place.base_start + place.upper_end) / 2, 0, place.axle_front), 2 * build.base.stands),
    ]
    if not place.bite:
        found.append(item("deck screws", "deckscrew", tray, (mid, 0, place.rail_top), screws))
    at = (mid, 0.0, place.underside + place.rail.depth / 2)
    ends = 2 * (build.mid_ribs + 2 + len(build.own_members))
    found += [item(name, part, tray, at, each * ends) for name, part, each in joint_parts(build.framing, build.joints)]
    if build.tip_leg is not None:
        found.append(item("legs", "leg", tray, (place.back - 60, 0, place.underside), 2))
        if build.tip_leg.braced:
            found.append(item("leg braces", "brace", tray, (place.back - 200, 0, place.underside), 2))
    if build.guides.fitted:
        found.append(item("guides", "guide", base, (place.x_rear, 0, place.underside), 4))
    if build.base.keeper:
        found.append(item("keeper", "keeper", base, (place.x_rear, 0, place.underside), 2))
    stops = build.base.front_stop + build.base.out_stop
    if stops:
        found.append(item("stops", "stop", base, (place.x_rear, 0, place.underside), 2 * stops))
    if build.fixings:
        x = sum(fixing.x.mm if fixing.x else 0.0 for fixing in build.fixings) / len(build.fixings)
        found.append(item("fixings", "fixing", base, (x, 0, 0), len(build.fixings)))
        plates = sum(fixing.backing for fixing in build.fixings)
        if plates:
            found.append(item("backing plates", "plate", base, (x, 0, -2), plates))
    return found
