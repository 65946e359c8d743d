"""Does a build keep clear of walls that lean or curve, at home and on the way of everything that moves."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace

from ...finding import COMMON_PRACTICE, Finding, Working, at_least
from ...structure.assembly import Assembly
from ...structure.context import Context
from ...structure.nouns.panel import Shell
from ...structure.nouns.parts import Point3
from ...structure.standing.posed import as_it_stands, poses_of
from ...structure.standing.setting import settings_of
from .bodies import box_of, turning

WANT = 10.0
"""mm wanted between what is built and a bare wall; lining and bedding want more (common practice, no published source)."""
BEYOND = 150.0
"""mm over the highest station up to which a wall is taken to go on as it leans there."""
TOUCH = 1.0
"""mm that what is bolted or packed to a wall may be drawn into it."""


def _points(build: Assembly) -> Iterator[tuple[str, str, str, Point3]]:
    """(position, part, name, point) of everything of a build in every setting and on the way of what turns."""
    fixed = {mount.member for mount in build.mounts}
    # panels fixed to the wall are placed by where it stands farthest in
    at_wall = any(contact.kind == "wall" for contact in build.contacts)
    for setting in (*settings_of(build), *turning(build)):
        posed = as_it_stands(build, setting)
        at = poses_of(build, setting)
        for member in posed.members:
            if member.id in fixed:
                continue
            dx, dy, dz = at.shift(member.body)
            for x, y, z in box_of(member).corners[0].tolist():
                yield setting.name, member.id, member.name, (x + dx, y + dy, z + dz)
        for panel in posed.panels:
            if at_wall and isinstance(panel.carries, Shell):
                continue
            dx, dy, dz = at.shift(panel.body)
            for x, y, z in panel.corners.tolist():
                yield setting.name, panel.id, panel.name, (x + dx, y + dy, z + dz)


def check_walls(context: Context, build: Assembly) -> Iterator[Finding]:
    """The least distance to a wall, by the stations measured; nothing where a host has none but dimensions."""
    host, say = context.host, context.say
    if host.walls is None:
        return
    check = "fit.walls"
    blank = Finding(f"{build.id}/{check}", check, "frame", (), "Clear of the walls", "", "unknown", unit="mm", minimum=True)
    if len(host.walls) < 2:
        yield replace(blank, sentence="Not known until measured: widths of the walls at two heights or more.", missing=("stations",))
        return
    best: tuple[float, str, str, str, Point3] | None = None
    for position, part, name, at in _points(build):
        half = host.half_at(at[2], at[0])
        have = (half or 0.0) - abs(at[1])
        if best is None or have < best[0]:
            best = have, position, part, name, at
    if best is None:
        return
    have, position, part, name, at = best
    highest, top = host.walls[-1][0], max(point[2] for _, _, _, point in _points(build))
    w = Working()
    if top > highest:
        w.say(
            f"Over the highest width measured, {say.length(highest)} above the floor, a wall that leans in there is taken to go on leaning."
        )
    there = f"{say.length(at[2])} above the floor" + (f" and {say.length(at[0])} behind the front" if host.along else "")
    w.given("W", host.half_at(at[2], at[0]) or 0.0, "mm", f"half the clear width {there}, straight between stations")
    w.given("y", abs(at[1]), "mm", f"{name} from the centre line{', ' + position if position else ''}")
    c = w.line("c", "W - y", "mm")
    shown = 0.0 if -TOUCH <= c < 0 else c
    use, state = at_least(shown, 0.0, WANT)
    where = f" when {position}" if position else ""
    if state != "over" and top > highest + BEYOND:
        text = f"It reaches {say.length(top)} above the floor and widths were measured up to {say.length(highest)}: add one higher up."
        yield replace(blank, parts=(part,), sentence=text, missing=("stations",), demand=shown, limit=0.0, want=WANT, working=w.done())
        return
    text = (
        f"{name} stands in the wall by {say.length(-c)}{where}." if c < -TOUCH else f"{name} clears the wall by {say.length(shown)}{where}."
    )
    yield replace(
        blank,
        parts=(part,),
        sentence=text,
        state=state,
        demand=shown,
        limit=0.0,
        use=use,
        want=WANT,
        position=position,
        basis=COMMON_PRACTICE,
        working=w.done(),
    )
