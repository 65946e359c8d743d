"""How a shop cuts, what it pays, and what of its own stock a job has taken for itself."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from ..quantity import Between, Length
from ..record import Record

Ident = Annotated[str, Field(pattern=r"^[a-z0-9][a-z0-9-]{0,39}$")]
Along = Annotated[Length, Between(1, 20_000)]


class Reserved(Record):
    """Bars, sheets or offcuts of the shop's that a job cuts from before anything is bought: ``stock`` by its id in the catalogue, ``length``
    along the grain of a sheet, ``width`` across it; a bar has none. ``booked``: cut, and taken out of the stockroom."""

    id: Ident
    stock: Annotated[str, Field(max_length=60)]
    length: Along
    width: Along | None = None
    count: Annotated[int, Field(ge=1, le=500)] = 1
    booked: bool = False


class Shop(Record):
    """How this shop cuts and what it pays; prices by catalogue id replace the typical ones."""

    kerf_mm: Annotated[float, Field(ge=0, le=20)] = 2.0
    trim_mm: Annotated[float, Field(ge=0, le=200)] = 5.0
    edge_mm: Annotated[float, Field(ge=0, le=50)] = 0.0
    """Off every edge of a sheet before it is cut up."""
    spare_percent: Annotated[float, Field(ge=0, le=100)] = 10.0
    """Of screws and fixings, bought on top."""
    currency: Annotated[str, Field(min_length=1, max_length=4)] = "$"
    prices: Annotated[dict[Annotated[str, Field(max_length=60)], Annotated[float, Field(ge=0, le=100_000)]], Field(max_length=500)] = {}
    pays: Annotated[float, Field(ge=0.1, le=10)] = 1.0
    """Times the typical price, where it has none of its own: as its log has it."""
    reserved: Annotated[tuple[Reserved, ...], Field(max_length=200)] = ()
    sawn_by: Literal["the shop", "the supplier"] = "the shop"
    """Who cuts bars to length: the supplier takes a price a cut, and nothing off the bar."""
    cut_price: Annotated[float, Field(ge=0, le=1_000)] = 0.0
    freight: Annotated[float, Field(ge=0, le=100_000)] = 0.0
    """Of one order."""
    orders: Annotated[int, Field(ge=1, le=20)] = 1
    buys: Literal["what is missing", "nothing"] = "what is missing"
    """Nothing: what the shop has must do, and what it has not is over."""

    @property
    def off_bars(self) -> tuple[float, float]:
        """What a saw cut between two pieces of a bar takes, and what comes off each end of it, mm."""
        return (self.kerf_mm, self.trim_mm) if self.sawn_by == "the shop" else (0.0, 0.0)
