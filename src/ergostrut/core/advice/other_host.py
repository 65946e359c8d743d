"""Another vehicle under a job: what no longer fits, holds or has a fixing there, and the design as it then stands; everything else stays."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from typing import Any

from ..catalog.model import Catalog
from ..changes import Change
from ..finding import RANK, Finding, State
from ..job.change import edited
from ..job.document import Design, read_design
from ..problem import InputError, Problem
from ..report import Report, check, context_of

MOST = 60
"""Choices that are taken back at the most."""


@dataclass(frozen=True, slots=True)
class Freed:
    """A choice that the other vehicle has nothing for, taken back; ``why`` in words."""

    field: str
    was: str
    why: str


@dataclass(frozen=True, slots=True)
class Turned:
    """A finding that stands otherwise on the other vehicle; ``before`` None: it was not asked here."""

    finding: Finding
    before: State | None

    @property
    def worse(self) -> bool:
        return self.before is None or RANK[self.finding.state] < RANK[self.before]


@dataclass(frozen=True)
class OtherHost:
    """``design`` and its ``report`` on the other vehicle, None where something is ``refused`` there."""

    design: Design | None
    report: Report | None
    freed: tuple[Freed, ...]
    refused: tuple[Problem, ...]
    changes: tuple[Change, ...]
    """What makes the job so."""
    worse: tuple[Turned, ...] = ()
    better: int = 0


def _value(data: Any, pointer: str) -> Any:
    for step in pointer.strip("/").split("/"):
        if isinstance(data, list):
            data = data[int(step)] if step.isdigit() and int(step) < len(data) else None
        else:
            data = data.get(step) if isinstance(data, dict) else None
    return data


def _ways(data: Any, pointer: str) -> Iterator[Change]:
    """Ways to take back a choice: nothing in its place, or the row it belongs to gone."""
    value = _value(data, pointer)
    if isinstance(value, list):
        yield Change(pointer, [])
    elif value is not None:
        yield Change(pointer, None)
        yield Change(pointer, "")
    steps = pointer.strip("/").split("/")
    rows = [i for i, step in enumerate(steps) if step.isdigit() and i > 1]
    for i in reversed(rows):
        yield Change("/" + "/".join(steps[: i + 1]), op="remove")


def _problems(data: Any, catalog: Catalog) -> tuple[Design | None, list[Problem]]:
    try:
        design = read_design(data)
        context_of(design, catalog)
    except InputError as error:
        return None, error.problems
    return design, []


def put_under(design: Design, host: dict[str, Any], catalog: Catalog, before: Report) -> OtherHost:
    """The job on another host's survey. Choices that this one has nothing for, such as a row of points or a seat, are taken back and listed."""
    data = {**design.model_dump(mode="json"), "host": host}
    freed, changes = list[Freed](), [Change("/host", host)]
    found, problems = _problems(data, catalog)
    while found is None and problems and len(freed) < MOST:
        first, known = problems[0], _value(data, problems[0].field)
        for change in _ways(data, first.field):
            try:
                tried = edited(data, change)
            except InputError:
                continue
            found, left = _problems(tried, catalog)
            if found is not None or first.field not in [one.field for one in left]:
                freed.append(Freed(first.field, str(known), first.message))
                changes.append(change)
                data, problems = tried, left
                break
        else:
            break
    if found is None:
        return OtherHost(None, None, tuple(freed), tuple(problems), ())
    report = check(found, catalog)
    states = {one.id: one.state for one in before.findings}
    turned = [Turned(one, states.get(one.id)) for one in report.findings if one.state != states.get(one.id)]
    worse = tuple(one for one in turned if one.worse and one.finding.state in ("over", "unknown", "tight"))
    return OtherHost(found, report, tuple(freed), (), tuple(changes), worse, sum(not one.worse for one in turned))
