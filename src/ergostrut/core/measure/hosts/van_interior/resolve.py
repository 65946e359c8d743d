"""A van's survey resolved to numbers."""

from __future__ import annotations

from ....structure.host import Host, half_width
from ...leaves import leaves_of
from ...openings import front_opening, rear_opening, side_openings
from ...resolving import dims_of, resolved, without
from .survey import DIMENSIONS, VanInterior

_STAND_IN = {
    "floor_length": 2800.0,
    "length_to_gate": 2800.0,
    "width_between_wells": 1300.0,
    "width_above_wells": 1700.0,
    "width_at_rails": 1700.0,
    "depth": 1400.0,
    "well_start": 1500.0,
    "well_length": 850.0,
    "well_height": 250.0,
    "cover_height": 1500.0,
    "rear_door_width": 1400.0,
    "rear_door_height": 1350.0,
    "side_door_start": 200.0,
    "side_door_width": 1000.0,
    "side_door_height": 1350.0,
    "bulkhead_width": 500.0,
    "bulkhead_height": 1250.0,
    "floor_thickness": 1.0,
    "wheelbase": 3300.0,
    "axle_from_front": 1900.0,
    "track": 1700.0,
}


def resolve(survey: VanInterior) -> Host:
    """The host in numbers. Without stations the walls are drawn upright, and nothing is said of what fits between them."""
    dims = without(dims_of(survey.dims, DIMENSIONS), side_door=survey.side_door == "none", bulkhead=survey.bulkhead == "solid")
    walls = tuple((station.height.mm, station.width.mm / 2) for station in survey.stations)
    upright = walls or ((0.0, _STAND_IN["width_above_wells"] / 2),)
    words = {"rear": "closed rear doors", "over": "roof", "bulkhead": survey.bulkhead, "side door": survey.side_door}
    side = max(half for _, half in upright)
    ways = [
        rear_opening("rear doors", dims, _STAND_IN, "length_to_gate", "rear_door_width", "rear_door_height", survey.rear_inside),
        *side_openings(
            "side door",
            dims,
            _STAND_IN,
            survey.side_door,
            side,
            "side_door_start",
            "side_door_width",
            "side_door_height",
            survey.side_inside,
        ),
    ]
    if survey.bulkhead != "solid":
        ways.append(front_opening("way to the cab", dims, _STAND_IN, "bulkhead_width", "bulkhead_height", "yes"))
    leaves = leaves_of(ways, survey.rear_hung, survey.side_hung)
    return resolved(survey, dims, _STAND_IN, lambda z: half_width(upright, z), walls, words, openings=tuple(ways), leaves=leaves)
