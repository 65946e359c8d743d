"""What was bought and spent, as the record has it."""

from __future__ import annotations

from collections.abc import Iterable, Sequence

from ..document.entries import Purchase
from ..job.document import Entry
from ..structure.plans import CutPlan
from .lines import standing
from .parts import made_parts


def purchases(record: Iterable[Entry]) -> list[tuple[int, str, Purchase]]:
    """Every purchase with the number and the date of its line."""
    rows = [(n, entry) for n, entry in standing(record) if entry.kind == "purchase" and entry.data]
    return [(n, entry.at, Purchase.model_validate(entry.data)) for n, entry in rows]


def bought(plan: CutPlan, record: Sequence[Entry]) -> frozenset[str]:
    """Stock that is there: as much bought by lines as the plan has to buy, or every piece of it bought, cut or fitted."""
    made, lines = made_parts(record), purchases(record)
    found = set()
    for stock in {row.stock for row in plan.pieces}:
        if all(part in made for row in plan.pieces if row.stock == stock for part in row.parts):
            found.add(stock)
    for bars in plan.bars:
        rows = [one for _, _, one in lines if one.item == bars.stock]
        metres = sum(one.metres for one in rows if one.metres is not None)
        need = sum(bar.stock for bar in bars.plan.bars if not bar.own) / 1000
        if rows and (metres >= need - 1e-6 or sum(one.count for one in rows if one.metres is None) >= bars.count):
            found.add(bars.stock)
    for sheets in plan.sheets:
        rows = [one for _, _, one in lines if one.item == sheets.stock]
        if rows and sum(one.count for one in rows) >= sheets.count:
            found.add(sheets.stock)
    return frozenset(found)
