"""What is out of reach, or no longer goes in, when one build is made and put in before all others."""

from __future__ import annotations

from dataclasses import replace

from ..catalog.model import Catalog
from ..checks import of_job
from ..cut.plan import cut_plan
from ..finding import RANK, Finding
from ..fit.hands.reach import check_reach
from ..fit.hands.turns import put_in_order
from ..job.document import Design
from ..make.steps import steps
from ..report import context_of
from ..structure.context import Context
from ..structure.plans import CutPlan


def built_first(design: Design, catalog: Catalog, build: str) -> tuple[Finding, ...]:
    """What is worse than in the order they go in, worst first; nothing where it is first already.

    Raises:
        KeyError: there is no such build.
    """
    context = context_of(design, catalog)
    if all(one.id != build for one in design.builds):
        raise KeyError(build)
    cut = cut_plan(context)
    context = put_in_order(context, cut)
    before = {finding.id: finding for finding in _ordered(context, cut)}
    order = (build, *(one.id for one in context.in_order if one.id != build))
    after = _ordered(replace(context, order=order), cut)
    worse = [finding for finding in after if finding.id not in before or RANK[finding.state] < RANK[before[finding.id].state]]
    return tuple(
        sorted((replace(one, place="make") for one in worse if one.state in ("over", "unknown", "tight")), key=lambda one: RANK[one.state])
    )


def _ordered(context: Context, cut: CutPlan) -> list[Finding]:
    """What hangs on the order of builds: hands and tools, and the ways in."""
    return [*check_reach(context, steps(context, cut)), *of_job(context, "ways")]
