"""What stands on a base, and the base, in balance together: against one matrix of both, which the program itself does not write out."""

from __future__ import annotations

from dataclasses import replace

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from ergostrut.core.anchor.base import SOFT, BaseFrame
from ergostrut.core.catalog.model import Catalog
from ergostrut.core.changes import Change
from ergostrut.core.job.change import apply
from ergostrut.core.job.document import Job
from ergostrut.core.mechanics.solver.ground import Ground
from ergostrut.core.mechanics.solver.model import Array, Bar, CaseResult, FrameModel, LoadCase, Rest, SolverError
from ergostrut.core.mechanics.solver.solve import Frame
from ergostrut.core.proof import standing
from ergostrut.core.prove.model.reactions import pressing
from ergostrut.core.prove.model.study import Study
from ergostrut.core.report import context_of
from ergostrut.core.structure.standing.setting import settings_of
from tests.core.test_same_numbers import ROWS

E, INERTIA, STIFF = 200_000.0, 50_000.0, 1e7
"""``STIFF`` N/mm of a rest that gives nothing itself."""


def beam(nodes: Array, first: int = 0) -> tuple[Bar, ...]:
    return tuple(Bar("beam", first + i, first + i + 1, E, 77_000.0, 300.0, INERTIA, INERTIA, 8e4) for i in range(len(nodes) - 1))


def upright(count: int, first: int = 0) -> list[tuple[int, int]]:
    """Held so that it bends upright alone."""
    return [(first + i, dof) for i in range(count) for dof in (0, 1, 3, 5)]


def test_a_beam_on_the_middle_of_another() -> None:
    """A propped cantilever whose prop is the middle of a simple beam: P L3 / 3 E I shared with the prop's 48 E I / l3."""
    upper = np.array([(0.0, 0.0, 100.0), (600.0, 0.0, 100.0)])
    lower = np.array([(600.0, -400.0, 0.0), (600.0, 0.0, 0.0), (600.0, 400.0, 0.0)])
    nodes = np.concatenate([upper, lower])
    fixed = [(0, dof) for dof in range(6)] + [(end, dof) for end in (2, 4) for dof in (0, 1, 2, 4)]
    model = FrameModel(nodes, (*beam(upper), *beam(lower, 2)), tuple(fixed), (Rest("prop", 1, 2, 1, 0.0, STIFF, on=3),))
    found = Frame(model, [LoadCase("down", nodal=((1, (0.0, 0.0, -1000.0, 0.0, 0.0, 0.0)),))]).solve("down", np.array([1.0]))
    of_upper, of_lower = 3 * E * INERTIA / 600**3, 48 * E * INERTIA / 800**3
    assert found.rest_force[0] == pytest.approx(1000 * of_lower / (of_upper + of_lower), rel=1e-4)
    assert found.u[1, 2] == pytest.approx(-1000 / (of_upper + of_lower), rel=1e-4)
    # the host holds the ends alone: what one presses on the other is nobody's reaction
    assert found.reactions[:, 2].sum() == pytest.approx(1000) and abs(found.reactions[3, 2]) < 1e-6
    with pytest.raises(SolverError, match="needs a stiffness"):
        Frame(replace(model, rests=(Rest("prop", 1, 2, 1, on=3),)))


@settings(max_examples=60, deadline=None)
@given(st.integers(0, 10_000))
def test_on_ground_that_gives_as_one_matrix_has_it(seed: int) -> None:
    """A beam with gaps under it on another beam, loads up and down anywhere: forces and displacements of both ways to solve them agree."""
    draw = np.random.default_rng(seed)
    count = 9
    x = np.linspace(0, 2000, count)
    upper, lower = (np.column_stack([x, np.zeros(count), np.full(count, z)]) for z in (50.0, 0.0))
    gaps = np.where(draw.random(count) < 0.5, 0.0, draw.uniform(0, 2, count))
    sign = draw.choice([1, 1, -1], count)
    loads = draw.normal(size=(12, count)) * 800 - 400
    unit = [LoadCase(f"{i}", nodal=((i, (0.0, 0.0, 1.0, 0.0, 0.0, 0.0)),)) for i in range(count)]
    ends = [(0, 2), (count - 1, 2)]
    ground_frame = Frame(FrameModel(lower, beam(lower), tuple([*upright(count), *ends])), unit)
    C = np.array([row.u[:, 2] for row in ground_frame.solve_many([""] * count, np.eye(count)) if isinstance(row, CaseResult)])
    held = [*upright(count), (0, 2), (0, 4)]
    rests = [Rest(f"r{i}", i, 2, int(sign[i]), float(gaps[i]), STIFF) for i in range(count)]
    own = Frame(FrameModel(upper, beam(upper), tuple(held), tuple(rests)), unit)
    push = sign[:, None] * sign * C
    start = draw.random((len(loads), count)) < 0.5
    found = own.run([""] * len(loads), loads, start, ground=Ground(np.zeros((len(loads), count)), np.tile(push, (len(loads), 1, 1))))
    both = FrameModel(
        np.concatenate([upper, lower]),
        (*beam(upper), *beam(lower, count)),
        tuple([*held, *upright(count, count), *((n + count, dof) for n, dof in ends)]),
        tuple(replace(rest, on=rest.node + count) for rest in rests),
    )
    one = Frame(both, unit).run([""] * len(loads), loads)
    assert not found.errors and not one.errors
    assert np.allclose(found.rest_force, one.rest_force, atol=1e-3 * (1 + np.abs(one.rest_force).max()))
    assert np.allclose(found.u, one.u[:, :count], atol=1e-4 * (1 + np.abs(one.u).max()))


