"""A build in its host, in plan, side and rear, with live dimensions, at any travel."""

from __future__ import annotations

import itertools
import math
from collections.abc import Mapping

from ..carry.place import Placed
from ..finding import State
from ..frame.assembly import Assembly, Member
from ..prove.study import Study
from ..report import Report
from .host import plan_shapes, rear_shapes, side_shapes
from .model import Arrow, Circle, DimensionLine, Label, Path, Primitive, Role, View, box_of, rect


def _shift(build: Assembly, body: str, travel: float) -> float:
    return min(travel, next((m.reach for m in build.motions if m.body == body), 0.0)) if any(m.body == body for m in build.motions) else 0.0


def _size(member: Member) -> tuple[float, float]:
    """Width across and depth of a member as it lies."""
    p = member.section.properties
    return (p.depth, p.width) if member.flat else (p.width, p.depth)


def _member(member: Member, view: str, dx: float, state: State | None) -> Path:
    w, d = _size(member)
    lengthwise = abs(member.b[0] - member.a[0]) > abs(member.b[1] - member.a[1])
    (x0, y0, z0), (x1, y1, _) = member.a, member.b
    role: Role = "base" if member.body.endswith("/base") else "member"
    title = f"{member.id.rsplit('/', 1)[-1]}, {member.section.label}"
    if view == "plan" and member.role == "brace":
        half = w / 2 / math.cos(math.radians(member.mitre))
        corners = ((x0 - half, y0), (x0 + half, y0), (x1 + half, y1), (x1 - half, y1))
        return Path(tuple((x + dx, y) for x, y in corners), role, True, member.id, title, state)
    if view == "plan":
        lo_y, hi_y = (y0 - w / 2, y0 + w / 2) if lengthwise else (min(y0, y1), max(y0, y1))
        lo_x, hi_x = (x0, x1) if lengthwise else (x0 - w / 2, x0 + w / 2)
        return rect(lo_x + dx, lo_y, hi_x + dx, hi_y, role, member.id, title, state)
    if view == "side":
        lo_x, hi_x = (x0, x1) if lengthwise else (x0 - w / 2, x0 + w / 2)
        return rect(lo_x + dx, z0 - d / 2, hi_x + dx, z0 + d / 2, role, member.id, title, state)
    lo_y, hi_y = (y0 - w / 2, y0 + w / 2) if lengthwise else (min(y0, y1), max(y0, y1))
    return rect(lo_y, z0 - d / 2, hi_y, z0 + d / 2, role, member.id, title, state)


def _thing(item: Placed, view: str, travel: float, say_mass: str) -> list[Primitive]:
    x, y, z = item.at(travel)
    lx, ly, lz = item.size
    part = f"thing/{item.thing.id}"
    if view == "plan":
        box, at = rect(x - lx / 2, y - ly / 2, x + lx / 2, y + ly / 2, "thing", part, item.thing.name), (x, y)
    elif view == "side":
        box, at = rect(x - lx / 2, z - lz / 2, x + lx / 2, z + lz / 2, "thing", part, item.thing.name), (x, z)
    else:
        box, at = rect(y - ly / 2, z - lz / 2, y + ly / 2, z + lz / 2, "thing", part, item.thing.name), (y, z)
    return [box, Label(at, item.thing.name, "middle", say_mass, "thing", part)]


