"""Outlines of panels as a cutter follows them: one part alone, or all of a sheet where the plan lays them."""

from __future__ import annotations

from collections.abc import Mapping

from ergostrut.core.cut.outline import Outline, Point2
from ergostrut.core.structure.plans import Placed, SheetCut

from .dxf import Ring


def part_rings(found: Outline, words: str) -> tuple[Ring, ...]:
    """A part with its length along x, its lower left corner at 0, 0."""
    return tuple(Ring(ring, "CUT", words if n == 0 else "") for n, ring in enumerate(found.rings))


def laid(point: Point2, found: Outline, piece: Placed) -> Point2:
    """Where a point of a part lies on its sheet. A part that lies across is turned a quarter, never turned over."""
    u, v = point
    # its length along the sheet's grain, where its grain runs along its length and it is not turned
    if found.along != piece.turned:
        return piece.x + u, piece.y + v
    return piece.x + piece.dx - v, piece.y + u


def sheet_rings(sheet: SheetCut, outlines: Mapping[str, Outline], names: Mapping[str, str]) -> tuple[Ring, ...]:
    """The sheet and every part on it with its openings."""
    long, wide = sheet.size
    rings = [Ring(((0.0, 0.0), (long, 0.0), (long, wide), (0.0, wide)), "SHEET")]
    for piece in sheet.pieces:
        found = outlines[piece.mark]
        for n, ring in enumerate(found.rings):
            words = names.get(piece.mark, piece.mark) if n == 0 else ""
            rings.append(Ring(tuple(laid(point, found, piece) for point in ring), "CUT", words))
    return tuple(rings)
