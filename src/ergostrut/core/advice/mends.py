"""What would mend a finding: the smallest change among stock sizes that makes it hold, and what it worsens.

A mend is tried on the whole job and every check is run again, so what it claims is what the report will say.
"""

from __future__ import annotations

import itertools
from collections.abc import Callable, Iterator

from ..catalog.model import Catalog
from ..changes import Change
from ..document.base import DesignBase
from ..finding import RANK, Finding
from ..frame.build import family_of
from ..frame.family import Offers
from ..report import Report
from ..wording import Say
from .longest import longest, spanning
from .trying import Mend, attempt

TRIES, PAIRS = 12, 6


def candidates(design: DesignBase, finding: Finding, catalog: Catalog) -> Offers:
    """Changes worth trying for a finding, smallest first; none for checks without one."""
    if finding.check == "cut.too-large":
        return _turned(design, finding)
    for i, build in enumerate(design.builds):
        if finding.id.startswith(f"{build.id}/"):
            offers = family_of(build.family).offers(build, f"/builds/{i}", catalog, Say(design.units), finding.use or 1.0)
            offer = offers.get(finding.check)
            return offer() if offer else []
    return []


def _turned(design: DesignBase, finding: Finding) -> Offers:
    """The face grain the other way, in every build that has a say in it."""
    rows: Offers = []
    for i, build in enumerate(design.builds):
        grain = getattr(build, "grain", None)
        if grain in ("along", "across") and any(part.startswith(f"{build.id}/") for part in finding.parts):
            other = "across" if grain == "along" else "along"
            rows.append((f"face grain {other}", (Change(f"/builds/{i}/grain", other),)))
    return rows


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
        tried = attempt(report, finding, label, changes, catalog)
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
        both = attempt(report, finding, label, (*one.changes, *other.changes), catalog)
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
    """For every finding that is over or tight, worst first, its mend or None; then for every build how long its span may be. Ends once
    nobody wants them any more."""
    for finding in report.findings:
        if finding.state in ("over", "tight"):
            mend = mends_for(report, finding, catalog, wanted)
            if not wanted():
                return
            yield mend
    for finding, path in spanning(report):
        mend = longest(report, finding, path, catalog, wanted)
        if not wanted():
            return
        yield mend


def sought(report: Report) -> int:
    """How many answers ``advising`` has in all."""
    return sum(finding.state in ("over", "tight") for finding in report.findings) + len(spanning(report))


def advise(report: Report, catalog: Catalog) -> tuple[Mend, ...]:
    """A mend for every finding that is over or tight and has one, and the longest span of every build that has one."""
    return tuple(mend for mend in advising(report, catalog) if mend is not None)
