"""How a slide runs and is held: rollers, axles, hold-down, keeper, guides."""

from __future__ import annotations

import math
from collections.abc import Iterator
from dataclasses import replace

import numpy as np

from ...cases import ROLL, SLOPE_BASIS
from ...constants import G
from ...finding import Finding, State, Working, at_least, at_most
from ...structure.nouns.holds import Pair, Slider
from ..model.check import SliderCheck
from ..model.posed import Solved, pressed
from ..model.study import Study
from .lock_pin import lock_force
from .roller_axle import axle_bolt, axle_plate

SHARE = 0.6
"""One roller of a pair takes at least this part of it."""


def _on(study: Study, item: Solved, *kinds: str) -> tuple[float, float]:
    assert study.posed is not None
    return pressed(study.posed, item, *kinds)


def hardest_roller(study: Study, *kinds: str) -> tuple[Solved, float] | None:
    """The case in which one roller takes most, and N: of the kinds the one whose pair is pressed harder in each case."""
    if study.posed is None or not study.solved:
        return None
    pairs, larger = np.zeros(len(study.solved)), np.zeros(len(study.solved))
    for kind in kinds:
        forces = study.rest_forces[:, study.posed.bearing((kind,))]
        both = forces.sum(axis=1)
        larger = np.where(both > pairs, forces.max(axis=1, initial=0.0), larger)
        pairs = np.maximum(pairs, both)
    loads = np.maximum(larger, SHARE * pairs)
    i = int(np.argmax(loads))
    return study.solved[i], float(loads[i])


def _statics(study: Study, slider: Slider, item: Solved, w: Working) -> None:
    """What each pair takes of a rigid body, as the first lines of a roller's working."""
    kg, at = study.moving(slider)
    w.say(f"{item.case.name}{study.where}. First as a rigid body by statics, then the frame.")
    w.given("W", -kg * G * item.case.g[2], "N", f"{kg:.1f} kg times {-item.case.g[2]:.3g} g, down")
    w.given("x_g", at[0], "mm", "centre of gravity")
    w.given("x_f", slider.hold_down.x + study.travel(slider), "mm", "hold-down axle")
    w.given("x_r", slider.carrying.x, "mm", "carrying axle")
    people = study.people(item.case)
    if people:
        P = sum(newton for newton, _ in people)
        w.given("P", P, "N", item.case.name.removeprefix("Parked, "))
        w.given("x_t", sum(newton * at[0] for newton, at in people) / P, "mm", "where that stands")
        w.line("R_r", "(W * (x_g - x_f) + P * (x_t - x_f)) / (x_r - x_f)", "N", "carrying pair")
        w.line("R_f", "W + P - R_r", "N", "hold-down pair; minus: the upper rail holds it down")
    else:
        w.line("R_r", "W * (x_g - x_f) / (x_r - x_f)", "N", "carrying pair")
        w.line("R_f", "W - R_r", "N", "hold-down pair; minus: the upper rail holds it down")


def check_rollers(study: Study, slider: Slider) -> Iterator[Finding]:
    """Load of one carrying and one hold-down roller against its rating, and the bending of its axle bolt."""
    if study.posed is None:
        return
    say, build = study.context.say, study.assembly.id
    rows: tuple[tuple[str, str, Pair, tuple[str, ...]], ...] = (
        ("carrying", "Carrying rollers", slider.carrying, ("roller",)),
        ("hold-down", "Hold-down rollers", slider.hold_down, ("lower", "upper")),
    )
    for key, title, pair, kinds in rows:
        hardest = hardest_roller(study, *kinds)
        if hardest is None:
            continue
        item, load = hardest
        both, larger = max(_on(study, item, kind) for kind in kinds)
        w = Working()
        _statics(study, slider, item, w)
        w.given("R_pair", both, "N", "this pair, from the frame; load above the deck tilts with the case")
        w.given("R_one", larger, "N", "its harder pressed roller, from the frame")
        load = w.line("R", "max(R_one, 0.6 * R_pair)", "N", "0.6 of the pair at least: common practice")
        base = Finding(
            f"{build}/roller.{key}",
            f"roller.{key}",
            "frame",
            (pair.id,),
            f"{title}, load on one",
            "",
            "unknown",
            load,
            pair.rating,
            "N",
            case=item.case.name,
            position=study.setting.name,
            working=w.done(),
            basis="statics of the rigid body; roller rating as given",
        )
        where = f"{item.case.name.lower()}{study.where}"
        if pair.rating is None:
            yield _with(
                base,
                f"{say.force(load)} on one roller, {where}. Its rating is not known: read it from the roller's catalogue.",
                "unknown",
                None,
                ("roller rating",),
            )
        else:
            use, state = at_most(load, pair.rating)
            yield _with(base, f"{say.force(load)} of {say.force(pair.rating)} on one roller, {where}.", state, use)
        yield axle_bolt(study, slider, pair, (key, title), item, load)
        yield axle_plate(study, slider, pair, (key, title), item, load)


