"""Do the parts of one build leave each other room: as they are joined, and on the way of everything that moves."""

from __future__ import annotations

import itertools
import math
from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace

from ...finding import COMMON_PRACTICE, Finding, Working
from ...mechanics.space.boxes import among, drawn_along, joined, within
from ...structure.assembly import Assembly
from ...structure.check import BuildCheck, JobCheck
from ...structure.context import Context
from ...structure.nouns.holds import Motion
from ...structure.nouns.parts import dot
from ...structure.standing.posed import moves_with, poses_of
from ...structure.standing.setting import Setting, settings_of
from .bodies import Body, bodies_at, things_on
from .distance_finding import room

SLANTS = 0.01
TOUCH = 1.0
"""mm that parts may be drawn into each other where they are joined."""
ON_ITS_WAY = " as it is drawn out"
STEPS = 36
"""Places on the way of what turns, at which it is taken."""


@dataclass(frozen=True, slots=True)
class Clash:
    """Two parts that stand in each other by up to ``depth`` mm, and where they first do: the build's words for the setting, or how far it was moved."""

    one: Body
    two: Body
    depth: float
    where: str


def clashes(context: Context, build: Assembly) -> list[Clash]:
    """Every two parts that meet, each pair once, deepest first."""
    home, *others = settings_of(build)
    first = bodies_at(context, build, home, things=False)
    found = _among(first, home.where)
    for motion in build.handles:
        found += _on_the_way(context, build, motion, first)
    for setting in others:
        found += _among(bodies_at(context, build, setting, things=False), setting.where)
    allowed, deepest = _let_in(build), dict[frozenset[str], Clash]()
    for clash in found:
        pair = frozenset((clash.one.part, clash.two.part))
        if clash.depth <= allowed.get(pair, 0.0) + TOUCH:
            continue
        before = deepest.get(pair)
        deepest[pair] = clash if before is None else replace(before, depth=max(before.depth, clash.depth))
    return sorted(deepest.values(), key=lambda clash: -clash.depth)


def _let_in(build: Assembly) -> dict[frozenset[str], float]:
    """mm by which parts may reach into each other: panels into grooves, sheets into the slots of profiles, and the box of a member that is cut at
    a slant into what it is cut to."""
    found = {}
    for panel, member in itertools.product((p for p in build.panels if p.laid.edges == "slots"), build.members):
        found[frozenset((panel.id, member.id))] = member.section.slot.reach if member.section.slot is not None else 0.0
    for one, two in itertools.combinations(build.shells, 2):
        ways = [panel.edging or build.edging for panel in (one, two)]
        found[frozenset((one.id, two.id))] = max((way.size for way in ways if way is not None and way.way == "dado"), default=0.0)
    for joint in (joint for joint in build.joints if joint.end != "crosses"):
        member, other = build.member(joint.framing), build.member(joint.through)
        slant = max(math.sin(math.radians(abs(member.mitre))), abs(dot(member.axes[0], other.axes[0])))
        if slant > SLANTS:
            found[frozenset((joint.framing, joint.through))] = max(member.shape.width, member.shape.depth) / 2 * slant
    return found


def _owners(rows: Sequence[Body]) -> list[Body]:
    return [row for row in rows for _ in range(len(row.boxes))]


def _among(rows: Sequence[Body], where: str) -> list[Clash]:
    owners = _owners(rows)
    i, j, apart = among(joined(row.boxes for row in rows), -TOUCH)
    pairs = zip(i.tolist(), j.tolist(), apart.gap.tolist(), strict=True)
    return [Clash(owners[a], owners[b], -gap, where) for a, b, gap in pairs if owners[a].part != owners[b].part]


def _between(going: Sequence[Body], still: Sequence[Body], where: str) -> list[Clash]:
    one, two = _owners(going), _owners(still)
    i, j, apart = within(joined(row.boxes for row in going), joined(row.boxes for row in still), -TOUCH)
    return [Clash(one[a], two[b], -gap, where) for a, b, gap in zip(i.tolist(), j.tolist(), apart.gap.tolist(), strict=True)]


