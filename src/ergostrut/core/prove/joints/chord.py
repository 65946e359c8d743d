"""The wall of a tube that another member is welded on: it bends like a plate before the weld gives (AISC 360-16 chapter K)."""

from __future__ import annotations

import math
from collections.abc import Iterator
from dataclasses import dataclass

import numpy as np

from ...catalog.model import Metal
from ...finding import Finding, Working
from ...mechanics.joints.tube_wall import Footprint, WallLimits, chord_stress, end_distance, on_pipe, on_tube
from ...mechanics.solver.model import Array
from ...structure.nouns.holds import Joint
from ...structure.nouns.parts import Member, dot
from ..members.strength import forces_of
from ..model.check import SettingCheck
from ..model.study import Study

BASIS = "AISC 360-16 chapter K (tables K3.2, K4.2; round K3.1, K4.1), ASD, the three uses added; aluminium by the same lines with its weld-affected yield"
SHORT = 0.5
"""What an uncapped tube keeps where its end is nearer than B sqrt(1 - beta) to the branch (K1.3)."""


@dataclass(frozen=True, slots=True)
class Met:
    """A branch on a face of its chord: sizes, whether the chord is round, what the end leaves of it, and which of the branch's moments
    (``upright``: about its local y) acts out of the plane of both; ``sine`` of the angle between them."""

    at: Footprint
    round: bool
    keeps: float
    upright_out: bool
    sine: float
    bends_face: str
    """Which of the chord's moments stresses the face that is met: My or Mz."""


def met(chord: Member, branch: Member, from_end: float, *, capped: bool = False) -> Met | None:
    """How a branch meets a chord ``from_end`` mm from its nearer end, ``capped`` or open; None where they run alongside or the chord is no tube."""
    shape = chord.shape
    if shape.shape not in ("tube", "pipe"):
        return None
    (c, cy, cz), (b, by, bz) = chord.axes, branch.axes
    cosine = dot(b, c)
    if abs(cosine) > 0.9:
        return None
    normal = (b[0] - cosine * c[0], b[1] - cosine * c[1], b[2] - cosine * c[2])
    on_top = abs(dot(normal, cz)) > abs(dot(normal, cy))
    B, H = (shape.width, shape.depth) if on_top else (shape.depth, shape.width)
    own = branch.shape
    # its width lies along its local y, its depth along z; the one nearer the chord's line counts along it
    along_is_y = abs(dot(by, c)) >= abs(dot(bz, c))
    Hb, Bb = (own.width, own.depth) if along_is_y else (own.depth, own.width)
    sine = math.sqrt(1 - cosine**2)
    at = Footprint(B, H, shape.wall, min(Bb, B), Hb / sine)
    keeps = SHORT if not capped and from_end - at.Hb / 2 < end_distance(at) - 1e-6 else 1.0
    return Met(at, shape.shape == "pipe", keeps, along_is_y, sine, "My" if on_top else "Mz")


def _fy(chord: Member) -> float | None:
    """Yield of the chord beside a weld, MPa; None for what is not metal."""
    metal = chord.section.material
    if not isinstance(metal, Metal):
        return None
    return metal.welded[0] if metal.kind == "aluminium" and metal.welded else metal.Fy


def _limits(row: Met, Fy: float, Qf: float = 1.0) -> WallLimits:
    at = row.at
    found = on_pipe(at.B, at.t, at.Bb, at.Hb, Fy, Qf) if row.round else on_tube(at, Fy, Qf)
    return WallLimits(found.P * row.keeps, found.Mi * row.keeps, found.Mo * row.keeps)


@dataclass(frozen=True, slots=True)
class _Welded:
    """A welded end in all cases: what presses on the wall, and the share of 0.6 Fy that the chord's own stress takes (cases,)."""

    bound: Study
    branch: Member
    chord: Member
    side: str
    row: Met
    Fy: float
    P: Array
    Mi: Array
    Mo: Array
    U: Array

    @property
    def uses(self) -> Array:
        free = _limits(self.row, self.Fy)
        Qf = chord_stress(self.U, self.row.at.beta) if self.row.at.bends or self.row.round else 1.0
        found: Array = (self.P / free.P + self.Mi / free.Mi + self.Mo / free.Mo) / Qf
        return found


def _from_end(chord: Member, at: float) -> float:
    return min(at, chord.length - at)


def _welded(study: Study) -> Iterator[_Welded]:
    """Every end that is welded to the wall of a tube, in every way of taking the joints."""
    for bound in study.bounds:
        if bound.posed is None or bound.forces is None:
            continue
        for joint in bound.posed.assembly.joints:
            if (joint.spec or study.assembly.joining).kind != "weld" or joint.end == "crosses" or joint.hinge:
                continue
            found = _end(bound, joint)
            if found is not None:
                yield found


def _end(bound: Study, joint: Joint) -> _Welded | None:
    posed = bound.posed
    assert posed is not None
    rows = posed.rows
    if joint.framing not in rows or joint.through not in rows:
        return None
    first = joint.end == "a"
    piece = rows[joint.framing][0 if first else -1]
    node = posed.tips(joint.framing)[0 if first else 1]
    branch, chords = piece.member, rows[joint.through]
    chord, Fy = chords[0].member, _fy(chords[0].member)
    beside = [(p, k) for p in chords for k, n in ((0, posed.model.bars[p.index].a), (-1, posed.model.bars[p.index].b)) if n == node]
    if Fy is None or not beside:
        return None
    place = min(p.offset + (0.0 if k == 0 else p.length) for p, k in beside)
    spec = joint.spec or posed.assembly.joining
    row = met(chord, branch, _from_end(chord, place), capped=spec.capped)
    if row is None:
        return None
    f, k = forces_of(bound, piece, bound.amplify), 0 if first else -1
    My, Mz = np.abs(f.My[:, k]), np.abs(f.Mz[:, k])
    Mi, Mo = (Mz, My) if row.upright_out else (My, Mz)
    p = chord.shape
    S = p.Sy if row.bends_face == "My" else p.Sz
    U = np.zeros(len(My))
    for part, j in beside:
        g = forces_of(bound, part, bound.amplify)
        moment = np.abs(getattr(g, row.bends_face)[:, j])
        U = np.maximum(U, (np.maximum(-g.N[:, j], 0.0) / p.A + moment / S) / (0.6 * Fy))
    return _Welded(bound, branch, chord, branch.end("a" if first else "b"), row, Fy, np.abs(f.N[:, k]) * row.sine, Mi, Mo, U)


