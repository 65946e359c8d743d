"""What the road asks of a truck as it is built: how wide and high it is, how steep a ramp it leaves, whether its lamps are seen. To know, not verdicts:
the law of the place decides."""

from __future__ import annotations

import itertools
import math
from collections.abc import Iterator, Sequence

from ...finding import Finding, Working
from ...structure.check import JobCheck
from ...structure.context import Context
from ...structure.host import CAB_HEIGHT, CAB_LIGHT, CAB_WIDTH, GROUND, RAIL_DEPTH, RAIL_END, REAR_AXLE, SIDE_HEIGHT, SPREAD, TYRE
from ...structure.standing.setting import scene_travels, setting_at
from .bodies import Body, bodies_at, on_floor

LAMPS, WIDE = 2032.0, 2590.8
"""mm of overall width from which clearance and identification lamps are asked for (80 in, 49 CFR 571.108), and over which it takes a permit (102 in,
23 CFR 658.15)."""
LENS = 45.0
"""mm that the third brake light is high (typical)."""
STEEP = 0.5
TALL = 300.0
"""mm over the bed's sides from which something stands in the wind and in the way (common practice, no published source)."""
LAW = "Check local law before you drive."


def check_road(context: Context) -> Iterator[Finding]:
    """Of a truck whose height above the ground is known, with what stands on it as it is driven; nothing where no build is."""
    host, ground = context.host, context.host.mm(GROUND)
    if not context.builds:
        return
    if ground is None:
        yield from _over_a_bed(context)
        return
    driven = [bodies_at(context, build, setting_at(build, scene_travels(build, "driving"))) for build in context.builds]
    there = [*itertools.chain(*driven), *on_floor(context)]
    yield _size(context, there, ground)
    axle, tyre, spread = host.mm(REAR_AXLE), host.mm(TYRE), host.mm(SPREAD) if SPREAD in host.dims else 0.0
    if axle is not None and tyre is not None and spread is not None:
        yield from _departure(context, there, ground, axle + spread, tyre / 2)
    light = host.mm(CAB_LIGHT)
    if light is not None:
        yield _light(there, light)


def _note(
    check: str, title: str, parts: tuple[str, ...], sentence: str, demand: float | None, unit: str, w: Working, basis: str
) -> Finding:
    return Finding(f"host/{check}", check, "frame", parts, title, sentence, "note", demand, None, unit, None, basis=basis, working=w.done())


def _size(context: Context, there: Sequence[Body], ground: float) -> Finding:
    say, host, w = context.say, context.host, Working()
    cab = host.mm(CAB_WIDTH) or 0.0
    wide = w.given("b", max(cab, max(b.hi[1] for b in there) - min(b.lo[1] for b in there)), "mm", "overall, mirrors left out")
    w.given("z", max(host.mm(CAB_HEIGHT) or 0.0, max(b.hi[2] for b in there)), "mm", "highest, over the frame's rails")
    high = w.line("h", "z + h_g", "mm", "over the ground, unladen", h_g=ground)
    text = f"{say.length(wide)} wide and {say.length(high)} high over the ground."
    return _note(
        "road.size",
        "On the road, its size",
        ("host",),
        f"{text}{_law(wide)} {LAW}",
        wide,
        "mm",
        w,
        "23 CFR 658.15, 49 CFR 571.108; check local law",
    )


def _over_a_bed(context: Context) -> Iterator[Finding]:
    """Of what stands over an open bed's sides: how wide it is, and how high where it is known how high the floor is."""
    host, top, say = context.host, context.host.mm(SIDE_HEIGHT), context.say
    if SIDE_HEIGHT not in host.dims or host.roofed or top is None:
        return
    driven = [bodies_at(context, build, setting_at(build, scene_travels(build, "driving"))) for build in context.builds]
    over = [body for body in itertools.chain(*driven) if body.hi[2] > top + TALL]
    if not over:
        return
    w, floor = Working(), host.weights.floor
    wide = w.given("b", max(b.hi[1] for b in over) - min(b.lo[1] for b in over), "mm", "of what stands over the bed's sides")
    z = w.given("z", max(b.hi[2] for b in over), "mm", "highest, over the bed's floor")
    text = f"{say.length(wide)} wide over the bed's sides, {say.length(z)} high over its floor"
    if floor is not None:
        h = w.line("h", "z + h_g", "mm", "over the ground, unladen", h_g=floor.mm)
        text += f", {say.length(h)} over the ground"
    basis = "23 CFR 658.15, 49 CFR 571.108; check local law"
    yield _note("road.size", "On the road, its size", ("host",), f"{text}.{_law(wide)} {LAW}", wide, "mm", w, basis)


