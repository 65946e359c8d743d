"""Buckling, frequency, shear, springy ends, offsets and moved supports against closed forms; bad models in words."""

from __future__ import annotations

import math
from dataclasses import replace

import numpy as np
import pytest
from scipy.optimize import brentq

from ergostrut.core.constants import G as GRAVITY
from ergostrut.core.mechanics.solver.member_forces import along, lines
from ergostrut.core.mechanics.solver.model import Bar, Cord, FrameModel, LoadCase, PointLoad, Rest, SolverError, Spread
from ergostrut.core.mechanics.solver.modes import critical, frequency, lumped
from ergostrut.core.mechanics.solver.refine import refine
from ergostrut.core.mechanics.solver.solve import Frame, solve_all

from .frames import A, E, G, I, J, beam, held

L, P, W = 1500.0, 700.0, 1.2
FIXED, PIN = (0, 1, 2, 3, 4, 5), (0, 1, 2, 3)


def post(pieces: int, bottom: tuple[int, ...], top: tuple[int, ...]) -> tuple[FrameModel, LoadCase]:
    """A vertical strut of unequal second moments, pushed down at its top."""
    nodes = np.array([(0.0, 0.0, L * i / pieces) for i in range(pieces + 1)])
    bars = tuple(Bar(f"p{i}", i, i + 1, E, G, A, I, 3 * I, J) for i in range(pieces))
    model = FrameModel(nodes, bars, tuple([*held(0, *bottom), *held(pieces, *top)]))
    return model, LoadCase("push", nodal=((pieces, (0, 0, -1000.0, 0, 0, 0)),))


@pytest.mark.parametrize(
    ("bottom", "top", "K"),
    [((0, 1, 2, 5), (0, 1), 1.0), (FIXED, (), 2.0), (FIXED, (0, 1, 3, 4), 0.5), (FIXED, (0, 1), 0.6992)],
)
def test_euler_load(bottom: tuple[int, ...], top: tuple[int, ...], K: float) -> None:
    """pi2 E I/(K L)2 about the weak axis within 0.5 % with six pieces (AISC 360-16 table C-A-7.1, theoretical K)."""
    model, load = post(6, bottom, top)
    frame, (result,) = solve_all(model, [load])
    assert critical(frame, result).value * 1000 == pytest.approx(math.pi**2 * E * I / (K * L) ** 2, rel=0.005)


def test_refining_a_single_strut() -> None:
    """One piece between pinned ends is 22 % high, two 0.8 %: known errors of the cubic."""
    model, load = post(1, (0, 1, 2, 5), (0, 1))
    euler = math.pi**2 * E * I / L**2
    for pieces, error in ((1, 0.2159), (2, 0.0075), (4, 0.0005)):
        parts = refine(model, [load], pieces)
        frame, (result,) = solve_all(parts.model, parts.loads)
        assert critical(frame, result).value * 1000 / euler == pytest.approx(1 + error, abs=0.002)


def test_portal_buckles_sideways() -> None:
    """Fixed feet, equal beam and columns: P = (2.716/L)2 E I, from x = -6 tan x (Timoshenko and Gere, art. 2.4)."""
    h = 2000.0
    nodes = np.array([(0, 0, 0), (0, 0, h), (h, 0, h), (h, 0, 0)], dtype=float)
    bars = tuple(Bar(f"b{i}", a, b, E, G, 1e6, I, I, J) for i, (a, b) in enumerate([(0, 1), (1, 2), (3, 2)]))
    fixed = [*held(0, *FIXED), *held(3, *FIXED), (1, 1), (2, 1)]
    load = LoadCase("push", nodal=tuple((n, (0, 0, -1000.0, 0, 0, 0)) for n in (1, 2)))
    parts = refine(FrameModel(nodes, bars, tuple(fixed)), [load], 6)
    frame, (result,) = solve_all(parts.model, parts.loads)
    x = brentq(lambda v: v + 6 * math.tan(v), 1.6, 3.1)
    assert x == pytest.approx(2.716, abs=0.002)
    assert critical(frame, result).value * 1000 == pytest.approx((x / h) ** 2 * E * I, rel=0.005)


def test_pulled_frames_do_not_buckle() -> None:
    model, load = post(2, FIXED, ())
    frame, (result,) = solve_all(model, [replace(load, nodal=((2, (0, 0, 1000.0, 0, 0, 0)),))])
    assert critical(frame, result).value == math.inf


@pytest.mark.parametrize(
    ("fixed", "beta"),
    [(lambda _: held(0, *FIXED), 1.8751), (lambda n: [*held(0, *PIN), *held(n, 1, 2)], math.pi)],
    ids=["cantilever", "simply supported"],
)
def test_first_frequency(fixed: object, beta: float) -> None:
    """beta2/(2 pi L2) sqrt(E I/m) with mass lumped in 24 pieces (Blevins, Formulas for Natural Frequency, table 8-1)."""
    pieces, mass = 24, 5e-3
    model = beam(L, pieces, [*fixed(pieces), *((n, 1) for n in range(pieces + 1))])  # type: ignore[operator]
    weight = LoadCase("w", tuple(Spread(i, 0, L / pieces, (0, 0, -mass * GRAVITY), (0, 0, -mass * GRAVITY)) for i in range(pieces)))
    frame = Frame(model, [weight])
    lump = lumped(frame, weight, GRAVITY)
    assert lump.sum() == pytest.approx(mass * L)
    found = frequency(frame, lump, frozenset())
    expect = beta**2 / (2 * math.pi * L**2) * math.sqrt(E * I / (mass * 1e-3))
    assert found.value == pytest.approx(expect, rel=0.01)
    assert np.max(np.abs(found.shape[:, :3])) == pytest.approx(1.0)


