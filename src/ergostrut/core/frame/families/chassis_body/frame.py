"""A body put together from its parameters: a bed, a cage of posts, roof rails and bows on it, skins round that."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace

from ....catalog.model import Catalog
from ....structure.assembly import Assembly, Tag
from ....structure.host import GROUND, Reader
from ....structure.nouns.holds import Joint, Motion
from ....structure.nouns.hung import Door
from ....structure.nouns.panel import Panel
from ....structure.nouns.parts import Clear, Height, Item, Member, MemberGroup
from ...blocks.bed.frame import bed
from ...blocks.cage.door import DOOR, hung
from ...blocks.cage.hatch import SEAL
from ...blocks.cage.openings import opened
from ...blocks.cage.side_door import across, jambs, name_of
from ...blocks.cage.side_door import hung as side_hung
from ...blocks.cage.skinned import Wall, closing, skinned
from ...blocks.cage.tubes import SIDES, Tubes
from ...blocks.deck import cut_round, laid
from ...blocks.stock import bought
from .geometry import Cage, cage, door_ends
from .params import ChassisBody

POST, RAIL, BOW = (
    MemberGroup("post", "Post, strength"),
    MemberGroup("roof-rail", "Roof rail, strength"),
    MemberGroup("bow", "Roof bow, bending"),
)


def _upright(build: ChassisBody, place: Cage, name: str, x: float, y: float) -> Member:
    body = f"{build.id}/walls"
    return Member(
        f"{body}/{name}", "post", body, place.post, (x, y, place.foot), (x, y, place.under), welded=True, group=POST, use="leg", mark="P"
    )


def _members(build: ChassisBody, place: Cage) -> list[Member]:
    """Posts a side, between the corners at the front, beside the door and the corners at the rear; roof rails and bows."""
    bed, high = place.bed, place.under + place.bow.properties.depth / 2
    inside = place.y_roof - place.bow.properties.width / 2
    found = [_upright(build, place, f"post.{i}.{name}", x, s * place.y) for name, s in SIDES for i, x in enumerate(place.sides[name], 1)]
    found += [_upright(build, place, f"front post.{k}", place.xs[0], y) for k, y in enumerate(place.front, 1)]
    found += [_upright(build, place, f"rear post.{k}", place.xs[-1], y) for k, y in enumerate(place.rear, 1)]
    body = f"{build.id}/roof"
    found += [
        Member(
            f"{body}/roof rail.{name}", "roof rail", body, place.bow, (bed.front, s * place.y_roof, high), (bed.back, s * place.y_roof, high),
            welded=True, group=RAIL, mark="T",
        )
        for name, s in SIDES
    ]  # fmt: skip
    found += [
        Member(f"{body}/bow.{i}", "roof bow", body, place.bow, (x, -inside, high), (x, inside, high), welded=True, group=BOW, use="roof", mark="B")
        for i, x in enumerate(place.bows, 1)
    ]  # fmt: skip
    return found


def _joints(build: ChassisBody, place: Cage) -> Iterator[Joint]:
    """Posts stand on side rails and on the outer cross members, and come up to roof rails and the outer bows; bows end in the roof rails."""
    walls, roof, floor = f"{build.id}/walls", f"{build.id}/roof", f"{build.id}/bed"
    rows = [
        (f"post.{i}.{name}", f"side rail.{name}", f"roof rail.{name}") for name, _ in SIDES for i in range(1, len(place.sides[name]) + 1)
    ]
    rows += [(f"front post.{k}", "cross member.1", "bow.1") for k in range(1, len(place.front) + 1)]
    rows += [(f"rear post.{k}", f"cross member.{len(place.bed.xs)}", f"bow.{len(place.bows)}") for k in range(1, len(place.rear) + 1)]
    for name, below, above in rows:
        yield Joint(f"{walls}/{name}/a", f"{floor}/{below}", f"{walls}/{name}", "a")
        yield Joint(f"{walls}/{name}/b", f"{roof}/{above}", f"{walls}/{name}", "b")
    for i in range(1, len(place.bows) + 1):
        one = f"{roof}/bow.{i}"
        yield Joint(f"{one}/a", f"{roof}/roof rail.left", one, "a")
        yield Joint(f"{one}/b", f"{roof}/roof rail.right", one, "b")


def _walls(build: ChassisBody, place: Cage, lining: float) -> Iterator[Wall]:
    """The four walls, the rear in two with the door's leaf between, over its own posts."""
    walls, low, high = f"{build.id}/walls", place.bed.top, place.top
    deep, half = place.post.properties.depth / 2, place.y + place.post.properties.width / 2
    for name, s in SIDES:
        yield from _side_walls(build, place, name, s, lining)

    def ends(first: bool, role: str, ys: tuple[float, ...]) -> tuple[tuple[str, float], ...]:
        between = ((f"{walls}/{role}.{k}", y) for k, y in enumerate(ys, 1))
        left, right = (1 if first else len(place.sides[name]) for name, _ in SIDES)
        return (f"{walls}/post.{left}.left", -place.y), *between, (f"{walls}/post.{right}.right", place.y)

    lined = _lined(place, 0, -half, half, lining)
    yield Wall("front wall", 0, -1, place.xs[0] - deep, -half, half, low, high, ends(True, "front post", place.front), lined)
    rear, behind = ends(False, "rear post", place.rear), place.xs[-1] + deep
    jamb = place.door[1] + place.post.properties.width / 2
    parts = (("rear wall, left", -half, place.door[0]), (DOOR, *place.door), ("rear wall, right", place.door[1], half))
    for name, lo, hi in parts:
        over = (-jamb, jamb) if name == DOOR else (-half, -jamb) if hi <= 0 else (jamb, half)
        posts = tuple(row for row in rear if over[0] - 1.0 <= row[1] <= over[1] + 1.0)
        yield Wall(name, 0, 1, behind, lo, hi, low, high, posts, _lined(place, 0, lo, hi, lining))


