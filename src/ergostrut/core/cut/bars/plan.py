"""Which bars to use and how to cut them: least cost by whole numbers of cutting patterns.

A bar holds k pieces when their sum + (k - 1) kerf <= length - 2 trim. A quick search comes first; where its plan does not meet its bound and
the patterns are few, all are listed and the best mix found by mixed-integer programming (HiGHS through scipy), else those of the search are
mixed. The work is bounded. What is not proven says its true gap, to a bound that holds for every way of cutting. Bars that lie in the shop cost nothing and are so many. Of plans that cost
alike the one of fewest bars is taken, then the one that leaves the longest rest.
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from math import inf

from ...structure.plans import BarCut, BarPlan
from .gathered import gathered, left
from .mix import best_mix
from .patterns import Bar, Pattern, every_pattern
from .search import PROVEN, first_fit, mixed, search

TIE = 1e-5


@dataclass(frozen=True, slots=True)
class BarStock:
    """A bar to be had: its length mm, what one costs, how many there are (None: as many as are asked for). ``own``: lies in the shop."""

    length: float
    price: float
    count: int | None = None
    own: str = ""


def plan_bars(pieces: Sequence[tuple[str, float]], stock: Sequence[BarStock], kerf: float, trim: float) -> BarPlan:
    """Cut ``pieces`` (mark, length mm) from ``stock``, of which at least one kind is to be had without limit.

    Returns:
        The plan; pieces longer than every bar that can be bought are named in ``too_long`` and left out. ``gap``: how far, as a part of its
        cost, the plan may lie above the least.
    """
    longest = max(bar.length for bar in stock if bar.count is None) - 2 * trim
    too_long = tuple(mark for mark, length in pieces if length > longest + 1e-9)
    fitting = [(mark, length) for mark, length in pieces if length <= longest + 1e-9]
    if not fitting:
        return BarPlan((), 0.0, True, 0.0, too_long)
    marks: dict[float, list[str]] = {}
    for mark, length in fitting:
        marks.setdefault(round(length, 3), []).append(mark)
    lengths = sorted(marks, reverse=True)
    counts = [len(marks[length]) for length in lengths]
    stock = sorted(stock, key=lambda bar: (bar.length, bar.own))
    least = min((bar.price for bar in stock if bar.price > 0), default=1.0)
    # a whisper of cost a bar, so that ties go to fewer bars, and of those that cost nothing to the shorter
    bars = [Bar(bar.length - 2 * trim, bar.price + TIE * least * (1 + 0.1 * bar.length / stock[-1].length), bar.count) for bar in stock]
    found = search(bars, lengths, counts, kerf)
    plan, bound = found.plan, found.bound
    if not found.proven:
        columns = every_pattern(bars, lengths, counts, kerf)
        exact, below = best_mix(columns, bars, counts) if columns is not None else ([], 0.0)
        plan, bound = exact or mixed(found, bars, lengths, counts, kerf), max(bound, below)
    plan = min((plan, first_fit(bars, lengths, counts, kerf)), key=lambda rows: sum(pattern.cost for pattern in rows) if rows else inf)
    cost = sum(pattern.cost for pattern in plan)
    gap = max(0.0, 1.0 - bound / cost) if cost > 0 else 0.0
    cut = _cut(plan, lengths, marks, stock, kerf, trim)
    priced = {(bar.length, bar.own): bar.price for bar in stock}
    price = sum(priced[bar.stock, bar.own] for bar in cut)
    return BarPlan(cut, price, gap < PROVEN, 0.0 if gap < PROVEN else gap, too_long)


def _cut(
    plan: Sequence[Pattern],
    lengths: Sequence[float],
    marks: Mapping[float, Sequence[str]],
    stock: Sequence[BarStock],
    kerf: float,
    trim: float,
) -> tuple[BarCut, ...]:
    """Bars with their pieces' marks; a pattern may hold more of a piece than is left to cut."""
    owed = {length: len(marks[length]) for length in lengths}
    rows: list[tuple[float, list[float]]] = []
    kinds = []
    for pattern in sorted(plan, key=lambda p: (-stock[p.kind].length, stock[p.kind].own, tuple(-n for n in p.counts))):
        cuts = []
        for length, n in zip(lengths, pattern.counts, strict=True):
            take = min(n, owed[length])
            owed[length] -= take
            cuts += [length] * take
        if cuts:
            rows.append((stock[pattern.kind].length - 2 * trim, cuts))
            kinds.append(stock[pattern.kind])
    stacks = {length: list(marks[length]) for length in lengths}
    bars = []
    for kind, row in zip(kinds, gathered(rows, kerf), strict=True):
        # a bar that gave all it had to another is not needed
        if row[1]:
            cut = tuple((stacks[length].pop(0), length) for length in sorted(row[1], reverse=True))
            bars.append(BarCut(kind.length, cut, left(row, kerf), kind.own))
    return tuple(bars)
