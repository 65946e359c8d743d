"""A bare direct-stiffness solve of regular grids: what any solver of frames must do, and nothing else. The yardstick of the bench.

Rigid joints, loads level and even, one sparse factor for all cases (Przemieniecki 1968, chapters 5 and 6).
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Any

import numpy as np
from scipy.sparse import csc_matrix
from scipy.sparse.linalg import splu

from ergostrut.core.mechanics.solver.model import Array, Bar, FrameModel, LoadCase, Spread

E, G, A, I, J = 200e3, 77e3, 542.0, 202e3, 331e3
"""Steel tube 2 x 2 x 1/8 in."""
BAY, W = 500.0, 1.5
GRIDS = ((2, 2, 2), (4, 3, 2), (8, 4, 4))
CASES = 6


@dataclass(frozen=True)
class Grid:
    """Nodes (n, 3), members (m, 2), nodes at the foot."""

    nodes: Array
    members: np.ndarray
    feet: np.ndarray


def grid(nx: int, ny: int, nz: int) -> Grid:
    """A block of bays whose posts stand on held feet; no beams between the feet."""
    at = {p: i for i, p in enumerate(np.ndindex(nx + 1, ny + 1, nz + 1))}
    nodes = np.array(list(at), dtype=float) * BAY
    members = [
        (i, at[q])
        for p, i in at.items()
        for d in ((1, 0, 0), (0, 1, 0), (0, 0, 1))
        if (q := (p[0] + d[0], p[1] + d[1], p[2] + d[2])) in at and (p[2] or d[2])
    ]
    return Grid(nodes, np.array(members), np.flatnonzero(nodes[:, 2] == 0))


def as_model(job: Grid) -> tuple[FrameModel, list[LoadCase]]:
    """The same for the product's solver."""
    bars = tuple(Bar(f"m{i}", int(a), int(b), E, G, A, I, I, J) for i, (a, b) in enumerate(job.members))
    level = [i for i, (a, b) in enumerate(job.members) if job.nodes[a][2] == job.nodes[b][2]]
    cases = []
    for k in range(CASES):
        w = (0.0, 0.0, -W * (1 + k))
        cases.append(LoadCase(f"c{k}", tuple(Spread(i, 0.0, BAY, w, w) for i in level)))
    return FrameModel(job.nodes, bars, tuple((int(n), dof) for n in job.feet for dof in range(6))), cases


def solve(job: Grid) -> Array:
    """(nodes, 6, cases) displacements."""
    a, b = job.members.T
    run = job.nodes[b] - job.nodes[a]
    L = np.linalg.norm(run, axis=1)
    x = run / L[:, None]
    up = np.where((np.abs(x[:, 2]) > 0.999)[:, None], [[1.0, 0, 0]], [[0.0, 0, 1]])
    y = np.cross(up, x)
    y /= np.linalg.norm(y, axis=1)[:, None]
    R = np.stack([x, y, np.cross(x, y)], axis=1)
    m, n = len(L), 6 * len(job.nodes)
    k = np.zeros((m, 12, 12))
    for i, value in ((0, E * A / L), (3, G * J / L)):
        k[:, i, i] = k[:, i + 6, i + 6] = value
        k[:, i, i + 6] = k[:, i + 6, i] = -value
    for v, r, sign in ((1, 5, 1.0), (2, 4, -1.0)):
        shear, cross = 12 * E * I / L**3, sign * 6 * E * I / L**2
        k[:, v, v] = k[:, v + 6, v + 6] = shear
        k[:, v, v + 6] = k[:, v + 6, v] = -shear
        for turn in (r, r + 6):
            k[:, v, turn] = k[:, turn, v] = cross
            k[:, v + 6, turn] = k[:, turn, v + 6] = -cross
        k[:, r, r] = k[:, r + 6, r + 6] = 4 * E * I / L
        k[:, r, r + 6] = k[:, r + 6, r] = 2 * E * I / L
    T = np.zeros((m, 12, 12))
    for o in range(0, 12, 3):
        T[:, o : o + 3, o : o + 3] = R
    glob = np.einsum("nji,njk,nkl->nil", T, k, T, optimize=True)
    dof = np.concatenate([a[:, None] * 6 + np.arange(6), b[:, None] * 6 + np.arange(6)], axis=1)
    K: Any = csc_matrix((glob.ravel(), (np.repeat(dof, 12, axis=1).ravel(), np.tile(dof, (1, 12)).ravel())), shape=(n, n))
    level = np.abs(x[:, 2]) < 1e-6
    load = np.zeros((m, 3))
    load[level, 2] = -W
    q = np.einsum("nij,nj->ni", R, load)
    local = np.zeros((m, 12))
    local[:, 1] = local[:, 7] = q[:, 1] * L / 2
    local[:, 2] = local[:, 8] = q[:, 2] * L / 2
    local[:, 5], local[:, 11] = q[:, 1] * L**2 / 12, -q[:, 1] * L**2 / 12
    local[:, 4], local[:, 10] = -q[:, 2] * L**2 / 12, q[:, 2] * L**2 / 12
    F = np.zeros(n)
    np.add.at(F, dof, np.einsum("nji,nj->ni", T, local))
    free = np.ones(n, dtype=bool)
    free[(6 * job.feet[:, None] + np.arange(6)).ravel()] = False
    u = np.zeros((n, CASES))
    u[free] = splu(K[free][:, free].tocsc()).solve(np.outer(F[free], 1.0 + np.arange(CASES)))
    return u.reshape(-1, 6, CASES)
