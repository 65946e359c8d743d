"""4 Prove: the frame in a case, its members and joints, diagrams, three dimensions, the calculation sheet."""

from __future__ import annotations

from dataclasses import replace

from flask import Response
from flask_openapi3 import APIBlueprint

from ergostrut.core.cases import BUMP, FOOT_BASIS, ROAD_BASIS, SLOPE_BASIS, road_cases, slope_cases
from ergostrut.core.drawing.boxes import box_scene, box_views
from ergostrut.core.drawing.proof import JointMark, member_uses, proof_views
from ergostrut.core.drawing.scene import Scene, panel_scene, scene
from ergostrut.core.finding import State, state_of_use
from ergostrut.core.log.tested import marked
from ergostrut.core.mechanics.solver.model import SolverError
from ergostrut.core.prove.boxes.edges import uses_of
from ergostrut.core.prove.boxes.model import ASSUMPTIONS as PANEL_ASSUMPTIONS
from ergostrut.core.prove.boxes.model import SolvedBox, solved
from ergostrut.core.prove.boxes.strength import by_case, panel_uses
from ergostrut.core.prove.boxes.ways import WORDS
from ergostrut.core.prove.joints.check import joint_rows
from ergostrut.core.prove.members.diagram import diagram
from ergostrut.core.prove.model.bolted import sizes
from ergostrut.core.prove.model.study import FAR
from ergostrut.core.report import Report, study_named
from ergostrut.core.structure.assembly import Assembly
from ergostrut.core.structure.standing.setting import settings_of
from ergostrut.files.calculation_pdf import calculation_pdf
from ergostrut.store import jobs
from ergostrut.store.database import now

from .. import prove_shapes as p
from .. import shapes as s
from ..downloads import download, offered
from ..service import service
from ..settings import part_states, travels_of

api = APIBlueprint("prove", __name__, url_prefix="/api/jobs/<int:job>", abp_responses=s.REFUSED)
WORST = "all cases"


