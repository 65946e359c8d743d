"""What the user chooses of a box of plywood."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field, model_validator

from ....document.base import BuildBase, BuildId
from ....document.survey import Name
from ....problem import FieldError
from ....quantity import Between, Length, Rating
from ...blocks.stock import StockId, typed


class PlywoodBox(BuildBase):
    """Two sides, a top, upright sheets between, a bottom and a back or none; one face stays open."""

    family: Literal["plywood_box"] = "plywood_box"
    id: BuildId = "box1"
    label: Name = "Plywood box"
    front: Annotated[Length, Between(0, 4_000)] = typed("10 mm")
    off_centre: Annotated[Length, Between(0, 1_300)] = typed("0 mm")
    side: Literal["middle", "left", "right"] = "middle"
    length: Annotated[Length, Between(100, 4_000)] = typed("1900 mm")
    width: Annotated[Length, Between(100, 2_600)] = typed("1200 mm")
    height: Annotated[Length, Between(60, 2_000)] = typed("300 mm")
    opens: Literal["rear", "left", "right"] = "rear"
    uprights: Annotated[int, Field(ge=0, le=8)] = 1
    bottom: bool = True
    sheet: StockId = "birch.18"
    back: StockId | None = "birch.6.5"
    grain: Literal["along", "across"] = "across"
    screw: Literal["No. 8", "No. 10", "No. 12", "No. 14"] = "No. 8"
    spacing: Annotated[Length, Between(20, 600)] = typed("150 mm")
    bite: Annotated[Length, Between(5, 120)] = typed("32 mm")
    glued: bool = False
    tied: bool = True
    tie_rating: Rating | None = None
    use: Literal["sleeping", "deck"] = "deck"

    @model_validator(mode="after")
    def _sensible(self) -> PlywoodBox:
        if self.height.mm >= 4 * max(self.length.mm, self.width.mm):
            raise FieldError("height", "a box four times as high as it is long stands by no panel of its own; make it lower")
        return self
