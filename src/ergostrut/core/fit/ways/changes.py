"""From one scene to another move by move: what is in the way, what is too heavy, how long it takes."""

from __future__ import annotations

from collections.abc import Collection, Iterator, Mapping, Sequence
from dataclasses import dataclass, replace

from ...finding import COMMON_PRACTICE, Finding, State, Working, at_most
from ...mechanics.lifting import ONE_HAND, recommended
from ...mechanics.space.boxes import joined, within
from ...structure.assembly import Assembly, centroid
from ...structure.carried import Placed
from ...structure.check import JobCheck
from ...structure.context import Context
from ...structure.nouns.holds import Motion, Scene
from ...structure.standing.posed import moves_with
from ...structure.standing.setting import Setting, scene_travels
from ..space.bodies import TURNS, Body, bodies_at, on_floor

CHANGES: tuple[tuple[Scene, Scene], ...] = (("driving", "parked"), ("parked", "night"), ("night", "driving"))
TOUCH = 2.0
"""mm that what moves may brush against."""
MOVE, STRAP = 8.0, 12.0
"""Seconds that one move takes, and a strap hooked in or out (common practice, no published source)."""
AHEAD = 400.0
"""mm that hands are ahead of the ankles at a bunk's edge (common practice, no published source)."""


@dataclass(frozen=True)
class Move:
    """A motion of a build from one travel to another."""

    build: Assembly
    motion: Motion
    start: float
    end: float

    @property
    def words(self) -> str:
        name = next((p.name for p in self.motion.positions if abs(p.travel - self.end) < 0.01), "moved")
        return f"{self.motion.noun or self.motion.label} of the {self.build.label} to {name}"


def moves(context: Context, before: Scene, after: Scene) -> list[Move]:
    """Everything that stands differently in two scenes, in the order of the builds."""
    found = []
    for build in context.builds:
        start, end = scene_travels(build, before), scene_travels(build, after)
        for motion in build.handles:
            a, b = start.get(motion.id, 0.0), end.get(motion.id, 0.0)
            if abs(a - b) > 0.01:
                found.append(Move(build, motion, a, b))
    return found


@dataclass(frozen=True)
class Carry:
    """A thing carried from where it is to where it is in another scene; None: outside the vehicle."""

    item: Placed
    to: Placed | None
    out: bool

    @property
    def words(self) -> str:
        name = self.item.thing.name
        if self.to is None:
            return f"{name} in from outside" if not self.out else f"{name} out of the vehicle"
        return f"{name} to the {self.to.surface.label}"

    @property
    def lift(self) -> tuple[float, float, float]:
        """(kg, height of the hands at the start, mm that they go up or down): held at its middle; outside it is taken as far as the floor."""
        a = self.item.at()[2]
        b = self.to.at()[2] if self.to is not None else self.item.size[2] / 2
        return self.item.mass, min(a, b), abs(b - a)


def carries(context: Context, before: Scene, after: Scene) -> list[Carry]:
    """Things that are elsewhere in two scenes, heaviest first."""
    one, two = ({item.thing.id: item for item in context.at(scene).plan.placed} for scene in (before, after))
    found = []
    for name, item in one.items():
        to = two.get(name)
        if to is None or (to.surface.id, to.x, to.y) != (item.surface.id, item.x, item.y):
            found.append(Carry(item, to, True))
    found += [Carry(item, None, False) for name, item in two.items() if name not in one]
    return sorted(found, key=lambda one: -one.item.mass)


def _staying(context: Context, before: Scene, carried: Sequence[Carry]) -> Context:
    """With what is carried taken off first: it stands in nobody's way while the builds are moved."""
    there = context.at(before)
    gone = {one.item.thing.id for one in carried}
    plan = replace(there.plan, placed=tuple(item for item in there.plan.placed if item.thing.id not in gone))
    return replace(there, plan=plan)


def _parts(context: Context, build: Assembly, at: Mapping[str, float]) -> tuple[Body, ...]:
    travels = {motion.id: at[motion.id] for motion in build.handles if motion.id in at}
    return bodies_at(context, build, Setting("", False, False, travels))


