"""Joints of brackets: bought ones, bolted, riveted or screwed legs, channel nuts, and bolts into a tapped end."""

from __future__ import annotations

import math

import numpy as np

from ...catalog.model import Metal
from ...finding import COMMON_PRACTICE, Working
from ...mechanics.joints import bolt, thin
from ...mechanics.solver.model import Array
from ...structure.nouns.holds import JointSpec
from .ends import End, Ends, Verdict, state_forces

COUPLE = f"couple over the rib's depth: {COMMON_PRACTICE}"
BRACKET_FU = 150.0
"""MPa of a bracket of unknown aluminium: the lowest of its family, 6063-T5 (ADM 2015)."""


def rank_bracket(ends: Ends, spec: JointSpec) -> Array:
    """Grows with the use of this joint; without the working, to find the worst quickly."""
    shape = ends.rib.shape
    force = np.sqrt(ends.N**2 + ends.Vy**2 + ends.Vz**2) + np.hypot(ends.My, ends.Mz) / shape.depth + np.abs(ends.T) / shape.width
    return force / np.where(ends.lasting, 1.0, thin.STRUT_ON_ROAD) if spec.kind == "strut nut" else force


def _per_bracket(w: Working, end: End, n: int) -> float:
    state_forces(w, end)
    w.given("M", math.hypot(end.at.My, end.at.Mz), "N mm", "bending handed over")
    w.given("T", abs(end.at.T), "N mm", "torsion")
    return w.line(
        "F",
        "(sqrt(N**2 + V_y**2 + V_z**2) + M / h + T / b) / n",
        "N",
        f"on one of n brackets, couples over the rib's depth h and width b: {COMMON_PRACTICE}",
        n=n,
        h=end.rib.shape.depth,
        b=end.rib.shape.width,
    )


def check_bracket(end: End, spec: JointSpec) -> Verdict:
    """A bought bracket by its catalogue value."""
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


def check_bolt(end: End, spec: JointSpec) -> Verdict:
    """Brackets with one bolt a leg: the bolt, and the wall it bears on."""
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


def check_strut(end: End, spec: JointSpec) -> Verdict:
    """Channel nuts: pull-out and slip."""
    w = Working()
    force = _per_bracket(w, end, 2)
    nut = thin.STRUT_NUTS.get(spec.bolt.id) if spec.bolt else None
    if nut is None:
        return Verdict(None, "strut nuts are known here for 3/8-16 and 1/2-13 bolts", force, None, "N", w, ("strut nut bolt",))
    part = 1.0 if end.lasting else thin.STRUT_ON_ROAD
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


def _per_fastener(w: Working, end: End, spec: JointSpec) -> float:
    _per_bracket(w, end, spec.brackets)
    return w.line("F_1", "F / k", "N", "on one of k in a leg of the bracket; what pulls on one leg shears the other", k=spec.per_leg)


def check_rivet(end: End, spec: JointSpec) -> Verdict:
    """Riveted legs: the rivet in shear and tension, and the wall it bears on."""
    w = Working()
    force = _per_fastener(w, end, spec)
    metal, rivet = end.rib.section.material, thin.RIVETS[spec.rivet]
    t = min(end.rib.shape.wall, end.rail.shape.wall)
    w.given("S", rivet.shear, "N", f"{rivet.label}, least ultimate shear: {rivet.source}")
    w.given("T_u", rivet.tension, "N", "least ultimate tension")
    held = w.line("R_r", "min(S, T_u) / 3", "N", "the lesser, factor 3")
    wall = (
        w.given("R_b", bolt.bearing(metal, rivet.d, t, 2 * rivet.d), "N", f"bearing on {t:.2f} mm, edge 2 d")
        if isinstance(metal, Metal)
        else 0.0
    )
    limit = w.line("R_a", "min(R_r, R_b)", "N")
    w.say("Steel in aluminium: isolate it with paint or sealant, and take sealed rivets where it gets wet; a steel mandrel rusts.")
    which = "rivet" if held < wall else "wall round the rivet"
    return Verdict(w.line("use", "F_1 / R_a", ""), f"{force:.0f} of {limit:.0f} N on a rivet, the {which} governs", force, limit, "N", w)


