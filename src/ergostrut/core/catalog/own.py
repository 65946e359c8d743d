"""A user's own metals, sections, lumber and panels: kept in the job that uses them, so that a job file carries all it needs."""

from __future__ import annotations

import math
from collections.abc import Callable
from dataclasses import replace
from types import MappingProxyType
from typing import Annotated, Literal

from pydantic import Field

from ..record import Record
from ..sections import Properties, angle, channel, flat, pipe, strut, tslot, tube
from .errors import StockError
from .model import Catalog, Metal, PanelGrade, Section, Sheet, TSlot, Wood

OwnId = Annotated[str, Field(pattern=r"^own\.[a-z0-9][a-z0-9.x-]{0,38}$")]
Label = Annotated[str, Field(min_length=1, max_length=60)]
Strength = Annotated[float, Field(ge=5, le=2_500)]
Family = Literal["tube", "pipe", "flat", "angle", "channel", "tslot", "strut"]

SIZES: dict[Family, tuple[tuple[str, ...], Callable[..., Properties]]] = {
    "tube": (("width", "depth", "wall"), tube),
    "pipe": (("diameter", "wall"), pipe),
    "flat": (("thickness", "depth"), flat),
    "angle": (("upright leg", "level leg", "thickness", "root fillet"), angle),
    "channel": (("depth", "flange", "web", "flange thickness"), channel),
    "tslot": (("module", "modules across", "modules up", "slot", "lip", "cavity", "neck", "bore", "corner hollow"), tslot),
    "strut": (("width", "depth", "wall", "lip", "turn-down"), strut),
}
"""What a family is measured by, in mm and in order."""


class OwnMetal(Record):
    """Numbers from a certificate, never typical: MPa, kg/m3. ``welded``: yield and ultimate beside a weld, asked of aluminium."""

    id: OwnId
    label: Label
    kind: Literal["steel", "stainless", "aluminium"]
    E: Annotated[float, Field(ge=1_000, le=500_000)]
    G: Annotated[float, Field(ge=400, le=200_000)]
    density: Annotated[float, Field(ge=500, le=20_000)]
    Fy: Annotated[float, Field(ge=20, le=2_000)]
    Fu: Annotated[float, Field(ge=20, le=2_500)]
    welded: tuple[Strength, Strength] | None = None
    source: Annotated[str, Field(min_length=3, max_length=200)]


class OwnSection(Record):
    """A bar: its family's sizes in mm (``SIZES``), its metal, lengths sold in mm and price a metre."""

    id: OwnId
    label: Label
    family: Family
    sizes: Annotated[tuple[Annotated[float, Field(ge=0.01, le=1_000)], ...], Field(max_length=9)]
    material: Annotated[str, Field(max_length=60)]
    stock: Annotated[tuple[Annotated[float, Field(ge=100, le=20_000)], ...], Field(min_length=1, max_length=6)]
    price_per_m: Annotated[float, Field(ge=0, le=10_000)]


class OwnLumber(Record):
    """A graded piece of wood, ``width`` by ``depth`` mm: design values in MPa from its grade stamp's table, size factors in."""

    id: OwnId
    label: Label
    width: Annotated[float, Field(ge=10, le=400)]
    depth: Annotated[float, Field(ge=10, le=400)]
    E: Annotated[float, Field(ge=2_000, le=25_000)]
    Emin: Annotated[float, Field(ge=500, le=15_000)]
    Fb: Annotated[float, Field(ge=0.5, le=60)]
    Ft: Annotated[float, Field(ge=0.2, le=40)]
    Fv: Annotated[float, Field(ge=0.1, le=5)]
    Fcp: Annotated[float, Field(ge=0.3, le=20)]
    Fc: Annotated[float, Field(ge=0.5, le=50)]
    Cfu: Annotated[float, Field(ge=1, le=1.3)]
    gravity: Annotated[float, Field(ge=0.2, le=0.9)]
    density: Annotated[float, Field(ge=200, le=1_200)]
    stock: Annotated[tuple[Annotated[float, Field(ge=100, le=20_000)], ...], Field(min_length=1, max_length=6)]
    price_per_m: Annotated[float, Field(ge=0, le=10_000)]
    source: Annotated[str, Field(min_length=3, max_length=200)]


