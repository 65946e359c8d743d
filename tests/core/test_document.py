"""The job file: exact round trip, published schema, and errors that name the field."""

from __future__ import annotations

import json
from pathlib import Path
from typing import Any

import jsonschema
import pytest

from ergostrut.core.changes import Change
from ergostrut.core.job.change import apply
from ergostrut.core.job.document import Job, job_schema, read_design, read_job, write_job
from ergostrut.core.problem import InputError
from ergostrut.core.units import Units

DOCS = Path(__file__).parents[2] / "docs"


def test_writes_and_reads_back(sample: Job) -> None:
    assert read_job(write_job(sample)) == sample


def test_published_schema_is_the_programs_own() -> None:
    assert json.loads((DOCS / "job.schema.json").read_text(encoding="utf-8")) == job_schema()


def test_sample_fits_the_schema_and_a_broken_one_does_not(sample: Job) -> None:
    data = json.loads(write_job(sample))
    jsonschema.Draft202012Validator(job_schema()).validate(data)
    data["design"]["bogus"] = 1
    with pytest.raises(jsonschema.ValidationError):
        jsonschema.Draft202012Validator(job_schema()).validate(data)


def _broken(sample: Job, change: Any) -> str:
    data = json.loads(write_job(sample))
    change(data)
    return json.dumps(data)


@pytest.mark.parametrize(
    ("change", "field", "says"),
    [
        (lambda d: d.update(version=9), "/version", "reads versions 1 to 3"),
        (lambda d: d.update(format="other"), "/format", "not an Ergostrut job"),
        (lambda d: d["design"].update(bogus=1), "/design/bogus", "not known"),
        (lambda d: d["design"].pop("host"), "/design/host", "missing"),
        (lambda d: d["design"]["host"]["dims"]["depth"].update(value="21 1/8"), "/design/host/dims/depth/value", "no unit"),
        (lambda d: d["design"]["host"]["dims"]["depth"].update(value="21 m"), "/design/host/dims/depth/value", "cannot be right"),
        (lambda d: d["design"]["builds"][0].update(pull_out="99 in"), "/design/builds/0/pull_out", "shorter than the tray"),
        (lambda d: d["design"]["builds"][0]["rollers"].update(play="-1 mm"), "/design/builds/0/rollers/play", "between 0 and 30 mm"),
        (lambda d: d["design"]["carry"]["things"][0].update(mass="0 kg"), "/design/carry/things/0/mass", "cannot be right here"),
        (lambda d: d["design"]["carry"]["crew"][0].update(seat="roof"), "/design/carry/crew/0/seat", "no such seat"),
        (lambda d: d["design"]["carry"]["crew"][1].update(seat="driver"), "/design/carry/crew/1/seat", "sit on"),
        (lambda d: d["design"]["carry"]["things"][1].update(id="cold-box"), "/design/carry/things", "same id"),
    ],
)
def test_bad_files_name_the_field(sample: Job, change: Any, field: str, says: str) -> None:
    with pytest.raises(InputError) as caught:
        read_job(_broken(sample, change))
    assert any(problem.field == field and says in problem.message for problem in caught.value.problems), caught.value.problems


@pytest.mark.parametrize(
    ("text", "says"),
    [('{"a":\n\n oops', "line 3"), ("[]", "not an Ergostrut job"), ("", "line 1"), ("[" * 100_000, "nested too deeply|not JSON")],
)
def test_not_json_names_the_line(text: str, says: str) -> None:
    with pytest.raises(InputError, match=says):
        read_job(text)


def test_bare_numbers_take_the_jobs_units_only_while_typing() -> None:
    data = {"name": "x", "host": {"kind": "pickup_bed", "dims": {"depth": {"value": "530"}}}}
    assert str(read_design(data, bare=Units(length="mm", mass="kg")).host.dims.depth.value) == "530 mm"
    with pytest.raises(InputError, match="no unit"):
        read_design(data)


def test_changes_set_add_and_remove(sample: Job) -> None:
    design = apply(
        sample.design,
        [
            Change("/builds/0/tray_width", "47"),
            Change(
                "/carry/things",
                {"id": "rope", "name": "rope", "length": "12", "width": "8", "height": "4", "mass": "3", "on": "slide1/tray"},
                "add",
            ),
            Change("/carry/things/0", op="remove"),
        ],
    )
    assert str(design.builds[0].tray_width) == "47 in"
    assert [thing.id for thing in design.carry.things] == ["net-reels", "generator", "tote", "rope"]
    assert str(design.carry.things[-1].mass) == "3 kg"


@pytest.mark.parametrize(
    ("change", "says"),
    [
        (Change("builds", 1), "not a place"),
        (Change("/builds/7/label", "x"), "no item 7"),
        (Change("/hosts/label", "x"), "no field"),
        (Change("/name", "x", "add"), "not a list"),
        (Change("/builds/0/mid_ribs", "many"), "whole number"),
        (Change("/nonsense", 1), "not known"),
    ],
)
def test_changes_that_cannot_be_made_say_so(sample: Job, change: Change, says: str) -> None:
    with pytest.raises(InputError, match=says):
        apply(sample.design, [change])


def test_untouched_fields_keep_their_exact_text(sample: Job) -> None:
    changed = apply(sample.design, [Change("/units/length", "mm")])
    assert changed.builds == sample.design.builds
    assert str(changed.builds[0].rollers.let_in) == "9/16 in"
