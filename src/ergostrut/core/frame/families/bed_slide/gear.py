"""What a bed slide runs on and is held by: rollers, keeper, guides, lock, legs, and the joints of its tray."""

from __future__ import annotations

import itertools

from ....catalog.model import Catalog
from ....constants import G
from ....structure.nouns.holds import BasePost, Contact, Hold, Joint, Lock, Pad, Pair, Prop, Slider, Stand
from ....structure.nouns.parts import Member, Point3
from ...blocks.stock import section_of
from .geometry import GEAR_CLEARANCE, Layout
from .params import BedSlide

PIN_FY = 250.0
LEAST = 1e-6
"""A gap of nothing, mm: enough to tell the two sides of a roller apart."""
SIDES = ("left", "right")
DOWN: Point3 = (0.0, 0.0, -1.0)


def joints_of(members: list[Member]) -> tuple[Joint, ...]:
    """Every rib and brace end on its rail, and every rib that a brace passes."""
    rails = {m.id.rsplit(".", 1)[-1]: m for m in members if m.role == "side rail"}
    ribs = sorted((m for m in members if m.role in ("end rib", "mid rib")), key=lambda m: m.a[0])
    braces = [m for m in members if m.role == "brace"]
    found = []
    for member in (*ribs, *braces):
        lies = member.role == "brace"
        for side, end in (("left", "a"), ("right", "b")):
            ident = f"{member.id}/{side}"
            found.append(Joint(ident, rails[side].id, member.id, end, "face" if lies else "axis", holds=not lies))  # type: ignore[arg-type]
    for brace, rib in itertools.product(braces, ribs):
        found.append(Joint(f"{brace.id}/{rib.key}", rib.id, brace.id, "crosses", "face", holds=False))
    return tuple(found)


def contacts_of(build: BedSlide, place: Layout, rails: list[Member]) -> tuple[Contact, ...]:
    """Rollers under, on and over the tray's rails, the keeper of the closed tray, and the legs of the open one."""
    found: list[Contact] = []
    for rail, side in zip(rails, SIDES, strict=True):
        found += _running(build, place, rail, side)
        if build.tip_leg is not None:
            _, y, z = rail.a
            foot = (place.back - build.tip_leg.inset.mm, y, z)
            gap = max(build.tip_leg.gap.mm, LEAST)
            ident = f"{build.id}/tray/leg.{side}"
            found.append(Contact(ident, f"leg {side}", "leg", rail.id, foot, gap=gap, only_at=build.pull_out.mm))
    return tuple(found)


def _running(build: BedSlide, place: Layout, rail: Member, side: str) -> list[Contact]:
    """What carries one rail and holds it down: on the base, beside the rail where the rollers are let in."""
    play = max(build.rollers.play.mm, LEAST)
    base, tray = f"{build.id}/base", f"{build.id}/tray"
    rating = build.rollers.rating.kg * G if build.rollers.rating else None
    hook = build.base.keeper_rating.kg * G if build.base.keeper_rating else None
    lower, upper = f"{base}/lower.{side}", f"{base}/upper.{side}"
    _, y, z = rail.a
    rear, front = (place.x_rear, y, z), (place.x_front, y, z)
    size = build.rollers.diameter.mm, build.rollers.width.mm
    out = 1 if side == "right" else -1
    carrying, holding = (out * (at - abs(y)) for at in (place.gear_y, place.beside))
    # let in beside the rail it runs on a strip, and bears on no wall
    runs = None if build.rollers.let_in.mm > 0 else Pad(rail.id, *size, roller=True)
    below, above = Pad(lower, *size, roller=True), Pad(upper, *size, roller=True)
    front_id, front_words = f"{tray}/roller.front.{side}", f"front roller {side}"
    found = [
        Contact(
            f"{base}/roller.rear.{side}",
            f"rear roller {side}",
            "roller",
            rail.id,
            rear,
            rides="host",
            rating=rating,
            on=lower,
            pad=runs,
            aside=carrying,
        ),
        Contact(
            f"{front_id}.lower",
            f"{front_words} on the lower rail",
            "lower",
            rail.id,
            front,
            rating=rating,
            on=lower,
            pad=below,
            aside=holding,
        ),
        Contact(
            f"{front_id}.upper",
            f"{front_words} under the upper rail",
            "upper",
            rail.id,
            front,
            DOWN,
            play,
            rating=rating,
            on=upper,
            pad=above,
            aside=holding,
        ),
    ]
    if build.base.keeper:
        ident, words = f"{base}/keeper.{side}", f"rear keeper {side}"
        found.append(Contact(ident, words, "keeper", rail.id, rear, DOWN, play, "host", 0.0, rating=hook, on=lower, aside=carrying))
    return found


