"""Fasteners, welds, plates, strips, boards and sandwich against published values. Values from memory of the named source."""

from __future__ import annotations

import math

import numpy as np
import pytest

from ergostrut.core.catalog.model import Catalog, Planks, Sandwich
from ergostrut.core.constants import KSI, LBF
from ergostrut.core.mechanics.joints import bolt, hardware, thin, weld, woodscrew
from ergostrut.core.mechanics.panels import boards, plate, sandwich
from ergostrut.core.mechanics.panels.strip import bays, carrying_width
from ergostrut.core.mechanics.solver.member_forces import along
from ergostrut.core.mechanics.solver.model import LoadCase, PointLoad, Spread
from ergostrut.core.mechanics.solver.solve import solve_all
from ergostrut.core.sections import pipe, tube

from .frames import E, I, beam, held

IN = 25.4
KIP_PER_IN = 1000 * LBF / IN


def test_fillet_weld_per_sixteenth(catalog: Catalog) -> None:
    """AISC Manual 8-2b: 0.928 kip per inch for each 1/16 in of leg, E70, ASD."""
    steel = catalog.metals["steel.a513"]
    assert weld.throat(steel, IN / 16) / KIP_PER_IN == pytest.approx(0.928, rel=0.002)


def test_thin_tube_beside_the_weld(catalog: Catalog) -> None:
    """0.6 Fu t / 2: A513 14 ga (0.083 in), Fu 45 ksi: 1.12 kip/in."""
    assert weld.base(catalog.metals["steel.a513"], 2.108) / KIP_PER_IN == pytest.approx(1.12, rel=0.01)


def test_weld_of_aluminium(catalog: Catalog) -> None:
    """ADM 2015: 4043 filler 11.5 ksi through the throat, weld-affected 24 ksi wall, / 1.95."""
    metal = catalog.metals["alu.6061-T6"]
    assert weld.throat(metal, 3.175) == pytest.approx(11.5 * KSI * 0.707 * 3.175 / 1.95)
    assert weld.base(metal, 3.175) == pytest.approx(0.6 * 165 * 3.175 / 1.95)


def test_weld_as_a_line() -> None:
    """Blodgett table 5: rectangle b x d: S = b d + d2/3, J = (b + d)3/6; circle S = pi d2/4, J = pi d3/4."""
    line, ring = weld.around(tube(40, 60, 3)), weld.around(pipe(50, 3))
    assert (line.length, line.Sy, line.Sz, line.J) == (200, 40 * 60 + 1200, 40 * 60 + 1600 / 3, pytest.approx(100**3 / 6))
    assert (ring.Sy, ring.J) == (pytest.approx(math.pi * 2500 / 4), pytest.approx(math.pi * 125000 / 4))
    along_it, across = weld.per_length(line, 2000, 0, 300, 0, 9e4, 0)
    assert along_it == pytest.approx(2000 / 200 + 9e4 / 3600)
    assert across == pytest.approx(300 / 200)


def test_bolt_values(catalog: Catalog) -> None:
    """AISC 360-16 J3.6 for 3/8-16 SAE 5: 0.75 x 120 x 0.1104 / 2 = 4.97 kip; shear 0.45 x: 2.98 kip."""
    thread, grade = catalog.threads["3/8-16"], catalog.grades["SAE 5"].Fu
    assert bolt.tension(thread, grade) / (1000 * LBF) == pytest.approx(4.97, rel=0.005)
    assert bolt.shear(thread, grade) / (1000 * LBF) == pytest.approx(2.98, rel=0.005)


def test_bearing_pull_through_and_tube(catalog: Catalog) -> None:
    steel, alu = catalog.metals["steel.a513"], catalog.metals["alu.6061-T6"]
    assert bolt.bearing(steel, 8, 2, 100) == pytest.approx(2.4 * 8 * 2 * 310 / 2)
    assert bolt.bearing(steel, 8, 2, 8) == pytest.approx(1.2 * (8 - 4.8) * 2 * 310 / 2)
    assert bolt.bearing(alu, 8, 3, 30) == pytest.approx(2 * 8 * 3 * 260 / 1.95)
    assert bolt.through_tube(221, 8, 2) == pytest.approx(1.8 * 221 * 8 * 2 / 2)


