"""What everything a job is made of costs: the catalogue's typical prices, and the shop's own in their place."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from ..structure.context import Context
from ..structure.plans import CutPlan

Per = Literal["m", "sheet", "each"]


@dataclass(frozen=True, slots=True)
class Price:
    """``own``: the job's own; None where the typical one counts, ``pays`` times."""

    id: str
    label: str
    per: Per
    typical: float
    own: float | None
    pays: float = 1.0


def prices_of(context: Context, plan: CutPlan) -> tuple[Price, ...]:
    """Of every section, sheet and thing bought, in the order of the plan."""
    own, catalog = context.design.shop.prices, context.catalog
    rows: list[tuple[str, str, Per, float]] = [(g.stock, g.label, "m", catalog.bar(g.stock).price_per_m) for g in plan.bars]
    rows += [(g.stock, g.label, "sheet", catalog.sheet(g.stock).price) for g in plan.sheets]
    rows += [(item.part, item.label, "each", catalog.parts[item.part].price) for item in plan.hardware]
    return tuple(Price(ident, label, per, typical, own.get(ident), context.design.shop.pays) for ident, label, per, typical in rows)
