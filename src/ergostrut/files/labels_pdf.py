"""Labels for parts: mark, what it is, size, job; three by eight on A4, one a part."""

from __future__ import annotations

import io
from collections.abc import Mapping

from reportlab.lib.pagesizes import A4
from reportlab.lib.units import mm
from reportlab.pdfgen.canvas import Canvas

from ergostrut.core.structure.plans import CutPlan
from ergostrut.core.wording import Say

from .sheet_style import BODY, BOLD, INK, STEEL, printable

ACROSS, DOWN = 3, 8
MARGIN, GUTTER = 10 * mm, 3 * mm


def labels_pdf(plan: CutPlan, names: Mapping[str, str], job: str, say: Say) -> bytes:
    """The sheets. ``names``: what marks are called once they are issued."""
    rows = [(names.get(row.mark, row.mark), row, n + 1) for row in plan.pieces for n in range(row.count)]
    wide = (A4[0] - 2 * MARGIN - (ACROSS - 1) * GUTTER) / ACROSS
    high = (A4[1] - 2 * MARGIN - (DOWN - 1) * GUTTER) / DOWN
    out = io.BytesIO()
    canvas = Canvas(out, pagesize=A4, invariant=1)
    canvas.setTitle(printable(f"Labels: {job}"))
    for k, (mark, row, n) in enumerate(rows):
        place = k % (ACROSS * DOWN)
        if k and place == 0:
            canvas.showPage()
        x = MARGIN + (place % ACROSS) * (wide + GUTTER)
        y = A4[1] - MARGIN - high - (place // ACROSS) * (high + GUTTER)
        canvas.setStrokeColor(STEEL)
        canvas.setLineWidth(0.3)
        canvas.rect(x, y, wide, high)
        canvas.setFillColor(INK)
        canvas.setFont(BOLD, 22)
        canvas.drawString(x + 3 * mm, y + high - 10 * mm, printable(mark))
        canvas.setFont(BODY, 7.5)
        size = say.length(row.length) + (f" x {say.length(row.width)}" if row.width is not None else "")
        lines = (f"{n} of {row.count}, {row.role}", size, row.stock_label, job)
        for line, text in enumerate(lines):
            canvas.drawString(x + 3 * mm, y + high - (15 + 4 * line) * mm, printable(_short(text)))
    canvas.save()
    return out.getvalue()


def _short(text: str, most: int = 38) -> str:
    return text if len(text) <= most else f"{text[: most - 1]}…"
