"""Does what is carried in go in: every piece, tilted and turned, through the openings and past what already stands."""

from __future__ import annotations

from collections.abc import Iterable, Iterator, Sequence
from dataclasses import dataclass, replace

from ...finding import COMMON_PRACTICE, Finding, Working
from ...mechanics.space.passage import TOUCH, Corners, Waypoint, cannot_pass, joining, passage
from ...structure.assembly import Assembly
from ...structure.check import JobCheck
from ...structure.context import Context
from ...structure.host import Opening
from ...structure.nouns.panel import Swings
from ..space.bodies import Body, bodies
from .hull import Hull, hull_of

NO_PROOF = "Lifting, sliding, quarter tilts and turns were tried, which is no proof: try it with cardboard, or make it in parts."
SMALL = 150.0
"""mm: a piece whose second side is less than this and no side longer than the room is handed in by anybody."""
MOST = 24
"""Pieces of a job that are tried, largest first."""


@dataclass(frozen=True)
class CarriedPiece:
    """What is carried in as one: its boxes where it rests."""

    part: str
    name: str
    build: str
    label: str
    boxes: tuple[Corners, ...]
    upright: bool = False
    """It must not be tilted."""

    @property
    def lo(self) -> tuple[float, float, float]:
        x, y, z = (min(box[0][i] for box in self.boxes) for i in range(3))
        return x, y, z

    @property
    def hi(self) -> tuple[float, float, float]:
        x, y, z = (max(box[1][i] for box in self.boxes) for i in range(3))
        return x, y, z

    @property
    def size(self) -> tuple[float, float, float]:
        x, y, z = (b - a for a, b in zip(self.lo, self.hi, strict=True))
        return x, y, z


@dataclass(frozen=True)
class WayIn:
    """A piece with its way from outside to where it rests; None where none was found."""

    piece: CarriedPiece
    poses: tuple[Waypoint, ...] | None


def _boxes(body: Body) -> tuple[Corners, ...]:
    lo, hi = body.boxes.lo.tolist(), body.boxes.hi.tolist()
    return tuple(((a[0], a[1], a[2]), (b[0], b[1], b[2])) for a, b in zip(lo, hi, strict=True))


def pieces_of(context: Context, build: Assembly, whole: bool) -> list[CarriedPiece]:
    """A build as it is carried in: in parts, or each of its bodies as one."""
    rows = bodies(context, build, things=False, swept=False)
    if not whole:
        return [CarriedPiece(row.part, row.name, build.id, build.label, _boxes(row)) for row in rows]
    owner = {member.id: member.body for member in build.members}
    owner |= {panel.id: panel.body for panel in build.panels}
    found = []
    for name in build.bodies:
        boxes = tuple(box for row in rows if owner[row.part] == name for box in _boxes(row))
        if boxes:
            noun = build.label if len(build.bodies) == 1 else f"{build.label}, {name.rsplit('/', 1)[-1]}"
            found.append(CarriedPiece(name, noun, build.id, build.label, boxes))
    return found


def _loads(context: Context) -> list[CarriedPiece]:
    """Things carried: they come last, when all builds stand; what lies in something that is drawn out is laid in from above."""
    found = []
    drawn = {runner.body for build in context.builds for runner in build.runners}
    for item in (item for item in context.plan.placed if item.surface.body not in drawn):
        (x, y, z), (lx, ly, lz) = item.at(), item.size
        box = ((x - lx / 2, y - ly / 2, z - lz / 2), (x + lx / 2, y + ly / 2, z + lz / 2))
        found.append(CarriedPiece(f"thing/{item.thing.id}", item.thing.name, "", "load", (box,), item.thing.upright))
    return found


def _matters(piece: CarriedPiece, room: Corners) -> bool:
    _least, second, long = sorted(piece.size)
    return second >= SMALL or long > max(b - a for a, b in zip(*room, strict=True)) * 0.7


