"""What the user chooses of a shelf rack. Part of the job document."""

from __future__ import annotations

import itertools
from typing import Annotated, Literal

from pydantic import Field, model_validator

from ....document.base import BuildBase, BuildId
from ....document.survey import Name
from ....problem import FieldError
from ....quantity import Between, Length, Rating
from ....record import Record
from ....structure.systems import SystemId
from ...blocks.edges import Edges
from ...blocks.joining import Joints
from ...blocks.stock import StockId, typed

MOST = 40
"""Frames times shelves: what is proved within seconds."""


class Shelf(Record):
    """One shelf: ``height`` of its top above the floor at its lower edge, ``tilt`` by which its front stands higher; ``edge``: what keeps things
    on it, ``edge_height`` above it. ``stepped_on`` unsaid: where it is low enough."""

    name: Name = "shelf"
    height: Annotated[Length, Between(10, 2_600)] = typed("400 mm")
    tilt: Annotated[Length, Between(0, 150)] = typed("0 mm")
    edge: Literal["none", "nosing", "recess", "bar"] = "nosing"
    edge_height: Annotated[Length, Between(0, 400)] = typed("30 mm")
    stepped_on: Literal["unsaid", "yes", "no"] = "unsaid"


class Wall(Record):
    """How rear uprights are held by the wall: ``row`` of the host's points (empty: screwed or bolted where they stand), ``bolts`` a one at most,
    the highest ``below`` its top; ``rating`` of one where the row has none."""

    row: Annotated[str, Field(max_length=60)] = ""
    bolts: Annotated[int, Field(ge=1, le=4)] = 1
    below: Annotated[Length, Between(0, 2_000)] = typed("60 mm")
    rating: Rating | None = None


class Stock(Record):
    """An opening through every upright for long stock: ``up`` from the floor, ``behind`` the front edge, ``high`` and ``deep``."""

    up: Annotated[Length, Between(0, 2_500)] = typed("420 mm")
    behind: Annotated[Length, Between(20, 1_000)] = typed("100 mm")
    high: Annotated[Length, Between(20, 800)] = typed("150 mm")
    deep: Annotated[Length, Between(20, 800)] = typed("200 mm")


class Ceiling(Record):
    """Holders under the roof: ``count`` bars ``apart``, the first ``front`` from the front, their tops ``drop`` under the roof, ``wide`` across;
    ``rating`` of one eye where the ``row`` has none."""

    name: Name = "ceiling holders"
    front: Annotated[Length, Between(0, 10_000)] = typed("300 mm")
    apart: Annotated[Length, Between(100, 3_000)] = typed("900 mm")
    count: Annotated[int, Field(ge=2, le=6)] = 2
    off_centre: Annotated[Length, Between(-1_300, 1_300)] = typed("0 mm")
    wide: Annotated[Length, Between(50, 2_400)] = typed("500 mm")
    drop: Annotated[Length, Between(30, 800)] = typed("150 mm")
    bar: StockId = "1x3 spf"
    row: Annotated[str, Field(max_length=60)] = ""
    rating: Rating | None = None


class ShelfRack(BuildBase):
    """Uprights in pairs, bearers between each pair, shelves over the bearers; or panels: uprights across it with shelves between them."""

    family: Literal["shelf_rack"] = "shelf_rack"
    id: BuildId = "rack1"
    label: Name = "Shelf rack"
    made: Literal["posts", "panels"] = "posts"
    framing: SystemId = "lumber_plywood"
    side: Literal["left", "right"] = "left"
    front: Annotated[Length, Between(0, 10_000)] = typed("100 mm")
    length: Annotated[Length, Between(200, 6_000)] = typed("1600 mm")
    depth: Annotated[Length, Between(100, 1_200)] = typed("400 mm")
    height: Annotated[Length, Between(150, 2_600)] = typed("1300 mm")
    frames: Annotated[int, Field(ge=2, le=8)] = 3
    upright: StockId = "2x2 spf"
    bearer: StockId = "2x2 spf"
    panel: StockId = "birch.18"
    back: StockId | None = None
    edges: Edges = Edges()
    stock: Stock | None = None
    stands: Literal["floor", "wall"] = "floor"
    wall: Wall = Wall()
    tied: bool = True
    tie_rating: Rating | None = None
    well_rating: Rating | None = None
    shelves: Annotated[tuple[Shelf, ...], Field(min_length=1, max_length=10)] = (
        Shelf(name="low"),
        Shelf(name="middle", height=typed("800 mm")),
        Shelf(name="top", height=typed("1200 mm")),
    )
    deck: StockId = "birch.12"
    grain: Literal["along", "across"] = "along"
    board_gap: Annotated[Length, Between(0, 300)] = typed("20 mm")
    joints: Joints = Joints()
    ceiling: tuple[Ceiling, ...] = Field(default=(), max_length=4)

    @model_validator(mode="after")
    def _sensible(self) -> ShelfRack:
        if self.frames * len(self.shelves) > MOST:
            raise FieldError(
                "shelves", f"{self.frames} pairs of uprights hold {MOST // self.frames} shelves at the most; make another rack of the rest"
            )
        names = [shelf.name for shelf in self.shelves]
        if len(set(names)) != len(names):
            raise FieldError("shelves", "two shelves have the same name; give each its own")
        if len({ceiling.name for ceiling in self.ceiling}) != len(self.ceiling):
            raise FieldError("ceiling", "two sets of holders have the same name; give each its own")
        order = sorted(range(len(self.shelves)), key=lambda n: self.shelves[n].height.mm)
        for low, high in itertools.pairwise(order):
            if self.shelves[high].height.mm - self.shelves[low].height.mm < 40:
                raise FieldError(f"shelves/{high}/height", f"{names[high]} lies on {names[low]}; set them apart by 40 mm or more")
        top = order[-1]
        if self.shelves[top].height.mm > self.height.mm + 200:
            raise FieldError("height", f"the uprights end under {names[top]}; make them longer, or lower the shelf")
        return self
