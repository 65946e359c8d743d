"""Which bars to buy and how to cut them: least cost by whole numbers of cutting patterns.

A bar holds k pieces when their sum + (k - 1) kerf <= length - 2 trim. Where the patterns are few all are listed and the best mix
found by mixed-integer programming (HiGHS through scipy); longer lists are searched with bounded work. What is not proven says
its true gap, to a bound that holds for every way of cutting. Ties go to fewer bars.
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence

from ..structure.plans import BarCut, BarPlan
from .mix import best_mix
from .patterns import Pattern, every_pattern
from .search import PROVEN, search

TIE = 1e-5


def plan_bars(pieces: Sequence[tuple[str, float]], stock: Mapping[float, float], kerf: float, trim: float) -> BarPlan:
    """Cut ``pieces`` (mark, length mm) from ``stock`` (length mm -> price of one bar).

    Returns:
        The plan; pieces longer than every bar are named in ``too_long`` and left out. ``gap``: how far, as a part of its cost,
        the plan may lie above the least.
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
    least = min(stock.values()) or 1.0
    # a whisper of cost a bar, so that ties go to fewer bars
    bars = [(bar, bar - 2 * trim, stock[bar] + TIE * least) for bar in sorted(stock)]
    columns = every_pattern(bars, lengths, counts, kerf)
    plan, bound = best_mix(columns, counts) if columns is not None else ([], 0.0)
    if not plan:
        plan, other = search(bars, lengths, counts, kerf)
        bound = max(bound, other)
    cost = sum(pattern.cost for pattern in plan)
    gap = max(0.0, 1.0 - bound / cost) if cost > 0 else 0.0
    cut = _cut(plan, lengths, marks, kerf, trim)
    return BarPlan(cut, sum(stock[bar.stock] for bar in cut), gap < PROVEN, 0.0 if gap < PROVEN else gap, too_long)


def _cut(
    plan: Sequence[Pattern], lengths: Sequence[float], marks: Mapping[float, Sequence[str]], kerf: float, trim: float
) -> tuple[BarCut, ...]:
    """Bars with their pieces' marks; a pattern may hold more of a piece than is left to cut."""
    stacks = {length: list(marks[length]) for length in lengths}
    bars = []
    for pattern in sorted(plan, key=lambda p: (-p.bar, tuple(-n for n in p.counts))):
        cuts = []
        for length, n in zip(lengths, pattern.counts, strict=True):
            for _ in range(min(n, len(stacks[length]))):
                cuts.append((stacks[length].pop(0), length))
        if cuts:
            used = sum(length for _, length in cuts) + kerf * (len(cuts) - 1)
            bars.append(BarCut(pattern.bar, tuple(cuts), pattern.bar - 2 * trim - used))
    return tuple(bars)
