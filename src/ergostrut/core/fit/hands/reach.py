"""Can a tool come at every fastener when it is its turn, and at every bolt again after the first drive."""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass

import numpy as np

from ...finding import COMMON_PRACTICE, Finding, State, Working
from ...mechanics.space.boxes import Boxes, Index, frames, joined, upright, within
from ...structure.assembly import Assembly
from ...structure.context import Context
from ...structure.plans import Step
from ...structure.standing.setting import Setting, settings_of
from ..space.bodies import Body, bodies_at
from ..space.clearance import doubtful
from .fasteners import HAND, Fastener, Kind, fasteners, fixings

OFF = 2.0
"""mm off the part a fastener goes through, where the tool begins."""
HOST = "host/"


Part = tuple[tuple[float, float, float], tuple[float, float, float]]
"""Centre and half size of a box of a tool, mm: off the head, and to two sides of it."""


@dataclass(frozen=True, slots=True)
class Tool:
    """A neck ``thin`` mm wide and ``neck`` long, behind it a hand for ``grip`` mm; or, with ``aside``, ``grip`` mm high off the head and so
    far to any one side of it."""

    name: str
    grip: float
    neck: float = 0.0
    thin: float = 0.0
    aside: float = 0.0

    @property
    def places(self) -> tuple[tuple[Part, ...], ...]:
        """The ways it may lie, each as boxes."""
        half = HAND / 2
        if not self.aside:
            hand: Part = ((OFF + self.neck + self.grip / 2, 0.0, 0.0), (self.grip / 2, half, half))
            neck: Part = ((OFF + self.neck / 2, 0.0, 0.0), (self.neck / 2, self.thin / 2, self.thin / 2))
            return ((neck, hand) if self.neck else (hand,),)
        mid, reach = (self.aside - half) / 2, (self.aside + half) / 2
        high = OFF + self.grip / 2
        sides = [((high, s * mid, 0.0), (self.grip / 2, reach, half)) for s in (1.0, -1.0)]
        sides += [((high, 0.0, s * mid), (self.grip / 2, half, reach)) for s in (1.0, -1.0)]
        return tuple((side,) for side in sides)

    @property
    def words(self) -> str:
        if self.aside:
            return f"{self.name} {self.grip:.0f} mm high and {self.aside:.0f} mm to one side"
        neck = f"{self.neck:.0f} mm of it {self.thin:.0f} mm thin, then " if self.neck else ""
        return f"{self.name}, {neck}a hand for {self.grip:.0f} mm"


TOOLS: dict[Kind, tuple[Tool, ...]] = {
    "bolt": (Tool("socket", 110.0, 75.0, 30.0), Tool("spanner", 35.0, aside=200.0)),
    "screw": (Tool("driver with a long bit", 140.0, 100.0, 20.0), Tool("angle driver", 100.0, aside=200.0)),
    "rivet": (Tool("riveter", 230.0, 25.0, 25.0),),
}
"""What comes at each kind of head; a hand is 60 mm wide and high (common practice, no published source)."""


@dataclass(frozen=True)
class Rooms:
    """What tools take on every head of some fasteners: ``boxes`` (n), ``owner`` (n, 4) which fastener, way, head and place of a tool each is of."""

    todo: tuple[Fastener, ...]
    boxes: Boxes
    owner: Index


def rooms_of(todo: Sequence[Fastener]) -> Rooms:
    """Every place of every tool on every head."""
    boxes, owner = list[Boxes](), list[Index]()
    for kind, tools in TOOLS.items():
        heads = [
            (f, w, h, head)
            for f, one in enumerate(todo)
            if one.kind == kind
            for w, way in enumerate(one.ways)
            for h, head in enumerate(way)
        ]
        if not heads:
            continue
        whose = np.array([row[:3] for row in heads])
        at, axes = np.array([row[3].at for row in heads]), frames(np.array([row[3].off for row in heads]))
        places = [place for tool in tools for place in tool.places]
        for p, place in enumerate(places):
            for centre, half in place:
                boxes.append(Boxes(at + np.einsum("i,nij->nj", centre, axes), axes, np.tile(half, (len(at), 1))))
                owner.append(np.column_stack([whose, np.full(len(at), p)]))
    return Rooms(tuple(todo), joined(boxes), np.concatenate(owner) if owner else np.zeros((0, 4), dtype=int))


