"""Another vehicle under a job: what would no longer fit, hold or have a fixing, and putting it there."""

from __future__ import annotations

from typing import Literal

from flask_openapi3 import APIBlueprint
from pydantic import Field

from ergostrut.core.advice.other_host import OtherHost, put_under
from ergostrut.core.finding import State
from ergostrut.core.measure.templates import Template
from ergostrut.core.problem import InputError, Problem
from ergostrut.files.catalog_files import shipped_templates

from .. import shapes as s
from ..service import service
from .job import STALE, save_changes

api = APIBlueprint("under", __name__, url_prefix="/api/jobs/<int:job>", abp_responses=s.REFUSED)


class OtherOut(s.Wire):
    """A vehicle that may be put under the job."""

    id: str
    label: str


class OthersOut(s.Wire):
    others: list[OtherOut]


class UnderIn(s.Wire):
    """``template``: the other vehicle; ``version`` where it is put under the job, to be saved."""

    template: str = Field(max_length=60)
    version: int = 0


class FreedOut(s.Wire):
    """A choice that the other vehicle has nothing for, taken back."""

    field: str
    was: str
    why: str


class TurnedOut(s.Wire):
    """A finding that stands worse there."""

    id: str
    title: str
    sentence: str
    before: State | Literal[""]
    state: State


class UnderOut(s.Wire):
    """What changes; ``refused``: why it cannot be put there at all."""

    label: str
    freed: list[FreedOut]
    refused: list[str]
    worse: list[TurnedOut]
    better: int


def _template(name: str) -> Template:
    found = next((one for one in shipped_templates() if one.id == name), None)
    if found is None:
        raise InputError([Problem(field="/template", message=f"there is no vehicle “{name}”; choose one from the list")])
    return found


def _found(job: int, template: Template) -> OtherHost:
    design, report = service().load(job)
    return put_under(design, template.host, service().catalog, report)


@api.get("/under", responses={200: OthersOut})
def others(path: s.JobPath) -> dict[str, object]:
    """Vehicles to choose from, for a job that there is."""
    service().drawn(path.job)
    return OthersOut(others=[OtherOut(id=one.id, label=one.label) for one in shipped_templates()]).model_dump(mode="json")


@api.post("/under", responses={200: UnderOut})
def look_under(path: s.JobPath, body: UnderIn) -> dict[str, object]:
    """What would change; nothing is saved."""
    template = _template(body.template)
    found = _found(path.job, template)
    worse = [
        TurnedOut(
            id=one.finding.id, title=one.finding.title, sentence=one.finding.sentence, before=one.before or "", state=one.finding.state
        )
        for one in found.worse
    ]
    return UnderOut(
        label=template.label,
        freed=[FreedOut(field=one.field, was=one.was, why=one.why) for one in found.freed],
        refused=[problem.message for problem in found.refused],
        worse=worse,
        better=found.better,
    ).model_dump(mode="json")


@api.post("/under/put", responses={200: s.JobOut, **STALE})
def put(path: s.JobPath, body: UnderIn) -> dict[str, object]:
    """Put it there, as one revision: the other vehicle's survey, and what it has nothing for taken back."""
    template = _template(body.template)
    found = _found(path.job, template)
    if found.refused:
        raise InputError(list(found.refused))
    return save_changes(path.job, body.version, list(found.changes), f"on {template.label}"[:60])
