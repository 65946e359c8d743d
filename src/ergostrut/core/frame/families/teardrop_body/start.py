"""A sensible first teardrop on a frame, in round numbers of the job's units."""

from __future__ import annotations

import math
from typing import Any

from ....quantity import Length
from ....structure.host import Host
from ....units import Units
from ...blocks.bed.start import start as bed_start
from ...blocks.rounding import down, up

BAY, REACH = 600.0, 540.0
"""mm from cross member to cross member at the most, and of the hatch, level, at the most."""
SHAPE = ((0.0, 0.42), (0.14, 0.8), (0.34, 0.98), (0.62, 1.0), (0.8, 0.84))
"""Corners of its outline: of its length behind the front, of its height over the deck."""
HIGH = {"in": "48 in", "mm": "1200 mm"}
PITCH = {"in": "1 1/2 in", "mm": "40 mm"}
DOOR = {"in": {"width": "26 in", "height": "30 in"}, "mm": {"width": "650 mm", "height": "760 mm"}}
BED = {"in": {"thick": "4 in"}, "mm": {"thick": "100 mm"}}
CLEAR, RAISED, LEAST = 20.0, 195.0, 90.0
"""mm of a door over a tyre at full travel, from the underside of the bed to its deck as it starts, of a sill at the least."""
LONGEST, BEHIND = 1900.0, 120.0
"""mm of a bed, and before and behind it, that the walls take."""


def start(host: Host, units: Units) -> dict[str, Any]:
    """A bed as it starts with sheets as its floor, an outline as long as that, a door in the right side, room to lie down."""
    made = bed_start(host, units)
    long, high = Length.parse(made["length"]).mm, Length.parse(HIGH[units.length]).mm
    top = max((box.hi[2] for box in host.solids if "tyre" in box.name), default=0.0)
    over = top + CLEAR - (Length.parse(made["lift"]).mm + RAISED)
    sill = up(max(over, LEAST), units) if over > 0 else "0 mm"
    # its hatch comes out of one sheet
    rows = [(max(x * long, long - REACH) if x == SHAPE[-1][0] else x * long, z * high) for x, z in SHAPE]
    profile = [{"x": down(x, units) if x else "0 mm", "z": down(z, units)} for x, z in rows]
    return {
        **made, "profile": profile, "doors": [{"x": down(0.3 * long, units), "sill": sill, **DOOR[units.length]}],
        "mattress": {**BED[units.length], "long": down(min(LONGEST, long - BEHIND), units)}, "skin_pitch": PITCH[units.length], "deck": "birch.18",
        "bolt_grade": "ISO 10.9", "grain": "across", "crosses": math.ceil(long / BAY) + 1,
    }  # fmt: skip
