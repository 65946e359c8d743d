"""What somebody treads on along a way: the highest thing below him wherever he is, and the largest step from one to the next."""

from __future__ import annotations

import itertools
from collections.abc import Iterator, Sequence

import numpy as np

from ...mechanics.space.boxes import Array
from ...mechanics.space.passage import Corners

TREAD, STRIDE = 150.0, 50.0
"""mm of level room that a foot needs each way, and between places along the way (common practice, no published source)."""
UNDER = 5.0
"""mm by which what one treads on may be drawn above the body that comes over it."""


def _along(places: Sequence[tuple[float, float, float]]) -> Iterator[Array]:
    for one, other in itertools.pairwise(np.array(places)):
        yield from np.linspace(one, other, max(int(np.linalg.norm(other - one) / STRIDE), 1) + 1)


def largest_step(places: Sequence[tuple[float, float, float]], start: float, solids: Sequence[Corners], floor_end: float) -> float:
    """mm between what one treads on from place to place: ``places`` of the body's underside from the bed on, which is ``start`` high; the floor
    lies at 0 and ends at ``floor_end``, beyond which nothing is asked."""
    lo, hi = (np.array([box[i] for box in solids]).reshape(-1, 3) for i in (0, 1))
    levels = [start]
    for x, y, z in _along(places):
        if x > floor_end:
            break
        at = np.array([x, y])
        over = (lo[:, :2] < at + TREAD / 2).all(axis=1) & (hi[:, :2] > at - TREAD / 2).all(axis=1) & (hi[:, 2] <= z + UNDER)
        levels.append(float(hi[over, 2].max(initial=0.0)))
    return max(abs(a - b) for a, b in itertools.pairwise(levels)) if len(levels) > 1 else 0.0
