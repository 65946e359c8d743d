"""Strengths worked by hand from the standards' text: one example a clause, numbers in the comments' units."""

from __future__ import annotations

import math
from dataclasses import replace

import pytest

from ergostrut.core.catalog.model import Catalog, Metal
from ergostrut.core.constants import KSI
from ergostrut.core.mechanics.strength import Span, allowable
from ergostrut.core.mechanics.strength.buckling import lateral_moment, slenderness
from ergostrut.core.sections import angle, channel, flat, pipe, strut, tube

FREE = Span()


@pytest.fixture(scope="module")
def steel(catalog: Catalog) -> Metal:
    return replace(catalog.metals["steel.a500b"], Fy=50 * KSI, E=29_000 * KSI, design_wall=1.0)


def test_noncompact_flange(steel: Metal) -> None:
    """AISC 360-16 F7-2 on HSS 3.5x3.5x1/8, Fy 50 ksi: b/t = 27.2 over 1.12 sqrt(29000/50) = 27.0."""
    t = 0.116 * 25.4
    shape = tube(88.9, 88.9, t)
    b = (88.9 - 3 * t) / t
    assert b == pytest.approx(27.2, abs=0.1)
    Fy, E = 50 * KSI, 29_000 * KSI
    Mn = Fy * shape.Zy - (Fy * shape.Zy - Fy * shape.Sy) * (3.57 * b * math.sqrt(Fy / E) - 4.0)
    found = allowable(shape, steel, FREE)
    assert found.My == pytest.approx(Mn / 1.67) and "F7-2" in found.clause


def test_slender_flange_by_its_effective_width(steel: Metal) -> None:
    """F7-3: be = 1.92 t sqrt(E/Fy) (1 - 0.38/(b/t) sqrt(E/Fy)); both flanges lose b - be at (d - t)/2."""
    shape, t = tube(120, 80, 1.6), 1.6
    Fy, E = 50 * KSI, 29_000 * KSI
    root, b = math.sqrt(E / Fy), 120 - 3 * t
    be = 1.92 * t * root * (1 - 0.38 / (b / t) * root)
    Se = (shape.Iy - 2 * (b - be) * t * ((80 - t) / 2) ** 2) / 40
    assert allowable(shape, steel, FREE).My == pytest.approx(Fy * Se / 1.67)


def test_thin_tube_pressed(steel: Metal) -> None:
    """E7: c1 0.20, c2 1.38 (walls of tubes): effective width under Fcr, four walls."""
    shape, t = tube(100, 100, 1.6), 1.6
    found = allowable(shape, steel, Span(KLy=1000, KLz=1000))
    Fy, E = steel.Fy, steel.E
    Fe = math.pi**2 * E / (1000 / shape.ry) ** 2
    Fcr = 0.658 ** (Fy / Fe) * Fy
    b = 100 - 3 * t
    Fel = (1.38 * 1.40 * math.sqrt(E / Fy) / (b / t)) ** 2 * Fy
    be = b * (1 - 0.20 * math.sqrt(Fel / Fcr)) * math.sqrt(Fel / Fcr)
    assert found.Nc == pytest.approx(Fcr * (shape.A - 4 * (b - be) * t) / 1.67)


def test_channel_between_lp_and_lr(steel: Metal) -> None:
    """F2-2 with rts2 = sqrt(Iy Cw)/Sx, c = ho/2 sqrt(Iy/Cw), Lr by F2-6; capped at Mp and meeting F2-3 at Lr."""
    shape = channel(76.2, 38.1, 4.0, 4.0)
    Fy, E = steel.Fy, steel.E
    h = shape.depth - shape.wall
    rts = math.sqrt(math.sqrt(shape.Iz * shape.Cw) / shape.Sy)
    jc = shape.J * (h / 2 * math.sqrt(shape.Iz / shape.Cw)) / (shape.Sy * h)
    Lp = 1.76 * shape.rz * math.sqrt(E / Fy)
    Lr = 1.95 * rts * E / (0.7 * Fy) * math.sqrt(jc + math.sqrt(jc**2 + 6.76 * (0.7 * Fy / E) ** 2))
    L = (Lp + Lr) / 2
    Mp, Mr = Fy * shape.Zy, 0.7 * Fy * shape.Sy
    assert allowable(shape, steel, Span(Lb=L)).My == pytest.approx((Mp - (Mp - Mr) / 2) / 1.67)
    near, far = (allowable(shape, steel, Span(Lb=Lr * k)).My for k in (0.9999, 1.0001))
    assert near == pytest.approx(far, rel=0.02)


