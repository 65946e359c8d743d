"""A sensible first hung bunk in a host, in round numbers of the job's units."""

from __future__ import annotations

import math
from typing import Any

from ....quantity import Length
from ....structure.host import COVER, FLOOR_END, Host
from ....units import Units
from ...blocks.rounding import down

CLEAR_END = 60.0
EDGE, HINGE, CLEAR_WALL = 90.0, 50.0, 15.0
"""mm: height of a usual raised edge over the rails, hinge from the wall, room left when folded."""

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
    if floor and floor < 1_900.0 + CLEAR_END:
        found["length"] = down(floor - CLEAR_END, units)
    if roof:
        found |= {"height": down(roof * 0.5, units), "straps": {**found.get("straps", {}), "height": down(roof - 40.0, units)}}
    over = next((row.name for row in host.rows.values() if row.face == "roof"), "")
    wall = next((row for row in host.rows.values() if row.face.endswith("wall") and len(row.spots) > 1), None)
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
        turn = math.radians(degrees)
        found["height"] = down(min(level, roof - CLEAR_END - width * math.sin(turn) - EDGE * math.cos(turn)), units)
    return {**found, "fold": {"degrees": degrees}}


def _fold(host: Host, width: float, height: float) -> float:
    """How far a bunk turns up before its raised edge meets the wall, in steps of 5 degrees."""
    for degrees in range(80, 20, -5):
        turn = math.radians(degrees)
        # the edge's top corner, so far from the hinge and so far over it
        y, z = width * math.cos(turn) - EDGE * math.sin(turn), height + width * math.sin(turn) + EDGE * math.cos(turn)
        half, here = host.half_at(z), host.half_at(height)
        if half is None or here is None or half - (here - HINGE - y) >= CLEAR_WALL:
            return float(degrees)
    return 20.0
