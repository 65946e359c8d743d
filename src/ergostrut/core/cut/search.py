"""Bars for long lists of many lengths: a good plan by filling bars, and a bound on every plan by column generation.

The work is counted, not timed: the same list gives the same plan on any machine.
"""

from __future__ import annotations

import math
from collections.abc import Iterator, Sequence
from dataclasses import dataclass

import numpy as np
from scipy.optimize import LinearConstraint, linprog, milp

from .knapsack import worths
from .mix import best_mix
from .patterns import Bar, Pattern, most_of

GRID = 1.0
"""mm: what a length is rounded to, up where a pattern must fit, down for the bound."""
ROUNDS = 80
FILLS = 400
"""Bars filled while sets of bars are tried."""
SETS = 4_000
PROVEN = 1e-7


@dataclass(frozen=True)
class _Job:
    """``sizes``: lengths with their kerf, rounded up, and ``rooms`` rounded down, in cells: what fits there fits."""

    bars: Sequence[Bar]
    lengths: Sequence[float]
    counts: Sequence[int]
    kerf: float
    sizes: Sequence[int]
    rooms: Sequence[int]

    @property
    def need(self) -> float:
        return float(np.dot(self.counts, self.lengths)) + self.kerf * sum(self.counts)

    def filled(self, which: int, left: Sequence[int]) -> Pattern:
        """Bar ``which`` as full as it can be with what is ``left``."""
        bar, _, cost = self.bars[which]
        room = self.rooms[which]
        return Pattern(bar, cost, worths(room, self.sizes, left, self.sizes).fill(room, len(left)))


def _minus(left: Sequence[int], pattern: Pattern) -> list[int]:
    return [a - b for a, b in zip(left, pattern.counts, strict=True)]


def _cost(plan: Sequence[Pattern]) -> float:
    return sum(pattern.cost for pattern in plan)


def _bar_by_bar(job: _Job, left: Sequence[int]) -> list[Pattern]:
    """Bar after bar the one filled at the least cost a mm; the last the cheapest that takes all that is left."""
    found, left = [], list(left)
    while any(left):
        tried = [job.filled(i, left) for i in range(len(job.bars))]
        last = [pattern for pattern in tried if list(pattern.counts) == left]
        best = (
            min(last, key=lambda p: p.cost) if last else min(tried, key=lambda p: p.cost / max(1e-9, float(np.dot(p.counts, job.lengths))))
        )
        found.append(best)
        left = _minus(left, best)
    return found


