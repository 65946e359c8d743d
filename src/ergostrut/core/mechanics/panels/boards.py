"""Slats and planks, each a beam of its own, alone or sharing through what lies on them."""

from __future__ import annotations


def share(pitch: float, contact: float, spread: float) -> float:
    """Part of a load on one board: one when it stands on it alone; else pitch over contact plus the ``spread`` of the mattress or mat, mm."""
    return min(1.0, pitch / (contact + spread)) if contact + spread > 0 else 1.0
