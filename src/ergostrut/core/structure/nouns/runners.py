"""Drawers and bins: what a body that is drawn out runs on between upright panels, and what keeps it in. mm, N, host axes, motions home."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from .catch_pin import CatchPin
from .parts import Point3

Slides = Literal["side", "bottom", "locking", "runner", "bin"]
"""Slides on both sides, under it, locking ones; low-friction strips without bearings; a bin between dividers, lifted out."""
Catch = Literal["none", "self-closing", "turn button", "bar", "pinned bar"]
"""What keeps drawers in: a catch each that closes by itself, a button that one turns, a bar over all with nothing but its weight or pinned."""


StaysOut = Literal["unsaid", "nothing", "detent", "lock"]
"""What keeps a drawer where it was drawn to, part out and out, while the vehicle stands on a slope."""


@dataclass(frozen=True, slots=True)
class Runner:
    """``body`` runs along ``motion`` between the panels ``sides``, its slides at ``z`` from ``lo`` to ``hi`` along the axis it goes along.

    ``opening``, ``width``, ``beside``: between the panels, of the drawer, and what a slide takes each side; ``depth``: of the drawer; ``rating``: of the pair, fully out, as sold; ``bottom``: name of its floor panel."""

    id: str
    label: str
    body: str
    motion: str
    sides: tuple[str, str]
    axis: Literal[0, 1]
    z: float
    lo: float
    hi: float
    kind: Slides
    opening: float
    width: float
    beside: float
    depth: float
    rating: float | None
    bottom: str
    stays: StaysOut = "unsaid"
    stays_rating: float | None = None
    """N that holds it there."""
    over: float = 0.0
    high: float = 0.0
    """mm of room over it, and how high its sides are."""


@dataclass(frozen=True, slots=True)
class Keeper:
    """What keeps the drawers of a build in while it is driven; ``rating`` of one in N."""

    id: str
    kind: Catch
    at: Point3
    rating: float | None
    pin: CatchPin
