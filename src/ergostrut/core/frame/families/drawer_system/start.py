"""A sensible first drawer system in a host, in round numbers of the job's units."""

from __future__ import annotations

from typing import Any

from ....structure.host import FLOOR_END, WIDTH_LOW, Host
from ....units import Units
from ...blocks.over_members import rearmost
from ...blocks.rounding import down, near

CLEAR_END, CLEAR_SIDES, DEEPEST = 20.0, 30.0, 1000.0


def start(host: Host, units: Units) -> dict[str, Any]:
    """Parameters of two drawers side by side at the rear, between what stands on the floor."""
    inch = units.length == "in"
    found: dict[str, Any] = {
        "height": "14 in" if inch else "350 mm",
        "spacing": "4 in" if inch else "100 mm",
        "joint": "dado",
        "back_joint": "glue",
    }
    floor, wide = host.mm(FLOOR_END) or 1900.0, host.mm(WIDTH_LOW) or 1200.0
    ahead = max([0.0, *(box.hi[0] + 5.0 for box in host.solids if box.lo[0] <= 0.0)])
    length = min(floor - ahead - 2 * CLEAR_END, DEEPEST)
    found |= {"length": down(length, units), "width": down(min(wide - CLEAR_SIDES, 1200.0), units)}
    found["front"] = down(floor - CLEAR_END / 2 - length, units)
    if host.is_deck:
        # they are drawn out through the door of what they stand in
        wide = min([wide, *(opening.size[0] for opening in host.openings if opening.axis == 0)])
        found["width"] = down(min(wide - CLEAR_SIDES, 1200.0), units)
    under = rearmost(host, floor, DEEPEST)
    if under is not None:
        # its ties are at its ends
        found |= {"front": near(under.first, units), "length": near(under.last - under.first, units)}
    return found
