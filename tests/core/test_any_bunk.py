"""Any hung bunk that can be chosen, in any van, gets a report or one clear refusal; nothing unknown passes."""

from __future__ import annotations

import math
from typing import Any

from hypothesis import given, settings
from hypothesis import strategies as st

from ergostrut.core.catalog.errors import StockError
from ergostrut.core.finding import STATES
from ergostrut.core.problem import InputError
from ergostrut.core.report import check, here, studies_at
from ergostrut.core.structure.systems import SYSTEMS
from ergostrut.files.catalog_files import shipped_catalog

from .vans import bunk, job, van

CATALOG = shipped_catalog()
FRAMED = [system for system in SYSTEMS.values() if system.slide]


def mm(low: float, high: float) -> st.SearchStrategy[str]:
    return st.floats(low, high).map(lambda value: f"{value:.1f} mm")


@st.composite
def designs(draw: st.DrawFn) -> dict[str, Any]:
    """Parameters of a bunk in a framing system with sections of its own."""
    system = draw(st.sampled_from(FRAMED))
    sections = [s.id for s in CATALOG.sections.values() if system.takes(s)]
    rated = st.sampled_from([None, "60 kg", "400 kg"])
    return bunk(
        framing=system.id,
        wall=draw(st.sampled_from(["left", "right"])),
        rail=draw(st.sampled_from([system.rail, *sections])),
        rib=draw(st.sampled_from([system.rib, *sections])),
        ribs=draw(st.integers(2, 9)),
        length=draw(mm(700, 2400)),
        width=draw(mm(320, 1100)),
        height=draw(mm(300, 1300)),
        deck=draw(st.sampled_from(list(CATALOG.sheets))),
        edge=draw(st.sampled_from([None, "1x4 spf"])),
        mattress=draw(st.sampled_from([None, {"thickness": "80 mm"}])),
        wall_rail={
            "section": draw(st.sampled_from(["1x3x11ga", "L2x2x1/8", "2x4 spf"])),
            "bolts": draw(st.integers(2, 7)),
            "rating": draw(rated),
        },
        hinges={"count": draw(st.integers(2, 6)), "offset": draw(mm(2, 60)), "gap": draw(mm(0, 20)), "rating": draw(rated)},
        straps={
            "count": draw(st.integers(2, 4)),
            "height": draw(mm(700, 1700)),
            "lean": draw(mm(-500, 500)),
            "slack": draw(mm(-4, 20)),
            "rating": draw(rated),
            "marked": draw(st.sampled_from([None, "working", "breaking"])),
        },
        fold={"degrees": draw(st.floats(30, 110)), "latch_rating": draw(rated)},
    )


@settings(max_examples=12, deadline=None)
@given(designs())
def test_any_bunk_is_reported_or_refused(params: dict[str, Any]) -> None:
    try:
        design = job(params, host=van(), loads={"crash": {"on": True}})
        report = check(design, CATALOG)
    except (InputError, StockError) as refused:
        assert str(refused)
        return
    for finding in (*report.findings, *here(studies_at(report, {"bunk1/fold": 20.0})).values()):
        assert finding.state in STATES and finding.sentence
        numbers = (finding.demand, finding.limit, finding.use)
        assert all(value is None or math.isfinite(value) for value in numbers), finding
        assert finding.working or (finding.use is None and finding.state not in ("holds", "tight")), f"{finding.id} has no working"
        if finding.state in ("holds", "tight") and finding.use is not None:
            assert finding.use <= 1 + 1e-6 and not finding.missing, finding
    by_check = {f.check: f for f in report.findings if f.id.startswith("bunk1/")}
    if params["straps"]["rating"] is None or params["straps"]["marked"] is None:
        assert by_check["strap"].state in ("unknown", "over") if "strap" in by_check else "frame.stands" in by_check
