"""Fillet weld all round a profile, as a line (Blodgett, Design of Welded Structures, section 7.4).

Steel: 0.60 x 70 ksi x 0.707 a / 2 (AISC 360-16 J2.4, Manual eq. 8-2b) and the base metal 0.6 Fu t / 2. Aluminium: filler and
weld-affected metal by the Aluminum Design Manual 2015, J.2.
"""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from ...catalog.model import Metal
from ...constants import KSI
from ...sections import Properties

Array = NDArray[np.float64]
FEXX = 70 * KSI
FILLER_4043 = 11.5 * KSI
"""Ultimate shear of 4043 filler (ADM 2015 table J.2.1, from memory); 5356 has 17 ksi."""
MINIMUM_LEG = ((6.35, 3.175), (12.7, 4.76), (19.05, 6.35))
"""Thinner part up to mm: least fillet leg (AISC 360-16 table J2.4)."""


@dataclass(frozen=True, slots=True)
class WeldLine:
    """The weld as a line: length mm, section moduli mm2 about y and z, polar second moment mm3 and the far corner's distance mm."""

    length: float
    Sy: float
    Sz: float
    J: float
    far: float


def around(shape: Properties) -> WeldLine:
    """All round a rectangle b wide and d deep, a circle, or (open sections) the two sides that a fillet can reach all along."""
    b, d = shape.width, shape.depth
    if shape.shape in ("pipe", "round"):
        return WeldLine(math.pi * d, math.pi * d**2 / 4, math.pi * d**2 / 4, math.pi * d**3 / 4, d / 2)
    if shape.shape in ("angle", "channel", "flat"):
        return WeldLine(2 * d, d**2 / 3, b * d, d * (3 * b**2 + d**2) / 6, math.hypot(b, d) / 2)
    return WeldLine(2 * (b + d), b * d + d**2 / 3, b * d + b**2 / 3, (b + d) ** 3 / 6, math.hypot(b, d) / 2)


def minimum_leg(thinner: float) -> float:
    """Least leg for the thinner part, mm; never more than the part itself."""
    leg = next((leg for limit, leg in MINIMUM_LEG if thinner <= limit), 7.94)
    return min(leg, thinner)


def throat(metal: Metal, leg: float) -> float:
    """Allowable N per mm of fillet: the filler in shear through its throat."""
    if metal.kind == "aluminium":
        return FILLER_4043 * 0.707 * leg / 1.95
    return 0.60 * FEXX * 0.707 * leg / 2


def base(metal: Metal, t: float) -> float:
    """Allowable N per mm of the joined wall ``t`` mm beside the weld."""
    if metal.kind == "aluminium" and metal.welded is not None:
        return 0.6 * metal.welded[1] * t / 1.95
    return 0.6 * metal.Fu * t / 2


def per_length(line: WeldLine, N: Array, Vy: Array, Vz: Array, T: Array, My: Array, Mz: Array) -> tuple[Array, Array]:
    """N per mm at the worst corner: (along the member, across it), of actions (cases,) each."""
    along = abs(N) / line.length + abs(My) / line.Sy + abs(Mz) / line.Sz
    twist = abs(T) * line.far / line.J
    return along, np.hypot(abs(Vy) / line.length + twist / math.sqrt(2), abs(Vz) / line.length + twist / math.sqrt(2))
