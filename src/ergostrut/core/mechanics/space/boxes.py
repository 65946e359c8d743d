"""Boxes in any attitude, many at once: distance by features, depth by separating axes (Gottschalk, Lin, Manocha 1996; Ericson 2005)."""

from __future__ import annotations

import itertools
import math
from collections.abc import Iterable, Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

Array = NDArray[np.float64]
Index = NDArray[np.intp]
Vec = tuple[float, float, float]
_SIGNS = np.array(list(itertools.product((-1.0, 1.0), repeat=3)))
"""(8, 3) corners of a box in halves."""
_EDGES = np.array([(i, j) for i, j in itertools.combinations(range(8), 2) if np.sum(_SIGNS[i] != _SIGNS[j]) == 1])
"""(12, 2) corners that an edge joins."""
PARALLEL = 1e-6
BATCH = 256


@dataclass(frozen=True)
class Boxes:
    """``centre`` (n, 3) mm, ``axes`` (n, 3, 3) unit vectors along each box's own x, y, z in rows, ``half`` (n, 3) half its size along them."""

    centre: Array
    axes: Array
    half: Array

    def __len__(self) -> int:
        return len(self.centre)

    def take(self, rows: Index | Sequence[int]) -> Boxes:
        return Boxes(self.centre[rows], self.axes[rows], self.half[rows])

    @property
    def square(self) -> NDArray[np.bool_]:
        """(n,) whether each lies along the host's axes."""
        found: NDArray[np.bool_] = (np.abs(self.axes).max(axis=2) > 1 - 1e-12).all(axis=1)
        return found

    @property
    def reach(self) -> Array:
        """(n, 3) half the size of the upright box round each."""
        found: Array = np.einsum("nij,ni->nj", np.abs(self.axes), self.half)
        return found

    @property
    def lo(self) -> Array:
        return self.centre - self.reach

    @property
    def hi(self) -> Array:
        return self.centre + self.reach

    @property
    def corners(self) -> Array:
        """(n, 8, 3)."""
        found: Array = self.centre[:, None] + np.einsum("ki,ni,nij->nkj", _SIGNS, self.half, self.axes)
        return found

    def moved(self, by: Array | Vec) -> Boxes:
        return Boxes(self.centre + np.asarray(by), self.axes, self.half)

    def posed(self, turn: Array, by: Array) -> Boxes:
        """Every point turned by ``turn`` (3, 3), then gone ``by`` (3,) mm."""
        return Boxes(self.centre @ turn.T + by, self.axes @ turn.T, self.half)


def frames(ways: Array) -> Array:
    """(n, 3, 3) unit vectors in rows: the way (n, 3) of each, and two square to it."""
    x = ways / np.linalg.norm(ways, axis=1)[:, None]
    y = np.cross(x, np.eye(3)[np.abs(x).argmin(axis=1)])
    y /= np.linalg.norm(y, axis=1)[:, None]
    return np.stack([x, y, np.cross(x, y)], axis=1)


def upright(lo: Array | Sequence[Vec], hi: Array | Sequence[Vec]) -> Boxes:
    """Boxes along the host's axes between two corners each, (n, 3) mm."""
    a, b = (np.asarray(end, dtype=float).reshape(-1, 3) for end in (lo, hi))
    return Boxes((a + b) / 2, np.tile(np.eye(3), (len(a), 1, 1)), (b - a) / 2)


def joined(parts: Iterable[Boxes]) -> Boxes:
    rows = [part for part in parts if len(part)]
    if not rows:
        return Boxes(np.zeros((0, 3)), np.zeros((0, 3, 3)), np.zeros((0, 3)))
    return Boxes(*(np.concatenate([getattr(row, name) for row in rows]) for name in ("centre", "axes", "half")))


def drawn_along(boxes: Boxes, way: Array | Vec, steps: int = 12) -> Boxes:
    """Everywhere that boxes come to as they go ``way`` mm: longer ones where they go along an axis of theirs, else as many as ``steps`` and one."""
    run = np.asarray(way, dtype=float)
    size = float(np.linalg.norm(run))
    if size < 1e-9:
        return boxes
    along = np.abs(boxes.axes @ (run / size))
    straight = along.max(axis=1) > 1 - PARALLEL
    axis = along.argmax(axis=1)
    half = boxes.half.copy()
    half[np.arange(len(boxes)), axis] += size / 2
    longer = Boxes(boxes.centre + run / 2, boxes.axes, half).take(np.flatnonzero(straight))
    others = boxes.take(np.flatnonzero(~straight))
    return joined([longer, *(others.moved(run * k / steps) for k in range(steps + 1))])


