"""Bars for long lists of many lengths: a good plan by filling bars, and a bound on every plan by column generation.

The work is counted, not timed: the same list gives the same plan on any machine.
"""

from __future__ import annotations

import math
from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace
from functools import cached_property
from typing import Any

import numpy as np
from scipy.optimize import Bounds, LinearConstraint, linprog, milp

from .knapsack import worths
from .mix import best_mix, limits
from .patterns import Bar, Pattern, most_of

GRID = 1.0
"""mm: what a length is rounded to, up where a pattern must fit, down for the bound."""
ROUNDS = 80
FILLS = 400
"""Bars filled while sets of bars are tried."""
SETS = 4_000
PROVEN = 1e-7
SOME, NEAR = 40, 0.003
"""Branches looked at among the patterns of the relaxed plan, and how near to its own bound is near enough: most is won at the root."""


@dataclass(frozen=True)
class _Job:
    """``sizes``: lengths with their kerf, rounded up, and ``rooms`` rounded down, in cells: what fits there fits."""

    bars: Sequence[Bar]
    lengths: Sequence[float]
    counts: Sequence[int]
    kerf: float
    sizes: Sequence[int]
    rooms: Sequence[int]

    @cached_property
    def need(self) -> float:
        return float(np.dot(self.counts, self.lengths)) + self.kerf * sum(self.counts)

    def filled(self, which: int, left: Sequence[int]) -> Pattern:
        """Bar ``which`` as full as it can be with what is ``left``."""
        room = self.rooms[which]
        return Pattern(which, self.bars[which].cost, worths(room, self.sizes, left, self.sizes).fill(room, len(left)))


def _minus(left: Sequence[int], pattern: Pattern) -> list[int]:
    return [a - b for a, b in zip(left, pattern.counts, strict=True)]


def _cost(plan: Sequence[Pattern]) -> float:
    return sum(pattern.cost for pattern in plan)


def _bar_by_bar(job: _Job, left: Sequence[int], used: Sequence[Pattern] = ()) -> list[Pattern]:
    """Bar after bar the one filled at the least cost a mm; the last the cheapest that takes all that is left. Empty where the bars do not do."""
    found: list[Pattern] = []
    left, have = list(left), [bar.most for bar in job.bars]
    for pattern in used:
        have[pattern.kind] = _one_less(have[pattern.kind])
    while any(left):
        tried = [pattern for i in range(len(job.bars)) if have[i] != 0 and any((pattern := job.filled(i, left)).counts)]
        if not tried:
            return []
        last = [pattern for pattern in tried if list(pattern.counts) == left]
        best = (
            min(last, key=lambda p: p.cost) if last else min(tried, key=lambda p: p.cost / max(1e-9, float(np.dot(p.counts, job.lengths))))
        )
        found.append(best)
        have[best.kind] = _one_less(have[best.kind])
        left = _minus(left, best)
    return found


