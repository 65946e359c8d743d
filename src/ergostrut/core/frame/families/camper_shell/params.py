"""What the user chooses of a shell that slides into a pickup's bed. Part of the job document."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field, model_validator

from ....document.base import BuildBase, BuildId
from ....document.survey import Name
from ....problem import FieldError
from ....quantity import Between, Length, Place, Rating
from ....record import Record
from ....structure.nouns.hung import Marked
from ....structure.systems import SystemId
from ...blocks.cage.closed import Closed
from ...blocks.cage.door import RearDoor
from ...blocks.joining import Joints
from ...blocks.stock import StockId, typed


class Nose(Record):
    """The part over the cab: ``reach`` ahead of the front wall at its floor, ``reach_top`` at the roof; its floor's underside ``low`` over the
    bed's floor. ``mattress``: where people sleep on it; without, things lie there."""

    reach: Annotated[Length, Between(150, 2_600)] = typed("1000 mm")
    reach_top: Annotated[Length, Between(0, 2_600)] = typed("500 mm")
    low: Annotated[Length, Between(600, 2_400)] = typed("1300 mm")
    deck: StockId = "birch.18"
    mattress: Annotated[Length, Between(10, 400)] | None = typed("100 mm")

    @model_validator(mode="after")
    def _sloped(self) -> Nose:
        if self.reach_top.mm > self.reach.mm:
            raise FieldError("reach_top", "its front would lean ahead; let it reach no further at the roof than at its floor")
        return self


class Tie(Record):
    """A turnbuckle or a strap from an outer rail, ``along`` behind the shell's front, to a place of the vehicle's: ``x`` behind the bed's front, ``y`` from the
    middle, ``z`` over its floor. ``rating`` as ``marked``; ``hooks``: what the vehicle bears there, unknown until given; ``arm``: how far a bracket
    of ``arm_of`` reaches out to it from where the frame holds it, where there is one."""

    name: Name
    side: Literal["left", "right"]
    along: Annotated[Length, Between(0, 6_000)]
    x: Place
    y: Annotated[Length, Between(100, 1_500)]
    z: Place
    by: Literal["turnbuckle", "strap"] = "turnbuckle"
    rating: Rating | None = None
    marked: Marked | None = None
    hooks: Rating | None = None
    arm: Annotated[Length, Between(20, 1_500)] | None = None
    arm_of: StockId = "2x2x1/4"


class Lift(Record):
    """Four jacks under the outer rails, ``inset`` from both ends; ``rating`` of one with its bracket, unknown until given."""

    inset: Annotated[Length, Between(0, 1_500)] = typed("150 mm")
    rating: Rating | None = None


class CamperShell(Closed, BuildBase):
    """A shell whose floor lies on the bed's, the outside of its skin ``front`` behind the bed's front panel, its frame ``length`` long: ``lower`` wide to its benches, whose underside lies ``bench`` over the
    floor, ``width`` wide above; ``height`` clear from its floor to the bows. ``posts`` a side, a floor member, benches and a roof bow at each.

    ``tightened``: pull in every tie once it is set. ``packed``: blocks between the floor and the wheel wells keep it from going sideways; what
    a well bears of that, ``well_rating``."""

    family: Literal["camper_shell"] = "camper_shell"
    id: BuildId = "shell1"
    label: Name = "Shell"
    framing: SystemId = "welded_steel_tube"
    front: Annotated[Length, Between(0, 1_500)] = typed("20 mm")
    length: Annotated[Length, Between(900, 4_500)] = typed("2130 mm")
    lower: Annotated[Length, Between(600, 2_200)] = typed("1220 mm")
    width: Annotated[Length, Between(900, 2_600)] = typed("1830 mm")
    bench: Annotated[Length, Between(150, 1_400)] = typed("560 mm")
    height: Annotated[Length, Between(600, 2_400)] = typed("1980 mm")
    posts: Annotated[int, Field(ge=2, le=14)] = 5
    floor: StockId = "1.5x1.5x14ga"
    post: StockId = "1.5x1.5x14ga"
    bow: StockId = "1.5x1.5x14ga"
    deck: StockId = "birch.18"
    benches: StockId = "birch.18"
    nose: Nose | None = Nose()
    door: RearDoor = RearDoor(width=typed("600 mm"))
    packed: bool = True
    well_rating: Rating | None = None
    tightened: Rating | None = None
    lift: Lift | None = Lift()
    ties: Annotated[tuple[Tie, ...], Field(max_length=12)] = ()
    joints: Joints = Joints(capped=True)

    @model_validator(mode="after")
    def _sensible(self) -> CamperShell:
        if self.width.mm < self.lower.mm:
            raise FieldError("width", "it is narrower over the bed's sides than between the wells; make it wider, or narrower below")
        if len({tie.name for tie in self.ties}) < len(self.ties):
            raise FieldError("ties", "two ties have one name; name each for where it is")
        return self
