"""Every leaf of a job, spoilt in every way: a refusal that names the field, or a report of finite numbers; never an exception."""

from __future__ import annotations

import json
import math
from collections.abc import Callable, Iterator
from typing import Any

import pytest

from ergostrut.core.catalog.model import Catalog
from ergostrut.core.document.load import Thing
from ergostrut.core.frame.families.bed_slide.params import OwnMember, TipLeg
from ergostrut.core.job.document import Design, Job, read_job, write_job
from ergostrut.core.json_limits import MOST, check_plain, read_json
from ergostrut.core.problem import InputError
from ergostrut.core.proof import Keep, Proof
from ergostrut.core.report import Report, check
from ergostrut.files.report_json import report_data

SHARES, KEPT = 4, 12
"""Parts of the search, for as many to work on it; proofs kept of it."""
CHECKED = 3
"""Of the changed jobs that are accepted one in so many is checked; ``make fuzz`` checks them all."""
WRONG: tuple[Any, ...] = (
    None,
    0,
    -1,
    1e308,
    -1e308,
    math.inf,
    math.nan,
    "",
    "0 mm",
    "-3 mm",
    "0 kg",
    "99999 kg",
    "1e9 mm",
    "9" * 4000,
    "x" * 70_000,
    "\ud800",
    "a\x00b",
    True,
    [],
    {},
    10**4000,
    2**70,
)


def leaves(data: Any, at: str = "") -> Iterator[str]:
    """Pointers to everything in a job that holds no more."""
    if isinstance(data, dict) and data:
        for key, inner in data.items():
            yield from leaves(inner, f"{at}/{key}")
    elif isinstance(data, list) and data:
        for i, inner in enumerate(data):
            yield from leaves(inner, f"{at}/{i}")
    else:
        yield at


def value_at(data: Any, pointer: str) -> Any:
    for step in pointer[1:].split("/") if pointer else ():
        data = data[int(step)] if isinstance(data, list) else data[step]
    return data


def spoilt(text: str, pointer: str, value: Any) -> str:
    data = json.loads(text)
    way, last = pointer.rsplit("/", 1)
    at = value_at(data, way)
    at[int(last) if isinstance(at, list) else last] = value
    return json.dumps(data)


def full(sample: Job) -> Job:
    """The sample with every optional part of a slide in it, so that each has its leaves."""
    data = json.loads(write_job(sample))
    build = data["design"]["builds"][0]
    build["tip_leg"] = json.loads(TipLeg().model_dump_json()) | {"length": "24 in"}
    member = OwnMember.model_validate({"name": "brace-1", "section": "1x1.5x14ga", "left": "10 in", "right": "30 in"})
    build["own_members"] = [json.loads(member.model_dump_json())]
    data["design"]["loads"]["crash"]["on"] = True
    data["design"]["loads"]["cases"] = {"Bump": {"x": 0, "y": 0, "z": -2.5}}
    data["design"]["goals"] = {"build_mass": "90 kg", "price": 900}
    return read_job(json.dumps(data))


def wrong_numbers(report: Report) -> list[str]:
    """What in a report is no number to show; a checker of its own, so that it can fail."""
    text = json.dumps(report_data(report))
    found = [word for word in ("NaN", "Infinity") if word in text]
    return found + [f"{f.id} at {f.use}" for f in report.findings if f.use is not None and not (f.use >= 0 and math.isfinite(f.use))]


def keeper() -> Keep:
    """The last few proofs by what each read: what spoils a name or a weight proves nothing again."""
    kept: dict[str, Proof] = {}

    def keep(key: str, make: Callable[[], Proof]) -> Proof:
        if key not in kept:
            if len(kept) >= KEPT:
                kept.pop(next(iter(kept)))
            kept[key] = make()
        return kept[key]

    return keep


