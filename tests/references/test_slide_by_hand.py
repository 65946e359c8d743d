"""A slide worked by hand: rollers, droop, pin, deck, guides. Formulas as named beside each; arithmetic written out here."""

from __future__ import annotations

import math
from typing import Any

import pytest

from ergostrut.core.catalog.model import Catalog
from ergostrut.core.job.document import Design, read_design
from ergostrut.core.prove.model.posed import pressed
from ergostrut.core.report import Report, check, context_of, here, studies_at
from ergostrut.core.units import Units
from tests.conftest import PULL, by_id, moving

G = 9.80665


def plain(**slide: Any) -> Design:
    """A 2 m tray, one 100 kg box in its middle, in metric; carrying axle 1.9 m from the bed front."""
    build = {
        "family": "bed_slide", "id": "slide1", "label": "Bed slide", "tray_length": "2000", "tray_width": "1000", "front_gap": "0", "pull_out": "1000", "rail": "40x80x3", "rib": "25x50x2.5", "mid_ribs": 3,
        "base": {"lower": "1x1x16ga", "upper": "1x1x16ga"},
        "rollers": {"diameter": "30", "axle": "8", "front_setback": "100", "rear_setback": "100", "play": "2", "let_in": "0"}, **slide,
    }  # fmt: skip
    box = {
        "id": "box",
        "name": "box",
        "length": "400",
        "width": "400",
        "height": "400",
        "mass": "100",
        "on": "slide1/tray",
        "at": {"x": "1000", "y": "0"},
    }
    host = {"kind": "pickup_bed", "dims": {"floor_length": {"value": "2000", "state": "checked"}}}
    data = {"name": "by hand", "units": {"length": "mm", "mass": "kg"}, "host": host, "carry": {"things": [box]}, "builds": [build]}
    return read_design(data, bare=Units(length="mm", mass="kg"))


@pytest.fixture(scope="module")
def worked(catalog: Catalog) -> Report:
    return check(plain(), catalog)


def _line(report: Report, ident: str, symbol: str) -> float:
    lines = [line for line in by_id(report, ident).working if line.symbol == symbol]
    assert lines and lines[-1].value is not None
    return lines[-1].value


def test_roller_reactions_by_the_lever(worked: Report) -> None:
    """R_r = m g (x_g - x_f)/(x_r - x_f), R_f = m g - R_r, tray out: x_f = 1100, x_r = 1900, everything symmetric about x_g = 2000."""
    out = next(s for s in worked.studies if s.setting.name == "out")
    kg, (xg, _, _) = moving(out)
    parked = next(item for item in out.solved if item.case.name == "Parked")
    expect_rear = kg * G * (xg - 1100) / (1900 - 1100)
    assert xg == pytest.approx(2000, abs=8), "box and tray are even about the middle; the lock sits near the rear"
    assert out.posed is not None
    rear, hold = pressed(out.posed, parked, "roller")[0], pressed(out.posed, parked, "upper")[0]
    small = 2 * (16 * 0.0098) * G + 4
    assert rear == pytest.approx(expect_rear, abs=small + 0.01 * expect_rear), (
        "the frame lets the front rollers' own mass go to the lower rail"
    )
    assert hold == pytest.approx(expect_rear - kg * G, abs=small + 0.02 * expect_rear)


def test_hold_down_begins_where_the_load_passes_the_carrying_axle(worked: Report) -> None:
    out = next(s for s in worked.studies if s.setting.name == "out")
    _, (xg, _, _) = moving(out)
    assert _line(worked, "slide1/hold-down.begins", "e") == pytest.approx(1900 - (xg - 1000))
    begins = 1900 - (xg - 1000)
    assert "upper rail" not in here(studies_at(worked, {PULL: begins - 30}))["slide1/roller.hold-down"].sentence
    slider = worked.context.builds[0].sliders[0]
    assert slider.carrying.x - slider.hold_down.x == pytest.approx(1900 - 100)


def test_overlap_left(worked: Report) -> None:
    found = by_id(worked, "slide1/overlap")
    assert found.demand == pytest.approx(800)
    assert found.limit == pytest.approx(0.2 * 2000)


def test_play_turns_the_tray_about_the_carrying_axle(worked: Report) -> None:
    """play x overhang / overlap = 2 x 1100 / 800 = 2.75 mm; the rest is bending."""
    assert _line(worked, "slide1/tip.droop", "δ_p") == pytest.approx(2.75)
    found = by_id(worked, "slide1/tip.droop")
    assert found.limit == pytest.approx(2 * 1100 / 360)
    assert found.demand is not None and 2.75 < found.demand < 8


def test_without_hold_down_play_does_not_count(catalog: Catalog) -> None:
    found = by_id(check(plain(pull_out="700"), catalog), "slide1/tip.droop")
    assert not any(line.symbol == "δ_p" for line in found.working)