def _law(wide: float) -> str:
    if wide > WIDE:
        return " Over 102 in (2.59 m) it takes a permit (23 CFR 658.15)."
    if wide >= LAMPS:
        return " From 80 in (2.03 m) of width on clearance and identification lamps are asked for (49 CFR 571.108)."
    return ""


def _departure(context: Context, there: Sequence[Body], ground: float, axle: float, r: float) -> Iterator[Finding]:
    """The steepest ramp that nothing behind the tyres touches as they leave it: a line that lies on the tyre and passes below all of that. What is
    reckoned from the tyre's rear edge, height over overhang, is said beside it: it is steeper than what passes."""
    say, host, w = context.say, context.host, Working()
    rows = [(body.part, body.name, body.hi[0], body.lo[2]) for body in there]
    end = host.mm(RAIL_END)
    if end is not None:
        rows.append(("host", "end of the frame's rails", end, -(host.mm(RAIL_DEPTH) or 0.0)))
    behind = [(_tangent(x - axle, ground + z, r), part, name, x, z) for part, name, x, z in rows if x > axle + r + 1.0]
    if not behind:
        return
    angle, part, name, x, z = min(behind, key=lambda row: row[0])
    w.given("h", ground + z, "mm", f"the {name} over the ground, unladen")
    w.given("x", x - axle, "mm", "behind the axle")
    w.given("r", r, "mm", "of the tyre")
    w.line("d", "sqrt(x**2 + (h - r)**2)", "mm", "from the axle")
    degrees = w.given("alpha", math.degrees(angle), "deg", "atan((h - r) / x) + asin(r / d)")
    w.given(
        "beta",
        math.degrees(math.atan2(ground + z, x - axle - r)),
        "deg",
        "atan(h / (x - r)), from the tyre's rear edge: it strikes before that",
    )
    text = f"Leaves ramps up to {degrees:.0f} degrees: the {name} stands {say.length(x - axle - r)} behind the tyre, {say.length(ground + z)} over the ground."
    basis = "a line tangent to the tyre that touches what is behind it, 49 CFR 523.2 (from memory), unladen on its tyres"
    yield _note("road.departure", "Departure angle", (part,), text, degrees, "deg", w, basis)


def _tangent(x: float, h: float, r: float) -> float:
    """The angle of a line under a tyre of radius ``r`` that passes through a point ``x`` behind its axle, ``h`` over the ground."""
    return math.atan2(h - r, x) + math.asin(r / math.hypot(x, h - r))


def _light(there: Sequence[Body], light: float) -> Finding:
    """Whether anything behind the cab stands before its third brake light, seen level from behind."""
    before = [b for b in there if b.hi[0] > 0 and b.lo[2] < light + LENS and b.hi[2] > light + STEEP and b.lo[1] < 0 < b.hi[1]]
    w = Working()
    w.given("h_l", light, "mm", "lower edge of its lens over the frame's rails")
    if before:
        names = list(dict.fromkeys(body.name for body in before))[:2]
        text = f"The {' and '.join(names)} {'stand' if len(names) > 1 else 'stands'} before the cab's third brake light: mount one at the rear, where it is seen (49 CFR 571.108). {LAW}"
    else:
        text = "The cab's third brake light is seen from behind over what stands there."
    parts = tuple(body.part for body in before[:2]) or ("host",)
    return _note("road.light", "Third brake light", parts, text, light, "mm", w, "49 CFR 571.108; check local law")


CHECKS = (JobCheck(check_road, "room"),)
