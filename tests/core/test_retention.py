"""Loose things on the road: by hand, and as the page says it."""

from __future__ import annotations

import math
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from ergostrut.core.catalog.model import Catalog
from ergostrut.core.constants import G
from ergostrut.core.finding import Finding
from ergostrut.core.mechanics.retention import drawn_out, engagement, roped, slides_at, tips_at
from ergostrut.core.report import check
from tests.conftest import by_id
from tests.core.test_box import box


@pytest.mark.parametrize(
    ("found", "by_hand"),
    [
        (slides_at(0.3, math.atan(32 / 400)), 0.39),
        (slides_at(0.3, math.atan(32 / 400), 0.5), 0.19),
        (tips_at(150, 100, 20), 0.94),
        (tips_at(150, 100, 20, 0.5), 0.47),
        (tips_at(150, 100, 36, 0.5), 0.59),
        (roped((22.7 + 10) * G, 1.0, 1), 321.0),
        (roped((22.7 + 10) * G, 0.95, 2), 173.0),
        (drawn_out(0.4, 200.0), 80.0),
    ],
)
def test_by_hand(found: float, by_hand: float) -> None:
    """Common practice, no published source: the figures worked out by hand from statics."""
    assert found == pytest.approx(by_hand, abs=0.6 if by_hand > 10 else 0.006)


def test_a_catch_pin() -> None:
    """6 mm engaged 3 lets go at 2 of play and 3 of flex, 12 holds."""
    assert 3 < engagement(6, 2, 3) <= 12


@given(st.floats(0.05, 1.5), st.floats(0.0, 0.3), st.floats(0.1, 2.0))
def test_a_shelf_that_climbs_holds_more(mu: float, slope: float, down: float) -> None:
    """The balance along and across a shelf: at that g friction is just used up."""
    a = slides_at(mu, slope, down)
    along, across = a * math.cos(slope) - down * math.sin(slope), a * math.sin(slope) + down * math.cos(slope)
    assert along == pytest.approx(mu * across, rel=1e-9) and a >= mu * down - 1e-9


def thing(**hold: Any) -> dict[str, Any]:
    return {"id": "a", "name": "case", "mass": "20", "length": "400", "width": "150", "height": "200", "on": "box1/top", "hold": hold}


def held(catalog: Catalog, *things: dict[str, Any]) -> Finding:
    return by_id(check(box(list(things)), catalog), "thing/a/held")


@pytest.mark.parametrize(
    ("hold", "state", "says"),
    [
        ({"by": "lip"}, "unknown", "How high the lip"),
        ({"by": "lip", "lip": "20 mm"}, "over", "tips over"),
        ({"by": "lip", "lip": "36 mm", "rating": "60 kg"}, "tight", "corner"),
        ({"by": "lip", "lip": "120 mm", "rating": "60 kg"}, "tight", "Rebound lifts it"),
        ({"by": "cord"}, "unknown", "What the cord holds is not known"),
        ({"by": "cord", "rating": "5 kg"}, "over", "The cord holds"),
        ({"by": "magnet", "rating": "60 kg"}, "unknown", "friction gives of its pull"),
        ({"by": "magnet", "rating": "90 kg", "friction": 0.5}, "holds", "The magnet holds"),
        ({"by": "lip", "lip": "1 mm"}, "unknown", "stops nothing"),
        ({"by": "hook_and_loop", "rating": "60 kg"}, "holds", "The hook and loop holds"),
        ({"by": "spring", "rating": "60 kg"}, "holds", "The spring catch holds"),
        ({"by": "spring"}, "unknown", "spring catch"),
        ({"by": "friction", "friction": 1.6}, "over", "tips over"),
        ({"by": "beside"}, "unknown", "Which thing"),
        ({"by": "beside", "beside": "none"}, "over", "no thing"),
        ({"by": "beside", "beside": "a"}, "over", "holds itself"),
    ],
)
def test_every_way_of_holding(catalog: Catalog, hold: dict[str, Any], state: str, says: str) -> None:
    found = held(catalog, thing(**hold))
    assert found.state == state and says in found.sentence
    if found.use is not None and math.isfinite(found.use):
        assert found.working and found.working[-1].value == pytest.approx(found.use)


def test_one_thing_is_the_stop_of_the_next(catalog: Catalog) -> None:
    """What holds the chest is asked for the case as well, 60 kg for 40; to its other sides the case has friction alone, unknown until given."""
    chest = {**thing(by="bolted", rating="55"), "id": "b", "name": "chest", "mass": "40"}
    assert by_id(check(box([chest]), catalog), "thing/b/held").state == "holds"
    weak = {**chest, "hold": {"by": "bolted", "rating": "45"}}
    assert by_id(check(box([weak]), catalog), "thing/b/held").state in ("holds", "tight")
    found = held(catalog, thing(by="beside", beside="b", friction=1.9), weak)
    assert found.state == "over" and found.use == pytest.approx(0.8 * 60 / 45) and "chest" in found.sentence
    strong = {**chest, "hold": {"by": "bolted", "rating": "90"}}
    open_ = held(catalog, thing(by="beside", beside="b"), strong)
    assert open_.state == "unknown" and open_.missing == ("friction",) and "on one side by the chest" in open_.sentence
    slips = held(catalog, thing(by="beside", beside="b", friction=0.3), strong)
    assert slips.state == "over" and slips.use == pytest.approx(0.8 / 0.15)
    loose = {**chest, "hold": {"by": "weight"}}
    assert held(catalog, thing(by="beside", beside="b"), loose).state == "over"


def test_friction_slides_before_it_tips(catalog: Catalog) -> None:
    """0.3 on half the weight in braking at 0.8 g: 0.15 of it; its working has both."""
    found = held(catalog, thing(by="friction", friction=0.3))
    assert found.use == pytest.approx(0.8 / 0.15) and found.limit == pytest.approx(0.15) and "slides from 0.15 g" in found.sentence
