"""Straps as what they pass: whoever and whatever is in their line."""

from __future__ import annotations

from collections.abc import Iterator

import numpy as np

from ...finding import Finding, Working
from ...mechanics.space.boxes import Boxes, frames, upright
from ...prove.model.hanging import hooked
from ...structure.assembly import Assembly
from ...structure.check import BuildCheck, JobCheck
from ...structure.context import Context
from ...structure.standing.exposed import wall_beside
from ...structure.standing.setting import Setting, scene_travels, setting_at
from .bodies import Body, bodies_at, near, on_floor
from .clearance import doubtful
from .distance_finding import room

WIDE = 25.0
"""mm: usual webbing, which may lie on any side as it twists (common practice, no published source)."""
PIECES = 8
"""Boxes in a row that one is taken as, so that upright boxes round those of a leaning one stay slim."""
WANT = 20.0
"""mm wanted between a strap and what it might rub on (common practice, no published source)."""
BESIDE = 5.0
"""mm wanted between a tie-down and what it runs past (common practice, no published source)."""
RUBS = "A strap that bears on an edge tears there: lead it clear, or take the edge away."


def straps_at(build: Assembly, setting: Setting) -> tuple[Body, ...]:
    """Every strap that is hooked in where a build stands, in pieces from what it holds to what it hangs from."""
    found = []
    for strap in hooked(build, setting):
        run = np.array(strap.run)
        at = np.array(strap.at) + run * ((np.arange(PIECES) + 0.5) / PIECES)[:, None]
        half = [float(np.linalg.norm(run)) / PIECES / 2, WIDE / 2, WIDE / 2]
        found.append(Body(strap.id, strap.label, Boxes(at, np.tile(frames(run[None]), (PIECES, 1, 1)), np.tile(half, (PIECES, 1)))))
    return tuple(found)


def check_ties(context: Context, build: Assembly) -> Iterator[Finding]:
    """What ties a build down, past its own skins and decks and past what stands in the host: a tie that goes through one of them does not go there."""
    ties = {strap.id for strap in build.straps if strap.ties}
    if not ties:
        return
    mine = [row for row in straps_at(build, setting_at(build, {})) if row.part in ties]
    panels = {panel.id for panel in build.panels}
    walls = [row for row in bodies_at(context, build, setting_at(build, {}), things=False) if row.part in panels]
    host = context.host
    others = [*walls, *(Body(box.name, box.name, upright([box.lo], [box.hi])) for box in (*host.solids, *host.obstacles))]
    found = near(mine, others, together=False)
    if found is None:
        return
    say, w = context.say, Working()
    w.given("c", found.gap, "mm", f"{found.one.name} to {found.two.name}, {WIDE:.0f} mm wide at the most")
    text = (
        f"The {found.one.name} passes {found.two.name} by {say.length(found.gap)} at the nearest."
        if found.gap >= 0
        else f"The {found.one.name} goes through {found.two.name}: hook it in elsewhere."
    )
    yield room(f"{build.id}/fit.ties", "Tie-downs run clear", (found.one.part, found.two.part), text, found.gap, BESIDE, w)


def check_straps(context: Context) -> Iterator[Finding]:
    """The strap of a build that passes nearest to another build or to what is carried, where it hangs parked and at night."""
    for n, build in enumerate(context.builds):
        worst = None
        below = context.build(build.on) if build.on else None
        hung_from = {beside[0].id for strap in build.straps if below is not None and (beside := wall_beside(below, strap.to))}
        for scene in ("parked", "night"):
            then = context.at(scene)
            mine = straps_at(build, setting_at(build, scene_travels(build, scene)))
            others = [
                row for k, other in enumerate(context.builds) if k != n for row in bodies_at(then, other, setting_at(other, scene_travels(other, scene)))
                if row.part not in hung_from
            ]  # fmt: skip
            found = near(mine, [*others, *on_floor(then)], together=False)
            if found is not None and (worst is None or found.gap < worst[0].gap):
                worst = found, scene
        if worst is None:
            continue
        found, scene = worst
        w = Working()
        w.given("c", found.gap, "mm", f"{found.one.name} to {found.two.name}, {scene}, the strap {WIDE:.0f} mm wide")
        say = context.say
        text = (
            f"The {found.one.name} passes {found.two.name} by {say.length(found.gap)} at the nearest."
            if found.gap >= 0
            else f"The {found.one.name} goes through {found.two.name}, {scene}. {RUBS}"
        )
        hangs = room(f"{build.id}/fit.straps", "Straps hang clear", (found.one.part, found.two.part), text, found.gap, WANT, w)
        yield doubtful(build, context, hangs)


CHECKS = (JobCheck(check_straps, "room"), BuildCheck(check_ties, ("straps",)))
