"""What every survey of a host has: dimensions with their confidence, holes and slots, seats, weights."""

from __future__ import annotations

import itertools
from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass
from typing import Annotated, Any, Literal

from pydantic import Field, model_validator

from ..problem import FieldError
from ..quantity import Between, Length, Mass, Place, Rating
from ..record import Record

Confidence = Literal["typical", "measured", "checked"]
Name = Annotated[str, Field(min_length=1, max_length=60, pattern=r"^[^/]+$")]
Text = Annotated[str, Field(max_length=2000)]
AxleLoad = Annotated[Mass, Between(1, 60_000)]

DEFAULT_TOLERANCE: dict[Confidence, float] = {"typical": 25.0, "measured": 3.0, "checked": 1.5}
"""mm; common practice, no published source. A dimension's own tolerance replaces it."""


class Dimension(Record):
    """One measured length. ``value`` None: not measured yet."""

    value: Length | None = None
    state: Confidence = "typical"
    tolerance: Annotated[Length, Between(0, 500)] | None = None


@dataclass(frozen=True, slots=True)
class DimensionNote:
    """How a dimension is named and taken; ``lo`` and ``hi`` bound what can be meant, mm."""

    label: str
    how: str
    lo: float
    hi: float
    optional: bool = False


Condition = Literal["sound", "light rust", "rusted through", "soft", "old holes"]
"""Light rust leaves half of a rating (common practice, no published source); anything worse leaves what bears there unknown."""
Behind = Literal["rib", "stud", "sheet", "weld nut", "frame", "unknown"]
Inside = Literal["yes", "no", "unknown"]
"""Whether a door opens from inside."""
Hung = Literal["unknown", "top", "bottom", "left", "right", "both sides"]
"""Where a rear door hangs, looked at from behind: a hatch at its top, a gate or ramp at its bottom."""
SideHung = Literal["unknown", "slides", "front edge", "rear edge", "top"]


class Hole(Record):
    """An existing bolt or hole in the floor. The rating is the user's; none is ever assumed."""

    name: Name
    x: Place
    y: Place
    thread: Annotated[str, Field(max_length=20)]
    behind: Behind = "unknown"
    rating: Rating | None = None
    condition: Condition = "sound"
    holds_bed: bool = False


class Slot(Record):
    """A pocket in both sides that takes a cross member on edge: ``x`` its middle from the front, ``height`` of its bottom above the
    floor, ``opening`` along the vehicle. What one side bears is the user's figure; none is ever assumed."""

    name: Name
    x: Place
    height: Annotated[Length, Between(0, 2_500)]
    opening: Annotated[Length, Between(5, 400)]
    rating: Rating | None = None
    condition: Condition = "sound"


class FixingRow(Record):
    """Like fixing points one after another along an inner face: points, a track whose fittings stand anywhere from its first to its last
    place, ribs or studs that run up a wall, members across the roof, clamps along a side's top, seat mounts in the floor.

    ``start`` of the first from the front, on the front and the rear wall right of the centre line, ``pitch`` to the next; ``level`` above the floor on a wall, right
    of the centre line on floor and roof (ribs, studs and roof members: anywhere). ``height`` of a seat mount's face above the floor and how far it slopes, degrees. The
    rating of one is the user's; none is ever assumed."""

    name: Name
    kind: Literal["points", "track", "ribs", "studs", "roof members", "clamps", "seat mounts"] = "points"
    face: Literal["left wall", "right wall", "front wall", "rear wall", "roof", "floor"] = "left wall"
    start: Place
    pitch: Annotated[Length, Between(1, 6_000)]
    count: Annotated[int, Field(ge=1, le=60)] = 2
    level: Place
    thread: Annotated[str, Field(max_length=20)] = ""
    behind: Behind = "unknown"
    rating: Rating | None = None
    condition: Condition = "sound"
    height: Annotated[Length, Between(0, 600)] = Length.parse("0 mm")
    slope: Annotated[float, Field(ge=-45, le=45)] = 0.0

    @model_validator(mode="after")
    def _sensible(self) -> FixingRow:
        if self.kind in ("ribs", "studs", "clamps") and self.face in ("roof", "floor"):
            raise FieldError("face", f"{self.kind} are on a wall; for members across the roof choose roof members")
        if self.kind == "roof members" and self.face != "roof":
            raise FieldError("face", "members across the roof are on the roof; for those in a wall choose ribs")
        if self.kind == "seat mounts" and self.face != "floor":
            raise FieldError("face", "seat mounts are in the floor; for what is in a wall choose points")
        return self


