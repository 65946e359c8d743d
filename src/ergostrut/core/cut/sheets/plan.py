"""Which sheets to use and how to cut them up: least cost found, and how far it may lie above the least there is."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass, replace
from functools import lru_cache

from ...structure.plans import Placed, Sawn, SheetCut, SheetPlan
from .bound import least
from .guillotine import Board, Flat, Sheets, Work, fits, packed
from .search import RULES, Search, Worth, searched

TIE = 1e-6
"""What a sheet costs more than its price, so that of plans that cost alike the one of fewest sheets is taken."""


@dataclass(frozen=True, slots=True)
class SheetStock:
    """A sheet to be had: mm along its grain and across it, what one costs, how many there are; None: as many as are asked for. ``own``: lies in
    the shop."""

    size: tuple[float, float]
    price: float
    count: int | None = None
    own: str = ""


@lru_cache(maxsize=256)
def plan_sheets(pieces: tuple[Flat, ...], stock: tuple[SheetStock, ...], kerf: float, edge: float) -> SheetPlan:
    """Cut ``pieces`` from ``stock``, ``edge`` mm trimmed off all round first.

    Returns:
        The plan; what no sheet takes is named in ``too_large`` and left out. ``gap``: how far, as a part of its cost, the plan may lie
        above the least; where it is 0 nothing is cheaper.
    """
    sizes = [(one.size[0] - 2 * edge, one.size[1] - 2 * edge) for one in stock]
    # what only an offcut takes is too large as well: there are only so many of them
    buy = [size for one, size in zip(stock, sizes, strict=True) if one.count is None]
    too_large = tuple(dict.fromkeys(piece.mark for piece in pieces if not any(fits(piece, size) for size in buy)))
    flats = [piece for piece in pieces if piece.mark not in too_large]
    if not flats:
        return SheetPlan((), 0.0, True, 0.0, too_large)
    have = Sheets(tuple(sizes), tuple(one.count for one in stock), kerf)
    bought = sorted((k for k, one in enumerate(stock) if one.count is None), key=lambda k: (-sizes[k][0] * sizes[k][1], k))
    own = sorted((k for k, one in enumerate(stock) if one.count is not None), key=lambda k: (sizes[k][0] * sizes[k][1], k))
    kinds = [[*own, k, *(other for other in bought if other != k)] for k in bought]
    kinds += [bought] if own else []
    bound = _bound(flats, stock, have)

    def worth(boards: Sequence[Board]) -> Worth:
        rest = max((r.dx * r.dy for board in boards for r in board.rests), default=0.0)
        return sum(stock[board.kind].price for board in boards) + TIE * len(boards), -rest

    boards = searched(Search(have, kinds, worth, bound + TIE * len(flats)), flats)
    assert boards is not None, "sheets that are bought take all that fits one"
    boards = _smaller(boards, flats, stock, have)
    cost = sum(stock[board.kind].price for board in boards)
    gap = max(0.0, 1.0 - bound / cost) if cost > 0 else 0.0
    proven = gap < 1e-9
    return SheetPlan(_cut(boards, stock, edge), cost, proven, 0.0 if proven else gap, too_large)


def _bound(flats: Sequence[Flat], stock: Sequence[SheetStock], have: Sheets) -> float:
    """What no plan costs less than: of one size the sheets it takes at least, of several the cheapest area; what lies in the shop taken as
    filled without waste."""
    sizes, kerf = have.sizes, have.kerf
    bought = [k for k, one in enumerate(stock) if one.count is None]
    free = [k for k, one in enumerate(stock) if one.count is not None]
    # what fits none of the shop's own is cut from what is bought
    alone = [piece for piece in flats if not any(fits(piece, sizes[k]) for k in free)]
    area = sum((piece.long + kerf) * (piece.wide + kerf) for piece in flats)
    area -= sum((sizes[k][0] + kerf) * (sizes[k][1] + kerf) * (stock[k].count or 0) for k in free)
    each = [(stock[k].price, (sizes[k][0] + kerf) * (sizes[k][1] + kerf)) for k in bought]
    if len(each) == 1:
        ((price, room),) = each
        return price * max(least(alone, sizes[bought[0]], kerf), math.ceil(area / room - 1e-9))
    needed = sum((piece.long + kerf) * (piece.wide + kerf) for piece in alone)
    if max(area, needed) <= 0:
        return 0.0
    # whole sheets are bought: at least the cheapest one
    return max(min(price for price, _ in each), max(area, needed) * min(price / room for price, room in each))


def _smaller(boards: list[Board], flats: Sequence[Flat], stock: Sequence[SheetStock], have: Sheets) -> list[Board]:
    """Every sheet by a cheaper one that takes the same pieces."""
    by_mark = {piece.mark: piece for piece in flats}
    used = [sum(1 for board in boards if board.kind == k) for k in range(len(stock))]
    found = []
    for board in boards:
        rows = sorted((by_mark[laid.mark] for laid in board.laid), key=lambda p: (-p.long * p.wide, p.mark))
        for k in sorted(range(len(stock)), key=lambda k: stock[k].price):
            count = stock[k].count
            if stock[k].price >= stock[board.kind].price or (count is not None and used[k] >= count):
                continue
            one = replace(have, counts=tuple(1 if j == k else 0 for j in range(len(stock))))
            tried = next((got for rule in RULES if (got := packed(rows, one, [k], rule, Work()))), None)
            if tried:
                used[board.kind], used[k] = used[board.kind] - 1, used[k] + 1
                board = tried[0]
                break
        found.append(board)
    return found


def _cut(boards: Sequence[Board], stock: Sequence[SheetStock], edge: float) -> tuple[SheetCut, ...]:
    """Sheets as they are cut, the fullest first, moved in by what is trimmed off."""
    found = []
    for board in boards:
        one = stock[board.kind]
        pieces = tuple(Placed(laid.mark, laid.x + edge, laid.y + edge, laid.dx, laid.dy, laid.turned) for laid in board.laid)
        cuts = tuple(Sawn(cut.axis, cut.at + edge, cut.start + edge, cut.end + edge) for cut in board.cuts)
        left = tuple((r.x + edge, r.y + edge, r.dx, r.dy) for r in sorted(board.rests, key=lambda r: -r.dx * r.dy))
        found.append(SheetCut(one.size, one.own, pieces, cuts, left))
    return tuple(sorted(found, key=lambda sheet: (-sum(p.dx * p.dy for p in sheet.pieces), sheet.size, [p.mark for p in sheet.pieces])))
