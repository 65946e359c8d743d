"""How edges of panels are held, as families ask for it."""

from __future__ import annotations

from typing import Annotated, Literal

from ...catalog.errors import StockError
from ...catalog.model import Catalog, Sandwich, Sheet
from ...quantity import Between, Length
from ...record import Record
from ...structure.nouns.panel import Edging
from ...structure.sheet import Row, When, options
from .stock import typed


class Edges(Record):
    """``way`` all edges are held; screws every ``spacing``, biting ``bite``; a ``groove`` so deep."""

    way: Literal["screws", "glue", "dado"] = "dado"
    screw: Literal["No. 8", "No. 10", "No. 12", "No. 14"] = "No. 8"
    spacing: Annotated[Length, Between(20, 600)] = typed("150 mm")
    bite: Annotated[Length, Between(5, 120)] = typed("32 mm")
    groove: Annotated[Length, Between(2, 30)] = typed("6 mm")


def edging(edges: Edges, sheet: Sheet | Sandwich, catalog: Catalog, field: str) -> Edging:
    """As a check needs it.

    Raises:
        StockError: a groove that the sheet cannot take.
    """
    if edges.way == "dado":
        if not isinstance(sheet, Sheet):
            raise StockError(f"{field}/way", "a groove cuts a sandwich panel's face; glue its edges, or choose a solid sheet")
        if edges.groove.mm > sheet.t / 2:
            raise StockError(
                f"{field}/groove",
                f"it leaves less than half of a sheet {sheet.t:.1f} mm thick; make it no deeper than {sheet.t / 2:.0f} mm",
            )
    size = edges.groove.mm if edges.way == "dado" else 0.0
    return Edging(edges.way, catalog.wood_screws[edges.screw], edges.spacing.mm, edges.bite.mm, size)


def edge_rows(path: str, when: tuple[When, ...] = ()) -> tuple[Row, ...]:
    """The form's rows about them."""
    ways = options(dado="glued grooves", screws="screws through the face", glue="glue, screws clamping")
    return (
        Row(f"{path}/way", "Edges held by", "choice", ways, when=when),
        Row(f"{path}/groove", "Grooves deep", "length", when=(*when, When(f"{path}/way", ("dado",)))),
        Row(f"{path}/screw", "Screws", "choice", options("No. 8", "No. 10", "No. 12", "No. 14"), when=when),
        Row(f"{path}/spacing", "Screws every", "length", when=when),
        Row(f"{path}/bite", "Screws bite", "length", when=when, help="past the first panel"),
    )
