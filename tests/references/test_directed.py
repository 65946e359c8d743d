"""Supports along a slope, preload, and how far a bar stretches between its ends: statics and Hooke's law."""

from __future__ import annotations

import math

import numpy as np
import pytest

from ergostrut.core.mechanics.solver.member_forces import lines
from ergostrut.core.mechanics.solver.model import Bar, Cord, FrameModel, LoadCase, Rest, SolverError, Spread
from ergostrut.core.mechanics.solver.solve import solve_all

ALL = tuple(range(6))


def bar(a: int, b: int, **more: float) -> Bar:
    return Bar("bar", a, b, 2e5, 8e4, more.get("A", 400.0), 2e5, 2e5, 3e5)


def held_level(nodes: list[tuple[float, float, float]], rests: tuple[Rest, ...], **more: object) -> FrameModel:
    """A stiff bar that can move in the x-z plane alone."""
    fixed = tuple((node, dof) for node in range(len(nodes)) for dof in (1, 3, 5))
    return FrameModel(np.array(nodes), (bar(0, 1),), fixed, rests, **more)  # type: ignore[arg-type]


@pytest.mark.parametrize("degrees", [20.0, 45.0, 70.0])
def test_a_bar_in_a_v_presses_on_both_flanks(degrees: float) -> None:
    """N = W / (2 cos a) on flanks that stand at a from the level, as a shaft lies in a V-block."""
    a = math.radians(degrees)
    left = Rest("left", 0, 0, 1, k=1e5, toward=(math.sin(a), 0.0, math.cos(a)))
    right = Rest("right", 0, 0, 1, k=1e5, toward=(-math.sin(a), 0.0, math.cos(a)))
    model = FrameModel(
        np.array([(0.0, 0, 0), (0.0, 100, 0)]), (bar(0, 1),), ((0, 1), *((n, d) for n in (0, 1) for d in (3, 4, 5))), (left, right)
    )
    _, (result,) = solve_all(model, [LoadCase("weight", nodal=((0, (0, 0, -1000.0, 0, 0, 0)),))])
    assert result.rest_force == pytest.approx([1000 / (2 * math.cos(a))] * 2, rel=1e-9)
    assert result.reactions[:, :3].sum(axis=0) == pytest.approx([0, 0, 1000], abs=1e-6)


def test_along_an_axis_a_direction_says_what_a_degree_of_freedom_says() -> None:
    """The same bar on the same two rests, one of them said either way."""
    nodes = [(0.0, 0.0, 0.0), (1000.0, 0.0, 0.0)]
    plain, directed = Rest("r", 1, 2, 1, 0.3, 800.0), Rest("r", 1, 0, 1, 0.3, 800.0, (0.0, 0.0, 1.0))
    case = LoadCase("load", (Spread(0, 100.0, 900.0, (0, 0, -2.0), (0, 0, -1.0)),))
    results = []
    for rest in (plain, directed):
        model = FrameModel(np.array(nodes), (bar(0, 1),), tuple((0, d) for d in ALL), (rest,))
        results.append(solve_all(model, [case])[1][0])
    assert results[0].u == pytest.approx(results[1].u, rel=1e-9, abs=1e-12) and results[0].rest_force == pytest.approx(
        results[1].rest_force
    )


def test_pushed_off_a_slope_nothing_presses_there() -> None:
    slope = Rest("slope", 1, 0, 1, k=1e4, toward=(0.6, 0.0, 0.8))
    model = FrameModel(np.array([(0.0, 0, 0), (500.0, 0, 0)]), (bar(0, 1),), tuple((0, d) for d in ALL), (slope,))
    _, (away, onto) = solve_all(
        model, [LoadCase("away", nodal=((1, (60.0, 0, 80.0, 0, 0, 0)),)), LoadCase("onto", nodal=((1, (-60.0, 0, -80.0, 0, 0, 0)),))]
    )
    assert away.rest_force == pytest.approx([0.0]) and onto.rest_force[0] > 0


