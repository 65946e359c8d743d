"""check(design, catalog) -> Report: every stage once, every finding, worst first."""

from __future__ import annotations

from collections.abc import Iterable, Iterator
from dataclasses import dataclass

from .anchor.checks import AnchorStudy, anchor_study, check_anchors
from .anchor.crash import check_crash
from .balance.checks import check_balance
from .balance.ledger import axle_loads, ledger
from .carry.checks import check_held, check_places
from .carry.place import arrange
from .catalog.errors import StockError
from .catalog.model import Catalog
from .catalog.own import extended
from .context import Context
from .cut.plan import CutPlan, cut_plan
from .document import Design
from .finding import PLACES, RANK, Finding, Place, State, worst_state
from .fit.bed import check_bed, check_floor, check_lowered_gate
from .frame.assembly import Assembly, Position, Slide
from .frame.build import assemble
from .goals import check_goals
from .make.steps import Step, steps
from .measure.checks import check_survey
from .measure.host import resolve
from .prove.base import check_base
from .prove.deck import check_deck
from .prove.joints.check import check_joints
from .prove.leg import check_leg
from .prove.members import check_droop, check_members, check_sag
from .prove.pin import check_pin
from .prove.running import check_effort, check_guides, check_hold_down, check_keeper, check_rollers
from .prove.stability import check_fatigue, check_frequency, check_square, check_stability
from .prove.study import Study, study

_POSITION_CHECKS = (
    check_members,
    check_joints,
    check_leg,
    check_stability,
    check_frequency,
    check_fatigue,
    check_square,
    check_sag,
    check_droop,
    check_rollers,
    check_hold_down,
    check_keeper,
    check_guides,
    check_effort,
    check_base,
    check_pin,
    check_lowered_gate,
    check_floor,
)


KEPT = 1_500_000
"""Numbers of solved positions that a report keeps for the pages: a usual job's are a fifth of this, the largest job's would be twenty times."""


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
    """Everything that was found. ``studies``: positions solved, as far as they weigh little (``KEPT``)."""

    context: Context
    findings: tuple[Finding, ...]
    studies: tuple[Study, ...]
    anchors: tuple[AnchorStudy, ...]
    cut: CutPlan
    steps: tuple[Step, ...]
    tally: Tally

    @property
    def places(self) -> dict[Place, State | None]:
        """Worst state found in each place."""
        return {place: worst_state([f.state for f in self.findings if f.place == place]) for place in PLACES}

    @property
    def bytes(self) -> int:
        """About what it weighs in memory: findings and drawings data, and the positions it keeps."""
        return 1_000_000 + 12 * sum(item.floats for item in self.studies)

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


def position_findings(item: Study) -> Iterator[Finding]:
    """All checks that depend on where a motion stands."""
    for check in _POSITION_CHECKS:
        yield from check(item)


def context_of(design: Design, catalog: Catalog) -> Context:
    """Stages measure, frame, carry.

    Raises:
        StockError: the design names stock that the catalogue does not hold.
    """
    catalog = extended(catalog, design.own)
    host = resolve(design.host)
    builds = assemble(design, host, catalog)
    return Context(design, host, catalog, builds, arrange(design.carry, builds))


def positions_of(context: Context) -> Iterator[tuple[Assembly, Slide, Position]]:
    """Every slide with every one of its named positions."""
    for build in context.builds:
        for slide in build.slides:
            for motion in build.motions:
                if motion.id == slide.motion:
                    for position in motion.positions:
                        yield build, slide, position


def check(design: Design, catalog: Catalog) -> Report:
    """The whole report; a pure function of its inputs.

    Raises:
        StockError: the design names stock that the catalogue does not hold.
    """
    context = context_of(design, catalog)
    found: list[Finding] = []
    kept: list[Study] = []
    room = KEPT
    for build, slide, position in positions_of(context):
        item = study(context, build, slide, position)
        found += position_findings(item)
        room -= item.floats
        if room >= 0:
            kept.append(item)
    anchors = tuple(anchor_study(context, build) for build in context.builds)
    cut = cut_plan(context)
    todo = steps(context, cut)
    found += [*check_survey(context.host), *check_places(context), *check_held(context)]
    for build in context.builds:
        found += [*check_bed(context, build), *check_deck(context, build)]
    found += check_balance(context)
    for base in anchors:
        found += [*check_anchors(context, base), *check_crash(context, base)]
    found += cut.findings
    tally = _tally(context, cut, todo)
    found += check_goals(context, tally.build_kg, tally.price)
    return Report(context, worst_of(found), tuple(kept), anchors, cut, todo, tally)


def _known(report: Report, build: Assembly, slide: Slide, position: Position) -> Study:
    """A position solved: kept by the report, or solved again."""
    for item in report.studies:
        if item.assembly.id == build.id and item.slide.id == slide.id and item.position.travel == position.travel:
            return item
    return study(report.context, build, slide, position)


def study_named(report: Report, name: str) -> Study | None:
    """The first slide solved in a named position, its first one for an unknown name; None without a slide."""
    rows = list(positions_of(report.context))
    chosen = next((row for row in rows if row[2].name == name), rows[0] if rows else None)
    return _known(report, *chosen) if chosen is not None else None


def studies_at(report: Report, travel: float) -> tuple[Study, ...]:
    """Every slide solved with its tray at ``travel`` (mm, or its reach when that is less); a position that was kept is not solved again."""
    found = []
    for build in report.context.builds:
        for slide in build.slides:
            motion = next(m for m in build.motions if m.id == slide.motion)
            position = next((p for p in motion.positions if abs(p.travel - travel) < 0.01), None) or Position(
                "here", min(travel, motion.reach), travel <= 0.0
            )
            found.append(_known(report, build, slide, position))
    return tuple(found)


def here(studies: Iterable[Study]) -> dict[str, Finding]:
    """Worst findings of the position-dependent checks of ``studies``, by id."""
    return {f.id: f for f in worst_of(f for item in studies for f in position_findings(item))}


def _tally(context: Context, cut: CutPlan, todo: tuple[Step, ...]) -> Tally:
    entries, missing = ledger(context, 0.0)
    axles = axle_loads(context, entries, missing)
    rating = context.host.survey.weights.gross_rating
    lacking = [name for name in missing if name not in ("wheelbase", "axle_from_front")]
    return Tally(
        build_kg=sum(build.mass for build in context.builds),
        carried_kg=sum(item.mass for item in context.plan.placed),
        payload_left_kg=None if rating is None or lacking else rating.kg - axles.total,
        price=cut.price,
        bars=sum(group.count for group in cut.bars),
        sheets=sum(group.count for group in cut.sheets),
        hours=sum(step.minutes for step in todo) / 60,
    )


__all__ = ["Report", "StockError", "Tally", "check", "context_of", "here", "position_findings", "studies_at", "study_named", "worst_of"]
