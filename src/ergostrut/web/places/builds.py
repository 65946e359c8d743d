"""3 Frame: the builds of a job, one in hand; its sheet; further builds to add."""

from __future__ import annotations

from flask_openapi3 import APIBlueprint

from ergostrut.core.catalog.errors import StockError
from ergostrut.core.catalog.own import extended
from ergostrut.core.changes import Change
from ergostrut.core.document.base import free_id
from ergostrut.core.drawing.frame import build_view, frame_views, reaches
from ergostrut.core.drawing.room import overlays
from ergostrut.core.drawing.sections import cut_at
from ergostrut.core.frame.build import assemble, carrying, family_of, framed, framed_on, stood_on
from ergostrut.core.frame.families import FAMILIES
from ergostrut.core.job.document import Design
from ergostrut.core.job.start import with_build
from ergostrut.core.measure.hosts import resolve
from ergostrut.core.primitives import Path, View, box_of
from ergostrut.core.problem import InputError, Problem
from ergostrut.core.report import Report, here, studies_at
from ergostrut.core.structure.context import Context
from ergostrut.core.structure.host import Reader
from ergostrut.core.structure.sheet import shown
from ergostrut.core.structure.standing.setting import setting_at
from ergostrut.core.wording import Say
from ergostrut.store import jobs

from .. import build_shapes as b
from .. import shapes as s
from ..forms import form_row
from ..service import service
from ..settings import motions_out, part_states, travels_of
from .job import STALE, save_changes

api = APIBlueprint("builds", __name__, url_prefix="/api/jobs/<int:job>", abp_responses=s.REFUSED)


@api.get("/frame", responses={200: s.FrameOut})
def frame(path: s.JobPath, query: s.SettingQuery) -> dict[str, object]:
    """The builds with motions where they stand, the one in hand with its dimensions, and what its findings say there."""
    design, context, known = service().drawn(path.job, query.build)
    travels, say, there = travels_of(query.at), Say(design.units), context.at(query.scene)
    masses = {item.thing.id: say.mass(item.mass) for item in there.plan.placed}
    # what is not proved yet is drawn all the same: forces, and what findings say here, follow
    studies = studies_at(known, travels) if isinstance(known, Report) else ()
    hand = context.build(query.build) or next(iter(context.builds), None)
    study = next((item for item in studies if hand is not None and item.assembly.id == hand.id), None)
    tables: list[s.CompareTable] = []
    if hand is not None:
        params = design.builds[context.builds.index(hand)]
        for title, heads, rows in family_of(hand.family).tables(params, Reader(context.host), context.catalog):
            tables.append(s.CompareTable(title=title, heads=list(heads), rows=[list(row) for row in rows]))
    return s.FrameOut(
        views=_with_overlays(
            context, frame_views(there, study, travels, part_states(known.findings), masses, query.build, cut_at(query.cut)), query
        ),
        here=[s.HereFinding(id=f.id, use=f.use, state=f.state, sentence=f.sentence) for f in here(studies).values()],
        build=hand.id if hand is not None else "",
        drivable=all(setting_at(build, travels).drivable for build in context.builds),
        motions=motions_out(context, travels),
        stack=list(hand.stack) if hand is not None else [],
        tables=tables,
        reaches=[s.Reach(view=view, lo=lo, hi=hi) for view, (lo, hi) in reaches(there, travels).items()],
    ).model_dump(mode="json")


def _with_overlays(context: Context, views: tuple[View, ...], query: s.SettingQuery) -> list[View]:
    """Views with what was asked for besides the parts."""
    if not query.show:
        return list(views)
    found = []
    for view in views:
        more = overlays(context, view.name, query.show, query.build, query.part)
        box = box_of([*more, Path((view.box[:2], view.box[2:]), "line")])
        found.append(View(view.name, box, (*view.items, *more)))
    return found


def _index(design: Design, name: str) -> int:
    for i, build in enumerate(design.builds):
        if build.id == name or not name:
            return i
    raise InputError(
        [Problem(field="/build", message=f"there is no build “{name}” in this job" if name else "there is no build in this job")]
    )


@api.get("/sheet", responses={200: b.FormOut})
def sheet(path: s.JobPath, query: b.BuildQuery) -> dict[str, object]:
    """The form of a build as it stands: every choice it has now."""
    with service().database.reading() as session:
        design = jobs.get(session, path.job).design
    index = _index(design, query.build)
    build = design.builds[index]
    catalog = extended(service().catalog, design.own)
    host = stood_on(build, design.builds, resolve(design.host), catalog)
    groups = [
        b.FormGroup(title=group.title, help=group.help, rows=[form_row(row, f"/builds/{index}") for row in group.rows])
        for group in shown(family_of(build.family).form, build, catalog, host, carrying(design.builds))
    ]
    return b.FormOut(build=build.id, index=index, family=build.family, groups=groups).model_dump(mode="json")


@api.get("/families", responses={200: b.FamiliesOut})
def families(path: s.JobPath) -> dict[str, object]:
    """What can be built in this job's host, each drawn at its start size in it."""
    with service().database.reading() as session:
        design = jobs.get(session, path.job).design
    host, catalog = resolve(design.host), extended(service().catalog, design.own)
    made = {build.id: build for build in assemble(design.builds, host, catalog)} if carrying(design.builds) else {}
    cards = []
    for family in FAMILIES.values():
        view, error = None, ""
        try:
            params = family.params.model_validate(with_build(design, family.id, service().catalog))
            one = framed_on(params, made[params.on], host, catalog) if params.on else framed(params, host, catalog)
            view = build_view(one, host, made.get(params.on))
        except (InputError, ValueError) as problem:
            error = str(problem)
            if isinstance(problem, StockError) and problem.field in ("family", "on"):
                continue
        cards.append(b.FamilyCard(id=family.id, label=family.label, words=family.words, view=view, error=error))
    return b.FamiliesOut(families=cards).model_dump(mode="json")


@api.post("/builds", responses={200: s.JobOut, **STALE})
def add_build(path: s.JobPath, body: b.NewBuild) -> dict[str, object]:
    """Add a build: a family at its start size in the host, or a copy of one that is there."""
    with service().database.reading() as session:
        design = jobs.seen_at(session, path.job, body.version)[1]
    if body.copy_of:
        taken = [build.id for build in design.builds]
        known = design.builds[_index(design, body.copy_of)]
        ident = free_id(taken, family_of(known.family).stem)
        value = {**known.model_dump(mode="json"), "id": ident, "label": f"{known.label[:52]}, copy"}
    else:
        value = with_build(design, body.family, service().catalog)
    return save_changes(path.job, body.version, [Change("/builds", value, "add")], f"{value['label']} added")
