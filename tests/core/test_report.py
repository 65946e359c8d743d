"""The report as a whole: the sample's verdicts, mends, drawings, and what may never happen."""

from __future__ import annotations

import json
import math
from typing import Any

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from ergostrut.core.advice.mends import advise, candidates
from ergostrut.core.advice.trying import effects
from ergostrut.core.balance.corrected import ledger
from ergostrut.core.balance.ledger import loads_of
from ergostrut.core.catalog.errors import StockError
from ergostrut.core.catalog.model import Catalog
from ergostrut.core.changes import Change
from ergostrut.core.drawing.axle_view import anchor_view, beam_view
from ergostrut.core.drawing.frame import frame_views
from ergostrut.core.drawing.proof import member_uses, proof_views
from ergostrut.core.finding import PLACES, RANK
from ergostrut.core.job.change import apply
from ergostrut.core.job.document import Job
from ergostrut.core.job.start import start
from ergostrut.core.measure.hosts import kind_of
from ergostrut.core.primitives import Arrow, Circle, DimensionLine, Path, View
from ergostrut.core.problem import InputError
from ergostrut.core.report import Report, check, here, studies_at
from ergostrut.core.units import Units
from ergostrut.files.catalog_files import shipped_templates
from ergostrut.files.report_json import report_data
from tests.conftest import PULL, by_id


def test_the_sample_shows_the_tape_in_all_its_states(report: Report) -> None:
    assert report.counts["over"] == 3 and report.counts["tight"] == 4 and report.counts["unknown"] == 6
    assert report.counts["holds"] > 30
    assert by_id(report, "slide1/pin.bending").state == "over"
    assert by_id(report, "slide1/side-rail.strength").state == "tight"
    assert by_id(report, "slide1/rib.strength").state == "tight" and by_id(report, "slide1/rib.wall").state == "over"
    assert by_id(report, "slide1/anchor.F3").state == "over" and by_id(report, "slide1/fit.wells").state == "tight"
    assert {by_id(report, f"slide1/{name}").state for name in ("plate.carrying", "plate.hold-down", "base.stand")} == {"unknown"}
    assert by_id(report, "slide1/keeper").state == by_id(report, "slide1/anchor.beside").state == "unknown"


def test_findings_come_worst_first_and_once(report: Report) -> None:
    ranks = [RANK[f.state] for f in report.findings]
    assert ranks == sorted(ranks)
    assert len({f.id for f in report.findings}) == len(report.findings)


def test_every_verdict_says_why(report: Report) -> None:
    for f in report.findings:
        assert f.title and f.sentence and f.basis and f.place in PLACES
        if f.use is not None and f.place != "cut":
            assert f.working, f"{f.id} shows no working"
        if f.state in ("holds", "tight", "over") and f.demand is not None and f.limit is not None and not f.minimum and f.use is not None:
            assert f.use == pytest.approx(f.demand / f.limit, rel=1e-6), f.id
        for line in f.working:
            assert line.value is None or math.isfinite(line.value)


@pytest.mark.parametrize("template", [t.id for t in shipped_templates()])
@pytest.mark.parametrize("units", [Units(), Units(length="mm", mass="kg")])
def test_a_new_job_passes_nothing_unmeasured(catalog: Catalog, template: str, units: Units) -> None:
    chosen = next(t for t in shipped_templates() if t.id == template)
    report = check(start(chosen, "new", units), catalog)
    assert report.places["balance"] == "unknown", "no rating is ever assumed"
    for f in report.findings:
        if f.missing:
            assert f.state == "unknown" and f.use is None
    typical = [f for f in report.findings if f.check.startswith("fit.") and f.hangs_on and f.state in ("holds", "tight")]
    for f in typical:
        assert f.demand is not None and f.demand > 12, "a pass on a typical figure needs more room than its tolerance"
    json.dumps(report_data(report), allow_nan=False)


