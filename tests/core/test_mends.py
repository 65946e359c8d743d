"""Every mend that is offered is a job that can be, does what it says, and is the smallest of its kind that helps."""

from __future__ import annotations

import pytest

from ergostrut.core.advice.mends import advise, advising, candidates, mends_for
from ergostrut.core.catalog.model import Catalog
from ergostrut.core.changes import Change
from ergostrut.core.finding import RANK
from ergostrut.core.job.change import apply
from ergostrut.core.job.document import Design, Job
from ergostrut.core.report import Report, check
from tests.conftest import by_id

from .test_systems import framed

WEAK: dict[str, list[tuple[str, object]]] = {
    "slide1/pin.bending": [("lock/pin", "5/16 in")],
    "slide1/side-rail.strength": [("rail", "1x2x14ga")],
    "slide1/rib.strength": [("rib", "1x1x16ga")],
    "slide1/deck.foot": [("deck", "birch.6.5")],
    "slide1/tip.droop": [("rollers/play", "1/4 in")],
    "slide1/overlap": [("pull_out", "64 in"), ("stops", [])],
    "slide1/upper-rail": [("base/upper", "0.75x0.75x16ga"), ("base/stands", 2)],
}


def weakened(design: Design, rows: list[tuple[str, object]]) -> Design:
    return apply(design, [Change(f"/builds/0/{field}", value) for field, value in rows])


@pytest.mark.parametrize("ident", WEAK)
def test_every_offer_is_a_job_that_can_be(sample: Job, catalog: Catalog, ident: str) -> None:
    design = weakened(sample.design, WEAK[ident])
    found = by_id(check(design, catalog), ident)
    assert found.state in ("over", "tight")
    offers = candidates(design, found, catalog)
    assert offers
    for label, changes in offers:
        assert label and apply(design, changes) != design


@pytest.mark.parametrize("ident", WEAK)
def test_the_mend_chosen_does_what_it_says(sample: Job, catalog: Catalog, ident: str) -> None:
    """Tried on the whole job again: its use, its state, and everything it worsens are as told."""
    report = check(weakened(sample.design, WEAK[ident]), catalog)
    before = by_id(report, ident)
    mend = mends_for(report, before, catalog)
    assert mend is not None and mend.use is not None and mend.use < (before.use or 0)
    after = check(apply(report.context.design, mend.changes), catalog)
    now = by_id(after, ident)
    assert (now.use, now.state) == (pytest.approx(mend.use), mend.state)
    assert after.tally.price - report.tally.price == pytest.approx(mend.adds_price)
    told = {effect.id for effect in mend.worsens}
    for f in after.findings:
        was = next((x for x in report.findings if x.id == f.id), None)
        assert was is None or RANK[f.state] >= RANK[was.state] or f.id in told


def test_sections_are_tried_lightest_first_from_the_strength_needed(sample: Job, catalog: Catalog) -> None:
    design = weakened(sample.design, WEAK["slide1/side-rail.strength"])
    found = by_id(check(design, catalog), "slide1/side-rail.strength")
    now = catalog.sections["1x2x14ga"]
    rails = [catalog.sections[str(c.value)] for _, (c, *_) in candidates(design, found, catalog) if c.path.endswith("/rail")]
    masses = [section.mass_per_m for section in rails]
    assert masses == sorted(masses) and rails
    assert all(s.material == now.material and s.properties.Zy > now.properties.Zy * (found.use or 1) / 1.05 for s in rails)


def test_what_holds_or_is_unknown_gets_no_mend(sample: Job, catalog: Catalog) -> None:
    report = check(framed(sample.design, "tslot_bolted"), catalog)
    mended = {mend.finding for mend in advise(report, catalog) if "longest" not in mend.label}
    for found in report.findings:
        assert found.id not in mended or found.state in ("over", "tight")
        if found.state in ("holds", "unknown", "note"):
            assert mends_for(report, found, catalog) is None


def test_inch_jobs_get_inch_stock_and_metric_ones_metric(sample: Job, catalog: Catalog) -> None:
    for unit, mark in (("in", " in"), ("mm", " mm")):
        design = apply(sample.design, [Change("/units/length", unit)])
        found = by_id(check(design, catalog), "slide1/pin.bending")
        for label, changes in candidates(design, found, catalog):
            assert mark in label
            assert all(str(change.value).endswith(mark) for change in changes)


def test_advice_is_given_up_once_nobody_wants_it(report: Report, catalog: Catalog) -> None:
    """The tries stop at once: what was found so far comes back, never more than is asked for."""
    asked = iter([True, True, True])
    some = [mend for mend in advising(report, catalog, lambda: next(asked, False)) if mend]
    whole = list(advise(report, catalog))
    assert list(advising(report, catalog, lambda: False)) == []
    assert len(some) < len(whole) and some == whole[: len(some)]
