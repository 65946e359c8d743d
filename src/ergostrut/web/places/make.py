"""Make: the steps with what was read at them, and the plan of days."""

from __future__ import annotations

import datetime as dt
from collections.abc import Mapping, Sequence
from dataclasses import dataclass

from flask import Response
from flask_openapi3 import APIBlueprint

from ergostrut.core.advice.first import built_first
from ergostrut.core.document.plan import Plan
from ergostrut.core.drawing.step import step_view
from ergostrut.core.job.document import Design, Entry
from ergostrut.core.job.marks import issued_marks
from ergostrut.core.log.kept import misfits
from ergostrut.core.log.learnt import learnt
from ergostrut.core.log.lines import when
from ergostrut.core.log.making import Read, Tick, finished, follows, read, read_values, ticks, values
from ergostrut.core.log.parts import made_parts
from ergostrut.core.log.spent import bought
from ergostrut.core.make.hours import hands_on, hours
from ergostrut.core.make.schedule.late import delayed
from ergostrut.core.make.schedule.plan import Schedule, schedule
from ergostrut.core.make.schedule.shortest import SECONDS, Watch
from ergostrut.core.make.waits import SETTINGS, hours_of
from ergostrut.core.problem import InputError, Problem
from ergostrut.core.structure.plans import Step
from ergostrut.core.wording import Say
from ergostrut.files.steps_ics import steps_ics
from ergostrut.store import jobs
from ergostrut.store.database import now

from .. import make_shapes as m
from .. import shapes as s
from ..downloads import download, offered
from ..recorded import add_line
from ..searching import LONG
from ..service import Making, key_of, service
from .log import every_log

api = APIBlueprint("make", __name__, url_prefix="/api/jobs/<int:job>", abp_responses=s.REFUSED)


def _loaded(job: int) -> tuple[Design, Making, tuple[Entry, ...]]:
    with service().database.reading() as session:
        design, record = jobs.get(session, job).design, jobs.entries(session, job)
    return design, service().making(design), record


def _made(design: Design, making: Making, record: tuple[Entry, ...]) -> dict[str, object]:
    done, entered, say = ticks(making.steps, record), values(record), Say(design.units)
    marks, plan = _marks(making, record), design.plan
    cut = {name for name, one in made_parts(record).items() if one.done}
    steps = [
        _step(
            step,
            _label(making, step),
            done.get(step.id),
            all(name in done for name in step.after),
            _free(step, making.steps, done, plan),
            read(step, entered, say),
            marks,
            design,
            cut,
        )
        for step in making.steps
    ]
    left = sum(hours(step, plan) for step in making.steps if step.id not in done)
    return m.MakeOut(
        steps=steps,
        done={name: tick.at for name, tick in done.items()},
        hours=sum(hours(step, plan) for step in making.steps),
        left=left,
        skipped=sum(1 for one in steps if one.done and one.step.hold and not one.held),
        misfits=sum(1 for one in misfits(making.context, making.cut.pieces, made_parts(record)) if one.state == "over"),
        builds=[(build.id, build.label) for build in making.context.builds],
    ).model_dump(mode="json")


def _marks(making: Making, record: tuple[Entry, ...]) -> dict[str, str]:
    issued = issued_marks(record)
    return {part: issued.get(part, row.mark) for row in making.cut.pieces for part in row.parts}


def _label(making: Making, step: Step) -> str:
    """Of its build, where there are several."""
    builds = making.context.builds
    return next((one.label for one in builds if step.id.startswith(f"{one.id}/")), "") if len(builds) > 1 else ""


def _step(
    step: Step,
    build: str,
    tick: Tick | None,
    ready: bool,
    free_at: str,
    rows: tuple[Read, ...],
    marks: dict[str, str],
    design: Design,
    cut: set[str],
) -> m.MakeStep:
    one = SETTINGS.get(step.waits)
    readings = [
        m.ReadingOut(
            name=row.reading.name, unit=row.reading.unit, planned=row.reading.planned, low=row.reading.low, high=row.reading.high,
            within=row.reading.within, value=row.value, others=list(row.others), state=row.state, words=row.words,
        )
        for row in rows
    ]  # fmt: skip
    return m.MakeStep(
        step=step,
        build=build,
        done=tick.at if tick else "",
        held=bool(tick and tick.held),
        ready=ready and tick is None and free_at <= now().isoformat(timespec="minutes"),
        free_at=free_at,
        waits_hours=hours_of(step.waits, design.plan.temperature),
        waits_words=one.words if one else "",
        waits_basis=one.basis if one else "",
        readings=readings,
        follows=list(follows(rows, marks, cut, Say(design.units))),
        marks=sorted({marks[part] for part in step.parts if part in marks}),
    )


