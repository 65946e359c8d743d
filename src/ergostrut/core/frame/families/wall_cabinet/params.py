"""What the user chooses of a wall cabinet. Part of the job document."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field, model_validator

from ....document.base import BuildBase, BuildId
from ....document.survey import Name
from ....problem import FieldError
from ....quantity import Between, Length, Rating
from ....record import Record
from ...blocks.edges import Edges
from ...blocks.keeping import Keep
from ...blocks.stock import StockId, typed


class Doors(Record):
    """A door before every bay: ``hinged`` at which edge, so many ``hinges`` each, one of which holds ``rating``; ``kept`` shut by what, all of a
    door's together."""

    sheet: StockId = "birch.12"
    hinged: Literal["front", "rear", "top", "bottom"] = "top"
    hinges: Annotated[int, Field(ge=2, le=4)] = 2
    rating: Rating | None = None
    kept: Keep = Keep(by="spring catch")


class WallFixed(Record):
    """How its uprights are held by the wall: ``row`` of the host's points (empty: where they hang), ``bolts`` an upright, the highest ``below``
    its top; ``rating`` of one where the row has none."""

    row: Annotated[str, Field(max_length=60)] = ""
    bolts: Annotated[int, Field(ge=1, le=4)] = 2
    below: Annotated[Length, Between(0, 1_000)] = typed("50 mm")
    rating: Rating | None = None


class WallCabinet(BuildBase):
    """Uprights hung on a wall, bottom, shelves and top between them, a back, doors."""

    family: Literal["wall_cabinet"] = "wall_cabinet"
    id: BuildId = "cabinet1"
    label: Name = "Wall cabinet"
    side: Literal["left", "right"] = "left"
    front: Annotated[Length, Between(0, 10_000)] = typed("200 mm")
    length: Annotated[Length, Between(200, 4_000)] = typed("900 mm")
    depth: Annotated[Length, Between(100, 800)] = typed("300 mm")
    low: Annotated[Length, Between(20, 2_400)] = typed("1200 mm")
    height: Annotated[Length, Between(120, 1_600)] = typed("400 mm")
    bays: Annotated[int, Field(ge=1, le=5)] = 2
    shelves: Annotated[int, Field(ge=0, le=5)] = 0
    lip: Annotated[Length, Between(0, 200)] = typed("25 mm")
    panel: StockId = "birch.12"
    back: StockId | None = "birch.6.5"
    grain: Literal["along", "across"] = "along"
    edges: Edges = Edges(groove=typed("4 mm"))
    doors: Doors | None = Doors()
    wall: WallFixed = WallFixed()

    @model_validator(mode="after")
    def _sensible(self) -> WallCabinet:
        if self.height.mm < 60.0 * (self.shelves + 1):
            raise FieldError("shelves", "so many shelves leave less than 60 mm between them; take fewer, or make it higher")
        return self
