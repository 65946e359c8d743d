"""The lock pin across its gap: bending and shear."""

from __future__ import annotations

import math
from collections.abc import Iterator

from ..cases import PITCH, ROAD_BASIS, road_cases
from ..finding import Finding, Working, at_most
from ..structure.holds import Lock, Slider
from .study import Study

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
    say, build = study.context.say, study.assembly.id
    kg, g, name = lock_force(study, slider)
    for pin in (lock for lock in study.assembly.locks if lock.slider == slider.id):
        w = Working()
        w.given("m", kg, "kg", f"{slider.label} and load")
        w.given(
            "a",
            g,
            "g",
            f"{name}; {'the front stop takes braking' if slider.front_stop else 'no front stop: the pin takes both directions'}",
        )
        w.given("n", pin.count, "", "pins sharing")
        w.line("F", "m * 9.80665 * a / n", "N", "on one pin")
        w.given("g", pin.gap, "mm", "clear gap")
        w.given("t_1", pin.t1, "mm", f"plate on the {slider.label}")
        w.given("t_2", pin.t2, "mm", "plate on the base")
        w.line("e", "g + (t_1 + t_2) / 2", "mm", "middle of plate to middle of plate")
        half = pin.close_fit and min(pin.t1, pin.t2) >= pin.d
        w.line("M", "F * e / 2" if half else "F * e", "N mm", "both plates at least a diameter thick and close: half" if half else "")
        w.given("d", pin.d, "mm", "pin")
        stress = w.line("sigma", "M / (pi * d**3 / 32)", "MPa")
        w.given("F_y", pin.Fy, "MPa", "as given" if pin.Fy_given else "unless known")
        limit = w.line("sigma_allow", "0.75 * F_y", "MPa")
        closed = w.line("sigma_0", "F * ((t_1 + t_2) / 2) / (pi * d**3 / 32)", "MPa", "the same with the gap closed to nothing")
        use, state = at_most(stress, limit)
        yield Finding(
            f"{build}/pin.bending",
            "pin.bending",
            "prove",
            (pin.id,),
            f"Lock pin bends in {name.lower()}",
            f"{say.stress(stress)} of {say.stress(limit)}, {g:.2g} g on {say.mass(kg)} across a {say.length(pin.gap)} gap; {say.stress(closed)} were the gap closed.",
            state,
            stress,
            limit,
            "MPa",
            use,
            case=name,
            position=study.setting.name,
            basis=f"pin as a beam over its gap, 0.75 Fy; {ROAD_BASIS}",
            working=w.done(),
            caution=f"A {slider.label} that slips its lock on the road comes through the tailgate." if state == "over" else "",
        )
        sheared = _shear(study, pin, w.values["F"], name)
        yield sheared
        if use <= 1.0 and (sheared.use or 0.0) <= 1.0:
            # one that is over alone says it already
            yield _together(study, pin, w.values["F"], w.values["M"], name)
        yield _plate(study, pin, w.values["F"], name)


def _shear(study: Study, pin: Lock, force: float, name: str) -> Finding:
    """A pin in single shear under ``force`` N."""
    say, build = study.context.say, study.assembly.id
    v = Working()
    v.given("F", force, "N", "on one pin")
    v.given("d", pin.d, "mm", "pin")
    shear = v.line("tau", "F / (pi * d**2 / 4)", "MPa")
    v.given("F_y", pin.Fy, "MPa")
    slim = v.line("tau_allow", "0.4 * F_y", "MPa")
    use, state = at_most(shear, slim)
    return Finding(
        f"{build}/pin.shear",
        "pin.shear",
        "prove",
        (pin.id,),
        "Lock pin in shear",
        f"{say.stress(shear)} of {say.stress(slim)}, {name.lower()}.",
        state,
        shear,
        slim,
        "MPa",
        use,
        case=name,
        position=study.setting.name,
        basis="0.4 Fy, single shear",
        working=v.done(),
    )


def _together(study: Study, pin: Lock, force: float, moment: float, name: str) -> Finding:
    """The same pin bent and sheared at once: the squares of both uses add to 1 at most."""
    w = Working()
    w.given("F", force, "N", "on one pin")
    w.given("M", moment, "N mm", "over its gap")
    w.given("d", pin.d, "mm", "pin")
    w.line("u_M", "M / (pi * d**3 / 32) / (0.75 * F_y)", "", "bending", F_y=pin.Fy)
    w.line("u_V", "F / (pi * d**2 / 4) / (0.4 * F_y)", "", "shear", F_y=pin.Fy)
    use, state = at_most(w.line("use", "sqrt(u_M**2 + u_V**2)", ""), 1.0)
    return Finding(
        f"{study.assembly.id}/pin.together",
        "pin.together",
        "prove",
        (pin.id,),
        "Lock pin, bent and sheared together",
        f"{use:.2f} of what the pin takes of both, {name.lower()}.",
        state,
        use,
        1.0,
        "of the limit",
        use,
        case=name,
        position=study.setting.name,
        basis="EN 1993-1-8 table 3.10: (M/M_R)2 + (F/F_R)2 <= 1, on allowable values",
        working=w.done(),
    )


def _plate(study: Study, pin: Lock, force: float, name: str) -> Finding:
    """The thinner of both plates where the pin bears on it."""
    say = study.context.say
    w = Working()
    w.given("F", force, "N", "on one pin")
    w.given("d", pin.d, "mm", "pin")
    w.given("t", min(pin.t1, pin.t2), "mm", "thinner plate")
    limit = w.line("R", "1.8 * F_p * d * t / 2", "N", "bearing, AISC 360-16 J7; mild plate at the lowest of its family", F_p=PLATE_FY)
    use, state = at_most(force, limit)
    w.line("use", "F / R", "")
    return Finding(
        f"{study.assembly.id}/pin.plate",
        "pin.plate",
        "prove",
        (pin.id,),
        "Plates of the lock",
        f"{say.force(force)} of {say.force(limit)} that the {say.length(min(pin.t1, pin.t2))} plate bears, {name.lower()}.",
        state,
        force,
        limit,
        "N",
        use,
        case=name,
        position=study.setting.name,
        basis="AISC 360-16 J7",
        working=w.done(),
    )
