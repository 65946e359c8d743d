"""Any rack or drawer system that can be chosen gets a report or one clear refusal, in panels or framed."""

from __future__ import annotations

import math
from typing import Any

from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st

from ergostrut.core.catalog.errors import StockError
from ergostrut.core.drawing.frame import frame_views
from ergostrut.core.drawing.room import overlays
from ergostrut.core.finding import STATES
from ergostrut.core.job.document import read_design
from ergostrut.core.problem import InputError
from ergostrut.core.report import check
from ergostrut.core.structure.systems import SYSTEMS
from ergostrut.files.catalog_files import shipped_catalog

from .test_ways import PLAIN, box_job

CATALOG = shipped_catalog()
FRAMED = [system for system in SYSTEMS.values() if system.slide]
SOLID = ["birch.6.5", "birch.12", "birch.18"]


def mm(low: float, high: float) -> st.SearchStrategy[str]:
    return st.floats(low, high).map(lambda value: f"{value:.0f} mm")


@st.composite
def framing(draw: st.DrawFn, *fields: str) -> dict[str, str]:
    """A system with sections of its own."""
    system = draw(st.sampled_from(FRAMED))
    sections = [s.id for s in CATALOG.sections.values() if system.takes(s)]
    return {"framing": system.id, **{field: draw(st.sampled_from(sections)) for field in fields}}


@st.composite
def drawers(draw: st.DrawFn) -> dict[str, Any]:
    made = draw(st.sampled_from(["panels", "frame"]))
    columns = [
        {"name": f"c{n}", "holds": draw(st.sampled_from(["drawers", "bay"])), "rows": draw(st.integers(1, 3))}
        for n in range(draw(st.integers(1, 3)))
    ]
    build: dict[str, Any] = {
        "family": "drawer_system", "id": "b", "label": "Drawers", "made": made, "columns": columns, **draw(framing("rail")),
        "length": draw(mm(400, 1400)), "width": draw(mm(500, 1500)), "height": draw(mm(200, 700)), "front": draw(mm(200, 1500)),
        "sheet": draw(st.sampled_from(SOLID)), "joint": draw(st.sampled_from(["screws", "glue", "blocks"])), "opens": draw(st.sampled_from(["rear", "left", "right"])),
        "slide": {"kind": draw(st.sampled_from(["side", "bottom", "locking", "runner", "bin"])), "stays": draw(st.sampled_from(["unsaid", "nothing", "lock"]))},
        "tied": draw(st.booleans()),
    }  # fmt: skip
    if made == "panels" and draw(st.booleans()):
        build["hatches"] = [{"name": "h", "along": draw(mm(40, 300)), "across": draw(mm(40, 300)), "long": draw(mm(80, 500)), "wide": draw(mm(80, 500)), "hinged": draw(st.sampled_from(["no", "front", "left"]))}]  # fmt: skip
    if made == "panels" and draw(st.booleans()):
        build["pods"] = {"side": draw(st.sampled_from(["both", "left"])), "width": draw(mm(60, 300)), "floor": draw(mm(0, 400))}
    return build


@st.composite
def racks(draw: st.DrawFn) -> dict[str, Any]:
    heights = sorted(draw(st.lists(st.integers(100, 1300), min_size=1, max_size=3, unique=True)))
    return {
        "family": "shelf_rack", "id": "b", "label": "Rack", "made": draw(st.sampled_from(["posts", "panels"])), **draw(framing("upright", "bearer")),
        "frames": draw(st.integers(2, 4)), "length": draw(mm(500, 2200)), "depth": draw(mm(200, 600)), "height": draw(mm(400, 1500)), "front": draw(mm(0, 700)),
        "deck": draw(st.sampled_from(SOLID)), "panel": draw(st.sampled_from(SOLID)), "back": draw(st.sampled_from([None, "birch.6.5"])),
        "edges": {"way": draw(st.sampled_from(["screws", "glue", "dado"]))}, "stock": draw(st.sampled_from([None, {}])), "stands": draw(st.sampled_from(["floor", "wall"])),
        "wall": {"bolts": draw(st.integers(1, 2)), "rating": draw(st.sampled_from([None, "80 kg"]))}, "side": draw(st.sampled_from(["left", "right"])),
        "shelves": [{"name": f"s{n}", "height": f"{h} mm"} for n, h in enumerate(heights)],
        "ceiling": draw(st.sampled_from([[], [{"rating": "20 kg"}]])),
    }  # fmt: skip


@settings(max_examples=16, suppress_health_check=list(HealthCheck))
@given(st.one_of(drawers(), racks()), st.floats(1, 120), st.booleans())
def test_any_of_them_is_reported_or_refused(build: dict[str, Any], kg: float, well: bool) -> None:
    dims = {"well_start": 900, "well_length": 800, "well_height": 240, "width_between_wells": 1300} if well else {}
    thing = {
        "id": "t",
        "name": "case",
        "length": "300 mm",
        "width": "200 mm",
        "height": "100 mm",
        "mass": f"{kg:.1f} kg",
        "on": "host/floor",
        "night": {"on": "b/top"},
    }
    try:
        design = read_design(box_job(build, things=[thing], dims=dims, rear_hung="top"), bare=PLAIN)
        report = check(design, CATALOG)
    except (StockError, InputError) as error:
        assert str(error)
        return
    for finding in report.findings:
        assert finding.state in STATES and finding.sentence
        assert all(value is None or math.isfinite(value) for value in (finding.use, finding.demand, finding.limit)), finding.id
        assert finding.state != "holds" or not finding.missing, finding.id
    assert len({finding.id for finding in report.findings}) == len(report.findings)
    views = frame_views(report.context, None, {m.id: m.reach for b in report.context.builds for m in b.motions}, {}, {})
    assert all(view.items for view in views) and all(
        overlays(report.context, name, ("swept",), "b") is not None for name in ("plan", "side", "rear")
    )
