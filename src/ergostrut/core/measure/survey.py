"""What the user measured on the host: a pickup bed. Part of the job document."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Annotated, Literal

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


class PickupDimensions(Record):
    """Lengths of a pickup bed; ``DIMENSIONS`` says how each is taken."""

    floor_length: Dimension = Dimension()
    length_to_gate: Dimension = Dimension()
    width_between_wells: Dimension = Dimension()
    width_above_wells: Dimension = Dimension()
    width_at_rails: Dimension = Dimension()
    depth: Dimension = Dimension()
    well_start: Dimension = Dimension()
    well_length: Dimension = Dimension()
    well_height: Dimension = Dimension()
    gate_length: Dimension = Dimension()
    gate_thickness: Dimension = Dimension()
    gate_rise: Dimension = Dimension()
    floor_thickness: Dimension = Dimension()
    cover_height: Dimension = Dimension()
    wheelbase: Dimension = Dimension()
    axle_from_front: Dimension = Dimension()
    track: Dimension = Dimension()


@dataclass(frozen=True, slots=True)
class DimensionNote:
    """How a dimension is named and taken; ``lo`` and ``hi`` bound what can be meant, mm."""

    label: str
    how: str
    lo: float
    hi: float
    optional: bool = False


DIMENSIONS: dict[str, DimensionNote] = {
    "floor_length": DimensionNote("Floor length", "On the floor along the centre line, front panel to the end of the floor.", 600, 4000),
    "length_to_gate": DimensionNote(
        "Front to outside of closed gate", "Front panel to the outside face of the closed tailgate.", 600, 4200
    ),
    "width_between_wells": DimensionNote("Between wheel wells", "At floor height, narrowest place.", 500, 2500),
    "width_above_wells": DimensionNote("Above wheel wells", "Side panel to side panel, just above the wells.", 600, 2600),
    "width_at_rails": DimensionNote("Between bed rails", "At the top of the sides, narrowest place.", 600, 2600),
    "depth": DimensionNote("Depth to rail", "Floor to the top of the bed rail, straight up.", 150, 1200),
    "well_start": DimensionNote("Front to wheel well", "Front panel to the front end of the well, on the floor.", 0, 3000),
    "well_length": DimensionNote("Wheel well length", "Along the floor.", 300, 2000),
    "well_height": DimensionNote("Wheel well height", "Floor to the top of the well; a guess here costs a platform.", 50, 700),
    "gate_length": DimensionNote("Lowered gate length", "End of the floor to the free edge of the lowered gate.", 200, 1200),
    "gate_thickness": DimensionNote("Gate thickness", "Inside face to outside face.", 10, 200),
    "gate_rise": DimensionNote(
        "Lowered gate above floor", "Highest point of the lowered gate above the bed floor; minus when it hangs below.", -300, 100
    ),
    "floor_thickness": DimensionNote("Floor sheet thickness", "At an existing hole, with a caliper; bolts pull on this.", 0.4, 60),
    "cover_height": DimensionNote("Floor to cover", "Floor to the underside of a cover or topper; leave empty when open.", 150, 2500, True),
    "wheelbase": DimensionNote("Wheelbase", "Front hub to rear hub along the side.", 1500, 6500),
    "axle_from_front": DimensionNote("Bed front to rear axle", "Front panel of the bed to the rear hub, level along the side.", -500, 3500),
    "track": DimensionNote("Track", "Middle of one rear tyre to the middle of the other.", 900, 2600),
}


class Hole(Record):
    """An existing bolt or hole in the floor. The rating is the user's; none is ever assumed."""

    name: Name
    x: Place
    y: Place
    thread: Annotated[str, Field(max_length=20)]
    behind: Literal["rib", "sheet", "weld nut", "unknown"] = "unknown"
    rating: Rating | None = None
    holds_bed: bool = False


class Seat(Record):
    """A seat place: ``ahead`` of the bed front, ``y`` right of the centre line."""

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


class PickupBed(Record):
    """Survey of a pickup bed."""

    kind: Literal["pickup_bed"] = "pickup_bed"
    label: Name = "pickup"
    may_drill: bool = True
    dims: PickupDimensions = PickupDimensions()
    holes: tuple[Hole, ...] = Field(default=(), max_length=60)
    seats: tuple[Seat, ...] = Field(default=(), max_length=12)
    weights: Weights = Weights()

    @model_validator(mode="after")
    def _sensible(self) -> PickupBed:
        for name, note in DIMENSIONS.items():
            value = getattr(self.dims, name).value
            if value is not None and not note.lo <= value.mm <= note.hi:
                words = f"{note.label}: {value} cannot be right; expected between {note.lo:g} and {note.hi:g} mm"
                raise FieldError(f"dims/{name}/value", words)
        for field, names in (("holes", [hole.name for hole in self.holes]), ("seats", [seat.name for seat in self.seats])):
            if len(set(names)) != len(names):
                raise FieldError(field, f"two {field} have the same name; give each its own")
        return self
