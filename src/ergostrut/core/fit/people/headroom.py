"""Room for people where they sleep: under what lies over them, lying on their side and sitting up; over their feet where something reaches over those."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace

import numpy as np

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
FEET, TOES = 450.0, 250.0
"""mm of a bed's end that feet and shins lie on, and over it that feet need (common practice, no published source)."""
BASIS = f"Drillis and Contini 1966; turning over as the least, sitting up as the wish: {COMMON_PRACTICE}"


def check_headroom(context: Context) -> Iterator[Finding]:
    """Every sleeper under the roof, of the host or of what he lies in, or the cover, or under what another build holds over the bed; his feet under
    what reaches over one end of it."""
    context = context.at("night")
    beds = {surface.id: (build, surface) for build in context.builds for surface in build.surfaces}
    for person in context.design.carry.crew:
        if person.sleeps is None or person.sleeps not in beds or person.stature is None:
            continue
        build, bed = beds[person.sleeps]
        over, feet = _over(context, bed, *_hanging(context, build, bed, SHOULDERS * person.stature.mm))
        found = _headroom(context, build, bed, over, person.name, person.stature.mm, f"person/{person.id}")
        if found is not None:
            yield found
        if feet is not None:
            yield _feet(context, bed, feet, person.name, f"person/{person.id}")


@dataclass(frozen=True, slots=True, order=True)
class _Hangs:
    """What another build holds over a bed at ``z``, from ``begin`` to ``end`` across it."""

    z: float
    name: str
    begin: float
    end: float


def _feet(context: Context, bed: Surface, low: _Hangs, name: str, part: str) -> Finding:
    say, w = context.say, Working()
    w.given("H", low.z, "mm", f"underside of {low.name}")
    w.given("z", bed.origin[2], "mm", "top of the bed, its mattress unpressed")
    have = w.line("h", "H - z", "mm", "over his feet")
    use, state = at_least(have, TOES, TOES)
    few = "" if state == "holds" else f", {say.length(TOES)} is the least: he cannot turn his feet up"
    return Finding(
        f"{part}/feet", "bed.feet", "carry", (part, bed.body), f"Room for the feet of {name}", f"{say.length(have)} over his feet under the {low.name}{few}.",
        state, have, TOES, "mm", use, True, basis=f"toes up under a shelf: {COMMON_PRACTICE}", working=w.done(),
    )  # fmt: skip


def _headroom(
    context: Context, build: Assembly, bed: Surface, hangs: _Hangs | None, name: str, stature: float, part: str
) -> Finding | None:  # fmt: skip
    host, say = context.host, context.say
    cover, roof = host.dims.get(COVER), host.mm(COVER) or 0.0
    top = bed.origin[2]
    held = (hangs.z, hangs.name) if hangs is not None else None
    over = min((one for one in (held, _roof(context, build, bed)) if one is not None), default=None)
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


def _roof(context: Context, build: Assembly, bed: Surface) -> tuple[float, str] | None:
    """What the build that he lies in, or that this stands in, has over its inside, and what that is called."""
    found = [(bed.origin[2] + bed.clear, f"roof of the {build.label}")] if bed.clear is not None else []
    now: Assembly | None = build
    while now is not None:
        if now.clear is not None:
            found.append((now.clear.hi[2], f"roof of the {now.label}"))
        now = context.build(now.on) if now.on else None
    return min(found, default=None)


def _hanging(context: Context, build: Assembly, bed: Surface, turning: float) -> tuple[list[_Hangs], list[_Hangs]]:
    """What other builds hold over a bed: over those who lie there, and too low to turn over under it, ``turning``, over one end of it alone, where
    their feet lie: the end over which the lowest reaches."""
    across = 0 if bed.size[0] < bed.size[1] else 1
    along, top = 1 - across, bed.origin[2]
    lo, hi = bed.origin[:2], (bed.origin[0] + bed.size[0], bed.origin[1] + bed.size[1])
    rows = []
    for other in context.builds:
        if other is build:
            continue
        for body in bodies(context, other, swept=False):
            for a, b in zip(body.boxes.lo.tolist(), body.boxes.hi.tolist(), strict=True):
                if all(a[i] < hi[i] and b[i] > lo[i] for i in (0, 1)) and a[2] >= top:
                    rows.append((_Hangs(a[2], f"{body.name} of the {other.label}", a[across], b[across]), a[along], b[along]))
    ends = (
        [one for one, _, b in rows if b <= lo[along] + FEET and one.z < top + turning],
        [one for one, a, _ in rows if a >= hi[along] - FEET and one.z < top + turning],
    )
    feet = max(ends, key=lambda end: (-min((one.z for one in end), default=1e9), len(end)))
    return [one for one, _, _ in rows if one not in feet], feet


def _over(context: Context, bed: Surface, rows: Sequence[_Hangs], feet: Sequence[_Hangs]) -> tuple[_Hangs | None, _Hangs | None]:
    """The lowest thing that another build has over those who sleep on a bed, and over their feet: they lie side by side where there is most room."""
    across = 0 if bed.size[0] < bed.size[1] else 1
    lo, hi = bed.origin[across], bed.origin[across] + bed.size[across]
    people = [person for person in context.design.carry.crew if person.sleeps == bed.id]
    wide = min(LIES * len(people), hi - lo)
    all_of = (*rows, *feet)
    starts = {lo, hi - wide, *(one.end for one in all_of), *(one.begin - wide for one in all_of)}

    def lowest(which: Sequence[_Hangs], start: float) -> _Hangs | None:
        return min((one for one in which if one.begin < start + wide - 1e-6 and one.end > start + 1e-6), default=None)

    lanes = [(lowest(rows, at), lowest(feet, at)) for at in sorted(v for v in starts if lo - 1e-6 <= v <= hi - wide + 1e-6)]
    return max(lanes, key=lambda lane: tuple(one.z if one is not None else np.inf for one in lane))


CHECKS = (JobCheck(check_headroom, "load"),)
