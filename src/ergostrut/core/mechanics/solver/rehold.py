"""A condensed frame held otherwise: some of what holds it let go, some of what was free held still. Nothing is factored again.

With ``r`` condensed out, ``u[r] = alone @ shares - across @ u[c]``, and ``S @ u[c]`` balances ``push``. Who lets go of ``q`` takes it into
``c``: one solve each. Who holds ``p`` of ``r`` puts a force there that keeps it still: one solve each as well, an update of as low a rank
(Woodbury 1950).
"""

from __future__ import annotations

from dataclasses import dataclass, replace

import numpy as np

from .matrix import Index, Solve
from .model import Array


@dataclass(frozen=True)
class Condensed:
    """``alone`` (r, loads), ``across`` (r, c), ``S`` (c, c), ``push`` (loads, c), with the degrees of freedom they stand for."""

    r: Index
    c: Index
    alone: Array
    across: Array
    S: Array
    push: Array

    @property
    def floats(self) -> int:
        return self.alone.size + self.across.size


def freed(one: Condensed, solve: Solve, q: Index, columns: Array, loads: Array) -> Condensed:
    """``q`` let go: ``columns`` (size, q) of the whole stiffness, ``loads`` (loads, size) on all of it."""
    K_rq, K_cq, K_qq = columns[one.r], columns[one.c], columns[q]
    X = solve(K_rq)
    side = K_cq - one.across.T @ K_rq
    S = np.block([[one.S, side], [side.T, K_qq - K_rq.T @ X]])
    push = loads[:, q] - (K_rq.T @ one.alone).T
    return replace(
        one,
        c=np.concatenate([one.c, q]),
        across=np.concatenate([one.across, X], axis=1),
        S=(S + S.T) / 2,
        push=np.concatenate([one.push, push], axis=1),
    )


def stilled(one: Condensed, solve: Solve, p: Index) -> Condensed:
    """``p`` held still, wherever it is, in what ``solve`` was made for."""
    left = ~np.isin(one.c, p)
    one = replace(one, c=one.c[left], across=one.across[:, left], S=one.S[np.ix_(left, left)], push=one.push[:, left])
    rows = np.flatnonzero(np.isin(one.r, p))
    if not len(rows):
        return one
    units = np.zeros((len(one.r), len(rows)))
    units[rows, np.arange(len(rows))] = 1.0
    X = solve(units)
    give = np.linalg.inv(X[rows])
    give, held, mine = (give + give.T) / 2, one.across[rows], one.alone[rows]
    stays = np.delete(np.arange(len(one.r)), rows)
    return replace(
        one,
        r=one.r[stays],
        alone=(one.alone - X @ (give @ mine))[stays],
        across=(one.across - X @ (give @ held))[stays],
        S=one.S + held.T @ give @ held,
        push=one.push + mine.T @ give @ held,
    )
