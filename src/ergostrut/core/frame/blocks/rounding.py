"""Lengths as people would choose them: round in the job's own units."""

from __future__ import annotations

from ...units import Units

_STEP = {"in": 25.4 / 2, "mm": 10.0}


def down(mm: float, units: Units) -> str:
    """The next round length under ``mm``: half inches, or 10 mm."""
    count = int(mm // _STEP[units.length])
    return f"{count / 2:g} in" if units.length == "in" else f"{count * 10} mm"
