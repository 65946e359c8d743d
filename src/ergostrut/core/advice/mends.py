"""What would mend a finding: the smallest change among stock sizes that makes it hold, and what it worsens.

A mend is tried on the whole job and every check is run again, so what it claims is what the report will say.
"""

from __future__ import annotations

import itertools
from collections.abc import Callable, Iterator
from dataclasses import dataclass
from typing import cast

from ..catalog.model import Catalog
from ..document.base import DesignBase
from ..edit import Change
from ..finding import RANK, Finding, State
from ..frame.build import family_of
from ..frame.family import Offers
from ..job.change import apply
from ..job.document import Design
from ..problem import InputError
from ..report import Report, check, kept_by
from ..wording import Say

TRIES, PAIRS = 12, 6
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


def candidates(design: DesignBase, finding: Finding, catalog: Catalog) -> Offers:
    """Changes worth trying for a finding, smallest first; none for checks without one."""
    for i, build in enumerate(design.builds):
        if finding.id.startswith(f"{build.id}/"):
            offers = family_of(build.family).offers(build, f"/builds/{i}", catalog, Say(design.units), finding.use or 1.0)
            offer = offers.get(finding.check)
            return offer() if offer else []
    return []


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


def _try(report: Report, finding: Finding, label: str, changes: tuple[Change, ...], catalog: Catalog) -> Mend | None:
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


def _stands(verdict: Finding | Mend) -> tuple[int, float]:
    """Grows as a verdict gets better: by state, then by use."""
    return RANK[verdict.state], -(verdict.use or 0.0)


def mends_for(report: Report, finding: Finding, catalog: Catalog, wanted: Callable[[], bool] = lambda: True) -> Mend | None:
    """The first candidate that makes the finding hold without putting another over; else two together that do; else what helps most."""
    if finding.state not in ("over", "tight"):
        return None
    best: Mend | None = None
    helped: list[Mend] = []
    for label, changes in candidates(report.context.design, finding, report.context.catalog)[:TRIES]:
        if not wanted():
            return best
        tried = _try(report, finding, label, changes, catalog)
        if tried is None or _stands(tried) <= _stands(finding):
            continue
        if _mends(tried):
            return tried
        helped.append(tried)
        if best is None or _worth(tried) > _worth(best):
            best = tried
    # none does it alone: the two that help most, if they do not set the same thing
    helped.sort(key=_stands, reverse=True)
    for one, other in itertools.islice(itertools.combinations(helped, 2), PAIRS):
        if not wanted():
            return best
        if {change.path for change in one.changes} & {change.path for change in other.changes}:
            continue
        label = f"{one.label}, and {_within(other.label)}"
        both = _try(report, finding, label, (*one.changes, *other.changes), catalog)
        # two changes that do not do it are no better advice than one
        if both is not None and _mends(both):
            return both
    return best


def _within(label: str) -> str:
    """A label inside a sentence: words begin small, names of sections stay as they are."""
    return label[:1].lower() + label[1:] if label[1:2].islower() else label


def _spoils(tried: Mend) -> bool:
    """Whether something else is over for it."""
    return any(e.state_after == "over" and e.state_before != "over" for e in tried.worsens)


def _mends(tried: Mend) -> bool:
    """Whether it then holds, and nothing else is over for it."""
    return tried.state == "holds" and not _spoils(tried)


def _worth(tried: Mend) -> tuple[bool, tuple[int, float]]:
    return not _spoils(tried), _stands(tried)


def advising(report: Report, catalog: Catalog, wanted: Callable[[], bool] = lambda: True) -> Iterator[Mend | None]:
    """For every finding that is over or tight, worst first, its mend or None; ends once nobody wants them any more."""
    for finding in report.findings:
        if finding.state in ("over", "tight"):
            mend = mends_for(report, finding, catalog, wanted)
            if not wanted():
                return
            yield mend


def advise(report: Report, catalog: Catalog) -> tuple[Mend, ...]:
    """A mend for every finding that is over or tight and has one."""
    return tuple(mend for mend in advising(report, catalog) if mend is not None)
