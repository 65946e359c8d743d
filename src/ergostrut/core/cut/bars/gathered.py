"""What bars leave over gathered on one of them: a long rest is worth more than several short ones."""

from __future__ import annotations

from collections.abc import Sequence

from .knapsack import worths

TURNS = 40
"""Pairs of bars repacked at most."""
GRID = 1.0
Bar = tuple[float, list[float]]
"""Room between the trims, and the lengths cut from it."""


def left(bar: Bar, kerf: float) -> float:
    room, pieces = bar
    return room - sum(pieces) - kerf * max(len(pieces) - 1, 0)


def gathered(bars: Sequence[Bar], kerf: float) -> list[Bar]:
    """The same bars with the same pieces, moved so that the longest rest is longer: the bar that has it gives to another what fits there better."""
    found = [(room, list(pieces)) for room, pieces in bars]
    for _ in range(TURNS):
        most = max(range(len(found)), key=lambda i: (left(found[i], kerf), -i), default=None)
        if most is None or not any(_moved(found, most, other, kerf) for other in range(len(found)) if other != most):
            break
    return found


def _moved(bars: list[Bar], most: int, other: int, kerf: float) -> bool:
    """Whether filling ``other`` from the pieces of both leaves ``most`` a longer rest; it is done where it does."""
    room, pieces = bars[other]
    pool = sorted([*pieces, *bars[most][1]], reverse=True)
    kinds = list(dict.fromkeys(pool))
    sizes = [-int(-(length + kerf) // GRID) for length in kinds]
    counts = [pool.count(length) for length in kinds]
    cells = int((room + kerf) // GRID)
    took = worths(cells, sizes, counts, kinds).fill(cells, len(kinds))
    fuller = [length for length, n in zip(kinds, took, strict=True) for _ in range(n)]
    rest = list(pool)
    for length in fuller:
        rest.remove(length)
    one, two = (room, fuller), (bars[most][0], rest)
    if left(two, kerf) <= left(bars[most], kerf) + 1e-6 or left(two, kerf) < 0 or left(one, kerf) < -1e-9:
        return False
    bars[other], bars[most] = one, two
    return True
