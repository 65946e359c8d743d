"""How much of a host's floor a first design may take: behind what stands at its front, ahead of what closes its rear."""

from __future__ import annotations

from ...structure.host import FLOOR_END, GATE_OUTSIDE, GATE_THICKNESS, WIDTH_HIGH, WIDTH_LOW, Host


def ahead(host: Host) -> float:
    """mm from the front that seats and what else stands there take."""
    return max([0.0, *(box.hi[0] for box in host.solids if box.lo[0] <= 0.0)])


def rear(host: Host) -> float | None:
    """mm from the front to the inside of what closes the rear, which may lie behind the floor's end; to that where nothing is known of it;
    None until measured."""
    outside, thick = host.mm(GATE_OUTSIDE), host.mm(GATE_THICKNESS)
    if outside is not None and thick is not None:
        return outside - thick
    return min((end for end in (host.mm(FLOOR_END), outside) if end is not None), default=None)


def wide(host: Host) -> float | None:
    """Clear width at the floor, mm."""
    return host.mm(WIDTH_LOW) or host.mm(WIDTH_HIGH)
