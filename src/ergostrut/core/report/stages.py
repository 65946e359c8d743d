"""check(design, catalog) -> Report: every stage once, every finding, worst first; stage by stage for who shows them as they are found."""

from __future__ import annotations

from collections.abc import Callable, Generator, Iterable, Iterator
from dataclasses import replace

from ..balance.corrected import ledger
from ..balance.ledger import loads_of
from ..carry.checks import check_places
from ..carry.people import with_people
from ..carry.place import OTHERS, arrange, load_in, moved_in
from ..catalog.errors import StockError
from ..catalog.model import Catalog
from ..catalog.own import extended
from ..checks import of_job
from ..cut.plan import cut_plan
from ..document.base import DesignBase
from ..finding import RANK, Finding
from ..fit.hands.reach import check_reach
from ..fit.hands.turns import put_in_order
from ..fit.space.cargo import check_cargo
from ..fit.space.stack import stacked
from ..fit.space.within import check_within
from ..frame.build import assemble
from ..goals import check_goals
from ..make.checks import check_making
from ..make.steps import steps
from ..measure.checks import check_survey
from ..measure.cross import check_cross
from ..measure.hosts import resolve
from ..proof import Keep, Pause, Proof, on, prove
from ..prove.boxes.refine import Watch
from ..structure.assembly import Assembly
from ..structure.carried import CarryPlan
from ..structure.context import Context
from ..structure.nouns.holds import Scene
from ..structure.nouns.parts import Point3
from ..structure.plans import CutPlan, Step
from .gathered import Found, Report, Tally, worst_of
from .known import kept, once

CUTTING, ROOM, WAYS = "what to buy and cut", "what stands in whose way", "ways in and out"
SCENES, TOLERANCES, PLANNED = "parked and at night", "what hangs on typical figures", "what is planned left out"
"""What a check says it is at, besides the builds."""


def context_of(design: DesignBase, catalog: Catalog) -> Context:
    """Stages measure, frame, carry.

    Raises:
        StockError: the design names stock that the catalogue does not hold.
    """
    catalog = extended(catalog, design.own)
    host = resolve(design.host)
    try:
        built = assemble(design.builds, host, catalog)
    except StockError as error:
        raise error.read_in(design.units.length) from None
    builds = tuple(with_people(build, design.carry.crew) for build in built)
    plans: dict[Scene, CarryPlan] = {
        scene: arrange(load_in(design.carry, scene), builds, host) for scene in OTHERS if moved_in(design.carry, scene)
    }
    return Context(design, host, catalog, builds, arrange(design.carry, builds, host), plans)


def stages(
    design: DesignBase,
    catalog: Catalog,
    keep: Keep | None = None,
    watch: Watch | None = None,
    *,
    first: str = "",
    pause: Pause = on,
    tell: Callable[[Found], None] = lambda _: None,
) -> Generator[Found, None, Report]:
    """The whole report in stages, cheap ones first: what each found, and at the end the report, which is all of them together.

    Args:
        keep: a cache of proofs by what each read; equal jobs have equal reports with it and without.
        watch: panels that carry are refined until their governing use stays; it is told of every mesh.
        first: the build that is proved before the others.
        pause: called now and then; what it raises ends the check.
        tell: told what is found within a build before its stage is through; the stage has all of it again.

    Raises:
        StockError: the design names stock that the catalogue does not hold, or cannot be built.
    """
    context, found, by_build = context_of(design, catalog), list[Finding](), dict[int, Proof]()
    keep = keep if keep is not None else once()

    def stage(findings: Iterable[Finding], ahead: str) -> Found:
        one = Found(tuple(findings), ahead)
        found.extend(one.findings)
        return one

    order = sorted(range(len(context.builds)), key=lambda i: context.builds[i].id != first)
    ahead = [*(context.builds[i].label for i in order), CUTTING]
    yield stage(_of_load(context), ahead[0])
    for i, after in zip(order, ahead[1:], strict=True):
        label = context.builds[i].label
        by_build[i] = prove(
            context,
            i,
            catalog.version,
            keep,
            watch,
            pause,
            lambda rows, label=label: tell(Found(tuple(rows), label)),  # type: ignore[misc]
        )
        yield stage(by_build[i].findings, after)
    proofs = tuple(by_build[i] for i in sorted(by_build))
    cut = cut_plan(context)
    context = put_in_order(context, cut)
    todo = steps(context, cut)
    yield stage((*cut.findings, *check_making(context, todo)), ROOM)
    yield stage(_of_room(context, todo), WAYS)
    yield stage(of_job(context, "ways"), SCENES)
    yield stage(_of_scenes(context, catalog.version, keep), TOLERANCES)
    sure = tuple(stacked(context, found, lambda other: context_of(other, catalog)))
    turned = {after.id for before, after in zip(found, sure, strict=True) if after is not before}
    yield Found(tuple(finding for finding in sure if finding.id in turned), PLANNED, instead=True)
    found = list(sure)
    tally = _tally(context, cut, todo)
    yield stage(check_goals(context, tally.build_kg, tally.price), PLANNED)
    yield stage(_without_planned(design, catalog, found, kept(proofs, keep), watch), "")
    return Report(context, worst_of(found), proofs, cut, todo, tally)


