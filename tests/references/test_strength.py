"""Member strength against the standards' own formulas and worked values, by material."""

from __future__ import annotations

import itertools
import math

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from ergostrut.core.catalog.model import Catalog, Metal, Wood
from ergostrut.core.constants import KSI, LBF, PSI
from ergostrut.core.mechanics.strength import Actions, Allowable, Span, allowable, explain, use
from ergostrut.core.mechanics.strength.aluminium import column_constants, wall_stress
from ergostrut.core.sections import angle, channel, flat, pipe, tube
from ergostrut.core.working import Working

IN = 25.4
FREE = Span()


def of(catalog: Catalog, section: str, span: Span = FREE) -> Allowable:
    found = catalog.sections[section]
    return allowable(found.properties, found.material, span)


def test_compact_tube_in_bending_is_fy_z_over_omega(catalog: Catalog) -> None:
    """AISC 360-16 F7-1: HSS 2x2x1/8, Fy 46 ksi, Z 0.584 in3: 46 x 0.584 / 1.67 = 16.1 kip in."""
    found = of(catalog, "2x2x1/8")
    assert found.My / (1000 * LBF * IN) == pytest.approx(16.1, rel=0.01)
    assert found.clause.startswith("AISC 360-16 F7-1")


def test_thin_flanges_lose_strength(catalog: Catalog) -> None:
    """F7-2 and F7-3: with the wall the strength falls below Fy Z."""
    metal = catalog.metals["steel.a500b"]
    shapes = [tube(120, 60, t) for t in (4.0, 3.2, 1.5)]
    thick, noncompact, slender = (allowable(shape, metal, FREE) for shape in shapes)
    assert thick.My == pytest.approx(metal.Fy * shapes[0].Zy / 1.67)
    assert noncompact.My < metal.Fy * shapes[1].Zy / 1.67
    assert slender.My < 0.85 * metal.Fy * shapes[2].Zy / 1.67
    assert "F7-2" in noncompact.clause and "F7-3" in slender.clause


def test_round_tube(catalog: Catalog) -> None:
    """AISC 360-16 F8: Fy Z while D/t <= 0.07 E/Fy, then (0.021 E/(D/t) + Fy) S."""
    metal = catalog.metals["steel.a500b"]
    compact, thin = pipe(48.3, 3.2), pipe(114.3, 1.5)
    assert allowable(compact, metal, FREE).My == pytest.approx(metal.Fy * compact.Zy / 1.67)
    ratio = 114.3 / 1.5
    assert ratio > 0.07 * metal.E / metal.Fy
    assert allowable(thin, metal, FREE).My == pytest.approx((0.021 * metal.E / ratio + metal.Fy) * thin.Sy / 1.67)


@pytest.mark.parametrize(("kind", "short", "long", "limit"), [("steel.a500b", 0.658, 0.877, 4.71), ("stainless.304", 0.50, 0.531, 3.77)])
def test_column_curves(catalog: Catalog, kind: str, short: float, long: float, limit: float) -> None:
    """AISC 360-16 E3 and, for stainless, AISC Design Guide 27; the two branches meet within 1 %."""
    shape, metal = tube(50, 50, 3), catalog.metals[kind]

    def at(slender: float) -> float:
        return allowable(shape, metal, Span(KLy=slender * shape.ry, KLz=slender * shape.ry)).Nc

    Fe = math.pi**2 * metal.E / 60**2
    assert at(60) == pytest.approx(short ** (metal.Fy / Fe) * metal.Fy * shape.A / 1.67)
    assert at(200) == pytest.approx(long * math.pi**2 * metal.E / 200**2 * shape.A / 1.67)
    edge = limit * math.sqrt(metal.E / metal.Fy)
    assert at(edge * 0.999) == pytest.approx(at(edge * 1.001), rel=0.02)
    assert allowable(shape, metal, FREE).Nc == pytest.approx(metal.Fy * shape.A / 1.67)


