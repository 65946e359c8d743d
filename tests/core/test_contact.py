"""The active set of one-way parts against all sets tried one by one, on random frames."""

from __future__ import annotations

import itertools

import numpy as np
import pytest
from hypothesis import assume, given, settings
from hypothesis import strategies as st

from ergostrut.core.mechanics.solver.contact import Contacts, OneWay, settle, settle_all
from ergostrut.core.mechanics.solver.downhill import downhill
from ergostrut.core.mechanics.solver.model import Bar, Cord, FrameModel, LoadCase, MechanismError, Rest, UnsettledError
from ergostrut.core.mechanics.solver.solve import Frame, solve_all


def _by_trying(S: np.ndarray, load: np.ndarray, parts: tuple[OneWay, ...]) -> np.ndarray | None:
    """Displacements of the one set of parts that neither pull where they should push nor let anything through."""
    for count in range(len(parts) + 1):
        for acting in itertools.combinations(range(len(parts)), count):
            K, f = S.copy(), load.copy()
            rigid = [i for i in acting if parts[i].k is None]
            for i in acting:
                if parts[i].k is not None:
                    K += parts[i].k * np.outer(parts[i].b, parts[i].b)
                    f += parts[i].k * parts[i].slack * parts[i].b
            if rigid:
                B = np.array([parts[i].b for i in rigid])
                big = np.block([[K, B.T], [B, np.zeros((len(rigid), len(rigid)))]])
                right = np.concatenate([f, [parts[i].slack for i in rigid]])
            else:
                big, right = K, f
            if np.linalg.matrix_rank(big) < len(big):
                continue
            answer = np.linalg.solve(big, right)
            u, push = answer[: len(f)], answer[len(f) :]
            springs = [parts[i].b @ u - parts[i].slack for i in acting if parts[i].k is not None]
            open_ones = [parts[i].b @ u - parts[i].slack for i in range(len(parts)) if i not in acting]
            if all(v >= -1e-9 for v in (*push, *springs)) and all(v <= 1e-9 for v in open_ones):
                return u
    return None


@settings(max_examples=80, deadline=None)
@given(
    st.lists(st.floats(-900, 900), min_size=4, max_size=4),
    st.lists(st.sampled_from([0.0, 0.5, 2.0]), min_size=5, max_size=5),
    st.lists(st.sampled_from([None, 40.0, 900.0]), min_size=5, max_size=5),
    st.integers(0, 1000),
)
def test_active_set_finds_what_trying_finds(load: list[float], slack: list[float], k: list[float | None], seed: int) -> None:
    """Four degrees of freedom on springs, five one-way parts: displacements alike to 1e-6."""
    rng = np.random.default_rng(seed)
    A = rng.normal(size=(4, 4))
    S = A @ A.T * 50 + np.eye(4) * 5
    ways = [(0, 1.0), (1, -1.0), (2, 1.0), (3, -1.0), (0, -1.0)]
    parts = tuple(OneWay(f"p{i}", np.eye(4)[dof] * sign, slack[i] + (0.1 if i == 4 else 0.0), k[i]) for i, (dof, sign) in enumerate(ways))
    f = np.array(load)
    try:
        found = settle(Contacts(S, parts), f, "x")
    except UnsettledError:
        assume(False)
        return
    expect = _by_trying(S, f, parts)
    assert expect is not None
    assert np.allclose(found.u, expect, atol=1e-6 * (1 + np.max(np.abs(expect))))
    balance = S @ found.u - f + sum(force * part.b for force, part in zip(found.force, parts, strict=True))
    assert np.max(np.abs(balance)) < 1e-6 * (1 + np.max(np.abs(f)))
    # going down the energy comes to the same parts, or to some that hardly act
    rows = Contacts(S, parts)
    going = downhill(S, rows.b, rows.k, rows.slack, rows.rigid, f)
    assert going is not None
    u = rows.displaced(f, going)
    assert u is not None and np.allclose(u, expect, atol=1e-3 * (1 + np.max(np.abs(expect))))


def test_what_goes_down_without_end_has_no_lowest_place() -> None:
    """Nothing holds it one way: no set of parts is in balance."""
    b, k = np.array([[1.0]]), np.array([50.0])
    none = downhill(np.array([[0.0]]), b, k, np.zeros(1), np.array([False]), np.array([-10.0]))
    assert none is None
    assert downhill(np.array([[0.0]]), b, k, np.zeros(1), np.array([False]), np.array([10.0])) == frozenset({0})


def test_nothing_holds_says_so() -> None:
    S = np.zeros((1, 1))
    part = OneWay("floor", np.array([1.0]), 0.0, None)
    assert settle(Contacts(S, (part,)), np.array([5.0]), "down").force[0] == pytest.approx(5.0)
    with pytest.raises(MechanismError):
        settle(Contacts(S, (part,)), np.array([-5.0]), "up")


