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

    ``lip``: height of what stands round it; ``beside``: the thing that stops it; ``rating``: what a bracket, cord, magnet, spring catch, hook and loop or lip holds,
    ``eye_rating`` what each eye takes that a strap ends in.
    ``strap_marked``: whether the tag gives a working or a breaking load; ``strap_angle``: degrees from the deck, when measured. ``height``: how
    high on the thing what holds it acts; unsaid: straps over its top, all else at its foot. ``friction`` of what slides, a magnet's too."""

    by: Literal["weight", "friction", "straps", "bolted", "lip", "cord", "magnet", "spring", "hook_and_loop", "beside"] = "weight"
    friction: Annotated[float, Field(ge=0, le=2)] | None = None
    straps: Annotated[int, Field(ge=1, le=12)] = 2
    strap_rating: Rating | None = None
    strap_marked: Literal["working", "breaking"] = "working"
    strap_angle: Annotated[float, Field(ge=5, le=90)] | None = None
    over: bool = True
    rating: Rating | None = None
    eye_rating: Rating | None = None
    lip: Annotated[Length, Between(0, 2_000)] | None = None
    height: Annotated[Length, Between(0, 4_000)] | None = None
    beside: Annotated[str, Field(max_length=40)] = ""


Size = Annotated[Length, Between(1, 8_000)]


LIQUIDS = {"water": 0.9994, "propane": 0.5033, "petrol": 0.7309, "diesel": 0.8508}
"""kg a litre: 8.34, 4.2 (NFPA 58), 6.1 and 7.1 lb a US gallon."""


class Filled(Record):
    """A liquid in a thing: so many litres when full, ``fill`` per cent of it now."""

    liquid: Literal["water", "propane", "petrol", "diesel"] = "water"
    litres: Annotated[float, Field(gt=0, le=5_000)] = 20.0
    fill: Annotated[float, Field(ge=0, le=100)] = 100.0

    @property
    def kg(self) -> float:
        return LIQUIDS[self.liquid] * self.litres * self.fill / 100


OUTSIDE = "outside"
"""Where a thing is that is not in or on the vehicle."""


class Elsewhere(Record):
    """Where a thing is in a scene, if not where it is driven about: on a surface, on another thing, or outside the vehicle."""

    on: Annotated[str, Field(max_length=80)] = OUTSIDE
    at: Spot | None = None


class Thing(Record):
    """A box with a mass: ``length`` along the truck, ``width`` across, unless ``turned``.

    ``on``: a surface, or ``thing/ID``: on top of another. ``stacked``: so many of it on each other, all as one. ``upright``: it must not be
    tilted. ``mass`` of one, without what it is ``filled`` with. ``stage`` planned: looked at with it and without.
    ``parked``, ``night``: where it is then, if not where it is driven about."""

    id: Ident
    name: Name
    length: Size
    width: Size
    height: Size
    mass: Annotated[Mass, Between(0.001, 20_000)]
    on: Annotated[str, Field(max_length=80)]
    at: Spot | None = None
    turned: bool = False
    parked: Elsewhere | None = None
    night: Elsewhere | None = None
    hold: Holding = Holding()
    stacked: Annotated[int, Field(ge=1, le=40)] = 1
    upright: bool = False
    filled: Filled | None = None
    stage: Literal["fitted", "planned"] = "fitted"
    freezes: bool = False
    drains: bool = False
    breathes: bool = False
    note: Text = ""

    @property
    def kg(self) -> float:
        """All of it."""
        return self.stacked * (self.mass.kg + (self.filled.kg if self.filled is not None else 0.0))


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
