"""Panels refined behind the pages: how far it is, what then stands in the report, and a job that moved on."""

from __future__ import annotations

import threading
import time
from collections.abc import Callable
from typing import Any

import pytest

from ergostrut.core.job.document import Design
from ergostrut.core.problem import InputError
from ergostrut.core.prove.boxes.refine import MeshLevel, Watch
from ergostrut.web.refiner import Refiner
from tests.core.test_box import box

from .conftest import Shop

DESIGN = box()
LEVEL = MeshLevel(100.0, 200, "box1/top.strength", 0.5)


def until(what: Callable[[], bool]) -> None:
    for _ in range(400):
        if what():
            return
        time.sleep(0.05)
    raise AssertionError("it did not end")


def boxed(shop: Shop) -> int:
    job = int(shop.post("/api/jobs", {"template": "pickup-empty", "name": "boxed", "units": {"length": "mm", "mass": "kg"}})["id"])
    saved = shop.post(f"/api/jobs/{job}/builds", {"version": 1, "family": "plywood_box"})
    rows = [("length", "450 mm"), ("width", "600 mm"), ("height", "500 mm"), ("tie_rating", "100 kg")]
    changes = [{"path": f"/builds/0/{name}", "value": value, "op": "set"} for name, value in rows]
    shop.post(f"/api/jobs/{job}/change", {"version": saved["version"], "changes": changes})
    return job


def test_a_box_is_refined_and_the_report_says_so(shop: Shop) -> None:
    job = boxed(shop)
    report = shop.get(f"/api/jobs/{job}/report")
    assert report["coarse"]
    found: dict[str, Any] = {}

    def done() -> bool:
        found.update(shop.get(f"/api/jobs/{job}/refined"))
        return not found["running"]

    until(done)
    assert len(found["meshes"]) >= 2 and found["meshes"][-1]["moved"] < 0.03
    assert {mesh["build"] for mesh in found["meshes"]} == {"box1"}
    after = shop.get(f"/api/jobs/{job}/report")
    assert not after["coarse"]
    top = next(f for f in after["findings"] if f["id"] == "box1/top.strength")
    assert any("Refined" in line["note"] for line in top["working"])
    prove = shop.get(f"/api/jobs/{job}/prove?build=box1")
    assert {row["name"] for row in prove["panels"]} >= {"top", "bottom", "back"} and prove["edges"] and prove["reactions"]
    assert shop.get(f"/api/jobs/{job}/refined")["meshes"] == found["meshes"]


def test_frames_have_nothing_to_refine(shop: Shop) -> None:
    assert not shop.get("/api/jobs/1/report")["coarse"]
    assert shop.get("/api/jobs/1/refined") == {"meshes": [], "running": False}


def test_what_a_job_moved_on_from_is_left() -> None:
    begun, go, ended = threading.Event(), threading.Event(), []

    def work(job: int, _design: Design, watch: Watch) -> None:
        begun.set()
        go.wait(5)
        watch("box1", LEVEL)
        ended.append(job)

    refiner = Refiner(work)
    assert refiner.ask(1, "old", DESIGN).running
    begun.wait(5)
    refiner.ask(1, "new", DESIGN)
    go.set()
    until(lambda: not refiner.known("new").running)
    assert ended == [1] and refiner.known("new").levels == (("box1", LEVEL),)
    assert not refiner.known("old").running and refiner.known("old").levels == ()
    refiner.close()


@pytest.mark.parametrize("error", [InputError([]), RuntimeError("x")])
def test_what_fails_ends(error: Exception) -> None:
    def work(_job: int, _design: Design, _watch: Watch) -> None:
        raise error

    refiner = Refiner(work)
    refiner.ask(1, "a", DESIGN)
    until(lambda: not refiner.known("a").running)
    refiner.close()
