"""The numbers of one bar's cross section. Lengths mm; A mm2; I, J mm4; S, Z mm3; Cw mm6.

Axes of a section on edge: y is the horizontal axis through the centroid (bending by vertical load, "strong"),
z the vertical one. ``Iy`` resists bending in the vertical plane. Points of ``loops`` are (y, z) from the centroid.
"""

from __future__ import annotations

import math
from dataclasses import dataclass, replace
from functools import cached_property
from typing import Literal

Shape = Literal["tube", "pipe", "flat", "round", "angle", "channel", "lumber", "tslot", "strut"]
Loop = tuple[tuple[float, float], ...]


@dataclass(frozen=True)
class Properties:
    """Gross properties of one shape, with the outside size and wall that produced them.

    ``Avy``/``Avz``: area that resists horizontal/vertical shear. ``Sy``/``Sz``: to the farther fibre.
    ``shear``: (y, z) of the shear centre from the centroid. ``loops``: outline, solid parts counter-clockwise and holes clockwise.
    """

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
    Avz: float
    Iyz: float = 0.0
    Cw: float = 0.0
    loops: tuple[Loop, ...] = ()
    shear: tuple[float, float] = (0.0, 0.0)

    def turned(self) -> Properties:
        """The same bar laid on its other face: a quarter turn."""
        return self._turned

    @cached_property
    def _turned(self) -> Properties:
        return replace(
            self,
            width=self.depth,
            depth=self.width,
            Iy=self.Iz,
            Iz=self.Iy,
            Sy=self.Sz,
            Sz=self.Sy,
            Zy=self.Zz,
            Zz=self.Zy,
            Avy=self.Avz,
            Avz=self.Avy,
            Iyz=-self.Iyz,
            shear=(-self.shear[1], self.shear[0]),
            loops=tuple(tuple((-z, y) for y, z in loop) for loop in self.loops),
        )

    @property
    def ry(self) -> float:
        return math.sqrt(self.Iy / self.A)

    @property
    def rz(self) -> float:
        return math.sqrt(self.Iz / self.A)

    @property
    def principal(self) -> tuple[float, float, float]:
        """(I1, I2, angle): larger and smaller second moment, and the turn (rad) of axis 1 from y, towards z."""
        if abs(self.Iyz) < 1e-9 * (self.Iy + self.Iz):
            return (self.Iy, self.Iz, 0.0) if self.Iy >= self.Iz else (self.Iz, self.Iy, math.pi / 2)
        mean, half = (self.Iy + self.Iz) / 2, (self.Iy - self.Iz) / 2
        spread = math.hypot(half, self.Iyz)
        return mean + spread, mean - spread, math.atan2(-self.Iyz, half) / 2

    @property
    def r_min(self) -> float:
        """Least radius of gyration about any axis, mm."""
        return math.sqrt(self.principal[1] / self.A)
