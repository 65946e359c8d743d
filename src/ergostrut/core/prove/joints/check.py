"""The joints of a build: every joined end in every case, by the fastener chosen for it."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from dataclasses import dataclass

import numpy as np

from ...finding import Finding, at_most, unknown
from ...mechanics.solver.model import Array
from ...structure.nouns.holds import JointSpec
from ..model.check import SettingCheck
from ..model.study import Study
from . import bracketed, welded, wooden
from .ends import End, Ends, Verdict, joined, rib_ends


@dataclass(frozen=True, slots=True)
class JoinWay:
    """One way to join: the check of an end, and a quick measure (cases,) that grows with its use."""

    title: str
    check: Callable[[End, JointSpec], Verdict]
    rank: Callable[[Ends, JointSpec], Array]
    basis: str


WAYS: dict[str, JoinWay] = {
    "weld": JoinWay("Weld", welded.check_weld, welded.rank_weld, welded.BASIS),
    "bracket": JoinWay("Bracket", bracketed.check_bracket, bracketed.rank_bracket, f"catalogue value / 2; {bracketed.COUPLE}"),
    "bolt": JoinWay("Bolted bracket", bracketed.check_bolt, bracketed.rank_bracket, f"AISC 360-16 J3, ADM 2015 J.3; {bracketed.COUPLE}"),
    "rivet": JoinWay("Riveted bracket", bracketed.check_rivet, bracketed.rank_bracket, f"rivet's least ultimate / 3; {bracketed.COUPLE}"),
    "drill screw": JoinWay("Screwed bracket", bracketed.check_drill_screw, bracketed.rank_bracket, f"AISI S100-16 J4; {bracketed.COUPLE}"),
    "end bolt": JoinWay(
        "End bolts",
        bracketed.check_end_bolt,
        bracketed.rank_end_bolt,
        "AISC 360-16 J3; thread shear area after FED-STD-H28/2, simplified",
    ),
    "strut nut": JoinWay(
        "Strut fitting",
        bracketed.check_strut,
        bracketed.rank_bracket,
        "typical of published data, factor 3 in; state the torque",
    ),
    "wood screw": JoinWay("Screws", wooden.check_wood_screw, wooden.rank_screw, wooden.BASIS),
    "pocket screw": JoinWay("Pocket screws", wooden.check_pulled, wooden.rank_pulled, wooden.BASIS),
    "lag screw": JoinWay("Lags", wooden.check_pulled, wooden.rank_pulled, wooden.BASIS),
}


def check_joints(study: Study) -> Iterator[Finding]:
    """The hardest worked joint of the build."""
    spec = study.assembly.joining
    way = WAYS[spec.kind]
    worst: tuple[float, Ends, int] | None = None
    for ends in joined(study):
        ranks = way.rank(ends, spec)
        i = int(np.argmax(ranks))
        if worst is None or ranks[i] > worst[0]:
            worst = float(ranks[i]), ends, i
    if worst is None:
        return
    end = worst[1].one(worst[2])
    verdict = way.check(end, spec)
    name = end.rib.name
    state = at_most(verdict.use, 1.0)[1] if verdict.use is not None else "unknown"
    finding = Finding(
        f"{study.assembly.id}/{spec.key}.joint",
        f"{spec.key}.joint",
        "prove",
        (end.rib.id, end.rail.id),
        f"{way.title}, {spec.between}",
        f"{name}, {end.side} end: {verdict.text}, {end.case.lower()}{study.where}.",
        state,
        verdict.demand,
        verdict.limit,
        verdict.unit,
        verdict.use,
        case=end.case,
        position=study.setting.name,
        basis=way.basis,
        working=verdict.working.done(),
    )
    yield unknown(finding, *verdict.missing) if verdict.use is None else finding


def joint_rows(study: Study, case: str) -> list[tuple[End, Verdict]]:
    """Every joint in one case, as drawn."""
    spec = study.assembly.joining
    check = WAYS[spec.kind].check
    drawn = study.posed.fixity if study.posed else ""
    return [(end, check(end, spec)) for end in rib_ends(study) if end.case == case and end.fixity == drawn]


__all__ = ["WAYS", "check_joints", "joint_rows", "rib_ends"]


CHECKS = (SettingCheck(check_joints),)
