"""Fasteners in thin metal: self-drilling screws (AISI S100-16 J4), blind rivets, strut-channel nuts, plate and rivet nuts. N, mm, MPa."""

from __future__ import annotations

import math
from dataclasses import dataclass

from ...constants import LBF

SCREW_FACTOR = 3.0


def screw_shear(d: float, t1: float, Fu1: float, t2: float, Fu2: float) -> float:
    """Allowable shear of a self-drilling screw: head side ``t1``, far side ``t2``. Tilting counts while t2/t1 <= 1, bearing
    alone from 2.5, between by interpolation (J4.3.1)."""
    tilting, near, far = 4.2 * math.sqrt(t2**3 * d) * Fu2, 2.7 * t1 * d * Fu1, 2.7 * t2 * d * Fu2
    thin, thick = min(tilting, near, far), min(near, far)
    ratio = t2 / t1
    part = min(max((ratio - 1.0) / 1.5, 0.0), 1.0)
    return (thin + (thick - thin) * part) / SCREW_FACTOR


def screw_pull(d: float, washer: float, t1: float, Fu1: float, t2: float, Fu2: float) -> float:
    """Allowable tension: pull-out 0.85 tc d Fu2 or pull-over 1.5 t1 dw Fu1 (J4.4)."""
    return min(0.85 * t2 * d * Fu2, 1.5 * t1 * washer * Fu1) / SCREW_FACTOR


@dataclass(frozen=True, slots=True)
class DrillScrew:
    """Diameter and washer head, mm (hex washer head, ASME B18.6.4, from memory)."""

    d: float
    head: float


DRILL_SCREWS = {"No. 10": DrillScrew(4.83, 10.2), "No. 12": DrillScrew(5.49, 10.5), "No. 14": DrillScrew(6.35, 12.7)}


@dataclass(frozen=True, slots=True)
class Rivet:
    """Minimum ultimate shear and tension, N."""

    label: str
    d: float
    shear: float
    tension: float
    source: str

    @property
    def allowed(self) -> tuple[float, float]:
        """Shear and tension with a factor of 3."""
        return self.shear / 3, self.tension / 3


RIVETS = {
    rivet.label: rivet
    for rivet in (
        Rivet("steel 1/8 in", 3.2, 260 * LBF, 310 * LBF, "IFI-114 grade 30, from memory"),
        Rivet("steel 3/16 in", 4.8, 540 * LBF, 680 * LBF, "IFI-114 grade 30, from memory"),
        Rivet("Al/steel 3.2 mm", 3.2, 500, 670, "ISO 15977 class L, from memory"),
        Rivet("Al/steel 4.8 mm", 4.8, 1200, 1420, "ISO 15977 class L, from memory"),
    )
}


@dataclass(frozen=True, slots=True)
class StrutNut:
    """Allowable pull-out and slip along a 12 ga channel, N: typical of published data, factor 3 already in."""

    thread: str
    pull: float
    slip: float


STRUT_NUTS = {nut.thread: nut for nut in (StrutNut("3/8-16", 1100 * LBF, 800 * LBF), StrutNut("1/2-13", 2000 * LBF, 1500 * LBF))}
STRUT_ON_ROAD = 0.5
"""On the road half of it: the nut holds by friction."""


def rated_nut(sold: float) -> float:
    """Plate or rivet nut: a third of the load it is sold for; the sheet round it stays unknown until rated."""
    return sold / 3
