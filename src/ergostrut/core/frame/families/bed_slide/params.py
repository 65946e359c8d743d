"""What the user chooses for a bed slide. Part of the job document."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field, model_validator

from ....measure.survey import Name
from ....quantity import Length, Mass
from ....record import Record
from ...systems import SystemId


def _length(text: str) -> Length:
    return Length.parse(text)


class Rollers(Record):
    """Four alike. ``let_in``: how far the running surface lies above the rail's underside (0: roller under the rail)."""

    diameter: Length = _length("38 mm")
    width: Length = _length("12 mm")
    axle: Length = _length("16 mm")
    let_in: Length = _length("14 mm")
    rating: Mass | None = None
    front_setback: Length = _length("60 mm")
    rear_setback: Length = _length("80 mm")
    play: Length = _length("2 mm")


class BaseRails(Record):
    """Lower and upper rail a side, fixed to the floor at the fixings."""

    lower: str = "1.5x1.5x14ga"
    upper: str = "1x1x14ga"
    stands: Annotated[int, Field(ge=2, le=12)] = 5
    keeper: bool = True
    keeper_rating: Mass | None = None
    front_stop: bool = True
    stop_rating: Mass | None = None
    out_stop: bool = True


class Guides(Record):
    fitted: bool = True
    play: Length = _length("1.5 mm")
    rating: Mass | None = None


class Lock(Record):
    """The pin that holds the tray at its stops: diameter, clear gap and the two plates it spans."""

    pin: Length = _length("10 mm")
    gap: Length = _length("3 mm")
    tray_plate: Length = _length("3 mm")
    base_plate: Length = _length("5 mm")
    close_fit: bool = False
    pins: Annotated[int, Field(ge=1, le=4)] = 1
    Fy: Annotated[float, Field(gt=50, lt=2000)] | None = None


class Joints(Record):
    """What joins ribs to rails. ``weld_leg``: fillet leg (None: the thinner wall). ``bracket_rating``: load one bracket is
    sold for (read it from its catalogue). ``screws`` a joint, of ``screw`` size, ``bite`` into the rib; ``bolt`` of bolted ones.
    ``fastener``: another than the system's usual; ``per_leg`` rivets or screws in one leg of a bracket of ``bracket_wall``."""

    weld_leg: Length | None = None
    bracket_rating: Mass | None = None
    brackets: Annotated[int, Field(ge=1, le=4)] = 2
    bolt: str = "5/16-18"
    bolt_grade: str = "SAE 5"
    screw: Literal["No. 8", "No. 10", "No. 12", "No. 14"] = "No. 10"
    screws: Annotated[int, Field(ge=1, le=6)] = 2
    bite: Length = _length("50 mm")
    fastener: Literal["usual", "rivet", "drill screw", "end bolt", "pocket screw", "lag screw"] = "usual"
    rivet: Literal["steel 1/8 in", "steel 3/16 in", "Al/steel 3.2 mm", "Al/steel 4.8 mm"] = "Al/steel 4.8 mm"
    drill_screw: Literal["No. 10", "No. 12", "No. 14"] = "No. 12"
    per_leg: Annotated[int, Field(ge=1, le=12)] = 3
    bracket_wall: Length = _length("3 mm")
    lag: Literal["1/4 in", "5/16 in", "3/8 in"] = "1/4 in"
    tap_depth: Length = _length("25 mm")


class TipLeg(Record):
    """Two drop legs under the tail of the tray, set down when it is all the way out. ``gap``: what they are cut short of the
    ground; ``length``: from the rail's underside to the ground (unknown: their strength is unknown); ``braced``: a brace
    from the leg's middle to the rail; ``inset``: how far ahead of the tail they stand; each folds on a hinge of ``knuckles``."""

    section: str = "1x1x14ga"
    length: Length | None = None
    gap: Length = _length("3 mm")
    braced: bool = False
    inset: Length = _length("0 mm")
    hinge_pin: Length = _length("10 mm")
    knuckles: Annotated[int, Field(ge=2, le=9)] = 3
    hinge_gap: Length = _length("1 mm")


class OwnMember(Record):
    """A member added between two points of the rails, each so far from the tray's front: opposite ones make a rib, others a brace under the ribs."""

    name: Annotated[str, Field(pattern=r"^[a-z][a-z0-9-]{0,15}$")]
    section: str
    left: Length
    right: Length

    @property
    def rib(self) -> bool:
        return abs(self.left.mm - self.right.mm) < 1.0