@dataclass(frozen=True)
class Apart:
    """Pairs: ``gap`` (n,) mm between two boxes, negative the depth by which they stand in each other; ``way`` (n, 3) the unit vector from
    the first towards the second along which that is."""

    gap: Array
    way: Array


def apart(a: Boxes, b: Boxes, want: float = math.inf) -> Apart:
    """Pair by pair: box n of ``a`` and box n of ``b``. Of pairs farther apart than ``want`` it says but that they are."""
    gap, way = np.empty(len(a)), np.empty((len(a), 3))
    square = a.square & b.square
    rows = np.flatnonzero(square)
    gap[rows], way[rows] = _upright(a.take(rows), b.take(rows))
    rows = np.flatnonzero(~square)
    gap[rows], way[rows] = _axes(a.take(rows), b.take(rows))
    # an axis that parts them is the least that they are apart
    out = rows[(gap[rows] > 0) & (gap[rows] <= want)]
    if len(out):
        gap[out], way[out] = _features(a.take(out), b.take(out))
    return Apart(gap, way)


def _upright(a: Boxes, b: Boxes) -> tuple[Array, Array]:
    """The same of boxes along the host's axes: by their sides alone."""
    run = b.centre - a.centre
    open_ = np.abs(run) - a.reach - b.reach
    sign = np.where(run < 0, -1.0, 1.0)
    out = np.maximum(open_, 0.0)
    far = np.linalg.norm(out, axis=1)
    deepest = np.eye(3)[open_.argmax(axis=1)]
    way = np.where(far[:, None] > 0, out / np.maximum(far, 1e-12)[:, None], deepest) * sign
    return np.where(far > 0, far, open_.max(axis=1)), way


def _axes(a: Boxes, b: Boxes) -> tuple[Array, Array]:
    """Along the axis of fifteen that parts each pair most: mm (negative: overlap) and that axis, from a towards b."""
    n = len(a)
    cross = np.cross(a.axes[:, :, None], b.axes[:, None, :]).reshape(n, 9, 3)
    size = np.linalg.norm(cross, axis=2)
    cross = np.where(size[..., None] > PARALLEL, cross / np.maximum(size, PARALLEL)[..., None], 0.0)
    axes = np.concatenate([a.axes, b.axes, cross], axis=1)
    between = np.einsum("nki,ni->nk", axes, b.centre - a.centre)
    reach = sum(np.einsum("nkj,nj->nk", np.abs(np.einsum("nki,nji->nkj", axes, box.axes)), box.half) for box in (a, b))
    open_ = np.abs(between) - reach
    open_[:, 6:][size <= PARALLEL] = -np.inf
    best = open_.argmax(axis=1)
    rows = np.arange(n)
    way = axes[rows, best] * np.where(between[rows, best] < 0, -1.0, 1.0)[:, None]
    found: Array = open_[rows, best]
    return found, way


def _features(a: Boxes, b: Boxes) -> tuple[Array, Array]:
    """Distance of pairs that do not meet: the least of corners to boxes and edges to edges, and its direction from a to b."""
    n = len(a)
    rows = np.arange(n)
    best, way = np.full(n, np.inf), np.zeros((n, 3))
    for one, other, sign in ((a, b, 1.0), (b, a, -1.0)):
        at = one.corners
        own = np.einsum("nki,nji->nkj", at - other.centre[:, None], other.axes)
        near = np.clip(own, -other.half[:, None], other.half[:, None])
        run = np.einsum("nkj,nji->nki", near - own, other.axes)
        far = np.linalg.norm(run, axis=2)
        k = far.argmin(axis=1)
        better = far[rows, k] < best
        best = np.where(better, far[rows, k], best)
        way = np.where(better[:, None], sign * run[rows, k], way)
    p, q = a.corners[:, _EDGES], b.corners[:, _EDGES]
    run = _segments(p[:, :, None, 0], p[:, :, None, 1], q[:, None, :, 0], q[:, None, :, 1]).reshape(n, -1, 3)
    far = np.linalg.norm(run, axis=2)
    k = far.argmin(axis=1)
    better = far[rows, k] < best
    best = np.where(better, far[rows, k], best)
    way = np.where(better[:, None], run[rows, k], way)
    return best, way / np.maximum(best, 1e-12)[:, None]


