"""The wall of a tube where something presses on it or is welded to it: AISC 360-16 chapter K and J10, yield lines of the wall. N, mm, MPa.

Allowable strength (ASD) with the chapter's own factors; from memory of the edition named. A wall that bends is a mechanism whatever the
metal, so aluminium takes the same lines with its weld-affected yield (judgement).
"""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

Array = NDArray[np.float64]

WALL_FACTOR = 1.50
ROUND_FACTOR = 1.67
NARROW = 0.85
"""Branch over chord width up to which the face bends (K3.2, K4.2); beyond, the side walls take it."""


@dataclass(frozen=True, slots=True)
class Footprint:
    """A branch on the face of a tube: face ``B`` mm wide with wall ``t``; branch ``Bb`` across and ``Hb`` along; ``H`` the chord's other side."""

    B: float
    H: float
    t: float
    Bb: float
    Hb: float

    @property
    def beta(self) -> float:
        return min(self.Bb / self.B, 1.0)

    @property
    def eta(self) -> float:
        return self.Hb / self.B

    @property
    def bends(self) -> bool:
        """Whether the face itself bends; else its side walls take what comes."""
        return self.beta <= NARROW


@dataclass(frozen=True, slots=True)
class WallLimits:
    """Allowable push or pull ``P`` N, moment in the plane of chord and branch ``Mi`` and out of it ``Mo`` N mm."""

    P: float
    Mi: float
    Mo: float


def on_tube(at: Footprint, Fy: float, Qf: float = 1.0) -> WallLimits:
    """Rectangular tube: chord plastification (tables K3.2 and K4.2) up to ``NARROW``, side walls beyond it (the same tables)."""
    beta, eta, t2 = at.beta, at.eta, at.t**2
    if at.bends:
        P = Fy * t2 * (2 * eta / (1 - beta) + 4 / math.sqrt(1 - beta)) * Qf
        Mi = Fy * t2 * at.Hb * (1 / (2 * eta) + 2 / math.sqrt(1 - beta) + eta / (1 - beta)) * Qf
        Mo = Fy * t2 * (0.5 * at.Hb * (1 + beta) / (1 - beta) + math.sqrt(2 * at.B * at.Bb * (1 + beta) / (1 - beta))) * Qf
    else:
        spread = at.Hb + 5 * at.t
        P = 2 * Fy * at.t * spread
        Mi = 0.5 * Fy * at.t * spread**2
        Mo = Fy * at.t * (at.B - at.t) * spread
    return WallLimits(P / WALL_FACTOR, Mi / WALL_FACTOR, Mo / WALL_FACTOR)


def on_pipe(D: float, t: float, across: float, along: float, Fy: float, Qf: float = 1.0) -> WallLimits:
    """Round tube, T-joint with beta <= 1 (tables K3.1 and K4.1); a rectangular branch counts by its width across."""
    beta, gamma = min(across / D, 1.0), D / (2 * t)
    P = Fy * t**2 * (3.1 + 15.6 * beta**2) * gamma**0.2 * Qf
    Mi = 5.39 * Fy * t**2 * math.sqrt(gamma) * beta * along * Qf
    Mo = Fy * t**2 * along * 3.0 / (1 - 0.81 * beta) * Qf
    return WallLimits(P / ROUND_FACTOR, Mi / ROUND_FACTOR, Mo / ROUND_FACTOR)


def end_distance(at: Footprint) -> float:
    """From the branch to the chord's open end for the whole strength, mm: B sqrt(1 - beta) (K1.3)."""
    return at.B * math.sqrt(1 - min(at.beta, NARROW))


def chord_stress(U: Array, beta: float) -> Array:
    """Qf of a face in compression: 1.3 - 0.4 U / beta, at most 1 (K2-10); ``U`` (any shape) the share of 0.6 Fy that the chord's own stress takes."""
    found: Array = np.where(U > 0, np.clip(1.3 - 0.4 * U / beta, 0.1, 1.0), 1.0)
    return found


def roller_on_face(B: float, t: float, width: float, length: float, Fy: float) -> float:
    """A roller or plate ``width`` mm across and ``length`` along on a face (K1.3 table K2.1, a plate along and across): N."""
    beta = min(width / B, NARROW)
    return Fy * t**2 / (1 - beta) * (2 * length / B + 4 * math.sqrt(1 - beta)) / WALL_FACTOR


def side_walls(H: float, t: float, length: float, Fy: float, E: float) -> float:
    """Both side walls under a roller or plate as wide as the face: the lesser of yielding 2 Fy t (5 k + lb) and crippling (J10.2, J10.3 twice), N."""
    yielding = 2 * Fy * t * (5 * 1.5 * t + length) / 1.50
    crippling = 1.6 * t**2 * (1 + 3 * length / max(H - 3 * t, t)) * math.sqrt(E * Fy) / 2.0
    return min(yielding, crippling)


def cripples(t: float, R: float, N: float, h: float, Fy: float, *, at_end: bool) -> float:
    """Web of a lipped channel fastened to its support, one flange loaded over ``N`` mm (AISI S100-16 table G5-2): N."""
    C, CR, CN, Ch, factor = (4.0, 0.14, 0.35, 0.02, 1.75) if at_end else (13.0, 0.23, 0.14, 0.01, 1.65)
    return C * t**2 * Fy * (1 - CR * math.sqrt(R / t)) * (1 + CN * math.sqrt(N / t)) * (1 - Ch * math.sqrt(h / t)) / factor
