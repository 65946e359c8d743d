"""What the user chooses for a bed slide. Part of the job document."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field, model_validator

from ....measure.survey import Name
from ....problem import FieldError
from ....quantity import Between, Length, Place, Rating
from ....record import Record
from ...systems import SystemId

StockId = Annotated[str, Field(max_length=60)]


def _length(text: str) -> Length:
    return Length.parse(text)


class Rollers(Record):
    """Four alike. ``let_in``: how far the running surface lies above the rail's underside (0: roller under the rail)."""

    diameter: Annotated[Length, Between(5, 300)] = _length("38 mm")
    width: Annotated[Length, Between(2, 150)] = _length("12 mm")
    axle: Annotated[Length, Between(2, 150)] = _length("16 mm")
    let_in: Annotated[Length, Between(0, 150)] = _length("14 mm")
    rating: Rating | None = None
    front_setback: Annotated[Length, Between(1, 3_000)] = _length("60 mm")
    rear_setback: Annotated[Length, Between(0, 3_000)] = _length("80 mm")
    play: Annotated[Length, Between(0, 30)] = _length("2 mm")


class BaseRails(Record):
    """Lower and upper rail a side, fixed to the floor at the fixings."""

    lower: StockId = "1.5x1.5x14ga"
    upper: StockId = "1x1x14ga"
    stands: Annotated[int, Field(ge=2, le=12)] = 5
    keeper: bool = True
    keeper_rating: Rating | None = None
    front_stop: bool = True
    stop_rating: Rating | None = None
    out_stop: bool = True


class Guides(Record):
    fitted: bool = True
    play: Annotated[Length, Between(0, 50)] = _length("1.5 mm")
    rating: Rating | None = None


class Lock(Record):
    """The pin that holds the tray at its stops: diameter, clear gap and the two plates it spans."""

    pin: Annotated[Length, Between(1, 60)] = _length("10 mm")
    gap: Annotated[Length, Between(0, 200)] = _length("3 mm")
    tray_plate: Annotated[Length, Between(0.4, 60)] = _length("3 mm")
    base_plate: Annotated[Length, Between(0.4, 60)] = _length("5 mm")
    close_fit: bool = False
    pins: Annotated[int, Field(ge=1, le=4)] = 1
    Fy: Annotated[float, Field(gt=50, lt=2000)] | None = None


class Joints(Record):
    """What joins ribs to rails. ``weld_leg``: fillet leg (None: the thinner wall). ``bracket_rating``: load one bracket is
    sold for (read it from its catalogue). ``screws`` a joint, of ``screw`` size, ``bite`` into the rib; ``bolt`` of bolted ones.
    ``fastener``: another than the system's usual; ``per_leg`` rivets or screws in one leg of a bracket of ``bracket_wall``."""

    weld_leg: Annotated[Length, Between(0.5, 25)] | None = None
    bracket_rating: Rating | None = None
    brackets: Annotated[int, Field(ge=1, le=4)] = 2
    bolt: StockId = "5/16-18"
    bolt_grade: StockId = "SAE 5"
    screw: Literal["No. 8", "No. 10", "No. 12", "No. 14"] = "No. 10"
    screws: Annotated[int, Field(ge=1, le=6)] = 2
    bite: Annotated[Length, Between(3, 300)] = _length("50 mm")
    fastener: Literal["usual", "rivet", "drill screw", "end bolt", "pocket screw", "lag screw"] = "usual"
    rivet: Literal["steel 1/8 in", "steel 3/16 in", "Al/steel 3.2 mm", "Al/steel 4.8 mm"] = "Al/steel 4.8 mm"
    drill_screw: Literal["No. 10", "No. 12", "No. 14"] = "No. 12"
    per_leg: Annotated[int, Field(ge=1, le=12)] = 3
    bracket_wall: Annotated[Length, Between(0.4, 25)] = _length("3 mm")
    lag: Literal["1/4 in", "5/16 in", "3/8 in"] = "1/4 in"
    tap_depth: Annotated[Length, Between(2, 200)] = _length("25 mm")


