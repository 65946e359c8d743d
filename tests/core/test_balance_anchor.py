"""The truck on its axles, and the base on its bolts."""

from __future__ import annotations

from typing import Any

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from ergostrut.core.anchor.body import Bolt, share, supports
from ergostrut.core.anchor.bolts import bolt_use, capacity
from ergostrut.core.balance.corrected import ledger
from ergostrut.core.balance.ledger import loads_of
from ergostrut.core.catalog.model import Catalog
from ergostrut.core.changes import Change
from ergostrut.core.job.change import apply
from ergostrut.core.job.document import Job
from ergostrut.core.report import Report, check
from tests.conftest import PULL, by_id


def _with(sample: Job, catalog: Catalog, *changes: tuple[str, Any]) -> Report:
    return check(apply(sample.design, [Change(path, value) for path, value in changes]), catalog)


def test_axles_by_moments(report: Report) -> None:
    """Rear takes m (x - x_front)/wheelbase; the two axles carry everything."""
    entries, missing = ledger(report.context, {PULL: 500.0})
    axles = loads_of(report.context, entries, missing)
    base, front = 145 * 25.4, (45.25 - 145) * 25.4
    moment = sum(e.kg * ((e.x or 0) - front) for e in entries)
    assert axles.on["rear"] == pytest.approx(moment / base)
    assert axles.on["front"] + axles.on["rear"] == pytest.approx(axles.total)


def test_pulling_the_tray_moves_its_mass_to_the_rear_axle(report: Report) -> None:
    reach = report.context.builds[0].motions[0].reach
    home, out = (loads_of(report.context, *ledger(report.context, {PULL: t})) for t in (0.0, reach))
    moving = sum(e.kg for e in ledger(report.context, {PULL: 0.0})[0] if e.body == "slide1/tray")
    assert out.on["rear"] - home.on["rear"] == pytest.approx(moving * reach / (145 * 25.4))


def test_what_was_aboard_at_the_weighing_comes_off(sample: Job, catalog: Catalog) -> None:
    with_driver = _with(sample, catalog)
    alone = _with(sample, catalog, ("/host/weights/aboard/crew", "0 kg"))
    difference = [loads_of(r.context, *ledger(r.context, {PULL: 0.0})).total for r in (alone, with_driver)]
    assert difference[0] - difference[1] == pytest.approx(82)


def test_half_a_tank_is_filled_up(sample: Job, catalog: Catalog) -> None:
    half = _with(sample, catalog, ("/host/weights/aboard/fuel", "half"))
    assert by_id(half, "balance/gross").state == "unknown"
    known = _with(sample, catalog, ("/host/weights/aboard/fuel", "half"), ("/host/weights/tank", {"full": "70 kg", "ahead": "-300 mm"}))
    fuel = [e for e in ledger(known.context, {PULL: 0.0})[0] if e.group == "fuel"]
    assert [(e.kg, e.x) for e in fuel] == [(35.0, 300.0)]


@pytest.mark.parametrize("rating", ["front/rating", "rear/rating", "gross_rating"])
def test_ratings_are_never_assumed(sample: Job, catalog: Catalog, rating: str) -> None:
    report = _with(sample, catalog, (f"/host/weights/{rating}", None))
    ident = {"front/rating": "balance/front", "rear/rating": "balance/rear", "gross_rating": "balance/gross"}[rating]
    assert by_id(report, ident).state == "unknown"
    assert report.places["balance"] == "unknown"
    assert (report.tally.payload_left_kg is None) == (rating == "gross_rating")


def test_typical_weights_are_provisional(sample: Job, catalog: Catalog) -> None:
    report = _with(sample, catalog, ("/host/weights/source", "typical"))
    assert "Provisional" in by_id(report, "balance/rear").sentence


def test_an_axle_over_its_rating(sample: Job, catalog: Catalog) -> None:
    assert by_id(_with(sample, catalog, ("/host/weights/rear/rating", "1100 kg")), "balance/rear").state == "over"


FOUR = [Bolt(f"B{i}", x, y) for i, (x, y) in enumerate([(0, -400), (0, 400), (1500, -400), (1500, 400)])]
CORNERS = [(-100.0, -500.0), (-100.0, 500.0), (1600.0, -500.0), (1600.0, 500.0)]


