"""Hands-on hours: common practice by step, or this shop's own by kind of work and by framing system; how far they are spread."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from typing import Protocol

from ..document.plan import Plan
from ..structure.assembly import Assembly
from ..structure.plans import Step
from ..structure.systems import SYSTEMS

SPREAD = (0.7, 1.6)
"""Between which shares of its usual hours half of all work lies (common practice, no published source)."""
PANELS = "panels"
"""What is made without a frame."""


class Spreads(Protocol):
    """What a shop has learnt of a kind of work: the quartiles of actual over estimated hours, from so many lines."""

    @property
    def lines(self) -> int: ...
    @property
    def low(self) -> float: ...
    @property
    def high(self) -> float: ...


def system_of(build: Assembly) -> str:
    """What a build is framed in, by id."""
    return PANELS if build.shells else build.joining.system.id


def called(system: str) -> str:
    """What people call it."""
    return SYSTEMS[system].label if system in SYSTEMS else system or "several together"


def keys(step: Step) -> tuple[str, ...]:
    """What its hours may be learnt under, the closest first: kind of work in its system, kind of work in any."""
    return (*((f"{step.system}/{step.work}",) if step.system else ()), step.work)


def hours(step: Step, plan: Plan) -> float:
    """Hands-on hours of a step as the shop plans it."""
    return step.minutes / 60 * next((plan.factors[key] for key in keys(step) if key in plan.factors), 1.0)


@dataclass(frozen=True, slots=True)
class HandsOn:
    """Of one system: ``hours`` as planned, ``low`` and ``high`` between which they lie as often as not; ``lines`` of the log that say so, 0:
    common practice."""

    system: str
    label: str
    hours: float
    low: float
    high: float
    lines: int


def hands_on(steps: Sequence[Step], plan: Plan, learnt: Mapping[str, Spreads]) -> tuple[HandsOn, ...]:
    """By system, most hours first; everything is taken to go well or badly together. ``learnt`` by what hours are learnt under."""
    rows: dict[str, list[tuple[float, float, float, int]]] = {}
    for step in steps:
        known = next((learnt[key] for key in keys(step) if key in learnt), None)
        planned, usual = hours(step, plan), step.minutes / 60
        low, high = (usual * known.low, usual * known.high) if known is not None else (planned * SPREAD[0], planned * SPREAD[1])
        rows.setdefault(step.system, []).append((planned, low, high, known.lines if known is not None else 0))
    found = [
        HandsOn(name, called(name), sum(r[0] for r in some), sum(r[1] for r in some), sum(r[2] for r in some), max(r[3] for r in some))
        for name, some in rows.items()
    ]
    return tuple(sorted(found, key=lambda row: (-row.hours, row.label)))
