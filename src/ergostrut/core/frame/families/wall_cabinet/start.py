"""A sensible first cabinet in a host, in round numbers of the job's units."""

from __future__ import annotations

from typing import Any

from ....structure.host import COVER, FLOOR_END, SIDE_HEIGHT, WELL_HEIGHT, Host
from ....units import Units
from ...blocks.over_members import at_posts
from ...blocks.room import ahead
from ...blocks.rounding import down, near

THICK, SWINGS = 12.0, 40.0
"""mm of its uprights, and what its doors take over it."""
LONGEST, HIGHEST, OVER, LEAST, BESIDE = 900.0, 400.0, 60.0, 160.0, 200.0
"""mm: its length and height at the most, what stays over it, its height at the least, and how far it keeps off what stands at the front."""
_ROUND: dict[str, dict[str, Any]] = {
    "in": {
        "depth": "10 in",
        "lip": "1 in",
        "wall": {"below": "2 in"},
        "edges": {"groove": "1/8 in", "spacing": "6 in", "bite": "1 1/4 in"},
    },
    "mm": {"depth": "260 mm"},
}


def start(host: Host, units: Units) -> dict[str, Any]:
    """Parameters of a cabinet high on the left wall, under the roof or the rail."""
    roof, floor = host.mm(COVER) or host.mm(SIDE_HEIGHT) or 1_200.0, host.mm(FLOOR_END) or LONGEST + 300.0
    well = (host.mm(WELL_HEIGHT) or 0.0) + OVER / 2
    height = max(min(HIGHEST, 0.4 * roof, roof - OVER - well), LEAST)
    # a hand comes to its first fixings past what stands at the front
    front = ahead(host) + BESIDE
    length = max(min(LONGEST, floor - front - 100.0), 300.0)
    found = {
        **_ROUND[units.length],
        "front": down(front, units),
        "length": down(length, units),
        "height": down(height, units),
        # its doors swing up under the bows of another build
        "low": down(max(roof - (OVER + SWINGS if host.is_deck else OVER) - height, 40.0), units),
        "bays": 2 if length > 500.0 else 1,
    }
    posts = at_posts(host, floor, THICK, LONGEST)
    if posts is None:
        return found
    row, at = posts
    found |= {"front": near(at.first - THICK / 2, units), "length": near(at.last - at.first + THICK, units), "bays": at.count - 1}
    return found | {"wall": {**found.get("wall", {}), "row": row}}
