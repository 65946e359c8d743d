"""Bought hardware held to what the user read off it: straps, hinge pins. N, mm, MPa. No rating, no verdict."""

from __future__ import annotations

import math

STRAP_FACTOR = 3.0
"""Working load of a strap sold by its breaking load."""
FLAT_STRAP = 30.0
"""Degrees from the floor under which a strap presses too little."""
HINGE_FY = 250.0
"""MPa of a hinge or pivot pin unless known."""


def strap_pull(load: float, angle: float) -> float:
    """Pull in a strap that holds ``load`` upright at ``angle`` rad from the level.

    Raises:
        ValueError: a level strap holds nothing up.
    """
    if math.sin(angle) <= 1e-6:
        raise ValueError("a level strap holds nothing up")
    return load / math.sin(angle)
