"""What a job cuts from bars: section by section the bars it takes, and what is to be said of them."""

from __future__ import annotations

from collections.abc import Sequence
from functools import lru_cache, partial

from ..finding import Finding, Line, Working
from ..structure.context import Context
from ..structure.plans import BarGroup, BarPlan, CutPiece
from .bars.plan import BarStock, plan_bars
from .bars.trap import LONGEST, lost
from .bars.what_if import OneLength, Shorter, one_length, shorter
from .parts import price_of


@lru_cache(maxsize=256)
def _bars(cuts: tuple[tuple[str, float], ...], stock: tuple[BarStock, ...], kerf: float, trim: float) -> BarPlan:
    return plan_bars(cuts, stock, kerf, trim)


def bar_groups(context: Context, rows: Sequence[CutPiece]) -> tuple[list[BarGroup], list[Finding]]:
    """Bars of every section that pieces are cut from, those the job has of the shop's first."""
    shop = context.design.shop
    groups: list[BarGroup] = []
    findings: list[Finding] = []
    for stock in dict.fromkeys(row.stock for row in rows if row.width is None):
        section = context.catalog.bar(stock)
        own = [row for row in rows if row.stock == stock and row.width is None]
        cuts, bought, had = _asked(context, own)
        plan = _bars(cuts, (*bought, *had), *shop.off_bars)
        group = BarGroup(stock, section.label, plan, sum(1 for bar in plan.bars if not bar.own), plan.cost)
        groups.append(group)
        parts = tuple(part for row in own for part in row.parts)
        if plan.too_long:
            long = tuple(part for row in own if row.mark in plan.too_long for part in row.parts)
            findings.append(_too_long(context, group, max(section.stock), long))
        elif shop.buys == "nothing" and group.count:
            findings.append(_missing(context, group, own))
        else:
            costs = ""
            if not had:
                lengths = [length for _, length in cuts]
                again = partial(_bars, cuts, bought)
                costs = lost(plan, again, *shop.off_bars, lengths, section.stock, context.say)
            findings.append(_found(context, group, parts, costs))
    return groups, findings


def _asked(context: Context, rows: Sequence[CutPiece]) -> tuple[tuple[tuple[str, float], ...], tuple[BarStock, ...], tuple[BarStock, ...]]:
    """What is cut of one section, what it is sold in, and what the job has of the shop's."""
    stock = rows[0].stock
    section = context.catalog.bar(stock)
    per_m = price_of(context, stock, section.price_per_m)
    cuts = tuple((row.mark, row.length) for row in rows for _ in row.parts)
    bought = tuple(BarStock(length, per_m * length / 1000) for length in section.stock)
    reserved = context.design.shop.reserved
    return (
        cuts,
        bought,
        tuple(BarStock(one.length.mm, 0.0, one.count, one.id) for one in reserved if one.stock == stock and one.width is None),
    )


def what_if(context: Context, rows: Sequence[CutPiece], stock: str) -> tuple[tuple[OneLength, ...], tuple[Shorter, ...]]:
    """Of one section: all of it from each length it is sold in, and what 2 mm less on a part would save."""
    shop = context.design.shop
    cuts, bought, had = _asked(context, [row for row in rows if row.stock == stock and row.width is None])
    return (
        one_length(cuts, bought, *shop.off_bars),
        shorter(cuts, (*bought, *had), *shop.off_bars) if len(cuts) <= LONGEST else (),
    )


def _too_long(context: Context, group: BarGroup, longest: float, parts: tuple[str, ...]) -> Finding:
    names = ", ".join(sorted(set(group.plan.too_long)))
    return Finding(
        f"cut/{group.stock}",
        "cut.too-long",
        "cut",
        parts,
        f"{names} longer than any bar",
        f"{group.label} is sold in {context.say.length(longest)} at most.",
        "over",
        working=_longer(context, group, longest),
    )


def _longer(context: Context, group: BarGroup, longest: float) -> tuple[Line, ...]:
    """What is left of the longest bar beside the longest piece asked of it."""
    _, trim = context.design.shop.off_bars
    w = Working()
    w.given("L", longest, "mm", f"the longest {group.label} sold")
    w.given("t", trim, "mm", "off each end")
    w.line("B", "L - 2 * t", "mm", "that a piece may have")
    return w.done()


def _missing(context: Context, group: BarGroup, rows: Sequence[CutPiece]) -> Finding:
    """Nothing is to be bought, and the shop's own bars do not do."""
    marks = sorted({mark for bar in group.plan.bars if not bar.own for mark, _ in bar.pieces})
    bars = ", ".join(context.say.length(bar.stock) for bar in group.plan.bars if not bar.own)
    return Finding(
        f"cut/{group.stock}",
        "cut.missing",
        "cut",
        tuple(part for row in rows if row.mark in marks for part in row.parts),
        f"No bar in the shop for {', '.join(marks)}",
        f"{group.label}: {bars} would have to be bought.",
        "over",
        working=_bought(group),
    )


def _bought(group: BarGroup) -> tuple[Line, ...]:
    w = Working()
    for k, bar in enumerate((bar for bar in group.plan.bars if not bar.own), 1):
        w.given(f"L{k}", bar.stock, "mm", f"a bar to buy, for {', '.join(mark for mark, _ in bar.pieces)}")
    w.given("N", 0, "", "may be bought, as the job says")
    return w.done()


def _found(context: Context, group: BarGroup, parts: tuple[str, ...], costs: str) -> Finding:
    plan, shop = group.plan, context.design.shop
    waste = sum(bar.left for bar in plan.bars)
    words = "proven least cost" if plan.proven else f"within {100 * plan.gap:.1f} % of the least"
    had = len(plan.bars) - group.count
    own = f", {had} of the shop's" if had else ""
    return Finding(
        f"cut/{group.stock}",
        "cut.bars",
        "cut",
        parts,
        f"Bars of {group.label}",
        f"{group.count} to buy{own}, {context.say.length(waste)} left over, {words}.{costs}",
        "holds" if plan.proven else "note",
        waste,
        sum(bar.stock for bar in plan.bars),
        "mm",
        basis="whole numbers of cutting patterns, HiGHS",
        working=_working(plan, *shop.off_bars),
    )


def _working(plan: BarPlan, kerf: float, trim: float) -> tuple[Line, ...]:
    """What the bars' lengths go into."""
    w = Working()
    w.given("L", sum(bar.stock for bar in plan.bars), "mm", f"{len(plan.bars)} bars")
    w.given("P", sum(length for bar in plan.bars for _, length in bar.pieces), "mm", "pieces, at their longest points")
    w.given("n", sum(len(bar.pieces) - 1 for bar in plan.bars), "", "cuts between pieces")
    w.line("R", "L - P - n * k - 2 * N * t", "mm", "left over", k=kerf, N=len(plan.bars), t=trim)
    return w.done()
