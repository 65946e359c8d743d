"""Stowed legs, lift-outs and loose halves: what lets go, and in which manoeuvre."""

from __future__ import annotations

import math
from collections.abc import Iterator, Mapping
from dataclasses import replace

from ..cases import ROAD_BASIS, road_cases
from ..constants import G
from ..finding import COMMON_PRACTICE, Finding, State, Working, at_most, unknown
from ..structure.assembly import Assembly
from ..structure.catch import engaged
from ..structure.context import Context
from ..structure.stow import Stow

RETENTION_DOWN = 0.5
"""Vertical g that may be left while braking or cornering, on rough ground."""
PINNED = ("spring catch", "pin")
CAUTION = "What comes loose on the road strikes people or falls on it: try it by hand before every drive."


def check_stowed(context: Context) -> Iterator[Finding]:
    for build in context.builds:
        for one in build.stows:
            yield _kept(context, build, one)
            if one.pin is not None and one.by in PINNED:
                yield _pin(context, build, one)


def _opening(one: Stow, cases: Mapping[str, tuple[float, float, float]], w: Working) -> tuple[float, str]:
    """The g that opens what leans against a wall hardest, and its case: the part of the case that turns it down."""
    assert one.opens is not None
    axis, sign = one.opens
    lean = math.radians(one.leans)
    # braking and cornering on rough ground may leave half of the weight
    rows = [
        (sign * g[axis] * math.sin(lean) - down * math.cos(lean), name, sign * g[axis], down)
        for name, g in cases.items()
        for down in ((g[2], -RETENTION_DOWN) if g[2] == -1.0 else (g[2],))
    ]
    _, case, level, down = max(rows, default=(0.0, "", 0.0, 0.0))
    return w.line("a", "max(g_h * sin(t) - g_v * cos(t), 0)", "g", f"turns it down, {case}", g_h=level, t=lean, g_v=down), case


def _pin(context: Context, build: Assembly, one: Stow) -> Finding:
    ident = f"{build.id}/stowed.{one.id.rsplit('/', 1)[-1]}.pin"
    blank = Finding(ident, "stowed.pin", "carry", (one.body,), f"{one.what[:1].upper()}{one.what[1:]}, pin of its catch", "", "unknown",
                    unit="mm", basis=COMMON_PRACTICE, caution=CAUTION)  # fmt: skip
    assert one.pin is not None
    return engaged(one.pin, blank, context.say)


def _kept(context: Context, build: Assembly, one: Stow) -> Finding:
    say = context.say
    cases = {case.name: case.g for case in road_cases(context.design.loads)}
    lift = max((g[2] for g in cases.values()), default=0.0)
    level, case = max(((max(abs(g[0]), abs(g[1])), name) for name, g in cases.items()), default=(0.0, ""))
    w = Working()
    w.given("W", one.kg * G, "N", f"{one.kg:.1f} kg")
    found = Finding(
        f"{build.id}/stowed.{one.id.rsplit('/', 1)[-1]}", "stowed", "carry", (one.body,), f"{one.what[:1].upper()}{one.what[1:]}, {one.place}", "", "unknown",
        unit="N", basis=ROAD_BASIS, caution=CAUTION,
    )  # fmt: skip
    if one.by == "unsaid":
        return unknown(
            replace(found, sentence="Nobody said what keeps it there on the road: choose it.", working=w.done()), "what keeps it"
        )
    if one.opens is not None and one.by in ("weight", "friction"):
        worst, case = _opening(one, cases, w)
        text = (
            f"Nothing but its {one.by} keeps it up, and {case.lower()} turns it down with {worst:.2f} g. Give it a catch."
            if worst > 0
            else "It leans past upright, and nothing on this road turns it down."
        )
        state: State = "over" if worst > 0 else "tight"
        return replace(
            found, sentence=text, state=state, use=2.0 if worst > 0 else 0.95, demand=worst, unit="g", case=case, working=w.done()
        )
    if one.by == "weight":
        up = w.line("F", "r * W", "N", "lifts it in the hardest rebound", r=lift)
        text = (
            f"Rebound lifts it with {say.force(up)} and nothing but its weight holds it."
            if lift > 0
            else "Its weight holds it: nothing lifts it."
        )
        return replace(
            found,
            sentence=text,
            state="over" if lift > 0 else "holds",
            use=2.0 if lift > 0 else 0.0,
            demand=up,
            case="Rebound",
            working=w.done(),
        )
    if one.by == "friction":
        if one.friction is None:
            return unknown(replace(found, sentence="Friction is not known until it is tried.", working=w.done()), "friction")
        slides = w.line("a_s", "mu * n", "g", "slides, with half the weight on rough ground", mu=one.friction, n=RETENTION_DOWN)
        use, state = at_most(level, slides)
        w.given("a", level, "g", case)
        return replace(found, sentence=f"It slides from {slides:.2f} g, and {case.lower()} asks {level:.2f}.", state=state, use=use, demand=level, limit=slides,
                       unit="g", case=case, working=w.done())  # fmt: skip
    worst = max(level, lift)
    if one.opens is not None:
        # what turns it down is all in the one figure, Rebound among its cases
        worst, case = _opening(one, cases, w)
        level, lift = worst, 0.0
    need = w.line("F", "a * W", "N", "the most that any case asks, its weight not counted against it", a=worst)
    text = f"{say.force(need)} on the {one.by}, {case.lower() if level >= lift else 'rebound'}."
    found = replace(found, demand=need, case=case if level >= lift else "Rebound")
    if one.rating is None:
        return unknown(
            replace(found, sentence=f"{text} What it holds is not known: pull it off with a scale, and give that.", working=w.done()),
            f"{one.by} rating",
        )
    use = w.line("use", "F / R", "", "as given", R=one.rating)
    goes = w.line("a_max", "R / W", "g", "lets go there")
    text = f"{text} It lets go at {goes:.2f} g."
    if one.by == "turn button":
        text += " A button left open holds nothing: a catch that closes itself cannot be forgotten."
    if one.by == "turn button" and use <= 0.85:
        return replace(found, sentence=text, limit=one.rating, use=0.9, state="tight", working=w.done())
    return replace(found, sentence=text, limit=one.rating, use=use, state=at_most(use, 1.0)[1], working=w.done())
