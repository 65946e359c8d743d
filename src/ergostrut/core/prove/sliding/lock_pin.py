"""The lock pin across its gap: bending and shear."""

from __future__ import annotations

import math
from collections.abc import Iterator

from ...cases import PITCH, ROAD_BASIS, road_cases
from ...finding import Finding, Working
from ...structure.nouns.holds import Lock, Slider
from ..model.check import SliderCheck
from ..model.study import Study

PLATE_FY = 221.0
"""MPa of a plate of unknown steel (ASTM A513 low carbon, from memory)."""


def lock_force(study: Study, slider: Slider) -> tuple[float, float, str]:
    """(kg, g along the travel, case) that the lock must hold here; a stop takes its own direction."""
    kg, _ = study.moving(slider)
    rows: list[tuple[float, str]] = []
    if study.setting.drivable:
        for case in road_cases(study.context.design.loads):
            if case.g[0] < 0 and not slider.front_stop:
                rows.append((-case.g[0], case.name))
            if case.g[0] > 0:
                rows.append((case.g[0], case.name))
    rows.append((math.sin(PITCH), "Slope"))
    g, name = max(rows)
    return kg, g, name


def check_pin(study: Study, slider: Slider) -> Iterator[Finding]:
    """Bending 0.75 Fy and shear 0.4 Fy over the gap; half the moment only between thick, close plates. Between its positions nothing is locked."""
    if not study.setting.named:
        return
    kg, g, name = lock_force(study, slider)
    for pin in (lock for lock in study.assembly.locks if lock.slider == slider.id):
        bent, force, moment = _bending(study, slider, pin, kg, g, name)
        sheared = _shear(study, pin, force, name)
        yield bent
        yield sheared
        if max(bent.use or 0.0, sheared.use or 0.0) <= 1.0:
            # one that is over alone says it already
            yield _together(study, pin, force, moment, name)
        yield _plate(study, pin, force, name)


def _bending(study: Study, slider: Slider, pin: Lock, kg: float, g: float, name: str) -> tuple[Finding, float, float]:
    """The pin as a beam over its gap; N on one pin and N mm in it besides."""
    say, w = study.context.say, Working()
    w.given("m", kg, "kg", f"{slider.label} and load")
    w.given(
        "a",
        g,
        "g",
        f"{name}; {'the front stop takes braking' if slider.front_stop else 'no front stop: the pin takes both directions'}",
    )
    w.given("n", pin.count, "", "pins sharing")
    force = w.line("F", "m * 9.80665 * a / n", "N", "on one pin")
    w.given("g", pin.gap, "mm", "clear gap")
    w.given("t_1", pin.t1, "mm", f"plate on the {slider.label}")
    w.given("t_2", pin.t2, "mm", "plate on the base")
    w.line("e", "g + (t_1 + t_2) / 2", "mm", "middle of plate to middle of plate")
    half = pin.close_fit and min(pin.t1, pin.t2) >= pin.d
    moment = w.line("M", "F * e / 2" if half else "F * e", "N mm", "both plates at least a diameter thick and close: half" if half else "")
    w.given("d", pin.d, "mm", "pin")
    stress = w.line("sigma", "M / (pi * d**3 / 32)", "MPa")
    w.given("F_y", pin.Fy, "MPa", "as given" if pin.Fy_given else "unless known")
    limit = w.line("sigma_allow", "0.75 * F_y", "MPa")
    closed = w.line("sigma_0", "F * ((t_1 + t_2) / 2) / (pi * d**3 / 32)", "MPa", "the same with the gap closed to nothing")
    text = f"{say.stress(stress)} of {say.stress(limit)}, {g:.2g} g on {say.mass(kg)} across a {say.length(pin.gap)} gap; {say.stress(closed)} were the gap closed."
    found = study.held_to(
        "pin.bending",
        f"Lock pin bends in {name.lower()}",
        text,
        parts=(pin.id,),
        demand=stress,
        limit=limit,
        unit="MPa",
        case=name,
        basis=f"pin as a beam over its gap, 0.75 Fy; {ROAD_BASIS}",
        working=w,
        caution=f"A {slider.label} that slips its lock on the road comes through the tailgate.",
    )
    return found, force, moment


def _shear(study: Study, pin: Lock, force: float, name: str) -> Finding:
    """A pin in single shear under ``force`` N."""
    say, w = study.context.say, Working()
    w.given("F", force, "N", "on one pin")
    w.given("d", pin.d, "mm", "pin")
    shear = w.line("tau", "F / (pi * d**2 / 4)", "MPa")
    w.given("F_y", pin.Fy, "MPa")
    limit = w.line("tau_allow", "0.4 * F_y", "MPa")
    return study.held_to(
        "pin.shear",
        "Lock pin in shear",
        f"{say.stress(shear)} of {say.stress(limit)}, {name.lower()}.",
        parts=(pin.id,),
        demand=shear,
        limit=limit,
        unit="MPa",
        case=name,
        basis="0.4 Fy, single shear",
        working=w,
    )


def _together(study: Study, pin: Lock, force: float, moment: float, name: str) -> Finding:
    """The same pin bent and sheared at once: the squares of both uses add to 1 at most."""
    w = Working()
    w.given("F", force, "N", "on one pin")
    w.given("M", moment, "N mm", "over its gap")
    w.given("d", pin.d, "mm", "pin")
    w.line("u_M", "M / (pi * d**3 / 32) / (0.75 * F_y)", "", "bending", F_y=pin.Fy)
    w.line("u_V", "F / (pi * d**2 / 4) / (0.4 * F_y)", "", "shear", F_y=pin.Fy)
    use = w.line("use", "sqrt(u_M**2 + u_V**2)", "")
    return study.held_to(
        "pin.together",
        "Lock pin, bent and sheared together",
        f"{use:.2f} of what the pin takes of both, {name.lower()}.",
        parts=(pin.id,),
        demand=use,
        limit=1.0,
        unit="of the limit",
        case=name,
        basis="EN 1993-1-8 table 3.10: (M/M_R)2 + (F/F_R)2 <= 1, on allowable values",
        working=w,
    )


def _plate(study: Study, pin: Lock, force: float, name: str) -> Finding:
    """The thinner of both plates where the pin bears on it."""
    say, w, t = study.context.say, Working(), min(pin.t1, pin.t2)
    w.given("F", force, "N", "on one pin")
    w.given("d", pin.d, "mm", "pin")
    w.given("t", t, "mm", "thinner plate")
    limit = w.line("R", "1.8 * F_p * d * t / 2", "N", "bearing, AISC 360-16 J7; mild plate at the lowest of its family", F_p=PLATE_FY)
    w.line("use", "F / R", "")
    return study.held_to(
        "pin.plate",
        "Plates of the lock",
        f"{say.force(force)} of {say.force(limit)} that the {say.length(t)} plate bears, {name.lower()}.",
        parts=(pin.id,),
        demand=force,
        limit=limit,
        unit="N",
        case=name,
        basis="AISC 360-16 J7",
        working=w,
    )


CHECKS = (SliderCheck(check_pin),)
