"""What closes a teardrop: its sides, its front, its roof from corner to corner."""

from __future__ import annotations

import itertools
import math
from collections.abc import Iterator, Sequence

from ....catalog.model import Sandwich, Sheet
from ....structure.nouns.panel import Clads, Panel, between, leaning
from ....structure.nouns.parts import Point3, Use
from ...blocks.cage.hatch import SEAL
from ...blocks.cage.side_door import SideDoor
from ...blocks.cage.skinned import Wall, skinned
from ...blocks.cage.tubes import SIDES
from ...blocks.deck import laid, seams
from .geometry import Drop, Point, door_low, door_top, height
from .params import TeardropBody

Board = Sheet | Sandwich
THIN = 5.0
"""mm of a strip that is left out over or under a door."""
TOP = 0.5
"""Of a hatch that is seen from above, from which on snow lies on it: it leans as a roof does, less than 60 degrees."""
LEVEL = 0.5
"""mm from end to end within which a part of the roof is level."""


def _rim(line: Sequence[Point], a: float, b: float, low: float) -> list[Point]:
    """What lies under a chain and over ``low`` from a to b."""
    top = [(a, height(line, a)), *(p for p in line if a + 0.5 < p[0] < b - 0.5), (b, height(line, b))]
    # the hatch's foot lies higher than where the side begins
    return [(a, low), (b, low), *(p for p in reversed(top) if p[1] > low + 0.5)]


def _toe_inside(place: Drop) -> float:
    """x of the inner face of the hatch's posts at the deck."""
    (ax, az), (dx, dz) = place.inner[-1], place.down
    return ax + (az - place.bed.deck_top) * dx / -dz


def sides(build: TeardropBody, place: Drop, skin: Board, lining: Board | None) -> Iterator[Panel]:
    """Both sides in sheets whose seams lie on posts, over a door from the tube over it, and their linings."""
    outer = [*place.outer, place.rear]
    inner = [*place.inner, (_toe_inside(place), place.bed.deck_top)]
    for name, s in SIDES:
        posts = tuple((f"{build.id}/walls/post.{i}.{name}", post.x) for i, post in enumerate(place.posts[name], 1))
        door = next(((k, one) for k, one in enumerate(build.doors) if one.side == name), None)
        yield from _side(build, place, skin, f"{name} wall", s * place.half, s, outer, posts, door, True)
        if lining is not None:
            at = s * (place.y - place.post.properties.width / 2)
            yield from _side(build, place, lining, f"lining of the {name} wall", at, -s, inner, posts, door, False)


def _side(
    build: TeardropBody, place: Drop, sheet: Board, name: str, y: float, sign: int, line: Sequence[Point], posts: Sequence[tuple[str, float]],
    door: tuple[int, SideDoor] | None, outer: bool,
) -> Iterator[Panel]:  # fmt: skip
    """One face of a side, its thickness towards ``sign``."""
    first, end, low = line[0][0], line[-1][0], place.foot if outer else place.bed.deck_top
    stops, parts = [x for _, x in posts[1:-1]], list[tuple[float, float, list[Point]]]()
    if door is None:
        parts = [(a, b, _rim(line, a, b, low)) for a, b in seams(first, end, stops, sheet.size[1])]
    else:
        k, one = door
        a, b = place.bed.front + one.x.mm, place.bed.front + one.x.mm + one.width.mm
        clear = SEAL if outer else place.post.properties.depth
        over, under = door_top(place, one, k) + clear, door_low(place, one, k) - clear
        parts = [(p, q, _rim(line, p, q, low)) for p, q in (*seams(first, a, stops, sheet.size[1]), *seams(b, end, stops, sheet.size[1]))]
        parts.append((a, b, _rim(line, a, b, over)))
        if under > low:
            parts.append((a, b, [(a, low), (b, low), (b, under), (a, under)]))
    middle, lap = y + sign * sheet.t / 2, place.post.properties.depth + 1.0
    for n, (a, b, rim) in enumerate(parts, 1):
        bottom = min(z for _, z in rim)
        if max(z for _, z in rim) - bottom < THIN:
            continue
        on = tuple(post for post, x in posts if a - lap <= x <= b + lap)
        title = name if len(parts) == 1 else f"{name}, {n}"
        lo, hi = (a, middle - sheet.t / 2, bottom), (b, middle + sheet.t / 2, max(z for _, z in rim))
        flat = between(
            f"{build.id}/walls/{title}", title, f"{build.id}/walls", sheet, lo, hi, 0, Clads(on, build.skin_pitch.mm, outer), "wall",
            "W" if outer else "L", trodden=False,
        )  # fmt: skip
        corners: tuple[Point3, ...] = tuple((x, middle, z) for x, z in rim)
        yield leaning(flat, corners, 0)


