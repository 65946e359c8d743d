"""A shelf rack put together from its parameters."""

from __future__ import annotations

import itertools
from dataclasses import replace
from typing import Literal

from ....catalog.errors import StockError
from ....catalog.model import Catalog, Planks
from ....constants import G
from ....structure.assembly import Assembly, Tag
from ....structure.host import Host, Reader
from ....structure.nouns.holds import Bears, Contact, Hold, Joint, Pad
from ....structure.nouns.hung import Mount
from ....structure.nouns.panel import Covers, Panel, pierced
from ....structure.nouns.parts import Height, Item, Member, MemberGroup, Point3, Surface
from ....structure.systems import SYSTEMS
from ...blocks.at_wall import off_wall
from ...blocks.deck import boarded, deck
from ...blocks.joining import joint_parts, joint_spec
from ...blocks.stock import bought, section_of
from .ceiling import hung_up
from .geometry import Layout, ShelfLevel, layout
from .panelled import panelled
from .params import ShelfRack
from .trodden import trodden

UPRIGHT, BEARER = MemberGroup("upright", "Upright, strength"), MemberGroup("bearer", "Shelf bearer, bending")
LEAST = 1e-6
ROUND = 1.0
"""mm of room round an upright in the shelf that it passes."""
LEFT = 12.0
"""mm at least that must be left of a board beside a post."""
LEVEL: tuple[Literal[0], Literal[1]] = (0, 1)
DOWN = (0.0, 0.0, -1.0)


def _members(build: ShelfRack, place: Layout, catalog: Catalog) -> list[Member]:
    """Rear and front upright of every pair, and what lies between them under each shelf."""
    frame = f"{build.id}/frame"
    upright, bearer = section_of(catalog, "upright", build.upright), section_of(catalog, "bearer", build.bearer)
    welded = SYSTEMS[build.framing].joint == "weld"
    found = []
    for i, (x, foot) in enumerate(zip(place.xs, place.feet, strict=True), 1):
        for name, y, z in (("rear", place.y_rear, foot), ("front", place.y_front, 0.0)):
            ends = (x, y, z), (x, y, build.height.mm)
            found.append(Member(f"{frame}/{name}.{i}", "upright", frame, upright, *ends, welded=welded, group=UPRIGHT, use="leg", mark="U"))
    faces = sorted((place.y_rear - place.sign * place.upright.width / 2, place.y_front + place.sign * place.upright.width / 2))
    for level in place.levels:
        body = f"{build.id}/{level.key}"
        for i, x in enumerate(place.xs, 1):
            a, b = (x, faces[0], level.bearer), (x, faces[1], level.bearer)
            found.append(Member(f"{body}/bearer.{i}", "bearer", body, bearer, a, b, welded=welded, group=BEARER, use="deck", mark="B"))
    return found


def _joints(build: ShelfRack, place: Layout) -> tuple[Joint, ...]:
    low, high = ("rear", "front") if place.sign < 0 else ("front", "rear")
    return tuple(
        Joint(f"{build.id}/{level.key}/bearer.{i}/{end}", f"{build.id}/frame/{name}.{i}", f"{build.id}/{level.key}/bearer.{i}", end)  # type: ignore[arg-type]
        for level in place.levels
        for i in range(1, len(place.xs) + 1)
        for end, name in (("a", low), ("b", high))
    )


def _panel(build: ShelfRack, place: Layout, level: ShelfLevel) -> Panel:
    lo, hi = place.y_span()
    body = f"{build.id}/{level.key}"
    half = place.upright.depth / 2
    # the uprights pass it at both edges
    start, end = place.xs[0] - half, place.xs[-1] + half
    panel = deck(
        f"{body}/deck",
        "shelf",
        body,
        place.sheet,
        (start, lo, level.top - place.sheet.t),
        (end - start, hi - lo),
        Covers(tuple(f"{body}/bearer.{i}" for i in range(1, len(place.xs) + 1))),
        along=build.grain == "along",
        trodden=trodden(level.shelf),
    )
    panel = pierced(panel, _round_uprights(place))
    if isinstance(place.sheet, Planks):
        panel = boarded(panel, build.board_gap.mm, "deck", "shelf")
    if panel.narrowest < LEFT:
        raise StockError(
            "deck",
            f"the posts would cut through {'a board' if panel.laid.boards else 'the shelf'}; choose wider boards, slimmer posts or a deeper rack",
        )
    return panel


