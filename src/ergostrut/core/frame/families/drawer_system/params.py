"""What the user chooses of a drawer system. Part of the job document."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field, model_validator

from ....document.base import BuildId
from ....document.survey import Name
from ....problem import FieldError
from ....quantity import Between, Length, Rating
from ....record import Record
from ....structure.nouns.runners import Catch, Slides, StaysOut
from ....structure.systems import SystemId
from ...blocks.carcass.params import Carcass
from ...blocks.joining import Joints
from ...blocks.stock import StockId, typed

MOST = {"panels": (12, "twelve"), "frame": (8, "eight")}
"""Drawers of one build: what is proved within seconds."""


class Column(Record):
    """What stands between two uprights: drawers above each other, or an open bay, such as for a fridge, with ``vent`` openings in the back."""

    name: Name = "column"
    holds: Literal["drawers", "bay"] = "drawers"
    rows: Annotated[int, Field(ge=1, le=6)] = 1
    vent: bool = False


class DrawerBox(Record):
    """A drawer's own box: ``sheet`` of sides, front and back, ``floor`` under its load; ``over``: room left over its sides."""

    sheet: StockId = "birch.12"
    floor: StockId = "birch.6.5"
    over: Annotated[Length, Between(3, 200)] = typed("12 mm")
    front: bool = True


class Slide(Record):
    """What drawers run on: ``beside`` each side (empty: as its kind takes), ``out`` of its length in per cent, ``rating`` of a pair as sold for
    fully out; ``part`` of its way at which it stands part out, per cent; ``stays`` there and out by what, which ``holds_out`` so much."""

    kind: Slides = "side"
    beside: Annotated[Length, Between(1, 60)] | None = None
    out: Annotated[float, Field(ge=20, le=110)] = 100.0
    rating: Rating | None = None
    part: Annotated[float, Field(ge=10, le=90)] = 50.0
    stays: StaysOut = "unsaid"
    holds_out: Rating | None = None


class DrawerLatch(Record):
    """What keeps drawers in on the road; ``holds`` of one; a pin ``pin`` thick engaged by ``engaged``, against ``play`` and ``flex``, unknown until measured."""

    kind: Catch = "self-closing"
    holds: Rating | None = None
    pin: Annotated[Length, Between(1, 40)] = typed("6 mm")
    engaged: Annotated[Length, Between(0, 100)] | None = None
    play: Annotated[Length, Between(0, 30)] | None = None
    flex: Annotated[Length, Between(0, 30)] | None = None


class DrawerSystem(Carcass):
    """A carcass with a column between every two of its uprights: of panels, or a frame of ``rail`` with rails that slides are screwed to."""

    family: Literal["drawer_system"] = "drawer_system"
    id: BuildId = "drawers1"
    label: Name = "Drawers"
    length: Annotated[Length, Between(200, 2_500)] = typed("1000 mm")
    height: Annotated[Length, Between(100, 1_600)] = typed("350 mm")
    made: Literal["panels", "frame"] = "panels"
    framing: SystemId = "tslot_bolted"
    rail: StockId = "T 1.5x1.5"
    joints: Joints = Joints()
    columns: Annotated[tuple[Column, ...], Field(min_length=1, max_length=6)] = (Column(name="left"), Column(name="right"))
    box: DrawerBox = DrawerBox()
    slide: Slide = Slide()
    latch: DrawerLatch = DrawerLatch()

    @property
    def inner(self) -> int:
        return len(self.columns) - 1

    @model_validator(mode="after")
    def _drawn(self) -> DrawerSystem:
        names = [column.name for column in self.columns]
        if len(set(names)) != len(names):
            raise FieldError("columns", "two columns have the same name; give each its own")
        most, words = MOST[self.made]
        if sum(column.rows for column in self.columns if column.holds == "drawers") > most:
            raise FieldError("columns", f"{words} drawers are the most; make another build of the rest")
        if self.made == "frame" and (self.hatches or self.pods is not None or self.cutouts):
            raise FieldError("made", "hatches, pods and openings are cut in panels; take them out, or make it of panels")
        if not self.bottom:
            raise FieldError("bottom", "drawers stand in a carcass with a bottom; close it")
        if self.lean.mm:
            raise FieldError("lean", "drawers want a back that stands upright; set its lean to nothing")
        return self
