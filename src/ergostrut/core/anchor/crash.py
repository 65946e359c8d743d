"""What stays held in a crash: fixings, the lock and stops that hold what slides, guides, keeper, and what keeps drawers in.

Against nominal strength. A rating has no factor that could be taken out, so it counts as it stands; without one the answer is unknown.
"""

from __future__ import annotations

import math
from collections.abc import Iterator
from dataclasses import replace

from ..cases import CRASH_BASIS, CRASH_CAUTION
from ..finding import COMMON_PRACTICE, Finding, Place, Working, at_most, unknown
from ..structure.assembly import Assembly, centroid
from ..structure.context import Context
from ..structure.nouns.holds import Lock, Slider
from .bolts import bolt_use, capacity
from .checks import AnchorStudy, pulled

SHARE = 0.6


def check_crash(context: Context, build: Assembly, study: AnchorStudy | None) -> Iterator[Finding]:
    """Every restraint of a build in the crash cases; nothing unless the job asks for them."""
    if not context.design.loads.crash.on:
        return
    if study is not None and study.crash:
        yield _fixings(context, study)
    for slider in build.sliders:
        yield from _sliding(context, build, slider)


def _blank(ident: str, check: str, place: Place, parts: tuple[str, ...], title: str, case: str) -> Finding:
    return Finding(
        ident, check, place, parts, title, "", "unknown", unit="N", case=case, position="in", basis=CRASH_BASIS, caution=CRASH_CAUTION
    )


def _fixings(context: Context, study: AnchorStudy) -> Finding:
    """The hardest worked fixing, the floor pushing back, in any crash case."""
    say, anchors = context.say, study.assembly.anchors
    blank = _blank(
        f"{study.assembly.id}/crash.fixings", "crash.fixings", "anchor", tuple(a.id for a in anchors), "Fixings in a crash", "Crash ahead"
    )
    hit = study.in_crash
    loose = next((row for row in study.crash if not row.shared.settled or hit.lifts(row)), None)
    if loose is not None:
        text = f"The fixings do not hold the base: {loose.case.lower()}."
        return replace(blank, sentence=text, state="over", case=loose.case)
    caps = [capacity(context, anchor, nominal=True) for anchor in anchors]
    lacking = sorted({name for cap in caps for name in cap.missing})
    worst, at, row = -1.0, 0, study.crash[0]
    pulls = hit.pulls(study.crash)
    for k, case in enumerate(study.crash):
        for i, (anchor, (_, V)) in enumerate(zip(anchors, case.shared.each, strict=True)):
            T = float(pulls[k, i])
            use = bolt_use(T, V, caps[i], anchor, nominal=True) if not lacking else math.hypot(T, V)
            if use > worst:
                worst, at, row = use, i, case
    T, V = float(hit.pulls([row])[0, at]), row.shared.each[at][1]
    w = Working()
    cap = capacity(context, anchors[at], w, nominal=True)
    pulled(w, hit, row, at)
    w.given("V", V, "N", "shear; no friction counted")
    text = f"{say.force(T)} pull and {say.force(V)} shear on {anchors[at].name}, {row.case.lower()}."
    found = replace(blank, sentence=text, case=row.case, demand=max(T, V), working=w.done())
    if lacking:
        return unknown(replace(found, sentence=f"{text} What a fixing can take is not known: {', '.join(lacking)}."), *lacking)
    w.line("use_T", "T / T_n", "", T_n=cap.tension)
    w.line("use_V", "V / V_n", "", V_n=cap.shear)
    w.given("use", worst, "", "the largest of these and of the bolt under both together, J3.7 without its factor")
    use, state = at_most(worst, 1.0)
    return replace(found, state=state, use=use, limit=max(T, V) / use if use > 0 else None, working=w.done())


