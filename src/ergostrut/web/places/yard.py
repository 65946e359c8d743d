"""The yard: jobs to open, start, copy, import and export."""

from __future__ import annotations

from typing import Any

from flask import Response
from flask_openapi3 import APIBlueprint

from ergostrut.core.document import InputError, Job, Problem, read_job, write_job
from ergostrut.core.drawing.frame import frame_views
from ergostrut.core.measure.templates import start
from ergostrut.files.catalog_files import shipped_templates
from ergostrut.store import jobs

from .. import shapes as s
from ..service import service

api = APIBlueprint("yard", __name__, url_prefix="/api")


def _card(saved: jobs.Saved) -> s.Card:
    base: dict[str, Any] = {
        "id": saved.id,
        "name": saved.design.name,
        "host": saved.design.host.label,
        "changed_by": f"R{saved.revision}",
        "sample": saved.sample,
    }
    try:
        report = service().report(saved.design)
    except InputError as error:
        return s.Card(**base, places={}, counts={}, outline=None, error=str(error))
    side = next(v for v in frame_views(report, None, 0.0, {}, {}) if v.name == "side")
    return s.Card(**base, places=report.places, counts=report.counts, outline=side)


@api.get("/yard", responses={200: s.YardOut})
def yard() -> dict[str, object]:
    """All jobs with their worst states, and the templates to start from."""
    with service().session() as session:
        cards = [_card(saved) for saved in jobs.all_jobs(session)]
    templates = [s.TemplateOut(id=t.id, label=t.label, note=t.note) for t in shipped_templates()]
    return s.YardOut(jobs=cards, templates=templates).model_dump(mode="json")


def job_out(saved: jobs.Saved) -> dict[str, object]:
    return s.JobOut(
        id=saved.id, version=saved.version, revision=saved.revision, can_undo=saved.can_undo, can_redo=saved.can_redo, design=saved.design
    ).model_dump(mode="json")


@api.post("/jobs", responses={200: s.JobOut, 422: s.Refusal})
def new_job(body: s.NewJob) -> dict[str, object]:
    """Start a job from a host template."""
    template = next((t for t in shipped_templates() if t.id == body.template), None)
    if template is None:
        raise InputError([Problem(field="/template", message=f"there is no host template “{body.template}”; choose one from the list")])
    design = start(template, body.name.strip(), body.units)
    with service().session() as session:
        return job_out(jobs.create(session, Job(design=design)))


@api.post("/jobs/import", responses={200: s.JobOut, 422: s.Refusal})
def import_job(body: s.ImportJob) -> dict[str, object]:
    """Take in a job file as a new job; a file that cannot be read changes nothing."""
    job = read_job(body.text)
    service().report(job.design)
    with service().session() as session:
        return job_out(jobs.create(session, job, label="imported"))


@api.post("/jobs/<int:job>/copy", responses={200: s.JobOut, 404: s.Refusal})
def copy_job(path: s.JobPath) -> dict[str, object]:
    """A new job with the same design and no record."""
    with service().session() as session:
        design = jobs.get(session, path.job).design
        renamed = design.model_copy(update={"name": f"{design.name[:53]}, copy"})
        return job_out(jobs.create(session, Job(design=renamed), label=f"copy of {design.name}"))


@api.get("/jobs/<int:job>/export")
def export_job(path: s.JobPath) -> Response:
    """The job file."""
    with service().session() as session:
        job = jobs.export(session, path.job, service().catalog.version)
    name = "".join(c if c.isalnum() else "-" for c in job.design.name.lower()).strip("-") or "job"
    return Response(write_job(job), mimetype="application/json", headers={"Content-Disposition": f'attachment; filename="{name}.json"'})
