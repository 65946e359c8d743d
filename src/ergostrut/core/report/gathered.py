"""A report, and what its stages found put together."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import dataclass

from ..anchor.checks import AnchorStudy
from ..finding import PLACES, RANK, Finding, Place, State, worst_state
from ..proof import Proof
from ..prove.model.study import Study
from ..structure.context import Context
from ..structure.plans import CutPlan, Step


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


def places_of(findings: Sequence[Finding]) -> dict[Place, State | None]:
    """Worst state found in each place."""
    return {place: worst_state([f.state for f in findings if f.place == place]) for place in PLACES}


def counts_of(findings: Sequence[Finding]) -> dict[State, int]:
    """How many findings are in each state."""
    return {state: sum(f.state == state for f in findings) for state in RANK}


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
        return places_of(self.findings)

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
        return counts_of(self.findings)


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


@dataclass(frozen=True, slots=True)
class Found:
    """What one stage of a check found, and in words what is checked next; empty after the last. ``instead``: its findings take the place of all
    before them with their ids."""

    findings: tuple[Finding, ...]
    ahead: str
    instead: bool = False


def with_found(before: Iterable[Finding], more: Found) -> list[Finding]:
    """What was found so far with another stage's findings."""
    ids = {finding.id for finding in more.findings} if more.instead else frozenset[str]()
    return [*(finding for finding in before if finding.id not in ids), *more.findings]
