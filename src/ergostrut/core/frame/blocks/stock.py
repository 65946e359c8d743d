"""Stock by name, as a build's parameters name it."""

from __future__ import annotations

from typing import Annotated

from pydantic import Field

from ...catalog.errors import StockError, UnknownStockError
from ...catalog.model import Catalog, Planks, Sandwich, Section, Sheet
from ...quantity import Length
from ...sections import Properties
from ...structure.nouns.parts import Item, Point3
from ...structure.systems import SYSTEMS, SystemId

StockId = Annotated[str, Field(max_length=60)]


def typed(text: str) -> Length:
    """A default as it is written."""
    return Length.parse(text)


def section_of(catalog: Catalog, field: str, name: str) -> Section:
    """A section of the catalogue.

    Raises:
        UnknownStockError: it holds no such section.
    """
    try:
        return catalog.sections[name]
    except KeyError:
        raise UnknownStockError(field, name, "section", catalog.sections) from None


def sheet_of(catalog: Catalog, field: str, name: str) -> Sheet | Sandwich | Planks:
    """A sheet, panel or kind of board of the catalogue.

    Raises:
        UnknownStockError: it holds no such sheet.
    """
    try:
        return catalog.sheets[name]
    except KeyError:
        raise UnknownStockError(field, name, "sheet", catalog.sheets) from None


def solid_of(catalog: Catalog, field: str, name: str, what: str, instead: str = "a sheet or a sandwich panel") -> Sheet | Sandwich:
    """A sheet or a sandwich panel of the catalogue, for ``what`` boards do not make.

    Raises:
        StockError: it holds no such sheet, or it is boards.
    """
    found = sheet_of(catalog, field, name)
    if isinstance(found, Planks):
        raise StockError(field, f"boards do not make {what}; choose {instead}")
    return found


def framed_section(catalog: Catalog, system_id: SystemId, field: str, name: str, what: str) -> Section:
    """A section that is framed with, checked against the framing system; ``what`` is built of it.

    Raises:
        StockError: the catalogue does not hold it, it belongs to another system, or nothing is framed in this one.
    """
    system = SYSTEMS[system_id]
    if not system.slide:
        raise StockError("framing", f"{what} is not built in {system.label}; choose another framing system")
    section = section_of(catalog, field, name)
    if not system.takes(section):
        raise StockError(field, f"{section.label} does not belong to {system.label}; choose a section of that system")
    return section


def laid(section: Section, flat: bool) -> Properties:
    """A section's properties as it lies."""
    return section.properties.turned() if flat else section.properties


def bought(catalog: Catalog, ident: str, part: str, body: str, at: Point3, count: int = 1) -> Item:
    """``count`` of a bought part, lumped at a place."""
    kind = catalog.parts[part]
    return Item(ident, part, kind.label, body, at, kind.mass, kind.price, count)