class Seat(Record):
    """A seat place: ``ahead`` of the host's front, ``y`` right of the centre line."""

    name: Name
    ahead: Place
    y: Place


class Aboard(Record):
    """What was in the vehicle when its empty axle loads were taken."""

    crew: Annotated[Mass, Between(0, 3_000)] = Mass.parse("0 kg")
    crew_seat: Annotated[str, Field(max_length=60)] | None = None
    fuel: Literal["full", "half", "empty", "unknown"] = "unknown"
    note: Text = ""


class Tank(Record):
    """Fuel, when full; needed where the empty weights were taken with less."""

    full: Annotated[Mass, Between(0, 2_000)] | None = None
    ahead: Place | None = None


class Carried(Record):
    """What an axle or a coupling bears with the vehicle empty, and what it may bear."""

    empty: AxleLoad | None = None
    rating: AxleLoad | None = None


class CarriedOnTyres(Carried):
    """An axle, with what all its tyres may bear, as marked on them at their pressure."""

    tyres: AxleLoad | None = None


class Weighing(Record):
    """A ticket of the vehicle with builds in it: what each carrier bore, and what was aboard: people, fuel, the load, and which ``builds``, by id."""

    name: Name
    front: AxleLoad | None = None
    rear: AxleLoad | None = None
    coupling: AxleLoad | None = None
    axle: AxleLoad | None = None
    second: AxleLoad | None = None
    crew: Literal["everybody", "the driver alone", "nobody"] = "everybody"
    fuel: Literal["full", "half", "empty"] = "full"
    laden: bool = True
    builds: Annotated[tuple[Annotated[str, Field(max_length=24)], ...], Field(max_length=24)] = ()

    @property
    def on(self) -> dict[str, float]:
        """kg by carrier, of those that were weighed."""
        rows = {name: getattr(self, name) for name in CARRIED}
        return {name: load.kg for name, load in rows.items() if load is not None}

    @model_validator(mode="after")
    def _weighed(self) -> Weighing:
        if not self.on:
            raise FieldError("front", "give what at least one axle, or the coupling, bore")
        return self


CARRIED = ("front", "rear", "coupling", "axle", "second")
"""Carriers by their names in the document."""


class Weights(Record):
    """Empty loads and ratings by carrier: a vehicle's ``front`` and ``rear`` axle; a trailer's ``coupling``, its ``axle`` and the ``second`` of
    two. Ratings come from the plate or stay unknown. ``centre``: of the empty vehicle over the ground; ``floor`` of the load space, on a bare
    chassis the rails, over it."""

    front: CarriedOnTyres = CarriedOnTyres()
    rear: CarriedOnTyres = CarriedOnTyres()
    coupling: Carried = Carried()
    axle: CarriedOnTyres = CarriedOnTyres()
    second: CarriedOnTyres = CarriedOnTyres()
    source: Literal["typical", "ticket"] = "typical"
    aboard: Aboard = Aboard()
    tank: Tank = Tank()
    centre: Annotated[Length, Between(200, 2_500)] | None = None
    floor: Annotated[Length, Between(100, 2_000)] | None = None
    gross_rating: AxleLoad | None = None
    weighings: Annotated[tuple[Weighing, ...], Field(max_length=20)] = ()
    """The last one corrects what is computed."""


def corners_of(text: str) -> tuple[tuple[float, float], ...]:
    """Corners of an outline, mm, from "along, off; along, off; ..."; a length without a unit is in mm.

    Raises:
        ValueError: naming the corner that cannot be read.
    """
    found = []
    for n, pair in enumerate((one for one in text.replace("\n", ";").split(";") if one.strip()), 1):
        parts = pair.split(",")
        if len(parts) != 2:
            raise ValueError(f"corner {n}, “{pair.strip()}”, is not two lengths with a comma between them")
        try:
            along, off = (Length.parse(part, "mm") for part in parts)
        except ValueError as error:
            raise ValueError(f"corner {n}, “{pair.strip()}”: {error}") from None
        found.append((along.mm, off.mm))
    return tuple(found)


