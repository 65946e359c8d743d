"""Clearances, tolerances and the lowered gate."""

from __future__ import annotations

from typing import Any

import pytest

from ergostrut.core.catalog.model import Catalog
from ergostrut.core.changes import Change
from ergostrut.core.finding import at_least, at_most
from ergostrut.core.job.change import apply
from ergostrut.core.job.document import Job
from ergostrut.core.report import check, here, studies_at
from tests.conftest import PULL, by_id


def _with(sample: Job, catalog: Catalog, *changes: tuple[str, Any]) -> Any:
    return check(apply(sample.design, [Change(path, value) for path, value in changes]), catalog)


@pytest.mark.parametrize(
    ("have", "need", "want", "state"),
    [(10, 0, 6, "holds"), (6, 0, 6, "holds"), (3, 0, 6, "tight"), (0, 0, 6, "tight"), (-0.1, 0, 6, "over"), (4, 5, 15, "over")],
)
def test_minima(have: float, need: float, want: float, state: str) -> None:
    use, found = at_least(have, need, want)
    assert found == state
    assert {"holds": use <= 0.85, "tight": 0.85 <= use <= 1.0, "over": use > 1.0}[state]


@pytest.mark.parametrize(
    ("demand", "limit", "state"),
    [(85, 100, "holds"), (85.1, 100, "tight"), (100, 100, "tight"), (100.1, 100, "over"), (1, 0, "over"), (0, 0, "holds")],
)
def test_maxima(demand: float, limit: float, state: str) -> None:
    assert at_most(demand, limit)[1] == state


def test_wells_by_subtraction(sample: Job, catalog: Catalog) -> None:
    """(50 1/2 in - overall)/2; overall = tray + 2 x (a gap of 3 mm and the 1 1/2 in base rail beside it); a lower one of 1 in lies under the
    tray's rail, and the upper one of 1 in is the widest."""
    found = by_id(_with(sample, catalog), "slide1/fit.wells")
    tray = 47.25 * 25.4
    assert found.demand == pytest.approx((50.5 * 25.4 - tray - 2 * (3 + 38.1)) / 2) and found.state == "tight"
    slim = by_id(_with(sample, catalog, ("/builds/0/base/lower", "1x1x14ga")), "slide1/fit.wells")
    assert slim.demand == pytest.approx((50.5 * 25.4 - tray - 2 * (3 + 25.4)) / 2) and slim.state == "holds"


def test_a_tray_too_wide_is_over(sample: Job, catalog: Catalog) -> None:
    assert by_id(_with(sample, catalog, ("/builds/0/tray_width", "50 in")), "slide1/fit.wells").state == "over"


def test_a_missing_dimension_is_unknown_never_a_pass(sample: Job, catalog: Catalog) -> None:
    report = _with(sample, catalog, ("/host/dims/width_between_wells/value", None))
    found = by_id(report, "slide1/fit.wells")
    assert (found.state, found.use, found.missing) == ("unknown", None, ("width_between_wells",))
    assert by_id(report, "host/measure.missing").state == "unknown"


@pytest.mark.parametrize(("confidence", "state"), [("typical", "unknown"), ("measured", "holds"), ("checked", "holds")])
def test_a_typical_figure_at_stake_says_measure_first(sample: Job, catalog: Catalog, confidence: str, state: str) -> None:
    """11 mm clear at the gate; a typical figure is good for 25 mm."""
    found = by_id(_with(sample, catalog, ("/host/dims/length_to_gate/state", confidence)), "slide1/fit.gate")
    assert found.state == state
    if state == "unknown":
        assert "Measure first" in found.sentence and found.hangs_on == ("length_to_gate",)


def test_a_given_tolerance_replaces_the_usual_one(sample: Job, catalog: Catalog) -> None:
    report = _with(sample, catalog, ("/host/dims/length_to_gate/state", "typical"), ("/host/dims/length_to_gate/tolerance", "2 mm"))
    assert by_id(report, "slide1/fit.gate").state == "holds"


def test_the_lowered_gate_meets_the_tray_only_when_out(sample: Job, catalog: Catalog) -> None:
    report = _with(sample, catalog, ("/host/dims/gate_rise", {"value": "1 3/8 in", "state": "measured"}))
    assert "slide1/fit.lowered-gate" not in here(studies_at(report, {PULL: 0.0}))
    assert here(studies_at(report, {PULL: 1054.1}))["slide1/fit.lowered-gate"].state == "over"
    assert by_id(report, "slide1/fit.lowered-gate").position == "out"


def test_cover_is_checked_when_there_is_one(sample: Job, catalog: Catalog) -> None:
    low = _with(sample, catalog, ("/host/dims/cover_height", {"value": "21 in", "state": "measured"}))
    assert by_id(low, "slide1/fit.cover").state == "over"
    assert not any(f.check == "fit.cover" for f in _with(sample, catalog).findings)


def test_hold_down_axle_must_meet_the_rail(sample: Job, catalog: Catalog) -> None:
    assert by_id(_with(sample, catalog, ("/builds/0/base/lower", "2x4x1/8")), "slide1/fit.axle").state in ("over", "tight", "holds")
    off = by_id(_with(sample, catalog, ("/builds/0/rail", "1x1x14ga")), "slide1/fit.axle")
    assert off.state == "over" and "misses the rail" in off.sentence


def test_rollers_that_miss_the_tray_are_a_finding(sample: Job, catalog: Catalog) -> None:
    report = _with(sample, catalog, ("/builds/0/tray_length", "70 in"))
    found = by_id(report, "slide1/frame.stands")
    assert found.state == "over" and "carrying rollers" in found.sentence


def test_pulled_off_its_rollers_is_a_finding(sample: Job, catalog: Catalog) -> None:
    report = _with(sample, catalog, ("/builds/0/pull_out", "78 in"))
    assert by_id(report, "slide1/frame.stands").state == "over"
