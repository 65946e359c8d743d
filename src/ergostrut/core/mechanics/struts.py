"""Gas struts on a leaf that turns about a hinge: torques through its swing. mm, N, N mm, rad."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from ..constants import G

Array = NDArray[np.float64]
COLD, LOST, WARM = 0.86, 0.9, 1.04
"""Of a strut's force at 20 degrees C: at -20, after some years, and at 30 (nitrogen by its absolute temperature, 253, 303 over 293 K; a tenth lost:
common practice, no published source)."""
STEPS = 46


def turned(at: Array, pivot: Array, axis: Array, angles: Array) -> Array:
    """(angles, 3) of a place turned by the right hand about a unit ``axis`` through ``pivot``."""
    r = at - pivot
    along = (r @ axis) * axis
    flat, side = r - along, np.cross(axis, r)
    found: Array = pivot + along + np.cos(angles)[:, None] * flat + np.sin(angles)[:, None] * side
    return found


@dataclass(frozen=True)
class Swing:
    """A leaf through its swing, from shut to open: ``angles`` (n,); ``weight`` N mm that shut it and ``arm`` mm of one strut that opens it; ``long`` mm
    of the strut; ``run`` (n, 3) unit vectors along it, from what is fixed."""

    angles: Array
    weight: Array
    arm: Array
    long: Array
    run: Array


def swing(pivot: Array, axis: Array, centre: Array, kg: float, leaf: Array, fixed: Array, reach: float) -> Swing:
    """A leaf of ``kg`` at ``centre`` that opens by ``reach`` about ``axis``; a strut from ``fixed`` to ``leaf``, as it is shut."""
    angles = np.linspace(0.0, reach, STEPS)
    at, stud = turned(centre, pivot, axis, angles), turned(leaf, pivot, axis, angles)
    weight = -np.cross(at - pivot, np.array([0.0, 0.0, -kg * G])) @ axis
    rod = stud - fixed
    long = np.linalg.norm(rod, axis=1)
    run = rod / long[:, None]
    arm = np.cross(stud - pivot, run) @ axis
    return Swing(angles, weight, arm, long, run)
