"""Views and their axes."""

from __future__ import annotations

from ..structure.nouns.parts import Point3

AXES: dict[str, tuple[int, int, int]] = {"plan": (0, 1, 2), "side": (0, 2, 1), "rear": (1, 2, 0)}
"""Host axes along u and v of a view, and the one it looks along."""


def moved(at: Point3, shift: Point3) -> Point3:
    """A point shifted."""
    return at[0] + shift[0], at[1] + shift[1], at[2] + shift[2]
