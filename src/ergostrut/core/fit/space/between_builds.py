"""Do the builds of a job and what they carry leave each other room, home and along every travel."""

from __future__ import annotations

import itertools
from collections.abc import Iterator, Sequence

from ...finding import Finding, Working
from ...structure.assembly import Assembly
from ...structure.check import JobCheck
from ...structure.context import Context
from .bodies import Body, Near, bodies, near
from .clearance import doubtful
from .distance_finding import room

WANT = 10.0
"""mm wanted between two builds."""
TOUCH = 1.0
"""mm that what stands on another may be drawn into it."""


def check_between(context: Context) -> Iterator[Finding]:
    """The nearest pair of every two builds: over where they meet."""
    if len(context.builds) < 2:
        return
    rows = [(build, bodies(context, build)) for build in context.builds]
    for (one, mine), (two, theirs) in itertools.combinations(rows, 2):
        # what stands on another touches it, and what closes round it leaves no way out: the deepest pair says how far it must go
        stands = _stands(one, two)
        found = _within(context, one, mine, two, theirs) if stands else near(mine, theirs, together=True)
        if found is not None and not (stands and found.gap >= -TOUCH):
            yield doubtful(two, context, doubtful(one, context, _finding(context, one, two, found)))


def _stands(one: Assembly, two: Assembly) -> bool:
    """Whether one of them stands on the other: they touch then."""
    return one.on == two.id or two.on == one.id


def _within(context: Context, one: Assembly, mine: Sequence[Body], two: Assembly, theirs: Sequence[Body]) -> Near | None:
    """The nearest pair of a build and one that stands on it. Its doors stand open when what is inside is drawn out: they pass that at home alone."""

    def shut(build: Assembly, rows: Sequence[Body]) -> tuple[list[Body], list[Body]]:
        leaves = {door.panel for door in build.doors}
        return [row for row in rows if row.part not in leaves], [row for row in rows if row.part in leaves]

    below, above = (one, two) if two.on == one.id else (two, one)
    (walls, leaves), inside = shut(below, mine if below is one else theirs), theirs if below is one else mine
    rows = [(walls, inside), (leaves, bodies(context, above, swept=False))]
    found = [near(a, b, together=False) if below is one else near(b, a, together=False) for a, b in rows]
    return min((row for row in found if row is not None), key=lambda row: row.gap, default=None)


def _finding(context: Context, one: Assembly, two: Assembly, found: Near) -> Finding:
    say, have, w = context.say, found.gap, Working()
    words = f"{found.one.name} and {found.two.name}"
    w.given(
        "c", have, "mm", f"{found.one.name} of {one.label} to {found.two.name} of {two.label}, home and along every travel, each as a box"
    )
    w.say(f"The way from the one to the other, x to the rear, y to the right, z up: {', '.join(f'{v:.2f}' for v in found.way)}.")
    sentence = (
        f"{words} pass each other by {say.length(have)} at the nearest."
        if have >= 0
        else f"{words} stand in each other by {say.length(-have)}; {two.label} moved {found.towards} by that would clear."
    )
    parts = found.one.part, found.two.part
    return room(f"{one.id}/fit.{two.id}", f"{one.label} and {two.label}", parts, sentence, have, WANT, w, "fit.between")


CHECKS = (JobCheck(check_between, "room"),)
