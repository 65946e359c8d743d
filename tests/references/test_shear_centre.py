"""Shear centres against Roark's closed forms and against sectionproperties, which solves for them."""

from __future__ import annotations

import pytest
from sectionproperties.analysis import Section
from sectionproperties.pre import Geometry
from shapely.geometry import Polygon

from ergostrut.core.sections import Properties, angle, channel, strut, tube


@pytest.mark.parametrize(("depth", "flange", "t"), [(100.0, 50.0, 5.0), (76.2, 38.1, 3.0), (40.0, 40.0, 2.0)])
def test_channel_by_roark(depth: float, flange: float, t: float) -> None:
    """Roark table 9.2: e = 3 b2/(h + 6 b) behind the web's middle line, b and h on middle lines."""
    b, h = flange - t / 2, depth - t
    centroid = b**2 / (2 * b + h)
    y, z = channel(depth, flange, t, t).shear
    assert -y == pytest.approx(3 * b**2 / (h + 6 * b) + centroid, rel=1e-6) and z == pytest.approx(0, abs=1e-9)


def test_angle_twists_about_its_corner() -> None:
    """Both legs' forces pass through it: Timoshenko, Strength of Materials II."""
    y, z = angle(50.0, 50.0, 5.0, 0.0).shear
    corner = (50 - 2.5) / 4
    assert (y, z) == pytest.approx((-corner, -corner))


def test_a_closed_tube_twists_about_its_middle() -> None:
    assert tube(50.0, 50.0, 3.0, 2.0).shear == (0.0, 0.0)


@pytest.mark.parametrize(
    "shape",
    [
        pytest.param(channel(80.0, 40.0, 2.0, 2.0), id="channel"),
        pytest.param(strut(41.3, 41.3, 2.0, 9.5, 7.1), id="strut"),
        pytest.param(angle(40.0, 60.0, 2.0, 0.0), id="angle"),
    ],
)
def test_against_a_reference_library(shape: Properties) -> None:
    """Middle lines of walls a twentieth of the size: within 4 % of the section's width of the solved one."""
    solved = Section(Geometry(Polygon(shape.loops[0])).create_mesh(mesh_sizes=[1.5]))
    solved.calculate_geometric_properties()
    solved.calculate_warping_properties()
    x, y = solved.get_sc()
    cx, cy = solved.get_c()
    size = max(shape.width, shape.depth)
    assert shape.shear == pytest.approx((x - cx, y - cy), abs=0.04 * size)


def test_it_turns_with_the_bar() -> None:
    flat = channel(80.0, 40.0, 2.0, 2.0)
    (y, z), (ty, tz) = flat.shear, flat.turned().shear
    assert (ty, tz) == pytest.approx((-z, y))
