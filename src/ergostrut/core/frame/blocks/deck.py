"""A deck: a sheet, or as many boards along the span as its width takes, spread evenly."""

from __future__ import annotations

from dataclasses import replace

from ...catalog.errors import StockError
from ...catalog.model import Planks
from ...structure.parts import PanelPart


def boarded(deck: PanelPart, least_gap: float, field: str, what: str) -> PanelPart:
    """The panel with its boards laid out; a sheet as it is. ``what`` it lies on.

    Raises:
        StockError: a board wider than the deck; ``field`` names the choice.
    """
    sheet = deck.sheet
    if not isinstance(sheet, Planks):
        return deck
    wide = deck.size[1 - deck.span]
    count = int((wide + least_gap) / (sheet.width + least_gap) + 1e-9)
    if count < 1:
        raise StockError(field, f"{sheet.label} are wider than the {what}; choose narrower boards or a wider {what}")
    gap = (wide - count * sheet.width) / (count - 1) if count > 1 else 0.0
    return replace(deck, along=deck.span == 0, boards=count, gap=gap)
