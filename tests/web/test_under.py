"""Another vehicle under a job through the API: looked at without saving, put there as one revision, refused in words."""

from __future__ import annotations

from .conftest import Shop


def test_a_vehicle_is_looked_at_and_put_under(shop: Shop) -> None:
    ids = [one["id"] for one in shop.get("/api/jobs/2/under")["others"]]
    assert "van-large" in ids
    before = shop.get("/api/jobs/2")
    seen = shop.post("/api/jobs/2/under", {"template": "van-large"})
    assert not seen["refused"] and any(one["field"] == "/builds/0/wall_rail/row" for one in seen["freed"])
    assert all(one["state"] in ("over", "unknown", "tight") for one in seen["worse"]) and shop.get("/api/jobs/2") == before
    saved = shop.post("/api/jobs/2/under/put", {"template": "van-large", "version": before["version"]})
    assert saved["version"] == before["version"] + 1 and saved["design"]["host"] != before["design"]["host"]
    undone = shop.post("/api/jobs/2/undo", {"version": saved["version"]})
    assert undone["design"] == before["design"]


def test_what_cannot_be_put_there_is_said(shop: Shop) -> None:
    seen = shop.post("/api/jobs/1/under", {"template": "chassis-midsize"})
    assert seen["refused"] and "stands on a floor" in seen["refused"][0]
    version = shop.get("/api/jobs/1")["version"]
    refused = shop.post("/api/jobs/1/under/put", {"template": "chassis-midsize", "version": version}, 422)
    assert "stands on a floor" in refused["problems"][0]["message"] and shop.get("/api/jobs/1")["version"] == version
    assert "no vehicle" in shop.post("/api/jobs/1/under", {"template": "boat"}, 422)["problems"][0]["message"]
