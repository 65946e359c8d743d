"""The making of a job in order: what to do, what must be so before going on, and cautions."""

from __future__ import annotations

from ..frame.build import family_of
from ..structure.context import Context
from ..structure.plans import CutPlan, Step


def steps(context: Context, cut: CutPlan) -> tuple[Step, ...]:
    """All steps of all builds, builds in the document's order."""
    found = []
    for build in context.builds:
        for row in family_of(build.family).steps(context, build, cut):
            found.append(Step(f"{build.id}/{row[0]}", *row[1:]))
    return tuple(found)
