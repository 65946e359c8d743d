"""The cut plan of a job: pieces, bars and sheets to buy, hardware, price."""

from __future__ import annotations

import math
from collections.abc import Sequence
from functools import lru_cache, partial

from ..finding import Finding, Line, Working
from ..structure.context import Context
from ..structure.plans import BarGroup, BarPlan, Bought, CutPiece, CutPlan, SheetGroup
from .bars import plan_bars
from .parts import pieces, price_of
from .sheets import sheets_for, turned_to_fit
from .trap import lost


@lru_cache(maxsize=256)
def _bars(cuts: tuple[tuple[str, float], ...], stock: tuple[tuple[float, float], ...], kerf: float, trim: float) -> BarPlan:
    return plan_bars(cuts, dict(stock), kerf, trim)


SPARE = {"deckscrew": 0.1, "fixing": 0.1}
"""Part of the count bought on top, at least one."""


def cut_plan(context: Context) -> CutPlan:
    """Lay every piece into stock and price what must be bought."""
    rows = pieces(context)
    findings: list[Finding] = []
    bars, sheets = _bar_groups(context, rows, findings), _sheet_groups(context, rows, findings)
    hardware = _hardware(context)
    price = sum(g.price for g in bars) + sum(s.price for s in sheets) + sum(h.price for h in hardware)
    return CutPlan(rows, tuple(bars), tuple(sheets), hardware, price, tuple(findings))


def _bar_groups(context: Context, rows: Sequence[CutPiece], findings: list[Finding]) -> list[BarGroup]:
    """What is cut from bars, section by section; what is to be said of each goes into ``findings``."""
    shop = context.design.shop
    bars: list[BarGroup] = []
    for stock in dict.fromkeys(row.stock for row in rows if row.width is None):
        section = context.catalog.bar(stock)
        cuts = tuple((row.mark, row.length) for row in rows if row.stock == stock and row.width is None for _ in row.parts)
        per_m = price_of(context, stock, section.price_per_m)
        priced = tuple((length, per_m * length / 1000) for length in section.stock)
        plan = _bars(cuts, priced, shop.kerf_mm, shop.trim_mm)
        bars.append(BarGroup(stock, section.label, plan, len(plan.bars), plan.cost))
        if plan.too_long:
            names = ", ".join(sorted(set(plan.too_long)))
            findings.append(
                Finding(
                    f"cut/{stock}",
                    "cut.too-long",
                    "cut",
                    tuple(p for row in rows if row.mark in plan.too_long for p in row.parts),
                    f"{names} longer than any bar",
                    f"{section.label} is sold in {context.say.length(max(section.stock))} at most.",
                    "over",
                )
            )
        else:
            waste = sum(bar.left for bar in plan.bars)
            bought = sum(bar.stock for bar in plan.bars)
            words = "proven least cost" if plan.proven else f"within {100 * plan.gap:.1f} % of the least"
            lengths = [length for _, length in cuts]
            costs = lost(plan, partial(_bars, cuts, priced), shop.kerf_mm, shop.trim_mm, lengths, section.stock, context.say)
            findings.append(
                Finding(
                    f"cut/{stock}",
                    "cut.bars",
                    "cut",
                    tuple(p for row in rows if row.stock == stock for p in row.parts),
                    f"Bars of {section.label}",
                    f"{len(plan.bars)} to buy, {context.say.length(waste)} left over, {words}.{costs}",
                    "holds" if plan.proven else "note",
                    waste,
                    bought,
                    "mm",
                    basis="whole numbers of cutting patterns, HiGHS",
                    working=_working(plan, shop.kerf_mm, shop.trim_mm),
                )
            )
    return bars


def _working(plan: BarPlan, kerf: float, trim: float) -> tuple[Line, ...]:
    """What the bars' lengths go into."""
    w = Working()
    w.given("L", sum(bar.stock for bar in plan.bars), "mm", f"bought, in {len(plan.bars)} bars")
    w.given("P", sum(length for bar in plan.bars for _, length in bar.pieces), "mm", "pieces, at their longest points")
    w.given("n", sum(len(bar.pieces) - 1 for bar in plan.bars), "", "cuts between pieces")
    w.line("R", "L - P - n * k - 2 * N * t", "mm", "left over", k=kerf, N=len(plan.bars), t=trim)
    return w.done()


def _largest(pieces: Sequence[CutPiece]) -> str:
    """What people call the piece of the largest area."""
    return max(pieces, key=lambda row: row.length * (row.width or 0.0)).role


def _sizes(rows: Sequence[CutPiece], size: tuple[float, float]) -> tuple[Line, ...]:
    """A sheet's size, and those of the pieces asked of it."""
    w = Working()
    w.given("L", size[0], "mm", "length of one sheet")
    w.given("B", size[1], "mm", "its width")
    for row in rows:
        w.say(f"{row.mark}: {row.length:.0f} x {row.width or 0.0:.0f} mm")
    return w.done()


def _sheet_groups(context: Context, rows: Sequence[CutPiece], findings: list[Finding]) -> list[SheetGroup]:
    """What is cut from sheets, laid on them in strips; what is larger than its sheet goes into ``findings``."""
    sheets: list[SheetGroup] = []
    for stock in dict.fromkeys(row.stock for row in rows if row.width is not None):
        sheet = context.catalog.sheet(stock)
        own = [row for row in rows if row.stock == stock]
        large = [row for row in own if turned_to_fit((row.length, row.width or 0.0), sheet.size) is None]
        cuts = [(row.length, row.width or 0.0) for row in own for _ in row.parts]
        count = sheets_for(cuts, sheet.size, context.design.shop.kerf_mm)
        if large:
            findings.append(
                Finding(
                    f"cut/{stock}",
                    "cut.too-large",
                    "cut",
                    tuple(p for row in large for p in row.parts),
                    f"{_largest(large).capitalize()} larger than a sheet of {sheet.label}",
                    f"One sheet is {context.say.length(sheet.size[0])} x {context.say.length(sheet.size[1])}; make the {_largest(large)} smaller, "
                    "or in two panels that meet over what carries them.",
                    "over",
                    working=_sizes(large, sheet.size),
                )
            )
        sheets.append(
            SheetGroup(
                stock,
                sheet.label,
                sheet.size,
                count,
                count * price_of(context, stock, sheet.price),
                tuple((row.mark, row.length, row.width or 0.0) for row in own for _ in row.parts),
            )
        )
    return sheets


def _hardware(context: Context) -> tuple[Bought, ...]:
    counts: dict[str, int] = {}
    for build in context.builds:
        for item in build.items:
            counts[item.part] = counts.get(item.part, 0) + item.count
    found = []
    for part, count in counts.items():
        kind = context.catalog.parts[part]
        spare = max(1, math.ceil(SPARE[part] * count)) if part in SPARE else 0
        found.append(Bought(part, kind.label, count, spare, (count + spare) * price_of(context, part, kind.price)))
    return tuple(found)