def _sliding(context: Context, build: Assembly, slider: Slider) -> Iterator[Finding]:
    """What holds a closed sliding body to its base in each direction."""
    crash = context.design.loads.crash
    kg, at = centroid(build.masses(slider.body) + [(item.mass, item.at()) for item in context.plan.on(slider.body)])
    ahead = () if slider.front_stop else (("Crash ahead", crash.forward),)
    yield from _pin(context, build, slider, kg, max((*ahead, ("Crash, hit from behind", crash.other)), key=lambda row: row[1]))
    base = build.base
    rows: list[tuple[str, str, str, float | None, str, float]] = []
    if slider.front_stop:
        rows.append(("stop", "Front stop in a crash", f"{base}/stops", slider.stop_rating, "Crash ahead", crash.forward))
    if slider.guides:
        rows.append(("guides", "Side guides in a crash", f"{base}/guides", slider.guide_rating, "Crash from the left", crash.other))
    if slider.keeper:
        rows.append(("keeper", "Keeper in a crash", f"{base}/keeper", slider.keeper_rating, "Crash, rolled over", crash.other - 1))
    for key, title, part, rating, case, g in rows:
        w = Working()
        w.given("m", kg, "kg", f"{slider.label} and load")
        w.given("a", g, "g", case)
        if key == "guides":
            x_g = w.given("x_g", at[0], "mm", "centre of gravity of both")
            x_f, x_r = slider.hold_down.x, slider.carrying.x
            w.line("s", "(x_g - x_f) / (x_r - x_f)", "", "share of the rear guide by statics", x_g=x_g, x_f=x_f, x_r=x_r)
            w.line("k", "max(k_0, abs(s), abs(1 - s))", "", f"the harder pressed guide, 0.6 at least: {COMMON_PRACTICE}", k_0=SHARE)
        else:
            w.given("k", SHARE, "", f"one of a pair takes 0.6 of it at least: {COMMON_PRACTICE}")
        need = w.line("F", "k * m * 9.80665 * a", "N", "on one")
        blank = _blank(f"{build.id}/crash.{key}", f"crash.{key}", "anchor", (part,), title, case)
        text = f"{context.say.force(need)} on one, {case.lower()}."
        found = replace(blank, sentence=text, demand=need, limit=rating, working=w.done())
        if rating is None:
            yield unknown(replace(found, sentence=f"{text} Its rating is not known: give what it was tested or sold for."), f"{key} rating")
        else:
            use, state = at_most(need, rating)
            yield replace(found, use=use, state=state)


def _pin(context: Context, build: Assembly, slider: Slider, kg: float, hardest: tuple[str, float]) -> Iterator[Finding]:
    """The lock pin at its plastic moment and 0.6 Fy in shear."""
    case, g = hardest
    for pin in build.locks:
        if pin.slider == slider.id:
            yield _one_pin(context, build, slider, pin, kg, case, g)


def _one_pin(context: Context, build: Assembly, slider: Slider, pin: Lock, kg: float, case: str, g: float) -> Finding:
    w = Working()
    w.given("m", kg, "kg", f"{slider.label} and load")
    w.given("a", g, "g", case)
    w.line("F", "m * 9.80665 * a / n", "N", "on one pin", n=pin.count)
    w.line("e", "g + (t_1 + t_2) / 2", "mm", "middle of plate to middle of plate", g=pin.gap, t_1=pin.t1, t_2=pin.t2)
    w.line("M", "F * e", "N mm")
    w.given("F_y", pin.Fy, "MPa", "as given" if pin.Fy_given else "unless known")
    w.line("M_n", "F_y * d**3 / 6", "N mm", "plastic moment of a round bar", d=pin.d)
    w.line("V_n", "0.6 * F_y * pi * d**2 / 4", "N")
    found = w.line("use", "max(M / M_n, F / V_n)", "")
    use, state = at_most(found, 1.0)
    force = w.values["F"]
    blank = _blank(f"{build.id}/crash.pin", "crash.pin", "anchor", (pin.id,), "Lock pin in a crash", case)
    text = f"{context.say.force(force)} on the {context.say.length(pin.d)} pin, {case.lower()}."
    return replace(blank, sentence=text, use=use, state=state, demand=force, limit=force / use if use > 0 else None, working=w.done())
