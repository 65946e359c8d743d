"""Make through the API and on the command line: ticks that count once, readings in the job's units, the plan of days."""

from __future__ import annotations

import datetime as dt
import time
from pathlib import Path
from typing import Any

import icalendar
import pytest

from ergostrut.cli import main
from ergostrut.core.job.document import Entry, write_job
from ergostrut.core.make.schedule.plan import schedule
from ergostrut.demo.sample import sample_jobs

from .conftest import Shop


def steps(shop: Shop, job: int = 1) -> dict[str, Any]:
    return {one["step"]["id"]: one for one in shop.get(f"/api/jobs/{job}/make")["steps"]}


def tick(shop: Shop, step: str, kind: str = "tick", **more: Any) -> Any:
    body = {"kind": kind, "text": step, "data": {"step": step, "held": more.pop("held", False)}, **more}
    return shop.post("/api/jobs/1/record", body)


def test_a_tick_that_is_sent_twice_counts_once_and_is_dated_when_it_was_made(shop: Shop) -> None:
    lines = len(shop.get("/api/jobs/1/log")["entries"])
    for _ in range(3):
        tick(shop, "slide1/measure", uid="tablet-1", at="2026-05-04T12:30:00.000Z")
    log = shop.get("/api/jobs/1/log")["entries"]
    assert len(log) == lines + 1 and log[-1]["at"] == "2026-05-04T12:30"
    tick(shop, "slide1/measure", uid="phone-1", at="2198-01-01T00:00:00Z")
    assert shop.get("/api/jobs/1/log")["entries"][-1]["at"] < "2190", "a clock that is wrong dates nothing ahead"
    assert steps(shop)["slide1/measure"]["done"]
    answer = shop.post("/api/jobs/1/record", {"kind": "tick", "data": {"step": "x"}, "at": "noon"}, status=422)
    assert answer["problems"][0]["field"] == "/at"


def test_a_hold_that_was_skipped_stays_visible_until_it_is_checked(shop: Shop) -> None:
    before = shop.get("/api/jobs/1/make")["skipped"]
    tick(shop, "slide1/measure")
    assert shop.get("/api/jobs/1/make")["skipped"] == before + 1 and not steps(shop)["slide1/measure"]["held"]
    tick(shop, "slide1/measure", held=True)
    assert shop.get("/api/jobs/1/make")["skipped"] == before and steps(shop)["slide1/measure"]["held"]


def test_what_can_be_done_now_follows_what_is_done(shop: Shop) -> None:
    rows = steps(shop)
    ready = {name for name, one in rows.items() if one["ready"]}
    assert ready == {name for name, one in rows.items() if not one["done"] and all(rows[after]["done"] for after in one["step"]["after"])}
    name = sorted(ready)[0]
    tick(shop, name)
    after = steps(shop)
    assert not after[name]["ready"] and after[name]["done"]


def test_readings_are_judged_in_the_jobs_units_and_two_that_differ_are_both_shown(shop: Shop) -> None:
    tack = next(name for name, one in steps(shop).items() if name.endswith("/tack"))
    one, other = (row["name"] for row in steps(shop)[tack]["readings"])
    planned = steps(shop)[tack]["readings"][0]["planned"]
    made = shop.post(
        "/api/jobs/1/make/reading", {"step": tack, "values": {one: f"{planned / 25.4:.4f}", other: f"{planned + 6:.1f} mm"}, "uid": "a"}
    )
    found = next(row for row in made["steps"] if row["step"]["id"] == tack)["readings"]
    assert [row["state"] for row in found] == ["over", "over"] and "push a long side" in found[0]["words"]
    assert found[0]["value"] == pytest.approx(planned, abs=0.01)
    shop.post("/api/jobs/1/make/reading", {"step": tack, "values": {other: f"{planned + 1:.1f} mm"}, "uid": "b"})
    after = steps(shop)[tack]["readings"]
    assert [row["state"] for row in after] == ["holds", "holds"] and after[1]["others"] == [pytest.approx(planned + 6, abs=0.06)]