def test_flat_on_edge_buckles_sideways_when_long(catalog: Catalog) -> None:
    """AISC 360-16 F11: 1.52 - 0.274 (Lb d/t^2) Fy/E between the limits, 1.9 E/(Lb d/t^2) beyond."""
    metal = catalog.metals["steel.a36"]
    shape = flat(6.0, 50.0)
    short, middle, long = (allowable(shape, metal, Span(Lb=L)) for L in (10.0, 300.0, 5000.0))
    slender = 300 * 50 / 36
    assert short.My == pytest.approx(min(metal.Fy * shape.Zy, 1.6 * metal.Fy * shape.Sy) / 1.67)
    assert middle.My == pytest.approx((1.52 - 0.274 * slender * metal.Fy / metal.E) * metal.Fy * shape.Sy / 1.67)
    assert long.My == pytest.approx(1.9 * metal.E / (5000 * 50 / 36) * shape.Sy / 1.67)


def test_channel_buckles_sideways(catalog: Catalog) -> None:
    """AISC 360-16 F2: plastic moment when held closely, elastic buckling when far between; never rising with length."""
    metal, shape = catalog.metals["steel.a36"], channel(76.2, 35.8, 4.32, 6.93, 6.9)
    strengths = [allowable(shape, metal, Span(Lb=L)).My for L in (100, 600, 1500, 3000, 8000)]
    assert strengths[0] == pytest.approx(metal.Fy * shape.Zy / 1.67)
    assert strengths == sorted(strengths, reverse=True)


def test_angle_without_restraint(catalog: Catalog) -> None:
    """AISC 360-16 F10: 1.5 x 0.8 My at most, falling with length."""
    metal, shape = catalog.metals["steel.a36"], angle(50, 50, 5, 5)
    short, long = allowable(shape, metal, FREE), allowable(shape, metal, Span(Lb=2500))
    assert short.My == pytest.approx(1.5 * 0.8 * metal.Fy * shape.Sy / 1.67)
    assert long.My < short.My


def test_aluminium_in_tension(catalog: Catalog) -> None:
    """ADM 2015 part VI: 6061-T6 gives 21.2 ksi on yield and 19.5 ksi on rupture; the lower counts. Welded: 15/1.65 and 24/1.95."""
    metal = catalog.metals["alu.6061-T6"]
    assert metal.Fy / 1.65 / KSI == pytest.approx(21.2, rel=0.005)
    assert metal.Fu / 1.95 / KSI == pytest.approx(19.5, rel=0.01)
    shape = tube(50.8, 50.8, 3.175, 1.0)
    assert allowable(shape, metal, FREE).Nt == pytest.approx(metal.Fu * shape.A / 1.95)
    assert allowable(shape, metal, Span(welded=True)).Nt == pytest.approx(105 * shape.A / 1.65)


def test_aluminium_column_constants() -> None:
    """ADM 2015 table B.4.2 for 6061-T6 (Fcy 35 ksi, E 10 100 ksi): Bc 39.4, Dc 0.246, Cc 65.7."""
    B, D, C = column_constants(35 * KSI, 10_100 * KSI, False)
    assert (pytest.approx(39.4, abs=0.05), pytest.approx(0.246, abs=0.001), pytest.approx(65.7, abs=0.2)) == (B / KSI, D / KSI, C)


def test_aluminium_column(catalog: Catalog) -> None:
    """ADM 2015 E.2: 0.85 pi2 E / lambda2 beyond Cc, the straight line with its own factor before."""
    metal, shape = catalog.metals["alu.6061-T6"], tube(50.8, 50.8, 3.175, 1.0)
    far = allowable(shape, metal, Span(KLy=100 * shape.ry, KLz=100 * shape.ry))
    assert far.Nc == pytest.approx(0.85 * math.pi**2 * metal.E / 100**2 * shape.A / 1.65)
    B, D, C = column_constants(metal.Fy, metal.E, False)
    near = allowable(shape, metal, Span(KLy=40 * shape.ry, KLz=40 * shape.ry))
    assert near.Nc == pytest.approx(min((B - D * 40) * (0.85 + 0.15 * (C - 40) / C), metal.Fy) * shape.A / 1.65)


