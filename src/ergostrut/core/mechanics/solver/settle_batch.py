"""Many cases on one-way parts that all give: every pass inverts the states that are new as one stack, for all cases at once.

A floor under a rail has a state of its own in nearly every case; settled one after another they cost a factor each.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import TYPE_CHECKING

import numpy as np
from numpy.typing import NDArray

from .model import Array, Flags, SolverError

if TYPE_CHECKING:
    from .contact import Contacts


@dataclass(frozen=True)
class Settling:
    """Many cases: ``u`` (cases, dofs), ``force`` and ``acting`` (cases, parts); ``errors``: why those stand that did not settle."""

    u: Array
    force: Array
    acting: Flags
    errors: dict[int, SolverError]


LOOKING = 6
"""Passes after which it is looked whether a case runs in a circle; most have settled by then."""
MANY = 8
"""Fewer cases than this are settled one state after another."""


KEPT = 250_000
"""Numbers of inverses that are kept for states that come again."""


def inverses(contacts: Contacts, states: Flags) -> tuple[Array, Flags]:
    """Inverse stiffness (states, n, n) with the parts of each state (states, parts) in, and whether it holds everything."""
    kept, keys = contacts.kept, [row.tobytes() for row in states]
    new = [i for i, key in enumerate(keys) if key not in kept]
    if len(kept) + len(new) > KEPT // len(contacts.S) ** 2:
        kept.clear()
        new = list(range(len(keys)))
    if new:
        kept.update(zip([keys[i] for i in new], zip(*_inverted(contacts, states[new]), strict=True), strict=True))
    rows = [kept[key] for key in keys]
    return np.array([inverse for inverse, _ in rows]), np.array([held for _, held in rows])


def _inverted(contacts: Contacts, states: Flags) -> tuple[Array, Flags]:
    n, k = len(contacts.S), np.where(states, contacts.k, 0.0)
    if contacts.single:
        S = np.repeat(contacts.S[None], len(states), axis=0)
        S[:, np.arange(n), np.arange(n)] += k @ (contacts.b * contacts.b)
    else:
        S = contacts.S + np.tensordot(k, contacts.b[:, :, None] * contacts.b[:, None, :], axes=1)
    diagonal = np.diagonal(S, axis1=1, axis2=2)
    held = np.all(diagonal > contacts.least, axis=1)
    scale = 1 / np.sqrt(np.where(diagonal > 0, diagonal, 1.0))
    both = scale[:, :, None] * scale[:, None, :]
    scaled = S * both
    # what holds nothing is put aside before it can break the stack
    scaled[~held] = np.eye(n)
    try:
        inverse = np.asarray(np.linalg.inv(scaled), dtype=np.float64)
    except np.linalg.LinAlgError:
        inverse = np.stack([_inverse(one) for one in scaled])
    inverse *= both
    gives = np.diagonal(inverse, axis1=1, axis2=2)
    with np.errstate(invalid="ignore"):
        held &= np.all(np.isfinite(gives) & (gives > 0) & (gives * contacts.least < 1.0), axis=1)
    return inverse, held


def _inverse(one: Array) -> Array:
    try:
        return np.asarray(np.linalg.inv(one), dtype=np.float64)
    except np.linalg.LinAlgError:
        return np.full_like(one, np.nan)


def different(rows: Flags) -> tuple[Flags, NDArray[np.intp]]:
    """The different rows among many of yes and no, and which of them each is."""
    if rows.shape[1] > 62:
        found, which = np.unique(rows, axis=0, return_inverse=True)
        return found, which
    _, first, which = np.unique(rows @ (1 << np.arange(rows.shape[1])), return_index=True, return_inverse=True)
    return rows[first], which


def passes(
    contacts: Contacts, loads: Array, sizes: Array, most: int, start: Flags | None = None, gone: Sequence[int] | None = None
) -> tuple[Settling, dict[int, set[bytes]]]:
    """Every case (cases, dofs) settled in ``most`` passes of all wrong parts changing together, and those that do not settle so with the
    states they were in before. ``start`` (cases, parts): what acts at first, the parts without slack unless told. ``gone``: the part
    that is missing in each case, -1 for none."""
    count, parts = len(loads), len(contacts.slack)
    acting = np.tile(contacts.slack == 0, (count, 1)) if start is None else start.copy()
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
        states, which = different(now)
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
    return Settling(U, F, acting, {}), {i: seen[i] for i in np.flatnonzero(~settled).tolist()}


def settles(contacts: Contacts, cases: int) -> bool:
    """Whether a stack pays: parts that all give, and cases enough."""
    return cases > MANY and len(contacts.parts) > 0 and not bool(contacts.rigid.any())
