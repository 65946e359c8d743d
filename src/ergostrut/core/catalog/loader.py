"""Catalogue texts (TOML) to records. Reads no files: ``files.catalog_files`` hands it the texts."""

from __future__ import annotations

import hashlib
import tomllib
from collections.abc import Mapping
from typing import Any

from .model import Catalog, Core, Face, Grade, Metal, PanelGrade, Part, Planks, Sandwich, Sheet, Thread, WoodScrew
from .stock import sections_of

TEXTS = ("materials.toml", "sections.toml", "sheets.toml", "hardware.toml")


class CatalogError(ValueError):
    """A catalogue text cannot be used; names the text and the entry."""


def _metal(row: Mapping[str, Any]) -> Metal:
    return Metal(**{**row, "welded": tuple(row["welded"])} if "welded" in row else row)


def _sheets(data: Mapping[str, Any], materials: Mapping[str, Any]) -> dict[str, Sheet | Sandwich | Planks]:
    panels = {row["id"]: PanelGrade(**row) for row in materials["panel"]}
    faces = {row["id"]: Face(**row) for row in materials["face"]}
    cores = {row["id"]: Core(**row) for row in materials["core"]}
    found: dict[str, Sheet | Sandwich | Planks] = {}
    for row in data["sheet"]:
        pairs = {key: tuple(row[key]) for key in ("E", "f", "size")}
        found[row["id"]] = Sheet(
            row["id"], row["label"], panels[row["material"]], row["t"], pairs["E"], pairs["f"], pairs["size"], row["price"]
        )
    for row in data["sandwich"]:
        fixed = {"face": faces[row["face"]], "core": cores[row["core"]], "size": tuple(row["size"])}
        found[row["id"]] = Sandwich(**{**row, **fixed})
    for row in data["board"]:
        found[row["id"]] = Planks(**{**row, "wet": tuple(row["wet"]), "stock": tuple(row["stock"])})
    return found


def version_of(texts: Mapping[str, str]) -> str:
    """What tells a catalogue from another: twelve digits of its texts' hash."""
    return hashlib.sha256("".join(texts[name] for name in TEXTS).encode()).hexdigest()[:12]


def load(texts: Mapping[str, str]) -> Catalog:
    """Build the catalogue from its four texts, keyed by the names in ``TEXTS``."""
    try:
        data = {name: tomllib.loads(texts[name]) for name in TEXTS}
        materials, hardware = data["materials.toml"], data["hardware.toml"]
        metals = {row["id"]: _metal(row) for row in materials["metal"]}
        threads = {
            row["id"]: Thread(row["id"], row["d"], row["pitch"] if "pitch" in row else 25.4 / row["tpi"], "pitch" in row)
            for row in hardware["thread"]
        }
        return Catalog(
            version=version_of(texts),
            metals=metals,
            sections=sections_of(data["sections.toml"], metals, {row["id"]: row for row in materials["lumber"]}),
            sheets=_sheets(data["sheets.toml"], materials),
            threads=threads,
            grades={row["id"]: Grade(row["id"], row["Fu"], row["proof"], row["Fy"], row["source"]) for row in hardware["grade"]},
            parts={row["id"]: Part(**row) for row in hardware["part"]},
            wood_screws={row["id"]: WoodScrew(**row) for row in hardware["woodscrew"]},
            pins_inch=tuple(hardware["pins"]["inch"]),
            pins_metric=tuple(hardware["pins"]["metric"]),
            roller_diameters=tuple(hardware["rollers"]["diameters"]),
        )
    except (KeyError, TypeError, ValueError) as error:
        raise CatalogError(f"the catalogue cannot be read: {error!r}") from error