def test_welding_takes_half_of_aluminium(catalog: Catalog) -> None:
    """ADM 2015: 15 of 35 ksi within 25 mm of a weld; steel is not weakened."""
    whole, weld = of(catalog, "2x3x1/8 alu"), of(catalog, "2x3x1/8 alu", Span(welded=True))
    assert weld.My / whole.My < 0.6
    assert "weld-affected" in weld.clause
    assert of(catalog, "2x3x1/8", Span(welded=True)).My == of(catalog, "2x3x1/8").My


def test_thin_aluminium_walls_buckle() -> None:
    """ADM 2015 B.5.4.2 for 6061-T6: yield up to b/t 20.8 (ADM part VI table 2-19: 21), falling steadily beyond."""
    Fy, E = 35 * KSI, 10_100 * KSI
    assert wall_stress(Fy, E, 20.0) == Fy
    assert wall_stress(Fy, E, 22.0) < Fy
    stresses = [wall_stress(Fy, E, ratio) for ratio in range(5, 80)]
    assert all(a >= b for a, b in itertools.pairwise(stresses))


def test_lumber_joist(catalog: Catalog) -> None:
    """NDS 2018: 2x6 Douglas fir-larch No. 2 held along its top: 900 x 1.3 = 1170 psi, CD 1.6 on the road, 1.5 V/A against 180 psi."""
    section = catalog.sections["2x6 dfl"]
    found = of(catalog, "2x6 dfl", Span(CD=1.6))
    assert found.My == pytest.approx(900 * 1.3 * 1.6 * PSI * section.properties.Sy)
    assert found.Vz == pytest.approx(180 * PSI * 1.6 * section.properties.A / 1.5)


def test_lumber_flat_use_and_wet_service(catalog: Catalog) -> None:
    """NDS 2018 Supplement 4A: Cfu 1.15 for a 2x6 on the flat; CM 0.85 on Fb when Fb CF exceeds 1150 psi, 0.97 on Fv."""
    section = catalog.sections["2x6 dfl"]
    laid = allowable(section.properties.turned(), section.material, FREE)
    assert laid.My == pytest.approx(900 * 1.3 * 1.15 * PSI * section.properties.Sz)
    wet = of(catalog, "2x6 dfl", Span(wet=True))
    assert wet.My == pytest.approx(0.85 * of(catalog, "2x6 dfl").My)
    assert wet.Vz == pytest.approx(0.97 * of(catalog, "2x6 dfl").Vz)


def test_lumber_column(catalog: Catalog) -> None:
    """NDS 2018 3.7-1 by hand: 4 ft of 2x4 about its weak axis, le/d 32: FcE 465.6, F*c 1552.5 psi, CP 0.280."""
    found = of(catalog, "2x4 dfl", Span(KLz=48 * IN))
    FcE, star = 0.822 * 580_000 / 32**2, 1350 * 1.15
    a = (1 + FcE / star) / 1.6
    CP = a - math.sqrt(a * a - FcE / star / 0.8)
    assert (FcE, CP) == (pytest.approx(465.6, abs=0.1), pytest.approx(0.280, abs=0.002))
    assert found.Nc == pytest.approx(star * CP * PSI * catalog.sections["2x4 dfl"].properties.A)


def test_southern_pine_has_its_own_table(catalog: Catalog) -> None:
    """NDS 2018 Supplement table 4B: 1100, 1000, 925, 800, 750 psi by depth, no size factor."""
    for depth, psi in ((4, 1100), (6, 1000), (8, 925), (10, 800), (12, 750)):
        wood = catalog.sections[f"2x{depth} sp"].material
        assert isinstance(wood, Wood)
        assert wood.Fb == pytest.approx(psi * PSI)


