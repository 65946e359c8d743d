"""The welded frame of a slide-in shell against PyNite bars: braking, rebound and wind, on the rests and tie-downs that act then."""

from __future__ import annotations

from dataclasses import replace

import numpy as np
import pytest

from ergostrut.core.catalog.model import Catalog
from ergostrut.core.mechanics.solver.model import LoadCase, PointLoad, Spread
from ergostrut.core.prove.model.frame_model import FRICTION, unskinned
from ergostrut.core.prove.model.posed import Posed, solve_cases
from ergostrut.core.report import studies_at
from tests.families.test_camper_shell import shell, tie

from .frames import in_pynite, pynite_displacements

_TO_HOST = np.kron(np.eye(4), np.array([(1, 0, 0), (0, 0, -1), (0, 1, 0)], dtype=float))


def together(posed: Posed, shares: np.ndarray) -> LoadCase:
    """All basic loads of a case as one."""

    def times(v: tuple[float, ...], k: float) -> tuple[float, ...]:
        return tuple(k * one for one in v)

    rows = [(load, float(k)) for load, k in zip(posed.basic_loads, shares, strict=True) if k]
    spreads = tuple(Spread(s.bar, s.start, s.end, times(s.w0, k), times(s.w1, k)) for load, k in rows for s in load.spreads)  # type: ignore[arg-type]
    points = tuple(PointLoad(p.bar, p.at, times(p.force, k)) for load, k in rows for p in load.points)  # type: ignore[arg-type]
    nodal = tuple((node, times(action, k)) for load, k in rows for node, action in load.nodal)
    return LoadCase("all", spreads, points, nodal)  # type: ignore[arg-type]


def aslant(posed: Posed) -> Posed:
    """The same with what stands for friction led away aslant: PyNite joins a bar to every node that it passes over, and these lie along rails."""
    nodes = posed.model.nodes.copy()
    nodes[[bar.b for bar in posed.model.bars if bar.id == FRICTION]] += (0.0, 0.0, -700.0)
    other = replace(posed, model=replace(posed.model, nodes=nodes))
    vars(other)["basic_loads"] = posed.basic_loads
    return other


@pytest.mark.parametrize("name", ["Brake", "Rebound", "Wind from the left"])
def test_against_pynite(name: str, catalog: Catalog) -> None:
    """Displacements and end forces within 1e-5; what bears and pulls in ours holds it there as well, pushing and pulling the right way."""
    # ties at the posts: a node of the rail between them would lie on what stands for the bench's chord, and PyNite would join the two
    ties = tuple(
        tie(f"{end}{side}", side, along, x) for end, along, x in (("f", 633, 100), ("r", 1247, 1880)) for side in ("left", "right")
    )
    report = shell(catalog, tightened=None, posts=4, ties=ties)
    study = studies_at(report, {})[0]
    assert study.posed is not None
    posed = aslant(unskinned(study.posed))
    case = next(item.case for item in study.solved if item.case.name == name)
    (ours,), fell = solve_cases(posed, (case,), 1330.0)
    assert not fell
    result, model = ours.result, posed.model
    bearing = {i for i, force in enumerate(result.rest_force) if force > 0}
    taut = [i for i, force in enumerate(result.strap_force) if force > 0]
    assert bearing and taut
    held_at = {(model.rests[i].node, model.rests[i].dof): -model.rests[i].sign * model.rests[i].gap for i in bearing}
    other = in_pynite(replace(model, rests=(), straps=model.straps), together(posed, posed.factors(case, 1330.0)), held_at, taut)
    u = pynite_displacements(other, len(model.nodes))
    assert np.max(np.abs(result.u[:, :3] - u[:, :3])) <= 1e-5 * np.max(np.abs(u[:, :3]))
    mine = np.einsum("mji,mj->mi", posed.frame.elements.T, result.ends)
    theirs = np.array([_TO_HOST @ np.asarray(other.members[f"M{i}"].F("Combo 1"), dtype=float).ravel() for i in range(len(mine))])
    assert np.max(np.abs(mine - theirs)) <= 1e-5 * np.max(np.abs(theirs))
    for i, rest in enumerate(model.rests):
        node = other.nodes[f"N{rest.node}"]
        push = (node.RxnFX, {k: -v for k, v in node.RxnFZ.items()}, node.RxnFY)[rest.dof]["Combo 1"] * rest.sign
        assert push == pytest.approx(result.rest_force[i] if i in bearing else 0.0, abs=1.0) or (i not in bearing and rest.dof != 2)
