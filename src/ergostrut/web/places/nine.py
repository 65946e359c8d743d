"""What each of the nine places shows, by place."""

from __future__ import annotations

from flask import Response
from flask_openapi3 import APIBlueprint

from ergostrut.core.anchor.body import share
from ergostrut.core.anchor.bolts import bolt_use, capacity
from ergostrut.core.anchor.checks import AnchorCase
from ergostrut.core.balance.ledger import axle_loads, ledger
from ergostrut.core.cut.marks import issued_marks
from ergostrut.core.document import Entry
from ergostrut.core.drawing.frame import frame_views
from ergostrut.core.drawing.host import host_views
from ergostrut.core.drawing.truck import anchor_view, beam_view
from ergostrut.core.finding import RANK, State, state_of_use
from ergostrut.core.frame.families.bed_slide.geometry import deck_heights, layout
from ergostrut.core.measure.survey import DIMENSIONS
from ergostrut.core.report import Report, here, studies_at
from ergostrut.core.wording import Say
from ergostrut.files.csv_out import cut_csv
from ergostrut.store import jobs
from ergostrut.store.database import now

from .. import shapes as s
from ..downloads import download, offered
from ..service import service

api = APIBlueprint("nine", __name__, url_prefix="/api/jobs/<int:job>", abp_responses=s.REFUSED)


def part_states(report: Report) -> dict[str, State]:
    """Worst verdict of each part; notes colour nothing."""
    found: dict[str, State] = {}
    for finding in report.findings:
        if finding.state == "note":
            continue
        for part in finding.parts:
            if part not in found or RANK[finding.state] < RANK[found[part]]:
                found[part] = finding.state
    return found


@api.get("/measure", responses={200: s.MeasureOut})
def measure(path: s.JobPath) -> dict[str, object]:
    """The host in three views with every dimension."""
    design, report = service().load(path.job)
    rows = []
    for name, note in DIMENSIONS.items():
        taken, resolved = getattr(design.host.dims, name), report.context.host.dims[name]
        text = str(taken.value) if taken.value else None
        rows.append(
            s.DimensionOut(
                name=name,
                label=note.label,
                how=note.how,
                text=text,
                mm=resolved.mm,
                state=taken.state,
                tolerance_mm=resolved.tolerance,
                optional=note.optional,
            )
        )
    return s.MeasureOut(views=list(host_views(report.context.host)), dimensions=rows).model_dump(mode="json")


@api.get("/carry", responses={200: s.CarryOut})
def carry(path: s.JobPath) -> dict[str, object]:
    """Things on their surface, to scale."""
    design, report = service().load(path.job)
    say, states = Say(design.units), part_states(report)
    masses = {item.thing.id: say.mass(item.mass) for item in report.context.plan.placed}
    views = [v for v in frame_views(report, None, 0.0, states, masses) if v.name in ("plan", "side")]
    placed = [s.PlacedOut(id=p.thing.id, x=p.x, y=p.y, size=p.size, auto=p.auto, kg=p.mass) for p in report.context.plan.placed]
    surface = next((x.size for build in report.context.builds for x in build.surfaces), None)
    return s.CarryOut(views=views, placed=placed, surface=surface).model_dump(mode="json")


@api.get("/frame", responses={200: s.FrameOut})
def frame(path: s.JobPath, query: s.TravelIn) -> dict[str, object]:
    """The build with its tray at ``travel`` mm, and what the findings say there."""
    design, report = service().load(path.job)
    reach = max((m.reach for b in report.context.builds for m in b.motions), default=0.0)
    travel = min(query.travel, reach)
    say = Say(design.units)
    masses = {item.thing.id: say.mass(item.mass) for item in report.context.plan.placed}
    studies = studies_at(report, travel)
    at = here(studies)
    states = part_states(report)
    heights: list[s.DeckHeight] = []
    for params in design.builds:
        place = layout(params, report.context.host, report.context.catalog)
        sheet = report.context.catalog.sheets[params.deck]
        heights = [
            s.DeckHeight(roller=d, under=u, let_in=i)
            for d, u, i in deck_heights(params, place, sheet.t, report.context.catalog.roller_diameters)
        ]
    return s.FrameOut(
        views=list(frame_views(report, studies[0] if studies else None, travel, states, masses)),
        here=[s.HereFinding(id=f.id, use=f.use, state=f.state, sentence=f.sentence) for f in at.values()],
        travel=travel,
        reach=reach,
        positions=[p for b in report.context.builds for m in b.motions for p in m.positions],
        stack=[h for b in report.context.builds for h in b.stack],
        deck_heights=heights,
    ).model_dump(mode="json")


@api.get("/balance", responses={200: s.BalanceOut})
def balance(path: s.JobPath, query: s.BalanceQuery) -> dict[str, object]:
    """The truck on its axles with the tray at ``travel``, with or without crew."""
    design, report = service().load(path.job)
    entries, missing = ledger(report.context, query.travel, query.crew)
    axles = axle_loads(report.context, entries, missing)
    w = design.host.weights
    ratings = {
        "front": w.front_rating.kg if w.front_rating else None,
        "rear": w.rear_rating.kg if w.rear_rating else None,
        "gross": w.gross_rating.kg if w.gross_rating else None,
    }
    return s.BalanceOut(
        view=beam_view(report.context.host, entries, axles, report.context.say),
        entries=list(entries),
        axles=axles,
        ratings=ratings,
        reach=max((m.reach for b in report.context.builds for m in b.motions), default=0.0),
        findings=[f for f in report.findings if f.place == "balance"],
    ).model_dump(mode="json")


