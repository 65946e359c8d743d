"""What the user chooses of a carcass of panels."""

from __future__ import annotations

from typing import Annotated, Any, Literal

from pydantic import Field, model_validator

from ....document.base import BuildBase
from ....document.survey import Name
from ....problem import FieldError
from ....quantity import Between, Length, Rating
from ....record import Record
from ..keeping import Keep
from ..stock import StockId, typed

PanelName = Literal[
    "top", "bottom", "back", "side 1", "side 2", "upright 1", "upright 2", "upright 3", "upright 4", "upright 5", "upright 6", "upright 7", "upright 8"
]  # fmt: skip


class Cutout(Record):
    """An opening or, at a panel's edge, a notch. ``along`` and ``up``: from the panel's front or left end, and from its lower or left edge."""

    name: Name = "cut-out"
    panel: PanelName = "top"
    along: Annotated[Length, Between(0, 4_000)] = typed("100 mm")
    up: Annotated[Length, Between(0, 4_000)] = typed("100 mm")
    long: Annotated[Length, Between(5, 4_000)] = typed("150 mm")
    high: Annotated[Length, Between(5, 4_000)] = typed("100 mm")


class Hatch(Record):
    """A lid in the top: ``along`` and ``across`` from the top's front and left edge, lying on cleats ``cleat`` wide; ``kept`` shut by what."""

    name: Name = "hatch"
    along: Annotated[Length, Between(0, 4_000)] = typed("100 mm")
    across: Annotated[Length, Between(0, 4_000)] = typed("100 mm")
    long: Annotated[Length, Between(60, 2_000)] = typed("400 mm")
    wide: Annotated[Length, Between(60, 2_000)] = typed("300 mm")
    hinged: Literal["no", "front", "rear", "left", "right"] = "no"
    cleat: Annotated[Length, Between(8, 100)] = typed("20 mm")
    kept: Keep = Keep()


class Pods(Record):
    """Boxes beside the carcass over the wheel boxes: ``width`` outwards, ``floor`` its underside above the vehicle's floor."""

    side: Literal["both", "left", "right"] = "both"
    width: Annotated[Length, Between(60, 800)] = typed("150 mm")
    floor: Annotated[Length, Between(0, 1_500)] = typed("260 mm")


class Rails(Record):
    """Rails under the top, so many in each bay between uprights, screwed up into it every ``every``; ``rating`` of one screw."""

    count: Annotated[int, Field(ge=1, le=4)] = 1
    section: StockId = "1x1x16ga"
    every: Annotated[Length, Between(40, 600)] = typed("150 mm")
    rating: Rating | None = None


class Carcass(BuildBase):
    """Two sides, a top, upright sheets between, a bottom and a back or none; one face stays open. ``inner`` says how many uprights."""

    front: Annotated[Length, Between(0, 4_000)] = typed("10 mm")
    off_centre: Annotated[Length, Between(0, 1_300)] = typed("0 mm")
    side: Literal["middle", "left", "right"] = "middle"
    length: Annotated[Length, Between(100, 4_000)] = typed("1900 mm")
    width: Annotated[Length, Between(100, 2_600)] = typed("1200 mm")
    height: Annotated[Length, Between(60, 2_000)] = typed("300 mm")
    opens: Literal["rear", "left", "right"] = "rear"
    bottom: bool = True
    sheet: StockId = "birch.18"
    back: StockId | None = "birch.6.5"
    lean: Annotated[Length, Between(0, 1_000)] = typed("0 mm")
    grain: Literal["along", "across"] = "across"
    screw: Literal["No. 8", "No. 10", "No. 12", "No. 14"] = "No. 8"
    spacing: Annotated[Length, Between(20, 600)] = typed("150 mm")
    bite: Annotated[Length, Between(5, 120)] = typed("32 mm")
    joint: Literal["screws", "glue", "dado", "pocket", "blocks", "brackets"] = "screws"
    back_joint: Literal["screws", "glue", "blocks", "brackets"] = "screws"
    groove: Annotated[Length, Between(2, 30)] = typed("6 mm")
    block: Annotated[Length, Between(10, 100)] = typed("25 mm")
    bracket: Annotated[Length, Between(10, 150)] = typed("30 mm")
    bracket_rating: Rating | None = None
    pocket_rating: Rating | None = None
    cutouts: tuple[Cutout, ...] = Field(default=(), max_length=24)
    hatches: tuple[Hatch, ...] = Field(default=(), max_length=8)
    pods: Pods | None = None
    rails: Rails | None = None
    tied: bool = True
    tie_rating: Rating | None = None
    tie_washer: Annotated[Length, Between(5, 200)] = typed("40 mm")
    use: Literal["sleeping", "deck"] = "deck"

    @property
    def inner(self) -> int:
        """Upright sheets between the sides."""
        return 0

    @model_validator(mode="before")
    @classmethod
    def _once_glued(cls, data: Any) -> Any:
        """A box was glued or not before its edges had ways."""
        if isinstance(data, dict) and "glued" in data:
            data = dict(data)
            if data.pop("glued") is True:
                data = {"joint": "glue", "back_joint": "glue", **data}
        return data

    @model_validator(mode="after")
    def _sensible(self) -> Carcass:
        if self.height.mm >= 4 * max(self.length.mm, self.width.mm):
            raise FieldError("height", "a box four times as high as it is long stands by no panel of its own; make it lower")
        if self.pods is not None and (self.opens != "rear" or self.lean.mm):
            raise FieldError("pods", "pods stand beside a box that opens to the rear and whose back stands upright")
        names = [hatch.name for hatch in self.hatches]
        if len(set(names)) != len(names):
            raise FieldError("hatches", "two hatches have the same name; give each its own")
        depth = self.length.mm if self.opens == "rear" else self.width.mm
        if self.lean.mm > min(depth, self.height.mm) / 2:
            raise FieldError("lean", "the back may lean by half of the height and half of the depth at most")
        return self
