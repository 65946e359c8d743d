"""Area integrals of an outline of straight edges, by Green's theorem, and what follows from them.

Loops are lists of (y, z): solid parts counter-clockwise, holes clockwise. Curves come in as short chords.
"""

from __future__ import annotations

import math
from collections.abc import Sequence

import numpy as np
from numpy.typing import NDArray

from .properties import Loop, Properties, Shape
from .torsion import torsion_constant

Array = NDArray[np.float64]
Point = tuple[float, float]
CHORDS = 12
"""Chords in a quarter circle; the area of a quarter circle is then right within 0.3 %."""


def arc(centre: Point, r: float, start: float, turn: float = math.pi / 2) -> list[Point]:
    """Points on a circle from angle ``start`` through ``turn`` (rad, counter-clockwise positive)."""
    if r <= 0:
        return [centre]
    count = max(2, round(CHORDS * abs(turn) / (math.pi / 2)))
    return [
        (centre[0] + r * math.cos(start + turn * i / count), centre[1] + r * math.sin(start + turn * i / count)) for i in range(count + 1)
    ]


def box(y0: float, z0: float, y1: float, z1: float, r: float = 0.0) -> list[Point]:
    """A rectangle with rounded corners, counter-clockwise."""
    if r <= 0:
        return [(y0, z0), (y1, z0), (y1, z1), (y0, z1)]
    corners = ((y1 - r, z0 + r, -math.pi / 2), (y1 - r, z1 - r, 0.0), (y0 + r, z1 - r, math.pi / 2), (y0 + r, z0 + r, math.pi))
    return [point for y, z, start in corners for point in arc((y, z), r, start)]


def disc(centre: Point, d: float) -> list[Point]:
    return arc(centre, d / 2, 0.0, 2 * math.pi)[:-1]


def hole(points: Sequence[Point]) -> list[Point]:
    """The same loop as a hole."""
    return list(reversed(points))


def moments(loops: Sequence[Sequence[Point]]) -> tuple[float, float, float, float, float, float]:
    """A, and the integrals of y, z, y2, z2 and yz over the area."""
    total = np.zeros(6)
    for loop in loops:
        p = np.asarray(loop, dtype=float)
        q = np.roll(p, -1, axis=0)
        (y0, z0), (y1, z1) = p.T, q.T
        c = y0 * z1 - y1 * z0
        total += [
            c.sum() / 2,
            ((y0 + y1) * c).sum() / 6,
            ((z0 + z1) * c).sum() / 6,
            ((y0 * y0 + y0 * y1 + y1 * y1) * c).sum() / 12,
            ((z0 * z0 + z0 * z1 + z1 * z1) * c).sum() / 12,
            ((y0 * z1 + 2 * y0 * z0 + 2 * y1 * z1 + y1 * z0) * c).sum() / 24,
        ]
    A, sy, sz, syy, szz, syz = (float(v) for v in total)
    return A, sy, sz, syy, szz, syz


def above(loops: Sequence[Sequence[Point]], levels: Array) -> tuple[Array, Array, Array]:
    """At each of ``levels`` (n,): area above it, that area's first moment about it, and the width of material at it."""
    area, first, width = np.zeros_like(levels), np.zeros_like(levels), np.zeros_like(levels)
    for loop in loops:
        p = np.asarray(loop, dtype=float)[:, :, None]
        q = np.concatenate((p[1:], p[:1]))
        y0, y1 = p[:, 0], q[:, 0]
        # a part below the level is pressed flat onto it: it closes the loop and adds no area
        d0, d1 = p[:, 1] - levels, q[:, 1] - levels
        crossing = (d0 >= 0) != (d1 >= 0)
        cut = np.where(crossing, d0 / np.where(crossing, d0 - d1, 1.0), 0.0)
        ym = y0 + (y1 - y0) * cut
        width += np.sum(np.where(crossing, np.where(d1 > d0, ym, -ym), 0.0), axis=0)
        z0, z1 = np.maximum(d0, 0.0), np.maximum(d1, 0.0)
        zm = np.where(crossing, 0.0, z0)
        for ya, za, yb, zb in ((y0, z0, ym, zm), (ym, zm, y1, z1)):
            c = ya * zb - yb * za
            area += c.sum(axis=0) / 2
            first += ((za + zb) * c).sum(axis=0) / 6
    return area, first, width


def plastic(loops: Sequence[Sequence[Point]]) -> float:
    """Plastic modulus about the level axis that halves the area."""
    zs = [z for loop in loops for _, z in loop]
    low, high = min(zs), max(zs)
    A, _, sz, *_ = moments(loops)
    for _ in range(4):
        levels = np.linspace(low, high, 33)
        at = int(np.searchsorted(-above(loops, levels)[0], -A / 2))
        low, high = levels[max(at - 1, 0)], levels[min(at, 32)]
    level = (low + high) / 2
    return float(2 * above(loops, np.array([level]))[1][0] - (sz - A * level))


def shear_area(loops: Sequence[Sequence[Point]], inertia: float) -> float:
    """Area by which a vertical shear gives the peak shear stress: the least I b / Q over level cuts; loops about the centroid."""
    zs = np.unique(np.round([z for loop in loops for _, z in loop], 6))
    low, high = zs[:-1], zs[1:]
    levels = np.concatenate([low + share * (high - low) for share in (0.02, 0.5, 0.98)])
    area, first, width = above(loops, levels)
    Q = first + area * levels
    real = (width > 1e-9) & (Q > 1e-9)
    return float(np.min(inertia * width[real] / Q[real]))


def from_outline(
    shape: Shape, loops: Sequence[Sequence[Point]], wall: float, radius: float = 0.0, J: float | None = None, Cw: float = 0.0
) -> Properties:
    """Everything of an outline. ``J``: where a closed form is known; else from the stress function."""
    A, sy, sz, *_ = moments(loops)
    cy, cz = sy / A, sz / A
    centred = [[(y - cy, z - cz) for y, z in loop] for loop in loops]
    sideways = [[(-z, y) for y, z in loop] for loop in centred]
    _, _, _, syy, szz, syz = moments(centred)
    ys, zs = [y for loop in centred for y, _ in loop], [z for loop in centred for _, z in loop]
    return Properties(
        shape,
        max(ys) - min(ys),
        max(zs) - min(zs),
        wall,
        radius,
        A,
        szz,
        syy,
        torsion_constant(centred) if J is None else J,
        szz / max(max(zs), -min(zs)),
        syy / max(max(ys), -min(ys)),
        plastic(centred),
        plastic(sideways),
        shear_area(sideways, syy),
        shear_area(centred, szz),
        syz,
        Cw,
        tuple(_loop(loop) for loop in centred),
    )


def _loop(points: Sequence[Point]) -> Loop:
    return tuple((float(y), float(z)) for y, z in points)
