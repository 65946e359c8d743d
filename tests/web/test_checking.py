"""A check behind the pages: drawings answer before it, findings come as they are found, a newer edit ends it."""

from __future__ import annotations

import time
from collections.abc import Callable, Generator, Iterator
from pathlib import Path
from threading import Event, Thread
from typing import Any

import pytest

from ergostrut.core.report import Found, Report
from ergostrut.demo import sample as demo
from ergostrut.store.database import Database
from ergostrut.web import service as service_module
from ergostrut.web.app import create_app

from .conftest import Shop

JOB, SOON = "/api/jobs/1", 60.0


class Gate:
    """Checks that stop after their first stage until ``open`` is set, and are counted as they begin, end early and are through."""

    def __init__(self, plain: Callable[..., Generator[Found, None, Report]]) -> None:
        self._plain, self.open = plain, Event()
        self.begun, self.left, self.through = 0, 0, 0

    def __call__(self, *args: Any, **more: Any) -> Generator[Found, None, Report]:
        self.begun += 1
        running = self._plain(*args, **more)
        try:
            yield next(running)
            while not self.open.wait(0.01):
                more["pause"]()
            report = yield from running
        except BaseException:
            self.left += 1
            raise
        self.through += 1
        return report


def until(true: Callable[[], bool]) -> None:
    ends = time.monotonic() + SOON
    while not true() and time.monotonic() < ends:
        time.sleep(0.01)
    assert true()


@pytest.fixture
def gate(monkeypatch: pytest.MonkeyPatch) -> Iterator[Gate]:
    found = Gate(service_module.stages)
    monkeypatch.setattr(service_module, "stages", found)
    yield found
    found.open.set()


@pytest.fixture
def shop(tmp_path: Path, gate: Gate) -> Iterator[Shop]:
    database = Database(tmp_path / "e.db")
    with database.writing() as session:
        demo.load_once(session)
    with create_app(database).test_client() as client:
        yield Shop(client)
        gate.open.set()


def test_the_drawing_answers_before_anything_is_proved(shop: Shop, gate: Gate) -> None:
    shown = shop.get(f"{JOB}/frame")
    assert {view["name"] for view in shown["views"]} == {"plan", "side", "rear"} and shown["here"] == [] and shown["motions"]
    assert not any("newton" in item for view in shown["views"] for item in view["items"]), "forces follow"
    assert shop.get(f"{JOB}/solid")["scene"]["prisms"] and shop.get(f"{JOB}/measure")["dimensions"]
    assert shop.get(f"{JOB}/balance")["carriers"][1]["load"] > 0 and shop.get(f"{JOB}/carry")["placed"]
    until(lambda: gate.begun == 1)
    gate.open.set()
    whole = shop.get(f"{JOB}/report")
    again = shop.get(f"{JOB}/frame")
    assert again["here"] and any("newton" in item for view in again["views"] for item in view["items"])
    assert {f["id"] for f in again["here"]} <= {f["id"] for f in whole["findings"]}


def test_findings_come_as_they_are_found_and_the_last_answer_is_the_whole(shop: Shop, gate: Gate) -> None:
    def asked() -> Any:
        return shop.get(f"{JOB}/report?wait=false&build=platform1")

    first = asked()
    assert first["checking"] and first["tally"] is None and not first["coarse"]
    until(lambda: bool(asked()["findings"]))
    partly = asked()
    assert partly["checking"] == "Bunk over the slide", "the build that is looked at comes first"
    assert {f["place"] for f in partly["findings"]} >= {"balance", "carry"} and partly["counts"]["holds"] > 0
    gate.open.set()
    until(lambda: asked()["checking"] == "")
    last, whole = asked(), shop.get(f"{JOB}/report")
    assert last == whole and last["tally"] and len(last["findings"]) > len(partly["findings"])
    assert gate.begun == 1, "however many ask, it is checked once"
    by_id = {f["id"]: f["state"] for f in last["findings"]}
    assert all(f["id"] in by_id for f in partly["findings"]), "nothing that was found is lost"


def test_a_newer_edit_ends_an_older_check(shop: Shop, gate: Gate) -> None:
    shop.get(f"{JOB}/report?wait=false")
    until(lambda: gate.begun == 1)
    version = shop.get(JOB)["version"]
    shop.change(version, "/builds/0/tray_length", "1700 mm")
    until(lambda: gate.begun == 2 and gate.left == 1)
    gate.open.set()
    until(lambda: gate.through == 1)
    assert shop.get(f"{JOB}/report?wait=false")["checking"] == "" and gate.begun == 2


def test_who_waits_for_an_older_check_has_it_all_the_same(shop: Shop, gate: Gate) -> None:
    """A packet asked for before an edit: the check it waited for was ended, so it makes its own."""
    service = shop.client.application.extensions["ergostrut"]
    design = service.drawn(1)[0]
    until(lambda: gate.begun == 1)
    had: list[Report] = []
    waits = Thread(target=lambda: had.append(service.report(design)))
    waits.start()
    shop.change(shop.get(JOB)["version"], "/builds/0/tray_length", "1700 mm")
    until(lambda: gate.left == 1)
    gate.open.set()
    waits.join(SOON)
    assert had and had[0].context.design == design and had[0].findings


def test_an_edit_is_saved_before_it_is_proved_and_refused_where_it_cannot_be_built(shop: Shop, gate: Gate) -> None:
    version = shop.get(JOB)["version"]
    saved = shop.change(version, "/builds/0/tray_length", "1700 mm")
    assert saved["version"] == version + 1 and gate.through == 0
    refused = shop.change(version + 1, "/builds/0/rail", "no such rail", 422)
    assert "/builds/0/rail" in str(refused["problems"]) and shop.get(JOB)["version"] == version + 1