def _round_uprights(place: Layout) -> tuple[tuple[Point3, Point3], ...]:
    """What is cut out of a shelf for the uprights that pass it, a little wider than they are."""
    x_half, y_half = place.upright.depth / 2 + ROUND, place.upright.width / 2 + ROUND
    return tuple(((x - x_half, y - y_half, 0.0), (x + x_half, y + y_half, 0.0)) for x in place.xs for y in (place.y_rear, place.y_front))


def _surface(build: ShelfRack, place: Layout, level: ShelfLevel) -> Surface:
    # what stands there stands between the uprights, which pass the shelf at both edges
    half, long = place.upright.width / 2, place.upright.depth / 2
    lo, hi = sorted((place.y_rear - place.sign * half, place.y_front + place.sign * half))
    edge = level.shelf.edge_height.mm if level.shelf.edge != "none" else None
    return Surface(
        f"{build.id}/{level.key}",
        level.shelf.name,
        f"{build.id}/{level.key}",
        (place.xs[0] - long, lo, level.top),
        (place.xs[-1] - place.xs[0] + 2 * long, hi - lo),
        edge=edge,
        clear=level.clear,
        tilt=level.shelf.tilt.mm / build.depth.mm,
        faces=(0.0, -place.sign, 0.0),
        lips="open side",
    )


def _standing(build: ShelfRack, place: Layout) -> tuple[tuple[Contact, ...], tuple[Hold, ...]]:
    """Feet on the floor or the wheel box, which stay where they stand; none where the wall alone carries."""
    well = build.well_rating.kg * G if build.well_rating else None
    tie = build.tie_rating.kg * G if build.tie_rating else None
    contacts, holds = list[Contact](), list[Hold]()
    for i, (x, foot, on_well) in enumerate(zip(place.xs, place.feet, place.on_well, strict=True), 1):
        for name, y, z in (("rear", place.y_rear, foot), ("front", place.y_front, 0.0)):
            if build.stands == "wall" and name == "rear":
                continue
            member = f"{build.id}/frame/{name}.{i}"
            kind: Bears = "well" if name == "rear" and on_well else "floor"
            pad = None if kind == "floor" else Pad(member, place.upright.depth, place.upright.width, "the upright's end")
            rating = well if kind == "well" else None
            contacts.append(Contact(f"{member}/foot", f"foot of {name} {i}", kind, member, (x, y, z), gap=LEAST, rating=rating, pad=pad))  # fmt: skip
            if build.tied and build.stands == "floor":
                contacts.append(Contact(f"{member}/tie", f"fastening of {name} {i}", "tie", member, (x, y, z), DOWN, LEAST, rating=tie))
            holds += [Hold(member, (x, y, z), axis, "a loaded foot, held at the wall") for axis in LEVEL]
            holds.append(Hold(member, (x, y, z), 5, "its own bearing"))
    return tuple(contacts), tuple(holds)


def _mounts(build: ShelfRack, place: Layout, host: Host) -> tuple[Mount, ...]:
    given = build.wall.rating.kg * G if build.wall.rating else None
    rating = given if place.row is None or place.row.rating is None else place.row.rating
    found = []
    for i, x in enumerate(place.xs, 1):
        for n, z in enumerate(place.bolts, 1):
            name = f"wall fixing {i}" if len(place.bolts) == 1 else f"wall fixing {i}.{n}"
            found.append(
                Mount(
                    f"{build.id}/fixing.{i}.{n}",
                    name,
                    f"{build.id}/frame/rear.{i}",
                    (x, place.y_rear, z),
                    (0.0, place.sign, 0.0),
                    place.upright.width / 2,
                    rating,
                    place.row.name if place.row is not None else "",
                    place.upright.width / 2 + off_wall(host, x, place.y_rear + place.sign * place.upright.width / 2, z),
                    carries=build.stands == "wall",
                )
            )
    return tuple(found)


