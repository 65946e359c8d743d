"""A hung bunk put together from its parameters."""

from __future__ import annotations

import math
from dataclasses import replace

from ....catalog.model import Catalog
from ....constants import G
from ....mechanics.joints.hardware import HINGE_FY
from ....structure.assembly import Assembly, Tag
from ....structure.host import Host, Reader
from ....structure.nouns.catch_pin import CatchPin
from ....structure.nouns.holds import Joint, Motion, Position
from ....structure.nouns.hung import Latch, Mount, Pivot, Strap
from ....structure.nouns.parts import Member, Surface
from ....structure.nouns.stow import Stow
from ...blocks.at_wall import off_wall
from ...blocks.joining import joint_spec
from .geometry import Layout, bolt_places, layout, spaced, stack, strap_places
from .params import HungBunk
from .parts import deck_of, edge_height, items_of, members_of

SOFT, STIFF = 0.07, 0.04
"""Stretch of polyester webbing at its lashing capacity (EN 12195-2: at most 7 %, from memory; a stiff one 4 %, typical)."""
CAPACITY = 5_000.0
"""N: lashing capacity that the stretch of a 25 mm strap belongs to (EN 12195-2, from memory)."""
HINGE_INSET = 60.0


def _straps(build: HungBunk, place: Layout, host: Reader) -> tuple[Strap, ...]:
    rating = build.straps.rating.kg * G if build.straps.rating else None
    given = build.straps.eye.kg * G if build.straps.eye else None
    found, places = [], strap_places(build, place, host)
    names = {2: ("front", "rear"), 3: ("front", "middle", "rear")}.get(len(places)) or tuple(f"{i}" for i in range(1, len(places) + 1))
    for name, (x, to, row) in zip(names, places, strict=True):
        at = x, place.y_front, place.z
        long = math.dist(at, to)
        k = CAPACITY / (SOFT * long), CAPACITY / (STIFF * long)
        eye = given if row is None or row.rating is None else row.rating
        label = f"strap {name}" if name.isdigit() else f"{name} strap"
        source = row.name if row is not None else ""
        found.append(
            Strap(
                f"{build.id}/strap.{name}",
                label,
                f"{build.id}/bed/outer",
                at,
                to,
                k,
                build.straps.slack.mm,
                rating=rating,
                marked=build.straps.marked,
                eye=eye,
                source=source,
            )
        )
    return tuple(found)


def _mounts(build: HungBunk, place: Layout, host: Host) -> tuple[Mount, ...]:
    given = build.wall_rail.rating.kg * G if build.wall_rail.rating else None
    found = []
    for i, (x, z, row) in enumerate(bolt_places(build, place, host), 1):
        rating = given if row is None or row.rating is None else row.rating
        at = x, place.y_wall, z
        into = 0.0, place.side, 0.0
        found.append(
            Mount(
                f"{build.id}/bolt.{i}",
                f"wall bolt {i}",
                f"{build.id}/wall/rail",
                at,
                into,
                place.wall_rail.depth / 2 - abs(z - place.z),
                rating,
                row.name if row else "",
                place.wall_rail.width / 2 + off_wall(host, x, place.y_wall + place.side * place.wall_rail.width / 2, z),
            )
        )
    return tuple(found)


def _pivots(build: HungBunk, place: Layout) -> tuple[Pivot, ...]:
    h, found = build.hinges, []
    rating = h.rating.kg * G if h.rating else None
    for i, x in enumerate(spaced(place.front + HINGE_INSET, place.back - HINGE_INSET, h.count), 1):
        found.append(
            Pivot(
                f"{build.id}/hinge.{i}",
                f"hinge {i}",
                f"{build.id}/bed/inner",
                f"{build.id}/wall/rail",
                (x, place.y_pin, place.z_pin),
                (1.0, 0.0, 0.0),
                h.pin.mm,
                h.gap.mm,
                h.leaf.mm,
                h.leaf.mm,
                h.Fy or HINGE_FY,
                h.Fy is not None,
                rating,
            )
        )
    return tuple(found)


