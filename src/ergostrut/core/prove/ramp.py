"""A door that comes down as a ramp: how steep it lies, what rolls up it, who lifts it, and whether its leaf carries a wheel."""

from __future__ import annotations

import math
from collections.abc import Iterator
from dataclasses import replace

from ..catalog.model import Sandwich
from ..finding import COMMON_PRACTICE, Finding, State, Working, at_most, unknown
from ..mechanics.lifting import recommended
from ..mechanics.panels import sandwich
from ..structure.assembly import Assembly
from ..structure.check import BuildCheck
from ..structure.context import Context
from ..structure.nouns.hung import Ramp

RISE = 1 / 3
"""Steeper than 1 in 3 it is hard work with a motorcycle (common practice, no published source)."""
STEEPEST = math.radians(45)
WHEEL, DYNAMIC = 150.0, 1.5
"""mm of the leaf across that carry one wheel beside its own width, and times its load as it rolls on (common practice, no published source)."""
CABLE = 45.0
"""Degrees of a usual cable to the leaf as it is lifted from flat."""
GRIP = (400.0, 150.0, 900.0)
"""mm ahead of the ankles, over the ground and upwards of hands that lift a leaf by its edge (common practice, no published source)."""
AWAY = "Nobody stands behind what is drawn or rolled up, nor under the leaf as it comes down."


def check_ramps(context: Context, build: Assembly) -> Iterator[Finding]:
    """Every ramp: its slope first, from which the rest follows."""
    for ramp in build.ramps:
        yield from _slope(context, build, ramp)
        yield _lifted(context, build, ramp)
        yield _wheel(context, build, ramp)


def _found(build: Assembly, ramp: Ramp, what: str, title: str, text: str, state: State, w: Working, basis: str) -> Finding:
    return Finding(
        f"{build.id}/ramp.{what}", f"ramp.{what}", "prove", (ramp.panel,), title, text, state, basis=basis, working=w.done(), caution=AWAY
    )


def _heaviest(context: Context, build: Assembly) -> tuple[float, str]:
    """The heaviest of what stands in or on a build, or on what stands in it."""
    inside = {build.id, *(other.id for other in context.builds if other.on == build.id)}
    rows = [(item.mass, item.thing.name) for item in context.plan.placed if item.surface.id.split("/", 1)[0] in inside]
    return max(rows, default=(0.0, ""))


def _slope(context: Context, build: Assembly, ramp: Ramp) -> Iterator[Finding]:
    say, w = context.say, Working()
    if ramp.high is None:
        w.given("L", ramp.long, "mm", "both leaves" if ramp.second else "its leaf")
        text = "Not known until its edge's height over the ground is: give that of the rails or the floor on Measure."
        yield unknown(_found(build, ramp, "slope", "Ramp, its slope", text, "unknown", w, COMMON_PRACTICE), "height over the ground")
        return
    high = w.given("h", ramp.high, "mm", "its edge over the ground")
    long = w.given("L", ramp.long, "mm", "both leaves" if ramp.second else "its leaf")
    need = w.line("L_3", "h / sin(atan(k))", "mm", "for 1 in 3", k=RISE)
    more = f" A second leaf of {say.length(need - long)} makes it 1 in 3." if need > long else ""
    if long <= high:
        text = f"It does not reach the ground: {say.length(long)} from {say.length(high)} up.{more}"
        yield replace(
            _found(build, ramp, "slope", "Ramp, its slope", text, "over", w, COMMON_PRACTICE),
            demand=long,
            limit=high,
            minimum=True,
            unit="mm",
            use=2.0,
        )
        return
    angle = w.line("theta", "atan(h / sqrt(L**2 - h**2))", "rad")
    degrees = math.degrees(angle)
    state: State = "holds" if long >= need else "tight" if angle <= STEEPEST else "over"
    use = (
        min(0.85 * math.tan(angle) / RISE, 0.85)
        if state == "holds"
        else 0.85 + 0.15 * (angle - math.atan(RISE)) / (STEEPEST - math.atan(RISE))
    )
    text = f"{degrees:.1f}° from {say.length(high)} up.{more}"
    yield replace(
        _found(build, ramp, "slope", "Ramp, its slope", text, state, w, COMMON_PRACTICE), demand=degrees, limit=45.0, unit="°", use=use
    )
    kg, name = _heaviest(context, build)
    if kg:
        d = Working()
        d.values.update(theta=angle)
        d.given("m", kg, "kg", name)
        pull = d.line("F", "m * 9.80665 * (sin(theta) + mu * cos(theta))", "N", "rope along the ramp", mu=context.design.loads.rolling)
        text = f"{say.force(pull)} draw {name} up, {say.mass(kg)}: a winch and its anchor for three times that."
        yield replace(_found(build, ramp, "winch", "Ramp, drawn up by a winch", text, "note", d, COMMON_PRACTICE), demand=pull, unit="N")


