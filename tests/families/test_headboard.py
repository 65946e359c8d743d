"""A flatbed's headboard, with formulas of the test's own: half of the load on it, its uprights as cantilevers, the wind, what cannot be built."""

from __future__ import annotations

from typing import Any

import pytest

from ergostrut.core.catalog.model import Catalog
from ergostrut.core.constants import G
from ergostrut.core.finding import Finding
from ergostrut.core.job.document import read_design
from ergostrut.core.problem import InputError
from ergostrut.core.report import Report, check, studies_at
from tests.families.test_truck_flatbed import BED, cargo, chassis, mount, mounts_of

HARD = tuple(mount(n, x, y) for n, x, y in (("fl", 300, -430), ("fr", 300, 430), ("rl", 2000, -430), ("rr", 2000, 430)))
HEAD = {"height": "600 mm", "uprights": 4}


def headed(catalog: Catalog, *things: dict[str, Any], head: dict[str, Any] | None = None, **more: Any) -> Report:
    build = {**BED, "headboard": HEAD | (head or {}), **more}
    return check(read_design({"name": "x", "host": chassis(*HARD), "builds": [build], "carry": {"things": list(things)}}), catalog)


def by_id(report: Report, name: str) -> Finding:
    return next(f for f in report.findings if f.id == f"b/{name}")


def test_half_of_the_load_comes_on_it_and_through_the_mounts(catalog: Catalog) -> None:
    """49 CFR 393.114(d): a static forward load of half of what is carried; without a load it is not asked."""
    (study,) = studies_at(headed(catalog, cargo(800, 900, 0)), {})
    parked, slid = mounts_of(study, "Parked"), mounts_of(study, "Load slid ahead")
    assert sum(float(slid[name][0] - parked[name][0]) for name in slid) == pytest.approx(0.5 * 800 * G, rel=0.01)
    (bare,) = studies_at(headed(catalog), {})
    assert bare.case("Load slid ahead") is None


def test_its_uprights_are_cantilevers_over_the_cross_member(catalog: Catalog) -> None:
    """Each takes its share of 0.5 m g, evenly over 600 mm over the deck: M = F_i times half of that and the deck's and half the cross member's depth
    (their line begins at its axis); the stress by S of a 2 x 2 x 1/8 tube, to a tenth for what the top rail shares between them."""
    report = headed(catalog, cargo(800, 900, 0), head={"uprights": 3})
    (study,) = studies_at(report, {})
    item = study.case("Load slid ahead")
    assert item is not None and study.posed is not None
    rows = [piece for piece in study.posed.pieces if piece.member.role == "upright"]
    feet = {}
    for piece in rows:
        if piece.offset < 1e-6:
            feet[piece.member.id] = float(max(abs(item.result.ends[piece.index, 4]), abs(item.result.ends[piece.index, 5])))
    F = 0.5 * 800 * G
    arm = 38.1 + 38.1 + 300.0
    assert sum(feet.values()) == pytest.approx(F * arm, rel=0.06)
    found = by_id(report, "headboard.strength")
    assert found.case == "Load slid ahead" and found.state in ("holds", "tight", "over")
    heavier = by_id(headed(catalog, cargo(1600, 900, 0), head={"uprights": 3}), "headboard.strength")
    assert (heavier.use or 0) > 1.8 * (found.use or 9)


def test_its_sheet_is_a_strip_under_half_of_the_load(catalog: Catalog) -> None:
    report = headed(catalog, cargo(800, 900, 0), head={"uprights": 3})
    panel = next(p for p in report.context.builds[0].skins)
    found, p = by_id(report, "skin.shift"), 0.5 * 800 * G / (panel.size[1] * panel.size[2])
    L = (panel.size[1] - 50.8) / 2 - 50.8
    assert found.demand == pytest.approx(6 * p * L**2 / 8 / 17.6**2, rel=1e-3) and found.limit == pytest.approx(0.6 * 40.2, rel=1e-3)
    assert not [f for f in report.findings if f.id == "b/skin.shift.gives"]


def test_of_a_high_one_the_lowest_four_feet_take_it(catalog: Catalog) -> None:
    low, high = (by_id(headed(catalog, cargo(800, 900, 0), head={"height": h}), "skin.shift") for h in ("1219.2 mm", "2000 mm"))
    assert low.demand == pytest.approx(high.demand, rel=1e-6)


def test_a_box_on_the_bed_is_pressed_on_it_too_and_stands_in_the_wind(catalog: Catalog) -> None:
    box = {
        "family": "plywood_box", "id": "c", "label": "Chest", "on": "b", "front": "300 mm", "length": "500 mm", "width": "900 mm", "height": "450 mm",
        "tie_rating": "400 kg",
    }  # fmt: skip
    build = {**BED, "headboard": HEAD}
    report = check(read_design({"name": "x", "host": chassis(*HARD), "builds": [build, box]}), catalog)
    study = next(s for s in studies_at(report, {}) if s.assembly.id == "b")
    chest = next(one for one in report.context.builds if one.id == "c")
    parked, slid = mounts_of(study, "Parked"), mounts_of(study, "Load slid ahead")
    assert sum(float(slid[name][0] - parked[name][0]) for name in slid) == pytest.approx(0.5 * chest.mass * G, rel=0.02)
    assert [f for f in report.findings if f.id.startswith("c/") and f.case.startswith("Wind")], "a headboard is no room"
    assert not [f for f in report.findings if f.check == "fit.between" and f.state == "over"]


@pytest.mark.parametrize(
    ("head", "field", "words"),
    [
        ({"uprights": 14, "tube": "2x3x1/8"}, "headboard", "smaller tube"),
        ({"sheet": "board.2x6.dfl"}, "headboard/sheet", "do not close"),
        ({"tube": "2x4 spf"}, "headboard/tube", "no tube of"),
    ],
)
def test_what_cannot_be_built_is_said(catalog: Catalog, head: dict[str, Any], field: str, words: str) -> None:
    with pytest.raises(InputError, match=words) as refused:
        headed(catalog, head=head)
    assert field in refused.value.problems[0].field


def test_no_part_of_it_stands_in_another_and_every_part_is_judged(catalog: Catalog) -> None:
    for deck in ("board.2x6.dfl", "birch.18"):
        report = headed(catalog, cargo(300, 900, 0), deck=deck)
        assert by_id(report, "fit.own").state == "holds", by_id(report, "fit.own").sentence
        assert not [f for f in report.findings if f.check == "parts.judged"]


def test_it_is_made_before_the_weld_and_its_sheet_after_the_deck(catalog: Catalog) -> None:
    names = [step.id.rsplit("/", 1)[-1] for step in headed(catalog).steps]
    assert names.index("tack") < names.index("headboard") < names.index("weld") < names.index("deck") < names.index("head sheet")
    panel = next(iter(headed(catalog).context.builds[0].skins))
    upright = next(m for m in headed(catalog).context.builds[0].members if m.role == "upright")
    assert panel.lo[0] == pytest.approx(upright.a[0] + 25.4), "the load presses the sheet on its uprights, not off them"
