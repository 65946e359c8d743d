"""The pieces of all builds as a cut list: alike pieces share a row."""

from __future__ import annotations

import math
from collections.abc import Sequence

from ..catalog.model import Planks
from ..mechanics.space.rects import Rect
from ..structure.context import Context
from ..structure.parts import Slab
from ..structure.plans import Piece
from ..structure.slabs import normal_of
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


def _shape(slab: Slab, say: Say) -> str:
    """How a slab is cut: its corners where it is no rectangle, bevelled where it leans, its openings with their corner from its own; along
    the grain first."""
    i = slab.grain
    j = next(axis for axis in range(3) if axis not in (slab.across, i))
    words = ["square"]
    if slab.rim:
        n = normal_of(slab)
        lean = math.degrees(math.acos(min(abs(float(n[slab.across])), 1.0)))
        slant = {axis: math.hypot(1.0, n[axis] / n[slab.across]) for axis in (i, j)}
        low = [min(place[axis] for place in slab.rim) for axis in (i, j)]
        at = [[slant[axis] * (place[axis] - least) for axis, least in zip((i, j), low, strict=True)] for place in slab.rim]
        corners = " / ".join(f"{_short(a, say)}, {_short(b, say)}" for a, b in at)
        words = [f"edges bevelled {lean:.1f}°" if lean > BEVEL else f"corners at {corners}"]
    cut = [
        f"{say.length(hi[i] - lo[i])} x {say.length(hi[j] - lo[j])} out at {say.length(lo[i] - slab.lo[i])}, {say.length(lo[j] - slab.lo[j])}"
        for lo, hi in slab.cutouts
    ]
    return "; ".join([*words, *cut])


def _notched(whole: Rect, notches: Sequence[Rect], say: Say) -> list[str]:
    """What is cut out of a level panel or a board, with its corner from its own front left one, along the vehicle first."""
    found = []
    for a0, b0, a1, b1 in notches:
        c0, d0, c1, d1 = max(a0, whole[0]), max(b0, whole[1]), min(a1, whole[2]), min(b1, whole[3])
        if c0 < c1 and d0 < d1:
            size = f"{say.length(c1 - c0)} x {say.length(d1 - d0)}"
            found.append(f"{size} out at {_short(c0 - whole[0], say)}, {_short(d0 - whole[1], say)}")
    return found


def pieces(context: Context) -> tuple[Piece, ...]:
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
                for x, y, lx, ly in panel.rects:
                    cut = _notched((x, y, x + lx, y + ly), panel.notches, context.say)
                    bkey: Row = ("board", panel.sheet.id, round(panel.size[0], 2), None, "; ".join([_ends(0.0), *cut]))
                    groups.setdefault(bkey, []).append(panel.id)
                    kg[bkey] = panel.mass / panel.boards
                continue
            (x, y, _), (lx, ly) = panel.origin, panel.size
            words = "; ".join(["square", *_notched((x, y, x + lx, y + ly), panel.notches, context.say)])
            pkey: Row = (panel.role, panel.sheet.id, round(panel.size[0], 2), round(panel.size[1], 2), words)
            groups.setdefault(pkey, []).append(panel.id)
            kg[pkey] = panel.mass
        for slab in build.slabs:
            long, wide = slab.cut
            skey: Row = (slab.role, slab.sheet.id, round(long, 2), round(wide, 2), _shape(slab, context.say))
            groups.setdefault(skey, []).append(slab.id)
            kg[skey] = slab.mass
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
            Piece(
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
