"""A sensible first rack in a host, in round numbers of the job's units."""

from __future__ import annotations

import math
from typing import Any

from ....structure.host import COVER, FLOOR_END, SIDE_HEIGHT, WELL_HEIGHT, Host
from ....units import Units
from ...blocks.over_members import at_posts
from ...blocks.rounding import down, near

LONGEST, HIGHEST, BAY = 1600.0, 1300.0, 560.0
"""mm; a bay whose low shelf bears a foot at its front edge."""
UPRIGHT = 38.0
"""mm of its first uprights."""
UNDER, APART = 95.0, 120.0
"""mm of shelf and bearer over a wheel box, and from one shelf to the next at the least."""


def start(host: Host, units: Units) -> dict[str, Any]:
    """Parameters of a rack along the left wall, three shelves, the uppermost within reach."""
    floor, roof = host.mm(FLOOR_END), host.mm(COVER) or host.mm(SIDE_HEIGHT)
    ahead = max([100.0, *(box.hi[0] + 25.0 for box in host.solids if box.lo[0] <= 0.0)])
    length = min((floor or LONGEST + 200) - ahead - 100, LONGEST)
    height = min((roof or HIGHEST + 60) - 60, HIGHEST)
    least = (host.mm(WELL_HEIGHT) or 0.0) + UNDER
    shares = (0.3, 0.62, 0.92) if height > 700 else (0.55, 0.95)
    tops = [max(height * share, least + n * APART) for n, share in enumerate(shares)]
    names = ("low", "middle", "top") if len(tops) == 3 else ("low", "top")
    shelves = [{"name": name, "height": down(top, units)} for name, top in zip(names, tops, strict=True) if top < height + 150]
    found = {
        "front": down(ahead, units),
        "depth": "16 in" if units.length == "in" else "400 mm",
        "length": down(length, units),
        "height": down(height, units),
        "shelves": shelves,
        "frames": max(2, math.ceil(length / BAY) + 1),
        "bearer": "2x3 spf",
        "deck": "birch.18",
        "joints": {"screw": "No. 14", "screws": 4},
    }
    posts = at_posts(host, floor or LONGEST, UPRIGHT, LONGEST)
    if posts is None:
        return found
    row, at = posts
    found |= {"front": near(at.first - UPRIGHT / 2, units), "length": near(at.last - at.first + UPRIGHT, units), "frames": at.count}
    return found | {"wall": {"row": row}}
