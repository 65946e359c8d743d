"""A stand-in for a supplier's price list that is asked over the wire, line by line.

Protocol (UTF-8, one request a line, one answer a line; docs/prices.md): ``PRICE <id>`` asks what one of the catalogue costs. Answers:
``PRICE <id> <amount>``, ``NONE <id>`` for what it does not sell, ``ERR <what is wrong>``. Its prices are the catalogue's typical ones, each off by
a part of its own (invented for the stand-in); it does not sell everything.
"""

from __future__ import annotations

import zlib

from ergostrut.core.catalog.model import Planks
from ergostrut.files.catalog_files import shipped_catalog

from .lines import answer_of, stand_in

PORT, VARIABLE = 8748, "ERGOSTRUT_PRICES"
SPREAD, GONE = 0.12, 17
"""How far off the typical price it may be, as a part of it; one in so many it does not sell."""


class PriceList:
    """Prices by id; the same ones every time."""

    def __init__(self) -> None:
        catalog = shipped_catalog()
        self._typical = {one.id: one.price_per_m for one in catalog.sections.values()}
        for sheet in catalog.sheets.values():
            self._typical[sheet.id] = sheet.price_per_m if isinstance(sheet, Planks) else sheet.price
        self._typical |= {one.id: one.price for one in catalog.parts.values()}

    def answer(self, line: str) -> str:
        """The answer to one line; never raises."""
        word, _, ident = line.strip().partition(" ")
        if word != "PRICE" or not ident:
            return "ERR say PRICE <id>"
        typical, luck = self._typical.get(ident), zlib.crc32(ident.encode())
        if not typical or luck % GONE == 0:
            return f"NONE {ident}"
        return f"PRICE {ident} {typical * (1 + SPREAD * ((luck % 201) / 100 - 1)):.2f}"


def told(line: str, ident: str) -> float | None:
    """A price from an answer; None for one that says it is not sold.

    Raises:
        ValueError: the list refused, or this is no answer of a price list.
    """
    text = line.strip()
    if text == f"NONE {ident}":
        return None
    head, _, amount = text.rpartition(" ")
    if head == f"PRICE {ident}":
        return float(amount)
    raise ValueError(text.removeprefix("ERR ") if text.startswith("ERR ") else f"“{text[:60]}” is no answer of a price list")


def asked(ident: str, port: int = PORT) -> float | None:
    """One price of a list on the loopback.

    Raises:
        ValueError: the list refused the line.
        OSError: no list answers there.
    """
    return told(answer_of(f"PRICE {ident}", port), ident)


if __name__ == "__main__":
    raise SystemExit(stand_in(PriceList(), VARIABLE, PORT))
