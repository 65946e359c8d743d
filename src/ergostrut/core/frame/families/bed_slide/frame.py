"""The bed slide's parts, from its parameters."""

from __future__ import annotations

from dataclasses import replace

from ....catalog.errors import StockError
from ....catalog.model import Catalog, Metal, Planks
from ....constants import G
from ....measure.host import Host
from ...assembly import Anchor, Assembly, Item, JointSpec, Member, Motion, Pair, PanelPart, Pin, Position, Prop, Slide, Surface
from ...systems import SYSTEMS, Fastener
from .geometry import Layout, layout, section_of, stack
from .own import own_members
from .params import BedSlide

PIN_FY = 250.0
RUNNER = "flat 3/4x3/16"
LEAST_BAY = 25.0
"""Clear room between ribs, mm, that a hand with a fastener needs."""


def _members(build: BedSlide, place: Layout, catalog: Catalog) -> list[Member]:
    tray, base = f"{build.id}/tray", f"{build.id}/base"
    rail, rib = section_of(catalog, "rail", build.rail), section_of(catalog, "rib", build.rib)
    welded = SYSTEMS[build.framing].joint == "weld"
    zc = place.underside + place.rail.depth / 2
    y = place.half - place.rail.width / 2
    found = [
        Member(
            f"{tray}/rail.{side}", "side rail", tray, rail, (place.front, sign * y, zc), (place.back, sign * y, zc), build.rail_flat, welded
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
    rib_z = place.rail_top - place.rib.depth / 2
    if (last - first) / (count - 1) < place.rib.width + LEAST_BAY:
        raise StockError("mid_ribs", f"{count} ribs leave no room between them on this tray; take fewer or narrower ones, or a longer tray")
    for i in range(count):
        x = first + (last - first) * i / (count - 1)
        name, role = ("rib.front", "end rib") if i == 0 else ("rib.rear", "end rib") if i == count - 1 else (f"rib.{i}", "mid rib")
        found.append(Member(f"{tray}/{name}", role, tray, rib, (x, -inner, rib_z), (x, inner, rib_z), False, welded))
    found += own_members(build, place, catalog)
    if build.rollers.let_in.mm > 0:
        runner = section_of(catalog, "runner", RUNNER)
        z = place.run + runner.properties.width / 2
        yr = place.half + runner.properties.depth / 2
        found += [
            Member(f"{tray}/runner.{side}", "runner", tray, runner, (place.front, sign * yr, z), (place.back, sign * yr, z), True)
            for side, sign in (("left", -1), ("right", 1))
        ]
    lower, upper = section_of(catalog, "base/lower", build.base.lower), section_of(catalog, "base/upper", build.base.upper)
    yb = place.gear_y
    for side, sign in (("left", -1), ("right", 1)):
        zl, zu = place.lower_top / 2, (place.upper_under + place.upper_top) / 2
        found.append(
            Member(
                f"{base}/lower.{side}", "lower rail", base, lower, (place.base_start, sign * yb, zl), (place.base_end, sign * yb, zl), True
            )
        )
        found.append(
            Member(
                f"{base}/upper.{side}", "upper rail", base, upper, (place.base_start, sign * yb, zu), (place.upper_end, sign * yb, zu), True
            )
        )
    return found


def _items(build: BedSlide, place: Layout, catalog: Catalog, deck: PanelPart) -> list[Item]:
    tray, base = f"{build.id}/tray", f"{build.id}/base"

    def item(name: str, part: str, body: str, at: tuple[float, float, float], count: int = 1) -> Item:
        kind = catalog.parts[part]
        return Item(f"{body}/{name}", part, kind.label, body, at, kind.mass, kind.price, count)

    mid = (place.front + place.back) / 2
    screws = 2 * deck.boards * (build.mid_ribs + 2) if deck.boards else max(12, round(deck.size[0] * deck.size[1] / 40_000))
    found = [
        item("roller.front", "roller", tray, (place.x_front, 0, place.axle_front), 2),
        item("roller.rear", "roller", base, (place.x_rear, 0, place.axle_rear), 2),
        item("lock", "lock", tray, (place.back - 60, place.half, place.underside), build.lock.pins),
        item("deck screws", "deckscrew", tray, (mid, 0, place.rail_top), screws),
        item("stands", "stand", base, ((place.base_start + place.upper_end) / 2, 0, place.axle_front), 2 * build.base.stands),
    ]
    at = (mid, 0.0, place.underside + place.rail.depth / 2)
    ends = 2 * (build.mid_ribs + 2 + len(build.own_members))
    found += [item(name, part, tray, at, each * ends) for name, part, each in _joint_parts(build)]
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
        x = sum(anchor.x for anchor in _anchors(build, None, catalog)) / len(build.fixings)
        found.append(item("fixings", "fixing", base, (x, 0, 0), len(build.fixings)))
        plates = sum(fixing.backing for fixing in build.fixings)
        if plates:
            found.append(item("backing plates", "plate", base, (x, 0, -2), plates))
    return found


def _kind(build: BedSlide) -> Fastener:
    """The fastener chosen.

    Raises:
        StockError: one that the framing system has no use for.
    """
    system, chosen = SYSTEMS[build.framing], build.joints.fastener
    if chosen == "usual":
        return system.joint
    if chosen not in system.fasteners:
        raise StockError("joints/fastener", f"{system.label} has no {chosen}; choose {' or '.join(system.fasteners)}")
    return chosen


def _joint_parts(build: BedSlide) -> list[tuple[str, str, int]]:
    """Name, catalogue part and count of what one joint takes."""
    j, (part, usual) = build.joints, SYSTEMS[build.framing].part
    match _kind(build):
        case "bracket" | "bolt":
            return [("joints", part, j.brackets)]
        case "rivet":
            return [("joints", "angle", j.brackets), ("rivets", "rivet", 2 * j.per_leg * j.brackets)]
        case "drill screw":
            return [("joints", "angle", j.brackets), ("drill screws", "drillscrew", 2 * j.per_leg * j.brackets)]
        case "end bolt":
            return [("joints", "endbolt", j.brackets)]
        case "wood screw":
            return [("joints", part, j.screws)]
        case "pocket screw":
            return [("joints", "pocketscrew", j.screws)]
        case "lag screw":
            return [("joints", "lagscrew", j.screws)]
    return [("joints", part, usual)]


def _anchors(build: BedSlide, host: Host | None, catalog: Catalog) -> tuple[Anchor, ...]:
    found = []
    lower = section_of(catalog, "base/lower", build.base.lower)
    steel = isinstance(lower.material, Metal) and lower.material.kind != "aluminium"
    tube = (
        (lower.material.Fy, lower.properties.wall)
        if isinstance(lower.material, Metal) and steel and lower.properties.shape == "tube"
        else None
    )
    for fixing in build.fixings:
        hole = host.holes.get(fixing.hole) if host and fixing.hole else None
        thread_id = hole.thread if hole else fixing.thread
        thread = catalog.threads.get(thread_id)
        grade = catalog.grades.get(fixing.grade)
        missing = ""
        if fixing.hole is not None and host is not None and hole is None:
            missing = f"the host has no hole “{fixing.hole}”"
        elif thread is None:
            missing = f"thread “{thread_id}” is not in the catalogue"
        elif grade is None:
            missing = f"bolt grade “{fixing.grade}” is not in the catalogue"
        x = hole.x if hole else fixing.x.mm if fixing.x else 0.0
        y = hole.y if hole else fixing.y.mm if fixing.y else 0.0
        found.append(
            Anchor(
                f"{build.id}/base/fixing.{fixing.name}",
                fixing.name,
                x,
                y,
                thread,
                grade.Fu if grade else 0.0,
                fixing.grade,
                fixing.washer.mm,
                fixing.backing,
                fixing.hole,
                missing,
                fixing.nut == "rivet nut",
                fixing.nut_sold.kg * G if fixing.nut_sold else None,
                fixing.sheet_rating.kg * G if fixing.sheet_rating else None,
                tube,
                grade.proof if grade else 0.0,
                fixing.spacer.mm,
            )
        )
    return tuple(found)


def _prop(build: BedSlide, catalog: Catalog) -> Prop | None:
    leg = build.tip_leg
    if leg is None:
        return None
    section = section_of(catalog, "tip_leg/section", leg.section)
    return Prop(
        f"{build.id}/tray/leg",
        section,
        leg.length.mm if leg.length else None,
        leg.gap.mm,
        build.pull_out.mm,
        leg.braced,
        leg.inset.mm,
        leg.hinge_pin.mm,
        leg.knuckles,
        leg.hinge_gap.mm,
    )


def _joints(build: BedSlide, catalog: Catalog) -> JointSpec:
    j = build.joints
    return JointSpec(
        SYSTEMS[build.framing],
        j.weld_leg.mm if j.weld_leg else None,
        j.bracket_rating.kg * G if j.bracket_rating else None,
        j.brackets,
        catalog.threads.get(j.bolt),
        catalog.grades.get(j.bolt_grade),
        catalog.wood_screws.get(j.screw),
        j.screws,
        j.bite.mm,
        _kind(build),
        j.rivet,
        j.drill_screw,
        j.per_leg,
        j.bracket_wall.mm,
        j.lag,
        j.tap_depth.mm,
    )


def _deck(build: BedSlide, place: Layout, catalog: Catalog) -> PanelPart:
    """The deck: a sheet, or as many boards along the tray as its width takes, spread evenly.

    Raises:
        StockError: boards in slots, or a board wider than the tray.
    """
    sheet = catalog.sheets[build.deck]
    origin, size = (place.front, -place.half, place.rail_top), (build.tray_length.mm, build.tray_width.mm)
    deck = PanelPart(f"{build.id}/tray/deck", "deck", f"{build.id}/tray", sheet, origin, size, build.grain == "along", build.deck_edges)
    if not isinstance(sheet, Planks):
        return deck
    if build.deck_edges == "slots":
        raise StockError("deck_edges", "boards cannot be let into slots on four edges; screw them down, or choose a sheet")
    count = int((size[1] + build.board_gap.mm) / (sheet.width + build.board_gap.mm) + 1e-9)
    if count < 1:
        raise StockError("deck", f"{sheet.label} are wider than the tray; choose narrower boards or a wider tray")
    gap = (size[1] - count * sheet.width) / (count - 1) if count > 1 else 0.0
    return replace(deck, along=True, boards=count, gap=gap)


def frame(build: BedSlide, host: Host, catalog: Catalog) -> Assembly:
    """Every part of the slide with its place.

    Raises:
        StockError: a section or sheet that the catalogue does not hold.
    """
    place = layout(build, host, catalog)
    sheet = catalog.sheets[build.deck]
    tray = f"{build.id}/tray"
    r = build.rollers
    deck = _deck(build, place, catalog)
    rating = r.rating.kg * G if r.rating else None
    guide_rating = build.guides.rating.kg * G if build.guides.rating else None
    stops = sorted(stop.mm for stop in build.stops)
    positions = (
        Position("in", 0.0, True),
        *(Position(f"stop {i}", travel, False) for i, travel in enumerate(stops, 1)),
        Position("out", build.pull_out.mm, False),
    )
    slide = Slide(
        id=build.id,
        body=tray,
        motion=f"{tray}/pull",
        carrying=Pair(
            f"{build.id}/base/roller.rear",
            "host",
            place.x_rear,
            place.gear_y,
            place.axle_rear,
            r.diameter.mm,
            r.width.mm,
            r.axle.mm,
            rating,
        ),
        hold_down=Pair(
            f"{tray}/roller.front", "body", place.x_front, place.gear_y, place.axle_front, r.diameter.mm, r.width.mm, r.axle.mm, rating
        ),
        play=r.play.mm,
        let_in=r.let_in.mm,
        rail_underside=place.underside,
        lower=f"{build.id}/base/lower",
        upper=f"{build.id}/base/upper",
        stand_pitch=(place.upper_end - place.base_start) / (build.base.stands - 1),
        keeper=build.base.keeper,
        keeper_rating=build.base.keeper_rating.kg * G if build.base.keeper_rating else None,
        front_stop=build.base.front_stop,
        out_stop=build.base.out_stop,
        guides=build.guides.fitted,
        side_play=build.guides.play.mm,
        guide_rating=guide_rating,
        stop_rating=build.base.stop_rating.kg * G if build.base.stop_rating else None,
        prop=_prop(build, catalog),
    )
    lock = build.lock
    pin = Pin(
        f"{tray}/lock",
        lock.pin.mm,
        lock.gap.mm,
        lock.tray_plate.mm,
        lock.base_plate.mm,
        lock.close_fit,
        lock.pins,
        lock.Fy or PIN_FY,
        lock.Fy is not None,
    )
    return Assembly(
        id=build.id,
        family=build.family,
        label=build.label,
        members=tuple(_members(build, place, catalog)),
        panels=(deck,),
        items=tuple(_items(build, place, catalog, deck)),
        surfaces=(Surface(tray, "tray", tray, (place.front, -place.half, place.deck_top), (build.tray_length.mm, build.tray_width.mm)),),
        motions=(Motion(f"{tray}/pull", tray, "Pull the tray", build.pull_out.mm, positions),),
        slides=(slide,),
        pins=(pin,),
        anchors=_anchors(build, host, catalog),
        stack=stack(build, place, sheet.t),
        joints=_joints(build, catalog),
    )
