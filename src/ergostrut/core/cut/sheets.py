"""Panels laid on sheets in strips: every piece in the first strip that takes it, widest first. Never fewer sheets than area asks for."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass, field

Piece = tuple[float, float]
"""mm along the sheet and across it."""


@dataclass
class _Strip:
    wide: float
    left: float


@dataclass
class _Sheet:
    left: float
    strips: list[_Strip] = field(default_factory=list)


def turned_to_fit(piece: Piece, size: Piece) -> Piece | None:
    """A piece the way round that it fits a sheet, as it is said if it can; None where it fits neither."""
    (a, b), (long, wide) = piece, (max(size), min(size))
    if a <= long and b <= wide:
        return piece
    return (b, a) if b <= long and a <= wide else None


def sheets_for(pieces: Sequence[Piece], size: Piece, kerf: float) -> int:
    """How many sheets the pieces that fit one are cut from, saw cuts between them counted; the better of strips along it and across it."""
    fits = [turned for piece in pieces if (turned := turned_to_fit(piece, size)) is not None]
    long, wide = max(size), min(size)
    along = _count(fits, long, wide, kerf)
    across = _count([(b, a) for a, b in fits], wide, long, kerf)
    return min(along, across)


def least(pieces: Sequence[Piece], size: Piece) -> int:
    """Sheets that the area alone asks for."""
    return math.ceil(sum(a * b for a, b in pieces) / (size[0] * size[1]) - 1e-9)


def _count(pieces: Sequence[Piece], long: float, wide: float, kerf: float) -> int:
    """First fit, widest first: strips ``long`` mm long across sheets ``wide`` mm wide."""
    sheets: list[_Sheet] = []
    for a, b in sorted(pieces, key=lambda piece: (-piece[1], -piece[0])):
        strip = next((s for sheet in sheets for s in sheet.strips if b <= s.wide + 1e-9 and a <= s.left + 1e-9), None)
        if strip is None:
            sheet = next((one for one in sheets if b <= one.left + 1e-9), None)
            if sheet is None:
                sheet = _Sheet(wide)
                sheets.append(sheet)
            strip = _Strip(b, long)
            sheet.strips.append(strip)
            sheet.left -= b + kerf
        strip.left -= a + kerf
    return len(sheets)