def _with(finding: Finding, sentence: str, state: State, use: float | None, missing: tuple[str, ...] = ()) -> Finding:
    return replace(finding, sentence=sentence, state=state, use=use, missing=missing)


def check_hold_down(study: Study, slider: Slider) -> Iterator[Finding]:
    """Where hold-down begins, and the overlap left."""
    if study.setting.named and study.travel(slider) < study.reach(slider):
        return
    say, build = study.context.say, study.assembly.id
    kg, at = study.moving(slider)
    w = Working()
    w.given("x_r", slider.carrying.x, "mm", "carrying axle")
    w.given("x_g", at[0] - study.travel(slider), "mm", f"centre of gravity of {kg:.1f} kg with the {slider.label} in")
    begins = w.line("e", "x_r - x_g", "mm", "the load stands over the carrying axle")
    reach = study.reach(slider)
    text = (
        f"From {say.length(begins)} out the front pair pulls on the upper rail."
        if begins < reach
        else "The front pair presses down all the way out."
    )
    yield Finding(
        f"{build}/hold-down.begins",
        "hold-down.begins",
        "frame",
        (slider.hold_down.id,),
        "Hold-down begins",
        text,
        "note",
        begins,
        None,
        "mm",
        position=study.setting.name,
        basis="statics of the rigid body",
        working=w.done(),
    )
    o = Working()
    o.given("x_r", slider.carrying.x, "mm", "carrying axle")
    o.given("x_f", slider.hold_down.x + study.travel(slider), "mm", f"hold-down axle{study.where}")
    have = o.line("o", "x_r - x_f", "mm")
    L = o.given("L", study.assembly.member(slider.rails[0]).length, "mm", f"{slider.label} length")
    need, want = o.line("need", "0.2 * L", "mm"), 0.25 * L
    use, state = at_least(have, need, want)
    yield Finding(
        f"{build}/overlap",
        "overlap",
        "frame",
        (slider.hold_down.id, slider.carrying.id),
        "Overlap left between rollers",
        f"{say.length(have)} left where {say.length(need)} is needed{study.where}.",
        state,
        have,
        need,
        "mm",
        use,
        True,
        want,
        position=study.setting.name,
        basis="a fifth of its length, a quarter wanted: common practice, no published source",
        working=o.done(),
    )


def check_keeper(study: Study, slider: Slider) -> Iterator[Finding]:
    """What keeps a closed body's rear end down."""
    if not study.setting.drivable or study.posed is None:
        return
    say, build = study.context.say, study.assembly.id
    part = f"{build}/base/keeper"
    if not slider.keeper:
        yield Finding(
            f"{build}/keeper",
            "keeper",
            "frame",
            (slider.carrying.id,),
            f"Nothing keeps the closed {slider.label} down",
            f"Every bump lifts the rear of the closed {slider.label} off its rollers. Fit a rear keeper.",
            "over",
            case="Rebound",
            position=study.setting.name,
            caution=f"A {slider.label} that lifts can jump its lock.",
        )
        return
    hardest = hardest_roller(study, "keeper")
    if hardest is None:
        return
    item, _ = hardest
    both, larger = _on(study, item, "keeper")
    w = Working()
    w.given("K_pair", both, "N", f"both hooks, {item.case.name}, from the frame")
    w.given("K_one", larger, "N", "the harder pulled one")
    load = w.line("K", "max(K_one, 0.6 * K_pair)", "N")
    finding = Finding(
        f"{build}/keeper",
        "keeper",
        "frame",
        (part,),
        "Rear keeper",
        "",
        "unknown",
        load,
        slider.keeper_rating,
        "N",
        case=item.case.name,
        position=study.setting.name,
        working=w.done(),
        basis="frame; keeper rating as given",
    )
    if slider.keeper_rating is None:
        yield _with(
            finding,
            f"{say.force(load)} up on one hook in {item.case.name.lower()}. Its rating is not known: give what it was tested or sold for.",
            "unknown",
            None,
            ("keeper rating",),
        )
    else:
        use, state = at_most(load, slider.keeper_rating)
        yield _with(
            finding, f"{say.force(load)} of {say.force(slider.keeper_rating)} up on one hook, {item.case.name.lower()}.", state, use
        )


