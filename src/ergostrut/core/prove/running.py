"""How a slide runs and is held: rollers, axles, hold-down, keeper, guides, effort, runaway."""

from __future__ import annotations

import math
from collections.abc import Callable, Iterator
from dataclasses import replace

from ..cases import PITCH, ROLL, SLOPE_BASIS
from ..constants import G
from ..finding import Finding, State, Working, at_least, at_most
from ..frame.families.bed_slide.geometry import GEAR_CLEARANCE
from .study import Study
from .tray import Solved

SHARE = 0.6
"""One roller of a pair takes at least this part of it."""
AXLE_FY = 250.0


def _one_roller(pair: float, larger: float) -> float:
    return max(larger, SHARE * pair)


def _worst(study: Study, value: Callable[[Solved], float]) -> tuple[Solved, float] | None:
    rows = [(item, value(item)) for item in study.solved]
    return max(rows, key=lambda row: row[1], default=None)


def _front(study: Study, item: Solved) -> tuple[float, float]:
    assert study.tray is not None
    down, up = item.rest(study.tray.model, "on the lower rail"), item.rest(study.tray.model, "under the upper rail")
    return max(down, up)


def check_rollers(study: Study) -> Iterator[Finding]:
    """Load of one carrying and one hold-down roller against its rating, and the bending of its axle bolt."""
    if study.tray is None:
        return
    say, build, foot = study.context.say, study.assembly.id, study.context.design.loads.foot
    for key, title, pair, value in (
        ("carrying", "Carrying rollers", study.slide.carrying, lambda item: item.rest(study.tray.model, "rear roller")),
        ("hold-down", "Hold-down rollers", study.slide.hold_down, lambda item: _front(study, item)),
    ):
        worst = _worst(study, lambda item, value=value: _one_roller(*value(item)))  # type: ignore[misc]
        if worst is None:
            continue
        item, load = worst
        both, larger = value(item)
        w = Working()
        kg, at = study.moving_mass()
        w.say(f"{item.case.name}, tray {study.position.name}. First the rigid tray by statics, then the frame.")
        w.given("W", -kg * G * item.case.g[2], "N", f"{kg:.1f} kg times {-item.case.g[2]:.3g} g, down")
        w.given("x_g", at[0], "mm", "centre of gravity")
        w.given("x_f", study.slide.hold_down.x + study.travel, "mm", "hold-down axle")
        w.given("x_r", study.slide.carrying.x, "mm", "carrying axle")
        if item.case.foot:
            w.given("P", foot, "N", "one foot at the end")
            w.given("x_t", study.tip_x, "mm", "tray's end")
            w.line("R_r", "(W * (x_g - x_f) + P * (x_t - x_f)) / (x_r - x_f)", "N", "carrying pair")
            w.line("R_f", "W + P - R_r", "N", "hold-down pair; minus: the upper rail holds it down")
        else:
            w.line("R_r", "W * (x_g - x_f) / (x_r - x_f)", "N", "carrying pair")
            w.line("R_f", "W - R_r", "N", "hold-down pair; minus: the upper rail holds it down")
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
            position=study.position.name,
            working=w.done(),
            basis="statics of the tray; roller rating as given",
        )
        where = f"{item.case.name.lower()}, tray {study.position.name}"
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
        a = Working()
        a.given("R", load, "N", f"on one roller, {item.case.name}")
        a.given("b", pair.width, "mm", "roller width")
        a.given("c", GEAR_CLEARANCE, "mm", "gap beside it")
        a.given("d", pair.axle, "mm", "axle bolt, shank")
        a.line("M", "R * (b / 2 + c)", "N mm", "axle held at one end")
        stress = a.line("sigma", "M / (pi * d**3 / 32)", "MPa")
        limit = a.line("sigma_allow", "0.75 * F_y", "MPa", "mild bolt unless known", F_y=AXLE_FY)
        use, state = at_most(stress, limit)
        yield Finding(
            f"{build}/axle.{key}",
            f"axle.{key}",
            "prove",
            (pair.id,),
            f"{title}, axle bolt bends",
            f"{say.stress(stress)} of {say.stress(limit)} in the {say.length(pair.axle)} axle, {where}.",
            state,
            stress,
            limit,
            "MPa",
            use,
            case=item.case.name,
            position=study.position.name,
            basis="cantilever pin, 0.75 Fy with Fy 250 MPa: common practice, no published source",
            working=a.done(),
        )


