"""What stops a sliding body at its ends: the front stop under braking, the stop at full travel."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace

from ...cases import ROAD_BASIS, road_cases
from ...constants import G
from ...finding import COMMON_PRACTICE, Finding, Working, at_most, unknown
from ...structure.nouns.holds import Slider
from ..model.check import SliderCheck
from ..model.study import Study


def check_stops(study: Study, slider: Slider) -> Iterator[Finding]:
    """Where it may be driven the front stop takes what presses ahead; pulled right out, something must stop it."""
    if not study.setting.named:
        return
    if slider.front_stop and study.setting.drivable:
        yield from _front(study, slider)
    if not slider.out_stop and study.travel(slider) >= study.reach(slider) > 0:
        yield Finding(
            f"{study.assembly.id}/stop.out",
            "stop.out",
            "frame",
            (slider.body,),
            f"Nothing stops the {slider.label} at full pull-out",
            f"Pulled with a swing the {slider.label} runs off its rollers. Fit a stop at full pull-out.",
            "over",
            position=study.setting.name,
            basis=COMMON_PRACTICE,
            caution=f"A {slider.label} that comes off its rollers falls on feet.",
        )


def _front(study: Study, slider: Slider) -> Iterator[Finding]:
    ahead = [(-case.g[0], case.name) for case in road_cases(study.context.design.loads) if case.g[0] < 0]
    if not ahead:
        return
    g, name = max(ahead)
    say, build = study.context.say, study.assembly.id
    kg, _ = study.moving(slider)
    w = Working()
    w.given("m", kg, "kg", f"{slider.label} and load")
    w.given("a", g, "g", f"ahead, {name}")
    force = w.line("F", "m * g * a", "N", "into the front stop", g=G)
    found = Finding(
        f"{build}/stop.front",
        "stop.front",
        "prove",
        (f"{build}/base/stops",),
        "Front stop",
        f"{say.force(force)} into it, {name.lower()}. What it takes is not known: give its rating.",
        "unknown",
        force,
        slider.stop_rating,
        "N",
        case=name,
        position=study.setting.name,
        basis=f"mass times acceleration; {ROAD_BASIS}; rating as given",
        working=w.done(),
    )
    if slider.stop_rating is None:
        yield unknown(found, "front stop rating")
        return
    w.line("use", "F / R", "", R=slider.stop_rating)
    use, state = at_most(force, slider.stop_rating)
    text = f"{say.force(force)} of {say.force(slider.stop_rating)} into it, {name.lower()}."
    yield replace(found, sentence=text, state=state, use=use, working=w.done())


CHECKS = (SliderCheck(check_stops),)