def _build(build: Assembly, view: str, travel: float, states: Mapping[str, State]) -> list[Primitive]:
    found: list[Primitive] = []
    order = {"plan": ("base", "tray"), "side": ("tray", "base"), "rear": ("base", "tray")}[view]
    for layer in order:
        for member in build.members:
            if not member.body.endswith(f"/{layer}"):
                continue
            if view == "side" and (member.role in ("mid rib", "end rib", "brace") or member.id.endswith(".right")):
                continue
            found.append(_member(member, view, _shift(build, member.body, travel), states.get(member.id)))
    for panel in build.panels:
        dx, (x, _, z), lx = _shift(build, panel.body, travel), panel.origin, panel.size[0]
        if view == "plan":
            found += [
                Path(
                    ((x + dx, left), (x + dx + lx, left), (x + dx + lx, left + wide), (x + dx, left + wide)),
                    "swept",
                    True,
                    panel.id,
                    panel.sheet.label,
                    states.get(panel.id),
                )
                for left, wide in panel.strips
            ]
        elif view == "side":
            found.append(rect(x + dx, z, x + dx + lx, z + panel.sheet.t, "deck", panel.id, panel.sheet.label, states.get(panel.id)))
        else:
            found += [
                rect(left, z, left + wide, z + panel.sheet.t, "deck", panel.id, panel.sheet.label, states.get(panel.id))
                for left, wide in panel.strips
            ]
    for slide in build.slides:
        for pair in (slide.carrying, slide.hold_down):
            x = pair.x + (_shift(build, slide.body, travel) if pair.rides == "body" else 0.0)
            if view == "side":
                found.append(Circle((x, pair.z), pair.diameter / 2, "roller", pair.id, "roller", states.get(pair.id)))
            elif view == "plan":
                found += [
                    rect(
                        x - pair.diameter / 2,
                        s * pair.y - pair.width / 2,
                        x + pair.diameter / 2,
                        s * pair.y + pair.width / 2,
                        "roller",
                        pair.id,
                        "roller",
                    )
                    for s in (-1, 1)
                ]
            else:
                found += [
                    rect(
                        s * pair.y - pair.width / 2,
                        pair.z - pair.diameter / 2,
                        s * pair.y + pair.width / 2,
                        pair.z + pair.diameter / 2,
                        "roller",
                        pair.id,
                        "roller",
                    )
                    for s in (-1, 1)
                ]
    if view == "plan":
        found += [Circle((a.x, a.y), 9, "fixing", a.id, f"fixing {a.name}", states.get(a.id)) for a in build.anchors]
    return found


def _forces(study: Study) -> list[Primitive]:
    """Roller forces parked, as arrows in the side view."""
    parked = next((item for item in study.solved if item.case.name == "Parked"), None)
    if study.tray is None or parked is None:
        return []
    rear = parked.rest(study.tray.model, "rear roller")[0]
    down, up = parked.rest(study.tray.model, "on the lower rail")[0], parked.rest(study.tray.model, "under the upper rail")[0]
    top = max(rear, down, up, 1.0)
    slide = study.slide
    rows: list[Primitive] = []
    if rear > 0:
        rows.append(
            Arrow((slide.carrying.x, slide.carrying.z - slide.carrying.diameter / 2), (0, 1), rear / top, rear, "on the tailgate pair")
        )
    x, r = slide.hold_down.x + study.travel, slide.hold_down.diameter / 2
    if up > 0:
        rows.append(Arrow((x, slide.hold_down.z + r), (0, -1), up / top, up, "hold-down"))
    elif down > 0:
        rows.append(Arrow((x, slide.hold_down.z - r), (0, 1), down / top, down, "on the front pair"))
    return rows


def frame_views(
    report: Report, study: Study | None, travel: float, states: Mapping[str, State], masses: Mapping[str, str]
) -> tuple[View, ...]:
    """Plan, side and rear of every build; ``states`` colours parts, ``masses`` labels things."""
    host, views = report.context.host, []
    for name, shapes in (("plan", plan_shapes), ("side", side_shapes), ("rear", rear_shapes)):
        items: list[Primitive] = [shape for shape in shapes(host) if not (isinstance(shape, Circle) and shape.role == "fixing")]
        for build in report.context.builds:
            items += _build(build, name, travel, states)
        for item in report.context.plan.placed:
            items += _thing(item, name, travel if item.surface.body.endswith("/tray") else 0.0, masses.get(item.thing.id, ""))
        box = box_of(items)
        if name == "side":
            box = (max(box[0], -420.0), box[1], box[2], box[3])
            items += _side_dims(report, travel, box)
            if study is not None:
                items += _forces(study)
        elif name == "plan":
            items += _plan_dims(report, travel, box)
        else:
            items += _rear_dims(report)
        views.append(View(name, box, tuple(items)))  # type: ignore[arg-type]
    return tuple(views)


