"""Boxes in space against the Flexible Collision Library, and by hand: no collision missed, distances within 0.01 mm, depths along their way."""

from __future__ import annotations

import fcl
import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st
from scipy.spatial.transform import Rotation

from ergostrut.core.mechanics.space.boxes import Boxes, among, apart, clearing, drawn_along, joined, nearest, upright, within


def drawn(seed: int, n: int, spread: float = 600.0, *, flat: bool = False) -> Boxes:
    """Random boxes, slabs and bars among them; ``flat``: along the axes."""
    rng = np.random.default_rng(seed)
    axes = np.tile(np.eye(3), (n, 1, 1)) if flat else Rotation.random(n, rng=rng).as_matrix().transpose(0, 2, 1)
    half = rng.uniform(2.0, 200.0, (n, 3)) * rng.choice([1.0, 0.05], (n, 3))
    return Boxes(rng.uniform(-spread, spread, (n, 3)), np.ascontiguousarray(axes), half)


def by_fcl(a: Boxes, b: Boxes, k: int) -> tuple[bool, float]:
    """Whether pair k collides, and its distance."""
    objects = [fcl.CollisionObject(fcl.Box(*(2 * box.half[k])), fcl.Transform(box.axes[k].T.copy(), box.centre[k])) for box in (a, b)]
    hits = fcl.collide(*objects, fcl.CollisionRequest(), fcl.CollisionResult())
    result = fcl.DistanceResult()
    return hits > 0, float(fcl.distance(*objects, fcl.DistanceRequest(enable_signed_distance=False), result))


@pytest.mark.parametrize(("seed", "flat"), [(1, False), (2, False), (3, True)])
def test_against_fcl(seed: int, flat: bool) -> None:
    a, b = drawn(seed, 1500, 250.0, flat=flat), drawn(seed + 100, 1500, 250.0, flat=flat)
    found = apart(a, b)
    met = 0
    for k in range(len(a)):
        hits, distance = by_fcl(a, b, k)
        if abs(found.gap[k]) > 0.01:
            assert hits == (found.gap[k] < 0), k
        if found.gap[k] > 0.01:
            assert distance == pytest.approx(found.gap[k], abs=0.01), k
        met += hits
    assert 50 < met < 1400


def test_a_depth_parts_them() -> None:
    """Moved along its way by its depth a pair just touches; by less it still meets."""
    a, b = drawn(5, 800, 150.0), drawn(6, 800, 150.0)
    found = apart(a, b)
    deep = np.flatnonzero(found.gap < -0.1)
    assert len(deep) > 80
    a, b, gap, way = a.take(deep), b.take(deep), found.gap[deep], found.way[deep]
    touching = apart(a, b.moved(way * -gap[:, None]))
    assert np.allclose(touching.gap, 0.0, atol=1e-6)
    assert (apart(a, b.moved(way * -0.9 * gap[:, None])).gap < 0).all()


def test_a_distance_is_along_its_way() -> None:
    a, b = drawn(7, 500), drawn(8, 500)
    found = apart(a, b)
    out = found.gap > 1
    nearer = apart(a.take(np.flatnonzero(out)), b.moved(-found.way * (found.gap[:, None] - 0.5)).take(np.flatnonzero(out)))
    assert np.allclose(nearer.gap, 0.5, atol=1e-6)


@given(st.integers(0, 10_000))
def test_neither_order_nor_attitude_counts(seed: int) -> None:
    a, b = drawn(seed, 4, 200.0), drawn(seed + 1, 4, 200.0)
    found, back = apart(a, b), apart(b, a)
    assert np.allclose(found.gap, back.gap, atol=1e-6)
    by = Rotation.random(rng=np.random.default_rng(seed))
    turned = [Boxes(by.apply(box.centre) + 37.0, np.stack([by.apply(axes) for axes in box.axes]), box.half) for box in (a, b)]
    assert np.allclose(apart(*turned).gap, found.gap, atol=1e-6)


def test_the_nearest_pair_is_that_of_all() -> None:
    a, b = drawn(11, 60, 3000.0), drawn(12, 70, 3000.0)
    i, j = np.meshgrid(np.arange(60), np.arange(70), indexing="ij")
    every = apart(a.take(i.ravel()), b.take(j.ravel())).gap.reshape(60, 70)
    found = nearest(a, b)
    assert found is not None and every[found[0], found[1]] == pytest.approx(every.min()) == pytest.approx(found[2])
    rows, columns, near = within(a, b, 300.0)
    assert {(int(x), int(y)) for x, y in zip(rows, columns, strict=True)} == {(int(x), int(y)) for x, y in np.argwhere(every <= 300.0)}
    assert np.allclose(near.gap, every[rows, columns])
    assert nearest(a.take([]), b) is None
    i, j, own = among(a, 400.0)
    whole = within(a, a, 400.0)
    assert {(int(x), int(y)) for x, y in zip(i, j, strict=True)} == {(int(x), int(y)) for x, y in zip(*whole[:2], strict=True) if x < y}
    assert np.allclose(own.gap, apart(a.take(i), a.take(j)).gap)


@pytest.mark.parametrize("spread", [900.0, 3000.0, 60_000.0])
def test_any_pair_that_meets_is_enough(spread: float) -> None:
    """Where some meet, one of them is named; where none do, the nearest as ever."""
    a, b = drawn(11, 60, spread), drawn(12, 70, spread)
    first, least = nearest(a, b, deepest=False), nearest(a, b)
    assert first is not None and least is not None and (first[2] < 0) == (least[2] < 0) and first[2] >= least[2]
    assert apart(a.take([first[0]]), b.take([first[1]])).gap[0] == pytest.approx(first[2])
    assert least[2] < 0 or first == least


def test_by_hand() -> None:
    one = upright([(0, 0, 0)], [(100, 100, 100)])
    beside, inside = upright([(140, 20, 30)], [(200, 40, 60)]), upright([(90, 10, 10)], [(200, 90, 90)])
    aslant = upright([(130, 140, 100)], [(200, 200, 200)])
    assert apart(one, beside).gap[0] == pytest.approx(40) and apart(one, beside).way[0] == pytest.approx([1, 0, 0])
    assert apart(one, inside).gap[0] == pytest.approx(-10) and apart(one, inside).way[0] == pytest.approx([1, 0, 0])
    assert apart(one, aslant).gap[0] == pytest.approx(50)


@given(st.integers(0, 10_000), st.integers(2, 6))
def test_all_of_it_moved_so_far_is_clear(seed: int, n: int) -> None:
    a, b = drawn(seed, n, 150.0), drawn(seed + 7, n, 150.0)
    move, way = clearing(a, b)
    found = nearest(a, b.moved(np.array(way) * (move + 1e-6)))
    assert found is not None and found[2] >= -1e-6
    assert sorted(abs(v) for v in way) == [0, 0, 1]


@pytest.mark.parametrize("way", [(0.0, 250.0, 0.0), (120.0, -80.0, 60.0)])
def test_what_moves_is_met_wherever_it_comes(way: tuple[float, float, float]) -> None:
    """Boxes drawn along their way hold every place on it, and no more than a step between."""
    a = joined([drawn(21, 30, 300.0), drawn(22, 30, 300.0, flat=True)])
    swept, still = drawn_along(a, way, steps=40), drawn(23, 80, 400.0)
    found = nearest(swept, still)
    for t in np.linspace(0, 1, 41):
        posed = nearest(a.moved(np.array(way) * t), still)
        assert posed is not None and found is not None and found[2] <= posed[2] + 1e-6
