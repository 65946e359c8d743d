"""Parts of a build as shapes in a view: members along their axes, panels, rollers, fixings."""

from __future__ import annotations

from collections.abc import Mapping

import numpy as np

from ..finding import State
from ..primitives import Circle, Path, Point2, Primitive, Role, rect
from ..structure.assembly import Assembly
from ..structure.panel import Panel
from ..structure.panel_shape import rings, seen
from ..structure.parts import Point3
from ..structure.posed import as_it_stands, poses_of
from ..structure.setting import Setting
from .hung import hung_shapes
from .outline import AXES, moved, outline

_NEAR = {"plan": 1.0, "side": -1.0, "rear": 1.0}
"""Sign of that axis towards whoever looks."""
FLAT = 0.98
"""Cosine of what a panel may be turned off the view and still be seen flat on."""


def _extent(points: tuple[Point2, ...]) -> tuple[float, float, float, float]:
    us, vs = [p[0] for p in points], [p[1] for p in points]
    return min(us), min(vs), max(us), max(vs)


def _members(build: Assembly, view: str, setting: Setting, states: Mapping[str, State]) -> list[Primitive]:
    """Far ones first; in side view what lies wholly behind a nearer one is left out."""
    look = AXES[view][2]
    rows, at = [], poses_of(build, setting)
    for member in build.members:
        shift = at.shift(member.body)
        role: Role = "base" if member.use == "base" else "member"
        title = f"{member.name}, {member.section.label}"
        path = Path(outline(member, view, shift), role, True, member.id, title, states.get(member.id))
        rows.append((_NEAR[view] * moved(member.middle, shift)[look], path))
    rows.sort(key=lambda row: row[0])
    if view != "side":
        return [path for _, path in rows]
    boxes = [_extent(path.points) for _, path in rows]

    def hidden(i: int) -> bool:
        lo, hi = boxes[i][:2], boxes[i][2:]
        return any(
            boxes[j][0] <= lo[0] + 0.5 and boxes[j][1] <= lo[1] + 0.5 and boxes[j][2] >= hi[0] - 0.5 and boxes[j][3] >= hi[1] - 0.5
            for j in range(i + 1, len(rows))
        )

    return [path for i, (_, path) in enumerate(rows) if not hidden(i)]


def _panels(build: Assembly, view: str, setting: Setting, states: Mapping[str, State]) -> list[Primitive]:
    """Far ones first: flat on by what its openings leave of it, else by its corners."""
    u, v, look = AXES[view]
    at, found = poses_of(build, setting), list[Primitive]()
    for panel in sorted(build.panels, key=lambda panel: _NEAR[view] * moved(panel.middle, at.shift(panel.body))[look]):
        shift, state, title = at.shift(panel.body), states.get(panel.id), f"{panel.name}, {panel.sheet.label}"
        flat_on = abs(panel.normal[look]) > FLAT
        for rim, *holes in rings(panel) if flat_on else ():
            found.append(Path(_flat(panel, rim, u, v, shift), "swept", True, panel.id, title, state))
            words = f"cut out of the {panel.name}"
            found += [Path(_flat(panel, hole, u, v, shift), "ghost", True, panel.id, words) for hole in holes]
        if not flat_on:
            found += [Path(edge, "deck", True, panel.id, title, state) for edge in _edge_on(panel, u, v, shift)]
    return found


def _flat(panel: Panel, ring: tuple[Point2, ...], u: int, v: int, shift: Point3) -> tuple[Point2, ...]:
    return tuple((float(p[u]) + shift[u], float(p[v]) + shift[v]) for p in panel.placed(np.array(ring)))


def _edge_on(panel: Panel, u: int, v: int, shift: Point3) -> list[tuple[Point2, ...]]:
    """Outlines of a panel, or of those of its boards that are seen apart."""
    apart = panel.laid.boards and panel.level and u != panel.laid.span
    half, rows = panel.sheet.t / 2, [panel.corners]
    if apart:
        rims = [np.array([(a, b), (c, b), (c, d), (a, d)]) for a, b, c, d in panel.strips]
        rows = [np.concatenate([panel.placed(rim, -half), panel.placed(rim, half)]) for rim in rims]
    return [seen(row + np.array(shift), u, v) for row in rows]


def roller_shapes(build: Assembly, view: str, setting: Setting, states: Mapping[str, State]) -> list[Primitive]:
    """Rollers, those of a pulled-out body where they are."""
    u, v, _ = AXES[view]
    found, at = list[Primitive](), poses_of(build, setting)
    for slider in build.sliders:
        for pair in (slider.carrying, slider.hold_down):
            dx = at.shift(slider.body)[0] if pair.rides == "body" else 0.0
            r, half = pair.diameter / 2, pair.width / 2
            if view == "side":
                found.append(Circle((pair.x + dx, pair.z), r, "roller", pair.id, "roller", states.get(pair.id)))
                continue
            for side in (-1, 1):
                lo = (pair.x + dx - r, side * pair.y - half, pair.z - r)
                hi = (pair.x + dx + r, side * pair.y + half, pair.z + r)
                found.append(rect(lo[u], lo[v], hi[u], hi[v], "roller", pair.id, "roller"))
    return found


def build_shapes(build: Assembly, view: str, setting: Setting, states: Mapping[str, State]) -> list[Primitive]:
    """A build's parts in a view."""
    build = as_it_stands(build, setting)
    found = _members(build, view, setting, states)
    found += _panels(build, view, setting, states)
    found += roller_shapes(build, view, setting, states)
    found += hung_shapes(build, AXES[view][:2], setting, states)
    if view == "plan":
        found += [Circle((a.x, a.y), 9, "fixing", a.id, f"fixing {a.name}", states.get(a.id)) for a in build.anchors]
    return found
