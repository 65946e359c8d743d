"""What was bought and spent, as the record has it."""

from __future__ import annotations

from collections.abc import Iterable, Sequence

from ..document.entries import Purchase
from ..job.document import Entry
from ..structure.plans import CutPiece
from .lines import standing
from .parts import made_parts


def purchases(record: Iterable[Entry]) -> list[tuple[int, str, Purchase]]:
    """Every purchase with the number and the date of its line."""
    rows = [(n, entry) for n, entry in standing(record) if entry.kind == "purchase" and entry.data]
    return [(n, entry.at, Purchase.model_validate(entry.data)) for n, entry in rows]


def bought(rows: Sequence[CutPiece], record: Sequence[Entry]) -> frozenset[str]:
    """Stock that is there: bought by a line, or with every piece of it bought, cut or fitted."""
    made = made_parts(record)
    found = {one.item for _, _, one in purchases(record)}
    for stock in {row.stock for row in rows}:
        if all(part in made for row in rows if row.stock == stock for part in row.parts):
            found.add(stock)
    return frozenset(found)
