"""Back substitution in a band, many right sides at once: block by block, so that a matrix times a matrix does the work.

LAPACK's dpbtrs takes one right side after the other and reads the whole band for each (Golub and Van Loan, Matrix Computations, 4.3.5).
"""

from __future__ import annotations

from collections.abc import Iterator

import numpy as np
from numpy.lib.stride_tricks import as_strided
from numpy.typing import NDArray
from scipy.linalg.blas import dtrsm
from scipy.linalg.lapack import dpbtrs

Array = NDArray[np.float64]
BLOCK = 96
FEW = 12
"""Right sides that LAPACK's own is as quick for."""


def substituted(triangle: Array, right: Array) -> Array:
    """What the upper Cholesky factor U of a band, as dpbtrf leaves it (w + 1, n), and right sides (n, k) give: (U^T U)^-1 right."""
    if right.shape[1] <= FEW:
        return np.asarray(dpbtrs(triangle, right, lower=0)[0])
    x: Array = np.array(right, order="C")
    rows = list(_blocks(triangle))
    for start, end, own, beside in rows:
        x[start:end] = dtrsm(1.0, own(), x[start:end], trans_a=1)
        far = beside()
        x[end : end + far.shape[1]] -= far.T @ x[start:end]
    for start, end, own, beside in reversed(rows):
        far = beside()
        x[start:end] = dtrsm(1.0, own(), x[start:end] - far @ x[end : end + far.shape[1]])
    return x


class _Part:
    """A block of U, taken out of the band when it is wanted: ``rows`` and ``columns`` as (start, end)."""

    def __init__(self, triangle: Array, rows: tuple[int, int], columns: tuple[int, int]) -> None:
        self.triangle, self.rows, self.columns = triangle, rows, columns

    def __call__(self) -> Array:
        w, (i, end), (j, last) = self.triangle.shape[0] - 1, self.rows, self.columns
        if end == i or last == j:
            return np.zeros((end - i, last - j))
        # entry (i, j) lies w + i - j + j (w + 1) = w + i + j w from the band's start: a block is a matrix of leading dimension w
        step, flat = self.triangle.itemsize, self.triangle.T.reshape(-1)
        block = as_strided(flat[w + i + j * w :], (end - i, last - j), (step, w * step), writeable=False)
        down = i - j
        # what is nearer than the diagonal, or farther from it than the band, is another column's
        return np.asfortranarray(np.tril(np.triu(block, down), w + down))


def _blocks(triangle: Array) -> Iterator[tuple[int, int, _Part, _Part]]:
    w, n = triangle.shape[0] - 1, triangle.shape[1]
    for start in range(0, n, BLOCK):
        end = min(start + BLOCK, n)
        rows = (start, end)
        yield start, end, _Part(triangle, rows, rows), _Part(triangle, rows, (end, min(end + w, n)))