@pytest.mark.parametrize(("N", "M", "expect"), [(0.1, 0.5, 0.05 + 0.5), (0.3, 0.45, 0.3 + 8 / 9 * 0.45), (-0.2, 0.9, 0.2 + 8 / 9 * 0.9)])
def test_combined_axial_force_and_bending(catalog: Catalog, N: float, M: float, expect: float) -> None:
    """AISC 360-16 H1-1a from a fifth of the axial strength, H1-1b below."""
    allow = of(catalog, "50x50x2.5", Span(KLy=1000, KLz=1000))
    axial = N * (allow.Nt if N > 0 else allow.Nc)
    zero = np.zeros(1)
    assert use(allow, np.array([axial]), zero, zero, zero, np.array([M * allow.My]), zero)[0] == pytest.approx(expect)


def test_wood_pushed_and_bent(catalog: Catalog) -> None:
    """NDS 2018 3.9-3: (fc/F'c)2 + fb/(F'b (1 - fc/FcE1))."""
    allow = of(catalog, "2x4 dfl", Span(KLy=1500, KLz=300))
    push = 0.4 * allow.Nc
    found = use(allow, *(np.array([v]) for v in (-push, 0, 0, 0, 0.3 * allow.My, 0)))[0]
    assert found == pytest.approx(0.4**2 + 0.3 / (1 - push / allow.FcE[0]))


def test_torsion_counts_above_a_fifth(catalog: Catalog) -> None:
    """AISC 360-16 H3.2 and H3-6."""
    allow = of(catalog, "50x50x2.5")
    rows = [(0.0, 0.19, 0.5), (0.1, 0.3, 0.5 + 0.4**2)]
    for V, T, expect in rows:
        found = use(allow, *(np.array([v]) for v in (0, 0, V * allow.Vz, T * allow.T, 0.5 * allow.My, 0)))[0]
        assert found == pytest.approx(expect)


SECTIONS = ["50x50x2.5", "2x3x1/8 alu", "L2x2x1/8", "C3x4.1", "T 40x80", "strut 1-5/8 12ga", "EMT 3/4", "2x4 dfl", "1x2x16ga stainless"]
share = st.floats(-0.9, 0.9)


@given(section=st.sampled_from(SECTIONS), shares=st.tuples(share, share, share, share, share, share), welded=st.booleans())
def test_the_arithmetic_on_the_page_is_the_verdict(catalog: Catalog, section: str, shares: tuple[float, ...], welded: bool) -> None:
    """Whatever the material and the forces, the last printed lines give the use that the check found."""
    allow = of(catalog, section, Span(Lb=500, KLy=800, KLz=500, welded=welded, CD=1.6))
    sizes = (allow.Nc if shares[0] < 0 else allow.Nt, allow.Vy, allow.Vz, allow.T, allow.My, allow.Mz)
    values = [s * size for s, size in zip(shares, sizes, strict=True)]
    found = float(use(allow, *(np.array([v]) for v in values))[0])
    w = Working()
    shown = explain(w, allow, Actions(*values))
    assert shown == pytest.approx(found, rel=0.01, abs=0.005)
    assert any(line.formula for line in w.done())


@given(section=st.sampled_from(SECTIONS), length=st.floats(50, 3000), longer=st.floats(1.0, 2.0))
def test_a_longer_member_is_never_stronger(catalog: Catalog, section: str, length: float, longer: float) -> None:
    near = of(catalog, section, Span(Lb=length, KLy=length, KLz=length))
    far = of(catalog, section, Span(Lb=length * longer, KLy=length * longer, KLz=length * longer))
    assert far.Nc <= near.Nc * 1.03
    assert far.My <= near.My * (1 + 1e-9)


def test_every_section_has_a_strength(catalog: Catalog) -> None:
    for section in catalog.sections.values():
        found = of(catalog, section.id, Span(Lb=600, KLy=600, KLz=600))
        assert min(found.My, found.Mz, found.Nc, found.Nt, found.Vy, found.Vz, found.T) > 0
        assert isinstance(section.material, Metal | Wood)
