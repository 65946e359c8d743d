"""What saw cuts and trimmed ends cost: pieces that would just fill a bar and do not, for want of a few mm."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass

from ...structure.plans import BarPlan
from ...wording import Say

LONGEST = 60
"""Pieces of one stock up to which its plan is worked out again without kerf and trim."""
Plan = Callable[[float, float], BarPlan]
"""The same pieces from the same stock with a kerf and a trim, mm."""


@dataclass(frozen=True, slots=True)
class Trap:
    """``count`` pieces of ``length`` would fill a bar of ``stock`` if each were ``less`` mm shorter; one less comes out of it now."""

    length: float
    count: int
    stock: float
    less: float


def trap(lengths: Sequence[float], stock: Sequence[float], kerf: float, trim: float) -> Trap | None:
    """The dearest trap among pieces of one length alone: most lost of a bar; None where there is none."""
    found = []
    for length in set(lengths):
        for bar in stock:
            room, count = bar - 2 * trim, int(bar / length + 1e-9)
            over = count * length + (count - 1) * kerf - room
            if count > 1 and over > 1e-6 and lengths.count(length) >= count:
                found.append(Trap(length, count, bar, over / count))
    return max(found, key=lambda one: one.length, default=None)


def lost(plan: BarPlan, again: Plan, kerf: float, trim: float, lengths: Sequence[float], stock: Sequence[float], say: Say) -> str:
    """In words, what trim and kerf cost of this plan; empty where they cost no bar or the list is long."""
    if len(lengths) > LONGEST or plan.too_long:
        return ""
    words, near = "", trap(lengths, stock, kerf, trim)
    for name, mm, at in (("end trim", trim, (kerf, 0.0)), ("saw cut", kerf, (0.0, trim))):
        free = again(*at) if mm > 0 else plan
        saved = plan.cost - free.cost
        if saved > 0.005 and len(free.bars) != len(plan.bars):
            words += f" The {name} of {say.length(mm)} costs {saved:.2f}: without it {len(free.bars)} bars would do."
    if words and near is not None:
        words += f" {near.count} of {say.length(near.length)} just miss a bar of {say.length(near.stock)}: {say.length(near.less)} less each would do."
    return words
