"""What the user measured on a pickup bed. Part of the job document."""

from __future__ import annotations

from typing import Literal

from pydantic import model_validator

from ....document.survey import Dimension, DimensionNote, HostBase, Inside, Name, check_survey_fields
from ....problem import FieldError
from ....quantity import Place, Rating
from ....record import Record


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
    hatch_width: Dimension = Dimension()
    hatch_height: Dimension = Dimension()
    window_start: Dimension = Dimension()
    window_width: Dimension = Dimension()
    window_height: Dimension = Dimension()
    cab_height: Dimension = Dimension()
    wheelbase: Dimension = Dimension()
    axle_from_front: Dimension = Dimension()
    track: Dimension = Dimension()


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
    "hatch_width": DimensionNote(
        "Hatch opening, width", "Gate lowered, hatch up: narrowest place between the sides of the opening.", 300, 2400, True
    ),
    "hatch_height": DimensionNote("Hatch opening, height", "Floor to the top of the opening, gate lowered, hatch up.", 200, 2400, True),
    "window_start": DimensionNote("Front to side window", "Front panel to the front edge of the topper's side window.", -500, 4000, True),
    "window_width": DimensionNote("Side window, width", "Clear, window open.", 100, 2400, True),
    "window_height": DimensionNote("Side window, height", "Clear, from the rail to its top, window open.", 100, 1500, True),
    "cab_height": DimensionNote(
        "Floor to the cab's roof",
        "Bed floor to the highest point of the cab's roof, straight up: what lies over the cab must clear it.",
        300,
        2400,
        True,
    ),
    "wheelbase": DimensionNote("Wheelbase", "Front hub to rear hub along the side.", 1500, 6500),
    "axle_from_front": DimensionNote("Bed front to rear axle", "Front panel of the bed to the rear hub, level along the side.", -500, 3500),
    "track": DimensionNote("Track", "Middle of one rear tyre to the middle of the other.", 900, 2600),
}


class CamperPlate(Record):
    """What the maker says of a slide-in camper: ``rating`` of all cargo, and between which places behind the bed's front its centre of gravity is to
    lie (49 CFR 575.103)."""

    rating: Rating | None = None
    ahead: Place | None = None
    behind: Place | None = None

    @model_validator(mode="after")
    def _in_order(self) -> CamperPlate:
        if self.ahead is not None and self.behind is not None and self.ahead.mm >= self.behind.mm:
            raise FieldError("behind", "the range ends ahead of where it begins; give its front end first")
        return self


class PickupBed(HostBase):
    """Survey of a pickup bed."""

    kind: Literal["pickup_bed"] = "pickup_bed"
    label: Name = "pickup"
    dims: PickupDimensions = PickupDimensions()
    over: Literal["open", "roll or fold cover", "topper"] = "open"
    """What lies over it; a cover opens, a topper is gone into by its hatch and side windows."""
    windows: Literal["none", "left", "right", "both"] = "none"
    hatch_inside: Inside = "unknown"
    window_inside: Inside = "unknown"
    camper: CamperPlate = CamperPlate()

    @model_validator(mode="after")
    def _sensible(self) -> PickupBed:
        check_survey_fields(self, self.dims, DIMENSIONS)
        return self
