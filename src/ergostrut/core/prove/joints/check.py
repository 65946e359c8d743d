"""The joints of a slide's tray: every rib end in every case, by the framing system's own fastener."""

from __future__ import annotations

import math
from collections.abc import Callable, Iterator
from dataclasses import dataclass

import numpy as np

from ...catalog.model import Metal, Wood
from ...finding import Finding, Working, at_most, unknown
from ...frame.assembly import JointSpec, Member
from ..members import forces_of, lasting
from ..strength import Actions
from ..study import Study
from . import bolt, thin, weld, woodscrew

PRACTICE = "common practice, no published source"


@dataclass(frozen=True, slots=True)
class End:
    """One end of a rib where it meets a rail, with what it hands over in a case."""

    rib: Member
    rail: Member
    side: str
    at: Actions
    case: str
    fixity: str


@dataclass(frozen=True, slots=True)
class Verdict:
    """Use, a sentence's middle, the demand and limit behind it, and the working; ``missing`` names what keeps it unknown."""

    use: float | None
    text: str
    demand: float
    limit: float | None
    unit: str
    working: Working
    missing: tuple[str, ...] = ()


def rib_ends(study: Study) -> Iterator[End]:
    """Every rib end in every case and way of taking the joints."""
    for bound in study.bounds:
        if bound.tray is None or bound.forces is None:
            continue
        for piece in bound.tray.pieces:
            if piece.member.role == "side rail":
                continue
            f = forces_of(bound, piece, study.amplify)
            table = np.stack([f.N, f.Vy, f.Vz, f.T, f.My, f.Mz], axis=-1)[:, (0, -1)].tolist()
            for row, item in zip(table, bound.solved, strict=True):
                for values, side, rail in zip(row, ("left", "right"), bound.tray.rails, strict=True):
                    at = Actions(*values)
                    yield End(piece.member, rail, side, at, item.case.name, bound.tray.fixity)


def _given(w: Working, end: End) -> None:
    w.say(f"{end.rib.id.rsplit('/', 1)[-1]}, {end.side} end, {end.case}; end forces from the frame, joints taken {end.fixity}.")
    w.given("N", end.at.N, "N", "along the rib, pull positive")
    w.given("V_y", abs(end.at.Vy), "N", "shear, level")
    w.given("V_z", abs(end.at.Vz), "N", "shear, upright")


def _weld(end: End, spec: JointSpec) -> Verdict:
    shape, metal = end.rib.shape, end.rib.section.material
    assert isinstance(metal, Metal)
    line = weld.around(shape)
    thinner = min(shape.wall, end.rail.shape.wall)
    leg = spec.weld_leg if spec.weld_leg is not None else thinner
    at = end.at
    w = Working()
    _given(w, end)
    w.given("T", abs(at.T), "N mm", "torsion")
    w.given("M_y", abs(at.My), "N mm", "upright bending")
    w.given("M_z", abs(at.Mz), "N mm", "level bending")
    w.given("L_w", line.length, "mm", "weld along the profile, as a line")
    w.given("S_y", line.Sy, "mm²", "line modulus, upright")
    w.given("S_z", line.Sz, "mm²", "line modulus, level")
    w.line("f_n", "abs(N) / L_w + M_y / S_y + M_z / S_z", "N/mm", "along the rib, worst corner")
    w.line("f_t", "T * r / J_w", "N/mm", "from torsion", r=line.far, J_w=line.J)
    w.line("f_v", "sqrt((V_y / L_w + f_t / sqrt(2))**2 + (V_z / L_w + f_t / sqrt(2))**2)", "N/mm", "across")
    demand = w.line("f", "sqrt(f_n**2 + f_v**2)", "N/mm")
    w.given("a", leg, "mm", "fillet leg" if spec.weld_leg is not None else "fillet leg: the thinner wall")
    if metal.kind == "aluminium":
        through = w.line("f_w", "F_w * 0.707 * a / 1.95", "N/mm", "4043 filler, ADM 2015 J.2", F_w=weld.FILLER_4043)
        beside = w.line("f_b", "0.6 * F_uw * t / 1.95", "N/mm", "weld-affected wall", F_uw=(metal.welded or (0, metal.Fu))[1], t=thinner)
    else:
        through = w.line("f_w", "0.60 * F_EXX * 0.707 * a / 2", "N/mm", "E70, AISC 360-16 J2.4", F_EXX=weld.FEXX)
        beside = w.line("f_b", "0.6 * F_u * t / 2", "N/mm", "wall beside the weld, AISC 360-16 J4.2", F_u=metal.Fu, t=thinner)
    limit = w.line("f_a", "min(f_w, f_b)", "N/mm")
    least = weld.minimum_leg(thinner)
    if leg < least - 1e-6:
        w.say(f"The leg is under the least of {least:.1f} mm for this wall (AISC 360-16 table J2.4).")
    use = w.line("use", "f / f_a", "")
    which = "weld" if through < beside else "wall beside the weld"
    return Verdict(use, f"{demand:.0f} of {limit:.0f} N/mm, the {which} governs", demand, limit, "N/mm", w)