class Obstacle(Record):
    """Something that stands in the host and stays: ``x`` its near side from the front, ``y`` its middle right of the centre line, ``z`` its
    underside above the floor, or below it.

    A box, a cylinder that fills the box, or an ``outline`` drawn out: corners (``corners_of``) from the box's near left low corner, along the
    vehicle and across it where it ``runs`` up, along and up where it runs across, across and up where it runs along."""

    name: Name
    x: Place
    y: Place
    z: Annotated[Length, Between(-1_500, 4_000)] = Length.parse("0 mm")
    length: Annotated[Length, Between(1, 8_000)]
    width: Annotated[Length, Between(1, 4_000)]
    height: Annotated[Length, Between(1, 4_000)]
    shape: Literal["box", "cylinder", "outline"] = "box"
    runs: Literal["up", "along", "across"] = "up"
    outline: Annotated[str, Field(max_length=8_000)] = ""

    @model_validator(mode="after")
    def _drawn(self) -> Obstacle:
        try:
            corners = corners_of(self.outline)
        except ValueError as error:
            raise FieldError("outline", f"{self.name}: {error}; write such as 0, 0; 300, 0; 300, 90") from None
        if len(corners) > 200:
            raise FieldError("outline", f"{self.name}: {len(corners)} corners, at most 200 are taken; draw it with fewer")
        return self


class Lining(Record):
    """What is still to come on the bare faces; every build keeps out of it."""

    walls: Annotated[Length, Between(0, 300)] = Length.parse("0 mm")
    roof: Annotated[Length, Between(0, 300)] = Length.parse("0 mm")
    front: Annotated[Length, Between(0, 300)] = Length.parse("0 mm")
    rear: Annotated[Length, Between(0, 300)] = Length.parse("0 mm")


class Service(Record):
    """Where something enters or must be reached: ``free`` is kept clear all round it, and along its ``travel`` ``toward`` where it moves: a lever.
    ``reached``: the side from which a hand comes to it."""

    name: Name
    kind: Literal["plug", "gas", "water", "vent", "jack", "filler", "lever"] = "plug"
    x: Place
    y: Place
    z: Annotated[Length, Between(0, 4_000)] = Length.parse("0 mm")
    free: Annotated[Length, Between(0, 1_000)] = Length.parse("100 mm")
    travel: Annotated[Length, Between(0, 1_000)] = Length.parse("0 mm")
    toward: Literal["rear", "front", "left", "right", "up"] = "rear"
    reached: Literal["not said", "above", "front", "rear", "left", "right"] = "not said"


class Reading(Record):
    """A dimension taken a second time: from the other side, from the other end, on another day."""

    of: Annotated[str, Field(max_length=40)]
    value: Place


class RearRack(Record):
    """A rack or carrier on the hitch: ``off`` the closed gate; ``extension`` of the hitch; ``mass`` with what hangs on it; ``low`` and ``high``
    of it above the load floor, loaded, and ``wide``: what doors and hatch meet. Ratings are the user's."""

    off: Annotated[Length, Between(0, 3_000)] = Length.parse("150 mm")
    extension: Annotated[Length, Between(0, 2_000)] | None = None
    mass: Annotated[Mass, Between(0.1, 500)] = Mass.parse("40 kg")
    hitch_rating: Rating | None = None
    pin_to_ball: Annotated[Length, Between(20, 1_000)] | None = None
    low: Annotated[Length, Between(-1_500, 2_000)] | None = None
    high: Annotated[Length, Between(-1_500, 3_000)] | None = None
    wide: Annotated[Length, Between(50, 3_000)] | None = None


