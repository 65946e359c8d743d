"""The ledger as the last weighing corrects it."""

from __future__ import annotations

from collections.abc import Mapping

from ..structure.context import Context
from .ledger import LedgerRow, raw_ledger
from .weighed import differences, last


def ledger(context: Context, travels: Mapping[str, float], crew: bool = True) -> tuple[tuple[LedgerRow, ...], tuple[str, ...]]:
    """``raw_ledger`` with the difference that the last weighing found on every carrier, by its name."""
    entries, missing = raw_ledger(context, travels, crew)
    weighing = last(context)
    if weighing is None:
        return entries, missing
    more = [LedgerRow(f"difference, {weighing.name}, {one.label}", "vehicle", one.kg, one.x, 0.0) for one in differences(context)[0]]
    return (*entries, *more), missing
