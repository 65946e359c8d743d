"""Builds in their host, in plan, side and rear, with live dimensions, wherever their motions stand."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import replace

import shapely

from ..finding import State
from ..fit.space.bodies import bodies_at
from ..measure.hosts import kind_of
from ..primitives import Arrow, Circle, DimensionLine, Label, Path, Point2, Primitive, View, box_of, rect
from ..prove.model.posed import pressed
from ..prove.model.study import Study
from ..structure.assembly import Assembly
from ..structure.carried import Placed
from ..structure.context import Context, standing
from ..structure.host import SIDE_HEIGHT, Host
from ..structure.standing.posed import poses_of
from ..structure.standing.setting import Setting, setting_at
from .axes import AXES
from .sections import FLATS, NEAR, Cut, Flat
from .shapes import build_shapes
from .solids import solids_of


def _pale(items: list[Primitive]) -> list[Primitive]:
    """The same shapes as a build that is not in hand is drawn."""
    found = list[Primitive]()
    for item in items:
        if isinstance(item, Path | Circle):
            found.append(replace(item, role="ghost", state=None))
    return found


def _things(
    context: Context, view: str, travels: Mapping[str, float], masses: Mapping[str, str], hand: Assembly | None, cut: Cut | None
) -> list[Primitive]:
    """Everything carried, far things first, those of builds not in hand pale. What stands wholly behind other things has no name there."""
    u, v, look = AXES[view]
    rows = list[tuple[float, Placed, Path]]()
    for item in context.plan.placed:
        at, size = standing(context, item, travels), item.size
        if cut is not None and cut.view == view and NEAR[view] * at[look] - size[look] / 2 >= cut.depth:
            continue
        box = rect(
            at[u] - size[u] / 2,
            at[v] - size[v] / 2,
            at[u] + size[u] / 2,
            at[v] + size[v] / 2,
            "thing",
            f"thing/{item.thing.id}",
            item.thing.name,
        )
        rows.append((NEAR[view] * at[look], item, box))
    rows.sort(key=lambda row: row[0])
    shapes, found = [shapely.Polygon(box.points) for _, _, box in rows], list[Primitive]()
    names = list[Primitive]()
    for i, (_, item, box) in enumerate(rows):
        if hand is not None and item.surface.body not in hand.bodies:
            found += _pale([box])
            continue
        found.append(box)
        if not shapely.unary_union(shapes[i + 1 :]).covers(shapes[i]):
            middle = shapes[i].centroid
            names.append(Label((middle.x, middle.y), item.thing.name, "middle", masses.get(item.thing.id, ""), "thing", box.part))
    return found + names


def _forces(study: Study) -> list[Primitive]:
    """Roller forces parked, as arrows in the side view."""
    parked = study.case("Parked")
    if study.posed is None or parked is None:
        return []
    found = list[Primitive]()
    for slider in study.assembly.sliders:
        rear = pressed(study.posed, parked, "roller")[0]
        down, up = pressed(study.posed, parked, "lower")[0], pressed(study.posed, parked, "upper")[0]
        top = max(rear, down, up, 1.0)
        x, front = slider.hold_down.x + study.travel(slider), slider.hold_down
        rows: list[tuple[float, Point2, Point2, str]] = [
            (rear, (slider.carrying.x, slider.carrying.z - slider.carrying.diameter / 2), (0, 1), "on the tailgate pair"),
            (up, (x, front.z + front.diameter / 2), (0, -1), "hold-down"),
            (0.0 if up > 0 else down, (x, front.z - front.diameter / 2), (0, 1), "on the front pair"),
        ]
        found += [Arrow(at, toward, force / top, force, title) for force, at, toward, title in rows if force > 0]
    return found


def _tags(build: Assembly, index: int, view: str, setting: Setting, box: tuple[float, float, float, float]) -> list[Primitive]:
    """A build's own dimensions in a view, with the fields they open."""
    found = list[Primitive]()
    u, v, _ = AXES[view]
    poses = poses_of(build, setting)
    for tag in build.tags:
        shift = poses.shift(tag.rides) if tag.rides else (0.0, 0.0, 0.0)
        away = bool(tag.rides) and poses.travel(build.motion_of(tag.rides)) != 0.0
        if tag.view != view or (tag.when == "home" and away):
            continue
        along, other = (u, v) if tag.axis == "h" else (v, u)
        edge = {"below": box[1], "above": box[3], "right": box[2], "left": box[0]}[tag.side]
        at = edge if tag.at is None else tag.at + shift[other]
        lo, hi = tag.lo + (shift[along] if tag.lo or tag.axis == "h" else 0.0), tag.hi + shift[along]
        a, b = ((lo, at), (hi, at)) if tag.axis == "h" else ((at, lo), (at, hi))
        field = f"/builds/{index}/{tag.path}" if tag.path else ""
        found.append(DimensionLine(a, b, tag.axis, tag.side, tag.row, tag.hi - tag.lo, tag.label, field))
    return found