class OwnPanel(Record):
    """A sheet, mean ``t`` mm: E and characteristic bending strength along and across the face grain, G, all MPa, from the maker; ``conducts`` W/(m K) where
    it is known."""

    id: OwnId
    label: Label
    kind: Literal["plywood", "OSB"]
    t: Annotated[float, Field(ge=2, le=60)]
    E: tuple[Annotated[float, Field(ge=100, le=25_000)], Annotated[float, Field(ge=100, le=25_000)]]
    f: tuple[Annotated[float, Field(ge=0.5, le=120)], Annotated[float, Field(ge=0.5, le=120)]]
    G: Annotated[float, Field(ge=20, le=5_000)]
    density: Annotated[float, Field(ge=200, le=1_200)]
    size: tuple[Annotated[float, Field(ge=300, le=8_000)], Annotated[float, Field(ge=300, le=8_000)]]
    price: Annotated[float, Field(ge=0, le=10_000)]
    source: Annotated[str, Field(min_length=3, max_length=200)]
    conducts: Annotated[float, Field(ge=0.01, le=5)] | None = None


class OwnStock(Record):
    metals: Annotated[tuple[OwnMetal, ...], Field(max_length=100)] = ()
    sections: Annotated[tuple[OwnSection, ...], Field(max_length=200)] = ()
    lumber: Annotated[tuple[OwnLumber, ...], Field(max_length=100)] = ()
    panels: Annotated[tuple[OwnPanel, ...], Field(max_length=100)] = ()


KINDS: dict[str, tuple[str, type[OwnMetal] | type[OwnSection] | type[OwnLumber] | type[OwnPanel]]] = {
    "metal": ("metals", OwnMetal),
    "section": ("sections", OwnSection),
    "lumber": ("lumber", OwnLumber),
    "panel": ("panels", OwnPanel),
}
"""Each kind of own stock: its list in ``OwnStock``, and its record."""

MODULES, PROFILES = 8, 24
"""Most modules of a T-slot profile a side, and most such profiles in a job: each one's torsion constant takes a third of a second."""
DURATION = {"plywood": (0.60, 0.37), "OSB": (0.55, 0.25)}
"""Short-term and lasting share of the characteristic strength (after EC5's kmod and gamma with 1.4 on loads)."""


def merged(own: OwnStock, more: OwnStock) -> OwnStock:
    """Both, the newer by id."""
    both = {}
    for name, _ in KINDS.values():
        both[name] = tuple({item.id: item for item in (*getattr(own, name), *getattr(more, name))}.values())
    return OwnStock(**both)


def section_from(own: OwnSection, metals: dict[str, Metal], field: str) -> Section:
    """The bar an own section stands for.

    Raises:
        StockError: the metal is not there, or the sizes make no bar.
    """
    names, build = SIZES[own.family]
    metal = metals.get(own.material)
    if metal is None:
        raise StockError(field, f"{own.label} is made of “{own.material}”, which is not in the catalogue or your own stock")
    if len(own.sizes) != len(names):
        raise StockError(field, f"{own.label}: {own.family} takes {len(names)} sizes in mm: {', '.join(names)}")
    sizes: list[float] = list(own.sizes)
    if own.family == "tslot":
        if not all(1 <= n <= MODULES for n in sizes[1:3]):
            raise StockError(f"{field}/sizes", f"{own.label}: modules across and up are whole numbers from 1 to {MODULES}")
        sizes[1], sizes[2] = int(sizes[1]), int(sizes[2])
    if own.family == "tube":
        _tube_walls(own, metal, field)
    corner = (1.0,) if own.family == "tube" and metal.kind == "aluminium" else ()
    try:
        shape = build(*sizes, *corner)
        wall = {"tube": 2, "pipe": 1}.get(own.family)
        thin = shape
        if wall is not None and metal.design_wall != 1.0:
            thin = build(*(s * metal.design_wall if i == wall else s for i, s in enumerate(sizes)), *corner)
    except ValueError as error:
        raise StockError(field, f"{own.label}: {error}") from None
    slot = TSlot.of(sizes) if own.family == "tslot" else None
    return Section(own.id, own.label, metal, thin, shape.A, tuple(own.stock), own.price_per_m, "mm", slot)


