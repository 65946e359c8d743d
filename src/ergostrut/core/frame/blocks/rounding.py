"""Lengths as people would choose them: round in the job's own units."""

from __future__ import annotations

import math
from fractions import Fraction

from ...units import Units

_STEP = {"in": 25.4 / 2, "mm": 10.0}


def down(mm: float, units: Units) -> str:
    """The next round length under ``mm``: half inches, or 10 mm."""
    return _said(int(mm // _STEP[units.length]), units)


def up(mm: float, units: Units) -> str:
    """The next round length over ``mm``."""
    return _said(math.ceil(mm / _STEP[units.length] - 1e-9), units)


def near(mm: float, units: Units) -> str:
    """The nearest sixteenth of an inch, or mm."""
    if units.length == "mm":
        return f"{round(mm)} mm"
    whole, part = divmod(Fraction(round(mm / 25.4 * 16), 16), 1)
    return f"{' '.join(str(one) for one in (whole, part) if one) or '0'} in"


def _said(steps: int, units: Units) -> str:
    return f"{steps / 2:g} in" if units.length == "in" else f"{steps * 10} mm"