def _on(build: Assembly, context: Context, bodies: Collection[str]) -> set[str]:
    """Ids of parts and things that move with some bodies."""
    found = {member.id for member in build.members if member.body in bodies}
    found |= {panel.id for panel in build.panels if panel.body in bodies}
    return found | {f"thing/{item.thing.id}" for body in bodies for item in context.plan.on(body)}


def blocked(context: Context, move: Move, at: Mapping[str, float]) -> str:
    """What a move runs into with all else where it stands (travels by motion); empty where it goes."""
    mine = _on(move.build, context, moves_with(move.build, move.motion))
    others = [body for build in context.builds if build is not move.build for body in _parts(context, build, at)]
    others += on_floor(context)
    if not others:
        return ""
    around = joined(body.boxes for body in others)
    names = [body.name for body in others for _ in range(len(body.boxes))]
    for k in range(TURNS + 1):
        travel = move.start + (move.end - move.start) * k / TURNS
        here = [body for body in _parts(context, move.build, {**at, move.motion.id: travel}) if body.part in mine]
        _, met, _ = within(joined(body.boxes for body in here), around, -TOUCH)
        if len(met):
            return names[int(met[0])]
    return ""


def in_order(context: Context, todo: Sequence[Move], at: dict[str, float]) -> tuple[list[Move], Move | None, str]:
    """Moves in an order in which each goes past what then stands; else those that went, the first that cannot, and what is in its way."""
    done, left = list[Move](), list(todo)
    while left:
        why = {move.motion.id: blocked(context, move, at) for move in left}
        free = next((move for move in left if not why[move.motion.id]), None)
        if free is None:
            return done, left[0], why[left[0].motion.id]
        at[free.motion.id] = free.end
        done.append(free)
        left.remove(free)
    return done, None, ""


def _lift(context: Context, move: Move) -> tuple[float, float, float] | None:
    """(kg in the hands, height of the hands at the start, mm upwards) of a move that lifts; None of one that does not."""
    bodies = moves_with(move.build, move.motion)
    kg, _ = centroid(
        [mass for body in bodies for mass in move.build.masses(body)] + [(i.mass, i.at()) for body in bodies for i in context.plan.on(body)]
    )
    mine = _on(move.build, context, bodies)
    ends = []
    for travel in (move.start, move.end):
        rows = [body for body in _parts(context, move.build, {move.motion.id: travel}) if body.part in mine]
        if not rows:
            return None
        ends.append(max(row.hi[2] for row in rows) if move.motion.pivot is not None else min(row.lo[2] for row in rows))
    rise = abs(ends[1] - ends[0])
    if rise < 10.0:
        return None
    # what turns on hinges is lifted at its free edge by half of its weight
    return (kg / 2 if move.motion.pivot is not None else kg), min(ends) - move.build.level, rise


def _latched(move: Move) -> bool:
    """Whether a move ends or begins at a catch that somebody works meanwhile."""
    ends = (move.start, move.end)
    return any(move.build.member(latch.member).body == move.motion.body and latch.travel in ends for latch in move.build.latches)


def check_changes(context: Context) -> Iterator[Finding]:
    """One finding for every change of scene in which something moves."""
    total = 0.0
    for before, after in CHANGES:
        todo, carried = moves(context, before, after), carries(context, before, after)
        if not todo and not carried:
            continue
        here = _staying(context, before, carried)
        at = {motion: travel for build in context.builds for motion, travel in scene_travels(build, before).items()}
        done, stuck, why = in_order(here, todo, dict(at))
        seconds = MOVE * (len(todo) + len(carried)) + STRAP * sum(len(move.build.straps) for move in todo)
        total += seconds
        yield _finding(here, before, after, done, stuck, why, carried)
    goal = context.design.goals.seconds
    if goal is not None and total:
        w = Working()
        have = w.given("t", total, "s", f"all changes together, {MOVE:.0f} s a move and {STRAP:.0f} s a strap: {COMMON_PRACTICE}")
        use, state = at_most(have, goal)
        w.line("use", "t / t_goal", "", t_goal=goal)
        yield Finding("goals/seconds", "goal.seconds", "frame", (), "Your limit for converting", f"{have:.0f} s of {goal:.0f} s, once round.",
                      state, have, goal, "s", use, basis="your own limit", working=w.done())  # fmt: skip


