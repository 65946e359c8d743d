"""A pickup bed's survey resolved to numbers."""

from __future__ import annotations

from ....constants import G
from ....document.survey import DEFAULT_TOLERANCE
from ....structure.host import Box, FloorHole, Host, Measured, SlotPair
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
    dims = {}
    for name, note in DIMENSIONS.items():
        taken = getattr(survey.dims, name)
        tolerance = taken.tolerance.mm if taken.tolerance else DEFAULT_TOLERANCE[taken.state]
        dims[name] = Measured(name, note.label, taken.value.mm if taken.value else None, taken.state, tolerance, note.how, note.optional)
    holes = {
        hole.name: FloorHole(
            hole.name, hole.x.mm, hole.y.mm, hole.thread, hole.behind, hole.rating.kg * G if hole.rating else None, hole.holds_bed
        )
        for hole in survey.holes
    }
    slots = {
        slot.name: SlotPair(slot.name, slot.x.mm, slot.height.mm, slot.opening.mm, slot.rating.kg * G if slot.rating else None)
        for slot in survey.slots
    }
    seats = {seat.name: (-seat.ahead.mm, seat.y.mm) for seat in survey.seats}
    return Host(survey.kind, survey.label, dims, holes, slots, seats, _wells(dims), survey.weights, survey.may_drill, _STAND_IN)


def _wells(dims: dict[str, Measured]) -> tuple[Box, ...]:
    """Left and right wheel well as boxes; none while a dimension of theirs is missing."""
    names = ("well_start", "well_length", "well_height", "width_between_wells", "width_above_wells")
    start, length, height, between, above = (dims[name].mm for name in names)
    if start is None or length is None or height is None or between is None or above is None:
        return ()
    return (
        Box("left wheel well", (start, -above / 2, 0), (start + length, -between / 2, height)),
        Box("right wheel well", (start, between / 2, 0), (start + length, above / 2, height)),
    )