def holds_of(place: Layout, rails: list[Member], ribs: list[Member]) -> tuple[Hold, ...]:
    """What holds the tray level: guides at both axles, lock and stops; its sheet braces it as a shear panel, boards leave it to the frame."""
    left, right = rails
    _, y, z = left.a
    last = max(ribs, key=lambda m: m.a[0]).a[0]
    return (
        Hold(left.id, (place.x_front, y, z), 1, "guides"),
        Hold(left.id, (place.x_rear, y, z), 1, "guides", "host"),
        Hold(right.id, (last, right.a[1], z), 0, "lock and stops"),
    )


def stands_of(rails: list[Member], ribs: list[Member]) -> tuple[Stand, ...]:
    """One foot at the tray's tail."""
    left, last = rails[0], max(ribs, key=lambda m: m.a[0])
    corner = Stand("corner", "foot at the corner", left.b, left.id)
    return corner, Stand("middle", "foot mid end", (left.b[0], 0.0, left.b[2]), last.id)


def links_of(build: BedSlide, place: Layout) -> tuple[BasePost, ...]:
    """The stands between lower and upper rail, evenly."""
    base, count = f"{build.id}/base", build.base.stands
    pitch = (place.upper_end - place.base_start) / (count - 1)
    return tuple(
        BasePost(f"{base}/stand.{side}.{i + 1}", f"{base}/lower.{side}", f"{base}/upper.{side}", place.base_start + i * pitch)
        for side in SIDES
        for i in range(count)
    )


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


def slider_of(build: BedSlide, place: Layout, catalog: Catalog) -> Slider:
    """How the tray runs."""
    tray, base, r = f"{build.id}/tray", f"{build.id}/base", build.rollers
    rating = r.rating.kg * G if r.rating else None
    plate = (r.plate.mm if r.plate else None, r.plate_width.mm if r.plate_width else None)
    size = (r.diameter.mm, r.width.mm, r.axle.mm, rating, plate)
    return Slider(
        id=build.id,
        label="tray",
        body=tray,
        motion=f"{tray}/pull",
        rails=(f"{tray}/rail.left", f"{tray}/rail.right"),
        carrying=Pair(f"{base}/roller.rear", "host", place.x_rear, place.gear_y, place.axle_rear, *size),
        hold_down=Pair(f"{tray}/roller.front", "body", place.x_front, place.beside, place.axle_front, *size),
        play=r.play.mm,
        let_in=r.let_in.mm,
        rail_underside=place.underside,
        lower=f"{base}/lower",
        upper=f"{base}/upper",
        stand_pitch=(place.upper_end - place.base_start) / (build.base.stands - 1),
        keeper=build.base.keeper,
        keeper_rating=build.base.keeper_rating.kg * G if build.base.keeper_rating else None,
        front_stop=build.base.front_stop,
        out_stop=build.base.out_stop,
        guides=build.guides.fitted,
        side_play=build.guides.play.mm,
        guide_rating=build.guides.rating.kg * G if build.guides.rating else None,
        stop_rating=build.base.stop_rating.kg * G if build.base.stop_rating else None,
        beside=GEAR_CLEARANCE,
        stand_rating=build.base.stand_rating.kg * G if build.base.stand_rating else None,
        prop=_prop(build, catalog),
    )


def lock_of(build: BedSlide) -> Lock:
    """The pin that holds the tray at its stops."""
    lock = build.lock
    return Lock(
        f"{build.id}/tray/lock",
        build.id,
        lock.pin.mm,
        lock.gap.mm,
        lock.tray_plate.mm,
        lock.base_plate.mm,
        lock.close_fit,
        lock.pins,
        lock.Fy or PIN_FY,
        lock.Fy is not None,
    )
