"""The calculation sheet: inputs, loads, sources and the working of every finding, as a PDF to read or hand to an engineer."""

from __future__ import annotations

import io
from collections.abc import Collection, Sequence
from typing import Any
from xml.sax.saxutils import escape

from reportlab.lib.pagesizes import A4
from reportlab.lib.units import mm
from reportlab.platypus import CondPageBreak, KeepTogether, Paragraph, SimpleDocTemplate, Spacer

from ergostrut.core.cases import CRASH_BASIS, FOOT_BASIS, ROAD_BASIS, SLOPE_BASIS, cases_at, crash_cases
from ergostrut.core.catalog.model import Sheet
from ergostrut.core.finding import Finding
from ergostrut.core.frame.build import carrying, family_of, stood_on
from ergostrut.core.job.document import Design
from ergostrut.core.measure.hosts import kind_of
from ergostrut.core.prove.boxes.model import ASSUMPTIONS as PANEL_ASSUMPTIONS
from ergostrut.core.prove.model.posed import ASSUMPTIONS
from ergostrut.core.report import Report
from ergostrut.core.structure.host import Host
from ergostrut.core.structure.sheet import Group, Row, shown, value_at
from ergostrut.core.working import Line, number
from ergostrut.files.report_json import NOTICE

from .calculation_parts import drawn_builds, stowed_things
from .sheet_style import BODY, GAP, HEAD, SMALL, STATE, STEEL, TEXT, TITLE, p, printable, table


def _line(line: Line) -> Paragraph:
    if not line.symbol:
        return p(line.note, SMALL)
    value = "" if line.value is None else f" = <b>{escape(number(line.value))} {escape(line.unit)}</b>"
    formula = f" = {escape(line.formula)}" if line.formula else ""
    numbers = f" = {escape(str(line.numbers))}" if line.numbers else ""
    note = f"  <font color='#5e6b78' size='7.2'>{escape(line.note)}</font>" if line.note else ""
    return Paragraph(f"{escape(line.symbol)}{formula}{numbers}{value}{note}", TEXT)


def _finding(found: Finding) -> list[Any]:
    use = f", {found.use:.2f} of the limit" if found.use is not None else ""
    colour = STATE.get(found.state, STEEL).hexval()[2:]
    head = Paragraph(f"{escape(printable(found.title))}  <font color='#{colour}'>{found.state}{use}</font>", HEAD)
    where = ", ".join(part for part in (found.case, f"position {found.position}" if found.position else "") if part)
    rows: list[Any] = [p(found.sentence)]
    if found.caution:
        rows.append(p(f"Caution: {found.caution}"))
    if where:
        rows.append(p(f"Governs: {where}. Parts: {', '.join(found.parts)}", SMALL))
    if found.margin is not None and found.use is not None:
        rows.append(p(f"Margin: {number(found.margin)} {found.unit}".rstrip(), SMALL))
    if found.missing:
        rows.append(p(f"Missing: {', '.join(found.missing).replace('_', ' ')}", SMALL))
    body = [_line(line) for line in found.working]
    tail = p(f"Basis: {found.basis}.", SMALL)
    return [CondPageBreak(28 * mm), KeepTogether([head, *rows]), *body, tail, Spacer(1, 3 * mm)]


def _assumptions(report: Report) -> list[str]:
    """What frames and panels take as given, as far as the job has any."""
    builds = report.context.builds
    framed = ASSUMPTIONS if any(not build.shells for build in builds) else ()
    return [*framed, *(PANEL_ASSUMPTIONS if any(build.shells for build in builds) else ())]


def _method(report: Report) -> str:
    """How forces were found, of what the job has."""
    builds = report.context.builds
    bars = (
        "Members' forces from a linear three-dimensional frame of Euler-Bernoulli bars; contacts push only. "
        "Local x runs from end a to end b, z as near up as it can be, y = z cross x; tension positive. "
    )
    shells = "Panels' forces from flat shell elements that meet at their edges; what bears pushes only. "
    framed, made = any(not build.shells for build in builds), any(build.shells for build in builds)
    return f"Allowable strength (ASD). {bars if framed else ''}{shells if made else ''}N, mm, MPa throughout."


def _inputs(design: Design, report: Report) -> list[Any]:
    say = report.context.say
    host = [
        [row.label, say.length(row.mm) if row.mm is not None else "not measured", row.state] for row in report.context.host.dims.values()
    ]
    flow: list[Any] = [p("Inputs", HEAD), table([["Host", design.host.label, ""], *host], (70, 60, 40))]
    flow += stowed_things(report)
    for build in report.context.builds:
        rows: dict[tuple[str, str, str], int] = {}
        for member in build.members:
            key = (member.role, member.section.label, f"{say.length(member.length)}; {member.section.material.label}")
            rows[key] = rows.get(key, 0) + 1
        flow += [Spacer(1, 2 * mm), p(f"{build.label}: {build.joining.system.label}", HEAD)]
        decks = [
            [
                panel.name,
                panel.sheet.label,
                " x ".join(say.length(v) for v in panel.cut) + (f", {boards} boards" if (boards := panel.laid.boards) else ""),
            ]
            for panel in build.panels
        ]
        joint = [
            "joints",
            build.joining.kind,
            "braced in plane by the deck" if all(panel.braces for panel in build.decks) else "not braced in plane by the deck",
        ]
        flow.append(
            table(
                [
                    ["Member", "section", "length; material"],
                    *([f"{n} {role}", label, rest] for (role, label, rest), n in rows.items()),
                    *decks,
                    joint,
                ],
                (36, 56, 78),
            )
        )
    flow += [Spacer(1, 2 * mm), *_given(design, report)]
    builds = report.context.builds
    sheets = [panel.sheet for build in builds for panel in build.panels]
    sources = {m.section.material.source for build in builds for m in build.members}
    sources |= {sheet.material.source for sheet in sheets if isinstance(sheet, Sheet)}
    flow += [p(f"Material values: {'; '.join(sorted(sources))}. Values from memory of the source unless checked against it.", SMALL)]
    return flow