def test_shear_flexibility() -> None:
    """Simply supported, midpoint load: P L3/48 E I + P L/4 G A_v; cantilever tip: P L3/3 E I + P L/G A_v (Timoshenko)."""
    Av = 90.0
    model = beam(400.0, 1, [*held(0, *PIN), *held(1, 1, 2)])
    soft = replace(model, bars=tuple(replace(bar, Avz=Av) for bar in model.bars))
    case = LoadCase("p", points=(PointLoad(0, 200.0, (0, 0, -P)),))
    frame, (result,) = solve_all(soft, [case])
    middle = -lines(frame, result, 2)[0, 1, 2]
    assert middle == pytest.approx(P * 400**3 / (48 * E * I) + P * 400 / (4 * G * Av), rel=1e-9)
    tip = replace(soft, fixed=tuple(held(0, *FIXED)))
    _, (end,) = solve_all(tip, [LoadCase("p", nodal=((1, (0, 0, -P, 0, 0, 0)),))])
    assert -end.u[1, 2] == pytest.approx(P * 400**3 / (3 * E * I) + P * 400 / (G * Av), rel=1e-9)


def test_deflection_between_the_ends() -> None:
    """One bar alone carries its exact line: 5 w L4/384 E I and the quartic at the quarter; fixed ends w L4/384 E I."""
    load = LoadCase("w", (Spread(0, 0, L, (0, 0, -W), (0, 0, -W)),))
    frame, (result,) = solve_all(beam(L, 1, [*held(0, *PIN), *held(1, 1, 2)]), [load])
    line = -lines(frame, result, 4)[0, :, 2]
    x = L / 4
    assert line[2] == pytest.approx(5 * W * L**4 / (384 * E * I), rel=1e-9)
    assert line[1] == pytest.approx(W * x * (L**3 - 2 * L * x**2 + x**3) / (24 * E * I), rel=1e-9)
    frame, (result,) = solve_all(beam(L, 1, [*held(0, *FIXED), *held(1, *FIXED)]), [load])
    assert -lines(frame, result, 2)[0, 1, 2] == pytest.approx(W * L**4 / (384 * E * I), rel=1e-9)


def test_extreme_between_stations_is_exact() -> None:
    """A triangle on a simple beam: largest moment w L2/(9 sqrt 3) at L/sqrt 3 (AISC Manual table 3-23 case 2)."""
    frame, (result,) = solve_all(beam(L, 1, [*held(0, *PIN), *held(1, 1, 2)]), [LoadCase("t", (Spread(0, 0, L, (0, 0, 0), (0, 0, -W)),))])
    f = along(frame, [result])
    k = int(np.argmax(np.abs(f.My[0])))
    assert abs(f.My[0, k]) == pytest.approx(W * L**2 / (9 * math.sqrt(3)), rel=1e-12)
    assert f.s[0, k] == pytest.approx(L / math.sqrt(3), rel=1e-9)


@pytest.mark.parametrize("share", [0.01, 2.0, 500.0])
def test_springy_ends(share: float) -> None:
    """Equal springs k at both ends under a uniform load: end moment w L2/12 / (1 + 2 E I/(k L)): from hinged to fixed."""
    k = share * E * I / L
    bar = replace(beam(L, 1, []).bars[0], springs=((4, k), (10, k)))
    model = FrameModel(beam(L, 1, []).nodes, (bar,), tuple([*held(0, *FIXED), *held(1, *FIXED)]))
    frame, (result,) = solve_all(model, [LoadCase("w", (Spread(0, 0, L, (0, 0, -W), (0, 0, -W)),))])
    end = W * L**2 / 12 / (1 + 2 * E * I / (k * L))
    f = along(frame, [result])
    assert abs(f.My[0, 0]) == pytest.approx(end, rel=1e-9)
    middle = 5 * W * L**4 / (384 * E * I) - end * L**2 / (8 * E * I)
    assert -lines(frame, result, 2)[0, 1, 2] == pytest.approx(middle, rel=1e-9)


def test_rail_hung_under_its_nodes() -> None:
    """A bar offset by e from its nodes, ends fixed at the nodes: pushed along, it bends by P e; moments come out at the bar."""
    e = 40.0
    bar = replace(beam(L, 1, []).bars[0], offset_a=(0, 0, -e), offset_b=(0, 0, -e))
    model = FrameModel(beam(L, 1, []).nodes, (bar,), tuple([*held(0, *FIXED), *held(1, 1, 3, 5)]))
    frame, (result,) = solve_all(model, [LoadCase("p", nodal=((1, (-P, 0, 0, 0, 0, 0)),))])
    assert abs(along(frame, [result]).My[0, 0]) == pytest.approx(P * e)
    assert abs(result.u[1, 4]) == pytest.approx(P * e * L / (E * I), rel=1e-9)
    assert abs(result.u[1, 0]) == pytest.approx(P * L / (E * A) + P * e**2 * L / (E * I), rel=1e-9)


