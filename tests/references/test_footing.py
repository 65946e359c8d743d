"""A rail on a floor that only pushes: Hetenyi's beam with lift-off, and one-way systems against scipy's non-negative least squares."""

from __future__ import annotations

import math

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from scipy.optimize import nnls

from ergostrut.core.mechanics.solver.contact import Contacts, OneWay, settle, settle_all
from ergostrut.core.mechanics.solver.model import Bar, FrameModel, LoadCase, Rest, SolverError
from ergostrut.core.mechanics.solver.settle_batch import MANY
from ergostrut.core.mechanics.solver.solve import Frame

E_STEEL, INERTIA, FLOOR = 200_000.0, 33_000.0, 1_000.0


def rail(length: float, step: float, *more: Rest, load: tuple[float, ...] = (0.5,)) -> tuple[Frame, np.ndarray]:
    """A weightless rail on a floor of ``FLOOR`` N/mm a mm, with 1 N down at shares of its length."""
    count = round(length / step)
    x = np.linspace(0, length, count + 1)
    nodes = np.column_stack([x, np.zeros_like(x), np.zeros_like(x)])
    bars = tuple(Bar("rail", i, i + 1, E_STEEL, 77_000.0, 300.0, INERTIA, INERTIA, 5e4) for i in range(count))
    rests = tuple(Rest(f"floor {i}", i, 2, 1, 0.0, FLOOR * step * (0.5 if i in (0, count) else 1.0)) for i in range(count + 1))
    held = tuple((i, dof) for i in range(count + 1) for dof in (0, 1, 3, 5))
    loads = [LoadCase(f"at {s}", nodal=((round(s * count), (0.0, 0.0, -1.0, 0.0, 0.0, 0.0)),)) for s in load]
    return Frame(FrameModel(nodes, bars, held, (*rests, *more)), loads), x


def test_a_long_rail_lifts_off_where_theory_says() -> None:
    """Hetenyi 1946, a free beam of length pi/beta under a middle load, whose ends just do not lift (Weitsman 1970): beta = (k/4EI)^1/4,
    M = P/(4 beta) (cosh pi + 1)/sinh pi, y = P beta/(2k) (cosh pi + 1)/sinh pi."""
    beta = (FLOOR / (4 * E_STEEL * INERTIA)) ** 0.25
    frame, x = rail(1_600.0, 4.0)
    P = 3_000.0
    found = frame.solve("press", np.array([P]))
    touching = x[found.rest_force[: len(x)] > 0]
    assert touching.max() - touching.min() == pytest.approx(math.pi / beta, abs=8.0)
    shape = (math.cosh(math.pi) + 1) / math.sinh(math.pi)
    middle = len(x) // 2
    assert -found.u[middle, 2] == pytest.approx(P * beta / (2 * FLOOR) * shape, rel=2e-3)
    assert abs(found.ends[middle, 4]) == pytest.approx(P / (4 * beta) * shape, rel=2e-2)
    assert found.rest_force.sum() == pytest.approx(P)


def test_a_rail_lifted_between_two_bolts_pries_on_its_heel() -> None:
    """Lifted beside a bolt at the end of a stiff rail: moments about the heel, pull x lever = lift x lever (a rigid bar on an edge)."""
    length, step = 400.0, 20.0
    bolt, lift = 5, 10
    frame, _ = rail(length, step, Rest("bolt", bolt, 2, -1, 0.0, 20_000.0), load=(lift * step / length,))
    stiff = FrameModel(
        frame.model.nodes,
        tuple(Bar(b.id, b.a, b.b, 1e4 * b.E, b.G, b.A, b.Iy, b.Iz, b.J) for b in frame.model.bars),
        frame.model.fixed,
        frame.model.rests,
    )
    rigid = Frame(stiff, [LoadCase("lift", nodal=((lift, (0.0, 0.0, 1.0, 0.0, 0.0, 0.0)),))])
    found = rigid.solve("lift", np.array([1_000.0]))
    pull, floor = found.rest_force[-1], found.rest_force[:-1]
    heel = float(floor @ (np.arange(len(floor)) * step) / floor.sum())
    assert heel < bolt * step, "it turns about what lies behind the bolt"
    assert pull * (bolt * step - heel) == pytest.approx(1_000.0 * (lift * step - heel), rel=1e-6)
    assert pull > 1_900


