"""A sensible first bed on a chassis, in round numbers of the job's units."""

from __future__ import annotations

from typing import Any

from ....structure.host import CAB_WIDTH, RAIL_END, RAIL_WIDTH, Host
from ....units import Units
from ..rounding import down, up

BEHIND, CLEAR, BESIDE = 60.0, 20.0, 40.0
"""mm between the cab and the bed, over the tyres at full travel, and beside them (common practice, no published source)."""
EDGE = 110.0
"""mm that a bed is wider than its long rails are apart, at the least and a little."""
AHEAD = 0.125
"""Share of the way from axles to ball that an even load's middle lies ahead of them: what is wanted on a coupling (common practice, no published source)."""
RAIL = 101.6
"""mm that the long rails it starts with are deep."""


def _balanced(host: Host) -> float:
    """mm of a bed on axles of a trailer's own whose middle lies ahead of them by an eighth of what lies between them and the ball."""
    xs = [one.at[0] for one in host.features.values() if one.wheel is not None]
    ball = next((one for one in host.features.values() if one.ball), None)
    if not xs or ball is None:
        return 0.0
    axle = sum(xs) / len(xs)
    return 2 * (axle - AHEAD * (axle - ball.at[0]))


def start(host: Host, units: Units) -> dict[str, Any]:
    """Parameters of a bed as long as the frame's rails, or of a trailer's own as its axles balance, as wide as the cab, its long rails over the mounts and its tyres clear; without a cab as
    wide as goes between the tyres, where that is no less than over the rails, and no higher than its mounts."""
    found: dict[str, Any] = {"board_gap": "1/4 in", "washer": "1 1/2 in"} if units.length == "in" else {}
    cab, tyres = CAB_WIDTH in host.dims, [box for box in host.solids if "tyre" in box.name]
    long, wide = max(host.mm(RAIL_END) or host.stand_in.get(RAIL_END, 2100.0), _balanced(host)), host.shape(CAB_WIDTH)
    ys = sorted(abs(one.at[1]) for one in host.features.values() if not one.ball)
    low, top = (
        max((one.at[2] for one in host.features.values() if not one.ball), default=0.0),
        max((box.hi[2] for box in tyres), default=0.0),
    )
    behind, lift = (BEHIND, max(top + CLEAR - RAIL, low, 10.0)) if cab else (0.0, low)
    if not cab:
        between = 2 * (min((min(abs(box.lo[1]), abs(box.hi[1])) for box in tyres), default=900.0) - BESIDE)
        over = max(host.shape(RAIL_WIDTH), 2 * ys[len(ys) // 2] + EDGE if ys else 0.0)
        wide = max(between, over)
        lift = low if between >= over else max(top + CLEAR - RAIL, low)
    found |= {"front": up(behind, units), "length": down(long - behind, units), "width": down(wide, units), "lift": up(lift, units)}
    if any(one.ball for one in host.features.values()):
        found["drawbar"] = {}
    if ys:
        middle = 2 * ys[len(ys) // 2]
        found["apart"] = f"{middle / 25.4:.3f} in" if units.length == "in" else f"{middle:.0f} mm"
    return found