@pytest.mark.parametrize("noise", [1e-9, 1e-8, 1e-7])
def test_what_rounding_alone_holds_is_loose(noise: float) -> None:
    """Two points joined by a stiff bar, held against the ground by nothing but rounding: whether it factors is chance, that it is loose is not."""
    S = np.array([[1e3, -1e3], [-1e3, 1e3 + noise]])
    part = OneWay("foot", np.array([1.0, 0.0]), 0.0, None)
    found = Contacts(S, (part,), least=1e-5)
    assert found.displaced(np.array([-5.0, 0.0]), frozenset()) is None
    assert found.displaced(np.array([5.0, 0.0]), frozenset({0})) is not None
    with pytest.raises(MechanismError):
        settle(found, np.array([-5.0, 0.0]), "lift")
    assert Contacts(S, (part,), least=1e-10).displaced(np.array([-5.0, 0.0]), frozenset()) is not None, "a soft spring holds"


def _table(gap: float) -> FrameModel:
    """A square top on four legs that only push, one of them short by ``gap``; held sideways."""
    places = [(0, 0, 0), (600, 0, 0), (600, 600, 0), (0, 600, 0)]
    bars = tuple(Bar(f"b{i}", i, (i + 1) % 4, 2e5, 7.7e4, 300, 5e4, 5e4, 8e4) for i in range(4))
    rests = tuple(Rest(f"leg {i}", i, 2, 1, gap if i == 2 else 0.0) for i in range(4))
    return FrameModel(np.array(places, dtype=float), bars, ((0, 0), (0, 1), (0, 5)), rests)


def _press(where: int, newton: float) -> LoadCase:
    return LoadCase("press", nodal=((where, (0.0, 0.0, -newton, 0.0, 0.0, 0.0)),))


def test_a_short_leg_rocks_until_it_is_stood_on() -> None:
    model = _table(3.0)
    _, (light, heavy) = solve_all(model, [_press(0, 200), _press(2, 5000)])
    assert light.rest_force[2] == 0
    assert heavy.rest_force[2] > 0 and heavy.u[2, 2] == pytest.approx(-3.0)
    for result, total in ((light, 200), (heavy, 5000)):
        assert sum(result.rest_force) == pytest.approx(total)


def test_factor_is_shared_by_all_contact_states() -> None:
    """Cases with other bearing sets come from the same condensed frame and agree with frames solved alone."""
    model = _table(3.0)
    cases = [_press(0, 200), _press(2, 5000), _press(1, 900)]
    together = Frame(model, cases)
    for row, case in zip(np.eye(3), cases, strict=True):
        alone = Frame(model, [case]).solve(case.name, np.ones(1))
        assert np.allclose(together.solve(case.name, row).u, alone.u, atol=1e-10)


def test_strap_between_two_nodes_carries_its_share() -> None:
    """A strap from a fixed arm's tip to a free arm's tip, in line: series of arm, strap and arm."""
    places = [(0, 0, 0), (0, 0, 500), (0, 400, 0), (0, 400, 500)]
    bars = tuple(Bar(f"arm {i}", a, b, 2e5, 7.7e4, 300, 4e4, 4e4, 5e4) for i, (a, b) in enumerate([(0, 1), (2, 3)]))
    fixed = tuple((n, dof) for n in (0, 2) for dof in range(6))
    strap = Cord("strap", 1, 25.0, 3)
    model = FrameModel(np.array(places, dtype=float), bars, fixed, (), (), (strap,))
    push = LoadCase("apart", nodal=((1, (0.0, -300.0, 0.0, 0.0, 0.0, 0.0)),))
    back = LoadCase("together", nodal=((1, (0.0, 300.0, 0.0, 0.0, 0.0, 0.0)),))
    _, (apart, together) = solve_all(model, [push, back])
    arm = 3 * 2e5 * 4e4 / 500**3
    series = 1 / (1 / 25.0 + 1 / arm)
    assert apart.strap_force[0] == pytest.approx(300 * series / (arm + series))
    assert together.strap_force[0] == 0 and together.u[3, 1] == pytest.approx(0, abs=1e-12)


@settings(max_examples=60, deadline=None)
@given(st.integers(0, 10_000), st.integers(1, 6), st.integers(1, 12))
def test_cases_settled_together_are_settled_alone(seed: int, parts: int, cases: int) -> None:
    """Random positive stiffness, rigid and springy parts with and without gaps: together or alone the same forces, complementary:
    no force pulls, no part is passed, and force times gap is nothing."""
    draw = np.random.default_rng(seed)
    half = draw.normal(size=(6, 6))
    rows = [
        OneWay(f"p{i}", np.eye(6)[i] * draw.choice([-1.0, 1.0]), float(draw.choice([0.0, 0.5, 2.0])), draw.choice([None, 3.0]))  # type: ignore[arg-type]
        for i in range(parts)
    ]
    S = half @ half.T + 0.5 * np.eye(6)
    loads = draw.normal(size=(cases, 6)) * 10
    together = settle_all(Contacts(S, rows), loads, [f"c{i}" for i in range(cases)])
    assert not together.errors
    for load, u, force in zip(loads, together.u, together.force, strict=True):
        alone = settle(Contacts(S, rows), load, "c")
        assert np.allclose(force, alone.force, atol=1e-7) and np.allclose(u, alone.u, atol=1e-7)
        gap = np.array([row.slack - row.b @ u for row in rows])
        rigid = np.array([row.k is None for row in rows])
        assert np.all(force >= 0) and np.all(gap[rigid] >= -1e-7)
        assert np.all(np.abs(force * np.maximum(gap, 0)) < 1e-5)
        assert np.allclose(S @ u + sum(row.b * f for row, f in zip(rows, force, strict=True)), load, atol=1e-6)
