"""Catalogue records: what can be bought, with the numbers the checks need."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

from ..sections import Properties


@dataclass(frozen=True, slots=True)
class Metal:
    id: str
    label: str
    E: float
    G: float
    density: float
    Fy: float
    Fu: float
    design_wall: float
    source: str
    recalled: bool


@dataclass(frozen=True, slots=True)
class Panel:
    id: str
    label: str
    density: float
    short: float
    long: float
    G: float
    source: str
    recalled: bool


@dataclass(frozen=True, slots=True)
class Section:
    """A bar: geometry with the design wall for sums, nominal area for mass."""

    id: str
    label: str
    metal: Metal
    properties: Properties
    nominal_area: float
    stock: tuple[float, ...]
    price_per_m: float
    unit: str

    @property
    def mass_per_m(self) -> float:
        return self.nominal_area * 1e-6 * self.metal.density


@dataclass(frozen=True, slots=True)
class Sheet:
    id: str
    label: str
    material: Panel
    t: float
    E: tuple[float, float]
    f: tuple[float, float]
    size: tuple[float, float]
    price: float

    @property
    def mass_per_m2(self) -> float:
        return self.t * 1e-3 * self.material.density


@dataclass(frozen=True, slots=True)
class Thread:
    """``d`` nominal and ``stress_area`` (ASME B1.1, ISO 898-1): 0.7854 (d - 0.9743/n)^2, 0.7854 (d - 0.9382 P)^2."""

    id: str
    d: float
    pitch: float
    metric: bool

    @property
    def stress_area(self) -> float:
        return 0.7854 * (self.d - (0.9382 if self.metric else 0.9743) * self.pitch) ** 2


@dataclass(frozen=True, slots=True)
class Grade:
    id: str
    Fu: float
    source: str


@dataclass(frozen=True, slots=True)
class Part:
    id: str
    label: str
    mass: float
    price: float


@dataclass(frozen=True)
class Catalog:
    """Everything by id. ``version`` is a digest of the texts it was read from."""

    version: str
    metals: Mapping[str, Metal]
    panels: Mapping[str, Panel]
    sections: Mapping[str, Section]
    sheets: Mapping[str, Sheet]
    threads: Mapping[str, Thread]
    grades: Mapping[str, Grade]
    parts: Mapping[str, Part]
    pins_inch: tuple[float, ...]
    pins_metric: tuple[float, ...]
    roller_diameters: tuple[float, ...]
