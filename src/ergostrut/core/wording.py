"""Numbers in sentences, in the job's units."""

from __future__ import annotations

from dataclasses import dataclass

from .constants import KSI, LBF
from .quantity import show_length, show_mass
from .units import Units


@dataclass(frozen=True, slots=True)
class Say:
    """Formats core numbers (mm, N, MPa, kg) for reading; lengths and masses set apart."""

    units: Units

    def length(self, mm: float) -> str:
        if self.units.length == "mm":
            return f"{mm:.1f} mm" if abs(mm) < 10 else f"{mm:.0f} mm"
        small = abs(mm) < 1.6
        return f"{mm / 25.4:.3f} in" if small else f"{show_length(mm, 'in', 32 if abs(mm) < 25 else 16)} in"

    def mass(self, kg: float) -> str:
        return f"{show_mass(kg, self.units.mass)} {self.units.mass}"

    def force(self, newton: float) -> str:
        if self.units.mass == "lb":
            return f"{newton / LBF:.0f} lbf"
        return f"{newton:.0f} N" if abs(newton) < 1000 else f"{newton / 1000:.2f} kN"

    def stress(self, mpa: float) -> str:
        return f"{mpa / KSI:.1f} ksi" if self.units.length == "in" else f"{mpa:.0f} MPa"
