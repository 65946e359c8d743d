"""What the user measured in a van's load space. Part of the job document."""

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
    SideHung,
    Station,
    WidthAlong,
    check_stations,
    check_survey_fields,
)
from ....record import Record


class VanDimensions(Record):
    """Lengths of a load space; ``DIMENSIONS`` says how each is taken."""

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
    side_door_start: Dimension = Dimension()
    side_door_width: Dimension = Dimension()
    side_door_height: Dimension = Dimension()
    bulkhead_width: Dimension = Dimension()
    bulkhead_height: Dimension = Dimension()
    floor_thickness: Dimension = Dimension()
    wheelbase: Dimension = Dimension()
    axle_from_front: Dimension = Dimension()
    track: Dimension = Dimension()


DIMENSIONS: dict[str, DimensionNote] = {
    "floor_length": DimensionNote(
        "Floor length", "On the floor along the centre line, bulkhead or seat backs to the door sill.", 600, 6000
    ),
    "length_to_gate": DimensionNote("Front to the closed rear doors", "Bulkhead to the inner face of the closed rear doors.", 600, 6000),
    "width_between_wells": DimensionNote("Between wheel boxes", "At floor height, narrowest place.", 500, 2500),
    "width_above_wells": DimensionNote("Above wheel boxes", "Wall to wall, just above the wheel boxes.", 600, 2600),
    "well_start": DimensionNote("Front to wheel box", "Bulkhead to the front end of the wheel box, on the floor.", 0, 5000),
    "well_length": DimensionNote("Wheel box length", "Along the floor.", 300, 2000),
    "well_height": DimensionNote("Wheel box height", "Floor to the top of the box.", 50, 700),
    "cover_height": DimensionNote("Floor to roof", "Floor to the underside of the roof members, lowest place.", 600, 2600),
    "rear_door_width": DimensionNote("Rear opening, width", "Between the posts, narrowest place.", 400, 2400),
    "rear_door_height": DimensionNote("Rear opening, height", "Sill to the top of the opening.", 400, 2400),
    "side_door_start": DimensionNote("Front to side door", "Bulkhead to the front post of the side opening.", -500, 4000, True),
    "side_door_width": DimensionNote("Side opening, width", "Between the posts, door slid right back.", 300, 2200, True),
    "side_door_height": DimensionNote("Side opening, height", "Step to the top of the opening.", 400, 2400, True),
    "bulkhead_width": DimensionNote("Way through the bulkhead, width", "Between its posts, or the seats.", 200, 2000, True),
    "bulkhead_height": DimensionNote("Way through the bulkhead, height", "Floor to the top of it.", 300, 2400, True),
    "floor_thickness": DimensionNote(
        "Floor sheet", "Thickness of the metal under the liner; the soft bound of a fixing hangs on it.", 0.4, 60
    ),
    "wheelbase": DimensionNote("Wheelbase", "Front hub to rear hub along the side.", 1500, 6500),
    "axle_from_front": DimensionNote("Load space front to rear axle", "Bulkhead to the rear hub, level along the side.", -500, 5500),
    "track": DimensionNote("Track", "Middle of one rear tyre to the middle of the other.", 900, 2600),
}


class VanInterior(HostBase):
    """Survey of a van's load space: floor, walls by stations, wheel boxes, roof, doors, bulkhead."""

    kind: Literal["van_interior"] = "van_interior"
    label: Name = "van"
    dims: VanDimensions = VanDimensions()
    stations: tuple[Station, ...] = Field(default=(), max_length=12)
    along: tuple[WidthAlong, ...] = Field(default=(), max_length=12)
    bulkhead: Literal["none", "solid", "with a door"] = "solid"
    side_door: Literal["none", "left", "right", "both"] = "right"
    rear_hung: Hung = "unknown"
    side_hung: SideHung = "unknown"
    rear_inside: Inside = "unknown"
    side_inside: Inside = "unknown"

    @model_validator(mode="after")
    def _sensible(self) -> VanInterior:
        check_survey_fields(self, self.dims, DIMENSIONS)
        check_stations(self.stations, self.along)
        return self