def _segments(p: Array, q: Array, r: Array, s: Array) -> Array:
    """From the nearest place of segment p q to that of r s (Ericson 2005, 5.1.9), for arrays that broadcast."""
    d, e, w = q - p, s - r, p - r
    a, c, f = (d * d).sum(-1), (e * e).sum(-1), (e * w).sum(-1)
    b, g = (d * e).sum(-1), (d * w).sum(-1)
    det = a * c - b * b
    safe = np.where(det > 1e-9 * np.maximum(a * c, 1e-30), det, 1.0)
    t = np.clip(np.where(det > 1e-9 * np.maximum(a * c, 1e-30), (b * f - g * c) / safe, 0.0), 0.0, 1.0)
    u = (b * t + f) / np.maximum(c, 1e-30)
    clipped = np.clip(u, 0.0, 1.0)
    # where the second place was held to an end, the first goes to what is nearest to it
    t = np.where(u == clipped, t, np.clip((b * clipped - g) / np.maximum(a, 1e-30), 0.0, 1.0))
    found: Array = (r + clipped[..., None] * e) - (p + t[..., None] * d)
    return found


def within(a: Boxes, b: Boxes, want: float) -> tuple[Index, Index, Apart]:
    """All pairs of a box of ``a`` and one of ``b`` that are no farther apart than ``want`` mm."""
    i, j = np.nonzero(_bound(a, b) <= want)
    return _near(a, b, i, j, want)


def among(boxes: Boxes, want: float) -> tuple[Index, Index, Apart]:
    """The same of all pairs among one lot, each once."""
    i, j = np.nonzero(np.triu(_bound(boxes, boxes) <= want, 1))
    return _near(boxes, boxes, i, j, want)


def _near(a: Boxes, b: Boxes, i: Index, j: Index, want: float) -> tuple[Index, Index, Apart]:
    found = apart(a.take(i), b.take(j), want)
    near = found.gap <= want
    return i[near], j[near], Apart(found.gap[near], found.way[near])


def _bound(a: Boxes, b: Boxes) -> Array:
    """(n, m) mm that every pair is apart at least, by upright boxes round them."""
    d = np.abs(b.centre[None] - a.centre[:, None]) - (a.reach[:, None] + b.reach[None])
    found: Array = np.where((d <= 0).all(axis=2), -np.inf, np.linalg.norm(np.maximum(d, 0.0), axis=2))
    return found


def nearest(a: Boxes, b: Boxes, *, deepest: bool = True) -> tuple[int, int, float, Vec] | None:
    """The pair that stands nearest, or deepest in each other: which, mm, and the unit vector from the first to the second. Not ``deepest``: where
    any meet, one of the pairs that do is enough."""
    if not len(a) or not len(b):
        return None
    least = _bound(a, b)
    order = np.argsort(least, axis=None)
    best: tuple[float, int, int, Array] | None = None
    for start in range(0, len(order), BATCH):
        flat = order[start : start + BATCH]
        if best is not None and least.flat[flat[0]] > max(best[0], 0.0):
            break
        i, j = np.unravel_index(flat, least.shape)
        found = apart(a.take(i), b.take(j))
        k = int(found.gap.argmin())
        if best is None or found.gap[k] < best[0]:
            best = float(found.gap[k]), int(i[k]), int(j[k]), found.way[k]
        if best[0] < 0 and not deepest:
            break
    assert best is not None
    x, y, z = (float(v) for v in best[3])
    return best[1], best[2], best[0], (x, y, z)


def clearing(a: Boxes, b: Boxes) -> tuple[float, Vec]:
    """The least that all of ``b`` together must go along an axis of the host, either way, to stand clear of all of ``a``: mm and the way. By
    upright boxes, so that it is enough."""
    best: tuple[float, Vec] | None = None
    lo, hi = np.maximum(a.lo[:, None], b.lo[None]), np.minimum(a.hi[:, None], b.hi[None])
    for i in range(3):
        beside = (lo < hi)[..., [k for k in range(3) if k != i]].all(axis=2)
        for sign, far in ((1.0, a.hi[:, None, i] - b.lo[None, :, i]), (-1.0, b.hi[None, :, i] - a.lo[:, None, i])):
            need = float(np.where(beside, far, 0.0).max(initial=0.0))
            if best is None or need < best[0] - 1e-9:
                x, y, z = (sign if k == i else 0.0 for k in range(3))
                best = need, (x, y, z)
    assert best is not None
    return best
