"""What the user measured that stands in the host and stays: every build keeps clear of it, in its whole travel."""

from __future__ import annotations

from collections.abc import Iterator

from ...finding import Finding, Working
from ...mechanics.space.boxes import upright
from ...structure.assembly import Assembly
from ...structure.check import BuildCheck
from ...structure.context import Context
from .bodies import Body, bodies, near
from .distance_finding import room

WANT = 10.0
"""mm wanted beside an obstacle."""


def check_obstacles(context: Context, build: Assembly) -> Iterator[Finding]:
    """The nearest of them to anything of a build, or to what it carries."""
    rows = [Body(f"host/{box.name}", box.name, upright([box.lo], [box.hi])) for box in context.host.obstacles]
    found = near(bodies(context, build), rows, together=False)
    if found is None:
        return
    say, have, w = context.say, found.gap, Working()
    w.given("c", have, "mm", f"{found.one.name} to the {found.two.name}, home and along every travel, each as a box")
    words = (
        f"{found.one.name} passes the {found.two.name} by {say.length(have)} at the nearest."
        if have >= 0
        else f"{found.one.name} meets the {found.two.name}, {say.length(-have)} deep; it lies {found.towards} of it."
    )
    yield room(f"{build.id}/fit.obstacles", "Clear of obstacles", (found.one.part,), words[:1].upper() + words[1:], have, WANT, w)


CHECKS = (BuildCheck(check_obstacles),)
