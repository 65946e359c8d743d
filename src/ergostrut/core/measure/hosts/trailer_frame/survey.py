"""What the user measured of a trailer's frame. Heights from the top of its rails, lengths from its front cross member. Part of the job document."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field, model_validator

from ....document.survey import Dimension, DimensionNote, HostBase, Name, check_survey_fields
from ....document.tow import TowVehicle
from ....quantity import Between, Length, Rating
from ....record import Record
from ...mounts import BodyMount, check_mounts


class FrameDimensions(Record):
    """Lengths of a trailer's frame; ``DIMENSIONS`` says how each is taken."""

    rail_end: Dimension = Dimension()
    rail_width: Dimension = Dimension()
    rail_depth: Dimension = Dimension()
    rail_flange: Dimension = Dimension()
    rail_ground: Dimension = Dimension()
    tyre_diameter: Dimension = Dimension()
    tyre_width: Dimension = Dimension()
    tyre_top: Dimension = Dimension()
    wheelbase: Dimension = Dimension()
    axle_from_front: Dimension = Dimension()
    axle_spread: Dimension = Dimension()
    track: Dimension = Dimension()


DIMENSIONS: dict[str, DimensionNote] = {
    "rail_end": DimensionNote("Length of its frame", "Front of the front cross member to the rear end of the rails.", 800, 10_000),
    "rail_width": DimensionNote("Over the rails", "Outside of one rail to the outside of the other.", 500, 2500),
    "rail_depth": DimensionNote("Depth of a rail", "Top to underside where the mounts are.", 30, 300),
    "rail_flange": DimensionNote("Width of a rail", "Of its top.", 25, 150),
    "rail_ground": DimensionNote(
        "Frame above ground",
        "Top of its rails; of one still to be built its underside, where the axles' brackets are. Coupled, level, at the axle.",
        200,
        1500,
    ),
    "tyre_diameter": DimensionNote("Diameter of a tyre", "As fitted.", 300, 1100),
    "tyre_width": DimensionNote("Width of a tyre", "Over the walls.", 80, 400),
    "tyre_top": DimensionNote(
        "Tyre's top at full travel", "Above the rail's top, the spring against its stop or the fender's top if that is higher (− below).", -500, 900
    ),
    "wheelbase": DimensionNote("Coupling to axle", "Centre of the ball to the hub of the first axle, level along the middle.", 800, 9000),
    "axle_from_front": DimensionNote("Front of the frame to axle", "Front cross member to the hub of the first axle.", 100, 8000),
    "axle_spread": DimensionNote("Axle to axle", "On two axles: hub to hub.", 500, 2500, True),
    "track": DimensionNote("Track", "Middle of one tyre to the middle of the other on that axle.", 700, 2600),
}  # fmt: skip


class FrameMount(BodyMount):
    """``spread``: of an axle on a frame to be built, its leaf spring from hanger to hanger about the place, or how long the bracket is that holds it."""

    spread: Annotated[Length, Between(100, 2_000)] | None = None


class TrailerFrame(HostBase):
    """Survey of a trailer's frame, or of the axles and the coupling for one to be built: its mounts are the axles' brackets then, and z = 0 is where
    they meet it. ``coupling_rating``: gross trailer mass that the coupling is marked with; with ``brakes`` its wheels hold along the vehicle too."""

    kind: Literal["trailer_frame"] = "trailer_frame"
    label: Name = "trailer"
    dims: FrameDimensions = FrameDimensions()
    made: Literal["bought", "own"] = "bought"
    """Whether its frame is there, or is a build of this job on axles that are."""
    brakes: bool = False
    coupling_rating: Rating | None = None
    axles: Literal["one", "two on an equaliser", "two on springs of their own"] = "one"
    tow: TowVehicle | None = None
    mounts: tuple[FrameMount, ...] = Field(default=(), max_length=24)

    @model_validator(mode="after")
    def _sensible(self) -> TrailerFrame:
        check_survey_fields(self, self.dims, DIMENSIONS)
        check_mounts(self.mounts, self, "a trailer's frame")
        return self