def _motion(build: HungBunk, place: Layout) -> Motion:
    down = Position("down", 0.0, False, ("parked", "night"))
    up = Position("folded up", build.fold.degrees, True, ("driving",), bare=True)
    # the right hand turns the free edge up: about +x on the left wall, about -x on the right
    axis = (-place.side, 0.0, 0.0)
    return Motion(f"{build.id}/fold", f"{build.id}/bed", "Fold the bunk", build.fold.degrees, (down, up), axis, "bunk", "", place.pin)


def _tags(bed: str, place: Layout) -> tuple[Tag, ...]:
    lo, hi = place.y_span()
    return (
        Tag("plan", "h", place.front, place.back, "below", 1, "Length", "length"),
        Tag("plan", "v", lo, hi, "right", 1, "Width", "width", rides=bed, when="home"),
        Tag("side", "h", place.front, place.back, "below", 1, "Length", "length"),
        Tag("side", "v", 0.0, place.deck_top, "right", 1, "Deck top above floor", "height", rides=bed, when="home"),
        Tag("rear", "h", lo, hi, "below", 1, "Width", "width", rides=bed, when="home"),
        Tag("rear", "v", 0.0, place.deck_top, "right", 1, "Deck top above floor", "height", rides=bed, when="home"),
    )


def _joints(members: list[Member], build: HungBunk, place: Layout) -> tuple[Joint, ...]:
    inner, outer = f"{build.id}/bed/inner", f"{build.id}/bed/outer"
    low, high = (inner, outer) if place.side < 0 else (outer, inner)
    return tuple(
        Joint(f"{m.id}/{end}", through, m.id, end)  # type: ignore[arg-type]
        for m in members
        if m.role == "rib"
        for end, through in (("a", low), ("b", high))
    )


def frame(build: HungBunk, host: Reader, catalog: Catalog) -> Assembly:
    """Every part of the bunk with its place.

    Raises:
        StockError: a section or sheet that the catalogue does not hold, a row the host has not, or sizes that cannot be built.
    """
    place = layout(build, host, catalog)
    members = members_of(build, place, catalog)
    deck = deck_of(build, place, catalog, members)
    mounts = _mounts(build, place, host.host)
    soft = build.mattress.thickness.mm if build.mattress is not None else 0.0
    lo, hi = place.y_span()
    bed = Surface(
        f"{build.id}/bed",
        "bunk",
        f"{build.id}/bed",
        (place.front, lo, place.deck_top + soft),
        (build.length.mm, hi - lo),
        "sleeping",
        soft,
        True,
        edge_height(place, members),
    )
    made = Assembly(
        id=build.id,
        family=build.family,
        label=build.label,
        members=tuple(members),
        panels=(deck,),
        items=tuple(items_of(build, place, catalog, deck, len(mounts))),
        surfaces=(bed,),
        joining=replace(joint_spec(build.framing, build.joints, catalog), between="rib to rail"),
        motions=(_motion(build, place),),
        joints=_joints(members, build, place),
        straps=_straps(build, place, host),
        mounts=mounts,
        pivots=_pivots(build, place),
        latches=(
            Latch(
                f"{build.id}/latch",
                "latch",
                f"{build.id}/bed/outer",
                ((place.front + place.back) / 2, place.y_front, place.z),
                1,
                build.fold.degrees,
                build.fold.latch_rating.kg * G if build.fold.latch_rating else None,
            ),
        ),
        stack=stack(place, deck.sheet.t),
        tags=_tags(f"{build.id}/bed", place),
    )
    return replace(made, stows=(_stowed(build, place, made),))


def _stowed(build: HungBunk, place: Layout, made: Assembly) -> Stow:
    """The bed folded up for the day: half of it hangs on what keeps it there, the other half on its hinges."""
    fold, body = build.fold, f"{build.id}/bed"
    rating = fold.latch_rating.kg * G if fold.latch_rating else None
    pin = CatchPin(fold.pin.mm, *(one.mm if one is not None else None for one in (fold.engaged, fold.play, fold.flex)))
    kg = sum(mass for mass, _ in made.masses(body)) / 2
    return Stow(f"{build.id}/bed/folded", "bunk", "folded up", body, kg, fold.kept, rating, None, (1, -place.side), fold.degrees, pin)
