"""Drop legs under the pulled-out tail: pushed along, free at the foot."""

from __future__ import annotations

from collections.abc import Iterator

import numpy as np

from ...finding import Finding, State, Working, at_most
from ...mechanics.joints.hardware import HINGE_FY
from ...mechanics.strength import Span, allowable
from ...structure.nouns.holds import Prop, Slider
from ..model.check import SliderCheck
from ..model.study import Study

CAUTION = "Set the legs on firm ground before anybody steps on the tail; swing them up before driving."


def _hinge(study: Study, prop: Prop, load: float, case: str) -> Finding:
    """The pin a leg folds on: shear over its planes, bending between the knuckles."""
    say = study.context.say
    w = Working()
    w.given("P", load, "N", f"on one leg, {case}")
    w.given("d", prop.pin, "mm", "hinge pin")
    w.given("p", prop.knuckles - 1, "", f"shear planes of {prop.knuckles} knuckles")
    w.given("g", prop.hinge_gap, "mm", "gap between knuckles")
    w.line("tau", "P / p / (pi * d**2 / 4)", "MPa")
    w.line("sigma", "(P / p) * g / 2 / (pi * d**3 / 32)", "MPa", "both sides held")
    found = w.line("use", "max(tau / (0.4 * F_y), sigma / (0.75 * F_y))", "", "mild pin unless known", F_y=HINGE_FY)
    use, state = at_most(found, 1.0)
    return Finding(
        f"{study.assembly.id}/leg.hinge",
        "leg.hinge",
        "prove",
        (prop.id,),
        "Hinge of the leg",
        f"{say.force(load)} through a {say.length(prop.pin)} pin, {case.lower()}.",
        state,
        found,
        1.0,
        "of the limit",
        use,
        case=case,
        position=study.setting.name,
        basis="shear 0.4 Fy over the pin's planes, bending 0.75 Fy between knuckles, Fy 250 MPa: common practice, no published source",
        working=w.done(),
    )


def check_leg(study: Study, slider: Slider) -> Iterator[Finding]:
    """One leg in compression, K = 1: pivot at the rail, foot held by friction."""
    prop = slider.prop
    if prop is None or study.posed is None or abs(study.travel(slider) - prop.travel) > 0.01:
        return
    if not study.solved:
        return
    forces = study.rest_forces[:, study.posed.bearing(("leg",))].max(axis=1, initial=0.0)
    item, load = study.solved[int(np.argmax(forces))], float(np.max(forces))
    say, build = study.context.say, study.assembly.id
    w = Working()
    w.given("P", load, "N", f"on one leg, {item.words}; it bears after {prop.gap:.1f} mm")
    use: float | None = None
    limit: float | None = None
    state: State = "unknown"
    missing: tuple[str, ...] = ("leg length",)
    text = f"{say.force(load)} on one leg; its length from the rail to the ground is not known: measure it."
    if prop.length is not None:
        w.given("L", prop.length, "mm", "leg, rail to ground")
        KL = w.line(
            "KL", "L / 2" if prop.braced else "1 * L", "mm", "brace at its middle" if prop.braced else "K = 1: pivot above, foot below"
        )
        allow = allowable(prop.section.properties, prop.section.material, Span(KLy=KL, KLz=KL))
        w.extend(allow.lines["Nc"])
        use, limit, missing = w.line("use", "P / P_c", "", P_c=allow.Nc), allow.Nc, ()
        _, state = at_most(use, 1.0)
        text = f"{say.force(load)} of {say.force(limit)} on one {prop.section.label}, {say.length(prop.length)} long, {item.case.name.lower()}."
    yield _hinge(study, prop, load, item.case.name)
    yield Finding(
        f"{build}/leg",
        "leg",
        "prove",
        (prop.id,),
        "Leg under the tail",
        text,
        state,
        load,
        limit,
        "N",
        use,
        case=item.case.name,
        position=study.setting.name,
        basis="compression by the member's standard, K = 1 between pivot, brace and ground",
        caution=CAUTION,
        missing=missing,
        working=w.done(),
    )


CHECKS = (SliderCheck(check_leg),)
