"""Sandwich panels with thin faces (Allen, Analysis and Design of Structural Sandwich Panels, 1969, chapter 2). Per mm of width."""

from __future__ import annotations

from dataclasses import dataclass

from ...catalog.model import Sandwich

CORE_FACTOR, CORE_FACTOR_LASTING = 3.0, 5.0
"""On the core's ultimate shear and crushing: for passing loads, and for those held over a day."""


@dataclass(frozen=True, slots=True)
class SandwichResult:
    """Sag mm; face stress, wrinkling stress, core shear MPa and their allowables; ``use`` of the worst."""

    sag: float
    face: float
    face_allow: float
    wrinkle: float
    shear: float
    shear_allow: float
    use: float


def stiffness(panel: Sandwich) -> tuple[float, float, float]:
    """D = E tf d2 / 2 (N mm2/mm), S = G d2 / c (N/mm), and d between face centres (mm)."""
    d = panel.t_core + panel.t_face
    return panel.face.E * panel.t_face * d**2 / 2, panel.core.G * d**2 / panel.t_core, d


def _result(panel: Sandwich, sag: float, M: float, V: float, lasting: bool) -> SandwichResult:
    _, _, d = stiffness(panel)
    face, shear = M / (panel.t_face * d), V / d
    wrinkle = 0.5 * (panel.face.E * panel.core.E * panel.core.G) ** (1 / 3)
    face_allow = min(panel.face.allow, wrinkle / 2)
    shear_allow = panel.core.shear / (CORE_FACTOR_LASTING if lasting else CORE_FACTOR)
    return SandwichResult(sag, face, face_allow, wrinkle, shear, shear_allow, max(face / face_allow, shear / shear_allow))


def uniform(panel: Sandwich, L: float, p: float, *, lasting: bool) -> SandwichResult:
    """Simple span ``L`` under ``p`` MPa: 5 p L4 / 384 D + p L2 / 8 S."""
    D, S, _ = stiffness(panel)
    return _result(panel, 5 * p * L**4 / (384 * D) + p * L**2 / (8 * S), p * L**2 / 8, p * L / 2, lasting)


def line(panel: Sandwich, L: float, F: float, *, lasting: bool) -> SandwichResult:
    """``F`` N per mm of width mid span ``L``: F L3 / 48 D + F L / 4 S."""
    D, S, _ = stiffness(panel)
    return _result(panel, F * L**3 / (48 * D) + F * L / (4 * S), F * L / 4, F / 2, lasting)


def crushing(panel: Sandwich, P: float, area: float) -> float:
    """Use of the core under a point load on ``area`` mm2 when it has no insert."""
    return P / area / (panel.core.crush / CORE_FACTOR)
