"""A topper put together from its parameters."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace

from ....catalog.errors import StockError
from ....catalog.model import Catalog
from ....constants import G
from ....structure.assembly import Assembly, Tag
from ....structure.host import Reader
from ....structure.nouns.holds import Contact, Hold, Motion
from ....structure.nouns.hung import Door, GasStrut
from ....structure.nouns.panel import Clads, Panel, between
from ....structure.nouns.parts import Height, Item, MemberGroup
from ...blocks.cage.hatch import SEAL, hung
from ...blocks.cage.openings import opened
from ...blocks.cage.skinned import Wall, closing, skinned
from ...blocks.cage.tubes import SIDES, Kind, Tubes
from ...blocks.deck import laid
from ...blocks.joining import joint_spec
from ...blocks.stock import bought
from .geometry import Cage, cage
from .params import BedTopper

POST, RAIL, BOW = (
    MemberGroup("post", "Post, strength"),
    MemberGroup("wall-rail", "Rail of the walls, bending"),
    MemberGroup("bow", "Roof bow, bending"),
)
LEAST = 1e-6
"""A gap of nothing, mm: enough to tell pushing up from pulling down."""


def _tubes(build: BedTopper, place: Cage) -> Tubes:
    """Rails on the bed's sides and across its front, posts on those, roof rails and bows."""
    made, low, high = Tubes(build.id), place.foot + place.post.properties.depth / 2, place.under + place.bow.properties.depth / 2
    inside, inner, x1 = place.y - place.w / 2, place.y - place.bow.properties.width / 2, place.xs[0]
    post, bow = Kind("post", place.post, POST, "P", "leg"), Kind("roof bow", place.bow, BOW, "W", "roof")
    for name, s in SIDES:
        y = s * place.y
        made.add(
            "walls", f"lower rail.{name}", Kind("lower rail", place.post, RAIL, "R", "base"), (place.begin, y, low), (place.end, y, low)
        )
        made.add("roof", f"roof rail.{name}", Kind("roof rail", place.bow, RAIL, "T"), (place.begin, y, high), (place.end, y, high))
        for i, x in enumerate(place.xs, 1):
            on = f"walls/lower rail.{name}", f"roof/roof rail.{name}"
            made.add("walls", f"post.{i}.{name}", post, (x, y, place.seat), (x, y, place.under), on)
    on = "walls/lower rail.left", "walls/lower rail.right"
    made.add("walls", "front rail", Kind("front rail", place.post, RAIL, "R", "base"), (x1, -inside, low), (x1, inside, low), on)
    for i, x in enumerate(place.xs, 1):
        made.add("roof", f"bow.{i}", bow, (x, -inner, high), (x, inner, high), ("roof/roof rail.left", "roof/roof rail.right"))
    front = Kind("front post", place.post, POST, "P", "leg")
    for k, y in enumerate(place.front, 1):
        made.add("walls", f"front post.{k}", front, (x1, y, place.seat), (x1, y, place.under), ("walls/front rail", "roof/bow.1"))
    return made


def _walls(build: BedTopper, place: Cage) -> Iterator[Wall]:
    walls, top = f"{build.id}/walls", place.top
    for name, s in SIDES:
        posts = tuple((f"{walls}/post.{i}.{name}", x) for i, x in enumerate(place.xs, 1))
        lined = place.xs[0] + place.w / 2, place.xs[-1] - place.w / 2, place.seat, place.under
        yield Wall(f"{name} wall", 1, s, s * place.half, place.begin, place.end, place.foot, top, posts, lined)
    own = tuple((f"{walls}/front post.{k}", y) for k, y in enumerate(place.front, 1))
    posts = ((f"{walls}/post.1.left", -place.y), *own, (f"{walls}/post.1.right", place.y))
    inner = place.y - place.w / 2
    yield Wall("front wall", 0, -1, place.begin, -place.half, place.half, place.foot, top, posts, (-inner, inner, place.seat, place.under))


def _hatch(build: BedTopper, place: Cage, catalog: Catalog) -> tuple[Panel, Motion, Door]:
    """The leaf behind the last posts, which opens up and outward about its upper edge."""
    body, skin, hatch, n = f"{build.id}/hatch", closing(catalog, "skin", build.skin), build.hatch, len(place.xs)
    lo, hi = (place.end, -place.half, place.foot + SEAL), (place.end + skin.t, place.half, place.top)
    over = tuple(f"{build.id}/walls/post.{n}.{name}" for name, _ in SIDES)
    leaf = between(
        f"{body}/hatch", "hatch", body, skin, lo, hi, 1, Clads(over, build.skin_pitch.mm, True, True), "wall", "H", trodden=False
    )
    edge, on = (hi[0], 0.0, place.top), f"{build.id}/roof/bow.{n}"
    motion, door = hung(hatch, leaf, on, edge, (1.0, 0.0, 0.0), place.half, hi[2] - lo[2])
    return leaf, motion, door