def _side_dims(report: Report, travel: float, box: tuple[float, float, float, float]) -> list[Primitive]:
    rows: list[Primitive] = []
    low = box[1]
    for i, build in enumerate(report.context.builds):
        slide = build.slides[0]
        deck = build.panels[0]
        x0, x1 = deck.origin[0] + travel, deck.origin[0] + deck.size[0] + travel
        rows.append(DimensionLine((x0, low), (x1, low), "h", "below", 2, deck.size[0], "Tray length", f"/builds/{i}/tray_length"))
        overlap = slide.carrying.x - slide.hold_down.x - travel
        if overlap > 0:
            rows.append(DimensionLine((slide.hold_down.x + travel, low), (slide.carrying.x, low), "h", "below", 1, overlap, "Overlap left"))
        if travel > 1:
            top = report.context.host.shape("depth") + 60
            rows.append(DimensionLine((x1 - travel, top), (x1, top), "h", "above", 1, travel, "out", f"travel:{build.motions[0].id}"))
        rows.append(
            DimensionLine(
                (x1, 0), (x1, deck.origin[2] + deck.sheet.t), "v", "right", 1, deck.origin[2] + deck.sheet.t, "Deck top above floor"
            )
        )
    return rows


def _plan_dims(report: Report, travel: float, box: tuple[float, float, float, float]) -> list[Primitive]:
    rows: list[Primitive] = []
    for i, build in enumerate(report.context.builds):
        deck = build.panels[0]
        x0, y0, half = deck.origin[0] + travel, box[1], deck.size[1] / 2
        rows.append(
            DimensionLine((x0, y0), (x0 + deck.size[0], y0), "h", "below", 1, deck.size[0], "Tray length", f"/builds/{i}/tray_length")
        )
        rows.append(DimensionLine((box[2], -half), (box[2], half), "v", "right", 1, deck.size[1], "Tray width", f"/builds/{i}/tray_width"))
        if travel <= 0:
            rows.append(
                DimensionLine((0, box[3]), (deck.origin[0], box[3]), "h", "above", 1, deck.origin[0], "Front gap", f"/builds/{i}/front_gap")
            )
        ribs = sorted((m for m in build.members if m.role in ("end rib", "mid rib")), key=lambda m: m.a[0])
        for a, b in itertools.pairwise(ribs):
            rows.append(
                DimensionLine(
                    (a.a[0] + travel, box[3]),
                    (b.a[0] + travel, box[3]),
                    "h",
                    "above",
                    1 if travel > 0 else 2,
                    b.a[0] - a.a[0],
                    "Rib to rib",
                )
            )
    return rows


def _rear_dims(report: Report) -> list[Primitive]:
    rows: list[Primitive] = []
    host = report.context.host
    for i, build in enumerate(report.context.builds):
        deck, slide = build.panels[0], build.slides[0]
        half = deck.size[1] / 2
        rows.append(DimensionLine((-half, 0), (half, 0), "h", "below", 1, deck.size[1], "Tray width", f"/builds/{i}/tray_width"))
        wells = host.mm("width_between_wells")
        if wells is not None:
            rows.append(
                DimensionLine((-wells / 2, 0), (wells / 2, 0), "h", "below", 2, wells, "Between wells", "/host/dims/width_between_wells")
            )
        edge = host.shape("width_at_rails") / 2
        rows.append(DimensionLine((edge, 0), (edge, slide.rail_underside), "v", "right", 1, slide.rail_underside, "Rail underside"))
        rows.append(
            DimensionLine((edge, 0), (edge, deck.origin[2] + deck.sheet.t), "v", "right", 2, deck.origin[2] + deck.sheet.t, "Deck top")
        )
    return rows
