"""A finished build of panels taken over as a host: its inside measured from its panels."""

from __future__ import annotations

from typing import Any

from ....structure.assembly import Assembly
from ....structure.nouns.panel import Panel


def _inner(panels: list[Panel], axis: int, low: float, high: float) -> tuple[float, float, bool, bool]:
    """From where to where it is clear along an axis between what closes its ends, and whether each end is closed."""
    first = [s for s in panels if s.across == axis and s.lo[axis] < low + 1.0]
    last = [s for s in panels if s.across == axis and s.hi[axis] > high - 1.0]
    return (
        max((s.hi[axis] for s in first), default=low),
        min((s.lo[axis] for s in last), default=high),
        bool(first),
        bool(last),
    )


def taken_over(build: Assembly) -> dict[str, Any] | None:
    """The survey of a build's inside, everything as built; None for a build that is no box of panels."""
    panels = list(build.shells)
    if not panels:
        return None
    low, high = ([pick(getattr(s, end)[i] for s in panels) for i in range(3)] for pick, end in ((min, "lo"), (max, "hi")))
    x0, x1, _, shut = _inner(panels, 0, low[0], high[0])
    y0, y1, left, right = _inner(panels, 1, low[1], high[1])
    z0, z1, floor, _ = _inner(panels, 2, low[2], high[2])
    known = {
        "floor_length": x1 - x0,
        "length_to_gate": high[0] - x0,
        "width_above_wells": y1 - y0,
        "cover_height": z1 - z0,
        "floor_thickness": z0 - low[2] if floor else None,
    }
    if not shut:
        known |= {"rear_door_width": y1 - y0, "rear_door_height": z1 - z0}
    open_side = "none" if left and right else "right" if left else "left" if right else "both"
    if open_side != "none":
        known |= {"side_door_start": 0.0, "side_door_width": x1 - x0, "side_door_height": z1 - z0}
    return {
        "label": f"inside of {build.label}"[:60],
        "made": "own body",
        "rear": "closed" if shut else "door",
        "side_door": open_side,
        "wall": "sheet",
        "wall_thickness": f"{max(y0 - low[1], 0.5):.1f} mm" if left else None,
        "dims": {name: {"value": f"{mm:.1f} mm", "state": "measured"} for name, mm in known.items() if mm},
    }
