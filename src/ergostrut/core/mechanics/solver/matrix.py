"""Symmetric positive matrices of frames: assembled from blocks, factored dense where they are small, in a band where they are not.

No general sparse machinery: the bars of a build are few, and ordered well their band is narrow.
"""

from __future__ import annotations

from collections.abc import Callable, Sequence

import numpy as np
from numpy.lib.stride_tricks import sliding_window_view
from scipy.linalg import LinAlgError, eigh
from scipy.linalg.blas import dsbmv
from scipy.linalg.lapack import dpbtrf, dpotrf, dpotrs
from scipy.sparse import csr_matrix
from scipy.sparse.csgraph import reverse_cuthill_mckee

from .model import Array, MechanismError
from .substitution import substituted

DENSE = 150
"""Up to so many rows a dense factor is quicker than a banded one."""
LOOSE = 1e-7
"""A scaled pivot below this means that something moves freely."""
DOUBTED, ROUNDED = 1e-5, 4 * float(np.finfo(float).eps)
"""Below the first the softest way to move is asked for: softer than so many times the rows' count it is held by rounding alone."""

LARGE = 1_500
"""Rows beyond which what moves is named by the pivot that failed: its softest shape would take too long."""

Index = np.ndarray
Solve = Callable[[Array], Array]
Words = Callable[[int], str]


def total(at: Index, values: Array, size: int) -> Array:
    """(size,) sums of ``values`` by where they go."""
    return np.asarray(np.bincount(at, values, size), dtype=np.float64)


def dense(blocks: Array, dofs: Index, n: int) -> Array:
    """(n, n) sum of ``blocks`` (m, k, k) at ``dofs`` (m, k)."""
    at = dofs[:, :, None] * n + dofs[:, None, :]
    return total(at.ravel(), blocks.ravel(), n * n).reshape(n, n)


def scatter(values: Array, dofs: Index, n: int) -> Array:
    """(cases, n) sum of ``values`` (cases, m, k) at ``dofs`` (m, k)."""
    cases = len(values)
    at = (np.arange(cases) * n)[:, None, None] + dofs
    return total(at.ravel(), values.ravel(), cases * n).reshape(cases, n)


def order_of(ends: Index, nodes: int) -> Index:
    """Nodes in an order that keeps the band narrow (Cuthill, McKee 1969); ``ends`` (m, 2)."""
    ones = np.ones(len(ends), dtype=np.int8)
    graph = csr_matrix((ones, (ends[:, 0], ends[:, 1])), shape=(nodes, nodes))
    return np.asarray(reverse_cuthill_mckee(graph + graph.T, symmetric_mode=True), dtype=int)


def narrowest(ends: Index, nodes: Array) -> Index:
    """Nodes in whichever order keeps the band narrower: Cuthill and McKee's, or row after row along an axis, as a mesh often lies.
    ``ends`` (m, 2), ``nodes`` (n, 3)."""
    orders = [order_of(ends, len(nodes))]
    turned = np.round(nodes, 3).T
    orders += [np.lexsort((turned[(i + 2) % 3], turned[(i + 1) % 3], turned[i])) for i in range(3)]
    orders += [np.lexsort((turned[(i + 1) % 3], turned[(i + 2) % 3], turned[i])) for i in range(3)]

    def width(order: Index) -> int:
        place = np.empty(len(order), dtype=int)
        place[order] = np.arange(len(order))
        return int(np.abs(place[ends[:, 0]] - place[ends[:, 1]]).max(initial=0))

    return min(orders, key=width)


