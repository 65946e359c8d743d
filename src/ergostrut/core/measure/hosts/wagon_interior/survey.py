"""What the user measured in the load space of a wagon. Part of the job document."""

from __future__ import annotations

from typing import Literal

from pydantic import Field, model_validator

from ....document.survey import (
    Dimension,
    DimensionNote,
    HostBase,
    Hung,
    Inside,
    Name,
    Station,
    WidthAlong,
    check_stations,
    check_survey_fields,
)
from ....record import Record


class WagonDimensions(Record):
    """Lengths of a wagon's load space; ``DIMENSIONS`` says how each is taken."""

    floor_length: Dimension = Dimension()
    length_to_gate: Dimension = Dimension()
    width_between_wells: Dimension = Dimension()
    width_above_wells: Dimension = Dimension()
    well_start: Dimension = Dimension()
    well_length: Dimension = Dimension()
    well_height: Dimension = Dimension()
    cover_height: Dimension = Dimension()
    seat_reach: Dimension = Dimension()
    seat_height: Dimension = Dimension()
    seat_back: Dimension = Dimension()
    front_travel: Dimension = Dimension()
    rear_door_width: Dimension = Dimension()
    rear_door_height: Dimension = Dimension()
    door_sill: Dimension = Dimension()
    side_door_start: Dimension = Dimension()
    side_door_width: Dimension = Dimension()
    side_door_height: Dimension = Dimension()
    front_width: Dimension = Dimension()
    front_height: Dimension = Dimension()
    floor_thickness: Dimension = Dimension()
    wheelbase: Dimension = Dimension()
    axle_from_front: Dimension = Dimension()
    track: Dimension = Dimension()


DIMENSIONS: dict[str, DimensionNote] = {
    "floor_length": DimensionNote(
        "Front seat backs to the sill", "On the floor along the centre line, front seats where you drive.", 600, 3500
    ),
    "length_to_gate": DimensionNote(
        "Front seat backs to the closed hatch", "At floor height, to the inner face of the closed hatch.", 600, 3600
    ),
    "width_between_wells": DimensionNote("Between wheel boxes", "At floor height, narrowest place.", 500, 2000),
    "width_above_wells": DimensionNote("Above wheel boxes", "Trim to trim, just above the wheel boxes.", 600, 2200),
    "well_start": DimensionNote("Front to wheel box", "Front seat backs to the front end of the wheel box, on the floor.", 0, 3000),
    "well_length": DimensionNote("Wheel box length", "Along the floor.", 200, 1600),
    "well_height": DimensionNote("Wheel box height", "Floor to the top of the box.", 50, 700),
    "cover_height": DimensionNote("Floor to roof lining", "Lowest place: lamp, handle or blind box.", 500, 1700),
    "seat_reach": DimensionNote(
        "Second row reaches back to", "Front seat backs to the rear face of the second row as it stands now, up or folded.", 100, 2500, True
    ),
    "seat_height": DimensionNote("Second row's top", "Floor to its top as it stands now, up or folded.", 30, 1400, True),
    "seat_back": DimensionNote(
        "Second row's back, folded", "From its hinge at the rear forward to the top of the folded back.", 200, 1200, True
    ),
    "front_travel": DimensionNote(
        "Front seats come back by", "How far they reach behind where you drive, slid right back and reclined.", 0, 900, True
    ),
    "rear_door_width": DimensionNote("Hatch opening, width", "Narrowest place between its sides.", 400, 2000),
    "rear_door_height": DimensionNote("Hatch opening, height", "Floor to the top of the opening, hatch up.", 300, 1700),
    "door_sill": DimensionNote("Sill above the floor", "How far the hatch's sill stands above the load floor.", 0, 400, True),
    "side_door_start": DimensionNote(
        "Front to rear side door", "Front seat backs to the front post of the rear side door.", -800, 2000, True
    ),
    "side_door_width": DimensionNote("Rear side door, width", "Between its posts at floor height, door open.", 200, 1600, True),
    "side_door_height": DimensionNote("Rear side door, height", "Floor to the top of the opening.", 300, 1700, True),
    "front_width": DimensionNote("Way past the front seats, width", "Between door post and door post, over the seats.", 200, 2000, True),
    "front_height": DimensionNote("Way past the front seats, height", "Top of the seat backs to the roof, headrests off.", 50, 1500, True),
    "floor_thickness": DimensionNote(
        "Floor sheet", "Thickness of the metal under the carpet; the soft bound of a fixing hangs on it.", 0.4, 60
    ),
    "wheelbase": DimensionNote("Wheelbase", "Front hub to rear hub along the side.", 1500, 4500),
    "axle_from_front": DimensionNote("Front seat backs to rear axle", "To the rear hub, level along the side.", -500, 3500),
    "track": DimensionNote("Track", "Middle of one rear tyre to the middle of the other.", 900, 2600),
}


class WagonInterior(HostBase):
    """Survey of a wagon's load space behind its front seats."""

    kind: Literal["wagon_interior"] = "wagon_interior"
    label: Name = "wagon"
    dims: WagonDimensions = WagonDimensions()
    stations: tuple[Station, ...] = Field(default=(), max_length=12)
    along: tuple[WidthAlong, ...] = Field(default=(), max_length=12)
    second_row: Literal["up", "folded", "removed"] = "folded"
    hatch_hung: Hung = "unknown"
    hatch_inside: Inside = "unknown"
    side_doors: Literal["none", "left", "right", "both"] = "both"
    side_inside: Inside = "unknown"
    plugs_left: Literal["unknown", "none", "tied off and covered", "loose"] = "unknown"
    """What a removed seat left: belt sensor, airbag plug."""

    @model_validator(mode="after")
    def _sensible(self) -> WagonInterior:
        check_survey_fields(self, self.dims, DIMENSIONS)
        check_stations(self.stations, self.along)
        return self
