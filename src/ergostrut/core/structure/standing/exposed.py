"""What a build exposes to others that stand on it: its deck as a floor, in their own axes, from its front end and its middle. mm."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace
from typing import Literal

import numpy as np

from ..assembly import Assembly
from ..host import COVER, FLOOR_END, WIDTH_HIGH, WIDTH_LOW, WIDTH_TOP, Host, HostRow, Measured, Opening
from ..nouns.panel import Panel
from ..nouns.parts import Member, Point3, Surface


def deck_of(build: Assembly) -> Surface | None:
    """The surface that others may stand on; None where it exposes none."""
    return next((surface for surface in build.surfaces if surface.id == build.exposes), None)


def floors(build: Assembly) -> tuple[Panel, ...]:
    """The panels of the deck that others stand on; none where it exposes none."""
    deck = deck_of(build)
    return tuple(panel for panel in build.decks if deck is not None and panel.body == deck.body)


def place_on(build: Assembly) -> Point3:
    """Where the axes of what stands on a build begin: the front end of its deck, or of the clear inside of its walls, in the middle of the width, on
    the deck's top.

    Raises:
        ValueError: it exposes no deck.
    """
    deck = deck_of(build)
    if deck is None:
        raise ValueError(f"nothing stands on {build.label}")
    if build.clear is not None:
        lo, hi = build.clear.lo, build.clear.hi
        return lo[0], (lo[1] + hi[1]) / 2, deck.origin[2]
    x, y, z = deck.origin
    return x, y + deck.size[1] / 2, z


def members_across(build: Assembly) -> tuple[float, ...]:
    """x in its own axes (``place_on``) of the members across under a build's deck: feet and ties come down on them."""
    x0 = place_on(build)[0]
    under = {name for panel in floors(build) if panel.laid.span == 0 for name in panel.laid.on}
    return tuple(sorted({round(build.member(name).middle[0] - x0, 3) for name in under}))


NEAR = 60.0
"""mm outside the clear inside within which the faces of members begin that others are fixed to: a lining and what is left open before it."""
UPRIGHT = 0.95


def wall_members(build: Assembly) -> dict[str, tuple[Member, ...]]:
    """The members beside and over the clear inside of a build, by the face that they stand behind; none where nothing closes it."""
    if build.clear is None:
        return {}
    lo, hi = build.clear.lo, build.clear.hi
    found: dict[str, list[Member]] = {}
    for member in build.members:
        x, y, z = member.middle
        upright = abs(member.b[2] - member.a[2]) > UPRIGHT * member.length
        if upright and lo[2] < z < hi[2] and lo[0] - NEAR < x < hi[0] + NEAR:
            for face, out in (("left wall", lo[1] - y), ("right wall", y - hi[1])):
                if 0 < out < NEAR + member.shape.width / 2:
                    found.setdefault(face, []).append(member)
        elif abs(member.b[1] - member.a[1]) > UPRIGHT * member.length and 0 < z - hi[2] < NEAR + member.shape.depth / 2:
            found.setdefault("roof", []).append(member)
    return {face: tuple(sorted(members, key=lambda m: m.middle[0])) for face, members in found.items()}


def wall_beside(build: Assembly, at: Point3) -> tuple[Member, float] | None:
    """The member of its walls or its roof that is nearest to a place, and mm from its face to that; None where it has none."""
    rows = []
    for member in (member for members in wall_members(build).values() for member in members):
        a, b, p = np.array(member.a), np.array(member.b), np.array(at)
        along = b - a
        foot = a + along * min(max(float((p - a) @ along / (along @ along)), 0.0), 1.0)
        rows.append((max(float(np.linalg.norm(p - foot)) - max(member.shape.width, member.shape.depth) / 2, 0.0), member.id, member))
    if not rows:
        return None
    off, _, member = min(rows, key=lambda row: row[:2])
    return member, off


ROWS = {"left wall": ("left posts", "ribs"), "right wall": ("right posts", "ribs"), "roof": ("bows", "roof members")}
"""What its members are as rows of places to fix something to: name and kind."""


def _rows(build: Assembly) -> dict[str, HostRow]:
    """The members round a build's inside as rows of places, in its own axes; posts take a bolt at any height, bows anywhere across."""
    x0, y0, z0 = place_on(build)
    found, clear = dict[str, HostRow](), build.clear
    for face, members in wall_members(build).items():
        assert clear is not None
        name, kind = ROWS[face]
        y, z = {"left wall": (clear.lo[1], None), "right wall": (clear.hi[1], None), "roof": (y0, clear.hi[2])}[face]
        spots = tuple((m.middle[0] - x0, y - y0, (m.middle[2] if z is None else z) - z0) for m in members)
        if len(spots) > 1:
            found[name] = HostRow(name, kind, face, spots, "", "tube", None)
    return found


def _openings(build: Assembly) -> tuple[Opening, ...]:
    """What its doors close, in its own axes."""
    found, origin = list[Opening](), place_on(build)
    for door in build.doors:
        leaf = build.panel(door.panel)
        axis: Literal[0, 1] = 0 if abs(door.out[0]) > abs(door.out[1]) else 1
        lo, hi = (tuple(corner[i] - origin[i] for i in range(3)) for corner in (leaf.lo, leaf.hi))
        k = 1 - axis
        found.append(Opening(door.label, axis, 1 if door.out[axis] > 0 else -1, lo[axis], (lo[k], lo[2]), (hi[k], hi[2]), (), door.inside))
    return tuple(found)


def floor_on(build: Assembly, host: Host) -> Host:
    """The deck of a build as what others are framed on: as long and wide as it is made, open all round, or as what is clear within its walls.

    Raises:
        ValueError: it exposes no deck.
    """
    deck = deck_of(build)
    if deck is None:
        raise ValueError(f"nothing stands on {build.label}")
    (long, wide), what, inside = deck.size, "Deck", build.clear
    if inside is not None:
        (long, wide, _), what = (b - a for a, b in zip(inside.lo, inside.hi, strict=True)), "Inside"
    rows = {FLOOR_END: (f"{what}, length", long), **dict.fromkeys((WIDTH_LOW, WIDTH_HIGH, WIDTH_TOP), (f"{what}, width", wide))}
    walls = None
    if inside is not None:
        walls = ((0.0, wide / 2), (inside.hi[2] - deck.origin[2], wide / 2))
        rows[COVER] = ("Inside, height", inside.hi[2] - deck.origin[2])
    dims = {role: Measured(role, label, mm, "checked", 0.0, f"as {build.label} is made") for role, (label, mm) in rows.items()}
    return replace(
        host, label=build.label, dims=dims, holes={}, slots={}, rows=_rows(build), walls=walls, solids=(), obstacles=(), openings=_openings(build), leaves=(), glass=(), points=(),
        along=(), roofed=False, across=members_across(build), lined={}, features={}, unmeasured=(), stand_in={role: mm for role, (_, mm) in rows.items()},
    )  # fmt: skip


def above(builds: Sequence[Assembly], name: str) -> tuple[Assembly, ...]:
    """The builds that stand right on one."""
    return tuple(build for build in builds if build.on == name)
