"""Lines of the log: what they say beside the report, what they give the job and how that is undone, what is due, what is learnt."""

from __future__ import annotations

import datetime as dt
import math
from dataclasses import replace
from typing import Any

import pytest

from ergostrut.core.changes import Change
from ergostrut.core.cut.plan import cut_plan
from ergostrut.core.document.entries import FIELDS
from ergostrut.core.finding import Finding
from ergostrut.core.job.change import apply
from ergostrut.core.job.document import Design, Entry, Job, read_job, write_job
from ergostrut.core.log.beside import beside
from ergostrut.core.log.due import due
from ergostrut.core.log.kinds import BY_KIND, KINDS
from ergostrut.core.log.learnt import learnt, ratio, spent
from ergostrut.core.log.lines import standing
from ergostrut.core.log.tested import marked
from ergostrut.core.log.uses import friction, undoing, used, uses_of
from ergostrut.core.report import check, context_of
from ergostrut.core.units import Units
from ergostrut.core.wording import Say
from ergostrut.demo.sample import sample_jobs

JOBS = {job.design.name: job for job in sample_jobs()}
VAN = JOBS["Borrowed van's gear rack"].design
MM = Say(Units(length="mm", mass="kg"))
TODAY = dt.date(2026, 6, 1)


def line(kind: Any, at: str = "2026-05-04T10:00", text: str = "", /, **data: Any) -> Entry:
    return Entry(kind=kind, at=at, text=text, data=data)


def test_every_kind_that_is_written_has_the_fields_its_record_takes() -> None:
    for kind in KINDS:
        if not kind.fields:
            continue
        record = FIELDS[kind.kind]
        assert {one.path for one in kind.fields} <= set(record.model_fields), kind.kind
        required = {name for name, field in record.model_fields.items() if field.is_required()}
        assert required <= {one.path for one in kind.fields if not one.optional}, f"{kind.kind}: what it needs is asked for"


def test_a_tilt_test_gives_the_tangent_of_its_least_angle_rounded_down() -> None:
    entry = line("friction test", part="thing/radios", degrees=[19.1, 18.0, 18.4])
    # EN 12195-1, Annex B (from memory): 0.925 tan 18 = 0.3005
    assert friction(FIELDS["friction test"].model_validate(entry.data)) == 0.30 <= 0.925 * math.tan(math.radians(18.0))  # type: ignore[arg-type]
    assert beside(entry, (), MM).startswith("Friction 0.3: 0.925 of the tangent of 18°, the least of 3")


def unknown_radios() -> tuple[Design, str]:
    at = next(k for k, thing in enumerate(VAN.carry.things) if thing.id == "radios")

    path = f"/carry/things/{at}/hold/friction"
    return apply(VAN, [Change(path, None)]), path


def test_a_friction_test_gives_the_job_its_missing_number_and_taking_it_back_undoes_that() -> None:
    design, path = unknown_radios()
    entry = line("friction test", part="thing/radios", degrees=[18.0])
    (offer,) = uses_of(design, entry)
    assert (offer.change.path, offer.change.value, offer.was) == (path, 0.3, None) and "tested" in offer.words
    after = apply(design, [offer.change])
    record = [entry, line("used", line=0, changes=[{"path": path, "value": 0.3, "was": None}])]
    assert [n for n, _ in used(record)[0]] == [1]
    changes, left = undoing(after, [one for _, one in used(record)[0]])
    assert left == [] and apply(after, changes) == design
    # what was changed since is left as it is, and said
    other = apply(after, [replace(offer.change, value=0.5)])
    assert undoing(other, [one for _, one in used(record)[0]]) == ([], [path])
    assert used([*record, line("taken back", line=1)]) == {}


def test_the_sample_van_was_unknown_before_its_tilt_test(catalog: Any) -> None:
    """The demo's own line 3: without what it gave, the radios' hold is unknown."""

    job = JOBS["Borrowed van's gear rack"]
    changes, left = undoing(job.design, [one for _, one in used(job.record)[3]])
    assert left == []
    before = check(apply(job.design, changes), catalog)
    after = check(job.design, catalog)
    told = {f.id: f.state for f in before.findings if "thing/radios" in f.parts}
    now = {f.id: f.state for f in after.findings if "thing/radios" in f.parts}
    turned = [ident for ident, state in told.items() if state == "unknown" and now.get(ident) != "unknown"]
    assert turned, "a friction test turned an unknown into a verdict"