def test_channel_on_its_side(steel: Metal) -> None:
    """F6-1: Fy Zy held to 1.6 Fy Sy."""
    shape = channel(76.2, 38.1, 4.0, 4.0)
    assert allowable(shape, steel, FREE).Mz == pytest.approx(min(steel.Fy * shape.Zz, 1.6 * steel.Fy * shape.Sz) / 1.67)


def test_slender_leg_of_an_angle(steel: Metal) -> None:
    """F10-6: b/t between 0.54 and 0.91 sqrt(E/Fy): Fy Sc (2.43 - 1.72 (b/t) sqrt(Fy/E)) with Sc = 0.8 S."""
    shape = angle(50, 50, 3, 3)
    q = 50 / 3
    assert 0.54 * math.sqrt(steel.E / steel.Fy) < q < 0.91 * math.sqrt(steel.E / steel.Fy)
    Mn = steel.Fy * 0.8 * shape.Sy * (2.43 - 1.72 * q * math.sqrt(steel.Fy / steel.E))
    assert allowable(shape, steel, FREE).My == pytest.approx(min(Mn, 1.2 * steel.Fy * shape.Sy) / 1.67)


def test_angle_buckles_about_its_weakest_axis() -> None:
    shape = angle(40, 40, 4, 4)
    assert slenderness(shape, 800, 800) == pytest.approx(800 / shape.r_min)
    assert shape.r_min < min(shape.ry, shape.rz)


@pytest.mark.parametrize(("ratio", "expect"), [(3.0, 1.0), (1.0, 10 / 9 * (1 - 10 / 36)), (0.4, 0.4)])
def test_strut_channel_by_its_curve(catalog: Catalog, ratio: float, expect: float) -> None:
    """AISI S100-16 F2.1: yield moment from Mcr/My 2.78 on, 10/9 My (1 - 10 My/36 Mcr) between, Mcr below 0.56."""
    metal = catalog.metals["steel.strut"]
    shape = strut(41.3, 41.3, 2.66, 9.5, 7.1)
    My = metal.Fy * shape.Sy
    L = math.pi * math.sqrt(metal.E * shape.Iz * metal.G * shape.J) / (ratio * My)
    assert lateral_moment(shape, metal.E, metal.G, L) == pytest.approx(ratio * My, rel=1e-9)
    assert allowable(shape, metal, Span(Lb=L)).My == pytest.approx(expect * My / 1.67, rel=1e-6)


def test_shear_tension_and_torsion_of_a_tube(steel: Metal) -> None:
    """0.6 Fy x 2 (d - 3t) t; Fy A; 0.6 Fy x 2 Am t; each / 1.67 (G4, D2, H3)."""
    shape, t = tube(40, 60, 3), 3.0
    found = allowable(shape, steel, FREE)
    assert found.Vz == pytest.approx(0.6 * steel.Fy * 2 * (60 - 3 * t) * t / 1.67)
    assert found.Vy == pytest.approx(0.6 * steel.Fy * 2 * (40 - 3 * t) * t / 1.67)
    assert found.Nt == pytest.approx(steel.Fy * shape.A / 1.67)
    rm = 1.5 * t
    Am = 37 * 57 - (4 - math.pi) * rm**2
    assert pytest.approx(0.6 * steel.Fy * 2 * Am * t / 1.67) == found.T


def test_open_sections_twist_by_their_thickness(steel: Metal) -> None:
    """tau = T t / J at 0.6 Fy / 1.67."""
    shape = flat(6, 50)
    assert pytest.approx(0.6 * steel.Fy / 1.67 * shape.J / 6) == allowable(shape, steel, FREE).T


