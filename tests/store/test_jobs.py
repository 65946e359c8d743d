"""Revisions, undo across restarts, stale writes, the record, backup and migration."""

from __future__ import annotations

from pathlib import Path

import pytest
from sqlalchemy import text

from ergostrut.core.changes import Change
from ergostrut.core.job.change import apply
from ergostrut.core.job.document import Entry, Job
from ergostrut.demo import sample as demo
from ergostrut.store import jobs
from ergostrut.store.database import Database, backup


@pytest.fixture
def database(tmp_path: Path) -> Database:
    return Database(tmp_path / "e.db")


def _named(job: Job, name: str) -> Job:
    return job.model_copy(update={"design": apply(job.design, [Change("/name", name)])})


def _rename(database: Database, number: int, version: int, name: str) -> jobs.Saved:
    with database.writing() as session:
        design = apply(jobs.get(session, number).design, [Change("/name", name)])
        return _moved(jobs.save(session, number, version, design, f"name: {name}"))


def _moved(found: jobs.Saved | jobs.Stale) -> jobs.Saved:
    assert isinstance(found, jobs.Saved), found
    return found


@pytest.fixture
def stored(database: Database, sample: Job) -> jobs.Saved:
    with database.writing() as session:
        return jobs.create(session, sample)


def test_a_job_comes_back_as_it_went_in(database: Database, stored: jobs.Saved, sample: Job) -> None:
    with database.writing() as session:
        assert jobs.get(session, stored.id).design == sample.design
        assert jobs.entries(session, stored.id) == sample.record
        assert jobs.export(session, stored.id, "c").design == sample.design


def test_undo_and_redo_reach_across_a_restart(database: Database, stored: jobs.Saved, tmp_path: Path) -> None:
    for version, name in ((1, "one"), (2, "two")):
        _rename(database, stored.id, version, name)
    database.engine.dispose()
    again = Database(tmp_path / "e.db")
    with again.writing() as session:
        back = _moved(jobs.undo(session, stored.id, 3))
        assert (back.design.name, back.version, back.can_undo, back.can_redo) == ("one", 4, True, True)
        assert _moved(jobs.undo(session, stored.id, 4)).design.name == "River survey pickup"
        assert not jobs.get(session, stored.id).can_undo
        assert _moved(jobs.undo(session, stored.id, 5)).design.name == "River survey pickup", "nothing further back"
        assert _moved(jobs.redo(session, stored.id, 5)).design.name == "one"
        assert _moved(jobs.redo(session, stored.id, 6)).design.name == "two"


def test_a_change_after_undo_starts_anew_but_loses_nothing(database: Database, stored: jobs.Saved) -> None:
    _rename(database, stored.id, 1, "one")
    with database.writing() as session:
        jobs.undo(session, stored.id, 2)
    other = _rename(database, stored.id, 3, "other")
    assert not other.can_redo
    with database.writing() as session:
        assert [r.label for r in jobs.revisions(session, stored.id)] == ["name: other", "name: one", "new job"]
        assert _moved(jobs.restore(session, stored.id, 4, 2)).design.name == "one"


def test_a_stale_write_keeps_both(database: Database, stored: jobs.Saved) -> None:
    _rename(database, stored.id, 1, "theirs")
    with database.writing() as session:
        late = jobs.save(session, stored.id, 1, apply(stored.design, [Change("/name", "mine")]), "mine")
    assert isinstance(late, jobs.Stale) and late.version == 2
    with database.writing() as session:
        assert jobs.get(session, stored.id).design.name == "theirs"
        kept = next(r for r in jobs.revisions(session, stored.id) if r.kept)
        assert kept.number == late.kept
        assert _moved(jobs.restore(session, stored.id, 2, kept.number)).design.name == "mine"


def test_undo_leaves_the_record_alone(database: Database, stored: jobs.Saved) -> None:
    with database.writing() as session:
        before = len(jobs.entries(session, stored.id))
        jobs.append(session, stored.id, [Entry(kind="torque", at="2026-01-01T10:00", text="all at 25 Nm")])
        jobs.save(session, stored.id, 1, apply(stored.design, [Change("/name", "x")]), "x")
        jobs.undo(session, stored.id, 2)
        assert [e.text for e in jobs.entries(session, stored.id)][before:] == ["all at 25 Nm"]


def test_missing_jobs_and_revisions_say_so(database: Database, stored: jobs.Saved) -> None:
    with database.writing() as session:
        with pytest.raises(jobs.NoSuchJobError, match="no job 99"):
            jobs.get(session, 99)
        with pytest.raises(jobs.NoSuchJobError, match="no revision 9"):
            jobs.restore(session, stored.id, 1, 9)
        jobs.delete(session, stored.id)
        with pytest.raises(jobs.NoSuchJobError):
            jobs.entries(session, stored.id)
        assert session.execute(text("select count(*) from revision")).scalar() == 0, "revisions go with their job"


def test_saves_are_durable_and_other_connections_can_read(database: Database) -> None:
    with database.engine.connect() as connection:
        assert connection.execute(text("pragma journal_mode")).scalar() == "wal"
        assert connection.execute(text("pragma synchronous")).scalar() == 2
        assert connection.execute(text("pragma foreign_keys")).scalar() == 1


def test_backup_while_in_use(database: Database, stored: jobs.Saved, tmp_path: Path) -> None:
    with database.writing() as session:
        jobs.get(session, stored.id)
        backup(database.path, tmp_path / "deep" / "copy.db")
    with Database(tmp_path / "deep" / "copy.db").reading() as session:
        assert jobs.get(session, stored.id).design == stored.design
    with pytest.raises(FileNotFoundError, match="no database"):
        backup(tmp_path / "none.db", tmp_path / "x.db")


def test_the_sample_is_loaded_once_and_reset_keeps_own_jobs(database: Database, sample: Job) -> None:
    with database.writing() as session:
        assert demo.load_once(session) and not demo.load_once(session)
        mine = jobs.create(session, _named(sample, "mine"))
        theirs = next(j for j in jobs.all_jobs(session) if j.sample)
        jobs.save(session, theirs.id, 1, apply(jobs.get(session, theirs.id).design, [Change("/name", "spoilt")]), "spoilt")
        demo.reset(session)
        names = {j.name: j.sample for j in jobs.all_jobs(session)}
        assert names == {"mine": False, **{job.design.name: True for job in demo.sample_jobs()}} and len(names) == 9
        assert jobs.get(session, mine.id).design.name == "mine"
