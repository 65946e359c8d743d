"""What a sheet is as a shell, and what it takes: by direction, duration and wetness. N, mm, MPa."""

from __future__ import annotations

from dataclasses import dataclass

from ...catalog.model import Sandwich, Sheet
from ...mechanics.shells.section import ShellSection, bent, plane, sandwich

POISSON = 0.05
ROLLING = (100.0, 60.0)
"""MPa: rolling shear modulus of plywood across its plane, along and across the face grain (EN 12369-2, lowest, from memory)."""
ROLLS, SHEARS = 1.0, 3.5
"""MPa, characteristic: rolling shear and shear in the panel's plane (softwood plywood, EN 12369-2, the lower end, from memory)."""
BIRCH = {"panel.birch": (1.8, 9.0)}
"""The same of birch plywood (Handbook of Finnish Plywood, rounded down, from memory)."""
IN_PLANE = 0.6
"""Of the bending strength, what a panel takes in plain push or pull: under the handbook's 0.65 and more for birch (from memory)."""
WET = 0.8
SHEAR_FACTOR = 1.5


@dataclass(frozen=True, slots=True)
class Allowed:
    """MPa by the panel's own axes: in bending ``m``, in plane ``n``, in shear in its plane ``v``, in rolling shear ``r``."""

    m: tuple[float, float]
    n: tuple[float, float]
    v: float
    r: float


def section(sheet: Sheet | Sandwich) -> ShellSection:
    """A sheet's stiffness by its grain; a sandwich's by its faces and core."""
    if isinstance(sheet, Sheet):
        E1, E2 = sheet.E
        return bent(E1, E2, POISSON, sheet.material.G, sheet.t, in_plane=(E1, E2), across=ROLLING, kg=sheet.mass_per_m2 * 1e-6)
    face = plane(sheet.face.E, sheet.face.E, 0.3, sheet.face.E / 2.6)
    shear = sheet.core.G, sheet.core.G
    return sandwich([(face, sheet.t_face), (face, sheet.t_face)], sheet.t_core, shear, sheet.mass_per_m2 * 1e-6)


def allowed(sheet: Sheet, *, lasting: bool, wet: bool) -> Allowed:
    """Characteristic strength times the panel's own factor for stored load or for a short one, and for wet."""
    k = (sheet.material.long if lasting else sheet.material.short) * (WET if wet else 1.0)
    m = sheet.f[0] * k, sheet.f[1] * k
    rolls, shears = BIRCH.get(sheet.material.id, (ROLLS, SHEARS))
    return Allowed(m, (IN_PLANE * m[0], IN_PLANE * m[1]), shears * k, rolls * k)
