"""A pickup bed's survey resolved to numbers."""

from __future__ import annotations

from ....structure.host import Host
from ...resolving import dims_of, resolved
from .survey import DIMENSIONS, PickupBed

_STAND_IN = {
    "floor_length": 1980.0,
    "length_to_gate": 2070.0,
    "width_between_wells": 1280.0,
    "width_above_wells": 1650.0,
    "width_at_rails": 1600.0,
    "depth": 530.0,
    "well_start": 700.0,
    "well_length": 900.0,
    "well_height": 230.0,
    "gate_length": 540.0,
    "gate_thickness": 65.0,
    "gate_rise": -10.0,
    "floor_thickness": 1.0,
    "cover_height": 550.0,
    "wheelbase": 3680.0,
    "axle_from_front": 1150.0,
    "track": 1700.0,
}


def resolve(survey: PickupBed) -> Host:
    """The host in numbers."""
    dims = dims_of(survey.dims, DIMENSIONS)
    half = (dims["width_at_rails"].mm or _STAND_IN["width_at_rails"]) / 2
    return resolved(survey, dims, _STAND_IN, lambda _: half)