def test_a_support_that_settles() -> None:
    """Fixed-fixed, one end down by d: 6 E I d/L2 at both ends."""
    d = 3.0
    model = replace(beam(L, 1, [*held(0, *FIXED), *held(1, 0, 1, 3, 4, 5)]), moved=((1, 2, -d),))
    frame, (result,) = solve_all(model, [LoadCase("none")])
    assert result.u[1, 2] == -d
    assert np.abs(along(frame, [result]).bar(0).My[0, [0, -1]]) == pytest.approx(6 * E * I * d / L**2, rel=1e-9)


def test_straps_share_by_stiffness_and_slack() -> None:
    """A weight on two vertical straps: F = k (u - slack) each; with one slack by more than u the other takes all."""
    nodes = np.array([(0, 0, 0), (200, 0, 0)], dtype=float)
    bars = (Bar("arm", 0, 1, E, G, A, I, I, J),)
    fixed = tuple([*held(0, 0, 1, 3, 4, 5), *held(1, 1)])
    for slack, expect in ((0.0, (300.0, 600.0)), (1.0, (500.0, 400.0)), (50.0, (900.0, 0.0))):
        straps = (Cord("a", 0, 100.0, None, (0, 0, 1000)), Cord("b", 0, 200.0, None, (0, 0, 1000), slack))
        model = FrameModel(nodes, bars, fixed, (), (), straps)
        _, (result,) = solve_all(model, [LoadCase("w", nodal=((0, (0, 0, -900.0, 0, 0, 0)),))])
        expect = (300.0 + 200 * slack / 3, 600.0 - 200 * slack / 3) if slack < 4.5 else expect
        assert result.strap_force == pytest.approx(expect, rel=1e-6)
        assert np.max(np.abs(result.reactions[:, 2])) < 1e-6


def test_a_rest_that_gives() -> None:
    """A cantilever's tip on a spring k that only pushes: k u with u = P/(3 E I/L3 + k); lifted, it lets go."""
    k, stiff = 40.0, 3 * E * I / L**3
    model = replace(beam(L, 1, held(0, *FIXED)), rests=(Rest("pad", 1, 2, 1, 0.0, k),))
    _, (down, up) = solve_all(model, [LoadCase("d", nodal=((1, (0, 0, -P, 0, 0, 0)),)), LoadCase("u", nodal=((1, (0, 0, P, 0, 0, 0)),))])
    assert down.rest_force[0] == pytest.approx(k * P / (stiff + k))
    assert up.rest_force[0] == 0 and up.u[1, 2] == pytest.approx(P / stiff)


BAD = {
    "no length": (lambda m: replace(m, nodes=np.zeros((2, 3))), "b0 has no length"),
    "no members": (lambda m: replace(m, bars=()), "no members"),
    "no support": (lambda m: replace(m, fixed=()), "nothing supports"),
    "not a number": (lambda m: replace(m, nodes=np.array([(0, 0, 0), (np.nan, 0, 0)])), "not a number"),
    "absurd place": (lambda m: replace(m, nodes=np.array([(0, 0, 0), (1e9, 0, 0)])), "kilometre"),
    "no section": (lambda m: replace(m, bars=(replace(m.bars[0], Iy=0.0),)), "b0 has no usable section: Iy"),
    "joint that is not there": (lambda m: replace(m, bars=(replace(m.bars[0], b=9),)), "does not exist"),
    "spins": (lambda m: replace(m, bars=(replace(m.bars[0], released=(3, 9)),)), "b0 let it spin"),
    "loop of releases": (lambda m: replace(m, bars=(replace(m.bars[0], released=(4, 5, 10, 11)),)), "can fold: joint 2"),
    "joint without stiffness": (lambda m: replace(m, bars=(replace(m.bars[0], springs=((4, 0.0),)),)), "release it"),
}


@pytest.mark.parametrize("name", BAD)
def test_bad_models_say_what_is_wrong(name: str) -> None:
    spoil, words = BAD[name]
    with pytest.raises(SolverError, match=words):
        solve_all(spoil(beam(L, 1, held(0, *FIXED))), [LoadCase("p", nodal=((0, (0, 0, -P, 0, 0, 0)),))])


@pytest.mark.parametrize(
    "load",
    [
        LoadCase("x", points=(PointLoad(0, 2 * L, (0, 0, -1)),)),
        LoadCase("x", (Spread(0, -5, L, (0, 0, 1), (0, 0, 1)),)),
        LoadCase("x", points=(PointLoad(0, 10, (0, 0, np.inf)),)),
    ],
)
def test_bad_loads_are_refused(load: LoadCase) -> None:
    with pytest.raises(SolverError):
        Frame(beam(L, 1, held(0, *FIXED)), [load])
