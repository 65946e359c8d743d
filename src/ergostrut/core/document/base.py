"""The design's bases: everything every job has, before the kinds of host and the families of builds close it."""

from __future__ import annotations

from collections.abc import Iterable
from typing import Annotated, Literal, get_args

from pydantic import Field, model_validator

from ..catalog.own import OwnStock
from ..loads import Loads
from ..problem import FieldError
from ..quantity import BuildMass
from ..record import Record
from ..units import Units
from .coat import Coat
from .load import LoadOut
from .plan import Plan
from .shop import Shop
from .survey import HostBase, Name, Text

BuildId = Annotated[str, Field(pattern=r"^[a-z][a-z0-9-]{0,23}$")]
MOST_BUILDS = 16
Turn = Literal["none", "left", "half", "right"]
TURNS: tuple[Turn, ...] = get_args(Turn)
"""By quarters, the way the clock does not go."""


class Goals(Record):
    """Limits the user sets himself."""

    build_mass: BuildMass | None = None
    whole: BuildMass | None = None
    """Of the vehicle or trailer: a band that it is registered in."""
    whole_counts: Literal["not known", "empty", "equipped", "laden"] = "not known"
    """What that counts: as built; with what is bolted down and its tanks; all that is aboard."""
    price: Annotated[float, Field(gt=0, le=10_000_000)] | None = None
    seconds: Annotated[float, Field(gt=0, le=86_400)] | None = None
    """To convert it once round: driving, parked, night."""


class BuildBase(Record):
    """What every build has; each family adds its own parameters and closes ``family``."""

    family: str
    id: BuildId
    label: Name
    on: Annotated[str, Field(max_length=24)] = ""
    """The build that it stands on, by id: its lengths then are from that one's deck; empty: the host."""
    turn: Turn = "none"
    """How it stands turned from how its lengths are given, seen from above: its own front end then lies at the left wall (left), at the rear
    (half) or at the right wall (right)."""
    coat: Coat | None = None
    """Fabric in resin over its panels."""
    stage: Literal["fitted", "planned"] = "fitted"
    """Planned: looked at with it and without."""
    carried_in: Literal["in parts", "whole"] = "in parts"
    """Put together in its place, or brought in as it is made, each body that moves by itself as one."""


class DesignBase(Record):
    """Everything undo and restore act on. ``host`` and ``builds`` are closed over their kinds and families where the job is read."""

    name: Name
    note: Text = ""
    units: Units = Units()
    host: HostBase
    carry: LoadOut = LoadOut()
    builds: tuple[BuildBase, ...] = Field(default=(), max_length=MOST_BUILDS)
    loads: Loads = Loads()
    goals: Goals = Goals()
    shop: Shop = Shop()
    own: OwnStock = OwnStock()
    plan: Plan = Plan()

    @model_validator(mode="after")
    def _own_ids(self) -> DesignBase:
        ids: set[str] = set()
        for i, build in enumerate(self.builds):
            if build.id in ids:
                raise FieldError(f"builds/{i}/id", f"two builds have the id “{build.id}”; give each its own")
            ids.add(build.id)
        return self

    @model_validator(mode="after")
    def _stand_on_something(self) -> DesignBase:
        on = {build.id: build.on for build in self.builds}
        for i, build in enumerate(self.builds):
            if build.on and build.on not in on:
                raise FieldError(
                    f"builds/{i}/on", f"there is no build “{build.on}” to stand on; choose one from the list, or the vehicle itself"
                )
            under, seen = build.on, {build.id}
            while under:
                if under in seen:
                    raise FieldError(f"builds/{i}/on", f"{build.label} would stand on itself; stand it on the vehicle, or on another build")
                seen.add(under)
                under = on[under]
        return self

    @model_validator(mode="after")
    def _riders_sit(self) -> DesignBase:
        seats = {seat.name for seat in self.host.seats}
        taken: set[str] = set()
        for i, rider in enumerate(self.carry.crew):
            if rider.seat is None:
                continue
            if rider.seat not in seats:
                raise FieldError(f"carry/crew/{i}/seat", f"{rider.name} sits on “{rider.seat}”, but the host has no such seat")
            if rider.seat in taken:
                raise FieldError(f"carry/crew/{i}/seat", f"two people sit on “{rider.seat}”; give {rider.name} another seat")
            taken.add(rider.seat)
        return self


def free_id(taken: Iterable[str], stem: str) -> str:
    """The first of ``stem1``, ``stem2`` and so on that is not taken."""
    used = set(taken)
    return next(f"{stem}{n}" for n in range(1, len(used) + 2) if f"{stem}{n}" not in used)
