"""A sensible first slide in a host, in round numbers of the job's units."""

from __future__ import annotations

from typing import Any

from ....quantity import Length
from ....structure.host import FLOOR_END, WELL_LENGTH, WELL_START, Host
from ....units import Units
from ...blocks.room import ahead, wide
from ...blocks.rounding import down, up

CLEAR_WELL, CLEAR_GATE, GEAR, SHEET = 19.0, 10.0, 57.0, 1219.2
"""mm: left beside the wells in all, at the gate, taken by running gear and base rails on both sides, and the width of a sheet."""
FRONT_GAP, LONGEST = 25.4, 2_100.0
PULL = 0.45
"""Part of its length that a slide comes out at first."""
BESIDE = 9.5
"""mm from the tray's side to the middle of the lower rails: where the first bolts go through them."""

HAND, APART = 110.0, 900.0
"""mm along the rail that a hand with a spanner takes; farther apart another bolt stands between two."""
_USUAL = (("front_gap", "25 mm"), ("tray_length", "1900 mm"), ("tray_width", "1150 mm"))
"""The parameters' own defaults."""
LOWER = "1x1.5x14ga"
"""Low enough to lie under the tray's rails."""

_ROUND: dict[str, dict[str, Any]] = {
    "in": {
        "tray_length": "74 in",
        "tray_width": "45 in",
        "front_gap": "1 in",
        "pull_out": "33 in",
        "roller_lift": "5/16 in",
        "board_gap": "1/4 in",
        "rollers": {
            "diameter": "1 1/2 in",
            "width": "1/2 in",
            "axle": "1/2 in",
            "let_in": "11/16 in",
            "front_setback": "2 1/2 in",
            "rear_setback": "3 in",
            "play": "1/16 in",
        },
        "base": {"lower": LOWER},
        "guides": {"play": "1/16 in"},
        "lock": {"pin": "3/8 in", "gap": "1/8 in", "tray_plate": "1/8 in", "base_plate": "3/16 in"},
        "joints": {"capped": True},
    },
    "mm": {
        "pull_out": "850 mm",
        "base": {"lower": LOWER},
        "rollers": {"axle": "12 mm", "let_in": "17 mm"},
        "joints": {"capped": True},
    },
}
"""What replaces the parameters' own defaults, which are round in mm; metal is left on both sides of the hold-down axle."""


def start(host: Host, units: Units) -> dict[str, Any]:
    """Parameters of a slide as large as the floor's figures allow, bolted through it where that may be; of a usual size where nothing is measured."""
    found = dict(_ROUND[units.length])
    end, between = host.end, wide(host)
    if end is not None and between is not None:
        front = ahead(host) + FRONT_GAP
        length = min(end - CLEAR_GATE - front, LONGEST)
        found |= {
            "front_gap": up(end - CLEAR_GATE - length, units) if length == LONGEST else up(front, units),
            "tray_length": down(length, units),
            "tray_width": down(min(between - CLEAR_WELL - GEAR, SHEET), units),
            "pull_out": down(PULL * length, units),
        }
    return {**found, "fixings": _bolts(host, found, units)}


def _bolts(host: Host, found: dict[str, Any], units: Units) -> list[dict[str, Any]]:
    """Bolts through the floor with plates under it along each lower rail, where a hand reaches; none where nobody may drill, or holes are there to be chosen."""
    if not host.may_drill or host.no_trace or host.holes:
        return []
    front, long, half = (Length.parse(found.get(name, usual)).mm for name, usual in _USUAL)
    first, last = front + 80.0, (host.mm(FLOOR_END) or front + long) - 100.0
    start, well = host.mm(WELL_START), host.mm(WELL_LENGTH)
    rows = [(first, "front"), ((first + last) / 2, "middle"), (last, "rear")]
    if start is not None and well is not None and first < start < last:
        # no hand comes between a wheel box and what stands beside it
        rows[1:2] = [(max(start - HAND, first + HAND), "ahead")]
        if start + well + HAND < last - HAND:
            rows.insert(2, (start + well + HAND, "behind"))
        elif start - HAND - first > APART:
            rows.insert(1, ((first + start - HAND) / 2, "middle"))
    return [
        {"name": f"{word} {side}", "x": up(x, units), "y": f"{sign * (half / 2 + BESIDE):.1f} mm", "backing": True}
        for x, word in rows
        for side, sign in (("left", -1), ("right", 1))
    ]
