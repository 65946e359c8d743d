"""Shear centre of thin open shapes from their middle line: the pole about which shear flow does not twist (Vlasov)."""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np

Leg = tuple[tuple[float, float], tuple[float, float], float]
"""From a point to a point of the middle line, and its thickness, mm."""


def shear_centre(legs: Sequence[Leg]) -> tuple[float, float]:
    """(y, z) of the shear centre from the centroid, mm, for ``legs`` that follow one another or branch where one begins that has been reached.

    With w the sectorial coordinate about the centroid, the pole S has the integrals of w_S y and w_S z vanish
    (Vlasov, Thin-walled elastic beams; Roark table 9.2 for channels). No legs, or all in one line: the centroid.
    """
    A = sum(float(np.hypot(q[0] - p[0], q[1] - p[1])) * t for p, q, t in legs)
    if A <= 0:
        return 0.0, 0.0
    cy, cz = (sum(float(np.hypot(q[0] - p[0], q[1] - p[1])) * t * (p[i] + q[i]) / 2 for p, q, t in legs) / A for i in (0, 1))
    at: dict[tuple[float, float], float] = {legs[0][0]: 0.0}
    yy = zz = yz = wy = wz = 0.0
    for p, q, t in legs:
        y1, z1, y2, z2 = p[0] - cy, p[1] - cz, q[0] - cy, q[1] - cz
        w1 = at[p]
        w2 = w1 + y1 * z2 - y2 * z1
        at[q] = w2
        area = float(np.hypot(y2 - y1, z2 - z1)) * t

        def product(a1: float, a2: float, b1: float, b2: float, area: float = area) -> float:
            return area * (2 * a1 * b1 + a1 * b2 + a2 * b1 + 2 * a2 * b2) / 6

        yy += product(y1, y2, y1, y2)
        zz += product(z1, z2, z1, z2)
        yz += product(y1, y2, z1, z2)
        wy += product(w1, w2, y1, y2)
        wz += product(w1, w2, z1, z2)
    det = yy * zz - yz * yz
    if det < 1e-9 * (yy + zz) ** 2:
        return 0.0, 0.0
    return (wz * yy - wy * yz) / det, (wz * yz - wy * zz) / det
