"""5 Balance: what carries the vehicle, every loading state, where a little more hurts least, the budget."""

from __future__ import annotations

from flask_openapi3 import APIBlueprint

from ergostrut.core.balance.corrected import ledger
from ergostrut.core.balance.ledger import loads_of, words_of
from ergostrut.core.balance.more import budget, hurts
from ergostrut.core.balance.states import states_of
from ergostrut.core.changes import Change
from ergostrut.core.drawing.axle_view import beam_view
from ergostrut.core.drawing.envelope import envelope_view
from ergostrut.core.drawing.outline import outline_of
from ergostrut.core.job.document import Entry
from ergostrut.core.measure.hosts import resolve
from ergostrut.core.structure.context import Context
from ergostrut.store import jobs
from ergostrut.store.database import now

from .. import shapes as s
from ..service import service
from ..settings import motions_out, travels_of
from .job import STALE, save_changes

api = APIBlueprint("balance", __name__, url_prefix="/api/jobs/<int:job>", abp_responses=s.REFUSED)


def _budget(context: Context) -> s.BudgetOut | None:
    found = budget(context)
    goal = context.design.goals.build_mass
    if found is None:
        return None
    rows = [s.BudgetRowOut(name=row.name, kg=row.kg, left=row.left) for row in found[1]]
    return s.BudgetOut(
        payload=found[0], rows=rows, goal=goal.kg if goal is not None else None, builds=sum(build.mass for build in context.builds)
    )


@api.get("/balance", responses={200: s.BalanceOut})
def balance(path: s.JobPath, query: s.BalanceQuery) -> dict[str, object]:
    """The truck on its axles with motions where they stand, with or without crew."""
    design, context, _ = service().drawn(path.job)
    travels, host = travels_of(query.at), context.host
    entries, missing = ledger(context, travels, query.crew)
    loads, gross = loads_of(context, entries, missing), design.host.weights.gross_rating
    carriers = [s.CarrierOut(id=one.id, label=one.label, load=loads.on.get(one.id), rating=one.rating) for one in host.carriers]
    return s.BalanceOut(
        view=beam_view(
            host,
            entries,
            loads,
            context.say,
            hurts(context, loads),
            [path for build in context.builds for path in outline_of(build, travels)],
        ),
        envelope=envelope_view(context, states_of(context)),
        budget=_budget(context),
        entries=list(entries),
        called=host.called,
        engine=host.engine,
        carriers=carriers,
        total=None if loads.missing else loads.total,
        gross_rating=gross.kg if gross else None,
        missing=words_of(host, loads.missing),
        provisional=loads.provisional,
        motions=motions_out(context, travels),
    ).model_dump(mode="json")


@api.post("/weighing", responses={200: s.JobOut, **STALE})
def weigh(path: s.JobPath, body: s.WeighingIn) -> dict[str, object]:
    """Enter a weighing: from then on it corrects what is computed, and it stands in the log."""
    with service().database.reading() as session:
        design = jobs.get(session, path.job).design
    rows = {name: text for name, text in body.loads.items() if text.strip()}
    ticket = {
        "name": body.name.strip(), "crew": body.crew, "fuel": body.fuel, "laden": body.laden,
        "builds": [build.id for build in design.builds if build.stage == "fitted"], **rows,
    }  # fmt: skip
    done = save_changes(path.job, body.version, [Change("/host/weights/weighings", ticket, "add")], f"weighed, {body.name.strip()}")
    fuel = f", tank {body.fuel}" if resolve(design.host).engine else ""
    text = f"{body.name.strip()}: {', '.join(f'{name} {load}' for name, load in rows.items())}; {body.crew} aboard, {'laden' if body.laden else 'nothing carried'}{fuel}"
    with service().database.writing() as session:
        jobs.append(session, path.job, [Entry(kind="ticket", at=now().isoformat(timespec="minutes"), text=text, data=ticket)])
    return done
