"""What keeps each thing in its place on the road, in the manoeuvre that would first let it go."""

from __future__ import annotations

import math
from collections.abc import Iterator
from dataclasses import dataclass, replace

from ..cases import ROAD_BASIS, road_cases
from ..constants import G
from ..finding import Finding, State, Working, at_most, unknown
from ..mechanics.joints.hardware import FLAT_STRAP, STRAP_FACTOR, strap_pull
from ..mechanics.retention import tips_at
from ..quantity import Length, Mass
from ..structure.carried import Placed
from ..structure.check import JobCheck
from ..structure.context import Context
from .leaning import leaning
from .tipping import RETENTION_DOWN, tipping, tips_over

LEAST_LIP = 10.0
"""mm: a lower lip stops nothing that rides over rough ground (common practice, no published source)."""
STRAP_BASIS = "49 CFR 393.106(d): working load of all tie-downs together at least half the weight"


def check_held(context: Context) -> Iterator[Finding]:
    """One finding a thing."""
    for item in context.plan.placed:
        yield _held(context, item)


@dataclass(frozen=True, slots=True)
class _Road:
    """What the road asks of a loose thing: g sideways with its case, g upward in Rebound, and whether that is among the loads."""

    sideways: tuple[float, str]
    lift: float
    rebound: bool
    axes: tuple[tuple[float, str], tuple[float, str]] = ((0.0, ""), (0.0, ""))
    """The most along the vehicle and across it, each with its case."""


def _held(context: Context, item: Placed) -> Finding:
    cases = {case.name: case.g for case in road_cases(context.design.loads)}
    sideways = max(((abs(g[0]) + abs(g[1]), name) for name, g in cases.items() if name not in ("Bump", "Rebound")), default=(0.0, ""))
    lift = cases["Rebound"][2] if "Rebound" in cases else 0.0
    blank = Finding(
        f"thing/{item.thing.id}/held",
        "held",
        "carry",
        (f"thing/{item.thing.id}",),
        f"{item.thing.name}, kept in place",
        "",
        "unknown",
        case=sideways[1],
        position="in",
        basis=ROAD_BASIS,
    )
    along, across = (max(((abs(g[i]), name) for name, g in cases.items()), default=(0.0, "")) for i in (0, 1))
    road = _Road(sideways, lift, "Rebound" in cases, (along, across))
    w = Working()
    w.given("W", item.mass * G, "N", f"{item.mass:.1f} kg")
    ways = {"weight": _by_weight, "friction": _by_friction, "straps": _by_straps, "lip": _by_lip, "beside": _by_beside}
    return ways.get(item.thing.hold.by, _by_rating)(context, item, road, blank, w)


def _by_weight(context: Context, _: Placed, road: _Road, blank: Finding, w: Working) -> Finding:
    say = context.say
    if not road.rebound:
        text = "Held by its weight alone, and this job leaves rebound out: nobody knows whether it stays."
        return unknown(_as(blank, text, "unknown", w, None, None, None), "Rebound, left out of the loads")
    w.given("r", road.lift, "g", "net upward in Rebound, weight already taken off")
    up = w.line("F", "r * W", "N", "lifts it, nothing holds it")
    return _as(
        blank, f"Held by its weight alone: rebound lifts it with {say.force(up)}. Strap it down.", "over", w, up, 0.0, None, "Rebound"
    )


def _by_friction(_: Context, item: Placed, road: _Road, blank: Finding, w: Working) -> Finding:
    hold = item.thing.hold
    if hold.friction is None:
        return unknown(
            _as(
                blank,
                "Friction is not known until it is tried: tilt the loaded deck and note the slope where it slides.",
                "unknown",
                w,
                None,
                None,
                None,
            ),
            "friction",
        )
    w.given("mu", hold.friction, "", "as given")
    a = w.given("a", road.sideways[0], "g", road.sideways[1])
    slides = w.line("a_s", "mu * n", "g", "slides, with half the weight on rough ground", n=RETENTION_DOWN)
    tilt, case_s = item.surface.tilt, road.sideways[1]
    if tilt > 0 and item.surface.faces is not None:
        a, slides, case_s = _up_the_shelf(item, road, w, slides)
    asked, tips, case = _tips(item, road, w, 0.0)
    use = w.line("use", "max(a / a_s, a_i / a_t)", "", "slides or tips") if slides > 0 else w.given("use", 99.0, "", "nothing stops it")
    state = at_most(use, 1.0)[1]
    if asked / tips > a / max(slides, 1e-9):
        words = f"It tips over from {tips:.2f} g, and {case.lower()} asks {asked:.2f}. Friction gives no more."
        return _in_g(replace(blank, case=case), words, state, w, asked, tips, use)
    return _in_g(
        replace(blank, case=case_s), f"It slides from {slides:.2f} g, and {case_s.lower()} asks {a:.2f}.", state, w, a, slides, use
    )


