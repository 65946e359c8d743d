"""Orders and rules of cutting tried one after another, the best kept. The work is counted, not timed: one list gives one plan."""

from __future__ import annotations

import random
from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass, replace
from itertools import product

from .guillotine import CHOICES, SPLITS, Board, Flat, Rule, Sheets, Work, filled, packed

WORK = 200_000
"""Places looked at in each part of the search."""
RULES = tuple(Rule(choose, split, first) for choose, split, first in product(CHOICES, SPLITS, (True, False)))
EVER = 16
"""Runs that are made however well they end, so that of plans that cost alike the one with the largest rest is found."""
TRIES = 12
"""Ways tried to fill one sheet."""
LAST = (1, 2, 3)
"""So many sheets are taken apart beside the emptiest."""
Order = Callable[[Flat], tuple[float, ...]]
ORDERS: tuple[Order, ...] = (
    lambda p: (-p.long * p.wide,),
    lambda p: (-max(p.long, p.wide), -min(p.long, p.wide)),
    lambda p: (-min(p.long, p.wide), -max(p.long, p.wide)),
    lambda p: (-p.wide, -p.long),
    lambda p: (-p.long, -p.wide),
    lambda p: (-(p.long + p.wide),),
)
Worth = tuple[float, float]
"""What a plan costs, then how little of one piece it leaves: less is better."""


@dataclass(frozen=True)
class Search:
    """``kinds``: the orders of kinds of sheets to open them in; a plan that costs no more than ``enough`` ends it."""

    have: Sheets
    kinds: Sequence[Sequence[int]]
    worth: Callable[[Sequence[Board]], Worth]
    enough: float

    def ends(self, boards: Sequence[Board] | None) -> bool:
        return boards is not None and self.worth(boards)[0] <= self.enough * (1 + 1e-9)

    def better(self, one: list[Board] | None, other: list[Board] | None) -> list[Board] | None:
        if one is None or other is None:
            return other if one is None else one
        return other if self.worth(other) < self.worth(one) else one


def _turns(pieces: Sequence[Flat]) -> Iterator[tuple[list[Flat], Rule]]:
    """Every rule with every order, then orders near a good one, always the same."""
    rows = [sorted(pieces, key=lambda p: (*order(p), p.mark)) for order in ORDERS]
    for rule, row in product(RULES, rows):
        yield row, rule
    chance = random.Random(len(pieces))
    while True:
        yield sorted(pieces, key=lambda p: (-p.long * p.wide * chance.uniform(0.7, 1.4), p.mark)), RULES[chance.randrange(len(RULES))]


def _all_at_once(search: Search, pieces: Sequence[Flat], limit: int) -> list[Board] | None:
    best: list[Board] | None = None
    work = Work()
    for n, (rows, rule) in enumerate(_turns(pieces)):
        if n >= EVER and (work.spent > limit or search.ends(best) or best is None):
            break
        for kinds in search.kinds:
            best = search.better(best, packed(rows, search.have, kinds, rule, work))
        work.spent += 8 * len(pieces)
    return best


def _sheet_by_sheet(search: Search, pieces: Sequence[Flat], kinds: Sequence[int], chance: random.Random, work: Work) -> list[Board] | None:
    """One sheet after another as full as some rules and orders make it."""
    boards: list[Board] = []
    left, counts = list(pieces), list(search.have.counts)
    while left:
        best: tuple[float, Board, list[Flat]] | None = None
        for kind in kinds:
            if counts[kind] == 0:
                continue
            for n in range(TRIES):
                work.spent += 8 * len(left)
                order = ORDERS[n % len(ORDERS)]
                spread = 0.0 if n < len(ORDERS) else 0.3
                rows = sorted(left, key=lambda p: (order(p)[0] * chance.uniform(1 - spread, 1 + spread), p.mark))
                board, rest = filled(rows, kind, search.have, RULES[chance.randrange(len(RULES))], work)
                if board.laid and (best is None or _area(board) > best[0]):
                    best = _area(board), board, rest
                if not rest:
                    break
            if best is not None:
                many = counts[kind]
                counts[kind] = None if many is None else many - 1
                break
        if best is None:
            return None
        boards.append(best[1])
        left = best[2]
    return boards


def _area(board: Board) -> float:
    return sum(laid.dx * laid.dy for laid in board.laid)


def _mended(search: Search, pieces: Sequence[Flat], boards: list[Board], limit: int) -> list[Board]:
    """The emptiest sheet and some others taken apart and laid anew, the first as full as it can be: kept where what is left gathers on fewer."""
    by_mark: dict[str, list[Flat]] = {}
    for piece in pieces:
        by_mark.setdefault(piece.mark, []).append(piece)
    chance, work = random.Random(len(pieces)), Work()
    while len(boards) > 1 and work.spent < limit and not search.ends(boards):
        emptiest = min(range(len(boards)), key=lambda n: _area(boards[n]))
        others = [n for n in range(len(boards)) if n != emptiest]
        apart = {emptiest, *chance.sample(others, min(len(others), chance.choice(LAST)))}
        loose = [by_mark[laid.mark][0] for n in sorted(apart) for laid in boards[n].laid]
        kinds = sorted({boards[n].kind for n in apart}, key=lambda k: [boards[n].kind for n in apart].count(k))
        have = replace(
            search.have,
            counts=tuple(
                many if many is None else sum(1 for n in apart if boards[n].kind == k) for k, many in enumerate(search.have.counts)
            ),
        )
        again = _sheet_by_sheet(replace(search, have=have), loose, kinds, chance, work)
        if again is None:
            continue
        kept = [board for n, board in enumerate(boards) if n not in apart]
        before, after = search.worth(boards)[0], search.worth([*kept, *again])[0]
        gathered = sum(_area(board) ** 2 for board in again) - sum(_area(boards[n]) ** 2 for n in apart)
        if after < before - 1e-9 or (after < before + 1e-9 and gathered >= 0):
            boards = [*kept, *again]
    return boards


def searched(search: Search, pieces: Sequence[Flat], limit: int = WORK) -> list[Board] | None:
    """The best plan found; None where the sheets do not take all."""
    best = _all_at_once(search, pieces, limit)
    for kinds in search.kinds:
        if search.ends(best):
            return best
        best = search.better(best, _sheet_by_sheet(search, pieces, kinds, random.Random(1), Work()))
    return None if best is None else _mended(search, pieces, best, 3 * limit)
