"""What the wind blows on: builds in the open, their larger side and their top."""

from __future__ import annotations

import math
from collections.abc import Sequence

from ...structure.assembly import Assembly
from ...structure.context import Context
from ...structure.host import COVER, SIDE_HEIGHT
from ...structure.nouns.panel import Clads, Covers, Panel

LEAST, TOP = 0.05, 0.5
"""Of a leaning panel that is seen along an axis, below which none of it is; and from above, below which it is a wall: steeper than 60 degrees
(common practice, no published source)."""
FLUSH = 5.0
"""mm within which panels form one side, or one top."""


def sheltered(context: Context, build: Assembly) -> float | None:
    """z up to which the sides of an open bed keep the wind off a build: none on a deck, all of it where that depth is not measured; None: no
    wind blows on it, under a roof or a cover, or because it ends below that."""
    host = context.host
    if host.roofed or host.mm(COVER) is not None:
        return None
    under = context.build(build.on) if build.on else None
    if under is not None and closed(under):
        # it stands within walls
        return None
    low = -math.inf if build.on or not host.floored else host.mm(SIDE_HEIGHT) or 0.0
    return low if max((panel.hi[2] for panel in blown_on(build)), default=low) > low + FLUSH else None


def closed(build: Assembly) -> bool:
    """Whether a build closes a room: skins, and a roof over them."""
    return bool(build.roofs)


def blown_on(build: Assembly) -> tuple[Panel, ...]:
    """The panels of a build that close it: those that carry by themselves, or the skins on its frame; of a bare frame that stands on another build
    its decks, which are lifted."""
    if build.on and not build.shells and not build.skins:
        return build.decks
    return build.shells or (
        *(panel for panel in build.skins if outer(panel)),
        *(panel for panel in build.roofs if isinstance(panel.carries, Covers)),
    )


def outer(panel: Panel) -> bool:
    """Whether a skin is the one outside."""
    return isinstance(panel.carries, Clads) and panel.carries.outer


def side_of(panels: Sequence[Panel], axis: int, sign: int) -> list[Panel]:
    """The panels that close a build along an axis, towards a sign; none where that side is open. Those that lean face two sides."""
    mine = [panel for panel in panels if panel.across == axis]
    far = max((sign * panel.middle[axis] for panel in mine), default=0.0)
    flush = [panel for panel in mine if sign * panel.middle[axis] > far - FLUSH]
    return flush + [panel for panel in panels if panel not in flush and leans(panel, axis) and _outward(panel, panels, axis) * sign > 0]


def leans(panel: Panel, axis: int) -> bool:
    """Whether it is seen along an axis, and along another."""
    seen = abs(float(panel.normal[axis]))
    return (TOP if axis == 2 else LEAST) <= seen < math.sqrt(1.0 - LEAST**2)


def _outward(panel: Panel, panels: Sequence[Panel], axis: int) -> float:
    """The part along an axis of its normal away from the middle of all of them."""
    middle = [(min(p.lo[i] for p in panels) + max(p.hi[i] for p in panels)) / 2 for i in range(3)]
    away = sum((panel.middle[i] - middle[i]) * float(panel.normal[i]) for i in range(3))
    return math.copysign(1.0, away) * float(panel.normal[axis])


def facing(panels: Sequence[Panel], x: float) -> list[Panel]:
    """What air along x (``x`` not 0) or y blows on: of the two ends, or the two sides, the one with more of it."""
    axis = 0 if x else 1
    return max((side_of(panels, axis, sign) for sign in (-1, 1)), key=lambda rows: seen_along(rows, axis))


def seen_along(panels: Sequence[Panel], axis: int) -> float:
    """mm2 of panels as they are seen along an axis, their openings filled."""
    return sum(panel.cut[0] * panel.cut[1] * abs(float(panel.normal[axis])) for panel in panels)