def test_lock_pin_over_its_gap(catalog: Catalog) -> None:
    """F = m g a; e = 5 + (3 + 5)/2 = 9 mm; sigma = F e / (pi d^3/32), 0.75 Fy = 187.5 MPa."""
    report = check(plain(lock={"pin": "8", "gap": "5", "tray_plate": "3", "base_plate": "5"}, base={"front_stop": False}), catalog)
    home = next(s for s in report.studies if s.setting.name == "in")
    F = moving(home)[0] * G * 0.8
    found = by_id(report, "slide1/pin.bending")
    assert found.demand == pytest.approx(F * 9 / (math.pi * 8**3 / 32))
    assert found.limit == pytest.approx(187.5)
    assert by_id(report, "slide1/pin.shear").demand == pytest.approx(F / (math.pi * 16))


def test_thick_close_plates_halve_the_pins_moment(catalog: Catalog) -> None:
    lock = {"pin": "8", "gap": "5", "tray_plate": "10", "base_plate": "10"}
    loose = by_id(check(plain(lock=lock), catalog), "slide1/pin.bending").demand
    close = by_id(check(plain(lock={**lock, "close_fit": True}), catalog), "slide1/pin.bending").demand
    assert loose is not None and close == pytest.approx(loose / 2)


def test_front_stop_leaves_the_pin_the_start_only(catalog: Catalog) -> None:
    stopped = by_id(check(plain(base={"front_stop": True}), catalog), "slide1/pin.bending")
    free = by_id(check(plain(base={"front_stop": False}), catalog), "slide1/pin.bending")
    assert (stopped.case, free.case) == ("Start", "Brake")
    assert stopped.demand is not None and free.demand == pytest.approx(stopped.demand * 0.8 / 0.5)


def test_foot_on_the_deck_strip(worked: Report, catalog: Catalog) -> None:
    """b = 0.58 L (E_x/E)^0.25 + c (Westergaard 1930), M = P(0.2 L - c/8) over four bays, sigma = 6M/(b t^2); 12 mm birch, 0.60 x 42.9 MPa."""
    width = catalog.sections["25x50x2.5"].properties.width
    L = (2000 - width) / 4 - width
    b = 0.58 * L * (6781 / 10719) ** 0.25 + 75
    found = by_id(worked, "slide1/deck.foot")
    assert found.demand == pytest.approx(1330 * (0.2 * L - 75 / 8) * 6 / (b * 144))
    assert found.limit == pytest.approx(0.60 * 42.9)


def test_grain_across_the_span_is_weaker(catalog: Catalog) -> None:
    along, across = (by_id(check(plain(grain=grain), catalog), "slide1/deck.foot").use for grain in ("along", "across"))
    assert along is not None and across is not None and across > along


def test_side_guides_on_a_cross_slope(catalog: Catalog) -> None:
    """Out: m g sin(atan 0.10), shared by the lever between the axles."""
    report = check(plain(guides={"fitted": True, "rating": "300"}), catalog)
    spot = here(studies_at(report, {PULL: 1000.0}))["slide1/guides"]
    out = next(s for s in report.studies if s.setting.name == "out")
    kg, (xg, _, _) = moving(out)
    assert spot.demand == pytest.approx(kg * G * math.sin(math.atan(0.10)) * (xg - 1100) / 800)


def test_effort_and_runaway(worked: Report) -> None:
    """F = c sum R, c 0.03; runaway m g sin(theta) - c R cos(theta), theta = atan 0.15."""
    home = next(s for s in worked.studies if s.setting.name == "in")
    kg = moving(home)[0]
    found = here(studies_at(worked, {PULL: 0.0}))
    R = next(line.value for line in found["slide1/effort"].working if line.symbol == "R")
    assert pytest.approx(kg * G, rel=0.02) == R
    theta = math.atan(0.15)
    assert found["slide1/runaway"].demand == pytest.approx(kg * G * math.sin(theta) - 0.03 * R * math.cos(theta))


def test_axle_bolt_is_a_cantilever(worked: Report) -> None:
    """M = R (b/2 + 3 mm) on an 8 mm bolt."""
    load = by_id(worked, "slide1/roller.carrying").demand
    assert load is not None
    assert by_id(worked, "slide1/axle.carrying").demand == pytest.approx(load * (6 + 3) / (math.pi * 8**3 / 32))


def test_base_rail_is_a_simple_beam_between_stands(worked: Report) -> None:
    found = by_id(worked, "slide1/upper-rail")
    P, L = _line(worked, "slide1/upper-rail", "P"), _line(worked, "slide1/upper-rail", "L")
    assert _line(worked, "slide1/upper-rail", "M") == pytest.approx(P * L / 4)
    assert found.use == pytest.approx(P * L / 4 / _line(worked, "slide1/upper-rail", "M_cy"))


def test_deck_height_adds_up_and_deep_rollers_raise_it(worked: Report) -> None:
    stack = worked.context.builds[0].stack
    assert [row.top for row in stack] == pytest.approx([8, 38, 38, 118, 130])
    assert sum(row.adds for row in stack) == pytest.approx(stack[-1].top)
    assert context_of(plain(rollers={"diameter": "40", "let_in": "12"}), worked.context.catalog).builds[0].stack[-1].top == pytest.approx(
        8 + 40 - 12 + 80 + 12
    )
