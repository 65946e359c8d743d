"""The cheapest mix of listed cutting patterns in whole numbers."""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np
from scipy.optimize import Bounds, LinearConstraint, milp

from .patterns import Bar, Pattern

NODES = 1_000
"""Branches looked at: counted, not timed, so that one list buys the same bars on a busy machine."""


def best_mix(
    columns: Sequence[Pattern], bars: Sequence[Bar], counts: Sequence[int], nodes: int = NODES, near: float = 0.0
) -> tuple[list[Pattern], float]:
    """Patterns, each as often as it is cut, and the cost that the search proved cannot be undercut; no patterns without an answer by then.

    ``near``: how far above that, as a part, a plan may cost to be taken."""
    A = np.array([pattern.counts for pattern in columns], dtype=float).T
    limited = limits(columns, bars)
    rules = [LinearConstraint(A, lb=np.array(counts, dtype=float))]
    if limited:
        rules.append(LinearConstraint(np.array([row for row, _ in limited]), ub=np.array([most for _, most in limited], dtype=float)))
    solved = milp(
        np.array([pattern.cost for pattern in columns]),
        constraints=rules,
        integrality=np.ones(len(columns), dtype=np.uint8),
        bounds=Bounds(0, np.inf),
        options={"mip_rel_gap": near, "node_limit": nodes},
    )
    bound = float(getattr(solved, "mip_dual_bound", None) or 0.0)
    if solved.x is None:
        return [], bound
    return [pattern for pattern, n in zip(columns, solved.x, strict=True) for _ in range(round(float(n)))], bound


def limits(columns: Sequence[Pattern], bars: Sequence[Bar]) -> list[tuple[list[float], int]]:
    """Of every kind of which there are only so many: which columns take one, and how many there are."""
    return [
        ([1.0 if pattern.kind == kind else 0.0 for pattern in columns], bar.most) for kind, bar in enumerate(bars) if bar.most is not None
    ]
