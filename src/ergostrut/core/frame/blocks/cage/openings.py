"""Windows and vents in the skins and the roof of a cage: what is cut out, the tubes framed in for it, what closes it."""

from __future__ import annotations

import itertools
from collections.abc import Sequence
from dataclasses import dataclass, replace
from typing import Annotated, Any, Literal

from pydantic import Field

from ....catalog.errors import StockError
from ....catalog.model import Catalog
from ....document.survey import Name
from ....quantity import Between, BuildMass, Length, Mass, Place
from ....record import Record
from ....structure.assembly import Assembly
from ....structure.nouns.closure import Closure
from ....structure.nouns.holds import Joint
from ....structure.nouns.panel import Clads, Covers, Panel, pierced
from ....structure.nouns.parts import Item, Member, MemberGroup, Point3
from ....structure.sheet import Command, Group, Repeat, Row, When, options
from ..stock import bought, typed
from .evenly import FEW

TRIMMER = MemberGroup("trimmer", "Tube round an opening, bending")
UP, ROOM = 2, 70.0
"""The axis up; mm of a bay that posts and a little room take."""
Clamp = Annotated[Length, Between(1, 200)]


class FramedOpening(Record):
    """An opening ``width`` along its wall, of the front across it, and ``height`` high; of the roof ``width`` along and ``height`` across. It begins ``x``
    behind the front edge of its wall, or of the roof, and ``z`` over the lower edge of its wall; its middle lies ``y`` right of the centre, at the
    front and in the roof. What closes it weighs ``mass``; its ring takes a wall from ``thin`` to ``thick``; it ``lets`` through W/(m2 K)."""

    name: Name
    closed: Literal["window", "vent"] = "window"
    wall: Literal["left wall", "right wall", "front wall", "roof"] = "left wall"
    x: Annotated[Length, Between(0, 10_000)] = typed("600 mm")
    y: Place = typed("0 mm")
    z: Annotated[Length, Between(0, 2_600)] = typed("500 mm")
    width: Annotated[Length, Between(60, 1_800)] = typed("400 mm")
    height: Annotated[Length, Between(60, 1_600)] = typed("300 mm")
    mass: BuildMass = Mass.parse("4 kg")
    thin: Clamp | None = None
    thick: Clamp | None = None
    lets: Annotated[float, Field(ge=0.3, le=10)] | None = None


def another(build: Any) -> dict[str, Any]:
    """A window in the left wall where there is room for it: in the bay nearest to the middle in which none is."""
    taken = {one.name for one in build.openings}
    name = next(name for n in range(1, len(taken) + 2) if (name := f"window {n}") not in taken)
    middle, there = build.length.mm / 2, [(one.x.mm, one.x.mm + one.width.mm) for one in build.openings if one.wall == "left wall"]
    bays = sorted(itertools.pairwise(build.along), key=lambda bay: abs(sum(bay) / 2 - middle))
    lo, hi = next((bay for bay in bays if not any(a < bay[1] and bay[0] < b for a, b in there)), bays[0])
    wide, high = max(min(hi - lo - ROOM, 400.0), 60.0), max(min(0.4 * build.height.mm, 300.0), 60.0)
    return {
        "name": name, "x": f"{(lo + hi - wide) / 2:.0f} mm", "z": f"{min(0.3 * build.height.mm, 600.0):.0f} mm", "width": f"{wide:.0f} mm",
        "height": f"{high:.0f} mm",
    }  # fmt: skip


_SIDE, _FRONT, _ROOF = ("left wall", "right wall"), ("front wall",), ("roof",)
ROWS = Group(
    "Windows and vents",
    (
        Repeat(
            "openings",
            "Opening",
            (
                Row("name", "Name", "text"),
                Row("closed", "Closed by a", "choice", options("window", "vent")),
                Row("wall", "In the", "choice", options("left wall", "right wall", "front wall", "roof")),
                Row("x", "Begins behind its front edge", "length", when=(When("wall", (*_SIDE, *_ROOF)),)),
                Row("y", "Its middle, right of the centre (− left)", "length", when=(When("wall", (*_FRONT, *_ROOF)),)),
                Row("z", "Begins over the wall's lower edge", "length", when=(When("wall", (*_SIDE, *_FRONT)),)),
                Row("width", "Width of the hole", "length", help="as its maker gives it; along the vehicle, of a front wall across"),
                Row("height", "Height of the hole", "length", help="of a roof: across the vehicle"),
                Row("mass", "It weighs", "mass"),
                Row("thin", "Its ring clamps walls from", "length", optional=True),
                Row("thick", "to", "length", optional=True),
                Row("lets", "Its U-value", "number", optional=True, help="W/(m² K), as its maker gives it"),
            ),
            name="name",
        ),
        Command("Add an opening", "openings", op="add", make=another),
    ),
    help="Each between two neighbouring posts, or roof bows: tubes are framed in above and below it, and beside it where room is left. Have it before you cut.",
)


