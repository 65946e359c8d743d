"""A sensible first box in a host, in round numbers of the job's units."""

from __future__ import annotations

from typing import Any

from ....structure.host import FLOOR_END, WIDTH_LOW, Host
from ....units import Units
from ...blocks.over_members import over_members
from ...blocks.room import ahead
from ...blocks.rounding import down, near, up

CLEAR_END, CLEAR_SIDES = 20.0, 30.0
SHEET = (2420.0, 1215.0)
"""mm that a sheet of the usual size gives."""
_ROUND: dict[str, dict[str, Any]] = {
    "in": {"front": "1/2 in", "length": "72 in", "width": "46 in", "height": "12 in", "spacing": "6 in", "bite": "1 1/4 in"},
    "mm": {},
}
"""What replaces the parameters' own defaults, which are round in mm."""


def start(host: Host, units: Units) -> dict[str, Any]:
    """Parameters of a bed-high box as long as the floor, between what stands on it."""
    found = {**_ROUND[units.length], "joint": "dado", "back_joint": "glue"}
    # longer than a sheet is wide: its grain runs along it
    found["grain"] = "along"
    floor, wide = host.mm(FLOOR_END), host.mm(WIDTH_LOW)
    if floor and wide:
        front = ahead(host)
        found |= {"length": down(min(floor - front - CLEAR_END, SHEET[0]), units), "width": down(min(wide - CLEAR_SIDES, SHEET[1]), units)}
        if front:
            found["front"] = up(front + CLEAR_END / 4, units)
        under = over_members(host, floor, 0.0, SHEET[0])
        if under is not None:
            # its ties are at its ends
            found |= {"front": near(under.first, units), "length": near(under.last - under.first, units)}
    return found
