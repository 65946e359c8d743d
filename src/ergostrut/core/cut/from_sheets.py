"""What a job cuts from sheets: stock by stock the sheets it takes, and what is to be said of them."""

from __future__ import annotations

from collections.abc import Sequence

from ..catalog.model import Planks, Sandwich, Sheet
from ..finding import Finding, Line, Working
from ..structure.context import Context
from ..structure.nouns.panel import Covers
from ..structure.plans import CutPiece, SheetGroup
from .parts import price_of
from .sheets.guillotine import Flat, fits
from .sheets.plan import SheetStock, plan_sheets
from .sheets.seams import seams


def sheet_groups(context: Context, rows: Sequence[CutPiece]) -> tuple[list[SheetGroup], list[Finding]]:
    """Sheets of every stock that panels are cut from, those the job has of the shop's first."""
    shop = context.design.shop
    groups: list[SheetGroup] = []
    findings: list[Finding] = []
    for stock in dict.fromkeys(row.stock for row in rows if row.width is not None):
        sheet = context.catalog.sheet(stock)
        own = [row for row in rows if row.stock == stock and row.width is not None]
        flats = tuple(flat(row, sheet) for row in own for _ in row.parts)
        bought = SheetStock((max(sheet.size), min(sheet.size)), price_of(context, stock, sheet.price))
        had = [
            SheetStock((one.length.mm, one.width.mm), 0.0, one.count, one.id) for one in shop.reserved if one.stock == stock and one.width
        ]
        plan = plan_sheets(flats, (bought, *had), shop.kerf_mm, shop.edge_mm)
        group = SheetGroup(stock, sheet.label, bought.size, plan, sum(1 for one in plan.sheets if not one.own), plan.cost)
        groups.append(group)
        if plan.too_large:
            findings.append(_too_large(context, group, [row for row in own if row.mark in plan.too_large]))
        if plan.sheets:
            missing = shop.buys == "nothing" and group.count
            findings.append(_missing(group, own) if missing else _found(context, group, own))
    return groups, findings


def directed(sheet: Sheet | Sandwich) -> bool:
    """Whether it matters which way a piece lies on its sheet: one that is stiffer or stronger along its grain."""
    return isinstance(sheet, Sheet) and (sheet.E[0] != sheet.E[1] or sheet.f[0] != sheet.f[1])


def flat(row: CutPiece, sheet: Sheet | Sandwich) -> Flat:
    """A piece by its sizes along its grain and across it."""
    a, b = row.length, row.width or 0.0
    long, wide = (a, b) if row.along else (b, a)
    return Flat(row.mark, long, wide, not directed(sheet))


def _too_large(context: Context, group: SheetGroup, rows: Sequence[CutPiece]) -> Finding:
    say, name = context.say, max(rows, key=lambda row: row.length * (row.width or 0.0)).role
    sheet = context.catalog.sheet(group.stock)
    turned = all(fits(flat(row, sheet)._replace(turns=True), group.size) for row in rows)
    grain = " It would with its face grain turned, which is weaker along it." if turned else ""
    where = _parted(context, rows, group.size)
    return Finding(
        f"cut/{group.stock}",
        "cut.too-large",
        "cut",
        tuple(part for row in rows for part in row.parts),
        f"{name.capitalize()} larger than a sheet of {group.label}",
        f"One sheet is {say.length(group.size[0])} x {say.length(group.size[1])}; make the {name} smaller, "
        f"or in panels that meet over what carries them{where}.{grain}",
        "over",
        working=_sizes(rows, group.size),
    )


def _parted(context: Context, rows: Sequence[CutPiece], size: tuple[float, float]) -> str:
    """Where the first of some panels can be parted; empty of one that lies on no members."""
    say = context.say
    for build in context.builds:
        for panel in build.panels:
            if panel.id not in rows[0].parts or not isinstance(panel.carries, Covers) or not panel.carries.on:
                continue
            axis = panel.carries.span
            grained = rows[0].along == (axis == 0)
            longest, across = size if grained else size[::-1]
            if panel.size[1 - axis] > across and not isinstance(panel.sheet, Planks) and not directed(panel.sheet):
                longest, across = across, longest
            if panel.size[1 - axis] > across:
                return "; its seam would run across what carries it, and needs a member of its own"
            on = [build.member(part) for part in panel.carries.on]
            at = [(one.a[axis] + one.b[axis]) / 2 - panel.lo[axis] for one in on]
            found = seams(panel.size[axis], at, longest, min(one.shape.width for one in on) / 2)
            if found is None:
                return "; no member lies where a sheet ends: put one there"
            if found:
                end = "front end" if axis == 0 else "left edge"
                return f": a seam {' and one '.join(say.length(one) for one in found)} from its {end}, each half on the member there"
    return ""


def _sizes(rows: Sequence[CutPiece], size: tuple[float, float]) -> tuple[Line, ...]:
    """A sheet's size, and those of the pieces asked of it."""
    w = Working()
    w.given("L", size[0], "mm", "length of one sheet")
    w.given("B", size[1], "mm", "its width")
    for row in rows:
        w.say(f"{row.mark}: {row.length:.0f} x {row.width or 0.0:.0f} mm")
    return w.done()


def _missing(group: SheetGroup, rows: Sequence[CutPiece]) -> Finding:
    """Nothing is to be bought, and the shop's own sheets do not do."""
    marks = sorted({piece.mark for one in group.plan.sheets if not one.own for piece in one.pieces})
    return Finding(
        f"cut/{group.stock}/sheets",
        "cut.missing",
        "cut",
        tuple(part for row in rows if row.mark in marks for part in row.parts),
        f"No sheet in the shop for {', '.join(marks)}",
        f"{group.label}: {group.count} would have to be bought.",
        "over",
        working=_bought(group.count),
    )


def _bought(count: int) -> tuple[Line, ...]:
    w = Working()
    w.given("n", count, "", "sheets that what the shop has leaves to buy")
    w.given("N", 0, "", "may be bought, as the job says")
    return w.done()


def _found(context: Context, group: SheetGroup, rows: Sequence[CutPiece]) -> Finding:
    plan, say = group.plan, context.say
    had = len(plan.sheets) - group.count
    own = f", {had} of the shop's" if had else ""
    words = "no fewer would do" if plan.proven else f"at most {100 * plan.gap:.0f} % over the least there can be"
    rest = max(((dx, dy) for one in plan.sheets for _, _, dx, dy in one.left), key=lambda size: size[0] * size[1], default=None)
    kept = f", the largest rest {say.length(rest[0])} x {say.length(rest[1])}" if rest else ""
    w = Working()
    w.given("A", sum(one.size[0] * one.size[1] for one in plan.sheets) * 1e-6, "m2", f"{len(plan.sheets)} sheets")
    w.given("P", sum(piece.dx * piece.dy for one in plan.sheets for piece in one.pieces) * 1e-6, "m2", "pieces")
    w.line("W", "(A - P) / A", "", "left over or sawn away, a part")
    return Finding(
        f"cut/{group.stock}/sheets",
        "cut.sheets",
        "cut",
        tuple(part for row in rows for part in row.parts),
        f"Sheets of {group.label}",
        f"{group.count} to buy{own}{kept}; {words}.",
        "holds" if plan.proven else "note",
        basis="cuts from edge to edge, orders and rules tried, area and width as the bound",
        working=w.done(),
    )
