"""What the server bears: odd names, odd numbers, large records, many silent connections, a yard of many jobs, one slow job."""

from __future__ import annotations

import json
import socket
import threading
import time
from pathlib import Path
from typing import Any
from urllib.parse import unquote

import pytest
from pypdf import PdfReader

from ergostrut.core.changes import Change
from ergostrut.core.job.change import apply
from ergostrut.core.job.document import Entry, Job, read_job, write_job
from ergostrut.store import jobs
from ergostrut.store.database import Database
from ergostrut.web import cards as cards_module
from ergostrut.web import service as service_module
from ergostrut.web.app import create_app
from ergostrut.web.cards import keep_cards
from ergostrut.web.listen import listening

LOCAL = "http://127.0.0.1:5170"
NAMES = ("Łódź", "日本のトラック", "Ωmega \u202e 🛻", 'a "quoted"; name', "../../etc: x", ". .", "=SUM(A1)", "~" * 60)


@pytest.fixture
def database(tmp_path: Path) -> Database:
    return Database(tmp_path / "e.db")


def _stored(database: Database, job: Job) -> int:
    with database.writing() as session:
        return jobs.create(session, job).id


@pytest.mark.parametrize("name", NAMES)
def test_files_go_out_under_any_name(database: Database, sample: Job, name: str) -> None:
    """RFC 6266: a plain name for old readers, the true one besides; one line, no path."""
    renamed = sample.model_copy(update={"design": apply(sample.design, [Change("/name", name.replace("/", "-"))])})
    job = _stored(database, renamed)
    client = create_app(database).test_client()
    for place in ("export", "cut.csv", "report.pdf"):
        answer = client.get(f"/api/jobs/{job}/{place}", base_url=LOCAL)
        assert answer.status_code == 200 and answer.data
        told = answer.headers["Content-Disposition"]
        assert "\n" not in told and "/" not in unquote(told).replace("UTF-8''", "")
        told.encode("latin-1")
    if name == "Łódź":
        assert unquote(client.get(f"/api/jobs/{job}/export", base_url=LOCAL).headers["Content-Disposition"]).endswith("UTF-8''Łódź.json")
    assert read_job(client.get(f"/api/jobs/{job}/export", base_url=LOCAL).get_data(as_text=True)).design == renamed.design


def test_the_sheet_says_which_characters_it_left_out(database: Database, sample: Job, tmp_path: Path) -> None:
    job = _stored(database, sample.model_copy(update={"design": apply(sample.design, [Change("/name", "日本 Łódź")])}))
    client = create_app(database).test_client()
    (tmp_path / "x.pdf").write_bytes(client.get(f"/api/jobs/{job}/report.pdf", base_url=LOCAL).data)
    text = PdfReader(tmp_path / "x.pdf").pages[0].extract_text()
    assert "Łódź" in text and "2 characters" in text and "?? Łódź" in text


def test_a_record_larger_than_any_upload_goes_out_and_comes_in(database: Database, sample: Job) -> None:
    """6 MB of log, 25 000 lines: more than a request may hold otherwise."""
    job = _stored(database, sample)
    lines = [Entry(kind="note", at="2026-01-01T10:00", text=f"{i} " + "x" * 220) for i in range(25_000)]
    with database.writing() as session:
        jobs.append(session, job, lines)
    client = create_app(database).test_client()
    text = client.get(f"/api/jobs/{job}/export", base_url=LOCAL).get_data(as_text=True)
    assert len(text) > 6_000_000
    again = client.post("/api/jobs/import", json={"text": text}, base_url=LOCAL).get_json()["id"]
    assert len(client.get(f"/api/jobs/{again}/log", base_url=LOCAL).get_json()["entries"]) == len(sample.record) + len(lines)