def test_nothing_holds_a_rail_that_is_lifted() -> None:
    frame, _ = rail(400.0, 20.0)
    (found,) = frame.solve_many(["lift"], np.array([[-1_000.0]]))
    assert isinstance(found, SolverError)


@settings(max_examples=40, deadline=None)
@given(st.integers(0, 10_000), st.integers(3, 14))
def test_one_way_springs_against_non_negative_least_squares(seed: int, parts: int) -> None:
    """The dual min 1/2 l'(B S^-1 B' + K^-1) l - l'(B S^-1 f - slack), l >= 0, by scipy's nnls: the same forces for twelve loads at once,
    never negative, force times gap nothing."""
    draw = np.random.default_rng(seed)
    n, cases = 8, MANY + 4
    half = draw.normal(size=(n, n))
    S = half @ half.T + 0.5 * np.eye(n)
    b, k = draw.normal(size=(parts, n)), draw.uniform(0.5, 50.0, parts)
    slack = draw.choice([0.0, 0.0, 0.4], parts)
    rows = [OneWay(f"p{i}", b[i], float(slack[i]), float(k[i])) for i in range(parts)]
    loads = draw.normal(size=(cases, n)) * 10
    compliance = b @ np.linalg.solve(S, b.T) + np.diag(1 / k)
    factor = np.linalg.cholesky(compliance).T
    found = settle_all(Contacts(S, rows), loads, ["c"] * cases)
    assert not found.errors
    for i, load in enumerate(loads):
        expect, _ = nnls(factor, np.linalg.solve(factor.T, b @ np.linalg.solve(S, load) - slack))
        assert np.allclose(found.force[i], expect, atol=1e-6 * (1 + np.abs(expect).max()))
        alone = settle(Contacts(S, rows), load, "c")
        assert np.allclose(found.u[i], alone.u, atol=1e-8) and set(np.flatnonzero(found.acting[i])) == alone.acting


def test_begun_elsewhere_it_settles_the_same() -> None:
    frame, _ = rail(800.0, 20.0, load=(0.1, 0.5, 0.9))
    factors = np.random.default_rng(1).uniform(0, 1_000, (20, 3))
    names = [f"c{i}" for i in range(20)]
    plain = frame.solve_many(names, factors)
    begun = frame.solve_many(names, factors, np.eye(20, len(frame.model.rests), dtype=bool))
    for one, other in zip(plain, begun, strict=True):
        assert not isinstance(one, SolverError) and not isinstance(other, SolverError)
        assert np.allclose(one.rest_force, other.rest_force, atol=1e-6)


def test_without_a_bolt_is_as_if_it_had_never_been() -> None:
    bolts = (Rest("bolt 1", 5, 2, -1, 0.0, 20_000.0), Rest("bolt 2", 15, 2, -1, 0.0, 20_000.0))
    frame, _ = rail(400.0, 20.0, *bolts, load=(0.5,))
    other, _ = rail(400.0, 20.0, bolts[0], load=(0.5,))
    lift = np.array([[-500.0]])
    (weaker,) = frame.solve_many(["lift"], lift, gone=[len(frame.model.rests) - 1])
    (plain,) = other.solve_many(["lift"], lift)
    assert not isinstance(weaker, SolverError) and not isinstance(plain, SolverError)
    assert weaker.rest_force[-1] == 0.0 and weaker.rest_force[-2] == pytest.approx(plain.rest_force[-1])
    (whole,) = frame.solve_many(["lift"], lift)
    assert not isinstance(whole, SolverError) and whole.rest_force[-1] > 0, "the frame it came from keeps its bolt"
