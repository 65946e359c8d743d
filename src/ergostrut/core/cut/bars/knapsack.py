"""The pieces worth most that fit a bar: bounded knapsack by dynamic programming, all rooms at once."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

Array = NDArray[np.float64]


@dataclass(frozen=True)
class Worths:
    """``value`` (cells + 1,): most worth that fits each room; ``taken`` (items, cells + 1): which item was taken to come there."""

    value: Array
    items: tuple[tuple[int, int, int], ...]
    """(length's index, how many, cells) of what could be taken or left."""
    taken: NDArray[np.bool_]

    def fill(self, cells: int, kinds: int) -> tuple[int, ...]:
        """The pieces worth most in so many cells."""
        row = [0] * kinds
        for k in range(len(self.items) - 1, -1, -1):
            if self.taken[k, cells]:
                i, n, size = self.items[k]
                row[i] += n
                cells -= size
        return tuple(row)


def worths(cells: int, sizes: Sequence[int], counts: Sequence[int], worth: Sequence[float]) -> Worths:
    """At most ``counts`` of each kind of ``sizes`` cells; counts are split in powers of two, each taken or left."""
    items = []
    for i, (size, count) in enumerate(zip(sizes, counts, strict=True)):
        n = 1
        while count > 0 and worth[i] > 0:
            n = min(n, count)
            if n * size <= cells:
                items.append((i, n, n * size))
            count -= n
            n *= 2
    value: Array = np.zeros(cells + 1)
    taken = np.zeros((len(items), cells + 1), dtype=bool)
    for k, (i, n, size) in enumerate(items):
        with_it = value[: cells + 1 - size] + n * worth[i]
        taken[k, size:] = with_it > value[size:] + 1e-12
        value[size:] = np.maximum(value[size:], with_it)
    return Worths(value, tuple(items), taken)
