"""Section properties against published tables, and every family against the sectionproperties library (finite elements on the outline)."""

from __future__ import annotations

import math

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st
from sectionproperties.analysis import Section as Meshed
from sectionproperties.pre import CompoundGeometry, Geometry
from shapely import Polygon, unary_union

from ergostrut.core.catalog.model import Catalog
from ergostrut.core.sections import Properties, angle, channel, flat, pipe, round_bar, strut, tslot, tube

IN = 25.4

SHAPES = {
    "rectangular tube": tube(40, 80, 3),
    "square tube, sharp corners": tube(50.8, 50.8, 3.175, 1.0),
    "round tube": pipe(38.1, 2.108),
    "flat": flat(9.525, 50.8),
    "lumber 2x4": flat(38.1, 88.9, "lumber"),
    "round bar": round_bar(16),
    "angle, unequal": angle(63.5, 38.1, 4.7625, 4.76),
    "angle, equal with toes": angle(40, 40, 4, 4, 2),
    "channel": channel(76.2, 38.1, 3.175, 3.175),
    "channel, thick flanges": channel(76.2, 35.8, 4.32, 6.93, 6.9),
    "strut": strut(41.3, 41.3, 2.66, 9.5, 7.1),
    "strut, slotted": strut(41.3, 41.3, 2.66, 9.5, 7.1, 14.3),
    "T-slot, one module": tslot(40, 1, 1, 8.2, 3.0, 20, 15, 6.8, 6),
    "T-slot, two modules": tslot(40, 1, 2, 8.2, 3.0, 20, 15, 6.8, 6),
}


def _meshed(shape: Properties) -> Meshed:
    """The same outline in the reference library; holes cut out."""
    signed = [(Polygon(loop), sum(a[0] * b[1] - b[0] * a[1] for a, b in zip(loop, loop[1:] + loop[:1]))) for loop in shape.loops]
    area = unary_union([p for p, a in signed if a > 0]).difference(unary_union([p for p, a in signed if a < 0]))
    size = shape.A / 1500 if shape.shape in ("tslot", "tube", "pipe") else shape.A / 700
    geometry = CompoundGeometry(area) if area.geom_type == "MultiPolygon" else Geometry(area)
    geometry.create_mesh(mesh_sizes=[size])
    return Meshed(geometry)


@pytest.mark.parametrize("name", SHAPES)
def test_family_against_finite_elements(name: str) -> None:
    """Area, second moments, product, plastic moduli within 1 %; J within 5 %."""
    shape, mesh = SHAPES[name], _meshed(SHAPES[name])
    mesh.calculate_geometric_properties()
    ixx, iyy, ixy = mesh.get_ic()
    assert pytest.approx(mesh.get_area(), rel=0.01) == shape.A
    assert (shape.Iy, shape.Iz) == (pytest.approx(ixx, rel=0.01), pytest.approx(iyy, rel=0.01))
    assert shape.Iyz == pytest.approx(ixy, abs=0.01 * math.sqrt(ixx * iyy))
    i11, i22 = mesh.get_ip()
    assert shape.principal[:2] == (pytest.approx(i11, rel=0.01), pytest.approx(i22, rel=0.01))
    top, bottom, right, left = mesh.get_z()
    assert shape.Sy == pytest.approx(min(top, bottom), rel=0.01)
    assert shape.Sz == pytest.approx(min(right, left), rel=0.01)
    if name == "strut, slotted":
        return  # two parts apart: the library warps only what hangs together
    mesh.calculate_warping_properties()
    assert pytest.approx(mesh.get_j(), rel=0.05) == shape.J
    mesh.calculate_plastic_properties()
    if abs(shape.Iyz) < 1e-6 * ixx:
        zx, zy = mesh.get_s()
        assert (shape.Zy, shape.Zz) == (pytest.approx(zx, rel=0.01), pytest.approx(zy, rel=0.01))
    if name == "channel":
        assert shape.Cw == pytest.approx(mesh.get_gamma(), rel=0.05)


PUBLISHED = [
    ("L2x2x1/8", "A", IN**2, 0.491, 0.01, "AISC Manual 15th ed. table 1-7"),
    ("L2x2x1/8", "Iy", IN**4, 0.189, 0.012, "AISC Manual table 1-7"),
    ("L30x20x3", "A", 100, 1.42, 0.01, "EN 10056-1"),
    ("L30x20x3", "Iy", 1e4, 1.25, 0.01, "EN 10056-1"),
    ("L30x20x3", "Iz", 1e4, 0.44, 0.01, "EN 10056-1"),
    ("2x4 dfl", "Iy", IN**4, 5.36, 0.01, "NDS Supplement table 1B"),
    ("2x6 dfl", "Iy", IN**4, 20.80, 0.01, "NDS Supplement table 1B"),
    ("2x12 dfl", "Iy", IN**4, 178.0, 0.01, "NDS Supplement table 1B"),
]


@pytest.mark.parametrize(("section", "quantity", "unit", "expect", "tolerance", "source"), PUBLISHED)
def test_published_properties(
    catalog: Catalog, section: str, quantity: str, unit: float, expect: float, tolerance: float, source: str
) -> None:
    assert getattr(catalog.sections[section].properties, quantity) / unit == pytest.approx(expect, rel=tolerance), source


def test_mass_of_conduit_and_angle(catalog: Catalog) -> None:
    """EMT 1/2: about 0.30 lb/ft (ANSI C80.3); L30x20x3: 1.12 kg/m (EN 10056-1)."""
    assert catalog.sections["EMT 1/2"].mass_per_m / 0.45359237 * 0.3048 == pytest.approx(0.30, rel=0.02)
    assert catalog.sections["L30x20x3"].mass_per_m == pytest.approx(1.12, rel=0.01)


def test_principal_axes_of_an_equal_angle() -> None:
    """Axis 1 of an equal angle lies at 45 degrees, along the line the legs are symmetric about turned a quarter."""
    i1, i2, turn = angle(50, 50, 5, 5).principal
    assert i1 > i2
    assert abs(turn) == pytest.approx(math.pi / 4, abs=1e-3)


@given(w=st.floats(20, 100), d=st.floats(20, 150), t=st.floats(1.5, 6))
def test_turning_a_bar_swaps_its_axes(w: float, d: float, t: float) -> None:
    shape = angle(d + 15, w + 15, t, t)
    back = shape.turned().turned()
    assert (shape.turned().Iy, shape.turned().Sz) == (shape.Iz, shape.Sy)
    assert np.allclose([back.Iy, back.Iyz, back.Zy], [shape.Iy, shape.Iyz, shape.Zy])
    assert sum(shape.principal[:2]) == pytest.approx(shape.Iy + shape.Iz)
    assert sum(shape.turned().principal[:2]) == pytest.approx(shape.Iy + shape.Iz)


@pytest.mark.parametrize(
    "make",
    [
        lambda: pipe(10, 5),
        lambda: angle(10, 30, 4, 8),
        lambda: channel(10, 20, 3, 6),
        lambda: strut(20, 40, 3, 9, 7),
        lambda: tslot(40, 1, 1, 22, 3, 20, 15, 6.8, 0),
    ],
)
def test_impossible_sizes_are_refused(make: object) -> None:
    with pytest.raises(ValueError):
        make()  # type: ignore[operator]