def test_a_verdict_on_a_tested_number_is_marked_so(catalog: Any) -> None:
    """The radios' friction is of a tilt test: their finding says of which line; taken back it says nothing, changed by hand neither."""
    job = JOBS["Borrowed van's gear rack"]
    found = check(job.design, catalog).findings
    told = [f for f in marked(found, job.design, job.record) if "Tested: friction test, line 3 of the log" in f.sentence]
    assert told and all("thing/radios" in f.parts and "tested:" in f.basis for f in told)
    back = (*job.record, line("taken back", line=next(n for n, one in enumerate(job.record) if one.kind == "used")))
    assert marked(found, job.design, back) == found
    (path, value) = next((one.path, one.value) for rows in used(job.record).values() for _, got in rows for one in got.changes)
    other = apply(job.design, [Change(path, round(value + 0.1, 2))])
    again = check(other, catalog).findings
    assert marked(again, other, job.record) == again


def test_hours_teach_by_the_system_they_were_spent_on() -> None:
    rows = [line("hours", hours=h, step="a/weld", work="weld", system="welded_steel_tube", estimate=1.0) for h in (1.0, 2.0)]
    found = {one.what: one for one in learnt([("one", [*rows, line("hours", hours=3.0, work="weld", estimate=1.0)])]).hours}
    assert found["weld"].median == 2.0 and found["weld"].lines == 3
    assert found["welded_steel_tube/weld"].median == 1.5 and found["welded_steel_tube/weld"].label == "weld, steel tube, welded"


def test_the_odometer_of_a_road_test_or_an_incident_counts() -> None:
    first = line("torque", odometer_km=1000.0, again_km=500.0)
    assert due([first], TODAY)[0].km_left == 500.0
    driven = line("road test", load="loaded", road="gravel", odometer_km=1450.0)
    assert due([first, driven], TODAY)[0].km_left == 50.0
    (late,) = due([first, driven, line("incident", part="x", manoeuvre="bump", odometer_km=1600.0)], TODAY)
    assert late.over and late.km_left == -100.0


def test_a_pull_that_held_is_a_rating_and_one_that_gave_is_none() -> None:
    held = uses_of(VAN, line("pull test", part="rack1 tie", newton=1961.33, held=True))
    assert held and all(one.change.value == "100 kg" for one in held) and all(one.change.path.startswith("/builds/0") for one in held)
    assert uses_of(VAN, line("pull test", part="rack1 tie", newton=1961.33, held=False)) == ()


def test_a_purchase_gives_a_price_each_or_by_the_metre() -> None:
    (bars,) = uses_of(VAN, line("purchase", item="2x3 spf", metres=14.6, price=31.0))
    assert bars.change.path == "/shop/prices" and bars.change.value["2x3 spf"] == pytest.approx(31.0 / 14.6, abs=0.005)
    (sheets,) = uses_of(VAN, line("purchase", item="birch.18", count=2, price=190.0))
    assert sheets.change.value["birch.18"] == 95.0


def test_torque_checks_are_due_by_day_or_by_distance_and_a_later_one_takes_their_place() -> None:
    first = line("torque", "2026-04-01T10:00", odometer_km=1000.0, again_km=500.0, again_days=30)
    assert [(one.over, one.on) for one in due([first], TODAY)] == [(True, dt.date(2026, 5, 1))]
    assert due([first], dt.date(2026, 4, 20))[0].over is False
    driven = line("torque", "2026-04-10T10:00", fastenings=["other"], odometer_km=1600.0)
    late = due([first, driven], dt.date(2026, 4, 20))
    assert late[0].km_left == -100.0 and late[0].over, "driven farther than was said"
    again = line("torque", "2026-05-20T10:00", again_days=90)
    assert [one.line for one in due([first, again], TODAY)] == [1]
    one = line("torque", "2026-04-02T10:00", fastenings=["a"], again_days=5)
    some = line("torque", "2026-04-05T10:00", fastenings=["a", "b"])
    assert due([one, some], TODAY) == () and len(due([line("torque", fastenings=["a", "c"], again_days=5), some], TODAY)) == 1
    assert due([first, line("taken back", line=0)], TODAY) == ()


FINDING = Finding(
    "build/deflection",
    "deflection",
    "prove",
    ("build/deck",),
    "Deck sags",
    "",
    "holds",
    6.0,
    9.0,
    "mm",
    0.67,
    case="a person in the middle",
)


def test_a_sag_says_which_stiffness_it_speaks_for() -> None:
    soft = beside(line("sag", part="build/deck", load="100 kg", sag="8 mm", finding="build/deflection"), [FINDING], MM)
    assert "0.75 times as stiff as computed" in soft and "too high" in soft
    assert "as stiff as computed" in beside(
        line("sag", part="build/deck", load="100 kg", sag="6.2 mm", finding="build/deflection"), [FINDING], MM
    )
    assert "choose the finding" in beside(line("sag", part="build/deck", load="100 kg", sag="8 mm"), [FINDING], MM)


