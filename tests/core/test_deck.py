"""The deck in the report, worked again by hand: strips over bays, the load in a bump, sandwich and its core."""

from __future__ import annotations

import math
from typing import Any

import pytest

from ergostrut.core.advice.mends import mends_for
from ergostrut.core.catalog.errors import StockError
from ergostrut.core.catalog.model import Catalog, Sandwich
from ergostrut.core.changes import Change
from ergostrut.core.constants import G
from ergostrut.core.finding import Finding
from ergostrut.core.job.change import apply
from ergostrut.core.job.document import Job, read_design
from ergostrut.core.mechanics.panels import sandwich
from ergostrut.core.mechanics.panels.strip import bays, carrying_width
from ergostrut.core.prove.deck.field import Field, fields
from ergostrut.core.report import Report, check
from tests.conftest import by_id

from ..families.test_truck_flatbed import BED, chassis

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
    hard = apply(sample.design, [Change("/loads/cases/Bump", {"x": 0, "y": 0, "z": -3})])
    assert by_id(check(hard, catalog), "slide1/deck.load").demand == pytest.approx(base * 1.5)


LASTING = {"birch.12": 0.37 / 0.6, "board.1x6.spf": 1 / 1.6, "sandwich.xps30": None, "soft.18": 0.37 / 0.6}


@pytest.mark.parametrize("deck", LASTING)
@pytest.mark.parametrize("road", ["paved", "gravel", "trail"])
def test_a_lasting_load_takes_the_long_factor_on_every_road(sample: Job, catalog: Catalog, deck: str, road: str) -> None:
    """Standing still lasts: use is never below 1 g against the long factor, whatever the road's bump allows."""
    rows = [Change("/builds/0/deck", deck), Change("/loads/road", road)]
    bumped, still = (
        by_id(check(apply(sample.design, [*rows, *more]), catalog), "slide1/deck.load") for more in ([], [Change("/loads/off", ["Bump"])])
    )
    assert still.case == "Parked" and still.use and bumped.use
    assert bumped.use >= still.use - 1e-12
    ratio = LASTING[deck]
    if bumped.case == "Bump" and ratio:
        assert bumped.limit == pytest.approx((still.limit or 0) / ratio)


def test_a_can_does_not_hide_a_heavy_thing(sample: Job, catalog: Catalog) -> None:
    """A 4 kg can on 2 x 2 in presses harder a square inch than a 400 kg generator; the generator bends the deck more."""
    (can,) = (t for t in sample.design.carry.things if t.name == "cold box")
    generator = can.model_dump(mode="json") | {"id": "heavy", "mass": "400 kg", "length": "24 in", "width": "24 in"}
    small = can.model_dump(mode="json") | {"id": "can", "mass": "4 kg", "length": "2 in", "width": "2 in"}
    alone, both = (check(apply(sample.design, [Change("/carry/things", rows)]), catalog) for rows in ([generator], [generator, small]))
    for ident in ("slide1/deck.load", "slide1/deck.sag"):
        one, two = by_id(alone, ident), by_id(both, ident)
        assert (two.use or 0) >= (one.use or 0) - 1e-12
    assert by_id(both, "slide1/deck.load").state == "tight"


def test_two_things_beside_each_other_press_on_one_bay(sample: Job, catalog: Catalog) -> None:
    """Two boxes of 6 in, 60 kg each, an inch apart along the span bend their bay as one of 13 in and 120 kg; far apart each alone."""
    box = sample.design.carry.things[0].model_dump(mode="json") | {"mass": "60 kg", "length": "6 in", "width": "12 in"}

    def laid(*places: str) -> Report:
        rows = [box | {"id": f"box-{i}", "name": f"box {i}", "at": {"x": x, "y": "0 in"}} for i, x in enumerate(places)]
        return check(apply(sample.design, [Change("/carry/things", rows)]), catalog)

    one, near, far = (by_id(laid(*places), "slide1/deck.load") for places in (("20 in",), ("20 in", "27 in"), ("20 in", "60 in")))
    whole = box | {"id": "whole", "mass": "120 kg", "length": "13 in", "at": {"x": "23.5 in", "y": "0 in"}}
    both = by_id(check(apply(sample.design, [Change("/carry/things", [whole])]), catalog), "slide1/deck.load")
    assert near.demand == pytest.approx(both.demand, rel=1e-6) and "box 0 and box 1" in near.sentence
    assert far.demand == pytest.approx(one.demand) and (near.demand or 0) > 1.4 * (one.demand or 0)


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


