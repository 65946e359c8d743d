"""Bars of every family from the rows of sections.toml: a table of builders."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass
from typing import Any

from ..constants import PSI
from ..sections import Properties, angle, channel, flat, pipe, strut, tslot, tube
from .model import Metal, Section, TSlot, Wood

SIZE_FACTORS = {
    2: (1.5, 1.5, 1.15, 1.0),
    3: (1.5, 1.5, 1.15, 1.0),
    4: (1.5, 1.5, 1.15, 1.1),
    6: (1.3, 1.3, 1.1, 1.15),
    8: (1.2, 1.2, 1.05, 1.15),
    10: (1.1, 1.1, 1.0, 1.2),
    12: (1.0, 1.0, 1.0, 1.2),
}
"""Nominal depth in inches: CF for Fb, Ft and Fc, and Cfu (NDS 2018 Supplement table 4A)."""


def lumber_of(row: Mapping[str, Any], nominal: int) -> Wood:
    """A species row at one nominal depth, in MPa."""
    cb, ct, cc, flat_use = SIZE_FACTORS[nominal]
    Fb, Ft, Fc = row["Fb"], row["Ft"], row["Fc"]
    if "by_size" in row:
        Fb, Ft, Fc = row["by_size"].get(str(nominal), (Fb, Ft, Fc))
        cb = ct = cc = 1.0
    return Wood(
        id=row["id"],
        label=row["label"],
        E=row["E"] * PSI,
        Emin=row["Emin"] * PSI,
        G=row["E"] * PSI / 16,
        density=row["density"],
        Fb=Fb * cb * PSI,
        Ft=Ft * ct * PSI,
        Fv=row["Fv"] * PSI,
        Fcp=row["Fcp"] * PSI,
        Fc=Fc * cc * PSI,
        Cfu=flat_use,
        gravity=row["gravity"],
        source=row["source"],
        recalled=row["recalled"],
    )


@dataclass(frozen=True, slots=True)
class _Family:
    """``build`` takes the numbers of a size; ``wall`` is the index among them of the wall that a design wall reduces."""

    build: Callable[..., Properties]
    label: str
    wall: int | None = None


_FAMILIES = {
    "tube": _Family(tube, "{} tube", 2),
    "pipe": _Family(pipe, "{}", 1),
    "flat": _Family(flat, "{}"),
    "angle": _Family(angle, "{}"),
    "channel": _Family(channel, "{}"),
    "tslot": _Family(tslot, "{}"),
    "strut": _Family(strut, "{}"),
}


def _label(name: str, pattern: str) -> str:
    for old, new in ((" alu", " aluminium"), ("T ", "T-slot ")):
        name = name.replace(old, new)
    return pattern.format(name.replace("x", " x "))


def sections_of(data: Mapping[str, Any], metals: Mapping[str, Metal], lumber: Mapping[str, Mapping[str, Any]]) -> dict[str, Section]:
    """Every section of the catalogue text by id."""
    found: dict[str, Section] = {}
    for kind, family in _FAMILIES.items():
        for group in data.get(kind, ()):
            metal = metals[group["material"]]
            more = (group.get("corner", data["rules"]["tube_corner"]),) if kind == "tube" else ()
            for name, *numbers in group["sizes"]:
                nominal = family.build(*numbers, *more)
                shape = nominal
                if family.wall is not None and metal.design_wall != 1.0:
                    thin = list(numbers)
                    thin[family.wall] *= metal.design_wall
                    shape = family.build(*thin, *more)
                price = nominal.A * 1e-6 * metal.density * group["price_per_kg"]
                label = _label(name, family.label)
                slot = TSlot.of(numbers) if kind == "tslot" else None
                found[name] = Section(name, label, metal, shape, nominal.A, tuple(group["stock"]), price, group["unit"], slot)
    for group in data.get("lumber", ()):
        for species in group["species"]:
            for name, nominal_depth, width, depth in group["sizes"]:
                wood = lumber_of(lumber[species], nominal_depth)
                bar = flat(width, depth, "lumber")
                key = f"{name} {species.removeprefix('wood.')}"
                found[key] = Section(
                    key,
                    f"{name.replace('x', ' x ')} {wood.label}",
                    wood,
                    bar,
                    bar.A,
                    tuple(group["stock"]),
                    bar.A * 1e-6 * group["price_per_m3"],
                    group["unit"],
                )
    return found