def check_drill_screw(end: End, spec: JointSpec) -> Verdict:
    """Self-drilling screws through a bracket's leg into the tube wall."""
    w = Working()
    force = _per_fastener(w, end, spec)
    metal, screw = end.rib.section.material, thin.DRILL_SCREWS[spec.drill_screw]
    if not isinstance(metal, Metal):
        return Verdict(None, "self-drilling screws hold in metal", force, None, "N", w, ("metal",))
    t2 = min(end.rib.shape.wall, end.rail.shape.wall)
    given = f"{spec.drill_screw} {screw.d:.2f} mm, bracket {spec.bracket_wall:.1f} mm at {BRACKET_FU:.0f} MPa (lowest of its family), wall {t2:.2f} mm"
    across = w.given(
        "P_s",
        thin.screw_shear(screw.d, spec.bracket_wall, BRACKET_FU, t2, metal.Fu),
        "N",
        f"{given}: tilting and bearing / 3, AISI S100 J4.3",
    )
    pull = w.given(
        "P_t",
        thin.screw_pull(screw.d, screw.head, spec.bracket_wall, BRACKET_FU, t2, metal.Fu),
        "N",
        "pull-out and pull-over / 3, AISI S100 J4.4",
    )
    limit = w.line("R_a", "min(P_s, P_t)", "N", "the lesser")
    which = "shear" if across < pull else "pull-out"
    return Verdict(w.line("use", "F_1 / R_a", ""), f"{force:.0f} of {limit:.0f} N on a screw, {which} governs", force, limit, "N", w)


def _end_bolt(end: End, spec: JointSpec) -> tuple[float, float]:
    """Pull and shear on one end bolt, N."""
    at, n = end.at, spec.brackets
    return (max(at.N, 0.0) + math.hypot(at.My, at.Mz) / (end.rib.shape.depth / 2)) / n, math.hypot(at.Vy, at.Vz) / n


def _rank_end_bolt(end: End, spec: JointSpec) -> float:
    T, V = _end_bolt(end, spec)
    metal = end.rib.section.material
    if spec.bolt is None or spec.grade is None or not isinstance(metal, Metal):
        return T + V
    return max(min(bolt.combined(T, V, spec.bolt, spec.grade.Fu), 99.0), T / bolt.stripping(spec.tap_depth, spec.bolt.d, metal.Fu))


def rank_end_bolt(ends: Ends, spec: JointSpec) -> Array:
    """The use itself."""
    return np.array([_rank_end_bolt(ends.one(i), spec) for i in range(len(ends.cases))])


def check_end_bolt(end: End, spec: JointSpec) -> Verdict:
    """Bolts through the rail into the tapped end of the rib: pull from bending, shear, and the soft threads."""
    w = Working()
    state_forces(w, end)
    metal = end.rib.section.material
    if spec.bolt is None or spec.grade is None or not isinstance(metal, Metal):
        return Verdict(None, "bolt or grade is not in the catalogue", 0.0, None, "N", w, ("bolt",))
    w.given("M", math.hypot(end.at.My, end.at.Mz), "N mm", "bending handed over")
    w.given("n", spec.brackets, "", "bolts sharing")
    T = w.line("T", "(max(N, 0) + M / (h / 2)) / n", "N", f"pull, the end turning about its edge: {COMMON_PRACTICE}", h=end.rib.shape.depth)
    V = w.line("V", "sqrt(V_y**2 + V_z**2) / n", "N", "shear")
    w.given("T_b", bolt.tension(spec.bolt, spec.grade.Fu), "N", f"{spec.bolt.id} {spec.grade.id}, 0.75 Fu Ab / 2, AISC 360-16 J3.6")
    w.given(
        "T_s",
        bolt.stripping(spec.tap_depth, spec.bolt.d, metal.Fu),
        "N",
        f"threads tapped {spec.tap_depth:.0f} mm deep in {metal.Fu:.0f} MPa, shear on half the cylinder / 2",
    )
    w.given("V_b", bolt.shear(spec.bolt, spec.grade.Fu), "N", "0.45 Fu Ab / 2")
    both = w.given("u_b", min(bolt.combined(T, V, spec.bolt, spec.grade.Fu), 99.0), "", "the bolt under both, J3.7")
    use = w.line("use", "max(u_b, T / T_s)", "")
    limit = w.line("T_a", "min(T_b, T_s)", "N")
    which = "bolt" if both >= use - 1e-9 else "thread in the rib's end"
    return Verdict(use, f"{T:.0f} N pull and {V:.0f} N shear on an end bolt, the {which} governs", use * limit, limit, "N", w)