def _unguided(study: Study, slider: Slider) -> Finding:
    build = study.assembly.id
    return Finding(
        f"{build}/guides",
        "guides",
        "frame",
        (slider.body,),
        f"Nothing guides the {slider.label} sideways",
        f"On a cross slope the {slider.label} runs off its rollers. Fit side guides or side rollers.",
        "over",
        case="Slope",
        position=study.setting.name,
        basis=SLOPE_BASIS,
    )


def _yaw(study: Study, slider: Slider, kg: float, w: Working) -> tuple[float, str] | None:
    """N on a guide, and the case, where one pin at a side holds what pushes along: the body yaws about it into its guides."""
    if not study.setting.named or sum(lock.count for lock in study.assembly.locks if lock.slider == slider.id) != 1:
        return None
    _, g, case = lock_force(study, slider)
    arm = abs(study.assembly.member(slider.rails[1]).a[1])
    w.given("F_x", kg * G * g, "N", f"{kg:.1f} kg x {g:.3g} g along, {case}, on one pin")
    w.given("y_p", arm, "mm", "from the middle to the pin, taken at the rail")
    return w.line("Y_y", "F_x * y_p / (x_r - x_f)", "N", "yaws about its pin"), case


def check_guides(study: Study, slider: Slider) -> Iterator[Finding]:
    """Side load on the guides: cornering where it may be driven, a 10 % cross slope anywhere."""
    say, build = study.context.say, study.assembly.id
    part = f"{build}/base/guides"
    if not slider.guides:
        yield _unguided(study, slider)
        return
    kg, at = study.moving(slider)
    xf, xr = slider.hold_down.x + study.travel(slider), slider.carrying.x
    if xr - xf < 1.0:
        return
    cases = [("Slope", math.sin(ROLL))]
    if study.setting.drivable:
        cases += [(item.case.name, abs(item.case.g[1])) for item in study.solved if item.case.name.startswith("Corner")]
    name, g = max(cases, key=lambda row: row[1])
    w = Working()
    w.given("F", kg * G * g, "N", f"{kg:.1f} kg x {g:.3g} g sideways, {name}")
    w.given("x_g", at[0], "mm", "centre of gravity")
    w.given("x_f", xf, "mm", "front guides, at the hold-down axle")
    w.given("x_r", xr, "mm", "rear guides, at the carrying axle")
    w.line("Y_r", "F * (x_g - x_f) / (x_r - x_f)", "N", "rear guide")
    w.line("Y_f", "F - Y_r", "N", "front guide; minus: the other side")
    load = w.line("Y_s", "max(abs(Y_r), abs(Y_f))", "N", "pushed across")
    yaw = _yaw(study, slider, kg, w)
    if yaw is not None and yaw[0] > load:
        load, name = yaw
    w.line("Y", "max(Y_s, Y_y)", "N", Y_y=yaw[0] if yaw is not None else 0.0)
    finding = Finding(
        f"{build}/guides",
        "guides",
        "frame",
        (part,),
        "Side guides",
        "",
        "unknown",
        load,
        slider.guide_rating,
        "N",
        case=name,
        position=study.setting.name,
        working=w.done(),
        basis=SLOPE_BASIS + "; guide rating as given",
    )
    where = f"{name.lower()}{study.where}"
    if slider.guide_rating is None:
        yield _with(
            finding,
            f"{say.force(load)} on one guide, {where}. Its rating is not known: read it from the guide's data.",
            "unknown",
            None,
            ("guide rating",),
        )
    else:
        use, state = at_most(load, slider.guide_rating)
        yield _with(finding, f"{say.force(load)} of {say.force(slider.guide_rating)} on one guide, {where}.", state, use)


CHECKS = (
    SliderCheck(check_rollers),
    SliderCheck(check_hold_down),
    SliderCheck(check_keeper),
    SliderCheck(check_guides),
)
