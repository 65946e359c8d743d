"""A plane frame by itself: Euler-Bernoulli beams in many pieces, consistent geometric stiffness and lumped mass, solved densely.

Written apart from the solver and sharing nothing with it, so that both can be held against each other.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray
from scipy.linalg import eigh

Array = NDArray[np.float64]


@dataclass(frozen=True)
class PlaneFrame:
    """``nodes`` (x, z); ``bars`` (a, b, EA, EI); ``held`` (node, 0 x, 1 z, 2 turn); ``loads`` {node: (Fx, Fz)}."""

    nodes: Sequence[tuple[float, float]]
    bars: Sequence[tuple[int, int, float, float]]
    held: Sequence[tuple[int, int]]
    loads: dict[int, tuple[float, float]]

    def cut(self, pieces: int) -> PlaneFrame:
        """Every bar in so many pieces."""
        nodes, bars = list(self.nodes), []
        for a, b, EA, EI in self.bars:
            before = a
            for i in range(1, pieces + 1):
                after = b
                if i < pieces:
                    (xa, za), (xb, zb), share = self.nodes[a], self.nodes[b], i / pieces
                    after = len(nodes)
                    nodes.append((xa + (xb - xa) * share, za + (zb - za) * share))
                bars.append((before, after, EA, EI))
                before = after
        return PlaneFrame(nodes, bars, self.held, self.loads)

    def _turned(self, a: int, b: int) -> tuple[float, Array]:
        (xa, za), (xb, zb) = self.nodes[a], self.nodes[b]
        L = math.hypot(xb - xa, zb - za)
        c, s = (xb - xa) / L, (zb - za) / L
        R = np.array([[c, s, 0], [-s, c, 0], [0, 0, 1.0]])
        return L, np.kron(np.eye(2), R)

    def _assembled(self, forces: Sequence[float] | None) -> Array:
        """Elastic stiffness, or geometric under the axial ``forces``."""
        n = 3 * len(self.nodes)
        K = np.zeros((n, n))
        for i, (a, b, EA, EI) in enumerate(self.bars):
            L, T = self._turned(a, b)
            k = np.zeros((6, 6))
            if forces is None:
                k[np.ix_([0, 3], [0, 3])] = EA / L * np.array([[1, -1], [-1, 1]])
                bend = [
                    [12, 6 * L, -12, 6 * L],
                    [6 * L, 4 * L * L, -6 * L, 2 * L * L],
                    [-12, -6 * L, 12, -6 * L],
                    [6 * L, 2 * L * L, -6 * L, 4 * L * L],
                ]
                k[np.ix_([1, 2, 4, 5], [1, 2, 4, 5])] = EI / L**3 * np.array(bend)
            else:
                geo = [
                    [36, 3 * L, -36, 3 * L],
                    [3 * L, 4 * L * L, -3 * L, -L * L],
                    [-36, -3 * L, 36, -3 * L],
                    [3 * L, -L * L, -3 * L, 4 * L * L],
                ]
                k[np.ix_([1, 2, 4, 5], [1, 2, 4, 5])] = forces[i] / (30 * L) * np.array(geo)
            at = [3 * a, 3 * a + 1, 3 * a + 2, 3 * b, 3 * b + 1, 3 * b + 2]
            K[np.ix_(at, at)] += T.T @ k @ T
        return K

    @property
    def _free(self) -> list[int]:
        gone = {3 * node + dof for node, dof in self.held}
        return [i for i in range(3 * len(self.nodes)) if i not in gone]

    def critical(self) -> float:
        """Least factor on the loads at which it buckles."""
        K, free = self._assembled(None), self._free
        f = np.zeros(len(K))
        for node, (x, z) in self.loads.items():
            f[3 * node : 3 * node + 2] += x, z
        u = np.zeros(len(K))
        u[free] = np.linalg.solve(K[np.ix_(free, free)], f[free])
        axial = []
        for a, b, EA, _ in self.bars:
            L, T = self._turned(a, b)
            local = T @ np.concatenate([u[3 * a : 3 * a + 3], u[3 * b : 3 * b + 3]])
            axial.append(EA * (local[3] - local[0]) / L)
        KG = self._assembled(axial)
        mu = eigh(-KG[np.ix_(free, free)], K[np.ix_(free, free)], eigvals_only=True)
        return float(1 / mu[-1])

    def frequency(self, mass: dict[int, float]) -> float:
        """Lowest Hz with ``mass`` kg at nodes."""
        K, free = self._assembled(None), self._free
        m = np.zeros(len(K))
        for node, kg in mass.items():
            m[3 * node : 3 * node + 2] += kg * 1e-3
        mu = eigh(np.diag(m[free]), K[np.ix_(free, free)], eigvals_only=True)
        return math.sqrt(1 / float(mu[-1])) / (2 * math.pi)
