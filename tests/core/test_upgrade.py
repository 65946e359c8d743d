"""Versions 1 and 2 of the job document, in files and in kept revisions, are read as today's; what is stored is never rewritten."""

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
    assert sample.version == VERSION == 3
    assert {thing.on for thing in sample.design.carry.things} == {"slide1/tray"}
    again = read_job(write_job(sample))
    assert again == sample and json.loads(write_job(sample))["version"] == 3
    ids = {finding.id for finding in check(sample.design, catalog).findings}
    assert {"slide1/pin.bending", "slide1/side-rail.strength", "slide1/rib.joint", "slide1/fit.wells", "slide1/anchor.F1"} <= ids


def test_upgrading_changes_nothing_it_was_given(first: dict[str, Any]) -> None:
    before = copy.deepcopy(first)
    assert upgrade(first)["version"] == 3 and first == before
    assert upgraded_design(first["design"], VERSION) is first["design"]


@pytest.mark.parametrize("version", [0, 4, "1", None, True, 1.0, [1]])
def test_other_versions_are_refused_in_words(first: dict[str, Any], version: Any) -> None:
    with pytest.raises(InputError, match="reads versions 1 to 3") as caught:
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
    assert rows[0] == (text, 1) and rows[1][1] == VERSION


SECOND = FIRST.with_name("river-survey.v2.json")


def test_the_second_version_is_read_as_todays(shop_job: Job) -> None:
    """Weights went by front and rear; the sample as it was then is the sample as it is now, whose bed's grain runs as its sheets allow."""
    second = json.loads(SECOND.read_text(encoding="utf-8"))
    second["design"]["builds"][1]["grain"] = "across"
    assert second["version"] == 2 and second["design"]["host"]["weights"]["rear_rating"] == "1750 kg"
    assert read_job(json.dumps(second)) == shop_job
    rating = shop_job.design.host.weights.rear.rating
    assert rating is not None and rating.kg == 1750


@pytest.mark.parametrize(
    ("made", "front", "rear"), [("enclosed trailer", "coupling", "axle"), (None, "coupling", "axle"), ("own body", "front", "rear")]
)
def test_a_trailers_front_axle_was_its_coupling(made: str | None, front: str, rear: str) -> None:
    weights = {"front_empty": "60 kg", "rear_empty": "540 kg", "rear_rating": "1600 kg", "gross_rating": "1700 kg"}
    host = {"kind": "box_interior", "weights": weights, **({"made": made} if made else {})}
    found = upgraded_design({"host": host}, 2)["host"]["weights"]
    assert found == {front: {"empty": "60 kg"}, rear: {"empty": "540 kg", "rating": "1600 kg"}, "gross_rating": "1700 kg"}


@pytest.mark.parametrize("weights", [None, 3, [], {"front_empty": [1]}, {"front_empty": "1 kg", "front": 5}])
def test_broken_weights_of_the_second_version_are_refused_not_crashed(weights: Any) -> None:
    second = json.loads(SECOND.read_text(encoding="utf-8"))
    second["design"]["host"]["weights"] = weights
    with pytest.raises(InputError) as caught:
        read_job(json.dumps(second))
    assert all(problem.field.startswith("/design/host/weights") for problem in caught.value.problems)
