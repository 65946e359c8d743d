"""A slide-in camper against what the vehicle's maker says of one: all cargo, and where its centre of gravity lies (49 CFR 575.103)."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import replace

from ..finding import TIGHT_FROM, Finding, Working, at_least, at_most, unknown
from ..structure.context import Context
from .ledger import LedgerRow

BASIS = "49 CFR 575.103, from memory: the maker's cargo weight rating, and limits of the centre of gravity"
NEAR = 50.0
"""mm from an end of the range that are wanted (common practice, no published source)."""


def check_camper(context: Context, entries: Sequence[LedgerRow]) -> Iterator[Finding]:
    """All builds and all load, where one of the builds slides in and is tied down; nothing otherwise."""
    plate, say = context.host.camper, context.say
    if plate is None or not any(strap.ties for build in context.builds for strap in build.straps):
        return
    rows = [entry for entry in entries if entry.group in ("build", "load")]
    kg, w = sum(entry.kg for entry in rows), Working()
    parts = tuple(build.id for build in context.builds if any(strap.ties for strap in build.straps))
    w.given("m", kg, "kg", "builds and load, driving")
    blank = Finding(
        "balance/camper.rating",
        "camper.rating",
        "balance",
        parts,
        "Cargo weight rating",
        "",
        "unknown",
        kg,
        plate.rating,
        "kg",
        basis=BASIS,
    )
    if plate.rating is None:
        text = f"{say.mass(kg)} of camper and load. What the maker allows is not known: read it, and give it on Measure."
        yield unknown(replace(blank, sentence=text, working=w.done()), "cargo weight rating")
    else:
        w.line("use", "m / R", "", R=plate.rating)
        use, state = at_most(kg, plate.rating)
        yield replace(blank, sentence=f"{say.mass(kg)} of {say.mass(plate.rating)}.", use=use, state=state, working=w.done())
    if any(entry.x is None for entry in rows) or kg <= 0:
        return
    x, w = sum(entry.kg * (entry.x or 0.0) for entry in rows) / kg, Working()
    w.given("x", x, "mm", "centre of gravity of builds and load, behind the bed's front")
    blank = Finding(
        "balance/camper.range", "camper.range", "balance", parts, "Centre of the camper", "", "unknown", x, None, "mm", basis=BASIS
    )
    if plate.ahead is None or plate.behind is None:
        text = f"It lies {say.length(x)} behind the bed's front. Within which limits the maker wants it is not known: give them on Measure."
        yield unknown(replace(blank, sentence=text, working=w.done()), "range of the camper's centre of gravity")
        return
    have = w.line("c", "min(x - x_1, x_2 - x)", "mm", "to the nearer end of the range", x_1=plate.ahead, x_2=plate.behind)
    use, state = at_least(have, 0.0, min(NEAR, (plate.behind - plate.ahead) / 2))
    use = max(use, TIGHT_FROM) if state != "holds" else use
    way = f"{say.length(have)} within" if have >= 0 else f"{say.length(-have)} {'ahead of' if x < plate.ahead else 'behind'}"
    text = f"It lies {say.length(x)} behind the bed's front, {way} the maker's {say.length(plate.ahead)} to {say.length(plate.behind)}."
    caution = (
        "Too far back it lifts the front wheels: it steers and brakes badly. Move what is heavy forward."
        if state == "over" and x > plate.behind
        else ""
    )
    yield replace(blank, sentence=text, demand=have, limit=0.0, minimum=True, use=use, state=state, working=w.done(), caution=caution)