def in_the_way(rooms: Rooms, rows: Sequence[Body], which: Sequence[int] | None = None) -> list[list[str]]:
    """For each fastener, or those of ``which``, the parts that stand where its tools go, by the ways that fewest stand in."""
    todo = list(range(len(rooms.todo))) if which is None else list(which)
    names = [row.part for row in rows for _ in range(len(row.boxes))]
    mine = np.flatnonzero(np.isin(rooms.owner[:, 0], todo))
    met: dict[tuple[int, int, int, int], set[str]] = {}
    if names and len(mine):
        i, j, _ = within(rooms.boxes.take(mine), joined(row.boxes for row in rows), -1.0)
        for at, box in zip(rooms.owner[mine[i]].tolist(), j.tolist(), strict=True):
            if names[box] not in rooms.todo[at[0]].through:
                met.setdefault((at[0], at[1], at[2], at[3]), set()).add(names[box])
    return [_fewest(rooms.todo[f], f, met) for f in todo]


def _fewest(one: Fastener, f: int, met: Mapping[tuple[int, int, int, int], set[str]]) -> list[str]:
    """What is in the way of the ways that must be free: on each head by the place of a tool that fewest stand in."""
    places = sum(len(tool.places) for tool in TOOLS[one.kind])

    def head(w: int, h: int) -> set[str]:
        return min((met.get((f, w, h, p), set()) for p in range(places)), key=lambda parts: (len(parts), sorted(parts)))

    ways = sorted((set().union(*(head(w, h) for h in range(len(way)))) for w, way in enumerate(one.ways)), key=lambda parts: (len(parts), sorted(parts)))  # fmt: skip
    return sorted(set().union(*ways[: one.need]))


@dataclass(frozen=True)
class Order:
    """When every part stands where it stays: the number of its step."""

    steps: tuple[Step, ...]
    at: dict[str, int]
    moves: dict[str, str]
    """Parts of what moves, by their body."""

    def turn(self, one: Fastener) -> int | None:
        """The step in which it is driven: the last that names it, or that joins what it goes through."""
        found = [k for k, step in enumerate(self.steps) if one.id in step.parts or one.id.rsplit("/", 1)[0] in step.parts]
        if one.through and all(part in self.at for part in one.through):
            found += [self.at[part] for part in one.through]
        return max(found, default=None)

    def stands(self, part: str, step: int, one: Fastener) -> bool:
        """Whether a part is there before a step: joined earlier, and, of a body that moves or beside one, put in earlier."""
        if self.at.get(part, len(self.steps)) >= step:
            return False
        body, mine = self.moves.get(part, ""), {self.moves.get(own, "") for own in one.through}
        return body in mine or ("" in mine and self.at.get(body, len(self.steps)) < step)


def order_of(build: Assembly, todo: Sequence[Step]) -> Order:
    """When every part of a build is put in, by all steps."""
    mine = tuple(step for step in todo if step.id.startswith(f"{build.id}/"))
    at: dict[str, int] = {}
    for k, step in enumerate(mine):
        for part in step.sets:
            at.setdefault(part, k)
    goes = {motion.body for motion in build.motions}
    rows = [(m.id, m.body) for m in build.members] + [(p.id, p.body) for p in build.panels]
    return Order(mine, at, {part: body for part, body in rows if body in goes})


def check_reach(context: Context, todo: Sequence[Step]) -> Iterator[Finding]:
    """Two findings a build: of what holds it to the host, and of what holds its parts together."""
    for n, build in enumerate(context.builds):
        order = order_of(build, todo)
        for key, title, rows in (
            ("tool.reach", "A tool reaches every fixing", fixings(build)),
            ("tool.joints", "A tool reaches every joint", fasteners(build)),
        ):
            if rows:
                yield doubtful(build, context, _finding(context, n, order, f"{build.id}/{key}", title, rows))


def solids_of(context: Context) -> list[Body]:
    """What of the host stands in the way of tools."""
    return [Body(f"{HOST}{box.name}", box.name, upright([box.lo], [box.hi])) for box in (*context.host.solids, *context.host.obstacles)]


