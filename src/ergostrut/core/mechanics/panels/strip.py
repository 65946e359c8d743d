"""A sheet as strips between supports, continuous over one, two or more bays.

Coefficients by the three-moment equation, the worst pattern of loaded bays (AISC Manual table 3-22c gives the same).
"""

from __future__ import annotations

import math
from dataclasses import dataclass


@dataclass(frozen=True, slots=True)
class Bays:
    """Uniform load: moment w L2 and sag w L4 / EI; point load mid end bay: moment P L and sag P L3 / EI."""

    count: int
    moment: float
    sag: float
    point_moment: float
    point_sag: float


BAYS = (
    Bays(1, 1 / 8, 5 / 384, 1 / 4, 1 / 48),
    Bays(2, 1 / 8, 0.0091, 13 / 64, 0.01497),
    Bays(3, 0.1167, 0.0099, 0.2, 0.01458),
)


def bays(count: int) -> Bays:
    """Row for ``count`` bays; more than three act as three."""
    return BAYS[min(max(count, 1), 3) - 1]


def carrying_width(L: float, E_along: float, E_across: float, contact: float, panel: float, to_edge: float | None = None) -> float:
    """Width (mm) that shares a concentrated load on a strip of span ``L`` (after Westergaard 1930), at most the ``panel``.

    b = 0.58 L (E across / E along)^(1/4) + contact; nearer a free edge than b/2 (``to_edge`` mm): 0.37 b, the contact at
    least.
    """
    b = min(0.58 * L * math.sqrt(math.sqrt(E_across / E_along)) + contact, panel)
    return max(0.37 * b, min(contact, panel)) if to_edge is not None and to_edge < b / 2 else b
