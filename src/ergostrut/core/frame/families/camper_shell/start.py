"""A sensible first shell in a pickup's bed, in round numbers of the job's units."""

from __future__ import annotations

import math
from typing import Any

from ....structure.host import CAB_HEIGHT, FLOOR_END, SIDE_HEIGHT, WELL_HEIGHT, WIDTH_HIGH, WIDTH_LOW, WIDTH_TOP, Host
from ....units import Units
from ...blocks.rounding import down, up

SIDE, OVER, BEHIND = 45.0, 30.0, 20.0
"""mm each side between the wells for skin, screw heads and blocks; over the bed's rails; behind its front panel (common practice, no published source)."""
SKIN = 36.0
"""mm of the skin that it starts with."""
BAY = 440.0
"""mm from post to post at the most."""
ABOVE = 1_250.0
"""mm from the bed's floor to a usual cab's roof, and what is left over it on rough ground."""
CLEAR = 60.0
HIGH = {"in": "76 in", "mm": "1950 mm"}
PITCH = {"in": "1 1/2 in", "mm": "40 mm"}
NOSE = {
    "in": {"reach": "36 in", "reach_top": "18 in", "mattress": "4 in"},
    "mm": {"reach": "900 mm", "reach_top": "450 mm", "mattress": "100 mm"},
}
DOOR = {"in": "24 in", "mm": "600 mm"}
HOOKS = 100.0
"""mm from the bed's ends, sides and floor to its hooks."""


def start(host: Host, units: Units) -> dict[str, Any]:
    """A shell as long as the bed's floor, between its wells and over its rails, tied down to the bed's corners."""
    long, low = host.shape(FLOOR_END), host.shape(WIDTH_LOW)
    over, rails = host.shape(SIDE_HEIGHT), host.shape(WIDTH_TOP)
    length, front = down(long - 2 * BEHIND - 2 * SKIN, units), up(BEHIND, units)
    lower, wide = down(low - 2 * SIDE, units), up(max(rails + 160.0, low + 300.0), units)
    bench = up(max(over, host.shape(WELL_HEIGHT)) + OVER, units)
    nose: dict[str, Any] = {**NOSE[units.length], "low": up((host.mm(CAB_HEIGHT) or ABOVE) + CLEAR, units)}
    n = math.ceil((long - 2 * BEHIND - 2 * SKIN) / BAY) + 1
    half, run = host.shape(WIDTH_HIGH) / 2 - HOOKS, long - 2 * HOOKS
    reach = min(500.0, run / 3)

    def tie(name: str, side: str, end: str) -> dict[str, Any]:
        along = reach if end == "front" else long - 2 * BEHIND - 2 * SKIN - reach
        x = HOOKS if end == "front" else long - HOOKS
        return {
            "name": name,
            "side": side,
            "along": down(along, units),
            "x": down(x, units),
            "y": down(half, units),
            "z": "4 in" if units.length == "in" else "100 mm",
        }

    ties = [tie(f"{end} {side}", side, end) for end in ("front", "rear") for side in ("left", "right")]
    return {
        "front": front, "length": length, "lower": lower, "width": wide, "bench": bench, "height": HIGH[units.length], "posts": n, "nose": nose,
        "skin_pitch": PITCH[units.length], "door": {"width": DOOR[units.length]}, "ties": ties,
    }  # fmt: skip
