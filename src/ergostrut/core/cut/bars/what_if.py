"""What another stock length, or a little less on a part, would do to what bars cost."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from .plan import BarStock, plan_bars

LESS = 2.0
"""mm taken off a part to see what that saves."""
MOST = 12
"""Lengths that are tried shorter, the longest first."""
Cuts = Sequence[tuple[str, float]]


@dataclass(frozen=True, slots=True)
class OneLength:
    """All of a section from bars of one length: how many and what they cost; None where a piece is longer."""

    length: float
    bars: int | None
    cost: float | None


@dataclass(frozen=True, slots=True)
class Shorter:
    """What is saved where every piece of a mark is ``less`` mm shorter."""

    mark: str
    less: float
    saves: float


def one_length(cuts: Cuts, stock: Sequence[BarStock], kerf: float, trim: float) -> tuple[OneLength, ...]:
    """Every length that is sold, alone."""
    found = []
    for bar in sorted((one for one in stock if one.count is None), key=lambda one: one.length):
        plan = plan_bars(cuts, (bar,), kerf, trim)
        found.append(OneLength(bar.length, None, None) if plan.too_long else OneLength(bar.length, len(plan.bars), plan.cost))
    return tuple(found)


def shorter(cuts: Cuts, stock: Sequence[BarStock], kerf: float, trim: float) -> tuple[Shorter, ...]:
    """Marks whose pieces 2 mm shorter would make the bars cheaper, the most saved first."""
    now = plan_bars(cuts, stock, kerf, trim)
    if now.too_long:
        return ()
    found = []
    for mark in [mark for _, mark in sorted({(-length, mark) for mark, length in cuts})[:MOST]]:
        less = [(name, length - LESS if name == mark else length) for name, length in cuts]
        saves = now.cost - plan_bars(less, stock, kerf, trim).cost
        if saves > 0.005:
            found.append(Shorter(mark, LESS, saves))
    return tuple(sorted(found, key=lambda one: -one.saves))
