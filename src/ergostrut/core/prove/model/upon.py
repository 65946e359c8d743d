"""A build on another: how that gives under it, and what a frame hands down. Both are in balance as one model would have them: the build below
is linear, so that its compliance at the upper one's places is exact in every case."""

from __future__ import annotations

import math
from collections.abc import Iterable, Iterator, Sequence
from dataclasses import dataclass, replace

import numpy as np

from ...cases import TWIST, Case
from ...mechanics.solver.ground import Ground
from ...mechanics.solver.model import Array, SolverError
from ...mechanics.solver.solve import Frame
from ...structure.assembly import Assembly, centroid
from ...structure.context import Context
from ...structure.nouns.parts import Point3, cross
from ...structure.nouns.upon import Foot, Handed
from ...structure.standing.exposed import above, floors
from ...structure.standing.setting import Setting, settings_of
from .field import Patch
from .frame_model import FRICTION, frame_model
from .hanging import SWINGS, Moving, Walls
from .outdoors import sheltered
from .posed import Posed
from .study import Cases, Study, begin, fallen, finish

UP: Point3 = (0.0, 0.0, 1.0)
AXES: tuple[Point3, ...] = ((1.0, 0.0, 0.0), (0.0, 1.0, 0.0), (0.0, 0.0, 1.0))
PAD = 50.0
"""mm of a tie's plate under the deck (common practice, no published source)."""


def below(context: Context, build: Assembly) -> Posed | None:
    """What a build stands on as a frame, with all that is on it but this build; None where that is the host.

    Raises:
        SolverError: that one cannot be solved, in words.
    """
    under = context.build(build.on) if build.on else None
    if under is None:
        return None
    try:
        posed = frame_model(under, settings_of(under)[0], context.plan, sheltered(context, under))
    except SolverError as error:
        raise SolverError(f"what it stands on does not hold: {error}") from error
    return replace(posed, patches=(*posed.patches, *_beside(context, build, posed)))


def _beside(context: Context, build: Assembly, under: Posed) -> Iterator[Patch]:
    """The others on the same deck, each as a load as wide as it stands: they bend what this one stands on as well."""
    body, level = under.deck
    for other in above(context.builds, build.on):
        if other.id != build.id:
            masses = [pair for part in other.bodies for pair in other.masses(part)]
            masses += [(item.mass, item.at()) for part in other.bodies for item in context.plan.on(part)]
            kg, (x, y, z) = centroid(masses)
            wide, deep = (max(p.hi[i] for p in other.panels) - min(p.lo[i] for p in other.panels) for i in (0, 1))
            yield Patch(other.label, body, x, y, (wide, deep), kg, z - level)


def over_deck(under: Assembly, at: Sequence[float]) -> bool:
    """Whether a place lies over a build's deck: beside it there is nothing to press on or to bolt to."""
    return any(all(panel.lo[i] - 1.0 <= at[i] <= panel.hi[i] + 1.0 for i in (0, 1)) for panel in floors(under))


@dataclass(frozen=True)
class _Yielding:
    """A build below with 1 N at each of some places of it: how far each goes along its own way in a case, and how they give to each other.
    ``ways`` and ``moved`` (places, all degrees of freedom): the units, and what they move."""

    under: Posed
    frame: Frame
    ways: Array
    moved: Array

    def goes(self, cases: Sequence[Case]) -> Array:
        """(cases, places) mm with what the build below is loaded with by itself, nobody on it."""
        mine = np.array([self.under.factors(replace(case, live=()), 0.0) for case in cases])
        found: Array = self.frame.run([case.name for case in cases], mine).u.reshape(len(cases), -1) @ self.ways.T
        return found

    def gives(self) -> Array:
        """(places, places) mm per N."""
        found: Array = self.moved @ self.ways.T
        return (found + found.T) / 2


def _yielding(under: Posed, feet: Sequence[Foot]) -> _Yielding:
    """Raises:
    SolverError: what it stands on folds.
    """
    try:
        return _Yielding(under, under.both_ways, *under.both_ways.also([under.pressed(foot, "stands on it") for foot in feet]))
    except SolverError as error:
        raise SolverError(f"what it stands on does not hold: {error}") from error


