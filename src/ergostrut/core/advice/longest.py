"""How long a span may be with what it is made of: the longest that still holds, found by trying it on the whole job."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import replace

from ..catalog.model import Catalog
from ..changes import Change
from ..finding import Finding
from ..frame.blocks.mending import exact
from ..frame.build import family_of
from ..quantity import Length
from ..report import Report
from .trying import Mend, attempt

STEP = {"mm": 50.0, "in": 50.8}
"""mm between lengths that are tried."""
LEAST, MOST = 0.3, 2.0
"""Of the length now: where the search begins and ends."""
GUESSES = 5
"""Tries that follow the square of the span before the rest is halved."""


def spanning(report: Report) -> list[tuple[Finding, str]]:
    """Of every build the finding that its longest span hangs on, the hardest used, and the path of that span."""
    found = []
    for i, build in enumerate(report.context.design.builds):
        spans = family_of(build.family).spans(build)
        rows = [f for f in report.findings if f.id.startswith(f"{build.id}/") and f.check in spans and f.use is not None]
        if rows:
            worst = max(rows, key=lambda f: f.use or 0.0)
            found.append((worst, f"/builds/{i}/{spans[worst.check]}"))
    return found


def longest(report: Report, finding: Finding, path: str, catalog: Catalog, wanted: Callable[[], bool] = lambda: True) -> Mend | None:
    """The longest value at ``path`` with which a finding is not over and no other comes over, or farther over, by it, as a change to try; None where none is
    found, or nobody wants it any more.

    What holds at a length is taken to hold at every shorter one.
    """
    _, _, index, field = path.split("/")
    now = getattr(report.context.design.builds[int(index)], field)
    units, say = report.context.say.units.length, report.context.say
    if not isinstance(now, Length):
        return None
    step, best = STEP[units], None
    fits, fails = int(LEAST * now.mm / step), int(MOST * now.mm / step) + 1
    if finding.state == "over":
        fails = min(fails, -int(-now.mm // step))
    else:
        fits = int(now.mm // step)
    # bending grows with the square of a span: each try says where the next belongs, and halves where that misleads
    guess, tries = now.mm / step * float(finding.use or 1.0) ** -0.5, 0
    while fails - fits > 1:
        if not wanted():
            return None
        middle = int(min(max(guess, fits + 1), fails - 1)) if tries < GUESSES else (fits + fails) // 2
        tried, tries = attempt(report, finding, "", (Change(path, exact(middle * step, units == "in")),), catalog), tries + 1
        spoils = tried is None or any(effect.state_after == "over" for effect in tried.worsens)
        if tried is not None and not spoils and tried.state in ("holds", "tight", "note"):
            fits, best = middle, tried
        else:
            fails = middle
        guess = middle * tried.use**-0.5 if tried is not None and tried.use and not spoils else (fits + fails) / 2
    if best is None:
        return None
    return replace(best, label=f"{say.length(fits * step)} is the longest that holds, in steps of {say.length(step)}")
