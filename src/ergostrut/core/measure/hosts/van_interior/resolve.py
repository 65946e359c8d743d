"""A van's survey resolved to numbers."""

from __future__ import annotations

import numpy as np

from ....structure.host import Host
from ...resolving import dims_of, holes_of, rows_of, seats_of, slots_of, wells_of
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
    heights, halves = [z for z, _ in walls] or [0.0], [half for _, half in walls] or [_STAND_IN["width_above_wells"] / 2]
    return Host(
        survey.kind,
        survey.label,
        dims,
        holes_of(survey),
        slots_of(survey),
        seats_of(survey),
        wells_of(dims),
        survey.weights,
        survey.may_drill,
        _STAND_IN,
        rows_of(survey, lambda z: float(np.interp(z, heights, halves)), dims["cover_height"].mm or _STAND_IN["cover_height"]),
        walls,
        {"rear": "closed rear doors", "over": "roof", "bulkhead": survey.bulkhead, "side door": survey.side_door},
    )