def _finding(
    context: Context, before: Scene, after: Scene, done: Sequence[Move], stuck: Move | None, why: str, carried: Sequence[Carry]
) -> Finding:
    blank = Finding(f"change/{before}.{after}", "change", "frame", (), f"From {before} to {after}", "", "holds", basis=COMMON_PRACTICE)
    w = Working()
    for n, move in enumerate(done, 1):
        w.say(f"{n}. {move.words}.")
    for n, one in enumerate(carried, len(done) + 1):
        w.say(f"{n}. {one.words}.")
    straps = sum(len(move.build.straps) for move in done)
    seconds = w.line(
        "t", "t_m * n + t_s * s", "s", f"moves and straps: {COMMON_PRACTICE}", t_m=MOVE, n=len(done) + len(carried), t_s=STRAP, s=straps
    )
    if stuck is not None:
        text = f"{stuck.words.capitalize()} runs into {why}: nothing that is left to do goes first."
        return replace(blank, sentence=text, state="over", use=2.0, parts=(stuck.motion.body,), working=w.done())
    worst: tuple[float, str, float, float, float] | None = None
    lifts = [(move.words, move.motion.body, _lift(context, move), ONE_HAND if _latched(move) else 1.0) for move in done]
    lifts += [(one.words, f"thing/{one.item.thing.id}", one.lift, 1.0) for one in carried]
    for text, part, lift, hands in lifts:
        if lift is None:
            continue
        kg, v, d = lift
        limit = recommended(AHEAD, v, d)
        use = kg / limit if limit > 0 else 99.0  # by two hands, which two people have between them
        # too much for two comes first, then what one finds hardest with the hands he has
        if worst is None or (use > 2, use / hands) > (worst[0] > 2, worst[0] / worst[4]):
            worst = use, part, kg, limit, hands
            w.given("m", kg, "kg", f"in the hands, {text}: {v:.0f} mm up, lifted by {d:.0f} mm, {AHEAD:.0f} mm ahead")
            w.given("RWL", limit, "kg", "revised NIOSH equation, 94-110: 23 kg HM VM DM CM; nothing over 1.78 m")
            if hands < 1:
                w.given("OM", hands, "", "one hand lifts while the other closes the catch: EN 1005-2, from memory")
    words = ", then ".join([*(move.words for move in done), *(one.words for one in carried)])
    text = f"{words[:1].upper()}{words[1:]}; about {seconds:.0f} s."
    if worst is None:
        return replace(blank, sentence=text, use=0.0, working=w.done())
    index, moved, kg, limit, hands = worst
    say = context.say
    w.given("LI", index, "", "of the hardest lift: kg over what is recommended for one; up to 2 is for two people")
    # the tape stands at its mark where two lift it, at want where one does
    alone, how = index / hands, " with one hand" if hands < 1 else ""
    use = 0.85 * alone if alone <= 1 else 0.85 + 0.15 * max(index - 1, 0.0)
    w.given("use", use, "", "on the tape: 0.85 where one lifts it, 1 where two do")
    state: State = "holds" if alone <= 1 else "tight" if index <= 2 else "over"
    text += (
        f" {say.mass(kg)} to lift, {say.mass(limit * hands)} is recommended for one{how}"
        if limit
        else f" {say.mass(kg)} to lift out of reach"
    )
    text += (
        "."
        if alone <= 1
        else ": lift it by two."
        if index <= 2
        else ": too much for two. Make it lighter, in parts, or hang it on a strut or a pulley."
    )
    return replace(blank, sentence=text, state=state, use=use, demand=kg, limit=limit, unit="kg", parts=(moved,), working=w.done(),
                   basis="revised NIOSH equation, NIOSH 94-110")  # fmt: skip


CHECKS = (JobCheck(check_changes, "room"),)
