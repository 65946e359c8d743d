"""Pods beside a carcass: a floor over the wheel box, an outer side, and the top reaching out over both."""

from __future__ import annotations

from ....catalog.errors import StockError
from ....structure.nouns.panel import Panel, Shell, between
from ....structure.nouns.parts import Surface
from .params import Carcass, Pods

LEAST = 60.0
"""mm that a pod must be high inside."""


def sides_of(pods: Pods) -> tuple[tuple[int, float], ...]:
    """(number, sign across) of each."""
    rows = ((1, -1.0), (2, 1.0))
    return tuple(row for row in rows if pods.side in ("both", "left" if row[1] < 0 else "right"))


def with_pods(build: Carcass, panels: tuple[Panel, ...]) -> tuple[Panel, ...]:
    """The carcass with its pods.

    Raises:
        StockError: one that nothing is left of.
    """
    pods = build.pods
    if pods is None:
        return panels
    top = next(panel for panel in panels if panel.role == "top")
    t, low, wide = top.sheet.t, pods.floor.mm, pods.width.mm
    if top.lo[2] - low - t < LEAST or wide < 3 * t:
        raise StockError("pods/floor", f"a pod would be less than {LEAST:.0f} mm high inside; lower its floor, or make the box higher")
    found = list(panels)
    x0, x1 = top.lo[0], top.hi[0]
    for n, s in sides_of(pods):
        side = min((panel for panel in panels if panel.role == "side"), key=lambda panel: -s * panel.middle[1])
        face = side.hi[1] if s > 0 else side.lo[1]
        outer = face + s * wide
        floor = sorted((face, outer))
        wall = sorted((outer - s * t, outer))
        body = f"{build.id}/box"
        found.append(
            between(
                f"{body}/pod.{n}.floor", "pod floor", body, top.sheet, (x0, floor[0], low), (x1, floor[1], low + t), 1, Shell(), mark="F"
            )
        )
        found.append(
            between(
                f"{body}/pod.{n}.side", "pod side", body, top.sheet, (x0, wall[0], low + t), (x1, wall[1], top.lo[2]), 0, Shell(), mark="P"
            )
        )
        lo, hi = list(top.lo), list(top.hi)
        (lo if s < 0 else hi)[1] = outer
        low_, high_ = (lo[0], lo[1], lo[2]), (hi[0], hi[1], hi[2])
        top = between(top.id, top.role, body, top.sheet, low_, high_, top.grain_axis, top.carries, top.use, top.mark)
    return tuple(top if panel.role == "top" else panel for panel in found)


def pod_surfaces(build: Carcass, panels: tuple[Panel, ...]) -> tuple[Surface, ...]:
    """What stands in pods stands on their floors."""
    found = []
    for panel in panels:
        if panel.role != "pod floor":
            continue
        n, s = (1, -1.0) if panel.middle[1] < sum(one.middle[1] for one in panels if one.role == "side") / 2 else (2, 1.0)
        top, t = next(one for one in panels if one.role == "top"), panel.sheet.t
        lo, hi = (panel.lo[1] + t, panel.hi[1]) if s < 0 else (panel.lo[1], panel.hi[1] - t)
        name = "left pod" if s < 0 else "right pod"
        found.append(
            Surface(
                f"{build.id}/pod.{n}",
                name,
                f"{build.id}/box",
                (panel.lo[0], lo, panel.hi[2]),
                (panel.hi[0] - panel.lo[0], hi - lo),
                clear=top.lo[2] - panel.hi[2],
            )
        )
    return tuple(found)
