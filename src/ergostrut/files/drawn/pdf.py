"""A view on paper: outlines filled lightly, words where they stand, dimensions in their rows."""

from __future__ import annotations

from reportlab.graphics.shapes import Circle as Disc
from reportlab.graphics.shapes import Drawing, Group, Line, Polygon, PolyLine, String
from reportlab.graphics.shapes import Path as Outline
from reportlab.lib.colors import HexColor
from reportlab.lib.units import mm

from ergostrut.core.primitives import Circle, DimensionLine, Label, Path, View
from ergostrut.core.wording import Say

from ..sheet_style import BODY, BOLD, HAIR, INK, STEEL, printable

FILL = {"member": HexColor("#e6edf3"), "deck": HexColor("#ead6b8"), "thing": HexColor("#f0ede4"), "base": HexColor("#f7f5ef")}
FAINT = ("host-faint", "ghost", "swept", "member-far", "ground")
CHALK = HexColor("#1f5c99")
ROW, WORDS = 11.0, 6.5
"""Points between rows of dimensions, and of words."""


def view_drawing(view: View, say: Say, wide: float, high: float) -> Drawing:
    """A view to fit ``wide`` by ``high`` points, its dimensions round it."""
    below = max([d.row for d in view.items if isinstance(d, DimensionLine) and d.side == "below"], default=0) * ROW + 6
    above = max([d.row for d in view.items if isinstance(d, DimensionLine) and d.side == "above"], default=0) * ROW + 6
    left = max([d.row for d in view.items if isinstance(d, DimensionLine) and d.side == "left"], default=0) * ROW + 8
    right = max([d.row for d in view.items if isinstance(d, DimensionLine) and d.side == "right"], default=0) * ROW + 8
    u0, v0, u1, v1 = view.box
    scale = min((wide - left - right) / max(u1 - u0, 1.0), (high - below - above) / max(v1 - v0, 1.0))
    found = Drawing(wide, (v1 - v0) * scale + below + above)

    def at(u: float, v: float) -> tuple[float, float]:
        return (u - u0) * scale + left, (v - v0) * scale + below

    for item in view.items:
        if isinstance(item, Path):
            faint = item.role in FAINT
            colour, width = (HAIR if item.role != "ghost" else STEEL) if faint else INK, 0.4 if faint else 0.6
            dash = [2, 1.5] if item.role in ("ghost", "swept") else None
            if item.closed and item.holes:
                found.add(_holed(item, at, colour, width))
            elif item.closed:
                flat = [c for point in item.points for c in at(*point)]
                found.add(Polygon(flat, strokeColor=colour, strokeWidth=width, fillColor=FILL.get(item.role), strokeDashArray=dash))
            else:
                flat = [c for point in item.points for c in at(*point)]
                found.add(PolyLine(flat, strokeColor=colour, strokeWidth=width, strokeDashArray=dash))
        elif isinstance(item, Circle):
            found.add(Disc(*at(*item.at), max(item.r * scale, 1.0), strokeColor=STEEL, strokeWidth=0.5, fillColor=None))
    for item in view.items:
        if isinstance(item, Label):
            x, y = at(*item.at)
            found.add(_words(x, y - (0 if item.second else WORDS / 3), item.text, bold=True))
            if item.second:
                found.add(_words(x, y - WORDS - 0.5, item.second))
        elif isinstance(item, DimensionLine) and item.mm:
            found.add(_dimension(item, (*at(u0, v0), *at(u1, v1)), at(*item.a), at(*item.b), say.length(item.mm)))
    return found


def _holed(item: Path, at, colour, width: float) -> Outline:  # type: ignore[no-untyped-def]
    path = Outline(strokeColor=colour, strokeWidth=width, fillColor=FILL.get(item.role), fillMode=0)
    for ring in (item.points, *item.holes):
        path.moveTo(*at(*ring[0]))
        for point in ring[1:]:
            path.lineTo(*at(*point))
        path.closePath()
    return path


def _words(x: float, y: float, text: str, *, bold: bool = False) -> String:
    return String(x, y, printable(text), fontName=BOLD if bold else BODY, fontSize=WORDS, fillColor=INK, textAnchor="middle")


def _dimension(
    item: DimensionLine, box: tuple[float, float, float, float], a: tuple[float, float], b: tuple[float, float], text: str
) -> Group:
    x0, y0, x1, y1 = box
    found = Group()
    if item.axis == "h":
        row = y0 - item.row * ROW if item.side == "below" else y1 + item.row * ROW
        ends = ((a[0], row), (b[0], row))
        words = _words((a[0] + b[0]) / 2, row + 1.2, text)
    else:
        row = x0 - item.row * ROW if item.side == "left" else x1 + item.row * ROW
        ends = ((row, a[1]), (row, b[1]))
        words = Group(_words(0, 1.2, text), transform=(0, 1, -1, 0, row, (a[1] + b[1]) / 2))
    for (x, y), (u, v) in zip(ends, (a, b), strict=True):
        found.add(Line(u, v, x, y, strokeColor=HAIR, strokeWidth=0.3))
        found.add(Line(x - 1.6, y - 1.6, x + 1.6, y + 1.6, strokeColor=CHALK, strokeWidth=0.6))
    found.add(Line(*ends[0], *ends[1], strokeColor=CHALK, strokeWidth=0.5))
    found.add(words)
    return found


PAGE = 174 * mm
"""Points of an A4 page between its margins."""
