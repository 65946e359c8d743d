"""Closed and solid sections from closed forms: rectangular and round tube, flat, lumber, round bar. Lengths mm."""

from __future__ import annotations

import math

from .outline import box, disc, hole
from .properties import Loop, Properties, Shape


def _loops(*rows: list[tuple[float, float]]) -> tuple[Loop, ...]:
    return tuple(tuple(row) for row in rows)


def _rounded(width: float, depth: float, r: float) -> tuple[float, float, float, float, float]:
    """A, Iy, Iz, Zy, Zz of a filled rectangle with corners of radius ``r``.

    The corner left out is a square less a quarter circle; its centroid lies
    r (10 - 3 pi)/(12 - 3 pi) from each outer edge.
    """
    gone = (1 - math.pi / 4) * r * r
    edge = r * (10 - 3 * math.pi) / (12 - 3 * math.pi)
    own = r**4 * (1 / 3 - math.pi / 16) - gone * (r - edge) ** 2

    def inertia(b: float, h: float) -> float:
        return b * h**3 / 12 - 4 * (own + gone * (h / 2 - edge) ** 2)

    def plastic(b: float, h: float) -> float:
        return b * h * h / 4 - 4 * gone * (h / 2 - edge)

    area = width * depth - 4 * gone
    return area, inertia(width, depth), inertia(depth, width), plastic(width, depth), plastic(depth, width)


def tube(width: float, depth: float, wall: float, corner: float = 2.0) -> Properties:
    """Rectangular tube, outer corner radius ``corner`` x wall, inner one wall less.

    J = 4 Am^2 t / p on the middle line (Bredt). Shear areas 2 (d - 3t) t (AISC 360-16 G4).

    Raises:
        ValueError: when the wall does not leave a hole.
    """
    if not 0 < 2 * wall < min(width, depth):
        raise ValueError(f"a wall of {wall} mm does not leave a hole in {width} x {depth} mm")
    ro = corner * wall
    ri = max(ro - wall, 0.0)
    outer = _rounded(width, depth, ro)
    inner = _rounded(width - 2 * wall, depth - 2 * wall, ri)
    A, Iy, Iz, Zy, Zz = (a - b for a, b in zip(outer, inner, strict=True))
    rm = ro - wall / 2
    bm, hm = width - wall, depth - wall
    enclosed = bm * hm - (4 - math.pi) * rm * rm
    perimeter = 2 * (bm + hm) - (8 - 2 * math.pi) * rm
    return Properties(
        "tube",
        width,
        depth,
        wall,
        ro,
        A,
        Iy,
        Iz,
        4 * enclosed**2 * wall / perimeter,
        2 * Iy / depth,
        2 * Iz / width,
        Zy,
        Zz,
        2 * (width - 3 * wall) * wall,
        2 * (depth - 3 * wall) * wall,
        loops=_loops(
            box(-width / 2, -depth / 2, width / 2, depth / 2, ro),
            hole(box(wall - width / 2, wall - depth / 2, width / 2 - wall, depth / 2 - wall, ri)),
        ),
    )


def pipe(d: float, wall: float) -> Properties:
    """Round tube and conduit. J = 2 I; shear area A / 2 (AISC 360-16 G5).

    Raises:
        ValueError: when the wall does not leave a hole.
    """
    if not 0 < 2 * wall < d:
        raise ValueError(f"a wall of {wall} mm does not leave a hole in a {d} mm tube")
    inner = d - 2 * wall
    A, inertia = math.pi * (d**2 - inner**2) / 4, math.pi * (d**4 - inner**4) / 64
    S, Z = 2 * inertia / d, (d**3 - inner**3) / 6
    return Properties(
        "pipe",
        d,
        d,
        wall,
        d / 2,
        A,
        inertia,
        inertia,
        2 * inertia,
        S,
        S,
        Z,
        Z,
        A / 2,
        A / 2,
        loops=_loops(disc((0, 0), d), hole(disc((0, 0), inner))),
    )


def flat(width: float, depth: float, shape: Shape = "flat") -> Properties:
    """Solid rectangle, steel flat or lumber. J after Roark table 10.7 case 4; shear area 5/6 A."""
    long, short = max(width, depth), min(width, depth)
    ratio = short / long
    J = long * short**3 * (1 / 3 - 0.21 * ratio * (1 - ratio**4 / 12))
    A = width * depth
    return Properties(
        shape,
        width,
        depth,
        short,
        0.0,
        A,
        width * depth**3 / 12,
        depth * width**3 / 12,
        J,
        width * depth**2 / 6,
        depth * width**2 / 6,
        width * depth**2 / 4,
        depth * width**2 / 4,
        A * 5 / 6,
        A * 5 / 6,
        loops=_loops(box(-width / 2, -depth / 2, width / 2, depth / 2)),
    )


def round_bar(d: float) -> Properties:
    """Solid round."""
    A, inertia = math.pi * d * d / 4, math.pi * d**4 / 64
    return Properties(
        "round",
        d,
        d,
        d / 2,
        d / 2,
        A,
        inertia,
        inertia,
        2 * inertia,
        math.pi * d**3 / 32,
        math.pi * d**3 / 32,
        d**3 / 6,
        d**3 / 6,
        0.9 * A,
        0.9 * A,
        loops=_loops(disc((0, 0), d)),
    )
