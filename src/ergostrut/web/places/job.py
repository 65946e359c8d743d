"""One job: read, change, undo, check, try."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import asdict
from typing import Any

from flask_openapi3 import APIBlueprint

from ergostrut.core.advice.trying import Effect, effects
from ergostrut.core.changes import Change
from ergostrut.core.finding import RANK, Finding
from ergostrut.core.job.change import apply
from ergostrut.core.job.document import Design
from ergostrut.core.log.tested import marked
from ergostrut.core.report import counts_of, places_of
from ergostrut.files.report_json import NOTICE
from ergostrut.store import jobs

from .. import shapes as s
from ..adviser import Advice
from ..checker import Checking
from ..service import service
from .yard import job_out

api = APIBlueprint("job", __name__, url_prefix="/api/jobs/<int:job>", abp_responses=s.REFUSED)
STALE: dict[int | str, Any] = {409: s.Refusal}


def _changes(rows: list[s.ChangeIn]) -> list[Change]:
    return [Change(row.path, row.value, row.op) for row in rows]


def _design(job: int) -> Design:
    with service().database.reading() as session:
        return jobs.get(session, job).design


def done(found: jobs.Saved | jobs.Stale) -> dict[str, object]:
    """The job as saved. Called once the transaction is over, so that what was kept aside is kept.

    Raises:
        StaleError: the job had moved on.
    """
    if isinstance(found, jobs.Stale):
        raise jobs.StaleError(found.kept, found.version)
    return job_out(found)


def save_changes(job: int, version: int, changes: list[Change], label: str) -> dict[str, object]:
    """Changes made to the design that ``version`` showed, as one revision.

    Raises:
        StaleError: the job had moved on; what was to be saved is kept.
    """
    with service().database.reading() as session:
        base, seen = jobs.seen_at(session, job, version)
    # checked before the write lock is taken: others save meanwhile
    design = apply(seen, changes)
    service().context(design)
    with service().database.writing() as session:
        found = jobs.save(session, job, version, design, label, base=base)
    saved = done(found)
    service().begin(job, design)
    return saved


@api.get("", responses={200: s.JobOut})
def get_job(path: s.JobPath) -> dict[str, object]:
    """The design with the version a writer must name."""
    with service().database.reading() as session:
        return job_out(jobs.get(session, path.job))


@api.delete("", responses={200: s.Gone})
def delete_job(path: s.JobPath) -> dict[str, object]:
    """Take a job away with all its revisions and its record."""
    with service().database.writing() as session:
        jobs.delete(session, path.job)
    service().forget(path.job)
    return s.Gone(job=path.job).model_dump(mode="json")


@api.post("/change", responses={200: s.JobOut, **STALE})
def change_job(path: s.JobPath, body: s.ChangesIn) -> dict[str, object]:
    """Make changes as one revision. A write on an older version is kept aside and answered with 409."""
    return save_changes(path.job, body.version, _changes(body.changes), body.label)


@api.post("/undo", responses={200: s.JobOut, **STALE})
def undo_job(path: s.JobPath, body: s.VersionIn) -> dict[str, object]:
    """Back to the revision before."""
    with service().database.writing() as session:
        found = jobs.undo(session, path.job, body.version)
    return done(found)


@api.post("/redo", responses={200: s.JobOut, **STALE})
def redo_job(path: s.JobPath, body: s.VersionIn) -> dict[str, object]:
    """Forward again."""
    with service().database.writing() as session:
        found = jobs.redo(session, path.job, body.version)
    return done(found)


@api.get("/revisions", responses={200: s.RevisionsOut})
def revisions(path: s.JobPath) -> dict[str, object]:
    """Every save, newest first."""
    with service().database.reading() as session:
        rows = [s.RevisionOut(**vars(row)) for row in jobs.revisions(session, path.job)]
    return s.RevisionsOut(revisions=rows).model_dump(mode="json")


@api.post("/revisions/<int:number>/restore", responses={200: s.JobOut, **STALE})
def restore(path: s.RevisionPath, body: s.VersionIn) -> dict[str, object]:
    """Make an earlier, or a kept, revision the newest."""
    with service().database.writing() as session:
        found = jobs.restore(session, path.job, body.version, path.number)
    return done(found)


def _tested(job: int, findings: Sequence[Finding]) -> list[Finding]:
    """Findings with what was tested of them said."""
    with service().database.reading() as session:
        return list(marked(findings, jobs.get(session, job).design, jobs.entries(session, job)))


@api.get("/report", responses={200: s.ReportOut})
def report(path: s.JobPath, query: s.WaitQuery) -> dict[str, object]:
    """Every finding, worst first, with its working. Without waiting, what was found by now: ask again while something is being checked."""
    if not query.wait:
        known = service().drawn(path.job, query.build)[2]
        if isinstance(known, Checking):
            return s.ReportOut(
                findings=_tested(path.job, known.findings), places=places_of(known.findings), counts=counts_of(known.findings), tally=None, notice=NOTICE,
                coarse=False, checking=known.ahead,
            ).model_dump(mode="json")  # fmt: skip
    _, found = service().load(path.job)
    return s.ReportOut(
        findings=_tested(path.job, found.findings),
        places=found.places,
        counts=found.counts,
        tally=found.tally,
        notice=NOTICE,
        coarse=found.coarse,
    ).model_dump(mode="json")


@api.get("/refined", responses={200: s.RefiningOut})
def refined(path: s.JobPath) -> dict[str, object]:
    """Panels that carry, refined behind until their governing use stays: how far that is. Ask again while it runs, then for the report."""
    found = service().refining(path.job, _design(path.job))
    meshes = [s.MeshOut(build=build, **asdict(level)) for build, level in found.levels]
    return s.RefiningOut(meshes=meshes, running=found.running).model_dump(mode="json")


def _advice(found: Advice) -> dict[str, object]:
    return s.AdviceOut(
        mends=list(found.mends), looked=found.looked, total=found.total, running=found.running, ended=found.ended
    ).model_dump(mode="json")


@api.get("/advice", responses={200: s.AdviceOut})
def advice(path: s.JobPath) -> dict[str, object]:
    """What would mend the findings that are over or tight, as far as it is known: ask again while it is running."""
    return _advice(service().advice(path.job, _design(path.job)))


@api.post("/advice/stop", responses={200: s.AdviceOut})
def stop_advice(path: s.JobPath) -> dict[str, object]:
    """Stop the search; what was found so far stays."""
    return _advice(service().stop_advice(path.job, _design(path.job)))


@api.post("/advice/again", responses={200: s.AdviceOut})
def seek_again(path: s.JobPath) -> dict[str, object]:
    """Search anew where the search was stopped or ran out of time."""
    return _advice(service().advice(path.job, _design(path.job), again=True))


@api.post("/try", responses={200: s.TryOut})
def try_changes(path: s.JobPath, body: s.TryIn) -> dict[str, object]:
    """What changes would do to every finding, saving nothing."""
    design, before = service().load(path.job)
    after = service().report(apply(design, _changes(body.changes)))
    better = [e for e in effects(after, before) if RANK[e.state_after] < RANK["note"]]  # type: ignore[index]
    turned = [Effect(e.id, e.title, e.after, e.before, e.state_after, e.state_before) for e in better]
    return s.TryOut(
        better=turned,
        worse=list(effects(before, after)),
        after=[s.HereFinding(id=f.id, use=f.use, state=f.state, sentence=f.sentence) for f in after.findings],
        adds_kg=after.tally.build_kg - before.tally.build_kg,
        adds_price=after.tally.price - before.tally.price,
    ).model_dump(mode="json")
