"""What opens, closes and folds: doors by where they hang, as boxes that turn about an edge."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import replace

from ..document.survey import Eye, Hung, Pane, SideHung
from ..structure.host import Glass, Leaf, Opening

THICK = 60.0
"""mm of a door (common practice, no published source)."""


def rear_leaves(opening: Opening, hung: Hung, *, low: float | None = None) -> tuple[Leaf, ...]:
    """The leaf or leaves of a rear opening, outside it; none while it is not known how they hang. ``low``: where the leaf begins, if not at the sill."""
    (y0, z0), (y1, z1) = opening.lo, opening.hi
    z0, x0, x1 = z0 if low is None else low, opening.at, opening.at + THICK
    match hung:
        case "top":
            return (Leaf(opening.name, (x0, y0, z0), (x1, y1, z1), (x1, 0.0, z1), (0.0, -1.0, 0.0), missing=opening.missing),)
        case "bottom":
            return (Leaf(opening.name, (x0, y0, z0), (x1, y1, z1), (x1, 0.0, z0), (0.0, 1.0, 0.0), missing=opening.missing),)
        case "left":
            return (Leaf(opening.name, (x0, y0, z0), (x1, y1, z1), (x1, y0, z0), (0.0, 0.0, -1.0), missing=opening.missing),)
        case "right":
            return (Leaf(opening.name, (x0, y0, z0), (x1, y1, z1), (x1, y1, z0), (0.0, 0.0, 1.0), missing=opening.missing),)
        case "both sides":
            middle = (y0 + y1) / 2
            (left,) = rear_leaves(replace(opening, name=f"{opening.name}, left", hi=(middle, z1)), "left", low=low)
            (right,) = rear_leaves(replace(opening, name=f"{opening.name}, right", lo=(middle, z0)), "right", low=low)
            return left, right
    return ()


def side_leaves(openings: Iterable[Opening], hung: SideHung) -> tuple[Leaf, ...]:
    """Leaves of side openings, outside them; what slides runs along the outside and is none."""
    found = []
    for one in openings:
        (x0, z0), (x1, z1), s = one.lo, one.hi, float(one.sign)
        y0, y1 = sorted((one.at, one.at + s * THICK))
        out = one.at + s * THICK
        edges = {
            "front edge": ((x0, out, z0), (0.0, 0.0, s)),
            "rear edge": ((x1, out, z0), (0.0, 0.0, -s)),
            "top": ((x0, out, z1), (s, 0.0, 0.0)),
        }
        if hung in edges:
            pivot, axis = edges[hung]
            found.append(Leaf(one.name, (x0, y0, z0), (x1, y1, z1), pivot, axis, missing=one.missing))
    return tuple(found)


def leaves_of(openings: Sequence[Opening], rear: Hung, side: SideHung) -> tuple[Leaf, ...]:
    """Leaves of rear and side openings."""
    behind = tuple(leaf for one in by_side(openings, 0) for leaf in rear_leaves(one, rear))
    return (*behind, *side_leaves(by_side(openings, 1), side))


def panes_of(panes: Sequence[Pane], eye: Eye | None, rear: float, half: float) -> tuple[Glass, ...]:
    """Panes in numbers: ``rear`` the plane of the rear one, ``half`` the width at which the side ones stand."""
    found = []
    for pane in panes:
        a, z = pane.start.mm, pane.low.mm
        typical = pane.state == "typical" or (eye is not None and eye.state == "typical")
        lo, hi = (a, z), (a + pane.length.mm, z + pane.height.mm)
        if pane.face == "rear":
            found.append(Glass(pane.name, 0, rear, lo, hi, typical))
        else:
            found.append(Glass(pane.name, 1, -half if pane.face == "left wall" else half, lo, hi, typical))
    return tuple(found)


def eye_of(eye: Eye | None) -> tuple[float, float, float] | None:
    """In host axes."""
    return None if eye is None else (-eye.ahead.mm, eye.y.mm, eye.z.mm)


def by_side(openings: Iterable[Opening], axis: int) -> list[Opening]:
    """Openings at the rear (0) or in a side (1)."""
    return [one for one in openings if one.axis == axis and (axis == 1 or one.sign > 0)]
