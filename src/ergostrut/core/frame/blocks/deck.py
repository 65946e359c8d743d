"""A deck: a sheet, or as many boards along the span as its width takes, spread evenly."""

from __future__ import annotations

from dataclasses import replace

from ...catalog.errors import StockError
from ...catalog.model import Planks, Sandwich, Sheet
from ...structure.panel import Covers, Lid, Panel, between
from ...structure.parts import Point3, Use


def deck(
    ident: str, role: str, body: str, sheet: Sheet | Sandwich | Planks, at: Point3, size: tuple[float, float], lies: Covers | Lid,
    *, along: bool, use: Use = "deck", trodden: bool = True,
) -> Panel:  # fmt: skip
    """A level panel of ``size`` along x and y, its front left corner's underside at ``at``; ``along``: its face grain runs along x."""
    far = at[0] + size[0], at[1] + size[1], at[2] + sheet.t
    return between(ident, role, body, sheet, at, far, 0 if along else 1, lies, use, trodden=trodden)


def boarded(panel: Panel, least_gap: float, field: str, what: str) -> Panel:
    """The panel with its boards laid out; a sheet as it is. ``what`` it lies on.

    Raises:
        StockError: a board wider than the deck; ``field`` names the choice.
    """
    sheet, lies = panel.sheet, panel.laid
    if not isinstance(sheet, Planks):
        return panel
    wide = panel.wide[1 - lies.span]
    count = int((wide + least_gap) / (sheet.width + least_gap) + 1e-9)
    if count < 1:
        raise StockError(field, f"{sheet.label} are wider than the {what}; choose narrower boards or a wider {what}")
    gap = (wide - count * sheet.width) / (count - 1) if count > 1 else 0.0
    return replace(panel, grain=lies.span, carries=replace(lies, boards=count, gap=gap))