def _with(finding: Finding, sentence: str, state: State, use: float | None, missing: tuple[str, ...] = ()) -> Finding:
    return replace(finding, sentence=sentence, state=state, use=use, missing=missing)


def check_hold_down(study: Study) -> Iterator[Finding]:
    """Where hold-down begins, and the overlap left."""
    if study.position.name != "out" and study.position.name != "here":
        return
    say, build, slide = study.context.say, study.assembly.id, study.slide
    kg, at = study.moving_mass()
    w = Working()
    w.given("x_r", slide.carrying.x, "mm", "carrying axle")
    w.given("x_g", at[0] - study.travel, "mm", f"centre of gravity of {kg:.1f} kg with the tray in")
    begins = w.line("e", "x_r - x_g", "mm", "the load stands over the carrying axle")
    reach = study.assembly.motions[0].reach
    text = (
        f"From {say.length(begins)} out the front pair pulls on the upper rail."
        if begins < reach
        else "The front pair presses down all the way out."
    )
    yield Finding(
        f"{build}/hold-down.begins",
        "hold-down.begins",
        "frame",
        (slide.hold_down.id,),
        "Hold-down begins",
        text,
        "note",
        begins,
        None,
        "mm",
        position=study.position.name,
        basis="statics of the rigid tray",
        working=w.done(),
    )
    o = Working()
    o.given("x_r", slide.carrying.x, "mm", "carrying axle")
    o.given("x_f", slide.hold_down.x + study.travel, "mm", "hold-down axle, tray out")
    have = o.line("o", "x_r - x_f", "mm")
    rails = [m for m in study.assembly.of_body(slide.body) if m.role == "side rail"]
    L = o.given("L", rails[0].length, "mm", "tray length")
    need, want = o.line("need", "0.2 * L", "mm"), 0.25 * L
    use, state = at_least(have, need, want)
    yield Finding(
        f"{build}/overlap",
        "overlap",
        "frame",
        (slide.hold_down.id, slide.carrying.id),
        "Overlap left between rollers",
        f"{say.length(have)} left where {say.length(need)} is needed, tray out.",
        state,
        have,
        need,
        "mm",
        use,
        True,
        want,
        position=study.position.name,
        basis="a fifth of the tray, a quarter wanted: common practice, no published source",
        working=o.done(),
    )


def check_keeper(study: Study) -> Iterator[Finding]:
    """What keeps the closed tray's rear end down."""
    if not study.position.drivable or study.tray is None:
        return
    say, build, slide = study.context.say, study.assembly.id, study.slide
    part = f"{build}/base/keeper"
    if not slide.keeper:
        yield Finding(
            f"{build}/keeper",
            "keeper",
            "frame",
            (slide.carrying.id,),
            "Nothing keeps the closed tray down",
            "Every bump lifts the rear of the closed tray off its rollers. Fit a rear keeper.",
            "over",
            case="Rebound",
            position=study.position.name,
            caution="A tray that lifts can jump its lock.",
        )
        return
    worst = _worst(study, lambda item: _one_roller(*item.rest(study.tray.model, "keeper")))  # type: ignore[union-attr]
    if worst is None:
        return
    item, _ = worst
    both, larger = item.rest(study.tray.model, "keeper")
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
        slide.keeper_rating,
        "N",
        case=item.case.name,
        position=study.position.name,
        working=w.done(),
        basis="frame; keeper rating as given",
    )
    if slide.keeper_rating is None:
        yield _with(
            finding,
            f"{say.force(load)} up on one hook in {item.case.name.lower()}. Its rating is not known: give what it was tested or sold for.",
            "unknown",
            None,
            ("keeper rating",),
        )
    else:
        use, state = at_most(load, slide.keeper_rating)
        yield _with(finding, f"{say.force(load)} of {say.force(slide.keeper_rating)} up on one hook, {item.case.name.lower()}.", state, use)


