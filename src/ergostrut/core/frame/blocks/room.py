"""How much of a host's floor a first design may take: behind what stands at its front, ahead of what closes its rear."""

from __future__ import annotations

from ...structure.host import WIDTH_HIGH, WIDTH_LOW, Host


def ahead(host: Host) -> float:
    """mm from the front that seats and what else stands there take."""
    return max([0.0, *(box.hi[0] for box in host.solids if box.lo[0] <= 0.0)])


def wide(host: Host) -> float | None:
    """Clear width at the floor, mm."""
    return host.mm(WIDTH_LOW) or host.mm(WIDTH_HIGH)
