"""From scene to scene: order, what is in the way, lifting by hand, seconds."""

from __future__ import annotations

from typing import Any

import pytest

from ergostrut.core.catalog.model import Catalog
from ergostrut.core.finding import Finding
from ergostrut.core.fit.ways.changes import check_changes, in_order, moves
from ergostrut.core.job.document import read_design
from ergostrut.core.mechanics.lifting import recommended
from ergostrut.core.report import check, context_of
from ergostrut.core.structure.context import Context

from .test_ways import PLAIN, box_job

HALVES = {
    "family": "fixed_platform",
    "id": "p",
    "label": "Bed",
    "length": "1900 mm",
    "width": "1200 mm",
    "ends": "legs",
    "halves": 2,
    "mattress": None,
}
BUNK = {"family": "hung_bunk", "id": "h", "label": "Bunk", "front": "100 mm", "length": "1800 mm", "width": "600 mm", "height": "1000 mm",
        "straps": {"height": "1700 mm"}}  # fmt: skip


def room(catalog: Catalog, *builds: dict[str, Any], **host: Any) -> Context:
    return context_of(read_design(box_job(*builds, **host), bare=PLAIN), catalog)


def found(context: Context) -> dict[str, Finding]:
    return {f.id: f for f in check_changes(context)}


@pytest.mark.parametrize(
    ("h", "v", "d", "coupling", "pounds"),
    [(23, 15, 48, 0.95, 16.0), (10, 30, 10, 1.0, 51.0), (18, 44, 8, 0.95, 24.1), (25, 30, 10, 1.0, 20.4)],
    ids=["Applications Manual, loading bags", "the best place", "seen from the shoulder", "as far as arms reach"],
)
def test_the_revised_niosh_equation(h: float, v: float, d: float, coupling: float, pounds: float) -> None:
    """51 lb x HM VM DM CM of NIOSH 94-110: the first is a worked example of its manual, the others its multipliers by hand."""
    hm, vm, dm = min(10 / h, 1), 1 - 0.0075 * abs(v - 30), min(0.82 + 1.8 / max(d, 10), 1)
    assert 51 * hm * vm * dm * coupling == pytest.approx(pounds, abs=0.1)
    assert recommended(h * 25.4, v * 25.4, d * 25.4, coupling) / 0.45359237 == pytest.approx(pounds, abs=0.1)


def test_nothing_is_lifted_out_of_reach_and_less_with_one_hand() -> None:
    assert recommended(700, 700, 100) == 0 and recommended(400, 1700, 200) == 0 and recommended(400, 1900, 10) == 0
    assert recommended(400, 700, 100, one_hand=True) == pytest.approx(0.6 * recommended(400, 700, 100))


def test_a_half_is_lifted_on_the_other_and_back(catalog: Catalog) -> None:
    context = room(catalog, HALVES)
    rows = found(context)
    assert set(rows) == {"change/driving.parked", "change/parked.night"}
    lift = rows["change/driving.parked"]
    panel = next(panel for panel in context.builds[0].panels if panel.id.endswith("deck.rear"))
    assert lift.demand == pytest.approx(panel.mass) and lift.limit and "rear half" in lift.sentence.lower() and "8 s" in lift.sentence
    assert (lift.state == "holds") is (panel.mass <= lift.limit)


def test_heavier_than_one_lifts_is_for_two(catalog: Catalog) -> None:
    light = found(room(catalog, {**HALVES, "deck": "birch.6.5"}))["change/driving.parked"]
    assert light.state == "holds" and light.use is not None and light.use <= 0.85
    heavy = found(room(catalog, {**HALVES, "deck": "birch.18", "width": "1800 mm"}))["change/driving.parked"]
    assert heavy.demand and heavy.limit and heavy.limit < heavy.demand < 2 * heavy.limit
    assert heavy.state == "tight" and "by two" in heavy.sentence


def test_a_bunk_that_is_latched_is_lifted_with_one_hand_alone(catalog: Catalog) -> None:
    """The other hand closes the catch: 0.6 of what two hands may lift. Two people have two hands to lift with."""
    bunk = {**BUNK, "deck": "birch.6.5", "mattress": None, "rail": "1x1x16ga", "rib": "1x1x16ga", "width": "500 mm", "height": "700 mm"}
    one = found(room(catalog, bunk))["change/driving.parked"]
    factor = next(line.value for line in one.working if line.symbol == "OM")
    assert factor == 0.6 and "with one hand" in one.sentence and one.demand and one.limit
    assert one.state == ("holds" if one.demand <= 0.6 * one.limit else "tight" if one.demand <= 2 * one.limit else "over")
    halves = found(room(catalog, {**HALVES, "deck": "birch.6.5"}))["change/driving.parked"]
    assert "one hand" not in halves.sentence


def test_a_shelf_over_the_bed_is_in_the_bunks_way(catalog: Catalog) -> None:
    """A bunk folds up to the wall past a cupboard that stands out from it: it runs into that, and nothing goes first."""
    free = found(room(catalog, BUNK))
    assert free["change/night.driving"].state != "over" or "runs into" not in free["change/night.driving"].sentence
    cupboard = {"family": "plywood_box", "id": "c", "label": "Cupboard", "front": "300 mm", "length": "900 mm", "width": "300 mm", "height": "1500 mm",
                "side": "left", "off_centre": "500 mm"}  # fmt: skip
    rows = found(room(catalog, BUNK, cupboard))
    stuck = [f for f in rows.values() if "runs into" in f.sentence]
    assert stuck and all(f.state == "over" for f in stuck)


def test_moves_go_in_an_order_that_goes(catalog: Catalog) -> None:
    context = room(catalog, HALVES, BUNK)
    todo = moves(context, "parked", "night")
    done, blocked, why = in_order(context, list(reversed(todo)), {})
    assert blocked is None and not why and {m.motion.id for m in done} == {m.motion.id for m in todo}


def test_seconds_add_up_to_the_goal(catalog: Catalog) -> None:
    data = {**box_job(HALVES), "goals": {"seconds": 10}}
    report = {f.id: f for f in check(read_design(data, bare=PLAIN), catalog).findings}
    assert report["goals/seconds"].state == "over" and report["goals/seconds"].demand == 16
    data["goals"] = {"seconds": 60}
    assert {f.id: f for f in check(read_design(data, bare=PLAIN), catalog).findings}["goals/seconds"].state == "holds"


def test_what_does_not_move_changes_nothing(catalog: Catalog) -> None:
    assert not found(room(catalog, {**HALVES, "halves": 1}))
