"""Section properties from geometry. Lengths mm; A mm2; I, J mm4; S, Z mm3.

Axes of a section on edge: y is the horizontal axis through the centroid (bending by vertical
load, "strong"), z the vertical one. ``Iy`` resists bending in the vertical plane.
"""

from __future__ import annotations

import math
from dataclasses import dataclass
from typing import Literal

Shape = Literal["tube", "flat", "round"]


@dataclass(frozen=True, slots=True)
class Properties:
    """Gross properties of one shape, with the outside size and wall that produced them."""

    shape: Shape
    width: float
    depth: float
    wall: float
    radius: float
    A: float
    Iy: float
    Iz: float
    J: float
    Sy: float
    Sz: float
    Zy: float
    Zz: float
    Avy: float
    """Area that resists horizontal shear."""
    Avz: float
    """Area that resists vertical shear."""

    def turned(self) -> Properties:
        """The same bar laid on its other face."""
        return Properties(
            self.shape,
            self.depth,
            self.width,
            self.wall,
            self.radius,
            self.A,
            self.Iz,
            self.Iy,
            self.J,
            self.Sz,
            self.Sy,
            self.Zz,
            self.Zy,
            self.Avz,
            self.Avy,
        )

    @property
    def ry(self) -> float:
        return math.sqrt(self.Iy / self.A)

    @property
    def rz(self) -> float:
        return math.sqrt(self.Iz / self.A)


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
    )


def flat(width: float, depth: float) -> Properties:
    """Solid rectangle. J after Roark table 10.7 case 4; shear area 5/6 A."""
    long, short = max(width, depth), min(width, depth)
    ratio = short / long
    J = long * short**3 * (1 / 3 - 0.21 * ratio * (1 - ratio**4 / 12))
    A = width * depth
    return Properties(
        "flat",
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
    )
