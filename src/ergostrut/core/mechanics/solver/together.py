"""Many cases on one-way parts that all give: every pass inverts the states that are new as one stack, for all cases at once.

A floor under a rail has a state of its own in nearly every case; settled one after another they cost a factor each.
"""

from __future__ import annotations

from collections.abc import Sequence
from typing import TYPE_CHECKING

import numpy as np

from .model import Array

if TYPE_CHECKING:
    from .contact import Contacts

LOOKING = 6
"""Passes after which it is looked whether a case runs in a circle; most have settled by then."""
MANY = 8
"""Fewer cases than this are settled one state after another."""


def inverses(contacts: Contacts, states: np.ndarray) -> tuple[Array, np.ndarray]:
    """Inverse stiffness (states, n, n) with the parts of each state (states, parts) in, and whether it holds everything."""
    n = len(contacts.S)
    each = (contacts.b[:, :, None] * contacts.b[:, None, :]).reshape(len(contacts.b), n * n)
    S = contacts.S + (np.where(states, contacts.k, 0.0) @ each).reshape(-1, n, n)
    diagonal = np.diagonal(S, axis1=1, axis2=2)
    held = np.all(diagonal > contacts.least, axis=1)
    scale = 1 / np.sqrt(np.where(diagonal > 0, diagonal, 1.0))
    scaled = S * scale[:, :, None] * scale[:, None, :]
    # what holds nothing is put aside before it can break the stack
    scaled[~held] = np.eye(n)
    try:
        inverse = np.asarray(np.linalg.inv(scaled), dtype=np.float64)
    except np.linalg.LinAlgError:
        inverse = np.stack([_inverse(one) for one in scaled])
    inverse = inverse * scale[:, :, None] * scale[:, None, :]
    gives = np.diagonal(inverse, axis1=1, axis2=2)
    with np.errstate(invalid="ignore"):
        held &= np.all(np.isfinite(gives) & (gives > 0) & (gives * contacts.least < 1.0), axis=1)
    return inverse, held


def _inverse(one: Array) -> Array:
    try:
        return np.asarray(np.linalg.inv(one), dtype=np.float64)
    except np.linalg.LinAlgError:
        return np.full_like(one, np.nan)


def _different(rows: np.ndarray) -> tuple[np.ndarray, np.ndarray]:
    """The different rows among many of yes and no, and which of them each is."""
    if rows.shape[1] > 62:
        found, which = np.unique(rows, axis=0, return_inverse=True)
        return found, which
    _, first, which = np.unique(rows @ (1 << np.arange(rows.shape[1])), return_index=True, return_inverse=True)
    return rows[first], which


def passes(
    contacts: Contacts,
    loads: Array,
    sizes: Array,
    most: int,
    start: Sequence[frozenset[int]] | None = None,
    gone: Sequence[int] | None = None,
) -> tuple[list[tuple[Array, Array, frozenset[int]] | None], dict[int, frozenset[int]], dict[int, set[frozenset[int]]]]:
    """Displacements, forces and acting parts of every case (cases, dofs) that settles in ``most`` passes of all wrong parts changing
    together, else None with the state it came to last and those it was in before. ``start``: parts that act at first, those without
    slack unless told. ``gone``: the part that is missing in each case, -1 for none."""
    count, parts = len(loads), len(contacts.slack)
    acting = np.tile(contacts.slack == 0, (count, 1))
    for i, given in enumerate(start or ()):
        acting[i] = False
        acting[i, list(given)] = True
    there = np.ones((count, parts), dtype=bool)
    for i, part in enumerate(gone or ()):
        if part >= 0:
            there[i, part] = False
    acting &= there
    U, F = np.zeros_like(loads), np.zeros((count, parts))
    settled = np.zeros(count, dtype=bool)
    seen: list[set[bytes]] = [set() for _ in range(count)]
    todo = np.arange(count)
    for turn in range(most):
        if not len(todo):
            break
        now = acting[todo]
        states, which = _different(now)
        inverse, held = inverses(contacts, states)
        right = loads[todo] + (np.where(states, contacts.k * contacts.slack, 0.0) @ contacts.b)[which]
        u = np.matmul(inverse[which], right[:, :, None])[:, :, 0]
        opening = u @ contacts.b.T - contacts.slack
        force = np.where(now, contacts.k * opening, 0.0)
        wrong = (now & (force < -1e-9 * sizes[todo, None])) | (~now & (opening > 1e-9) & there[todo])
        held = held[which]
        good = held & ~wrong.any(axis=1)
        done = todo[good]
        U[done], F[done], settled[done] = u[good], np.maximum(force[good], 0.0), True
        left = np.flatnonzero(held & ~good)
        after = now[left] ^ wrong[left]
        if turn < LOOKING:
            acting[todo[left]] = after
            todo = todo[left]
            continue
        fresh = []
        for k, row in enumerate(left.tolist()):
            mine = seen[todo[row]]
            mine.add(now[row].tobytes())
            if after[k].tobytes() not in mine:
                fresh.append(k)
        acting[todo[left[fresh]]] = after[fresh]
        todo = todo[left[fresh]]
    found: list[tuple[Array, Array, frozenset[int]] | None] = [
        (U[i], F[i], frozenset(np.flatnonzero(acting[i]).tolist())) if settled[i] else None for i in range(count)
    ]
    rest = np.flatnonzero(~settled).tolist()
    last = {i: frozenset(np.flatnonzero(acting[i]).tolist()) for i in rest}
    before = {i: {frozenset(np.flatnonzero(np.frombuffer(one, dtype=bool)).tolist()) for one in seen[i]} for i in rest}
    return found, last, before


def settles(contacts: Contacts, cases: int) -> bool:
    """Whether a stack pays: parts that all give, and cases enough."""
    return cases > MANY and len(contacts.parts) > 0 and not bool(contacts.rigid.any())
