"""A sensible first topper over a pickup's bed, in round numbers of the job's units."""

from __future__ import annotations

import math
from typing import Any

from ....structure.host import GATE_OUTSIDE, WIDTH_TOP, Host
from ....units import Units
from ...blocks.rounding import down, up

BESIDE, SKIN, BAY = 100.0, 36.0, 480.0
"""mm that both rails together reach over the bed's sides, of the skin that it starts with, from post to post at the most."""
FIRST = {
    "in": {"front": "0 in", "height": "26 in", "skin_pitch": "1 1/2 in"},
    "mm": {"front": "0 mm", "height": "650 mm", "skin_pitch": "40 mm"},
}


def start(host: Host, units: Units) -> dict[str, Any]:
    """A topper from the bed's front panel to the outside of its gate, its rails on the bed's sides."""
    long = host.shape(GATE_OUTSIDE) - 2 * SKIN
    return {
        **FIRST[units.length], "length": down(long, units), "width": up(host.shape(WIDTH_TOP) + BESIDE, units), "posts": math.ceil(long / BAY) + 1,
    }  # fmt: skip