@pytest.mark.parametrize(
    ("body", "field", "words"),
    [
        ({"step": "no/step", "values": {"a": "1"}}, "/step", "no step"),
        ({"step": "TACK", "values": {"width": "1"}}, "/values/width", "one diagonal"),
        ({"step": "TACK", "values": {"one diagonal": "long"}}, "/values/one diagonal", "“long”"),
        ({"step": "TACK", "values": {"one diagonal": " "}}, "/values", "at least one"),
    ],
)
def test_a_reading_that_cannot_be_is_refused_by_its_name(shop: Shop, body: dict[str, Any], field: str, words: str) -> None:
    tack = next(name for name in steps(shop) if name.endswith("/tack"))
    answer = shop.post("/api/jobs/1/make/reading", {**body, "step": body["step"].replace("TACK", tack)}, status=422)
    assert answer["problems"][0]["field"] == field and words in answer["problems"][0]["message"]


def test_the_plan_moves_with_people_deliveries_and_what_is_ticked(shop: Shop) -> None:
    plan = shop.get("/api/jobs/1/make/plan?start=2026-06-01")
    assert plan["proven"] and plan["ends"] >= "2026-06-03" and plan["rows"][0]["on"] == "2026-06-01"
    stock = plan["deliveries"][0]["item"]
    version = shop.get("/api/jobs/1")["version"]
    version = shop.change(version, "/plan/leads", [{"item": stock, "days": 20}])["version"]
    late = shop.get("/api/jobs/1/make/plan?start=2026-06-01")
    assert late["ends"] > plan["ends"] and late["ends"] >= "2026-06-21"
    shop.post("/api/jobs/1/record", {"kind": "purchase", "text": "an offcut", "data": {"item": stock, "metres": 0.5, "price": 8.0}})
    assert shop.get("/api/jobs/1/make/plan?start=2026-06-01")["ends"] == late["ends"], "half a metre is not what the plan needs"
    shop.post("/api/jobs/1/record", {"kind": "purchase", "text": "collected", "data": {"item": stock, "price": 80.0}})
    assert shop.get("/api/jobs/1/make/plan?start=2026-06-01")["ends"] == plan["ends"], "it was bought after all"
    shop.change(version, "/plan/hours_a_day", 12)
    assert shop.get("/api/jobs/1/make/plan?start=2026-06-01")["ends"] < plan["ends"]
    answer = shop.change(shop.get("/api/jobs/1")["version"], "/plan/away", [{"start": "2026-06-05", "end": "2026-06-01"}], status=422)
    assert "ends before it starts" in answer["problems"][0]["message"]


def test_what_a_delay_costs_is_told_and_nothing_is_saved(shop: Shop) -> None:
    version = shop.get("/api/jobs/1")["version"]
    plan = shop.get("/api/jobs/1/make/plan?start=2026-06-01")
    chain = plan["chain"][-1]
    late = shop.get(f"/api/jobs/1/make/late?start=2026-06-01&what={chain}&days=2")
    assert late["planned"] == plan["ends"] and late["ends"] > plan["ends"] and late["cost"] in (2, 3) and late["later"]
    stock = plan["deliveries"][0]["item"]
    assert shop.get(f"/api/jobs/1/make/late?start=2026-06-01&what={stock}&days=30")["cost"] > 10
    problem = shop.get("/api/jobs/1/make/late?what=none&days=2", status=422)["problems"][0]
    assert problem["field"] == "what" and "no step that is still to be done" in problem["message"]
    assert shop.get("/api/jobs/1/make/late?what=none&days=0", status=422)["problems"]
    assert shop.get("/api/jobs/1")["version"] == version


