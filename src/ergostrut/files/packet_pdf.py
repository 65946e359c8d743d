"""The packet for the shop's wall: cover, drawings, cut plans, parts, what to buy, steps with boxes to sign, what to look at, cautions."""

from __future__ import annotations

import io
from collections.abc import Iterator, Mapping
from typing import Any

from reportlab.lib.pagesizes import A4
from reportlab.lib.units import mm
from reportlab.platypus import CondPageBreak, KeepTogether, PageBreak, SimpleDocTemplate, Spacer, Table

from ergostrut.core.drawing.cutting import cut_drawings
from ergostrut.core.drawing.frame import frame_views
from ergostrut.core.drawing.part import parts_drawn
from ergostrut.core.drawing.step import step_view
from ergostrut.core.finding import State
from ergostrut.core.job.document import Design
from ergostrut.core.make.waits import SETTINGS, hours_of
from ergostrut.core.report import Report, counts_of
from ergostrut.core.structure.plans import CutPlan, Reading
from ergostrut.core.wording import Say

from .drawn.pdf import PAGE, view_drawing
from .report_json import NOTICE
from .sheet_style import BODY, HAIR, HEAD, INK, SMALL, STEEL, TITLE, p, printable, table

HAND_WIDE, HAND_HIGH = 110 * mm, 36 * mm
"""Of the small drawing of what a step has in hand."""
LOUD: tuple[State, ...] = ("over", "unknown", "tight")
HOLDS: State = "holds"


def packet_pdf(design: Design, report: Report, names: Mapping[str, str], date: str) -> bytes:
    """The packet's bytes. ``names``: what marks are called once they are issued; ``date`` is printed as given."""
    say = report.context.say
    flow = [
        *_cover(design, report, date),
        *_drawings(report),
        *_cutting(design, report, names),
        *_buying(design, report.cut),
        *_steps(report, names),
        *_looked_at(report),
    ]
    out = io.BytesIO()

    def foot(canvas: Any, document: Any) -> None:
        canvas.setFont(BODY, 7)
        canvas.setFillColor(STEEL)
        canvas.drawString(18 * mm, 10 * mm, printable(f"{design.name}. {date}. Lengths in {say.units.length}."))
        canvas.drawRightString(192 * mm, 10 * mm, str(document.page))

    margins = {"leftMargin": 18 * mm, "rightMargin": 18 * mm, "topMargin": 16 * mm, "bottomMargin": 18 * mm}
    SimpleDocTemplate(out, pagesize=A4, title=printable(f"Packet: {design.name}"), author="Ergostrut", invariant=1, **margins).build(
        flow, onFirstPage=foot, onLaterPages=foot
    )
    return out.getvalue()


def _cover(design: Design, report: Report, date: str) -> Iterator[Any]:
    tally, say, counts = report.tally, report.context.say, counts_of(report.findings)
    yield p(design.name, TITLE)
    yield p(f"{date}. {report.context.host.label}. {', '.join(build.label for build in report.context.builds)}.")
    yield p(NOTICE, SMALL)
    yield Spacer(1, 3 * mm)
    left = "not known" if tally.payload_left_kg is None else say.mass(tally.payload_left_kg)
    rows = [
        ["Builds weigh", say.mass(tally.build_kg)],
        ["Carried", say.mass(tally.carried_kg)],
        ["Payload left", left],
        ["Materials", f"{design.shop.currency} {tally.price:.0f}"],
        ["To buy", f"{tally.bars} bars, {tally.sheets} sheets"],
        ["Hands-on hours", f"{tally.hours:.1f}"],
        ["Findings", ", ".join(f"{counts[state]} {state}" for state in (*LOUD, HOLDS) if counts.get(state))],
    ]
    yield table(rows, (50, 120))
    if counts.get("over") or counts.get("unknown"):
        yield Spacer(1, 2 * mm)
        yield p("Something is over or not known: see the end of this packet before anything is cut.", HEAD)
    yield Spacer(1, 4 * mm)


def _drawings(report: Report) -> Iterator[Any]:
    for build in report.context.builds:
        yield CondPageBreak(90 * mm)
        yield p(build.label, HEAD)
        for view in frame_views(report.context, None, {}, {}, {}, build.id):
            yield KeepTogether([p(view.name.capitalize(), SMALL), view_drawing(view, report.context.say, PAGE, 95 * mm), Spacer(1, 2 * mm)])


