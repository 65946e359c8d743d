"""Matrices of frames: bands against the same matrix written out, dense against banded, and what moves freely named by both."""

from __future__ import annotations

from dataclasses import replace

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from scipy.linalg.lapack import dpbtrf, dpbtrs

from ergostrut.core.mechanics.solver.elements import TIE, _give, elements
from ergostrut.core.mechanics.solver.matrix import Band, dense, factor, order_of, scatter
from ergostrut.core.mechanics.solver.model import Bar, FrameModel, MechanismError
from ergostrut.core.mechanics.solver.substitution import substituted


@st.composite
def assembled(draw: st.DrawFn) -> tuple[np.ndarray, np.ndarray, int, np.ndarray]:
    """Positive blocks on random pairs of a chain of rows, with some rows kept, in any order."""
    n = draw(st.integers(3, 14))
    seed = np.random.default_rng(draw(st.integers(0, 10_000)))
    pairs = [(i, i + 1) for i in range(n - 1)] + [tuple(seed.choice(n, 2, replace=False)) for _ in range(draw(st.integers(0, 6)))]
    blocks = []
    for _ in pairs:
        half = seed.normal(size=(2, 2))
        blocks.append(half @ half.T + np.eye(2))
    keep = seed.permutation(n)[: draw(st.integers(1, n))]
    return np.array(blocks), np.array(pairs), n, keep


@settings(max_examples=60)
@given(assembled())
def test_a_band_is_the_matrix(case: tuple[np.ndarray, np.ndarray, int, np.ndarray]) -> None:
    blocks, dofs, n, keep = case
    K = dense(blocks, dofs, n)
    plain = np.zeros((n, n))
    for block, at in zip(blocks, dofs, strict=True):
        plain[np.ix_(at, at)] += block
    assert np.allclose(K, plain)
    inner = K[np.ix_(keep, keep)]
    band = Band(blocks, dofs, n, keep)
    assert np.allclose(band.full(), inner)
    v = np.arange(1.0, len(keep) + 1)
    assert np.allclose(band.times(v), inner @ v)
    assert np.allclose(band.plus(Band(blocks[:1], dofs[:1], n, keep)).full(), inner + Band(blocks[:1], dofs[:1], n, keep).full())
    right = np.stack([v, v**2], axis=1)
    for solve in (band.factor(str), factor(inner, str)):
        assert np.allclose(inner @ solve(right), right)
        assert np.allclose(inner @ solve(v), v)
    assert band.positive()
    assert not Band(-blocks, dofs, n, keep).positive()


@pytest.mark.parametrize(("n", "w"), [(5, 1), (96, 20), (400, 130), (301, 97), (220, 0)])
def test_many_right_sides_at_once_are_each_alone(n: int, w: int) -> None:
    """Blocks against LAPACK's own dpbtrs, wherever the band ends within a block."""
    seed = np.random.default_rng(n)
    table = np.asfortranarray(seed.normal(size=(w + 1, n)))
    table[-1] = 4.0 * (w + 1)
    triangle, fault = dpbtrf(table, lower=0)
    assert fault == 0
    right = seed.normal(size=(n, 30))
    assert np.allclose(substituted(triangle, right), dpbtrs(triangle, right, lower=0)[0], rtol=1e-12, atol=1e-14)


def test_sums_go_where_they_belong() -> None:
    values = np.arange(12.0).reshape(2, 2, 3)
    found = scatter(values, np.array([[0, 1, 2], [2, 3, 0]]), 5)
    assert found.tolist() == [[0 + 5, 1, 2 + 3, 4, 0], [6 + 11, 7, 8 + 9, 10, 0]]


def test_what_moves_freely_is_named_alike() -> None:
    """Two rows that only hold each other."""
    blocks, dofs = np.array([[[2.0, 0.0], [0.0, 2.0]], [[1.0, -1.0], [-1.0, 1.0]]]), np.array([[0, 1], [2, 3]])
    for make in (
        lambda: Band(blocks, dofs, 4, np.arange(4)).factor(lambda i: f"row {i}"),
        lambda: factor(dense(blocks, dofs, 4), lambda i: f"row {i}"),
    ):
        with pytest.raises(MechanismError, match=r"row [23] freely"):
            make()


def test_an_order_keeps_the_band_narrow() -> None:
    """A chain numbered at random has a band of one."""
    shuffled = np.random.default_rng(3).permutation(40)
    ends = np.stack([shuffled[:-1], shuffled[1:]], axis=1)
    place = np.argsort(order_of(ends, 40))
    assert np.max(np.abs(place[ends[:, 0]] - place[ends[:, 1]])) == 1


@given(st.floats(50, 5_000), st.floats(1e3, 1e10), st.floats(1e3, 1e10))
def test_ties_all_at_once_are_ties_released_one_by_one(L: float, Iy: float, Iz: float) -> None:
    model = FrameModel(np.array([(0.0, 0, 0), (L, 0, 0)]), (Bar("tie", 0, 1, 2e5, 8e4, 300.0, Iy, Iz, 1e5, released=TIE),), ((0, 0),))
    plain = elements(replace(model, bars=(replace(model.bars[0], released=()),)))
    k, recover = _give(plain.k[0], TIE, (), "tie")
    found = elements(model)
    assert np.allclose(found.k[0], k, rtol=1e-9, atol=1e-9 * float(np.abs(plain.k).max()))
    assert np.allclose(found.recover[0], recover, atol=1e-9)
