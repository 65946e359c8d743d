"""The joints of a slide's tray: every rib end in every case, by the fastener chosen for it."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from dataclasses import dataclass

from ...finding import Finding, at_most, unknown
from ...frame.assembly import JointSpec
from ..study import Study
from . import bracketed, welded, wooden
from .ends import End, Verdict, rib_ends


@dataclass(frozen=True, slots=True)
class Way:
    """One way to join: the check of an end, and a quick measure that grows with its use."""

    title: str
    check: Callable[[End, JointSpec], Verdict]
    rank: Callable[[End, JointSpec], float]
    basis: str


WAYS: dict[str, Way] = {
    "weld": Way("Weld, rib to rail", welded.check_weld, welded.rank_weld, welded.BASIS),
    "bracket": Way("Bracket, rib to rail", bracketed.check_bracket, bracketed.rank_bracket, f"catalogue value / 2; {bracketed.COUPLE}"),
    "bolt": Way(
        "Bolted bracket, rib to rail", bracketed.check_bolt, bracketed.rank_bracket, f"AISC 360-16 J3, ADM 2015 J.3; {bracketed.COUPLE}"
    ),
    "rivet": Way(
        "Riveted bracket, rib to rail", bracketed.check_rivet, bracketed.rank_bracket, f"rivet's least ultimate / 3; {bracketed.COUPLE}"
    ),
    "drill screw": Way(
        "Screwed bracket, rib to rail", bracketed.check_drill_screw, bracketed.rank_bracket, f"AISI S100-16 J4; {bracketed.COUPLE}"
    ),
    "end bolt": Way(
        "End bolt, rail into rib",
        bracketed.check_end_bolt,
        bracketed.rank_end_bolt,
        "AISC 360-16 J3; thread shear area after FED-STD-H28/2, simplified",
    ),
    "strut nut": Way(
        "Strut fitting, rib to rail",
        bracketed.check_strut,
        bracketed.rank_bracket,
        "typical of published data, factor 3 in; state the torque",
    ),
    "wood screw": Way("Screws, rib to rail", wooden.check_wood_screw, wooden.rank_screw, wooden.BASIS),
    "pocket screw": Way("Pocket screws, rib to rail", wooden.check_pulled, wooden.rank_pulled, wooden.BASIS),
    "lag screw": Way("Lags, rail into rib", wooden.check_pulled, wooden.rank_pulled, wooden.BASIS),
}


def check_joints(study: Study) -> Iterator[Finding]:
    """The hardest worked joint of the tray."""
    spec = study.assembly.joints
    way = WAYS[spec.kind]
    end = max(rib_ends(study), key=lambda row: way.rank(row, spec), default=None)
    if end is None:
        return
    verdict = way.check(end, spec)
    name = end.rib.id.rsplit("/", 1)[-1]
    state = at_most(verdict.use, 1.0)[1] if verdict.use is not None else "unknown"
    finding = Finding(
        f"{study.assembly.id}/rib.joint",
        "rib.joint",
        "prove",
        (end.rib.id, end.rail.id),
        way.title,
        f"{name} {end.side}: {verdict.text}, {end.case.lower()}, tray {study.position.name}.",
        state,
        verdict.demand,
        verdict.limit,
        verdict.unit,
        verdict.use,
        case=end.case,
        position=study.position.name,
        basis=way.basis,
        working=verdict.working.done(),
    )
    yield unknown(finding, *verdict.missing) if verdict.use is None else finding


def joint_rows(study: Study, case: str) -> list[tuple[End, Verdict]]:
    """Every joint in one case, as drawn."""
    spec = study.assembly.joints
    check = WAYS[spec.kind].check
    drawn = study.tray.fixity if study.tray else ""
    return [(end, check(end, spec)) for end in rib_ends(study) if end.case == case and end.fixity == drawn]


__all__ = ["WAYS", "check_joints", "joint_rows", "rib_ends"]
