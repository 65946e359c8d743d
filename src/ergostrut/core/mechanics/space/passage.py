"""A way for a rigid piece out of a room and so into it: positions of its middle in cells, one layer an attitude, swept between them.

A layer's cell is free when the piece, anywhere in that cell and turned by anything within half a step of that attitude, meets nothing: cells that
share a side are joined, and so is a cell that is free in two neighbouring attitudes. A way that is found is therefore proof; none found says
nothing (Lozano-Perez 1983 for positions as obstacles grown by the piece).
"""

from __future__ import annotations

import itertools
import math
from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from functools import lru_cache
from typing import Literal

import numpy as np
from numpy.typing import NDArray
from scipy import ndimage

from .boxes import Array, Vec

Mask = NDArray[np.bool_]
Corners = tuple[Vec, Vec]
Cell = tuple[int, int, int]
Turns = Literal["any", "upright", "none"]
TOUCH = 1.5
"""mm that a piece may be pressed into what it lies against."""
STEP = 5
"""Degrees between neighbouring attitudes of a turn."""
WORK, SOLID = 30_000_000, 200
"""Cells that a search looks at before it gives up, and how many a solid in its way counts as: counted, so that it ends the same anywhere."""
PITCH = 60.0
SLICE = 100.0
EPS = 1e-6


@dataclass(frozen=True, slots=True)
class Gate:
    """The piece is out when all of it is beyond ``at`` mm along ``axis``, on the side of ``sign``."""

    axis: int
    sign: int
    at: float


@dataclass(frozen=True, slots=True)
class Waypoint:
    """Where a piece's middle is, mm, and its attitude: rows are what its own axes at rest have become."""

    at: Vec
    turn: tuple[Vec, Vec, Vec]


LEVEL = ((1.0, 0.0, 0.0), (0.0, 1.0, 0.0), (0.0, 0.0, 1.0))


def cannot_pass(size: Vec, openings: Sequence[tuple[float, float]]) -> bool:
    """Whether a box ``size`` mm proves too large for every one of some rectangles, however it is turned. In the plane of an opening its
    section through its middle holds a disc as wide as its least side, and a line as long as its second: both must fit."""
    least, second, _ = sorted(size)
    return all(least > min(a, b) or second > math.hypot(a, b) for a, b in openings)


def passage(
    piece: tuple[Corners, ...], solids: tuple[Corners, ...], room: Corners, gates: tuple[Gate, ...], *, turns: Turns = "any"
) -> tuple[Waypoint, ...] | None:
    """Poses from outside to where the piece rests, straight between one and the next; None where none was found.

    Args:
        piece: upright boxes where it rests, lower and upper corner each, mm in host axes.
        solids: what stands in the way, the room's own sides included.
        room: between which corners it may move; it goes on beyond the gates.
        turns: it may be tilted and turned, only turned upright as it stands, or neither.
    """
    return _passage(piece, solids, room, gates, turns)


@lru_cache(maxsize=2048)
def _passage(
    piece: tuple[Corners, ...], solids: tuple[Corners, ...], room: Corners, gates: tuple[Gate, ...], turns: Turns
) -> tuple[Waypoint, ...] | None:
    lo, hi = np.array([c[0] for c in piece]), np.array([c[1] for c in piece])
    goal = (lo.min(axis=0) + hi.max(axis=0)) / 2
    centre, half = (lo + hi) / 2 - goal, np.maximum((hi - lo) / 2 - TOUCH, 0.2 * (hi - lo) / 2)
    around = np.array(solids, dtype=float).reshape(-1, 2, 3)
    straight = _straight(centre, half, goal, around, gates)
    return straight or _Search(centre, half, goal, around, room, gates).way(turns)


