"""Wood screws and lags by NDS 2018 chapter 12, before load duration. Forces N, lengths mm; the formulas hold in lb and in."""

from __future__ import annotations

import math
from dataclasses import dataclass

from ...constants import INCH, LBF, PSI

LB_PER_IN = LBF / INCH


def withdrawal(gravity: float, d: float, bite: float) -> float:
    """Wood screw in side grain, N: 2850 G2 D lb per inch of thread in the holding piece (12.2-2). None in end grain."""
    return float(2850 * gravity**2 * (d / INCH) * LB_PER_IN * bite)


HEAD = 2.0
"""Diameters of a wood screw's head (ASME B18.6.1, rounded down, from memory)."""


def head_pull_through(gravity: float, d: float, side: float) -> float:
    """N that pulls a screw's head through the piece under it, ``side`` mm thick: 690 pi D_H G2 t lb (NDS 2018 12.2.5, from memory), t held to
    2.5 D_H."""
    head = HEAD * d / INCH
    return float(690 * math.pi * head * gravity**2 * min(side / INCH, 2.5 * head) * LBF)


def lag_withdrawal(gravity: float, d: float, bite: float, *, end_grain: bool = False) -> float:
    """Lag screw, N: 1800 G^1.5 D^0.75 lb per inch (12.2-1), x 0.75 in end grain (12.2.1.5)."""
    return float(1800 * gravity**1.5 * (d / INCH) ** 0.75 * LB_PER_IN * bite * (0.75 if end_grain else 1.0))


@dataclass(frozen=True, slots=True)
class Lag:
    """Shank and root diameter mm, bending yield MPa (NDS 2018 appendix L2 and table 12K, from memory)."""

    d: float
    root: float
    Fyb: float


LAGS = {
    "1/4 in": Lag(6.35, 4.39, 70_000 * PSI),
    "5/16 in": Lag(7.94, 5.77, 60_000 * PSI),
    "3/8 in": Lag(9.53, 6.73, 45_000 * PSI),
}


def embedding(gravity: float, d: float, *, across: bool = False) -> float:
    """Dowel bearing strength, MPa: 16600 G^1.84 psi for D < 1/4 in; above, 11200 G along the grain and
    6100 G^1.45 / sqrt(D) across it (12.3.3)."""
    if d < 6.35:
        return float(16600 * gravity**1.84 * PSI)
    return float((6100 * gravity**1.45 / math.sqrt(d / INCH) if across else 11200 * gravity) * PSI)


def penetration(bite: float, d: float, least: float = 6.0, full: float = 10.0) -> float:
    """1 from ``full`` diameters on, less in proportion down to ``least``, nothing below (12.1.5.6; lags 4 and 8, 12.1.4.6)."""
    return 0.0 if bite < least * d else min(bite / (full * d), 1.0)


def modes(D: float, Fyb: float, ls: float, Fes: float, lm: float, Fem: float) -> tuple[float, ...]:
    """Single shear, N, by mode Im, Is, II, IIIm, IIIs, IV before any reduction (NDS 2018 table 12.3.1A)."""
    Re, Rt = Fem / Fes, lm / ls
    k1 = (math.sqrt(Re + 2 * Re**2 * (1 + Rt + Rt**2) + Rt**2 * Re**3) - Re * (1 + Rt)) / (1 + Re)
    k2 = -1 + math.sqrt(2 * (1 + Re) + 2 * Fyb * (1 + 2 * Re) * D**2 / (3 * Fem * lm**2))
    k3 = -1 + math.sqrt(2 * (1 + Re) / Re + 2 * Fyb * (2 + Re) * D**2 / (3 * Fem * ls**2))
    return (
        D * lm * Fem,
        D * ls * Fes,
        k1 * D * ls * Fes,
        k2 * D * lm * Fem / (1 + 2 * Re),
        k3 * D * ls * Fem / (2 + Re),
        D**2 * math.sqrt(2 * Fem * Fyb / (3 * (1 + Re))),
    )


def lateral(root: float, Fyb: float, side: float, side_gravity: float, main_gravity: float, bite: float, d: float) -> float:
    """Wood screw in single shear, N: the least mode over Rd = KD, 10 D + 0.5 held to 2.2 to 3 (table 12.3.1B).

    ``root`` diameter carries; ``side`` thickness of the outer piece; ``Fyb`` MPa. Times the penetration factor.
    """
    least = min(modes(root, Fyb, side, embedding(side_gravity, d), bite, embedding(main_gravity, d)))
    inches = root / INCH
    Rd = 2.2 if inches <= 0.17 else 10 * inches + 0.5 if inches < 0.25 else 3.0
    return least / Rd * penetration(bite, d)


LAG_RD = (4.0, 4.0, 3.6, 3.2, 3.2, 3.2)
"""Reduction by mode for D of 1/4 in and more, times 1 + theta/360 deg: 1.25 across the grain (table 12.3.1B)."""


def lag_lateral(lag: Lag, side: float, side_gravity: float, main_gravity: float, bite: float) -> float:
    """Lag in single shear across the grain of both pieces, N, times the penetration factor: 4 D at least, full at 8 D."""
    Fes, Fem = (embedding(gravity, lag.d, across=True) for gravity in (side_gravity, main_gravity))
    found = modes(lag.root, lag.Fyb, side, Fes, bite, Fem)
    return min(mode / (1.25 * Rd) for mode, Rd in zip(found, LAG_RD, strict=True)) * penetration(bite, lag.d, 4.0, 8.0)
