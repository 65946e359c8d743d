"""Does what is carried stay inside the vehicle: under the roof, between the walls, ahead of the closed rear, out of what stands in it."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, replace

from ...finding import COMMON_PRACTICE, TIGHT_FROM, Finding, Working, at_least, unknown
from ...mechanics.space.boxes import upright
from ...structure.carried import Placed
from ...structure.check import JobCheck
from ...structure.context import Context
from ...structure.host import COVER, FLOOR_END, GATE_OUTSIDE, WIDTH_HIGH, Host
from .bodies import Body, near

WANT = 10.0
"""mm wanted all round (common practice, no published source)."""
TOUCH = 1.0
"""mm that what stands against a side may be drawn into it."""


@dataclass(frozen=True, slots=True)
class _Side:
    """What a thing comes nearest to: mm left, what hangs on which length, and by how much that may be less."""

    left: float
    thing: Placed
    what: str
    role: str
    loose: float


def check_within(context: Context) -> Iterator[Finding]:
    """The least room between anything carried and the vehicle round it, and everything that stands out; slides ask for what lies on them."""
    host, say = context.host, context.say
    asked = {slide.body for build in context.builds for slide in build.sliders}
    things = [item for item in context.plan.placed if item.surface.body not in asked]
    if not things or not (host.roofed or host.mm(COVER) is not None):
        return
    blank = Finding("load/within", "fit.within", "carry", (), "Things inside the vehicle", "", "unknown", None, 0.0, "mm", None, True, WANT, basis=COMMON_PRACTICE)  # fmt: skip
    rows = [side for item in things for side in _sides(host, item)]
    missing = tuple(role for role in (COVER, *(() if host.walls else (WIDTH_HIGH,))) if host.roofed and host.mm(role) is None)
    out = [side for side in rows if side.left < -TOUCH]
    if not out and missing:
        names = ", ".join(host.dims[role].label.lower() if role in host.dims else role.replace("_", " ") for role in missing)
        yield unknown(replace(blank, sentence=f"Not known until measured: {names}."), *missing)
        return
    if not rows:
        return
    worst = min(rows, key=lambda side: side.left)
    w = Working()
    have = w.given("c", worst.left, "mm", f"{worst.thing.thing.name} to the {worst.what}, as a box where it is at home")
    parts = tuple(dict.fromkeys(f"thing/{side.thing.thing.id}" for side in (out or [worst])))
    found = replace(blank, parts=parts, demand=have, working=w.done())
    close = [side for side in rows if abs(side.left) < side.loose]
    if close and worst.left > -worst.loose:
        taken = host.dims[close[0].role]
        words = f"{close[0].thing.thing.name} and the {close[0].what} hang on a typical figure. Measure first: {taken.label.lower()}."
        yield unknown(replace(found, sentence=words, hangs_on=(taken.name,)), close[0].role)
        return
    if out:
        words = "; ".join(f"{side.thing.thing.name} goes through the {side.what} by {say.length(-side.left)}" for side in out)
        yield replace(found, sentence=f"{words}. Lay it down, or put it lower.", state="over", use=at_least(have, 0.0, WANT)[0])
        return
    # what lies against a side is not tight for it
    use = min(at_least(max(have, 0.0), 0.0, WANT)[0], TIGHT_FROM)
    name = worst.thing.thing.name
    text = f"{name} clears the {worst.what} by {say.length(have)}." if have > TOUCH else f"{name} lies against the {worst.what}."
    yield replace(found, sentence=text, state="holds", use=use)


def _sides(host: Host, item: Placed) -> Iterator[_Side]:
    """Room between a thing and each side of the vehicle that is known."""
    (x, y, z), (lx, ly, lz) = item.at(), item.size
    lo, hi = (x - lx / 2, y - ly / 2, z - lz / 2), (x + lx / 2, y + ly / 2, z + lz / 2)

    def loose(role: str, share: float = 1.0) -> float:
        taken = host.dims.get(role)
        return taken.tolerance * share if taken is not None and taken.state == "typical" else 0.0

    roof = host.mm(COVER)
    if roof is not None:
        yield _Side(roof - hi[2], item, host.words["over"], COVER, loose(COVER))
    if not host.roofed:
        return
    out = max(-lo[1], hi[1])
    if host.walls:
        half = host.half_between(lo[2], hi[2], lo[0], hi[0]) or 0.0
        yield _Side(half - out, item, "wall", WIDTH_HIGH, 0.0)
    elif (wide := host.mm(WIDTH_HIGH)) is not None:
        yield _Side(wide / 2 - out, item, "wall", WIDTH_HIGH, loose(WIDTH_HIGH, 0.5))
    yield _Side(lo[0] - host.lined.get("front", 0.0), item, "front", FLOOR_END, 0.0)
    rear = next((role for role in (GATE_OUTSIDE, FLOOR_END) if host.mm(role) is not None), None)
    # what is longer than the floor has its own question
    if rear is not None and lx <= 0.98 * (host.mm(FLOOR_END) or 0.0):
        yield _Side((host.mm(rear) or 0.0) - hi[0], item, host.words["rear"], rear, loose(rear))
    if item.surface.body == "host":
        box = Body(f"thing/{item.thing.id}", item.thing.name, upright([lo], [hi]))
        stand = [Body(f"host/{one.name}", one.name, upright([one.lo], [one.hi])) for one in (*host.solids, *host.obstacles)]
        found = near([box], stand, together=False)
        if found is not None:
            yield _Side(found.gap, item, found.two.name, FLOOR_END, 0.0)


CHECKS = (JobCheck(check_within, "load"),)
