"""A wagon's survey resolved to numbers."""

from __future__ import annotations

from ....structure.host import Host, Leaf, Measured, Solid, half_width
from ...leaves import leaves_of
from ...openings import front_opening, rear_opening, side_openings
from ...resolving import dims_of, resolved, without
from .survey import DIMENSIONS, WagonInterior

_STAND_IN = {
    "floor_length": 1750.0,
    "length_to_gate": 1800.0,
    "width_between_wells": 1050.0,
    "width_above_wells": 1350.0,
    "width_at_rails": 1350.0,
    "depth": 900.0,
    "well_start": 900.0,
    "well_length": 600.0,
    "well_height": 250.0,
    "cover_height": 900.0,
    "seat_reach": 700.0,
    "seat_height": 200.0,
    "seat_back": 600.0,
    "front_travel": 250.0,
    "rear_door_width": 1080.0,
    "rear_door_height": 780.0,
    "door_sill": 0.0,
    "side_door_start": -100.0,
    "side_door_width": 650.0,
    "side_door_height": 800.0,
    "front_width": 1200.0,
    "front_height": 300.0,
    "floor_thickness": 1.0,
    "wheelbase": 2850.0,
    "axle_from_front": 1200.0,
    "track": 1600.0,
}
_SEATS = "Removed seats leave their belt sensor and airbag plugs"


def resolve(survey: WagonInterior) -> Host:
    """The host in numbers. What the second row takes stands in it; how far the front seats come back is kept free."""
    dims = without(dims_of(survey.dims, DIMENSIONS), side_door=survey.side_doors == "none", seat=survey.second_row == "removed")
    walls = tuple((station.height.mm, station.width.mm / 2) for station in survey.stations)
    upright = walls or ((0.0, _STAND_IN["width_above_wells"] / 2),)
    side = max(half for _, half in upright)
    ways = [
        rear_opening(
            "hatch",
            dims,
            _STAND_IN,
            "length_to_gate",
            "rear_door_width",
            "rear_door_height",
            survey.hatch_inside,
            sill=dims["door_sill"].mm or 0.0,
        ),
        *side_openings(
            "rear side door",
            dims,
            _STAND_IN,
            survey.side_doors,
            side,
            "side_door_start",
            "side_door_width",
            "side_door_height",
            survey.side_inside,
        ),
    ]
    if dims["front_width"].mm and dims["front_height"].mm:
        roof = dims["cover_height"].mm or _STAND_IN["cover_height"]
        sill = max(roof - dims["front_height"].mm, 0.0)
        ways.append(front_opening("way past the front seats", dims, _STAND_IN, "front_width", "front_height", "yes", sill=sill))
    return resolved(
        survey,
        dims,
        _STAND_IN,
        lambda z: half_width(upright, z),
        walls,
        {"rear": "closed hatch", "over": "roof", "front": "front seats"},
        openings=tuple(ways),
        solids=_seats(survey, dims, side),
        leaves=(
            *leaves_of(ways, survey.hatch_hung, "front edge"),
            *_folded(survey, dims, side),
        ),
        asides=_asides(survey),
    )


def _seats(survey: WagonInterior, dims: dict[str, Measured], half: float) -> tuple[Solid, ...]:
    found = []
    reach, top, back = (dims[name].mm if name in dims else None for name in ("seat_reach", "seat_height", "front_travel"))
    if survey.second_row != "removed" and reach and top:
        found.append(Solid(f"second row, {survey.second_row}", (0.0, -half, 0.0), (reach, half, top)))
    if back:
        roof = dims["cover_height"].mm or _STAND_IN["cover_height"]
        found.append(Solid("front seats, slid back", (0.0, -half, 0.0), (back, half, 0.7 * roof)))
    return tuple(found)


def _folded(survey: WagonInterior, dims: dict[str, Measured], half: float) -> tuple[Leaf, ...]:
    """The folded second row's back on its way up: it turns about its rear lower edge."""
    if survey.second_row != "folded":
        return ()
    reach, top, back = (dims[name].mm for name in ("seat_reach", "seat_height", "seat_back"))
    if not reach or not top or not back:
        return ()
    return (Leaf("second row", (reach - back, -half, 0.0), (reach, half, top), (reach, 0.0, 0.0), (0.0, 1.0, 0.0), seat=True),)


def _asides(survey: WagonInterior) -> tuple[tuple[str, str, str, str], ...]:
    if survey.second_row != "removed" or survey.plugs_left in ("none", "tied off and covered"):
        return ()
    words = "loose" if survey.plugs_left == "loose" else "not said to be tied off"
    return (
        (
            "plugs",
            _SEATS,
            f"They are {words}: tie them off and cover them, and say so here.",
            "Battery off and ten minutes' wait before any is unplugged. A warning lamp that stays on may mean that other airbags are off: ask the "
            "maker's workshop, and whether the law lets the seat be left out.",
        ),
    )
