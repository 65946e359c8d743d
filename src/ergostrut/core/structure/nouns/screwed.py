"""A member fastened along a panel that carries by itself: both bend together as far as the fasteners let them. mm, N."""

from __future__ import annotations

from dataclasses import dataclass


@dataclass(frozen=True, slots=True)
class Screwed:
    """``member`` lies flat on ``panel`` with a screw ``d`` mm thick every ``spacing`` mm, ``bite`` into the panel; ``rating`` N of one, pull and shear
    together, None where nobody said."""

    id: str
    member: str
    panel: str
    spacing: float
    d: float
    bite: float
    rating: float | None = None