@pytest.mark.parametrize("share", range(SHARES))
def test_every_leaf_spoilt_is_refused_by_field_or_answered(sample: Job, catalog: Catalog, share: int, pytestconfig: pytest.Config) -> None:
    text = write_job(full(sample))
    pointers = [p for p in leaves(json.loads(text)) if not p.startswith("/record")]
    assert len(pointers) > 250
    pointers, keep = pointers[share::SHARES], keeper()
    measures = {p for p in pointers if str(value_at(json.loads(text), p))[:1].isdigit()}
    kept: dict[str, tuple[str, Design]] = {}
    for pointer in pointers:
        for value in WRONG:
            name = f"{pointer} = {str(value)[:20] if not isinstance(value, int) or value < 2**64 else 'huge'!r}"
            try:
                job = read_job(spoilt(text, pointer, value))
            except InputError as error:
                fields = [p.field for p in error.problems]
                assert all(pointer.startswith(f) or f.startswith(pointer) or _beside(f, pointer) for f in fields), (name, fields)
                assert all(len(p.message) > 8 for p in error.problems), (name, error.problems)
            else:
                # where any words will do, one is as good as another
                words = isinstance(value, str) and pointer not in measures
                kept.setdefault(pointer if words else job.design.model_dump_json(), (name, job.design))
    assert 60 < SHARES * len(kept) < 1200, len(kept)
    faults = []
    every = 1 if pytestconfig.getoption("hypothesis_profile", None) == "search" else CHECKED
    for name, design in list(kept.values())[::every]:
        try:
            report = check(design, catalog, keep)
        except InputError as error:
            if not all(p.field.startswith(("/builds/0/", "/own/")) and len(p.message) > 10 for p in error.problems):
                faults.append(f"{name}: {error}")
        except Exception as error:
            faults.append(f"{name}: {error!r}")
        else:
            faults += [f"{name}: {fault}" for fault in wrong_numbers(report)]
    assert faults == []


def _beside(field: str, pointer: str) -> bool:
    """A check of two fields together may name the other one: of the same record, or who sits on a seat that is gone."""
    if pointer.startswith("/design/host/seats"):
        return field.startswith("/design/carry/crew")
    return field.rsplit("/", 1)[0] == pointer.rsplit("/", 1)[0] or field.split("/")[2:4] == pointer.split("/")[2:4]


def test_the_checker_can_fail(report: Report) -> None:
    from dataclasses import replace

    worst = replace(report.findings[0], use=-0.22)
    assert wrong_numbers(replace(report, findings=(worst,))) == [f"{worst.id} at -0.22"]
    assert wrong_numbers(replace(report, findings=(replace(worst, use=math.nan),)))


@pytest.mark.parametrize(
    ("text", "field", "says"),
    [
        ('{"a": {"b": [1, NaN]}}', "/a/b/1", "not a number"),
        ('{"a": 1e999}', "/a", "too large"),
        ('{"a": ' + "9" * 5000 + "}", "/a", "too large"),
        ('{"a": "\\ud800"}', "/a", "half a character"),
        ('{"a": "x\\u0000"}', "/a", "cannot be printed"),
        ('{"\\udfff": 1}', "/", "name cannot be read"),
        ("[" * 60 + "]" * 60, "/0" * 41, "nested too deeply"),
        ("[" * 200_000, "", "nested too deeply"),
        (b"\xff\xfe", "", "UTF-8"),
        ('{"a":\n 1,,}', "line 2", "not JSON"),
    ],
)
def test_json_that_cannot_be_used_names_the_place(text: str | bytes, field: str, says: str) -> None:
    with pytest.raises(InputError, match=says) as caught:
        read_json(text, "a thing")
    assert caught.value.problems[0].field == field


def test_plain_data_passes_and_problems_are_bounded() -> None:
    data = {"a": [1, -2.5, True, None, "Łódź 日本\n"], "b": {"c": 10**15}}
    check_plain(data)
    with pytest.raises(InputError) as caught:
        check_plain([math.nan] * 1000)
    assert len(caught.value.problems) == MOST


def test_bounds_are_said_in_the_unit_typed() -> None:
    thing = {"id": "a", "name": "a", "length": "90 ft", "width": "1 in", "height": "2 cm", "mass": "1 kg"}
    with pytest.raises(ValueError, match=r"between 0\.0394 and 315 in"):
        Thing.model_validate(thing)
    with pytest.raises(ValueError, match=r"between 1 and 8000 mm"):
        Thing.model_validate(thing | {"length": "0 mm"})
    with pytest.raises(ValueError, match=r"between 0\.0022 and 44092 lb"):
        Thing.model_validate(thing | {"length": "1 ft", "mass": "0 oz"})