class Pane(Record):
    """A pane the driver looks through: ``start`` of its near edge, right of the centre line at the rear and from the front at a side;
    ``low`` above the load floor."""

    name: Name
    face: Literal["rear", "left wall", "right wall"] = "rear"
    start: Place
    length: Annotated[Length, Between(20, 6_000)]
    low: Place
    height: Annotated[Length, Between(20, 2_000)]
    state: Confidence = "typical"


class Eye(Record):
    """The driver's eye: ``ahead`` of the front, ``y`` right of the centre line, ``z`` above the load floor."""

    ahead: Place
    y: Place
    z: Place
    state: Confidence = "typical"


class Station(Record):
    """Clear width from wall to wall at a height; lean and curve of the walls come from two or more."""

    height: Annotated[Length, Between(0, 3_000)]
    width: Annotated[Length, Between(400, 3_000)]
    state: Confidence = "typical"


class WidthAlong(Record):
    """Clear width from wall to wall at a height, ``at`` so far behind the front: where walls draw together along the vehicle."""

    at: Annotated[Length, Between(0, 15_000)]
    height: Annotated[Length, Between(0, 3_000)]
    width: Annotated[Length, Between(50, 3_000)]
    state: Confidence = "typical"


class HostBase(Record):
    """What a survey of any kind of host has; each kind adds its own ``dims`` and closes ``kind``."""

    kind: str
    label: Name = "host"
    may_drill: bool = True
    holes: tuple[Hole, ...] = Field(default=(), max_length=60)
    slots: tuple[Slot, ...] = Field(default=(), max_length=24)
    rows: tuple[FixingRow, ...] = Field(default=(), max_length=24)
    obstacles: tuple[Obstacle, ...] = Field(default=(), max_length=40)
    services: tuple[Service, ...] = Field(default=(), max_length=24)
    lining: Lining = Lining()
    rack: RearRack | None = None
    panes: tuple[Pane, ...] = Field(default=(), max_length=8)
    eye: Eye | None = None
    no_trace: bool = False
    """It must come out without a trace: no new holes, whatever ``may_drill`` says."""
    again: tuple[Reading, ...] = Field(default=(), max_length=40)
    seats: tuple[Seat, ...] = Field(default=(), max_length=12)
    weights: Weights = Weights()


def check_survey_fields(survey: HostBase, dims: Any, notes: Mapping[str, DimensionNote]) -> None:
    """Every dimension within what can be meant, every name once.

    Raises:
        FieldError: naming the dimension or the list.
    """
    for name, note in notes.items():
        value = getattr(dims, name).value
        if value is not None and not note.lo <= value.mm <= note.hi:
            words = f"{note.label}: {value} cannot be right; expected between {note.lo:g} and {note.hi:g} mm"
            raise FieldError(f"dims/{name}/value", words)
    lists: dict[str, Iterable[Hole | Slot | FixingRow | Seat | Obstacle | Service | Pane]] = {
        "holes": survey.holes,
        "slots": survey.slots,
        "rows": survey.rows,
        "seats": survey.seats,
        "obstacles": survey.obstacles,
        "services": survey.services,
        "panes": survey.panes,
    }
    for n, reading in enumerate(survey.again):
        if reading.of not in notes:
            raise FieldError(f"again/{n}/of", f"there is no dimension “{reading.of}” to take again; choose one from the list")
    for field, rows in lists.items():
        names = [row.name for row in rows]
        if len(set(names)) != len(names):
            raise FieldError(field, f"two {field} have the same name; give each its own")


def check_stations(stations: Sequence[Station], along: Sequence[WidthAlong] = ()) -> None:
    """Widths of leaning walls go from the floor upwards, those of walls that draw together from the front rearward.

    Raises:
        FieldError: naming the one that does not.
    """
    for i, (low, high) in enumerate(itertools.pairwise(stations), 1):
        if high.height.mm <= low.height.mm:
            raise FieldError(f"stations/{i}/height", "widths are taken from the floor upwards: this height must be above the one before")
    for i, (ahead, behind) in enumerate(itertools.pairwise(along), 1):
        if behind.at.mm <= ahead.at.mm:
            raise FieldError(f"along/{i}/at", "widths along are taken from the front rearward: this one must lie behind the one before")
