"""The survey resolved to numbers in mm and host axes. Unknown stays None."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

from .survey import DEFAULT_TOLERANCE, DIMENSIONS, Confidence, PickupBed


@dataclass(frozen=True, slots=True)
class Measured:
    """A dimension: mm (None: not measured), how sure, and its tolerance mm."""

    name: str
    label: str
    mm: float | None
    state: Confidence
    tolerance: float


@dataclass(frozen=True, slots=True)
class Box:
    """An axis-aligned body in host axes, mm."""

    name: str
    lo: tuple[float, float, float]
    hi: tuple[float, float, float]


@dataclass(frozen=True, slots=True)
class FloorHole:
    """An existing bolt or hole, with its rating in N when the user gave one."""

    name: str
    x: float
    y: float
    thread: str
    behind: str
    rating: float | None
    holds_bed: bool


@dataclass(frozen=True)
class Host:
    """Everything later stages ask of the vehicle."""

    label: str
    dims: Mapping[str, Measured]
    holes: Mapping[str, FloorHole]
    seats: Mapping[str, tuple[float, float]]
    survey: PickupBed

    def mm(self, name: str) -> float | None:
        return self.dims[name].mm

    def shape(self, name: str) -> float:
        """For drawing only: the measured length, or a plain stand-in where it is missing."""
        value = self.dims[name].mm
        return _STAND_IN[name] if value is None else value

    @property
    def rear_axle_x(self) -> float | None:
        return self.mm("axle_from_front")

    @property
    def front_axle_x(self) -> float | None:
        rear, base = self.mm("axle_from_front"), self.mm("wheelbase")
        return None if rear is None or base is None else rear - base


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
        dims[name] = Measured(name, note.label, taken.value.mm if taken.value else None, taken.state, tolerance)
    holes = {
        hole.name: FloorHole(
            hole.name, hole.x.mm, hole.y.mm, hole.thread, hole.behind, hole.rating.kg * 9.80665 if hole.rating else None, hole.holds_bed
        )
        for hole in survey.holes
    }
    seats = {seat.name: (-seat.ahead.mm, seat.y.mm) for seat in survey.seats}
    return Host(survey.label, dims, holes, seats, survey)


def wells(host: Host) -> tuple[Box, ...]:
    """Left and right wheel well as boxes; none while a dimension of theirs is missing."""
    start, length, height = host.mm("well_start"), host.mm("well_length"), host.mm("well_height")
    between, above = host.mm("width_between_wells"), host.mm("width_above_wells")
    if start is None or length is None or height is None or between is None or above is None:
        return ()
    return (
        Box("left wheel well", (start, -above / 2, 0), (start + length, -between / 2, height)),
        Box("right wheel well", (start, between / 2, 0), (start + length, above / 2, height)),
    )
