"""Things that are elsewhere in a scene: what is in the way, what bears them, what is carried."""

from __future__ import annotations

from typing import Any

import pytest

from ergostrut.core.catalog.model import Catalog
from ergostrut.core.finding import Finding
from ergostrut.core.fit.ways.changes import carries, check_changes
from ergostrut.core.fit.ways.way_out import check_ways_out
from ergostrut.core.job.document import read_design
from ergostrut.core.report import Report, check, context_of
from ergostrut.core.structure.context import Context

from .test_ways import BED, PLAIN, TWO, box_job

CABINET = {"id": "c", "name": "cabinet", "length": "500 mm", "width": "1700 mm", "height": "1500 mm", "mass": "22 kg", "on": "host/floor", "at": {"x": "2400 mm", "y": "0 mm"}}  # fmt: skip
ONE = TWO[:1]


def job(*things: dict[str, Any], **more: Any) -> dict[str, Any]:
    return box_job(BED, crew=ONE, things=things, **more)


def context(catalog: Catalog, *things: dict[str, Any]) -> Context:
    return context_of(read_design(job(*things), bare=PLAIN), catalog)


def report(catalog: Catalog, *things: dict[str, Any]) -> Report:
    return check(read_design(job(*things), bare=PLAIN), catalog)


def by(found: Any) -> dict[str, Finding]:
    return {f.id: f for f in found}


def test_what_stands_on_the_floor_before_the_bed_shuts_the_way_out_unless_it_is_out_at_night(catalog: Catalog) -> None:
    (shut,) = check_ways_out(context(catalog, CABINET))
    (free,) = check_ways_out(context(catalog, {**CABINET, "night": {"on": "outside"}}))
    (parked,) = check_ways_out(context(catalog, {**CABINET, "parked": {"on": "outside"}}))
    assert (shut.state, free.state, parked.state) == ("over", "holds", "over")


def test_plans_are_kept_for_scenes_in_which_something_is_elsewhere(catalog: Catalog) -> None:
    here = context(catalog, {**CABINET, "night": {"on": "p/bed"}})
    assert set(here.plans) == {"night"} and here.at("parked") is here
    assert here.at("night").plan.placed[0].surface.id == "p/bed" and here.plan.placed[0].surface.id == "host/floor"
    assert here.at("night").at("parked").plan is here.plan and here.at("night").at("night").at("driving").plan is here.plan
    assert context(catalog, CABINET).plans == {}


def test_what_is_laid_on_a_bed_at_night_is_borne_standing_still(catalog: Catalog) -> None:
    """400 kg put on the bed at night bend it as if they stood there, but no bump shakes them."""
    anvil = {"id": "v", "name": "anvil", "length": "500 mm", "width": "500 mm", "height": "300 mm", "mass": "400 kg", "on": "host/floor", "at": {"x": "2400 mm", "y": "0 mm"}}  # fmt: skip
    floor, night, driven = (
        by(report(catalog, {**anvil, **more}).findings) for more in ({}, {"night": {"on": "p/bed"}}, {"on": "p/bed", "at": None})
    )
    name = "p/deck.load"
    assert name not in floor or floor[name].use < night[name].use  # type: ignore[operator]
    assert night[name].case == "Parked" and driven[name].use > night[name].use  # type: ignore[operator]
    assert not [f for f in night.values() if f.case in ("Bump", "Brake") and f.use is not None and f.use > (floor[f.id].use or 0.0) + 1e-9]


def test_a_thing_without_a_place_at_night_is_said(catalog: Catalog) -> None:
    found = by(report(catalog, {**CABINET, "night": {"on": "nowhere/at-all"}}).findings)
    assert found["thing/c/place.night"].state == "over" and found["thing/c/place.night"].sentence.startswith("Night:")


@pytest.mark.parametrize(("kg", "state"), [("12 kg", "holds"), ("22 kg", "tight"), ("80 kg", "over")])
def test_what_is_carried_counts_as_a_move_and_a_lift(catalog: Catalog, kg: str, state: str) -> None:
    """Eight seconds each way; from 750 mm up to the bed's 400 and 750."""
    here = context(catalog, {**CABINET, "mass": kg, "night": {"on": "outside"}})
    found = by(check_changes(here))
    assert found["change/parked.night"].state in (state, "holds") and "abinet out of the vehicle" in found["change/parked.night"].sentence
    assert "abinet in from outside" in found["change/night.driving"].sentence
    lifted = by(check_changes(context(catalog, {**CABINET, "mass": kg, "night": {"on": "p/bed"}})))["change/parked.night"]
    assert lifted.state == state and "about 8 s" in lifted.sentence
    assert [one.words for one in carries(here, "parked", "night")] == ["cabinet out of the vehicle"]