def _given(design: Design, report: Report) -> list[Any]:
    """Everything that was given, by the words of the forms it was given on."""
    context = report.context
    forms: list[tuple[str, Sequence[Group], Any, Host | None]] = [("Host", kind_of(context.host).sheet, design.host, None)]
    forms += [
        (build.label, family_of(build.family).form, build, stood_on(build, design.builds, context.host, context.catalog))
        for build in design.builds
    ]
    flow: list[Any] = []
    for title, sheet, params, host in forms:
        data = params.model_dump(mode="json")
        rows = [
            row
            for group in shown(sheet, params, context.catalog, host, carrying(context.design.builds))
            for row in group.rows
            if isinstance(row, Row)
        ]
        cells = [[row.label, _said(row, value_at(data, row.path))] for row in rows]
        flow += [p(f"{title}, as given", HEAD), table(cells or [["nothing", ""]], (95, 75)), Spacer(1, 2 * mm)]
    w = design.host.weights
    plate = [(f"{one.label}, empty", getattr(w, one.id).empty) for one in context.host.carriers]
    plate += [(f"{one.label}, rating", getattr(w, one.id).rating) for one in context.host.carriers]
    plate.append(("Gross rating", w.gross_rating))
    flow += [p("Weights and ratings", HEAD), table([[name, str(value) if value else "not given"] for name, value in plate], (95, 75))]
    people = [[p.name, f"{p.mass}, {p.stature or 'stature not given'}", p.sleeps or p.seat or ""] for p in design.carry.crew]
    return [*flow, *([p("People", HEAD), table(people, (50, 70, 50))] if people else [])]


def _said(row: Row, value: Any) -> str:
    """A value as its form shows it."""
    if value is None or value == "":
        return row.empty or next((choice.label for choice in row.choices if choice.value == value), "not given")
    if isinstance(value, bool):
        return "yes" if value else "no"
    label = next((choice.label for choice in row.choices if choice.value == value), str(value))
    return f"{label} {row.unit}".rstrip()


def _loads(design: Design) -> list[Any]:
    rows = [
        [case.name, f"({case.g[0]:.3g}, {case.g[1]:.3g}, {case.g[2]:.3g})", ""]
        for case in (*cases_at(design.loads, True), *crash_cases(design.loads))
    ]
    feet = "" if "Foot" in design.loads.off else f" One foot, {design.loads.foot:g} N, wherever people step. {FOOT_BASIS}."
    off = f" Left out: {', '.join(design.loads.off)}." if design.loads.off else ""
    crash = f" {CRASH_BASIS}." if design.loads.crash.on else ""
    return [
        p("Loads", HEAD),
        table([["Case", "(gx, gy, gz), gravity included; x rearward, y right, z up", ""], *rows], (52, 78, 40)),
        p(f"{ROAD_BASIS}. {SLOPE_BASIS}. Roads: {design.loads.road}.{feet}{off}{crash}", SMALL),
    ]


def _left_out(design: Design) -> list[Any]:
    """A line that says so where the job's words hold characters that the sheet's fonts do not."""
    text = design.model_dump_json()
    count = sum(a != b for a, b in zip(text, printable(text), strict=True))
    words = f"{count} characters of this job's names are not in the sheet's fonts and stand as {GAP}; the job file holds them."
    return [p(words, SMALL)] if count else []


def calculation_pdf(design: Design, report: Report, catalog: str, date: str, only: Collection[str] = ()) -> bytes:
    """The sheet's bytes. ``only``: ids of the findings to show; all when empty. ``date``: printed as given."""
    chosen = [f for f in report.findings if not only or f.id in only]
    counts = {state: sum(f.state == state for f in chosen) for state in ("over", "unknown", "tight", "holds")}
    flow: list[Any] = [
        p(f"Calculation: {design.name}", TITLE),
        p(f"{date}. Catalogue {catalog}. {', '.join(f'{n} {state}' for state, n in counts.items() if n)}.", SMALL),
        p(NOTICE, SMALL),
        *_left_out(design),
        Spacer(1, 3 * mm),
        *_inputs(design, report),
        *drawn_builds(report),
        *_loads(design),
        p("Method", HEAD),
        p(_method(report)),
        p(" ".join(_assumptions(report))),
        Spacer(1, 3 * mm),
        p("Findings, worst first", HEAD),
    ]
    for found in chosen:
        flow += _finding(found)
    if not chosen:
        flow.append(p("None of the findings asked for is in this job any more."))
    out = io.BytesIO()

    def foot(canvas: Any, document: Any) -> None:
        canvas.setFont(BODY, 7)
        canvas.setFillColor(STEEL)
        canvas.drawString(18 * mm, 10 * mm, printable(f"Ergostrut, a design aid. {design.name}"))
        canvas.drawRightString(192 * mm, 10 * mm, str(document.page))

    SimpleDocTemplate(
        out,
        pagesize=A4,
        leftMargin=18 * mm,
        rightMargin=18 * mm,
        topMargin=16 * mm,
        bottomMargin=18 * mm,
        title=f"Calculation: {design.name}",
        author="Ergostrut",
        invariant=1,
    ).build(flow, onFirstPage=foot, onLaterPages=foot)
    return out.getvalue()
