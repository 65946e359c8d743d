"""A door between two posts at the rear of a cage, hung on one of them."""

from __future__ import annotations

import math
from collections.abc import Sequence
from typing import Annotated, Literal

from pydantic import Field

from ....constants import G
from ....document.survey import Inside
from ....quantity import Between, Length, Rating
from ....record import Record
from ....structure.nouns.holds import SCENES, Motion, Position
from ....structure.nouns.hung import Door, Ramp
from ....structure.nouns.panel import Panel
from ....structure.sheet import Group, Row, When, options
from ..keeping import Keep, keep_rows
from ..stock import typed

DOOR = "rear door"
INSET, OPEN = 150.0, 100.0
"""mm from the leaf's corners to its outer hinges, and degrees that it opens (common practice, no published source)."""


class RearDoor(Record):
    """Between two posts at the rear, ``width`` clear: hung on the ``hinged`` one by so many ``hinges``, one of which holds ``rating``; ``kept`` shut
    by what, all of it together. It ``opens`` as a ramp about its lower edge, with a ``second`` leaf at its end, or about one post."""

    opens: Literal["sideways", "as a ramp"] = "sideways"
    second: Annotated[Length, Between(50, 3_000)] | None = None
    width: Annotated[Length, Between(300, 2_000)] = typed("700 mm")
    hinged: Literal["left", "right"] = "right"
    hinges: Annotated[int, Field(ge=2, le=5)] = 3
    rating: Rating | None = None
    kept: Keep = Keep(by="pin")
    inside: Inside = "unknown"
    """Whether it opens from inside."""


ROWS = Group(
    "Door at the rear",
    (
        Row("door/width", "Clear width", "length", help="the bought door decides: measure it before its posts are welded"),
        Row("door/opens", "It opens", "choice", options("sideways", "as a ramp")),
        Row("door/hinged", "Hinged at its", "choice", options("left", "right"), when=(When("door/opens", ("sideways",)),)),
        Row("door/second", "A second leaf at its end", "length", optional=True, empty="none", when=(When("door/opens", ("as a ramp",)),)),
        Row("door/hinges", "Hinges", "whole"),
        Row("door/rating", "A hinge holds", "mass", optional=True),
        *keep_rows("door/kept", "Shut it is"),
        Row(
            "door/inside",
            "It opens from inside",
            "choice",
            options("unknown", "yes", "no"),
            help="whoever sleeps in it must get out by himself",
        ),
    ),
)


def hung(
    door: RearDoor, ident: str, leaf: Panel, posts: Sequence[tuple[str, float]], sill: str, ground: float | None
) -> tuple[Motion, Door, tuple[Ramp, ...]]:
    """How the ``leaf`` of a build's door opens, on its hinges outside the nearest of the rear ``posts``, each with its y, or over the member ``sill``;
    ``ground``: mm from that up to z = 0, None where it is not known."""
    if door.opens == "as a ramp":
        return _ramp(door, ident, leaf, sill, ground)
    body, sign = f"{ident}/door", -1.0 if door.hinged == "left" else 1.0
    x, edge = leaf.hi[0], door.width.mm / 2 * sign
    low, high = leaf.lo[2] + INSET, leaf.hi[2] - INSET
    hinges = tuple((x, edge, low + (high - low) * k / (door.hinges - 1)) for k in range(door.hinges))
    motion = Motion(f"{body}/open", body, "Open the door", OPEN, positions(OPEN), (0.0, 0.0, sign), "door", "", hinges[0])
    jamb, _ = min(posts, key=lambda row: abs(row[1] - edge))
    rating, holds = _ratings(door)
    return (
        motion,
        Door(body, "door", leaf.id, jamb, hinges, (1.0, 0.0, 0.0), door.width.mm, rating, door.kept.by, holds, inside=door.inside),
        (),
    )


def positions(degrees: float) -> tuple[Position, ...]:
    """Shut as it is driven, and open."""
    return Position("shut", 0.0, True, SCENES), Position("open", degrees, False)


def _ratings(door: RearDoor) -> tuple[float | None, float | None]:
    rating, holds = (one.kg * G if one is not None else None for one in (door.rating, door.kept.rating))
    return rating, holds


def _ramp(door: RearDoor, ident: str, leaf: Panel, sill: str, ground: float | None) -> tuple[Motion, Door, tuple[Ramp, ...]]:
    """The leaf about its lower edge, down to the ground where that is known, else level."""
    body, x, z = f"{ident}/door", leaf.hi[0], leaf.lo[2]
    long, second = leaf.hi[2] - leaf.lo[2], door.second.mm if door.second is not None else 0.0
    high = ground + z if ground is not None else None
    down = math.degrees(math.asin(high / (long + second))) if high is not None and 0 < high < long + second else 0.0
    span = door.width.mm / 2 - min(INSET, door.width.mm / 4)
    hinges = tuple((x, -span + 2 * span * k / (door.hinges - 1), z) for k in range(door.hinges))
    motion = Motion(f"{body}/open", body, "Let the ramp down", 90.0 + down, positions(90.0 + down), (0.0, 1.0, 0.0), "ramp", "", hinges[0])
    rating, holds = _ratings(door)
    hangs = Door(body, "ramp", leaf.id, sill, hinges, (1.0, 0.0, 0.0), long, rating, door.kept.by, holds, inside=door.inside)
    return motion, hangs, (Ramp(f"{body}/ramp", body, leaf.id, long, second, high),)
