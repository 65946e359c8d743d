"""Wood screws and lags by NDS 2018 chapter 12, before load duration. Forces N, lengths mm; the formulas hold in lb and in."""

from __future__ import annotations

import math

from ...constants import INCH, LBF, PSI

LB_PER_IN = LBF / INCH


def withdrawal(gravity: float, d: float, bite: float) -> float:
    """Wood screw in side grain, N: 2850 G2 D lb per inch of thread in the holding piece (12.2-2). None in end grain."""
    return float(2850 * gravity**2 * (d / INCH) * LB_PER_IN * bite)


def lag_withdrawal(gravity: float, d: float, bite: float, *, end_grain: bool = False) -> float:
    """Lag screw, N: 1800 G^1.5 D^0.75 lb per inch (12.2-1), x 0.75 in end grain (12.2.1.5)."""
    return float(1800 * gravity**1.5 * (d / INCH) ** 0.75 * LB_PER_IN * bite * (0.75 if end_grain else 1.0))


def embedding(gravity: float, d: float) -> float:
    """Dowel bearing strength, MPa: 16600 G^1.84 psi for D < 1/4 in, 11200 G above, along the grain (12.3.3)."""
    return (16600 * gravity**1.84 if d < 6.35 else 11200 * gravity) * PSI


def penetration(bite: float, d: float) -> float:
    """1 from 10 D on, less in proportion down to 6 D, nothing below (12.1.5.6)."""
    return 0.0 if bite < 6 * d else min(bite / (10 * d), 1.0)


def lateral(root: float, Fyb: float, side: float, side_gravity: float, main_gravity: float, bite: float, d: float) -> float:
    """Single shear, N: the least of the yield modes I to IV (NDS 2018 table 12.3.1A) over Rd = KD, 10 D + 0.5 held to 2.2 to 3.

    ``root`` diameter carries; ``side`` thickness of the outer piece; ``Fyb`` MPa. Times the penetration factor.
    """
    Fem, Fes = embedding(main_gravity, d), embedding(side_gravity, d)
    D, lm, ls = root, bite, side
    Re, Rt = Fem / Fes, lm / ls
    k1 = (math.sqrt(Re + 2 * Re**2 * (1 + Rt + Rt**2) + Rt**2 * Re**3) - Re * (1 + Rt)) / (1 + Re)
    k2 = -1 + math.sqrt(2 * (1 + Re) + 2 * Fyb * (1 + 2 * Re) * D**2 / (3 * Fem * lm**2))
    k3 = -1 + math.sqrt(2 * (1 + Re) / Re + 2 * Fyb * (2 + Re) * D**2 / (3 * Fem * ls**2))
    modes = (
        D * lm * Fem,
        D * ls * Fes,
        k1 * D * ls * Fes,
        k2 * D * lm * Fem / (1 + 2 * Re),
        k3 * D * ls * Fem / (2 + Re),
        D**2 * math.sqrt(2 * Fem * Fyb / (3 * (1 + Re))),
    )
    inches = D / INCH
    Rd = 2.2 if inches <= 0.17 else 10 * inches + 0.5 if inches < 0.25 else 3.0
    return min(modes) / Rd * penetration(bite, d)
