"""Frames of this trade against PyNite (linear solver, one-way parts by a loop of the test's own) and anastruct."""

from __future__ import annotations

import numpy as np
import pytest
from anastruct import SystemElements

from ergostrut.core.mechanics.solver.matrix import DENSE
from ergostrut.core.mechanics.solver.model import Bar, FrameModel, LoadCase, Spread
from ergostrut.core.mechanics.solver.solve import Frame, solve_all

from . import bare
from .frames import pynite_displacements, pynite_one_way
from .trade_frames import FRAMES, TUBES, grid

_TO_HOST = np.kron(np.eye(4), np.array([(1, 0, 0), (0, 0, -1), (0, 1, 0)], dtype=float))


@pytest.mark.parametrize("name", FRAMES)
def test_against_pynite(name: str) -> None:
    """Displacements and end forces in host axes within 1e-6, and the same one-way parts acting."""
    job = FRAMES[name]()
    frame, (ours,) = solve_all(job.model, [job.case])
    other, bearing, taut = pynite_one_way(job.model, job.case)
    u = pynite_displacements(other, len(job.model.nodes))
    assert np.max(np.abs(ours.u[:, :3] - u[:, :3])) <= 1e-6 * np.max(np.abs(u[:, :3]))
    if not any(bar.released for bar in job.model.bars):
        assert np.max(np.abs(ours.u - u)) <= 1e-6 * np.max(np.abs(u))
    mine = np.einsum("mji,mj->mi", frame.elements.T, ours.ends)
    theirs = np.array([_TO_HOST @ np.asarray(other.members[f"M{i}"].F("Combo 1"), dtype=float).ravel() for i in range(len(mine))])
    assert np.max(np.abs(mine - theirs)) <= 1e-6 * np.max(np.abs(theirs))
    assert {i for i, force in enumerate(ours.rest_force) if force > 0} == bearing
    assert {i for i, force in enumerate(ours.strap_force) if force > 0} == taut


def test_a_missing_strap_loads_its_neighbours() -> None:
    whole, gone = FRAMES["bunk on three straps"](), FRAMES["bunk with one strap gone"]()
    _, (three,) = solve_all(whole.model, [whole.case])
    _, (two,) = solve_all(gone.model, [gone.case])
    assert min(two.strap_force) > 0
    assert max(two.strap_force) > max(three.strap_force)


def test_large_grid_goes_the_banded_way() -> None:
    """Beyond the dense limit the banded factor gives PyNite's answer as well."""
    job = grid(10, 9)
    frame, (ours,) = solve_all(job.model, [job.case])
    assert frame.size > 600 > DENSE
    other, _, _ = pynite_one_way(job.model, job.case)
    u = pynite_displacements(other, len(job.model.nodes))
    assert np.max(np.abs(ours.u - u)) <= 1e-6 * np.max(np.abs(u))


@pytest.mark.parametrize("size", bare.GRIDS, ids=str)
def test_the_yardsticks_grids(size: tuple[int, int, int]) -> None:
    """The bare solve that the bench measures against finds the same displacements, dense and banded."""
    job = bare.grid(*size)
    model, cases = bare.as_model(job)
    u = bare.solve(job)
    _, found = solve_all(model, cases)
    assert [len(bare.grid(*row).members) for row in bare.GRIDS] == [42, 102, 484]
    for k, row in enumerate(found):
        assert np.max(np.abs(row.u - u[:, :, k])) <= 1e-9 * np.max(np.abs(u[:, :, k]))


def _plane(
    places: list[tuple[float, float]], pairs: list[tuple[int, int]], tube: str, hinged: set[int]
) -> tuple[FrameModel, SystemElements]:
    """The same plane frame (x, z) here and in anastruct, feet fixed or hinged at the nodes on the ground."""
    A, Iy, Iz, J = TUBES[tube]
    nodes = np.array([(x, 0.0, z) for x, z in places])
    bars = tuple(Bar(f"m{i}", a, b, 200_000.0, 77_200.0, A, Iy, Iz, J) for i, (a, b) in enumerate(pairs))
    other = SystemElements(EA=200_000.0 * A, EI=200_000.0 * Iy, mesh=200)
    for a, b in pairs:
        other.add_element(location=[list(places[a]), list(places[b])])
    fixed = [(n, dof) for n in range(len(places)) for dof in (1, 3, 5)]
    for n, (x, z) in enumerate(places):
        if z == 0:
            ident = other.find_node_id([x, z])
            fixed += [(n, 0), (n, 2)] + ([] if n in hinged else [(n, 4)])
            (other.add_support_hinged if n in hinged else other.add_support_fixed)(node_id=ident)
    return FrameModel(nodes, bars, tuple(fixed)), other


PLANES = {
    "gable hoop": ([(0, 0), (0, 1500), (900, 2100), (1800, 1500), (1800, 0)], [(0, 1), (1, 2), (2, 3), (3, 4)], "50", {4}),
    "two-bay rack": (
        [(0, 0), (0, 900), (800, 900), (800, 0), (1700, 900), (1700, 0)],
        [(0, 1), (1, 2), (2, 3), (2, 4), (4, 5)],
        "25x50",
        {0},
    ),
}


@pytest.mark.parametrize("name", PLANES)
def test_against_anastruct(name: str) -> None:
    """Reactions and joint displacements of plane frames; uniform load across one member and a side push (end values need no mesh)."""
    places, pairs, tube, hinged = PLANES[name]
    model, other = _plane(places, pairs, tube, hinged)
    a, b = model.nodes[pairs[1][0]], model.nodes[pairs[1][1]]
    run = (b - a) / np.linalg.norm(b - a)
    across = np.array([-run[2], 0.0, run[0]])
    w = tuple(float(v) for v in -2.0 * across)
    other.q_load(q=-2.0, element_id=2)
    other.point_load(node_id=other.find_node_id(list(places[1])), Fx=500.0)
    other.solve()
    L = float(np.linalg.norm(b - a))
    case = LoadCase("x", (Spread(1, 0, L, w, w),), (), ((1, (500.0, 0, 0, 0, 0, 0)),))  # type: ignore[arg-type]
    _, (ours,) = solve_all(model, [case])
    size = np.max(np.abs(ours.u[:, [0, 2]]))
    for n, place in enumerate(places):
        theirs = other.get_node_displacements(node_id=other.find_node_id(list(place)))
        assert abs(abs(ours.u[n, 0]) - abs(theirs["ux"])) < 1e-6 * size
        assert abs(abs(ours.u[n, 2]) - abs(theirs["uy"])) < 1e-6 * size


def test_one_factor_serves_every_case() -> None:
    """Cases combined from basic loads equal the cases solved on their own."""
    job = FRAMES["flatbed"]()
    other = LoadCase("side", nodal=((3, (0.0, 700.0, 0.0, 0.0, 0.0, 0.0)),))
    frame = Frame(job.model, [job.case, other])
    both = frame.solve("both", np.array([2.0, -0.5]))
    one, two = frame.solve("one", np.array([1.0, 0.0])), frame.solve("two", np.array([0.0, 1.0]))
    assert np.allclose(both.u, 2 * one.u - 0.5 * two.u, atol=1e-12)
