"""The tray under a case: members by state, its bent line at a named scale, roller forces."""

from __future__ import annotations

import math
from collections.abc import Mapping, Sequence
from dataclasses import dataclass

import numpy as np

from ..finding import State, state_of_use
from ..prove.members import rail_line, uses
from ..prove.study import Study
from .model import Arrow, Circle, DimensionLine, Label, Path, Primitive, View, box_of, rect

BENT_SHARE = 0.12
"""Largest drawn deflection as a part of the tray's length, before rounding the scale down to 1, 2 or 5."""


@dataclass(frozen=True)
class MemberUse:
    """Largest use of a member's strength in one case, with the station it occurs at (mm from its end a)."""

    member: str
    role: str
    section: str
    use: float
    state: State
    case: str
    at: float


def member_uses(study: Study, case: str | None) -> tuple[MemberUse, ...]:
    """Per member over one case, or over all when ``case`` is None; worst first."""
    if study.tray is None or study.forces is None:
        return ()
    table = uses(study, study.amplify)
    rows = [i for i, item in enumerate(study.solved) if case is None or item.case.name == case]
    found: dict[str, MemberUse] = {}
    for piece in study.tray.pieces:
        at = study.forces.of(piece.index)
        part = table[rows, at]
        if part.size == 0:
            continue
        c, k = np.unravel_index(int(np.argmax(part)), part.shape)
        use = float(part[c, k])
        before = found.get(piece.member.id)
        if before is None or use > before.use:
            found[piece.member.id] = MemberUse(
                piece.member.id,
                piece.member.role,
                piece.member.section.label,
                use,
                state_of_use(use),
                study.solved[rows[int(c)]].case.name,
                piece.offset + float(study.forces.s[rows[int(c)], at.start + int(k)]),
            )
    return tuple(sorted(found.values(), key=lambda row: -row.use))


def _scale(largest: float, length: float) -> float:
    """1, 2 or 5 times a power of ten."""
    if largest <= 1e-9:
        return 1.0
    wanted = BENT_SHARE * length / largest
    power = 10.0 ** np.floor(np.log10(wanted))
    return float(max(1.0, next(step * power for step in (5.0, 2.0, 1.0) if step * power <= wanted)))


@dataclass(frozen=True)
class JointMark:
    """A joint as drawn: the rib and rail that meet, and how it stands."""

    rib: str
    rail: str
    state: State
    text: str