@dataclass(frozen=True, slots=True)
class _Lie:
    """An opening in the plane of a panel's members: ``run``, the axis that they run along, ``side``, from one to the next; of it from ``lo`` to ``hi`` along each."""

    run: int
    side: int
    lo: tuple[float, float, float]
    hi: tuple[float, float, float]


def opened(made: Assembly, openings: Sequence[FramedOpening], catalog: Catalog) -> Assembly:
    """A cage with its openings cut and framed.

    Raises:
        StockError: one that lies on a post or a bow, beyond its wall, or in another, naming its field.
    """
    for k, one in enumerate(openings):
        made = _open(made, one, f"openings/{k}", catalog)
    return made


def _walls(made: Assembly, wall: str) -> list[Panel]:
    if wall == "roof":
        return [panel for panel in made.decks if panel.use == "roof"]
    skins = [panel for panel in made.skins if isinstance(panel.carries, Clads) and panel.carries.outer]
    return [panel for panel in skins if panel.name == wall or panel.name.startswith(f"{wall}, ")]


def _laid(one: FramedOpening, panels: Sequence[Panel]) -> _Lie:
    """The opening as a box along the host's axes, of no depth across its wall."""
    lo, hi = [min(panel.lo[i] for panel in panels) for i in range(3)], [max(panel.hi[i] for panel in panels) for i in range(3)]
    wide, high = one.width.mm, one.height.mm
    if one.wall == "front wall":
        return _Lie(UP, 1, (lo[0], one.y.mm - wide / 2, lo[2] + one.z.mm), (hi[0], one.y.mm + wide / 2, lo[2] + one.z.mm + high))
    x = lo[0] + one.x.mm
    if one.wall == "roof":
        return _Lie(1, 0, (x, one.y.mm - high / 2, lo[2]), (x + wide, one.y.mm + high / 2, hi[2]))
    return _Lie(UP, 0, (x, lo[1], lo[2] + one.z.mm), (x + wide, hi[1], lo[2] + one.z.mm + high))


def _within(panels: Sequence[Panel], at: _Lie, one: FramedOpening, field: str) -> None:
    """Refuse what reaches beyond its wall."""
    for i in (at.side, at.run):
        lo, hi = min(panel.lo[i] for panel in panels), max(panel.hi[i] for panel in panels)
        if at.lo[i] < lo - 1e-6 or at.hi[i] > hi + 1e-6:
            text = f"“{one.name}” would reach beyond the {one.wall}, {hi - lo:.0f} mm that way; move it, or make it smaller"
            raise StockError(f"{field}/{'xyz'[i]}", text)


def _between(made: Assembly, panels: Sequence[Panel], at: _Lie, one: FramedOpening, field: str) -> tuple[Member, Member]:
    """The two neighbours that it lies between.

    Raises:
        StockError: it lies on one of them, or beyond them, with where there is room.
    """
    _within(panels, at, one, field)
    names = dict.fromkeys(name for panel in panels if isinstance(panel.carries, Clads | Covers) for name in panel.carries.on)
    rows = sorted((made.member(name) for name in names), key=lambda member: member.middle[at.side])
    faces = [(m.middle[at.side] - half(m, at.side), m.middle[at.side] + half(m, at.side)) for m in rows]
    lo, hi = at.lo[at.side], at.hi[at.side]
    for (a, b), (one_face, other) in zip(itertools.pairwise(rows), itertools.pairwise(faces), strict=True):
        if one_face[1] <= lo + 1e-6 and hi <= other[0] + 1e-6:
            return a, b
    free = max(other[0] - one_face[1] for one_face, other in itertools.pairwise(faces))
    hit = [m.name for m, (a, b) in zip(rows, faces, strict=True) if lo < b and a < hi]
    stands = (
        f"{' and '.join(hit)} would stand in “{one.name}”"
        if hit
        else f"“{one.name}” would reach beyond the last of what carries the {one.wall}"
    )
    raise StockError(f"{field}/{'xyz'[at.side]}", f"{stands}; move it, or make it smaller: the widest room between two is {free:.0f} mm")


def half(member: Member, axis: int) -> float:
    """mm from a member's middle to its face along an axis across it."""
    _, y, z = member.axes
    return (abs(y[axis]) * member.shape.width + abs(z[axis]) * member.shape.depth) / 2