def _up_the_shelf(item: Placed, road: _Road, w: Working, level: float) -> tuple[float, float, str]:
    """g asked, g at which it slides, and the case, of a shelf whose open side stands higher: out of it up the slope, along it as on the level."""
    w.given("theta", math.atan(item.surface.tilt), "rad", "slope of the shelf, its open side higher")
    up = w.line("a_u", "n * tan(atan(mu) + theta)", "g", "slides out over the higher side, with half the weight", n=RETENTION_DOWN)
    k = item.surface.opens_along
    (along, along_case), (across, across_case) = road.axes[1 - k], road.axes[k]
    if across / up >= along / max(level, 1e-9):
        return w.given("a", across, "g", f"{across_case}, out of the shelf"), w.given("a_s", up, "g", "up the slope"), across_case
    return w.given("a", along, "g", f"{along_case}, along the shelf"), level, along_case


def _tips(item: Placed, road: _Road, w: Working, lip: float) -> tuple[float, float, str]:
    """g asked, g that tips a thing over a lip, and the case: along the vehicle or across it, whichever is worse; its middle is its centre."""
    h = item.size[2] / 2
    limits = [tips_at(item.size[i], h, lip, RETENTION_DOWN) for i in (0, 1)]
    i = max((0, 1), key=lambda k: road.axes[k][0] / limits[k])
    asked, case = road.axes[i]
    w.given("a_i", asked, "g", f"{case}, {'across' if i else 'along'} the vehicle")
    w.given("b", item.size[i], "mm", "its size that way")
    w.given("h", h, "mm", "its middle, from what it stands on")
    w.given("l", lip, "mm", "lip")
    return asked, w.line("a_t", "n * b / 2 / (h - l)", "g", "tips, with half the weight on rough ground", n=RETENTION_DOWN), case


def _by_lip(context: Context, item: Placed, road: _Road, blank: Finding, w: Working) -> Finding:
    """What stands round it stops it from sliding; it can still tip over that. What stands along an open side alone stops it there, and
    nothing along the shelf."""
    lip, say = item.thing.hold.lip or _edge(item), context.say
    if lip is None:
        return unknown(_as(blank, "How high the lip round it is, is not known: measure it.", "unknown", w, None, None, None), "lip")
    if lip.mm < LEAST_LIP:
        alone = _by_friction(context, item, road, blank, w)
        return replace(alone, sentence=f"A lip {say.length(lip.mm)} high stops nothing: it stays by friction. {alone.sentence}")
    if item.thing.hold.lip is None and item.surface.lips == "open side":
        across, across_case = road.axes[item.surface.opens_along]
        return leaning(context, item, across, across_case, _over_the_open_side(context, item, road, blank, lip.mm))
    if item.size[2] / 2 <= lip.mm:
        w.given("h", item.size[2] / 2, "mm", "its middle, from what it stands on")
        w.given("l", lip.mm, "mm", "lip")
        w.say("The lip reaches its middle: it neither slides nor tips.")
        words = f"A lip {say.length(lip.mm)} high reaches its middle: it neither slides nor tips."
        stays = _in_g(blank, words + _hops(road), "tight" if road.lift > 0 else "holds", w, None, None, None)
        return leaning(context, item, *road.sideways, stays)
    asked, tips, case = _tips(item, road, w, lip.mm)
    use = w.line("use", "a_i / a_t", "")
    words = f"It tips over the lip from {tips:.2f} g, and {case.lower()} asks {asked:.2f}."
    tipped = _in_g(replace(blank, case=case), words + _hops(road), _never_sure(at_most(use, 1.0)[1], road), w, asked, tips, use)
    return leaning(context, item, *road.sideways, tipped)


def _never_sure(state: State, road: _Road) -> State:
    """What only lies behind a lip hops in Rebound: that is never sure."""
    return "tight" if state == "holds" and road.lift > 0 else state


def _over_the_open_side(context: Context, item: Placed, road: _Road, blank: Finding, lip: float) -> Finding:
    """A shelf's front edge stops what slides out of it; along the shelf friction alone does, and it may tip either way."""
    k = item.surface.opens_along
    (along, along_case), (across, across_case) = road.axes[1 - k], road.axes[k]
    edge = f"The front edge, {context.say.length(lip)} high, keeps it from sliding out of the shelf"
    out, w = Working(), Working()
    over = tips_over(out, item, k, across, across_case, lip)
    axes = ((along, along_case), (0.0, across_case))
    level = replace(road, sideways=(along, along_case), axes=axes if k else axes[::-1])
    flat = replace(item, surface=replace(item.surface, tilt=0.0))
    alone = _by_friction(context, flat, level, blank, w)
    if alone.use is None or over <= alone.use:
        text = f"{edge}; along the shelf it stays by friction. {alone.sentence}{_hops(road)}"
        return replace(alone, sentence=text, state=_never_sure(alone.state, road), working=out.done() + alone.working)
    words = f"{edge}, but over it it tips, {across_case.lower()}.{_hops(road)}"
    return _in_g(
        replace(blank, case=across_case),
        words,
        _never_sure(at_most(over, 1.0)[1], road),
        out,
        across,
        across / over if over else None,
        over,
    )