def _tube_walls(own: OwnSection, metal: Metal, field: str) -> None:
    """Walls the strength formulas are made for: AISC 360-16 F7-6 ends at h/t 5.70 sqrt(E/Fy), and G4 counts h - 3t of a web.

    Raises:
        StockError: a wall thinner or thicker than that.
    """
    width, depth, wall = own.sizes
    thinnest = max(width, depth) / (5.70 * math.sqrt(metal.E / metal.Fy)) / metal.design_wall
    if wall < thinnest:
        words = (
            f"a wall of {wall:g} mm on a side of {max(width, depth):g} mm is thinner than its strength can be told for ({thinnest:.2f} mm)"
        )
        raise StockError(f"{field}/sizes", f"{own.label}: {words}")
    if 2 * wall < min(width, depth) <= 3 * wall + 1e-9:
        raise StockError(
            f"{field}/sizes", f"{own.label}: a wall of {wall:g} mm leaves nearly no tube; enter it as a flat bar, or check the wall"
        )


def extended(catalog: Catalog, own: OwnStock) -> Catalog:
    """The catalogue with a job's own stock in it.

    Raises:
        StockError: naming the entry that cannot be used.
    """
    if own == OwnStock():
        return catalog
    metals = dict(catalog.metals)
    for i, metal in enumerate(own.metals):
        if metal.id in metals:
            raise StockError(f"/own/metals/{i}", f"two metals are called {metal.id}")
        if metal.Fu < metal.Fy:
            raise StockError(f"/own/metals/{i}/Fu", f"{metal.label}: ultimate strength cannot lie under yield")
        if metal.kind == "aluminium" and metal.welded is None:
            raise StockError(f"/own/metals/{i}/welded", f"{metal.label}: give yield and ultimate beside a weld, welding weakens aluminium")
        metals[metal.id] = Metal(**metal.model_dump(), design_wall=1.0, recalled=False)
    if sum(section.family == "tslot" for section in own.sections) > PROFILES:
        raise StockError("/own/sections", f"at most {PROFILES} T-slot profiles of your own in one job; take away those it does not use")
    sections = dict(catalog.sections)
    for i, section in enumerate(own.sections):
        if section.id in sections:
            raise StockError(f"/own/sections/{i}", f"two sections are called {section.id}")
        sections[section.id] = section_from(section, metals, f"/own/sections/{i}")
    for i, wood in enumerate(own.lumber):
        if wood.id in sections:
            raise StockError(f"/own/lumber/{i}", f"two sections are called {wood.id}")
        if wood.Emin > wood.E:
            raise StockError(f"/own/lumber/{i}/Emin", f"{wood.label}: E for stability cannot lie over the mean E")
        sections[wood.id] = _lumber_from(wood)
    sheets = dict(catalog.sheets)
    for i, panel in enumerate(own.panels):
        if panel.id in sheets:
            raise StockError(f"/own/panels/{i}", f"two panels are called {panel.id}")
        sheets[panel.id] = _sheet_from(panel)
    return replace(catalog, metals=MappingProxyType(metals), sections=MappingProxyType(sections), sheets=MappingProxyType(sheets))


def _lumber_from(own: OwnLumber) -> Section:
    values = own.model_dump(include={"id", "label", "E", "Emin", "density", "Fb", "Ft", "Fv", "Fcp", "Fc", "Cfu", "gravity", "source"})
    wood = Wood(**values, G=own.E / 16, recalled=False)
    shape = flat(own.width, own.depth, "lumber")
    return Section(own.id, own.label, wood, shape, shape.A, tuple(own.stock), own.price_per_m, "mm")


def _sheet_from(own: OwnPanel) -> Sheet:
    short, long = DURATION[own.kind]
    material = PanelGrade(own.id, own.label, own.density, short, long, own.G, own.source, recalled=False, conducts=own.conducts)
    return Sheet(own.id, own.label, material, own.t, own.E, own.f, own.size, own.price)
