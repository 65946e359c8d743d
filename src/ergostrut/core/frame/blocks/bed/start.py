"""A sensible first bed on a chassis, in round numbers of the job's units."""

from __future__ import annotations

from typing import Any

from ....structure.host import CAB_WIDTH, RAIL_END, Host
from ....units import Units
from ..rounding import down, up

BEHIND, CLEAR = 60.0, 20.0
"""mm between the cab and the bed, and over the tyres at full travel (common practice, no published source)."""
RAIL = 101.6
"""mm that the long rails it starts with are deep."""


def start(host: Host, units: Units) -> dict[str, Any]:
    """Parameters of a bed as long as the frame's rails, as wide as the cab, its long rails over the mounts and its tyres clear."""
    found: dict[str, Any] = {"board_gap": "1/4 in", "washer": "1 1/2 in"} if units.length == "in" else {}
    long, wide = host.mm(RAIL_END) or host.stand_in.get(RAIL_END, 2100.0), host.mm(CAB_WIDTH) or host.stand_in.get(CAB_WIDTH, 1750.0)
    ys = sorted(abs(one.at[1]) for one in host.features.values())
    top = max((box.hi[2] for box in host.solids if "tyre" in box.name), default=0.0)
    lift = max(top + CLEAR - RAIL, max((one.at[2] for one in host.features.values()), default=0.0), 10.0)
    found |= {"front": up(BEHIND, units), "length": down(long - BEHIND, units), "width": down(wide, units), "lift": up(lift, units)}
    if ys:
        middle = 2 * ys[len(ys) // 2]
        found["apart"] = f"{middle / 25.4:.3f} in" if units.length == "in" else f"{middle:.0f} mm"
    return found
