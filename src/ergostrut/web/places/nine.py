"""What each of the places shows, by place; the frame itself is in ``builds``."""

from __future__ import annotations

import numpy as np
from flask_openapi3 import APIBlueprint

from ergostrut.core.anchor.body import share
from ergostrut.core.anchor.bolts import bolt_use, capacity
from ergostrut.core.anchor.checks import AnchorCase, AnchorStudy
from ergostrut.core.carry.place import floor_of, how_many_more, litres, top_of
from ergostrut.core.drawing.axle_view import anchor_view
from ergostrut.core.drawing.frame import frame_views
from ergostrut.core.finding import State, state_of_use
from ergostrut.core.measure.hosts import kind_of
from ergostrut.core.report import Report
from ergostrut.core.structure.sheet import shown
from ergostrut.core.wording import Say
from ergostrut.store import jobs

from .. import build_shapes as b
from .. import measure_shapes as m
from .. import shapes as s
from ..forms import form_row
from ..held_anchor import held_anchored
from ..recorded import add_line
from ..service import service
from ..settings import part_states, travels_of

api = APIBlueprint("nine", __name__, url_prefix="/api/jobs/<int:job>", abp_responses=s.REFUSED)


@api.get("/measure", responses={200: m.MeasureOut})
def measure(path: s.JobPath) -> dict[str, object]:
    """The host in three views with every dimension."""
    design, context, _ = service().drawn(path.job)
    host, dims = context.host, design.host.model_dump(mode="json")["dims"]
    rows = [
        m.DimensionOut(
            name=name,
            label=taken.label,
            how=taken.how,
            text=dims[name]["value"],
            mm=taken.mm,
            state=taken.state,
            tolerance_mm=taken.tolerance,
            optional=taken.optional,
        )
        for name, taken in host.dims.items()
    ]
    kind = kind_of(host)
    groups = [
        b.FormGroup(title=group.title, help=group.help, rows=[form_row(row, "/host") for row in group.rows])
        for group in shown(kind.sheet, design.host, context.catalog)
    ]
    carriers = [m.BearsOut(id=one.id, label=one.label) for one in host.carriers]
    views = list(kind.measured(host))
    out = m.MeasureOut(views=views, dimensions=rows, label=kind.label, groups=groups, carriers=carriers, engine=host.engine)
    return out.model_dump(mode="json")


@api.get("/carry", responses={200: s.CarryOut})
def carry(path: s.JobPath, query: s.SettingQuery) -> dict[str, object]:
    """Things on their surfaces, to scale."""
    design, context, known = service().drawn(path.job, query.build)
    say, states, plan = Say(design.units), part_states(known.findings), context.plan
    masses = {item.thing.id: say.mass(item.mass) for item in plan.placed}
    drawn = frame_views(context, None, travels_of(query.at), states, masses, query.build)
    placed = [
        s.PlacedOut(
            id=p.thing.id,
            x=p.x,
            y=p.y,
            quarters=p.surface.quarters,
            size=p.size,
            auto=p.auto,
            kg=p.mass,
            more=how_many_more(p, plan.placed) if p.thing.id == query.part else None,
        )
        for p in plan.placed
    ]
    named = [(f"{build.label}, {x.label}", x) for build in context.builds for x in build.surfaces]
    floor = floor_of(context.host)
    named += [(floor.label.capitalize(), floor)] if floor is not None else []
    named += [(top.label.capitalize(), top) for top in (top_of(p) for p in plan.placed)]
    surfaces = [
        s.SurfaceOut(id=x.id, label=label, size=x.own_size, sleeping=x.use == "sleeping", clear=x.clear, litres=litres(x))
        for label, x in named
    ]
    views = [v for v in drawn if v.name in ("plan", "side")]
    return s.CarryOut(views=views, placed=placed, surfaces=surfaces).model_dump(mode="json")