def one_matrix(base: BaseFrame, study: Study, foot: float) -> tuple[Array, Array]:
    """Contact forces (cases, contacts) and pull of the fixings (cases, anchors) of a setting and its base, all in one matrix."""
    assert study.posed is not None
    posed, p = study.posed, pressing(study)
    assert p is not None
    nodes, bars, fixed = [posed.model.nodes], list(posed.model.bars), list(posed.model.fixed)
    rests, loads = list(posed.model.rests), list(posed.basic_loads)
    shares = [np.array([posed.factors(item.case, foot) for item in study.solved])]
    pulls: dict[int, int] = {}
    count = len(posed.model.nodes)
    for laid, turn in zip(base.laid, base.solved([p], (SOFT,)), strict=True):
        side, model = laid.side, laid.frames[SOFT].model
        nodes.append(model.nodes)
        bars += [replace(bar, a=bar.a + count, b=bar.b + count) for bar in model.bars]
        fixed += [(node + count, dof) for node, dof in model.fixed]
        rests += [replace(rest, node=rest.node + count) for rest in model.rests]
        pulls |= {anchor: len(rests) - len(laid.held) + i for i, anchor in enumerate(laid.held)}
        for i, (contact, at) in enumerate(zip(p.contacts, p.places, strict=True)):
            if (contact.on, round(at[0], 1)) in side.places:
                rests[i] = replace(rests[i], k=STIFF, on=count + side.node(contact.on, round(at[0], 1)))
        # its weight and what pushes along; what presses on it is between the two now
        for k in (0, len(side.loads) - 1):
            loads.append(LoadCase("base", nodal=tuple((node + count, force) for node, force in side.loads[k].nodal)))
            shares.append(turn.factors[:, k : k + 1])
        count += len(model.nodes)
    whole = FrameModel(np.concatenate(nodes), tuple(bars), tuple(fixed), tuple(rests))
    found = Frame(whole, loads).run([item.case.name for item in study.solved], np.concatenate(shares, axis=1))
    assert not found.errors
    return found.rest_force[:, : len(p.contacts)], found.rest_force[:, [pulls[i] for i in sorted(pulls)]]


@pytest.mark.parametrize("row", [-1, 0, 8, 13, 17, 21, 23, 36], ids=lambda row: f"slide {row + 1}")
def test_a_slide_and_its_base_as_one_matrix_has_them(sample: Job, catalog: Catalog, row: int) -> None:
    """The sample and drawn slides, legs that share with the rollers among them, in every setting: contact forces within 1.5 % of the
    largest, and on a base that gave nothing they were up to 13 % off."""
    changes = ROWS[row]["changes"] if row >= 0 else {}
    context = context_of(apply(sample.design, [Change(path, value) for path, value in changes.items()]), catalog)
    build = context.builds[0]
    stood = standing(context, build, settings_of(build))
    assert stood.base is not None
    own = stood.base.solved(stood.pressings(), (SOFT,))
    pulls = np.zeros((sum(len(p.cases) for p in stood.pressings()), len(build.anchors)))
    for laid, turn in zip(stood.base.laid, own, strict=True):
        pulls[:, list(laid.held)] = turn.results[SOFT].rest_force[turn.which][:, len(laid.side.floor) :]
    begin = 0
    for found in stood.studies:
        study = replace(found, solved=tuple(item for item in found.solved if not item.firm))
        contacts, fixings = one_matrix(stood.base, study, context.design.loads.foot)
        rows = slice(begin, begin + len(study.solved))
        begin = rows.stop
        own_forces = np.array([item.result.rest_force for item in study.solved])
        assert np.abs(own_forces - contacts).max() < 0.015 * contacts.max()
        assert np.abs(pulls[rows] - fixings).max() < 0.015 * max(float(pulls.max()), float(contacts.max()))