def test_pure_shear_shares_evenly() -> None:
    found = share(supports(FOUR, CORNERS), np.array([-4000.0, 0, -1000, 0, 750 * 1000, 0]))
    assert found.settled
    assert found.shear[:, 0] == pytest.approx([1000.0] * 4, rel=1e-6)
    assert found.tension == pytest.approx([0] * 4, abs=1e-6)
    assert found.floor.sum() == pytest.approx(1000)


def test_straight_lift_shares_evenly() -> None:
    found = share(supports(FOUR, CORNERS), np.array([0, 0, 2000.0, 0, -750 * 2000.0, 0]))
    assert found.tension == pytest.approx([500] * 4, rel=1e-6)
    assert found.floor == pytest.approx([0] * 4, abs=1e-6)


def test_tipping_about_the_rear_edge_by_hand() -> None:
    """A lift-free moment that raises the front: pull x lever about the rear contacts balances it."""
    moment = 3.0e6
    found = share(supports(FOUR, CORNERS), np.array([0, 0, 0, 0, moment, 0]))
    pull = found.tension
    push = found.floor
    assert found.settled
    assert pull.sum() == pytest.approx(push.sum(), rel=1e-6)
    levers = -sum(t * b.x for t, b in zip(pull, FOUR, strict=True)) + sum(p * c[0] for p, c in zip(push, CORNERS, strict=True))
    assert levers == pytest.approx(moment, rel=1e-6)


def test_one_bolt_does_not_hold_a_turning_body() -> None:
    one = share(supports(FOUR[:1], CORNERS), np.array([0, 500.0, -1000, 0, 0, 750 * 500.0]))
    assert not one.settled or float(np.hypot(*one.shear[0])) > 0
    assert not share(supports([], CORNERS), np.array([0, 0, 1.0, 0, 0, 0])).settled


@settings(max_examples=60, deadline=None)
@given(
    st.lists(st.floats(min_value=-5000, max_value=5000), min_size=3, max_size=3), st.floats(min_value=0, max_value=900), st.integers(0, 3)
)
def test_forces_balance_whatever_bolt_is_gone(F: list[float], height: float, gone: int) -> None:
    force = np.array(F)
    load = np.concatenate([force, np.cross(np.array([750.0, 30.0, height]), force)])
    found = share(supports(FOUR, CORNERS), load, gone)
    assert found.tension[gone] == 0
    assert np.all(found.tension >= 0) and np.all(found.floor >= 0)
    if found.settled:
        held = np.array([found.shear[:, 0].sum(), found.shear[:, 1].sum(), found.floor.sum() - found.tension.sum()])
        assert held == pytest.approx(-force, abs=1e-2 + 2e-3 * float(np.abs(load).max()))


def test_bolt_strengths_by_aisc_j3(report: Report, sample: Job, catalog: Catalog) -> None:
    """0.75 Fu Ab/2 and 0.45 Fu Ab/2 on the nominal area: M12 8.8, Ab 113.1 mm2: 33.9 and 20.4 kN; the floor gives way before."""
    free = _with(
        sample, catalog, *((f"/host/holes/{i}/rating", None) for i in range(4)), *((f"/host/holes/{i}/behind", "sheet") for i in range(4))
    )
    anchor = free.context.builds[0].anchors[0]
    cap = capacity(free.context, anchor)
    assert cap.shear == pytest.approx(min(0.45 * 800 * 113.1 / 2, 2.4 * 12 * 1.2 * 270 / 2), rel=1e-3)
    dished = np.pi * 140 * 1.2**2 * 75 / 63 + 2 * np.pi * 140 * 1.2 * 2 / np.log(75 / 12)
    assert cap.tension == pytest.approx(dished / 1.67, rel=1e-3), "the sheet between its ribs governs, before AISI S100 J4.4"
    rated = capacity(report.context, report.context.builds[0].anchors[0])
    assert rated.rated == pytest.approx(420 * 9.80665)