def _struts(build: BedTopper, place: Cage) -> tuple[GasStrut, ...]:
    """Gas struts inside the rear posts, from those to the leaf's inner face.

    Raises:
        StockError: they would begin below the post, or end beyond the leaf.
    """
    struts = build.hatch.struts
    if struts is None:
        return ()
    down, along = place.top - struts.down.mm, place.top - struts.along.mm
    if down < place.seat:
        raise StockError("hatch/struts/down", "the struts would begin below the posts; set them higher")
    if along < place.foot + SEAL:
        raise StockError("hatch/struts/along", "the struts would end beyond the hatch; set them nearer to its hinges")
    y, n = place.y - place.w, len(place.xs)
    leaf, fixed = (place.end, y, along), (place.end - place.w / 2, y, down)
    return (
        GasStrut(
            f"{build.id}/hatch/struts",
            "gas struts",
            f"{build.id}/hatch",
            leaf,
            fixed,
            f"{build.id}/walls/post.{n}.right",
            struts.count,
            struts.force,
        ),
    )


def _held(build: BedTopper, place: Cage) -> tuple[tuple[Contact, ...], tuple[Hold, ...]]:
    """Under every post the bed's side bears its rail, and a clamp holds it there, whichever way it is pushed."""
    bears, holds = (one.kg * G if one is not None else None for one in (build.side_rating, build.clamp_rating))
    contacts, kept, z = list[Contact](), list[Hold](), place.foot + place.post.properties.depth / 2
    for name, s in SIDES:
        rail = f"{build.id}/walls/lower rail.{name}"
        for i, x in enumerate(place.xs, 1):
            at = x, s * place.y, z
            contacts.append(Contact(f"{rail}/rest.{i}", f"{name} side under post {i}", "side", rail, at, rating=bears, lies=place.lies))
            contacts.append(Contact(f"{rail}/clamp.{i}", f"clamp {i}, {name}", "tie", rail, at, (0.0, 0.0, -1.0), LEAST, rating=holds))
            kept += [Hold(rail, at, 0, "clamps"), Hold(rail, at, 1, "clamps")]
    return tuple(contacts), tuple(kept)


def _items(build: BedTopper, place: Cage, catalog: Catalog) -> tuple[Item, ...]:
    middle = (place.begin + place.end) / 2
    walls, roof = f"{build.id}/walls", f"{build.id}/roof"
    found = [
        bought(catalog, f"{roof}/roof screws", "drillscrew", roof, (middle, 0.0, place.top), 8 * len(place.xs)),
        bought(catalog, f"{walls}/clamps", "tie", walls, (middle, 0.0, place.seat), 2 * len(place.xs)),
        bought(catalog, f"{walls}/hinges", "hinge", walls, (place.end, 0.0, place.under), build.hatch.hinges),
        bought(catalog, f"{walls}/latch", "latch", walls, (place.end, 0.0, place.seat), 2),
    ]
    if build.hatch.struts is not None:
        found.append(bought(catalog, f"{walls}/gas struts", "gasstrut", walls, (place.end, 0.0, place.under), build.hatch.struts.count))
    return tuple(found)


def _tags(place: Cage) -> tuple[Tag, ...]:
    return (
        Tag("side", "h", place.begin, place.end, "above", 1, "Length", "length"),
        Tag("side", "v", place.foot, place.under, "right", 1, "Over the bed's sides", "height", at=place.end),
        Tag("side", "v", 0.0, place.top, "right", 2, "Top over the bed's floor", at=place.end),
        Tag("plan", "h", place.begin, place.end, "below", 1, "Length", "length"),
        Tag("plan", "v", -place.half, place.half, "right", 1, "Width", "width"),
        Tag("rear", "h", -place.half, place.half, "above", 1, "Width", "width"),
        Tag("rear", "v", place.foot, place.under, "right", 1, "Over the bed's sides", "height"),
    )


def frame(build: BedTopper, host: Reader, catalog: Catalog) -> Assembly:
    """Every part of the topper with its place.

    Raises:
        StockError: a section or sheet that the catalogue does not hold, or sizes that cannot be built.
    """
    place = cage(build, host, catalog)
    made = _tubes(build, place)
    skin = closing(catalog, "skin", build.skin)
    lining = closing(catalog, "lining", build.lining) if build.lining is not None else None
    closed = [panel for wall in _walls(build, place) for panel in skinned(build.id, wall, place.post, skin, lining, build.skin_pitch.mm)]
    leaf, motion, door = _hatch(build, place, catalog)
    body = f"{build.id}/roof"
    on = [(f"{body}/bow.{i}", x) for i, x in enumerate(place.xs, 1)]
    at, size = (place.begin, -place.half, place.top), (place.end - place.begin, 2 * place.half)
    roof = laid(
        f"{body}/roof",
        "roof",
        body,
        closing(catalog, "roof", build.roof),
        at,
        size,
        on,
        along=False,
        use="roof",
        trodden=build.roof_trodden,
    )
    contacts, holds = _held(build, place)
    closed_in = Assembly(
        id=build.id,
        family=build.family,
        label=build.label,
        members=tuple(made.members),
        panels=(*roof, *closed, leaf),
        items=_items(build, place, catalog),
        surfaces=(),
        joining=replace(joint_spec(build.framing, build.joints, catalog), key="post", between="posts, rails and bows"),
        motions=(motion,),
        joints=tuple(made.joints),
        contacts=contacts,
        holds=holds,
        doors=(door,),
        struts=_struts(build, place),
        stack=(
            Height("bed's sides", place.foot, place.foot),
            Height("to the underside of its bows", place.under - place.foot, place.under),
            Height("bows", place.top - place.under, place.top),
        ),
        tags=_tags(place),
    )
    return opened(closed_in, build.openings, catalog)
