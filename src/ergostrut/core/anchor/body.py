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
LOOKING = 6
"""Passes after which it is looked whether a row runs in a circle; nearly all have settled by then."""
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

    @property
    def each(self) -> list[tuple[float, float]]:
        """Pull and shear of every bolt, N."""
        return list(zip(self.tension.tolist(), np.hypot(self.shear[:, 0], self.shear[:, 1]).tolist(), strict=True))


@dataclass(frozen=True)
class Shares:
    """``Share`` of many loads: arrays with the load first."""

    tension: Array
    shear: Array
    floor: Array
    settled: NDArray[np.bool_]

    def row(self, i: int) -> Share:
        return Share(self.tension[i], self.shear[i], self.floor[i], bool(self.settled[i]))


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


def share_all(held_by: Supports, loads: Array, gone: Sequence[int | None]) -> Shares:
    """Distribute every row of ``loads`` (n, 6): (Fx, Fy, Fz, Mx, My, Mz) on the body about the host origin at floor level (N, N mm).

    All rows step through their one-way states together; a row that comes back to a state it had flips one support at a time.

    Args:
        gone: for each row the index of a bolt that is missing, or None.

    Returns:
        ``settled`` False where the body is not held: no bolts, or it lifts or slides away.
    """
    up, sx, sy, floor = held_by.up, held_by.sx, held_by.sy, held_by.floor
    rows, n, c = len(loads), len(up), len(floor)
    fitted = np.ones((rows, n))
    for row, bolt in enumerate(gone):
        if bolt is not None:
            fitted[row, bolt] = 0.0
    across = held_by.across * fitted
    scale = np.array([1, 1, 1, 1e-3, 1e-3, 1e-3])
    both = np.outer(scale, scale)
    # stiffness of one support of each kind, flattened: a state's matrix is then one product
    kinds = [(arms[:, :, None] * arms[:, None, :] * both).reshape(-1, 36) for arms in (up, floor, sx, sy)]
    slip_stiffness = across @ (kinds[2] + kinds[3])
    pulls, pushes = np.zeros((rows, n), dtype=bool), np.ones((rows, c), dtype=bool)
    seen: dict[int, set[bytes]] = {}
    u = np.zeros((rows, 6))
    todo = np.flatnonzero(fitted.any(axis=1))
    for turn in range(PASSES):
        if not len(todo):
            break
        ka = AXIAL * np.where(pulls[todo], 1.0, _TRACE) * fitted[todo]
        kc = CONTACT * np.where(pushes[todo], 1.0, _TRACE)
        K = (ka @ kinds[0] + kc @ kinds[1] + slip_stiffness[todo]).reshape(-1, 6, 6)
        K += 1e-12 * np.trace(K, axis1=1, axis2=2)[:, None, None] * _EYE
        u[todo] = scale * np.linalg.solve(K, (scale * loads[todo])[:, :, None])[:, :, 0]
        lift, sink = u[todo] @ up.T, -(u[todo] @ floor.T)
        now_pulls, now_pushes = (lift > 1e-12) & (fitted[todo] > 0), sink > -1e-12
        moved = np.any(now_pulls != pulls[todo], axis=1) | np.any(now_pushes != pushes[todo], axis=1)
        if turn < LOOKING:
            pulls[todo], pushes[todo] = now_pulls, now_pushes
            todo = todo[moved]
            continue
        for k in np.flatnonzero(moved).tolist():
            row, key = int(todo[k]), now_pulls[k].tobytes() + now_pushes[k].tobytes()
            mine = seen.setdefault(row, set())
            if key not in mine:
                mine.add(key)
                pulls[row], pushes[row] = now_pulls[k], now_pushes[k]
            elif np.any(now_pulls[k] != pulls[row]):
                flip = int(np.argmax(np.where(now_pulls[k] != pulls[row], np.abs(lift[k]), 0)))
                pulls[row, flip] = now_pulls[k, flip]
            else:
                pushes[row] = now_pushes[k]
        todo = todo[moved]
    tension = np.maximum(AXIAL * (u @ up.T), 0.0) * pulls
    slip = np.stack([-across * (u @ sx.T), -across * (u @ sy.T)], axis=2)
    press = np.maximum(-CONTACT * (u @ floor.T), 0.0) * pushes
    left = loads - tension @ up + press @ floor + slip[:, :, 0] @ sx + slip[:, :, 1] @ sy
    settled = np.max(np.abs(left * scale), axis=1) < 1e-3 * (np.max(np.abs(loads * scale), axis=1) + 1.0)
    settled &= fitted.any(axis=1)
    return Shares(tension, slip, press, settled)


def share(held_by: Supports, load: Array, gone: int | None = None) -> Share:
    """``share_all`` of one load (6,)."""
    return share_all(held_by, load[None, :], [gone]).row(0)