class Fixing(Record):
    """One bolt through the base: into an existing hole by name, or drilled at a place. A ``rivet nut`` (or plate nut) in sheet
    is sold for a load; what the sheet round it holds is unknown until rated. ``spacer``: height of one under the rail."""

    name: Name
    hole: str | None = None
    x: Length | None = None
    y: Length | None = None
    thread: str = "M8"
    grade: str = "ISO 8.8"
    washer: Length = _length("24 mm")
    backing: bool = False
    spacer: Length = _length("0 mm")
    nut: Literal["through bolt", "rivet nut"] = "through bolt"
    nut_sold: Mass | None = None
    sheet_rating: Mass | None = None

    @model_validator(mode="after")
    def _placed(self) -> Fixing:
        if self.hole is None and (self.x is None or self.y is None):
            raise ValueError(f"fixing {self.name}: name an existing hole, or give x and y where it is drilled")
        return self


class BedSlide(Record):
    """A tray on four rollers in a pickup bed."""

    family: Literal["bed_slide"] = "bed_slide"
    id: Annotated[str, Field(pattern=r"^[a-z][a-z0-9-]{0,23}$")] = "slide1"
    label: Name = "Bed slide"
    framing: SystemId = "welded_steel_tube"
    tray_length: Length = _length("1900 mm")
    tray_width: Length = _length("1150 mm")
    front_gap: Length = _length("25 mm")
    pull_out: Length = _length("1000 mm")
    stops: tuple[Length, ...] = Field(default=(), max_length=6)
    roller_lift: Length = _length("8 mm")
    rail: str = "1.5x2.5x11ga"
    rail_flat: bool = False
    rib: str = "1x1.5x14ga"
    mid_ribs: Annotated[int, Field(ge=0, le=12)] = 3
    deck: str = "birch.12"
    grain: Literal["along", "across"] = "along"
    board_gap: Length = _length("6 mm")
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
        positive = {
            "tray length": self.tray_length,
            "tray width": self.tray_width,
            "pull-out": self.pull_out,
            "roller diameter": self.rollers.diameter,
            "roller width": self.rollers.width,
            "roller axle": self.rollers.axle,
            "lock pin": self.lock.pin,
            "front roller setback": self.rollers.front_setback,
        }
        for label, value in positive.items():
            if value.mm <= 0:
                raise ValueError(f"{label} must be more than nothing")
        zero_up = {
            "front gap": self.front_gap,
            "let-in": self.rollers.let_in,
            "hold-down play": self.rollers.play,
            "pin gap": self.lock.gap,
            "roller lift": self.roller_lift,
            "rear roller setback": self.rollers.rear_setback,
            "side play": self.guides.play,
            "gap between boards": self.board_gap,
        }
        for label, value in zero_up.items():
            if value.mm < 0:
                raise ValueError(f"{label} cannot be negative")
        if not 200 <= self.tray_length.mm <= 6000:
            raise ValueError("tray length must lie between 200 and 6000 mm")
        if not 150 <= self.tray_width.mm <= 2600:
            raise ValueError("tray width must lie between 150 and 2600 mm")
        if self.pull_out.mm >= self.tray_length.mm:
            raise ValueError("pull-out must be shorter than the tray: nothing would be left between the rollers")
        if any(not 0 < stop.mm < self.pull_out.mm for stop in self.stops):
            raise ValueError("a part-out stop must lie between in and the full pull-out")
        for own in self.own_members:
            if not all(0 <= at.mm <= self.tray_length.mm for at in (own.left, own.right)):
                raise ValueError(f"own member {own.name} must begin and end on the rails, between 0 and the tray's length")
        mine = [own.name for own in self.own_members]
        if len(set(mine)) != len(mine):
            raise ValueError("two own members have the same name; give each its own")
        if self.tip_leg is not None and not 0 <= self.tip_leg.inset.mm < self.pull_out.mm:
            raise ValueError("drop legs must stand under the part that is pulled out: inset less than the pull-out")
        names = [fixing.name for fixing in self.fixings]
        if len(set(names)) != len(names):
            raise ValueError("two fixings have the same name; give each its own")
        return self
