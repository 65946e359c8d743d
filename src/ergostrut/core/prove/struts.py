"""Gas struts of a door: whether they hold it open in the cold, how hard it shuts in the warm, whether there is such a strut, and what they push on."""

from __future__ import annotations

import math
from collections.abc import Iterator, Mapping
from dataclasses import dataclass, replace

import numpy as np

from ..cases import PRESSURE, road_cases
from ..constants import G
from ..finding import COMMON_PRACTICE, Finding, State, Working, at_least, at_most, unknown
from ..mechanics.strength import Span, allowable
from ..mechanics.struts import COLD, LOST, WARM, Swing, swing
from ..structure.assembly import Assembly
from ..structure.check import BuildCheck
from ..structure.context import Context
from ..structure.nouns.holds import Motion
from ..structure.nouns.hung import Door, GasStrut

HOLDS_OPEN = 1.15
"""Times its weight's torque that struts are to hold it open with (common practice, no published source)."""
DEAD = 65.0
"""mm of a strut that do not go in: its end pieces and its piston (common practice, no published source)."""
BASIS = f"statics of the leaf through its swing; struts at {COLD:g} of their force at -20 °C and {WARM:g} at 30 °C, a tenth lost in time: {COMMON_PRACTICE}"
FALLS = "It falls shut on whoever stands under it: fit stronger struts, or prop it open every time."
CHECK = {
    "latch": "Shut against its struts",
    "holds": "Struts hold it open",
    "effort": "Shut by hand",
    "fits": "A strut of that length",
    "hinges": "Struts push on its hinges",
    "post": "Struts push on the frame",
}


@dataclass(frozen=True)
class _Case:
    context: Context
    build: Assembly
    strut: GasStrut
    door: Door
    motion: Motion
    swing: Swing

    def found(self, what: str, text: str, state: State, w: Working, parts: tuple[str, ...] = ()) -> Finding:
        name = self.door.label
        return Finding(
            f"{self.build.id}/strut.{what}.{self.door.id.rsplit('/', 1)[-1]}", f"strut.{what}", "prove", parts or (self.strut.id, self.door.panel),
            f"{name[:1].upper()}{name[1:]}: {CHECK[what][:1].lower()}{CHECK[what][1:]}", text, state, unit="N", case="Parked, open", basis=BASIS, working=w.done(),
        )  # fmt: skip


def check_struts(context: Context, build: Assembly) -> Iterator[Finding]:
    """Every pair of struts through the swing of its door."""
    doors, motions = {door.id: door for door in build.doors}, {motion.body: motion for motion in build.motions}
    for strut in build.struts:
        door, motion = doors[strut.door], motions[strut.door]
        if motion.pivot is None:
            continue
        leaf = build.panel(door.panel)
        pivot, axis, centre = (np.array(one) for one in (motion.pivot, motion.toward, leaf.middle))
        through = swing(pivot, axis, centre, leaf.mass, np.array(strut.leaf), np.array(strut.fixed), math.radians(motion.reach))
        case = _Case(context, build, strut, door, motion, through)
        yield _fits(case)
        if strut.force is None:
            needed = float(HOLDS_OPEN * through.weight[-1] / (strut.count * COLD * LOST * max(through.arm[-1], 1e-9)))
            text = (
                f"What one pushes with is not known: {context.say.force(needed)} hold it open in the cold."
                if through.arm[-1] > 1.0
                else "They do not push it open: set them further from its hinges."
            )
            w = Working()
            w.given("M_w", float(through.weight[-1]), "N mm", "its weight about the hinges, open")
            w.given("a", float(through.arm[-1]), "mm", "lever of a strut about the hinges, open")
            yield unknown(case.found("holds", text, "unknown", w), "strut force")
            continue
        yield _holds(case, strut.force)
        yield _effort(case, strut.force)
        yield _hinges(case, strut.force)
        yield _post(case, strut.force)
        yield _latch(case, strut.force)
    yield from _propped(build, doors, motions, context)


