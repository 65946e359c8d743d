"""A slide-in shell put together from its parameters."""

from __future__ import annotations

from dataclasses import replace

from ....catalog.model import Catalog
from ....structure.assembly import Assembly, Tag
from ....structure.host import CAB_HEIGHT, SIDE_HEIGHT, Reader
from ....structure.nouns.panel import Panel
from ....structure.nouns.parts import Clear, Height, Item, Surface
from ...blocks.cage.door import DOOR, hung
from ...blocks.cage.openings import opened
from ...blocks.cage.skinned import closing
from ...blocks.cage.tubes import SIDES
from ...blocks.joining import joint_spec
from ...blocks.stock import bought
from .geometry import Cage, cage
from .members import tubes
from .params import CamperShell
from .ties import contacts, jacks, lying, straps
from .walls import decks, skins


def _surfaces(build: CamperShell, place: Cage, panels: tuple[Panel, ...], lining: float) -> tuple[Surface, ...]:
    """Its floor, its benches, and the bed or the shelf over the cab."""
    near, far = place.y_low - place.w / 2, place.y_up - place.w / 2 - lining
    x1, x2 = place.xs[0] + place.w / 2 + lining, place.xs[-1] - place.w / 2 - lining
    floor = f"{build.id}/floor"
    found = [Surface(floor, "floor", floor, (x1, lining - near, place.deck_top), (x2 - x1, 2 * (near - lining)))]
    tops = {panel.body: panel.hi[2] for panel in panels}
    for name, s in SIDES:
        body = f"{build.id}/{name} bench"
        at = (x1, near if s > 0 else -far, tops[body])
        found.append(
            Surface(body, f"{name} bench", body, at, (x2 - x1, far - near), clear=place.under - tops[body], faces=(0.0, -float(s), 0.0))
        )
    if build.nose is not None and place.nose is not None:
        body, soft = f"{build.id}/nose", build.nose.mattress.mm if build.nose.mattress is not None else 0.0
        at, size = (place.nose.tip + place.w / 2, -far, place.nose.deck_top + soft), (x1 - place.nose.tip - place.w / 2, 2 * far)
        use, label = ("sleeping", "bed over the cab") if soft else ("deck", "shelf over the cab")
        found.append(Surface(body, label, body, at, size, use, soft, clear=place.under - place.nose.deck_top - soft))  # type: ignore[arg-type]
    return tuple(found)


def _items(build: CamperShell, place: Cage, catalog: Catalog) -> tuple[Item, ...]:
    middle = (place.begin + place.end) / 2
    walls, roof, floor = (f"{build.id}/{body}" for body in ("walls", "roof", "floor"))
    found = [
        bought(catalog, f"{floor}/floor screws", "drillscrew", floor, (middle, 0.0, place.deck_top), 8 * len(place.xs)),
        bought(catalog, f"{walls}/bench screws", "drillscrew", walls, (middle, 0.0, place.seat), 8 * len(place.xs)),
        bought(catalog, f"{roof}/roof screws", "drillscrew", roof, (middle, 0.0, place.top), 8 * len(place.xs)),
        bought(catalog, f"{walls}/hinges", "hinge", walls, (place.end, 0.0, place.under), build.door.hinges),
        bought(catalog, f"{walls}/latch", "latch", walls, (place.end, 0.0, place.under), 1),
    ]
    if build.ties:
        found.append(bought(catalog, f"{walls}/tie-downs", "turnbuckle", walls, (middle, 0.0, place.seat), len(build.ties)))
    return tuple(found)


def _tags(place: Cage) -> tuple[Tag, ...]:
    found = [
        Tag("side", "h", place.begin, place.end, "below", 1, "Length", "length"),
        Tag("side", "v", place.deck_top, place.under, "right", 1, "Clear height inside", "height", at=place.end),
        Tag("side", "v", 0.0, place.top, "right", 2, "Top over the bed's floor", at=place.end),
        Tag("plan", "h", place.begin, place.end, "below", 1, "Length", "length"),
        Tag("plan", "v", -place.half, place.half, "right", 1, "Width", "width"),
        Tag("rear", "h", -place.half, place.half, "above", 1, "Width", "width"),
        Tag("rear", "h", -place.low, place.low, "below", 1, "Width below", "lower"),
        Tag("rear", "h", -place.door, place.door, "above", 2, "Door, clear width", "door/width"),
        Tag("rear", "v", 0.0, place.seat - place.post.properties.depth, "left", 1, "Under the benches", "bench"),
        Tag("rear", "v", place.deck_top, place.under, "right", 1, "Clear height inside", "height"),
    ]
    if place.nose is not None:
        tip, top, low = place.nose.tip, place.nose.top, place.nose.level - place.post.properties.depth / 2
        found += [
            Tag("side", "h", tip, place.xs[0], "above", 1, "Over the cab", "nose/reach"),
            Tag("side", "v", 0.0, low, "left", 1, "Nose over the bed's floor", "nose/low"),
        ]
        if top > tip:
            found.append(Tag("side", "h", top, place.xs[0], "above", 2, "At the roof", "nose/reach_top"))
    return tuple(found)


def _stack(place: Cage) -> tuple[Height, ...]:
    rows = [
        ("floor members", place.floor.properties.depth),
        ("floor, to its top", place.deck_top),
        ("clear height inside, to the bows", place.under),
        ("bows", place.top),
    ]
    found, z = list[Height](), 0.0
    for label, top in rows:
        found.append(Height(label, top - z, top))
        z = top
    return tuple(found)


def frame(build: CamperShell, host: Reader, catalog: Catalog) -> Assembly:
    """Every part of the shell with its place.

    Raises:
        StockError: a section or sheet that the catalogue does not hold, or sizes that cannot be built.
    """
    place = cage(build, catalog)
    made, closed, laid = tubes(build, place), skins(build, place, catalog), decks(build, place, catalog)
    host.known(SIDE_HEIGHT)
    if build.nose is not None:
        host.known(CAB_HEIGHT)
    posts = [(f"{build.id}/walls/rear post.{k}", y) for k, y in enumerate(place.rear, 1)]
    leaf, sill = next(panel for panel in closed if panel.name == DOOR), f"{build.id}/floor/floor member.{len(place.xs)}"
    over = host.host.weights.floor
    motion, door, ramps = hung(build.door, build.id, leaf, posts, sill, over.mm if over is not None else None)
    lining = closing(catalog, "lining", build.lining).t if build.lining is not None else 0.0
    inside, edge = place.y_low - place.w / 2 - lining, place.w / 2 + lining
    closed_in = Assembly(
        id=build.id,
        family=build.family,
        label=build.label,
        members=tuple(made.members),
        panels=(*laid, *closed),
        items=_items(build, place, catalog),
        surfaces=_surfaces(build, place, laid, lining),
        joining=replace(joint_spec(build.framing, build.joints, catalog), key="post", between="posts, rails and bows"),
        motions=(motion,),
        joints=tuple(made.joints),
        contacts=contacts(build, place, host),
        holds=lying(build, place),
        straps=straps(build, place, catalog),
        doors=(door,),
        ramps=ramps,
        jacks=jacks(build, place),
        exposes=f"{build.id}/floor",
        clear=Clear((place.xs[0] + edge, -inside, place.deck_top), (place.xs[-1] - edge, inside, place.under)),
        stack=_stack(place),
        tags=_tags(place),
    )
    return opened(closed_in, build.openings, catalog)
