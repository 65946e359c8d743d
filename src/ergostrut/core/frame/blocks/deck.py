"""A deck: a sheet, or as many boards along the span as its width takes, spread evenly."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace

from ...catalog.errors import StockError
from ...catalog.model import Planks, Sandwich, Section, Sheet
from ...structure.nouns.panel import Covers, Lid, Panel, between, pierced
from ...structure.nouns.parts import Point3, Use

ROUND = 1.0
"""mm of room round a post in the deck that it passes."""


def deck(
    ident: str, role: str, body: str, sheet: Sheet | Sandwich | Planks, at: Point3, size: tuple[float, float], lies: Covers | Lid,
    *, along: bool, use: Use = "deck", trodden: bool = True,
) -> Panel:  # fmt: skip
    """A level panel of ``size`` along x and y, its front left corner's underside at ``at``; ``along``: its face grain runs along x."""
    far = at[0] + size[0], at[1] + size[1], at[2] + sheet.t
    return between(ident, role, body, sheet, at, far, 0 if along else 1, lies, use, trodden=trodden)


def seams(lo: float, hi: float, stops: Sequence[float], most: float) -> list[tuple[float, float]]:
    """From ``lo`` to ``hi`` in as few parts as go, each no longer than ``most`` where the ``stops`` between allow it: seams lie on stops."""
    found, at = list[tuple[float, float]](), lo
    inside = sorted(stop for stop in stops if lo + 1.0 < stop < hi - 1.0)
    while at + most < hi:
        ahead = [stop for stop in inside if stop > at + 1.0]
        if not ahead:
            break
        end = max((stop for stop in ahead if stop <= at + most), default=ahead[0])
        found.append((at, end))
        at = end
    return [*found, (at, hi)]


def laid(
    ident: str, role: str, body: str, sheet: Sheet | Sandwich | Planks, at: Point3, size: tuple[float, float],
    on: Sequence[tuple[str, float]], *, along: bool, use: Use = "deck", trodden: bool = True,
) -> tuple[Panel, ...]:  # fmt: skip
    """A level deck on members across, each given with its x: whole, or in as many sheets as it takes, their seams on members."""
    most = size[0] if isinstance(sheet, Planks) else sheet.size[0 if along else 1]
    parts, found = seams(at[0], at[0] + size[0], [x for _, x in on], most), list[Panel]()
    for n, (a, b) in enumerate(parts, 1):
        under = tuple(name for name, x in on if a - 1.0 <= x <= b + 1.0)
        name = ident if len(parts) == 1 else f"{ident}.{n}"
        found.append(
            deck(name, role, body, sheet, (a, at[1], at[2]), (b - a, size[1]), Covers(under, 0), along=along, use=use, trodden=trodden)
        )
    return tuple(found)


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


def cut_round(decks: Sequence[Panel], feet: Sequence[tuple[float, float]], post: Section) -> tuple[Panel, ...]:
    """Decks cut out round posts that pass them, whose middles stand at ``feet``, x and y."""
    x, y = (size / 2 + ROUND for size in (post.properties.depth, post.properties.width))
    found = list[Panel]()
    for panel in decks:
        lo, hi = panel.lo, panel.hi
        under = [(a, b) for a, b in feet if lo[0] < a + x and a - x < hi[0] and lo[1] < b + y and b - y < hi[1]]
        found.append(pierced(panel, tuple(((a - x, b - y, 0.0), (a + x, b + y, 0.0)) for a, b in under)))
    return tuple(found)