def _travel_tags(context: Context, build: Assembly, index: int, setting: Setting, low: float) -> list[Primitive]:
    """How far each body is out, and what overlap its rollers have left."""
    found, poses = list[Primitive](), poses_of(build, setting)
    for slider in build.sliders:
        front = slider.hold_down.x + poses.shift(slider.body)[0]
        if slider.carrying.x > front:
            found.append(DimensionLine((front, low), (slider.carrying.x, low), "h", "below", 1, slider.carrying.x - front, "Overlap left"))
    for motion in build.motions:
        travel = poses.travel(motion)
        ends = [m.b[0] for m in build.of_body(motion.body)] + [p.hi[0] for p in build.panels if p.body == motion.body]
        if travel > 1 and motion.pivot is None and abs(motion.toward[0]) > 0.5 and ends:
            x, top = max(ends) + travel * motion.toward[0], context.host.shape(SIDE_HEIGHT) + 60
            field = f"/builds/{index}/{motion.path}" if motion.path else ""
            found.append(DimensionLine((x - travel * motion.toward[0], top), (x, top), "h", "above", 1, travel, "out", field))
    return found


AHEAD = 420.0
"""mm of a vehicle that is drawn ahead of a bed's front."""


def frame_views(
    context: Context,
    study: Study | None,
    travels: Mapping[str, float],
    states: Mapping[str, State],
    masses: Mapping[str, str],
    in_hand: str = "",
    cut: Cut | None = None,
) -> tuple[View, ...]:
    """Plan, side and rear of every build, one of them ``cut`` if told, the one in hand (the first unless named) with its dimensions, the others pale."""
    views = []
    hand = context.build(in_hand) or next(iter(context.builds), None)
    solids = {build.id: solids_of(build, setting_at(build, travels), states) for build in context.builds}
    for name in FLATS:
        shapes = kind_of(context.host).drawn(context.host, name)
        items: list[Primitive] = [shape for shape in shapes if not (isinstance(shape, Circle) and shape.role == "fixing")]
        host = len(items)
        for build in context.builds:
            if build is not hand:
                items += _pale(build_shapes(build, name, setting_at(build, travels), states, solids[build.id], cut))
        if hand is not None:
            items += build_shapes(hand, name, setting_at(hand, travels), states, solids[hand.id], cut)
        items += _things(context, name, travels, masses, hand, cut)
        box = box_of(items)
        if name == "side":
            # of the vehicle ahead no more than a little, of the builds all that there is
            own = box_of(items[host:])[0] if len(items) > host else 0.0
            box = (max(box[0], min(own, -AHEAD)), box[1], box[2], box[3])
        if hand is not None:
            index, setting = context.builds.index(hand), setting_at(hand, travels)
            items += _tags(hand, index, name, setting, box)
            if name == "side":
                items += _travel_tags(context, hand, index, setting, box[1])
                items += _forces(study) if study is not None else []
        views.append(View(name, box, tuple(items)))
    return tuple(views)


def reaches(context: Context, travels: Mapping[str, float]) -> dict[Flat, tuple[float, float]]:
    """From where to where the builds reach along the axis that each view looks along, mm; nothing without builds."""
    ends = [
        corner
        for build in context.builds
        for body in bodies_at(context, build, setting_at(build, travels), things=False)
        for corner in (body.lo, body.hi)
    ]
    return {name: (min(p[look] for p in ends), max(p[look] for p in ends)) for name in FLATS if ends for look in (AXES[name][2],)}


def build_view(build: Assembly, host: Host, below: Assembly | None = None) -> View:
    """A build alone in its host, or on the one ``below`` it, from the side, as a card shows it."""
    shapes = kind_of(host).drawn(host, "side")
    under = _pale(build_shapes(below, "side", setting_at(below, {}), {})) if below is not None else []
    items = [*shapes, *under, *build_shapes(build, "side", setting_at(build, {}), {})]
    return View("side", box_of(items), tuple(items))
