"""A sensible first platform in a host, in round numbers of the job's units."""

from __future__ import annotations

from typing import Any

from ....structure.host import FLOOR_END, WIDTH_HIGH, Host
from ....units import Units
from ...blocks.over_members import over_members
from ...blocks.room import ahead
from ...blocks.rounding import down, near, up

CLEAR_END, CLEAR_SIDES, LONGEST = 20.0, 15.0, 2_000.0
"""mm left in length, and in width in all, so that it goes in; as long as a bed needs to be."""

BEARER, SHEET, NEAR = 38.0, 1_215.0, 400.0
"""mm: how wide the first bearers are, and a sheet; how far apart bearers may be under a deck whose grain runs along them."""

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
    # wider than a sheet: its grain runs across
    found = {**_ROUND[units.length], "bearer": "2x6 spf", "deck": "birch.18", "grain": "across"}
    floor, wide = host.mm(FLOOR_END), host.mm(WIDTH_HIGH)
    if floor and wide:
        front = ahead(host)
        found |= {"length": down(min(floor - front - CLEAR_END, LONGEST), units), "width": down(wide - CLEAR_SIDES, units)}
        if wide - CLEAR_SIDES <= SHEET:
            found["grain"] = "along"
        if front:
            found["front"] = up(front + CLEAR_END / 4, units)
        if host.is_deck:
            found |= _on_deck(host, floor, wide, units)
    return found


def _on_deck(host: Host, floor: float, wide: float, units: Units) -> dict[str, Any]:
    """On legs over the members under the deck, where ties come down on them; joined so that it does not sway between walls that it does not touch."""
    found: dict[str, Any] = {"ends": "legs", "snug": False, "joints": {"fastener": "lag screw", "lag": "3/8 in"}}
    under = over_members(host, floor, BEARER, LONGEST)
    if under is None:
        return found
    found |= {"front": near(under.first - BEARER / 2, units), "length": near(under.last - under.first + BEARER, units)}
    found |= {"bearers": under.count, "halves": 1}
    if wide - CLEAR_SIDES <= SHEET:
        return found
    # a sheet is not as wide: over near members its grain may run across them, over far ones the bed is as wide as a sheet
    return found if under.pitch <= NEAR else found | {"grain": "along", "width": down(SHEET, units)}
