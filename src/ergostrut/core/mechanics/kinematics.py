"""Closed chains: the travels of what a handle drives, found so that points stay together. Numbers in, numbers out."""

from __future__ import annotations

from collections.abc import Callable

import numpy as np
from numpy.typing import NDArray

Array = NDArray[np.float64]
Gap = Callable[[float, Array], Array]
"""mm by which points that belong together are apart, (k,), at a handle's travel and driven travels (n,)."""
CLOSED = 1e-3
"""mm that a closed chain may be open."""
STEPS, TURNS, FINEST = 24, 12, 1e-4
"""Steps that a handle's way is gone in, Newton's turns in each, and the part of a step below which the chain is stuck."""
NUDGE = 1e-5
SLACK = 1e-6
"""Of a driven travel beyond its limits."""


class JammedError(ValueError):
    """A chain that cannot follow its handle any farther: ``at`` is where it stops."""

    def __init__(self, at: float) -> None:
        self.at = at
        super().__init__(f"it jams at {at:.1f}")


def closed(gap: Gap, travel: float, home: Array, lo: Array, hi: Array) -> Array:
    """Driven travels (n,) at a handle's ``travel``, gone to from ``home`` at travel 0 without leaving the branch it stands on there.

    Args:
        gap: (k,) with k >= n; more than n only where they agree.
        lo, hi: (n,) limits of the driven travels.

    Raises:
        JammedError: there is no way on, or a driven travel is at its limit.
    """
    at, q = 0.0, _newton(gap, 0.0, home, lo, hi)
    if q is None:
        raise JammedError(0.0)
    whole = travel / STEPS
    step = whole
    while abs(travel - at) > 1e-12 * max(abs(travel), 1.0):
        there = travel if abs(travel - at) < abs(step) else at + step
        found = _newton(gap, there, q, lo, hi)
        if found is not None:
            at, q, step = there, found, min(2 * step, whole, key=abs)
        elif abs(step) > FINEST * abs(whole):
            step /= 4
        else:
            raise JammedError(at)
    return q


def _newton(gap: Gap, travel: float, start: Array, lo: Array, hi: Array) -> Array | None:
    """From a start near by; None where it does not close, closes far away or beyond its limits."""
    q = np.array(start, dtype=float)
    for _ in range(TURNS):
        off = gap(travel, q)
        if float(np.abs(off).max(initial=0.0)) <= CLOSED / 10:
            good = bool(np.all(q >= lo - SLACK) and np.all(q <= hi + SLACK))
            return np.clip(q, lo, hi) if good else None
        slope = np.stack([(gap(travel, q + move) - off) / NUDGE for move in np.eye(len(q)) * NUDGE], axis=1)
        q = q - np.linalg.lstsq(slope, off, rcond=None)[0]
        if not np.all(np.isfinite(q)):
            return None
    return None
