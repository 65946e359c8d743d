"""Doors in the sides of a cage: each a leaf over two posts of its own, from the floor up to a tube across those."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import replace
from typing import Annotated, Any, Literal

from pydantic import Field

from ....catalog.errors import StockError
from ....catalog.model import Sandwich, Section, Sheet
from ....constants import G
from ....document.survey import Inside
from ....problem import FieldError
from ....quantity import Between, Length, Rating
from ....record import Record
from ....structure.nouns.holds import Motion
from ....structure.nouns.hung import Door
from ....structure.nouns.panel import Clads, Panel, between
from ....structure.nouns.parts import MemberGroup
from ....structure.sheet import Command, Group, Repeat, Row, options
from ..keeping import Keep, keep_rows
from ..stock import typed
from .door import INSET, OPEN, positions
from .evenly import FEW
from .tubes import Kind, Tubes

LINTEL = MemberGroup("lintel", "Tube over or under a door, bending")


class SideDoor(Record):
    """In one side, ``width`` clear from ``x`` behind the front edge of that and ``height`` clear from ``sill`` over the deck; hung on the post ``hinged``, by so many
    ``hinges``, one of which holds ``rating``; ``kept`` shut by what, all of it together."""

    side: Literal["left", "right"] = "right"
    x: Annotated[Length, Between(40, 7_000)] = typed("900 mm")
    width: Annotated[Length, Between(300, 1_400)] = typed("650 mm")
    height: Annotated[Length, Between(300, 2_400)] = typed("850 mm")
    sill: Annotated[Length, Between(0, 1_200)] = typed("0 mm")
    hinged: Literal["front", "rear"] = "front"
    hinges: Annotated[int, Field(ge=2, le=5)] = 2
    rating: Rating | None = None
    kept: Keep = Keep(by="pin")
    inside: Inside = "unknown"
    """Whether it opens from inside."""


def one_a_side(doors: Sequence[SideDoor]) -> None:
    """Refuse two doors in one side."""
    if len({door.side for door in doors}) < len(doors):
        raise FieldError("doors", "two doors in one side: put one of them in the other")


def another(build: Any) -> dict[str, Any]:
    """A door like the first one, in the side that has none yet; the first where there is room for it, in round numbers of the job's units."""
    taken = {one.side for one in build.doors}
    side = next((side for side in ("right", "left") if side not in taken), "right")
    if build.doors:
        now = build.doors[0]
        return {"side": side, **{name: str(getattr(now, name)) for name in ("x", "width", "height", "sill")}, "hinged": now.hinged}
    step, unit = (25.4, "in") if str(build.length).rstrip().endswith(("in", '"')) else (10.0, "mm")
    rows = {"x": 0.3 * build.length.mm, "width": min(650.0, 0.35 * build.length.mm), "height": 0.7 * build.height.mm}
    whole = {name: math.floor(mm / step) for name, mm in rows.items()}
    return {"side": side, **{name: f"{n * (1 if unit == 'in' else 10)} {unit}" for name, n in whole.items()}}


ROWS = Group(
    "Doors in the sides",
    (
        Repeat(
            "doors",
            "Door",
            (
                Row("side", "In the", "choice", options(left="left side", right="right side")),
                Row("x", "Begins behind the front", "length"),
                Row("width", "Clear width", "length", help="a bought door decides: measure it before its posts are welded"),
                Row("height", "Clear height", "length"),
                Row("sill", "Begins over the deck", "length", help="over a tyre or a mudguard it must open past; a tube closes it below"),
                Row("hinged", "Hinged at its", "choice", options(front="front edge", rear="rear edge")),
                Row("hinges", "Hinges", "whole"),
                Row("rating", "A hinge holds", "mass", optional=True),
                *keep_rows("kept", "Shut it is"),
                Row("inside", "It opens from inside", "choice", options("unknown", "yes", "no"), help="whoever sleeps in it must get out by himself"),
            ),
        ),
        Command("Add a door", "doors", op="add", make=another),
    ),
    help="Each stands between two posts of its own. Hinged at its front edge, the wind of driving shuts it.",
)  # fmt: skip


def name_of(door: SideDoor) -> str:
    return f"{door.side} door"


def jambs(door: SideDoor, post: Section, front: float) -> tuple[float, float]:
    """Middles of its two posts along the vehicle."""
    x, half = front + door.x.mm, post.properties.depth / 2
    return x - half, x + door.width.mm + half


def begins(door: SideDoor, k: int, post: Section, deck_top: float, foot: float) -> float:
    """z where the ``k``-th door begins: at the side rails' top, ``foot``, or at its sill.

    Raises:
        StockError: a sill too low for the tube under it.
    """
    if not door.sill.mm:
        return foot
    low, deep = deck_top + door.sill.mm, post.properties.depth
    if low - deep < foot + FEW:
        need = math.ceil(foot + FEW + deep - deck_top)
        raise StockError(f"doors/{k}/sill", f"no room is left for the tube under it; set it to 0, or to {need:.0f} mm and more")
    return low


def across(
    made: Tubes, door: SideDoor, post: Section, where: tuple[tuple[str, float], tuple[str, float]], y: float, low: float, high: float
) -> None:
    """The tubes between its two posts, each by name and x: over it, its underside at ``high``; under it, its top at ``low``, where it has a sill."""
    (first, a), (second, b) = where
    half = post.properties.depth / 2
    rows = [("lintel", high + half), *([("sill", low - half)] if door.sill.mm else [])]
    for role, z in rows:
        made.add("walls", f"{role}.{door.side}", Kind(role, post, LINTEL, "T"), (a + half, y, z), (b - half, y, z), (first, second))


def hung(
    door: SideDoor, ident: str, skin: Sheet | Sandwich, pitch: float, posts: tuple[str, str], front: float, y: float, low: float, high: float
) -> tuple[Panel, Motion, Door]:  # fmt: skip
    """Its leaf from ``low`` to ``high`` on the outer face of its ``posts``, that face at ``y``, with how it opens."""
    name, s = name_of(door), -1 if door.side == "left" else 1
    body, x = f"{ident}/{name}", front + door.x.mm
    a, b = sorted((y, y + s * skin.t))
    clads = Clads(posts, pitch, True, True)
    leaf = between(f"{body}/{name}", name, body, skin, (x, a, low), (x + door.width.mm, b, high), 2, clads, "wall", "D", trodden=False)
    edge, jamb = (x, posts[0]) if door.hinged == "front" else (x + door.width.mm, posts[1])
    first, last = low + min(INSET, (high - low) / 4), high - min(INSET, (high - low) / 4)
    outside = b if s > 0 else a
    hinges = tuple((edge, outside, first + (last - first) * k / (door.hinges - 1)) for k in range(door.hinges))
    toward = float(s if door.hinged == "front" else -s)
    motion = Motion(f"{body}/open", body, f"Open the {name}", OPEN, positions(OPEN), (0.0, 0.0, toward), name, "", hinges[0])
    rating, holds = (one.kg * G if one is not None else None for one in (door.rating, door.kept.rating))
    hangs = Door(body, name, leaf.id, jamb, hinges, (0.0, float(s), 0.0), door.width.mm, rating, door.kept.by, holds)
    return leaf, motion, replace(hangs, inside=door.inside)
