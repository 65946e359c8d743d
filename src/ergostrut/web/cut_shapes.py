"""Wire shapes of Cut."""

from __future__ import annotations

from pydantic import Field

from ergostrut.core.cut.bars.what_if import OneLength, Shorter
from ergostrut.core.cut.holes import Drilled
from ergostrut.core.cut.prices import Price
from ergostrut.core.document.stockroom import OnHand
from ergostrut.core.drawing.cutting import BarsDrawn, SheetDrawn
from ergostrut.core.drawing.part import PartDrawn
from ergostrut.core.structure.plans import BarGroup, Bought, CutPiece, SheetGroup
from ergostrut.store.stockroom import Hold

from .shapes import JobPath, Wire


class PieceOut(Wire):
    piece: CutPiece
    count: int
    brief: str
    issued: str | None


class CutOut(Wire):
    """``booked``: when the plan was booked as cut; empty while it was not."""

    pieces: list[PieceOut]
    bars: list[BarGroup]
    sheets: list[SheetGroup]
    bars_drawn: list[BarsDrawn]
    sheets_drawn: list[SheetDrawn]
    parts_drawn: list[PartDrawn]
    drilled: list[Drilled]
    hardware: list[Bought]
    services: list[Bought]
    price: float
    kg: float
    currency: str
    issued: bool
    booked: str


class StockQuery(Wire):
    stock: str = Field(max_length=60, description="of a section, by its id in the catalogue")


class LengthsOut(Wire):
    alone: list[OneLength]
    shorter: list[Shorter]


class OnHandOut(Wire):
    """A row of the stockroom: what it is called, how many are free (under 0: jobs have taken more than there are), who has the others."""

    row: OnHand
    label: str
    free: int
    held: list[Hold]


class StockOffer(Wire):
    """What a row of the stockroom may be of; ``flat``: it is a sheet and has a width."""

    id: str
    label: str
    flat: bool


class StockroomOut(Wire):
    rows: list[OnHandOut]
    offers: list[StockOffer]


class StockroomIn(Wire):
    rows: tuple[OnHand, ...] = Field(max_length=200)


class OnHandPath(Wire):
    ident: str = Field(max_length=60)


class BookIn(Wire):
    version: int = Field(ge=0)


class FileOut(Wire):
    name: str
    what: str


class FilesOut(Wire):
    files: list[FileOut]


class FilePath(JobPath):
    name: str = Field(max_length=60)


class PagesOut(Wire):
    """``pages``: width and height of each, in points."""

    pages: list[tuple[float, float]]


class PagePath(FilePath):
    page: int = Field(ge=1, le=2_000)


class PriceOut(Wire):
    """``offered``: what a table or a list says it costs; None: nothing."""

    price: Price
    offered: float | None


class PricesOut(Wire):
    prices: list[PriceOut]
