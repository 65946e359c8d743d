"""Walls of tubes under branches and rollers: AISC 360-16 chapter K and J10 by hand and by minimising the yield lines."""

from __future__ import annotations

import math

import numpy as np
import pytest

from ergostrut.core.mechanics.joints.tube_wall import (
    Footprint,
    chord_stress,
    cripples,
    end_distance,
    on_pipe,
    on_tube,
    roller_on_face,
    side_walls,
)

RIB_ON_RAIL = Footprint(76.2, 25.4, 2.108, 25.4, 25.4)


def test_narrow_tube_on_a_wide_one_by_hand() -> None:
    """AISC 360-16 tables K3.2 and K4.2, Fy 221: rib 1x1 on the 3 in face of 1x3x14ga takes 3.87 kN, 74.1 and 74.4 N m (worked by hand)."""
    found = on_tube(RIB_ON_RAIL, 221)
    assert pytest.approx(3870, rel=3e-3) == found.P
    assert found.Mi == pytest.approx(74.1e3, rel=3e-3)
    assert found.Mo == pytest.approx(74.4e3, rel=3e-3)


@pytest.mark.parametrize("wide", [20.0, 30.0, 45.0, 60.0])
def test_axial_strength_is_the_least_yield_line_mechanism(wide: float) -> None:
    """Work of the lines of a face that folds round a branch, least over their angle (Wood 1961; the closed form of K3.2)."""
    at = Footprint(76.2, 76.2, 3.0, wide, 40.0)
    beta, eta, m = wide / 76.2, 40.0 / 76.2, 300.0 * 9 / 4
    # fans at each corner at an angle a: P = 8 m / (1 - beta) [tan a + (1 - beta) / tan a + eta]
    angles = np.linspace(0.05, 1.5, 20_000)
    least = float(np.min(8 * m / (1 - beta) * (np.tan(angles) + (1 - beta) / np.tan(angles) + eta)))
    assert pytest.approx(least, rel=1e-6) == on_tube(at, 300.0).P * 1.5


def test_nearly_as_wide_the_side_walls_take_it() -> None:
    """Two walls over Hb + 5 t: 2 x 250 x 3 x 55 / 1.5 = 55 kN."""
    at = Footprint(50.0, 50.0, 3.0, 50.0, 40.0)
    found = on_tube(at, 250.0)
    assert pytest.approx(55_000) == found.P and found.Mi == pytest.approx(0.5 * 250 * 3 * 55**2 / 1.5)
    assert found.Mo == pytest.approx(250 * 3 * 47 * 55 / 1.5)


def test_round_chord_by_hand() -> None:
    """Tables K3.1 and K4.1: D 48.3, t 3.2, branch 20: beta 0.414, gamma 7.55."""
    found = on_pipe(48.3, 3.2, 20.0, 20.0, 240.0)
    assert pytest.approx(240 * 10.24 * (3.1 + 15.6 * 0.41408**2) * 7.5469**0.2 / 1.67, rel=1e-3) == found.P
    assert found.Mi == pytest.approx(5.39 * 240 * 10.24 * math.sqrt(7.5469) * 0.41408 * 20 / 1.67, rel=1e-3)
    assert found.Mo == pytest.approx(240 * 10.24 * 20 * 3 / (1 - 0.81 * 0.41408) / 1.67, rel=1e-3)


def test_a_stressed_chord_keeps_less() -> None:
    assert chord_stress(np.array([-0.2, 0.0, 0.3]), 0.5).tolist() == [1.0, 1.0, 1.0]
    assert float(chord_stress(np.array(0.8), 0.4)) == pytest.approx(0.5)


def test_end_distance() -> None:
    assert end_distance(RIB_ON_RAIL) == pytest.approx(76.2 * math.sqrt(2 / 3))


def test_roller_on_a_face_and_over_both_walls() -> None:
    """A narrow roller bends the face: 4 Fy t2/sqrt(1 - beta) without length. J10.2: 2 x 221 x 2.108 x 5 k; J10.3 twice."""
    assert roller_on_face(76.2, 2.108, 12.0, 0.0, 221) == pytest.approx(4 * 221 * 2.108**2 / math.sqrt(1 - 12 / 76.2) / 1.5)
    yielding = 2 * 221 * 2.108 * 7.5 * 2.108 / 1.5
    crippling = 1.6 * 2.108**2 * math.sqrt(200_000 * 221) / 2
    assert side_walls(76.2, 2.108, 0.0, 221, 200_000) == pytest.approx(min(yielding, crippling))


def test_lipped_channel_web_by_hand() -> None:
    """AISI S100 table G5-2, end and inside: 12 ga strut, t 2.66, R 3, N 40, h 30, Fy 228."""
    t, R, N, h, Fy = 2.66, 3.0, 40.0, 30.0, 228.0
    end = 4 * t * t * Fy * (1 - 0.14 * math.sqrt(R / t)) * (1 + 0.35 * math.sqrt(N / t)) * (1 - 0.02 * math.sqrt(h / t)) / 1.75
    assert cripples(t, R, N, h, Fy, at_end=True) == pytest.approx(end)
    assert cripples(t, R, N, h, Fy, at_end=False) > 1.5 * end