def proof_views(study: Study, case: str, states: Mapping[str, State], joints: Sequence[JointMark] = ()) -> tuple[tuple[View, ...], float]:
    """Side, plan and rear views under one case, joints marked in plan, and how many times the bent line is exaggerated."""
    if study.tray is None:
        return (), 1.0
    tray, slide = study.tray, study.slide
    z = tray.rails[0].a[2]
    side: list[Primitive] = []
    left = tray.rails[0]
    depth = left.section.properties.width if left.flat else left.section.properties.depth
    side.append(
        rect(
            left.a[0] + study.travel,
            z - depth / 2,
            left.b[0] + study.travel,
            z + depth / 2,
            "member",
            left.id,
            left.section.label,
            states.get(left.id),
        )
    )
    for pair, x in ((slide.carrying, tray.x_rear), (slide.hold_down, tray.x_front)):
        side.append(Circle((x, pair.z), pair.diameter / 2, "roller", pair.id, "roller"))
    item = next((item for item in study.solved if item.case.name == case), None)
    scale = 1.0
    if item is not None:
        along_x, drop = rail_line(study, item, 0)
        scale = _scale(float(np.max(np.abs(drop))), left.length)
        side.append(
            Path(
                tuple((float(a), z + float(b) * scale) for a, b in zip(along_x, drop, strict=True)),
                "bent",
                False,
                left.id,
                f"bent line, {scale:g} times",
            )
        )
        rear = item.rest(tray.model, "rear roller")[0]
        down, up = item.rest(tray.model, "on the lower rail")[0], item.rest(tray.model, "under the upper rail")[0]
        keeper = item.rest(tray.model, "keeper")[0]
        top = max(rear, down, up, keeper, 1.0)
        for force, at, toward, title in (
            (rear, (tray.x_rear, slide.carrying.z - slide.carrying.diameter / 2), (0.0, 1.0), "carrying pair"),
            (keeper, (tray.x_rear, z + depth / 2), (0.0, -1.0), "keeper"),
            (down, (tray.x_front, slide.hold_down.z - slide.hold_down.diameter / 2), (0.0, 1.0), "front pair"),
            (up, (tray.x_front, slide.hold_down.z + slide.hold_down.diameter / 2), (0.0, -1.0), "upper rail"),
        ):
            if force > 0.5:
                side.append(Arrow(at, toward, force / top, force, title))
    u0, v0, u1, v1 = box_of(side)
    # room for the words beside the last arrow
    box = (u0, v0, u1 + 0.2 * left.length, v1)
    side.append(DimensionLine((tray.x_front, box[1]), (tray.x_rear, box[1]), "h", "below", 2, tray.overlap, "Overlap"))
    if tray.overhang > 1:
        side.append(DimensionLine((tray.x_rear, box[1]), (tray.x_rear + tray.overhang, box[1]), "h", "below", 2, tray.overhang, "Overhang"))
    plan: list[Primitive] = []
    for brace in tray.braces:
        (x0, y0, _), (x1, y1, _) = brace.a, brace.b
        half = brace.shape.width / 2 / math.cos(math.radians(brace.mitre))
        ends = ((x0 - half, y0), (x0 + half, y0), (x1 + half, y1), (x1 - half, y1))
        shape = tuple((x + study.travel, y) for x, y in ends)
        plan.append(Path(shape, "member", True, brace.id, brace.section.label, states.get(brace.id)))
    for member in (*tray.rails, *tray.ribs):
        w = member.section.properties.depth if member.flat else member.section.properties.width
        lengthwise = member.role == "side rail"
        (x0, y0, _), (x1, y1, _) = member.a, member.b
        x0, x1 = x0 + study.travel, x1 + study.travel
        bar = (
            rect(x0, y0 - w / 2, x1, y0 + w / 2, "member", member.id, member.section.label, states.get(member.id))
            if lengthwise
            else rect(x0 - w / 2, y0, x0 + w / 2, y1, "member", member.id, member.section.label, states.get(member.id))
        )
        plan.append(bar)
    for mark in joints:
        rib = next(m for m in (*tray.ribs, *tray.braces) if m.id == mark.rib)
        y = next(m.a[1] for m in tray.rails if m.id == mark.rail)
        x = rib.a[0] if y < 0 else rib.b[0]
        title = f"{mark.rib.rsplit('/', 1)[-1]}: {mark.text}"
        plan.append(Circle((x + study.travel, y), 22.0, "fixing", mark.rib, title, mark.state))
    for patch in tray.patches:
        if patch.name != "deck":
            x, y, (lx, ly) = patch.x + study.travel, patch.y, patch.size
            plan += [rect(x - lx / 2, y - ly / 2, x + lx / 2, y + ly / 2, "ghost", "", patch.name), Label((x, y), patch.name)]
    for sign in (-1, 1):
        plan.append(
            Path(
                ((tray.x_rear, sign * slide.carrying.y * 0.9), (tray.x_rear, sign * (slide.carrying.y + 60))),
                "line",
                False,
                slide.carrying.id,
                "carrying roller",
            )
        )
        plan.append(
            Path(
                ((tray.x_front, sign * slide.carrying.y * 0.9), (tray.x_front, sign * (slide.carrying.y + 60))),
                "line",
                False,
                slide.hold_down.id,
                "hold-down roller",
            )
        )
    behind = _rear(study, states)
    return (View("side", box, tuple(side)), View("plan", box_of(plan), tuple(plan)), View("rear", box_of(behind), tuple(behind))), scale


def _rear(study: Study, states: Mapping[str, State]) -> list[Primitive]:
    """From behind: the rear rib between the rails' ends, rollers, rib's length and rail's depth."""
    assert study.tray is not None
    tray, found = study.tray, list[Primitive]()
    rib = tray.ribs[-1]
    (_, y0, z0), (_, y1, _) = rib.a, rib.b
    d = rib.shape.depth
    found.append(rect(y0, z0 - d / 2, y1, z0 + d / 2, "member", rib.id, rib.section.label, states.get(rib.id)))
    for rail in tray.rails:
        y, z, w, d = rail.a[1], rail.a[2], rail.shape.width, rail.shape.depth
        found.append(rect(y - w / 2, z - d / 2, y + w / 2, z + d / 2, "member", rail.id, rail.section.label, states.get(rail.id)))
    pair = study.slide.carrying
    for side in (-1, 1):
        u, v = side * pair.y, pair.z
        found.append(
            rect(u - pair.width / 2, v - pair.diameter / 2, u + pair.width / 2, v + pair.diameter / 2, "roller", pair.id, "carrying roller")
        )
    low = box_of(found)[1]
    found.append(DimensionLine((y0, low), (y1, low), "h", "below", 1, y1 - y0, "Rib length"))
    return found
