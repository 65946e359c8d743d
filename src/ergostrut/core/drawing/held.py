"""A build with what holds it in a case: every place with its number in the list, its pull as a ring and what it gives along as an arrow."""

from __future__ import annotations

from collections.abc import Mapping, Sequence

import numpy as np

from ..finding import State
from ..measure.hosts import kind_of
from ..primitives import Arrow, Circle, Label, Path, Primitive, View, ViewName, box_of
from ..prove.hung.mounts import Taken
from ..structure.assembly import Assembly
from ..structure.context import Context
from ..structure.standing.setting import Setting, setting_at
from .axes import AXES
from .shapes import build_shapes

DOT, RING = 9.0, 60.0
AWAY = 90.0
"""mm from a place to its number in the list."""
LEAST = 0.02
"""Part of the largest force from which one is drawn."""


def held_view(context: Context, build: Assembly, setting: Setting, rows: Sequence[Taken], states: Mapping[str, State]) -> View:
    """From the side what hangs on a wall, else from above; builds under it pale."""
    at_wall = (any(abs(row.push[1]) > max(abs(row.push[2]), 1.0) for row in rows) and bool(build.mounts or build.straps)) or any(
        contact.kind == "wall" for contact in build.contacts
    )
    name: ViewName = "side" if at_wall else "plan"
    u, v, _ = AXES[name]
    items: list[Primitive] = [shape for shape in kind_of(context.host).drawn(context.host, name) if not isinstance(shape, Circle)]
    below = context.build(build.on) if build.on else None
    if below is not None:
        items += [
            Path(p.points, "ghost", p.closed, p.part, p.title)
            for p in build_shapes(below, name, setting_at(below, {}), {})
            if isinstance(p, Path)
        ]
    items += [shape for shape in build_shapes(build, name, setting, states) if not isinstance(shape, Circle)]
    box = box_of([item for item in items if isinstance(item, Path) and item.role != "host-faint"])
    top = max((max(abs(row.pull), row.shear) for row in rows), default=1.0)
    for n, row in enumerate(rows, 1):
        at = row.at[u], row.at[v]
        items.append(Circle(at, DOT, "fixing", row.id, row.label, states.get(row.id)))
        items.append(Label((at[0], at[1] - AWAY), str(n), "middle", "", "fixing", row.id))
        if abs(row.pull) > LEAST * top:
            words = f"{row.label}: {abs(row.pull):.0f} N {'pull' if row.pull > 0 else 'pressed on'}"
            items.append(Circle(at, DOT + RING * abs(row.pull) / max(top, 1.0), "force", row.id, words))
        size = float(np.hypot(row.push[u], row.push[v]))
        if size > LEAST * top:
            items.append(Arrow(at, (row.push[u] / size, row.push[v] / size), size / max(top, 1.0), size, ""))
    return View(name, box, tuple(items))
