"""What goes over the wire of stock: what can be chosen, and the shop's own."""

from __future__ import annotations

from pydantic import Field

from ergostrut.core.catalog.own import OwnStock

from .shapes import Wire


class SectionOut(Wire):
    """``systems``: the framing systems it belongs to."""

    id: str
    label: str
    shape: str
    material: str
    kg_per_m: float
    price_per_m: float
    unit: str
    systems: list[str]


class MetalOut(Wire):
    id: str
    label: str
    kind: str


class SystemOut(Wire):
    """A framing system; ``rail`` and ``rib``: where a slide in it starts, empty when none is built in it."""

    id: str
    label: str
    liked: str
    complaint: str
    joint: str
    fasteners: list[str]
    rail: str
    rib: str
    slide: bool


class SheetOut(Wire):
    id: str
    label: str
    t: float
    boards: bool


class CatalogOut(Wire):
    version: str
    sections: list[SectionOut]
    sheets: list[SheetOut]
    threads: list[str]
    grades: list[str]
    systems: list[SystemOut]
    screws: list[str]
    metals: list[MetalOut]


class CatalogQuery(Wire):
    job: int | None = Field(default=None, ge=1)


class SizesOut(Wire):
    """A family of sections and the sizes it is measured by, mm, in order."""

    family: str
    sizes: list[str]


class StockOut(Wire):
    stock: OwnStock
    families: list[SizesOut]


class StockIn(Wire):
    stock: OwnStock


class StockPath(Wire):
    ident: str = Field(max_length=60)
