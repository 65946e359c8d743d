"""What a shop learns of its records: hours and prices as they were against the estimate, what mistakes cost."""

from __future__ import annotations

import statistics
from collections.abc import Iterable, Sequence
from dataclasses import dataclass

from ..document.entries import Changed, Hours, Incident, Mistake, Purchase
from ..job.document import Entry
from ..make.hours import called
from .lines import standing


@dataclass(frozen=True, slots=True)
class Ratio:
    """Of ``what`` (kind of work, or system and kind), ``label`` in words, so many lines: the median of actual over estimate, its quartiles (the same where there are less than four)."""

    what: str
    label: str
    lines: int
    median: float
    low: float
    high: float


@dataclass(frozen=True, slots=True)
class MistakeSum:
    kind: str
    lines: int
    price: float
    hours: float


@dataclass(frozen=True, slots=True)
class BuiltOver:
    """A finding that was over and was built all the same, and the incidents of the job since."""

    job: str
    finding: str
    reason: str
    since: str
    incidents: int


@dataclass(frozen=True, slots=True)
class Learnt:
    hours: tuple[Ratio, ...]
    prices: Ratio | None
    mistakes: tuple[MistakeSum, ...]
    built_over: tuple[BuiltOver, ...]


def ratio(what: str, rows: Sequence[float]) -> Ratio:
    """Median and quartiles of a few numbers."""
    low, high = (min(rows), max(rows)) if len(rows) < 4 else (statistics.quantiles(rows, n=4)[0], statistics.quantiles(rows, n=4)[2])
    system, _, work = what.rpartition("/")
    return Ratio(what, f"{work}, {called(system)}" if system else work, len(rows), statistics.median(rows), low, high)


def learnt(records: Iterable[tuple[str, Sequence[Entry]]]) -> Learnt:
    """Over all jobs, each with its name and its record."""
    hours: dict[str, list[float]] = {}
    prices: list[float] = []
    wrong: dict[str, list[Mistake]] = {}
    over: list[BuiltOver] = []
    for name, record in records:
        rows = [(entry.kind, entry.at, entry.data) for _, entry in standing(record) if entry.data]
        for kind, at, data in rows:
            if kind == "hours":
                spent = Hours.model_validate(data)
                if spent.work and spent.estimate:
                    for key in (spent.work, *((f"{spent.system}/{spent.work}",) if spent.system else ())):
                        hours.setdefault(key, []).append(spent.hours / spent.estimate)
            elif kind == "purchase":
                paid = Purchase.model_validate(data)
                if paid.estimate:
                    prices.append(paid.price / paid.estimate)
            elif kind == "mistake":
                one = Mistake.model_validate(data)
                wrong.setdefault(one.kind, []).append(one)
            elif kind == "change":
                change = Changed.model_validate(data)
                if change.finding:
                    later = [Incident.model_validate(more) for other, when, more in rows if other == "incident" and when >= at]
                    over.append(BuiltOver(name, change.finding, change.reason, at, len(later)))
    return Learnt(
        tuple(ratio(work, some) for work, some in sorted(hours.items())),
        ratio("prices", prices) if prices else None,
        tuple(
            MistakeSum(kind, len(some), sum(one.price for one in some), sum(one.hours for one in some))
            for kind, some in sorted(wrong.items())
        ),
        tuple(over),
    )


@dataclass(frozen=True, slots=True)
class Spent:
    """Of one job: money and hours as entered, mistakes apart."""

    purchases: float
    hours: float
    mistakes: float
    mistake_hours: float


def spent(record: Iterable[Entry]) -> Spent:
    """What one job has cost so far."""
    rows = [entry for _, entry in standing(record) if entry.data]
    wrong = [Mistake.model_validate(entry.data) for entry in rows if entry.kind == "mistake"]
    return Spent(
        sum(Purchase.model_validate(entry.data).price for entry in rows if entry.kind == "purchase"),
        sum(Hours.model_validate(entry.data).hours for entry in rows if entry.kind == "hours"),
        sum(one.price for one in wrong),
        sum(one.hours for one in wrong),
    )