def _sets(job: _Job, low: float, high: float) -> list[tuple[int, ...]]:
    """Sets of bars with room for all that cost from ``low`` to under ``high``, cheapest first: how many of each bar."""
    found: list[tuple[float, tuple[int, ...]]] = []
    steps = 0

    def choose(i: int, cost: float, room: float, picks: tuple[int, ...]) -> None:
        nonlocal steps
        steps += 1
        if steps > SETS:
            return
        if i < 0:
            if room >= job.need * (1 - 1e-12) and cost >= low * (1 - 1e-9):
                found.append((cost, picks[::-1]))
            return
        _, length, price = job.bars[i]
        for n in range(int((high * (1 - 1e-9) - cost) // price) + 1):
            choose(i - 1, cost + n * price, room + n * (length + job.kerf), (*picks, n))

    choose(len(job.bars) - 1, 0.0, 0.0, ())
    return [picks for _, picks in sorted(found)]


def _orders(picks: Sequence[int]) -> Iterator[list[int]]:
    order = [i for i, n in enumerate(picks) for _ in range(n)]
    yield order
    if len(set(order)) > 1:
        yield order[::-1]


def _by_sets(job: _Job, bound: float, best: list[Pattern]) -> list[Pattern]:
    """The cheapest set of bars that, filled one after another, takes everything."""
    spent = 0
    for picks in _sets(job, bound, _cost(best)):
        for order in _orders(picks):
            left, plan = list(job.counts), []
            for which in order:
                spent += 1
                plan.append(job.filled(which, left))
                left = _minus(left, plan[-1])
            if not any(left):
                return plan
            if spent > FILLS:
                return best
    return best


def _whole_bars(job: _Job, bound: float) -> float:
    """The cheapest set of whole bars that costs at least ``bound`` and has room for all: no plan is cheaper."""
    costs = np.array([cost for _, _, cost in job.bars])
    rooms = np.array([room + job.kerf for _, room, _ in job.bars])
    solved = milp(
        costs,
        constraints=LinearConstraint(np.stack([costs, rooms]), lb=[bound * (1 - 1e-9), job.need * (1 - 1e-12)]),
        integrality=np.ones(len(costs), dtype=np.uint8),
        options={"time_limit": 0.5, "mip_rel_gap": 0.0},
    )
    return max(bound, float(getattr(solved, "mip_dual_bound", None) or 0.0))


def _relaxed(job: _Job, columns: list[Pattern]) -> tuple[float, list[Pattern]]:
    """A cost that no plan goes below (column generation; Gilmore, Gomory 1961; Farley 1990), and the whole part of the best mix of parts."""
    known, need = set(columns), np.array(job.counts, dtype=float)
    kinds = len(job.lengths)
    for turn in range(ROUNDS):
        A = np.array([pattern.counts for pattern in columns], dtype=float).T
        solved = linprog([pattern.cost for pattern in columns], A_ub=-A, b_ub=-need, method="highs")
        worth = np.maximum(-solved.ineqlin.marginals, 0.0).tolist()
        table = worths(max(job.rooms), job.sizes, job.counts, worth)
        fresh = []
        for (bar, _, cost), room in zip(job.bars, job.rooms, strict=True):
            if float(table.value[room]) > cost * (1 + 1e-6):
                pattern = Pattern(bar, cost, table.fill(room, kinds))
                fresh += [pattern] if pattern not in known else []
        if not fresh or turn == ROUNDS - 1:
            break
        columns += fresh
        known |= set(fresh)
    # pieces rounded down and rooms up: a worth that no pattern exceeds
    inner = [math.floor((length + job.kerf) / GRID + 1e-9) for length in job.lengths]
    most = worths(max(job.rooms) + 1, inner, job.counts, worth).value
    ratio = max(1.0, *(float(most[room + 1]) / cost for (_, _, cost), room in zip(job.bars, job.rooms, strict=True)))
    whole = [pattern for pattern, x in zip(columns, np.asarray(solved.x).tolist(), strict=False) for _ in range(math.floor(x + 1e-9))]
    return float(np.dot(worth, need)) / ratio, whole


def _rounded(job: _Job, whole: Sequence[Pattern]) -> list[Pattern]:
    """The patterns of ``whole`` that are needed whole, and bar by bar what they leave."""
    left, kept = list(job.counts), []
    for pattern in whole:
        after = _minus(left, pattern)
        if min(after) >= 0:
            kept.append(pattern)
            left = after
    return [*kept, *_bar_by_bar(job, left)]


def search(bars: Sequence[Bar], lengths: Sequence[float], counts: Sequence[int], kerf: float) -> tuple[list[Pattern], float]:
    """A plan, each pattern as often as it is cut, and a cost that no plan goes below."""
    sizes = [math.ceil((length + kerf) / GRID - 1e-9) for length in lengths]
    rooms = [math.floor((room + kerf) / GRID + 1e-9) for _, room, _ in bars]
    job = _Job(bars, lengths, counts, kerf, sizes, rooms)
    best = _bar_by_bar(job, counts)
    bound = _whole_bars(job, 0.0)
    best = _by_sets(job, bound, best)
    if _cost(best) <= bound * (1 + PROVEN):
        return best, bound
    columns = list(dict.fromkeys(best))
    # one kind alone to a bar: prices are bounded from the first turn on
    for i, length in enumerate(lengths):
        for bar, room, cost in bars:
            n = most_of(length, room + kerf, counts[i], kerf)
            if n:
                columns.append(Pattern(bar, cost, tuple(n if j == i else 0 for j in range(len(lengths)))))
    low, whole = _relaxed(job, columns)
    bound = _whole_bars(job, low)
    mixed, _ = best_mix(columns, counts)
    plans = [plan for plan in (best, _rounded(job, whole), mixed) if plan]
    return _by_sets(job, bound, min(plans, key=_cost)), bound
