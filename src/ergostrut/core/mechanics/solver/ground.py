"""Rests on ground that gives: what one presses down sinks under the others too. Each case has a ground of its own.

The ground is another structure, condensed onto the places where this one bears on it. Solved so, both are in balance together as one
matrix would have them, though the ground itself may have one-way parts: its compliance is that of the state it settled in.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from .contact import LEAST_PASSES, MAX_PASSES, Contacts
from .model import Array, Flags
from .settle_batch import Settling

RIGID = 1e-7
"""mm/N of a rest that gives nothing itself: far below what any frame gives, and inverted without loss."""

LENT = 100.0


@dataclass(frozen=True)
class Ground:
    """``sunk`` (cases, rests): mm that each rest's ground lies lower while nothing rests on it; ``give`` (cases, rests, rests): mm
    under the first per N on the second."""

    sunk: Array
    give: Array


def settle_on(contacts: Contacts, loads: Array, ground: Ground, start: Flags, gone: Sequence[int] | None = None) -> tuple[Settling, Flags]:
    """Every case (cases, dofs) settled with its own ground, begun from the parts in ``start`` (cases, parts), and whether it did: not
    where something is left loose. All that are wrong change together for ``MAX_PASSES``. ``gone``: the part that is missing in each, -1 for none.

    Force ``f`` of the acting parts and their compression by ``b @ u = slack + sunk + (give + 1/k) @ f``.
    """
    count, parts = len(loads), len(contacts.parts)
    rests = ground.sunk.shape[1]
    slack = np.tile(contacts.slack, (count, 1))
    slack[:, :rests] += ground.sunk
    give = np.zeros((count, parts, parts))
    give[:, :rests, :rests] = ground.give
    own = np.full(parts, RIGID)
    springs = contacts.k > 0
    own[springs] = 1 / contacts.k[springs]
    give[:, np.arange(parts), np.arange(parts)] += own
    sizes = np.max(np.abs(loads), axis=1, initial=0.0) + 1e-9
    acting, settled = start.copy(), np.zeros(count, dtype=bool)
    there = np.ones((count, parts), dtype=bool)
    if gone is not None:
        lost = np.asarray(gone)
        there[np.flatnonzero(lost >= 0), lost[lost >= 0]] = False
    acting &= there
    U, F = np.zeros_like(loads), np.zeros((count, parts))
    # what nothing holds yet is lent springs softer than rounding, which say what part it comes to
    lent = contacts.S + contacts.least / LENT * contacts.b.T @ contacts.b
    todo = np.arange(count)
    for turn in range(MAX_PASSES + LEAST_PASSES):
        if not len(todo):
            break
        now = acting[todo]
        both = now[:, :, None] & now[:, None, :]
        K = np.where(both, np.linalg.inv(np.where(both, give[todo], np.eye(parts))), 0.0)
        try:
            inverse = np.linalg.inv(lent + contacts.b.T @ K @ contacts.b)
        except np.linalg.LinAlgError:
            break
        right = loads[todo] + np.einsum("nij,nj->ni", K, slack[todo]) @ contacts.b
        u = np.einsum("nij,nj->ni", inverse, right)
        gives = np.diagonal(inverse, axis1=1, axis2=2)
        held = np.all((gives > 0) & (gives * contacts.least < 1.0), axis=1)
        opening = u @ contacts.b.T - slack[todo]
        force = np.einsum("nij,nj->ni", K, opening)
        free = opening - np.einsum("nij,nj->ni", give[todo], force)
        wrong = ((now & (force < -1e-9 * sizes[todo, None])) | (~now & (free > 1e-9))) & there[todo]
        good = held & ~wrong.any(axis=1)
        done = todo[good]
        U[done], F[done], settled[done] = u[good], np.maximum(force[good], 0.0), True
        left = np.flatnonzero(wrong.any(axis=1))
        # should that run in a circle, the first wrong part alone: finite (Murty 1974)
        change = wrong[left] if turn < MAX_PASSES else wrong[left] & (np.cumsum(wrong[left], axis=1) == 1)
        acting[todo[left]] = now[left] ^ change
        todo = todo[left]
    return Settling(U, F, acting, {}), settled