def _cutting(design: Design, report: Report, names: Mapping[str, str]) -> Iterator[Any]:
    plan, say = report.cut, report.context.say
    yield PageBreak()
    yield p("Cut list", TITLE)
    rows = [["Mark", "no.", "what", "from", "size", "ends"]]
    for row in plan.pieces:
        size = say.length(row.length) + (f" x {say.length(row.width)}" if row.width is not None else "")
        rows.append([names.get(row.mark, row.mark), str(row.count), row.role, row.stock_label, size, row.brief])
    yield table(rows, (14, 10, 34, 46, 40, 30))
    bars, sheets = cut_drawings(plan, names, say, *design.shop.off_bars)
    if bars:
        yield Spacer(1, 4 * mm)
        kerf, trim = design.shop.off_bars
        own = f"saw cut {kerf:g} mm, {trim:g} mm off each end first"
        yield p(f"Bars: {own if design.shop.sawn_by == 'the shop' else 'cut to length by the supplier'}", HEAD)
    for bar in bars:
        label = next(group.label for group in plan.bars if group.stock == bar.stock)
        drawn = view_drawing(bar.view, say, PAGE, (len(bar.rows) * 7 + 6) * mm)
        lines = [p(line, SMALL) for line in bar.rows]
        yield from ([KeepTogether([p(label), drawn, *lines])] if len(lines) < 12 else [KeepTogether([p(label), drawn]), *lines])
    if sheets:
        yield Spacer(1, 4 * mm)
        yield p("Sheets: grain to the right, cuts from edge to edge in this order", HEAD)
    for sheet in sheets:
        label = next(group.label for group in plan.sheets if group.stock == sheet.stock)
        head = p(f"{label}, {sheet.title}{f', {sheet.count} alike' if sheet.count > 1 else ''}")
        lines = [p(f"{n}. {words}", SMALL) for n, words in enumerate(sheet.cuts, 1)]
        yield KeepTogether([head, view_drawing(sheet.view, say, PAGE * 0.75, 70 * mm)])
        yield from lines
    for part in parts_drawn(report.context, plan.pieces):
        head = p(f"Part {names.get(part.mark, part.mark)}: {'; '.join(part.notes)}", HEAD)
        outs = [p(f"{n}. {words}", SMALL) for n, words in enumerate(part.outs, 1)]
        yield KeepTogether([head, view_drawing(part.view, say, PAGE * 0.7, 75 * mm)])
        yield from outs


def _buying(design: Design, plan: CutPlan) -> Iterator[Any]:
    money, say = design.shop.currency, Say(design.units)
    rows = [["What", "how many", "size", "price"]]
    for group in plan.bars:
        sizes: dict[float, int] = {}
        for bar in group.plan.bars:
            if not bar.own:
                sizes[bar.stock] = sizes.get(bar.stock, 0) + 1
        for n, (length, many) in enumerate(sorted(sizes.items())):
            rows.append([group.label, str(many), say.length(length), f"{money} {group.price:.0f}" if n == 0 else ""])
    for sheet in plan.sheets:
        if sheet.count:
            size = " x ".join(say.length(v) for v in sheet.size)
            rows.append([sheet.label, str(sheet.count), size, f"{money} {sheet.price:.0f}"])
    for item in (*plan.hardware, *plan.services):
        rows.append([item.label, f"{item.count + item.spare}", "", f"{money} {item.price:.0f}"])
    yield CondPageBreak(60 * mm)
    yield p("To buy", TITLE)
    yield table([*rows, ["all of it", "", "", f"{money} {plan.price:.0f}"]], (84, 24, 40, 26))


def _blank(reading: Reading, say: Say) -> str:
    """A reading with room to write it in."""

    def shown(value: float) -> str:
        return say.length(value) if reading.unit == "mm" else f"{value:g} {reading.unit}"

    wanted = [f"planned {shown(reading.planned)}"] if reading.planned is not None else []
    wanted += [f"{shown(reading.low)} to {shown(reading.high)}"] if reading.low is not None and reading.high is not None else []
    wanted += [f"at most {shown(reading.high)}"] if reading.low is None and reading.high is not None else []
    wanted += [f"alike within {shown(reading.within)}"] if reading.within else []
    return f"{reading.name} ({', '.join(wanted)}): ____________"


def _steps(report: Report, names: Mapping[str, str]) -> Iterator[Any]:
    say = report.context.say
    marks = {part: names.get(row.mark, row.mark) for row in report.cut.pieces for part in row.parts}
    yield PageBreak()
    yield p("Steps, and who saw to them", TITLE)
    rows: list[list[Any]] = []
    for n, step in enumerate(report.steps, 1):
        words = [p(f"{n}. {step.title}", HEAD), p(step.text)]
        hand = sorted({marks[part] for part in step.parts if part in marks})
        words += [p(f"In hand: {', '.join(hand)}", SMALL)] if hand else []
        drawn = step_view(report.context.builds, step, marks) if hand else None
        words += [view_drawing(drawn, say, HAND_WIDE, HAND_HIGH)] if drawn is not None else []
        words += [p(f"Lies in the shop for {step.rests / 24:.0f} days first, so that it moves no more", SMALL)] if step.rests else []
        words += [p(step.batch, SMALL)] if step.batch else []
        words += [p(f"Hold: {step.hold}", SMALL)] if step.hold else []
        words += [p(_blank(reading, say), SMALL) for reading in step.reads]
        words += (
            [p(f"Then {SETTINGS[step.waits].words}: {hours_of(step.waits, report.context.design.plan.temperature):.0f} h", SMALL)]
            if step.waits
            else []
        )
        words += [p(f"Caution: {step.caution}")] if step.caution else []
        rows.append([words, "", ""])
    style = [("GRID", (1, 0), (-1, -1), 0.6, INK), ("LINEBELOW", (0, 0), (0, -1), 0.3, HAIR), ("VALIGN", (0, 0), (-1, -1), "TOP")]
    if rows:
        yield Table(rows, colWidths=[134 * mm, 12 * mm, 28 * mm], style=style)


def _looked_at(report: Report) -> Iterator[Any]:
    loud = [found for found in report.findings if found.state in LOUD]
    yield CondPageBreak(60 * mm)
    yield p("Look at these before you build", TITLE)
    if not loud:
        yield p("Nothing is over, unknown or tight.")
    for found in loud:
        use = f", {found.use:.2f} of its limit" if found.use is not None else ""
        yield p(f"{found.title}: {found.state}{use}", HEAD)
        yield p(found.sentence)
    for caution in dict.fromkeys(found.caution for found in report.findings if found.caution):
        yield p(f"Caution: {caution}", SMALL)
