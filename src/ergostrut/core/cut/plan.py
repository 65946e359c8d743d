"""The cut plan of a job: pieces, bars and sheets to buy, hardware, price."""

from __future__ import annotations

import math
from collections.abc import Collection, Sequence

from ..structure.context import Context
from ..structure.plans import BarGroup, Bought, CutPlan
from .from_bars import bar_groups
from .from_sheets import sheet_groups
from .parts import pieces, price_of

SPARED = ("deckscrew", "fixing")
"""What is bought with spares, at least one where any are wanted."""


def cut_plan(context: Context, without: Collection[str] = ()) -> CutPlan:
    """Lay every piece into stock and price what must be bought; ``without`` parts that are cut already."""
    rows = pieces(context, without)
    bars, of_bars = bar_groups(context, rows)
    sheets, of_sheets = sheet_groups(context, rows)
    hardware = _hardware(context)
    services = _services(context, bars)
    price = sum(g.price for g in bars) + sum(s.price for s in sheets) + sum(row.price for row in (*hardware, *services))
    return CutPlan(rows, tuple(bars), tuple(sheets), hardware, price, (*of_bars, *of_sheets), services)


def _services(context: Context, bars: Sequence[BarGroup]) -> tuple[Bought, ...]:
    """Cuts that the supplier makes in what is bought, and freight, where they cost anything."""
    shop, found = context.design.shop, []
    if shop.sawn_by == "the supplier":
        # what ends with its last piece takes one cut less
        cuts = sum(len(bar.pieces) - (bar.left < 0.5) for group in bars for bar in group.plan.bars if not bar.own)
        if cuts:
            found.append(Bought("cutting", "Cuts by the supplier", cuts, 0, cuts * shop.cut_price))
    if shop.freight:
        found.append(
            Bought("freight", "Freight, an order" if shop.orders == 1 else "Freight, orders", shop.orders, 0, shop.orders * shop.freight)
        )
    return tuple(found)


def _hardware(context: Context) -> tuple[Bought, ...]:
    counts: dict[str, int] = {}
    for build in context.builds:
        for item in build.items:
            counts[item.part] = counts.get(item.part, 0) + item.count
    found = []
    for part, count in counts.items():
        kind = context.catalog.parts[part]
        percent = context.design.shop.spare_percent if part in SPARED else 0.0
        spare = max(1, math.ceil(percent * count / 100 - 1e-9)) if percent else 0
        found.append(Bought(part, kind.label, count, spare, (count + spare) * price_of(context, part, kind.price)))
    return tuple(found)
