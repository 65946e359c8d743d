"""A bed slide's deck: screwed down on rails and ribs, or let into the T-slots between them, a sheet a bay."""

from __future__ import annotations

import itertools
from dataclasses import dataclass

from ....catalog.errors import StockError
from ....catalog.model import Catalog, Section, Sheet
from ....structure.nouns.panel import Covers, Panel
from ....structure.nouns.parts import Member
from ...blocks.deck import boarded, deck
from ...blocks.stock import section_of, sheet_of
from .params import BedSlide

PLAY = 1.5
"""mm of a slot's depth left to a sheet's edge on every side (common practice, no published source)."""


@dataclass(frozen=True, slots=True)
class Decking:
    """Heights over the rails' underside, mm: the deck's own, the ribs' tops, the ``top`` that things stand on. ``bite``: how far a sheet's edge
    reaches into a slot, which takes ``opening``; 0 where it is screwed down."""

    under: float
    ribs: float
    top: float
    bite: float = 0.0
    opening: float = 0.0


def decking(build: BedSlide, rail_depth: float, rib_depth: float, catalog: Catalog) -> Decking:
    """Where the deck lies: on top of the rails, or in the lowest slots that the ribs' upper slots can stand level with.

    Raises:
        StockError: slots that are not there, or ribs too deep for them; a deck that no slot takes.
    """
    sheet = sheet_of(catalog, "deck", build.deck)
    if build.deck_edges == "screwed":
        return Decking(rail_depth, rail_depth, rail_depth + sheet.t)
    if not isinstance(sheet, Sheet):
        raise StockError("deck_edges", f"{sheet.label}: only plain sheets go into slots; screw it down, or choose a sheet")
    rail, rib = section_of(catalog, "rail", build.rail).slot, section_of(catalog, "rib", build.rib).slot
    if rail is None or rib is None:
        raise StockError("deck_edges", "only T-slot rails and ribs have slots; screw the deck down, or build the tray of T-slot profiles")
    levels = [rail.module * (i + 0.5) for i in range(round(rail_depth / rail.module))]
    level = next((z for z in levels if z + rib.module / 2 >= rib_depth - 1e-6), None)
    if level is None:
        raise StockError("rib", "these ribs are too deep to have a slot level with the rails'; take a lower rib, or screw the deck down")
    ribs = level + rib.module / 2
    # what lies across a rib lies on the rib
    top = max(level + sheet.t / 2, ribs) if build.mid_ribs or any(own.rib for own in build.own_members) else level + sheet.t / 2
    bite = min(rail.reach, rib.reach) - PLAY
    return Decking(level - sheet.t / 2, ribs, top, bite, min(rail.opening, rib.opening))


def own_slot(section: Section, build: BedSlide, catalog: Catalog, field: str) -> None:
    """An own rib between sheets in slots has a slot level with the others'.

    Raises:
        StockError: it has none.
    """
    rib = section_of(catalog, "rib", build.rib).slot
    if build.deck_edges == "slots" and section.slot != rib:
        raise StockError(field, f"{section.label} has no slot level with the other ribs'; take their profile, or screw the deck down")


def decks_of(
    build: BedSlide, body: str, origin: tuple[float, float, float], rail: float, bite: float, ribs: list[Member], catalog: Catalog
) -> tuple[Panel, ...]:
    """One deck over everything from ``origin``, or a sheet in every bay between ribs, within rails ``rail`` mm wide.

    Raises:
        StockError: a board wider than the tray.
    """
    sheet = catalog.sheets[build.deck]
    (_, y, z), size = origin, (build.tray_length.mm, build.tray_width.mm)
    along, rows = build.grain == "along", sorted(ribs, key=lambda m: m.a[0])
    if build.deck_edges == "screwed":
        whole = deck(f"{body}/deck", "deck", body, sheet, origin, size, Covers(tuple(m.id for m in rows)), along=along)
        return (boarded(whole, build.board_gap.mm, "deck", "tray"),)
    found = []
    for i, (one, two) in enumerate(itertools.pairwise(rows), 1):
        lo, hi = one.a[0] + one.shape.width / 2 - bite, two.a[0] - two.shape.width / 2 + bite
        at = (lo, y + rail - bite, z)
        cut = (hi - lo, size[1] - 2 * (rail - bite))
        found.append(deck(f"{body}/deck.{i}", "deck", body, sheet, at, cut, Covers((one.id, two.id), edges="slots"), along=along))
    return tuple(found)