class Band:
    """The entries of ``blocks`` on rows ``keep`` (in their order) as an upper band: ``table[w + i - j, j]`` is entry (i, j)."""

    def __init__(self, blocks: Array, dofs: Index, n: int, keep: Index) -> None:
        place = np.full(n, -1)
        place[keep] = np.arange(len(keep))
        at = place[dofs]
        shape = blocks.shape
        rows = np.broadcast_to(at[:, :, None], shape).ravel()
        cols = np.broadcast_to(at[:, None, :], shape).ravel()
        used = (rows >= 0) & (cols >= rows)
        rows, cols, values = rows[used], cols[used], blocks.ravel()[used]
        self.n = len(keep)
        self.width = int((cols - rows).max(initial=0))
        # column by column, as LAPACK wants it
        flat = cols * (self.width + 1) + self.width + rows - cols
        self.table = total(flat, values, (self.width + 1) * self.n).reshape(self.n, self.width + 1).T

    def plus(self, other: Band) -> Band:
        """The sum of two bands on the same rows."""
        wide, slim = (self, other) if self.width >= other.width else (other, self)
        found = object.__new__(Band)
        found.n, found.width, found.table = wide.n, wide.width, wide.table.copy(order="F")
        found.table[wide.width - slim.width :] += slim.table
        return found

    def times(self, v: Array) -> Array:
        """The product with a vector (n,)."""
        return np.asarray(dsbmv(self.width, 1.0, self.table, v.ravel()), dtype=np.float64)

    def positive(self) -> bool:
        """Whether it is positive definite: one factor, whatever it is scaled by."""
        diagonal = self.table[-1]
        if np.any(diagonal <= 0):
            return False
        return int(dpbtrf(self._scaled(1 / np.sqrt(diagonal)), lower=0)[1]) == 0

    def _scaled(self, scale: Array) -> Array:
        # entry (i, j) lies in row width + i - j: its other scale is that many places on from the window's start
        shifted = sliding_window_view(np.concatenate([np.zeros(self.width), scale]), self.n)
        scaled: Array = self.table * scale
        scaled *= shifted
        return scaled

    def full(self) -> Array:
        """The same as a square matrix."""
        out: Array = np.zeros((self.n, self.n))
        for k in range(self.width + 1):
            row = self.table[self.width - k, k:]
            out[np.arange(self.n - k), np.arange(k, self.n)] = row
            out[np.arange(k, self.n), np.arange(self.n - k)] = row
        return out

    def factor(self, words: Words) -> Solve:
        """A solver: right sides (n,) or (n, k).

        Raises:
            MechanismError: something moves freely; ``words`` turns a row into words.
        """
        diagonal = self.table[-1]
        _positive(diagonal, words)
        scale = 1 / np.sqrt(diagonal)
        triangle, fault = dpbtrf(self._scaled(scale), lower=0, overwrite_ab=1)
        if fault or float(np.min(triangle[-1])) < LOOSE:
            if self.n > LARGE:
                raise MechanismError(f"this frame can fold: {words(int(fault) - 1 if fault else int(np.argmin(triangle[-1])))} freely")
            raise fold(scale[:, None] * self.full() * scale, words)
        if float(np.min(triangle[-1])) < DOUBTED and self.n <= LARGE:
            _held(scale[:, None] * self.full() * scale, words)

        def solve(right: Array) -> Array:
            flat = right.ndim == 1
            found = substituted(triangle, scale[:, None] * (right[:, None] if flat else right))
            answer: Array = scale[:, None] * found
            return answer[:, 0] if flat else answer

        return solve


def _positive(diagonal: Array, words: Words) -> None:
    if np.any(diagonal <= 0):
        raise MechanismError(f"this frame can fold: {words(int(np.argmin(diagonal)))} freely")


def factor(K: Array, words: Words) -> Solve:
    """A solver for the symmetric positive K (n, n): right sides (n,) or (n, k).

    Raises:
        MechanismError: K lets something move freely; ``words`` turns a row into words.
    """
    n = len(K)
    if n == 0:
        return lambda right: right
    diagonal = np.diag(K)
    _positive(diagonal, words)
    scale = 1 / np.sqrt(diagonal)
    scaled = scale[:, None] * K * scale
    # symmetric: its transpose is the same matrix, laid out as LAPACK wants it
    triangle, fault = dpotrf(scaled.T, lower=0, clean=0)
    if fault or float(np.min(np.diag(triangle))) < LOOSE:
        raise fold(scaled, words)
    if float(np.min(np.diag(triangle))) < DOUBTED:
        _held(scaled, words)

    def solve(right: Array) -> Array:
        flat = right.ndim == 1
        found, _ = dpotrs(triangle, scale[:, None] * (right[:, None] if flat else right), lower=0)
        answer: Array = scale[:, None] * found
        return answer[:, 0] if flat else answer

    return solve


def _held(scaled: Array, words: Words) -> None:
    """Factored all the same, but is it held by more than rounding?

    Raises:
        MechanismError: the softest way to move is as soft as rounding.
    """
    values, shape = eigh(scaled, subset_by_index=[0, 0])
    if float(values[0]) < ROUNDED * len(scaled):
        raise MechanismError(f"this frame can fold: {words(int(np.argmax(np.abs(shape[:, 0]))))} freely")


def fold(scaled: Array, words: Words) -> MechanismError:
    """Names what moves most in the softest shape."""
    try:
        _, shape = eigh(scaled, subset_by_index=[0, 0])
    except LinAlgError:
        return MechanismError("this frame can fold")
    return MechanismError(f"this frame can fold: {words(int(np.argmax(np.abs(shape[:, 0]))))} freely")


def narrow(nodes: Sequence[int] | Index) -> Index:
    """Degrees of freedom of nodes, in their order."""
    return (6 * np.asarray(nodes)[:, None] + np.arange(6)).ravel()
