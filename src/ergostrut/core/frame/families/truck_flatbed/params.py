"""What the user chooses of a flatbed. Part of the job document."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from ....document.base import BuildId
from ....document.survey import Name
from ....quantity import Between, Length
from ....record import Record
from ...blocks.bed.params import BedOnMounts
from ...blocks.stock import StockId, typed


class Headboard(Record):
    """Against a load that slides ahead, ``height`` over the deck: so many ``uprights`` of a ``tube``, a ``sheet`` on their rear faces, a screw
    every ``pitch`` of each."""

    height: Annotated[Length, Between(150, 2_400)] = typed("600 mm")
    tube: StockId = "2x2x1/8"
    uprights: Annotated[int, Field(ge=2, le=14)] = 4
    sheet: StockId = "birch.18"
    pitch: Annotated[Length, Between(30, 400)] = typed("150 mm")


class TruckFlatbed(BedOnMounts):
    """A bed on the mounts of a truck's frame, with a headboard or nothing over it."""

    family: Literal["truck_flatbed"] = "truck_flatbed"
    id: BuildId = "flatbed1"
    label: Name = "Flatbed"
    headboard: Headboard | None = None