def _free(step: Step, steps: Sequence[Step], done: Mapping[str, Tick], plan: Plan) -> str:
    """When the last of what sets before a step has set; empty where nothing that is done does."""
    found = [
        at + dt.timedelta(hours=hours_of(one.waits, plan.temperature))
        for one in steps
        if one.id in step.after and one.waits and one.id in done and (at := when(done[one.id].at)) is not None
    ]
    return max(found).isoformat(timespec="minutes") if found else ""


@api.get("/make", responses={200: m.MakeOut})
def make(path: s.JobPath) -> dict[str, object]:
    """Steps in order, what each comes after, when each was ticked off and what was read at it."""
    return _made(*_loaded(path.job))


@api.post("/make/reading", responses={200: m.MakeOut})
def enter_reading(path: s.JobPath, body: m.ReadingIn) -> dict[str, object]:
    """What was read at a step: a line of the record."""
    design, making, _ = _loaded(path.job)
    step = next((one for one in making.steps if one.id == body.step), None)
    if step is None:
        raise InputError([Problem(field="/step", message=f"there is no step “{body.step}” in this job")])
    found = read_values(body.values, step, design.units)
    words = ", ".join(f"{name} {text.strip()}" for name, text in body.values.items() if text.strip())
    record = add_line(path.job, "reading", f"{step.title}: {words}", {"step": body.step, "values": found}, design, body.uid, body.at)
    return _made(design, making, record)


@dataclass(frozen=True)
class _Asked:
    """What a plan hangs on."""

    design: Design
    making: Making
    begins: dt.date
    done: dict[str, dt.datetime]
    there: frozenset[str]

    @property
    def key(self) -> str:
        return f"{key_of(self.design)}|{self.begins}|{sorted(self.done.items())}|{sorted(self.there)}"

    def schedule(self, seconds: float = SECONDS, watch: Watch | None = None) -> Schedule:
        return schedule(self.making.steps, self.design.plan, self.begins, self.done, self.there, seconds, watch=watch)

    def planned(self) -> Schedule:
        """The plan, or what a longer search has found instead."""
        found, search = service().plans.get(self.key, self.schedule), service().searching.known(self.key)
        better = search.found if search is not None else None
        if better is None or better.ends is None or found.ends is None:
            return found
        return better if (better.ends, better.gap) <= (found.ends, found.gap) else found


def _asked(job: int, start: dt.date | None) -> _Asked:
    design, making, record = _loaded(job)
    done = finished(ticks(making.steps, record))
    today = dt.date.today()
    begins = start or max(design.plan.begins or today, today if done else dt.date.min)
    return _Asked(design, making, begins, done, frozenset(bought(making.cut, record)))


@api.get("/make/plan", responses={200: m.PlanOut})
def plan(path: s.JobPath, query: m.PlanQuery) -> dict[str, object]:
    """The days on which what is left is done, so that the job ends earliest."""
    return _told(_asked(path.job, query.start))


