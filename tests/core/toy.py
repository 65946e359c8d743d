"""A family as anybody might add one: two bars in slots of nothing with a sheet on them, in the fewest lines that say it."""

from __future__ import annotations

from pathlib import Path

PARAMS = """
from typing import Literal

from ergostrut.core.document.base import BuildBase
from ergostrut.core.frame.blocks.stock import StockId, typed
from ergostrut.core.quantity import Length


class ToyShelf(BuildBase):
    family: Literal["toy_shelf"] = "toy_shelf"
    length: Length = typed("1200 mm")
    bearer: StockId = "2x4 spf"
    deck: StockId = "birch.18"
"""

FRAME = """
from ergostrut.core.frame.blocks.deck import deck
from ergostrut.core.frame.blocks.joining import Joints, joint_spec
from ergostrut.core.frame.blocks.stock import section_of, sheet_of
from ergostrut.core.structure.assembly import Assembly, Tag
from ergostrut.core.structure.nouns.holds import Contact, Hold
from ergostrut.core.structure.nouns.panel import Covers
from ergostrut.core.structure.nouns.parts import MemberGroup, Member, Surface

BEARER = MemberGroup("bearer", "Bearer, bending")


def frame(build, host, catalog):
    body, long, half, z = f"{build.id}/shelf", build.length.mm, 400.0, 300.0
    section = section_of(catalog, "bearer", build.bearer)
    depth = section.properties.depth
    bars = tuple(
        Member(f"{body}/bearer.{n}", "bearer", body, section, (x, -half, z), (x, half, z), group=BEARER, use="deck")
        for n, x in enumerate((100.0, long - 100.0), 1)
    )
    panel = deck(
        f"{body}/deck", "deck", body, sheet_of(catalog, "deck", build.deck), (0.0, -half, z + depth / 2), (long, 2 * half),
        Covers(tuple(bar.id for bar in bars)), along=True,
    )
    ends = [(bar, at) for bar in bars for at in (bar.a, bar.b)]
    up, down = (0.0, 0.0, 1.0), (0.0, 0.0, -1.0)
    return Assembly(
        id=build.id,
        family=build.family,
        label=build.label,
        members=bars,
        panels=(panel,),
        items=(),
        surfaces=(Surface(f"{body}/top", "top", body, (0.0, -half, z + depth), (long, 2 * half)),),
        joining=joint_spec("lumber_plywood", Joints(), catalog),
        contacts=tuple(
            Contact(f"{bar.id}/{at[1]}/{push[2]}", bar.name, kind, bar.id, at, push, gap=1e-6)
            for bar, at in ends
            for kind, push in (("floor", up), ("tie", down))
        ),
        holds=tuple(Hold(bar.id, at, axis, "cleat") for bar, at in ends for axis in (0, 1, 4)),
        tags=(Tag("side", "h", 0.0, long, "below", 1, "Length", "length"),),
    )
"""

RECORD = """
from ergostrut.core.frame.family import Family
from ergostrut.core.structure.sheet import Group, Row

from .frame import frame
from .params import ToyShelf


def steps(context, build, cut):
    return [("cut", "Cut it", f"{len(cut.pieces)} kinds of piece.", "", "", 10.0, ())]


FAMILY = Family(
    id="toy_shelf",
    label="Toy shelf",
    stem="toy",
    words="Two bars and a sheet.",
    params=ToyShelf,
    frame=frame,
    start=lambda host, units: {},
    sheet=(
        Group(
            "Shelf",
            (Row("length", "Length", "length"), Row("bearer", "Bar", "choice", source="legs"), Row("deck", "Deck", "choice", source="sheets")),
        ),
    ),
    steps=steps,
)
"""

TRY = """
import json, sys
import ergostrut.core.frame as frame
from importlib.machinery import PathFinder
import importlib.util
folder = sys.argv[1]
home = importlib.util.find_spec("ergostrut.core.frame.families").submodule_search_locations
home.append(folder)
spec = importlib.util.spec_from_file_location("ergostrut.core.frame.families", home[0] + "/__init__.py", submodule_search_locations=list(home))
package = importlib.util.module_from_spec(spec)
sys.modules[spec.name] = package
spec.loader.exec_module(package)
frame.families = package
from ergostrut.core.drawing.frame import frame_views
from ergostrut.core.structure.sheet import shown
from ergostrut.core.job.start import start
from ergostrut.core.report import check
from ergostrut.core.units import Units
from ergostrut.files.catalog_files import shipped_catalog, shipped_templates
catalog = shipped_catalog()
design = start(shipped_templates()[0], "toy", Units(), ("toy_shelf",))
report = check(design, catalog)
views = frame_views(report.context, None, {}, {}, {})
rows = [row.path for group in shown(package.FAMILIES["toy_shelf"].sheet, design.builds[0], catalog) for row in group.rows]
print(json.dumps({
    "family": design.builds[0].family,
    "drawn": len({item.part for view in views for item in view.items if getattr(item, "part", "").startswith("toy1/")}),
    "findings": [finding.id for finding in report.findings],
    "pieces": [piece.role for piece in report.cut.pieces],
    "steps": [step.id for step in report.steps],
    "rows": rows,
}))
"""


def write(folder: Path) -> None:
    """Put the toy family into ``folder``."""
    home = folder / "toy_shelf"
    home.mkdir()
    for name, text in (("__init__", RECORD), ("params", PARAMS), ("frame", FRAME)):
        (home / f"{name}.py").write_text(text.lstrip(), encoding="utf-8")
