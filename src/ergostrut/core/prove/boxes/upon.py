"""A box that stands on another build: which of its edges bear there, and what it hands down."""

from __future__ import annotations

from collections.abc import Sequence

from ...cases import Case
from ...mechanics.solver.model import Array, FrameModel, Results, SolverError
from ...structure.assembly import Assembly
from ...structure.context import Context
from ...structure.nouns.holds import Contact
from ...structure.nouns.parts import Point3
from ...structure.nouns.upon import Foot, Handed
from ..model.upon import AXES, PAD, over_deck
from .floor import EdgeFoot


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
            found.append(Foot((x, y, z), toward, (PAD, PAD), wall=True))
    return tuple(found)


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
        *(
            (pin, Foot(tie.at, way, (PAD, PAD), tie.id, wall=tie.kind == "wall"), axis)
            for pin, tie in pins
            for axis, way in enumerate(AXES)
        ),
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
