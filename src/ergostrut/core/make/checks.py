"""What the shop itself allows: whether it is warm enough for what must set."""

from __future__ import annotations

from collections.abc import Iterator, Sequence

from ..finding import COMMON_PRACTICE, Finding, Working
from ..structure.context import Context
from ..structure.plans import Step
from .waits import SETTINGS, too_cold


def check_making(context: Context, todo: Sequence[Step]) -> Iterator[Finding]:
    """A finding for every kind of setting that does not set at the shop's temperature."""
    heat = context.design.plan.temperature
    for kind in dict.fromkeys(step.waits for step in todo if too_cold(step.waits, heat)):
        one, rows = SETTINGS[kind], [step for step in todo if step.waits == kind]
        w = Working()
        w.given("T", heat or 0.0, "C", "in the shop")
        w.given("M", one.lowest or 0.0, "C", "the lowest it may be worked at")
        yield Finding(
            f"make/cold/{kind}", "make.cold", "make", tuple(part for step in rows for part in step.parts), f"Too cold: {one.words}",
            f"{heat:g} °C in the shop, at least {one.lowest:g} °C are needed for {len(rows)} step{'s' if len(rows) > 1 else ''}: warm it, or wait.",
            "over", heat, one.lowest, "C", minimum=True, basis=COMMON_PRACTICE, working=w.done(),
        )  # fmt: skip