def test_aluminium_beam_buckles_sideways(catalog: Catalog) -> None:
    """ADM 2015 F.4: lambda = pi sqrt(E S/Me); elastic pi2 E S/lambda2 = Me beyond Cc, so that a long beam takes Me / 1.65."""
    metal = catalog.metals["alu.6061-T6"]
    shape = channel(101.6, 25.4, 3.2, 3.2)
    Me = lateral_moment(shape, metal.E, metal.G, 3000)
    assert math.pi * math.sqrt(metal.E * shape.Sy / Me) > 66
    assert allowable(shape, metal, Span(Lb=3000)).My == pytest.approx(Me / 1.65)


def test_a_closed_tube_hardly_minds(catalog: Catalog) -> None:
    metal = catalog.metals["alu.6061-T6"]
    shape = tube(50.8, 76.2, 3.175, 1.0)
    assert allowable(shape, metal, Span(Lb=800)).My > 0.8 * allowable(shape, metal, FREE).My


def test_weld_at_midspan_takes_the_soft_column(catalog: Catalog) -> None:
    """ADM 2015 table B.4.1 for weld-affected metal (105 MPa): Bc = Fy (1 + sqrt(Fy/1000)), Dc = Bc/20 sqrt(6 Bc/E), Cc = 2 Bc/3 Dc in ksi."""
    metal = catalog.metals["alu.6061-T6"]
    shape = tube(50.8, 50.8, 3.175, 1.0)
    KL = 40 * shape.ry
    soft = allowable(shape, metal, Span(KLy=KL, KLz=KL, mid_weld=True)).Nc
    fy, e = 105 / KSI, metal.E / KSI
    B = fy * (1 + math.sqrt(fy / 1000))
    D = B / 20 * math.sqrt(6 * B / e)
    C = 2 * B / (3 * D)
    Fc = min((B - D * 40) * (0.85 + 0.15 * (C - 40) / C), fy) * KSI
    assert soft == pytest.approx(Fc * shape.A / 1.65)
    assert soft < allowable(shape, metal, Span(KLy=KL, KLz=KL)).Nc


@pytest.mark.parametrize(
    ("Lu", "k", "more"),
    [
        pytest.param(1500.0, 2.06, 0, id="lu/d under 7"),
        pytest.param(3048.0, 1.63, 3, id="lu/d 13"),
        pytest.param(4500.0, 1.84, 0, id="lu/d beyond 14.3"),
    ],
)
def test_lumber_beam_on_edge(catalog: Catalog, Lu: float, k: float, more: int) -> None:
    """NDS 2018 table 3.3.3, any load on one span: le = k lu + more d; 2x10: RB2 = le d/b2, FbE = 1.2 Emin/RB2, CL by 3.3-6."""
    section = catalog.sections["2x10 dfl"]
    wood, p = section.material, section.properties
    FbE = 1.20 * wood.Emin / ((k * Lu + more * p.depth) * p.depth / p.width**2)  # type: ignore[union-attr]
    ratio = FbE / wood.Fb  # type: ignore[union-attr]
    a = (1 + ratio) / 1.9
    CL = a - math.sqrt(a * a - ratio / 0.95)
    found = allowable(p, wood, Span(Lb=Lu))
    assert found.My == pytest.approx(wood.Fb * CL * p.Sy)  # type: ignore[union-attr]
    assert 0.3 < CL < 0.99


def test_repetitive_members(catalog: Catalog) -> None:
    """Cr 1.15 on bending of three or more at 24 in or less, NDS 2018 4.3.9."""
    section = catalog.sections["2x6 dfl"]
    one, many = (allowable(section.properties, section.material, Span(repetitive=value)).My for value in (False, True))
    assert many / one == pytest.approx(1.15)


def test_round_tube_twists_in_full(steel: Metal) -> None:
    shape = pipe(48.3, 3.2)
    assert pytest.approx(0.6 * steel.Fy * shape.J / (48.3 / 2) / 1.67) == allowable(shape, steel, FREE).T
