"""One job: read, change, undo, check, try."""

from __future__ import annotations

from flask_openapi3 import APIBlueprint

from ergostrut.core.advice.mends import Effect, effects
from ergostrut.core.change import Change, apply
from ergostrut.core.finding import RANK
from ergostrut.files.report_json import NOTICE
from ergostrut.store import jobs

from .. import shapes as s
from ..service import service
from .yard import job_out

api = APIBlueprint("job", __name__, url_prefix="/api/jobs/<int:job>")


def _changes(rows: list[s.ChangeIn]) -> list[Change]:
    return [Change(row.path, row.value, row.op) for row in rows]


@api.get("", responses={200: s.JobOut, 404: s.Refusal})
def get_job(path: s.JobPath) -> dict[str, object]:
    """The design with the version a writer must name."""
    with service().session() as session:
        return job_out(jobs.get(session, path.job))


@api.delete("", responses={200: s.Gone, 404: s.Refusal})
def delete_job(path: s.JobPath) -> dict[str, object]:
    """Take a job away with all its revisions and its record."""
    with service().session() as session:
        jobs.delete(session, path.job)
    return s.Gone(job=path.job).model_dump(mode="json")


@api.post("/change", responses={200: s.JobOut, 404: s.Refusal, 409: s.Refusal, 422: s.Refusal})
def change_job(path: s.JobPath, body: s.ChangesIn) -> dict[str, object]:
    """Make changes as one revision. A write on an older version is kept aside and answered with 409."""
    with service().session() as session:
        saved = jobs.get(session, path.job)
        design = apply(saved.design, _changes(body.changes))
        service().report(design)
        return job_out(jobs.save(session, path.job, body.version, design, body.label))


@api.post("/undo", responses={200: s.JobOut, 409: s.Refusal})
def undo_job(path: s.JobPath, body: s.VersionIn) -> dict[str, object]:
    """Back to the revision before."""
    with service().session() as session:
        return job_out(jobs.undo(session, path.job, body.version))


@api.post("/redo", responses={200: s.JobOut, 409: s.Refusal})
def redo_job(path: s.JobPath, body: s.VersionIn) -> dict[str, object]:
    """Forward again."""
    with service().session() as session:
        return job_out(jobs.redo(session, path.job, body.version))


@api.get("/revisions", responses={200: s.RevisionsOut})
def revisions(path: s.JobPath) -> dict[str, object]:
    """Every save, newest first."""
    with service().session() as session:
        rows = [s.RevisionOut(**vars(row)) for row in jobs.revisions(session, path.job)]
    return s.RevisionsOut(revisions=rows).model_dump(mode="json")


@api.post("/revisions/<int:number>/restore", responses={200: s.JobOut, 404: s.Refusal, 409: s.Refusal})
def restore(path: s.RevisionPath, body: s.VersionIn) -> dict[str, object]:
    """Make an earlier, or a kept, revision the newest."""
    with service().session() as session:
        return job_out(jobs.restore(session, path.job, body.version, path.number))


@api.get("/report", responses={200: s.ReportOut})
def report(path: s.JobPath) -> dict[str, object]:
    """Every finding, worst first, with its working."""
    with service().session() as session:
        found = service().report(jobs.get(session, path.job).design)
    return s.ReportOut(
        findings=list(found.findings), places=found.places, counts=found.counts, tally=found.tally, notice=NOTICE
    ).model_dump(mode="json")


@api.get("/advice", responses={200: s.AdviceOut})
def advice(path: s.JobPath) -> dict[str, object]:
    """What would mend the findings that are over or tight."""
    with service().session() as session:
        design = jobs.get(session, path.job).design
    return s.AdviceOut(mends=list(service().advice(path.job, design))).model_dump(mode="json")


@api.post("/try", responses={200: s.TryOut, 422: s.Refusal})
def try_changes(path: s.JobPath, body: s.TryIn) -> dict[str, object]:
    """What changes would do to every finding, saving nothing."""
    with service().session() as session:
        design = jobs.get(session, path.job).design
    before, after = service().report(design), service().report(apply(design, _changes(body.changes)))
    better = [e for e in effects(after, before) if RANK[e.state_after] < RANK["note"]]  # type: ignore[index]
    turned = [Effect(e.id, e.title, e.after, e.before, e.state_after, e.state_before) for e in better]
    return s.TryOut(
        better=turned,
        worse=list(effects(before, after)),
        after=[s.HereFinding(id=f.id, use=f.use, state=f.state, sentence=f.sentence) for f in after.findings],
        adds_kg=after.tally.build_kg - before.tally.build_kg,
        adds_price=after.tally.price - before.tally.price,
    ).model_dump(mode="json")