def _fits(case: _Case) -> Finding:
    """Longest less shortest is the stroke; pushed in, a strut is that long and its dead length besides."""
    say, w = case.context.say, Working()
    long, short = (
        w.given("L_o", float(case.swing.long.max()), "mm", "from stud to stud, longest"),
        w.given("L_s", float(case.swing.long.min()), "mm", "shortest"),
    )
    stroke = w.line("s", "L_o - L_s", "mm", "its stroke")
    need = w.line("L_n", "s + d", "mm", "pushed in, what such a strut is long", d=DEAD)
    use, state = at_least(short - need, 0.0, 5.0)
    text = f"{say.length(long)} long out and {say.length(short)} in, a stroke of {say.length(stroke)}."
    if state == "over":
        text = f"{text} No strut that goes in so far is so short: set its ends nearer to the hinges, or further apart."
    return replace(case.found("fits", text, state, w), demand=short, limit=need, minimum=True, unit="mm", use=use)


def _holds(case: _Case, force: float) -> Finding:
    """Open, in the cold, after years."""
    say, w, n = case.context.say, Working(), case.strut.count
    weight = w.given("M_w", float(case.swing.weight[-1]), "N mm", "its weight about the hinges, open")
    arm = w.given("a", float(case.swing.arm[-1]), "mm", "lever of a strut about the hinges, open")
    push = w.line("M_s", "n * F * k_c * k_l * a", "N mm", "in the cold, a tenth lost", n=n, F=force, k_c=COLD, k_l=LOST)
    have = push / weight if weight > 0 else math.inf
    use, state = at_least(min(have, 99.0), 1.0, HOLDS_OPEN)
    text = f"At -20 °C {n} struts of {say.force(force)} hold {have:.2f} of its weight's torque; {HOLDS_OPEN:g} is wanted."
    if arm <= 0:
        text = "Open, they pull it shut: set them further from its hinges."
    found = case.found("holds", text, state, w)
    return replace(
        found,
        demand=min(have, 99.0),
        limit=1.0,
        minimum=True,
        want=HOLDS_OPEN,
        unit="times",
        use=use,
        caution=FALLS if state == "over" else "",
    )


def _effort(case: _Case, force: float) -> Finding:
    """The hardest push at its free edge: up against its weight in the cold, down against the struts in the warm."""
    say, w, far = case.context.say, Working(), case.door.far
    up = (case.swing.weight - case.strut.count * force * COLD * LOST * case.swing.arm) / far
    down = (case.strut.count * force * WARM * case.swing.arm - case.swing.weight) / far
    k, opening = (int(np.argmax(up)), True) if up.max() >= down.max() else (int(np.argmax(down)), False)
    effort = float((up if opening else down)[k])
    w.given("M_w", float(case.swing.weight[k]), "N mm", f"its weight, {math.degrees(case.swing.angles[k]):.0f}° open")
    w.given("a", float(case.swing.arm[k]), "mm", "lever of a strut there")
    w.values.update(n=float(case.strut.count), F=force, w=far)
    if opening:
        w.line("P", "(M_w - n * F * k_c * k_l * a) / w", "N", "up at its free edge, in the cold", k_c=COLD, k_l=LOST)
    else:
        w.line("P", "(n * F * k_w * a - M_w) / w", "N", "down at its free edge, in the warm", k_w=WARM)
    limit = case.context.design.loads.effort_limit
    use, state = at_most(max(effort, 0.0), limit)
    words = "lift it" if opening else "shut it"
    text = f"{say.force(max(effort, 0.0))} at its free edge {words}, {'cold' if opening else 'warm'}, hardest {math.degrees(case.swing.angles[k]):.0f}° open."
    return replace(case.found("effort", text, state, w), demand=max(effort, 0.0), limit=limit, use=use)


def _hinges(case: _Case, force: float) -> Finding:
    """What struts push the leaf with and its weight, on its hinges evenly, the hardest anywhere in its swing."""
    say, w, n = case.context.say, Working(), len(case.door.hinges)
    kg = case.build.panel(case.door.panel).mass
    all_of_it = case.strut.count * force * WARM * case.swing.run + np.array([0.0, 0.0, -kg * G])
    most = float(np.linalg.norm(all_of_it, axis=1).max())
    w.given("R", most, "N", "struts in the warm and its weight together, the most through its swing")
    demand = w.line("F_h", "R / n", "N", "on one hinge", n=float(n))
    found = replace(
        case.found("hinges", f"{say.force(demand)} on one of {n} hinges from struts and weight.", "unknown", w),
        demand=demand,
        limit=case.door.rating,
    )
    if case.door.rating is None:
        return unknown(
            replace(found, sentence=f"{found.sentence} What a hinge holds is not known: read it, or hang weight on one."), "hinge rating"
        )
    use, state = at_most(demand, case.door.rating)
    return replace(found, use=use, state=state)