def check_chord_walls(study: Study) -> Iterator[Finding]:
    """The hardest worked wall under a welded end."""
    worst: tuple[float, _Welded, int] | None = None
    for end in _welded(study):
        uses = end.uses
        i = int(np.argmax(uses))
        if worst is None or uses[i] > worst[0]:
            worst = float(uses[i]), end, i
    if worst is None or worst[0] <= 0:
        return
    _, end, i = worst
    case, say, spec = end.bound.solved[i].case, study.context.say, study.assembly.joining
    w = Working()
    w.say(f"{end.branch.name} welded on {end.chord.name}, {end.side} end, {case.name}{study.where}; end forces from the frame.")
    use = _working(w, end, i)
    largest, push = max(float(end.Mi[i]), float(end.Mo[i])), float(end.P[i])
    text = " and ".join(
        [*([f"{largest / 1e3:.0f} N m"] if largest >= 500 else []), *([say.force(push)] if push >= 1 or largest < 500 else [])]
    )
    yield study.held_to(
        f"{spec.key}.wall",
        f"Tube wall under the weld, {spec.between}",
        f"{end.branch.name}, {end.side} end: {text} on the {end.row.at.t:.2f} mm wall of {end.chord.name}, {case.name.lower()}{study.where}.",
        parts=(end.branch.id, end.chord.id),
        demand=use,
        limit=1.0,
        unit="of the limit",
        case=case.name,
        basis=BASIS,
        working=w,
    )


def _working(w: Working, end: _Welded, i: int) -> float:
    """The limits of one end in one case as they are printed; its use."""
    row, at = end.row, end.row.at
    w.given("P", float(end.P[i]), "N", "across the face")
    w.given("M_i", float(end.Mi[i]), "N mm", "in the plane of both members")
    w.given("M_o", float(end.Mo[i]), "N mm", "out of it: rolls the face")
    w.given("F_y", end.Fy, "MPa", f"{end.chord.section.material.label}" + (", beside a weld" if end.chord.welded else ""))
    w.given("t", at.t, "mm", "wall of the chord")
    w.given("B", at.B, "mm", "face that is met" if not row.round else "diameter of the chord")
    w.given("B_b", at.Bb, "mm", "branch across it")
    w.given("H_b", at.Hb, "mm", "branch along it")
    beta = w.line("beta", "B_b / B", "")
    w.given("k_e", row.keeps, "", "its end is near and open: half is left, K1.3" if row.keeps < 1 else "no open end near")
    if row.round:
        w.line("gamma", "B / (2 * t)", "")
        _stressed(w, end, i, beta)
        w.line("P_a", "k_e * F_y * t**2 * (3.1 + 15.6 * beta**2) * gamma**0.2 * Q_f / 1.67", "N", "K3.1")
        w.line("M_ia", "k_e * 5.39 * F_y * t**2 * sqrt(gamma) * beta * H_b * Q_f / 1.67", "N mm", "K4.1")
        w.line("M_oa", "k_e * F_y * t**2 * H_b * 3 / (1 - 0.81 * beta) * Q_f / 1.67", "N mm", "K4.1")
    elif at.bends:
        eta = w.line("eta", "H_b / B", "")
        _stressed(w, end, i, beta)
        assert eta > 0
        w.line("P_a", "k_e * F_y * t**2 * (2 * eta / (1 - beta) + 4 / sqrt(1 - beta)) * Q_f / 1.5", "N", "face bends, K3.2")
        w.line(
            "M_ia",
            "k_e * F_y * t**2 * H_b * (1 / (2 * eta) + 2 / sqrt(1 - beta) + eta / (1 - beta)) * Q_f / 1.5",
            "N mm",
            "face bends, K4.2",
        )
        w.line(
            "M_oa",
            "k_e * F_y * t**2 * (0.5 * H_b * (1 + beta) / (1 - beta) + sqrt(2 * B * B_b * (1 + beta) / (1 - beta))) * Q_f / 1.5",
            "N mm",
            "face bends, K4.2",
        )
    else:
        w.say("The branch is nearly as wide as the face: the side walls take it.")
        w.line("l", "H_b + 5 * t", "mm")
        w.line("P_a", "k_e * 2 * F_y * t * l / 1.5", "N", "side walls yield, K3.2")
        w.line("M_ia", "k_e * 0.5 * F_y * t * l**2 / 1.5", "N mm", "side walls yield, K4.2")
        w.line("M_oa", "k_e * F_y * t * (B - t) * l / 1.5", "N mm", "side walls yield, K4.2")
    return w.line("use", "P / P_a + M_i / M_ia + M_o / M_oa", "", "together, K4.3, the squares left out")


def _stressed(w: Working, end: _Welded, i: int, beta: float) -> None:
    U = float(end.U[i])
    w.given("U", U, "", "share of 0.6 Fy in the chord itself")
    w.given("Q_f", float(chord_stress(np.array(U), beta)), "", "1.3 - 0.4 U / beta, at most 1, K2-10")


CHECKS = (SettingCheck(check_chord_walls),)
