"""Forces and deflection along all bars, from end actions and loads by statics.

Signs, on the face whose outward normal is local +x: N tension positive; Vy, Vz, T, My, Mz are the
components of the force and moment that the part beyond acts with, in local axes.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from .model import Array, CaseResult
from .solve import Frame
from .stiffness import shapes


@dataclass(frozen=True)
class Along:
    """``s`` (bars, stations) mm from end a; the rest (cases, bars, stations): N, Vy, Vz in N; T, My, Mz in N mm."""

    s: Array
    N: Array
    Vy: Array
    Vz: Array
    T: Array
    My: Array
    Mz: Array


def along(frame: Frame, results: Sequence[CaseResult]) -> Along:
    """Internal forces at the stations of every bar: ends, equal steps and the edges of loads."""
    given = frame.prepared
    factors = np.array([result.factors for result in results])
    ends = np.array([result.ends for result in results])
    near = ends[:, :, :3, None]
    force = near + np.tensordot(factors, given.force, axes=1)
    arm = near * given.s[None, :, None, :] + np.tensordot(factors, given.arm, axes=1)
    moment = ends[:, :, 3:6, None]
    return Along(
        given.s,
        -force[:, :, 0],
        -force[:, :, 1],
        -force[:, :, 2],
        -np.broadcast_to(moment[:, :, 0], force[:, :, 0].shape),
        -(moment[:, :, 1] + arm[:, :, 2]),
        -(moment[:, :, 2] - arm[:, :, 1]),
    )


def deflected(frame: Frame, result: CaseResult, bar: int, pieces: int = 4) -> Array:
    """Displacement in host axes at equal steps, shape (pieces + 1, 3), from the end displacements alone."""
    model = frame.model.bars[bar]
    L, R = frame.lengths[bar], frame.rotations[bar]
    ua, ub = result.u[model.a], result.u[model.b]
    a, b, ra, rb = R @ ua[:3], R @ ub[:3], R @ ua[3:], R @ ub[3:]
    s = np.linspace(0, L, pieces + 1)
    v1, r1, v2, r2 = shapes(s, np.full_like(s, L))
    local = np.stack(
        [
            a[0] + (b[0] - a[0]) * s / L,
            a[1] * v1 + ra[2] * r1 + b[1] * v2 + rb[2] * r2,
            a[2] * v1 - ra[1] * r1 + b[2] * v2 - rb[1] * r2,
        ]
    )
    out: Array = (R.T @ local).T
    return out