def _side_walls(build: ChassisBody, place: Cage, name: str, s: int, lining: float) -> Iterator[Wall]:
    """A side as one wall; with a door in it what lies ahead of that, behind it, over it and under it."""
    bed, low, high = place.bed, place.bed.top, place.top
    at = s * (place.y + place.post.properties.width / 2)
    posts = tuple((f"{build.id}/walls/post.{i}.{name}", x) for i, x in enumerate(place.sides[name], 1))
    a, b, floor, top = _lined(place, 1, bed.front, bed.back, lining)
    found = next(((k, door) for k, door in enumerate(build.doors) if door.side == name), None)
    if found is None:
        yield Wall(f"{name} wall", 1, s, at, bed.front, bed.back, low, high, posts, (a, b, floor, top))
        return
    k, door = found
    (x1, x2), (sill, lintel), deep = jambs(door, place.post, bed.front), door_ends(build, place, k), place.post.properties.depth
    near, far = bed.front + door.x.mm, bed.front + door.x.mm + door.width.mm
    ahead, behind = (tuple(row for row in posts if row[1] <= x1), tuple(row for row in posts if row[1] >= x2))
    own = (ahead[-1], behind[0])
    yield Wall(f"{name} wall, ahead", 1, s, at, bed.front, near, low, high, ahead, (a, near, floor, top))
    yield Wall(f"{name} wall, behind", 1, s, at, far, bed.back, low, high, behind, (far, b, floor, top))
    yield Wall(f"{name} wall, over the door", 1, s, at, near, far, lintel + SEAL, high, own, (near, far, lintel + deep, top))
    if door.sill.mm:
        yield Wall(f"{name} wall, under the door", 1, s, at, near, far, low, sill - SEAL, own, None)


def _lined(place: Cage, axis: int, lo: float, hi: float, t: float) -> tuple[float, float, float, float]:
    """Where a wall from ``lo`` to ``hi`` is lined: the sides from end wall to end wall, those between the linings of the sides."""
    low, high = place.bed.deck_top, place.under
    if axis == 1:
        deep = place.post.properties.depth / 2
        return place.xs[0] + deep, place.xs[-1] - deep, low, high
    inside = place.y - place.post.properties.width / 2 - t
    return max(lo, -inside), min(hi, inside), low, high


def _skins(build: ChassisBody, place: Cage, catalog: Catalog) -> Iterator[Panel]:
    skin = closing(catalog, "skin", build.skin)
    lining = closing(catalog, "lining", build.lining) if build.lining is not None else None
    for wall in _walls(build, place, lining.t if lining is not None else 0.0):
        yield from skinned(build.id, wall, place.post, skin, lining, build.skin_pitch.mm)


def _roof(build: ChassisBody, place: Cage, catalog: Catalog) -> tuple[Panel, ...]:
    """Sheets on the bows, between the walls' upper edges."""
    body, wide = f"{build.id}/roof", 2 * place.bed.half
    on = [(f"{body}/bow.{i}", x) for i, x in enumerate(place.bows, 1)]
    sheet, at, size = (
        closing(catalog, "roof", build.roof),
        (place.bed.front, -wide / 2, place.top),
        (place.bed.back - place.bed.front, wide),
    )
    return laid(f"{body}/roof", "roof", body, sheet, at, size, on, along=False, use="roof", trodden=build.roof_trodden)


def _floor(made: Assembly, place: Cage) -> tuple[Panel, ...]:
    """The bed's deck, cut out round the posts that pass it."""
    feet = [(at, side * place.y) for name, side in SIDES for at in place.sides[name]]
    feet += [(place.xs[0], at) for at in place.front] + [(place.xs[-1], at) for at in place.rear]
    return cut_round(made.panels, feet, place.post)


