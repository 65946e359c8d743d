"""The cut list and buying list as one CSV table."""

from __future__ import annotations

import csv
import io
from collections.abc import Mapping, Sequence

from ergostrut.core.cut.holes import Drilled
from ergostrut.core.quantity import show_length
from ergostrut.core.structure.plans import CutPlan
from ergostrut.core.units import Units

COLUMNS = ("kind", "mark", "count", "what", "stock", "length mm", "width mm", "length as shown", "ends", "kg each", "price each")


def safe(text: str) -> str:
    """A cell that no spreadsheet takes for a formula."""
    return f"'{text}" if text[:1] in ("=", "+", "-", "@", "\t", "\r", "\n") else text


HOLE_COLUMNS = (
    "mark",
    "count",
    "parts",
    "measured from",
    "at mm",
    "at as shown",
    "off the middle mm",
    "to its side",
    "hole mm",
    "through its",
    "for",
)


def holes_csv(rows: Sequence[Drilled], units: Units, issued: Mapping[str, str]) -> str:
    """One row a hole, of parts that are drilled alike together. ``issued``: marks by part that were given for good."""
    out = io.StringIO()
    table = csv.writer(out, lineterminator="\r\n")
    table.writerow(HOLE_COLUMNS)
    for row in rows:
        for hole in row.holes:
            shown = f"{show_length(hole.at, units.length)} {units.length}"
            size = "as its bolt" if hole.d is None else f"{hole.d:.1f}"
            cells = (
                issued.get(row.parts[0], row.mark), len(row.parts), row.name, f"{row.end} end", f"{hole.at:.1f}", shown, f"{hole.across:.1f}",
                hole.side, size, hole.through, hole.what,
            )  # fmt: skip
            table.writerow([safe(str(cell)) for cell in cells])
    return out.getvalue()


def cut_csv(plan: CutPlan, units: Units, issued: Mapping[str, str]) -> str:
    """One row a kind of piece, then bars, sheets and hardware to buy. ``issued``: marks by part that were given for good."""
    marks = {p.mark: issued.get(p.parts[0], p.mark) for p in plan.pieces}
    out = io.StringIO()
    table = csv.writer(out, lineterminator="\r\n")
    table.writerow(COLUMNS)
    for p in plan.pieces:
        shown = f"{show_length(p.length, units.length)} {units.length}"
        width = "" if p.width is None else f"{p.width:.1f}"
        row = (
            "piece",
            marks[p.mark],
            p.count,
            p.role,
            p.stock_label,
            f"{p.length:.1f}",
            width,
            shown,
            p.ends,
            f"{p.kg:.3f}",
            f"{p.price:.2f}",
        )
        table.writerow([safe(str(cell)) for cell in row])
    for group in plan.bars:
        for bar in group.plan.bars:
            names = " ".join(marks[mark] for mark, _ in bar.pieces)
            row = (
                "bar",
                "",
                1,
                f"cut {names}, {bar.left:.0f} mm left",
                group.label,
                f"{bar.stock:.1f}",
                "",
                "",
                "",
                "",
                f"{group.price / group.count:.2f}",
            )
            table.writerow([safe(str(cell)) for cell in row])
    for sheet in plan.sheets:
        each = sheet.price / max(sheet.count, 1)
        row = ("sheet", "", sheet.count, "buy", sheet.label, f"{sheet.size[0]:.1f}", f"{sheet.size[1]:.1f}", "", "", "", f"{each:.2f}")
        table.writerow([safe(str(cell)) for cell in row])
    for item in (*plan.hardware, *plan.services):
        count = item.count + item.spare
        row = (
            "hardware" if item in plan.hardware else "service",
            "",
            count,
            item.label,
            item.part,
            "",
            "",
            "",
            "",
            "",
            f"{item.price / count:.2f}",
        )
        table.writerow([safe(str(cell)) for cell in row])
    return out.getvalue()
