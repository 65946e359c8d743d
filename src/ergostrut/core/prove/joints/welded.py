"""Fillets round a rib's end, as a line."""

from __future__ import annotations

import numpy as np

from ...catalog.model import Metal
from ...finding import Working
from ...mechanics.joints import weld
from ...mechanics.solver.model import Array
from ...structure.nouns.holds import JointSpec
from .ends import End, Ends, Verdict, state_forces

BASIS = "AISC 360-16 J2 or ADM 2015 J.2; weld as a line (Blodgett)"


def rank_weld(ends: Ends, _: JointSpec) -> Array:
    """Grows with the use of this joint; without the working, to find the worst quickly."""
    shape = ends.rib.shape
    along, across = weld.per_length(weld.around(shape), ends.N, ends.Vy, ends.Vz, ends.T, ends.My, ends.Mz)
    return np.hypot(along, across) / min(shape.wall, ends.rail.shape.wall)


def check_weld(end: End, spec: JointSpec) -> Verdict:
    """Throat and the wall beside it, whichever is weaker."""
    shape, metal = end.rib.shape, end.rib.section.material
    assert isinstance(metal, Metal)
    line = weld.around(shape)
    thinner = min(shape.wall, end.rail.shape.wall)
    leg = spec.weld_leg if spec.weld_leg is not None else thinner
    at = end.at
    w = Working()
    state_forces(w, end)
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
