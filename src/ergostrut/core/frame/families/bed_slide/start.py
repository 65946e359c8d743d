"""A sensible first slide in a host, in round numbers of the job's units."""

from __future__ import annotations

from typing import Any

from ....structure.host import GATE_OUTSIDE, GATE_THICKNESS, WIDTH_LOW, Host
from ....units import Units
from ...blocks.rounding import down

CLEAR_WELL, CLEAR_GATE, GEAR, SHEET = 19.0, 10.0, 57.0, 1219.2
"""mm: left beside the wells in all, at the gate, taken by running gear and base rails on both sides, and the width of a sheet."""
FRONT_GAP = 25.4
PULL = 0.55
"""Part of its length that a slide comes out at first."""

LOWER = "1x1.5x14ga"
"""Low enough to lie under the tray's rails."""

_ROUND: dict[str, dict[str, Any]] = {
    "in": {
        "tray_length": "74 in",
        "tray_width": "45 in",
        "front_gap": "1 in",
        "pull_out": "40 in",
        "roller_lift": "5/16 in",
        "board_gap": "1/4 in",
        "rollers": {
            "diameter": "1 1/2 in",
            "width": "1/2 in",
            "axle": "5/8 in",
            "let_in": "9/16 in",
            "front_setback": "2 1/2 in",
            "rear_setback": "3 in",
            "play": "1/16 in",
        },
        "base": {"lower": LOWER},
        "guides": {"play": "1/16 in"},
        "lock": {"pin": "3/8 in", "gap": "1/8 in", "tray_plate": "1/8 in", "base_plate": "3/16 in"},
    },
    "mm": {"base": {"lower": LOWER}},
}
"""What replaces the parameters' own defaults, which are round in mm."""


def start(host: Host, units: Units) -> dict[str, Any]:
    """Parameters of a slide as large as the bed's figures allow; of a usual size where the bed is not measured."""
    found = dict(_ROUND[units.length])
    gate, thick, between = host.mm(GATE_OUTSIDE), host.mm(GATE_THICKNESS), host.mm(WIDTH_LOW)
    if gate and thick and between:
        length = gate - thick - CLEAR_GATE - FRONT_GAP
        found |= {
            "tray_length": down(length, units),
            "tray_width": down(min(between - CLEAR_WELL - GEAR, SHEET), units),
            "pull_out": down(PULL * length, units),
        }
    return found