def test_a_full_record_says_so(database: Database, sample: Job, monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr(jobs, "RECORD_ROOM", 3000)
    job = _stored(database, sample)
    client = create_app(database).test_client()
    answers = [client.post(f"/api/jobs/{job}/record", json={"kind": "note", "text": "x" * 900}, base_url=LOCAL) for _ in range(4)]
    assert answers[-1].status_code == 422 and "record is full; copy the job" in answers[-1].get_json()["message"]


@pytest.mark.parametrize("number", ["0", str(2**62), str(2**63), "9" * 400, "-1"])
def test_numbers_no_job_has(database: Database, number: str) -> None:
    client = create_app(database).test_client()
    for path in (
        f"/api/jobs/{number}",
        f"/api/jobs/{number}/report",
        f"/api/jobs/1/revisions/{number}/restore",
        f"/api/jobs/{number}/revisions/1/restore",
    ):
        answer = client.post(path, json={"version": 1}, base_url=LOCAL) if "restore" in path else client.get(path, base_url=LOCAL)
        assert answer.status_code in (404, 405, 422) and answer.get_json()["message"]


@pytest.mark.parametrize(
    ("body", "field"),
    [
        (b'{"version": 1, "changes": [{"path": "/shop/prices", "value": {"a": 1e400}}]}', "/changes/0/value/a"),
        (b'{"version": 1, "changes": [{"path": "/name", "value": "\\ud800"}]}', "/changes/0/value"),
        (b'{"version": ' + b"9" * 4500 + b', "changes": []}', "/version"),
        (b'{"version": 1, "changes": ' + b"[" * 5000 + b"]" * 5000 + b"}", ""),
        (b'{"version": 1, "changes": [{"path": "/name", "value": NaN}]}', "/changes/0/value"),
        (b'{"version": 1', "line 1"),
        (b"\xff\xfe\x00", ""),
        (b'{"version": 1, "changes": [{"path": "/builds/0/joints/weld_leg", "value": "-3 mm"}]}', "/builds/0/joints/weld_leg"),
        (b'{"version": 1, "changes": [{"path": "/host/weights/front/empty", "value": "-1000 kg"}]}', "/host/weights/front/empty"),
        (b'{"version": 1, "changes": [{"path": "/shop/prices", "value": {"a": 1e14}}]}', "/shop/prices/a"),
    ],
)
def test_bodies_that_cannot_be_used_name_the_field(database: Database, sample: Job, body: bytes, field: str) -> None:
    job = _stored(database, sample)
    client = create_app(database).test_client()
    answer = client.post(f"/api/jobs/{job}/change", data=body, content_type="application/json", base_url=LOCAL)
    assert answer.status_code == 422, answer.get_data(as_text=True)
    assert any(p["field"].startswith(field) for p in answer.get_json()["problems"]), answer.get_json()
    assert client.get(f"/api/jobs/{job}", base_url=LOCAL).get_json()["version"] == 1


def test_the_yard_checks_nothing(database: Database, sample: Job, monkeypatch: pytest.MonkeyPatch) -> None:
    """Cards show what was last found; a job that was never checked says so, and has its card once it was opened."""
    job, never = _stored(database, sample), _stored(database, sample)
    turns: list[int] = []
    plain = service_module.stages

    def counted(*args: Any, **more: Any) -> Any:
        turns.append(1)
        return plain(*args, **more)

    monkeypatch.setattr(service_module, "stages", counted)
    client = create_app(database).test_client()
    client.get(f"/api/jobs/{job}/report", base_url=LOCAL)
    assert len(turns) == 1
    cards = {card["id"]: card for card in client.get("/api/yard", base_url=LOCAL).get_json()["jobs"]}
    assert cards[job]["checked"] and cards[job]["places"]["prove"] == "over" and cards[job]["outline"]["items"]
    assert not cards[never]["checked"] and cards[never]["outline"] is None
    saved = client.post(f"/api/jobs/{job}/change", json={"version": 1, "changes": [{"path": "/name", "value": "new"}]}, base_url=LOCAL)
    assert saved.status_code == 200

    def checked() -> bool:
        return next(card for card in client.get("/api/yard", base_url=LOCAL).get_json()["jobs"] if card["id"] == job)["checked"]  # type: ignore[no-any-return]

    ends = time.monotonic() + 60
    while not checked() and time.monotonic() < ends:
        time.sleep(0.05)
    assert checked() and len(turns) == 2, "it is checked behind the page, and its card kept"
    client.post(f"/api/jobs/{job}/undo", json={"version": 2}, base_url=LOCAL)
    assert checked() and len(turns) == 2, "every revision keeps its card"


def test_cards_are_filled_in_behind_the_page(database: Database, sample: Job, monkeypatch: pytest.MonkeyPatch) -> None:
    """Also of a job that comes in later, and after one that cannot be checked."""
    monkeypatch.setattr(cards_module, "AGAIN", 0.05)
    app, bad = create_app(database), _stored(database, sample)
    service, seen = app.extensions["ergostrut"], threading.Event()
    plain = service.load

    def load(job: int) -> Any:
        if job == bad:
            raise RuntimeError("not this one")
        found = plain(job)
        seen.set()
        return found

    monkeypatch.setattr(service, "load", load)
    done = keep_cards(service)
    later = _stored(database, sample)
    assert seen.wait(60)
    done.set()
    cards = {card["id"]: card for card in app.test_client().get("/api/yard", base_url=LOCAL).get_json()["jobs"]}
    assert cards[later]["checked"] and not cards[bad]["checked"]


def test_others_are_answered_while_a_job_is_checked(database: Database, sample: Job, monkeypatch: pytest.MonkeyPatch) -> None:
    slow, quick = _stored(database, sample), _stored(database, sample)
    with database.writing() as session:
        jobs.save(session, slow, 1, apply(sample.design, [Change("/name", "slow")]), "slow")
    begun, go = threading.Event(), threading.Event()
    plain = service_module.stages

    def waits(design: Any, *args: Any, **more: Any) -> Any:
        if design.name == "slow":
            begun.set()
            assert go.wait(20)
        return plain(design, *args, **more)

    monkeypatch.setattr(service_module, "stages", waits)
    app = create_app(database)
    got: list[int] = []
    ask = threading.Thread(target=lambda: got.append(app.test_client().get(f"/api/jobs/{slow}/report", base_url=LOCAL).status_code))
    ask.start()
    assert begun.wait(10)
    client = app.test_client()
    for path in (f"/api/jobs/{quick}/report", "/api/yard", f"/api/jobs/{slow}", f"/api/jobs/{slow}/log"):
        assert client.get(path, base_url=LOCAL).status_code == 200
    go.set()
    ask.join()
    assert got == [200]


def test_silent_connections_do_not_shut_others_out(database: Database, monkeypatch: pytest.MonkeyPatch) -> None:
    """150 half requests: others are answered at once, and the silent ones are closed after a while."""
    monkeypatch.setattr("ergostrut.web.listen.SILENT_S", 1)
    server = listening(create_app(database), 0)
    thread = threading.Thread(target=server.run, daemon=True)
    thread.start()
    port = int(server.effective_port)
    silent = []
    try:
        for _ in range(150):
            half = socket.create_connection(("127.0.0.1", port), timeout=20)
            half.sendall(b"POST /api/jobs HTTP/1.1\r\nHost: 127.0.0.1\r\nContent-Length: 900\r\n\r\n{")
            silent.append(half)
        with socket.create_connection(("127.0.0.1", port), timeout=5) as other:
            other.sendall(b"GET /api/yard HTTP/1.1\r\nHost: 127.0.0.1\r\nConnection: close\r\n\r\n")
            assert other.recv(200).startswith(b"HTTP/1.1 200")
        end = time.monotonic() + 20
        assert silent[0].recv(100) in (b"",) or time.monotonic() < end, "closed from the other side"
    finally:
        for half in silent:
            half.close()
        server.close()
        thread.join(timeout=5)


def test_answers_hold_no_number_that_is_none(database: Database, sample: Job) -> None:
    job = _stored(database, sample)
    client = create_app(database).test_client()
    for place in (
        "report",
        "frame?at=slide1/tray/pull=300",
        "prove?position=out",
        "solid?at=slide1/tray/pull=20",
        "balance",
        "anchor",
        "cut",
        "carry",
        "measure",
        "loads",
    ):
        text = client.get(f"/api/jobs/{job}/{place}", base_url=LOCAL).get_data(as_text=True)
        json.loads(text, parse_constant=pytest.fail)
    for travel in ("nan", "inf", "-inf", "1e400"):
        assert client.get(f"/api/jobs/{job}/frame?at=slide1/tray/pull={travel}", base_url=LOCAL).status_code == 422
    assert write_job(sample).count("NaN") == 0
