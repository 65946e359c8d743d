"""The pieces of all builds as a cut list: alike pieces share a row."""

from __future__ import annotations

import math
from collections.abc import Collection, Sequence
from dataclasses import replace

from ..catalog.model import Planks
from ..mechanics.space.rects import Rect
from ..structure.context import Context
from ..structure.nouns.panel import Panel, Shell
from ..structure.nouns.parts import Member
from ..structure.plans import CutPiece
from ..wording import Say
from .outline import outline_of


def price_of(context: Context, item: str, typical: float) -> float:
    """The job's own price of a catalogue item, else the typical one times what this shop pays over that."""
    shop = context.design.shop
    return shop.prices.get(item, typical * shop.pays)


_LETTERS = {
    "side rail": "R",
    "end rib": "E",
    "mid rib": "M",
    "runner": "N",
    "lower rail": "L",
    "upper rail": "U",
    "deck": "D",
    "board": "B",
    "brace": "X",
}
Row = tuple[str, str, float, float | None, str, bool]
"""Role, stock, length, width of a panel, how it ends and what is cut out of it, whether its grain runs along its length: what makes pieces alike."""


SQUARE = "square, both ends"


def _ends(member: Member) -> str:
    if member.slants is not None:
        a, b = (round(one, 1) for one in member.slants)
        first, last = (f"{one:g}°" if one else "square" for one in (a, b))
        return f"{first} and {last}, over the points" if a or b else SQUARE
    mitre = round(member.mitre, 1)
    return f"mitred {mitre:g}° the same way, over the points" if mitre else SQUARE


def _short(mm: float, say: Say) -> str:
    return say.length(mm) if mm > 0.05 else "0"


def _outs(outs: Sequence[Rect], say: Say) -> list[str]:
    """What is taken out, each with its corner."""
    return [f"{say.length(c - a)} x {say.length(d - b)} out at {_short(a, say)}, {_short(b, say)}" for a, b, c, d in outs]


def _shape(panel: Panel, say: Say) -> str:
    """How a panel is cut: its corners where it is no rectangle, bevelled where it leans, its openings; in the order of its sizes."""
    found, words = outline_of(panel), "square"
    if found.bevel:
        words = f"edges bevelled {found.bevel:.1f}°"
    elif not panel.rectangle:
        words = f"corners at {' / '.join(f'{_short(a, say)}, {_short(b, say)}' for a, b in found.rim)}"
    return "; ".join([words, *_outs(found.outs, say)])


def _board(panel: Panel, strip: Rect, say: Say) -> str:
    """How one board of a deck is cut, along the vehicle first."""
    outs = []
    for a, b, c, d in panel.holes:
        box = max(a, strip[0]) - strip[0], max(b, strip[1]) - strip[1], min(c, strip[2]) - strip[0], min(d, strip[3]) - strip[1]
        if box[0] < box[2] and box[1] < box[3]:
            outs.append(box)
    return "; ".join([SQUARE, *_outs(outs, say)])


def pieces(context: Context, without: Collection[str] = ()) -> tuple[CutPiece, ...]:
    """Bars and panels, alike ones together, but for parts ``without``; marks are proposals until the list is issued."""
    rows = _pieces(context)
    if not without:
        return rows
    left = (replace(row, parts=tuple(part for part in row.parts if part not in without)) for row in rows)
    return tuple(row for row in left if row.parts)


def _pieces(context: Context) -> tuple[CutPiece, ...]:
    groups: dict[Row, list[str]] = {}
    kg: dict[Row, float] = {}
    mitres: dict[Row, tuple[float, ...]] = {}
    for build in context.builds:
        for member in build.members:
            # mitred the same way at both ends: the stock it takes is measured over the points
            over = member.length + member.points + member.shape.width * math.tan(math.radians(member.mitre))
            key: Row = (member.role, member.section.id, round(over, 2), None, _ends(member), True)
            groups.setdefault(key, []).append(member.id)
            kg[key], mitres[key] = member.mass, tuple(dict.fromkeys(round(one, 1) for one in member.slants or (member.mitre,)))
        for panel in build.panels:
            if isinstance(panel.sheet, Planks):
                for strip in panel.strips:
                    bkey: Row = ("board", panel.sheet.id, round(panel.wide[0], 2), None, _board(panel, strip, context.say), True)
                    groups.setdefault(bkey, []).append(panel.id)
                    kg[bkey] = panel.mass / panel.laid.boards
                continue
            # as laid along the vehicle; what carries by itself along its grain
            by_grain = isinstance(panel.carries, Shell)
            long, wide = panel.cut if by_grain else panel.wide
            pkey: Row = (
                panel.role,
                panel.sheet.id,
                round(long, 2),
                round(wide, 2),
                _shape(panel, context.say),
                by_grain or panel.grain == 0,
            )
            groups.setdefault(pkey, []).append(panel.id)
            kg[pkey] = panel.mass
    found = []
    used: dict[str, int] = {}
    for row, parts in groups.items():
        role, stock, length, width, ends, along = row
        letter = _LETTERS.get(role, role[:1].upper())
        used[letter] = used.get(letter, 0) + 1
        if width is None:
            section = context.catalog.bar(stock)
            label, price = section.label, price_of(context, stock, section.price_per_m) * length / 1000
        else:
            sheet = context.catalog.sheet(stock)
            label, price = sheet.label, price_of(context, stock, sheet.price) * length * width / (sheet.size[0] * sheet.size[1])
        found.append(
            CutPiece(
                f"{letter}{used[letter]}",
                tuple(parts),
                role,
                stock,
                label,
                length,
                width,
                ends,
                kg[row],
                price,
                along,
                mitres.get(row, (0.0,)),
            )
        )
    return tuple(found)
