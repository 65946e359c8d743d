"""Slats and planks, each a beam of its own, alone or sharing through what lies on them."""

from __future__ import annotations

from collections.abc import Sequence


def share(pitch: float, contact: float, spread: float) -> float:
    """Part of a load on one board: one when it stands on it alone; else pitch over contact plus the ``spread`` of the mattress or mat, mm."""
    return min(1.0, pitch / (contact + spread)) if contact + spread > 0 else 1.0


def share_of(boards: Sequence[tuple[float, float]], middle: float, wide: float) -> float:
    """Part of a stiff thing's load on the hardest pressed board: all of it on one, by levers between two, of more an even share, or what the
    boards' pitch has of its width where that is more.

    Args:
        boards: from and to of every board across, mm.
        middle, wide: of the thing across them, mm.
    """
    under = [((a + b) / 2) for a, b in boards if min(b, middle + wide / 2) - max(a, middle - wide / 2) > 1e-6]
    if len(under) < 2:
        return 1.0
    if len(under) == 2:
        far = (middle - under[0]) / (under[1] - under[0])
        return min(max(far, 1 - far), 1.0)
    pitch = (under[-1] - under[0]) / (len(under) - 1)
    return min(max(1 / len(under), pitch / wide), 1.0)
