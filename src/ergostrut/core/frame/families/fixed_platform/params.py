"""What the user chooses for a fixed platform. Part of the job document."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field, model_validator

from ....document.base import BuildBase, BuildId
from ....document.survey import Name
from ....problem import FieldError
from ....quantity import Between, Length, Mass, Rating
from ....record import Record
from ....structure.systems import SystemId
from ...blocks.joining import Joints
from ...blocks.keeping import Keep
from ...blocks.stock import StockId, typed

Ends = Literal["slots", "wells", "legs", "rests", "mixed"]


class Legs(Record):
    """Legs under the bearers' ends, or where nothing else bears. ``gap``: what they are cut short of the floor; ``inset`` from the end."""

    section: StockId = "2x4 spf"
    gap: Annotated[Length, Between(0, 100)] = typed("0 mm")
    inset: Annotated[Length, Between(0, 1_500)] = typed("50 mm")


class Props(Record):
    """A leg under the middle of every bearer, hinged to it. ``gap``: what it is cut short of the floor; ``kept`` up when folded."""

    section: StockId = "2x4 spf"
    gap: Annotated[Length, Between(0, 100)] = typed("0 mm")
    kept: Keep = Keep()


class Mattress(Record):
    """What people lie on."""

    thickness: Annotated[Length, Between(10, 400)] = typed("100 mm")
    mass: Annotated[Mass, Between(0.5, 80)] = Mass.parse("8 kg")


class FixedPlatform(BuildBase):
    """A bunk on cross members, or on rails along the vehicle."""

    family: Literal["fixed_platform"] = "fixed_platform"
    id: BuildId = "platform1"
    label: Name = "Platform"
    framing: SystemId = "lumber_plywood"
    front: Annotated[Length, Between(0, 4_000)] = typed("10 mm")
    length: Annotated[Length, Between(300, 6_000)] = typed("1950 mm")
    width: Annotated[Length, Between(200, 2_600)] = typed("1600 mm")
    height: Annotated[Length, Between(20, 2_000)] = typed("300 mm")
    run: Literal["across", "along"] = "across"
    ends: Ends = "mixed"
    bearer: StockId = "2x4 spf"
    bearer_flat: bool = False
    bearers: Annotated[int, Field(ge=2, le=14)] = 5
    legs: Legs = Legs()
    props: Props | None = None
    snug: bool = True
    tied: bool = True
    tie_rating: Rating | None = None
    well_rating: Rating | None = None
    deck: StockId = "soft.18"
    grain: Literal["along", "across"] = "along"
    board_gap: Annotated[Length, Between(0, 200)] = typed("20 mm")
    halves: Literal[1, 2] = 2
    half_kept: Keep = Keep()
    mattress: Mattress | None = Mattress()
    use: Literal["sleeping", "deck"] = "sleeping"
    joints: Joints = Joints()

    @model_validator(mode="after")
    def _sensible(self) -> FixedPlatform:
        if self.run == "along" and self.ends in ("slots", "wells", "mixed"):
            raise FieldError("ends", "rails along the vehicle stand on legs or lie on rests; slots and wells take cross members")
        if self.run == "along" and self.halves == 2:
            raise FieldError("halves", "a platform on rails along the vehicle has its deck in one; set one half, or run the members across")
        return self
