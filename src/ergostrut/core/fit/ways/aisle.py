"""The aisle left between builds that stand on both sides, and stock as long as the floor."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace

from ...finding import COMMON_PRACTICE, Finding, State, Working, at_least, unknown
from ...structure.check import JobCheck
from ...structure.context import Context
from ...structure.host import FLOOR_END
from ..space.bodies import bodies

NEED, WANT = 300.0, 450.0
"""mm that somebody goes through sideways, and straight on (common practice, no published source)."""
ANKLE, KNEE = 100.0, 400.0
"""mm: what is lower is stepped over, what begins higher stands beside no aisle (common practice, no published source)."""
STEP = 50.0


def check_aisle(context: Context) -> Iterator[Finding]:
    """Builds on the left and on the right of the middle in a closed host: what is left between them."""
    if not context.host.roofed or len(context.builds) < 2:
        return
    left: list[tuple[float, float, float, str, str]] = []
    right: list[tuple[float, float, float, str, str]] = []
    for build in context.builds:
        for body in bodies(context, build, swept=False):
            (x0, y0, z0), (x1, y1, z1) = body.lo, body.hi
            if z1 < ANKLE or z0 > KNEE:
                continue
            if y1 <= 0:
                left.append((x0, x1, y1, f"{body.name} of the {build.label}", build.id))
            elif y0 >= 0:
                right.append((x0, x1, y0, f"{body.name} of the {build.label}", build.id))
    best: tuple[float, float, str, str] | None = None
    for a0, a1, ya, one, mine in left:
        for b0, b1, yb, other, theirs in right:
            if mine != theirs and min(a1, b1) - max(a0, b0) > STEP:
                gap = yb - ya
                if best is None or gap < best[0]:
                    best = gap, (max(a0, b0) + min(a1, b1)) / 2, one, other
    if best is None:
        return
    gap, x, one, other = best
    w = Working()
    have = w.given("a", gap, "mm", f"between {one} and {other}, {x:.0f} mm from the front")
    use, state = at_least(have, NEED, WANT)
    yield Finding(
        "fit/aisle", "fit.aisle", "frame", (), "Aisle", f"{context.say.length(gap)} between {one} and {other}; {context.say.length(WANT)} is wanted.",
        state, have, NEED, "mm", use, True, WANT, basis=COMMON_PRACTICE, working=w.done(),
    )  # fmt: skip


def check_long_stock(context: Context) -> Iterator[Finding]:
    """Things longer than the floor: only through the way ahead, and exactly then how much of it."""
    host, say = context.host, context.say
    floor = host.mm(FLOOR_END)
    ahead = [one for one in host.openings if one.axis == 0 and one.sign < 0]
    for item in context.plan.placed:
        if floor is None or item.surface.body != "host" or item.size[0] <= 0.98 * floor:
            continue
        part = f"thing/{item.thing.id}"
        taken = host.dims[FLOOR_END]
        w = Working()
        w.given("L", floor, "mm", f"{taken.label.lower()}, {taken.state}")
        w.given("l", item.size[0], "mm", item.thing.name)
        have = w.line("d", "L - l", "mm")
        blank = Finding(f"{part}/long", "fit.long", "carry", (part,), f"{item.thing.name} lies inside", "", "unknown", have, 0.0, "mm", None, True, 25.0, working=w.done())  # fmt: skip
        slack = taken.tolerance if taken.state == "typical" else 0.0
        if have >= 0 and have < max(slack, 5.0):
            text = f"{say.length(item.size[0])} in {say.length(floor)}: exactly its length. Measure first."
            yield unknown(_said(blank, text), FLOOR_END)
        elif have >= 0:
            use, state = at_least(have, 0.0, 25.0)
            yield _said(blank, f"{say.length(have)} left before and behind it together.", state, use)
        elif ahead:
            one = ahead[0]
            text = (
                f"It lies inside only through the {one.name}, {say.length(-have)} past the front: keep that open and the seats clear of it."
            )
            missing = one.missing
            yield unknown(_said(blank, text), *missing) if missing else _said(blank, text, "tight", 0.95)
        else:
            yield _said(blank, f"It is {say.length(-have)} longer than the floor, and nothing ahead is open.", "over", 2.0)


def _said(finding: Finding, text: str, state: State = "unknown", use: float | None = None) -> Finding:
    return replace(finding, sentence=text, state=state, use=use)


CHECKS = (
    JobCheck(check_aisle, "room"),
    JobCheck(check_long_stock, "room"),
)
