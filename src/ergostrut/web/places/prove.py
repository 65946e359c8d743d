"""4 Prove: the frame in a case, its members and joints, diagrams, three dimensions, the calculation sheet."""

from __future__ import annotations

from flask import Response
from flask_openapi3 import APIBlueprint

from ergostrut.core.cases import BUMP, FOOT_BASIS, ROAD_BASIS, SLOPE_BASIS, road_cases, slope_cases
from ergostrut.core.drawing.proof import JointMark, member_uses, proof_views
from ergostrut.core.drawing.solid import scene
from ergostrut.core.finding import State, state_of_use
from ergostrut.core.prove.diagram import diagram
from ergostrut.core.prove.joints.check import joint_rows
from ergostrut.core.prove.study import FAR
from ergostrut.core.report import study_named
from ergostrut.files.calculation_pdf import calculation_pdf
from ergostrut.store.database import now

from .. import shapes as s
from ..downloads import download, offered
from ..service import service
from .nine import part_states

api = APIBlueprint("prove", __name__, url_prefix="/api/jobs/<int:job>", abp_responses=s.REFUSED)
WORST = "all cases"


@api.get("/prove", responses={200: s.ProveOut})
def prove(path: s.JobPath, query: s.ProveQuery) -> dict[str, object]:
    """The tray as a frame in one position and case; an unknown case falls to the hardest, "all cases" gives the envelope."""
    _, report = service().load(path.job)
    positions = [p for b in report.context.builds for m in b.motions for p in m.positions]
    study = study_named(report, query.position)
    if study is None:
        return s.ProveOut(error="There is no build to prove yet.").model_dump(mode="json")
    cases = [
        s.CaseOut(name=item.case.name, worst=max((r.use for r in member_uses(study, item.case.name)), default=0.0)) for item in study.solved
    ]
    names = [row.name for row in cases]
    hardest = max(cases, key=lambda row: row.worst).name if cases else ""
    case = query.case if query.case in (*names, WORST) else hardest
    drawn = hardest if case == WORST else case
    members = member_uses(study, None if case == WORST else case)
    states: dict[str, State] = {row.member: row.state for row in members}
    solved = next((item for item in study.solved if item.case.name == drawn), None)
    reactions = []
    if solved is not None and solved.result is not None and study.tray is not None:
        rows = zip(study.tray.model.rests, solved.result.rest_force, strict=True)
        reactions = [s.ReactionOut(name=rest.id, newton=float(force)) for rest, force in rows]
    joints = []
    for end, verdict in joint_rows(study, drawn):
        state: State = "unknown" if verdict.use is None else state_of_use(verdict.use)
        joints.append(
            s.JointOut(
                rib=end.rib.id,
                rail=end.rail.id,
                side=end.side,
                use=verdict.use,
                state=state,
                text=verdict.text,
                missing=list(verdict.missing),
            )
        )
    marks = [JointMark(row.rib, row.rail, row.state, row.text) for row in joints]
    views, scale = proof_views(study, drawn, states, marks)
    mode = study.buckling(solved) if solved is not None else None
    critical = mode.value if mode is not None else None
    return s.ProveOut(
        positions=positions,
        position=study.position.name,
        cases=cases,
        case=case,
        drawn=drawn,
        views=list(views),
        scale=scale,
        members=list(members),
        reactions=reactions,
        joints=joints,
        critical=None if critical is None or critical > FAR else critical,
        frequency=study.frequency.value if study.frequency is not None else None,
        system=study.assembly.joints.system.label,
        relies=study.relies,
        error=study.error or "; ".join(item.error for item in study.failed),
    ).model_dump(mode="json")


@api.get("/prove/diagram", responses={200: s.DiagramOut})
def member_diagram(path: s.JobPath, query: s.DiagramQuery) -> dict[str, object]:
    """Actions and deflection along one member in a case, with the envelope over all cases of the position."""
    _, report = service().load(path.job)
    study = study_named(report, query.position)
    found = diagram(study, query.member, query.case) if study is not None else None
    return s.DiagramOut(diagram=found).model_dump(mode="json")


@api.get("/solid", responses={200: s.SolidOut})
def solid(path: s.JobPath, query: s.SolidQuery) -> dict[str, object]:
    """Everything in three dimensions with the tray at ``travel``, or at a named position with its case drawn in."""
    _, report = service().load(path.job)
    if query.position:
        study = study_named(report, query.position)
        states: dict[str, State] = {row.member: row.state for row in member_uses(study, query.case)} if study is not None else {}
        found = scene(report, study.travel if study is not None else 0.0, states, study, query.case, query.shape)
    else:
        found = scene(report, query.travel, part_states(report))
    return s.SolidOut(scene=found).model_dump(mode="json")


@api.get("/loads", responses={200: s.LoadsOut})
def loads(path: s.JobPath) -> dict[str, object]:
    """Every load case with its usual and its own vector."""
    design, _ = service().load(path.job)
    used = design.loads
    plain = used.model_copy(update={"cases": {}, "off": ()})
    rows = [
        s.CaseRow(
            name=case.name,
            usual=case.g,
            used=own.g,
            own=case.name in used.cases,
            off=case.name in used.off,
            editable=True,
            basis=ROAD_BASIS,
        )
        for case, own in zip(road_cases(plain), road_cases(used.model_copy(update={"off": ()})), strict=True)
    ]
    for name, g, basis in (("Slope", slope_cases()[0].g, SLOPE_BASIS), ("Foot", (0.0, 0.0, -1.0), FOOT_BASIS)):
        rows.append(s.CaseRow(name=name, usual=g, used=g, own=False, off=name in used.off, editable=False, basis=basis))
    return s.LoadsOut(cases=rows, road=used.road, roads=list(BUMP)).model_dump(mode="json")


@api.get("/report.pdf", responses=offered("application/pdf"))
def calculation(path: s.JobPath, query: s.SheetQuery) -> Response:
    """The calculation sheet: all findings, or those named."""
    design, report = service().load(path.job)
    data = calculation_pdf(design, report, service().catalog.version, now().date().isoformat(), query.finding)
    return download(data, f"{design.name} calculation.pdf", "application/pdf", attachment=False)
