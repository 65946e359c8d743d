"""Catalogue texts (TOML) to records. Reads no files: ``files.catalog_files`` hands it the texts."""

from __future__ import annotations

import hashlib
import tomllib
from collections.abc import Mapping
from typing import Any

from ..sections import flat, tube
from .model import Catalog, Grade, Metal, Panel, Part, Section, Sheet, Thread

TEXTS = ("materials.toml", "sections.toml", "sheets.toml", "hardware.toml")


class CatalogError(ValueError):
    """A catalogue text cannot be used; names the text and the entry."""


def _sections(data: dict[str, Any], metals: Mapping[str, Metal]) -> dict[str, Section]:
    found: dict[str, Section] = {}
    corner = float(data["rules"]["tube_corner"])
    for group in data["tube"]:
        metal = metals[group["material"]]
        for name, width, depth, wall in group["sizes"]:
            shape = tube(width, depth, wall * metal.design_wall, corner)
            area = tube(width, depth, wall, corner).A
            price = area * 1e-6 * metal.density * group["price_per_kg"]
            found[name] = Section(name, f"{name.replace('x', ' x ')} tube", metal, shape, area, tuple(group["stock"]), price, group["unit"])
    for group in data["flat"]:
        metal = metals[group["material"]]
        for name, width, depth in group["sizes"]:
            bar = flat(width, depth)
            price = bar.A * 1e-6 * metal.density * group["price_per_kg"]
            found[name] = Section(name, name.replace("x", " x "), metal, bar, bar.A, tuple(group["stock"]), price, group["unit"])
    return found


def load(texts: Mapping[str, str]) -> Catalog:
    """Build the catalogue from its four texts, keyed by the names in ``TEXTS``."""
    try:
        data = {name: tomllib.loads(texts[name]) for name in TEXTS}
        materials, hardware = data["materials.toml"], data["hardware.toml"]
        metals = {row["id"]: Metal(**row) for row in materials["metal"]}
        panels = {row["id"]: Panel(**row) for row in materials["panel"]}
        sheets = {
            row["id"]: Sheet(
                row["id"],
                row["label"],
                panels[row["material"]],
                row["t"],
                tuple(row["E"]),
                tuple(row["f"]),
                tuple(row["size"]),
                row["price"],
            )
            for row in data["sheets.toml"]["sheet"]
        }
        threads = {
            row["id"]: Thread(row["id"], row["d"], row["pitch"] if "pitch" in row else 25.4 / row["tpi"], "pitch" in row)
            for row in hardware["thread"]
        }
        return Catalog(
            version=hashlib.sha256("".join(texts[name] for name in TEXTS).encode()).hexdigest()[:12],
            metals=metals,
            panels=panels,
            sections=_sections(data["sections.toml"], metals),
            sheets=sheets,
            threads=threads,
            grades={row["id"]: Grade(row["id"], row["Fu"], row["source"]) for row in hardware["grade"]},
            parts={row["id"]: Part(**row) for row in hardware["part"]},
            pins_inch=tuple(hardware["pins"]["inch"]),
            pins_metric=tuple(hardware["pins"]["metric"]),
            roller_diameters=tuple(hardware["rollers"]["diameters"]),
        )
    except (KeyError, TypeError, ValueError) as error:
        raise CatalogError(f"the catalogue cannot be read: {error!r}") from error
