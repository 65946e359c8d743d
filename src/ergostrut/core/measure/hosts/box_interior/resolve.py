"""A box's survey resolved to numbers."""

from __future__ import annotations

from ....structure.host import Host, half_width
from ...carrying import SPRINGS, tow_of, trailer
from ...leaves import leaves_of
from ...openings import rear_opening, side_openings
from ...resolving import dims_of, resolved, without
from .survey import DIMENSIONS, TRAILER, BoxInterior

PLATE = 20.0
"""mm of plate, washers and nut (common practice, no published source)."""
_STAND_IN = {
    "floor_length": 3000.0,
    "length_to_gate": 3000.0,
    "width_between_wells": 1830.0,
    "width_above_wells": 1830.0,
    "width_at_rails": 1830.0,
    "depth": 1500.0,
    "well_start": 1400.0,
    "well_length": 900.0,
    "well_height": 250.0,
    "cover_height": 1900.0,
    "rear_door_width": 1700.0,
    "rear_door_height": 1800.0,
    "door_sill": 0.0,
    "side_door_start": 400.0,
    "side_door_width": 660.0,
    "side_door_height": 1800.0,
    "floor_thickness": 18.0,
    "wheelbase": 3500.0,
    "axle_from_front": 1800.0,
    "track": 1900.0,
    "axle_spread": 850.0,
}


def resolve(survey: BoxInterior) -> Host:
    """The host in numbers. Without stations its walls stand upright, as wide as measured above the floor."""
    dims = dims_of(survey.dims, DIMENSIONS)
    towed = survey.made == TRAILER
    springs = SPRINGS[survey.axles] if towed else "alone"
    dims = without(
        dims,
        axle_spread=springs == "alone",
        side_door=survey.side_door == "none",
        rear_door=survey.rear == "closed",
        door=survey.rear == "closed",
    )
    wide = dims["width_above_wells"].mm
    level = () if wide is None else ((0.0, wide / 2), (dims["cover_height"].mm or _STAND_IN["cover_height"], wide / 2))
    walls = tuple((station.height.mm, station.width.mm / 2) for station in survey.stations) or level
    upright = walls or ((0.0, _STAND_IN["width_above_wells"] / 2),)
    side = max(half for _, half in upright)
    ways = list(
        side_openings(
            "side door",
            dims,
            _STAND_IN,
            survey.side_door,
            side,
            "side_door_start",
            "side_door_width",
            "side_door_height",
            survey.side_inside,
        )
    )
    if survey.rear == "door":
        sill = dims["door_sill"].mm or 0.0
        ways.append(
            rear_opening(
                "rear door", dims, _STAND_IN, "length_to_gate", "rear_door_width", "rear_door_height", survey.rear_inside, sill=sill
            )
        )
    words = {
        "rear": "closed rear door" if survey.rear == "door" else "rear wall",
        "over": "roof",
        "front": "front wall",
        "ahead": "nothing",
    }
    leaves = leaves_of(ways, survey.rear_hung, survey.side_hung)
    return resolved(
        survey, dims, _STAND_IN, lambda z: half_width(upright, z), walls, words, openings=tuple(ways), leaves=leaves, asides=_asides(survey),
        carriers=trailer(dims, survey.weights, springs) if towed else (), tow=tow_of(survey.tow) if towed else None,
    )  # fmt: skip


def _asides(survey: BoxInterior) -> tuple[tuple[str, str, str, str], ...]:
    """What its walls bear, as far as that is known."""
    through = ""
    if survey.wall_thickness is not None:
        long = survey.wall_thickness.mm + PLATE
        through = f" A bolt through it, with a plate outside, is {long:.0f} mm ({long / 25.4:.2f} in) long under its head at the least."
    if survey.wall == "studs":
        return (("wall", "What its walls bear", f"Studs bear what is given with their row.{through}", ""),) if through else ()
    what = {"sandwich": "a sandwich wall", "sheet": "a wall of sheet", "unknown": "a wall nobody has looked into"}[survey.wall]
    text = f"A screw in {what} holds what a trial or its maker says: give every row of fixing points its rating, or back it up outside.{through}"
    return (("wall", "What its walls bear", text, ""),)
