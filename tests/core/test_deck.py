"""The deck in the report, worked again by hand: strips over bays, the load in a bump, sandwich and its core."""

from __future__ import annotations

import pytest

from ergostrut.core.catalog.model import Catalog, Sandwich
from ergostrut.core.change import Change, apply
from ergostrut.core.constants import G
from ergostrut.core.document import Job
from ergostrut.core.prove.deck import Field, fields
from ergostrut.core.prove.panels import sandwich
from ergostrut.core.prove.panels.strip import bays, carrying_width
from ergostrut.core.report import Report, check
from tests.conftest import by_id

FOOT = 1330.0


def field_of(report: Report) -> Field:
    (found,) = fields(report.context, report.context.builds[0])
    return found


def test_longest_clear_bay(report: Report) -> None:
    """78 3/4 in with five ribs 1 in wide: four bays, each a quarter less one rib."""
    found = field_of(report)
    assert pytest.approx((78.75 * 25.4 - 25.4) / 4 - 25.4) == found.L
    assert found.bays is bays(4) and bays(4).count == 3


def test_load_in_a_bump_by_hand(report: Report) -> None:
    """Cold box 31 kg on 20 x 15 in covers the bay: 0.1167 p L2 with p at 2 g."""
    found, field = by_id(report, "slide1/deck.load"), field_of(report)
    p = 2 * 31 * G / (508 * 381)
    assert found.demand == pytest.approx(6 * 0.1167 * p * field.L**2 / 144, rel=1e-6)


def test_short_thing_presses_mid_bay(sample: Job, catalog: Catalog) -> None:
    rows = [Change("/carry/things/0/length", "100 mm"), Change("/carry/things/0/width", "100 mm")]
    report = check(apply(sample.design, rows), catalog)
    found, field = by_id(report, "slide1/deck.load"), field_of(report)
    p = 2 * 31 * G / 100**2
    assert found.demand == pytest.approx(6 * p * 100 * (0.2 * field.L - 100 / 8) / 144, rel=1e-6)


def test_sag_with_creep_by_hand(report: Report) -> None:
    """1.5 x 0.0099 p L4/(E t3/12) against L/240."""
    found, field = by_id(report, "slide1/deck.sag"), field_of(report)
    p = 31 * G / (508 * 381)
    assert found.demand == pytest.approx(1.5 * 0.0099 * p * field.L**4 / (10_719 * 144), rel=1e-6)
    assert found.limit == pytest.approx(field.L / 240)


def test_spring_is_a_note_of_its_own(report: Report) -> None:
    found, field = by_id(report, "slide1/deck.spring"), field_of(report)
    b = carrying_width(field.L, 10_719, 6_781, 75, 47.25 * 25.4)
    assert found.state == "note" and found.use is None
    assert found.demand == pytest.approx(0.01458 * FOOT * field.L**3 / (10_719 * b * 12**3 / 12), rel=1e-3)


@pytest.mark.parametrize(("ribs", "count"), [(0, 1), (1, 2), (2, 3), (5, 3)])
def test_more_ribs_mean_more_bays(sample: Job, catalog: Catalog, ribs: int, count: int) -> None:
    report = check(apply(sample.design, [Change("/builds/0/mid_ribs", ribs)]), catalog)
    assert field_of(report).bays.count == count


def test_ribs_bring_stress_and_sag_down(sample: Job, catalog: Catalog) -> None:
    reports = [check(apply(sample.design, [Change("/builds/0/mid_ribs", n)]), catalog) for n in (1, 2, 4, 7)]
    for ident in ("slide1/deck.foot", "slide1/deck.sag"):
        uses = [by_id(r, ident).use or 0 for r in reports]
        assert uses == sorted(uses, reverse=True)


def test_own_bump_counts_for_the_deck(sample: Job, catalog: Catalog) -> None:
    base = by_id(check(sample.design, catalog), "slide1/deck.load").demand or 0
    soft = apply(sample.design, [Change("/loads/cases/Bump", {"x": 0, "y": 0, "z": -1.5})])
    assert by_id(check(soft, catalog), "slide1/deck.load").demand == pytest.approx(base * 0.75)


def test_sandwich_in_the_report_by_hand(sample: Job, catalog: Catalog) -> None:
    report = check(apply(sample.design, [Change("/builds/0/deck", "sandwich.xps30")]), catalog)
    panel, field = catalog.sheets["sandwich.xps30"], field_of(report)
    assert isinstance(panel, Sandwich)
    b = 0.58 * field.L + 75
    foot = sandwich.line(panel, field.L, FOOT / b, lasting=False)
    assert by_id(report, "slide1/deck.foot").use == pytest.approx(foot.use)
    crush = by_id(report, "slide1/deck.crush")
    assert crush.demand == pytest.approx(FOOT / 75**2) and crush.limit == pytest.approx(0.25 / 3)
    assert crush.state == "over", "a foot goes into bare XPS: an insert or a pad is wanted"


def test_no_load_no_load_findings(sample: Job, catalog: Catalog) -> None:
    design = apply(sample.design, [Change("/carry/things", [])])
    idents = {f.id for f in check(design, catalog).findings}
    assert "slide1/deck.foot" in idents and not idents & {"slide1/deck.load", "slide1/deck.sag"}
