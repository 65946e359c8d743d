"""How high the centre lies and when it tips, with sums of the test's own."""

from __future__ import annotations

import math
from typing import Any

import pytest

from ergostrut.core.catalog.model import Catalog
from ergostrut.core.finding import Finding
from ergostrut.core.job.document import read_design
from ergostrut.core.report import check
from tests.families.test_truck_flatbed import BED, HARD_WEIGHTS, cargo, chassis


def tips(catalog: Catalog, *things: dict[str, Any], road: str = "gravel", track: str = "1720", **weights: Any) -> Finding | None:
    host = {**chassis(track=track), "weights": {**HARD_WEIGHTS, **weights}}
    data = {"name": "x", "host": host, "builds": [BED], "carry": {"things": list(things)}, "loads": {"road": road}}
    report = check(read_design(data), catalog)
    return next((f for f in report.findings if f.id == "balance/tips"), None)


def test_the_centre_of_all_and_the_push_that_tips_it(catalog: Catalog) -> None:
    """Empty 2000 kg at 700 mm; the bed near 0.95 m; a block of 600 kg whose middle lies 0.9 m over the deck."""
    low, high = tips(catalog, centre="700 mm"), tips(catalog, {**cargo(600, 900, 0), "height": "1800 mm"}, centre="700 mm")
    assert low is not None and high is not None and low.state == high.state == "holds"
    design = read_design(
        {"name": "x", "host": chassis(), "builds": [BED], "carry": {"things": [{**cargo(600, 900, 0), "height": "1800 mm"}]}}
    )
    report = check(design, catalog)
    build = report.context.builds[0]
    rows = [(2000.0, 700.0), *((kg, 820.0 + at[2]) for kg, at in build.masses("b/bed"))]
    rows += [(600.0, 820.0 + report.context.plan.placed[0].at()[2])]
    h = sum(m * z for m, z in rows) / sum(m for m, _ in rows)
    assert high.demand == pytest.approx(1720 / 2 / h, rel=1e-3) and high.limit == 0.5
    assert f"{math.degrees(math.atan(1720 / 2 / h)):.0f} degrees" in high.sentence
    assert (low.demand or 0) > (high.demand or 9)


def test_what_stands_beside_the_middle_tips_it_sooner(catalog: Catalog) -> None:
    middle, aside = tips(catalog, cargo(600, 900, 0), centre="700 mm"), tips(catalog, cargo(600, 900, 500), centre="700 mm")
    assert middle is not None and aside is not None and (aside.demand or 9) < (middle.demand or 0)


def test_high_and_narrow_is_over_where_corners_are_hard(catalog: Catalog) -> None:
    tall = {**cargo(2400, 900, 0), "height": "2600 mm"}
    found = tips(catalog, tall, centre="900 mm", road="trail", track="1250")
    assert found is not None and found.state == "over" and found.limit == 0.625 and "goes over" in found.caution


def test_what_is_not_known_is_said_as_a_note(catalog: Catalog) -> None:
    found = tips(catalog)
    assert found is not None and found.state == "note" and "height of the empty vehicle's centre on Measure" in found.sentence
