"""A van's survey resolved to numbers."""

from __future__ import annotations

from ....structure.host import Host, half_width
from ...resolving import dims_of, resolved
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
    "floor_thickness": 1.0,
    "wheelbase": 3300.0,
    "axle_from_front": 1900.0,
    "track": 1700.0,
}


def resolve(survey: VanInterior) -> Host:
    """The host in numbers. Without stations the walls are drawn upright, and nothing is said of what fits between them."""
    dims = dims_of(survey.dims, DIMENSIONS)
    walls = tuple((station.height.mm, station.width.mm / 2) for station in survey.stations)
    upright = walls or ((0.0, _STAND_IN["width_above_wells"] / 2),)
    words = {"rear": "closed rear doors", "over": "roof", "bulkhead": survey.bulkhead, "side door": survey.side_door}
    return resolved(survey, dims, _STAND_IN, lambda z: half_width(upright, z), walls, words)
