"""A sensible first platform in a host, in round numbers of the job's units."""

from __future__ import annotations

from typing import Any

from ....structure.host import FLOOR_END, WIDTH_HIGH, Host
from ....units import Units
from ...blocks.room import ahead
from ...blocks.rounding import down, up

CLEAR_END, CLEAR_SIDES, LONGEST = 20.0, 15.0, 2_000.0
"""mm left in length, and in width in all, so that it goes in; as long as a bed needs to be."""

_ROUND: dict[str, dict[str, Any]] = {
    "in": {
        "front": "1/2 in",
        "length": "76 in",
        "width": "63 in",
        "height": "12 in",
        "board_gap": "3/4 in",
        "legs": {"inset": "2 in"},
        "mattress": {"thickness": "4 in"},
    },
    "mm": {},
}
"""What replaces the parameters' own defaults, which are round in mm."""


def start(host: Host, units: Units) -> dict[str, Any]:
    """Parameters of a platform from wall to wall in the host's slots, on its wells, on legs where there is neither."""
    found = {**_ROUND[units.length], "bearer": "2x6 spf", "deck": "birch.18"}
    floor, wide = host.mm(FLOOR_END), host.mm(WIDTH_HIGH)
    if floor and wide:
        front = ahead(host)
        found |= {"length": down(min(floor - front - CLEAR_END, LONGEST), units), "width": down(wide - CLEAR_SIDES, units)}
        if front:
            found["front"] = up(front + CLEAR_END / 4, units)
    return found
