"""The making of a job in order: what to do, what must be so before going on, and cautions."""

from __future__ import annotations

from dataclasses import dataclass

from ..context import Context
from ..cut.plan import CutPlan
from ..frame.families.bed_slide.steps import bed_slide_steps


@dataclass(frozen=True, slots=True)
class Step:
    """``hold``: what must be so before the next step; ``minutes``: hands-on time, common practice."""

    id: str
    title: str
    text: str
    hold: str
    caution: str
    minutes: float
    parts: tuple[str, ...] = ()


def steps(context: Context, cut: CutPlan) -> tuple[Step, ...]:
    """All steps of all builds, builds in the document's order."""
    found = []
    for build in context.builds:
        for row in bed_slide_steps(context, build, cut):
            found.append(Step(f"{build.id}/{row[0]}", *row[1:]))
    return tuple(found)