def _items(build: ShelfRack, place: Layout, catalog: Catalog, panels: tuple[Panel, ...]) -> tuple[Item, ...]:
    body = f"{build.id}/{place.levels[0].key}"
    at = (place.xs[0] + place.xs[-1]) / 2, (place.y_rear + place.y_front) / 2, place.levels[0].top
    ends = 2 * len(place.xs) * len(place.levels)
    screws = sum(max(8, round(panel.wide[0] * panel.wide[1] / 40_000)) for panel in panels)
    found = [bought(catalog, f"{body}/shelf screws", "deckscrew", body, at, screws)]
    found += [
        bought(catalog, f"{body}/{name}", part, body, at, each * ends) for name, part, each in joint_parts(build.framing, build.joints)
    ]
    wall = bought(catalog, f"{body}/wall fixings", "fixing", body, at, len(place.xs) * len(place.bolts))
    return (*found, replace(wall, aboard=False))


def _tags(build: ShelfRack, place: Layout) -> tuple[Tag, ...]:
    lo, hi = place.y_span()
    back = place.xs[-1]
    found = [
        Tag("side", "h", build.front.mm, build.front.mm + build.length.mm, "below", 1, "Length", "length"),
        Tag("side", "v", 0.0, build.height.mm, "right", 2, "Uprights' top", "height", at=back),
        Tag("plan", "h", build.front.mm, build.front.mm + build.length.mm, "below", 1, "Length", "length"),
        Tag("plan", "v", lo, hi, "right", 1, "Depth", "depth"),
        Tag("rear", "v", 0.0, build.height.mm, "right", 1, "Uprights' top", "height"),
        Tag("rear", "h", lo, hi, "below", 1, "Depth", "depth"),
    ]
    found += [Tag("side", "h", a, b, "above", 1, "Upright to upright") for a, b in itertools.pairwise(place.xs)]
    names = [shelf.name for shelf in build.shelves]
    for level in place.levels:
        found.append(
            Tag("side", "v", 0.0, level.top, "right", 1, level.shelf.name, f"shelves/{names.index(level.shelf.name)}/height", at=back)
        )
    return tuple(found)


def frame(build: ShelfRack, host: Reader, catalog: Catalog) -> Assembly:
    """The rack with its holders under the roof.

    Raises:
        StockError: as ``_racked`` and ``hung_up``.
    """
    made = panelled(build, host, catalog) if build.made == "panels" else _racked(build, host, catalog)
    holders, members, surfaces, items = hung_up(build, host, catalog)
    return replace(
        made,
        holders=tuple(holders),
        members=(*made.members, *members),
        surfaces=(*made.surfaces, *surfaces),
        items=(*made.items, *items),
    )


def _racked(build: ShelfRack, host: Reader, catalog: Catalog) -> Assembly:
    """Every part of the rack with its place.

    Raises:
        StockError: a section or sheet that the catalogue does not hold, a row the host has not, or sizes that cannot be built.
    """
    place = layout(build, host, catalog)
    panels = tuple(_panel(build, place, level) for level in place.levels)
    contacts, holds = _standing(build, place)
    return Assembly(
        id=build.id,
        family=build.family,
        label=build.label,
        members=tuple(_members(build, place, catalog)),
        panels=panels,
        items=_items(build, place, catalog, panels),
        surfaces=tuple(_surface(build, place, level) for level in place.levels),
        joining=replace(joint_spec(build.framing, build.joints, catalog), key="bearer", between="bearer to upright"),
        joints=_joints(build, place),
        contacts=contacts,
        holds=holds,
        mounts=_mounts(build, place, host.host),
        stack=tuple(
            Height(f"{level.shelf.name}, its top", level.top - (before.top if before else 0.0), level.top)
            for before, level in zip((None, *place.levels), place.levels, strict=False)
        ),
        tags=_tags(build, place),
    )