class TipLeg(Record):
    """Two drop legs under the tail of the tray, set down when it is all the way out. ``gap``: what they are cut short of the
    ground; ``length``: from the rail's underside to the ground (unknown: their strength is unknown); ``braced``: a brace
    from the leg's middle to the rail; ``inset``: how far ahead of the tail they stand; each folds on a hinge of ``knuckles``."""

    section: StockId = "1x1x14ga"
    length: Annotated[Length, Between(20, 3_000)] | None = None
    gap: Annotated[Length, Between(0, 100)] = _length("3 mm")
    braced: bool = False
    inset: Annotated[Length, Between(0, 6_000)] = _length("0 mm")
    hinge_pin: Annotated[Length, Between(1, 50)] = _length("10 mm")
    knuckles: Annotated[int, Field(ge=2, le=9)] = 3
    hinge_gap: Annotated[Length, Between(0, 50)] = _length("1 mm")


class OwnMember(Record):
    """A member added between two points of the rails, each so far from the tray's front: opposite ones make a rib, others a brace under the ribs."""

    name: Annotated[str, Field(pattern=r"^[a-z][a-z0-9-]{0,15}$")]
    section: StockId
    left: Annotated[Length, Between(0, 6_000)]
    right: Annotated[Length, Between(0, 6_000)]

    @property
    def rib(self) -> bool:
        return abs(self.left.mm - self.right.mm) < 1.0


class Fixing(Record):
    """One bolt through the base: into an existing hole by name, or drilled at a place. A ``rivet nut`` (or plate nut) in sheet
    is sold for a load; what the sheet round it holds is unknown until rated. ``spacer``: height of one under the rail."""

    name: Name
    hole: Annotated[str, Field(max_length=60)] | None = None
    x: Place | None = None
    y: Place | None = None
    thread: StockId = "M8"
    grade: StockId = "ISO 8.8"
    washer: Annotated[Length, Between(3, 300)] = _length("24 mm")
    backing: bool = False
    spacer: Annotated[Length, Between(0, 500)] = _length("0 mm")
    nut: Literal["through bolt", "rivet nut"] = "through bolt"
    nut_sold: Rating | None = None
    sheet_rating: Rating | None = None

    @model_validator(mode="after")
    def _placed(self) -> Fixing:
        if self.hole is None and (self.x is None or self.y is None):
            raise FieldError("x", f"fixing {self.name}: name an existing hole, or give x and y where it is drilled")
        return self


class BedSlide(Record):
    """A tray on four rollers in a pickup bed."""

    family: Literal["bed_slide"] = "bed_slide"
    id: Annotated[str, Field(pattern=r"^[a-z][a-z0-9-]{0,23}$")] = "slide1"
    label: Name = "Bed slide"
    framing: SystemId = "welded_steel_tube"
    tray_length: Annotated[Length, Between(200, 6_000)] = _length("1900 mm")
    tray_width: Annotated[Length, Between(150, 2_600)] = _length("1150 mm")
    front_gap: Annotated[Length, Between(0, 3_000)] = _length("25 mm")
    pull_out: Annotated[Length, Between(1, 6_000)] = _length("1000 mm")
    stops: tuple[Annotated[Length, Between(1, 6_000)], ...] = Field(default=(), max_length=6)
    roller_lift: Annotated[Length, Between(0, 300)] = _length("8 mm")
    rail: StockId = "1.5x2.5x11ga"
    rail_flat: bool = False
    rib: StockId = "1x1.5x14ga"
    mid_ribs: Annotated[int, Field(ge=0, le=12)] = 3
    deck: StockId = "birch.12"
    grain: Literal["along", "across"] = "along"
    board_gap: Annotated[Length, Between(0, 200)] = _length("6 mm")
    rollers: Rollers = Rollers()
    base: BaseRails = BaseRails()
    guides: Guides = Guides()
    lock: Lock = Lock()
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
