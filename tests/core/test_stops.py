"""The stops of a slide: what presses into the front one on the road, what keeps the tray from running out."""

from __future__ import annotations

import pytest

from ergostrut.core.catalog.model import Catalog
from ergostrut.core.constants import G
from ergostrut.core.report import check
from tests.conftest import Edit, by_id, moving

FITTED = {"/builds/0/base/front_stop": True}
RATED = "/builds/0/base/stop_rating"


def test_braking_goes_into_the_front_stop(edit: Edit, catalog: Catalog) -> None:
    """F = m a: tray and load at 0.8 g, the cargo-securement rule's forward figure (49 CFR 393.102)."""
    report = check(edit(to={**FITTED, RATED: "300 kg"}), catalog)
    found = by_id(report, "slide1/stop.front")
    kg, _ = moving(report.studies[0])
    assert found.case == "Brake" and found.state == "holds"
    assert found.demand == pytest.approx(kg * 0.8 * G)
    assert found.use == pytest.approx(kg * 0.8 / 300)


@pytest.mark.parametrize(("rating", "state"), [(None, "unknown"), ("1000 kg", "holds"), ("60 kg", "over")])
def test_a_front_stop_is_what_its_rating_says(edit: Edit, catalog: Catalog, rating: str | None, state: str) -> None:
    found = by_id(check(edit(to={**FITTED, RATED: rating}), catalog), "slide1/stop.front")
    assert found.state == state
    assert found.demand and found.working, "what must be asked about stands there either way"


def test_without_a_front_stop_none_is_checked(edit: Edit, catalog: Catalog) -> None:
    report = check(edit(to={}), catalog)
    assert "slide1/stop.front" not in {f.id for f in report.findings}


def test_harder_braking_presses_harder(edit: Edit, catalog: Catalog) -> None:
    base = by_id(check(edit(to=FITTED), catalog), "slide1/stop.front").demand or 0
    hard = edit(to={**FITTED, "/loads/cases/Brake": {"x": -1.2, "y": 0, "z": -1}})
    assert by_id(check(hard, catalog), "slide1/stop.front").demand == pytest.approx(1.5 * base)


def test_nothing_at_full_pull_out_is_a_danger(edit: Edit, catalog: Catalog) -> None:
    found = by_id(check(edit(to={"/builds/0/base/out_stop": False}), catalog), "slide1/stop.out")
    assert found.state == "over" and found.caution
    assert "slide1/stop.out" not in {f.id for f in check(edit(to={}), catalog).findings}