@pytest.mark.parametrize(
    ("path", "ident"),
    [
        ("/builds/0/rollers/rating", "slide1/roller.carrying"),
        ("/builds/0/guides/rating", "slide1/guides"),
        ("/builds/0/base/keeper_rating", "slide1/keeper"),
        ("/host/weights/rear/empty", "balance/rear"),
        ("/host/dims/gate_rise/value", "slide1/fit.lowered-gate"),
        ("/carry/things/0/hold/strap_rating", "thing/cold-box/held"),
    ],
)
def test_missing_input_is_unknown(sample: Job, catalog: Catalog, path: str, ident: str) -> None:
    found = by_id(check(apply(sample.design, [Change(path, None)]), catalog), ident)
    assert (found.state, found.use) == ("unknown", None)
    assert found.missing


@pytest.mark.parametrize(
    ("path", "value", "ident"), [("/builds/0/base/keeper", False, "slide1/keeper"), ("/builds/0/guides/fitted", False, "slide1/guides")]
)
def test_what_is_not_there_is_over(sample: Job, catalog: Catalog, path: str, value: Any, ident: str) -> None:
    assert by_id(check(apply(sample.design, [Change(path, value)]), catalog), ident).state == "over"


def test_worse_roads_never_help(sample: Job, catalog: Catalog) -> None:
    uses = []
    for road in ("paved", "gravel", "trail"):
        found = check(apply(sample.design, [Change("/loads/road", road)]), catalog)
        uses.append({f.id: f.use for f in found.findings if f.use is not None and not f.minimum})
    for ident in uses[0]:
        assert uses[0][ident] <= uses[1][ident] + 1e-9 <= uses[2][ident] + 2e-9, ident


def test_own_case_vectors_replace_the_usual(sample: Job, catalog: Catalog) -> None:
    mild = check(apply(sample.design, [Change("/loads/cases", {"Brake": {"x": -0.4, "y": 0, "z": -1}})]), catalog)
    assert by_id(mild, "slide1/pin.bending").case == "Start", "half a g backwards is worse now"


@settings(max_examples=12, deadline=None)
@given(st.floats(min_value=0, max_value=1054))
def test_nothing_stands_worse_here_than_at_its_worst_position(sample_report: Report, travel: float) -> None:
    """Named positions bound what is reported; between them only the tip checks may differ, and monotonously."""
    worst = {f.id: f for f in sample_report.findings}
    for ident, found in here(studies_at(sample_report, {PULL: travel})).items():
        if ident in ("slide1/tip.droop", "slide1/side-rail.strength", "slide1/roller.carrying", "slide1/axle.carrying"):
            assert found.use is None or found.use <= (worst[ident].use or 9) + 1e-6


@pytest.fixture(scope="module")
def sample_report(sample: Job, catalog: Catalog) -> Report:
    return check(sample.design, catalog)


def test_unknown_stock_names_the_field(sample: Job, catalog: Catalog) -> None:
    for path, field in (("/builds/0/rail", "rail"), ("/builds/0/deck", "deck"), ("/builds/0/base/upper", "base/upper")):
        with pytest.raises(StockError, match=field):
            check(apply(sample.design, [Change(path, "9x9x9")]), catalog)


def test_a_mend_does_what_it_says(report: Report, catalog: Catalog) -> None:
    mends = {m.finding: m for m in advise(report, catalog) if "longest" not in m.label}
    assert {"slide1/pin.bending", "slide1/side-rail.strength"} <= set(mends)
    for mend in mends.values():
        after = check(apply(report.context.design, mend.changes), catalog)
        assert by_id(after, mend.finding).use == pytest.approx(mend.use)
        assert by_id(after, mend.finding).state == mend.state == "holds"
        assert after.tally.build_kg - report.tally.build_kg == pytest.approx(mend.adds_kg)
        named = {e.id for e in mend.worsens}
        for f in after.findings:
            was = next((x for x in report.findings if x.id == f.id), None)
            if was is not None and RANK[f.state] < RANK[was.state]:
                assert f.id in named


