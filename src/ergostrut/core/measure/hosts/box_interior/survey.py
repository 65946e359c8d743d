"""What the user measured in the inside of a box. Part of the job document."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field, model_validator

from ....document.survey import (
    Dimension,
    DimensionNote,
    HostBase,
    Hung,
    Inside,
    Name,
    SideHung,
    Station,
    WidthAlong,
    check_stations,
    check_survey_fields,
)
from ....document.tow import TowVehicle
from ....quantity import Between, Length
from ....record import Record

TRAILER = "enclosed trailer"


class BoxDimensions(Record):
    """Lengths inside a box; ``DIMENSIONS`` says how each is taken."""

    floor_length: Dimension = Dimension()
    length_to_gate: Dimension = Dimension()
    width_between_wells: Dimension = Dimension()
    width_above_wells: Dimension = Dimension()
    well_start: Dimension = Dimension()
    well_length: Dimension = Dimension()
    well_height: Dimension = Dimension()
    cover_height: Dimension = Dimension()
    rear_door_width: Dimension = Dimension()
    rear_door_height: Dimension = Dimension()
    door_sill: Dimension = Dimension()
    side_door_start: Dimension = Dimension()
    side_door_width: Dimension = Dimension()
    side_door_height: Dimension = Dimension()
    floor_thickness: Dimension = Dimension()
    wheelbase: Dimension = Dimension()
    axle_from_front: Dimension = Dimension()
    track: Dimension = Dimension()
    axle_spread: Dimension = Dimension()


DIMENSIONS: dict[str, DimensionNote] = {
    "floor_length": DimensionNote("Floor length", "On the floor along the centre line, front wall to the rear sill.", 80, 12_000),
    "length_to_gate": DimensionNote(
        "Front wall to the closed rear", "Front wall to the inner face of the closed rear door or wall.", 80, 12_000
    ),
    "width_between_wells": DimensionNote("Between wheel boxes", "At floor height, narrowest place; none: leave empty.", 400, 2600, True),
    "width_above_wells": DimensionNote("Wall to wall", "Just above the floor or the wheel boxes, between studs or lining.", 80, 2600),
    "well_start": DimensionNote("Front to wheel box", "Front wall to the front end of the wheel box, on the floor.", 0, 11_000, True),
    "well_length": DimensionNote("Wheel box length", "Along the floor.", 200, 3000, True),
    "well_height": DimensionNote("Wheel box height", "Floor to the top of the box.", 50, 900, True),
    "cover_height": DimensionNote("Floor to roof", "Floor to the underside of the lowest roof bow.", 80, 2700),
    "rear_door_width": DimensionNote("Rear opening, width", "Between the posts, narrowest place.", 80, 2500),
    "rear_door_height": DimensionNote("Rear opening, height", "Floor to the top of the opening.", 80, 2600),
    "door_sill": DimensionNote("Rear sill above the floor", "How far the sill stands above the floor.", 0, 1200, True),
    "side_door_start": DimensionNote("Front to side door", "Front wall to the front post of the side door.", 0, 11_000, True),
    "side_door_width": DimensionNote("Side door, width", "Between the posts, narrowest place.", 80, 4000, True),
    "side_door_height": DimensionNote("Side door, height", "Floor to the top of the opening.", 80, 2600, True),
    "floor_thickness": DimensionNote("Floor", "Thickness of the floor that a bolt goes through.", 0.4, 120),
    "wheelbase": DimensionNote(
        "Coupling to axle, or wheelbase",
        "A trailer: coupling's centre to the hub of its first axle. A vehicle: front hub to rear hub.",
        1000,
        9000,
        True,
    ),
    "axle_from_front": DimensionNote(
        "Front wall to axle",
        "Front wall inside to the hub of a trailer's first axle, or a vehicle's rear one, level along the side.",
        -2000,
        11_000,
        True,
    ),
    "axle_spread": DimensionNote("Axle to axle", "A trailer on two axles: hub to hub.", 500, 2500, True),
    "track": DimensionNote("Track", "Middle of one tyre to the middle of the other on that axle.", 700, 2600, True),
}


class BoxInterior(HostBase):
    """Survey of the inside of a box."""

    kind: Literal["box_interior"] = "box_interior"
    label: Name = "box"
    dims: BoxDimensions = BoxDimensions()
    made: Literal["enclosed trailer", "camper shell", "topper", "own body"] = "enclosed trailer"
    axles: Literal["one", "two on an equaliser", "two on springs of their own"] = "one"
    """Of a trailer."""
    tow: TowVehicle | None = None
    stations: tuple[Station, ...] = Field(default=(), max_length=12)
    along: tuple[WidthAlong, ...] = Field(default=(), max_length=12)
    rear: Literal["door", "closed"] = "door"
    side_door: Literal["none", "left", "right", "both"] = "none"
    rear_hung: Hung = "unknown"
    side_hung: SideHung = "unknown"
    rear_inside: Inside = "unknown"
    side_inside: Inside = "unknown"
    wall: Literal["studs", "sandwich", "sheet", "unknown"] = "unknown"
    """What its walls are: studs are rows of fixing points; what a sandwich or a sheet bears is unknown until rated there."""
    wall_thickness: Annotated[Length, Between(0.5, 300)] | None = None

    @model_validator(mode="after")
    def _sensible(self) -> BoxInterior:
        check_survey_fields(self, self.dims, DIMENSIONS)
        check_stations(self.stations, self.along)
        return self
