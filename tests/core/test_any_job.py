"""Any slide that can be chosen gets a report or one clear refusal: nothing crashes, nothing is not a number, nothing unknown passes."""

from __future__ import annotations

import math
from typing import Any

from hypothesis import given, settings
from hypothesis import strategies as st

from ergostrut.core.catalog.errors import StockError
from ergostrut.core.changes import Change
from ergostrut.core.finding import STATES
from ergostrut.core.job.change import apply
from ergostrut.core.job.document import read_job, write_job
from ergostrut.core.problem import InputError
from ergostrut.core.report import check, here, studies_at
from ergostrut.core.structure.systems import SYSTEMS
from ergostrut.demo.sample import sample_jobs
from ergostrut.files.calculation_pdf import calculation_pdf
from ergostrut.files.catalog_files import shipped_catalog
from ergostrut.files.csv_out import cut_csv
from tests.conftest import PULL

CATALOG = shipped_catalog()
JOB = sample_jobs()[0]
SLIDES = [system for system in SYSTEMS.values() if system.slide]


def mm(low: float, high: float) -> st.SearchStrategy[str]:
    return st.floats(low, high).map(lambda value: f"{value:.1f} mm")


@st.composite
def choices(draw: st.DrawFn) -> list[Change]:
    """A framing system with sections of its own, and everything else as it may be typed."""
    system = draw(st.sampled_from(SLIDES))
    sections = [s.id for s in CATALOG.sections.values() if system.takes(s)]
    build: dict[str, Any] = {
        "framing": system.id,
        "rail": draw(st.sampled_from([system.rail, *sections])),
        "rib": draw(st.sampled_from([system.rib, *sections])),
        "rail_flat": draw(st.booleans()),
        "tray_length": draw(mm(600, 2400)),
        "tray_width": draw(mm(400, 1500)),
        "stops": [],
        "pull_out": draw(mm(100, 1800)),
        "mid_ribs": draw(st.integers(0, 8)),
        "deck": draw(st.sampled_from(list(CATALOG.sheets))),
        "deck_edges": draw(st.sampled_from(["screwed", "slots"])),
        "grain": draw(st.sampled_from(["along", "across"])),
        "joints/fastener": draw(st.sampled_from(["usual", *system.fasteners[1:]])),
        "joints/bolt": draw(st.sampled_from(["5/16-18", "3/8-16", "M8"])),
        "rollers/let_in": draw(mm(0, 20)),
        "rollers/rating": draw(st.sampled_from([None, "200 lb"])),
        "base/front_stop": draw(st.booleans()),
        "base/keeper": draw(st.booleans()),
        "guides/fitted": draw(st.booleans()),
        "tip_leg": draw(st.sampled_from([None, {}, {"length": "620 mm", "braced": True}, {"length": "0.5 m", "inset": "90 mm"}])),
    }
    own = []
    for i in range(draw(st.integers(0, 3))):
        left = draw(mm(0, 600))
        own.append({"name": f"m{i}", "section": build["rib"], "left": left, "right": draw(st.sampled_from([left, "0 mm", "590 mm"]))})
    rows = [Change(f"/builds/0/{field}", value) for field, value in build.items() if field != "pull_out"]
    rows += [Change("/builds/0/pull_out", build["pull_out"]), Change("/builds/0/own_members", own)]
    rows.append(Change("/loads/road", draw(st.sampled_from(["paved", "gravel", "trail"]))))
    rows.append(Change("/loads/crash/on", draw(st.booleans())))
    rows.append(Change("/loads/wet", draw(st.booleans())))
    if draw(st.booleans()):
        rows.append(Change("/carry/things", []))
    return rows


@settings(max_examples=25, deadline=None)
@given(choices(), st.floats(0, 1))
def test_any_slide_is_answered(changes: list[Change], share: float) -> None:
    try:
        design = apply(JOB.design, changes)
        report = check(design, CATALOG)
    except (InputError, StockError) as refused:
        assert len(str(refused)) > 10
        return
    ids = [f.id for f in report.findings]
    assert len(ids) == len(set(ids))
    at = here(studies_at(report, {PULL: share * report.context.builds[0].motions[0].reach}))
    for found in (*report.findings, *at.values()):
        assert found.state in STATES and found.sentence and found.title
        for number in (found.use, found.demand, found.limit):
            assert number is None or math.isfinite(number), (found.id, number)
        assert all(line.value is None or math.isfinite(line.value) for line in found.working), found.id
        if found.missing:
            assert found.state == "unknown", found.id
        if found.state == "holds" and found.use is not None:
            assert found.use <= 0.85 + 1e-9, found.id
    kept = JOB.model_copy(update={"design": design})
    assert read_job(write_job(kept)) == kept
    assert cut_csv(report.cut, design.units, {}).count("\n") > 5
    assert calculation_pdf(design, report, "c", "d", ids[:3]).startswith(b"%PDF")
