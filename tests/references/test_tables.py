"""Handbook values: sections, bolts, steel strengths. Each row names its source; values from memory of it."""

from __future__ import annotations

import math

import pytest

from ergostrut.core.catalog.model import Catalog
from ergostrut.core.constants import KSI
from ergostrut.core.sections import flat, round_bar, tube

IN = 25.4


@pytest.mark.parametrize(
    ("section", "quantity", "expect", "unit", "tolerance", "source"),
    [
        ("2x2x1/8", "A", 0.840, IN**2, 0.01, "AISC Manual 15th ed. table 1-12"),
        ("2x2x1/8", "Iy", 0.486, IN**4, 0.01, "AISC Manual 15th ed. table 1-12"),
        ("2x2x1/8", "Sy", 0.486, IN**3, 0.01, "AISC Manual 15th ed. table 1-12"),
        ("2x2x1/8", "Zy", 0.584, IN**3, 0.01, "AISC Manual 15th ed. table 1-12"),
        ("2x2x1/8", "J", 0.796, IN**4, 0.02, "AISC Manual 15th ed. table 1-12"),
        ("2x4x1/8", "A", 1.30, IN**2, 0.01, "AISC Manual 15th ed. table 1-11, HSS4x2x1/8"),
        ("2x4x1/8", "Iy", 2.65, IN**4, 0.01, "AISC Manual 15th ed. table 1-11"),
        ("2x4x1/8", "Iz", 0.898, IN**4, 0.01, "AISC Manual 15th ed. table 1-11"),
        ("50x50x2.5", "A", 4.59, 100.0, 0.01, "EN 10219-2"),
        ("50x50x2.5", "Iy", 16.9, 1e4, 0.01, "EN 10219-2"),
        ("50x50x4", "A", 6.95, 100.0, 0.01, "EN 10219-2"),
        ("50x50x4", "Iy", 23.7, 1e4, 0.01, "EN 10219-2"),
    ],
)
def test_tube_properties(catalog: Catalog, section: str, quantity: str, expect: float, unit: float, tolerance: float, source: str) -> None:
    assert source
    assert getattr(catalog.sections[section].properties, quantity) / unit == pytest.approx(expect, rel=tolerance)


@pytest.mark.parametrize(("section", "kg"), [("50x50x2.5", 3.60), ("50x50x4", 5.45)])
def test_tube_masses(catalog: Catalog, section: str, kg: float) -> None:
    """kg/m, EN 10219-2."""
    assert catalog.sections[section].mass_per_m == pytest.approx(kg, rel=0.01)


def test_gauge_walls_are_tube_gauge_not_sheet_gauge(catalog: Catalog) -> None:
    """14 ga tube is 0.083 in (BWG), 14 ga sheet 0.0747 in."""
    assert catalog.sections["1x1x14ga"].properties.wall == pytest.approx(0.083 * IN, abs=0.01)
    assert catalog.sections["1x1x11ga"].properties.wall == pytest.approx(0.120 * IN, abs=0.01)
    assert catalog.sections["1x1x16ga"].properties.wall == pytest.approx(0.065 * IN, abs=0.01)


def test_a500_uses_its_design_wall_for_sums_and_the_nominal_one_for_mass(catalog: Catalog) -> None:
    hss = catalog.sections["2x2x1/8"]
    assert hss.properties.wall == pytest.approx(0.93 * 3.175)
    assert hss.nominal_area > hss.properties.A


def test_plain_shapes() -> None:
    bar = flat(10.0, 40.0)
    assert (bar.Iy, bar.Iz, bar.Zy) == pytest.approx((10 * 40**3 / 12, 40 * 10**3 / 12, 10 * 40**2 / 4))
    assert pytest.approx(0.281 * 40 * 10**3, rel=0.01) == bar.J, "Roark table 10.7: 0.281 b t^3 at b/t = 4"
    assert bar.turned().Iy == bar.Iz
    assert round_bar(20.0).Iy == pytest.approx(math.pi * 20**4 / 64)
    square = tube(40, 40, 2)
    assert square.Iy == pytest.approx(square.Iz)
    with pytest.raises(ValueError, match="does not leave a hole"):
        tube(20, 40, 10)


@pytest.mark.parametrize(
    ("thread", "area", "source"),
    [
        ("1/4-20", 0.0318 * IN**2, "ASME B1.1"),
        ("5/16-18", 0.0524 * IN**2, "ASME B1.1"),
        ("3/8-16", 0.0775 * IN**2, "ASME B1.1"),
        ("1/2-13", 0.1419 * IN**2, "ASME B1.1"),
        ("M6", 20.1, "ISO 898-1"),
        ("M8", 36.6, "ISO 898-1"),
        ("M10", 58.0, "ISO 898-1"),
        ("M12", 84.3, "ISO 898-1"),
    ],
)
def test_bolt_stress_areas(catalog: Catalog, thread: str, area: float, source: str) -> None:
    assert source
    assert catalog.threads[thread].stress_area == pytest.approx(area, rel=0.005)


@pytest.mark.parametrize(("grade", "ksi"), [("SAE 2", 74), ("SAE 5", 120), ("SAE 8", 150)])
def test_bolt_grades(catalog: Catalog, grade: str, ksi: float) -> None:
    """SAE J429."""
    assert catalog.grades[grade].Fu == pytest.approx(ksi * KSI, rel=0.002)
