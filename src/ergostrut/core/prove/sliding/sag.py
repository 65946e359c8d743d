"""Sag and droop of what slides: rails between their rollers, and the pulled-out end."""

from __future__ import annotations

from collections.abc import Iterator

import numpy as np

from ...finding import Finding, Working, at_most
from ...mechanics.solver.member_forces import lines
from ...mechanics.solver.model import Array
from ...structure.nouns.holds import Slider
from ..model.check import SettingCheck
from ..model.posed import Solved, pressed
from ..model.study import Study


def _along_rail(study: Study, all_lines: Array, rail: str) -> tuple[Array, Array]:
    """x (host, mm) and vertical displacement (mm, up positive) along a rail."""
    assert study.posed is not None
    xs, zs = [], []
    for piece in study.posed.rows[rail]:
        moved = all_lines[piece.index]
        start = study.posed.model.nodes[study.posed.model.bars[piece.index].a][0]
        xs.append(start + np.linspace(0, piece.length, len(moved)))
        zs.append(moved[:, 2])
    return np.concatenate(xs), np.concatenate(zs)


def _ends(study: Study, slider: Slider) -> tuple[float, float, float]:
    """x of the hold-down and the carrying axle, and how far the body reaches over the latter, mm."""
    front, rear = slider.hold_down.x + study.travel(slider), slider.carrying.x
    return front, rear, max(study.tip_x(slider) - rear, 0.0)


def _sag(study: Study, slider: Slider, item: Solved) -> float:
    """Largest drop of a rail below the chord between its rollers, mm."""
    assert study.posed is not None
    worst = 0.0
    front, rear, _ = _ends(study, slider)
    all_lines = lines(study.posed.frame, item.result, 8)
    for rail in slider.rails:
        x, z = _along_rail(study, all_lines, rail)
        inside = (x >= front - 1e-6) & (x <= rear + 1e-6)
        x, z = x[inside], z[inside]
        chord = z[0] + (z[-1] - z[0]) * (x - x[0]) / (x[-1] - x[0])
        worst = max(worst, float(np.max(chord - z)))
    return worst


def check_sag(study: Study) -> Iterator[Finding]:
    """Rail sag between the rollers at home: L/360 parked, the running clearance in a bump."""
    for slider in study.assembly.sliders:
        if study.posed is not None and study.travel(slider) == 0.0:
            yield from _rail_sag(study, slider)


def _rail_sag(study: Study, slider: Slider) -> Iterator[Finding]:
    say, rails = study.context.say, slider.rails
    front, rear, _ = _ends(study, slider)
    for item in study.solved:
        if item.case.name == "Parked":
            w = Working()
            L = w.given("L", rear - front, "mm", "between the rollers")
            sag = w.given("delta", _sag(study, slider, item), "mm", "drop below the line between the rollers, from the frame")
            limit = w.line("delta_limit", "L / r", "mm", "slide rails", r=study.context.design.loads.limits.rail)
            yield study.held_to(
                "side-rail.sag",
                "Side rail, sag between rollers",
                f"{say.length(sag)} of {say.length(limit)} on {say.length(L)}, parked{study.where}.",
                parts=rails,
                demand=sag,
                limit=limit,
                unit="mm",
                case="Parked",
                basis="L/360 for slide rails unless changed: common practice, no published source",
                working=w,
            )
        elif item.case.name == "Bump":
            w = Working()
            sag = w.given("delta", _sag(study, slider, item), "mm", "drop below the line between the rollers in a bump, from the frame")
            limit = w.given("gap", slider.rail_underside, "mm", "rail underside above the floor")
            w.line("use", "delta / gap", "")
            yield study.held_to(
                "side-rail.clearance",
                "Side rail stays off the floor",
                f"{say.length(sag)} of {say.length(limit)} taken up in a bump{study.where}.",
                parts=rails,
                demand=sag,
                limit=limit,
                unit="mm",
                case="Bump",
                basis="running clearance: common practice, no published source",
                working=w,
            )


def check_droop(study: Study) -> Iterator[Finding]:
    """Droop of the end that reaches over its rollers, pulled out or closed: rail bending and hold-down play together, own load, limit 2 x overhang / 360."""
    item = study.case("Parked")
    for slider in study.assembly.sliders:
        if study.posed is not None and item is not None and _ends(study, slider)[2] >= 1.0:
            yield _droop(study, slider, item)


def tip_drop(study: Study, slider: Slider, item: Solved) -> float:
    """How far the sliding body's rear end goes down, mm."""
    assert study.posed is not None
    ends = [study.posed.tips(rail)[1] for rail in slider.rails]
    return max(0.0, -min(float(item.result.u[node, 2]) for node in ends))


def _droop(study: Study, slider: Slider, item: Solved) -> Finding:
    assert study.posed is not None
    say, build = study.context.say, study.assembly.id
    front, rear, overhang = _ends(study, slider)
    drop = tip_drop(study, slider, item)
    held = pressed(study.posed, item, "upper")[0] > 0
    w = Working()
    w.given("a", overhang, "mm", f"from the carrying axle to the {slider.label}'s end")
    w.given("o", rear - front, "mm", "overlap left between the axles")
    w.given("p", slider.play, "mm", "hold-down play")
    play = w.line("delta_p", "p * a / o", "mm", "the front rollers rise by the play before the upper rail holds") if held else 0.0
    if not held:
        w.say("The front rollers still press down: play does not come in.")
    w.given("delta_b", drop - play, "mm", "bending of the rails, from the frame")
    total = w.line("delta", "delta_p + delta_b" if held else "delta_b", "mm")
    limits = study.context.design.loads.limits
    if limits.droop_mm is not None:
        limit = w.given("delta_limit", limits.droop_mm, "mm", "your own limit")
    else:
        limit = w.line("delta_limit", "2 * a / r", "mm", "cantilevers count 2 L", r=limits.rail)
    use, state = at_most(total, limit)
    tail = f", play gives {say.length(play)} of it" if held else ""
    return Finding(
        f"{build}/tip.droop",
        "tip.droop",
        "prove",
        slider.rails,
        f"Tip droop, {study.setting.name}",
        f"{say.length(total)} of {say.length(limit)}{tail}.",
        state,
        total,
        limit,
        "mm",
        use,
        case="Parked",
        position=study.setting.name,
        basis="2 x overhang / 360 unless changed, own load: common practice, no published source",
        working=w.done(),
    )


CHECKS = (
    SettingCheck(check_sag, ("sliders",)),
    SettingCheck(check_droop, ("sliders",)),
)
