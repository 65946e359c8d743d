"""Rectangles cut from sheets, every cut from edge to edge of what lies on the saw. mm; x along the sheet's grain, y across it."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass, field
from typing import NamedTuple

CLOSE = 1e-6
"""mm: nothing is cut off where less than that would be."""


class Flat(NamedTuple):
    """A piece: along the grain and across it; ``turns``: it may lie the other way round."""

    mark: str
    long: float
    wide: float
    turns: bool


class Rest(NamedTuple):
    """A rectangle not yet used, of a sheet by its number."""

    sheet: int
    x: float
    y: float
    dx: float
    dy: float


class Laid(NamedTuple):
    mark: str
    x: float
    y: float
    dx: float
    dy: float
    turned: bool


class Cut(NamedTuple):
    """A saw cut along ``axis`` (0: along x) at ``at``, its near side, from ``start`` to ``end``."""

    axis: int
    at: float
    start: float
    end: float


@dataclass
class Board:
    """One sheet as it is cut up: ``kind`` is which of the sheets to be had; ``cuts`` in the order they are made."""

    kind: int
    laid: list[Laid] = field(default_factory=list)
    cuts: list[Cut] = field(default_factory=list)
    rests: list[Rest] = field(default_factory=list)


@dataclass(frozen=True)
class Sheets:
    """What there is to cut from: mm along and across of each kind, how many there are (None: as many as are asked for), and the saw's cut."""

    sizes: tuple[tuple[float, float], ...]
    counts: tuple[int | None, ...]
    kerf: float


Choose = Callable[[float, float, float, float], float]
"""How well a piece (dx, dy) lies in a rest (dx, dy); least is best."""
Split = Callable[[float, float, float, float], bool]
"""Whether the first cut runs along x: of a rest ``rx`` by ``ry`` with a piece in its corner that leaves ``ox`` and ``oy`` of it."""


def _area(rx: float, ry: float, px: float, py: float) -> float:
    return rx * ry - px * py


def _short_side(rx: float, ry: float, px: float, py: float) -> float:
    return min(rx - px, ry - py)


def _long_side(rx: float, ry: float, px: float, py: float) -> float:
    return max(rx - px, ry - py)


CHOICES: tuple[Choose, ...] = (_area, _short_side, _long_side)


def _less(size: Callable[[float, float, float, float], tuple[float, float]], more: bool) -> Split:
    """The first cut along x where the first of two numbers is less than the second, or where it is not."""

    def split(rx: float, ry: float, ox: float, oy: float) -> bool:
        one, other = size(rx, ry, ox, oy)
        return (one <= other) is not more

    return split


SPLITS: tuple[Split, ...] = tuple(
    _less(size, more)
    for more in (False, True)
    for size in (
        lambda rx, ry, ox, oy: (ox * (ry - oy), (rx - ox) * oy),
        lambda _rx, _ry, ox, oy: (ox, oy),
        lambda rx, ry, _ox, _oy: (rx, ry),
        lambda _rx, _ry, _ox, _oy: (0.0, 1.0),
    )
)
"""By the areas of what is left, by its sides, by the sides of the rest; always the one way; and each of them the other way about."""


def ways(piece: Flat) -> tuple[tuple[float, float, bool], ...]:
    """How a piece may lie: along x, along y, turned or not."""
    if piece.turns and abs(piece.long - piece.wide) > CLOSE:
        return ((piece.long, piece.wide, False), (piece.wide, piece.long, True))
    return ((piece.long, piece.wide, False),)


def fits(piece: Flat, size: tuple[float, float]) -> bool:
    return any(dx <= size[0] + CLOSE and dy <= size[1] + CLOSE for dx, dy, _ in ways(piece))


