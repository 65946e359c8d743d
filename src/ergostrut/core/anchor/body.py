"""A rigid body on bolts and floor contacts: who takes how much.

Bolts pull along their axis (grip stiffness E A / grip) and resist slip across; the floor pushes at
contact points. One-way supports are found by an active set. Only the ratios of the stiffnesses matter.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

Array = NDArray[np.float64]
AXIAL = 500_000.0
"""N/mm: E A / grip of an M8 over 15 mm."""
ACROSS_STEEL, ACROSS_SOFT = 20_000.0, 5_000.0
CONTACT = 200_000.0
PASSES = 60
_TRACE = 1e-9
"""Part of a contact's stiffness lent to open supports so that the sums stay solvable; its force is checked to vanish."""

_EYE = np.eye(6)


@dataclass(frozen=True, slots=True)
class Bolt:
    name: str
    x: float
    y: float
    across: float = ACROSS_STEEL


@dataclass(frozen=True)
class Share:
    """Forces on bolts: ``tension`` (n,) >= 0 and ``shear`` (n, 2) along x, y, in N; ``floor`` (contacts,) >= 0."""

    tension: Array
    shear: Array
    floor: Array
    settled: bool


@dataclass(frozen=True)
class Supports:
    """Arms (rows of 6) of every bolt's pull and slip and of every floor contact."""

    up: Array
    sx: Array
    sy: Array
    floor: Array
    across: Array


def supports(bolts: Sequence[Bolt], contacts: Sequence[tuple[float, float]]) -> Supports:
    """Prepared once a base; a unit displacement along a direction n at (x, y, 0) has the arm (n, r x n)."""
    x, y = np.array([b.x for b in bolts]), np.array([b.y for b in bolts])
    zero, one = np.zeros(len(bolts)), np.ones(len(bolts))
    fx, fy = np.array([c[0] for c in contacts]), np.array([c[1] for c in contacts])
    fz, f1 = np.zeros(len(contacts)), np.ones(len(contacts))
    return Supports(
        up=np.stack([zero, zero, one, y, -x, zero], axis=1),
        sx=np.stack([one, zero, zero, zero, zero, -y], axis=1),
        sy=np.stack([zero, one, zero, zero, zero, x], axis=1),
        floor=np.stack([fz, fz, f1, fy, -fx, fz], axis=1),
        across=np.array([b.across for b in bolts]),
    )


def share(held_by: Supports, load: Array, gone: int | None = None) -> Share:
    """Distribute ``load``, the (Fx, Fy, Fz, Mx, My, Mz) on the body about the host origin at floor level (N, N mm).

    Args:
        gone: index of a bolt that is missing.

    Returns:
        ``settled`` False when the body is not held: no bolts, or it lifts or slides away.
    """
    up, sx, sy, floor = held_by.up, held_by.sx, held_by.sy, held_by.floor
    n, c = len(up), len(floor)
    fitted = np.ones(n)
    if gone is not None:
        fitted[gone] = 0.0
    across = held_by.across * fitted
    if not fitted.any():
        return Share(np.zeros(n), np.zeros((n, 2)), np.zeros(c), False)
    slip_stiffness = (sx.T * across) @ sx + (sy.T * across) @ sy
    pulls = np.zeros(n, dtype=bool)
    pushes = np.ones(c, dtype=bool)
    scale = np.array([1, 1, 1, 1e-3, 1e-3, 1e-3])
    seen: set[bytes] = set()
    u = np.zeros(6)
    for _ in range(PASSES):
        ka = AXIAL * np.where(pulls, 1.0, _TRACE) * fitted
        kc = CONTACT * np.where(pushes, 1.0, _TRACE)
        K = (up.T * ka) @ up + (floor.T * kc) @ floor + slip_stiffness
        Ks = K * np.outer(scale, scale)
        u = scale * np.linalg.solve(Ks + 1e-12 * np.trace(Ks) * _EYE, scale * load)
        lift, sink = up @ u, -(floor @ u)
        now_pulls, now_pushes = (lift > 1e-12) & (fitted > 0), sink > -1e-12
        if np.array_equal(now_pulls, pulls) and np.array_equal(now_pushes, pushes):
            break
        key = now_pulls.tobytes() + now_pushes.tobytes()
        if key in seen:
            flip = int(np.argmax(np.where(now_pulls != pulls, np.abs(lift), 0))) if np.any(now_pulls != pulls) else -1
            if flip >= 0:
                pulls = pulls.copy()
                pulls[flip] = now_pulls[flip]
            else:
                pushes = now_pushes
            continue
        seen.add(key)
        pulls, pushes = now_pulls, now_pushes
    tension = np.maximum(AXIAL * (up @ u), 0.0) * pulls
    slip = np.stack([-across * (sx @ u), -across * (sy @ u)], axis=1)
    press = np.maximum(-CONTACT * (floor @ u), 0.0) * pushes
    held = load.copy()
    held -= up.T @ tension - floor.T @ press
    held += sx.T @ slip[:, 0] + sy.T @ slip[:, 1]
    settled = bool(np.max(np.abs(held * scale)) < 1e-3 * (np.max(np.abs(load * scale)) + 1.0))
    return Share(tension, slip, press, settled)
