"""Where a panel that is larger than its sheet is parted: over what carries it, so that both edges lie on it. mm."""

from __future__ import annotations

from collections.abc import Sequence


def seams(size: float, carried_at: Sequence[float], longest: float, edge: float) -> tuple[float, ...] | None:
    """Places along the panel, fewest first, each over a support, no piece longer than ``longest``; None where that cannot be.

    Args:
        size: of the panel along what is parted.
        carried_at: middles of what carries it, from its near end.
        edge: nearer than that to an end a support carries no seam.
    """
    places = sorted(at for at in carried_at if edge < at < size - edge)
    found: list[float] = []
    start = 0.0
    while size - start > longest + 1e-9:
        reach = [at for at in places if start < at <= start + longest + 1e-9]
        if not reach:
            return None
        start = reach[-1]
        found.append(start)
    return tuple(found)