def test_a_longer_search_says_how_far_it_is_and_stops(shop: Shop, monkeypatch: pytest.MonkeyPatch) -> None:
    """Three people and little time for the first plan: it may not be proven; a longer search is begun, looked at and stopped."""
    monkeypatch.setattr("ergostrut.web.places.make.SECONDS", 0.001)
    monkeypatch.setattr("ergostrut.web.places.make._Asked.schedule", _hasty)
    shop.change(shop.get("/api/jobs/1")["version"], "/plan/people", 3)
    before = shop.get("/api/jobs/1/make/plan?start=2026-06-01")
    assert before["search"] is None
    begun = shop.post("/api/jobs/1/make/plan/search?start=2026-06-01", {})
    assert begun["search"] is not None and not begun["can_search"]
    stopped = shop.post("/api/jobs/1/make/plan/stop?start=2026-06-01", {})
    for _ in range(600):
        if not stopped["search"]["running"]:
            break
        time.sleep(0.05)
        stopped = shop.get("/api/jobs/1/make/plan?start=2026-06-01")
    assert not stopped["search"]["running"] and stopped["ends"] <= before["ends"] and stopped["gap"] <= before["gap"] + 1e-9


def _hasty(self: Any, seconds: float = 0.001, watch: Any = None) -> Any:
    return schedule(self.making.steps, self.design.plan, self.begins, self.done, self.there, seconds, watch=watch)


def test_what_a_step_has_in_hand_is_drawn_with_its_marks(shop: Shop) -> None:
    one = next(row for row in steps(shop).values() if row["marks"])
    view = shop.get(f"/api/jobs/1/make/drawing?step={one['step']['id']}")["view"]
    texts = {item["text"] for item in view["items"] if "text" in item}
    assert texts and texts <= set(one["marks"])
    assert "no step" in shop.get("/api/jobs/1/make/drawing?step=none", status=422)["problems"][0]["message"]


def test_hands_on_hours_stand_by_system_with_their_spread(shop: Shop) -> None:
    plan, made = shop.get("/api/jobs/1/make/plan"), shop.get("/api/jobs/1/make")
    assert sum(row["hours"] for row in plan["hands_on"]) == pytest.approx(made["hours"])
    assert all(row["low"] < row["hours"] < row["high"] for row in plan["hands_on"] if not row["lines"])


def test_the_plan_goes_into_a_calendar_by_days(shop: Shop) -> None:
    plan = shop.get("/api/jobs/1/make/plan?start=2026-06-01")
    answer = shop.client.get("/api/jobs/1/make/plan.ics?start=2026-06-01")
    todos = icalendar.Calendar.from_ical(answer.get_data()).walk("VTODO")
    assert len(todos) == len(plan["rows"])
    days = {str(todo["uid"]).removesuffix("@ergostrut"): (todo["dtstart"].dt, todo["due"].dt) for todo in todos}
    for row in plan["rows"]:
        assert days[row["step"].replace("/", "-")] == (
            dt.date.fromisoformat(row["on"]),
            dt.date.fromisoformat(row["until"]) + dt.timedelta(days=1),
        )


def test_what_if_one_build_went_in_first(shop: Shop) -> None:
    builds = shop.get("/api/jobs/1/make")["builds"]
    assert shop.get(f"/api/jobs/1/make/first?build={builds[0][0]}")["findings"] == []
    assert "no build" in shop.get("/api/jobs/1/make/first?build=none", status=422)["problems"][0]["message"]


