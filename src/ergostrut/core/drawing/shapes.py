"""Parts of a build as shapes in a view: members along their axes, panels, rollers, fixings."""

from __future__ import annotations

import math
from collections.abc import Mapping

import numpy as np

from ..finding import State
from ..primitives import Circle, Path, Point2, Primitive, Role, rect
from ..structure.assembly import Assembly
from ..structure.parts import Member, PanelPart, Point3
from ..structure.setting import Setting
from ..structure.turn import turned

AXES: dict[str, tuple[int, int, int]] = {"plan": (0, 1, 2), "side": (0, 2, 1), "rear": (1, 2, 0)}
"""Host axes along u and v of a view, and the one it looks along."""
_NEAR = {"plan": 1.0, "side": -1.0, "rear": 1.0}
"""Sign of that axis towards whoever looks."""


def _moved(at: Point3, shift: Point3) -> Point3:
    return at[0] + shift[0], at[1] + shift[1], at[2] + shift[2]


def outline(member: Member, view: str, shift: Point3) -> tuple[Point2, ...]:
    """A member's outline in a view: along its projected axis, or its section where one looks along it."""
    u, v, _ = AXES[view]
    a, b = _moved(member.a, shift), _moved(member.b, shift)
    w, d = member.shape.width, member.shape.depth
    upright = abs(member.b[2] - member.a[2]) > 0.9 * member.length
    wide = w / 2 if view == "plan" or upright else d / 2
    p, q = np.array([a[u], a[v]]), np.array([b[u], b[v]])
    long = float(np.linalg.norm(q - p))
    if long < 1e-6:
        hu, hv = (w / 2, w / 2) if upright else (w / 2, d / 2)
        return ((p[0] - hu, p[1] - hv), (p[0] + hu, p[1] - hv), (p[0] + hu, p[1] + hv), (p[0] - hu, p[1] + hv))
    if member.mitre and view == "plan":
        half = wide / math.cos(math.radians(member.mitre))
        return ((p[0] - half, p[1]), (p[0] + half, p[1]), (q[0] + half, q[1]), (q[0] - half, q[1]))
    n = np.array([-(q - p)[1], (q - p)[0]]) / long * wide
    return tuple((float(c[0]), float(c[1])) for c in (p - n, q - n, q + n, p + n))


def _extent(points: tuple[Point2, ...]) -> tuple[float, float, float, float]:
    us, vs = [p[0] for p in points], [p[1] for p in points]
    return min(us), min(vs), max(us), max(vs)


def _members(build: Assembly, view: str, setting: Setting, states: Mapping[str, State]) -> list[Primitive]:
    """Far ones first; in side view what lies wholly behind a nearer one is left out."""
    look = AXES[view][2]
    rows = []
    for member in build.members:
        shift = setting.shift(build, member.body)
        role: Role = "base" if member.use == "base" else "member"
        title = f"{member.name}, {member.section.label}"
        path = Path(outline(member, view, shift), role, True, member.id, title, states.get(member.id))
        rows.append((_NEAR[view] * _moved(member.middle, shift)[look], path))
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


def _panel(panel: PanelPart, view: str, shift: Point3, state: State | None) -> list[Primitive]:
    u, v, _ = AXES[view]
    found = list[Primitive]()
    for x, y, lx, ly in panel.rects:
        lo = _moved((x, y, panel.origin[2]), shift)
        hi = _moved((x + lx, y + ly, panel.origin[2] + panel.sheet.t), shift)
        role: Role = "swept" if view == "plan" else "deck"
        found.append(rect(lo[u], lo[v], hi[u], hi[v], role, panel.id, panel.sheet.label, state))
    return found[:1] if view == "side" and panel.span == 0 else found


def roller_shapes(build: Assembly, view: str, setting: Setting, states: Mapping[str, State]) -> list[Primitive]:
    """Rollers, those of a pulled-out body where they are."""
    u, v, _ = AXES[view]
    found = list[Primitive]()
    for slider in build.sliders:
        for pair in (slider.carrying, slider.hold_down):
            dx = setting.shift(build, slider.body)[0] if pair.rides == "body" else 0.0
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
    build = turned(build, setting)
    found = _members(build, view, setting, states)
    for panel in build.panels:
        found += _panel(panel, view, setting.shift(build, panel.body), states.get(panel.id))
    found += roller_shapes(build, view, setting, states)
    if view == "plan":
        found += [Circle((a.x, a.y), 9, "fixing", a.id, f"fixing {a.name}", states.get(a.id)) for a in build.anchors]
    return found