def boarded(sample: Job, catalog: Catalog, board: str, **more: object) -> Report:
    rows = [Change("/builds/0/deck", board), *(Change(path, value) for path, value in more.items())]
    return check(apply(sample.design, rows), catalog)


def test_boards_are_laid_evenly_over_the_width(sample: Job, catalog: Catalog) -> None:
    """47 1/4 in takes eight boards of 139.7 mm with at least 6 mm between: seven gaps of what is left."""
    report = boarded(sample, catalog, "board.1x6.spf")
    deck = report.context.builds[0].panels[0]
    left = [y for _, y, _, _ in deck.rects]
    assert deck.laid.boards == 8 and deck.laid.gap == pytest.approx((47.25 * 25.4 - 8 * 139.7) / 7)
    assert left[0] == pytest.approx(-47.25 * 25.4 / 2) and left[-1] + 139.7 == pytest.approx(47.25 * 25.4 / 2)
    assert deck.mass == pytest.approx(8 * 2.00025 * 139.7e-3 * 19.05e-3 * 450)


def test_foot_on_one_board_by_hand(sample: Job, catalog: Catalog) -> None:
    """P (0.2 L - c/8) on one board; 875 psi stands without load duration."""
    report = boarded(sample, catalog, "board.1x6.spf")
    found, field = by_id(report, "slide1/deck.foot"), field_of(report)
    assert found.demand == pytest.approx(FOOT * (0.2 * field.L - 75 / 8) / (139.7 * 19.05**2 / 6), rel=1e-6)
    assert found.limit == pytest.approx(875 * 6.894757e-3, rel=1e-3)
    assert found.state == "over" and "one board" in found.sentence


def test_load_on_boards_by_hand(sample: Job, catalog: Catalog) -> None:
    """Cold box 31 kg, 508 long and 381 wide: a board at 157 mm pitch takes its share; 1.6 on wood for a bump, none on composite."""
    report = boarded(sample, catalog, "board.1x6.spf")
    found, field = by_id(report, "slide1/deck.load"), field_of(report)
    pitch = 139.7 + report.context.builds[0].panels[0].laid.gap
    q = 2 * 31 * G / 508 * pitch / 381
    assert found.demand == pytest.approx(0.1167 * q * field.L**2 / (139.7 * 19.05**2 / 6), rel=1e-6)
    assert found.limit == pytest.approx(1.6 * 6.03)
    composite = boarded(sample, catalog, "board.comp.25")
    assert by_id(composite, "slide1/deck.load").limit == pytest.approx(8.0)


def test_wet_planks_are_weaker(sample: Job, catalog: Catalog) -> None:
    dry, wet = (boarded(sample, catalog, "board.2x6.dfl", **{"/loads/wet": value}) for value in (False, True))
    assert by_id(wet, "slide1/deck.foot").limit == pytest.approx(0.85 * (by_id(dry, "slide1/deck.foot").limit or 0))
    assert (by_id(wet, "slide1/deck.sag").demand or 0) == pytest.approx((by_id(dry, "slide1/deck.sag").demand or 0) / 0.9)


def test_boards_are_cut_from_bars(sample: Job, catalog: Catalog) -> None:
    report = boarded(sample, catalog, "board.1x6.spf")
    row = next(piece for piece in report.cut.pieces if piece.role == "board")
    bars = next(group for group in report.cut.bars if group.stock == "board.1x6.spf")
    assert row.count == 8 and row.length == pytest.approx(78.75 * 25.4, abs=0.01) and row.mark == "B1"
    assert bars.count * 2438 == 8 * 2438 and bars.price == pytest.approx(8 * 2.438 * 2.5)
    assert not report.cut.sheets
    assert any("8 boards" in step.text for step in report.steps)


@pytest.mark.parametrize(
    ("path", "value", "field", "says"),
    [("/builds/0/deck_edges", "slots", "deck_edges", "screw it down"), ("/builds/0/deck", "board.gone", "deck", "board.gone")],
)
def test_boards_that_cannot_be(sample: Job, catalog: Catalog, path: str, value: str, field: str, says: str) -> None:
    with pytest.raises(StockError) as caught:
        boarded(sample, catalog, "board.1x6.spf", **{path: value})
    assert caught.value.field.endswith(field) and says in str(caught.value)