def test_bolt_torque(catalog: Catalog) -> None:
    """T = K d F: M8 8.8 (proof 580 MPa, 21.2 kN) 0.2 x 8 mm x 0.75 x 21.2 kN = 25.5 N m."""
    assert bolt.torque(catalog.threads["M8"], 580) == pytest.approx(25.5, rel=0.01)


def test_tension_falls_with_shear(catalog: Catalog) -> None:
    """J3.7: no loss up to 30 % of the shear strength, all gone before both reach their own limit."""
    thread, grade = catalog.threads["M10"], catalog.grades["ISO 8.8"].Fu
    T, V = bolt.tension(thread, grade), bolt.shear(thread, grade)
    assert bolt.combined(0.9 * T, 0.2 * V, thread, grade) == pytest.approx(0.9, rel=0.01)
    assert bolt.combined(0.9 * T, 0.9 * V, thread, grade) > 1.5


def test_wood_screw_and_lag_withdrawal() -> None:
    """NDS 2018 12.2: No. 10 (0.190 in) in G 0.50: 135 lb/in; lag 1/4 in: 225 lb/in, three quarters in end grain."""
    assert woodscrew.withdrawal(0.50, 0.190 * IN, IN) / LBF == pytest.approx(135, abs=1)
    assert woodscrew.lag_withdrawal(0.50, 6.35, IN) / LBF == pytest.approx(225, abs=1)
    assert woodscrew.lag_withdrawal(0.50, 6.35, IN, end_grain=True) / LBF == pytest.approx(0.75 * 225, abs=1)


def test_wood_screw_lateral(catalog: Catalog) -> None:
    """NDS 2018 table 12.3.1A mode IV by hand: No. 10, root 0.152 in, Fyb 80 ksi, Fe 16600 x 0.5^1.84 = 4637 psi, Rd 2.2: 116.8 lb."""
    screw = catalog.wood_screws["No. 10"]
    full = woodscrew.lateral(screw.root, screw.Fyb, 38.1, 0.50, 0.50, 10 * screw.d, screw.d)
    assert full / LBF == pytest.approx(0.152**2 / 2.2 * math.sqrt(2 * 4637 * 80_000 / (3 * 2)), rel=0.005)
    assert woodscrew.lateral(screw.root, screw.Fyb, 38.1, 0.50, 0.50, 8 * screw.d, screw.d) < full
    assert woodscrew.lateral(screw.root, screw.Fyb, 38.1, 0.50, 0.50, 5 * screw.d, screw.d) == 0


def test_screws_in_thin_metal() -> None:
    """AISI S100-16 J4.3.1: tilting governs two equal sheets, never a thick one behind; interpolated between."""
    d, Fu = 4.8, 310.0
    assert thin.screw_shear(d, 1.2, Fu, 1.2, Fu) == pytest.approx(min(4.2 * math.sqrt(1.2**3 * d) * Fu, 2.7 * 1.2 * d * Fu) / 3)
    assert thin.screw_shear(d, 1.0, Fu, 2.5, Fu) == pytest.approx(2.7 * 1.0 * d * Fu / 3)
    assert thin.screw_shear(d, 1.2, Fu, 1.2, Fu) <= thin.screw_shear(d, 1.2, Fu, 2.0, Fu) <= thin.screw_shear(d, 1.2, Fu, 3.0, Fu)
    assert thin.screw_pull(d, 12, 1.0, Fu, 1.5, Fu) == pytest.approx(0.85 * 1.5 * d * Fu / 3)


def test_rivets_and_nuts() -> None:
    """IFI-114 grade 30 steel 3/16 in: 540/680 lbf; ISO 15977 class L 4.8 mm 1200/1420 N; a third of it. A 500 lb nut: a third."""
    assert thin.RIVETS["steel 3/16 in"].allowed[0] / LBF == pytest.approx(180)
    assert thin.RIVETS["Al/steel 4.8 mm"].allowed == (pytest.approx(400), pytest.approx(1420 / 3))
    assert thin.rated_nut(500 * LBF) == pytest.approx(500 * LBF / 3)


