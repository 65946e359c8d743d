"""How every printed sheet looks: fonts that ship with the app, sizes, colours, tables, views drawn to fit."""

from __future__ import annotations

from collections.abc import Sequence
from functools import lru_cache
from pathlib import Path
from typing import Any
from xml.sax.saxutils import escape

from reportlab.lib.colors import HexColor
from reportlab.lib.styles import ParagraphStyle
from reportlab.lib.units import mm
from reportlab.pdfbase.pdfmetrics import registerFont
from reportlab.pdfbase.ttfonts import TTFont
from reportlab.platypus import Paragraph, Table

INK, STEEL, HAIR = HexColor("#1b2530"), HexColor("#5e6b78"), HexColor("#c9ccc6")
STATE = {"over": HexColor("#a8321c"), "tight": HexColor("#9c4f00"), "holds": HexColor("#2c6a4e")}
FONTS = Path(__file__).parent / "fonts"
BODY, BOLD = "DejaVuSans", "DejaVuSans-Bold"


@lru_cache(maxsize=1)
def _fonts() -> frozenset[int]:
    """Both fonts made known; the characters that both can print."""
    faces = [TTFont(BODY, str(FONTS / "DejaVuSans.ttf")), TTFont(BOLD, str(FONTS / "DejaVuSans-Bold.ttf"))]
    for face in faces:
        registerFont(face)
    return frozenset.intersection(*(frozenset(face.face.charToGlyph) for face in faces))


GAP = "?"
"""Printed for a character the fonts do not hold: they hold no box."""


def printable(text: str) -> str:
    """The text with a question mark for every character that cannot be printed."""
    known = _fonts()
    return "".join(c if ord(c) in known or c in "\n\t" else GAP for c in text)


def _style(name: str, size: float, lead: float, **more: Any) -> ParagraphStyle:
    return ParagraphStyle(
        name, fontName=more.pop("fontName", BODY), fontSize=size, leading=lead, textColor=more.pop("textColor", INK), **more
    )


TITLE = _style("title", 17, 21, fontName=BOLD)
HEAD = _style("head", 11.5, 15, fontName=BOLD, spaceBefore=4)
TEXT = _style("text", 8.6, 11.6)
SMALL = _style("small", 7.6, 10.2, textColor=STEEL)


def p(text: str, style: ParagraphStyle = TEXT) -> Paragraph:
    return Paragraph(escape(printable(text)), style)


def table(rows: Sequence[Sequence[str]], widths: Sequence[float]) -> Table:
    cells = [[p(cell) for cell in row] for row in rows]
    return Table(
        cells, colWidths=[w * mm for w in widths], style=[("LINEBELOW", (0, 0), (-1, -1), 0.3, HAIR), ("VALIGN", (0, 0), (-1, -1), "TOP")]
    )