def _told(asked: _Asked) -> dict[str, object]:
    design, making, there, found = asked.design, asked.making, asked.there, asked.planned()
    by_id = {step.id: step for step in making.steps}
    learnt_hours = {row.what: row for row in learnt([(name, entries) for _, name, entries in every_log()]).hours}
    search = service().searching.known(asked.key)
    rows = [
        m.PlannedOut(
            step=row.step, title=by_id[row.step].title, build=_label(making, by_id[row.step]), start=row.start, end=row.end, on=row.on, until=row.until, spare=row.spare, critical=row.critical,
            waits=row.waits, waits_kind=by_id[row.step].waits, waits_days=hours_of(by_id[row.step].waits, design.plan.temperature) / 24,
        )
        for row in found.rows
    ]  # fmt: skip
    leads = {lead.item: lead.days for lead in design.plan.leads}
    labels = {piece.stock: piece.stock_label for piece in making.cut.pieces}
    deliveries = [m.DeliveryOut(item=item, label=label, days=leads.get(item), bought=item in there) for item, label in labels.items()]
    return m.PlanOut(
        rows=rows, days=list(found.days), ends=found.ends, gap=found.gap, proven=found.proven, chain=list(found.chain), today=list(found.today),
        trouble=found.trouble, deliveries=deliveries,
        hands_on=list(hands_on(making.steps, design.plan, learnt_hours)),
        can_search=not found.proven and not found.trouble and search is None,
        search=None if search is None else m.SearchOut(running=search.running, seconds=search.seconds, longest=LONG, days=search.days, least=search.least),
    ).model_dump(mode="json")  # fmt: skip


@api.post("/make/plan/search", responses={200: m.PlanOut})
def search(path: s.JobPath, query: m.PlanQuery) -> dict[str, object]:
    """Search longer for a shorter plan, behind: ask for the plan to see how far that is."""
    asked = _asked(path.job, query.start)
    service().searching.begin(asked.key, lambda watch: asked.schedule(LONG, watch))
    return _told(asked)


@api.post("/make/plan/stop", responses={200: m.PlanOut})
def stop(path: s.JobPath, query: m.PlanQuery) -> dict[str, object]:
    """End a longer search with what it has found by now."""
    asked = _asked(path.job, query.start)
    one = service().searching.known(asked.key)
    if one is not None:
        one.end()
    return _told(asked)


@api.get("/make/late", responses={200: m.LateOut})
def late(path: s.JobPath, query: m.LateQuery) -> dict[str, object]:
    """What a delay costs: when the job ends if a step begins, or stock comes, so many days later; nothing is saved."""
    asked = _asked(path.job, query.start)
    try:
        found = delayed(
            asked.making.steps, asked.design.plan, asked.begins, asked.done, asked.there, asked.planned(), query.what, query.days
        )
    except KeyError:
        words = f"“{query.what}” is no step that is still to be done, and nothing that is still to come"
        raise InputError([Problem(field="what", message=words)]) from None
    titles = {step.id: step.title for step in asked.making.steps}
    return m.LateOut(
        what=query.what, planned=found.planned, ends=found.ends, cost=found.cost, later=[titles[name] for name in found.later], trouble=found.trouble
    ).model_dump(mode="json")  # fmt: skip


@api.get("/make/drawing", responses={200: m.DrawnOut})
def drawing(path: s.JobPath, query: m.DrawnQuery) -> dict[str, object]:
    """The parts that a step has in hand, in their build."""
    _, making, record = _loaded(path.job)
    step = next((one for one in making.steps if one.id == query.step), None)
    if step is None:
        raise InputError([Problem(field="step", message=f"there is no step “{query.step}” in this job")])
    return m.DrawnOut(view=step_view(making.context.builds, step, _marks(making, record))).model_dump(mode="json")


@api.get("/make/plan.ics", responses=offered("text/calendar"))
def plan_ics(path: s.JobPath, query: m.PlanQuery) -> Response:
    """The plan for a calendar."""
    asked = _asked(path.job, query.start)
    found = asked.planned()
    days = {row.step: (row.on, row.until) for row in found.rows}
    return download(steps_ics(asked.making.steps, asked.design.name, now(), days), f"{asked.design.name} plan.ics", "text/calendar")


@api.get("/make/first", responses={200: m.FirstOut})
def first(path: s.JobPath, query: m.FirstQuery) -> dict[str, object]:
    """What is out of reach, or no longer goes in, when one build is put in before all others; nothing is saved."""
    with service().database.reading() as session:
        design = jobs.get(session, path.job).design
    try:
        found = built_first(design, service().catalog, query.build)
    except KeyError:
        raise InputError([Problem(field="build", message=f"there is no build “{query.build}” in this job")]) from None
    return m.FirstOut(build=query.build, findings=list(found)).model_dump(mode="json")