def check_way_in(context: Context) -> Iterator[Finding]:
    """One finding a build and one for the load: the piece that goes in worst. Nothing of a host that is open from above."""
    if not context.host.roofed or not context.host.openings:
        return
    rows = [(build.id, build.label, pieces_of(context, build, _whole(context, build))) for build in context.in_order]
    rows.append(("", "What is carried", _loads(context)))
    leaves = {
        name for build in context.builds for panel in build.panels if isinstance(panel.carries, Swings) for name in (panel.id, panel.body)
    }
    standing: list[CarriedPiece] = []
    for ident, label, pieces in rows:
        if pieces:
            # who loads has what turns on hinges open
            stands = standing if ident else [piece for piece in standing if piece.part not in leaves]
            yield _finding(context, ident, label, pieces, stands)
        standing += pieces


def _whole(context: Context, build: Assembly) -> bool:
    return next(one.carried_in == "whole" for one in context.design.builds if one.id == build.id)


def _blank(ident: str, label: str) -> Finding:
    name = f"{ident}/fit.way-in" if ident else "load/fit.way-in"
    return Finding(
        name, "fit.way-in", "frame" if ident else "carry", (), f"Way in of {label.lower()}", "", "unknown", basis=COMMON_PRACTICE
    )


def _finding(context: Context, ident: str, label: str, pieces: Sequence[CarriedPiece], standing: Sequence[CarriedPiece]) -> Finding:
    host, blank = context.host, _blank(ident, label)
    doors = tuple(one for one in host.openings if not one.missing)
    hull = hull_of(host, doors, shrunk=True)
    missing = hull.missing if doors else tuple(sorted({role for one in host.openings for role in one.missing}))
    if missing:
        names = ", ".join(host.dims[role].label.lower() for role in missing)
        return replace(blank, sentence=f"Not known until measured: {names}.", missing=missing)
    tried = sorted((piece for piece in pieces if _matters(piece, hull.room)), key=lambda piece: -sorted(piece.size)[1])[:MOST]
    for piece in tried:
        if cannot_pass(piece.size, [one.size for one in doors]):
            return _cannot(context, blank, piece, doors)
    ways: list[tuple[CarriedPiece, tuple[Waypoint, ...]]] = []
    for piece in tried:
        if any(_follows(piece, hull, standing, like, way) for like, way in ways):
            continue
        way = _passes(piece, hull, standing)
        if way is None:
            return _stuck(context, blank, piece, standing, doors, hull)
        ways.append((piece, way))
    w = Working()
    w.given("n", len(tried), "", "pieces tried, each as a box where it rests, past everything that stands before it")
    for one in doors:
        w.say(f"The {one.name}: {one.size[0]:.0f} x {one.size[1]:.0f} mm.")
    words = "Every piece goes in" if len(tried) > 1 else "It goes in"
    if not tried:
        words = "Every piece is small enough to be handed in"
    return replace(blank, sentence=f"{words}, with what stands before it in its place.", state="holds", use=0.0, working=w.done())


def _of(context: Context, piece: CarriedPiece, doors: Sequence[Opening]) -> tuple[Working, str]:
    """A piece's size against the openings, as working and in words."""
    w = Working()
    for symbol, v in zip(("l", "b", "h"), sorted(piece.size, reverse=True), strict=True):
        w.given(symbol, v, "mm", f"of {piece.name}, as a box")
    for one in doors:
        w.say(f"The {one.name}: {one.size[0]:.0f} x {one.size[1]:.0f} mm.")
    return w, f"{piece.name}, {' x '.join(context.say.length(v) for v in sorted(piece.size, reverse=True))}"


def _cannot(context: Context, blank: Finding, piece: CarriedPiece, doors: Sequence[Opening]) -> Finding:
    w, what = _of(context, piece, doors)
    w.say(
        "In the opening's plane its section through its middle is as thick as its least side and as long as its second one, at the least."
    )
    names = " or the ".join(one.name for one in doors)
    text = f"{what}, does not pass the {names}, however it is turned. Make it in parts."
    return replace(blank, parts=(piece.part,), sentence=text, state="over", use=2.0, working=w.done())


