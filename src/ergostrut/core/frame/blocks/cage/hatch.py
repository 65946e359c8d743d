"""A hatch at the rear of a cage, hinged at its upper edge, and the gas struts that open it."""

from __future__ import annotations

from typing import Annotated

from pydantic import Field

from ....constants import G
from ....quantity import Between, Length, Rating
from ....record import Record
from ....structure.nouns.holds import SCENES, Motion, Position
from ....structure.nouns.hung import Door
from ....structure.nouns.panel import Panel
from ....structure.nouns.parts import Point3
from ....structure.sheet import Command, Row, When
from ..keeping import Keep, keep_rows
from ..stock import typed

INSET, OPEN, SEAL = 150.0, 80.0, 3.0
"""mm from the hatch's corners to its outer hinges, degrees that it opens, mm of air under it (common practice, no published source)."""
_STRUTS, _PROPPED = When("hatch/struts", (True,), "set"), When("hatch/struts", (False,), "set")


class Struts(Record):
    """``count`` gas struts, each pushing ``force`` N at 20 degrees C as marked: from the posts beside it, ``down`` from the hinges, to the leaf, ``along`` it."""

    count: Annotated[int, Field(ge=1, le=4)] = 2
    force: Annotated[float, Field(ge=20, le=3_000)] | None = None
    along: Annotated[Length, Between(40, 900)] = typed("150 mm")
    down: Annotated[Length, Between(60, 1_200)] = typed("480 mm")


class Hatch(Record):
    """At the rear, hinged at its upper edge by so many ``hinges``, one of which holds ``rating``; ``kept`` shut by what, all of it together. ``struts``:
    None where it is propped open."""

    hinges: Annotated[int, Field(ge=2, le=6)] = 3
    rating: Rating | None = None
    kept: Keep = Keep(by="pin")
    struts: Struts | None = Struts()


def hung(hatch: Hatch, leaf: Panel, on: str, edge: Point3, out: Point3, half: float, far: float) -> tuple[Motion, Door]:
    """How a leaf opens, up and outward about its upper ``edge`` on the member ``on``; ``half`` of its width, ``far``: mm from there to its lower edge."""
    span = half - INSET
    hinges = tuple((edge[0], -span + 2 * span * k / (hatch.hinges - 1), edge[2]) for k in range(hatch.hinges))
    rating, holds = (one.kg * G if one is not None else None for one in (hatch.rating, hatch.kept.rating))
    positions = (Position("shut", 0.0, True, SCENES), Position("open", OPEN, False))
    motion = Motion(f"{leaf.body}/open", leaf.body, "Open the hatch", OPEN, positions, (0.0, -1.0, 0.0), "hatch", "", hinges[0])
    return motion, Door(leaf.body, "hatch", leaf.id, on, hinges, out, far, rating, hatch.kept.by, holds)


ROWS: tuple[Row | Command, ...] = (
    Row("hatch/hinges", "Hinges", "whole"),
    Row("hatch/rating", "A hinge holds", "mass", optional=True),
    *keep_rows("hatch/kept", "Shut it is"),
    Command("Gas struts open it", "hatch/struts", {}, when=(_PROPPED,)),
    Row("hatch/struts/count", "Gas struts", "whole", when=(_STRUTS,)),
    Row("hatch/struts/force", "Each pushes with, N", "number", optional=True, when=(_STRUTS,), help="as marked on it, at 20 °C"),
    Row("hatch/struts/along", "On the hatch, from its hinges", "length", when=(_STRUTS,)),
    Row("hatch/struts/down", "On the post, below its hinges", "length", when=(_STRUTS,)),
    Command("It is propped open", "hatch/struts", None, when=(_STRUTS,)),
)
