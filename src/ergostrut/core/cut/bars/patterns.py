"""Ways to fill one bar with pieces, listed where they are few."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import NamedTuple

MOST_COLUMNS = 500
MOST_STEPS = 60_000
"""Work spent on listing every pattern before it is given up."""


class Bar(NamedTuple):
    """A kind of bar: ``room`` between the trims, mm; ``cost`` of one; ``most`` there are, None: as many as are asked for."""

    room: float
    cost: float
    most: int | None


@dataclass(frozen=True, slots=True)
class Pattern:
    """``counts`` of each length (longest first) cut from a bar of ``kind`` that costs ``cost``."""

    kind: int
    cost: float
    counts: tuple[int, ...]


def most_of(length: float, left: float, count: int, kerf: float) -> int:
    """How many of a length go into what is ``left`` of a bar, one kerf counted in for each."""
    return min(count, int((left + 1e-9) // (length + kerf)))


def every_pattern(bars: Sequence[Bar], lengths: Sequence[float], counts: Sequence[int], kerf: float) -> list[Pattern] | None:
    """All maximal ways to fill each bar with at most ``counts`` of each length; None when they are too many to list."""
    found: list[Pattern] = []
    steps = 0

    def fill(kind: int, i: int, left: float, chosen: tuple[int, ...]) -> bool:
        nonlocal steps
        steps += 1
        if steps > MOST_STEPS or len(found) > MOST_COLUMNS:
            return False
        if i == len(lengths):
            maximal = all(n == c or left < length + kerf - 1e-9 for n, c, length in zip(chosen, counts, lengths, strict=True))
            if maximal and any(chosen):
                found.append(Pattern(kind, bars[kind].cost, chosen))
            return True
        return all(
            fill(kind, i + 1, left - n * (lengths[i] + kerf), (*chosen, n))
            for n in range(most_of(lengths[i], left, counts[i], kerf), -1, -1)
        )

    return found if all(fill(kind, 0, bar.room + kerf, ()) for kind, bar in enumerate(bars)) else None
