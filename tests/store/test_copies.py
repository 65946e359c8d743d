"""Backups are whole or not there; databases that cannot be used say why and what to do."""

from __future__ import annotations

import json
import os
import signal
import sqlite3
import subprocess
import sys
import time
from contextlib import closing
from pathlib import Path

import pytest

from ergostrut.cli import main
from ergostrut.core.job.document import Job
from ergostrut.store import jobs
from ergostrut.store.copies import backup
from ergostrut.store.database import Database
from ergostrut.store.trouble import StoreError
from ergostrut.web.app import create_app

LOCAL = "http://127.0.0.1:5170"
COPY = "import sys; from pathlib import Path; from ergostrut.store.copies import backup; backup(Path(sys.argv[1]), Path(sys.argv[2]))"


@pytest.fixture
def path(tmp_path: Path, sample: Job) -> Path:
    found = tmp_path / "data" / "ergostrut.db"
    database = Database(found)
    with database.writing() as session:
        for _ in range(40):
            jobs.create(session, sample)
    database.engine.dispose()
    return found


def _spoil(path: Path) -> None:
    """Overwrite the middle of the file, as a failing disk would."""
    with closing(sqlite3.connect(path)) as connection:
        connection.execute("pragma wal_checkpoint(truncate)")
    raw = bytearray(path.read_bytes())
    for page in range(4, len(raw) // 4096, 3):
        raw[page * 4096 : page * 4096 + 64] = b"\xa5" * 64
    path.write_bytes(bytes(raw))


def test_killed_while_copying_leaves_the_older_copy_or_a_whole_one(path: Path, tmp_path: Path) -> None:
    target = tmp_path / "copy.db"
    backup(path, target)
    begun = time.monotonic()
    subprocess.run([sys.executable, "-c", COPY, str(path), str(tmp_path / "x.db")], check=True)
    whole = time.monotonic() - begun
    for i in range(8):
        process = subprocess.Popen([sys.executable, "-c", COPY, str(path), str(target)])
        time.sleep(whole * (0.3 + 0.08 * i))
        os.kill(process.pid, signal.SIGKILL)
        process.wait()
        with closing(sqlite3.connect(target)) as copy:
            assert copy.execute("select count(*) from job").fetchone() == (40,)


def test_a_damaged_source_is_not_copied(path: Path, tmp_path: Path) -> None:
    target = tmp_path / "copy.db"
    target.write_bytes(b"an older copy")
    _spoil(path)
    with pytest.raises(StoreError, match=r"damaged|cannot be used"):
        backup(path, target)
    assert target.read_bytes() == b"an older copy"
    assert list(tmp_path.glob(".copy*")) == []


@pytest.mark.parametrize(
    ("make", "says"),
    [
        (lambda p: p.write_bytes(b"not a database, " * 64), "is no database"),
        (lambda p: p.write_bytes(b""), "holds no tables"),
    ],
)
def test_what_is_no_database_is_not_copied(tmp_path: Path, make: object, says: str) -> None:
    source = tmp_path / "s.db"
    make(source)  # type: ignore[operator]
    with pytest.raises(StoreError, match=says):
        backup(source, tmp_path / "t.db")
    assert not (tmp_path / "t.db").exists()


def test_a_copy_onto_itself_is_refused(path: Path) -> None:
    with pytest.raises(StoreError, match="is the database itself"):
        backup(path, path)


def test_the_command_line_says_what_is_wrong(
    path: Path, monkeypatch: pytest.MonkeyPatch, capsys: pytest.CaptureFixture[str], tmp_path: Path
) -> None:
    monkeypatch.setenv("ERGOSTRUT_DATA", str(path.parent))
    path.write_bytes(b"not a database, " * 64)
    for command in (["export", "1"], ["backup", str(tmp_path / "c.db")], ["stock", "export"], ["demo", "--reset"]):
        assert main(command) == 2
        told = capsys.readouterr().err
        assert "is no database" in told and told.count("\n") == 1
    monkeypatch.setenv("ERGOSTRUT_DATA", str(tmp_path / "c.txt" / "deep"))
    (tmp_path / "c.txt").write_text("a file")
    assert main(["export", "1"]) == 2
    assert "cannot be made" in capsys.readouterr().err


def test_the_server_says_what_is_wrong(path: Path, monkeypatch: pytest.MonkeyPatch) -> None:
    """Held by another program, then read only, then damaged: 503 with the cause, and well again after."""
    monkeypatch.setattr("ergostrut.store.database.WAIT_MS", 50)
    database = Database(path)
    client = create_app(database).test_client()

    def note(text: str) -> tuple[int, str]:
        answer = client.post("/api/jobs/1/record", json={"kind": "note", "text": text}, base_url=LOCAL)
        return answer.status_code, answer.get_json().get("message", "")

    with closing(sqlite3.connect(path, isolation_level=None)) as other:
        other.execute("begin immediate")
        status, told = note("busy")
        assert status == 503 and "held by another program: wait a moment" in told
        assert client.get("/api/yard", base_url=LOCAL).status_code == 200, "reading goes on"
        other.execute("rollback")
    assert note("free")[0] == 200
    with database.engine.connect() as connection:
        connection.exec_driver_sql("pragma query_only = on")
        connection.rollback()
    status, told = note("read only")
    assert status == 503 and "may only be read: give yourself the right" in told
    database.engine.dispose()
    with database.engine.connect() as connection:
        pages = connection.exec_driver_sql("pragma page_count").scalar()
        connection.rollback()
        connection.connection.dbapi_connection.execute(f"pragma max_page_count = {pages}")  # type: ignore[union-attr]
    status, told = next(row for row in (note("x" * 2000) for _ in range(60)) if row[0] != 200)
    assert status == 503 and "no room left on its disk: free some space" in told
    database.engine.dispose()
    _spoil(path)
    answer = client.get("/api/jobs/30", base_url=LOCAL)
    assert answer.status_code in (503, 422) and answer.get_json()["message"]


def test_a_design_that_cannot_be_read_is_a_card_with_its_file(path: Path) -> None:
    with closing(sqlite3.connect(path)) as connection:
        row = json.loads(connection.execute("select design from revision where job_id = 2").fetchone()[0])
        row["builds"][0]["family"] = "hovercraft"
        connection.execute("update revision set design = ? where job_id = 2", (json.dumps(row),))
        connection.execute("update revision set design = 'spoilt' where job_id = 3")
        connection.execute("update entry set entry = '{}' where job_id = 4")
        connection.commit()
    client = create_app(Database(path)).test_client()
    cards = {card["id"]: card for card in client.get("/api/yard", base_url=LOCAL).get_json()["jobs"]}
    assert len(cards) == 40 and "/builds/0" in cards[2]["error"] and "not JSON" in cards[3]["error"] and not cards[1]["error"]
    assert json.loads(client.get("/api/jobs/2/export", base_url=LOCAL).data)["design"] == row
    assert json.loads(client.get("/api/jobs/3/export", base_url=LOCAL).data)["design"] == "spoilt"
    for place in ("", "/report", "/frame", "/cut", "/advice"):
        answer = client.get(f"/api/jobs/2{place}", base_url=LOCAL)
        assert answer.status_code == 422 and "/builds/0" in answer.get_json()["problems"][0]["field"]
    assert client.get("/api/jobs/2/revisions", base_url=LOCAL).status_code == 200
    entries = client.get("/api/jobs/4/log", base_url=LOCAL).get_json()["entries"]
    assert entries and all("cannot read" in entry["text"] for entry in entries)
    assert client.delete("/api/jobs/2", base_url=LOCAL).status_code == 200
