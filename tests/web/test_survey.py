"""Measure through the API: an outline brought in, the sheet to print, readings of the tape; ways and rooms on Frame and Carry."""

from __future__ import annotations

import threading

import pytest

from ergostrut.devices.lines import LineServer
from ergostrut.devices.tape import Tape

from .conftest import Shop


def started(shop: Shop, template: str, builds: list[str]) -> int:
    body = {"name": "x", "template": template, "builds": builds, "units": {"length": "mm", "mass": "kg"}}
    return int(shop.post("/api/jobs", body)["id"])


def test_an_outline_becomes_an_obstacle(shop: Shop) -> None:
    job = started(shop, "wagon-large", [])
    body = {"version": 1, "name": "fender", "text": "0,0\n300,0\n300,90\n"}
    saved = shop.post(f"/api/jobs/{job}/outline", body)
    (one,) = saved["design"]["host"]["obstacles"]
    assert one["outline"] == "0, 0; 300, 0; 300, 90" and one["shape"] == "outline" and one["length"] == "300 mm"
    again = shop.post(f"/api/jobs/{job}/outline", {**body, "version": saved["version"]}, 422)
    assert again["problems"][0]["field"] == "/name"
    broken = shop.post(f"/api/jobs/{job}/outline", {**body, "version": saved["version"], "name": "b", "text": "1"}, 422)
    assert broken["problems"][0]["field"] == "line 1"


def test_a_box_is_taken_over_as_a_host_of_its_own(shop: Shop) -> None:
    """Inside a box of 18 mm sheet 1000 wide and 700 high: less two sides, less top and bottom; its back closes the front, its rear is open."""
    job = started(shop, "trailer-enclosed-6x10", ["plywood_box"])
    build = shop.get(f"/api/jobs/{job}")["design"]["builds"][0]
    made = shop.post(f"/api/jobs/{job}/inside", {"build": build["id"]})
    host = made["design"]["host"]
    mm = {name: float(taken["value"].split()[0]) for name, taken in host["dims"].items() if taken["value"]}
    wide, high = (float(build[name].split()[0]) for name in ("width", "height"))
    assert mm["width_above_wells"] == pytest.approx(wide - 2 * 17.6, abs=1) and mm["cover_height"] == pytest.approx(high - 2 * 17.6, abs=1)
    assert mm["rear_door_width"] == mm["width_above_wells"] and host["rear"] == "door" and made["id"] != job
    assert shop.post(f"/api/jobs/{job}/inside", {"build": "none"}, 422)["problems"][0]["field"] == "/build"
    slide = shop.get("/api/jobs/1")["design"]["builds"][0]["id"]
    assert "no box" in shop.post("/api/jobs/1/inside", {"build": slide}, 422)["problems"][0]["message"]


def test_the_measuring_sheet_is_a_pdf(shop: Shop) -> None:
    answer = shop.client.get("/api/jobs/1/measuring-sheet.pdf", base_url="http://127.0.0.1")
    assert answer.status_code == 200 and answer.data.startswith(b"%PDF")


def test_readings_come_from_the_tape(shop: Shop, monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setenv("ERGOSTRUT_TAPE", "1")
    assert shop.get("/api/tape") == {"connected": False, "number": None, "mm": None}
    assert "no tape answers" in shop.post("/api/tape/pull", {"length": "10 mm"}, 422)["problems"][0]["message"]
    with LineServer(Tape(), 0) as server:
        threading.Thread(target=server.serve_forever, daemon=True).start()
        monkeypatch.setenv("ERGOSTRUT_TAPE", str(server.port))
        assert shop.get("/api/tape")["connected"] is True
        assert shop.post("/api/tape/pull", {"length": "50 in"}) == {"connected": True, "number": 1, "mm": 1270.0}
        assert shop.get("/api/tape")["number"] == 1
        assert shop.post("/api/tape/pull", {"length": "far"}, 422)["problems"][0]["field"] == "/length"
        server.shutdown()


def test_frame_draws_what_is_asked_for(shop: Shop) -> None:
    job = started(shop, "van-large", ["shelf_rack"])
    bare = shop.get(f"/api/jobs/{job}/frame")["views"]
    more = shop.get(f"/api/jobs/{job}/frame?show=way%20in&show=clearances")["views"]
    assert all(len(b["items"]) >= len(a["items"]) for a, b in zip(bare, more, strict=True))
    titles = [item.get("title", "") for view in more for item in view["items"]]
    assert any("way in" in title for title in titles)
    shop.get(f"/api/jobs/{job}/frame?show=everything", 422)


def test_carry_says_how_many_more(shop: Shop) -> None:
    job = started(shop, "trailer-enclosed-6x10", [])
    crate = {"id": "crate", "name": "crate", "length": "400 mm", "width": "300 mm", "height": "200 mm", "mass": "5 kg", "on": "host/floor"}
    shop.post(
        f"/api/jobs/{job}/change", {"version": 1, "changes": [{"op": "add", "path": "/carry/things", "value": crate}], "label": "crate"}
    )
    asked = shop.get(f"/api/jobs/{job}/carry?part=crate")
    assert asked["placed"][0]["more"] > 20 and {s["id"] for s in asked["surfaces"]} == {"host/floor", "thing/crate"}
    assert shop.get(f"/api/jobs/{job}/carry")["placed"][0]["more"] is None
