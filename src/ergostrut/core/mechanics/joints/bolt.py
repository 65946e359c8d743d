"""Bolts by AISC 360-16 J3 (ASD), bearing by material, bending over a spacer, tightening torque."""

from __future__ import annotations

import math

import numpy as np
from numpy.typing import NDArray

from ...catalog.model import Metal, Thread

Array = NDArray[np.float64]


def tension(thread: Thread, Fu: float) -> float:
    """0.75 Fu Ab / 2 on the nominal area (J3.6)."""
    return 0.75 * Fu * math.pi * thread.d**2 / 4 / 2


def shear(thread: Thread, Fu: float) -> float:
    """0.45 Fu Ab / 2, threads in the shear plane (J3.6)."""
    return 0.45 * Fu * math.pi * thread.d**2 / 4 / 2


def bearing(metal: Metal, d: float, t: float, edge: float) -> float:
    """On a wall ``t`` with the hole's centre ``edge`` mm from the end. Steel: the lesser of 2.4 d t Fu / 2 and tear-out
    1.2 lc t Fu / 2 (J3.10); aluminium: min(le t, 2 d t) Fu / 1.95 (ADM J.3.6)."""
    if metal.kind == "aluminium":
        return min(edge * t, 2 * d * t) * metal.Fu / 1.95
    clear = max(edge - d / 2 - 0.8, 0.0)
    return min(2.4 * d * t, 1.2 * clear * t) * metal.Fu / 2


def through_tube(Fy: float, d: float, t: float) -> float:
    """A bolt through an unstiffened tube, a wall: 1.8 Fy d t / 2 (AISC 360-16 J7)."""
    return 1.8 * Fy * d * t / 2


def combined(T: float, V: float, thread: Thread, Fu: float) -> float:
    """Use in tension and shear together (J3.7)."""
    area = math.pi * thread.d**2 / 4
    Fnt, Fnv = 0.75 * Fu, 0.45 * Fu
    left = min(1.3 * Fnt - 2.0 * Fnt / Fnv * V / area, Fnt) / 2
    alone = max(T / tension(thread, Fu), V / shear(thread, Fu))
    return max(alone, T / (left * area) if left > 0 else math.inf if T > 0 else alone)


def combined_all(T: Array, V: Array, thread: Thread, Fu: float) -> Array:
    """``combined`` of many pulls and shears (n,)."""
    area = math.pi * thread.d**2 / 4
    Fnt, Fnv = 0.75 * Fu, 0.45 * Fu
    left = np.minimum(1.3 * Fnt - 2.0 * Fnt / Fnv * V / area, Fnt) / 2
    alone = np.maximum(T / tension(thread, Fu), V / shear(thread, Fu))
    safe = np.where(left > 0, left * area, 1.0)
    return np.maximum(alone, np.where(left > 0, T / safe, np.where(T > 0, np.inf, alone)))


def torque(thread: Thread, proof: float, K: float = 0.20) -> float:
    """Tightening torque N m: K d F with F = 0.75 of the ``proof`` stress (MPa) on the stress area; K 0.20 dry."""
    return K * thread.d * 1e-3 * 0.75 * proof * thread.stress_area


def stripping(length: float, d: float, Fu: float) -> float:
    """Threads tapped in a soft part: pull N that strips them, shear on half the cylinder (FED-STD-H28/2 simplified), / 2."""
    return 0.6 * Fu * 0.5 * math.pi * d * length / 2
