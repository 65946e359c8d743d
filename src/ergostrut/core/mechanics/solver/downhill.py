"""Which one-way parts act under a load, by going down the frame's energy: it has one lowest place, whatever is tried first.

Newton's method on a function that is quadratic piece by piece, each step as far as it goes down (Fischer and Kunisch on semismooth steps, from
memory): slower than changing all wrong parts together, and never in a circle.
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

Array = NDArray[np.float64]
STIFFER = 1e4
"""Times the frame's own largest stiffness, of parts that do not give."""
STEPS, HALVINGS = 80, 80
BALANCED = 1e-6
"""Share of the load that may be left over."""
LENT = 1e-9
FAR = 1e6


@dataclass(frozen=True)
class _Energy:
    """Of a frame of stiffness ``S`` on one-way parts under a load."""

    S: Array
    b: Array
    stiff: Array
    slack: Array
    load: Array

    def slope(self, u: Array) -> Array:
        found: Array = self.S @ u - self.load + self.b.T @ (self.stiff * np.maximum(self.b @ u - self.slack, 0.0))
        return found

    def as_far(self, u: Array, step: Array) -> float:
        """How many times a step goes down, to its lowest place."""

        def falls(t: float) -> bool:
            return float(step @ self.slope(u + t * step)) < 0

        lo, hi = 0.0, 1.0
        while falls(hi) and hi < FAR:
            hi *= 2
        for _ in range(HALVINGS):
            middle = (lo + hi) / 2
            lo, hi = (middle, hi) if falls(middle) else (lo, middle)
        return hi


def downhill(S: Array, b: Array, k: Array, slack: Array, rigid: NDArray[np.bool_], load: Array) -> frozenset[int] | None:
    """Parts that act where nothing pulls them back: ``S`` (n, n) N/mm of the frame without them, ``b`` (parts, n) how displacements open each,
    ``k`` N/mm and ``slack`` mm of each, ``load`` (n,) N. None where it goes down without end, or not far enough in ``STEPS``."""
    energy = _Energy(S, b, np.where(rigid, STIFFER * float(np.max(np.diag(S), initial=1.0)), k), slack, load)
    u: Array = np.zeros(len(load))
    size, floor = float(np.max(np.abs(load), initial=0.0)), 1e-3 * float(np.max(energy.stiff, initial=0.0))
    for _ in range(STEPS):
        g, acting = energy.slope(u), b @ u - slack > 0
        if float(np.max(np.abs(g), initial=0.0)) <= BALANCED * size:
            return frozenset(np.flatnonzero(acting).tolist())
        H = S + (b[acting].T * energy.stiff[acting]) @ b[acting]
        try:
            back: Array = np.linalg.inv(H + LENT * np.diag(np.diag(H) + floor)) @ g
        except np.linalg.LinAlgError:
            return None
        step = -back
        u += energy.as_far(u, step) * step
    return None
