"""Solved rows, how they are judged, and what findings of hung parts share."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass, replace
from typing import TypeVar

from ...cases import CRASH_BASIS, CRASH_CAUTION
from ...finding import COMMON_PRACTICE, Finding, Working, at_most, unknown
from ...mechanics.solver.model import CaseResult
from ..model.study import Study

T = TypeVar("T")
GONE = 1.33
"""Use accepted of what is left when one fixing is gone."""
HANG_CAUTION = "Nobody under or on it until it is down, every strap hooked in and taut."


@dataclass(frozen=True, slots=True)
class SolvedRow:
    """One solved case of one bound: ``case`` words it; ``lost``: what is gone in it."""

    study: Study
    result: CaseResult
    case: str
    lost: str = ""
    twist: float = 0.0

    @property
    def words(self) -> str:
        return f"{self.case.lower()}{self.study.where}" + (f", {self.lost} gone" if self.lost else "")


@dataclass(frozen=True, slots=True)
class Way:
    """How a set of rows is judged: ``key`` ends the check's name; ``accept``: use accepted; ``nominal``: against nominal strength."""

    key: str = ""
    title: str = ""
    accept: float = 1.0
    nominal: bool = False
    basis: str = ""
    caution: str = ""


USUAL = Way(caution=HANG_CAUTION)
CRASH = Way(".crash", " in a crash", nominal=True, basis=f"; {CRASH_BASIS}", caution=CRASH_CAUTION)
STRAP_GONE = Way(
    ".strap-gone",
    ", any one strap gone",
    basis=f"; any one strap gone, people counted twice where they lie: {COMMON_PRACTICE}",
    caution=HANG_CAUTION,
)
TIE_GONE = Way(".tie-gone", ", any one tie gone", GONE, basis=f"; any one gone, use up to {GONE:g} accepted then: {COMMON_PRACTICE}")
FOOT_AWAY = Way(
    ".foot-away", ", one foot of a post away", GONE, basis=f"; one foot away, use up to {GONE:g} accepted then: {COMMON_PRACTICE}"
)
FASTENING_GONE = Way(
    ".fastening-gone", ", any one mount gone", GONE, basis=f"; any one gone, use up to {GONE:g} accepted then: {COMMON_PRACTICE}"
)
MOUNT_GONE = Way(
    ".mount-gone", ", any one wall fixing gone", GONE, basis=f"; any one gone, use up to {GONE:g} accepted then: {COMMON_PRACTICE}"
)


def blank(study: Study, check: str, place: str, parts: tuple[str, ...], title: str, way: Way) -> Finding:
    return Finding(
        f"{study.assembly.id}/{check}",
        check,
        "anchor" if place == "anchor" else "prove",
        parts,
        title,
        "",
        "unknown",
        unit="N",
        position=study.setting.name,
        caution=way.caution,
    )


def hardest_of(found: Iterable[tuple[float, float | None, T]]) -> tuple[float, float | None, T] | None:
    """(force, rating, what) worked hardest; one without a rating decides first: it keeps the whole unknown."""
    return max(found, key=lambda row: (row[1] is None, row[0] / (row[1] or 1.0)), default=None)


def held(found: Finding, w: Working, rating: float | None, way: Way, lacking: str, symbol: str) -> Finding:
    """The finding with its use of a rating; unknown without one."""
    assert found.demand is not None
    if rating is None:
        return unknown(replace(found, sentence=f"{found.sentence} What it takes is not known: give its rating.", working=w.done()), lacking)
    limit = rating * way.accept
    if way.accept != 1.0:
        w.line("use", f"{symbol} / (a * R)", "", "a of its rating is accepted then", a=way.accept, R=rating)
    else:
        w.line("use", f"{symbol} / R", "", "rating as given", R=rating)
    use, state = at_most(found.demand, limit)
    return replace(found, limit=limit, use=use, state=state, working=w.done())
