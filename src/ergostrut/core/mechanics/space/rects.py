"""Rectangles without others: what is left of a wall or a panel beside its openings."""

from __future__ import annotations

from collections.abc import Iterable

Rect = tuple[float, float, float, float]
"""u0, v0, u1, v1."""
LEAST = 1e-6


def without(whole: Rect, cuts: Iterable[Rect]) -> list[Rect]:
    """A rectangle less others, as rectangles that do not overlap; slivers under ``LEAST`` are dropped."""
    rows = [whole]
    for u0, v0, u1, v1 in cuts:
        after: list[Rect] = []
        for a0, b0, a1, b1 in rows:
            c0, d0, c1, d1 = max(a0, u0), max(b0, v0), min(a1, u1), min(b1, v1)
            if c0 >= c1 or d0 >= d1:
                after.append((a0, b0, a1, b1))
                continue
            parts = ((a0, b0, c0, b1), (c1, b0, a1, b1), (c0, b0, c1, d0), (c0, d1, c1, b1))
            after += [row for row in parts if row[2] - row[0] > LEAST and row[3] - row[1] > LEAST]
        rows = after
    return rows
