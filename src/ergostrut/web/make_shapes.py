"""Wire shapes of Make: steps, readings, the plan."""

from __future__ import annotations

import datetime as dt

from pydantic import Field

from ergostrut.core.document.plan import Day
from ergostrut.core.finding import Finding, State
from ergostrut.core.make.hours import HandsOn
from ergostrut.core.primitives import View
from ergostrut.core.structure.plans import Step, Waits

from .shapes import Wire


class ReadingOut(Wire):
    """``value`` and ``others`` in the reading's unit; ``others``: entered before, and not the same."""

    name: str
    unit: str
    planned: float | None
    low: float | None
    high: float | None
    within: float
    value: float | None
    others: list[float]
    state: State
    words: str


class MakeStep(Wire):
    """``done``: when it was ticked off, empty while it is not; ``held``: its hold was said to be so. ``waits_hours`` for ``waits_words`` after it;
    ``free_at``: when what sets before it has
    set, empty where nothing does; ``marks``: of the pieces in hand; ``follows``: what the readings ask of parts; ``build``: the label of
    the build it is of, where the job has several."""

    step: Step
    build: str
    done: str
    held: bool
    ready: bool
    free_at: str
    waits_hours: float
    waits_words: str
    waits_basis: str
    readings: list[ReadingOut]
    follows: list[str]
    marks: list[str]


class MakeOut(Wire):
    """``order``: the ids of all steps in the order they are listed in; ``builds`` to try first, by id and label; ``misfits``:
    parts that are cut and no longer fit."""

    steps: list[MakeStep]
    done: dict[str, str]
    hours: float
    left: float
    skipped: int
    misfits: int
    builds: list[tuple[str, str]]


class PlannedOut(Wire):
    """A step in the plan: working days from 0, and the days those are."""

    step: str
    title: str
    build: str
    start: float
    end: float
    on: dt.date
    until: dt.date
    spare: float
    critical: bool
    waits: str
    waits_kind: Waits
    waits_days: float


class DeliveryOut(Wire):
    """Stock that is cut, by its id, with the days until it is there where somebody said so."""

    item: str
    label: str
    days: int | None
    bought: bool


class SearchOut(Wire):
    """A longer search for a shorter plan: ``days`` of the best by now, of which none takes less than ``least``."""

    running: bool
    seconds: float
    longest: float
    days: float | None
    least: float | None


class PlanOut(Wire):
    """``can_search``: a longer search may find a shorter plan, or show that there is none."""

    rows: list[PlannedOut]
    days: list[dt.date]
    ends: dt.date | None
    gap: float
    proven: bool
    chain: list[str]
    today: list[str]
    trouble: str
    deliveries: list[DeliveryOut]
    hands_on: list[HandsOn]
    can_search: bool
    search: SearchOut | None


class LateQuery(Wire):
    what: str = Field(max_length=200, description="a step, or stock that is still to come, by id")
    days: int = Field(default=1, ge=1, le=120, description="working days that a step begins later, days that a delivery is later")
    start: Day | None = None


class LateOut(Wire):
    """``ends`` instead of ``planned``, ``cost`` working days later; ``later``: titles of the steps that move."""

    what: str
    planned: dt.date | None
    ends: dt.date | None
    cost: int
    later: list[str]
    trouble: str


class DrawnQuery(Wire):
    step: str = Field(max_length=200)


class DrawnOut(Wire):
    """The parts a step has in hand, drawn; None where none of them is seen."""

    view: View | None


class PlanQuery(Wire):
    start: Day | None = Field(default=None, description="the first day that is planned; the plan's own, or today, when left out")


class ReadingIn(Wire):
    """``values`` by the names of the readings, as written: a bare length takes the job's units; ``uid`` keeps what is sent twice from counting twice."""

    step: str = Field(max_length=200)
    values: dict[str, str] = Field(min_length=1, max_length=40)
    uid: str = Field(default="", max_length=60)
    at: str = Field(default="", max_length=40)


class FirstQuery(Wire):
    build: str = Field(max_length=24)


class FirstOut(Wire):
    build: str
    findings: list[Finding]
