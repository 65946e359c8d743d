"""Parts of a build as shapes in a view: members along their axes, panels, rollers, fixings."""

from __future__ import annotations

from collections.abc import Mapping

from ..finding import State
from ..primitives import Circle, Path, Point2, Primitive, Role, rect
from ..structure.assembly import Assembly
from ..structure.parts import PanelPart, Point3
from ..structure.posed import as_it_stands, poses_of
from ..structure.setting import Setting
from ..structure.slabs import rings_of, seen
from .hung import hung_shapes, tilted_outline
from .outline import AXES, moved, outline

_NEAR = {"plan": 1.0, "side": -1.0, "rear": 1.0}
"""Sign of that axis towards whoever looks."""


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


def _panel(panel: PanelPart, view: str, shift: Point3, state: State | None) -> list[Primitive]:
    u, v, _ = AXES[view]
    if panel.corners:
        points = tuple((a + shift[u], b + shift[v]) for a, b in tilted_outline(panel, (u, v)))
        return [Path(points, "deck", True, panel.id, panel.sheet.label, state)]
    found = list[Primitive]()
    if panel.notches and view == "plan":
        rings = [tuple((x + shift[0], y + shift[1]) for x, y in ring) for ring in rings_of(panel)]
        return [Path(ring, "swept", True, panel.id, panel.sheet.label, state) for ring in rings]
    for x, y, lx, ly in panel.rects:
        lo = moved((x, y, panel.origin[2]), shift)
        hi = moved((x + lx, y + ly, panel.origin[2] + panel.sheet.t), shift)
        role: Role = "swept" if view == "plan" else "deck"
        found.append(rect(lo[u], lo[v], hi[u], hi[v], role, panel.id, panel.sheet.label, state))
    return found[:1] if view == "side" and panel.span == 0 else found


def _slabs(build: Assembly, view: str, states: Mapping[str, State]) -> list[Primitive]:
    """Panels that are the structure, far ones first."""
    u, v, look = AXES[view]
    rows = sorted(build.slabs, key=lambda slab: _NEAR[view] * slab.middle[look])
    found = list[Primitive]()
    for slab in rows:
        role: Role = "swept" if slab.across == look else "deck"
        title = f"{slab.name}, {slab.sheet.label}"
        found.append(Path(seen(slab, u, v), role, True, slab.id, title, states.get(slab.id)))
        if slab.across == look:
            found += [rect(lo[u], lo[v], hi[u], hi[v], "ghost", slab.id, f"cut out of the {slab.name}") for lo, hi in slab.cutouts]
    return found


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
    found, at = _members(build, view, setting, states), poses_of(build, setting)
    for panel in build.panels:
        found += _panel(panel, view, at.shift(panel.body), states.get(panel.id))
    found += _slabs(build, view, states)
    found += roller_shapes(build, view, setting, states)
    found += hung_shapes(build, AXES[view][:2], setting, states)
    if view == "plan":
        found += [Circle((a.x, a.y), 9, "fixing", a.id, f"fixing {a.name}", states.get(a.id)) for a in build.anchors]
    return found