@api.get("/anchor", responses={200: s.AnchorOut})
def anchor(path: s.JobPath, query: s.AnchorQuery) -> dict[str, object]:
    """Fixings of one build with what each takes in one case (the hardest unless told), with one of them gone if named."""
    _, report = service().load(path.job)
    studies = {study.assembly.id: study for study in report.anchors}
    others = [build for build in report.context.builds if build.id not in studies]
    builds = [*studies, *(build.id for build in others)]
    wanted = next((build for build in others if build.id == query.build), None if studies else next(iter(others), None))
    if wanted is not None and query.build not in studies:
        return held_anchored(report, wanted, builds, query).model_dump(mode="json")
    held = studies.get(query.build) or next(iter(studies.values()), None)
    if held is None or not held.cases:
        blank = s.AnchorOut(build="", builds=builds, view=None, positions=[], cases=[], position="", case="", fixings=[], settled=False)
        return blank.model_dump(mode="json")
    return _anchored(report, held, builds, query).model_dump(mode="json")


def _anchored(report: Report, held: AnchorStudy, builds: list[str], query: s.AnchorQuery) -> s.AnchorOut:
    positions = list(dict.fromkeys(row.position for row in held.cases))
    every = (*held.cases, *held.crash)
    # unless told, what works a fixing hardest
    mine = (f for f in report.findings if f.check == "anchor" and f.id.startswith(f"{held.assembly.id}/"))
    worst = max(mine, key=lambda f: f.use or 0.0, default=None)
    case = query.case or (worst.case if worst else "")
    having = [at for at in positions if any((row.position, row.case) == (at, case) for row in every)]
    asked = query.position or (worst.position if worst and worst.position in having else next(iter(having), ""))
    position = asked if asked in positions else positions[0]
    rows = [row for row in every if row.position == position]
    row = next((x for x in rows if x.case == case), rows[0])
    crash = any(row is one for one in held.crash)
    names = [a.name for a in held.assembly.anchors]
    gone = names.index(query.gone) if query.gone in names else None
    if gone is not None:
        row = AnchorCase(row.case, row.position, row.load, share(held.held_by, row.load, gone))
    fixings = []
    states: dict[str, State] = {}
    look = held.in_crash if crash else held
    pulls = look.pull_of(row, gone)
    settled = row.shared.settled and not look.lifts(row) and bool(np.isfinite(pulls).all())
    pulls = np.where(np.isfinite(pulls), pulls, 0.0)
    for bolt, tension, (_, shear) in zip(held.assembly.anchors, pulls.tolist(), row.shared.each, strict=True):
        cap = capacity(report.context, bolt, nominal=crash)
        use = None if cap.missing or not settled else bolt_use(tension, shear, cap, bolt, nominal=crash)
        state: State = "unknown" if use is None else state_of_use(use)
        states[bolt.id] = state
        fixings.append(
            s.FixingOut(
                name=bolt.name,
                hole=bolt.hole,
                thread=bolt.thread.id if bolt.thread else "",
                x=bolt.x,
                y=bolt.y,
                tension=tension,
                shear=shear,
                use=use,
                state=state,
                missing=list(cap.missing),
            )
        )
    return s.AnchorOut(
        build=held.assembly.id,
        builds=builds,
        view=anchor_view(report.context.host, held, row, pulls, states),
        positions=positions,
        cases=[x.case for x in rows],
        position=position,
        case=row.case,
        fixings=fixings,
        settled=settled,
    )


@api.get("/log", responses={200: s.LogOut})
def log(path: s.JobPath) -> dict[str, object]:
    """The record in the order it was written."""
    with service().database.reading() as session:
        return s.LogOut(entries=list(jobs.entries(session, path.job))).model_dump(mode="json")


@api.post("/record", responses={200: s.LogOut})
def add_entry(path: s.JobPath, body: s.EntryIn) -> dict[str, object]:
    """Add one line to the record."""
    with service().database.reading() as session:
        design = jobs.get(session, path.job).design
    rows = add_line(path.job, body.kind, body.text, body.data, design, body.uid, body.at)
    return s.LogOut(entries=list(rows)).model_dump(mode="json")
