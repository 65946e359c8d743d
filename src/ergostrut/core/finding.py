"""What every check returns: what, where, demand against limit, why, and what would mend it."""

from __future__ import annotations

from dataclasses import dataclass, replace
from typing import Literal

from .working import Line, Working

State = Literal["over", "unknown", "tight", "holds", "note"]
Place = Literal["measure", "carry", "frame", "prove", "balance", "anchor", "cut", "make", "log"]
PLACES: tuple[Place, ...] = ("measure", "carry", "frame", "prove", "balance", "anchor", "cut", "make", "log")
STATES: tuple[State, ...] = ("over", "unknown", "tight", "holds", "note")
RANK: dict[State, int] = {state: rank for rank, state in enumerate(STATES)}
TIGHT_FROM = 0.85
COMMON_PRACTICE = "common practice, no published source"


@dataclass(frozen=True, slots=True)
class Finding:
    """A verdict. ``use`` is demand/limit for maxima; for minima it is where the tape stands."""

    id: str
    check: str
    place: Place
    parts: tuple[str, ...]
    title: str
    sentence: str
    state: State
    demand: float | None = None
    limit: float | None = None
    unit: str = ""
    use: float | None = None
    minimum: bool = False
    want: float | None = None
    case: str = ""
    position: str = ""
    basis: str = COMMON_PRACTICE
    working: tuple[Line, ...] = ()
    missing: tuple[str, ...] = ()
    hangs_on: tuple[str, ...] = ()
    caution: str = ""

    @property
    def margin(self) -> float | None:
        """What is left, in ``unit``: negative when over."""
        if self.demand is None or self.limit is None:
            return None
        return self.demand - self.limit if self.minimum else self.limit - self.demand


def state_of_use(use: float) -> State:
    """holds <= 0.85 < tight <= 1.0 < over."""
    return "holds" if use <= TIGHT_FROM else "tight" if use <= 1.0 + 1e-9 else "over"


def at_most(demand: float, limit: float) -> tuple[float, State]:
    """Use and state of a demand held under a limit; a limit of nothing is over under any demand."""
    if limit <= 0:
        return (99.0, "over") if demand > 0 else (0.0, "holds")
    use = demand / limit
    return use, state_of_use(use)


def at_least(have: float, need: float, want: float) -> tuple[float, State]:
    """Tape position and state of a minimum: 1.0 at need, 0.85 at want, linear between and beyond."""
    if have < need - 1e-9:
        span = max(abs(need), abs(want - need), 1.0)
        return 1.0 + min((need - have) / span, 1.0), "over"
    if have < want - 1e-9:
        return 1.0 - 0.15 * (have - need) / (want - need), "tight"
    return (TIGHT_FROM * want / have if have > 0 and want > 0 else TIGHT_FROM), "holds"


def unknown(finding: Finding, *missing: str) -> Finding:
    """The same finding when an input is missing: never a pass."""
    return replace(finding, state="unknown", use=None, missing=missing)


def worst_state(states: list[State]) -> State | None:
    """The worst of some states, notes last; None when there are none."""
    return min(states, key=RANK.__getitem__, default=None)


__all__ = [
    "COMMON_PRACTICE",
    "PLACES",
    "RANK",
    "STATES",
    "Finding",
    "Line",
    "Place",
    "State",
    "Working",
    "at_least",
    "at_most",
    "state_of_use",
    "unknown",
    "worst_state",
]
