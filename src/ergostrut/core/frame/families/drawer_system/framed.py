"""A drawer system's carcass as a frame: posts, rails between them along and across, rails for the slides, a deck over all."""

from __future__ import annotations

import itertools
from collections.abc import Sequence
from dataclasses import dataclass, replace

from ....catalog.errors import StockError
from ....catalog.model import Catalog, Planks, Section
from ....constants import G
from ....sections import Properties
from ....structure.assembly import Assembly, Tag
from ....structure.nouns.holds import Contact, Hold, Joint
from ....structure.nouns.panel import Covers
from ....structure.nouns.parts import Item, Member, MemberGroup, Point3, Surface
from ....structure.systems import SYSTEMS
from ...blocks.deck import deck
from ...blocks.joining import joint_parts, joint_spec
from ...blocks.stock import bought, framed_section, sheet_of
from .geometry import Room
from .params import DrawerSystem

POST, RAIL = MemberGroup("post", "Post, strength"), MemberGroup("rail", "Rail, bending")
LEAST = 1e-6


@dataclass(frozen=True, slots=True)
class Grid:
    """``lines``: where posts stand across; ``near`` (open face) and ``far``: their axes along; ``top``: their upper ends; ``along`` that axis."""

    lines: tuple[float, ...]
    near: float
    far: float
    top: float
    along: int
    post: Properties

    def at(self, across: float, along: float, z: float) -> Point3:
        return (along, across, z) if self.along == 0 else (across, along, z)

    @property
    def wide(self) -> float:
        """mm of a post across."""
        return self.post.width if self.along == 0 else self.post.depth

    @property
    def deep(self) -> float:
        """mm of a post along."""
        return self.post.depth if self.along == 0 else self.post.width


def _grid(build: DrawerSystem, section: Section, t: float) -> Grid:
    p = section.properties
    middle = {"middle": 0.0, "left": -build.off_centre.mm, "right": build.off_centre.mm}[build.side]
    x, y = (build.front.mm, build.front.mm + build.length.mm), (middle - build.width.mm / 2, middle + build.width.mm / 2)
    along = 0 if build.opens == "rear" else 1
    (v0, v1), (u0, u1) = (y, x) if along == 0 else (x, y)
    wide, deep = (p.width, p.depth) if along == 0 else (p.depth, p.width)
    n = len(build.columns)
    if v1 - v0 < (n + 1) * wide + n * 80 or u1 - u0 < 4 * deep or build.height.mm < 4 * p.depth + t:
        raise StockError("rail", "posts and rails leave no room for drawers; choose a smaller section, or make it larger")
    lines = tuple(v0 + wide / 2 + (v1 - v0 - wide) * i / n for i in range(n + 1))
    out_high = build.opens in ("rear", "right")
    near, far = (u1 - deep / 2, u0 + deep / 2) if out_high else (u0 + deep / 2, u1 - deep / 2)
    return Grid(lines, near, far, build.height.mm - t, along, p)


def _members(build: DrawerSystem, grid: Grid, section: Section) -> tuple[list[Member], list[Joint]]:
    body, welded = f"{build.id}/box", SYSTEMS[build.framing].joint == "weld"
    d, members, joints = grid.post.depth, list[Member](), list[Joint]()

    def rail(name: str, a: Point3, b: Point3, ends: tuple[str, str]) -> None:
        member = Member(f"{body}/{name}", "rail", body, section, a, b, welded=welded, group=RAIL, use="rail", mark="R")
        members.append(member)
        joints.extend(Joint(f"{member.id}/{end}", f"{body}/{post}", member.id, end) for end, post in zip(("a", "b"), ends, strict=True))  # type: ignore[arg-type]

    for i, v in enumerate(grid.lines, 1):
        for name, u in (("near", grid.near), ("far", grid.far)):
            ends = grid.at(v, u, 0.0), grid.at(v, u, grid.top)
            members.append(Member(f"{body}/{name}.{i}", "post", body, section, *ends, welded=welded, group=POST, use="leg", mark="P"))
    lo, hi = sorted((grid.near, grid.far))
    first, second = ("near", "far") if grid.near < grid.far else ("far", "near")
    for i, v in enumerate(grid.lines, 1):
        for name, z in (("foot", d / 2), ("top", grid.top - d / 2)):
            rail(f"{name}.{i}", grid.at(v, lo + grid.deep / 2, z), grid.at(v, hi - grid.deep / 2, z), (f"{first}.{i}", f"{second}.{i}"))
    for i, (a, b) in enumerate(itertools.pairwise(grid.lines), 1):
        for name, u in (("near", grid.near), ("far", grid.far)):
            for word, z in (("low", d / 2), ("high", grid.top - d / 2)):
                ends = grid.at(a + grid.wide / 2, u, z), grid.at(b - grid.wide / 2, u, z)
                rail(f"{word}.{name}.{i}", *ends, (f"{name}.{i}", f"{name}.{i + 1}"))
    return members, joints


def _standing(build: DrawerSystem, grid: Grid) -> tuple[tuple[Contact, ...], tuple[Hold, ...]]:
    tie = build.tie_rating.kg * G if build.tie_rating else None
    contacts, holds = list[Contact](), list[Hold]()
    for i, v in enumerate(grid.lines, 1):
        for name, u in (("near", grid.near), ("far", grid.far)):
            member, at = f"{build.id}/box/{name}.{i}", grid.at(v, u, 0.0)
            contacts.append(Contact(f"{member}/foot", f"foot of {name} {i}", "floor", member, at, gap=LEAST))
            corner = i in (1, len(grid.lines))
            if build.tied and corner:
                contacts.append(Contact(f"{member}/tie", f"tie of {name} {i}", "tie", member, at, (0.0, 0.0, -1.0), LEAST, rating=tie))
            if corner:
                by = ("its tie", "shape") if build.tied else ("friction under a loaded foot", "friction")
                holds += [Hold(member, at, axis, by[0], by=by[1]) for axis in (0, 1)]  # type: ignore[arg-type]
                holds.append(Hold(member, at, 5, "its own bearing"))
    return tuple(contacts), tuple(holds)


