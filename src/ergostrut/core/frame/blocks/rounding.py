"""Lengths as people would choose them: round in the job's own units."""

from __future__ import annotations

import math

from ...units import Units

_STEP = {"in": 25.4 / 2, "mm": 10.0}


def down(mm: float, units: Units) -> str:
    """The next round length under ``mm``: half inches, or 10 mm."""
    return _said(int(mm // _STEP[units.length]), units)


def up(mm: float, units: Units) -> str:
    """The next round length over ``mm``."""
    return _said(math.ceil(mm / _STEP[units.length] - 1e-9), units)


def _said(steps: int, units: Units) -> str:
    return f"{steps / 2:g} in" if units.length == "in" else f"{steps * 10} mm"
