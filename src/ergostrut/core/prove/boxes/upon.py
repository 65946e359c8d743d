"""A box that stands on another build: how that gives under it, and what it hands down. Both are in balance as one model would have them: the
build below is linear, so that its compliance at the box's places is exact in every case."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import replace

import numpy as np

from ...cases import Case
from ...mechanics.solver.ground import Ground
from ...mechanics.solver.model import Array, FrameModel, Results, SolverError
from ...mechanics.solver.solve import Frame
from ...structure.assembly import Assembly, centroid
from ...structure.context import Context
from ...structure.exposed import above, floors
from ...structure.holds import Contact
from ...structure.parts import Point3
from ...structure.setting import settings_of
from ...structure.upon import Foot, Handed
from ..model.field import Patch
from ..model.frame_model import frame_model
from ..model.outdoors import sheltered
from ..model.posed import Posed
from .floor import EdgeFoot

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


def stood_on(context: Context, build: Assembly, footings: Sequence[EdgeFoot], nodes: Array) -> list[EdgeFoot]:
    """Footings of a box with something under them: all on the host, on another build those over its deck.

    Raises:
        SolverError: none is.
    """
    under = context.build(build.on) if build.on else None
    if under is None:
        return list(footings)
    found = [one for one in footings if over_deck(under, nodes[one.node].tolist())]
    if not found:
        raise SolverError(f"nothing of it stands on {under.label}: move it over the deck")
    return found


def feet_on(model: FrameModel, footings: Sequence[EdgeFoot], ties: Sequence[Contact], low: float) -> tuple[Foot, ...]:
    """Where a box presses on what it stands on or at, then where its ties pull, in the order of its rests."""
    by_node, found = {one.node: one for one in footings}, list[Foot]()
    pulls = iter(tie for tie in ties if tie.kind == "tie")
    for rest in model.rests:
        x, y, z = (float(v) for v in model.nodes[rest.node])
        way = [0.0, 0.0, 0.0]
        way[rest.dof] = float(rest.sign)
        toward, one = (way[0], way[1], way[2]), by_node.get(rest.node)
        if rest.dof == 2 and rest.sign < 0:
            tie = next(pulls)
            found.append(Foot((tie.at[0], tie.at[1], low), toward, (PAD, PAD), tie.id))
        elif rest.dof == 2 and one is not None:
            size = (max(one.long, one.thick), one.thick) if one.axis == 0 else (one.thick, max(one.long, one.thick))
            found.append(Foot((x, y, low), toward, size))
        else:
            found.append(Foot((x, y, z), toward, (PAD, PAD)))
    return tuple(found)


def ground_of(under: Posed, feet: Sequence[Foot], cases: Sequence[Case]) -> Ground:
    """What the rests of a box bear on: how far that goes down by itself in every case, and how it gives under each of them.

    Raises:
        SolverError: what it stands on folds.
    """
    if under.model.rests or under.model.straps:
        raise SolverError("what it stands on lifts off its own supports: stand it on what is bolted down")
    loads = (*under.basic_loads, *(under.pressed(replace(foot, toward=UP), "stands on it") for foot in feet))
    try:
        frame = Frame(under.model, loads)
    except SolverError as error:
        raise SolverError(f"what it stands on does not hold: {error}") from error
    own, count = len(under.basic_loads), len(feet)
    units = np.zeros((count, len(loads)))
    units[:, own:] = np.eye(count)
    mine = np.zeros((len(cases), len(loads)))
    for row, case in zip(mine, cases, strict=True):
        row[: len(under.basic_loads)] = under.factors(replace(case, live=()), 0.0)
    onto, signs = frame.totals[own:], np.array([foot.toward[2] for foot in feet])
    give: Array = signs[:, None] * signs * (frame.run(["under it"] * count, units).u.reshape(count, -1) @ onto.T)
    sunk: Array = signs * (frame.run([case.name for case in cases], mine).u.reshape(len(cases), -1) @ onto.T)
    return Ground(sunk, np.broadcast_to((give + give.T) / 2, (len(cases), count, count)))


def handed(
    context: Context,
    build: Assembly,
    feet: Sequence[Foot],
    pins: Sequence[tuple[int, Contact]],
    solved: Sequence[tuple[Case, Results, int]],
    kept: Sequence[tuple[int, Point3]],
) -> Handed:
    """What a box presses, pulls and shears with in every case: ``pins``: nodes of its ties; ``kept``: nodes held level where nothing ties it, with
    their places; ``solved``: a case with its results and its row there."""
    sides = [
        *((pin, Foot(tie.at, way, (PAD, PAD), tie.id), axis) for pin, tie in pins for axis, way in enumerate(AXES)),
        *((node, Foot(at, way, (PAD, PAD)), axis) for node, at in kept for axis, way in enumerate(AXES[:2])),
    ]
    nodes, axes = [node for node, _, _ in sides], [axis for _, _, axis in sides]
    rows, whole = [], True
    for _, results, i in solved:
        whole = whole and i not in results.errors
        rows.append((*results.rest_force[i].tolist(), *results.reactions[i, nodes, axes].tolist()))
    kg = build.mass + sum(item.mass for body in build.bodies for item in context.plan.on(body))
    return Handed(
        build.id, build.label, build.on, (*feet, *(foot for _, foot, _ in sides)), tuple(case for case, _, _ in solved), tuple(rows), kg, whole
    )  # fmt: skip