def check(design: DesignBase, catalog: Catalog, keep: Keep | None = None, watch: Watch | None = None) -> Report:
    """The whole report at once (``stages``); a pure function of its inputs.

    Raises:
        StockError: the design names stock that the catalogue does not hold, or cannot be built.
    """
    running = stages(design, catalog, keep, watch)
    while True:
        try:
            next(running)
        except StopIteration as end:
            report: Report = end.value
            return report


def _of_load(context: Context) -> Iterator[Finding]:
    """What is asked of the survey, the load and the people: no proof is read for it."""
    yield from of_job(context, "load")
    yield from check_cross(context.host, context.say)
    yield from check_survey(context.host)


def _of_room(context: Context, todo: tuple[Step, ...]) -> Iterator[Finding]:
    """What stands in whose way."""
    yield from of_job(context, "room")
    yield from check_reach(context, todo)


def _of_scenes(context: Context, version: str, keep: Keep | None) -> Iterator[Finding]:
    """What changes where things are elsewhere."""
    for scene in context.plans:
        yield from _standing_there(context.at(scene), version, keep)
        yield from _places_then(context.at(scene))


def _standing_there(context: Context, version: str, keep: Keep | None) -> Iterator[Finding]:
    """What is asked of the builds on which other things are in a scene: standing still, as everything stands then. The others were asked it as
    they are driven about."""
    driven = context.driven or context.plan
    for i, build in enumerate(context.builds):
        if _carried(build, context.plan) == _carried(build, driven):
            continue
        for finding in prove(context, i, version, keep).findings:
            if finding.case.startswith(("Parked", "Slope")):
                yield finding


def _carried(build: Assembly, plan: CarryPlan) -> list[tuple[str, str, Point3]]:
    """What is on a build, and where."""
    bodies = set(build.bodies)
    return sorted((item.thing.id, item.surface.id, item.at()) for item in plan.placed if item.surface.body in bodies)


def _places_then(context: Context) -> Iterator[Finding]:
    """Things without a place, over an edge or in each other in a scene."""
    for finding in (*check_places(context), *check_cargo(context), *check_within(context)):
        yield replace(finding, id=f"{finding.id}.{context.scene}", sentence=f"{context.scene.capitalize()}: {finding.sentence}")


def _without_planned(design: DesignBase, catalog: Catalog, found: Iterable[Finding], keep: Keep, watch: Watch | None) -> Iterator[Finding]:
    """What is worse while what is planned is not there yet."""
    builds = tuple(build for build in design.builds if build.stage == "fitted")
    things = tuple(thing for thing in design.carry.things if thing.stage == "fitted")
    if len(builds) == len(design.builds) and len(things) == len(design.carry.things):
        return
    with_it = {finding.id: finding for finding in worst_of(found)}
    carry = design.carry.model_copy(update={"things": things})
    less = check(design.model_copy(update={"builds": builds, "carry": carry}), catalog, keep, watch)
    for finding in less.findings:
        before = with_it.get(finding.id)
        if before is not None and RANK[finding.state] < RANK[before.state] and finding.state in ("over", "tight"):
            yield replace(finding, sentence=f"Without what is planned: {finding.sentence}")


def _tally(context: Context, cut: CutPlan, todo: tuple[Step, ...]) -> Tally:
    entries, missing = ledger(context, {})
    loads = loads_of(context, entries, missing)
    rating = context.host.weights.gross_rating
    places = {role for carrier in context.host.carriers for role in carrier.at}
    lacking = [name for name in missing if name not in places]
    return Tally(
        build_kg=sum(build.mass for build in context.builds),
        carried_kg=sum(item.mass for item in context.plan.placed),
        payload_left_kg=None if rating is None or lacking else rating.kg - loads.total,
        price=cut.price,
        bars=sum(group.count for group in cut.bars),
        sheets=sum(group.count for group in cut.sheets),
        hours=sum(step.minutes for step in todo) / 60,
    )
