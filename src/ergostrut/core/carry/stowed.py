"""Stowed legs, lift-outs and loose halves: what lets go, and in which manoeuvre."""

from __future__ import annotations

import math
from collections.abc import Iterator, Mapping
from dataclasses import replace

from ..cases import CRASH_BASIS, CRASH_CAUTION, ROAD_BASIS, crash_cases, road_cases
from ..constants import G
from ..finding import COMMON_PRACTICE, Finding, State, Working, at_most, unknown
from ..structure.assembly import Assembly
from ..structure.check import JobCheck
from ..structure.context import Context
from ..structure.nouns.catch_pin import engaged
from ..structure.nouns.stow import BUTTON_SAYS, BUTTON_USE, LEFT_OPEN, Stow
from .tipping import RETENTION_DOWN

FASTENED = ("straps", "bolted", "cord", "spring", "hook_and_loop", "magnet")
"""What keeps a thing on a part that is folded or lifted with it."""
PINNED = ("spring catch", "pin")
CAUTION = "What comes loose on the road strikes people or falls on it: try it by hand before every drive."


def check_stowed(context: Context) -> Iterator[Finding]:
    for build in context.builds:
        for one in build.stows:
            one = _with_what_is_on_it(context, one)
            yield _kept(context, build, one)
            yield from _kept_in_crash(context, build, one)
            if one.pin is not None and one.by in PINNED:
                yield _pin(context, build, one)


def _with_what_is_on_it(context: Context, one: Stow) -> Stow:
    """A stowed part with what is fastened to it; of what folds up half hangs on its catch, as of the part itself."""
    kg = sum(item.mass for item in context.plan.on(one.body) if item.thing.hold.by in FASTENED)
    return replace(one, kg=one.kg + (kg / 2 if one.opens is not None else kg)) if kg else one


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


def _by_magnet(context: Context, found: Finding, one: Stow, level: float, lift: float, w: Working) -> Finding:
    """Sideways a magnet holds what friction gives of its pull."""
    if one.rating is None or one.friction is None:
        text = "What its magnet holds is not known, pulled off straight and dragged along: try both with a scale; sideways it gives its friction of its pull."
        lacking = [name for name, value in (("magnet rating", one.rating), ("friction of the magnet", one.friction)) if value is None]
        return unknown(replace(found, sentence=text, working=w.done()), *lacking)
    have = w.line("R_s", "mu * R", "N", "slides along what it sticks to", mu=one.friction, R=one.rating)
    need = w.line("F_s", "a_s * W", "N", "sideways", a_s=level)
    use = w.line("use", "max(F_s / R_s, r * W / R)", "", "slides, or Rebound pulls it off", r=lift)
    text = f"{context.say.force(need)} sideways of {context.say.force(have)} that the magnet holds so, {found.case.lower()}."
    return replace(found, sentence=text, demand=need, limit=have, use=use, state=at_most(use, 1.0)[1], working=w.done())


def _kept_in_crash(context: Context, build: Assembly, one: Stow) -> Iterator[Finding]:
    """The same in a crash, against what it was tried to hold; what weight or friction keeps flies."""
    crash = crash_cases(context.design.loads)
    if not crash or one.by == "unsaid":
        return
    say, w = context.say, Working()
    w.given("W", one.kg * G, "N", f"{one.kg:.1f} kg")
    if one.opens is not None:
        g, case = _opening(one, {item.name: item.g for item in crash}, w)
    else:
        g, case = max((max(abs(item.g[0]), abs(item.g[1]), item.g[2]), item.name) for item in crash)
    need = w.line("F", "a * W", "N", case, a=g)
    found = Finding(
        f"{build.id}/crash.stowed.{one.id.rsplit('/', 1)[-1]}", "crash.stowed", "carry", (one.body,),
        f"{one.what[:1].upper()}{one.what[1:]}, {one.place}, in a crash", f"{say.force(need)} on the {one.by} of the {one.what}, {case.lower()}.", "over",
        need, one.rating, "N", case=case, basis=CRASH_BASIS, caution=CRASH_CAUTION, working=w.done(),
    )  # fmt: skip
    if one.by in ("weight", "friction"):
        yield replace(found, sentence=f"{say.force(need)} and nothing but its {one.by} holds it, {case.lower()}: give it a catch.")
    elif one.rating is None:
        yield unknown(
            replace(found, sentence=f"{found.sentence} What it holds is not known: pull it off with a scale, and give that."),
            f"{one.by} rating",
        )
    else:
        use = w.line("use", "F / R", "", "as given", R=one.rating)
        yield replace(found, use=use, state=at_most(use, 1.0)[1], working=w.done())


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
    if one.by == "magnet" and one.opens is None:
        return _by_magnet(context, replace(found, demand=need, case=case), one, level, lift, w)
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
        text += f" {LEFT_OPEN}"
        use = w.given("use", max(use, BUTTON_USE), "", BUTTON_SAYS)
    return replace(found, sentence=text, limit=one.rating, use=use, state=at_most(use, 1.0)[1], working=w.done())


CHECKS = (JobCheck(check_stowed, "load"),)
