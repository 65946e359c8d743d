"""A door between two posts at the rear of a cage, hung on one of them."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Annotated, Literal

from pydantic import Field

from ....constants import G
from ....quantity import Between, Length, Rating
from ....record import Record
from ....structure.nouns.holds import SCENES, Motion, Position
from ....structure.nouns.hung import Door
from ....structure.nouns.panel import Panel
from ....structure.sheet import Group, Row, options
from ..keeping import Keep, keep_rows
from ..stock import typed

DOOR = "rear door"
INSET, OPEN = 150.0, 100.0
"""mm from the leaf's corners to its outer hinges, and degrees that it opens (common practice, no published source)."""


class RearDoor(Record):
    """Between two posts at the rear, ``width`` clear: hung on the ``hinged`` one by so many ``hinges``, one of which holds ``rating``; ``kept`` shut
    by what, all of it together."""

    width: Annotated[Length, Between(300, 2_000)] = typed("700 mm")
    hinged: Literal["left", "right"] = "right"
    hinges: Annotated[int, Field(ge=2, le=5)] = 3
    rating: Rating | None = None
    kept: Keep = Keep(by="pin")


ROWS = Group(
    "Door at the rear",
    (
        Row("door/width", "Clear width", "length", help="the bought door decides: measure it before its posts are welded"),
        Row("door/hinged", "Hinged at its", "choice", options("left", "right")),
        Row("door/hinges", "Hinges", "whole"),
        Row("door/rating", "A hinge holds", "mass", optional=True),
        *keep_rows("door/kept", "Shut it is"),
    ),
)


def hung(door: RearDoor, ident: str, leaf: Panel, posts: Sequence[tuple[str, float]]) -> tuple[Motion, Door]:
    """How the ``leaf`` of a build's door opens, on its hinges outside the nearest of the rear ``posts``, each with its y."""
    body, sign = f"{ident}/door", -1.0 if door.hinged == "left" else 1.0
    x, edge = leaf.hi[0], door.width.mm / 2 * sign
    low, high = leaf.lo[2] + INSET, leaf.hi[2] - INSET
    hinges = tuple((x, edge, low + (high - low) * k / (door.hinges - 1)) for k in range(door.hinges))
    positions = (Position("shut", 0.0, True, SCENES), Position("open", OPEN, False))
    rating, holds = (one.kg * G if one is not None else None for one in (door.rating, door.kept.rating))
    motion = Motion(f"{body}/open", body, "Open the door", OPEN, positions, (0.0, 0.0, sign), "door", "", hinges[0])
    jamb, _ = min(posts, key=lambda row: abs(row[1] - edge))
    return motion, Door(body, "door", leaf.id, jamb, hinges, (1.0, 0.0, 0.0), door.width.mm, rating, door.kept.by, holds)