def test_least_fillet() -> None:
    """AISC 360-16 table J2.4: 1/8 in to 1/4 in, 3/16 to 1/2; never more than the part."""
    assert weld.minimum_leg(5) == 3.175
    assert weld.minimum_leg(10) == 4.76
    assert weld.minimum_leg(2.1) == 2.1


def test_square_plate() -> None:
    """Timoshenko and Woinowsky-Krieger table 8: w 0.00406 q a4/D, M 0.0479 q a2 (nu 0.3); table 23: 0.01160 P a2/D."""
    a, t, nu = 600.0, 10.0, 0.3
    modulus = 10_000.0
    body = plate.OrthoPlate(a, a, t, modulus, modulus, modulus / (2 * (1 + nu)), nu)
    D = modulus * t**3 / (12 * (1 - nu**2))
    found = plate.uniform(body, 0.01)
    assert found.sag == pytest.approx(0.00406 * 0.01 * a**4 / D, rel=0.003)
    assert found.Mx == pytest.approx(0.0479 * 0.01 * a**2, rel=0.003)
    assert found.My == pytest.approx(found.Mx)
    assert plate.patch(body, 500, a / 2, a / 2, 1, 1).sag == pytest.approx(0.01160 * 500 * a**2 / D, rel=0.003)


def test_long_plate_is_a_strip() -> None:
    """Held on its long edges far away from the short ones: 5 q L4/384 D and q L2/8."""
    body = plate.OrthoPlate(300, 6000, 12, 10_719, 6_781, 1e-6)
    found = plate.uniform(body, 0.005)
    assert found.sag == pytest.approx(5 * 0.005 * 300**4 / (384 * 10_719 * 12**3 / 12), rel=0.01)
    assert found.Mx == pytest.approx(0.005 * 300**2 / 8, rel=0.02)
    with pytest.raises(ValueError, match="does not lie on the plate"):
        plate.patch(body, 10, 20, 3000, 75, 75)


def test_grain_carries_the_stiffer_way() -> None:
    stiff, soft = plate.OrthoPlate(600, 600, 12, 10_719, 6_781, 620), plate.OrthoPlate(600, 600, 12, 6_781, 10_719, 620)
    assert plate.uniform(stiff, 0.01).Mx == pytest.approx(plate.uniform(soft, 0.01).My)
    assert plate.uniform(stiff, 0.01).Mx > plate.uniform(stiff, 0.01).My


