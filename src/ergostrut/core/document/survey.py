"""What every survey of a host has: dimensions with their confidence, holes and slots, seats, weights."""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from dataclasses import dataclass
from typing import Annotated, Any, Literal

from pydantic import Field, model_validator

from ..problem import FieldError
from ..quantity import Between, Length, Mass, Place, Rating
from ..record import Record

Confidence = Literal["typical", "measured", "checked"]
Name = Annotated[str, Field(min_length=1, max_length=60, pattern=r"^[^/]+$")]
Text = Annotated[str, Field(max_length=2000)]
AxleLoad = Annotated[Mass, Between(20, 60_000)]

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


class Hole(Record):
    """An existing bolt or hole in the floor. The rating is the user's; none is ever assumed."""

    name: Name
    x: Place
    y: Place
    thread: Annotated[str, Field(max_length=20)]
    behind: Literal["rib", "sheet", "weld nut", "unknown"] = "unknown"
    rating: Rating | None = None
    holds_bed: bool = False


class Slot(Record):
    """A pocket in both sides that takes a cross member on edge: ``x`` its middle from the front, ``height`` of its bottom above the
    floor, ``opening`` along the vehicle. What one side bears is the user's figure; none is ever assumed."""

    name: Name
    x: Place
    height: Annotated[Length, Between(0, 2_500)]
    opening: Annotated[Length, Between(5, 400)]
    rating: Rating | None = None


class FixingRow(Record):
    """Like fixing points one after another along an inner face: points, a track whose fittings stand anywhere from its first to its last
    place, ribs that run up a wall, members across the roof.

    ``start`` of the first from the front, ``pitch`` to the next; ``level`` above the floor on a wall, right of the centre line on floor
    and roof (ribs and roof members: anywhere). The rating of one is the user's; none is ever assumed."""

    name: Name
    kind: Literal["points", "track", "ribs", "roof members"] = "points"
    face: Literal["left wall", "right wall", "roof", "floor"] = "left wall"
    start: Place
    pitch: Annotated[Length, Between(1, 6_000)]
    count: Annotated[int, Field(ge=1, le=60)] = 2
    level: Place
    thread: Annotated[str, Field(max_length=20)] = ""
    behind: Literal["rib", "sheet", "weld nut", "unknown"] = "unknown"
    rating: Rating | None = None

    @model_validator(mode="after")
    def _sensible(self) -> FixingRow:
        if self.kind == "ribs" and self.face in ("roof", "floor"):
            raise FieldError("face", "ribs run up a wall; for members across the roof choose roof members")
        if self.kind == "roof members" and self.face != "roof":
            raise FieldError("face", "members across the roof are on the roof; for those in a wall choose ribs")
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


class Weights(Record):
    """Empty axle loads and ratings. Ratings come from the plate or stay unknown."""

    front_empty: AxleLoad | None = None
    rear_empty: AxleLoad | None = None
    source: Literal["typical", "ticket"] = "typical"
    aboard: Aboard = Aboard()
    tank: Tank = Tank()
    front_rating: AxleLoad | None = None
    rear_rating: AxleLoad | None = None
    gross_rating: AxleLoad | None = None


class Obstacle(Record):
    """Something that stands in the host and stays: ``x`` its near side from the front, ``y`` its middle right of the centre line, ``z`` its
    underside above the floor."""

    name: Name
    x: Place
    y: Place
    z: Annotated[Length, Between(0, 4_000)] = Length.parse("0 mm")
    length: Annotated[Length, Between(1, 8_000)]
    width: Annotated[Length, Between(1, 4_000)]
    height: Annotated[Length, Between(1, 4_000)]


class Reading(Record):
    """A dimension taken a second time: from the other side, from the other end, on another day."""

    of: Annotated[str, Field(max_length=40)]
    value: Place


class HostBase(Record):
    """What a survey of any kind of host has; each kind adds its own ``dims`` and closes ``kind``."""

    kind: str
    label: Name = "host"
    may_drill: bool = True
    holes: tuple[Hole, ...] = Field(default=(), max_length=60)
    slots: tuple[Slot, ...] = Field(default=(), max_length=24)
    rows: tuple[FixingRow, ...] = Field(default=(), max_length=24)
    obstacles: tuple[Obstacle, ...] = Field(default=(), max_length=40)
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
    lists: dict[str, Iterable[Hole | Slot | FixingRow | Seat | Obstacle]] = {
        "holes": survey.holes,
        "slots": survey.slots,
        "rows": survey.rows,
        "seats": survey.seats,
        "obstacles": survey.obstacles,
    }
    for n, reading in enumerate(survey.again):
        if reading.of not in notes:
            raise FieldError(f"again/{n}/of", f"there is no dimension “{reading.of}” to take again; choose one from the list")
    for field, rows in lists.items():
        names = [row.name for row in rows]
        if len(set(names)) != len(names):
            raise FieldError(field, f"two {field} have the same name; give each its own")