def framed(build: DrawerSystem, catalog: Catalog) -> tuple[Assembly, Room]:
    """The frame with its deck, and the room between its posts.

    Raises:
        StockError: a section or sheet that the catalogue does not hold, or sizes that cannot be built.
    """
    section = framed_section(catalog, build.framing, "rail", build.rail, "a frame for drawers")
    sheet = sheet_of(catalog, "sheet", build.sheet)
    if isinstance(sheet, Planks):
        raise StockError("sheet", "drawers' fronts and the deck over them are of sheet; choose one")
    grid = _grid(build, section, sheet.t)
    members, joints = _members(build, grid, section)
    contacts, holds = _standing(build, grid)
    body = f"{build.id}/box"
    xs, ys = ([grid.near, grid.far], grid.lines) if grid.along == 0 else (grid.lines, [grid.near, grid.far])
    half = (grid.deep / 2, grid.wide / 2) if grid.along == 0 else (grid.wide / 2, grid.deep / 2)
    lo = min(xs) - half[0], min(ys) - half[1]
    size = max(xs) + half[0] - lo[0], max(ys) + half[1] - lo[1]
    on = tuple(f"{body}/top.{i}" for i in range(1, len(grid.lines) + 1))
    lies = Covers(on, 1 if grid.along == 0 else 0)
    panel = deck(f"{body}/deck", "deck", body, sheet, (lo[0], lo[1], grid.top), size, lies, along=build.grain == "along", use=build.use)
    ends = len(joints)
    items: list[Item] = [
        bought(catalog, f"{body}/deck screws", "deckscrew", body, (lo[0], lo[1], grid.top), max(8, round(size[0] * size[1] / 40_000)))
    ]
    items += [
        bought(catalog, f"{body}/{name}", part, body, (lo[0], lo[1], grid.top), each * ends)
        for name, part, each in joint_parts(build.framing, build.joints)
    ]
    if build.tied:
        items.append(replace(bought(catalog, f"{body}/ties", "tie", body, (lo[0], lo[1], 0.0), 4), aboard=False))
    d = grid.post.depth
    s = 1.0 if grid.near > grid.far else -1.0
    stands = tuple((str(i), v - grid.wide / 2, v + grid.wide / 2) for i, v in enumerate(grid.lines, 1))
    room = Room(stands, 1 - grid.along, grid.near + s * grid.deep / 2, grid.far - s * grid.deep / 2, d, grid.top - d)
    made = Assembly(
        id=build.id,
        family=build.family,
        label=build.label,
        members=tuple(members),
        panels=(panel,),
        items=tuple(items),
        surfaces=(Surface(f"{build.id}/top", "top", body, (lo[0], lo[1], grid.top + sheet.t), size, build.use),),
        joining=replace(joint_spec(build.framing, build.joints, catalog), key="rail", between="rail to post"),
        joints=tuple(joints),
        contacts=contacts,
        holds=holds,
        tags=(
            Tag("side", "h", lo[0], lo[0] + size[0], "below", 1, "Length", "length"),
            Tag("side", "v", 0.0, build.height.mm, "right", 1, "Height", "height", at=lo[0] + size[0]),
            Tag("plan", "h", lo[0], lo[0] + size[0], "below", 1, "Length", "length"),
            Tag("plan", "v", lo[1], lo[1] + size[1], "right", 1, "Width", "width"),
            Tag("rear", "h", lo[1], lo[1] + size[1], "below", 1, "Width", "width"),
            Tag("rear", "v", 0.0, build.height.mm, "right", 1, "Height", "height"),
        ),
    )
    return made, room


def with_rails(made: Assembly, wanted: Sequence[tuple[tuple[str, str], float]]) -> tuple[Assembly, list[tuple[str, str]]]:
    """A rail on both sides of every drawer at its slides' height, (lines beside it, z), one for two drawers of the same height, and none
    where a foot or top rail is already there; with the rails' names drawer by drawer."""
    body, members, joints = f"{made.id}/box", list(made.members), list(made.joints)
    rows: dict[str, list[tuple[float, str]]] = {}
    for member in made.members:
        stem, _, line = member.id.rpartition(".")
        if stem in (f"{body}/foot", f"{body}/top"):
            rows.setdefault(line, []).append((member.a[2], member.id))
    named = []
    for lines, z in wanted:
        pair = []
        for line in lines:
            near = min(rows[line], key=lambda row: abs(row[0] - z))
            pattern = made.member(f"{body}/foot.{line}")
            if abs(near[0] - z) >= pattern.shape.depth:
                ident = f"{body}/slide.{line}.{sum('slide' in name for _, name in rows[line]) + 1}"
                a, b = ((p[0], p[1], z) for p in (pattern.a, pattern.b))
                members.append(replace(pattern, id=ident, a=a, b=b))
                joints += [replace(joint, id=f"{ident}/{joint.end}", framing=ident) for joint in made.joints if joint.framing == pattern.id]
                near = (z, ident)
                rows[line].append(near)
            pair.append(near[1])
        named.append((pair[0], pair[1]))
    return replace(made, members=tuple(members), joints=tuple(joints)), named
