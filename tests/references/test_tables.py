"""Handbook values: sections, bolts, steel strengths. Each row names its source; values from memory of it."""

from __future__ import annotations

import math

import pytest

from ergostrut.core.catalog.model import Catalog
from ergostrut.core.constants import KSI, LBF
from ergostrut.core.prove.steel import combined, compression, strength
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


def test_compact_tube_in_bending_is_fy_z_over_omega(catalog: Catalog) -> None:
    """AISC 360-16 F7-1: HSS 2x2x1/8, Fy 46 ksi, Z 0.584 in3: 46 x 0.584 / 1.67 = 16.1 kip in."""
    section = catalog.sections["2x2x1/8"]
    found = strength(section.properties, section.metal)
    assert found.My / (1000 * LBF * IN) == pytest.approx(16.1, rel=0.01)
    assert found.clause.startswith("AISC 360-16 F7-1")


def test_thin_flanges_lose_strength(catalog: Catalog) -> None:
    """F7-2 and F7-3: with the wall the strength falls below Fy Z."""
    metal = catalog.metals["steel.a500b"]
    thick, noncompact, slender = (strength(tube(120, 60, t), metal) for t in (4.0, 3.2, 1.5))
    Z = [tube(120, 60, t).Zy for t in (4.0, 3.2, 1.5)]
    assert thick.My == pytest.approx(metal.Fy * Z[0] / 1.67)
    assert noncompact.My < metal.Fy * Z[1] / 1.67
    assert slender.My < 0.85 * metal.Fy * Z[2] / 1.67
    assert "F7-2" in noncompact.clause and "F7-3" in slender.clause


def test_column_curve_meets_euler_when_slender(catalog: Catalog) -> None:
    """AISC 360-16 E3: 0.877 Fe at great length, 0.658^(Fy/Fe) Fy when short; the two meet near KL/r = 4.71 sqrt(E/Fy)."""
    section = catalog.sections["2x2x1/8"]
    p, m = section.properties, section.metal
    long = 200 * p.rz
    assert compression(p, m, long) == pytest.approx(0.877 * math.pi**2 * m.E / 200**2 * p.A / 1.67)
    assert compression(p, m, 1e-6) == pytest.approx(m.Fy * p.A / 1.67, rel=1e-6)
    limit = 4.71 * math.sqrt(m.E / m.Fy) * p.rz
    assert compression(p, m, limit * 0.999) == pytest.approx(compression(p, m, limit * 1.001), rel=0.01)


def test_flat_on_edge_buckles_sideways_when_long(catalog: Catalog) -> None:
    """AISC 360-16 F11: 1.52 - 0.274 (Lb d/t^2) Fy/E between the limits, 1.9 E/(Lb d/t^2) beyond."""
    metal = catalog.metals["steel.a36"]
    shape = flat(6.0, 50.0)
    short, middle, long = (strength(shape, metal, L) for L in (10.0, 300.0, 5000.0))
    slender = 300 * 50 / 36
    assert short.My == pytest.approx(min(metal.Fy * shape.Zy, 1.6 * metal.Fy * shape.Sy) / 1.67)
    assert middle.My == pytest.approx((1.52 - 0.274 * slender * metal.Fy / metal.E) * metal.Fy * shape.Sy / 1.67)
    assert long.My == pytest.approx(1.9 * metal.E / (5000 * 50 / 36) * shape.Sy / 1.67)


@pytest.mark.parametrize(("N", "M", "expect"), [(0.1, 0.5, 0.05 + 0.5), (0.3, 0.45, 0.3 + 8 / 9 * 0.45), (-0.2, 0.9, 0.2 + 8 / 9 * 0.9)])
def test_combined_axial_force_and_bending(catalog: Catalog, N: float, M: float, expect: float) -> None:
    """AISC 360-16 H1-1a from a fifth of the axial strength, H1-1b below."""
    section = catalog.sections["50x50x2.5"]
    allow = strength(section.properties, section.metal)
    Nc = compression(section.properties, section.metal, 1000)
    axial = N * (allow.N if N > 0 else Nc)
    assert combined(axial, M * allow.My, 0, 0, 0, allow, Nc) == pytest.approx(expect)


def test_torsion_counts_above_a_fifth(catalog: Catalog) -> None:
    """AISC 360-16 H3.2 and H3-6."""
    section = catalog.sections["50x50x2.5"]
    allow = strength(section.properties, section.metal)
    assert combined(0, 0.5 * allow.My, 0, 0, 0.19 * allow.T, allow, allow.N) == pytest.approx(0.5)
    assert combined(0, 0.5 * allow.My, 0, 0.1 * allow.Vz, 0.3 * allow.T, allow, allow.N) == pytest.approx(0.5 + 0.4**2)