def _post(case: _Case, force: float) -> Finding:
    """The member that a strut pushes on, bent between its ends as if nothing else held it."""
    say, w, member = case.context.say, Working(), case.build.member(case.strut.member)
    a, at = np.array(member.a), np.array(case.strut.fixed)
    s = min(max(float((at - a) @ np.array(member.axes[0])), 0.0), member.length)
    across = case.swing.run - np.outer(case.swing.run @ np.array(member.axes[0]), np.array(member.axes[0]))
    push = w.given("P", float(np.linalg.norm(across, axis=1).max()) * force * WARM, "N", f"of one strut across {member.name}, warm")
    moment = w.line("M", "P * s * (L - s) / L", "N mm", "simply held at its ends", s=s, L=member.length)
    allow = allowable(member.shape, member.section.material, Span(Lb=member.length, welded=member.welded))
    limit = min(allow.My, allow.Mz)
    w.line("use", "M / M_c", "", M_c=limit)
    use, state = at_most(moment, limit)
    text = f"{say.force(push)} bend {member.name} to {use:.2f} of what it takes, besides all else."
    return replace(
        case.found("post", text, state, w, (case.strut.id, member.id)), demand=moment / 1e3, limit=limit / 1e3, unit="N m", use=use
    )


def _latch(case: _Case, force: float) -> Finding:
    """Shut, on the road: half of the wind and of what brakes on what keeps it shut, as without struts, and what they push it open with."""
    say, w, door = case.context.say, Working(), case.door
    panel = case.build.panel(door.panel)
    out = max((max(float(np.array(row.g) @ np.array(door.out)), 0.0) for row in road_cases(case.context.design.loads)), default=0.0)
    w.given("W", PRESSURE * panel.area, "N", "air that draws it open")
    w.given("m", panel.mass, "kg", "its leaf")
    away = w.line("F_w", "max(W, a * m * 9.80665) / 2", "N", "at its free edge, the hinges take the other half", a=out)
    w.given("a_s", max(float(case.swing.arm[0]), 0.0), "mm", "lever of a strut, shut")
    demand = w.line(
        "F", "F_w + n * F_s * k_w * a_s / L", "N", "with struts in the warm", n=float(case.strut.count), F_s=force, k_w=WARM, L=door.far
    )
    found = replace(
        case.found("latch", f"{say.force(demand)} on what keeps it shut, {say.force(demand - away)} of it from its struts.", "unknown", w),
        demand=demand, limit=door.holds, case="Wind",
    )  # fmt: skip
    if door.holds is None:
        text = f"{found.sentence} What that holds is not known: pull it open with a scale, and give that."
        return unknown(replace(found, sentence=text), f"{door.by} rating")
    use, state = at_most(demand, door.holds)
    return replace(found, use=use, state=state)


def _propped(build: Assembly, doors: Mapping[str, Door], motions: Mapping[str, Motion], context: Context) -> Iterator[Finding]:
    """Doors that open upward on no struts: what a prop, or a hand, holds."""
    on_struts = {strut.door for strut in build.struts}
    for name, door in doors.items():
        motion = motions.get(name)
        level = motion is not None and motion.pivot is not None and abs(motion.toward[2]) < 0.5
        if name in on_struts or motion is None or motion.pivot is None or not level or build.panel(door.panel).middle[2] > motion.pivot[2]:
            continue
        w = Working()
        w.given("m", build.panel(door.panel).mass, "kg", "its leaf, level")
        edge = w.line("P", "m * 9.80665 / 2", "N", "at its free edge")
        text = f"{context.say.force(edge)} at its free edge: nothing here holds it up. Prop it every time."
        yield Finding(
            f"{build.id}/strut.none.{name.rsplit('/', 1)[-1]}", "strut.none", "prove", (door.panel,), f"{door.label[:1].upper()}{door.label[1:]}: propped open", text,
            "note", edge, None, "N", case="Parked, open", basis=BASIS, working=w.done(), caution=FALLS,
        )  # fmt: skip


CHECKS = (BuildCheck(check_struts, ("doors",)),)
