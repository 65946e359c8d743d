"""The skins, decks and roof of a slide-in shell."""

from __future__ import annotations

import math
from collections.abc import Iterator
from dataclasses import replace

import numpy as np

from ....catalog.model import Catalog, Sandwich, Sheet
from ....structure.nouns.panel import Clads, Panel, between, leaning, pierced
from ....structure.nouns.parts import Point3
from ...blocks.cage.door import DOOR
from ...blocks.cage.skinned import Wall, closing, skinned
from ...blocks.cage.tubes import SIDES
from ...blocks.deck import ROUND, cut_round, laid
from ...blocks.stock import solid_of
from .geometry import Cage, NoseLines
from .params import CamperShell

SEAL = 3.0
"""mm of air round the door's leaf and where skins meet at a slant (common practice, no published source)."""
Posts = tuple[tuple[str, float], ...]


def _rear(build: CamperShell, place: Cage) -> tuple[Posts, Posts]:
    """The posts of the rear wall below and above the benches, each with its y."""
    walls, n = f"{build.id}/walls", len(place.xs)
    own = tuple((f"{walls}/rear post.{k}", y) for k, y in enumerate(place.rear, 1))
    low = ((f"{walls}/lower post.{n}.left", -place.y_low), *own, (f"{walls}/lower post.{n}.right", place.y_low))
    up = tuple((f"{walls}/rear corner post.{name}", s * place.y_low) for name, s in SIDES)
    corners = tuple((f"{walls}/upper post.{n}.{name}", s * place.y_up) for name, s in SIDES)
    return low, (corners[0], up[0], *own, up[1], corners[1])


def walls(build: CamperShell, place: Cage) -> Iterator[Wall]:
    """Both sides below and above the benches, the front to the nose's floor, the rear beside the door and its leaf."""
    ident, seat, foot, deck_top = f"{build.id}/walls", build.bench.mm, 0.0, place.deck_top
    top, inner_x = place.top, (place.xs[0] + place.w / 2, place.xs[-1] - place.w / 2)
    for name, s in SIDES:
        posts = tuple((f"{ident}/lower post.{i}.{name}", x) for i, x in enumerate(place.xs, 1))
        yield Wall(f"{name} wall below", 1, s, s * place.low, place.begin, place.end, foot, seat, posts, (*inner_x, deck_top, seat))
        posts = tuple((f"{ident}/upper post.{i}.{name}", x) for i, x in enumerate(place.xs, 1))
        yield Wall(f"{name} wall", 1, s, s * place.half, place.begin, place.end, seat, top, posts, (*inner_x, place.seat, place.under))
    low, up = place.y_low - place.w / 2, place.y_up - place.w / 2
    own = tuple((f"{ident}/front post.{k}", y) for k, y in enumerate(place.front, 1))
    posts = ((f"{ident}/lower post.1.left", -place.y_low), *own, (f"{ident}/lower post.1.right", place.y_low))
    yield Wall("front wall below", 0, -1, place.begin, -place.low, place.low, foot, seat, posts, (-low, low, deck_top, seat))
    corners = tuple((f"{ident}/front corner post.{name}", s * place.y_low) for name, s in SIDES)
    ends = tuple((f"{ident}/upper post.1.{name}", s * place.y_up) for name, s in SIDES)
    posts = (ends[0], corners[0], *own, corners[1], ends[1])
    high = place.nose.level - place.post.properties.depth / 2 if place.nose is not None else top
    yield Wall("front wall", 0, -1, place.begin, -place.half, place.half, seat, high, posts, (-up, up, place.seat, min(high, place.under)))
    below, above = _rear(build, place)
    d, half = place.door, place.half
    jamb = d + place.w / 2
    for name, lo, hi in (("rear wall, left", -half, -d - SEAL), ("rear wall, right", d + SEAL, half)):
        over = tuple(row for row in above if (row[1] < 0) == (lo < 0) and abs(row[1]) > d)
        yield Wall(name, 0, 1, place.end, lo, hi, seat, top, over, (max(lo, -up), min(hi, up), place.seat, place.under))
        over = tuple(row for row in below if (row[1] < 0) == (lo < 0) and abs(row[1]) > d)
        lo, hi = max(lo, -place.low), min(hi, place.low)
        yield Wall(f"{name}, below", 0, 1, place.end, lo, hi, foot, seat, over, (max(lo, -low), min(hi, low), deck_top, seat))
    yield Wall(DOOR, 0, 1, place.end, -d, d, foot, top, tuple(row for row in above if abs(row[1]) < jamb + 1.0))


def skins(build: CamperShell, place: Cage, catalog: Catalog) -> tuple[Panel, ...]:
    """Every skin and lining."""
    skin = closing(catalog, "skin", build.skin)
    lining = closing(catalog, "lining", build.lining) if build.lining is not None else None
    found = [panel for wall in walls(build, place) for panel in skinned(build.id, wall, place.post, skin, lining, build.skin_pitch.mm)]
    if place.nose is not None:
        found += _nose(build, place, place.nose, skin)
    return tuple(found)


