"""Everything that leaves a job as files, by name; alone or as one zip."""

from __future__ import annotations

import datetime as dt
import io
import re
import zipfile
from collections.abc import Callable, Mapping
from dataclasses import dataclass

from ergostrut.core.cut.holes import drilled
from ergostrut.core.cut.outline import outlines
from ergostrut.core.drawing.frame import frame_views
from ergostrut.core.drawing.sections import Cut, Flat
from ergostrut.core.job.document import Design, Job, write_job
from ergostrut.core.primitives import View
from ergostrut.core.report import Report
from ergostrut.core.structure.assembly import Assembly

from .calculation_pdf import calculation_pdf
from .csv_out import cut_csv, holes_csv
from .drawn.dxf import rings_dxf, views_dxf
from .drawn.glb import solids_glb
from .drawn.nested import part_rings, sheet_rings
from .drawn.svg import view_svg
from .labels_pdf import labels_pdf
from .packet_pdf import packet_pdf
from .steps_ics import steps_ics

EPOCH = (1980, 1, 1, 0, 0, 0)


CUTS: tuple[tuple[Flat, int, str], ...] = (("side", 1, "section along"), ("rear", 0, "section across"))
"""Views that are cut, by the axis they look along."""


def middle(build: Assembly, axis: int) -> float:
    """A little off the middle of a build: what stands on its centre line is cut beside it, not along a face."""
    ends = [end[axis] for member in build.members for end in (member.a, member.b)] + [
        v[axis] for panel in build.panels for v in (panel.lo, panel.hi)
    ]
    return (min(ends) + max(ends)) / 2 + 1.0 if ends else 0.0


@dataclass(frozen=True)
class Pack:
    """What files are made of. ``names``: marks as they were issued; ``at``: when."""

    design: Design
    report: Report
    names: Mapping[str, str]
    at: dt.datetime

    def views(self) -> list[tuple[str, View]]:
        """Plan, side and rear of every build in its host, and cut through its middle along and across."""
        context = self.report.context
        found = []
        for build in context.builds:
            found += [(f"{build.label}, {view.name}", view) for view in frame_views(context, None, {}, {}, {}, build.id)]
            for name, axis, words in CUTS:
                cut = Cut(name, middle(build, axis))
                drawn = next(view for view in frame_views(context, None, {}, {}, {}, build.id, cut) if view.name == name)
                found.append((f"{build.label}, {words}", drawn))
        return found

    def mark(self, mark: str) -> str:
        return self.names.get(mark, mark)


def _parts(pack: Pack) -> dict[str, str]:
    """A DXF a panel, named by mark and how many of it there are."""
    rows = {row.mark: row for row in pack.report.cut.pieces}
    found = outlines(pack.report.context, pack.report.cut.pieces)
    unit = pack.design.units.length
    return {
        f"parts/{safe_name(f'{pack.mark(mark)} x{rows[mark].count} {rows[mark].stock_label}')}.dxf": rings_dxf(
            part_rings(one, pack.mark(mark)), unit
        )
        for mark, one in found.items()
    }


def _nested(pack: Pack) -> dict[str, str]:
    """A DXF a sheet, parts where the plan lays them."""
    found = outlines(pack.report.context, pack.report.cut.pieces)
    unit = pack.design.units.length
    return {
        f"sheets/{safe_name(f'{group.label} {n}')}.dxf": rings_dxf(sheet_rings(sheet, found, pack.names), unit)
        for group in pack.report.cut.sheets
        for n, sheet in enumerate(group.plan.sheets, 1)
    }


def _svgs(pack: Pack) -> dict[str, str]:
    return {
        f"drawings/{safe_name(name)}.svg": view_svg(view, pack.report.context.say, f"{pack.design.name}: {name}")
        for name, view in pack.views()
    }


ONE: dict[str, tuple[str, str, Callable[[Pack], str | bytes]]] = {
    "packet.pdf": ("Packet for the wall", "application/pdf", lambda k: packet_pdf(k.design, k.report, k.names, k.at.date().isoformat())),
    "cut list.csv": ("Cut and buying list", "text/csv", lambda k: cut_csv(k.report.cut, k.design.units, _by_part(k))),
    "holes.csv": (
        "Holes to drill",
        "text/csv",
        lambda k: holes_csv(drilled(k.report.context, k.report.cut.pieces), k.design.units, _by_part(k)),
    ),
    "labels.pdf": ("Labels to print", "application/pdf", lambda k: labels_pdf(k.report.cut, k.names, k.design.name, k.report.context.say)),
    "drawings.dxf": ("Plan, side and rear", "image/vnd.dxf", lambda k: views_dxf(k.views(), k.report.context.say)),
    "calculation.pdf": (
        "Calculation of every finding",
        "application/pdf",
        lambda k: calculation_pdf(k.design, k.report, k.report.context.catalog.version, k.at.date().isoformat()),
    ),
    "job.json": ("The job's file", "application/json", lambda k: write_job(Job(catalog=k.report.context.catalog.version, design=k.design))),
    "solids.glb": ("Three dimensions", "model/gltf-binary", lambda k: solids_glb(k.report.context)),
    "steps.ics": ("Steps as tasks", "text/calendar", lambda k: steps_ics(k.report.steps, k.design.name, k.at)),
}
"""Files by name: what each is, its type, how it is made."""
MANY: tuple[Callable[[Pack], dict[str, str]], ...] = (_svgs, _parts, _nested)


def _by_part(pack: Pack) -> dict[str, str]:
    return {part: pack.mark(row.mark) for row in pack.report.cut.pieces for part in row.parts}


def one_file(pack: Pack, name: str) -> bytes:
    """One of ``ONE``.

    Raises:
        KeyError: there is no file of that name.
    """
    made = ONE[name][2](pack)
    return made.encode() if isinstance(made, str) else made


def all_files(pack: Pack) -> dict[str, bytes]:
    """Every file, by its path in the zip."""
    found = {name: one_file(pack, name) for name in ONE}
    for many in MANY:
        found |= {name: text.encode() for name, text in many(pack).items()}
    return found


def packed(pack: Pack) -> bytes:
    """All of them as one zip."""
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as archive:
        for name, data in all_files(pack).items():
            archive.writestr(zipfile.ZipInfo(name, EPOCH), data, zipfile.ZIP_DEFLATED)
    return out.getvalue()


def safe_name(text: str) -> str:
    """A name any file system takes."""
    return re.sub(r"[^\w .,+()-]+", "-", text).strip(" .-")[:80] or "file"