def test_boards_leave_the_tray_to_its_joints(sample: Job, catalog: Catalog) -> None:
    """No sheet to hold it square: braking bends the ribs level, a hinged tray folds, a welded one swings slower."""
    sheet, planks = check(sample.design, catalog), boarded(sample, catalog, "board.2x6.dfl")
    swing = [float(by_id(report, "slide1/frame.frequency").demand or 0) for report in (sheet, planks)]
    assert swing[1] < swing[0]
    assert "slide1/frame.square" not in {f.id for f in sheet.findings}


LUMBER = {"/builds/0/framing": "lumber_plywood", "/builds/0/rail": "2x4 dfl", "/builds/0/rib": "2x3 dfl"}
TSLOT = {"/builds/0/framing": "tslot_bolted", "/builds/0/rail": "T 1.5x3", "/builds/0/rib": "T 1.5x1.5"}


@pytest.mark.parametrize(("system", "state"), [({}, "note"), (TSLOT, "tight"), (LUMBER, "over")])
def test_what_keeps_a_boarded_tray_square(sample: Job, catalog: Catalog, system: dict[str, str], state: str) -> None:
    """Welds do, brackets alone hardly, screws not at all; a brace across it does in every system, and is what is offered."""
    report = boarded(sample, catalog, "board.2x6.dfl", **system)
    found = by_id(report, "slide1/frame.square")
    assert found.state == state
    if state == "note":
        return
    mend = mends_for(report, found, catalog)
    assert mend is not None and mend.state == "holds" and "brace" in mend.label


def test_what_is_bolted_to_a_deck_pulls_its_screws(catalog: Catalog) -> None:
    """400 kg, 1.8 m high on a foot of 0.6 by 0.8 m of a flatbed's planks: 0.8 g of braking tips it, W (0.8 h/2 / l - 1/2) on half of its foot; as low
    as wide it pulls none. Strapped to eyes of their own it asks nothing of the deck's screws."""

    def asked(high: int, by: str, **more: Any) -> list[Finding]:
        thing = {
            "id": "block",
            "name": "block",
            "length": "600 mm",
            "width": "800 mm",
            "height": f"{high} mm",
            "mass": "400 kg",
            "on": "b/bed",
        }
        hold = {"by": by, "rating": "2000 kg"} if by == "bolted" else {"by": by, "strap_rating": "2000 kg", "strap_angle": 60}
        data = {
            "name": "x",
            "host": chassis(),
            "builds": [{**BED, **more}],
            "carry": {"things": [{**thing, "at": {"x": "1000 mm", "y": "0 mm"}, "hold": hold}]},
        }
        return [f for f in check(read_design({**data, "loads": {"road": "gravel"}}), catalog).findings if f.check == "deck.lift"]

    (tall,) = asked(1800, "bolted")
    values = {line.symbol: line.value for line in tall.working if line.symbol}
    up = 400 * G * (0.8 * 900 / 600 - 0.5)
    # one cross member or more under half of the foot, five planks of 140 mm on its width, two screws each
    assert tall.demand is not None and values["L"] == pytest.approx(up) and round(up / tall.demand, 6) in (10, 20)
    # 0.85 t d Fu / 3 of 2.95 mm of A500, against a head through 38 mm of plank
    assert values["R_o"] == pytest.approx(0.85 * 2.953 * catalog.wood_screws["No. 8"].d * 400 / 3, rel=0.01)
    (low,) = asked(300, "bolted")
    assert low.case == "Rebound" and low.demand is not None and low.demand < tall.demand / 1.1
    assert asked(1800, "straps") == []
    # of a sandwich the head bears on one face of 3 mm: 690 pi D_H G2 t, D_H twice the screw's
    (board,) = asked(1800, "bolted", deck="sandwich.xps30")
    d = catalog.wood_screws["No. 8"].d / 25.4
    through = next(line.value for line in board.working if line.symbol == "R_h")
    assert through == pytest.approx(690 * math.pi * 2 * d * 0.42**2 * (3.0 / 25.4) * 4.44822, rel=0.001)