def placed(board: Board, at: Rest, piece: Flat, way: tuple[float, float, bool], along: bool, kerf: float) -> None:
    """Cut a piece from the corner of a rest: the first cut from edge to edge ``along`` x or across, the second frees the piece."""
    dx, dy, turned = way
    board.rests.remove(at)
    board.laid.append(Laid(piece.mark, at.x, at.y, dx, dy, turned))
    over_x, over_y = at.dx - dx, at.dy - dy
    first, second = Cut(0, at.y + dy, at.x, at.x + at.dx), Cut(1, at.x + dx, at.y, at.y + dy)
    top = (at.x, at.y + dy + kerf, at.dx, over_y - kerf)
    side = (at.x + dx + kerf, at.y, over_x - kerf, dy)
    if not along:
        first, second = Cut(1, at.x + dx, at.y, at.y + at.dy), Cut(0, at.y + dy, at.x, at.x + dx)
        top, side = (at.x, at.y + dy + kerf, dx, over_y - kerf), (at.x + dx + kerf, at.y, over_x - kerf, at.dy)
    for cut in (first, second):
        if (over_y if cut.axis == 0 else over_x) > CLOSE:
            board.cuts.append(cut)
    for x, y, rx, ry in (top, side):
        if rx > CLOSE and ry > CLOSE:
            board.rests.append(Rest(at.sheet, x, y, rx, ry))


@dataclass(frozen=True)
class Rule:
    choose: Choose
    split: Split
    first: bool
    """The first sheet that takes it, rather than the one where it lies best."""


@dataclass
class Work:
    """Places looked at; what searches stop by, so that one list gives one plan on any machine."""

    spent: int = 0


def _best(boards: Sequence[Board], piece: Flat, rule: Rule, work: Work) -> tuple[Board, Rest, tuple[float, float, bool]] | None:
    """Where a piece lies best on the sheets that are open."""
    best: tuple[Board, Rest, tuple[float, float, bool]] | None = None
    least, choose, found = float("inf"), rule.choose, ways(piece)
    work.spent += 20
    for board in boards:
        work.spent += len(board.rests) + 4
        for rest in board.rests:
            rx, ry = rest.dx, rest.dy
            for way in found:
                if way[0] <= rx + CLOSE and way[1] <= ry + CLOSE:
                    score = choose(rx, ry, way[0], way[1])
                    if score < least:
                        least, best = score, (board, rest, way)
        if rule.first and best is not None:
            break
    return best


def packed(pieces: Sequence[Flat], have: Sheets, order: Sequence[int], rule: Rule, work: Work) -> list[Board] | None:
    """Pieces one after another, each where it lies best, on sheets opened as they are needed: kinds of sheets in ``order``.

    Returns None where the sheets do not take all.
    """
    boards: list[Board] = []
    left = list(have.counts)
    for piece in pieces:
        best = _best(boards, piece, rule, work)
        if best is None:
            kind = next((k for k in order if left[k] != 0 and fits(piece, have.sizes[k])), None)
            if kind is None:
                return None
            many = left[kind]
            left[kind] = None if many is None else many - 1
            boards.append(opened(kind, len(boards), have))
            best = _best(boards[-1:], piece, rule, work)
            assert best is not None
        _place(best, piece, rule, have.kerf)
    return boards


def filled(pieces: Sequence[Flat], kind: int, have: Sheets, rule: Rule, work: Work) -> tuple[Board, list[Flat]]:
    """One sheet with what of the pieces goes on it, in their order, and the pieces that do not."""
    board = opened(kind, 0, have)
    rest = []
    for piece in pieces:
        best = _best([board], piece, rule, work) if board.rests else None
        if best is None:
            rest.append(piece)
        else:
            _place(best, piece, rule, have.kerf)
    return board, rest


def opened(kind: int, number: int, have: Sheets) -> Board:
    return Board(kind, rests=[Rest(number, 0.0, 0.0, *have.sizes[kind])])


def _place(best: tuple[Board, Rest, tuple[float, float, bool]], piece: Flat, rule: Rule, kerf: float) -> None:
    board, rest, way = best
    placed(board, rest, piece, way, rule.split(rest.dx, rest.dy, rest.dx - way[0], rest.dy - way[1]), kerf)
