"""How long a span may be: tried on the whole job, against the same lengths tried by hand."""

from __future__ import annotations

import pytest

from ergostrut.core.advice.longest import LEAST, longest, spanning
from ergostrut.core.advice.mends import advising, candidates, sought
from ergostrut.core.catalog.model import Catalog
from ergostrut.core.changes import Change
from ergostrut.core.job.change import apply
from ergostrut.core.job.document import Design, read_design
from ergostrut.core.report import check
from tests.conftest import by_id

from .test_ways import PLAIN, box_job

BED = {
    "family": "fixed_platform", "id": "p", "label": "Bed", "front": "300 mm", "length": "1900 mm", "width": "1200 mm", "height": "400 mm", "ends": "legs",
    "bearers": 3, "halves": 1, "mattress": None, "bearer": "2x4 spf", "bearer_flat": True, "joints": {"fastener": "lag screw"},
}  # fmt: skip


def bed(width: str, **more: object) -> Design:
    load = {"id": "a", "name": "load", "mass": "150", "length": "1500", "width": "600", "height": "200", "on": "p/bed"}
    return read_design(box_job({**BED, "width": width, **more}, things=[load]), bare=PLAIN)


@pytest.mark.parametrize("width", ["700 mm", "1500 mm"])
def test_the_longest_that_holds_is_on_the_edge(catalog: Catalog, width: str) -> None:
    """From a bed that holds and from one that does not: the length named holds, 50 mm more does not."""
    report = check(bed(width), catalog)
    (found,) = [(f, path) for f, path in spanning(report) if path == "/builds/0/width"]
    mend = longest(report, *found, catalog)
    assert mend is not None and len(mend.changes) == 1 and "longest that holds" in mend.label
    mm = float(str(mend.changes[0].value).split()[0])
    at, beyond = (by_id(check(bed(f"{w} mm"), catalog), found[0].id) for w in (mm, mm + 50))
    assert at.state != "over" and at.use == mend.use
    spoilt = {f.id for f in check(bed(f"{mm + 50} mm"), catalog).findings if f.state == "over"}
    assert (
        beyond.state == "over"
        or spoilt - {f.id for f in report.findings if f.state == "over"}
        or mm + 50 > 2 * float(width.split(maxsplit=1)[0])
    )
    assert not [effect for effect in mend.worsens if effect.state_after == "over"]


def test_no_longer_than_the_room(catalog: Catalog) -> None:
    """A light rack between bulkhead and door holds at any length: the longest named leaves nothing else over."""
    rack = {
        "family": "shelf_rack",
        "id": "r",
        "label": "Rack",
        "length": "1000 mm",
        "frames": 4,
        "bearer": "2x4 spf",
        "deck": "birch.18",
        "joints": {"screw": "No. 14", "screws": 6},
    }
    report = check(read_design(box_job(rack), bare=PLAIN), catalog)
    mends = [longest(report, *row, catalog) for row in spanning(report)]
    assert mends and all(mend is not None and "over" not in {e.state_after for e in mend.worsens} for mend in mends)
    assert all(float(str(mend.changes[0].value).split()[0]) <= 2900 for mend in mends if mend is not None)


def test_nothing_is_the_longest_where_nothing_holds(catalog: Catalog) -> None:
    """Two tons on it: down to 0.3 of its width it is over, and no length is named; nor when nobody waits for it."""
    heavy = apply(bed("1500 mm"), [Change("/carry/things/0/mass", "4000 kg")])
    report = check(heavy, catalog)
    rows = [row for row in spanning(report) if row[1] == "/builds/0/width"]
    assert rows and longest(report, *rows[0], catalog) is None and LEAST == 0.3
    light = check(bed("900 mm"), catalog)
    assert longest(light, *spanning(light)[0], catalog, lambda: False) is None


def test_advice_ends_with_the_spans(catalog: Catalog) -> None:
    report = check(bed("900 mm"), catalog)
    whole = list(advising(report, catalog))
    assert len(whole) == sought(report) and whole[-1] is not None and "longest" in whole[-1].label


def test_on_edge_says_what_it_costs_in_height(catalog: Catalog) -> None:
    """A 2x4 is 89 by 38: turned up it is 51 mm higher."""
    report = check(bed("1500 mm"), catalog)
    found = next(f for f in report.findings if f.check == "bearer.strength")
    assert "turned on edge, 51 mm higher" in [label for label, _ in candidates(report.context.design, found, catalog)]