def _one_less(many: int | None) -> int | None:
    return None if many is None else many - 1


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
        bar = job.bars[i]
        most = int((high * (1 - 1e-9) - cost) // bar.cost)
        for n in range((most if bar.most is None else min(most, bar.most)) + 1):
            choose(i - 1, cost + n * bar.cost, room + n * (bar.room + job.kerf), (*picks, n))

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
    for picks in _sets(job, bound, _cost(best)) if best else ():
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


def _cheapest(job: _Job, low: float, high: float) -> float | None:
    """What the cheapest set of whole bars costs that has room for all, from ``low`` to under ``high``; ``high`` where there is none, None where there
    are too many to try."""
    free = sum((bar.room + job.kerf) * (bar.most or 0) for bar in job.bars if bar.cost <= 0)
    paid = sorted((bar for bar in job.bars if bar.cost > 0), key=lambda bar: -(bar.room + job.kerf) / bar.cost)
    rates = [(bar.room + job.kerf) / bar.cost for bar in paid]
    need, least, best, steps = job.need * (1 - 1e-12), low * (1 - 1e-9), high, 0

    def choose(i: int, cost: float, room: float) -> None:
        nonlocal best, steps
        steps += 1
        if steps > SETS:
            return
        if room >= need and least <= cost < best:
            best = cost
        # the rest give at the most so much room a unit of money
        if i == len(paid) or cost >= best or room + (best - cost) * rates[i] < need:
            return
        bar = paid[i]
        most = max(int((best - cost) // bar.cost), 0)
        for n in range(most if bar.most is None else min(most, bar.most), -1, -1):
            choose(i + 1, cost + n * bar.cost, room + n * (bar.room + job.kerf))

    choose(0, 0.0, free)
    return None if steps > SETS else best


def _whole_bars(job: _Job, bound: float, high: float) -> float:
    """The cheapest set of whole bars that costs at least ``bound`` and has room for all: no plan is cheaper. ``high``: what a plan that is known costs."""
    found = _cheapest(job, bound, high) if math.isfinite(high) else None
    if found is not None:
        return max(bound, found)
    costs = np.array([bar.cost for bar in job.bars])
    rooms = np.array([bar.room + job.kerf for bar in job.bars])
    most = np.array([np.inf if bar.most is None else bar.most for bar in job.bars])
    solved = milp(
        costs,
        constraints=LinearConstraint(np.stack([costs, rooms]), lb=[bound * (1 - 1e-9), job.need * (1 - 1e-12)]),
        integrality=np.ones(len(costs), dtype=np.uint8),
        bounds=Bounds(0, most),
        options={"node_limit": SOME, "mip_rel_gap": 0.0},
    )
    return max(bound, float(getattr(solved, "mip_dual_bound", None) or 0.0))


def _relaxed(job: _Job, columns: list[Pattern]) -> float:
    """A cost that no plan goes below (column generation; Gilmore, Gomory 1961; Farley 1990); the patterns it took are added to ``columns``."""
    known = set(columns)
    kinds = len(job.lengths)
    for turn in range(ROUNDS):
        solved = _solved(columns, job.bars, job.counts)
        if solved is None:
            return 0.0
        marginals = -solved.ineqlin.marginals
        worth = np.maximum(marginals[:kinds], 0.0).tolist()
        scarce = iter(np.maximum(marginals[kinds:], 0.0).tolist())
        prices = [bar.cost + (0.0 if bar.most is None else next(scarce)) for bar in job.bars]
        table = worths(max(job.rooms), job.sizes, job.counts, worth)
        fresh = []
        for kind, (bar, room) in enumerate(zip(job.bars, job.rooms, strict=True)):
            if float(table.value[room]) > prices[kind] * (1 + 1e-6):
                pattern = Pattern(kind, bar.cost, table.fill(room, kinds))
                fresh += [pattern] if pattern not in known else []
        if not fresh or turn == ROUNDS - 1:
            break
        columns += fresh
        known |= set(fresh)
    return _below(job, worth)


def _below(job: _Job, worth: Sequence[float]) -> float:
    """What no plan costs less than, by what each piece is worth: scaled so that no bar to be bought takes more worth than it costs, less what
    the bars of which there are so many take beyond theirs."""
    # pieces rounded down and rooms up: a worth that no pattern exceeds
    inner = [math.floor((length + job.kerf) / GRID + 1e-9) for length in job.lengths]
    most = worths(max(job.rooms) + 1, inner, job.counts, worth).value
    takes = [float(most[room + 1]) for room in job.rooms]
    ratio = max(1.0, *(took / bar.cost for took, bar in zip(takes, job.bars, strict=True) if bar.most is None), 1.0)
    over = sum(bar.most * max(0.0, took / ratio - bar.cost) for took, bar in zip(takes, job.bars, strict=True) if bar.most is not None)
    return max(0.0, float(np.dot(worth, job.counts)) / ratio - over)


def first_fit(bars: Sequence[Bar], lengths: Sequence[float], counts: Sequence[int], kerf: float) -> list[Pattern]:
    """First fit, longest first, on the longest bar that is bought, each then cut from the cheapest that takes what is on it: nothing need cost
    more than what a shop finds with a pencil."""
    bought = [kind for kind, bar in enumerate(bars) if bar.most is None]
    room = max(bars[kind].room for kind in bought)
    found: list[tuple[float, list[int]]] = []
    for i, (length, count) in enumerate(zip(lengths, counts, strict=True)):
        for _ in range(count):
            at = next((n for n, (used, _) in enumerate(found) if used + length <= room + 1e-9), None)
            if at is None:
                found.append((0.0, [0] * len(lengths)))
                at = len(found) - 1
            used, row = found[at]
            row[i] += 1
            found[at] = used + length + kerf, row
    plan = []
    for used, row in found:
        kind = min((k for k in bought if used - kerf <= bars[k].room + 1e-9), key=lambda k: bars[k].cost)
        plan.append(Pattern(kind, bars[kind].cost, tuple(row)))
    return plan


def _rounded(job: _Job, columns: Sequence[Pattern]) -> list[Pattern]:
    """The relaxed plan of ever fewer pieces made whole: patterns that are cut whole times, else the one that is nearest to one, then again for
    what they leave; bar by bar where no relaxed plan is left."""
    left, kept = list(job.counts), list[Pattern]()
    while any(left):
        bars = [
            bar._replace(most=None if bar.most is None else bar.most - sum(p.kind == k for p in kept)) for k, bar in enumerate(job.bars)
        ]
        # a pattern may hold what is no longer asked for: that is left out of it
        fits = list(dict.fromkeys(replace(p, counts=tuple(min(n, m) for n, m in zip(p.counts, left, strict=True))) for p in columns))
        solved = _solved([p for p in fits if any(p.counts)], bars, left)
        if solved is None:
            break
        parts = [(x, p) for x, p in zip(solved.x.tolist(), [p for p in fits if any(p.counts)], strict=True) if x > 1e-9]
        taken = [p for x, p in parts for _ in range(math.floor(x + 1e-9))] or [max(parts, key=lambda row: row[0])[1]]
        for pattern in taken:
            after = _minus(left, pattern)
            if min(after) >= 0:
                kept.append(pattern)
                left = after
    rest = _bar_by_bar(job, left, kept)
    return [*kept, *rest] if rest or not any(left) else []


def _solved(columns: Sequence[Pattern], bars: Sequence[Bar], need: Sequence[int]) -> Any:
    """The cheapest mix of parts of patterns; None where the bars do not do."""
    A = np.array([pattern.counts for pattern in columns], dtype=float).T
    limited = limits(columns, bars)
    rows = np.vstack([-A, *(np.array([row]) for row, _ in limited)])
    most = [*(-n for n in need), *(most for _, most in limited)]
    solved = linprog([pattern.cost for pattern in columns], A_ub=rows, b_ub=most, method="highs")
    return None if solved.x is None else solved


@dataclass(frozen=True)
class Found:
    """A plan, each pattern as often as it is cut (none where none was found), a cost that no plan goes below, and the patterns it was made of."""

    plan: list[Pattern]
    bound: float
    columns: list[Pattern]

    @property
    def proven(self) -> bool:
        return bool(self.plan) and _cost(self.plan) <= self.bound * (1 + PROVEN)


def search(bars: Sequence[Bar], lengths: Sequence[float], counts: Sequence[int], kerf: float) -> Found:
    """A good plan in little time: filled bar by bar, in sets of bars, and by the relaxed plan made whole."""
    job = _job(bars, lengths, counts, kerf)
    best = _bar_by_bar(job, counts)
    bound = _whole_bars(job, 0.0, _cost(best) if best else math.inf)
    best = _by_sets(job, bound, best)
    columns = list(dict.fromkeys(best))
    if best and _cost(best) <= bound * (1 + PROVEN):
        return Found(best, bound, columns)
    # one kind alone to a bar: prices are bounded from the first turn on
    for i, length in enumerate(lengths):
        for kind, bar in enumerate(bars):
            n = most_of(length, bar.room + kerf, counts[i], kerf)
            if n:
                columns.append(Pattern(kind, bar.cost, tuple(n if j == i else 0 for j in range(len(lengths)))))
    bound = _whole_bars(job, _relaxed(job, columns), _cost(best) if best else math.inf)
    plans = [plan for plan in (best, _rounded(job, columns)) if plan]
    return Found(_by_sets(job, bound, min(plans, key=_cost)) if plans else [], bound, columns)


def mixed(found: Found, bars: Sequence[Bar], lengths: Sequence[float], counts: Sequence[int], kerf: float) -> list[Pattern]:
    """The plan bettered by mixing the patterns of the search in whole numbers."""
    if found.plan and _cost(found.plan) <= found.bound * (1 + NEAR):
        return found.plan
    plan, _ = best_mix(found.columns, bars, counts, SOME, NEAR)
    plans = [one for one in (found.plan, plan) if one]
    return _by_sets(_job(bars, lengths, counts, kerf), found.bound, min(plans, key=_cost)) if plans else []


def _job(bars: Sequence[Bar], lengths: Sequence[float], counts: Sequence[int], kerf: float) -> _Job:
    sizes = [math.ceil((length + kerf) / GRID - 1e-9) for length in lengths]
    return _Job(bars, lengths, counts, kerf, sizes, [math.floor((bar.room + kerf) / GRID + 1e-9) for bar in bars])
