"""What the user chooses for a bed slide. Part of the job document."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field, model_validator

from ....document.base import BuildBase, BuildId
from ....document.survey import Name
from ....problem import FieldError
from ....quantity import Between, Length, Rating
from ....record import Record
from ....structure.systems import SystemId
from ...blocks.fixings import Fixing
from ...blocks.joining import Joints
from ...blocks.stock import StockId, typed


class Rollers(Record):
    """Four alike. ``let_in``: how far the running surface lies above the rail's underside (0: roller under the rail)."""

    diameter: Annotated[Length, Between(5, 300)] = typed("38 mm")
    width: Annotated[Length, Between(2, 150)] = typed("12 mm")
    axle: Annotated[Length, Between(2, 150)] = typed("16 mm")
    let_in: Annotated[Length, Between(0, 150)] = typed("14 mm")
    rating: Rating | None = None
    front_setback: Annotated[Length, Between(1, 3_000)] = typed("60 mm")
    rear_setback: Annotated[Length, Between(0, 3_000)] = typed("80 mm")
    play: Annotated[Length, Between(0, 30)] = typed("2 mm")
    plate: Annotated[Length, Between(0.4, 60)] | None = None
    plate_width: Annotated[Length, Between(4, 400)] | None = None


class BaseRails(Record):
    """Lower and upper rail a side, fixed to the floor at the fixings."""

    lower: StockId = "1.5x1.5x14ga"
    upper: StockId = "1x1x14ga"
    stands: Annotated[int, Field(ge=2, le=12)] = 5
    stand_rating: Rating | None = None
    keeper: bool = True
    keeper_rating: Rating | None = None
    front_stop: bool = True
    stop_rating: Rating | None = None
    out_stop: bool = True


class Guides(Record):
    fitted: bool = True
    play: Annotated[Length, Between(0, 50)] = typed("1.5 mm")
    rating: Rating | None = None


class PinLock(Record):
    """The pin that holds the tray at its stops: diameter, clear gap and the two plates it spans."""

    pin: Annotated[Length, Between(1, 60)] = typed("10 mm")
    gap: Annotated[Length, Between(0, 200)] = typed("3 mm")
    tray_plate: Annotated[Length, Between(0.4, 60)] = typed("3 mm")
    base_plate: Annotated[Length, Between(0.4, 60)] = typed("5 mm")
    close_fit: bool = False
    pins: Annotated[int, Field(ge=1, le=4)] = 1
    Fy: Annotated[float, Field(gt=50, lt=2000)] | None = None


class TipLeg(Record):
    """Two drop legs under the tail of the tray, set down when it is all the way out. ``gap``: what they are cut short of the
    ground; ``length``: from the rail's underside to the ground (unknown: their strength is unknown); ``braced``: a brace
    from the leg's middle to the rail; ``inset``: how far ahead of the tail they stand; each folds on a hinge of ``knuckles``."""

    section: StockId = "1x1x14ga"
    length: Annotated[Length, Between(20, 3_000)] | None = None
    gap: Annotated[Length, Between(0, 100)] = typed("3 mm")
    braced: bool = False
    inset: Annotated[Length, Between(0, 6_000)] = typed("0 mm")
    hinge_pin: Annotated[Length, Between(1, 50)] = typed("10 mm")
    knuckles: Annotated[int, Field(ge=2, le=9)] = 3
    hinge_gap: Annotated[Length, Between(0, 50)] = typed("1 mm")


class OwnMember(Record):
    """A member added between two points of the rails, each so far from the tray's front: opposite ones make a rib, others a brace under the ribs."""

    name: Annotated[str, Field(pattern=r"^[a-z][a-z0-9-]{0,15}$")]
    section: StockId
    left: Annotated[Length, Between(0, 6_000)]
    right: Annotated[Length, Between(0, 6_000)]

    @property
    def rib(self) -> bool:
        return abs(self.left.mm - self.right.mm) < 1.0


class BedSlide(BuildBase):
    """A tray on four rollers in a pickup bed."""

    family: Literal["bed_slide"] = "bed_slide"
    id: BuildId = "slide1"
    label: Name = "Bed slide"
    framing: SystemId = "welded_steel_tube"
    tray_length: Annotated[Length, Between(200, 6_000)] = typed("1900 mm")
    tray_width: Annotated[Length, Between(150, 2_600)] = typed("1150 mm")
    front_gap: Annotated[Length, Between(0, 3_000)] = typed("25 mm")
    pull_out: Annotated[Length, Between(1, 6_000)] = typed("1000 mm")
    stops: tuple[Annotated[Length, Between(1, 6_000)], ...] = Field(default=(), max_length=6)
    roller_lift: Annotated[Length, Between(0, 300)] = typed("8 mm")
    rail: StockId = "1.5x2.5x11ga"
    rail_flat: bool = False
    rib: StockId = "1x1.5x14ga"
    mid_ribs: Annotated[int, Field(ge=0, le=12)] = 3
    deck: StockId = "birch.12"
    grain: Literal["along", "across"] = "along"
    board_gap: Annotated[Length, Between(0, 200)] = typed("6 mm")
    rollers: Rollers = Rollers()
    base: BaseRails = BaseRails()
    guides: Guides = Guides()
    lock: PinLock = PinLock()
    deck_edges: Literal["screwed", "slots"] = "screwed"
    joints: Joints = Joints()
    tip_leg: TipLeg | None = None
    own_members: tuple[OwnMember, ...] = Field(default=(), max_length=12)
    fixings: tuple[Fixing, ...] = Field(default=(), max_length=24)

    @model_validator(mode="after")
    def _sensible(self) -> BedSlide:
        if self.pull_out.mm >= self.tray_length.mm:
            raise FieldError("pull_out", "pull-out must be shorter than the tray: nothing would be left between the rollers")
        for i, stop in enumerate(self.stops):
            if not 0 < stop.mm < self.pull_out.mm:
                raise FieldError(f"stops/{i}", "a part-out stop must lie between in and the full pull-out")
        for i, own in enumerate(self.own_members):
            for side in ("left", "right"):
                if getattr(own, side).mm > self.tray_length.mm:
                    words = f"own member {own.name} must begin and end on the rails, between 0 and the tray's length"
                    raise FieldError(f"own_members/{i}/{side}", words)
        mine = [own.name for own in self.own_members]
        if len(set(mine)) != len(mine):
            raise FieldError("own_members", "two own members have the same name; give each its own")
        if self.tip_leg is not None and self.tip_leg.inset.mm >= self.pull_out.mm:
            raise FieldError("tip_leg/inset", "drop legs must stand under the part that is pulled out: inset less than the pull-out")
        names = [fixing.name for fixing in self.fixings]
        if len(set(names)) != len(names):
            raise FieldError("fixings", "two fixings have the same name; give each its own")
        return self
