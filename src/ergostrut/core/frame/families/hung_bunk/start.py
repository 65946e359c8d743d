"""A sensible first hung bunk in a host, in round numbers of the job's units."""

from __future__ import annotations

import math
from typing import Any

from ....quantity import Length
from ....structure.host import COVER, FLOOR_END, WELL_HEIGHT, Host
from ....units import Units
from ...blocks.room import ahead
from ...blocks.rounding import down, near, up

CLEAR_END, CLEAR_FRONT = 60.0, 25.0
EDGE, HINGE, CLEAR_WALL = 90.0, 50.0, 15.0
"""mm: height of a usual raised edge over the rails, hinge from the wall, room left when folded."""
CLEAR_DECK = 10.0
"""mm between its ends and the walls of another build."""
OVER_WELL = 200.0
"""mm of wall rail and of a hand with a spanner over a wheel box."""

_ROUND: dict[str, dict[str, Any]] = {
    "in": {
        "front": "1 in",
        "length": "75 in",
        "width": "26 in",
        "height": "30 in",
        "board_gap": "3/4 in",
        "joints": {"capped": True},
        "mattress": {"thickness": "3 in"},
        "straps": {"height": "48 in", "inset": "4 in"},
        "hinges": {"pin": "5/16 in", "leaf": "1/8 in", "gap": "1/32 in", "offset": "3/8 in", "rise": "1 1/2 in"},
    },
    "mm": {"joints": {"capped": True}, "hinges": {"rise": "38 mm"}},
}
"""What replaces the parameters' own defaults, which are round in mm; the pin level with the deck on the usual rail."""


def start(host: Host, units: Units) -> dict[str, Any]:
    """Parameters of a bunk as long as the floor allows, hung from the first row over it, hinged on the first row of a wall."""
    found: dict[str, Any] = dict(_ROUND[units.length])
    floor, roof = host.mm(FLOOR_END), host.mm(COVER)
    front = ahead(host)
    if front:
        found["front"] = up(front + CLEAR_FRONT, units)
    if floor and floor - front < 1_900.0 + CLEAR_END:
        found["length"] = down(floor - front - CLEAR_END, units)
    if roof:
        found |= {"height": down(roof * 0.5, units), "straps": {**found.get("straps", {}), "height": down(roof - 40.0, units)}}
    over = next((row.name for row in host.rows.values() if row.face == "roof"), "")
    wall = next((row for row in host.rows.values() if row.face.endswith("wall") and len(row.spots) > 1), None)
    if host.is_deck and wall is not None and floor:
        # its outer bolts come down beside the posts in the corners, one more to every post between
        found |= {"front": near(CLEAR_DECK, units), "length": near(floor - 2 * CLEAR_DECK, units), "wall_rail": {"bolts": len(wall.spots)}}
        wall = None
    if over:
        found["straps"] = {**found.get("straps", {}), "row": over}
    if wall is not None:
        found |= {"wall": wall.face.split()[0], "wall_rail": {"row": wall.name}}
        if wall.kind != "ribs":
            # the rail's middle lies about 30 mm under the deck's top
            found["height"] = down(wall.spots[0][2] + 38.0, units)
    width, level = Length.parse(found.get("width", "650 mm")).mm, Length.parse(found.get("height", "750 mm")).mm
    degrees = _fold(host, width, level)
    if roof and wall is None:
        level = max(min(level, roof - _rise(width, degrees)), (host.mm(WELL_HEIGHT) or 0.0) + OVER_WELL)
        found["height"] = up(level, units)
        degrees = next((turn for turn in STEPS if turn <= degrees and level + _rise(width, turn) <= roof), STEPS[-1])
    return {**found, "fold": {"degrees": degrees}}


def _rise(width: float, degrees: float) -> float:
    """mm over its hinges that a bunk takes turned up, and stays off the roof."""
    turn = math.radians(degrees)
    return CLEAR_END + width * math.sin(turn) + EDGE * math.cos(turn)


STEPS = tuple(float(degrees) for degrees in range(80, 15, -5))


def _fold(host: Host, width: float, height: float) -> float:
    """How far a bunk turns up before its raised edge meets the wall, in steps of 5 degrees."""
    for degrees in STEPS:
        turn = math.radians(degrees)
        # the edge's top corner, so far from the hinge and so far over it
        y, z = width * math.cos(turn) - EDGE * math.sin(turn), height + width * math.sin(turn) + EDGE * math.cos(turn)
        half, here = host.half_at(z), host.half_at(height)
        if half is None or here is None or half - (here - HINGE - y) >= CLEAR_WALL:
            return degrees
    return STEPS[-1]
