"""Slats and planks, each a beam of its own, alone or sharing through what lies on them."""

from __future__ import annotations

from dataclasses import dataclass


@dataclass(frozen=True, slots=True)
class Board:
    """``b`` wide, ``t`` thick mm, ``E`` MPa, ``allow`` MPa in bending."""

    b: float
    t: float
    E: float
    allow: float


@dataclass(frozen=True, slots=True)
class BoardResult:
    stress: float
    sag: float
    use: float


def share(pitch: float, contact: float, spread: float) -> float:
    """Part of a load on one board: one when it stands on it alone; else pitch over contact plus the ``spread`` of the mattress or mat, mm."""
    return min(1.0, pitch / (contact + spread)) if contact + spread > 0 else 1.0


def point(board: Board, L: float, P: float, part: float = 1.0) -> BoardResult:
    """``P`` N mid span ``L``, ``part`` of it on this board: P L / 4, P L3 / 48 E I."""
    F, inertia = P * part, board.b * board.t**3 / 12
    stress = F * L / 4 / (board.b * board.t**2 / 6)
    return BoardResult(stress, F * L**3 / (48 * board.E * inertia), stress / board.allow)
