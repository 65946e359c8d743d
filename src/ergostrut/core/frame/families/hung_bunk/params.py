"""What the user chooses for a hung bunk. Part of the job document."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from ....document.base import BuildBase, BuildId
from ....document.survey import Name
from ....quantity import Between, Length, Mass, Rating
from ....record import Record
from ....structure.nouns.stow import By
from ....structure.systems import SystemId
from ...blocks.joining import Joints
from ...blocks.stock import StockId, typed

RowName = Annotated[str, Field(max_length=60)]


class WallRail(Record):
    """The rail bolted to the wall that the hinges stand on. ``row``: the host's row its bolts go into, empty: drilled between ``bolts``
    places; ``rating`` of one place where the row has none or it is drilled."""

    section: StockId = "1x3x11ga"
    row: RowName = ""
    bolts: Annotated[int, Field(ge=2, le=12)] = 4
    rating: Rating | None = None


class Hinges(Record):
    """``pin`` across ``gap`` between two leaves; the pin's axis stands ``offset`` from the wall rail's face, ``rise`` over the rails' middle:
    a bunk folds up about a pin level with its deck, one in the middle of its rails binds."""

    count: Annotated[int, Field(ge=2, le=8)] = 3
    pin: Annotated[Length, Between(2, 40)] = typed("8 mm")
    gap: Annotated[Length, Between(0, 60)] = typed("1 mm")
    leaf: Annotated[Length, Between(0.5, 20)] = typed("3 mm")
    offset: Annotated[Length, Between(1, 120)] = typed("10 mm")
    rise: Annotated[Length, Between(-200, 300)] = typed("0 mm")
    Fy: Annotated[float, Field(ge=50, le=2_000)] | None = None
    rating: Rating | None = None


class Straps(Record):
    """``row``: the host's row they hang from, empty: eyes ``height`` above the floor, ``lean`` towards the middle of the room (negative:
    towards the wall). ``rating`` as on the tag and what it is ``marked`` as; ``eye``: what one place bears where the row says nothing."""

    count: Annotated[int, Field(ge=1, le=4)] = 3
    row: RowName = ""
    height: Annotated[Length, Between(200, 3_000)] = typed("1250 mm")
    lean: Annotated[Length, Between(-1_500, 1_500)] = typed("0 mm")
    inset: Annotated[Length, Between(0, 1_000)] = typed("100 mm")
    slack: Annotated[Length, Between(-5, 60)] = typed("0 mm")
    rating: Rating | None = None
    marked: Literal["working", "breaking"] | None = None
    eye: Rating | None = None


class Fold(Record):
    """How far it turns up for the day, and the latch that keeps it there: a ``pin`` thick engaged by ``engaged`` against ``play`` and ``flex``,
    unknown until measured."""

    degrees: Annotated[float, Field(ge=20, le=120)] = 80.0
    kept: By = "unsaid"
    latch_rating: Rating | None = None
    pin: Annotated[Length, Between(1, 40)] = typed("8 mm")
    engaged: Annotated[Length, Between(0, 100)] | None = None
    play: Annotated[Length, Between(0, 30)] | None = None
    flex: Annotated[Length, Between(0, 30)] | None = None


class SleepPad(Record):
    """What people lie on."""

    thickness: Annotated[Length, Between(10, 300)] = typed("70 mm")
    mass: Annotated[Mass, Between(0.5, 60)] = Mass.parse("4 kg")


class HungBunk(BuildBase):
    """A bunk of two rails and ribs, hinged on a rail along one wall, hung in front."""

    family: Literal["hung_bunk"] = "hung_bunk"
    id: BuildId = "bunk1"
    label: Name = "Hung bunk"
    framing: SystemId = "welded_steel_tube"
    wall: Literal["left", "right"] = "left"
    front: Annotated[Length, Between(0, 6_000)] = typed("50 mm")
    length: Annotated[Length, Between(600, 4_000)] = typed("1900 mm")
    width: Annotated[Length, Between(300, 1_600)] = typed("650 mm")
    height: Annotated[Length, Between(150, 2_400)] = typed("750 mm")
    rail: StockId = "1x2x14ga"
    rib: StockId = "1x1.5x14ga"
    ribs: Annotated[int, Field(ge=2, le=14)] = 5
    deck: StockId = "birch.12"
    grain: Literal["along", "across"] = "along"
    board_gap: Annotated[Length, Between(0, 200)] = typed("20 mm")
    edge: StockId | None = "1x4 spf"
    mattress: SleepPad | None = SleepPad()
    wall_rail: WallRail = WallRail()
    hinges: Hinges = Hinges()
    straps: Straps = Straps()
    fold: Fold = Fold()
    joints: Joints = Joints()