def _off_the_wall(piece: CarriedPiece, hull: Hull) -> CarriedPiece:
    """The piece moved off a wall that leans, whose boxes reach farther in than the wall does: from there it is pushed straight to its place."""
    over = {-1: 0.0, 1: 0.0}
    for lo, hi in piece.boxes:
        for a, b in hull.walls:
            if all(lo[i] < b[i] - TOUCH and hi[i] > a[i] + TOUCH for i in range(3)):
                side = 1 if a[1] > 0 else -1
                over[side] = max(over[side], hi[1] - a[1] if side > 0 else b[1] - lo[1])
    by = over[-1] - over[1] if min(over.values()) == 0.0 else 0.0
    if by == 0.0:
        return piece
    boxes = tuple(((lo[0], lo[1] + by, lo[2]), (hi[0], hi[1] + by, hi[2])) for lo, hi in piece.boxes)
    return replace(piece, boxes=boxes)


def _passes(piece: CarriedPiece, hull: Hull, standing: Iterable[CarriedPiece]) -> tuple[Waypoint, ...] | None:
    around = (*hull.solids, *(box for one in standing for box in one.boxes))
    return passage(_off_the_wall(piece, hull).boxes, around, hull.room, hull.gates, turns="upright" if piece.upright else "any")


def _follows(piece: CarriedPiece, hull: Hull, standing: Iterable[CarriedPiece], like: CarriedPiece, way: tuple[Waypoint, ...]) -> bool:
    """Whether it goes in as one like it did: nothing is searched for it again."""
    around = (*hull.solids, *(box for one in standing for box in one.boxes))
    joined = joining(_off_the_wall(piece, hull).boxes, around, _off_the_wall(like, hull).boxes, way)
    return piece.upright == like.upright and joined is not None


def _stuck(
    context: Context, blank: Finding, piece: CarriedPiece, standing: Sequence[CarriedPiece], doors: tuple[Opening, ...], hull: Hull
) -> Finding:
    """What is wrong with the way in of a piece for which none was found, every typical length taken as short as it may be."""
    host = context.host
    w, what = _of(context, piece, doors)
    blank = replace(blank, parts=(piece.part,))
    if hull.hangs and _passes(piece, hull_of(host, doors, shrunk=False), standing) is not None:
        names = ", ".join(host.dims[role].label.lower() for role in hull.hangs)
        text = f"{what}, goes in, but that hangs on typical figures. Measure first: {names}."
        return replace(blank, sentence=text, missing=hull.hangs, hangs_on=hull.hangs, working=w.done())
    if standing and _passes(piece, hull, ()) is not None:
        first = _in_the_way(piece, standing, hull)
        w.say(f"On an empty floor a way in was found, past {first} none.")
        text = f"{what}: no way in was found once {first} stands. Bring it in before that, make it in parts, or try with cardboard."
        return replace(blank, sentence=text, missing=("way in",), working=w.done())
    w.say(NO_PROOF)
    return replace(blank, sentence=f"{what}: no way in was found. {NO_PROOF}", missing=("way in",), working=w.done())


NAMED = 4
"""Builds that are tried as the one in the way; of more nobody knows which."""


def _in_the_way(piece: CarriedPiece, standing: Sequence[CarriedPiece], hull: Hull) -> str:
    """What must go in after it: the one without which a way is found, else all of it."""
    labels = {one.build: one.label for one in standing}
    for name, label in tuple(labels.items())[:NAMED]:
        if _passes(piece, hull, [one for one in standing if one.build != name]) is not None:
            return f"the {label[:1].lower()}{label[1:]}"
    return "what is there"


def way_in(context: Context, part: str) -> WayIn | None:
    """The way in of one piece, to be drawn; None for a part that is none, or where nothing closes the host."""
    if not context.host.roofed or not context.host.openings:
        return None
    doors = tuple(one for one in context.host.openings if not one.missing)
    if not doors:
        return None
    hull = hull_of(context.host, doors, shrunk=False)
    standing: list[CarriedPiece] = []
    for pieces in (*(pieces_of(context, build, _whole(context, build)) for build in context.builds), _loads(context)):
        for piece in pieces:
            if piece.part == part:
                return WayIn(piece, _passes(piece, hull, standing))
        standing += pieces
    return None


CHECKS = (JobCheck(check_way_in, "ways"),)
