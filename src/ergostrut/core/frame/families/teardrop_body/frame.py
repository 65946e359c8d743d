"""A teardrop put together from its parameters: a bed, tubes along its outline, skins round that, doors in its sides, a hatch behind."""

from __future__ import annotations

import itertools
import math
from dataclasses import replace

from ....catalog.errors import StockError
from ....catalog.model import Catalog
from ....structure.assembly import Assembly, Tag
from ....structure.host import Reader
from ....structure.nouns.holds import Motion
from ....structure.nouns.hung import Door, GasStrut
from ....structure.nouns.panel import Panel, pierced
from ....structure.nouns.parts import Clear, Height, Item, Surface
from ...blocks.bed.frame import bed
from ...blocks.cage.hatch import INSET, SEAL
from ...blocks.cage.hatch import hung as hatch_hung
from ...blocks.cage.openings import opened
from ...blocks.cage.side_door import hung, jambs, name_of
from ...blocks.cage.skinned import closing
from ...blocks.cage.tubes import SIDES
from ...blocks.deck import ROUND, cut_round
from ...blocks.stock import bought
from .geometry import Drop, door_low, door_top, drop, inside
from .members import tubes
from .params import TeardropBody
from .skins import front, leaf, roof, sides


def _hatch(build: TeardropBody, place: Drop, shut: Panel) -> tuple[Motion, Door]:
    """How the leaf opens, up and outward about its upper edge."""
    (dx, dz), t = place.down, shut.sheet.t
    edge = place.outer[-1][0] - dz * t, 0.0, place.outer[-1][1] + dx * t
    last, far = f"{build.id}/roof/bow.{len(place.bows)}", math.dist(place.outer[-1], place.rear) - 2 * SEAL
    return hatch_hung(build.hatch, shut, last, edge, (-dz, 0.0, dx), place.half, far)


def _struts(build: TeardropBody, place: Drop) -> tuple[GasStrut, ...]:
    """Gas struts inside the hatch's posts, from those to its inner face.

    Raises:
        StockError: they would begin below the posts, or end beyond the leaf.
    """
    struts = build.hatch.struts
    if struts is None:
        return ()
    (ax, az), (dx, dz) = place.outer[-1], place.down
    long = math.dist((ax, az), place.rear)
    for field, at in (("down", struts.down.mm), ("along", struts.along.mm)):
        if at > long - INSET / 2:
            raise StockError(f"hatch/struts/{field}", "the struts would reach beyond the hatch; set them nearer to its hinges")
    y, deep = place.y - place.post.properties.width, place.post.properties.depth / 2
    on_leaf = (ax + dx * struts.along.mm, y, az + dz * struts.along.mm)
    fixed = (ax + dx * struts.down.mm + dz * deep, y, az + dz * struts.down.mm - dx * deep)
    body = f"{build.id}/hatch"
    return (
        GasStrut(f"{body}/struts", "gas struts", body, on_leaf, fixed, f"{build.id}/walls/hatch post.right", struts.count, struts.force),
    )


def _floor(made: Assembly, place: Drop) -> tuple[Panel, ...]:
    """The bed's deck, cut out round the posts that pass it; round the hatch's as far as they lean."""
    feet = [(post.x, s * place.y) for name, s in SIDES for post in place.posts[name]] + [(place.axis[0][0], y) for y in place.front]
    panels, w = cut_round(made.panels, feet, place.post), place.post.properties.width / 2 + ROUND
    (ax, az), (bx, bz) = place.jamb
    slope = (bx - ax) / (bz - az)
    half = place.post.properties.depth / 2 * math.hypot(1.0, slope) + ROUND
    lo, hi = ax + slope * (place.bed.deck_top - az) - half, ax + half
    boxes = [((lo, s * place.y - w, 0.0), (hi, s * place.y + w, 0.0)) for _, s in SIDES]
    return tuple(
        pierced(p, tuple(b for b in boxes if p.lo[0] < hi and lo < p.hi[0] and p.lo[1] < b[1][1] and b[0][1] < p.hi[1])) for p in panels
    )


def _doors(build: TeardropBody, place: Drop, catalog: Catalog) -> list[tuple[Panel, Motion, Door]]:
    skin, found = closing(catalog, "skin", build.skin), []
    for k, door in enumerate(build.doors):
        xs, s = [post.x for post in place.posts[door.side]], dict(SIDES)[door.side]
        a, b = (f"{build.id}/walls/post.{xs.index(x) + 1}.{door.side}" for x in jambs(door, place.post, place.bed.front))
        low, high = door_low(place, door, k), door_top(place, door, k)
        found.append(hung(door, build.id, skin, build.skin_pitch.mm, (a, b), place.bed.front, s * place.half, low, high))
    return found


