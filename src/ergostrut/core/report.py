"""check(design, catalog) -> Report: every stage once, every finding, worst first."""

from __future__ import annotations

from collections.abc import Iterable, Iterator, Mapping
from dataclasses import dataclass, replace

from .anchor.checks import AnchorStudy
from .balance.checks import check_balance
from .balance.ledger import ledger, loads_of
from .carry.checks import check_places
from .carry.eyes import check_eyes
from .carry.held import check_held
from .carry.in_crash import check_things_in_crash
from .carry.look_in import check_look_in
from .carry.people import with_people
from .carry.place import OTHERS, arrange, load_in, moved_in
from .carry.sleep import check_sleepers
from .carry.stowed import check_stowed
from .carry.wants import check_wants
from .catalog.errors import StockError
from .catalog.model import Catalog
from .catalog.own import extended
from .cut.plan import cut_plan
from .document.base import DesignBase
from .finding import PLACES, RANK, Finding, Place, State, worst_state
from .fit.aisle import check_aisle, check_long_stock
from .fit.between import check_between
from .fit.cargo import check_cargo
from .fit.changes import check_changes
from .fit.ends import check_ends
from .fit.leaves import check_leaves
from .fit.own import check_ways
from .fit.people import check_headroom
from .fit.rack import check_rack
from .fit.reach import check_reach
from .fit.services import check_services
from .fit.sight import check_sight
from .fit.stack import stacked
from .fit.straps import check_straps
from .fit.way_in import check_way_in
from .fit.way_out import check_ways_out
from .fit.within import check_within
from .frame.build import assemble
from .goals import check_goals
from .make.steps import steps
from .measure.checks import check_survey
from .measure.cross import check_cross
from .measure.hosts import resolve
from .proof import Keep, Proof, prove, setting_findings, standing
from .prove.asked import check_asked
from .prove.boxes.refine import Watch
from .prove.study import Study
from .structure.assembly import Assembly
from .structure.carried import CarryPlan
from .structure.context import Context
from .structure.holds import Scene
from .structure.parts import Point3
from .structure.plans import CutPlan, Step
from .structure.setting import Setting, setting_at, settings_of


@dataclass(frozen=True)
class Tally:
    """The figures in the foot of the Frame page; None where unknown."""

    build_kg: float
    carried_kg: float
    payload_left_kg: float | None
    price: float
    bars: int
    sheets: int
    hours: float


@dataclass(frozen=True)
class Report:
    """Everything that was found. ``proofs``: each build proved, with its settings solved as far as they weigh little."""

    context: Context
    findings: tuple[Finding, ...]
    proofs: tuple[Proof, ...]
    cut: CutPlan
    steps: tuple[Step, ...]
    tally: Tally

    @property
    def places(self) -> dict[Place, State | None]:
        """Worst state found in each place."""
        return {place: worst_state([f.state for f in self.findings if f.place == place]) for place in PLACES}

    @property
    def studies(self) -> tuple[Study, ...]:
        return tuple(item for proof in self.proofs for item in proof.studies)

    @property
    def anchors(self) -> tuple[AnchorStudy, ...]:
        return tuple(proof.anchors for proof in self.proofs if proof.anchors is not None)

    @property
    def bytes(self) -> int:
        """About what it weighs in memory: findings and drawings data, and the positions it keeps."""
        return 500_000 + sum(proof.bytes for proof in self.proofs)

    @property
    def coarse(self) -> bool:
        """Whether panels that carry were tried on the coarsest mesh alone."""
        return any(proof.coarse for proof in self.proofs)

    @property
    def counts(self) -> dict[State, int]:
        return {state: sum(f.state == state for f in self.findings) for state in RANK}


def _severity(finding: Finding) -> tuple[int, float, float]:
    """Worse sorts first; among unknowns the larger demand."""
    demand = 0.0 if finding.minimum else finding.demand or 0.0
    return RANK[finding.state], -(finding.use or 0.0), -demand if finding.use is None else 0.0


def worst_of(findings: Iterable[Finding]) -> tuple[Finding, ...]:
    """One finding an id, the worst; sorted worst first."""
    kept: dict[str, Finding] = {}
    for finding in findings:
        before = kept.get(finding.id)
        if before is None or _severity(finding) < _severity(before):
            kept[finding.id] = finding
    return tuple(sorted(kept.values(), key=lambda f: (*_severity(f)[:2], f.id)))


