"""What it takes to pull what slides, and what it does unlocked on a slope."""

from __future__ import annotations

from collections.abc import Iterator

from ...cases import PITCH, SLOPE_BASIS
from ...finding import Finding, Working, at_most
from ...structure.nouns.holds import Slider
from ..model.check import SliderCheck
from ..model.study import Study


def check_effort(study: Study, slider: Slider) -> Iterator[Finding]:
    """Pull on the level, and what an unlocked body does on a slope."""
    if study.posed is None:
        return
    say, build, loads = study.context.say, study.assembly.id, study.context.design.loads
    kg, _ = study.moving(slider)
    parked = next((item for item in study.solved if item.case.name == "Parked"), None)
    if parked is None or parked.result is None:
        return
    total = float(parked.result.rest_force.sum())
    w = Working()
    w.given("c", loads.rolling, "", "rolling resistance, from memory")
    w.given("R", total, "N", "sum of all roller forces, parked, from the frame")
    pull = w.line("F", "c * R", "N", "on level ground")
    w.given("m", kg, "kg", f"{slider.label} and load")
    w.given("theta", PITCH, "rad", "15 % slope")
    uphill = w.line("F_up", "F + m * 9.80665 * sin(theta)", "N", "up a 15 % slope")
    use, state = at_most(pull, loads.effort_limit)
    yield Finding(
        f"{build}/effort",
        "effort",
        "frame",
        (slider.body,),
        f"Effort to pull the {slider.label}",
        f"{say.force(pull)} of {say.force(loads.effort_limit)} on level ground; {say.force(uphill)} up a 15 % slope.",
        state,
        pull,
        loads.effort_limit,
        "N",
        use,
        position=study.setting.name,
        basis="c sum R + m g sin(theta); c and the limit from memory, editable",
        working=w.done(),
    )
    yield _runaway(study, slider, kg, total)


def _runaway(study: Study, slider: Slider, kg: float, total: float) -> Finding:
    """What an unlocked body does on a slope; ``total`` N: all roller forces, parked."""
    say, build, loads = study.context.say, study.assembly.id, study.context.design.loads
    v = Working()
    v.given("m", kg, "kg", f"{slider.label} and load")
    v.given("theta", PITCH, "rad", "15 % slope, vehicle nose up")
    v.given("c", loads.rolling, "", "rolling resistance, from memory")
    v.given("R", total, "N", "sum of all roller forces, parked")
    run = v.line("F", "m * 9.80665 * sin(theta) - c * R * cos(theta)", "N", "left to run it down the slope")
    use, state = at_most(max(run, 0.0), loads.effort_limit)
    text = (
        f"Unlocked on a 15 % slope the {slider.label} runs with {say.force(run)}; one hand holds {say.force(loads.effort_limit)}."
        if run > 0
        else f"Unlocked on a 15 % slope the {slider.label} stays."
    )
    return Finding(
        f"{build}/runaway",
        "runaway",
        "frame",
        (slider.body,),
        f"Unlocked {slider.label} on a slope",
        text,
        state,
        max(run, 0.0),
        loads.effort_limit,
        "N",
        use,
        case="Slope",
        position=study.setting.name,
        basis=SLOPE_BASIS,
        working=v.done(),
        caution=f"Stand beside the {slider.label}, not behind it, when you draw the pin." if run > 0 else "",
    )


CHECKS = (SliderCheck(check_effort),)
