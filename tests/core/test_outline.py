"""Outline integrals and torsion against shapely and closed forms, on random and textbook shapes."""

from __future__ import annotations

import math

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from shapely import Polygon
from shapely.affinity import rotate

from ergostrut.core.sections import flat, pipe, round_bar, tube
from ergostrut.core.sections.outline import above, arc, box, disc, from_outline, hole, moments, plastic, shear_area
from ergostrut.core.sections.torsion import torsion_constant

size = st.floats(5, 80)


@settings(max_examples=60, deadline=None)
@given(st.lists(st.tuples(st.floats(-50, 50), st.floats(-50, 50)), min_size=4, max_size=9), st.floats(-40, 40))
def test_area_above_a_level_as_shapely_cuts_it(points: list[tuple[float, float]], level: float) -> None:
    """The hull of random points, cut at a level: area and first moment."""
    hull = Polygon(points).convex_hull
    if not isinstance(hull, Polygon) or hull.area < 50:
        return
    loop = list(hull.exterior.coords)[:-1]
    if hull.exterior.is_ccw is False:
        loop.reverse()
    upper = hull.intersection(Polygon([(-99, level), (99, level), (99, 99), (-99, 99)]))
    area, first, _ = (float(v[0]) for v in above([loop], np.array([level])))
    assert area == pytest.approx(upper.area, abs=1e-6 * hull.area)
    expect = upper.area * (upper.centroid.y - level) if upper.area > 1e-9 else 0.0
    assert first == pytest.approx(expect, abs=1e-5 * hull.area)


@settings(max_examples=40, deadline=None)
@given(size, size, st.floats(0, 3.1))
def test_turning_an_outline_keeps_its_principal_moments(b: float, d: float, angle: float) -> None:
    loop = list(rotate(Polygon(box(-b / 2, -d / 2, b / 2, d / 2)), angle, use_radians=True).exterior.coords)[:-1]
    if not Polygon(loop).exterior.is_ccw:
        loop.reverse()
    found = from_outline("flat", [loop], min(b, d), J=1.0)
    I1, I2, _ = found.principal
    assert pytest.approx(max(b * d**3, d * b**3) / 12, rel=1e-6) == I1
    assert pytest.approx(min(b * d**3, d * b**3) / 12, rel=1e-6) == I2


@settings(max_examples=40, deadline=None)
@given(size, size, st.floats(0.05, 0.4))
def test_hollow_box_is_the_difference_of_two(b: float, d: float, share: float) -> None:
    t = share * min(b, d) / 2
    loops = [box(-b / 2, -d / 2, b / 2, d / 2), hole(box(t - b / 2, t - d / 2, b / 2 - t, d / 2 - t))]
    A, _, _, syy, szz, syz = moments(loops)
    bi, di = b - 2 * t, d - 2 * t
    assert pytest.approx(b * d - bi * di) == A
    assert szz == pytest.approx((b * d**3 - bi * di**3) / 12) and syy == pytest.approx((d * b**3 - di * bi**3) / 12)
    assert abs(syz) < 1e-6 * szz
    assert plastic(loops) == pytest.approx((b * d**2 - bi * di**2) / 4, rel=1e-4)


def test_closed_forms_and_outlines_agree() -> None:
    """The same shapes by closed form and by Green's theorem on their drawn outline."""
    for shape in (tube(40, 70, 3), pipe(42.4, 2.6), flat(10, 60), round_bar(20)):
        again = from_outline(shape.shape, shape.loops, shape.wall, J=shape.J)
        for name in ("A", "Iy", "Iz", "Sy", "Zy", "Zz"):
            assert getattr(again, name) == pytest.approx(getattr(shape, name), rel=0.01), (shape.shape, name)


def test_peak_shear_of_a_rectangle() -> None:
    """tau = 1.5 V / A."""
    loop = box(-10, -30, 10, 30)
    assert shear_area([loop], 20 * 60**3 / 12) == pytest.approx(20 * 60 / 1.5, rel=1e-3)


def test_arc_keeps_its_radius_and_a_point_has_none() -> None:
    points = arc((3, 4), 5, 0.2, 1.1)
    assert all(math.dist(p, (3, 4)) == pytest.approx(5) for p in points)
    assert arc((3, 4), 0, 0.2) == [(3, 4)]


@pytest.mark.parametrize(
    ("loops", "expect", "source"),
    [
        ([disc((0, 0), 40)], math.pi * 40**4 / 32, "circle, pi d4/32"),
        ([box(-20, -20, 20, 20)], 0.1406 * 40**4, "square, 0.1406 a4 (Roark table 10.7 case 3)"),
        ([box(-10, -40, 10, 40)], 0.281 * 80 * 20**3, "rectangle 4 to 1, 0.281 a b3 (Timoshenko and Goodier art. 109)"),
        ([[(0, 0), (60, 0), (30, 30 * math.sqrt(3))]], math.sqrt(3) / 80 * 60**4, "equilateral triangle, sqrt(3)/80 a4 (Roark)"),
        ([disc((0, 0), 50), hole(disc((0, 0), 40))], math.pi * (50**4 - 40**4) / 32, "thick round tube"),
        ([disc((0, 0), 50), hole(disc((0, 0), 47))], math.pi * (50**4 - 47**4) / 32, "thin round tube"),
    ],
)
def test_torsion_constant(loops: list[list[tuple[float, float]]], expect: float, source: str) -> None:
    assert torsion_constant(loops) == pytest.approx(expect, rel=0.03), source


def test_a_cut_tube_twists_as_a_strip() -> None:
    """Slit along its length a square tube falls from 4 Am2 t/p to the sum of b t3/3."""
    b, t = 60.0, 3.0
    whole = [box(0, 0, b, b), hole(box(t, t, b - t, b - t))]
    slit = [
        [
            (0.0, 0.0),
            (b, 0.0),
            (b, b),
            (0.0, b),
            (0.0, b / 2 + 1.5),
            (t, b / 2 + 1.5),
            (t, b - t),
            (b - t, b - t),
            (b - t, t),
            (t, t),
            (t, b / 2 - 1.5),
            (0.0, b / 2 - 1.5),
        ]
    ]
    closed, opened = torsion_constant(whole), torsion_constant(slit)
    assert closed == pytest.approx(4 * (b - t) ** 4 * t / (4 * (b - t)), rel=0.05)
    assert opened < closed / 100
