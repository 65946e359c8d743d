"""Elastic buckling shared by the materials."""

from __future__ import annotations

import math

from ...sections import Properties


def lateral_moment(shape: Properties, E: float, G: float, Lb: float) -> float:
    """Elastic lateral-torsional buckling moment (N mm) about y of a beam held against twist every ``Lb``, uniform moment.

    M = pi/L sqrt(E Iz G J) sqrt(1 + pi2 E Cw / (L2 G J)) (Timoshenko and Gere, Theory of Elastic Stability, eq. 6.9).
    """
    if Lb <= 0:
        return math.inf
    base = math.pi / Lb * math.sqrt(E * shape.Iz * G * shape.J)
    return base * math.sqrt(1 + math.pi**2 * E * shape.Cw / (Lb**2 * G * shape.J))


def slenderness(shape: Properties, KLy: float, KLz: float) -> float:
    """The larger KL/r; of an angle about its weakest axis."""
    if shape.shape == "angle":
        return max(KLy, KLz) / shape.r_min
    return max(KLy / shape.ry, KLz / shape.rz)
