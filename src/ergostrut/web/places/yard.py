"""The yard: jobs to open, start, copy, import and export."""

from __future__ import annotations

from functools import cache

from flask import Response
from flask_openapi3 import APIBlueprint

from ergostrut.core.frame.build import families_for
from ergostrut.core.frame.families import FAMILIES
from ergostrut.core.job.document import Job, read_job, write_job
from ergostrut.core.job.start import inside, start
from ergostrut.core.measure.hosts import KINDS, resolve
from ergostrut.core.measure.templates import Template
from ergostrut.core.problem import InputError, Problem
from ergostrut.files.card_json import read_card, write_card
from ergostrut.files.catalog_files import shipped_templates
from ergostrut.store import jobs

from .. import shapes as s
from ..downloads import download, offered
from ..service import service

api = APIBlueprint("yard", __name__, url_prefix="/api", abp_responses=s.REFUSED)


def _card(row: jobs.Listed, error: str) -> s.Card:
    found = read_card(row.card)
    return s.Card(
        id=row.id,
        name=row.name,
        host=str(found.get("host", "")),
        changed_by=f"R{row.revision}",
        sample=row.sample,
        checked=bool(found),
        places=found.get("places", {}),
        counts=found.get("counts", {}),
        outline=found.get("outline"),
        error=error,
    )


@cache
def _offered_in(kind: str) -> tuple[str, ...]:
    return tuple(family.id for family in families_for(resolve(KINDS[kind].survey(kind=kind))))


def _offered(template: Template) -> list[str]:
    """Families that a class of hosts has what they need for."""
    return list(_offered_in(template.host["kind"]))


@api.get("/yard", responses={200: s.YardOut})
def yard() -> dict[str, object]:
    """All jobs as they were last found, and the templates to start from; nothing is checked for this list."""
    with service().database.reading() as session:
        rows = jobs.all_jobs(session)
        # what this program found itself it has read; anything else may be of another time
        errors = {row.id: jobs.unreadable(session, row.id) for row in rows if read_card(row.card).get("by") != service().maker}
    cards = [_card(row, errors.get(row.id, "")) for row in rows]
    templates = [s.TemplateOut(id=t.id, label=t.label, note=t.note, families=_offered(t)) for t in shipped_templates()]
    families = [s.FamilyOut(id=f.id, label=f.label, words=f.words) for f in FAMILIES.values()]
    return s.YardOut(jobs=cards, templates=templates, families=families).model_dump(mode="json")


def job_out(saved: jobs.Saved) -> dict[str, object]:
    return s.JobOut(
        id=saved.id, version=saved.version, revision=saved.revision, can_undo=saved.can_undo, can_redo=saved.can_redo, design=saved.design
    ).model_dump(mode="json")


@api.post("/jobs", responses={200: s.JobOut})
def new_job(body: s.NewJob) -> dict[str, object]:
    """Start a job from a host template."""
    template = next((t for t in shipped_templates() if t.id == body.template), None)
    if template is None:
        raise InputError([Problem(field="/template", message=f"there is no host template “{body.template}”; choose one from the list")])
    design = start(template, body.name.strip(), body.units, body.builds)
    card = write_card(service().report(design))
    with service().database.writing() as session:
        return job_out(jobs.create(session, Job(design=design), card=card))


@api.post("/jobs/<int:job>/inside", responses={200: s.JobOut})
def job_inside(path: s.JobPath, body: s.InsideOf) -> dict[str, object]:
    """A new job in the inside of one of this job's builds, taken over as its host."""
    with service().database.reading() as session:
        design = jobs.get(session, path.job).design
    found = inside(design, body.build, service().catalog)
    card = write_card(service().report(found))
    with service().database.writing() as session:
        return job_out(jobs.create(session, Job(design=found), label=f"inside {body.build}", card=card))


@api.post("/jobs/import", responses={200: s.JobOut})
def import_job(body: s.ImportJob) -> dict[str, object]:
    """Take in a job file as a new job; a file that cannot be read changes nothing."""
    job = read_job(body.text)
    card = write_card(service().report(job.design))
    with service().database.writing() as session:
        return job_out(jobs.create(session, job, label="imported", card=card))


@api.post("/jobs/<int:job>/copy", responses={200: s.JobOut})
def copy_job(path: s.JobPath) -> dict[str, object]:
    """A new job with the same design and no record."""
    with service().database.writing() as session:
        saved = jobs.get(session, path.job)
        renamed = saved.design.model_copy(update={"name": f"{saved.design.name[:53]}, copy"})
        return job_out(jobs.create(session, Job(design=renamed), label=f"copy of {saved.design.name}", card=saved.card))


@api.get("/jobs/<int:job>/export", responses=offered("application/json"))
def export_job(path: s.JobPath) -> Response:
    """The job file; of a job that cannot be read, everything as it lies in the database."""
    with service().database.reading() as session:
        try:
            job = jobs.export(session, path.job, service().catalog.version)
            name, text = job.design.name, write_job(job)
        except InputError:
            name, text = f"job {path.job} as stored", jobs.as_stored(session, path.job)
    return download(text, f"{name}.json", "application/json")