def _open(made: Assembly, one: FramedOpening, field: str, catalog: Catalog) -> Assembly:
    panels = _walls(made, one.wall)
    if not panels:
        raise StockError(
            f"{field}/wall", f"there is no {one.wall}{' that lies level' if one.wall == 'roof' else ''}; choose another for “{one.name}”"
        )
    at = _laid(one, panels)
    first, second = _between(made, panels, at, one, field)
    panel = next((p for p in panels if all(p.lo[i] <= at.lo[i] + 1e-6 and at.hi[i] <= p.hi[i] + 1e-6 for i in (at.side, at.run))), None)
    if panel is None:
        raise StockError(f"{field}/x", f"“{one.name}” would lie in a door, or over a seam beside it; move it, or make it smaller")
    if any(_meet(at, other) for other in made.closures if other.panel == panel.id):
        raise StockError(f"{field}/name", f"“{one.name}” would lie in another opening; move one of them")
    tubes, joints = _framed(first, second, at, one, field)
    linings = [p for p in made.skins if p.name.startswith(f"lining of the {one.wall}") and one.wall != "roof"]
    cut = pierced(panel, ((at.lo, at.hi),))
    lined = [p for p in linings if all(p.lo[i] <= at.lo[i] and at.hi[i] <= p.hi[i] for i in (at.run, at.side))]
    changed = {panel.id: cut} | {p.id: pierced(p, ((at.lo, at.hi),)) for p in lined}
    thick = panel.sheet.t + 2 * half(first, _across(at)) + sum(p.sheet.t for p in lined[:1])
    item = _item(one, panel, at, catalog)
    closure = Closure(
        f"{panel.body}/closed by {one.name}", one.name, panel.id, *cut.openings[-1], (tubes[0].id, tubes[1].id), item.id, thick,
        (one.thin.mm if one.thin is not None else None, one.thick.mm if one.thick is not None else None), one.lets,
    )  # fmt: skip
    return replace(
        made,
        members=(*made.members, *tubes),
        joints=(*made.joints, *joints),
        panels=tuple(changed.get(p.id, p) for p in made.panels),
        items=(*made.items, item),
        closures=(*made.closures, closure),
    )


def _across(at: _Lie) -> int:
    return 3 - at.run - at.side


def _meet(at: _Lie, other: Closure) -> bool:
    return all(at.lo[i] < other.hi[i] and other.lo[i] < at.hi[i] for i in (at.run, at.side))


def _item(one: FramedOpening, panel: Panel, at: _Lie, catalog: Catalog) -> Item:
    middle: Point3 = tuple((a + b) / 2 for a, b in zip(at.lo, at.hi, strict=True))  # type: ignore[assignment]
    item = bought(catalog, f"{panel.body}/{one.name}", one.closed, panel.body, middle)
    return replace(item, mass=one.mass.kg)


def _framed(first: Member, second: Member, at: _Lie, one: FramedOpening, field: str) -> tuple[tuple[Member, ...], tuple[Joint, ...]]:
    """Two tubes from neighbour to neighbour along its lower and upper edge, or its left and right one; two between those beside it where room is left."""
    run, side, across = at.run, at.side, _across(at)
    where = first.middle[across]
    words = ("below", "above") if run == UP else ("left of", "right of")
    lo, hi = (sorted((m.a[run], m.b[run])) for m in (first, second))
    # rectangular tubes lie as deep in the wall as their neighbours are
    flat = abs(half(first, across) - first.section.properties.width / 2) > 1e-6 and run == UP
    flat = flat or (run != UP and first.flat)
    turned = replace(
        first, flat=flat, roll=0.0, mitre=0.0, group=TRIMMER, use="roof" if run != UP else "rail", held="ends", rides="", mark="T"
    )
    found, joints = list[Member](), list[Joint]()

    def tube(word: str, a: Point3, b: Point3, on: tuple[str, str], *, flat: bool = flat) -> None:
        ident = f"{first.body}/tube {word} {one.name}"
        found.append(replace(turned, id=ident, role="trimmer", a=a, b=b, flat=flat))
        joints.extend((Joint(f"{ident}/a", on[0], ident, "a"), Joint(f"{ident}/b", on[1], ident, "b")))

    def point(along: float, aside: float) -> Point3:
        values = {run: along, side: aside, across: where}
        return values[0], values[1], values[2]

    ends = first.middle[side] + half(first, side), second.middle[side] - half(second, side)
    deep = half(replace(turned, a=point(0.0, 0.0), b=point(0.0, 1.0)), run)
    for word, edge in zip(words, (at.lo[run] - deep, at.hi[run] + deep), strict=True):
        if edge - deep < max(lo[0], hi[0]) + FEW or edge + deep > min(lo[1], hi[1]) - FEW:
            place = "z" if run == UP else "y"
            text = f"no room is left {'over' if word == words[0] and run == UP else 'beside' if run != UP else 'under'} “{one.name}” for the tube at its edge"
            raise StockError(f"{field}/{place}", f"{text}; move it, or make it smaller")
        tube(word, point(edge, ends[0]), point(edge, ends[1]), (first.id, second.id))
    wide = half(replace(first, a=point(0.0, 0.0), b=point(1.0, 0.0)), side)
    beside = ("ahead of", "behind") if side == 0 else ("left of", "right of")
    for word, edge, room in zip(
        beside, (at.lo[side] - wide, at.hi[side] + wide), (at.lo[side] - ends[0], ends[1] - at.hi[side]), strict=True
    ):
        if room > 2 * wide + FEW:
            tube(word, point(at.lo[run], edge), point(at.hi[run], edge), (found[0].id, found[1].id), flat=first.flat)
    return tuple(found), tuple(joints)
