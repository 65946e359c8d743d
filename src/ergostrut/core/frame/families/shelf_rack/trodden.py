"""Which shelves somebody may step on."""

from __future__ import annotations

from .params import Shelf

STEPPED = 1200.0
"""mm under which a shelf is stepped on unless said otherwise (common practice, no published source)."""


def trodden(shelf: Shelf) -> bool:
    """Whether somebody may step on it: as said, else wherever it is low enough."""
    return shelf.stepped_on == "yes" or (shelf.stepped_on == "unsaid" and shelf.height.mm < STEPPED)
