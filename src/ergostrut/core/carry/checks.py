"""Does the load stand where it was put, and does it stay there."""

from __future__ import annotations

import math
from collections.abc import Iterator
from dataclasses import dataclass, replace

from ..cases import ROAD_BASIS, road_cases
from ..constants import G
from ..finding import Finding, Line, State, Working, at_most, unknown
from ..mechanics.joints.hardware import FLAT_STRAP, STRAP_FACTOR, strap_pull
from ..structure.carried import Placed, overlap
from ..structure.context import Context

RETENTION_DOWN = 0.5
"""Vertical g that may be left while braking or cornering, on rough ground."""


def _stands(item: Placed, out: float) -> tuple[Line, ...]:
    """Where a thing stands on its surface."""
    w = Working()
    w.given("x", item.x, "mm", f"its middle from the front end of the {item.surface.label}, {item.surface.size[0]:.0f} mm long")
    w.given("y", item.y, "mm", f"right of its centre line, {item.surface.size[1]:.0f} mm wide")
    w.given("l", item.size[0], "mm", "length as it stands")
    w.given("b", item.size[1], "mm", "width as it stands")
    w.given("o", out, "mm", "too far")
    return w.done()


STRAP_BASIS = "49 CFR 393.106(d): working load of all tie-downs together at least half the weight"


def check_places(context: Context) -> Iterator[Finding]:
    """Things without a surface, without room, over the edge, or in each other."""
    plan, say = context.plan, context.say
    for thing in plan.homeless:
        yield Finding(
            f"thing/{thing.id}/place",
            "place",
            "carry",
            (f"thing/{thing.id}",),
            f"{thing.name} has no place",
            f"There is no “{thing.on}” in this job; put it on a surface that there is.",
            "over",
        )
    for thing in plan.no_room:
        yield Finding(
            f"thing/{thing.id}/place",
            "place",
            "carry",
            (f"thing/{thing.id}",),
            f"{thing.name} finds no room",
            "The surface is full. Turn it, move others together, or leave something behind.",
            "over",
        )
    full = {thing.id for thing in plan.no_room}
    for i, a in enumerate(plan.placed):
        if a.thing.id in full:
            continue
        long, wide = a.surface.size
        out = max(a.size[0] / 2 - a.x, a.x + a.size[0] / 2 - long, abs(a.y) + a.size[1] / 2 - wide / 2)
        if out > 1e-6:
            yield Finding(
                f"thing/{a.thing.id}/edge",
                "edge",
                "carry",
                (f"thing/{a.thing.id}",),
                f"{a.thing.name} over the edge",
                f"It stands {say.length(out)} over the edge of the {a.surface.label}.",
                "over",
                out,
                0.0,
                "mm",
                working=_stands(a, out),
            )
        for b in plan.placed[i + 1 :]:
            depth = overlap(a, b) if b.surface.id == a.surface.id and b.thing.id not in full else 0.0
            if depth > 1e-6:
                yield Finding(
                    f"thing/{a.thing.id}/overlap.{b.thing.id}",
                    "overlap.things",
                    "carry",
                    (f"thing/{a.thing.id}", f"thing/{b.thing.id}"),
                    f"{a.thing.name} and {b.thing.name} stand in each other",
                    f"They overlap by {say.length(depth)}.",
                    "over",
                    depth,
                    0.0,
                    "mm",
                    working=(*_stands(a, depth), *_stands(b, depth)),
                )


def check_held(context: Context) -> Iterator[Finding]:
    """What keeps each thing in its place on the road, in the manoeuvre that would first let it go."""
    for item in context.plan.placed:
        yield _held(context, item)


@dataclass(frozen=True, slots=True)
class _Road:
    """What the road asks of a loose thing: g sideways with its case, g upward in Rebound, and whether that is among the loads."""

    sideways: tuple[float, str]
    lift: float
    rebound: bool


