"""A platform put together from its parameters."""

from __future__ import annotations

import itertools
import math
from dataclasses import replace
from typing import Literal

from ....catalog.model import Catalog
from ....constants import G
from ....structure.assembly import Assembly, Tag
from ....structure.host import Reader
from ....structure.nouns.holds import SCENES, Contact, Hold, Joint, Motion, Pad, Position
from ....structure.nouns.panel import Panel
from ....structure.nouns.parts import Member, Point3, Surface
from ....structure.nouns.stow import Stow
from ...blocks.joining import joint_spec
from ...blocks.keeping import stow
from .geometry import BearerSeat, Layout, layout, stack
from .params import FixedPlatform
from .parts import decks_of, items_of, members_of

Axis = Literal[0, 1, 2, 3, 4, 5]
LEVEL: tuple[Axis, Axis] = (0, 1)
LEAST = 1e-6
"""A gap of nothing, mm: enough to tell pushing up from pulling down."""
DOWN: Point3 = (0.0, 0.0, -1.0)
LIES = {"slot": 25.0, "well": 80.0, "rest": 38.0, "leg": 38.0}
"""mm of a bearer's length that lie on what bears it: common practice, no published source."""
LIES_SAID = "of its length lies on what bears it, common practice, no published source"
WORDS = {"slot": "slot", "well": "wheel well", "rest": "rest", "leg": "leg"}


def _places(build: FixedPlatform, place: Layout, bearer: Member, seat: BearerSeat) -> list[tuple[str, Point3]]:
    """Where a bearer's two ends bear, by their names."""
    (ax, ay, z), (bx, by, _) = bearer.a, bearer.b
    if build.run == "along":
        inset = build.legs.inset.mm + place.leg_half if seat.bears == "leg" else 20.0
        return [("front", (ax + inset, ay, z)), ("rear", (bx - inset, by, z))]
    if seat.bears == "well" and place.well is not None:
        y = place.well.inner + max(place.on_well, 0.0) / 2
        return [("left", (ax, -y, z)), ("right", (bx, y, z))]
    # a tie that is not right over its leg would pry it up
    inset = build.legs.inset.mm + place.leg_half if seat.bears == "leg" else 0.0
    return [("left", (ax, ay + inset, z)), ("right", (bx, by - inset, z))]


def _bearing(
    build: FixedPlatform, place: Layout, bearers: list[Member], seats: list[BearerSeat], blocks: frozenset[str]
) -> tuple[Contact, ...]:
    """What the bearers lie on, and the ties that keep them there; ``blocks``: what stands loose under them, by id."""
    tie = build.tie_rating.kg * G if build.tie_rating else None
    well = build.well_rating.kg * G if build.well_rating else None
    found = []
    for bearer, seat in zip(bearers, seats, strict=True):
        number = bearer.key.split(".")[1]
        for name, at in _places(build, place, bearer, seat):
            ident, words = f"{bearer.id}/{name}", f"{WORDS[seat.bears]} {name}, {bearer.name}"
            lies = {"slot": place.on_ledge, "well": place.on_well if place.well is not None else None}.get(seat.bears)
            along = LIES[seat.bears] if lies is None else max(min(LIES[seat.bears], lies), 1.0)
            pad = Pad(bearer.id, along, bearer.shape.width, LIES_SAID)
            block = f"{build.id}/frame/{'packer' if seat.bears == 'well' else 'rest'}.{number}.{name}"
            under = block if block in blocks else ""
            if seat.bears == "slot" and seat.slot is not None:
                found.append(
                    Contact(ident, words, "slot", bearer.id, at, source=seat.slot.name, rating=seat.slot.rating, pad=pad, lies=lies)
                )
            elif seat.bears == "well":
                found.append(
                    Contact(ident, words, "well", bearer.id, at, source=f"{name} wheel well", rating=well, pad=pad, lies=lies, under=under)
                )
            elif seat.bears == "rest":
                found.append(Contact(ident, words, "floor", bearer.id, at, pad=pad, under=under))
            if build.tied:
                words = f"tie {name}, {bearer.name}"
                found.append(Contact(f"{ident}.tie", words, "tie", bearer.id, at, DOWN, LEAST, rating=tie))
    return tuple(found)