def _on_the_way(
    context: Context, build: Assembly, motion: Motion, home: Sequence[Body], others: Sequence[Body] | None = None
) -> list[Clash]:
    """What one motion, and what follows it, meets of all that stays, or of ``others``: on the whole line it is drawn along, step by step as it
    turns, and where it is put down when nothing guides it: then it is lifted over what it would meet."""
    goes = set(moves_with(build, motion))
    body_of = {m.id: m.body for m in build.members} | {p.id: p.body for p in build.panels}
    moving = {part for part, body in body_of.items() if body in goes}
    still = [row for row in home if row.part not in moving] if others is None else others
    turning = any(m.body in goes and m.pivot is not None for m in build.motions)
    guided = goes & ({slider.body for slider in build.sliders} | {runner.body for runner in build.runners})
    if guided and not turning:
        out = poses_of(build, Setting("", False, False, {motion.id: motion.reach}))
        shifts = {body: out.shift(body) for body in goes}
        drawn = [Body(row.part, row.name, drawn_along(row.boxes, shifts[body_of[row.part]])) for row in home if row.part in moving]
        return _between(drawn, still, ON_ITS_WAY)
    places = [(p.travel, p.name) for p in motion.positions[1:]]
    if turning:
        far = [motion.reach * k / STEPS for k in range(1, STEPS + 1)]
        places = [(at, f"from {f'{at:.0f}°' if motion.unit == 'deg' else context.say.length(at)} on") for at in far]
    found = list[Clash]()
    for travel, words in places:
        there = Setting("", False, False, {motion.id: travel})
        at = poses_of(build, there)
        poses = {body: at.of(body) for body in goes}
        rows = [
            Body(row.part, row.name, row.boxes.posed(poses[body_of[row.part]].R, poses[body_of[row.part]].t))
            for row in home
            if row.part in moving
        ]
        found += _between(rows, still, f", {motion.noun} {words}")
    return found


def check_own(context: Context, build: Assembly) -> Iterator[Finding]:
    """Whether any two parts of a build stand in each other."""
    found = clashes(context, build)
    w = Working()
    ident, title = f"{build.id}/fit.own", "Its own parts clear each other"
    parts = len(build.members) + len(build.panels)
    w.given("n", parts, "", f"parts, every two of them tried as boxes; joined ones may be drawn {TOUCH:g} mm into each other")
    if not found:
        w.given("c", 0.0, "mm", "by which any two stand in each other beyond that")
        words = "No part of it stands in another" + (", home and on the way of everything that moves." if build.motions else ".")
        yield replace(room(ident, title, (build.id,), words, 0.0, 0.0, w, "fit.own"), use=0.0)
        return
    worst = found[0]
    w.given("c", -worst.depth, "mm", f"{worst.one.name} to {worst.two.name}{worst.where}, each as a box")
    for clash in found[1:6]:
        w.say(f"{clash.one.name} and {clash.two.name} by {context.say.length(clash.depth)}{clash.where}.")
    more = f" So do {len(found) - 1} more pairs of its parts." if len(found) > 2 else " So does one more pair." if len(found) == 2 else ""
    text = f"{worst.one.name} and {worst.two.name} stand in each other by up to {context.say.length(worst.depth)}{worst.where}.{more}"
    yield room(ident, title, (worst.one.part, worst.two.part), text, -worst.depth, 0.0, w, "fit.own")


def check_ways(context: Context) -> Iterator[Finding]:
    """What is carried in the way of what moves, as it stands when it is driven about: it must be moved first."""
    for build in context.builds:
        yield from _blocked(context, build)


def _blocked(context: Context, build: Assembly) -> Iterator[Finding]:
    home = bodies_at(context, build, settings_of(build)[0], things=False)
    for motion in build.handles:
        goes = moves_with(build, motion)
        things = [row for body in ("host", *build.bodies) if body not in goes for row in things_on(context, (body,))]
        found = _on_the_way(context, build, motion, home, things)
        if not found:
            continue
        names = list(dict.fromkeys(clash.two.name for clash in found))
        first, w = found[0], Working()
        w.given("c", -first.depth, "mm", f"{first.one.name} to {first.two.name}{first.where}, each as a box")
        many = len(names) > 1
        text = (
            f"{' and '.join(names)} stand{'' if many else 's'} in the way of its {first.one.name}{first.where}. "
            f"Move {'them' if many else 'it'} first."
        )
        yield Finding(
            f"{build.id}/fit.way.{motion.body.rsplit('/', 1)[-1]}", "fit.way", "frame", (motion.body, *dict.fromkeys(clash.two.part for clash in found)),
            f"{motion.label}: what is in the way", f"{text[:1].upper()}{text[1:]}", "tight", -first.depth, 0.0, "mm", 0.95, True,
            basis=COMMON_PRACTICE, working=w.done(),
        )  # fmt: skip


CHECKS = (
    JobCheck(check_ways, "room"),
    BuildCheck(check_own),
)
