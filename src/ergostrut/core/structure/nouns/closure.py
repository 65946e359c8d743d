"""What closes an opening of a skin or a roof: a bought window, a vent. mm, kg."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from ...mechanics.space.rects import Rect
from .panel import Panel
from .parts import Point3


@dataclass(frozen=True, slots=True)
class Closure:
    """It lies in the opening between two corners ``lo`` and ``hi`` of a panel, on the two members ``on``, which run along it and are framed between
    that panel's own; ``of``: the item that it is. ``wall`` mm thick there, ``clamps``: what its ring takes, least and most; ``lets`` W/(m2 K) through."""

    id: str
    name: str
    panel: str
    lo: Point3
    hi: Point3
    on: tuple[str, str]
    of: str
    wall: float
    clamps: tuple[float | None, float | None] = (None, None)
    lets: float | None = None

    @property
    def area(self) -> float:
        """mm2, across the axis it is thin along."""
        _, b, c = sorted(hi - lo for lo, hi in zip(self.lo, self.hi, strict=True))
        return b * c

    def in_plane(self, panel: Panel) -> Rect:
        """Its two corners in the panel's own plane."""
        own = (np.array([self.lo, self.hi]) - panel.pose.t) @ panel.pose.R[:, :2]
        (a, b), (c, d) = own.min(axis=0).tolist(), own.max(axis=0).tolist()
        return a, b, c, d
