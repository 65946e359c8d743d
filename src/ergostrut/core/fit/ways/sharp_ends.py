"""Ends of members that stick out where people pass: at openings, and beside everybody's way out at night."""

from __future__ import annotations

import itertools
from collections.abc import Iterator

import numpy as np

from ...finding import COMMON_PRACTICE, Finding, Working
from ...mechanics.space.boxes import Boxes, drawn_along, joined, upright, within
from ...structure.assembly import Assembly
from ...structure.check import JobCheck
from ...structure.context import Context
from ...structure.nouns.parts import Member
from ...structure.standing.posed import as_it_stands, poses_of
from ...structure.standing.setting import scene_travels, setting_at
from ..space.bodies import bodies_at
from .hull import hull_of
from .insides import insides
from .way_out import ways_out

OUT, NEAR, STEP_IN = 50.0, 100.0, 400.0
"""mm that an end sticks out, beside what passes it, and how far in from an opening people step (common practice, no published source)."""
CAUTION = "An end at head or shin height injures in the dark: cap it, round it, or cut it back."


def passages(context: Context) -> tuple[list[Boxes], str]:
    """Where people pass: just inside every opening, and on every way out; what that is in words."""
    found = []
    for one in context.host.openings:
        lo, hi = [0.0, 0.0, one.lo[1]], [0.0, 0.0, one.hi[1]]
        lo[one.axis], hi[one.axis] = sorted((one.at, one.at - one.sign * STEP_IN))
        lo[1 - one.axis], hi[1 - one.axis] = one.lo[0], one.hi[0]
        found.append(upright([(lo[0], lo[1], lo[2])], [(hi[0], hi[1], hi[2])]))
    ways = [way for one in insides(context) if one.build is None for _, _, way in ways_out(context, one) if way is not None]
    for way in ways:
        half = (way.wide / 2, way.wide / 2, way.high / 2)
        for a, b in itertools.pairwise(way.poses):
            (x, y, z), (p, q, r) = a.at, half
            box = upright([(x - p, y - q, z - r)], [(x + p, y + q, z + r)])
            found.append(drawn_along(box, (b.at[0] - x, b.at[1] - y, b.at[2] - z)))
    return found, "openings and ways out at night" if ways else "openings"


def tip(member: Member, end: int) -> Boxes:
    """The last of a member that would stick out, 2 mm thicker all round and longer."""
    at = np.array(member.b if end else member.a)
    x = np.array(member.axes[0]) * (1 if end else -1)
    half = np.array([OUT / 2 + 1.0, member.shape.width / 2 + 2.0, member.shape.depth / 2 + 2.0])
    return Boxes((at - x * (OUT / 2 - 1.0))[None], np.array([member.axes]), half[None])


def free_ends(context: Context, build: Assembly) -> list[tuple[Member, Boxes]]:
    """Members whose last ``OUT`` mm nothing else touches, no part of their build, nor floor, wall or roof; as all stands at night."""
    setting = setting_at(build, scene_travels(build, "night"))
    bodies = bodies_at(context, build, setting, things=False)
    hull = hull_of(context.host, context.host.openings, shrunk=False).solids
    others = joined([*(row.boxes for row in bodies), upright([lo for lo, _ in hull], [hi for _, hi in hull])])
    owners = [row.part for row in bodies for _ in range(len(row.boxes))] + ["host"] * len(hull)
    there = as_it_stands(build, setting).members
    at = poses_of(build, setting)
    rows = [(member, tip(member, end).moved(at.shift(member.body))) for member in there for end in (0, 1)]
    if not rows:
        return []
    i, j, _ = within(joined(box for _, box in rows), others, 0.0)
    held = {a for a, b in zip(i.tolist(), j.tolist(), strict=True) if owners[b] != rows[a][0].id}
    return [row for n, row in enumerate(rows) if n not in held]


def check_ends(context: Context) -> Iterator[Finding]:
    """One finding for all: the ends that stick out beside a passage."""
    if not context.host.roofed or not context.builds or not context.host.openings:
        return
    ways, words = passages(context)
    around = joined(ways)
    found: list[str] = []
    parts: list[str] = []
    for build in context.builds:
        for member, box in free_ends(context, build):
            if len(within(box, around, NEAR)[0]):
                found.append(f"{member.name} of the {build.label}")
                parts.append(member.id)
    w = Working()
    w.given("e", OUT, "mm", "of an end that nothing touches: it sticks out")
    w.given("d", NEAR, "mm", f"from {words}")
    names = list(dict.fromkeys(found))
    w.given("n", len(names), "", "members with such an end")
    text = (
        f"Where people pass, an end of {', '.join(names[:4])}{' and others' if len(names) > 4 else ''} sticks out: cap it, round it, or cut it back."
        if names
        else f"No end sticks out at {words}."
    )
    yield Finding(
        "passage/ends", "fit.ends", "frame", tuple(parts), "Ends in a passage", text, "tight" if names else "holds", use=0.95 if names else 0.0,
        basis=COMMON_PRACTICE, caution=CAUTION if names else "", working=w.done(),
    )  # fmt: skip


CHECKS = (JobCheck(check_ends, "ways"),)
