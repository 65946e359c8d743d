"""How a body stands: turned, then gone. The one noun for it; whoever moves a point asks a pose."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from .parts import QUARTERS, Point3

Array = NDArray[np.float64]


@dataclass(frozen=True, slots=True, eq=False)
class Pose:
    """``R`` (3, 3) by which points turn, and ``t`` (3,) mm by which they then go."""

    R: Array
    t: Array

    def __eq__(self, other: object) -> bool:
        return isinstance(other, Pose) and np.array_equal(self.R, other.R) and np.array_equal(self.t, other.t)

    def __hash__(self) -> int:
        return hash((self.R.tobytes(), self.t.tobytes()))

    def at(self, point: Point3) -> Point3:
        """Where a point of the body is."""
        x, y, z = (float(v) for v in self.R @ point + self.t)
        return x, y, z

    def toward(self, way: Point3) -> Point3:
        """Where a direction of the body points."""
        x, y, z = (float(v) for v in self.R @ way)
        return x, y, z

    def on(self, under: Pose) -> Pose:
        """This pose on a body that stands as ``under`` itself."""
        return Pose(under.R @ self.R, under.R @ self.t + under.t)

    def axis(self, i: int) -> tuple[int, float]:
        """The axis that its own one runs along where it is turned by quarters, and which way: 1 or -1."""
        column = self.R[:, i]
        k = int(np.argmax(np.abs(column)))
        return k, 1.0 if column[k] > 0 else -1.0

    @property
    def quarters(self) -> int:
        """How many quarters about z it is turned by, 0 to 3, where it is turned by quarters alone."""
        return QUARTERS.index((round(float(self.R[0, 0])), round(float(self.R[1, 0]))))

    @property
    def inverse(self) -> Pose:
        return Pose(self.R.T, -self.R.T @ self.t)


def moved_by(by: Point3) -> Pose:
    """Gone along, not turned."""
    return Pose(np.eye(3), np.array(by, dtype=float))


def quartered(quarters: int, t: Point3) -> Pose:
    """Turned by quarters by the right hand about z, then gone along ``t``."""
    c, s = QUARTERS[quarters % 4]
    return Pose(np.array([[c, -s, 0], [s, c, 0], [0, 0, 1]], dtype=float), np.array(t, dtype=float))


def turned_about(pivot: Point3, axis: Point3, degrees: float) -> Pose:
    """Turned by the right hand about a unit axis through ``pivot`` (Rodrigues' formula)."""
    x, y, z = axis
    k, angle = np.array([[0.0, -z, y], [z, 0.0, -x], [-y, x, 0.0]]), np.radians(degrees)
    R = np.eye(3) + np.sin(angle) * k + (1 - np.cos(angle)) * k @ k
    return Pose(R, np.array(pivot) - R @ np.array(pivot))