@api.get("/anchor", responses={200: s.AnchorOut})
def anchor(path: s.JobPath, query: s.AnchorQuery) -> dict[str, object]:
    """Fixings with what each takes in one case, with one of them gone if named."""
    _, report = service().load(path.job)
    if not report.anchors or not report.anchors[0].cases:
        return s.AnchorOut(view=None, positions=[], cases=[], position="", case="", fixings=[], settled=False).model_dump(mode="json")
    held = report.anchors[0]
    positions = list(dict.fromkeys(row.position for row in held.cases))
    position = query.position if query.position in positions else positions[0]
    rows = [row for row in (*held.cases, *held.crash) if row.position == position]
    row = next((x for x in rows if x.case == query.case), rows[0])
    crash = any(row is one for one in held.crash)
    names = [a.name for a in held.assembly.anchors]
    if query.gone in names:
        row = AnchorCase(row.case, row.position, row.travel, row.load, share(held.held_by, row.load, names.index(query.gone)))
    fixings = []
    states: dict[str, State] = {}
    for bolt, (tension, shear) in zip(held.assembly.anchors, row.shared.each, strict=True):
        cap = capacity(report.context, bolt, nominal=crash)
        use = None if cap.missing or not row.shared.settled else bolt_use(tension, shear, cap, bolt, nominal=crash)
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
        view=anchor_view(report.context.host, held, row, states),
        positions=positions,
        cases=[x.case for x in rows],
        position=position,
        case=row.case,
        fixings=fixings,
        settled=row.shared.settled,
    ).model_dump(mode="json")


@api.get("/cut", responses={200: s.CutOut})
def cut(path: s.JobPath) -> dict[str, object]:
    """Cut list, bars and sheets to buy, hardware, price."""
    design, report = service().load(path.job)
    with service().database.reading() as session:
        issued = issued_marks(jobs.entries(session, path.job))
    plan = report.cut
    return s.CutOut(
        pieces=[s.PieceOut(piece=p, count=p.count, issued=issued.get(p.parts[0])) for p in plan.pieces],
        bars=list(plan.bars),
        sheets=list(plan.sheets),
        hardware=list(plan.hardware),
        price=plan.price,
        kg=report.tally.build_kg,
        currency=design.shop.currency,
        issued=bool(issued),
    ).model_dump(mode="json")


@api.get("/cut.csv", responses=offered("text/csv"))
def cut_list(path: s.JobPath) -> Response:
    """The cut list as a table."""
    design, report = service().load(path.job)
    with service().database.reading() as session:
        issued = issued_marks(jobs.entries(session, path.job))
    return download(cut_csv(report.cut, design.units, issued), f"{design.name} cut list.csv", "text/csv")


@api.post("/cut/issue", responses={200: s.LogOut})
def issue_marks(path: s.JobPath) -> dict[str, object]:
    """Give every part its mark for good: kept in the record, never changed by what is cut later."""
    _, report = service().load(path.job)
    with service().database.writing() as session:
        issued = issued_marks(jobs.entries(session, path.job))
        fresh = {part: piece.mark for piece in report.cut.pieces for part in piece.parts if part not in issued}
        rows = [Entry(kind="mark", at=now().isoformat(timespec="minutes"), text="cut list issued", data=fresh)] if fresh else []
        return s.LogOut(entries=list(jobs.append(session, path.job, rows))).model_dump(mode="json")


@api.get("/make", responses={200: s.MakeOut})
def make(path: s.JobPath) -> dict[str, object]:
    """Steps in order, and when each was ticked off."""
    _, report = service().load(path.job)
    with service().database.reading() as session:
        record = jobs.entries(session, path.job)
    done: dict[str, str] = {}
    for entry in record:
        step = str(entry.data.get("step", ""))
        if entry.kind == "tick":
            done[step] = entry.at
        elif entry.kind == "untick":
            done.pop(step, None)
    return s.MakeOut(steps=list(report.steps), done=done, hours=report.tally.hours).model_dump(mode="json")


@api.get("/log", responses={200: s.LogOut})
def log(path: s.JobPath) -> dict[str, object]:
    """The record in the order it was written."""
    with service().database.reading() as session:
        return s.LogOut(entries=list(jobs.entries(session, path.job))).model_dump(mode="json")


@api.post("/record", responses={200: s.LogOut})
def add_entry(path: s.JobPath, body: s.EntryIn) -> dict[str, object]:
    """Add one line to the record."""
    entry = Entry(kind=body.kind, at=now().isoformat(timespec="minutes"), text=body.text.strip(), data=body.data)
    with service().database.writing() as session:
        return s.LogOut(entries=list(jobs.append(session, path.job, [entry]))).model_dump(mode="json")
