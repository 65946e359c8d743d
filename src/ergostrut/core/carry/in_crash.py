"""Every thing in a crash, wherever it stands: on a build, in a drawer, on the floor, under the roof. Against nominal strength."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace

from ..cases import CRASH_BASIS, CRASH_CAUTION, crash_cases
from ..constants import G
from ..finding import Finding, State, Working, at_most, unknown
from ..mechanics.joints.hardware import STRAP_FACTOR
from ..mechanics.retention import tips_at
from ..structure.carried import Placed
from ..structure.check import JobCheck
from ..structure.context import Context
from .retention import LEAST_LIP, NOUNS, ON_EYES
from .tipping import tipping

TIE_DOWN = 0.8
"""Part of its breaking load that a tie-down is held to."""


def check_things_in_crash(context: Context) -> Iterator[Finding]:
    """One finding a thing; nothing unless the job asks for crash restraint."""
    if not context.design.loads.crash.on:
        return
    drawers = {runner.body: runner.label for build in context.builds for runner in build.runners}
    for item in context.plan.placed:
        yield _thing(context, item, drawers)


def _thing(context: Context, item: Placed, drawers: dict[str, str]) -> Finding:
    """One thing against the hardest crash case; weight and friction hold nothing then, a lip only what does not come over it."""
    say, hold = context.say, item.thing.hold
    case, g = max(((one.name, max(abs(one.g[0]), abs(one.g[1]))) for one in crash_cases(context.design.loads)), key=lambda row: row[1])
    part = f"thing/{item.thing.id}"
    blank = Finding(
        f"{part}/crash", "crash.thing", "carry", (part,), f"{item.thing.name} in a crash", "", "unknown", unit="N", case=case, position="in",
        basis=CRASH_BASIS, caution=CRASH_CAUTION,
    )  # fmt: skip
    if item.surface.body in drawers:
        text = f"It lies in {drawers[item.surface.body]}: what keeps that in is asked for it."
        return replace(blank, sentence=text, state="note")
    w = Working()
    w.given("m", item.mass, "kg", item.thing.name)
    need = w.line("F", "a * m * 9.80665", "N", case, a=g)
    found = replace(blank, demand=need, working=w.done())
    if hold.by in ("weight", "friction", "beside", "magnet"):
        how = {"weight": "its weight", "friction": "friction", "beside": "the thing beside it", "magnet": "a magnet"}[hold.by]
        return replace(found, state="over", sentence=f"{say.force(need)} and only {how} holds it: strap it down or bolt it.")
    if hold.by == "lip":
        return _behind_a_lip(context, item, found, g)
    rating = hold.strap_rating if hold.by == "straps" else hold.rating
    if rating is None:
        what = "strap rating" if hold.by == "straps" else f"{NOUNS[hold.by]} rating"
        return unknown(replace(found, sentence=f"{say.force(need)} to hold; the {what} is not known."), what)
    if hold.by == "straps":
        w.line(
            "S_b", "k_b * S", "N", "what breaks one strap", S=rating.kg * G, k_b=1.0 if hold.strap_marked == "breaking" else STRAP_FACTOR
        )
        words = "0.8 of it; whole where it goes over, half where it returns"
        have = w.line("A", "k_t * n * S_b * k", "N", words, k_t=TIE_DOWN, n=hold.straps, k=1.0 if hold.over else 0.5)
        holder = "its straps hold"
    else:
        have = w.given("A", rating.kg * G, "N", f"{NOUNS[hold.by]}, as given: a rating has no factor to take out")
        holder = f"its {NOUNS[hold.by]} holds"
    crash = context.design.loads.crash
    axes = ((max(crash.forward, crash.other), case), (crash.other, "Crash from the left"))
    tall = tipping(item, axes, have, w, down=1.0)
    if isinstance(tall, str):
        return unknown(replace(found, sentence=tall, working=w.done()), "height at which its straps act")
    if tall is not None and tall.need > need:
        need, case = tall.need, tall.case
    use, state = at_most(need, have)
    w.line("use", "max(F, N_t) / A", "", "pushed, or held from coming over", N_t=need)
    if hold.by == "straps":
        w.line("F_e", "N_s / (n * k)", "N", ON_EYES, N_s=need, n=float(hold.straps), k=1.0 if hold.over else 0.5)
    text = f"{say.force(need)} of {say.force(have)} that {holder}, {case.lower()}."
    return replace(found, sentence=text, use=use, state=state, demand=need, limit=have, case=case, working=w.done())


def _behind_a_lip(context: Context, item: Placed, found: Finding, g: float) -> Finding:
    """It comes over the lip, or leans on it with all that the crash asks; rolled over nothing keeps it down."""
    edge = item.thing.hold.lip.mm if item.thing.hold.lip is not None else item.surface.edge or 0.0
    tips = min(tips_at(item.size[i], item.size[2] / 2, edge) for i in (0, 1))
    if item.thing.hold.lip is None and item.surface.lips == "open side":
        text = f"Its lip stands along the open side alone: along the shelf nothing stops it, {found.case.lower()}. Strap it down."
        return replace(found, sentence=text, state="over")
    if item.thing.hold.lip is None and item.surface.edge is None:
        return unknown(replace(found, sentence="How high the lip round it is, is not known: measure it."), "lip")
    if edge < LEAST_LIP or tips < g:
        text = f"It comes over a lip {context.say.length(edge)} high from {min(tips, g):.1f} g, and {found.case.lower()} asks {g:g}: strap it down."
        state: State = "over"
        return replace(found, sentence=text, state=state)
    assert found.demand is not None
    rating = item.thing.hold.rating
    if rating is not None:
        w = Working()
        have = w.given("B", rating.kg * G, "N", "the lip takes, as given")
        push = w.given("F", found.demand, "N", found.case)
        use = w.line("use", "F / B", "")
        text = f"It leans on the lip with {context.say.force(push)} of {context.say.force(have)}; rolled over nothing keeps it down."
        state = at_most(use, 1.0)[1]
        kept: State = "tight" if state == "holds" else state
        return replace(found, sentence=text, state=kept, use=use, limit=have, working=found.working + w.done())
    text = f"It leans on the lip with {context.say.force(found.demand)}, and what that takes is not known; rolled over nothing keeps it down. Strap it."
    return unknown(replace(found, sentence=text), "what the lip takes")


CHECKS = (JobCheck(check_things_in_crash, "load"),)
