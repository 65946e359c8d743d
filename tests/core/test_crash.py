"""Crash restraint: only when asked for, against nominal strength, worked again by hand."""

from __future__ import annotations

import math

import pytest

from ergostrut.core.catalog.model import Catalog
from ergostrut.core.changes import Change
from ergostrut.core.constants import G
from ergostrut.core.finding import Finding
from ergostrut.core.job.change import apply
from ergostrut.core.job.document import Job
from ergostrut.core.problem import InputError
from ergostrut.core.report import Report, check
from tests.conftest import by_id, moving

LB = 0.45359237


def crashed(sample: Job, catalog: Catalog, **more: object) -> Report:
    rows = [
        Change("/loads/crash", {"on": True}),
        Change("/builds/0/base/front_stop", True),
        *(Change(path, value) for path, value in more.items()),
    ]
    return check(apply(sample.design, rows), catalog)


def value(found: Finding, symbol: str) -> float:
    return next(line.value for line in found.working if line.symbol == symbol)  # type: ignore[return-value]


def mass(report: Report) -> float:
    return moving(report.studies[0])[0]


def test_off_until_asked_for(report: Report, sample: Job, catalog: Catalog) -> None:
    """Behind a cab wall it is offered, not run."""
    assert not any(".crash" in f.id or "/crash" in f.id for f in report.findings)
    ids = {f.id for f in crashed(sample, catalog).findings}
    assert {"slide1/crash.fixings", "slide1/crash.pin", "slide1/crash.stop", "slide1/crash.guides", "slide1/crash.keeper"} <= ids
    assert "thing/cold-box/crash" in ids


def test_every_crash_finding_says_what_counts_for_people(sample: Job, catalog: Catalog) -> None:
    found = [f for f in crashed(sample, catalog).findings if f.check.startswith("crash.")]
    assert len(found) >= 8 and all("Only a tested seat" in f.caution for f in found)


def test_fixings_carry_all_of_ten_g(sample: Job, catalog: Catalog) -> None:
    """Shears of all fixings together are 10 g of tray, base and load; allowables without their factors of 2 and 3."""
    report = crashed(sample, catalog)
    study = report.anchors[0]
    row = next(r for r in study.crash if r.case == "Crash ahead")
    base = sum(kg for kg, _ in study.assembly.masses("slide1/base"))
    assert abs(float(row.shared.shear[:, 0].sum())) == pytest.approx(10 * (mass(report) + base) * G, rel=1e-3)
    found, usual = by_id(report, "slide1/crash.fixings"), by_id(report, "slide1/anchor.F1")
    assert found.use is not None
    assert value(found, "T_b") == pytest.approx(2 * value(usual, "T_b")) and value(found, "V_b") == pytest.approx(2 * value(usual, "V_b"))


def test_pin_by_hand(sample: Job, catalog: Catalog) -> None:
    """Hit from behind at 5 g (the front stop takes 10 g ahead): plastic moment Fy d3/6, shear 0.6 Fy, without the stop 10 g."""
    report = crashed(sample, catalog)
    found, pin = by_id(report, "slide1/crash.pin"), report.context.builds[0].locks[0]
    F = mass(report) * G * 5 / pin.count
    e = pin.gap + (pin.t1 + pin.t2) / 2
    by_hand = max(F * e / (pin.Fy * pin.d**3 / 6), F / (0.6 * pin.Fy * math.pi * pin.d**2 / 4))
    assert found.use == pytest.approx(by_hand) and found.case == "Crash, hit from behind"
    bare = crashed(sample, catalog, **{"/builds/0/base/front_stop": False})
    assert by_id(bare, "slide1/crash.pin").use == pytest.approx(2 * by_hand)
    assert "slide1/crash.stop" not in {f.id for f in bare.findings}


def test_ratings_count_as_they_stand_and_unknown_without(sample: Job, catalog: Catalog) -> None:
    bare = by_id(crashed(sample, catalog), "slide1/crash.stop")
    assert bare.state == "unknown" and bare.missing == ("stop rating",)
    rated = crashed(sample, catalog, **{"/builds/0/base/stop_rating": "2000 lb"})
    found = by_id(rated, "slide1/crash.stop")
    assert found.use == pytest.approx(0.6 * mass(rated) * 10 / (2000 * LB))