def check_guides(study: Study) -> Iterator[Finding]:
    """Side load on the guides: cornering with the tray in, a 10 % cross slope anywhere."""
    say, build, slide = study.context.say, study.assembly.id, study.slide
    part = f"{build}/base/guides"
    if not slide.guides:
        yield Finding(
            f"{build}/guides",
            "guides",
            "frame",
            (slide.body,),
            "Nothing guides the tray sideways",
            "On a cross slope the tray runs off its rollers. Fit side guides or side rollers.",
            "over",
            case="Slope",
            position=study.position.name,
            basis=SLOPE_BASIS,
        )
        return
    kg, at = study.moving_mass()
    xf, xr = slide.hold_down.x + study.travel, slide.carrying.x
    if xr - xf < 1.0:
        return
    cases = [("Slope", math.sin(ROLL))]
    if study.position.drivable:
        cases += [(item.case.name, abs(item.case.g[1])) for item in study.solved if item.case.name.startswith("Corner")]
    name, g = max(cases, key=lambda row: row[1])
    w = Working()
    w.given("F", kg * G * g, "N", f"{kg:.1f} kg x {g:.3g} g sideways, {name}")
    w.given("x_g", at[0], "mm", "centre of gravity")
    w.given("x_f", xf, "mm", "front guides, at the hold-down axle")
    w.given("x_r", xr, "mm", "rear guides, at the carrying axle")
    w.line("Y_r", "F * (x_g - x_f) / (x_r - x_f)", "N", "rear guide")
    w.line("Y_f", "F - Y_r", "N", "front guide; minus: the other side")
    load = w.line("Y", "max(abs(Y_r), abs(Y_f))", "N")
    finding = Finding(
        f"{build}/guides",
        "guides",
        "frame",
        (part,),
        "Side guides",
        "",
        "unknown",
        load,
        slide.guide_rating,
        "N",
        case=name,
        position=study.position.name,
        working=w.done(),
        basis=SLOPE_BASIS + "; guide rating as given",
    )
    where = f"{name.lower()}, tray {study.position.name}"
    if slide.guide_rating is None:
        yield _with(
            finding,
            f"{say.force(load)} on one guide, {where}. Its rating is not known: read it from the guide's data.",
            "unknown",
            None,
            ("guide rating",),
        )
    else:
        use, state = at_most(load, slide.guide_rating)
        yield _with(finding, f"{say.force(load)} of {say.force(slide.guide_rating)} on one guide, {where}.", state, use)


def check_effort(study: Study) -> Iterator[Finding]:
    """Pull on the level, and what an unlocked tray does on a slope."""
    if study.tray is None:
        return
    say, build, slide, loads = study.context.say, study.assembly.id, study.slide, study.context.design.loads
    kg, _ = study.moving_mass()
    parked = next((item for item in study.solved if item.case.name == "Parked"), None)
    if parked is None or parked.result is None:
        return
    total = float(parked.result.rest_force.sum())
    w = Working()
    w.given("c", loads.rolling, "", "rolling resistance, from memory")
    w.given("R", total, "N", "sum of all roller forces, parked, from the frame")
    pull = w.line("F", "c * R", "N", "on level ground")
    w.given("m", kg, "kg", "tray and load")
    w.given("theta", PITCH, "rad", "15 % slope")
    uphill = w.line("F_up", "F + m * 9.80665 * sin(theta)", "N", "up a 15 % slope")
    use, state = at_most(pull, loads.effort_limit)
    yield Finding(
        f"{build}/effort",
        "effort",
        "frame",
        (slide.body,),
        "Effort to pull the tray",
        f"{say.force(pull)} of {say.force(loads.effort_limit)} on level ground; {say.force(uphill)} up a 15 % slope.",
        state,
        pull,
        loads.effort_limit,
        "N",
        use,
        position=study.position.name,
        basis="c sum R + m g sin(theta); c and the limit from memory, editable",
        working=w.done(),
    )
    v = Working()
    v.given("m", kg, "kg", "tray and load")
    v.given("theta", PITCH, "rad", "15 % slope, vehicle nose up")
    v.given("c", loads.rolling, "", "rolling resistance, from memory")
    v.given("R", total, "N", "sum of all roller forces, parked")
    run = v.line("F", "m * 9.80665 * sin(theta) - c * R * cos(theta)", "N", "left to run the tray down the slope")
    use, state = at_most(max(run, 0.0), loads.effort_limit)
    text = (
        f"Unlocked on a 15 % slope the tray runs with {say.force(run)}; one hand holds {say.force(loads.effort_limit)}."
        if run > 0
        else "Unlocked on a 15 % slope the tray stays."
    )
    yield Finding(
        f"{build}/runaway",
        "runaway",
        "frame",
        (slide.body,),
        "Unlocked tray on a slope",
        text,
        state,
        max(run, 0.0),
        loads.effort_limit,
        "N",
        use,
        case="Slope",
        position=study.position.name,
        basis=SLOPE_BASIS,
        working=v.done(),
        caution="Stand beside the tray, not behind it, when you draw the pin." if run > 0 else "",
    )
