"""Cut plans drawn: the bars of a section one above another, and a sheet as it lies on the saw, its grain to the right. mm."""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass

from ..primitives import Label, Path, Primitive, View, box_of, rect
from ..structure.plans import BarCut, BarGroup, CutPiece, CutPlan, SheetCut, SheetGroup
from ..wording import Say

HIGH, PITCH = 0.028, 0.044
"""How high a bar is drawn and how far it stands from the next, as parts of the longest: only its length is to scale."""
NARROW = 0.035
"""Part of the longest below which a piece has its mark alone."""


@dataclass(frozen=True, slots=True)
class BarsDrawn:
    """``rows`` of words, one a bar, top to bottom."""

    stock: str
    view: View
    rows: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class SheetDrawn:
    """``count`` sheets cut alike, and the cuts in order in words."""

    stock: str
    count: int
    own: str
    title: str
    view: View
    cuts: tuple[str, ...]


class _Parts:
    """Hands out the parts of a row one after another, each once."""

    def __init__(self, rows: Sequence[CutPiece]) -> None:
        self._left: dict[str, Iterator[str]] = {row.mark: iter(row.parts) for row in rows}

    def next(self, mark: str) -> str:
        return next(self._left[mark], "")


def cut_drawings(plan: CutPlan, names: Mapping[str, str], say: Say, kerf: float, trim: float) -> tuple[list[BarsDrawn], list[SheetDrawn]]:
    """Every bar and sheet of a plan. ``names``: what marks are called once they are issued."""
    parts = _Parts(plan.pieces)
    bars = [_bars(group, parts, names, say, kerf, trim) for group in plan.bars if group.plan.bars]
    sheets = [drawn for group in plan.sheets for drawn in _sheets(group, parts, names, say)]
    return bars, sheets


def _bars(group: BarGroup, parts: _Parts, names: Mapping[str, str], say: Say, kerf: float, trim: float) -> BarsDrawn:
    longest = max(bar.stock for bar in group.plan.bars)
    items: list[Primitive] = []
    rows = []
    for n, bar in enumerate(group.plan.bars):
        v = -n * PITCH * longest
        items.append(rect(0.0, v, bar.stock, v + HIGH * longest, "ghost", title=bar_title(bar, say)))
        at = trim
        for mark, length in bar.pieces:
            name = names.get(mark, mark)
            title = f"{name}, {say.length(length)}"
            items.append(rect(at, v, at + length, v + HIGH * longest, "member", parts.next(mark), title))
            text = name if length < NARROW * longest else title if length > 0.12 * longest else name
            items.append(Label((at + length / 2, v + HIGH * longest / 2), text))
            at += length + kerf
        rows.append(bar_words(bar, names, say))
    return BarsDrawn(group.stock, View("bars", box_of(items), tuple(items)), tuple(rows))


def bar_title(bar: BarCut, say: Say) -> str:
    return f"{say.length(bar.stock)} {'of the shop’s' if bar.own else 'bar'}, {say.length(bar.left)} left"


def bar_words(bar: BarCut, names: Mapping[str, str], say: Say) -> str:
    """One bar as a line to read at the saw."""
    pieces = ", ".join(f"{names.get(mark, mark)} {say.length(length)}" for mark, length in bar.pieces)
    return f"{bar_title(bar, say)}: {pieces}"


def _sheets(group: SheetGroup, parts: _Parts, names: Mapping[str, str], say: Say) -> list[SheetDrawn]:
    """Sheets cut alike once, with how many there are."""
    alike: dict[SheetCut, int] = {}
    for sheet in group.plan.sheets:
        alike[sheet] = alike.get(sheet, 0) + 1
    found = []
    for sheet, count in alike.items():
        items: list[Primitive] = [rect(0.0, 0.0, *sheet.size, "ghost")]
        for piece in sheet.pieces:
            name = names.get(piece.mark, piece.mark)
            size = f"{say.length(piece.dx)} x {say.length(piece.dy)}"
            box = (piece.x, piece.y, piece.x + piece.dx, piece.y + piece.dy)
            items.append(rect(*box, "deck", parts.next(piece.mark), f"{name}, {size}"))
            items.append(
                Label(((box[0] + box[2]) / 2, (box[1] + box[3]) / 2), name, second=size if piece.dx > 0.12 * sheet.size[0] else "")
            )
        for cut in sheet.cuts:
            ends = ((cut.start, cut.at), (cut.end, cut.at)) if cut.axis == 0 else ((cut.at, cut.start), (cut.at, cut.end))
            items.append(Path(ends, "swept"))
        title = f"{say.length(sheet.size[0])} x {say.length(sheet.size[1])}{' of the shop’s' if sheet.own else ''}"
        found.append(SheetDrawn(group.stock, count, sheet.own, title, View("sheet", box_of(items), tuple(items)), _cuts(sheet, say)))
    return found


def _cuts(sheet: SheetCut, say: Say) -> tuple[str, ...]:
    """The cuts in the order they are made, each from edge to edge of what lies on the saw; measured from the sheet's lower left corner."""
    words = []
    for cut in sheet.cuts:
        way, edge = ("along the grain", "lower edge") if cut.axis == 0 else ("across the grain", "left edge")
        words.append(f"{way}, {say.length(cut.at)} from the {edge}, {_from_edge(cut.start, say)} to {say.length(cut.end)}")
    return tuple(words)


def _from_edge(mm: float, say: Say) -> str:
    return say.length(mm) if mm > 0.05 else "0"
