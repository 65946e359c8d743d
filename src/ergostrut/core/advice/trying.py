"""A change tried on the whole job: what becomes of a finding, and of all others."""

from __future__ import annotations

from dataclasses import dataclass
from typing import cast

from ..catalog.model import Catalog
from ..changes import Change
from ..finding import RANK, Finding, State
from ..job.change import apply
from ..job.document import Design
from ..problem import InputError
from ..report import Report, check, kept_by

WORSE_BY = 0.02
"""Uses that grow by less are not named."""


@dataclass(frozen=True, slots=True)
class Effect:
    """A finding that a mend changes."""

    id: str
    title: str
    before: float | None
    after: float | None
    state_before: str
    state_after: str


@dataclass(frozen=True, slots=True)
class Mend:
    """``changes`` set these paths of the design; ``holds`` says whether the finding then holds or is tight."""

    finding: str
    label: str
    changes: tuple[Change, ...]
    use: float | None
    state: State
    adds_kg: float
    adds_price: float
    worsens: tuple[Effect, ...]


def effects(before: Report, after: Report, skip: str = "") -> tuple[Effect, ...]:
    """Findings that stand worse after a change, worst first; new ones count from nothing."""
    old = {f.id: f for f in before.findings}
    found = []
    for new in after.findings:
        if new.id == skip:
            continue
        was = old.get(new.id)
        worse_state = (was is None and new.state in ("over", "tight", "unknown")) or (was is not None and RANK[new.state] < RANK[was.state])
        grew = was is not None and new.use is not None and was.use is not None and new.use > was.use + WORSE_BY and new.use > 0.5
        if worse_state or grew:
            found.append(Effect(new.id, new.title, was.use if was else None, new.use, was.state if was else "", new.state))
    return tuple(sorted(found, key=lambda e: (RANK[e.state_after], -(e.after or 0))))  # type: ignore[index]


def attempt(report: Report, finding: Finding, label: str, changes: tuple[Change, ...], catalog: Catalog) -> Mend | None:
    """The finding once ``changes`` are made, with what they add and worsen; None where they cannot be, or the finding is gone."""
    try:
        after = check(apply(cast(Design, report.context.design), changes), catalog, kept_by(report))
    except InputError:
        return None
    now = next((f for f in after.findings if f.id == finding.id), None)
    if now is None:
        return None
    return Mend(
        finding.id,
        label,
        changes,
        now.use,
        now.state,
        after.tally.build_kg - report.tally.build_kg,
        after.tally.price - report.tally.price,
        effects(report, after, finding.id),
    )
