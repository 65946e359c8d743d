"""How far apart members stand under a skin or a deck."""

from __future__ import annotations

import math

APART = 620.0
"""mm between members under a skin or a deck at the most (common practice, no published source)."""
FEW = 40.0
"""mm between two members side by side, at the least."""


def evenly(lo: float, hi: float, least: int = 0) -> tuple[float, ...]:
    """Evenly between two places, so many that none are further apart than ``APART``, ``least`` of them at the least."""
    n = max(math.ceil((hi - lo) / APART), least + 1)
    return tuple(lo + (hi - lo) * k / n for k in range(1, n))
