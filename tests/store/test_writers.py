"""Writers at once: every acknowledged change is in the revision tree, the loser is told and keeps his, nothing else happens."""

from __future__ import annotations

import threading
import time
from pathlib import Path

from ergostrut.core.changes import Change
from ergostrut.core.job.change import apply
from ergostrut.core.job.document import Job
from ergostrut.store import jobs
from ergostrut.store.database import Database

SECONDS, WRITERS = 3.0, 6
PATIENCE = 60.0
"""Seconds more on a machine that is busy with something else."""


def test_no_acknowledged_change_is_lost(tmp_path: Path, sample: Job) -> None:
    """Each writer has an engine of its own, as programs of their own would, and all hammer one job."""
    path = tmp_path / "e.db"
    first = Database(path)
    with first.writing() as session:
        job = jobs.create(session, sample).id
    acknowledged: list[tuple[int, int, str]] = []
    aside: list[tuple[int, str]] = []
    faults: list[BaseException] = []
    until = time.monotonic() + SECONDS

    def met() -> bool:
        return len(acknowledged) > 20 and len(aside) > 0

    def write(who: int) -> None:
        database = Database(path)
        turn = 0
        try:
            while time.monotonic() < until or (not met() and time.monotonic() < until + PATIENCE):
                turn += 1
                name = f"{who}, {turn}"
                with database.reading() as session:
                    seen = jobs.get(session, job)
                design = apply(seen.design, [Change("/note", name)])
                with database.writing() as session:
                    found = jobs.save(session, job, seen.version, design, name, base=seen.revision)
                if isinstance(found, jobs.Saved):
                    acknowledged.append((found.version, found.revision, name))
                else:
                    aside.append((found.kept, name))
        except BaseException as error:
            faults.append(error)
        finally:
            database.engine.dispose()

    threads = [threading.Thread(target=write, args=(who,)) for who in range(WRITERS)]
    for thread in threads:
        thread.start()
    for thread in threads:
        thread.join()
    assert faults == []
    assert met(), "they did meet"
    versions = [version for version, _, _ in acknowledged]
    assert sorted(versions) == list(range(2, len(versions) + 2)), "no version was given twice, none is missing"
    with first.reading() as session:
        rows = {row.number: row for row in jobs.revisions(session, job)}
        for _, number, name in acknowledged:
            assert rows[number].label == name and not rows[number].kept
        for number, name in aside:
            assert rows[number].label == name and rows[number].kept
        assert len(rows) == 1 + len(acknowledged) + len(aside)
        for version, number, name in acknowledged:
            assert jobs.seen_at(session, job, version)[0] == number
            if version == max(versions):
                assert jobs.get(session, job).design.note == name


def test_a_change_is_made_to_what_its_writer_saw(tmp_path: Path, sample: Job) -> None:
    """Kept aside with the fields that stood when it was typed, not mixed into what came since."""
    database = Database(tmp_path / "e.db")
    with database.writing() as session:
        job = jobs.create(session, sample).id
        jobs.save(session, job, 1, apply(sample.design, [Change("/carry/things", [])]), "emptied")
    with database.reading() as session:
        base, seen = jobs.seen_at(session, job, 1)
    late = apply(seen, [Change("/carry/things/0/mass", "9 kg")])
    with database.writing() as session:
        found = jobs.save(session, job, 1, late, "lighter", base=base)
        assert isinstance(found, jobs.Stale)
        restored = jobs.restore(session, job, 2, found.kept)
        assert isinstance(restored, jobs.Saved) and str(restored.design.carry.things[0].mass) == "9 kg"


def test_numbers_of_deleted_jobs_are_not_given_again(tmp_path: Path, sample: Job) -> None:
    database = Database(tmp_path / "e.db")
    with database.writing() as session:
        gone = jobs.create(session, sample).id
        jobs.delete(session, gone)
    database.engine.dispose()
    with Database(tmp_path / "e.db").writing() as session:
        assert jobs.create(session, sample).id > gone
