"""Room for people where they sleep: under what lies over them, lying on their side and sitting up."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace

from ...finding import COMMON_PRACTICE, Finding, Working, at_least
from ...structure.assembly import Assembly
from ...structure.check import JobCheck
from ...structure.context import Context
from ...structure.host import COVER
from ...structure.nouns.parts import Surface
from ..space.bodies import bodies

SITTING, SHOULDERS = 0.52, 0.259
"""Of stature: sitting height, and breadth at the shoulders, which is how high somebody on his side lies (Drillis and Contini 1966)."""
LIES = 500.0
"""mm of a bed's width that somebody lies on (common practice, no published source)."""
BASIS = f"Drillis and Contini 1966; turning over as the least, sitting up as the wish: {COMMON_PRACTICE}"


def check_headroom(context: Context) -> Iterator[Finding]:
    """Every sleeper under the roof or the cover, or under what another build holds over the bed."""
    context = context.at("night")
    beds = {surface.id: (build, surface) for build in context.builds for surface in build.surfaces}
    for person in context.design.carry.crew:
        if person.sleeps is None or person.sleeps not in beds or person.stature is None:
            continue
        found = _headroom(context, *beds[person.sleeps], person.name, person.stature.mm, f"person/{person.id}")
        if found is not None:
            yield found


def _headroom(context: Context, build: Assembly, bed: Surface, name: str, stature: float, part: str) -> Finding | None:
    host, say = context.host, context.say
    cover, roof = host.dims.get(COVER), host.mm(COVER) or 0.0
    top = bed.origin[2]
    over = _over(context, build, bed, top)
    blank = Finding(
        f"{part}/headroom",
        "bed.headroom",
        "carry",
        (part, bed.body),
        f"Headroom of {name}",
        "",
        "unknown",
        unit="mm",
        minimum=True,
        basis=BASIS,
    )
    if cover is None or cover.mm is None:
        if over is None and (cover is None or cover.optional):
            return None
        if over is None and cover is not None:
            return replace(blank, sentence=f"Not known until measured: {cover.label.lower()}.", missing=(COVER,))
    w = Working()
    if cover is not None and cover.mm is not None and (over is None or roof <= over[0]):
        w.given("H", roof, "mm", f"{cover.label.lower()}, {cover.state}")
        what = f"the {host.words['over']}"
        slack = cover.tolerance if cover.state == "typical" else 0.0
    else:
        assert over is not None
        w.given("H", over[0], "mm", f"underside of {over[1]}")
        what, slack = f"the {over[1]}", 0.0
    w.given("z", top, "mm", "top of the bed, its mattress unpressed")
    w.given("S", stature, "mm", "stature")
    have = w.line("h", "H - z", "mm", "over the bed")
    lying, sitting = w.line("h_l", "k * S", "mm", "lies on one side", k=SHOULDERS), w.line("h_s", "k * S", "mm", "sits up", k=SITTING)
    use, state = at_least(have, lying, sitting)
    if have < lying:
        words = f"{say.length(have)} over the bed under {what}: too little to turn over, {say.length(lying)} is the least."
    elif have < sitting:
        words = f"Lies, and cannot sit up: {say.length(sitting - have)} short under {what}."
    else:
        words = f"Sits up under {what} with {say.length(have - sitting)} to spare."
    stake = min(abs(have - lying), abs(have - sitting))
    if slack and stake < slack:
        w.say(f"Tolerance of what is typical, not measured: {slack:.0f} mm, more than the {stake:.0f} mm at stake.")
        words = f"{words} That hangs on a typical figure. Measure first: {cover.label.lower() if cover else ''}."
        return replace(blank, sentence=words, demand=have, limit=lying, want=sitting, hangs_on=(COVER,), missing=(COVER,), working=w.done())
    return replace(blank, sentence=words, state=state, use=use, demand=have, limit=lying, want=sitting, working=w.done())


def _over(context: Context, build: Assembly, bed: Surface, top: float) -> tuple[float, str] | None:
    """The lowest thing that another build has over those who sleep on a bed, and its name: they lie side by side where there is most room."""
    across = 0 if bed.size[0] < bed.size[1] else 1
    lo, hi = bed.origin[:2], (bed.origin[0] + bed.size[0], bed.origin[1] + bed.size[1])
    rows = []
    for other in context.builds:
        if other is build:
            continue
        for body in bodies(context, other, swept=False):
            for a, b in zip(body.boxes.lo.tolist(), body.boxes.hi.tolist(), strict=True):
                if all(a[i] < hi[i] and b[i] > lo[i] for i in (0, 1)) and a[2] >= top:
                    rows.append((a[2], f"{body.name} of the {other.label}", a[across], b[across]))
    people = [person for person in context.design.carry.crew if person.sleeps == bed.id]
    wide = min(LIES * len(people), hi[across] - lo[across])
    starts = {lo[across], hi[across] - wide, *(end for _, _, _, end in rows), *(begin - wide for _, _, begin, _ in rows)}
    best: tuple[float, str] | None = None
    for start in sorted(v for v in starts if lo[across] - 1e-6 <= v <= hi[across] - wide + 1e-6):
        lowest = min(((z, name) for z, name, begin, end in rows if begin < start + wide - 1e-6 and end > start + 1e-6), default=None)
        if lowest is None:
            return None
        best = lowest if best is None else max(best, lowest)
    return best


CHECKS = (JobCheck(check_headroom, "load"),)