def _per_bracket(w: Working, end: End, n: int) -> float:
    _given(w, end)
    w.given("M", math.hypot(end.at.My, end.at.Mz), "N mm", "bending handed over")
    return w.line(
        "F",
        "(sqrt(N**2 + V_y**2 + V_z**2) + M / h) / n",
        "N",
        f"on one of n brackets, couple over the rib's depth h: {PRACTICE}",
        n=n,
        h=end.rib.shape.depth,
    )


def _bracket(end: End, spec: JointSpec) -> Verdict:
    w = Working()
    force = _per_bracket(w, end, spec.brackets)
    if spec.bracket_rating is None:
        return Verdict(
            None,
            f"{force:.0f} N on a bracket, whose load is not known: read it from its catalogue",
            force,
            None,
            "N",
            w,
            ("bracket rating",),
        )
    w.given("R", spec.bracket_rating, "N", "one bracket, as sold")
    limit = w.line("R_a", "R / 2", "N", "half of the catalogue value")
    return Verdict(w.line("use", "F / R_a", ""), f"{force:.0f} of {limit:.0f} N on a bracket", force, limit, "N", w)


def _bolt(end: End, spec: JointSpec) -> Verdict:
    w = Working()
    force = _per_bracket(w, end, spec.brackets)
    metal = end.rib.section.material
    if spec.bolt is None or spec.grade is None or not isinstance(metal, Metal):
        return Verdict(None, "bolt or grade is not in the catalogue", force, None, "N", w, ("bolt",))
    t = min(end.rib.shape.wall, end.rail.shape.wall)
    shear = w.given("V_b", bolt.shear(spec.bolt, spec.grade.Fu), "N", f"{spec.bolt.id} {spec.grade.id}, 0.45 Fu Ab / 2, AISC 360-16 J3.6")
    wall = w.given(
        "R_b",
        bolt.bearing(metal, spec.bolt.d, t, 2 * spec.bolt.d),
        "N",
        f"bearing on {t:.2f} mm, edge 2 d, {'ADM J.3.6' if metal.kind == 'aluminium' else 'AISC 360-16 J3.10'}",
    )
    limit = w.line("R_a", "min(V_b, R_b)", "N")
    which = "bolt" if shear < wall else "wall round the bolt"
    return Verdict(w.line("use", "F / R_a", ""), f"{force:.0f} of {limit:.0f} N on a bolt, the {which} governs", force, limit, "N", w)


def _strut(end: End, spec: JointSpec) -> Verdict:
    w = Working()
    force = _per_bracket(w, end, 2)
    nut = thin.STRUT_NUTS.get(spec.bolt.id) if spec.bolt else None
    if nut is None:
        return Verdict(None, "strut nuts are known here for 3/8-16 and 1/2-13 bolts", force, None, "N", w, ("strut nut bolt",))
    part = 1.0 if lasting(end.case) else thin.STRUT_ON_ROAD
    limit = w.line(
        "R_a",
        "k * min(R_p, R_s)",
        "N",
        "pull-out and slip, typical of published data, halved on the road",
        k=part,
        R_p=nut.pull,
        R_s=nut.slip,
    )
    return Verdict(w.line("use", "F / R_a", ""), f"{force:.0f} of {limit:.0f} N on a channel nut", force, limit, "N", w)


