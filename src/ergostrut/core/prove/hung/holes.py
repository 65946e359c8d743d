"""A rail where a mount's bolt goes through both its faces: what is left of them in bending."""

from __future__ import annotations

from collections.abc import Iterator

import numpy as np

from ...catalog.model import Metal
from ...finding import Finding, Working, at_most
from ...structure.nouns.support import Fastening
from ..model.check import SettingCheck
from ..model.study import Study

CLEAR = 1.6
"""mm that a hole is drilled larger than its bolt, and as much again that its edge counts as lost (AISC 360-16 B4.3b)."""
STEEL, ALUMINIUM = 1.67, 1.95
BASIS = "AISC 360-16 F13.1, ADM 2015 net section; the bolt through both faces of the tube"


def check_holes(study: Study) -> Iterator[Finding]:
    """The rail that is bent hardest at a mount's hole, by what its net faces take."""
    worst: tuple[float, Study, int, Fastening, float] | None = None
    for bound in study.bounds:
        if bound.posed is None or bound.forces is None:
            continue
        for one, _, _ in bound.posed.hung.fastened:
            limit = _limit(one, bound, Working())
            if limit is None:
                continue
            bent = _bent(bound, one)
            i = int(np.argmax(bent))
            if worst is None or float(bent[i]) / limit > worst[0]:
                worst = float(bent[i]) / limit, bound, i, one, float(bent[i])
    if worst is None:
        return
    _, bound, i, one, M = worst
    case, w = bound.solved[i].case.name, Working()
    w.given("M", M, "N mm", f"bending, upright, at the {one.label}, {case}")
    limit = _limit(one, bound, w)
    assert limit is not None
    use = w.line("use", "M / M_a", "", M_a=limit)
    part, state = at_most(use, 1.0)
    yield Finding(
        f"{study.assembly.id}/fastened.hole", "fastened.hole", "prove", (one.member, one.id), "Rail at its mounts' holes",
        f"{M / 1e3:.0f} of {limit / 1e3:.0f} N m at the {one.label}, {case.lower()}{study.where}.", state, M / 1e3, limit / 1e3, "N m", part,
        case=case, position=study.setting.name, basis=BASIS, working=w.done(),
    )  # fmt: skip


def _bent(study: Study, one: Fastening) -> np.ndarray:
    """(cases,) N mm upright on either side of a mount, the larger."""
    assert study.posed is not None and study.forces is not None
    member = study.posed.assembly.member(one.member)
    s = float((np.array(one.at) - np.array(member.a)) @ np.array(member.axes[0]))
    found = np.zeros(len(study.solved))
    for piece in study.posed.rows[one.member]:
        columns = study.forces.of(piece.index)
        for at, k in ((piece.offset, 0), (piece.offset + piece.length, -1)):
            if abs(at - s) < 1.0:
                found = np.maximum(found, np.abs(study.forces.My[:, columns][:, k]))
    return found


def _limit(one: Fastening, study: Study, w: Working) -> float | None:
    """N mm that the net section takes; None where it is no tube of metal, or the bolt is not known."""
    assert study.posed is not None
    member = study.posed.assembly.member(one.member)
    shape, metal = member.shape, member.section.material
    if one.bolt is None or one.bolt.thread is None or not isinstance(metal, Metal) or shape.shape != "tube":
        return None
    w.given("d_h", one.bolt.thread.d + 2 * CLEAR, "mm", f"of its hole, {one.bolt.thread.id}, counted")
    w.given("F_u", metal.Fu, "MPa", metal.label)
    if metal.kind == "aluminium":
        w.line("I_n", "I - 2 * d_h * t * (H / 2)**2", "mm⁴", "both faces", I=shape.Iy, t=shape.wall, H=shape.depth)
        return w.line("M_a", "F_u * I_n / (H / 2) / O", "N mm", "rupture of what is left", O=ALUMINIUM)
    w.line("A_n", "(B - d_h) / B", "", "part of a face that is left", B=shape.width)
    ratio = 1.0 if metal.Fy / metal.Fu <= 0.8 else 1.1
    if metal.Fu * w.values["A_n"] >= ratio * metal.Fy:
        return w.line("M_a", "F_y * Z / O", "N mm", "faces yield before they tear: as without a hole", F_y=metal.Fy, Z=shape.Zy, O=STEEL)
    return w.line("M_a", "F_u * A_n * S / O", "N mm", "faces tear at the hole, F13-1", S=shape.Sy, O=STEEL)


CHECKS = (SettingCheck(check_holes, ("fastenings",)),)