@pytest.mark.parametrize("rest", [Rest("rigid", 1, 0, 1, toward=(0.6, 0.0, 0.8)), Rest("long", 1, 0, 1, k=10.0, toward=(1.0, 0.0, 1.0))])
def test_a_slope_wants_a_unit_direction_and_a_stiffness(rest: Rest) -> None:
    with pytest.raises(SolverError, match="unit direction and a stiffness"):
        solve_all(FrameModel(np.array([(0.0, 0, 0), (500.0, 0, 0)]), (bar(0, 1),), tuple((0, d) for d in ALL), (rest,)), [LoadCase("x")])


def test_preload_of_a_contact_and_of_a_strap() -> None:
    """Two springs pressed together by 1 mm before anything is loaded: k1 k2 / (k1 + k2) of it."""
    EI, L = 2e5 * 2e5, 400.0
    k = 3 * EI / L**3
    model = FrameModel(np.array([(0.0, 0, 0), (L, 0, 0)]), (bar(0, 1),), tuple((0, d) for d in ALL), (Rest("pad", 1, 2, 1, -1.0, 500.0),))
    _, (result,) = solve_all(model, [LoadCase("nothing", nodal=((1, (0, 0, -1e-3, 0, 0, 0)),))])
    assert result.rest_force[0] == pytest.approx(500.0 * k / (500.0 + k), rel=1e-4)
    taut = FrameModel(
        np.array([(0.0, 0, 0), (L, 0, 0)]),
        (bar(0, 1),),
        tuple((0, d) for d in ALL),
        straps=(Cord("strap", 1, 300.0, None, (L, 0, 700.0), -2.0),),
    )
    _, (result,) = solve_all(taut, [LoadCase("nothing", nodal=((1, (0, 0, 1e-3, 0, 0, 0)),))])
    assert result.strap_force[0] == pytest.approx(2.0 * 300.0 * k / (300.0 + k), rel=1e-4)


def test_a_hung_bar_stretches_by_its_own_weight_as_hooke_says() -> None:
    """u(s) = w (L s - s2/2) / E A, whatever pieces the load comes in; the far half of a bar pulled at its middle does not stretch."""
    L, w, A = 2000.0, 3.0, 400.0
    model = FrameModel(np.array([(0.0, 0, 0), (L, 0, 0)]), (bar(0, 1, A=A),), tuple((0, d) for d in ALL))
    weight = LoadCase("weight", (Spread(0, 0.0, 700.0, (w, 0, 0), (w, 0, 0)), Spread(0, 700.0, L, (w, 0, 0), (w, 0, 0))))
    half = LoadCase("half", (Spread(0, 0.0, L / 2, (w, 0, 0), (w, 0, 0)),))
    frame, (one, two) = solve_all(model, [weight, half])
    s = np.linspace(0, L, 9)
    assert lines(frame, one, 8)[0][:, 0] == pytest.approx(w * (L * s - s * s / 2) / (2e5 * A), rel=1e-9, abs=1e-12)
    near = np.minimum(s, L / 2)
    assert lines(frame, two, 8)[0][:, 0] == pytest.approx(w * (L / 2 * near - near * near / 2) / (2e5 * A), rel=1e-9, abs=1e-12)


@pytest.mark.parametrize(("a", "b"), [(40.0, 40.0), (30.0, 45.0), (60.0, 30.0)])
def test_prying_of_a_t_stub_is_elastic_theory_and_under_the_manual(a: float, b: float) -> None:
    """Half a T-stub's flange, bolt at b from the stem and a from its edge, both stiff: Q = T 3 b2 / (2 a (3 b + a)) (elastic beam);
    AISC Manual 15th ed. part 9 allows at most the plastic delta alpha / (1 + delta alpha) b / a with both 1, which is more."""
    pull = 1000.0
    nodes = np.array([(0.0, 0, 0), (b, 0, 0), (a + b, 0, 0)])
    plane = tuple((n, d) for n in range(3) for d in (1, 3, 5))
    rests = (Rest("bolt", 1, 2, -1), Rest("edge", 2, 2, 1))
    model = FrameModel(nodes, (bar(0, 1), bar(1, 2)), (*plane, (0, 0), (0, 4)), rests)
    _, (result,) = solve_all(model, [LoadCase("pull", nodal=((0, (0, 0, pull, 0, 0, 0)),))])
    prying = pull * 3 * b * b / (2 * a * (3 * b + a))
    assert result.rest_force == pytest.approx([pull + prying, prying], rel=1e-9)
    assert prying <= pull * 0.5 * b / a
