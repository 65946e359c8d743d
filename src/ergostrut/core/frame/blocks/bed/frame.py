"""The parts of a bed on a truck's frame: long rails over its mounts, cross members on them, side rails round those, a deck."""

from __future__ import annotations

from dataclasses import replace
from typing import Literal

from ....catalog.errors import StockError
from ....catalog.model import Catalog, Planks, Sandwich, Sheet
from ....structure.assembly import Assembly, Tag
from ....structure.host import CAB_WIDTH, Reader
from ....structure.nouns.holds import Joint
from ....structure.nouns.panel import Panel
from ....structure.nouns.parts import Item, Member, MemberGroup, Surface
from ....structure.nouns.support import Fastening
from ..deck import boarded, laid
from ..joining import joint_spec
from ..mounted import coupling, fastenings
from ..stock import bought, sheet_of
from .borne import borne
from .drawbar import drawn_by
from .drawbar import tags as drawbar_tags
from .layout import BedLayout, layout, stack
from .params import BedOnMounts

RAIL, CROSS, SIDE = (
    MemberGroup("rail", "Long rail, bending"),
    MemberGroup("cross", "Cross member, bending"),
    MemberGroup("side", "Side rail, bending"),
)


def _members(build: BedOnMounts, place: BedLayout) -> list[Member]:
    body = f"{build.id}/bed"
    z = place.low + place.rail.properties.depth / 2
    over = place.top - place.cross.properties.depth / 2
    found = [
        Member(
            f"{body}/long rail.{name}",
            "long rail",
            body,
            place.rail,
            (place.front, y, z),
            (place.back, y, z),
            welded=True,
            group=RAIL,
            use="deck",
            mark="R",
        )
        for name, y in (("left", -place.rail_y), ("right", place.rail_y))
    ]
    if place.side is not None:
        # its top is flush with the cross members': the deck lies on all of them
        y, high = place.half - place.side.properties.width / 2, place.top - place.side.properties.depth / 2
        found += [
            Member(
                f"{body}/side rail.{name}",
                "side rail",
                body,
                place.side,
                (place.front, s * y, high),
                (place.back, s * y, high),
                welded=True,
                group=SIDE,
                mark="S",
            )
            for name, s in (("left", -1), ("right", 1))
        ]
    found += [
        Member(
            f"{body}/cross member.{i}",
            "cross member",
            body,
            place.cross,
            (x, -place.ends, over),
            (x, place.ends, over),
            welded=True,
            group=CROSS,
            use="deck",
            mark="X",
        )
        for i, x in enumerate(place.xs, 1)
    ]
    return found


def _joints(build: BedOnMounts, place: BedLayout, members: list[Member]) -> tuple[Joint, ...]:
    """Cross members lie on the long rails, and end in the side rails."""
    body, found = f"{build.id}/bed", list[Joint]()
    for one in (m for m in members if m.role == "cross member"):
        found += [Joint(f"{one.id}/on.{name}", f"{body}/long rail.{name}", one.id, "crosses", meets="face") for name in ("left", "right")]
        if place.side is not None:
            # of another depth, the side rails' axis lies higher or lower than theirs
            meets: Literal["axis", "face"] = "axis" if place.side.properties.depth == place.cross.properties.depth else "face"
            ends: tuple[tuple[Literal["a", "b"], str], ...] = (("a", "left"), ("b", "right"))
            found += [Joint(f"{one.id}/{end}", f"{body}/side rail.{name}", one.id, end, meets) for end, name in ends]
    return tuple(found)


def _decks(build: BedOnMounts, place: BedLayout, catalog: Catalog) -> tuple[Panel, ...]:
    """Boards, or sheets whose seams lie on cross members."""
    body, sheet = f"{build.id}/bed", sheet_of(catalog, "deck", build.deck)
    size = place.back - place.front, 2 * place.half
    on = [(f"{body}/cross member.{i}", x) for i, x in enumerate(place.xs, 1)]
    taken, last = _last(build, catalog, sheet, size[1])
    wide = size[1] - taken
    found = laid(
        f"{build.id}/deck", "deck", body, sheet, (place.front, -place.half, place.top), (size[0], wide), on, along=build.grain == "along"
    )
    if not isinstance(sheet, Planks):
        return found
    boards = tuple(boarded(panel, build.board_gap.mm, "deck", "bed") for panel in found)
    if last is None:
        return boards
    edge = (place.front, place.half - last.width, place.top), (size[0], last.width)
    one = laid(f"{build.id}/deck.last", "deck", body, last, *edge, on, along=build.grain == "along")
    return (*boards, *(boarded(panel, 0.0, "deck_last", "bed") for panel in one))


