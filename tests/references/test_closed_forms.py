"""The solver against closed forms: AISC Manual 15th ed. table 3-23 and Roark's table 8.1 (from memory), 1e-9 relative."""

from __future__ import annotations

import math

import numpy as np
import pytest

from ergostrut.core.mechanics.solver.member_forces import along, lines
from ergostrut.core.mechanics.solver.model import (
    Bar,
    FrameModel,
    LoadCase,
    MechanismError,
    PointLoad,
    Rest,
    SolverError,
    Spread,
    UnsettledError,
)
from ergostrut.core.mechanics.solver.solve import Frame, solve_all

from .frames import E, G, I, beam, held

L, W, P = 2000.0, 1.5, 900.0
PIN = (0, 1, 2, 3)
DOWN = (0.0, 0.0, -W)


def _uniform(model: FrameModel) -> LoadCase:
    step = float(model.nodes[1][0] - model.nodes[0][0])
    return LoadCase("uniform", tuple(Spread(i, 0.0, step, DOWN, DOWN) for i in range(len(model.bars))))


def _load_at(node: int) -> LoadCase:
    return LoadCase("point", nodal=((node, (0, 0, -P, 0, 0, 0)),))


FIXED = (0, 1, 2, 3, 4, 5)
CASES = {
    "simply supported, uniform": (beam(L, 2, [*held(0, *PIN), *held(2, 1, 2)]), _uniform, 5 * W * L**4 / (384 * E * I), W * L**2 / 8, 1),
    "simply supported, midpoint": (
        beam(L, 2, [*held(0, *PIN), *held(2, 1, 2)]),
        lambda _: _load_at(1),
        P * L**3 / (48 * E * I),
        P * L / 4,
        1,
    ),
    "cantilever, end": (beam(L, 1, held(0, *FIXED)), lambda _: _load_at(1), P * L**3 / (3 * E * I), P * L, 1),
    "cantilever, uniform": (beam(L, 1, held(0, *FIXED)), _uniform, W * L**4 / (8 * E * I), W * L**2 / 2, 1),
    "fixed both ends, uniform": (beam(L, 2, [*held(0, *FIXED), *held(2, *FIXED)]), _uniform, W * L**4 / (384 * E * I), W * L**2 / 12, 1),
}


@pytest.mark.parametrize("name", CASES)
def test_deflection_and_moment(name: str) -> None:
    model, loading, deflection, moment, node = CASES[name]
    frame, (result,) = solve_all(model, [loading(model)])
    assert -result.u[node, 2] == pytest.approx(deflection, rel=1e-9)
    assert float(np.max(np.abs(along(frame, [result]).My))) == pytest.approx(moment, rel=1e-9)


def test_propped_cantilever_reactions() -> None:
    """3wL/8 at the prop, 5wL/8 at the wall."""
    model = beam(L, 1, [*held(0, *FIXED), *held(1, 2)])
    _, (result,) = solve_all(model, [_uniform(model)])
    assert result.reactions[1, 2] == pytest.approx(3 * W * L / 8)
    assert result.reactions[0, 2] == pytest.approx(5 * W * L / 8)


def test_two_equal_spans() -> None:
    """10wL/8 on the middle support."""
    model = beam(2 * L, 2, [*held(0, *PIN), *held(1, 1, 2), *held(2, 1, 2)])
    _, (result,) = solve_all(model, [_uniform(model)])
    assert result.reactions[1, 2] == pytest.approx(10 * W * L / 8)


def test_portal_sways_as_slope_deflection_says() -> None:
    """Fixed feet, beam and columns alike of h = L: sway P h^3 (2 + 3k)/(12 E I (1 + 6k))/2 x 2 with k = 1, stiff axially."""
    h = L
    nodes = np.array([(0, 0, 0), (0, 0, h), (h, 0, h), (h, 0, 0)], dtype=float)
    big = 1e9
    bars = tuple(Bar(f"b{i}", a, b, E, G, big, I, I, I) for i, (a, b) in enumerate([(0, 1), (1, 2), (3, 2)]))
    fixed = [*held(0, *FIXED), *held(3, *FIXED), (1, 1), (2, 1)]
    _, (result,) = solve_all(FrameModel(nodes, bars, tuple(fixed)), [LoadCase("sway", nodal=((1, (P, 0, 0, 0, 0, 0)),))])
    k = 1.0
    assert result.u[1, 0] == pytest.approx(P * h**3 * (2 + 3 * k) / (12 * E * I * (1 + 6 * k)), rel=1e-5)


def test_released_end_carries_no_moment() -> None:
    nodes = np.array([(0, 0, 0), (L, 0, 0)], dtype=float)
    bar = Bar("b", 0, 1, E, G, 600, I, I, I, released=(10, 11))
    model = FrameModel(nodes, (bar,), tuple([*held(0, *FIXED), *held(1, *FIXED)]))
    frame, (result,) = solve_all(model, [LoadCase("w", (Spread(0, 0, L, DOWN, DOWN),))])
    my = along(frame, [result]).bar(0).My[0]
    assert abs(my[-1]) < 1e-6
    assert abs(my[0]) == pytest.approx(W * L**2 / 8, rel=1e-9)


