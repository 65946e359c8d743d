"""What a member may take, whatever its material, and how its actions combine. N, mm, MPa; allowable strength (ASD)."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

import numpy as np
from numpy.typing import NDArray

from ...working import Line, Working

Array = NDArray[np.float64]
Rule = Literal["AISC H1", "ADM H.1", "NDS 3.9"]


@dataclass(frozen=True, slots=True)
class Span:
    """How a member stands: ``Lb`` mm between points that hold its compression side, ``KLy``/``KLz`` effective lengths for
    buckling about y and z, whether the station is ``welded`` metal (within 25 mm of a weld) and whether a weld lies at
    midspan; ``CD`` load duration, ``wet`` service, ``flat`` laid on its wide face, ``repetitive`` three or more alike (wood)."""

    Lb: float = 0.0
    KLy: float = 0.0
    KLz: float = 0.0
    welded: bool = False
    mid_weld: bool = False
    CD: float = 1.0
    wet: bool = False
    flat: bool = False
    repetitive: bool = False


@dataclass(frozen=True)
class Allowable:
    """Allowable tension ``Nt``, compression ``Nc`` (N), moments ``My``, ``Mz`` and torsion ``T`` (N mm), shears ``Vy``, ``Vz`` (N).

    ``lines``: the derivation of each, by its name. ``stress``: the allowable bending stress shown beside the use, MPa.
    ``FcE``: (A FcE1, A FcE2, S FbE) of wood's interaction, else empty. ``clause``: what governs bending.
    """

    Nt: float
    Nc: float
    My: float
    Mz: float
    Vy: float
    Vz: float
    T: float
    rule: Rule
    stress: float
    clause: str
    lines: dict[str, tuple[Line, ...]]
    FcE: tuple[float, float, float] = (np.inf, np.inf, np.inf)


@dataclass(frozen=True, slots=True)
class Actions:
    """Internal forces at one place: N tension positive."""

    N: float
    Vy: float
    Vz: float
    T: float
    My: float
    Mz: float


TORSION_FROM = 0.2
"""Below this share torsion is left out and shear stands alone (AISC 360-16 H3.2)."""


def use(allow: Allowable, N: Array, Vy: Array, Vz: Array, T: Array, My: Array, Mz: Array) -> Array:
    """Use under combined actions, elementwise: AISC H1-1, ADM H.1-1 or NDS 3.9, shear, and H3-6 where torsion counts."""
    with np.errstate(divide="ignore", invalid="ignore"):
        axial = np.where(N < 0, -N / allow.Nc, N / allow.Nt)
        my, mz = np.abs(My) / allow.My, np.abs(Mz) / allow.Mz
        shear = np.maximum(np.abs(Vy) / allow.Vy, np.abs(Vz) / allow.Vz)
        twist = np.abs(T) / allow.T
        if allow.rule == "AISC H1":
            both = np.where(axial >= 0.2, axial + 8 / 9 * (my + mz), axial / 2 + my + mz)
        elif allow.rule == "ADM H.1":
            both = axial + my + mz
        else:
            push = np.maximum(-N, 0.0)
            e1, e2, eb = allow.FcE
            left1, left2 = 1 - push / e1, 1 - push / e2 - (np.abs(My) / eb) ** 2
            pressed = axial**2 + my / np.maximum(left1, 1e-3) + mz / np.maximum(left2, 1e-3)
            both = np.where(N < 0, pressed, axial + my + mz)
        twisted = np.where(twist > TORSION_FROM, axial + my + mz + (shear + twist) ** 2, 0.0)
    found: Array = np.maximum(np.maximum(both, shear), twisted)
    return found


def explain(w: Working, allow: Allowable, at: Actions) -> float:
    """Write the arithmetic of one place into ``w``, allowables first; returns its use, equal to ``use``."""
    axial = abs(at.N) / (allow.Nc if at.N < 0 else allow.Nt)
    mz = abs(at.Mz) / allow.Mz
    keys = ["My"]
    parts = "M_y / M_cy"
    w.given("M_y", abs(at.My), "N mm", "bending moment in the section's upright plane")
    if mz > 1e-3:
        keys.append("Mz")
        w.given("M_z", abs(at.Mz), "N mm", "bending moment sideways")
        parts += " + M_z / M_cz"
    if axial > 1e-3:
        keys.append("Nc" if at.N < 0 else "Nt")
        w.given("P_r", abs(at.N), "N", "pushed along" if at.N < 0 else "pulled along")
    sideways = abs(at.Vy) / allow.Vy > abs(at.Vz) / allow.Vz
    keys.append("Vy" if sideways else "Vz")
    w.given("V", abs(at.Vy if sideways else at.Vz), "N", "shear, sideways" if sideways else "shear")
    twist = abs(at.T) / allow.T
    if twist > TORSION_FROM:
        keys.append("T")
        w.given("T", abs(at.T), "N mm", "torsion")
    for key in keys:
        w.extend(allow.lines[key])
    w.values.update(
        {
            "M_cy": allow.My,
            "M_cz": allow.Mz,
            "P_c": allow.Nc if at.N < 0 else allow.Nt,
            "V_c": allow.Vy if sideways else allow.Vz,
            "T_c": allow.T,
        }
    )
    if allow.rule == "AISC H1" and axial > 1e-3:
        formula = f"P_r / P_c + 8 / 9 * ({parts})" if axial >= 0.2 else f"P_r / (2 * P_c) + {parts}"
        both = w.line("use", formula, "", "AISC 360-16 H1-1")
    elif allow.rule == "NDS 3.9" and at.N < 0 and axial > 1e-3:
        w.values.update({"P_E1": allow.FcE[0], "P_E2": allow.FcE[1], "M_E": allow.FcE[2]})
        formula = "(P_r / P_c)**2 + M_y / M_cy / (1 - P_r / P_E1)"
        if mz > 1e-3:
            formula += " + M_z / M_cz / (1 - P_r / P_E2 - (M_y / M_E)**2)"
        both = w.line("use", formula, "", "NDS 2018 3.9-3")
    else:
        formula = f"P_r / P_c + {parts}" if axial > 1e-3 else parts
        both = w.line(
            "use", formula, "", {"AISC H1": "AISC 360-16 H1-1", "ADM H.1": "ADM 2015 H.1-1", "NDS 3.9": "NDS 2018 3.9-1"}[allow.rule]
        )
    worst = max(both, w.line("use_V", "V / V_c", ""))
    if twist > TORSION_FROM:
        plain = f"P_r / P_c + {parts}" if axial > 1e-3 else parts
        worst = max(worst, w.line("use_T", f"{plain} + (V / V_c + T / T_c)**2", "", "AISC 360-16 H3-6"))
    return worst
