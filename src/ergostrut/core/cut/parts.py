"""The pieces of all builds as a cut list: alike pieces share a row."""

from __future__ import annotations

import math

from ..catalog.model import Planks
from ..mechanics.space.rects import Rect
from ..structure.context import Context
from ..structure.nouns.panel import Panel, Shell, slope
from ..structure.plans import CutPiece
from ..wording import Say


def price_of(context: Context, item: str, typical: float) -> float:
    """The job's own price of a catalogue item, else the typical one."""
    return context.design.shop.prices.get(item, typical)


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
BEVEL = 0.5
"""Degrees of lean from which an edge is bevelled."""
Row = tuple[str, str, float, float | None, str]
"""Role, stock, length, width of a panel, how it ends and what is cut out of it: what makes pieces alike."""


def _ends(mitre: float) -> str:
    return f"mitred {mitre:g}° the same way, over the points" if mitre else "square, both ends"


def _short(mm: float, say: Say) -> str:
    return say.length(mm) if mm > 0.05 else "0"


def _out(panel: Panel, whole: Rect, say: Say) -> list[str]:
    """What is cut out of a panel, or of one of its boards, with its corner from its own; along the grain first, of what lies on members along
    the vehicle first."""
    i = panel.grain if isinstance(panel.carries, Shell) else 0
    found = []
    for a0, b0, a1, b1 in panel.holes:
        lo, hi = (max(a0, whole[0]), max(b0, whole[1])), (min(a1, whole[2]), min(b1, whole[3]))
        if lo[0] < hi[0] and lo[1] < hi[1]:
            size, at = [hi[k] - lo[k] for k in (i, 1 - i)], [lo[k] - whole[k] for k in (i, 1 - i)]
            found.append(f"{say.length(size[0])} x {say.length(size[1])} out at {_short(at[0], say)}, {_short(at[1], say)}")
    return found


def _shape(panel: Panel, say: Say) -> str:
    """How a panel is cut: its corners where it is no rectangle, bevelled where it leans, its openings; along the grain first."""
    i, words = panel.grain, "square"
    lean = slope(panel)
    if lean > BEVEL:
        words = f"edges bevelled {lean:.1f}°"
    elif not panel.rectangle:
        low = panel.bounds
        rows = [(place[i] - low[i], place[1 - i] - low[1 - i]) for place in panel.rim]
        words = f"corners at {' / '.join(f'{_short(a, say)}, {_short(b, say)}' for a, b in rows)}"
    return "; ".join([words, *_out(panel, panel.bounds, say)])


def pieces(context: Context) -> tuple[CutPiece, ...]:
    """Bars and panels, alike ones together; marks are proposals until the list is issued."""
    groups: dict[Row, list[str]] = {}
    kg: dict[Row, float] = {}
    for build in context.builds:
        for member in build.members:
            # mitred the same way at both ends: the stock it takes is measured over the points
            over = member.length + member.shape.width * math.tan(math.radians(member.mitre))
            key: Row = (member.role, member.section.id, round(over, 2), None, _ends(round(member.mitre, 1)))
            groups.setdefault(key, []).append(member.id)
            kg[key] = member.mass
        for panel in build.panels:
            if isinstance(panel.sheet, Planks):
                for strip in panel.strips:
                    out = _out(panel, strip, context.say)
                    bkey: Row = ("board", panel.sheet.id, round(panel.wide[0], 2), None, "; ".join([_ends(0.0), *out]))
                    groups.setdefault(bkey, []).append(panel.id)
                    kg[bkey] = panel.mass / panel.laid.boards
                continue
            # as laid along the vehicle; what carries by itself along its grain
            long, wide = panel.cut if isinstance(panel.carries, Shell) else panel.wide
            pkey: Row = (panel.role, panel.sheet.id, round(long, 2), round(wide, 2), _shape(panel, context.say))
            groups.setdefault(pkey, []).append(panel.id)
            kg[pkey] = panel.mass
    found = []
    used: dict[str, int] = {}
    for row, parts in groups.items():
        role, stock, length, width, ends = row
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
            )
        )
    return tuple(found)
