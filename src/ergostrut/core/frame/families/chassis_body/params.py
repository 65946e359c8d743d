"""What the user chooses of a body on a truck's frame. Part of the job document."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field, model_validator

from ....document.base import BuildId
from ....document.survey import Name
from ....problem import FieldError
from ....quantity import Between, Length
from ...blocks.bed.params import BedOnMounts
from ...blocks.cage.closed import EDGE, Closed
from ...blocks.cage.door import RearDoor
from ...blocks.cage.side_door import SideDoor, one_a_side
from ...blocks.stock import StockId, typed


class ChassisBody(Closed, BedOnMounts):
    """A box on a bed on the frame's mounts: ``height`` from the deck's top to the underside of its roof bows; ``posts`` a side, on the side
    rails; ``bows`` across from roof rail to roof rail. A door at the rear, as high as the walls, and one in either side, on posts of their own."""

    family: Literal["chassis_body"] = "chassis_body"
    id: BuildId = "body1"
    label: Name = "Body"
    height: Annotated[Length, Between(400, 2_600)] = typed("1850 mm")
    post: StockId = "2x2x1/8"
    posts: Annotated[int, Field(ge=2, le=14)] = 4
    bow: StockId = "2x2x1/8"
    bows: Annotated[int, Field(ge=2, le=24)] = 5
    door: RearDoor = RearDoor()
    doors: Annotated[tuple[SideDoor, ...], Field(max_length=2)] = ()

    @property
    def along(self) -> tuple[float, ...]:
        """Each post stands where a cross member comes."""
        last = self.crosses - 1
        return tuple(EDGE + (self.length.mm - 2 * EDGE) * round(last * k / (self.posts - 1)) / last for k in range(self.posts))

    @model_validator(mode="after")
    def _sensible(self) -> ChassisBody:
        if self.side is None:
            raise FieldError("side", "the posts of a body stand on side rails; put them round the bed")
        one_a_side(self.doors)
        if self.posts > self.crosses:
            raise FieldError(
                "posts", "every post stands where a cross member comes to the side rail; take fewer posts, or more cross members"
            )
        return self