def _items(build: ChassisBody, place: Cage, catalog: Catalog) -> tuple[Item, ...]:
    body, bed = f"{build.id}/roof", place.bed
    middle = (bed.front + bed.back) / 2, 0.0, place.top
    hung = f"{build.id}/bed"
    return (
        bought(catalog, f"{body}/roof screws", "drillscrew", body, middle, 8 * len(place.bows)),
        bought(catalog, f"{hung}/hinges", "hinge", hung, (bed.back, 0.0, place.under), build.door.hinges),
        bought(catalog, f"{hung}/latch", "latch", hung, (bed.back, 0.0, place.under), 1),
        *(
            bought(
                catalog,
                f"{hung}/{what} of the {name_of(door)}",
                kind,
                hung,
                (bed.front + door.x.mm, dict(SIDES)[door.side] * place.y, place.under),
                count,
            )
            for door in build.doors
            for what, kind, count in (("hinges", "hinge", door.hinges), ("latch", "latch", 1))
        ),
    )


def _side_doors(build: ChassisBody, place: Cage, catalog: Catalog) -> tuple[Tubes, list[tuple[Panel, Motion, Door]]]:
    """The tubes over and under each door in a side, and its leaf with how it opens."""
    made, skin, found = Tubes(build.id), closing(catalog, "skin", build.skin), []
    for k, door in enumerate(build.doors):
        xs, s, (low, high) = place.sides[door.side], dict(SIDES)[door.side], door_ends(build, place, k)
        first, second = ((f"walls/post.{xs.index(x) + 1}.{door.side}", x) for x in jambs(door, place.post, place.bed.front))
        across(made, door, place.post, (first, second), s * place.y, low, high)
        names, at = (f"{build.id}/{first[0]}", f"{build.id}/{second[0]}"), s * (place.y + place.post.properties.width / 2)
        found.append(side_hung(door, build.id, skin, build.skin_pitch.mm, names, place.bed.front, at, low, high))
    return made, found


def _clear(build: ChassisBody, place: Cage, catalog: Catalog) -> Clear:
    """Between the posts, or the linings on them, from the deck to the bows."""
    lining = closing(catalog, "lining", build.lining).t if build.lining is not None else 0.0
    deep, wide = place.post.properties.depth / 2 + lining, place.post.properties.width / 2 + lining
    y = place.y - wide
    return Clear((place.xs[0] + deep, -y, place.bed.deck_top), (place.xs[-1] - deep, y, place.under))


def _tags(place: Cage) -> tuple[Tag, ...]:
    deck_top = place.bed.deck_top
    return (
        Tag("side", "v", deck_top, place.under, "right", 2, "Clear height inside", "height", at=place.bed.back),
        Tag("rear", "v", deck_top, place.under, "right", 2, "Clear height inside", "height"),
        Tag("rear", "h", *place.door, "above", 1, "Door, clear width", "door/width"),
        Tag("side", "v", 0.0, place.top, "left", 2, "Top of the bows over the frame's rails"),
    )


def frame(build: ChassisBody, host: Reader, catalog: Catalog) -> Assembly:
    """Every part of the body with its place.

    Raises:
        StockError: a section or sheet that the catalogue does not hold, or sizes that cannot be built.
    """
    made, place = bed(build, host, catalog), cage(build, host.host, catalog)
    rows = (("bows' underside", build.height.mm, place.under), ("bows", place.bow.properties.depth, place.top))
    skins = tuple(_skins(build, place, catalog))
    rear = [(f"{build.id}/walls/rear post.{k}", y) for k, y in enumerate(place.rear, 1)]
    leaf, sill = next(panel for panel in skins if panel.name == DOOR), f"{build.id}/bed/cross member.{len(place.bed.xs)}"
    made_with, leaves = _side_doors(build, place, catalog)
    motion, door, ramps = hung(build.door, build.id, leaf, rear, sill, host.known(GROUND))
    closed_in = replace(
        made,
        motions=(motion, *(one for _, one, _ in leaves)),
        doors=(door, *(one for _, _, one in leaves)),
        ramps=ramps,
        clear=_clear(build, place, catalog),
        members=(*made.members, *_members(build, place), *made_with.members),
        joining=replace(made.joining, between="cross members, posts and bows"),
        joints=(*made.joints, *_joints(build, place), *made_with.joints),
        panels=(*_floor(made, place), *_roof(build, place, catalog), *skins, *(one for one, _, _ in leaves)),
        items=(*made.items, *_items(build, place, catalog)),
        stack=(*made.stack, *(Height(label, adds, z) for label, adds, z in rows)),
        tags=(*made.tags, *_tags(place)),
    )
    return opened(closed_in, build.openings, catalog)