def _edge(item: Placed) -> Length | None:
    """What stands round its surface, where the build has it: the sides of a drawer, a nosing."""
    return None if item.surface.edge is None else Length.parse(f"{item.surface.edge:.3f} mm")


def _hops(road: _Road) -> str:
    return " Rebound lifts it: it comes down where it was only while the lip is higher than it hops." if road.lift > 0 else ""


def _by_beside(context: Context, item: Placed, road: _Road, blank: Finding, w: Working) -> Finding:
    """One thing is the stop of the next on one side: what holds that one is asked for both; the other sides are left to friction."""
    name = item.thing.hold.beside
    others = {other.thing.id: other for other in context.plan.placed}
    if not name:
        return unknown(_as(blank, "Which thing stops it is not said: choose one.", "unknown", w, None, None, None), "the thing beside it")
    chain, at = [item], name
    while True:
        if at in {one.thing.id for one in chain}:
            return _as(blank, "Round in a circle it holds itself: say what holds the last of them.", "over", w, None, None, None)
        if at not in others:
            return _as(blank, f"There is no thing “{at}” to stop it in this job; choose one that there is.", "over", w, None, None, None)
        chain.append(others[at])
        if others[at].thing.hold.by != "beside":
            break
        at = others[at].thing.hold.beside
    last = chain[-1]
    mass = sum(one.mass for one in chain)
    w.say(f"Stopped by {last.thing.name}: what holds that one is asked for {mass:.1f} kg.")
    both = replace(last, thing=last.thing.model_copy(update={"mass": Mass.parse(f"{mass:.6f} kg"), "stacked": 1, "filled": None}))
    found = _held(context, both)
    stopped = f"Stopped on one side by the {last.thing.name}."
    if found.state in ("over", "unknown"):
        return replace(
            found,
            id=blank.id,
            parts=blank.parts,
            title=blank.title,
            sentence=f"{stopped} {found.sentence}",
            working=w.done() + found.working,
        )
    alone = _by_friction(context, item, road, blank, Working())
    return replace(
        alone, sentence=f"{stopped} To the others it stays by friction. {alone.sentence}", working=w.done() + found.working + alone.working
    )


def _in_g(
    finding: Finding, sentence: str, state: State, w: Working, demand: float | None, limit: float | None, use: float | None
) -> Finding:
    return replace(finding, sentence=sentence, state=state, working=w.done(), demand=demand, limit=limit, unit="g", use=use)


ON_EYES = "on each eye that a strap ends in"


def _by_straps(context: Context, item: Placed, road: _Road, blank: Finding, w: Working) -> Finding:
    hold, say = item.thing.hold, context.say
    if hold.strap_rating is None:
        return unknown(
            _as(
                blank,
                "Working load of its straps is not known: read it from the tag, and say whether that is working or breaking load.",
                "unknown",
                w,
                None,
                None,
                None,
            ),
            "strap rating",
        )
    n = w.given("n", hold.straps, "", "straps")
    if hold.strap_marked == "breaking":
        w.line("S", "S_b / k_b", "N", "working load of one, a third of what breaks it", S_b=hold.strap_rating.kg * G, k_b=STRAP_FACTOR)
    else:
        w.given("S", hold.strap_rating.kg * G, "N", "working load of one, from its tag")
    k = 1.0 if hold.over else 0.5
    have = w.line("A", "n * S * k", "N", "whole where it goes over to the other side, half where it returns", k=k)
    need = w.line("A_need", "W / 2", "N", "half the weight, 49 CFR 393.106(d)")
    use, state = at_most(need, have)
    up = w.line("F_up", "r * W", "N", "net upward in Rebound", r=road.lift)
    flat = ""
    if hold.strap_angle is None:
        upward = w.line("use_up", "F_up / A", "")
    else:
        angle = math.radians(hold.strap_angle)
        up = w.given("P", strap_pull(up, angle), "N", f"pull that holds this down at {hold.strap_angle:g}° from the deck, F_up / sin")
        upward = w.line("use_up", "P / A", "")
        if hold.strap_angle < FLAT_STRAP:
            flat = f" Flatter than {FLAT_STRAP:g}° they press little: lead them steeper."
    tall = tipping(item, road.axes, have, w)
    if isinstance(tall, str):
        return unknown(_as(blank, tall, "unknown", w, None, have, None), "height at which its straps act")
    most = max(need, up, 0.0 if tall is None else tall.need)
    w.line("F_e", "N_s / (n * k)", "N", ON_EYES, N_s=most, n=float(hold.straps), k=k)
    by_rebound = upward > use
    if by_rebound:
        use, state = at_most(up, have)
    why = "in rebound" if by_rebound else "by 49 CFR 393.106(d), half its weight"
    if tall is not None and tall.use > use:
        words = f"It tips from {tall.alone:.2f} g, {tall.case.lower()} asks {tall.asked:.2f}: {say.force(tall.need)} of {say.force(have)} of its straps are taken to hold it."
        return _as(replace(blank, case=tall.case), words, at_most(tall.use, 1.0)[1], w, tall.need, have, tall.use)
    # the clause asks whatever the manoeuvre: no case governs then
    return _as(
        replace(blank, case="Rebound" if by_rebound else "", basis=blank.basis if by_rebound else STRAP_BASIS),
        f"{n:.0f} strap{'' if n == 1 else 's together'} hold{'s' if n == 1 else ''} {say.force(have)} where {say.force(max(need, up))} is needed {why}.{flat}",
        "tight" if flat and state == "holds" else state,
        w,
        max(need, up),
        have,
        use,
    )


