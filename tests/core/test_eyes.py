"""What straps pull their eyes by, and what leans on lips and nosings: statics by hand."""

from __future__ import annotations

from typing import Any

import pytest

from ergostrut.core.carry.eyes import check_eyes
from ergostrut.core.carry.in_crash import check_things_in_crash
from ergostrut.core.carry.retention import check_held
from ergostrut.core.catalog.model import Catalog
from ergostrut.core.constants import G
from ergostrut.core.finding import Finding
from ergostrut.core.job.document import read_design
from ergostrut.core.report import context_of
from ergostrut.core.structure.context import Context

from .test_rack import rack
from .test_ways import PLAIN, box_job

CASE = {"id": "a", "name": "case", "length": "600", "width": "400", "height": "200", "on": "host/floor"}
CRASH = {"crash": {"on": True, "forward": 10, "other": 5}}


def job(catalog: Catalog, *things: dict[str, Any], build: dict[str, Any] | None = None, **loads: Any) -> Context:
    data = box_job(build, things=list(things)) if build else box_job(things=list(things))
    return context_of(read_design({**data, "loads": loads}, bare=PLAIN), catalog)


def strapped(mass: str, **hold: Any) -> dict[str, Any]:
    return {**CASE, "mass": mass, "hold": {"by": "straps", "strap_rating": "400 kg", **hold}}


def test_an_eye_is_asked_for_its_share(catalog: Catalog) -> None:
    """40 kg on two straps: 49 CFR asks half its weight, 98 N an eye over the top, 196 where a strap goes back; 10 g ask 1961 and 3923."""
    for over, share in ((True, 2.0), (False, 1.0)):
        (road,) = check_eyes(job(catalog, strapped("40", over=over, eye_rating="60 kg")))
        assert road.demand == pytest.approx(40 * G / 2 / share) and road.use == pytest.approx((road.demand or 0) / (60 * G))
        assert road.state == "holds"
        (crash,) = check_eyes(job(catalog, strapped("40", over=over, eye_rating="250 kg"), **CRASH))
        assert crash.demand == pytest.approx(10 * 40 * G / share) and crash.state == ("holds" if over else "over")
        assert crash.use == pytest.approx(10 * 40 / share / 250)


def test_an_eye_without_a_rating_is_no_pass(catalog: Catalog) -> None:
    """One of two has none: the job's finding is unknown and names it; nothing strapped, nothing asked."""
    other = {**strapped("5", eye_rating="100 kg"), "id": "b", "name": "bag"}
    (found,) = check_eyes(job(catalog, strapped("40"), other))
    assert found.state == "unknown" and "eyes for case" in found.sentence and "bag" not in found.sentence
    assert found.missing == ("eye rating",)
    assert not list(check_eyes(job(catalog, {**CASE, "mass": "40"})))


def lipped(catalog: Catalog, mass: str, **hold: Any) -> Finding:
    (found,) = check_held(job(catalog, {**CASE, "mass": mass, "hold": {"by": "lip", "lip": "120 mm", **hold}}))
    return found


def test_what_leans_on_a_lip_is_asked_of_it(catalog: Catalog) -> None:
    """0.8 g in braking: 12 kg push 94 N, no more than a hand; 40 kg push 314 N, of a lip of 30 kg too much."""
    assert lipped(catalog, "12").state == "tight"
    unsaid = lipped(catalog, "40")
    assert unsaid.state == "unknown" and unsaid.missing == ("what the lip takes",) and "pull it with a scale" in unsaid.sentence
    weak, strong = lipped(catalog, "40", rating="30 kg"), lipped(catalog, "40", rating="80 kg")
    assert weak.state == "over" and weak.use == pytest.approx(0.8 * 40 / 30) and weak.demand == pytest.approx(0.8 * 40 * G)
    # it hops in Rebound: never sure, however strong
    assert strong.state == "tight"


def test_what_leans_on_a_lip_in_a_crash(catalog: Catalog) -> None:
    """10 g of 5 kg: 490 N; a lip of 40 kg takes 392."""
    for rating, state in (("40 kg", "over"), ("60 kg", "tight")):
        thing = {**CASE, "mass": "5", "hold": {"by": "lip", "lip": "120 mm", "rating": rating}}
        (found,) = check_things_in_crash(job(catalog, thing, **CRASH))
        assert found.state == state and found.use == pytest.approx(10 * 5 / float(rating.split()[0]))


def test_a_lip_nobody_measured_is_asked_for_on_the_road_and_in_a_crash(catalog: Catalog) -> None:
    here = job(catalog, {**CASE, "mass": "5", "hold": {"by": "lip"}}, **CRASH)
    for found in (*check_held(here), *check_things_in_crash(here)):
        assert found.state == "unknown" and found.missing == ("lip",) and "measure it" in found.sentence


def test_a_nosing_takes_what_slides_out_of_its_shelf(catalog: Catalog) -> None:
    """Across the vehicle 0.5 g in a corner: 30 kg push 147 N at the nosing."""
    shelf = rack(shelves=[{"name": "a", "height": "600 mm", "edge": "nosing", "edge_height": "120 mm"}])
    tin = {"id": "a", "name": "tin", "mass": "30", "length": "300", "width": "300", "height": "100", "on": "r/shelf.1"}
    for rating, state in ((None, "unknown"), ("10 kg", "over"), ("30 kg", "tight")):
        (found,) = check_held(job(catalog, {**tin, "hold": {"by": "lip", "friction": 1.9, "rating": rating}}, build=shelf))
        assert found.state == state, rating
        if state == "over":
            assert found.use == pytest.approx(0.5 * 30 / 10) and found.case.startswith("Corner")
