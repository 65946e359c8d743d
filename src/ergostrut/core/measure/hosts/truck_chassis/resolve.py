"""A chassis' survey resolved to numbers."""

from __future__ import annotations

from collections.abc import Mapping

from ....structure.host import CAB_HEIGHT, RAIL_DEPTH, RAIL_END, RAIL_FLANGE, RAIL_WIDTH, Host, Measured, Solid
from ...mounts import BodyMount, feature
from ...resolving import dims_of, resolved
from .survey import DIMENSIONS, TruckChassis

_STAND_IN = {
    "rail_end": 2700.0,
    "rail_width": 860.0,
    "rail_depth": 180.0,
    "rail_flange": 70.0,
    "rail_ground": 750.0,
    "frame_twist": 20.0,
    "cab_height": 1150.0,
    "cab_width": 1850.0,
    "light_height": 1050.0,
    "tyre_diameter": 780.0,
    "tyre_width": 260.0,
    "tyre_top": 150.0,
    "wheelbase": 3600.0,
    "axle_from_front": 1200.0,
    "track": 1700.0,
}
_DRAWN = (
    "rail_end",
    "rail_width",
    "rail_depth",
    "rail_flange",
    "cab_height",
    "cab_width",
    "tyre_diameter",
    "tyre_width",
    "tyre_top",
    "axle_from_front",
    "track",
)
CAB = 1500.0
"""mm of the cab that are drawn ahead of its back."""


def resolve(survey: TruckChassis) -> Host:
    """The host in numbers: no room, no floor; rails, cab and tyres are what stands in the way."""
    dims = dims_of(survey.dims, DIMENSIONS)

    def half_at(_: float) -> float:
        return (dims["cab_width"].mm or _STAND_IN["cab_width"]) / 2

    solids = _solids(dims)
    return resolved(
        survey,
        dims,
        _STAND_IN,
        half_at,
        words={"rear": "tail", "over": "cab roof"},
        roofed=False,
        solids=solids,
        pane_at=0.0,
        features={mount.name: feature(mount, _lifted(mount, dims)) for mount in survey.mounts},
        unmeasured=tuple(name for name in _DRAWN if dims[name].mm is None),
    )


def _solids(dims: Mapping[str, Measured]) -> tuple[Solid, ...]:
    """Rails, cab, and the tyres where they stand at full travel."""

    def mm(name: str) -> float:
        taken = dims[name].mm
        return _STAND_IN[name] if taken is None else taken

    L, W, h, b = (mm(name) for name in (RAIL_END, RAIL_WIDTH, RAIL_DEPTH, RAIL_FLANGE))
    d, w, top, x, track = (mm(name) for name in ("tyre_diameter", "tyre_width", "tyre_top", "axle_from_front", "track"))
    found = [Solid("cab", (-CAB, -mm("cab_width") / 2, -h), (0.0, mm("cab_width") / 2, mm(CAB_HEIGHT)))]
    for side, sign in (("left", -1), ("right", 1)):
        y = sorted((sign * W / 2, sign * (W / 2 - b)))
        found.append(Solid(f"{side} frame rail", (0.0, y[0], -h), (L, y[1], 0.0)))
        y = sorted((sign * (track - w) / 2, sign * (track + w) / 2))
        found.append(Solid(f"{side} tyre at full travel", (x - d / 2, y[0], top - d), (x + d / 2, y[1], top)))
    return tuple(found)


def _lifted(mount: BodyMount, dims: Mapping[str, Measured]) -> float | None:
    """What a mount goes up as one rail lifts against the other: straight along the wheelbase and across."""
    twist, base, wide, axle = (dims[name].mm for name in ("frame_twist", "wheelbase", RAIL_WIDTH, "axle_from_front"))
    if twist == 0.0:
        return 0.0
    if twist is None or base is None or wide is None or axle is None:
        return None
    # half of the twist lifts the rail on the right, half lowers the other, and none at the front axle
    return twist / 2 * (mount.x.mm - (axle - base)) / base * mount.y.mm / (wide / 2)
