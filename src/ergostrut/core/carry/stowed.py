"""Stowed legs, lift-outs and loose halves: what lets go, and in which manoeuvre."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace

from ..cases import ROAD_BASIS, road_cases
from ..constants import G
from ..finding import Finding, Working, at_most, unknown
from ..structure.assembly import Assembly
from ..structure.context import Context
from ..structure.stow import Stow

RETENTION_DOWN = 0.5
"""Vertical g that may be left while braking or cornering, on rough ground."""
CAUTION = "What comes loose on the road strikes people or falls on it: try it by hand before every drive."


def check_stowed(context: Context) -> Iterator[Finding]:
    for build in context.builds:
        for one in build.stows:
            yield _kept(context, build, one)


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
    need = w.line("F", "a * W", "N", "the most that any case asks, its weight not counted against it", a=worst)
    text = f"{say.force(need)} on the {one.by}, {case.lower() if level >= lift else 'rebound'}."
    found = replace(found, demand=need, case=case if level >= lift else "Rebound")
    if one.rating is None:
        return unknown(
            replace(found, sentence=f"{text} What it holds is not known: pull it off with a scale, and give that.", working=w.done()),
            f"{one.by} rating",
        )
    use = w.line("use", "F / R", "", "as given", R=one.rating)
    return replace(found, sentence=text, limit=one.rating, use=use, state=at_most(use, 1.0)[1], working=w.done())
