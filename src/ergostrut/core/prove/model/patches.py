"""What lies on panels as patches of load, the panels with their small parts and every thing carried; and what hangs on one member."""

from __future__ import annotations

import numpy as np

from ...constants import G
from ...structure.assembly import Assembly
from ...structure.carried import CarryPlan
from ...structure.nouns.panel import Panel
from ...structure.standing.posed import poses_of
from ...structure.standing.setting import Setting
from ..drawers.pulled import RailLoad
from .field import Patch


def patches_on(build: Assembly, setting: Setting, plan: CarryPlan, level: dict[str, float], homes: dict[str, str]) -> tuple[Patch, ...]:
    """Panels with the small parts of their body, and every thing carried, as patches; ``level``: z of what carries each body's panels."""
    found, closed = [], {one.of for one in build.closures}
    for body in dict.fromkeys(panel.body for panel in build.decks):
        dx, dy, dz = poses_of(build, setting).shift(body)
        panels = [panel for panel in build.decks if panel.body == body and panel.level]
        if not panels:
            continue
        small = sum(
            item.mass * item.count for item in build.items if item.body == body and item.aboard and not item.hangs and item.id not in closed
        )
        area = sum(panel.wide[0] * panel.wide[1] for panel in panels)
        host, z0 = _below(build, setting, body, level, homes, panels[0])
        for panel in panels:
            (x, y, z), (lx, ly) = panel.middle, panel.wide
            part = panel.mass + small * lx * ly / area
            found.append(Patch("deck", host, x + dx, y + dy, panel.wide, part, z + dz - z0))
        for item in plan.on(body):
            x, y, z = item.at()
            found.append(Patch(item.thing.name, host, x + dx, y + dy, item.size[:2], item.mass, z + dz - z0))
    return tuple(found)


def _below(build: Assembly, setting: Setting, body: str, level: dict[str, float], homes: dict[str, str], panel: Panel) -> tuple[str, float]:
    """The body whose members carry a body's panels, and their level: the one they lie on, or the one they are shifted on to."""
    home = homes.get(body)
    if home is not None and home in level:
        return home, level[home]
    shift = poses_of(build, setting).shift(body)
    middle = panel.middle[0] + shift[0]

    def beside(other: Panel) -> float:
        return max(other.lo[0] - middle, middle - other.hi[0], 0.0)

    under = min((p for p in build.decks if homes.get(p.body) in level), key=beside, default=None)
    return (homes[under.body], level[homes[under.body]]) if under else (body, 0.0)


def hanging_parts(build: Assembly) -> tuple[RailLoad, ...]:
    """Bought parts that hang on one member, beside its axis or under it."""
    found = []
    for item in (item for item in build.items if item.hangs and item.aboard):
        member = build.member(item.hangs)
        a, b, at = (np.array(point) for point in (member.a, member.b, item.at))
        share = min(max(float((at - a) @ (b - a)) / float((b - a) @ (b - a)), 0.0), 1.0)
        on = a + (b - a) * share
        x, y, z = (float(part) for part in on)
        dx, dy, dz = (float(part) for part in at - on)
        W = item.mass * item.count * G
        found.append(RailLoad(member.id, (x, y, z), ((W, 0.0, 0.0), (0.0, W, 0.0), (0.0, 0.0, W)), (dx, dy, dz)))
    return tuple(found)