def _last(build: BedOnMounts, catalog: Catalog, sheet: Sheet | Sandwich | Planks, wide: float) -> tuple[float, Planks | None]:
    """mm that one narrower board takes at the edge, with the gap before it, and what it is; nothing where none is chosen.

    Raises:
        StockError: no board, one as wide as the others or of another thickness, or one that leaves no room for those.
    """
    if build.deck_last is None:
        return 0.0, None
    last = sheet_of(catalog, "deck_last", build.deck_last)
    if not isinstance(sheet, Planks) or not isinstance(last, Planks):
        raise StockError("deck_last", "one narrower board lies beside boards; choose boards for both, or none")
    if abs(last.t - sheet.t) > 0.1 or last.width >= sheet.width:
        raise StockError("deck_last", f"{last.label} are not narrower than {sheet.label} and as thick; choose others")
    count = int((wide - last.width) / (sheet.width + build.board_gap.mm) + 1e-9)
    if count < 1:
        raise StockError("deck_last", f"no room is left beside it for {sheet.label}; make the bed wider")
    gap = (wide - last.width - count * sheet.width) / count
    return last.width + gap, last


def _items(build: BedOnMounts, place: BedLayout, catalog: Catalog, decks: tuple[Panel, ...]) -> tuple[Item, ...]:
    body, middle = f"{build.id}/bed", ((place.front + place.back) / 2, 0.0, place.top)
    boards = sum(panel.laid.boards for panel in {panel.lo[1]: panel for panel in decks}.values())
    a_board = 2 * len(place.xs) * (boards or max(round(decks[0].wide[1] / 200.0), 2))
    found = [bought(catalog, f"{body}/deck screws", "drillscrew", body, middle, a_board)]
    if place.mounts:
        found.append(bought(catalog, f"{body}/mount bolts", "fixing", body, (middle[0], 0.0, place.low), len(place.mounts)))
    return tuple(found)


def _tags(place: BedLayout, ahead: str) -> tuple[Tag, ...]:
    return (
        Tag("side", "h", place.front, place.back, "below", 1, "Length", "length"),
        *((Tag("side", "v", 0.0, place.low, "left", 1, "Over the frame's rails", "lift"),) if place.low > 1.0 else ()),
        Tag("side", "v", 0.0, place.deck_top, "right", 1, "Deck top over the frame's rails", at=place.back),
        Tag("plan", "h", place.front, place.back, "below", 1, "Length", "length"),
        Tag("plan", "h", 0.0, place.front, "above", 1, ahead, "front"),
        Tag("plan", "v", -place.half, place.half, "right", 1, "Width", "width"),
        Tag("plan", "v", -place.rail_y, place.rail_y, "left", 1, "Long rails, middle to middle", "apart"),
        Tag("rear", "h", -place.half, place.half, "below", 1, "Width", "width"),
        Tag("rear", "h", -place.rail_y, place.rail_y, "below", 2, "Long rails, middle to middle", "apart"),
        Tag("rear", "v", 0.0, place.deck_top, "right", 1, "Deck top over the frame's rails"),
    )


def _bolted_down(build: BedOnMounts, place: BedLayout, host: Reader, catalog: Catalog) -> tuple[Fastening, ...]:
    """Its bolts on the host's mounts."""
    rails = {-1: f"{build.id}/bed/long rail.left", 1: f"{build.id}/bed/long rail.right"}
    for one in host.host.features.values():
        # an axle that hangs on nothing bears nothing, and a spring's hanger needs a rail over it
        half = one.spread / 2
        if one.wheel is not None and (one not in place.mounts or one.at[0] - half < place.front or one.at[0] + half > place.back):
            host.missing.add(f"a long rail over all of the {one.name}")
    rows = [(one, rails[1 if one.at[1] > 0 else -1]) for one in place.mounts]
    return fastenings(host, catalog, rows, place.rail, place.low, build.bolt_grade, build.washer.mm)


def bed(build: BedOnMounts, host: Reader, catalog: Catalog) -> Assembly:
    """Every part of a bed with its place, nothing over it.

    Raises:
        StockError: a section or sheet that the catalogue does not hold, or sizes that cannot be built.
    """
    place = layout(build, host.host, catalog)
    bars, welds, coupled = drawn_by(build, place, host.host, catalog)
    body, members = f"{build.id}/bed", _members(build, place)
    decks = _decks(build, place, catalog)
    parts, props = borne(build.borne, (*members, *bars), body, catalog)
    size = place.back - place.front, 2 * place.half
    return Assembly(
        id=build.id,
        family=build.family,
        label=build.label,
        members=(*members, *bars),
        panels=decks,
        items=(*_items(build, place, catalog, decks), *parts),
        props=props,
        surfaces=(Surface(body, "deck", body, (place.front, -place.half, place.deck_top), size),),
        joining=replace(joint_spec(build.framing, build.joints, catalog), key="cross", between="cross member to side rail"),
        joints=(*_joints(build, place, members), *welds),
        fastenings=(*_bolted_down(build, place, host, catalog), *((coupling(*coupled, bars[0]),) if coupled is not None else ())),
        exposes=body,
        stack=stack(place),
        tags=(
            *_tags(place, "Behind the cab" if CAB_WIDTH in host.host.dims else "Behind the front of the frame"),
            *drawbar_tags(build, place, host.host),
        ),
    )