def _finding(context: Context, n: int, order: Order, ident: str, title: str, todo: list[Fastener]) -> Finding:
    build = context.builds[n]
    solids = solids_of(context)
    listed, turns = [one.id for one in context.builds], [one.id for one in context.in_order]
    ahead = [listed.index(name) for name in turns[: turns.index(build.id)]]
    others = [bodies_at(context, other, Setting("", True)) for other in context.builds]
    own = [bodies_at(context, build, setting) for setting in settings_of(build)]
    names = {row.part: row.name for rows in (*others, *own, solids) for row in rows}
    rooms = rooms_of(todo)
    first = first_blocked(order, rooms, own[0], [row for k in ahead for row in others[k]], solids)
    # bolts, and what no step says when it is driven
    bolts = [f for f, one in enumerate(todo) if one.again or order.turn(one) is None]
    beside = [*(row for k, rows in enumerate(others) if k != n for row in rows), *solids]
    by_setting = [in_the_way(rooms, (*rows, *beside), bolts) for rows in own] if bolts else []
    # wherever its own bodies can be moved out of the way
    later = [(todo[f], min((rows[i] for rows in by_setting), key=len)) for i, f in enumerate(bolts)]
    w = Working()
    w.given("n", len(todo), "", "places of fasteners, each tried with what comes at it on every side it may lie to")
    for kind in dict.fromkeys(one.kind for one in todo):
        w.say(f"{kind}: {', or '.join(tool.words for tool in TOOLS[kind])}.")
    state, text, parts = _said(order, first, later, names, bool(bolts))
    sooner = [one.label for k, one in enumerate(context.builds) if k < n and k not in ahead]
    if sooner:
        text += f" It goes in before {' and '.join(sooner)}, though listed after: no tool would come at everything then."
    use = {"holds": 0.0, "tight": 0.95, "over": 2.0}[state]
    return Finding(ident, ident.split("/", 1)[1], "anchor", parts or (build.id,), title, text, state, use=use, basis=COMMON_PRACTICE, working=w.done())  # fmt: skip


def first_blocked(
    order: Order, rooms: Rooms, own: Sequence[Body], before: list[Body], solids: list[Body]
) -> list[tuple[Fastener, int, list[str]]]:
    """What no tool comes at when it is its turn, with the step and what stands in the way then."""
    turns: dict[tuple[int, tuple[str, ...]], list[int]] = {}
    for f, one in enumerate(rooms.todo):
        step = order.turn(one)
        if step is not None:
            # what moves stands apart on the bench, so that not everything is in everybody's way
            turns.setdefault((step, tuple(sorted({order.moves.get(part, "") for part in one.through}))), []).append(f)
    found = []
    for (step, _), some in turns.items():
        there = [*before, *solids] if order.steps[step].there else []
        rows = [row for row in own if order.stands(row.part, step, rooms.todo[some[0]])]
        met = in_the_way(rooms, (*rows, *there), some)
        found += [(rooms.todo[f], step, parts) for f, parts in zip(some, met, strict=True) if parts]
    return sorted(found, key=lambda row: (not any(part.startswith(HOST) for part in row[2]), -len(row[2])))


def _said(
    order: Order,
    first: list[tuple[Fastener, int, list[str]]],
    later: list[tuple[Fastener, list[str]]],
    names: dict[str, str],
    bolts: bool,
) -> tuple[State, str, tuple[str, ...]]:
    def told(parts: Sequence[str]) -> str:
        return ", ".join(dict.fromkeys(names[part] for part in parts))

    if first:
        one, step, parts = first[0]
        name = f"{one.name[:1].upper()}{one.name[1:]}"
        if any(part.startswith(HOST) for part in parts):
            return "over", f"{name}: no tool comes there past {told(parts)}. Move it, or fasten it from another side.", (one.id,)
        text = f"{name}: no tool comes there in its turn (“{order.steps[step].title}”), for {told(parts)} is in place already. Fit it first, against that order."
        return "tight", text, (one.id, *parts)
    hidden = sorted((row for row in later if row[1]), key=lambda row: -len(row[1]))
    if hidden:
        one, parts = hidden[0]
        more = f" The same holds for {len(hidden) - 1} more." if len(hidden) > 1 else ""
        name = f"{one.name[:1].upper()}{one.name[1:]}"
        off = "the build must come out" if any(part.startswith(HOST) for part in parts) else f"{told(parts)} must come off"
        turn = (
            "reached in its turn, but to torque it again" if order.turn(one) is not None else "reached while it is bare; to reach it again"
        )
        return "tight", f"{name}: {turn} {off}.{more}", (one.id, *parts)
    when = " in its turn" if order.at else ""
    words = ", and at every bolt again afterwards, with everything that moves out of its way" if bolts else ""
    return "holds", f"A tool comes at every place{when}{words}.", ()
