"""Weighing through the API: the stand-in's scale, a ticket that corrects Balance and stands in the log, what is refused; the envelope and the budget."""

from __future__ import annotations

import threading

import pytest
from hypothesis import given
from hypothesis import strategies as st

from ergostrut.devices.lines import LineServer
from ergostrut.devices.scale import STEP, Scale, asked, told

from .conftest import Shop


def test_a_scale_reads_in_steps_with_a_noise_of_its_own() -> None:
    scale = Scale(seed=1)
    readings = [told(scale.answer("DRIVE 1283 kg")) for _ in range(200)]
    assert [one.number for one in readings if one is not None] == list(range(1, 201))
    kg = [one.kg for one in readings if one is not None]
    assert all(one % STEP == 0 for one in kg) and len(set(kg)) > 3 and sum(kg) / 200 == pytest.approx(1283, abs=2.0)
    assert told(scale.answer("LAST")) == readings[-1] and told(Scale().answer("LAST")) is None
    assert told(Scale(seed=2).answer("DRIVE 2000 lb")).kg == pytest.approx(907, abs=15)  # type: ignore[union-attr]


@pytest.mark.parametrize("line", ["DRIVE heavy", "DRIVE 12000", "DRIVE 3", "DRIVE", "STOP", ""])
def test_a_scale_refuses_in_words(line: str) -> None:
    with pytest.raises(ValueError, match=r"\w{3}"):
        told(Scale().answer(line))


@given(st.text(max_size=80))
def test_a_scale_answers_anything(line: str) -> None:
    answer = Scale().answer(line)
    assert answer.split(" ", 1)[0] in ("NONE", "WEIGHT", "ERR") and "\n" not in answer


def test_readings_come_from_the_scale(shop: Shop, monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setenv("ERGOSTRUT_SCALE", "1")
    assert shop.get("/api/scale") == {"connected": False, "number": None, "kg": None}
    assert "no scale answers" in shop.post("/api/scale/drive", {"mass": "900 kg"}, 422)["problems"][0]["message"]
    with LineServer(Scale(seed=1), 0) as server:
        threading.Thread(target=server.serve_forever, daemon=True).start()
        assert asked("LAST", server.port) is None
        monkeypatch.setenv("ERGOSTRUT_SCALE", str(server.port))
        assert shop.post("/api/scale/drive", {"mass": "900 kg"})["kg"] == pytest.approx(900, abs=20)
        assert shop.get("/api/scale")["number"] == 1
        assert shop.post("/api/scale/drive", {"mass": "far"}, 422)["problems"][0]["field"] == "/mass"
        server.shutdown()


def test_a_weighing_corrects_balance_and_stands_in_the_log(shop: Shop) -> None:
    before = shop.get("/api/jobs/1/balance")
    version = shop.get("/api/jobs/1")["version"]
    loads = {one["id"]: f"{one['load'] + 12:.2f} kg" for one in before["carriers"]}
    saved = shop.post("/api/jobs/1/weighing", {"version": version, "name": "bridge", "loads": loads})
    assert saved["version"] == version + 1
    after = shop.get("/api/jobs/1/balance")
    assert [round(one["load"], 1) for one in after["carriers"]] == [round(one["load"] + 12, 1) for one in before["carriers"]]
    assert any(entry["name"].startswith("difference, bridge") for entry in after["entries"])
    entry = shop.get("/api/jobs/1/log")["entries"][-1]
    assert entry["kind"] == "ticket" and entry["text"].startswith("bridge: front ") and entry["data"]["builds"]
    taken = shop.post(
        "/api/jobs/1/change",
        {
            "version": saved["version"],
            "changes": [{"path": "/host/weights/weighings/0", "op": "remove", "value": None}],
            "label": "taken back",
        },
    )
    assert taken["design"]["host"]["weights"]["weighings"] == []
    assert shop.get("/api/jobs/1/balance")["total"] == pytest.approx(before["total"])


@pytest.mark.parametrize(
    ("body", "field"),
    [
        ({"loads": {}}, "front"),
        ({"loads": {"front": "heavy"}}, "front"),
        ({"loads": {"wing": "900 kg"}}, "wing"),
        ({"name": "", "loads": {"front": "900 kg"}}, "name"),
    ],
)
def test_a_wrong_weighing_is_refused_at_its_field(shop: Shop, body: dict[str, object], field: str) -> None:
    version, log = shop.get("/api/jobs/1")["version"], shop.get("/api/jobs/1/log")
    refused = shop.post("/api/jobs/1/weighing", {"version": version, "name": "bridge", **body}, 422)
    assert field in refused["problems"][0]["field"] and shop.get("/api/jobs/1")["version"] == version
    assert shop.get("/api/jobs/1/log") == log


def test_balance_draws_every_state_and_the_payload_as_it_goes(shop: Shop) -> None:
    found = shop.get("/api/jobs/3/balance")
    assert found["envelope"]["name"] == "envelope" and sum(item.get("r") is not None for item in found["envelope"]["items"]) == 8
    assert found["budget"]["payload"] - sum(row["kg"] for row in found["budget"]["rows"]) == pytest.approx(
        found["budget"]["rows"][-1]["left"]
    )