def test_point_and_triangular_loads_within_a_bar() -> None:
    """Fixed both ends: P a b^2/L^2 and P a^2 b/L^2; triangle rising to the far end wL^2/30 and wL^2/20."""
    model = beam(L, 1, [*held(0, *FIXED), *held(1, *FIXED)])
    a, b = 0.3 * L, 0.7 * L
    frame, (point, triangle) = solve_all(
        model, [LoadCase("p", points=(PointLoad(0, a, (0, 0, -P)),)), LoadCase("t", (Spread(0, 0, L, (0, 0, 0), DOWN),))]
    )
    my = along(frame, [point, triangle]).My
    assert abs(my[0, 0]) == pytest.approx(P * a * b**2 / L**2)
    assert abs(my[0, -1]) == pytest.approx(P * a**2 * b / L**2)
    assert abs(my[1, 0]) == pytest.approx(W * L**2 / 30)
    assert abs(my[1, -1]) == pytest.approx(W * L**2 / 20)


def test_a_gap_is_free_until_it_closes() -> None:
    """Cantilever tip over a rest 2 mm below: free while PL^3/3EI < 2 mm, then held at 2 mm by the rest of the load."""
    model = beam(L, 1, held(0, *FIXED))
    rested = FrameModel(model.nodes, model.bars, model.fixed, (Rest("leg", 1, 2, 1, 2.0),))
    stiff = 3 * E * I / L**3
    _, (light,) = solve_all(rested, [LoadCase("light", nodal=((1, (0, 0, -stiff * 1.5, 0, 0, 0)),))])
    assert light.u[1, 2] == pytest.approx(-1.5)
    assert light.rest_force[0] == 0
    _, (heavy,) = solve_all(rested, [LoadCase("heavy", nodal=((1, (0, 0, -stiff * 5, 0, 0, 0)),))])
    assert heavy.u[1, 2] == pytest.approx(-2.0)
    assert heavy.rest_force[0] == pytest.approx(3 * stiff, rel=1e-9)


def test_bent_line_passes_through_the_cubic() -> None:
    """Cantilever with an end load: P x^2 (3L - x)/(6EI)."""
    frame, (result,) = solve_all(beam(L, 1, held(0, *FIXED)), [_load_at(1)])
    x = np.linspace(0, L, 9)
    assert lines(frame, result, 8)[0, :, 2] == pytest.approx(-P * x**2 * (3 * L - x) / (6 * E * I), rel=1e-9)


@pytest.mark.parametrize("fixed", [held(0, 0, 1, 2), held(0, 0, 2, 3, 4, 5)])
def test_a_frame_that_can_fold_names_the_joint(fixed: list[tuple[int, int]]) -> None:
    with pytest.raises(MechanismError, match="can fold: joint"):
        solve_all(beam(L, 1, fixed), [_load_at(1)])


def test_nothing_presses_an_uplifted_body_down() -> None:
    nodes = beam(L, 1, []).nodes
    bars = beam(L, 1, []).bars
    model = FrameModel(nodes, bars, tuple([*held(0, 0, 1, 3), *held(1, 1)]), (Rest("a", 0, 2, 1), Rest("b", 1, 2, 1)))
    with pytest.raises((MechanismError, UnsettledError)):
        solve_all(model, [LoadCase("up", nodal=((1, (0, 0, P, 0, 0, 0)),))])


@pytest.mark.parametrize(
    ("bars", "load", "says"),
    [
        ((Bar("zero", 0, 0, E, G, 1, I, I, I),), LoadCase("x"), "zero has no length"),
        ((Bar("b", 0, 1, E, G, 1, I, I, I),), LoadCase("x", points=(PointLoad(0, 2 * L, (0, 0, 1)),)), "off its bar"),
        ((Bar("b", 0, 1, E, G, 1, I, I, I),), LoadCase("x", (Spread(0, 0, 2 * L, DOWN, DOWN),)), "off its bar"),
        ((Bar("b", 0, 1, E, G, 1, I, I, I, released=(3, 9)),), LoadCase("x"), "spin"),
    ],
)
def test_bad_models_say_what_is_wrong(bars: tuple[Bar, ...], load: LoadCase, says: str) -> None:
    nodes = np.array([(0, 0, 0), (L, 0, 0)], dtype=float)
    with pytest.raises(SolverError, match=says):
        Frame(FrameModel(nodes, bars, tuple(held(0, *FIXED))), [load])


def test_stiff_and_soft_parts_stay_accurate() -> None:
    """Series of a soft and a stiff cantilever: the sum of both closed forms."""
    nodes = np.array([(0, 0, 0), (L, 0, 0), (2 * L, 0, 0)], dtype=float)
    stiff = 1e5
    bars = (Bar("s", 0, 1, E, G, 600, I * stiff, I, I), Bar("w", 1, 2, E, G, 600, I, I, I))
    _, (result,) = solve_all(FrameModel(nodes, bars, tuple(held(0, *FIXED))), [_load_at(2)])
    base = P * L**3 / (3 * E * I * stiff) + P * L * L**2 / (2 * E * I * stiff)
    slope = P * L**2 / (2 * E * I * stiff) + P * L * L / (E * I * stiff)
    assert -result.u[2, 2] == pytest.approx(base + slope * L + P * L**3 / (3 * E * I), rel=1e-6)
    assert math.isfinite(float(result.u.sum()))