def _standing(build: FixedPlatform, bearers: list[Member], uprights: list[Member]) -> tuple[tuple[Contact, ...], tuple[Joint, ...]]:
    """Feet of legs and props on the floor, and how their tops meet the bearers."""
    contacts, joints = [], []
    by_number = {bearer.key.split(".")[1]: bearer for bearer in bearers}
    for upright in uprights:
        bearer = by_number[upright.key.split(".")[1]]
        short = (build.props.gap.mm if build.props else 0.0) if upright.role == "prop" else build.legs.gap.mm
        words = upright.name
        contacts.append(Contact(f"{upright.id}/foot", f"foot of {words}", "floor", upright.id, upright.a, gap=max(short, LEAST)))
        joints.append(Joint(f"{upright.id}/top", bearer.id, upright.id, "b", holds=False, hinge=upright.role == "prop"))
    return tuple(contacts), tuple(joints)


def _holds(build: FixedPlatform, place: Layout, bearers: list[Member], seats: list[BearerSeat], uprights: list[Member]) -> tuple[Hold, ...]:
    """What keeps it from moving level: slots, the host's sides and ends where it is packed against them, ties where it lies low on what bears
    it, or friction alone; what keeps bearers from rolling over. A tie that comes down beside a leg or a tall block holds nothing level up there."""
    found = list[Hold]()
    across: Axis = 1 if build.run == "across" else 0
    roll: Axis = 4 if build.run == "across" else 3
    level: Axis = 0 if build.run == "across" else 1
    packed = {axis: (axis, -1) in place.packed or (axis, 1) in place.packed for axis in LEVEL}
    slotted = any(seat.slot is not None for seat in seats)
    for bearer, seat in zip(bearers, seats, strict=True):
        low = build.tied and _low(place, seat)
        for n, (_, at) in enumerate(_places(build, place, bearer, seat)):
            # it bears on its width, and the deck is screwed on top: it does not roll over
            found.append(Hold(bearer.id, at, roll, "its width and the deck"))
            for axis, wanted, why in ((level, True, "ends or ties"), (across, n == 0, "sides, slots or ties")):
                if axis == 0 and seat.slot is not None:
                    found.append(Hold(bearer.id, at, 0, "slot"))
                elif packed[axis] or low or (seat.slot is not None and axis == 1 and n == 0):
                    if wanted:
                        found.append(Hold(bearer.id, at, axis, why))
                elif not build.tied and seat.bears != "leg" and not (slotted and axis == 0):
                    found.append(Hold(bearer.id, at, axis, "friction", by="friction"))
    firm = build.tied or slotted or all(packed.values())
    for upright in uprights:
        # a loaded foot stays where it stands; where nothing else holds the platform, friction alone is not counted on
        found += [Hold(upright.id, upright.a, axis, "friction", by="shape" if firm else "friction") for axis in LEVEL]
        found.append(Hold(upright.id, upright.a, 5, "its own bearing"))
    return tuple(found)


def _low(place: Layout, seat: BearerSeat) -> bool:
    """Whether a tied bearer lies on the host itself, or on a block no taller than it is wide."""
    if seat.bears == "leg":
        return False
    if seat.bears == "slot":
        return True
    stands = place.level - (place.well.height if seat.bears == "well" and place.well is not None else 0.0)
    return stands <= 2 * place.leg_half


def _motions(build: FixedPlatform, place: Layout, sheet_t: float, members: list[Member]) -> tuple[Motion, ...]:
    """The rear half laid on the front one makes a seat; props fold up under their members."""
    return (*_halves(build, place, sheet_t), *_folding(build, [m for m in members if m.role == "prop"]))


def _folding(build: FixedPlatform, props: list[Member]) -> tuple[Motion, ...]:
    """Every prop about the hinge on its side, towards one end of its member; the first one leads."""
    under, folded = Position("under", 0.0, True, SCENES), Position("folded, empty", 90.0, True, bare=True)
    axis = (1.0, 0.0, 0.0) if build.run == "across" else (0.0, -1.0, 0.0)
    lead, found = f"{build.id}/props", list[Motion]()
    for prop in props:
        x, y, z = prop.b
        # on the edge of its top that it folds towards: about any other place its corner would bind under the member
        pivot = (x, y + prop.shape.width / 2, z) if build.run == "across" else (x + prop.shape.depth / 2, y, z)
        follows = lead if found else ""
        ident = f"{prop.body}/fold" if found else lead
        found.append(Motion(ident, prop.body, "Fold the props", 90.0, (under, folded), axis, "props", "", pivot, follows))
    return tuple(found)