def front(build: TeardropBody, place: Drop, skin: Board, lining: Board | None) -> Iterator[Panel]:
    """The upright wall at its front."""
    walls, n = f"{build.id}/walls", place.post.properties.width / 2
    own = tuple((f"{walls}/front post.{k}", y) for k, y in enumerate(place.front, 1))
    posts = ((f"{walls}/post.1.left", -place.y), *own, (f"{walls}/post.1.right", place.y))
    inside = place.y - n - (lining.t if lining is not None else 0.0)
    lined = -inside, inside, place.bed.deck_top, place.inner[0][1]
    wall = Wall("front wall", 0, -1, place.bed.front, -place.half, place.half, place.foot, place.outer[0][1], posts, lined)
    yield from skinned(build.id, wall, place.post, skin, lining, build.skin_pitch.mm)


def roof(build: TeardropBody, place: Drop, sheet: Board) -> Iterator[Panel]:
    """From corner to corner: laid on its bows where that is level, else fastened to them as it leans."""
    body, half = f"{build.id}/roof", place.half
    rows = [(f"{body}/bow.{i}", one) for i, one in enumerate(place.bows, 1)]
    for k, ((ax, az), (bx, bz)) in enumerate(itertools.pairwise(place.outer), 1):
        mine = [(name, one) for name, one in rows if one.corner in (k - 1, k) or (one.facet == k and one.corner < 0)]
        if abs(bz - az) < LEVEL:
            on = [(name, one.at[0]) for name, one in mine]
            name = f"{body}/roof.{k}"
            yield from laid(name, "roof", body, sheet, (ax, -half, az), (bx - ax, 2 * half), on, along=False, use="roof", trodden=False)
            continue
        long = math.hypot(bx - ax, bz - az)
        run = ((bx - ax) / long, (bz - az) / long)
        at = {name: (one.at[0] - ax) * run[0] + (one.at[1] - az) * run[1] for name, one in mine}
        parts = seams(0.0, long, sorted(at.values())[1:-1], sheet.size[1])
        for n, (p, q) in enumerate(parts, 1):
            on_it = tuple(
                name for name, place_at in at.items() if p - place.bow.properties.width <= place_at <= q + place.bow.properties.width
            )
            title = f"roof, {k}" if len(parts) == 1 else f"roof, {k}.{n}"
            yield _facet(build, title, sheet, (ax, az), run, (p, q), half, on_it)


def _facet(
    build: TeardropBody, title: str, sheet: Board, foot: Point, run: Point, span: tuple[float, float], half: float, on: tuple[str, ...]
) -> Panel:  # fmt: skip
    """A leaning part of the roof, on the outside of its bows."""
    out, t, body = (-run[1], run[0]), sheet.t, f"{build.id}/roof"
    (ax, az), (bx, bz) = (
        (foot[0] + run[0] * s + out[0] * t / 2, foot[1] + run[1] * s + out[1] * t / 2) for s in span
    )  # fmt: skip
    flat = between(
        f"{body}/{title}", title, body, sheet, (ax, -half, min(az, bz)), (bx, half, min(az, bz) + t), 1, Clads(on, build.skin_pitch.mm), "roof", "W",
        trodden=False,
    )  # fmt: skip
    return leaning(flat, ((ax, -half, az), (bx, -half, bz), (bx, half, bz), (ax, half, az)), 1)


def _use(seen: float) -> Use:
    return "roof" if seen > TOP else "wall"


def leaf(build: TeardropBody, place: Drop, skin: Board) -> Panel:
    """The hatch, behind its posts, from the last corner down to the side rails."""
    body, (dx, dz) = f"{build.id}/hatch", place.down
    out, long = (-dz, dx), math.dist(place.outer[-1], place.rear)
    (ax, az), (bx, bz) = (
        (place.outer[-1][0] + dx * s + out[0] * skin.t / 2, place.outer[-1][1] + dz * s + out[1] * skin.t / 2) for s in (SEAL, long - SEAL)
    )
    over = tuple(f"{build.id}/walls/hatch post.{name}" for name, _ in SIDES)
    half, use = place.half, _use(dx)
    flat = between(
        f"{body}/hatch", "hatch", body, skin, (ax, -half, bz), (ax + skin.t, half, az), 1, Clads(over, build.skin_pitch.mm, True, True), use, "H",
        trodden=False,
    )  # fmt: skip
    return leaning(flat, ((bx, -half, bz), (bx, half, bz), (ax, half, az), (ax, -half, az)), 1)
