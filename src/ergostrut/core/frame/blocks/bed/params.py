"""What is chosen of a bed on a truck's frame, bare or under a body. Part of the job document."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field, model_validator

from ....document.base import BuildBase
from ....document.survey import Name
from ....problem import FieldError
from ....quantity import Between, Length
from ....record import Record
from ....structure.systems import SystemId
from ..joining import Joints
from ..stock import StockId, typed
from .borne import Borne


class Drawbar(Record):
    """Two tubes of an ``A`` from the coupling to the front ends of the long rails, or a ``straight`` one in the middle, welded under the first so many
    cross members, ``under``."""

    shape: Literal["A", "straight"] = "A"
    tube: StockId = "2x4x1/8"
    under: Annotated[int, Field(ge=2, le=8)] = 3


class BedOnMounts(BuildBase):
    """Two long rails ``apart`` from middle to middle, ``lift`` over the frame's own rails; cross members on them, side rails round those, a deck.

    ``mounts``: which of the host's it is bolted to; none named: every one that lies under a long rail. ``bolt_grade`` and ``washer`` of each.
    ``deck_last``: one narrower board at the right edge, of the same thickness. ``drawbar``: of a trailer whose frame this is. ``borne``: bought parts
    that hang on it."""

    framing: SystemId = "welded_steel_tube"
    front: Annotated[Length, Between(-500, 4_000)] = typed("60 mm")
    length: Annotated[Length, Between(600, 7_000)] = typed("2100 mm")
    width: Annotated[Length, Between(800, 2_600)] = typed("1750 mm")
    apart: Annotated[Length, Between(300, 1_800)] = typed("860 mm")
    lift: Annotated[Length, Between(0, 500)] = typed("20 mm")
    rail: StockId = "2x4x1/8"
    cross: StockId = "2x3x1/8"
    crosses: Annotated[int, Field(ge=2, le=24)] = 6
    side: StockId | None = "2x3x1/8"
    deck: StockId = "board.2x6.dfl"
    deck_last: StockId | None = None
    board_gap: Annotated[Length, Between(0, 100)] = typed("6 mm")
    grain: Literal["along", "across"] = "along"
    drawbar: Drawbar | None = None
    borne: Annotated[tuple[Borne, ...], Field(max_length=16)] = ()
    mounts: Annotated[tuple[Name, ...], Field(max_length=24)] = ()
    bolt_grade: StockId = "ISO 8.8"
    washer: Annotated[Length, Between(10, 120)] = typed("37 mm")
    joints: Joints = Joints(capped=True)

    @model_validator(mode="after")
    def _wide_enough(self) -> BedOnMounts:
        if self.apart.mm > self.width.mm - 100.0:
            raise FieldError("apart", "the long rails would stand outside the bed; bring them nearer, or make it wider")
        return self
