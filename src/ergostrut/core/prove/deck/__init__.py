"""The deck from rib to rib: one foot, and the load carried, by how it carries: strips, a plate held on four edges, boards, sandwich.

Strength and springiness are two findings; over the working limit is over, not breaking.
"""

from __future__ import annotations

from collections.abc import Iterator

from ...catalog.model import Planks, Sandwich
from ...finding import Finding
from ...structure.assembly import Assembly
from ...structure.check import BuildCheck
from ...structure.context import Context
from .edge import check_edge, check_hanging_over
from .field import Field, fields
from .held import check_plate
from .layered import check_sandwich
from .lift import check_lift
from .planks import check_planks
from .strips import check_strips
from .upon import check_upon


def check_deck(context: Context, assembly: Assembly) -> Iterator[Finding]:
    """Strength under one foot and under the load in a bump; sag under the load; springiness under one foot."""
    for field in fields(context, assembly):
        trodden = field.panel.trodden
        yield from (finding for finding in _checked(field) if trodden or finding.check not in UNDER_A_FOOT)


UNDER_A_FOOT = ("deck.foot", "deck.edge", "deck.spring", "deck.crush", "deck.tongue")
"""Checks of a deck that somebody steps on."""


def _checked(field: Field) -> Iterator[Finding]:
    yield from check_edge(field)
    yield from check_hanging_over(field)
    yield from check_upon(field)
    yield from check_lift(field)
    sheet = field.panel.sheet
    if isinstance(sheet, Planks):
        yield from check_planks(field, sheet)
    elif isinstance(sheet, Sandwich):
        yield from check_sandwich(field, sheet)
    elif field.panel.laid.edges == "slots":
        yield from check_plate(field, sheet)
    else:
        yield from check_strips(field, sheet)


__all__ = ["check_deck"]


CHECKS = (BuildCheck(check_deck, ("decks",)),)