def test_an_incident_stands_beside_what_should_have_seen_it() -> None:
    blind = beside(line("incident", part="build/deck", manoeuvre="bump"), [FINDING], MM)
    assert "“Deck sags” holds 0.67" in blind and "did not see it" in blind
    assert "did not see it" not in beside(
        line("incident", part="build/deck", manoeuvre="bump"), [replace(FINDING, state="over", use=1.2)], MM
    )
    assert beside(line("incident", part="build/deck", manoeuvre="bump"), None, MM) == "", "nothing is said before all is checked"
    assert "No finding" in beside(line("incident", part="elsewhere", manoeuvre="bump"), [FINDING], MM)


def test_a_shop_learns_the_median_with_its_spread_from_how_many() -> None:
    rows = [line("hours", hours=1.5 * k, step="a/weld", work="weld", estimate=1.0) for k in (1, 2, 3)]
    records = [
        ("one", rows),
        ("two", [line("hours", hours=2.0, estimate=2.0, work="cut"), line("purchase", item="x", price=30.0, estimate=20.0)]),
    ]
    found = learnt(records)
    assert [(one.what, one.lines, one.median, one.low, one.high) for one in found.hours] == [
        ("cut", 1, 1.0, 1.0, 1.0),
        ("weld", 3, 3.0, 1.5, 4.5),
    ]
    assert found.prices is not None and found.prices.median == 1.5
    assert ratio("x", [1, 2, 3, 4, 5]).low == pytest.approx(1.5) and ratio("x", [1, 2, 3, 4, 5]).high == pytest.approx(4.5)
    taken = learnt([("one", [*rows, line("taken back", line=2)])])
    assert taken.hours[0].median == pytest.approx(2.25), "a line taken back teaches nothing"


def test_mistakes_are_summed_apart_and_what_was_built_although_over_is_followed() -> None:
    rows = [
        line("mistake", kind="cut wrong", price=20.0, hours=0.5),
        line("mistake", kind="cut wrong", price=5.0),
        line("change", "2026-05-01T09:00", reason="no other tube in town", finding="a/strength"),
        line("incident", "2026-05-09T09:00", part="a", manoeuvre="bump"),
        line("purchase", item="x", price=80.0),
        line("hours", hours=3.0),
    ]
    found = learnt([("job", rows)])
    assert [(one.kind, one.lines, one.price, one.hours) for one in found.mistakes] == [("cut wrong", 2, 25.0, 0.5)]
    assert [(one.finding, one.incidents) for one in found.built_over] == [("a/strength", 1)]
    assert spent(rows) == type(spent(rows))(80.0, 3.0, 25.0, 0.5)


def test_a_record_with_every_kind_comes_back_from_its_file_as_it_was() -> None:
    rows = (
        line("hours", hours=1.0), line("sag", part="a", load="10 kg", sag="3 mm"), line("pull test", part="a", newton=5.0, held=True),
        line("photo", jpeg="AAAA"), line("note", "2026-05-04T10:00", "words"), line("taken back", line=0),
    )  # fmt: skip
    job = Job(design=VAN, record=rows)
    assert read_job(write_job(job)).record == rows
    assert [n for n, _ in standing(rows)] == [1, 2, 3, 4]


@pytest.mark.parametrize(
    ("kind", "data", "words"),
    [
        ("hours", {"hours": -1}, "hours"),
        ("friction test", {"part": "a", "degrees": [95]}, "degrees"),
        ("sag", {"part": "a", "load": "10", "sag": "3 mm"}, "load"),
        ("photo", {"jpeg": "<script>"}, "jpeg"),
        ("torque", {"torque": 3}, "torque"),
    ],
)
def test_fields_that_cannot_be_are_refused_by_their_names(kind: Any, data: dict[str, Any], words: str) -> None:
    with pytest.raises(ValueError, match=words):
        line(kind, **data)
    assert kind in BY_KIND or kind == "photo"


def test_what_a_shop_pays_over_typical_moves_what_has_no_price_of_its_own(catalog: Any) -> None:
    design = JOBS["Orchard flatbed"].design
    stock = "birch.18"
    own = apply(design, [Change("/shop/prices", {stock: 100.0}), Change("/shop/reserved", [])])
    dear = apply(own, [Change("/shop/pays", 1.5)])
    plans = [cut_plan(context_of(one, catalog)) for one in (own, dear)]
    rows = [{group.stock: group.price for group in (*plan.bars, *plan.sheets)} for plan in plans]
    assert all(rows[1][name] == pytest.approx(rows[0][name] * (1.0 if name == stock else 1.5)) for name in rows[0])
    assert [row.price for row in plans[1].hardware] == pytest.approx([1.5 * row.price for row in plans[0].hardware])