def _lifted(context: Context, build: Assembly, ramp: Ramp) -> Finding:
    say, w = context.say, Working()
    w.given("m", build.panel(ramp.panel).mass * (1 + ramp.second / ramp.first), "kg", "its leaves, folded")
    hand = w.line("m_h", "m / 2", "kg", "at its free edge, from flat")
    limit = w.given("RWL", recommended(*GRIP), "kg", "NIOSH 94-110, hands low and lifted to the hip, fair grip")
    use, state = at_most(hand, limit)
    pull = w.line("T", "m * 9.80665 / 2 / sin(alpha)", "N", f"in a cable at {CABLE:g}°", alpha=math.radians(CABLE))
    text = f"{say.mass(hand)} of {say.mass(limit)} at its free edge for one person; by a cable at {CABLE:g}° {say.force(pull)}."
    return replace(
        _found(build, ramp, "lift", "Ramp, lifted by hand", text, state, w, "NIOSH 94-110"), demand=hand, limit=limit, unit="kg", use=use
    )


def _wheel(context: Context, build: Assembly, ramp: Ramp) -> Finding:
    """Half of the heaviest on one wheel, or somebody on one foot, in the middle of the leaf, which lies on its hinges and on the ground."""
    say, w, panel = context.say, Working(), build.panel(ramp.panel)
    kg, name = _heaviest(context, build)
    found = _found(
        build,
        ramp,
        "wheel",
        "Ramp, under a wheel or a foot",
        "",
        "unknown",
        w,
        f"a strip from hinges to ground under one wheel: {COMMON_PRACTICE}",
    )
    foot = context.design.loads.foot
    w.given("P_f", foot, "N", "somebody's foot")
    w.given("m", kg, "kg", name or "nothing carried yet")
    P = w.line("P", "max(k * m * 9.80665 / 2, P_f)", "N", "on one wheel, as it rolls on, or one foot", k=DYNAMIC)
    who = f"one wheel of {name}" if foot < P else "one foot"
    b = w.given("b", min(WHEEL + 2 * panel.sheet.t, panel.wide[0]), "mm", "of the leaf that carry it")
    w.line("M", "P * L / 4", "N mm", "in the middle", L=ramp.first)
    sheet = panel.plate
    if isinstance(sheet, Sandwich):
        # an even load of twice the weight bends a strip as hard as that in its middle
        line = sandwich.uniform(sheet, ramp.first, 2 * P / (ramp.first * b), lasting=False)
        use = w.given("use", line.use, "", "faces and core as a strip (Allen 1969)")
        text = f"{say.force(P)} of {who} on {sheet.label}."
        return replace(
            found, sentence=text, demand=use, limit=1.0, unit="of the limit", use=use, state=at_most(use, 1.0)[1], working=w.done()
        )
    stress = w.line("sigma", "6 * M / (b * t**2)", "MPa", t=sheet.t)
    limit = w.line("sigma_allow", "k_s * f_m", "MPa", "short-term, the weaker way", k_s=sheet.material.short, f_m=min(sheet.f))
    use, state = at_most(stress, limit)
    text = f"{say.stress(stress)} of {say.stress(limit)} in {sheet.label} under {who}."
    return replace(found, sentence=text, demand=stress, limit=limit, unit="MPa", use=use, state=state, working=w.done())


CHECKS = (BuildCheck(check_ramps, ("ramps",)),)
