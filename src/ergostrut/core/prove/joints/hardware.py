"""Bought hardware held to a rating that the user read off it: straps, hinges, slides, casters. N, mm, MPa. No rating, no verdict."""

from __future__ import annotations

import math

STRAP_FACTOR = 3.0
"""Working load of a strap sold by its breaking load."""
HINGE_FY = 250.0
"""MPa of a hinge or pivot pin unless known."""
DYNAMIC = {"paved": 1.5, "gravel": 2.0, "trail": 3.0}
"""What a drawer slide feels on the road, as the bump of each road class (common practice, no published source)."""


def strap_working(breaking: float | None, working: float | None) -> float | None:
    """Working load of a strap: as given, else a third of its breaking load; None when neither is known."""
    return working if working is not None else breaking / STRAP_FACTOR if breaking is not None else None


def strap_pull(load: float, angle: float) -> float:
    """Pull in a strap that holds ``load`` upright at ``angle`` rad from the level.

    Raises:
        ValueError: a level strap holds nothing up.
    """
    if math.sin(angle) <= 1e-6:
        raise ValueError("a level strap holds nothing up")
    return load / math.sin(angle)


def sag_pull(w: float, L: float, sag: float) -> float:
    """Pull N of taut webbing under ``w`` N/mm over ``L`` with sag ``sag`` mm: w L2 / 8 s."""
    return w * L**2 / (8 * sag)


def hinge_use(load: float, d: float, knuckles: int, gap: float, Fy: float = HINGE_FY) -> float:
    """Use of a hinge pin: shear 0.4 Fy over its planes, bending 0.75 Fy of load x gap / 4 between knuckles."""
    planes = max(2 * (knuckles // 2), 1)
    shear = load / planes / (math.pi * d**2 / 4) / (0.4 * Fy)
    bending = (load / planes) * gap / 2 / (math.pi * d**3 / 32) / (0.75 * Fy)
    return max(shear, bending)


def drawer_slide_use(load: float, rating: float | None, road: str, *, extended: bool) -> float | None:
    """Use of a pair of drawer slides: their rating holds fully out and still; on the road, closed, the bump multiplies the load."""
    if rating is None:
        return None
    return load * (1.0 if extended else DYNAMIC[road]) / rating
