"""What the user chooses of a teardrop on a trailer's frame. Part of the job document."""

from __future__ import annotations

import itertools
import math
from typing import Annotated, Literal

from pydantic import Field, model_validator

from ....document.base import BuildId
from ....document.survey import Name
from ....problem import FieldError
from ....quantity import Between, Length
from ....record import Record
from ...blocks.bed.params import BedOnMounts
from ...blocks.cage.closed import EDGE, Skins
from ...blocks.cage.hatch import Hatch
from ...blocks.cage.side_door import SideDoor, one_a_side
from ...blocks.stock import StockId, typed

BAY = 560.0
"""mm between two posts at the most: two bays, and a little, are a sheet's width."""
HOLLOW = 1e-3
"""Of a right angle that an outline may turn inward at a corner before it counts as hollow."""


class Corner(Record):
    """A corner of the side's outline, ``x`` behind the bed's front edge, ``z`` over the deck, to the outside of the frame."""

    x: Annotated[Length, Between(0, 7_000)]
    z: Annotated[Length, Between(150, 2_600)]


class Mattress(Record):
    """``thick``, as wide as the inside, ``long`` from the front wall."""

    thick: Annotated[Length, Between(10, 400)] = typed("100 mm")
    long: Annotated[Length, Between(600, 3_000)] = typed("1900 mm")


class TeardropBody(Skins, BedOnMounts):
    """A body on a bed on the frame's mounts whose sides follow an outline: up the front to the first corner of ``profile``, from corner to corner
    over the roof, and straight down the hatch from the last one to the rear edge of the bed. ``posts``, roof rails and bows of the same tubes on either side."""

    family: Literal["teardrop_body"] = "teardrop_body"
    id: BuildId = "teardrop1"
    label: Name = "Teardrop"
    profile: Annotated[tuple[Corner, ...], Field(min_length=2, max_length=12)] = (
        Corner(x=typed("0 mm"), z=typed("450 mm")),
        Corner(x=typed("300 mm"), z=typed("900 mm")),
        Corner(x=typed("800 mm"), z=typed("1150 mm")),
        Corner(x=typed("1500 mm"), z=typed("1200 mm")),
        Corner(x=typed("1900 mm"), z=typed("1080 mm")),
    )
    post: StockId = "1.5x1.5x14ga"
    bow: StockId = "1.5x1.5x14ga"
    doors: Annotated[tuple[SideDoor, ...], Field(max_length=2)] = ()
    hatch: Hatch = Hatch()
    mattress: Mattress | None = Mattress()

    @property
    def height(self) -> Length:
        """Its highest corner over the deck."""
        return max((one.z for one in self.profile), key=lambda z: z.mm)

    @property
    def along(self) -> tuple[float, ...]:
        """mm from the front edge of a side to the middles of its posts, about."""
        n = max(math.ceil((self.length.mm - 2 * EDGE) / BAY), 1)
        return tuple(EDGE + (self.length.mm - 2 * EDGE) * k / n for k in range(n + 1))

    @model_validator(mode="after")
    def _sensible(self) -> TeardropBody:
        if self.side is None:
            raise FieldError("side", "the posts of a teardrop stand on side rails; put them round the bed")
        one_a_side(self.doors)
        rows = [(one.x.mm, one.z.mm) for one in self.profile]
        if rows[0][0] > 0.5:
            raise FieldError("profile/0/x", "the outline begins at the bed's front edge: set the first corner to 0")
        for k, ((a, _), (b, _)) in enumerate(itertools.pairwise(rows), 1):
            if b < a + 60.0:
                raise FieldError(
                    f"profile/{k}/x", "each corner lies further back than the one before it, by 60 mm at the least; move it, or remove it"
                )
        if rows[-1][0] > self.length.mm:
            raise FieldError(
                f"profile/{len(rows) - 1}/x",
                f"the last corner, where the hatch hangs, would lie behind the bed's rear edge at {self.length.mm:.0f} mm; move it ahead",
            )
        chain = [(0.0, 0.0), *rows, (self.length.mm, 0.0)]
        for k, ((ax, az), (bx, bz), (cx, cz)) in enumerate(zip(chain, chain[1:], chain[2:], strict=False)):
            turn = (bx - ax) * (cz - bz) - (bz - az) * (cx - bx)
            if turn > HOLLOW * math.dist((ax, az), (bx, bz)) * math.dist((bx, bz), (cx, cz)):
                raise FieldError(
                    f"profile/{k}/z",
                    "the outline is hollow here: water stands in it, and no sheet bends both ways; set this corner higher, or its neighbours lower",
                )
        return self
