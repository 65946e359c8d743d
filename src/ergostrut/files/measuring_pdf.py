"""The measuring sheet: every length of a host with how it is taken and boxes to write in, as a PDF to take out to the vehicle."""

from __future__ import annotations

import io
from typing import Any
from xml.sax.saxutils import escape

from reportlab.graphics.shapes import Drawing, Line, PolyLine, String
from reportlab.lib.pagesizes import A4
from reportlab.lib.units import mm
from reportlab.platypus import KeepTogether, Paragraph, SimpleDocTemplate, Spacer, Table

from ergostrut.core.job.document import Design
from ergostrut.core.measure.hosts import kind_of, resolve
from ergostrut.core.primitives import Circle, Path, View
from ergostrut.core.wording import Say

from .sheet_style import BOLD, HAIR, HEAD, INK, SMALL, STEEL, TEXT, TITLE, printable

HINTS = (
    "Take each length twice, the second time from the other end. Write fractions as the tape reads them.",
    "Existing holes, pockets and weld nuts: from the front, right of the centre line, thread, what is behind.",
    "Cautions: wheels chocked, nobody under a raised bed or hatch that is not propped; mind sharp edges behind linings.",
)


def measuring_pdf(design: Design) -> bytes:
    """The sheet of a job's host, with what is known beside the boxes."""
    host = resolve(design.host)
    kind, say = kind_of(host), Say(design.units)
    parts: list[Any] = [
        Paragraph(escape(printable(f"Measuring sheet: {host.label}")), TITLE),
        Paragraph(
            escape(printable(f"{design.name}. {kind.label}. Units: {design.units.length}. Date and who: ______________________")), SMALL
        ),
        Spacer(1, 3 * mm),
    ]
    parts += [KeepTogether([_drawn(view), Spacer(1, 2 * mm)]) for view in kind.measured(host)[:2]]
    rows: list[list[Any]] = [[Paragraph(word, SMALL) for word in ("Length", "How it is taken", "Known", "First", "Second")]]
    for one in host.dims.values():
        known = "" if one.mm is None else f"{'~ ' if one.state == 'typical' else ''}{say.length(one.mm)}"
        cells = (one.label, one.how, known)
        rows.append([*(Paragraph(escape(printable(cell)), TEXT if n != 1 else SMALL) for n, cell in enumerate(cells)), "", ""])
    grid = [("GRID", (3, 0), (4, -1), 0.6, INK), ("LINEBELOW", (0, 0), (2, -1), 0.3, HAIR), ("VALIGN", (0, 0), (-1, -1), "MIDDLE")]
    parts.append(Table(rows, colWidths=[v * mm for v in (42, 62, 26, 25, 25)], repeatRows=1, style=grid))
    parts.append(Spacer(1, 4 * mm))
    parts.append(KeepTogether([Paragraph("Before you start", HEAD), *(Paragraph(text, TEXT) for text in HINTS)]))
    out = io.BytesIO()
    title = printable(f"{design.name}, measuring sheet")
    SimpleDocTemplate(
        out, pagesize=A4, leftMargin=15 * mm, rightMargin=15 * mm, topMargin=14 * mm, bottomMargin=14 * mm, title=title
    ).build(parts)
    return out.getvalue()


def _drawn(view: View) -> Drawing:
    """A view's outlines to fit the page's width, with its name."""
    u0, v0, u1, v1 = view.box
    scale = min(170 * mm / max(u1 - u0, 1.0), 62 * mm / max(v1 - v0, 1.0))
    found = Drawing(180 * mm, (v1 - v0) * scale + 14)
    for item in view.items:
        if isinstance(item, Path):
            faint = item.role in ("host-faint", "ghost")
            for line in item.lines:
                points = [c for u, v in line for c in ((u - u0) * scale, (v - v0) * scale)]
                found.add(PolyLine(points, strokeColor=HAIR if faint else STEEL, strokeWidth=0.6 if faint else 0.9))
        elif isinstance(item, Circle):
            x, y, r = (item.at[0] - u0) * scale, (item.at[1] - v0) * scale, 2.0
            found.add(Line(x - r, y, x + r, y, strokeColor=INK, strokeWidth=0.6))
            found.add(Line(x, y - r, x, y + r, strokeColor=INK, strokeWidth=0.6))
    found.add(String(0, (v1 - v0) * scale + 4, view.name.capitalize(), fontName=BOLD, fontSize=8, fillColor=INK))
    return found