def test_deck_mends_thicken_or_add_a_rib(sample: Job, catalog: Catalog) -> None:
    thin = check(apply(sample.design, [Change("/builds/0/deck", "birch.6.5")]), catalog)
    found = by_id(thin, "slide1/deck.foot")
    assert found.state == "over"
    assert [label for label, _ in candidates(thin.context.design, found, catalog)] == [
        "12 mm birch ply",
        "18 mm birch ply",
        "one more rib",
    ]
    mend = next(m for m in advise(thin, catalog) if m.finding == "slide1/deck.foot")
    assert mend.label == "12 mm birch ply" and mend.adds_kg > 0


def test_a_change_that_breaks_the_document_is_refused(sample: Job) -> None:
    with pytest.raises(InputError):
        apply(sample.design, [Change("/builds/0/pull_out", "7 m")])


def test_effects_name_what_got_worse(report: Report, sample: Job, catalog: Catalog) -> None:
    after = check(apply(sample.design, [Change("/builds/0/lock/pin", "1/4 in")]), catalog)
    assert (
        {"slide1/pin.bending"}
        <= {e.id for e in effects(report, after)}
        <= {f"slide1/pin.{n}" for n in ("bending", "shear", "together", "plate")}
    )
    assert effects(report, report) == ()


def _views(report: Report) -> list[View]:
    out = next(s for s in report.studies if s.setting.name == "out")
    entries, missing = ledger(report.context, {PULL: 0.0})
    found = [
        *kind_of(report.context.host).views(report.context.host),
        *frame_views(report.context, out, out.setting.travels, {}, {}),
        *proof_views(out, "Parked", {})[0],
    ]
    beam = beam_view(report.context.host, entries, loads_of(report.context, entries, missing), report.context.say)
    assert beam is not None
    held = report.anchors[0]
    return [*found, beam, anchor_view(report.context.host, held, held.cases[0], held.pull_of(held.cases[0]), {})]


def test_drawings_are_finite_and_inside_their_box(report: Report) -> None:
    for view in _views(report):
        u0, v0, u1, v1 = view.box
        assert u1 > u0 and v1 > v0
        for item in view.items:
            points = item.points if isinstance(item, Path) else (item.a, item.b) if isinstance(item, DimensionLine) else (item.at,)
            assert all(math.isfinite(x) for point in points for x in point)
            if isinstance(item, Arrow):
                assert 0 <= item.share <= 1.0001 and math.hypot(*item.toward) == pytest.approx(1)
            if isinstance(item, Circle):
                assert item.r > 0


def test_every_dimension_of_the_host_is_drawn(report: Report) -> None:
    drawn = {
        item.field
        for view in kind_of(report.context.host).views(report.context.host)
        for item in view.items
        if isinstance(item, DimensionLine)
    }
    assert drawn == {f"/host/dims/{name}" for name in report.context.host.dims}


def test_drawn_dimensions_measure_what_they_say(report: Report) -> None:
    for view in _views(report):
        for item in view.items:
            if isinstance(item, DimensionLine) and item.mm is not None:
                k = 0 if item.axis == "h" else 1
                assert abs(abs(item.b[k] - item.a[k]) - abs(item.mm)) < 0.5, item.label


def test_members_use_over_all_cases_bounds_each_case(report: Report) -> None:
    out = next(s for s in report.studies if s.setting.name == "out")
    overall = {row.member: row.use for row in member_uses(out, None)}
    for item in out.solved:
        for row in member_uses(out, item.case.name):
            assert row.use <= overall[row.member] + 1e-12
    assert max(overall.values()) == pytest.approx(by_id(report, "slide1/side-rail.strength").use)


def test_steps_cover_welding_cautions_and_the_road_test(report: Report) -> None:
    steps = {step.id.split("/")[1]: step for step in report.steps}
    assert next(iter(steps)) == "measure" and list(steps)[-1] == "road"
    assert "zinc" in steps["clean"].caution and "tank" not in steps["install"].caution
    assert "drill" not in steps and "holes" in steps, "the sample uses existing bolts only"
    assert report.tally.hours == pytest.approx(sum(step.minutes for step in report.steps) / 60)
