"""What is tall comes over before it slides: what that asks of straps and brackets, at the height where they act."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from ..constants import G
from ..mechanics.retention import tips_at
from ..structure.carried import Placed
from ..working import Working

RETENTION_DOWN = 0.5
"""Vertical g that may be left while braking or cornering, on rough ground."""
WAYS = ("along", "across")


@dataclass(frozen=True, slots=True)
class Tall:
    """A thing that would come over by itself: from ``alone`` g, under the ``asked`` g of a case, N that it takes to hold it, and the use of
    what holds it."""

    alone: float
    asked: float
    case: str
    need: float
    use: float


def tips_over(w: Working, item: Placed, axis: int, asked: float, case: str, lip: float) -> float:
    """Use of a thing that tips over a lip ``lip`` mm high along an axis, written into ``w``; 0 where the lip reaches its middle."""
    h = item.size[2] / 2
    if h <= lip:
        return 0.0
    w.given("a_o", asked, "g", f"{case}, {WAYS[axis]} the vehicle")
    w.line("a_t", "n * b / 2 / (h - l)", "g", "tips over the edge, with half the weight", n=RETENTION_DOWN, b=item.size[axis], h=h, l=lip)
    return w.line("use_o", "a_o / a_t", "")


def tipping(item: Placed, axes: Sequence[tuple[float, str]], have: float, w: Working, down: float = RETENTION_DOWN) -> Tall | str | None:
    """What tipping asks of ``have`` N that hold a thing, the worse way along and across the vehicle; None where it would not come over by
    itself, words where it hangs on a height that nobody gave.

    Straps over its top press it down in its middle, on a lever of half its base. What acts at a height holds it there: what is left of the
    moment about that height lies on its base. What holds it by its foot is pulled at the far edge, besides what pushes it.

    Args:
        axes: g along and across the vehicle, each with its case.
        down: g that is left of its weight.
    """
    hold, W, h = item.thing.hold, item.mass * G, item.size[2] / 2
    worst: Tall | None = None
    for i, (asked, case) in enumerate(axes):
        b = item.size[i]
        alone = tips_at(b, h, 0.0, down)
        if asked <= alone:
            continue
        v = Working()
        v.given("a_i", asked, "g", f"{case}, {WAYS[i]} the vehicle")
        v.line("a_t", "n * b / 2 / h", "g", "comes over by itself, at its middle", n=down, b=b, h=h)
        v.given("W_t", W, "N", "its weight")
        if hold.height is not None:
            v.given("z", hold.height.mm, "mm", "what holds it acts so high on it")
            v.line("M", "max(W_t * (a_i * abs(h - z) - n * b / 2), 0)", "N mm", "left about that height, over what its base takes")
            need = v.line("F", "sqrt((a_i * W_t)**2 + (M / b)**2)", "N", "on what holds it")
        elif hold.by == "straps":
            if not hold.over:
                return (
                    f"It comes over by itself from {alone:.2f} g, and {case.lower()} asks {asked:.2f}: straps that go round it hold it at the height "
                    "where they act. Give that, or lead them over its top."
                )
            need = v.line(
                "F", "W_t * (a_i * h - n * b / 2) / (b / 2)", "N", "down in its middle, half its base from the edge it turns about"
            )
        else:
            v.line("T", "W_t * (a_i * h - n * b / 2) / b", "N", "pulls its far edge off, held by its foot")
            need = v.line("F", "sqrt((a_i * W_t)**2 + T**2)", "N", "pull and push on what holds it")
        use = v.line("use_t", "F / R_t", "", R_t=have) if have > 0 else 99.0
        if worst is None or use > worst.use:
            worst = Tall(alone, asked, case, need, use)
            lines = v.done()
    if worst is not None:
        w.extend(lines)
    return worst