NOUNS = {"bolted": "bracket", "cord": "cord", "magnet": "magnet", "spring": "spring catch", "hook_and_loop": "hook and loop"}


def _by_rating(context: Context, item: Placed, road: _Road, blank: Finding, w: Working) -> Finding:
    """By what lets go at a force that was given: bolts and brackets, cords, magnets, hook and loop."""
    hold, say = item.thing.hold, context.say
    noun = NOUNS[hold.by]
    if hold.rating is None:
        words = (
            "Rating of its bolts or bracket is not known: give what one holds."
            if hold.by == "bolted"
            else (f"What the {noun} holds is not known: pull it off with a scale and give that.")
        )
        return unknown(_as(blank, words, "unknown", w, None, None, None), f"{noun} rating")
    have = w.given("B", hold.rating.kg * G, "N", f"{noun}, as given")
    subject = "Bracket" if hold.by == "bolted" else f"The {noun}"
    if hold.by == "magnet":
        return _by_magnet(context, item, road, blank, w)
    tall = tipping(item, road.axes, have, w)
    if tall is not None and not isinstance(tall, str) and tall.use > max(road.sideways[0], road.lift) * item.mass * G / have:
        words = f"It tips from {tall.alone:.2f} g, {tall.case.lower()} asks {tall.asked:.2f}: with what pushes it {say.force(tall.need)} come on the {noun}, which holds {say.force(have)}."
        return _as(replace(blank, case=tall.case), words, at_most(tall.use, 1.0)[1], w, tall.need, have, tall.use)
    w.given("a", max(road.sideways[0], road.lift), "g", "worst of the road cases")
    need = w.line("H", "a * W", "N")
    use, state = at_most(need, have)
    w.line("use", "H / B", "")
    return _as(blank, f"{subject} holds {say.force(have)} where {say.force(need)} is asked.", state, w, need, have, use)


def _by_magnet(context: Context, item: Placed, road: _Road, blank: Finding, w: Working) -> Finding:
    """Pulled off straight it holds what it was tried for; sideways it slides, and holds what friction gives of that."""
    hold, say = item.thing.hold, context.say
    if hold.friction is None:
        text = "A magnet holds sideways only what friction gives of its pull: drag it along with the scale and give force over pull as its friction."
        return unknown(_as(blank, text, "unknown", w, None, None, None), "friction of the magnet")
    w.given("a", road.sideways[0], "g", road.sideways[1])
    w.given("r", road.lift, "g", "net upward in Rebound")
    have = w.line("H_a", "mu * B", "N", "slides along what it sticks to", mu=hold.friction)
    need = w.line("H", "a * W", "N")
    use = w.line("use", "max(H / H_a, r * W / B)", "", "slides, or is pulled off")
    state = at_most(use, 1.0)[1]
    return _as(blank, f"The magnet holds {say.force(have)} sideways where {say.force(need)} is asked.", state, w, need, have, use)


def _as(
    finding: Finding, sentence: str, state: State, w: Working, demand: float | None, limit: float | None, use: float | None, case: str = ""
) -> Finding:
    return replace(
        finding, sentence=sentence, state=state, working=w.done(), demand=demand, limit=limit, unit="N", use=use, case=case or finding.case
    )


CHECKS = (JobCheck(check_held, "load"),)