def test_guides_share_by_statics(sample: Job, catalog: Catalog) -> None:
    """5 g sideways on two guides by the lever of the centre of gravity; all the load at the tail loads the rear guide alone."""
    report = crashed(sample, catalog)
    slide, (kg, at) = report.context.builds[0].sliders[0], moving(report.studies[0])
    s = (at[0] - slide.hold_down.x) / (slide.carrying.x - slide.hold_down.x)
    found = by_id(report, "slide1/crash.guides")
    assert found.demand == pytest.approx(max(0.6, abs(s), abs(1 - s)) * kg * G * 5)
    heavy = {
        "id": "block",
        "name": "block",
        "length": "200 mm",
        "width": "200 mm",
        "height": "100 mm",
        "mass": "900 kg",
        "on": "slide1/tray",
    }
    spot = {**heavy, "at": {"x": "1890 mm", "y": "0 mm"}}
    tail = crashed(sample, catalog, **{"/carry/things": [spot]})
    assert value(by_id(tail, "slide1/crash.guides"), "k") > 0.85


@pytest.mark.parametrize(
    ("hold", "capacity"),
    [
        ({"by": "straps", "strap_rating": "300 lb", "straps": 2}, 0.8 * 2 * 3 * 300 * LB * G),
        ({"by": "straps", "strap_rating": "900 lb", "strap_marked": "breaking", "straps": 2}, 0.8 * 2 * 900 * LB * G),
        (
            {"by": "straps", "strap_rating": "900 lb", "strap_marked": "breaking", "straps": 2, "over": False, "height": "200 mm"},
            0.8 * 900 * LB * G,
        ),
        ({"by": "bolted", "rating": "500 lb", "height": "200 mm"}, 500 * LB * G),
    ],
)
def test_things_held(sample: Job, catalog: Catalog, hold: dict[str, object], capacity: float) -> None:
    """Tie-downs at 0.8 of breaking; a bracket at its rating; 31 kg at 10 g, where what holds it acts at its middle, or over its top."""
    found = by_id(crashed(sample, catalog, **{"/carry/things/0/hold": hold}), "thing/cold-box/crash")
    assert found.limit == pytest.approx(capacity) and found.use == pytest.approx(31 * G * 10 / capacity, rel=1e-3)


@pytest.mark.parametrize(
    ("hold", "state"), [({"by": "weight"}, "over"), ({"by": "friction", "friction": 0.9}, "over"), ({"by": "straps"}, "unknown")]
)
def test_things_not_held(sample: Job, catalog: Catalog, hold: dict[str, object], state: str) -> None:
    assert by_id(crashed(sample, catalog, **{"/carry/things/0/hold": hold}), "thing/cold-box/crash").state == state


def test_own_g_is_taken_and_nonsense_refused(sample: Job, catalog: Catalog) -> None:
    soft = crashed(sample, catalog, **{"/loads/crash/other": 2})
    hard = crashed(sample, catalog)
    assert (by_id(soft, "slide1/crash.pin").use or 0) == pytest.approx((by_id(hard, "slide1/crash.pin").use or 0) * 2 / 5)
    for wrong in (0, 400, "much"):
        with pytest.raises(InputError):
            apply(sample.design, [Change("/loads/crash/forward", wrong)])


def test_fixings_in_a_crash_know_prying_and_rolling_as_on_the_road(sample: Job, catalog: Catalog) -> None:
    """5 g from the side rolls one rail over its edge: m 5 g h / (b / 2) over the fixings of that rail, besides what the beams pull."""
    report = crashed(sample, catalog)
    found = by_id(report, "slide1/crash.fixings")
    study = report.anchors[0].in_crash
    assert study.footing is not None
    side = next(i for i, row in enumerate(study.footing.rows) if row.case.name == "Crash from the left")
    tray = report.studies[0]
    rail = next(m for m in tray.assembly.of_body("slide1/base") if m.role == "lower rail")
    heights = [place[2] for place in (contact.at for contact in tray.posed.contacts)]  # type: ignore[union-attr]
    expect = mass(report) * G * 5 * (sum(heights) / len(heights)) / (rail.shape.width / 2) / 2
    assert study.footing.roll[side].max() == pytest.approx(expect, rel=0.02)
    assert value(found, "T") >= value(found, "T_r") and value(found, "T") >= value(found, "T₁") + value(found, "T_q") - 1e-6
    assert value(found, "T") > 2 * value(found, "T_r")
