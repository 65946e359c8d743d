"""What the user chooses of a topper over a pickup's bed. Part of the job document."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from ....document.base import BuildBase, BuildId
from ....document.survey import Name
from ....quantity import Between, Length, Rating
from ....structure.systems import SystemId
from ...blocks.cage.closed import Closed
from ...blocks.cage.hatch import Hatch
from ...blocks.joining import Joints
from ...blocks.stock import StockId, typed


class BedTopper(Closed, BuildBase):
    """A cage on the bed's sides, the outside of its skin ``front`` behind the bed's front panel, its frame ``length`` long and ``width`` wide; ``height``
    from the sides' top to the underside of its bows. ``posts`` a side, a bow and a clamp on the bed's side at each.

    ``side_rating``: what a side bears in one place; ``clamp_rating``: what a clamp holds, whichever way. Unknown until given."""

    family: Literal["bed_topper"] = "bed_topper"
    id: BuildId = "topper1"
    label: Name = "Topper"
    framing: SystemId = "welded_steel_tube"
    front: Annotated[Length, Between(-200, 1_000)] = typed("0 mm")
    length: Annotated[Length, Between(600, 3_500)] = typed("2000 mm")
    width: Annotated[Length, Between(800, 2_400)] = typed("1700 mm")
    height: Annotated[Length, Between(200, 1_600)] = typed("700 mm")
    posts: Annotated[int, Field(ge=2, le=14)] = 5
    post: StockId = "1.5x1.5x14ga"
    bow: StockId = "1.5x1.5x14ga"
    hatch: Hatch = Hatch()
    side_rating: Rating | None = None
    clamp_rating: Rating | None = None
    joints: Joints = Joints(capped=True)
