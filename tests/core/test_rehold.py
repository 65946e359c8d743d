"""A frame held otherwise against the same frame made so from the start, and a build with a holder gone against one framed without it."""

from __future__ import annotations

from dataclasses import replace

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from ergostrut.core.catalog.model import Catalog
from ergostrut.core.job.document import Design
from ergostrut.core.mechanics.solver.model import Bar, FrameModel, LoadCase, MechanismError, Rest, SolverError
from ergostrut.core.mechanics.solver.solve import Frame
from ergostrut.core.prove.hung.check import _feet_away, _unbolted, _without
from ergostrut.core.prove.model.study import Study, study
from ergostrut.core.report import context_of
from ergostrut.core.structure.standing.setting import settings_of
from tests.bench import starts

from .vans import bunk, job, posed

HELD = [(node, dof) for node in (0, 3, 8) for dof in range(6)]


def _grid(seed: int, corners: int) -> tuple[FrameModel, list[LoadCase]]:
    """A crooked grid of nine joints held at three of them, standing on ``corners`` feet besides, one of them short, with three loads."""
    rng = np.random.default_rng(seed)
    nodes = np.array([(400.0 * i, 300.0 * j, 0.0) for i in range(3) for j in range(3)]) + rng.uniform(-40, 40, (9, 3))
    ends = [(3 * i + j, 3 * i + j + 1) for i in range(3) for j in range(2)] + [
        (3 * i + j, 3 * i + j + 3) for i in range(2) for j in range(3)
    ]
    bars = tuple(Bar(f"b{k}", a, b, 2e5, 7.7e4, 300, 5e4 * rng.uniform(0.5, 2), 6e4, 8e4) for k, (a, b) in enumerate(ends))
    rests = tuple(Rest(f"foot {node}", node, 2, 1, 0.4 * (node == 2)) for node in (2, 6, 4)[:corners])
    loads = [LoadCase(f"load {k}", nodal=((int(rng.integers(9)), tuple(rng.uniform(-900, 900, 6) * 1.0)),)) for k in range(3)]
    return FrameModel(nodes, bars, tuple(HELD), rests), loads


@settings(max_examples=60, deadline=None)
@given(
    st.integers(0, 10_000),
    st.integers(0, 3),
    st.sets(st.sampled_from(HELD[6:]), max_size=5),
    st.sets(st.sampled_from([(1, 2), (5, 0), (4, 1), (7, 4), (2, 0)]), max_size=3),
)
def test_held_otherwise_is_as_made_so(seed: int, corners: int, free: set[tuple[int, int]], still: set[tuple[int, int]]) -> None:
    """Displacements, contact forces, end actions and reactions to 1e-6; what was never let go stays held."""
    model, loads = _grid(seed, corners)
    factors = np.array([[1.0, -0.5, 0.3], [-0.7, 1.1, -1.0], [0.2, 0.4, 2.0]])
    mine = Frame(model, loads).held_otherwise(sorted(free), sorted(still)).run(["a", "b", "c"], factors)
    fixed = (*(row for row in model.fixed if row not in free), *sorted(still))
    theirs = Frame(replace(model, fixed=fixed), loads).run(["a", "b", "c"], factors)
    assert not mine.errors and not theirs.errors
    for name in ("u", "rest_force", "ends", "reactions"):
        one, other = getattr(mine, name), getattr(theirs, name)
        assert np.allclose(one, other, atol=1e-6 * (1 + np.max(np.abs(other), initial=0.0))), name


def test_what_bears_where_it_is_held_is_refused() -> None:
    """It would read as bearing nothing."""
    model, loads = _grid(1, 2)
    with pytest.raises(SolverError, match="held there already"):
        Frame(replace(model, fixed=(*model.fixed, (2, 2))), loads)


def test_what_is_let_go_altogether_folds() -> None:
    model, loads = _grid(1, 0)
    left = Frame(model, loads).held_otherwise(HELD).run(["a"], np.eye(3)[:1])
    assert isinstance(left.errors[0], MechanismError)


def _hardest(one: Study) -> list[tuple[float, ...]]:
    """By bound: the largest of every kind of force that holds it, and of its members' end actions."""
    assert one.posed is not None
    rows = []
    for bound in one.bounds:
        results = [item.result for item in bound.solved]
        nodes = [pin for _, pin in bound.posed.hung.mounts] + [pin for _, _, pin in bound.posed.hung.fastened]  # type: ignore[union-attr]
        rows.append(
            tuple(
                float(max((np.abs(part).max(initial=0.0) for part in parts), default=0.0))
                for parts in (
                    [result.reactions[nodes] for result in results],
                    [result.strap_force for result in results],
                    [result.rest_force for result in results],
                    [result.ends[: len(bound.posed.pieces)] for result in results],  # type: ignore[union-attr]
                )
            )
        )
    return rows


@pytest.mark.parametrize("family", ["hung_bunk", "shelf_rack", "truck_flatbed", "chassis_body"])
def test_a_holder_gone_is_as_framed_without_it(catalog: Catalog, family: str) -> None:
    """Wall fixings, feet and mounts, each in every setting: two ways to one answer."""
    design: Design = dict(starts())[f"{family} as it starts"]
    context = context_of(design, catalog)
    tried = 0
    for setting in (one for one in settings_of(context.builds[0]) if one.named):
        whole = study(context, context.builds[0], setting)
        assert whole.posed is not None
        hung = whole.posed.hung
        gone = [_without(whole, mount, node) for mount, node in hung.mounts[:2]]
        gone += [_unbolted(whole, i) for i, (one, _, _) in enumerate(hung.fastened[:2]) if not one.sole]
        gone += list(_feet_away(whole))[:2]
        for one in gone:
            assert one.change is not None
            quick, framed = one.left(whole), whole.again(one.build, one.cases)
            assert len(quick.solved) == len(framed.solved) > 0
            for mine, theirs in zip(_hardest(quick), _hardest(framed), strict=True):
                assert mine == pytest.approx(theirs, rel=1e-5, abs=1e-3), one.label
            tried += 1
    assert tried >= 2


def test_folded_up_its_latch_takes_the_same_whichever_wall_bolt_is_gone(catalog: Catalog) -> None:
    """The folded bed turns on its hinges and is kept by one latch: what that takes is statics, and asks nothing of the wall rail."""
    up = posed(job(bunk()), catalog, "folded up")
    assert up.posed is not None
    ((latch, node),) = up.posed.hung.latches
    bump = up.case("Bump")
    assert bump is not None
    taken = bump.result.reactions[node][latch.axis]
    for mount, at in up.posed.hung.mounts:
        gone = _without(up, mount, at)
        for left in (gone.left(up), up.again(gone.build, gone.cases)):
            item = left.case("Bump")
            assert item is not None and left.posed is not None
            ((_, node),) = left.posed.hung.latches
            assert item.result.reactions[node][latch.axis] == pytest.approx(taken, rel=1e-6)
