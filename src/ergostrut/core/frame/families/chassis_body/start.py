"""A sensible first body on a chassis, in round numbers of the job's units."""

from __future__ import annotations

import math
from typing import Any

from ....quantity import Length
from ....structure.host import Host
from ....units import Units
from ...blocks.bed.start import start as bed_start

BAY = 600.0
"""mm from post to post at the most: two bays, and a little, are a sheet's width."""
HIGH = {"in": "72 in", "mm": "1850 mm"}
PITCH = {"in": "1 1/2 in", "mm": "40 mm"}
DOOR = {"in": "28 in", "mm": "700 mm"}


def start(host: Host, units: Units) -> dict[str, Any]:
    """A bed as it starts, with room to stand on it, and sheets as its floor; posts, cross members and bows so far apart that two bays take a
    sheet."""
    bed = bed_start(host, units)
    n = math.ceil(Length.parse(bed["length"]).mm / BAY) + 1
    return {
        **bed, "height": HIGH[units.length], "door": {"width": DOOR[units.length]}, "skin_pitch": PITCH[units.length], "deck": "birch.18", "bolt_grade": "ISO 10.9", "grain": "across", "crosses": n, "posts": n, "bows": n,
    }  # fmt: skip
