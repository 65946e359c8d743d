"""Which bars to buy and how to cut them: exact least cost by whole numbers of cutting patterns.

A bar holds k pieces when their sum + (k - 1) kerf <= length - 2 trim. Every maximal pattern is listed and the
best mix found by mixed-integer programming (HiGHS through scipy), which proves its optimum or states its gap.
Ties go to fewer bars.
"""

from __future__ import annotations

from collections import Counter
from collections.abc import Mapping, Sequence
from dataclasses import dataclass

import numpy as np
from scipy.optimize import Bounds, LinearConstraint, milp

PATTERN_LIMIT = 60_000
SECONDS = 5.0


@dataclass(frozen=True, slots=True)
class BarCut:
    """One bar: its stock length, the (mark, length) pieces in order, and what is left over, mm."""

    stock: float
    pieces: tuple[tuple[str, float], ...]
    left: float


@dataclass(frozen=True, slots=True)
class BarPlan:
    bars: tuple[BarCut, ...]
    cost: float
    proven: bool
    gap: float
    too_long: tuple[str, ...]


def _patterns(lengths: Sequence[float], counts: Sequence[int], room: float, kerf: float) -> list[tuple[int, ...]]:
    """All maximal ways to fill ``room`` with at most ``counts`` of each length (sorted longest first)."""
    found: list[tuple[int, ...]] = []

    def fill(i: int, left: float, chosen: list[int]) -> None:
        if len(found) >= PATTERN_LIMIT:
            return
        if i == len(lengths):
            if all(n == c or left < length + kerf - 1e-9 for n, c, length in zip(chosen, counts, lengths, strict=True)):
                found.append(tuple(chosen))
            return
        most = min(counts[i], int((left + 1e-9) // (lengths[i] + kerf)))
        for n in range(most, -1, -1):
            fill(i + 1, left - n * (lengths[i] + kerf), [*chosen, n])

    fill(0, room + kerf, [])
    return [pattern for pattern in found if any(pattern)]


def plan_bars(pieces: Sequence[tuple[str, float]], stock: Mapping[float, float], kerf: float, trim: float) -> BarPlan:
    """Cut ``pieces`` (mark, length mm) from ``stock`` (length mm -> price of one bar).

    Returns:
        The plan; pieces longer than every bar are named in ``too_long`` and left out.
    """
    longest = max(stock) - 2 * trim
    too_long = tuple(mark for mark, length in pieces if length > longest + 1e-9)
    fitting = [(mark, length) for mark, length in pieces if length <= longest + 1e-9]
    if not fitting:
        return BarPlan((), 0.0, True, 0.0, too_long)
    marks: dict[float, list[str]] = {}
    for mark, length in fitting:
        marks.setdefault(round(length, 3), []).append(mark)
    lengths = sorted(marks, reverse=True)
    counts = [len(marks[length]) for length in lengths]
    columns: list[tuple[float, tuple[int, ...]]] = []
    for bar in sorted(stock):
        columns += [(bar, pattern) for pattern in _patterns(lengths, counts, bar - 2 * trim, kerf)]
    capped = len(columns) >= PATTERN_LIMIT
    least = min(stock.values()) or 1.0
    cost = np.array([stock[bar] + 1e-5 * least for bar, _ in columns])
    A = np.array([pattern for _, pattern in columns], dtype=float).T
    solved = milp(
        cost,
        constraints=LinearConstraint(A, lb=np.array(counts, dtype=float)),
        integrality=np.ones(len(columns), dtype=np.uint8),
        bounds=Bounds(0, np.inf),
        options={"time_limit": SECONDS, "mip_rel_gap": 0.0},
    )
    if solved.x is None:
        chosen = _one_by_one(columns, counts)
        proven, gap = False, 1.0
    else:
        chosen = Counter({k: round(float(n)) for k, n in enumerate(solved.x) if n > 0.5})
        gap = float(getattr(solved, "mip_gap", 0.0) or 0.0)
        proven = solved.status == 0 and not capped
    stacks = {length: list(marks[length]) for length in lengths}
    bars = []
    for k in sorted(chosen, key=lambda k: (-columns[k][0], tuple(-n for n in columns[k][1]))):
        bar, pattern = columns[k]
        for _ in range(chosen[k]):
            cuts = []
            for length, n in zip(lengths, pattern, strict=True):
                for _ in range(min(n, len(stacks[length]))):
                    cuts.append((stacks[length].pop(0), length))
            if cuts:
                used = sum(length for _, length in cuts) + kerf * (len(cuts) - 1)
                bars.append(BarCut(bar, tuple(cuts), bar - 2 * trim - used))
    return BarPlan(tuple(bars), sum(stock[bar.stock] for bar in bars), proven, gap, too_long)


def _one_by_one(columns: Sequence[tuple[float, tuple[int, ...]]], counts: Sequence[int]) -> Counter[int]:
    """Fallback when no mix was found in time: the fullest pattern for what is left, again and again."""
    left = list(counts)
    chosen: Counter[int] = Counter()
    while any(left):
        best = max(range(len(columns)), key=lambda k: sum(min(a, b) for a, b in zip(columns[k][1], left, strict=True)) / columns[k][0])
        chosen[best] += 1
        left = [max(0, b - a) for a, b in zip(columns[best][1], left, strict=True)]
    return chosen
