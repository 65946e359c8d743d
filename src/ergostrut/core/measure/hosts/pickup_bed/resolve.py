"""A pickup bed's survey resolved to numbers."""

from __future__ import annotations

from dataclasses import replace

from ....structure.carriers import CamperPlate
from ....structure.host import Host, Leaf, Measured, Opening
from ...leaves import by_side, rear_leaves, side_leaves
from ...openings import rear_opening, side_openings
from ...resolving import dims_of, resolved, without
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
    "hatch_width": 1300.0,
    "hatch_height": 800.0,
    "window_start": 300.0,
    "window_width": 1000.0,
    "window_height": 300.0,
    "cab_height": 1250.0,
    "wheelbase": 3680.0,
    "axle_from_front": 1150.0,
    "track": 1700.0,
}


def resolve(survey: PickupBed) -> Host:
    """The host in numbers. Open, or under a cover that opens, it is gone into from above."""
    topper = survey.over == "topper"
    dims = without(dims_of(survey.dims, DIMENSIONS), hatch=not topper, window=not topper or survey.windows == "none")
    half = (dims["width_at_rails"].mm or _STAND_IN["width_at_rails"]) / 2
    rail = dims["depth"].mm or _STAND_IN["depth"]
    ways: tuple[Opening, ...] = ()
    if topper:
        ways = _ways(survey, dims, half, rail)
    words = {"rear": "closed gate", "over": "topper's roof" if topper else "cover"}
    leaves = (
        _gate(dims),
        *(leaf for one in by_side(ways, 0) for leaf in rear_leaves(one, "top", low=rail)),
        *side_leaves(by_side(ways, 1), "top"),
    )
    found = resolved(survey, dims, _STAND_IN, lambda _: half, words=words, openings=ways, roofed=topper, leaves=leaves, pane_at=0.0)
    plate = survey.camper
    rating = plate.rating.kg if plate.rating is not None else None
    ends = (one.mm if one is not None else None for one in (plate.ahead, plate.behind))
    return replace(found, camper=CamperPlate(rating, *ends))


def _gate(dims: dict[str, Measured]) -> Leaf:
    """The gate, closed: hinged at its lower edge, it swings down outwards."""
    roles = ("length_to_gate", "gate_thickness", "width_at_rails", "depth")
    L, t, wide, high = (_STAND_IN[name] if dims[name].mm is None else dims[name].mm or 0.0 for name in roles)
    missing = tuple(name for name in roles if dims[name].mm is None)
    return Leaf("gate", (L - t, -wide / 2, 0.0), (L, wide / 2, high), (L, 0.0, 0.0), (0.0, 1.0, 0.0), missing=missing)


def _ways(survey: PickupBed, dims: dict[str, Measured], half: float, rail: float) -> tuple[Opening, ...]:
    """The hatch over the lowered gate, and side windows above the rails."""
    return (
        rear_opening("hatch", dims, _STAND_IN, "length_to_gate", "hatch_width", "hatch_height", survey.hatch_inside),
        *side_openings(
            "side window",
            dims,
            _STAND_IN,
            survey.windows,
            half,
            "window_start",
            "window_width",
            "window_height",
            survey.window_inside,
            sill=rail,
        ),
    )
