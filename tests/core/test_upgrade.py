"""Version 1 of the job document, in files and in kept revisions, is read as today's; what is stored is never rewritten."""

from __future__ import annotations

import copy
import json
import sqlite3
from contextlib import closing
from pathlib import Path
from typing import Any

import pytest

from ergostrut.core.catalog.model import Catalog
from ergostrut.core.job.document import VERSION, Job, read_job, write_job
from ergostrut.core.job.upgrade import upgrade, upgraded_design
from ergostrut.core.problem import InputError
from ergostrut.core.report import check
from ergostrut.store import jobs
from ergostrut.store.database import Database

FIRST = Path(__file__).parents[1] / "data" / "river-survey.v1.json"


@pytest.fixture(scope="module")
def first() -> dict[str, Any]:
    return json.loads(FIRST.read_text(encoding="utf-8"))  # type: ignore[no-any-return]


def test_the_first_version_is_read_as_todays(first: dict[str, Any], sample: Job, catalog: Catalog) -> None:
    """What version 1 left unsaid (family, kind, the only surface) is said, and every finding keeps its id."""
    assert first["version"] == 1 and "on" not in first["design"]["carry"]["things"][0] and "kind" not in first["design"]["host"]
    assert sample.version == VERSION == 2
    assert {thing.on for thing in sample.design.carry.things} == {"slide1/tray"}
    again = read_job(write_job(sample))
    assert again == sample and json.loads(write_job(sample))["version"] == 2
    ids = {finding.id for finding in check(sample.design, catalog).findings}
    assert {"slide1/pin.bending", "slide1/side-rail.strength", "slide1/rib.joint", "slide1/fit.wells", "slide1/anchor.F1"} <= ids


def test_upgrading_changes_nothing_it_was_given(first: dict[str, Any]) -> None:
    before = copy.deepcopy(first)
    assert upgrade(first)["version"] == 2 and first == before
    assert upgraded_design(first["design"], 2) is first["design"]


@pytest.mark.parametrize("version", [0, 3, "1", None, True, 1.0, [1]])
def test_other_versions_are_refused_in_words(first: dict[str, Any], version: Any) -> None:
    with pytest.raises(InputError, match="reads versions 1 to 2") as caught:
        read_job(json.dumps({**first, "version": version}))
    assert caught.value.problems[0].field == "/version"


@pytest.mark.parametrize("broken", [None, [], "x", {"builds": 3, "carry": []}, {"builds": [3], "carry": {"things": [None]}, "host": 1}])
def test_a_broken_first_version_is_refused_not_crashed(first: dict[str, Any], broken: Any) -> None:
    with pytest.raises(InputError):
        read_job(json.dumps({**first, "design": broken}))


def test_undo_reaches_revisions_of_the_first_version(first: dict[str, Any], sample: Job, tmp_path: Path) -> None:
    """A revision that an older program stored is opened, undone to and exported as it lies, and its text stays byte for byte."""
    database = Database(tmp_path / "e.db")
    with database.writing() as session:
        jobs.create(session, sample)
    text = json.dumps(first["design"])
    with closing(sqlite3.connect(tmp_path / "e.db")) as connection:
        connection.execute("update revision set design = ?, version = 1", (text,))
        connection.commit()
    with database.writing() as session:
        old = jobs.get(session, 1)
        assert old.design == sample.design
        newer = old.design.model_copy(update={"name": "newer"})
        assert isinstance(jobs.save(session, 1, 1, newer, "renamed"), jobs.Saved)
        back = jobs.undo(session, 1, 2)
        assert isinstance(back, jobs.Saved) and back.design == sample.design
        assert json.loads(jobs.as_stored(session, 1))["version"] == 1
        assert read_job(jobs.as_stored(session, 1)).design == sample.design
    with closing(sqlite3.connect(tmp_path / "e.db")) as connection:
        rows = connection.execute("select design, version from revision order by number").fetchall()
    assert rows[0] == (text, 1) and rows[1][1] == 2