@pytest.mark.parametrize("count", [1, 2, 3])
def test_strip_coefficients_by_the_frame_solver(count: int) -> None:
    """Continuous beams loaded bay by bay, the worst pattern: the table's coefficients within 1 %."""
    L, w, P = 400.0, 1.0, 100.0
    pieces = 8
    base = beam(L * count, pieces * count, [*held(0, 0, 1, 2, 3), *(pair for k in range(1, count + 1) for pair in held(k * pieces, 1, 2))])
    row = bays(count)
    worst_M = worst_sag = 0.0
    for mask in range(1, 2**count):
        loaded = [k for k in range(count) if mask >> k & 1]
        spreads = tuple(Spread(k * pieces + i, 0, L / pieces, (0, 0, -w), (0, 0, -w)) for k in loaded for i in range(pieces))
        frame, (result,) = solve_all(base, [LoadCase("w", spreads)])
        worst_M = max(worst_M, float(np.max(np.abs(along(frame, [result]).My))))
        worst_sag = max(worst_sag, float(np.max(-result.u[:, 2])))
    assert row.moment * w * L**2 == pytest.approx(worst_M, rel=0.01)
    assert row.sag * w * L**4 / (E * I) == pytest.approx(worst_sag, rel=0.015)
    frame, (result,) = solve_all(base, [LoadCase("p", points=(PointLoad(pieces // 2, 0, (0, 0, -P)),))])
    assert row.point_moment * P * L == pytest.approx(float(np.max(np.abs(along(frame, [result]).My))), rel=0.01)
    assert row.point_sag * P * L**3 / (E * I) == pytest.approx(float(np.max(-result.u[:, 2])), rel=0.02)


def test_width_that_carries() -> None:
    """Westergaard 1930: 0.58 L + contact for an isotropic slab, 0.37 of it at a free edge, never more than the panel."""
    assert carrying_width(500, 1, 1, 75, 2000) == pytest.approx(365)
    assert carrying_width(500, 1, 1, 75, 300) == 300
    assert carrying_width(500, 1, 1, 75, 2000, to_edge=50) == pytest.approx(0.37 * 365)


@pytest.mark.parametrize(
    ("pitch", "contact", "mat", "part"), [(96, 75, 0, 1.0), (120, 300, 180, 0.25), (146, 381, 0, 146 / 381), (96, 0, 0, 1.0)]
)
def test_boards_share(pitch: float, contact: float, mat: float, part: float) -> None:
    """Statics: what covers several boards presses each by its pitch, a foot stands on one alone."""
    assert boards.share(pitch, contact, mat) == pytest.approx(part)


def test_sandwich_by_hand(catalog: Catalog) -> None:
    """Allen 1969 ch. 2 with 20 mm honeycomb, 1.6 mm faces: d 21.6, D = 15000 x 1.6 x 21.6^2/2, S = 8 x 21.6^2/20."""
    panel = catalog.sheets["sandwich.pp20"]
    assert isinstance(panel, Sandwich)
    D, S, d = sandwich.stiffness(panel)
    assert (d, D, S) == (pytest.approx(21.6), pytest.approx(15_000 * 1.6 * 21.6**2 / 2), pytest.approx(8 * 21.6**2 / 20))
    found = sandwich.uniform(panel, 700, 0.003, lasting=False)
    assert found.sag == pytest.approx(5 * 0.003 * 700**4 / (384 * D) + 0.003 * 700**2 / (8 * S))
    assert found.face == pytest.approx(0.003 * 700**2 / 8 / (1.6 * 21.6))
    assert found.shear == pytest.approx(0.003 * 350 / 21.6)
    assert found.wrinkle == pytest.approx(0.5 * (15_000 * 60 * 8) ** (1 / 3))
    assert sandwich.uniform(panel, 700, 0.003, lasting=True).shear_allow == pytest.approx(0.5 / 5)


def test_every_sheet_has_thickness_and_mass(catalog: Catalog) -> None:
    for sheet in catalog.sheets.values():
        assert sheet.t > 0
        assert 0.5 < (sheet.mass_per_m if isinstance(sheet, Planks) else sheet.mass_per_m2) < 40


def test_straps_by_statics() -> None:
    """Common practice, no published source: a strap at 30 degrees pulls twice what it holds up."""
    assert hardware.strap_pull(1000, math.radians(30)) == pytest.approx(2000)
    assert hardware.strap_pull(1000, math.radians(90)) == pytest.approx(1000)
    with pytest.raises(ValueError, match="level strap"):
        hardware.strap_pull(1000, 0.0)


def test_lag_by_hand() -> None:
    """NDS 2018 12.3.1 mode IV across the grain, D_r 0.173 in, F_yb 70 ksi, G 0.50, both pieces alike: D2 sqrt(2 Fe Fyb / 6) / (1.25 x 3.2)."""
    Fe = 6100 * 0.5**1.45 / math.sqrt(0.25)
    by_hand = 0.173**2 * math.sqrt(2 * Fe * 70_000 / (3 * 2)) / (1.25 * 3.2) * LBF
    lag = woodscrew.LAGS["1/4 in"]
    assert woodscrew.lag_lateral(lag, 38.1, 0.5, 0.5, 8 * 6.35) == pytest.approx(by_hand, rel=2e-3)
    assert woodscrew.lag_lateral(lag, 38.1, 0.5, 0.5, 4 * 6.35) == pytest.approx(by_hand / 2, rel=2e-3)
    assert woodscrew.lag_lateral(lag, 38.1, 0.5, 0.5, 3.9 * 6.35) == 0.0