def _screws(end: End, spec: JointSpec) -> Verdict:
    w = Working()
    _given(w, end)
    wood, rail = end.rib.section.material, end.rail.section.material
    across = w.line("V", "sqrt(V_y**2 + V_z**2) / n", "N", "on one screw", n=spec.screws)
    if spec.screw is None or not isinstance(wood, Wood) or not isinstance(rail, Wood):
        return Verdict(None, "the screw is not in the catalogue", across, None, "N", w, ("screw",))
    Z = woodscrew.lateral(spec.screw.root, spec.screw.Fyb, end.rail.shape.width, rail.gravity, wood.gravity, spec.bite, spec.screw.d)
    w.given("Z", Z, "N", f"{spec.screw.id}, least yield mode, NDS 2018 12.3.1, {spec.bite:.0f} mm into the rib")
    limit = w.line(
        "Z_a", "Z * C_D * C_eg * C_M", "N", "into end grain, NDS 2018 12.5.2", C_D=1.0 if lasting(end.case) else 1.6, C_eg=0.67, C_M=1.0
    )
    if end.at.N > 1.0:
        w.say("The rib pulls on its screws: they count nothing along the end grain; the deck must hold it.")
    use = w.line("use", "V / Z_a", "") if limit > 0 else None
    if use is None:
        return Verdict(None, "the screw bites less than six diameters", across, None, "N", w, ("longer screw",))
    return Verdict(use, f"{across:.0f} of {limit:.0f} N on a screw", across, limit, "N", w)


def _rank(end: End, joint: str) -> float:
    """Grows with the use of a joint of this kind; without the working, to find the worst quickly."""
    at, shape = end.at, end.rib.shape
    if joint == "weld":
        return math.hypot(*weld.per_length(weld.around(shape), at.N, at.Vy, at.Vz, at.T, at.My, at.Mz)) / min(
            shape.wall, end.rail.shape.wall
        )
    if joint == "wood screw":
        return math.hypot(at.Vy, at.Vz) / (1.0 if lasting(end.case) else 1.6)
    force = math.sqrt(at.N**2 + at.Vy**2 + at.Vz**2) + math.hypot(at.My, at.Mz) / shape.depth
    return force / (thin.STRUT_ON_ROAD if joint == "strut nut" and not lasting(end.case) else 1.0)


_CHECKS: dict[str, tuple[str, Callable[[End, JointSpec], Verdict], str]] = {
    "weld": ("Weld, rib to rail", _weld, "AISC 360-16 J2 or ADM 2015 J.2; weld as a line (Blodgett)"),
    "bracket": ("Bracket, rib to rail", _bracket, f"catalogue value / 2; couple over the depth: {PRACTICE}"),
    "bolt": ("Bolted bracket, rib to rail", _bolt, f"AISC 360-16 J3, ADM 2015 J.3; couple over the depth: {PRACTICE}"),
    "strut nut": ("Strut fitting, rib to rail", _strut, "typical of published data, factor 3 in; state the torque"),
    "wood screw": ("Screws, rib to rail", _screws, "NDS 2018 chapter 12"),
}


def check_joints(study: Study) -> Iterator[Finding]:
    """The hardest worked joint of the tray."""
    spec = study.assembly.joints
    if spec.system.joint not in _CHECKS:
        return
    title, check, basis = _CHECKS[spec.system.joint]
    end = max(rib_ends(study), key=lambda row: _rank(row, spec.system.joint), default=None)
    if end is None:
        return
    verdict = check(end, spec)
    name = end.rib.id.rsplit("/", 1)[-1]
    state = at_most(verdict.use, 1.0)[1] if verdict.use is not None else "unknown"
    finding = Finding(
        f"{study.assembly.id}/rib.joint",
        "rib.joint",
        "prove",
        (end.rib.id, end.rail.id),
        title,
        f"{name} {end.side}: {verdict.text}, {end.case.lower()}, tray {study.position.name}.",
        state,
        verdict.demand,
        verdict.limit,
        verdict.unit,
        verdict.use,
        case=end.case,
        position=study.position.name,
        basis=basis,
        working=verdict.working.done(),
    )
    yield unknown(finding, *verdict.missing) if verdict.use is None else finding


def joint_rows(study: Study, case: str) -> list[tuple[End, Verdict]]:
    """Every joint in one case, as drawn."""
    spec = study.assembly.joints
    if spec.system.joint not in _CHECKS:
        return []
    check = _CHECKS[spec.system.joint][1]
    drawn = study.tray.fixity if study.tray else ""
    return [(end, check(end, spec)) for end in rib_ends(study) if end.case == case and end.fixity == drawn]
