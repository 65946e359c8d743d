"""What the user measured of a bare chassis. Heights from the top of the frame rails, lengths from the back of the cab. Part of the job document."""

from __future__ import annotations

from typing import Literal

from pydantic import Field, model_validator

from ....document.survey import Dimension, DimensionNote, HostBase, Name, check_survey_fields
from ....record import Record
from ...mounts import BodyMount, check_mounts


class ChassisDimensions(Record):
    """Lengths of a chassis; ``DIMENSIONS`` says how each is taken."""

    rail_end: Dimension = Dimension()
    rail_width: Dimension = Dimension()
    rail_depth: Dimension = Dimension()
    rail_flange: Dimension = Dimension()
    rail_ground: Dimension = Dimension()
    frame_twist: Dimension = Dimension()
    cab_height: Dimension = Dimension()
    cab_width: Dimension = Dimension()
    light_height: Dimension = Dimension()
    tyre_diameter: Dimension = Dimension()
    tyre_width: Dimension = Dimension()
    tyre_top: Dimension = Dimension()
    wheelbase: Dimension = Dimension()
    axle_from_front: Dimension = Dimension()
    track: Dimension = Dimension()


DIMENSIONS: dict[str, DimensionNote] = {
    "rail_end": DimensionNote("Cab to the rails' end", "Back of the cab to the rear end of the frame rails.", 800, 8000),
    "rail_width": DimensionNote("Over the rails", "Outside of one frame rail to the outside of the other.", 500, 1400),
    "rail_depth": DimensionNote("Depth of a rail", "Top to underside of a frame rail where the mounts are.", 50, 400),
    "rail_flange": DimensionNote("Flange of a rail", "Width of a rail's top.", 25, 200),
    "rail_ground": DimensionNote("Rail top above ground", "Empty, on level ground, over the rear axle.", 300, 1800),
    "frame_twist": DimensionNote(
        "Frame twists by",
        "One rail against the other over the wheelbase, one rear wheel lifted as far as it goes on the worst track driven.",
        0,
        200,
    ),
    "cab_height": DimensionNote("Rail top to the cab's roof", "At the back edge of the roof.", 400, 2800),
    "cab_width": DimensionNote("Width of the cab", "Over the cab's back, without mirrors.", 1200, 2600),
    "light_height": DimensionNote("Third brake light", "Rail top to the lower edge of its lens.", 200, 2800, True),
    "tyre_diameter": DimensionNote("Diameter of a tyre", "As fitted.", 400, 1400),
    "tyre_width": DimensionNote("Width of a tyre", "Over the walls, the outer of two included.", 120, 800),
    "tyre_top": DimensionNote("Tyre's top at full travel", "Above the rail's top with the bump stop touching (− below).", -600, 600),
    "wheelbase": DimensionNote("Wheelbase", "Front hub to rear hub along the side.", 1500, 7000),
    "axle_from_front": DimensionNote("Cab to rear axle", "Back of the cab to the rear hub, level along the side.", 200, 5500),
    "track": DimensionNote("Track", "Middle of one rear tyre, or pair, to the middle of the other.", 900, 2600),
}


class TruckChassis(HostBase):
    """Survey of a chassis behind the cab."""

    kind: Literal["truck_chassis"] = "truck_chassis"
    label: Name = "chassis"
    dims: ChassisDimensions = ChassisDimensions()
    mounts: tuple[BodyMount, ...] = Field(default=(), max_length=24)

    @model_validator(mode="after")
    def _sensible(self) -> TruckChassis:
        check_survey_fields(self, self.dims, DIMENSIONS)
        check_mounts(self.mounts, self, "a chassis")
        return self
