"""Moved forward a whole step at a time: killed at any moment, started twice at once, used by older and newer programs."""

from __future__ import annotations

import os
import re
import shutil
import signal
import sqlite3
import subprocess
import sys
import time
from contextlib import closing
from pathlib import Path

import pytest

from ergostrut.core.job.document import Job
from ergostrut.store import jobs, stock
from ergostrut.store.database import Database
from ergostrut.store.trouble import NewerDatabaseError

OPEN = "import sys; from pathlib import Path; from ergostrut.store.database import Database; Database(Path(sys.argv[1]))"


@pytest.fixture(scope="module")
def first_form(tmp_path_factory: pytest.TempPathFactory, sample: Job) -> Path:
    """A database as the program's first version left it, with a job in it."""
    path = tmp_path_factory.mktemp("first") / "old.db"
    database = Database(path)
    with database.writing() as session:
        jobs.create(session, sample)
    database.engine.dispose()
    with closing(sqlite3.connect(path)) as connection:
        connection.executescript(
            """drop table head; drop table stock; drop table on_hand; alter table revision drop column card; alter table revision drop column version;
            create table plain (id integer not null primary key, name varchar(60) not null, head integer not null,
                version integer not null, created datetime not null, changed datetime not null, sample boolean not null);
            insert into plain select id, name, head, version, created, changed, sample from job;
            drop table job; alter table plain rename to job;
            update alembic_version set version_num = '0001';
            pragma journal_mode = delete;"""
        )
    return path


def _fresh(first_form: Path, tmp_path: Path) -> Path:
    return Path(shutil.copy(first_form, tmp_path / "e.db"))


def _holds(path: Path, sample: Job) -> None:
    database = Database(path)
    with database.writing() as session:
        assert jobs.get(session, 1).design == sample.design and jobs.entries(session, 1) == sample.record
        assert jobs.seen_at(session, 1, 1)[0] == 1
        stock.everything(session)
    database.engine.dispose()
    with closing(sqlite3.connect(path)) as connection:
        assert connection.execute("pragma integrity_check").fetchone() == ("ok",)
        assert connection.execute("pragma foreign_key_check").fetchall() == []


def test_an_old_database_moves_forward_after_a_copy(first_form: Path, tmp_path: Path, sample: Job) -> None:
    path = _fresh(first_form, tmp_path)
    _holds(path, sample)
    with closing(sqlite3.connect(tmp_path / "e.before-0005.db")) as copy:
        assert copy.execute("select version_num from alembic_version").fetchone() == ("0001",)
        assert copy.execute("select count(*) from revision").fetchone() == (1,)
    _holds(path, sample)
    assert len(list(tmp_path.glob("*.before-*"))) == 1


def test_an_earlier_copy_is_never_written_over(first_form: Path, tmp_path: Path, sample: Job) -> None:
    (tmp_path / "e.before-0005.db").write_bytes(b"somebody's")
    _holds(_fresh(first_form, tmp_path), sample)
    assert (tmp_path / "e.before-0005.db").read_bytes() == b"somebody's"
    assert (tmp_path / "e.before-0005.2.db").exists()


def test_killed_at_any_moment_it_starts_again(first_form: Path, tmp_path: Path, sample: Job) -> None:
    """Kills spread over the whole start; each is followed by the next on the same file."""
    path = _fresh(first_form, tmp_path)
    begun = time.monotonic()
    subprocess.run([sys.executable, "-c", OPEN, str(tmp_path / "other.db")], check=True)
    whole = time.monotonic() - begun
    kills = 0
    for i in range(12):
        process = subprocess.Popen([sys.executable, "-c", OPEN, str(path)], stderr=subprocess.PIPE)
        time.sleep(whole * (0.1 + 0.07 * i))
        if process.poll() is None:
            os.kill(process.pid, signal.SIGKILL)
            kills += 1
        _, error = process.communicate()
        assert b"Traceback" not in error, error
        with closing(sqlite3.connect(path)) as connection:
            assert connection.execute("select version_num from alembic_version").fetchone()[0] in ("0001", "0002", "0003", "0004", "0005")
    assert kills >= 3
    _holds(path, sample)


def test_a_step_that_fails_half_way_leaves_the_step_before(
    first_form: Path, tmp_path: Path, sample: Job, monkeypatch: pytest.MonkeyPatch
) -> None:
    """The same moment every time: after the table was dropped, before it is named again."""
    path = _fresh(first_form, tmp_path)
    from alembic import op

    plain = op.execute

    def fails(statement: str) -> None:
        plain(statement)
        if statement.startswith("drop table job"):
            raise KeyboardInterrupt

    with monkeypatch.context() as patched:
        patched.setattr(op, "execute", fails)
        with pytest.raises(KeyboardInterrupt):
            Database(path)
    with closing(sqlite3.connect(path)) as connection:
        assert connection.execute("select version_num from alembic_version").fetchone() == ("0002",)
        assert connection.execute("select count(*) from job").fetchone() == (1,)
        assert connection.execute("select count(*) from revision").fetchone() == (1,)
    _holds(path, sample)


@pytest.mark.parametrize("left", [("job",), ("job", "revision", "entry"), ("job", "revision", "entry", "setting", "stock")])
def test_what_an_earlier_program_left_half_made_is_taken_up(tmp_path: Path, sample: Job, left: tuple[str, ...]) -> None:
    """Earlier programs made tables outside a transaction: killed, they left some without their mark."""
    path = tmp_path / "e.db"
    whole = Database(tmp_path / "whole.db")
    whole.engine.dispose()
    with closing(sqlite3.connect(tmp_path / "whole.db")) as source, closing(sqlite3.connect(path)) as target:
        for table in left:
            text = source.execute("select sql from sqlite_master where name = ?", (table,)).fetchone()[0]
            target.execute(
                re.sub(r", (card TEXT|version INTEGER DEFAULT '1' NOT NULL)(?=[ ,)])", "", text) if table == "revision" else text
            )
        if "stock" in left:
            target.executescript(
                "create table alembic_version (version_num varchar(32) not null); insert into alembic_version values ('0001')"
            )
        target.commit()
    database = Database(path)
    with database.writing() as session:
        jobs.create(session, sample)
    _holds(path, sample)


def test_a_newer_database_is_refused_and_left_alone(tmp_path: Path) -> None:
    path = tmp_path / "e.db"
    Database(path).engine.dispose()
    with closing(sqlite3.connect(path)) as connection:
        connection.execute("update alembic_version set version_num = '9999'")
        connection.commit()
    with pytest.raises(NewerDatabaseError, match=r"newer Ergostrut .*start that one"):
        Database(path)
    assert list(tmp_path.glob("*.before-*")) == []


def test_two_starts_at_once(first_form: Path, tmp_path: Path, sample: Job) -> None:
    for path in (_fresh(first_form, tmp_path), tmp_path / "empty.db"):
        starts = [subprocess.Popen([sys.executable, "-c", OPEN, str(path)], stderr=subprocess.PIPE) for _ in range(4)]
        for start in starts:
            _, error = start.communicate()
            assert start.returncode == 0, error.decode()
    _holds(tmp_path / "e.db", sample)
