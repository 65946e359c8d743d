"""A closed host as solids round its room, with its openings left out: what a piece on its way in must not meet."""

from __future__ import annotations

import itertools
from collections.abc import Callable
from dataclasses import dataclass

import numpy as np

from ...mechanics.space.passage import Corners, Gate
from ...mechanics.space.rects import Rect, without
from ...structure.host import COVER, FLOOR_END, GATE_OUTSIDE, WIDTH_HIGH, Host, Opening

THICK = 600.0
"""mm that the room's sides are drawn thick outwards: only what is inside and at the openings matters."""
DOOR = 40.0
"""mm of post that an opening is deep."""
BANDS = 12
"""Upright boxes that a leaning wall is made of, each as far in as the wall is anywhere in it."""


@dataclass(frozen=True)
class Hull:
    """``solids`` round the ``room``, ``walls`` those that may lean; ``gates``: beyond each of them a piece is out. ``hangs``: lengths it was drawn
    from that are typical."""

    solids: tuple[Corners, ...]
    walls: tuple[Corners, ...]
    room: Corners
    gates: tuple[Gate, ...]
    missing: tuple[str, ...]
    hangs: tuple[str, ...]


def _typical(host: Host, role: str) -> float:
    """mm by which a typical length may be less."""
    taken = host.dims.get(role)
    return taken.tolerance if taken is not None and taken.mm is not None and taken.state == "typical" else 0.0


def hull_of(host: Host, openings: tuple[Opening, ...], *, shrunk: bool) -> Hull:
    """The room of a roofed host; ``shrunk``: every typical length taken as short as it may be."""
    known = [role for role in (GATE_OUTSIDE, FLOOR_END) if role in host.dims]
    needed = (*known[:1], COVER, *(() if host.walls else (WIDTH_HIGH,)))
    used = {*needed, *(role for one in openings for role in one.roles)}
    missing = tuple(sorted({role for role in needed if host.mm(role) is None} | {role for one in openings for role in one.missing}))
    hangs = tuple(sorted(role for role in used if _typical(host, role) > 0))

    def less(role: str) -> float:
        return _typical(host, role) if shrunk else 0.0

    L, H = host.shape(known[0]) - less(known[0]), host.shape(COVER) - less(COVER)
    front = host.lined.get("front", 0.0)
    levels = np.linspace(0.0, H, BANDS + 1)
    bays = [front, *(x for x, _ in host.along if front < x < L), L]
    halves = [
        (low, high, a, b, _half(host, float(low), float(high), a, b) - less(WIDTH_HIGH) / 2)
        for low, high in itertools.pairwise(levels)
        for a, b in itertools.pairwise(bays)
    ]
    wide = max(half for *_, half in halves)
    far = wide + THICK
    walls: list[Corners] = []
    solids: list[Corners] = [
        ((front - THICK, -far, -THICK), (L + DOOR, far, 0.0)),
        ((front - THICK, -far, H), (L + DOOR, far, H + THICK)),
    ]
    by_side = {side: [one for one in openings if (one.axis, one.sign) == side] for side in ((0, 1), (0, -1), (1, 1), (1, -1))}
    for low, high, x0, x1, half in halves:
        for sign in (-1, 1):
            a, b = sorted((sign * half, sign * (wide + DOOR)))
            cuts = [_cut(one, less) for one in by_side[1, sign]]
            walls += _pierced((x0, float(low)), (x1, float(high)), cuts, 1, (a, b))
    for sign, x0, x1 in ((1, L, L + DOOR), (-1, front - DOOR, front)):
        cuts = [_cut(one, less) for one in by_side[0, sign]]
        solids += _pierced((-wide, 0.0), (wide, H), cuts, 0, (x0, x1))
    gates = []
    for one in openings:
        at = (L + DOOR if one.sign > 0 else front - DOOR) if one.axis == 0 else one.sign * (wide + DOOR)
        gates.append(Gate(one.axis, one.sign, at))
    solids += [(box.lo, box.hi) for box in (*host.solids, *host.obstacles)]
    return Hull((*solids, *walls), tuple(walls), ((front, -wide, 0.0), (L, wide, H)), tuple(dict.fromkeys(gates)), missing, hangs)


def _half(host: Host, low: float, high: float, front: float, back: float) -> float:
    """The least half width anywhere between two heights and two x; by its width where no stations were taken."""
    known = host.half_between(low, high, front, back)
    return host.shape(WIDTH_HIGH) / 2 if known is None else known


def _cut(one: Opening, less: Callable[[str], float]) -> Rect:
    """An opening's rectangle, its typical lengths as short as they may be."""
    side = less(one.roles[-2]) / 2
    return one.lo[0] + side, one.lo[1], one.hi[0] - side, one.hi[1] - less(one.roles[-1])


def _pierced(lo: tuple[float, float], hi: tuple[float, float], cuts: list[Rect], axis: int, deep: tuple[float, float]) -> list[Corners]:
    """An upright wall across ``axis``, ``deep`` from and to, without its openings, as boxes."""
    rows = without((*lo, *hi), cuts)
    if axis == 0:
        return [((deep[0], u0, v0), (deep[1], u1, v1)) for u0, v0, u1, v1 in rows]
    return [((u0, deep[0], v0), (u1, deep[1], v1)) for u0, v0, u1, v1 in rows]
