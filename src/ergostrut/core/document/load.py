"""What goes in: things on a surface, people on seats. Part of the job document."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field, model_validator

from ..problem import FieldError
from ..quantity import Between, Length, Mass, Place, Rating
from ..record import Record
from .survey import Name, Text

Ident = Annotated[str, Field(pattern=r"^[a-z][a-z0-9-]{0,39}$")]


class Spot(Record):
    """Centre of a thing on its surface: ``x`` from the surface's front end, ``y`` right of its centre line."""

    x: Place
    y: Place


class Holding(Record):
    """What keeps a thing in its place. Friction and strap ratings are unknown until given.

    ``lip``: height of what stands round it; ``beside``: the thing that stops it; ``rating``: what a bracket, cord, magnet or hook and loop holds.
    ``strap_marked``: whether the tag gives a working or a breaking load; ``strap_angle``: degrees from the deck, when measured."""

    by: Literal["weight", "friction", "straps", "bolted", "lip", "cord", "magnet", "hook_and_loop", "beside"] = "weight"
    friction: Annotated[float, Field(ge=0, le=2)] | None = None
    straps: Annotated[int, Field(ge=1, le=12)] = 2
    strap_rating: Rating | None = None
    strap_marked: Literal["working", "breaking"] = "working"
    strap_angle: Annotated[float, Field(ge=5, le=90)] | None = None
    over: bool = True
    rating: Rating | None = None
    lip: Annotated[Length, Between(0, 2_000)] | None = None
    beside: Annotated[str, Field(max_length=40)] = ""


Size = Annotated[Length, Between(1, 8_000)]


class Thing(Record):
    """A box with a mass: ``length`` along the truck, ``width`` across, unless ``turned``."""

    id: Ident
    name: Name
    length: Size
    width: Size
    height: Size
    mass: Annotated[Mass, Between(0.001, 20_000)]
    on: Annotated[str, Field(max_length=80)]
    at: Spot | None = None
    turned: bool = False
    hold: Holding = Holding()
    note: Text = ""


class Person(Record):
    """Somebody with a seat of the host on the road (None: does not ride), and a surface to sleep on (None: does not sleep here).

    ``stature`` None: not known."""

    id: Ident
    name: Name
    seat: Annotated[str, Field(max_length=60)] | None = None
    mass: Annotated[Mass, Between(1, 500)]
    stature: Annotated[Length, Between(300, 2_500)] | None = None
    sleeps: Annotated[str, Field(max_length=80)] | None = None


class LoadOut(Record):
    """Everything carried."""

    things: tuple[Thing, ...] = Field(default=(), max_length=200)
    crew: tuple[Person, ...] = Field(default=(), max_length=12)

    @model_validator(mode="after")
    def _own_ids(self) -> LoadOut:
        ids = [thing.id for thing in self.things] + [rider.id for rider in self.crew]
        if len(set(ids)) != len(ids):
            raise FieldError("things", "two things have the same id; give each its own")
        return self