def ground_of(under: Posed, feet: Sequence[Foot], cases: Sequence[Case]) -> Ground:
    """What one-way parts bear on or hang from: how far that goes away from each by itself in every case, and how it gives under each of them. A deck
    is pressed down on; level it does not give.

    Raises:
        SolverError: what it stands on folds.
    """
    count = len(feet)
    if not count:
        return Ground(np.zeros((len(cases), 0)), np.zeros((len(cases), 0, 0)))
    # what bears and what ties at one place go with it as one: a patch of their own each would set them against each other
    sizes = {foot.at: foot.size for foot in feet if not foot.tie}
    yields = _yielding(under, [replace(foot, size=sizes.get(foot.at, foot.size)) for foot in feet])
    gives = np.array([foot.wall or foot.toward[2] != 0 for foot in feet])
    give = yields.gives() * gives[:, None] * gives
    return Ground(yields.goes(cases) * gives, np.broadcast_to(give, (len(cases), count, count)))


HARD = 50_000.0
"""N/mm that a place on a wall gives with at the least: bolted hard to a member (typical, no published source)."""


def walls_of(under: Posed) -> Walls:
    """How the walls of a build give and go at places that another is fixed to: each by itself, along every axis."""

    def at(places: Sequence[Point3]) -> Moving:
        yields = _yielding(under, [Foot(place, way, (PAD, PAD), wall=True) for place in places for way in AXES])
        give = np.diagonal(yields.gives()).reshape(-1, 3)
        known: dict[Case, Array] = {}

        def moved(case: Case) -> Array:
            if case not in known:
                # what presses on a build goes along with what it presses
                known[case] = -yields.goes([case])[0].reshape(-1, 3)
            return known[case]

        return Moving(1 / np.maximum(give, 1 / HARD), moved)

    return at


def feet_of(context: Context, posed: Posed) -> tuple[Foot, ...]:
    """Where a frame bears on the deck that it stands on, or against its walls, and is tied to it, in the order of its rests; then where its straps
    hang.

    Raises:
        SolverError: a foot of it stands beside that deck.
    """
    build = posed.assembly
    under, found = context.build(build.on), list[Foot]()
    for contact, rest in zip(posed.contacts, posed.model.rests, strict=True):
        if under is not None and contact.push[2] > 0 and not over_deck(under, contact.at):
            raise SolverError(f"the {contact.label} stands beside the deck of {under.label}: move it over that")
        x, y, z = (float(v) for v in posed.model.nodes[rest.node])
        size, member = (PAD, PAD), build.member(contact.member)
        if contact.pad is not None:
            along = int(np.argmax(np.abs(np.array(member.b) - member.a)))
            size = (contact.pad.along, contact.pad.across) if along == 0 else (contact.pad.across, contact.pad.along)
        elif contact.kind != "tie":
            size = (member.shape.width, member.shape.depth)
        found.append(Foot((x, y, z), contact.push, size, contact.id if contact.kind == "tie" else "", wall=contact.kind == "wall"))
    for strap in posed.hung.straps:
        x, y, z = (float(v) / math.dist(strap.at, strap.to) for v in strap.run)
        found.append(Foot(strap.to, (x, y, z), (PAD, PAD), wall=True))
    return tuple(found)


FAR_ENDS = (FRICTION, SWINGS)


def _at_walls(posed: Posed) -> dict[int, int]:
    """Axis of the wall that each node is fixed to, of those that are."""
    found = {node: int(np.argmax(np.abs(mount.into))) for mount, node in posed.hung.mounts}
    return found | {node: latch.axis for latch, node in posed.hung.latches}


@dataclass(frozen=True)
class Pressed:
    """What a frame does to the deck that it stands on, in one setting: forces of ``feet`` in every one of ``cases``."""

    feet: tuple[Foot, ...]
    cases: tuple[Case, ...]
    forces: Array
    whole: bool


