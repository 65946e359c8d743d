"""Catalogue records: what can be bought, with the numbers the checks need."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from typing import Literal

from ..sections import Properties


@dataclass(frozen=True, slots=True)
class Metal:
    """``welded``: yield and ultimate within 25 mm of a weld, where welding weakens the metal."""

    id: str
    kind: Literal["steel", "stainless", "aluminium"]
    label: str
    E: float
    G: float
    density: float
    Fy: float
    Fu: float
    design_wall: float
    source: str
    recalled: bool
    welded: tuple[float, float] | None = None


@dataclass(frozen=True, slots=True)
class Wood:
    """Lumber of one size. Reference values MPa with the size factor already in (NDS 2018 4.3.6), not yet with load duration.

    ``Cfu``: flat use factor. ``gravity``: specific gravity for fasteners. G is E / 16, common practice.
    """

    id: str
    label: str
    E: float
    Emin: float
    G: float
    density: float
    Fb: float
    Ft: float
    Fv: float
    Fcp: float
    Fc: float
    Cfu: float
    gravity: float
    source: str
    recalled: bool
    kind: Literal["wood"] = "wood"


Material = Metal | Wood


@dataclass(frozen=True, slots=True)
class Face:
    """A sandwich skin; ``allow`` MPa; ``conducts`` W/(m K), None: not known; ``wood``: thin ply, through which a screw's head comes as through
    wood."""

    id: str
    label: str
    E: float
    allow: float
    density: float
    source: str
    recalled: bool
    conducts: float | None = None
    wood: bool = False


@dataclass(frozen=True, slots=True)
class Core:
    """A sandwich core; ultimate shear, shear modulus, crushing and E, MPa; ``conducts`` W/(m K), None: not known."""

    id: str
    label: str
    shear: float
    G: float
    crush: float
    E: float
    density: float
    source: str
    recalled: bool
    conducts: float | None = None


@dataclass(frozen=True, slots=True)
class Sandwich:
    id: str
    label: str
    face: Face
    core: Core
    t_face: float
    t_core: float
    size: tuple[float, float]
    price: float

    @property
    def t(self) -> float:
        return 2 * self.t_face + self.t_core

    @property
    def mass_per_m2(self) -> float:
        """kg/m2."""
        return (2 * self.t_face * self.face.density + self.t_core * self.core.density) * 1e-3


@dataclass(frozen=True, slots=True)
class PanelGrade:
    """What sheets are made of; ``conducts`` W/(m K), None: not known."""

    id: str
    label: str
    density: float
    short: float
    long: float
    G: float
    source: str
    recalled: bool
    conducts: float | None = None


@dataclass(frozen=True, slots=True)
class TSlot:
    """The slots of a T-slot profile: one in the middle of every ``module`` of a face, ``opening`` wide and ``reach`` deep, mm."""

    module: float
    opening: float
    reach: float

    @classmethod
    def of(cls, sizes: Sequence[float]) -> TSlot:
        """From a profile's sizes, as the catalogue and own stock give them."""
        module, _, _, opening, _, _, neck, *_ = sizes
        return cls(module, opening, (module - neck) / 2)


@dataclass(frozen=True, slots=True)
class Section:
    """A bar: geometry with the design wall for sums, nominal area for mass."""

    id: str
    label: str
    material: Material
    properties: Properties
    nominal_area: float
    stock: tuple[float, ...]
    price_per_m: float
    unit: str
    slot: TSlot | None = None

    @property
    def mass_per_m(self) -> float:
        return self.nominal_area * 1e-6 * self.material.density


@dataclass(frozen=True, slots=True)
class Sheet:
    id: str
    label: str
    material: PanelGrade
    t: float
    E: tuple[float, float]
    f: tuple[float, float]
    size: tuple[float, float]
    price: float

    @property
    def mass_per_m2(self) -> float:
        return self.t * 1e-3 * self.material.density


@dataclass(frozen=True, slots=True)
class Planks:
    """Boards laid side by side: ``width`` and ``t`` mm each, ``allow`` MPa in bending. ``duration``: wood, whose strength
    takes NDS load duration; ``wet``: what is left of strength and E where they stay wet. Sold by length like a bar."""

    id: str
    label: str
    width: float
    t: float
    E: float
    allow: float
    duration: bool
    wet: tuple[float, float]
    density: float
    stock: tuple[float, ...]
    price_per_m: float
    source: str
    recalled: bool

    @property
    def mass_per_m(self) -> float:
        """kg/m of one board."""
        return self.width * self.t * 1e-6 * self.density


@dataclass(frozen=True, slots=True)
class Thread:
    """``d`` nominal and ``stress_area`` (ASME B1.1, ISO 898-1): 0.7854 (d - 0.9743/n)^2, 0.7854 (d - 0.9382 P)^2."""

    id: str
    d: float
    pitch: float
    metric: bool

    @property
    def minor(self) -> float:
        """mm at the root of its thread: d - 1.2269 P (ISO 724 and ASME B1.1)."""
        return self.d - 1.2269 * self.pitch

    @property
    def stress_area(self) -> float:
        return 0.7854 * (self.d - (0.9382 if self.metric else 0.9743) * self.pitch) ** 2


@dataclass(frozen=True, slots=True)
class Grade:
    """Ultimate, proof and yield strength, MPa."""

    id: str
    Fu: float
    proof: float
    Fy: float
    source: str


@dataclass(frozen=True, slots=True)
class WoodScrew:
    """Shank and root diameter mm, bending yield MPa."""

    id: str
    d: float
    root: float
    Fyb: float


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
    sections: Mapping[str, Section]
    sheets: Mapping[str, Sheet | Sandwich | Planks]
    threads: Mapping[str, Thread]
    grades: Mapping[str, Grade]
    parts: Mapping[str, Part]
    wood_screws: Mapping[str, WoodScrew]
    pins_inch: tuple[float, ...]
    pins_metric: tuple[float, ...]
    roller_diameters: tuple[float, ...]

    def bar(self, ident: str) -> Section | Planks:
        """What is sold by length: a section or a board.

        Raises:
            KeyError: neither is there.
        """
        found = self.sheets.get(ident)
        return found if isinstance(found, Planks) else self.sections[ident]

    def sheet(self, ident: str) -> Sheet | Sandwich:
        """What is sold as a sheet.

        Raises:
            KeyError: it is not there, or sold by length.
        """
        found = self.sheets[ident]
        if isinstance(found, Planks):
            raise KeyError(ident)
        return found
