"""Stiffness of a panel per width, by its own axes 1 (grain) and 2: in its plane, in bending, and in shear across it. N, mm, MPa."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

Array = NDArray[np.float64]

SHEAR = 5 / 6
"""Of a solid plate's thickness in shear across it (Reissner 1945)."""


@dataclass(frozen=True)
class ShellSection:
    """``A`` (3, 3) N/mm: forces per width from strains 11, 22, 12 (engineering); ``D`` (3, 3) N mm: moments per width from curvatures;
    ``S`` (2, 2) N/mm: shears per width from slopes; ``kg`` per mm2."""

    A: Array
    D: Array
    S: Array
    kg: float = 0.0

    def turned(self, angle: float) -> ShellSection:
        """The same by axes that lie ``angle`` rad back from its own: axis 1 stands ``angle`` on from the new x."""
        c, s = math.cos(angle), math.sin(angle)
        # strains by the own axes from those by the new ones
        T = np.array([[c * c, s * s, c * s], [s * s, c * c, -c * s], [-2 * c * s, 2 * c * s, c * c - s * s]])
        R = np.array([[c, s], [-s, c]])
        return ShellSection(T.T @ self.A @ T, T.T @ self.D @ T, R.T @ self.S @ R, self.kg)


def plane(E1: float, E2: float, nu12: float, G: float) -> Array:
    """(3, 3) MPa: plane stress of an orthotropic layer; ``nu12`` shrinks 2 under stress along 1.

    Raises:
        ValueError: a modulus that is not positive, or Poisson's ratios that no material has.
    """
    nu21 = nu12 * E2 / E1 if E1 > 0 else 0.0
    if min(E1, E2, G) <= 0 or nu12 * nu21 >= 1:
        raise ValueError("a layer needs positive moduli, and nu12 nu21 under 1")
    m = 1 - nu12 * nu21
    return np.array([[E1 / m, nu12 * E2 / m, 0.0], [nu12 * E2 / m, E2 / m, 0.0], [0.0, 0.0, G]])


def solid(
    E1: float, E2: float, nu12: float, G: float, t: float, *, across: tuple[float, float] | None = None, kg: float = 0.0
) -> ShellSection:
    """One layer ``t`` mm thick; ``across``: G13 and G23 MPa, ``G`` unless told."""
    Q = plane(E1, E2, nu12, G)
    G13, G23 = across or (G, G)
    return ShellSection(Q * t, Q * t**3 / 12, SHEAR * t * np.diag([G13, G23]), kg)


def isotropic(E: float, nu: float, t: float, kg: float = 0.0) -> ShellSection:
    return solid(E, E, nu, E / (2 * (1 + nu)), t, kg=kg)


def bent(
    E1: float, E2: float, nu12: float, G: float, t: float, *, in_plane: tuple[float, float], across: tuple[float, float], kg: float = 0.0
) -> ShellSection:
    """Plywood by its bending moduli ``E1``, ``E2`` and those in its plane (tension), with rolling shear ``across`` G13 and G23 MPa."""
    return ShellSection(
        plane(*in_plane, nu12, G) * t, plane(E1, E2, nu12, G) * t**3 / 12, SHEAR * t * np.diag(across), kg
    )  # fmt: skip


def sandwich(faces: Sequence[tuple[Array, float]], core: float, G: tuple[float, float], kg: float = 0.0) -> ShellSection:
    """Two thin faces (plane-stress stiffness MPa, mm), lower and upper, on a ``core`` mm thick with shear moduli ``G`` 13 and 23 MPa:
    D from the faces about their common middle, their own bending left out; S = G d2 / c (Allen 1969, Zenkert 1995).
    """
    (low, t1), (high, t2) = faces
    d = core + (t1 + t2) / 2
    stiff = low * t1 + high * t2
    # where both faces pull alike: by the stiffer direction of each, the same for equal faces
    share = (high[0, 0] * t2) / (low[0, 0] * t1 + high[0, 0] * t2)
    D = low * t1 * (share * d) ** 2 + high * t2 * ((1 - share) * d) ** 2
    return ShellSection(stiff, D, np.diag(G) * d**2 / core, kg)
