"""A plan that was cut: what it took out of the stockroom, and what it leaves that is worth keeping. mm."""

from __future__ import annotations

from collections import Counter
from dataclasses import dataclass

from ..structure.plans import CutPlan

LONG, SIDE = 300.0, 150.0
"""A rest of a bar shorter than that, or of a sheet with a side less than that, is scrap (common practice, no published source)."""


@dataclass(frozen=True, slots=True)
class Rest:
    """An offcut: ``width`` None of a bar."""

    stock: str
    length: float
    width: float | None


def taken(plan: CutPlan) -> Counter[str]:
    """How many of what the job had of the shop's were cut, by its name there."""
    bars = Counter(bar.own for group in plan.bars for bar in group.plan.bars if bar.own)
    return bars + Counter(sheet.own for group in plan.sheets for sheet in group.plan.sheets if sheet.own)


def rests(plan: CutPlan, kerf: float) -> tuple[Rest, ...]:
    """What is left to keep: of every bar its end behind the last saw cut, of every sheet the rectangles no piece took; longest first.

    Two rests of a sheet are two pieces: the cuts between them were made.
    """
    found = [Rest(group.stock, bar.left - kerf, None) for group in plan.bars for bar in group.plan.bars if bar.left - kerf >= LONG]
    for group in plan.sheets:
        for sheet in group.plan.sheets:
            found += [Rest(group.stock, dx, dy) for _, _, dx, dy in sheet.left if min(dx, dy) >= SIDE and max(dx, dy) >= LONG]
    return tuple(sorted(found, key=lambda rest: (rest.stock, -rest.length, -(rest.width or 0.0))))