def _held(context: Context, item: Placed) -> Finding:
    cases = {case.name: case.g for case in road_cases(context.design.loads)}
    sideways = max(((abs(g[0]) + abs(g[1]), name) for name, g in cases.items() if name not in ("Bump", "Rebound")), default=(0.0, ""))
    lift = cases["Rebound"][2] if "Rebound" in cases else 0.0
    blank = Finding(
        f"thing/{item.thing.id}/held",
        "held",
        "carry",
        (f"thing/{item.thing.id}",),
        f"{item.thing.name} stays put",
        "",
        "unknown",
        case=sideways[1],
        position="in",
        basis=ROAD_BASIS,
    )
    road = _Road(sideways, lift, "Rebound" in cases)
    w = Working()
    w.given("W", item.mass * G, "N", f"{item.mass:.1f} kg")
    way = {"weight": _by_weight, "friction": _by_friction, "straps": _by_straps}.get(item.thing.hold.by, _by_bracket)
    return way(context, item, road, blank, w)


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


def _by_friction(context: Context, item: Placed, road: _Road, blank: Finding, w: Working) -> Finding:
    hold, say = item.thing.hold, context.say
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
    w.given("a", road.sideways[0], "g", road.sideways[1])
    have = w.line("F", "mu * W * n", "N", "with half the weight on rough ground", n=RETENTION_DOWN)
    need = w.line("H", "a * W", "N")
    use, state = at_most(need, have)
    return _as(
        blank, f"Friction gives {say.force(have)} where {road.sideways[1].lower()} asks {say.force(need)}.", state, w, need, have, use
    )


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
    r = w.line("F_up", "r * W", "N", "net upward in Rebound", r=road.lift)
    flat = ""
    if hold.strap_angle is None:
        upward = w.line("use_up", "F_up / A", "")
    else:
        angle = math.radians(hold.strap_angle)
        w.given("P", strap_pull(r, angle), "N", f"pull that holds this down at {hold.strap_angle:g}° from the deck, F_up / sin")
        upward = w.line("use_up", "P / A", "")
        if hold.strap_angle < FLAT_STRAP:
            flat = f" Flatter than {FLAT_STRAP:g}° they press little: lead them steeper."
    by_rebound = upward > use
    if by_rebound:
        use, state = upward, at_most(r, have)[1]
    why = "in rebound" if by_rebound else "by 49 CFR 393.106(d), half its weight"
    # the clause asks whatever the manoeuvre: no case governs then
    return _as(
        replace(blank, case="Rebound" if by_rebound else "", basis=blank.basis if by_rebound else STRAP_BASIS),
        f"{n:.0f} strap{'' if n == 1 else 's together'} hold{'s' if n == 1 else ''} {say.force(have)} where {say.force(max(need, r))} is needed {why}.{flat}",
        "tight" if flat and state == "holds" else state,
        w,
        max(need, r),
        have,
        use,
    )


def _by_bracket(context: Context, item: Placed, road: _Road, blank: Finding, w: Working) -> Finding:
    hold, say = item.thing.hold, context.say
    if hold.rating is None:
        return unknown(
            _as(blank, "Rating of its bolts or bracket is not known: give what one holds.", "unknown", w, None, None, None),
            "bracket rating",
        )
    have = w.given("B", hold.rating.kg * G, "N", "bracket, as given")
    w.given("a", max(road.sideways[0], road.lift), "g", "worst of the road cases")
    need = w.line("H", "a * W", "N")
    use, state = at_most(need, have)
    return _as(blank, f"Bracket holds {say.force(have)} where {say.force(need)} is asked.", state, w, need, have, use)


def _as(
    finding: Finding, sentence: str, state: State, w: Working, demand: float | None, limit: float | None, use: float | None, case: str = ""
) -> Finding:
    return replace(
        finding, sentence=sentence, state=state, working=w.done(), demand=demand, limit=limit, unit="N", use=use, case=case or finding.case
    )