def context_of(design: DesignBase, catalog: Catalog) -> Context:
    """Stages measure, frame, carry.

    Raises:
        StockError: the design names stock that the catalogue does not hold.
    """
    catalog = extended(catalog, design.own)
    host = resolve(design.host)
    builds = tuple(with_people(build, design.carry.crew) for build in assemble(design.builds, host, catalog))
    plans: dict[Scene, CarryPlan] = {
        scene: arrange(load_in(design.carry, scene), builds, host) for scene in OTHERS if moved_in(design.carry, scene)
    }
    return Context(design, host, catalog, builds, arrange(design.carry, builds, host), plans)


def check(design: DesignBase, catalog: Catalog, keep: Keep | None = None, watch: Watch | None = None) -> Report:
    """The whole report; a pure function of its inputs.

    Args:
        keep: a cache of proofs by what each read; equal jobs have equal reports with it and without.
        watch: panels that carry are refined until their governing use stays; it is told of every mesh.

    Raises:
        StockError: the design names stock that the catalogue does not hold.
    """
    context = context_of(design, catalog)
    proofs = tuple(prove(context, i, catalog.version, keep, watch) for i in range(len(context.builds)))
    found: list[Finding] = [finding for proof in proofs for finding in proof.findings]
    for scene in context.plans:
        found += [*_standing_there(context.at(scene), catalog.version, keep), *_places_then(context.at(scene))]
    cut = cut_plan(context)
    todo = steps(context, cut)
    found += [
        *check_asked(context),
        *check_survey(context.host),
        *check_cross(context.host, context.say),
        *check_places(context),
        *check_held(context),
        *check_things_in_crash(context),
        *check_eyes(context),
        *check_wants(context),
        *check_stowed(context),
        *check_cargo(context),
        *check_within(context),
        *check_ways(context),
        *check_changes(context),
        *check_reach(context, todo),
        *check_aisle(context),
        *check_rack(context),
        *check_leaves(context),
        *check_sight(context),
        *check_straps(context),
        *check_services(context),
        *check_ends(context),
        *check_long_stock(context),
        *check_sleepers(context),
        *check_headroom(context),
        *check_look_in(context),
    ]
    found += [*check_between(context), *check_way_in(context), *check_ways_out(context), *check_balance(context), *cut.findings]
    found = list(stacked(context, found, lambda other: context_of(other, catalog)))
    tally = _tally(context, cut, todo)
    found += check_goals(context, tally.build_kg, tally.price)
    found += _without_planned(design, catalog, found, _kept(proofs, keep), watch)
    return Report(context, worst_of(found), proofs, cut, todo, tally)


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


def _kept(proofs: Iterable[Proof], keep: Keep | None = None) -> Keep:
    """A cache of what was proved already, before another."""
    held = {proof.key: proof for proof in proofs}
    return lambda key, work: held[key] if key in held else keep(key, work) if keep is not None else work()


def kept_by(report: Report) -> Keep:
    """A cache of what a report proved: for designs that change one build and leave the others."""
    return _kept(report.proofs)


def _known(report: Report, build: Assembly, setting: Setting) -> Study:
    """A setting solved: kept by the report, or solved again."""
    for item in report.studies:
        if item.assembly.id == build.id and item.setting.name == setting.name and item.setting.travels == setting.travels:
            return item
    (found,) = standing(report.context, build, (setting,)).studies
    return found


def study_named(report: Report, name: str, build: str = "") -> Study | None:
    """A build (the first unless named) solved in a named setting, its first one for an unknown name; None without a build."""
    found = report.context.build(build) or next(iter(report.context.builds), None)
    if found is None:
        return None
    rows = settings_of(found)
    return _known(report, found, next((row for row in rows if row.name == name), rows[0]))


def studies_at(report: Report, travels: Mapping[str, float]) -> tuple[Study, ...]:
    """Every build solved with each motion at its travel (mm by id, its reach when that is less); a setting that was kept is not solved again."""
    return tuple(_known(report, build, setting_at(build, travels)) for build in report.context.builds)


def here(studies: Iterable[Study]) -> dict[str, Finding]:
    """Worst findings of the checks of ``studies`` that hang on their settings, by id."""
    return {f.id: f for f in worst_of(f for item in studies for f in setting_findings(item))}


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


__all__ = ["Report", "StockError", "Tally", "check", "context_of", "here", "studies_at", "study_named", "worst_of"]