def joining(
    piece: tuple[Corners, ...], solids: tuple[Corners, ...], like: tuple[Corners, ...], way: Sequence[Waypoint]
) -> tuple[Waypoint, ...] | None:
    """Poses from outside to where a piece rests by the ``way`` that one of its size and attitude goes, left straight along the axes in any
    order; None where it is another piece, or reaches no pose of it so."""
    lo, hi = np.array([c[0] for c in piece]), np.array([c[1] for c in piece])
    other = np.array(like)
    if other.shape[0] != len(lo) or not np.allclose(other[:, 0] - other[:, 0].min(axis=0), lo - lo.min(axis=0), atol=1e-6):
        return None
    if not np.allclose(other[:, 1] - other[:, 0], hi - lo, atol=1e-6):
        return None
    goal = (lo.min(axis=0) + hi.max(axis=0)) / 2
    centre, half = (lo + hi) / 2 - goal, np.maximum((hi - lo) / 2 - TOUCH, 0.2 * (hi - lo) / 2)
    around = np.array(solids, dtype=float).reshape(-1, 2, 3)
    for k in reversed(range(len(way))):
        if way[k].turn == LEVEL:
            run = np.array(way[k].at) - goal
            for order in itertools.permutations(range(3)):
                steps = [goal, *(goal + np.where(np.isin(range(3), order[: n + 1]), run, 0.0) for n in range(3))]
                if all(_clear(centre, half, a, b, around) for a, b in itertools.pairwise(steps)):
                    return (*way[: k + 1], *(Waypoint(_vec(at), LEVEL) for at in steps[-2::-1]))
    return None


def _beyond(reach: Array, at: Array, gate: Gate) -> bool:
    return bool(gate.sign * (at[gate.axis] - gate.at) >= reach[gate.axis] - EPS)


def _reach(centre: Array, half: Array) -> Array:
    found: Array = (np.abs(centre) + half).max(axis=0)
    return found


def _straight(centre: Array, half: Array, goal: Array, solids: Array, gates: tuple[Gate, ...]) -> tuple[Waypoint, ...] | None:
    """Lifted, moved over to the middle, drawn out: tried before anything is searched."""
    reach = _reach(centre, half)
    tops = [0.0, *sorted({float(v) for v in solids[:, 1, 2] + reach[2] + 1.0 - goal[2] if 0 < v < 1500})]
    for gate in gates:
        side = 1 - gate.axis
        for lift in tops[:8]:
            for over in (0.0, -float(goal[side])):
                at = [goal.copy()]
                for axis, run in ((2, lift), (side, over), (gate.axis, gate.at + gate.sign * (reach[gate.axis] + 1.0) - goal[gate.axis])):
                    if abs(run) > EPS:
                        after = at[-1].copy()
                        after[axis] += run
                        at.append(after)
                if all(_clear(centre, half, a, b, solids) for a, b in itertools.pairwise(at)):
                    return tuple(Waypoint(_vec(p), LEVEL) for p in reversed(at))
    return None


def _clear(centre: Array, half: Array, a: Array, b: Array, solids: Array) -> bool:
    """Whether boxes that go along one axis from a to b meet nothing."""
    lo = np.minimum(a, b) + centre - half
    hi = np.maximum(a, b) + centre + half
    meets = (lo[:, None] < solids[None, :, 1] - EPS).all(axis=2) & (hi[:, None] > solids[None, :, 0] + EPS).all(axis=2)
    return not bool(meets.any())


def _vec(p: Array) -> Vec:
    return float(p[0]), float(p[1]), float(p[2])


@dataclass
class _Layer:
    """One attitude: what is free, what was reached of it, and from which layer."""

    attitude: Array
    free: Mask
    reached: Mask
    before: int | None
    link: Mask
    """Cells in which it may turn into this attitude from the one before, or where it rests."""


