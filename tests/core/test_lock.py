"""The lock: its pin bent and sheared at once, its plates, and the yaw that one pin at a side gives the guides."""

from __future__ import annotations

import math

import pytest

from ergostrut.core.catalog.model import Catalog
from ergostrut.core.constants import G
from ergostrut.core.report import Report, check
from tests.conftest import Edit, by_id, moving

STOUT = {"/builds/0/lock/pin": "20 mm", "/builds/0/lock/gap": "1 mm"}


def value(report: Report, ident: str, symbol: str) -> float:
    return next(line.value for line in by_id(report, ident).working if line.symbol == symbol)  # type: ignore[return-value]


def test_bending_and_shear_together(edit: Edit, catalog: Catalog) -> None:
    """EN 1993-1-8 table 3.10: the squares of both uses added."""
    report = check(edit(to=STOUT), catalog)
    bent, sheared = (by_id(report, f"slide1/pin.{name}").use or 0.0 for name in ("bending", "shear"))
    assert by_id(report, "slide1/pin.together").use == pytest.approx(math.hypot(bent, sheared))


def test_a_pin_that_is_over_alone_says_it_once(report: Report) -> None:
    assert by_id(report, "slide1/pin.bending").state == "over"
    assert by_id(report, "slide1/pin.together").state == "holds", "pulled out, where the slope alone pushes"


def test_plates_bear_by_j7(edit: Edit, catalog: Catalog) -> None:
    """1.8 Fy d t/2 on the thinner plate, Fy 221."""
    report = check(edit(to={**STOUT, "/builds/0/lock/tray_plate": "2 mm", "/builds/0/lock/base_plate": "5 mm"}), catalog)
    assert by_id(report, "slide1/pin.plate").limit == pytest.approx(1.8 * 221 * 20 * 2 / 2)


def test_one_pin_at_a_side_yaws_into_the_guides(edit: Edit, catalog: Catalog) -> None:
    """0.8 g on one pin at a rail, half the tray's width off: F y/(x_r - x_f) on each guide; two pins share and yaw nothing."""
    wide = {"/loads/cases/Corner right": {"x": 0, "y": 0.1, "z": -1}, "/loads/cases/Corner left": {"x": 0, "y": -0.1, "z": -1}}
    report = check(edit(to=wide), catalog)
    kg, _ = moving(report.studies[0])
    arm = abs(report.context.builds[0].member("slide1/tray/rail.right").a[1])
    expect = kg * 0.8 * G * arm / (value(report, "slide1/guides", "x_r") - value(report, "slide1/guides", "x_f"))
    found = by_id(report, "slide1/guides")
    assert found.demand == pytest.approx(expect, rel=1e-6) and found.case == "Brake"
    two = by_id(check(edit(to={**wide, "/builds/0/lock/pins": 2}), catalog), "slide1/guides")
    assert (two.demand or 0) < 0.6 * expect