def _nose(build: CamperShell, place: Cage, nose: NoseLines, skin: Sheet | Sandwich) -> Iterator[Panel]:
    """The nose's front, which leans back, and its sides."""
    body, half, deep = f"{build.id}/nose", place.half, place.post.properties.depth / 2
    low, top, x1 = nose.level - deep, place.under, place.begin
    foot, head = np.array([nose.tip, low + 2 * deep]), np.array([nose.top, place.under])
    run = (head - foot) / np.linalg.norm(head - foot)
    out = np.array([-run[1], run[0]])
    # the middle of the skin lies ahead of the leaning posts' axes by half of them and half of it
    on = foot + out * (place.w + skin.t) / 2
    # square edges of what leans hang lower than its middle
    foot_z, head_z = low + skin.t / 2 * run[0], top - skin.t / 2 * run[0]
    at = [float(on[0] + run[0] * (z - on[1]) / run[1]) for z in (foot_z, head_z)]
    flat = between(
        f"{body}/nose front",
        "nose front",
        body,
        skin,
        (at[0], -half, low),
        (at[0] + skin.t, half, top),
        1,
        Clads((), build.skin_pitch.mm),
        "wall",
        "W",
        trodden=False,
    )
    posts = (f"{body}/leaning post.left", *(f"{body}/leaning post.{k}" for k in range(1, len(nose.ys) + 1)), f"{body}/leaning post.right")
    rim: tuple[Point3, ...] = ((at[0], -half, foot_z), (at[0], half, foot_z), (at[1], half, head_z), (at[1], -half, head_z))
    yield leaning(replace(flat, carries=Clads(posts, build.skin_pitch.mm)), rim, 1)
    for name, s in SIDES:
        y = s * (half + skin.t / 2)
        side = between(
            f"{body}/nose side, {name}",
            f"nose side, {name}",
            body,
            skin,
            (at[0], y - skin.t / 2, low),
            (x1, y + skin.t / 2, top),
            0,
            Clads((), build.skin_pitch.mm),
            "wall",
            "W",
            trodden=False,
        )
        corners: tuple[Point3, ...] = ((at[0], y, low), (x1, y, low), (x1, y, top), (at[1], y, top))
        own = tuple(f"{body}/nose side post.{k}.{name}" for k in range(1, len(nose.posts) + 1))
        yield leaning(replace(side, carries=Clads((*own, f"{build.id}/walls/upper post.1.{name}"), build.skin_pitch.mm)), corners, 0)


def decks(build: CamperShell, place: Cage, catalog: Catalog) -> tuple[Panel, ...]:
    """The floor, both benches, the nose's floor and the roof."""
    x1, long, w = place.begin, place.end - place.begin, place.w
    floor = solid_of(catalog, "deck", build.deck, "a shell's floor")
    on = [(f"{build.id}/floor/floor member.{i}", x) for i, x in enumerate(place.xs, 1)]
    inside = place.y_low - w / 2
    found = list(
        laid(
            f"{build.id}/floor/floor",
            "deck",
            f"{build.id}/floor",
            floor,
            (x1, -inside, place.floor.properties.depth),
            (long, 2 * inside),
            on,
            along=False,
        )
    )
    feet = [(place.xs[0], y) for y in place.front] + [(place.xs[-1], y) for y in place.rear]
    found = list(cut_round(found, feet, place.post))
    bench = solid_of(catalog, "benches", build.benches, "a bench")
    for name, s in SIDES:
        body = f"{build.id}/{name} bench"
        on = [(f"{body}/bench member.{i}.{name}", x) for i, x in enumerate(place.xs, 1)]
        near, far = place.y_low - w / 2, place.y_up - w / 2
        lo = near if s > 0 else -far
        panels = laid(f"{body}/bench", f"{name} bench", body, bench, (x1, lo, place.seat), (long, far - near), on, along=False)
        found += cut_round(panels, [(x, s * place.y_low) for x in (place.xs[0], place.xs[-1])], place.post)
    if place.nose is not None and build.nose is not None:
        found += _nose_floor(build, place, place.nose, solid_of(catalog, "nose/deck", build.nose.deck, "a nose's floor"))
    roof, ahead = closing(catalog, "roof", build.roof), place.nose.top - w / 2 if place.nose is not None else x1
    body = f"{build.id}/roof"
    rows = [(f"{body}/bow.{i}", x) for i, x in enumerate(place.xs, 1)]
    rows += [(f"{body}/nose bow.{i}", x) for i, x in enumerate(place.nose.ahead, 1)] if place.nose is not None else []
    front, size = (min(ahead, x1), -place.half, place.top), (place.end - min(ahead, x1), 2 * place.half)
    found += laid(
        f"{body}/roof",
        "roof",
        body,
        roof,
        front,
        size,
        sorted(rows, key=lambda row: row[1]),
        along=False,
        use="roof",
        trodden=build.roof_trodden,
    )
    return tuple(found)


def _nose_floor(build: CamperShell, place: Cage, nose: NoseLines, sheet: Sheet | Sandwich) -> tuple[Panel, ...]:
    body, half = f"{build.id}/nose", place.y_up - place.w / 2
    names = [*(f"nose beam.{k}" for k in range(1, len(nose.beams))), "nose beam.sill"]
    on = [(f"{body}/{name}", x) for name, x in zip(names, nose.beams, strict=True)]
    # its front edge and what the posts pass through follow the slant of the nose's front
    slant, thick = place.w / 2 / math.cos(nose.lean), sheet.t * math.tan(nose.lean)
    front = min(nose.tip - slant + thick + SEAL, nose.tip + place.w / 4)
    at, size = (front, -half, nose.level + place.post.properties.depth / 2), (nose.beams[-1] + place.w / 2 - front, 2 * half)
    panels = laid(
        f"{body}/nose floor",
        "nose floor",
        body,
        sheet,
        at,
        size,
        on,
        along=False,
        use="sleeping" if build.nose and build.nose.mattress else "deck",
    )
    behind, w = nose.tip + slant + thick, place.w / 2 + ROUND
    holes = tuple(((front, y - w, 0.0), (behind + ROUND, y + w, 0.0)) for y in nose.ys)
    return tuple(pierced(panel, holes) if panel.lo[0] < behind else panel for panel in panels)
