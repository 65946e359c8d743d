"""The cheapest mix of listed cutting patterns in whole numbers."""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np
from scipy.optimize import Bounds, LinearConstraint, milp

from .patterns import Pattern

NODES = 1_000
"""Branches looked at: counted, not timed, so that one list buys the same bars on a busy machine."""


def best_mix(columns: Sequence[Pattern], counts: Sequence[int]) -> tuple[list[Pattern], float]:
    """Patterns, each as often as it is cut, and the cost that the search proved cannot be undercut; no patterns without an answer by then."""
    A = np.array([pattern.counts for pattern in columns], dtype=float).T
    solved = milp(
        np.array([pattern.cost for pattern in columns]),
        constraints=LinearConstraint(A, lb=np.array(counts, dtype=float)),
        integrality=np.ones(len(columns), dtype=np.uint8),
        bounds=Bounds(0, np.inf),
        options={"mip_rel_gap": 0.0, "node_limit": NODES},
    )
    bound = float(getattr(solved, "mip_dual_bound", None) or 0.0)
    if solved.x is None:
        return [], bound
    return [pattern for pattern, n in zip(columns, solved.x, strict=True) for _ in range(round(float(n)))], bound
