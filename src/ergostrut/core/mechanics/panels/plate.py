"""An orthotropic plate held on four edges, by Navier's double sine series (Timoshenko and Woinowsky-Krieger, Theory of
Plates and Shells, 2nd ed., articles 28, 29 and 85)."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

TERMS = 61
"""Terms each way; odd and even."""


@dataclass(frozen=True, slots=True)
class OrthoPlate:
    """``a`` along x, ``b`` along y, thickness ``t`` mm; ``Ex``, ``Ey``, in-plane shear ``G`` MPa; ``nu`` of strain along y under stress along x."""

    a: float
    b: float
    t: float
    Ex: float
    Ey: float
    G: float
    nu: float = 0.0

    @property
    def stiffness(self) -> tuple[float, float, float, float]:
        """Dx, Dy, H = D1 + 2 Dxy and D1, N mm."""
        back = self.nu * self.Ey / self.Ex
        cube = self.t**3 / 12
        Dx, Dy = self.Ex * cube / (1 - self.nu * back), self.Ey * cube / (1 - self.nu * back)
        D1 = back * Dx
        return Dx, Dy, D1 + 2 * self.G * cube, D1


@dataclass(frozen=True, slots=True)
class PlateResult:
    """Sag mm, and moments per width along x and y (N mm/mm) at the middle of the load."""

    sag: float
    Mx: float
    My: float


def patch(plate: OrthoPlate, P: float, x: float, y: float, u: float, v: float) -> PlateResult:
    """``P`` N on ``u`` x ``v`` mm centred at (x, y); values there.

    Raises:
        ValueError: the patch hangs over an edge.
    """
    if not (u / 2 <= x + 1e-9 and x <= plate.a - u / 2 + 1e-9 and v / 2 <= y + 1e-9 and y <= plate.b - v / 2 + 1e-9):
        raise ValueError("the load does not lie on the plate")
    m = np.arange(1, TERMS + 1)[:, None]
    n = np.arange(1, TERMS + 1)[None, :]
    pi = np.pi
    sx, sy = np.sin(m * pi * x / plate.a), np.sin(n * pi * y / plate.b)
    load = 16 * P / (pi**2 * m * n * u * v) * sx * sy * np.sin(m * pi * u / (2 * plate.a)) * np.sin(n * pi * v / (2 * plate.b))
    Dx, Dy, H, D1 = plate.stiffness
    kx, ky = (m * pi / plate.a) ** 2, (n * pi / plate.b) ** 2
    w = load / (Dx * kx**2 + 2 * H * kx * ky + Dy * ky**2)
    shape = w * sx * sy
    return PlateResult(float(shape.sum()), float(((Dx * kx + D1 * ky) * shape).sum()), float(((Dy * ky + D1 * kx) * shape).sum()))


def uniform(plate: OrthoPlate, p: float) -> PlateResult:
    """``p`` MPa all over; values in the middle."""
    return patch(plate, p * plate.a * plate.b, plate.a / 2, plate.b / 2, plate.a, plate.b)