def pressed_by(context: Context, study: Study) -> Pressed | None:
    """The forces on a solved frame at its rests and wherever it is held, a turn about a level axis as a couple over the width of its member;
    None where nothing was solved. Raises as ``feet_of``."""
    posed = study.posed
    if posed is None or not study.solved:
        return None
    feet, columns = list(feet_of(context, posed)), list[Array]()
    rows = (*(item for item in study.solved if not item.firm), *study.crash)
    if feet:
        columns += list(np.array([[*item.result.rest_force, *item.result.strap_force] for item in rows]).T)
    reactions = np.array([item.result.reactions for item in rows])
    build, model, walls = posed.assembly, posed.model, _at_walls(posed)
    wide = {node: build.member(name).shape.width for name in posed.rows for node in posed.tips(name)}
    # what only friction, or its own pull, keeps is held at the far end of a bar
    back = {bar.b: bar.a for bar in model.bars if bar.id in FAR_ENDS}
    swung = {bar.b for bar in model.bars if bar.id == SWINGS}
    tops = {pull.a: strap.to for pull, strap in zip(model.straps, posed.hung.straps, strict=True)}
    for far, dof in model.fixed:
        node = back.get(far, far)
        # what a strap's pull brings back is held where it hangs
        x, y, z = tops[node] if far in swung else (float(v) for v in model.nodes[node])
        wall = walls.get(node)
        if dof < 3:
            feet.append(Foot((x, y, z), AXES[dof], (PAD, PAD), wall=wall is not None or far in swung))
            columns.append(reactions[:, far, dof])
            continue
        # a turn that is held is a couple over the member's width, pressed and pulled along the face's normal
        normal = AXES[wall if wall is not None else 2]
        arm = cross(normal, AXES[dof - 3])
        if far == node and any(arm):
            half = wide.get(node, PAD) / 2
            for sign in (-1.0, 1.0):
                at = (x + sign * half * arm[0], y + sign * half * arm[1], z + sign * half * arm[2])
                feet.append(Foot(at, normal, (PAD, PAD), wall=wall is not None))
                columns.append(reactions[:, far, dof] * sign / (2 * half))
    kept = [i for i, column in enumerate(columns) if column.any() or i < len(posed.contacts)]
    feet, columns = [feet[i] for i in kept], [columns[i] for i in kept]
    return Pressed(tuple(feet), tuple(item.case for item in rows), np.array(columns).T, not study.fallen)


def handed_by(context: Context, build: Assembly, settings: Iterable[tuple[str, Pressed]]) -> Handed | None:
    """What a frame hands down, over all its settings (what each says after a case's name, and what it presses there); the first names its cases
    alone, and what the build below does not know goes to it as cases of its own."""
    feet: dict[Foot, int] = {}
    cases, rows, whole = list[Case](), list[dict[int, float]](), True
    for words, one in settings:
        at = [feet.setdefault(foot, len(feet)) for foot in one.feet]
        before, known = {case.name for case in cases}, {case.name for case in cases}
        whole = whole and one.whole
        for case, force in zip(one.cases, one.forces.tolist(), strict=True):
            row: dict[int, float] = {}
            for i, newton in zip(at, force, strict=True):
                row[i] = row.get(i, 0.0) + newton
            name = f"{case.name}{words}" if case.name in before else case.name
            while name in known:
                name += ", once more"
            known.add(name)
            cases.append(replace(case, name=name))
            rows.append(row)
    if not cases:
        return None
    kg = build.mass + sum(item.mass for body in build.bodies for item in context.plan.on(body))
    forces = tuple(tuple(row.get(i, 0.0) for i in range(len(feet))) for row in rows)
    return Handed(build.id, build.label, build.on, tuple(feet), tuple(cases), forces, kg, whole)


def on_another(context: Context, build: Assembly, setting: Setting, cases: Cases | None = None, under: Posed | None = None) -> Study:
    """A frame on another build, solved on what that gives under it and at its walls; ``cases`` of its own if told; ``under``: that build as
    ``below`` has it, where that is known."""
    try:
        under = under or below(context, build)
        assert under is not None
        begun = begin(context, build, setting, cases, (TWIST,) if under.hung.twists else (), walls_of(under))
        posed = begun.drawn.posed
        if posed is None or not begun.drawn.solved:
            return begun.drawn
        ground = ground_of(under, feet_of(context, posed), [item.case for item in begun.drawn.solved])
    except SolverError as error:
        return fallen(context, build, setting, error)
    found = finish(begun, ground, sure=True)
    return replace(found, solver=lambda left, these: on_another(context, left, setting, these, under))