def _items(build: TeardropBody, place: Drop, catalog: Catalog) -> tuple[Item, ...]:
    walls, roof_body, bed_ = f"{build.id}/walls", f"{build.id}/roof", place.bed
    middle, rear = ((bed_.front + bed_.back) / 2, 0.0, place.outer[-1][1]), (place.outer[-1][0], 0.0, place.outer[-1][1])
    found = [
        bought(catalog, f"{roof_body}/roof screws", "drillscrew", roof_body, middle, 8 * len(place.bows)),
        bought(catalog, f"{walls}/hinges", "hinge", walls, rear, build.hatch.hinges),
        bought(catalog, f"{walls}/latch", "latch", walls, (bed_.back, 0.0, place.foot), 2),
    ]
    if build.hatch.struts is not None:
        found.append(bought(catalog, f"{walls}/gas struts", "gasstrut", walls, rear, build.hatch.struts.count))
    for door in build.doors:
        at = bed_.front + door.x.mm, dict(SIDES)[door.side] * place.half, bed_.deck_top
        found.append(bought(catalog, f"{walls}/hinges of the {name_of(door)}", "hinge", walls, at, door.hinges))
        found.append(bought(catalog, f"{walls}/latch of the {name_of(door)}", "latch", walls, at, 1))
    return tuple(found)


def _bed(build: TeardropBody, place: Drop, lining: float, room: Clear) -> tuple[Surface, ...]:
    """Where people sleep, from the front wall back.

    Raises:
        StockError: a mattress longer than the inside.
    """
    soft = build.mattress
    if soft is None:
        return ()
    x1 = place.axis[0][0] + place.post.properties.depth / 2 + lining
    half, toe = place.y - place.post.properties.width / 2 - lining, place.jamb[0][0] - place.post.properties.depth
    if x1 + soft.long.mm > toe:
        raise StockError(
            "mattress/long", f"{toe - x1:.0f} mm lie between the front wall and the hatch; take a shorter mattress, or a longer body"
        )
    z = place.bed.deck_top + soft.thick.mm
    body = f"{build.id}/bed"
    return (
        Surface(f"{body}/mattress", "bed", body, (x1, -half, z), (soft.long.mm, 2 * half), "sleeping", soft.thick.mm, clear=room.hi[2] - z),
    )


def _tags(build: TeardropBody, place: Drop) -> tuple[Tag, ...]:
    top, bed_ = max(z for _, z in place.outer), place.bed
    found = [
        Tag("side", "v", bed_.deck_top, top, "right", 2, "Highest over the deck", at=bed_.back),
        Tag("side", "h", place.outer[-1][0], bed_.back, "above", 1, "Hatch, level"),
        Tag("rear", "v", bed_.deck_top, top, "right", 2, "Highest over the deck"),
    ]
    found += [
        # only the second corner's place is what is measured from the first
        Tag("side", "h", a, b, "above", 1, f"Corner {k} to corner {k + 1}", "profile/1/x" if k == 1 else "")
        for k, ((a, _), (b, _)) in enumerate(itertools.pairwise(place.outer), 1)
    ]
    for k, door in enumerate(build.doors):
        x = bed_.front + door.x.mm
        found.append(
            Tag("plan", "h", x, x + door.width.mm, "above", 2 + k, f"{name_of(door).capitalize()}, clear width", f"doors/{k}/width")
        )
    return tuple(found)


def frame(build: TeardropBody, host: Reader, catalog: Catalog) -> Assembly:
    """Every part of the teardrop with its place.

    Raises:
        StockError: a section or sheet that the catalogue does not hold, or sizes that cannot be built.
    """
    made, place = bed(build, host, catalog), drop(build, host.host, catalog)
    cage, skin = tubes(build, place), closing(catalog, "skin", build.skin)
    lining = closing(catalog, "lining", build.lining) if build.lining is not None else None
    deep = lining.t if lining is not None else 0.0
    a, b, top = inside(place, deep)
    half = place.y - place.post.properties.width / 2 - deep
    room = Clear((a, -half, place.bed.deck_top), (b, half, top))
    doors, shut = _doors(build, place, catalog), leaf(build, place, skin)
    motion, hatch = _hatch(build, place, shut)
    skins = (*sides(build, place, skin, lining), *front(build, place, skin, lining))
    high = max(z for _, z in place.outer)
    closed_in = replace(
        made,
        motions=(motion, *(one for _, one, _ in doors)),
        doors=(hatch, *(one for _, _, one in doors)),
        struts=_struts(build, place),
        clear=room,
        members=(*made.members, *cage.members),
        joining=replace(made.joining, between="cross members, posts, roof rails and bows"),
        joints=(*made.joints, *cage.joints),
        panels=(
            *_floor(made, place),
            *roof(build, place, closing(catalog, "roof", build.roof)),
            *skins,
            shut,
            *(one for one, _, _ in doors),
        ),
        items=(*made.items, *_items(build, place, catalog)),
        surfaces=(*made.surfaces, *_bed(build, place, deep, room)),
        stack=(*made.stack, Height("to its highest corner", high - place.bed.deck_top, high)),
        tags=(*made.tags, *_tags(build, place)),
    )
    return opened(closed_in, build.openings, catalog)