class _Search:
    """Layers by attitude, from where the piece rests outwards."""

    def __init__(self, centre: Array, half: Array, goal: Array, solids: Array, room: Corners, gates: tuple[Gate, ...]) -> None:
        self.centre, self.half, self.goal, self.solids, self.gates = centre, half, goal, solids, gates
        self.size = float(np.linalg.norm(_reach(centre, half)))
        self.lines = [self._lines(axis, room) for axis in range(3)]
        self.layers: list[_Layer] = []
        self.known: set[tuple[float, ...]] = set()
        self.work = 0

    def _lines(self, axis: int, room: Corners) -> Array:
        """Sides of the cells along an axis: even ones, those at which the piece as it rests touches something, and close ones in the middle."""
        lo, hi = room[0][axis], room[1][axis]
        own = [self.solids[:, 0, axis] - c[axis] - h[axis] for c, h in zip(self.centre, self.half, strict=True)]
        own += [self.solids[:, 1, axis] - c[axis] + h[axis] for c, h in zip(self.centre, self.half, strict=True)]
        middle = (lo + hi) / 2
        for gate in self.gates:
            if gate.axis == axis:
                lo, hi = (lo, gate.at + 2 * self.size + 2 * PITCH) if gate.sign > 0 else (gate.at - 2 * self.size - 2 * PITCH, hi)
        even = np.arange(lo, hi + PITCH, PITCH)
        close = [at + by for at in (middle, float(self.goal[axis])) for by in (-8.0, 8.0)]
        ends = np.unique(np.round(np.concatenate([*own, even, close]), 3))
        ends = ends[(ends >= lo) & (ends <= hi)]
        found: Array = ends[np.concatenate([[True], np.diff(ends) > 0.4])]
        return found

    def _free(self, centre: Array, half: Array) -> Mask:
        """Cells anywhere in which no box of the piece meets anything."""
        shape = tuple(len(line) - 1 for line in self.lines)
        free: Mask = np.ones(shape, dtype=bool)
        a = (self.solids[None, :, 0] - centre[:, None] - half[:, None]).reshape(-1, 3)
        b = (self.solids[None, :, 1] - centre[:, None] + half[:, None]).reshape(-1, 3)
        first = [np.maximum(np.searchsorted(line, a[:, i] + EPS, side="right") - 1, 0) for i, line in enumerate(self.lines)]
        last = [np.searchsorted(line, b[:, i] - EPS, side="left") for i, line in enumerate(self.lines)]
        rows = np.unique(np.stack([*first, *last], axis=1), axis=0)
        self.work += free.size + SOLID * len(rows)
        for i0, j0, k0, i1, j1, k1 in rows.tolist():
            free[i0:i1, j0:j1, k0:k1] = False
        return free

    def _turned(self, attitude: Array, axis: int, low: float, high: float) -> tuple[Array, Array]:
        """Upright boxes that hold the piece at every angle from ``low`` to ``high`` rad about a host axis, cut into slices first."""
        centre, half = self.centre @ attitude.T, self.half @ np.abs(attitude.T)
        j, k = (axis + 1) % 3, (axis + 2) % 3
        found_c, found_h = [], []
        angles = np.linspace(low, high, 5)
        spare = 1 - math.cos((angles[1] - angles[0]) / 2)
        for c, h in zip(centre, half, strict=True):
            long = j if h[j] >= h[k] else k
            n = int(min(max(math.ceil(2 * h[long] / max(2 * h[j + k - long], SLICE)), 1), 24))
            part = h.copy()
            part[long] = h[long] / n
            for m in range(n):
                at = c.copy()
                at[long] += (2 * m + 1 - n) * part[long]
                u = at[j] + part[j] * np.array([-1.0, 1.0, 1.0, -1.0])
                v = at[k] + part[k] * np.array([-1.0, -1.0, 1.0, 1.0])
                uu = np.outer(np.cos(angles), u) - np.outer(np.sin(angles), v)
                vv = np.outer(np.sin(angles), u) + np.outer(np.cos(angles), v)
                more = spare * float(np.hypot(u, v).max())
                lo, hi = at - part, at + part
                lo[j], hi[j], lo[k], hi[k] = uu.min() - more, uu.max() + more, vv.min() - more, vv.max() + more
                found_c.append((lo + hi) / 2)
                found_h.append((hi - lo) / 2)
        return np.array(found_c), np.array(found_h)

    def _key(self, attitude: Array) -> tuple[float, ...]:
        """Attitudes that are alike for this piece: of one box, the same sides along the same axes."""
        if len(self.centre) == 1:
            return tuple(np.round(self.half[0] @ np.abs(attitude.T), 1).tolist())
        return tuple(np.round(attitude).reshape(-1).tolist())

    def _spread(self, free: Mask, start: Mask) -> Mask:
        """Everything that hangs together with the start."""
        labels, count = ndimage.label(free)
        keep = np.zeros(count + 1, dtype=bool)
        keep[np.unique(labels[start & free])] = True
        keep[0] = False
        found: Mask = keep[labels]
        return found

    def _add(self, attitude: Array, free: Mask, start: Mask, before: int | None) -> int | None:
        link = start & free
        if not link.any():
            return None
        self.layers.append(_Layer(attitude, free, self._spread(free, link), before, link))
        return len(self.layers) - 1

    def _outside(self, n: int) -> Cell | None:
        """A reached cell that is out, of an attitude along the axes; the one that is nearest to where the piece rests."""
        layer = self.layers[n]
        reach = _reach(self.centre @ layer.attitude.T, self.half @ np.abs(layer.attitude.T))
        middles = [(line[1:] + line[:-1]) / 2 for line in self.lines]
        for gate in self.gates:
            far = gate.sign * (middles[gate.axis] - gate.at) >= reach[gate.axis]
            cells = np.argwhere(layer.reached & np.expand_dims(far, tuple(i for i in range(3) if i != gate.axis)))
            if len(cells):
                away = sum((middles[i][cells[:, i]] - self.goal[i]) ** 2 for i in range(3))
                i, j, k = (int(v) for v in cells[int(np.argmin(away))])
                return i, j, k
        return None

    def _start(self, free: Mask) -> Mask:
        """The free cells that where the piece rests belongs to."""
        start: Mask = np.zeros_like(free)
        rows = []
        for i in range(3):
            n = int(np.searchsorted(self.lines[i], self.goal[i], side="right")) - 1
            near = (n, n - 1) if n > 0 and abs(self.lines[i][n] - self.goal[i]) < 1e-3 else (n,)
            rows.append([m for m in near if 0 <= m < free.shape[i]])
        start[np.ix_(*rows)] = True
        found: Mask = start & free
        return found

    def way(self, turns: Turns) -> tuple[Waypoint, ...] | None:
        level = np.eye(3)
        free = self._free(self.centre, self.half)
        first = self._add(level, free, self._start(free), None)
        if first is None:
            return None
        queue = [first]
        self.known.add(self._key(level))
        while queue:
            n = queue.pop(0)
            out = self._outside(n)
            if out is not None:
                return self._told(n, out)
            for axis, sign in _TURNS[turns]:
                after = _about(axis, sign * math.pi / 2) @ self.layers[n].attitude
                if self._key(after) in self.known or self.work >= WORK:
                    continue
                m = self._turn(n, axis, sign, after)
                if m is not None:
                    self.known.add(self._key(after))
                    queue.append(m)
        return None

    def _turn(self, n: int, axis: int, sign: int, after: Array) -> int | None:
        """A quarter turn about a host axis, step by step, moving on between the steps."""
        base, at = self.layers[n].attitude, n
        half, end = sign * math.radians(STEP) / 2, sign * math.pi / 2
        # half a step at either end belongs to the attitudes along the axes themselves
        start = self._within(base, axis, 0.0, half) & self.layers[n].reached
        for k in range(1, 90 // STEP):
            if self.work >= WORK:
                return None
            angle = 2 * k * half
            found = self._add(_about(axis, angle) @ base, self._within(base, axis, angle - half, angle + half), start, at)
            if found is None:
                return None
            at = found
            start = self.layers[at].reached
        free = self._free(self.centre @ after.T, self.half @ np.abs(after.T))
        return self._add(after, free, start & self._within(base, axis, end - half, end), at)

    def _within(self, attitude: Array, axis: int, one: float, other: float) -> Mask:
        return self._free(*self._turned(attitude, axis, min(one, other), max(one, other)))

    def _told(self, n: int, out: Cell) -> tuple[Waypoint, ...]:
        """The way from outside to rest, as poses."""
        found: list[Waypoint] = []
        cell, layer = out, self.layers[n]
        while True:
            before = layer.before
            for at in _route(layer.reached, cell, layer.link):
                found.append(Waypoint(self._middle(at), _rows(layer.attitude)))
                cell = at
            if before is None:
                break
            layer = self.layers[before]
        found.append(Waypoint(_vec(self.goal), LEVEL))
        return tuple(found)

    def _middle(self, cell: Cell) -> Vec:
        x, y, z = (float(line[i] + line[i + 1]) / 2 for line, i in zip(self.lines, cell, strict=True))
        return x, y, z


_TURNS: dict[Turns, tuple[tuple[int, int], ...]] = {
    "any": tuple((axis, sign) for axis in (0, 2, 1) for sign in (1, -1)),
    "upright": ((2, 1), (2, -1)),
    "none": (),
}
_NEXT = ((1, 0, 0), (-1, 0, 0), (0, 1, 0), (0, -1, 0), (0, 0, 1), (0, 0, -1))


def _about(axis: int, angle: float) -> Array:
    j, k = (axis + 1) % 3, (axis + 2) % 3
    found = np.eye(3)
    found[j, j] = found[k, k] = math.cos(angle)
    found[j, k], found[k, j] = -math.sin(angle), math.sin(angle)
    return found


def _rows(attitude: Array) -> tuple[Vec, Vec, Vec]:
    a, b, c = (_vec(column) for column in attitude.T)
    return a, b, c


def _route(free: Mask, start: Cell, target: Mask) -> Iterator[Cell]:
    """Cells at which a shortest way from the start to the target begins, turns and ends."""
    if target[start]:
        yield start
        return
    open_ = np.pad(free, 1).reshape(-1)
    padded = tuple(n + 2 for n in free.shape)
    strides = (padded[1] * padded[2], padded[2], 1)
    wanted = np.pad(target, 1).reshape(-1)
    came = np.full(len(open_), -1, dtype=np.int8)
    at = sum((c + 1) * s for c, s in zip(start, strides, strict=True))
    came[at] = 6
    front = np.array([at])
    while len(front):
        hit = front[wanted[front]]
        if len(hit):
            yield from _back(int(hit[0]), came, strides, padded)
            return
        rows = []
        for way, step in enumerate(_NEXT):
            ahead = front + sum(d * s for d, s in zip(step, strides, strict=True))
            ahead = ahead[open_[ahead] & (came[ahead] < 0)]
            came[ahead] = way
            rows.append(ahead)
        front = np.concatenate(rows)


def _back(at: int, came: NDArray[np.int8], strides: tuple[int, int, int], padded: tuple[int, ...]) -> list[Cell]:
    cells, ways = [at], list[int]()
    while came[cells[-1]] != 6:
        way = int(came[cells[-1]])
        ways.append(way)
        cells.append(cells[-1] - sum(d * s for d, s in zip(_NEXT[way], strides, strict=True)))
    keep = [i for i in range(len(cells)) if i in (0, len(cells) - 1) or ways[i] != ways[i - 1]]
    found = []
    for i in reversed(keep):
        x, y, z = (int(v) for v in np.unravel_index(cells[i], padded))
        found.append((x - 1, y - 1, z - 1))
    return found