@api.get("/prove", responses={200: p.ProveOut})
def prove(path: s.JobPath, query: p.ProveQuery) -> dict[str, object]:
    """A build as a frame in one position and case; an unknown case falls to the hardest, "all cases" gives the envelope."""
    _, report = service().load(path.job)
    study = study_named(report, query.position, query.build)
    if study is None:
        return p.ProveOut(error="There is no build to prove yet.").model_dump(mode="json")
    if study.assembly.shells:
        return _box(report, study.assembly, query.case).model_dump(mode="json")
    cases = [
        p.CaseOut(name=item.case.name, worst=max((r.use for r in member_uses(study, item.case.name)), default=0.0))
        for item in study.solved
        if not item.firm
    ]
    names = [row.name for row in cases]
    hardest = max(cases, key=lambda row: row.worst).name if cases else ""
    case = query.case if query.case in (*names, WORST) else hardest
    drawn = hardest if case == WORST else case
    members = member_uses(study, None if case == WORST else case)
    states: dict[str, State] = {row.member: row.state for row in members}
    shown = next((item for item in study.solved if item.case.name == drawn), None)
    reactions = []
    if shown is not None and study.posed is not None:
        rows = zip(study.posed.model.rests, shown.result.rest_force, strict=True)
        reactions = [p.ReactionOut(name=rest.id, newton=float(force)) for rest, force in rows]
        mounts = sizes(study.posed, shown.result)
        reactions += [p.ReactionOut(name=name, newton=force) for name, force in mounts]
    joints = []
    for end, verdict in joint_rows(study, drawn):
        state: State = "unknown" if verdict.use is None else state_of_use(verdict.use)
        joints.append(
            p.JointOut(
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
    mode = study.buckling(shown) if shown is not None else None
    critical = mode.value if mode is not None else None
    return p.ProveOut(
        build=study.assembly.id,
        positions=[setting.name for setting in settings_of(study.assembly)],
        position=study.setting.name,
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
        system=study.assembly.joining.system.label,
        facing=_facing(study.assembly, members[0].member) if members else "side",
        relies=study.relies,
        error=study.error or "; ".join(item.why for item in study.fallen),
    ).model_dump(mode="json")


def _box(report: Report, build: Assembly, wanted: str) -> p.ProveOut:
    """A box of panels in a case, the hardest for its panels unless it has the one wanted."""
    blank = p.ProveOut(build=build.id, system="panels that carry", assumptions=list(PANEL_ASSUMPTIONS))
    try:
        box = solved(report.context, build)
    except SolverError as error:
        return blank.model_copy(update={"error": str(error)})
    rows = by_case(box)
    hardest = max(rows, key=lambda name: rows[name], default="")
    case = wanted if wanted in (*rows, WORST) else hardest
    drawn = hardest if case == WORST else case
    place = next((i for i, one in enumerate(box.cases) if one.name == drawn), 0)
    views, scale = box_views(box, place, part_states(report.findings, "prove"))
    cases = [p.CaseOut(name=name, worst=use) for name, use in rows.items()]
    # its top bends from side to side: seen along the uprights
    facing = "rear" if any(panel.role == "side" and panel.across == 1 for panel in build.shells) else "side"
    found = {"cases": cases, "case": case, "drawn": drawn, "views": list(views), "scale": scale, "facing": facing,
             "panels": list(panel_uses(box, None if case == WORST else drawn)), "edges": _edges(box, place), "reactions": _pushes(box, place)}  # fmt: skip
    return blank.model_copy(update=found)


def _solid_box(report: Report, build: Assembly, wanted: str) -> Scene:
    """A box bent in a case, or as it was built where it cannot be solved."""
    states = part_states(report.findings, "prove")
    try:
        box = solved(report.context, build)
    except SolverError:
        return panel_scene(build, states, (), 1.0)
    return box_scene(box, next((i for i, case in enumerate(box.cases) if case.name == wanted), 0), states)


def _edges(box: SolvedBox, case: int) -> list[p.EdgeOut]:
    """Every edge in a case, the hardest worked first, those not known before them."""
    found = []
    for row in uses_of(box, case):
        face, edge = (name.rsplit("/", 1)[-1].replace(".", " ") for name in (row.seam.first, row.seam.second))
        state: State = "unknown" if row.use is None else state_of_use(row.use)
        found.append(
            p.EdgeOut(
                face=row.seam.first, edge=row.seam.second, name=f"{edge} on {face}", way=WORDS[row.way], use=row.use, state=state,
                across=row.across, apart=row.apart,
            )
        )  # fmt: skip
    return sorted(found, key=lambda row: -(row.use if row.use is not None else 99.0))


def _pushes(box: SolvedBox, case: int) -> list[p.ReactionOut]:
    """What the floor pushes a panel with, summed along it, and what every tie pulls with."""
    found: dict[str, float] = {}
    for rest, force in zip(box.frame.model.rests, box.results.rest_force[case], strict=True):
        name = f"floor under the {box.frame.model.names[rest.node]}" if rest.sign > 0 else rest.id
        found[name] = found.get(name, 0.0) + float(force)
    return [p.ReactionOut(name=name, newton=force) for name, force in found.items()]


def _facing(build: Assembly, member: str) -> str:
    """Side for a member along the vehicle or upright, rear for one across it."""
    one = build.member(member)
    return "rear" if abs(one.b[1] - one.a[1]) > abs(one.b[0] - one.a[0]) and not build.sliders else "side"


@api.get("/prove/diagram", responses={200: p.DiagramOut})
def member_diagram(path: s.JobPath, query: p.DiagramQuery) -> dict[str, object]:
    """Actions and deflection along one member in a case, with the envelope over all cases of the position."""
    _, report = service().load(path.job)
    study = study_named(report, query.position, query.build)
    found = diagram(study, query.member, query.case) if study is not None else None
    return p.DiagramOut(diagram=found).model_dump(mode="json")


@api.get("/solid", responses={200: p.SolidOut})
def solid(path: s.JobPath, query: p.SolidQuery) -> dict[str, object]:
    """Everything in three dimensions with motions where they stand; ``proof``: one build's frame in a named setting with its case drawn in."""
    if not query.proof:
        _, context, known = service().drawn(path.job, query.build)
        found = scene(context, travels_of(query.at), part_states(known.findings))
        return p.SolidOut(scene=found).model_dump(mode="json")
    _, report = service().load(path.job)
    study = study_named(report, query.position, query.build)
    if study is not None and study.assembly.shells:
        return p.SolidOut(scene=_solid_box(report, study.assembly, query.case)).model_dump(mode="json")
    states: dict[str, State] = {row.member: row.state for row in member_uses(study, query.case)} if study is not None else {}
    found = scene(report.context, {}, states, study, query.case, query.shape)
    return p.SolidOut(scene=found).model_dump(mode="json")


@api.get("/loads", responses={200: p.LoadsOut})
def loads(path: s.JobPath) -> dict[str, object]:
    """Every load case with its usual and its own vector."""
    design, _ = service().load(path.job)
    used = design.loads
    plain = used.model_copy(update={"cases": {}, "off": ()})
    rows = [
        p.CaseRow(
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
        rows.append(p.CaseRow(name=name, usual=g, used=g, own=False, off=name in used.off, editable=False, basis=basis))
    return p.LoadsOut(cases=rows, road=used.road, roads=list(BUMP)).model_dump(mode="json")


@api.get("/report.pdf", responses=offered("application/pdf"))
def calculation(path: s.JobPath, query: s.SheetQuery) -> Response:
    """The calculation sheet: all findings, or those named; panels that carry are refined for it."""
    design, _ = service().load(path.job)
    report = service().refined(design)
    with service().database.reading() as session:
        report = replace(report, findings=marked(report.findings, design, jobs.entries(session, path.job)))
    data = calculation_pdf(design, report, service().catalog.version, now().date().isoformat(), query.finding)
    return download(data, f"{design.name} calculation.pdf", "application/pdf", attachment=False)
