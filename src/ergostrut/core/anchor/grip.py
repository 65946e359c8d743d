"""How stiff a fixing pulls: the bolt alone, and the bolt in series with what it is clamped to. The worse of both bounds counts."""

from __future__ import annotations

import math
from dataclasses import dataclass

from ..structure.context import Context
from ..structure.nouns.holds import Anchor

STEEL_E = 200_000.0
RIB_PITCH = 150.0
"""mm from rib to rib of a bed or floor where it is not known: common practice, no published source."""
THIN = 1.0
"""mm of floor sheet where it is not known; a softer bound is the safer one for what it bends."""
FIRM = 20_000.0
"""N/mm of a rib or frame under a fixing, the soft bound: typical, no published source."""
LEAST_AREA = 30.0
"""mm2 of a bolt whose thread is not known: its own verdict is unknown, its rail's is not."""
GRIP = 10.0
"""mm of nut, washers and sheet besides the rail."""


@dataclass(frozen=True, slots=True)
class Grip:
    """N/mm along the bolt: stiff bound, soft bound, and how they came about."""

    stiff: float
    soft: float
    words: tuple[str, str]


def grip(context: Context, anchor: Anchor, through: float) -> Grip:
    """A fixing through ``through`` mm of rail and spacer: E As / grip; in series with a clamped disc of sheet, 16 pi D / r2, r half the
    rib pitch (Timoshenko, w = P r2/(16 pi D)), where only sheet lies behind it."""
    length = through + anchor.spacer + GRIP
    area = anchor.thread.stress_area if anchor.thread is not None else LEAST_AREA
    stiff = STEEL_E * area / length
    hole = context.host.holes.get(anchor.hole or "")
    if hole is not None and hole.behind == "rib":
        behind, words = FIRM, f"in series with {FIRM / 1e3:.0f} kN/mm of the rib (typical)"
    else:
        known = context.host.mm("floor_thickness")
        t = known if known is not None else THIN
        D = STEEL_E * t**3 / (12 * (1 - 0.3**2))
        behind = 16 * math.pi * D / (RIB_PITCH / 2) ** 2
        taken = (
            f"{t:.1f} mm sheet on ribs {RIB_PITCH:.0f} mm apart (common practice)"
            if known is not None
            else f"sheet of unknown thickness, taken as {t:.1f} mm"
        )
        words = f"in series with {behind:.0f} N/mm of {taken}"
    soft = 1 / (1 / stiff + 1 / behind)
    return Grip(stiff, soft, (f"bolt alone, {stiff / 1e3:.0f} kN/mm", words))