def test_the_command_line_plans_ticks_and_reads(tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:
    file, calendar = tmp_path / "job.json", tmp_path / "plan.ics"
    file.write_text(write_job(sample_jobs()[4].model_copy(update={"record": ()})), encoding="utf-8")
    assert main(["plan", str(file), "--start", "2026-06-01", "--ics", str(calendar)]) == 0
    out = capsys.readouterr().out
    assert "flatbed1/tack" in out and "done on 2026-06-" in out and calendar.read_bytes().startswith(b"BEGIN:VCALENDAR")
    assert main(["tick", str(file), "flatbed1/measure", "--held"]) == 0 and "done: " in capsys.readouterr().out
    main(["plan", str(file), "--start", "2026-06-01"])
    assert "flatbed1/measure" not in capsys.readouterr().out
    assert main(["read", str(file), "flatbed1/tack", "one diagonal=2881", "the other diagonal=2887"]) == 1
    assert "push a long side along by 3.9 mm" in capsys.readouterr().out
    assert main(["tick", str(file), "flatbed1/mesure"]) == 2 and "did you mean" in capsys.readouterr().err
    assert main(["plan", str(file), "--start", "monday"]) == 2


def test_what_has_to_set_is_not_offered_before_it_has(shop: Shop) -> None:
    rows = steps(shop, 6)
    paint = next(name for name, one in rows.items() if one["step"]["waits"] == "paint")
    after = next(name for name, one in rows.items() if paint in one["step"]["after"])

    def say(step: str, at: str) -> None:
        shop.post("/api/jobs/6/record", {"kind": "tick", "text": step, "data": {"step": step}, "at": at})

    for name in rows[after]["step"]["after"]:
        say(name, "")
    fresh = steps(shop, 6)[after]
    assert not fresh["ready"] and fresh["free_at"] > dt.datetime.now(dt.UTC).strftime("%Y-%m-%dT%H:%M")
    for name in rows[after]["step"]["after"]:
        say(name, "2026-01-05T10:00:00Z")
    dry = steps(shop, 6)[after]
    assert dry["ready"] and dry["free_at"] == "2026-01-06T10:00"


def test_a_ticket_that_is_taken_back_corrects_no_balance(shop: Shop) -> None:
    version = shop.get("/api/jobs/1")["version"]
    weighed = {
        "version": version,
        "name": "yard scale",
        "crew": "nobody",
        "fuel": "full",
        "laden": False,
        "loads": {"front": "1300 kg", "rear": "900 kg"},
    }
    job = shop.post("/api/jobs/1/weighing", weighed)
    assert [one["name"] for one in job["design"]["host"]["weights"]["weighings"]][-1] == "yard scale"
    line = len(shop.get("/api/jobs/1/log")["entries"]) - 1
    shop.post("/api/jobs/1/log/back", {"line": line})
    names = [one["name"] for one in shop.get("/api/jobs/1")["design"]["host"]["weights"]["weighings"]]
    assert "yard scale" not in names


@pytest.mark.parametrize("at", ["", "yesterday", "9999-12-31T23:59", "0001-01-01T00:00", "2026-05-04T10:00:00+14:00"])
def test_a_file_whose_ticks_have_any_date_is_planned(shop: Shop, at: str) -> None:
    """Job files come from anywhere: what cannot be a date makes nothing wait, and nothing break."""
    job = sample_jobs()[4]
    rows = [Entry(kind="tick", at=at, data={"step": one["step"]["id"]}) for one in list(steps(shop, 5).values())[:9]]
    rows.append(Entry(kind="torque", at=at, data={"again_days": 3650}))
    text = write_job(job.model_copy(update={"record": tuple(rows)}))
    number = shop.post("/api/jobs/import", {"text": text})["id"]
    assert shop.get(f"/api/jobs/{number}/make/plan?start=2026-06-01")["trouble"] == ""
    assert shop.get(f"/api/jobs/{number}/make")["done"] and len(shop.get(f"/api/jobs/{number}/log/book")["due"]) == 1
    assert shop.get("/api/log")["due"]


@pytest.mark.parametrize("start", ["0001-01-01", "9999-12-31", "monday"])
def test_a_plan_from_a_day_that_cannot_be_is_refused(shop: Shop, start: str) -> None:
    assert "start" in shop.get(f"/api/jobs/1/make/plan?start={start}", status=422)["problems"][0]["field"]