def _halves(build: FixedPlatform, place: Layout, sheet_t: float) -> tuple[Motion, ...]:
    if place.split is None:
        return ()
    dx, dz = place.front - place.split, sheet_t
    reach = math.hypot(dx, dz)
    positions = (Position("bed", 0.0, True, ("driving", "night")), Position("seat", reach, False, ("parked",)))
    toward = (dx / reach, 0.0, dz / reach)
    return (Motion(f"{build.id}/half/shift", f"{build.id}/half", "Shift the rear half", reach, positions, toward, "rear half"),)


def _tags(build: FixedPlatform, place: Layout, bearers: list[Member]) -> tuple[Tag, ...]:
    found = [
        Tag("side", "h", place.front, place.back, "below", 1, "Length", "length"),
        Tag("side", "v", 0.0, place.level, "right", 1, "Underside of the members", "height", at=place.back),
        Tag("side", "v", 0.0, place.deck_top, "right", 2, "Deck top above floor", at=place.back),
        Tag("plan", "h", place.front, place.back, "below", 1, "Length", "length"),
        Tag("plan", "v", -place.half, place.half, "right", 1, "Width", "width"),
        Tag("rear", "h", -place.half, place.half, "below", 1, "Width", "width"),
        Tag("rear", "v", 0.0, place.deck_top, "right", 1, "Deck top above floor"),
    ]
    if build.run == "across":
        at = [m.a[0] for m in bearers]
        found += [Tag("plan", "h", a, b, "above", 1, "Member to member") for a, b in itertools.pairwise(at)]
    return tuple(found)


def _stows(build: FixedPlatform, members: list[Member], panels: tuple[Panel, ...]) -> tuple[Stow, ...]:
    """The loose rear half, and props folded up."""
    half = f"{build.id}/half"
    found = [stow(build.half_kept, half, "rear half", "in its place", half, panel.mass) for panel in panels if panel.body == half]
    props = [m for m in members if m.role == "prop"]
    if props and build.props is not None:
        heaviest = max(props, key=lambda m: m.mass)
        found.append(stow(build.props.kept, f"{build.id}/props", "a prop", "folded up", heaviest.body, heaviest.mass))
    return tuple(found)


def frame(build: FixedPlatform, host: Reader, catalog: Catalog) -> Assembly:
    """Every part of the platform with its place.

    Raises:
        StockError: a section or sheet that the catalogue does not hold, or sizes that cannot be built.
    """
    place = layout(build, host, catalog)
    body = f"{build.id}/frame"
    members = members_of(build, place, catalog)
    bearers = [m for m in members if m.role == "bearer"]
    seats = sorted(place.seats, key=lambda seat: seat.at)
    uprights = [m for m in members if m.role in ("leg", "prop")]
    panels = decks_of(build, place, catalog, bearers)
    feet, joints = _standing(build, bearers, uprights)
    size = place.back - place.front, 2 * place.half
    thick = build.mattress.thickness.mm if build.mattress is not None else 0.0
    bed = Surface(f"{build.id}/bed", "bed", body, (place.front, -place.half, place.deck_top + thick), size, build.use)
    return Assembly(
        id=build.id,
        family=build.family,
        label=build.label,
        members=tuple(members),
        panels=panels,
        items=tuple(items_of(build, place, catalog, members, panels)),
        surfaces=(bed,),
        joining=replace(joint_spec(build.framing, build.joints, catalog), key="leg", between="leg to bearer"),
        motions=_motions(build, place, panels[0].sheet.t, members),
        joints=joints,
        contacts=(*_bearing(build, place, bearers, seats, frozenset(m.id for m in members)), *feet),
        holds=_holds(build, place, bearers, seats, uprights),
        packed=place.packed,
        stows=_stows(build, members, panels),
        stack=stack(build, place, panels[0].sheet.t),
        tags=_tags(build, place, bearers),
    )
