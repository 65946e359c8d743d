"""Lumber joints: screws into end grain, pocket screws, lags."""

from __future__ import annotations

import numpy as np

from ...cases import ROAD_DURATION
from ...catalog.model import Wood
from ...finding import Working
from ...mechanics.joints import woodscrew
from ...mechanics.solver.model import Array
from ...structure.nouns.holds import JointSpec
from ...structure.nouns.rows import screws_arm
from .ends import End, Ends, Verdict, state_forces

BASIS = "NDS 2018 chapter 12"
POCKET = 0.67
"""What a pocket screw at its angle keeps of a straight one."""
END_GRAIN = 0.67
WET_SCREW = 0.7


def duration(end: End) -> float:
    return 1.0 if end.lasting else ROAD_DURATION


def rank_screw(ends: Ends, spec: JointSpec) -> Array:
    """Grows with the use of a joint that holds sideways only."""
    across = np.hypot(ends.Vy, ends.Vz) + np.abs(ends.T) / screws_arm(spec, ends.rib, ends.rail)
    return across / np.where(ends.lasting, 1.0, ROAD_DURATION)


def rank_pulled(ends: Ends, spec: JointSpec) -> Array:
    """Grows with the use of a joint that holds pull as well: both verdicts take the same shares of a rib's two forces."""
    woods = _woods(ends)
    across = np.hypot(ends.Vy, ends.Vz) + np.abs(ends.T) / screws_arm(spec, ends.rib, ends.rail)
    if woods is None:
        return np.zeros_like(across)
    held = _held(spec, *woods, ends.rail.shape.width)
    if held is None:
        return across
    return (across / held[0] + np.maximum(ends.N, 0.0) / held[1]) / np.where(ends.lasting, 1.0, ROAD_DURATION)


def _woods(end: End | Ends) -> tuple[Wood, Wood] | None:
    rib, rail = end.rib.section.material, end.rail.section.material
    return (rib, rail) if isinstance(rib, Wood) and isinstance(rail, Wood) else None


def held_by(spec: JointSpec, end: End) -> tuple[float, float] | None:
    """``_held`` of an end whose fasteners may pull; None for wood screws in end grain."""
    woods = _woods(end)
    return _held(spec, *woods, end.rail.shape.width) if woods and spec.kind != "wood screw" else None


def _held(spec: JointSpec, rib: Wood, rail: Wood, side: float) -> tuple[float, float] | None:
    """Allowable lateral load and withdrawal of one fastener before load duration, N; None where it bites too little."""
    if spec.kind == "lag screw":
        lag = woodscrew.LAGS[spec.lag]
        lateral = woodscrew.lag_lateral(lag, side, rail.gravity, rib.gravity, spec.bite) * END_GRAIN
        pull = woodscrew.lag_withdrawal(rib.gravity, lag.d, max(spec.bite - 0.625 * lag.d, 0.0), end_grain=True)
        return (lateral, pull) if lateral > 0 and pull > 0 else None
    if spec.screw is None:
        return None
    # from the rib at a slant into the rail's side grain: the rail holds the thread
    lateral = woodscrew.lateral(spec.screw.root, spec.screw.Fyb, side, rib.gravity, rail.gravity, spec.bite, spec.screw.d) * POCKET
    pull = woodscrew.withdrawal(rail.gravity, spec.screw.d, spec.bite) * POCKET
    return (lateral, pull) if lateral > 0 else None


def _sideways(w: Working, end: End, spec: JointSpec, note: str) -> float:
    """Sideways force on one screw: shear shared by all, and what the end twists them by."""
    w.given("T", abs(end.at.T), "N mm", "twists the end")
    e = w.given(
        "e",
        screws_arm(spec, end.rib, end.rail),
        "mm",
        "from its axis to each screw" if spec.screws > 1 else "under the head of a single one",
    )
    return w.line("V", "(sqrt(V_y**2 + V_z**2) + T / e) / n", "N", note, n=spec.screws, e=e)


def check_wood_screw(end: End, spec: JointSpec) -> Verdict:
    """Screws through the rail into the end grain of the rib: sideways only."""
    w = Working()
    state_forces(w, end)
    wood, rail = end.rib.section.material, end.rail.section.material
    across = _sideways(w, end, spec, "on one screw")
    if spec.screw is None or not isinstance(wood, Wood) or not isinstance(rail, Wood):
        return Verdict(None, "the screw is not in the catalogue", across, None, "N", w, ("screw",))
    Z = woodscrew.lateral(spec.screw.root, spec.screw.Fyb, end.rail.shape.width, rail.gravity, wood.gravity, spec.bite, spec.screw.d)
    w.given("Z", Z, "N", f"{spec.screw.id}, least yield mode, NDS 2018 12.3.1, {spec.bite:.0f} mm into the rib")
    limit = w.line(
        "Z_a",
        "Z * C_D * C_eg * C_M",
        "N",
        "into end grain, NDS 2018 12.5.2",
        C_D=duration(end),
        C_eg=0.67,
        C_M=WET_SCREW if end.wet else 1.0,
    )
    if end.at.N > 1.0:
        w.say("The rib pulls on its screws: they count nothing along the end grain; the deck must hold it.")
    use = w.line("use", "V / Z_a", "") if limit > 0 else None
    if use is None:
        return Verdict(None, "the screw bites less than six diameters", across, None, "N", w, ("longer screw",))
    return Verdict(use, f"{across:.0f} of {limit:.0f} N on a screw", across, limit, "N", w)


def check_pulled(end: End, spec: JointSpec) -> Verdict:
    """Lags into end grain, or pocket screws into the rail's side: sideways and in pull, the two added (NDS 2018 12.4.1, on the safe side)."""
    w = Working()
    state_forces(w, end)
    name = f"lag {spec.lag}" if spec.kind == "lag screw" else f"pocket screw {spec.screw.id}" if spec.screw else "screw"
    across = _sideways(w, end, spec, "on one")
    pull = w.line("T", "max(N, 0) / n", "N", "pull on one")
    woods = _woods(end)
    held = _held(spec, *woods, end.rail.shape.width) if woods else None
    if held is None:
        least = "four" if spec.kind == "lag screw" else "six"
        return Verdict(None, f"the {name} bites less than {least} diameters", across, None, "N", w, ("longer screw",))
    how = "into end grain x 0.67" if spec.kind == "lag screw" else "x 0.67 at its slant"
    w.given("Z", held[0], "N", f"{name}, least yield mode, {spec.bite:.0f} mm deep, {how}")
    w.given("W", held[1], "N", "withdrawal, into end grain x 0.75" if spec.kind == "lag screw" else "withdrawal from side grain x 0.67")
    w.given("C_D", duration(end), "", "load duration, NDS 2018 2.3.2")
    limit = w.line("Z_a", "Z * C_D * C_M", "N", C_M=WET_SCREW if end.wet else 1.0)
    use = w.line("use", "V / Z_a + T / (W * C_D * C_M)", "")
    return Verdict(use, f"{across:.0f} N across and {pull:.0f} N in pull on a {name}", use * limit, limit, "N", w)