def test_tension_and_shear_together_by_j37(report: Report) -> None:
    """F'nt = 1.3 Fnt - (2 Fnt/Fnv) frv <= Fnt: at half the shear strength 0.8 of the tension is left."""
    anchor = report.context.builds[0].anchors[0]
    assert anchor.thread is not None
    area = np.pi * anchor.thread.d**2 / 4
    T, V = 0.75 * anchor.Fu * area / 2, 0.45 * anchor.Fu * area / 2
    from ergostrut.core.anchor.bolts import Capacity

    cap = Capacity(T, V)
    assert bolt_use(0.4 * T, 0.5 * V, cap, anchor) == pytest.approx(0.4 / 0.8)
    assert bolt_use(0, V, cap, anchor) == pytest.approx(1.0)


@pytest.mark.parametrize(
    ("changes", "ident", "state"),
    [
        ([("/builds/0/fixings", [])], "slide1/anchor.none", "over"),
        ([("/host/holes/0/rating", None)], "slide1/anchor.F1", "unknown"),
        ([("/builds/0/fixings/0/hole", "bolt 9")], "slide1/anchor.F1", "unknown"),
        (
            [("/host/may_drill", False), ("/builds/0/fixings/0", {"name": "F1", "x": "200 mm", "y": "0 mm"})],
            "slide1/anchor.drilling",
            "over",
        ),
        (
            [("/builds/0/fixings/0", {"name": "F1", "x": "240 mm", "y": "-500 mm"}), ("/host/dims/floor_thickness/value", None)],
            "slide1/anchor.F1",
            "unknown",
        ),
        ([("/builds/0/fixings/0", {"name": "F1", "x": "240 mm", "y": "-500 mm", "backing": True})], "slide1/anchor.F1", "over"),
    ],
)
def test_fixing_verdicts(sample: Job, catalog: Catalog, changes: list[tuple[str, Any]], ident: str, state: str) -> None:
    assert by_id(_with(sample, catalog, *changes), ident).state == state


def test_each_axle_is_asked_with_what_moves_where_it_loads_it_most(shop_job: Job, catalog: Catalog) -> None:
    """The tray out and the half of the bunk at home for the rear axle; the half forward and the tray in for the front."""
    context = check(shop_job.design, catalog).context
    half = "platform1/half/shift"
    reach = next(m.reach for build in context.builds for m in build.motions if m.id == half)
    pulled = {PULL: context.builds[0].motions[0].reach}
    rear = loads_of(context, *ledger(context, pulled)).on["rear"]
    front = loads_of(context, *ledger(context, {half: reach})).on["front"]
    report = check(shop_job.design, catalog)
    assert by_id(report, "balance/rear.out").demand == pytest.approx(rear)
    assert by_id(report, "balance/front.out").demand == pytest.approx(front)
    both = loads_of(context, *ledger(context, {**pulled, half: reach}))
    assert both.on["rear"] < rear


@pytest.mark.parametrize(("front", "state"), [("2000 kg", "holds"), ("1000 kg", "tight"), ("100 kg", "over")])
def test_a_light_front_axle(sample: Job, catalog: Catalog, front: str, state: str) -> None:
    """Below a fifth of the whole it is tight, below nothing the truck stands on its rear axle alone."""
    heavy = {**sample.design.carry.things[0].model_dump(mode="json"), "mass": "1500 kg", "at": {"x": "1600 mm", "y": "0 mm"}}
    report = _with(sample, catalog, ("/host/weights/front/empty", front), ("/carry/things", [heavy]))
    found = by_id(report, "balance/front.light")
    rows, missing = ledger(report.context, {PULL: report.context.builds[0].motions[0].reach})
    axles = loads_of(report.context, rows, missing)
    assert found.state == state and found.demand == pytest.approx(axles.on["front"])
    assert (state == "holds") == (axles.on["front"] >= axles.total / 5)


def test_an_unknown_fixing_names_its_largest_force(sample: Job, catalog: Catalog) -> None:
    """Pull and shear that must be asked about are the largest of all cases, whichever way they act."""
    report = _with(sample, catalog, *((f"/host/holes/{i}/rating", None) for i in range(4)))
    (study,) = report.anchors
    held = [row for row in study.cases if row.shared.settled]
    shears = np.array([np.hypot(*row.shared.shear.T) for row in held])
    largest = np.maximum(study.pulls(held), shears).max(axis=0)
    for anchor, force in zip(study.assembly.anchors, largest, strict=True):
        found = by_id(report, f"slide1/anchor.{anchor.name}")
        assert found.state == "unknown" and found.demand == pytest.approx(force)
