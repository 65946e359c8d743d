"""What a job says of its loads: road, cases and limits of its own, crash restraint."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from .record import Record

CaseName = Literal["Bump", "Rebound", "Brake", "Start", "Corner right", "Corner left", "Slope", "Foot"]


ROOF = 120.0
"""Span over what a roof may give (IBC 1604.3, from memory)."""


class Vector(Record):
    """A case: acceleration of the load in g, gravity included."""

    x: Annotated[float, Field(ge=-20, le=20)]
    y: Annotated[float, Field(ge=-20, le=20)]
    z: Annotated[float, Field(ge=-20, le=20)]


class Limits(Record):
    """Deflection limits as a part of the span (L / this), and what replaces one in mm."""

    rail: Annotated[float, Field(ge=60, le=2000)] = 360.0
    deck: Annotated[float, Field(ge=60, le=2000)] = 240.0
    sleeping: Annotated[float, Field(ge=60, le=2000)] = 180.0
    droop_mm: Annotated[float, Field(gt=0, le=500)] | None = None

    def of(self, use: str) -> float:
        """Span over deflection for what a part is for."""
        return {"deck": self.deck, "sleeping": self.sleeping, "roof": ROOF}.get(use, self.rail)


class Crash(Record):
    """Restraint in a crash, in g. Off behind a cab wall until wanted; on for vans, wagons and anything behind or under people."""

    on: bool = False
    forward: Annotated[float, Field(ge=1, le=40)] = 10.0
    other: Annotated[float, Field(ge=1, le=40)] = 5.0


class Winter(Record):
    """A winter to sleep in, asked for when ``on``: °C outside and inside, % of saturation inside, and how often an hour its air is changed."""

    on: bool = False
    outside: Annotated[float, Field(ge=-60, le=30)] = -5.0
    inside: Annotated[float, Field(ge=0, le=40)] = 18.0
    humidity: Annotated[float, Field(ge=5, le=100)] = 70.0
    changes: Annotated[float, Field(ge=0, le=20)] = 1.0


class Loads(Record):
    """Road class, and what replaces the usual case vectors and limits. ``off``: cases left out; ``wet``: lumber stays wet. ``foot``
    N: of nobody who steps on it is less than 300. ``snow`` kPa lying on a roof, as the place has it."""

    road: Literal["paved", "gravel", "trail"] = "gravel"
    cases: dict[CaseName, Vector] = {}
    rolling: Annotated[float, Field(gt=0, le=1)] = 0.03
    effort_limit: Annotated[float, Field(gt=0, le=2000)] = 220.0
    foot: Annotated[float, Field(ge=300, le=10000)] = 1330.0
    off: Annotated[tuple[CaseName, ...], Field(max_length=20)] = ()
    wet: bool = False
    snow: Annotated[float, Field(ge=0, le=10)] = 1.0
    limits: Limits = Limits()
    crash: Crash = Crash()
    winter: Winter = Winter()
