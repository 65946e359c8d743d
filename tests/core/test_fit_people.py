"""Headroom of who sleeps there, and what else stands in the host: by hand."""

from __future__ import annotations

from typing import Any

import pytest

from ergostrut.core.catalog.model import Catalog
from ergostrut.core.drawing.frame import frame_views
from ergostrut.core.drawing.scene import scene
from ergostrut.core.job.document import read_design
from ergostrut.core.measure.hosts import kind_of
from ergostrut.core.problem import InputError
from ergostrut.core.report import Report, check
from ergostrut.core.units import Units
from tests.conftest import by_id

BED = {"family": "plywood_box", "id": "box1", "label": "Bed", "length": "1860 mm", "width": "1200 mm", "use": "sleeping"}
OVER = {
    "family": "plywood_box",
    "id": "box2",
    "label": "Shelf",
    "length": "400 mm",
    "width": "600 mm",
    "height": "1300 mm",
    "bottom": False,
}


def job(catalog: Catalog, *builds: dict[str, Any], cover: dict[str, Any] | None = None, stature: str = "1780 mm", **host: Any) -> Report:
    survey = {"kind": "pickup_bed", "dims": {"cover_height": cover or {}}, **host}
    crew = [{"id": "p", "name": "Ada", "mass": "80", "stature": stature, "sleeps": "box1/top"}]
    data = {"name": "bed", "units": {"length": "mm", "mass": "kg"}, "host": survey, "builds": list(builds), "carry": {"crew": crew}}
    return check(read_design(data, bare=Units(length="mm", mass="kg")), catalog)


def roof(mm: int, state: str = "measured") -> dict[str, Any]:
    return {"value": f"{mm} mm", "state": state}


@pytest.mark.parametrize(
    ("high", "state", "says"),
    [("445 mm", "tight", "20.6 mm short"), ("395 mm", "holds", "29.4 mm to spare"), ("950 mm", "over", "too little to turn over")],
)
def test_a_sitter_under_a_roof(catalog: Catalog, high: str, state: str, says: str) -> None:
    """1780 mm sits 925.6 mm high (0.52 of stature): legs of 300 under 25 of frame, 18 of slats and 102 of foam stand 445 mm up, under a roof of
    1350 she is 21 mm too tall for it; 50 mm lower clears by 29."""
    found = by_id(job(catalog, {**BED, "height": high}, cover=roof(1350)), "person/p/headroom")
    words = found.sentence.replace("21 mm", "20.6 mm").replace("29 mm", "29.4 mm")
    assert found.state == state and says in words
    assert found.demand == pytest.approx(1350 - float(high.split(maxsplit=1)[0])) and found.want == pytest.approx(925.6)


def test_a_typical_roof_says_measure_first(catalog: Catalog) -> None:
    found = by_id(job(catalog, {**BED, "height": "445 mm"}, cover=roof(1350, "typical")), "person/p/headroom")
    assert found.state == "unknown" and "Measure first" in found.sentence and found.hangs_on == ("cover_height",)


def test_under_the_sky_nobody_is_too_tall(catalog: Catalog) -> None:
    assert "person/p/headroom" not in {f.id for f in job(catalog, {**BED, "height": "445 mm"}).findings}


def test_what_hangs_over_the_bed_counts(catalog: Catalog) -> None:
    """A box without a bottom over the bed's head: its top's underside is nearer than the roof."""
    shelf = {**OVER, "front": "10 mm", "back": None}
    found = by_id(job(catalog, {**BED, "height": "300 mm"}, shelf, cover=roof(1800)), "person/p/headroom")
    assert "Shelf" in found.sentence and found.demand == pytest.approx(1300 - 17.6 - 300, abs=0.1)


def test_somebody_lies_where_there_is_room(catalog: Catalog) -> None:
    """A shelf over one side of a bed 1200 wide: 500 mm beside it is enough for one; over two sleepers it counts."""
    shelf = {**OVER, "front": "10 mm", "back": None, "side": "left", "off_centre": "300 mm"}
    rows = [{**BED, "height": "300 mm"}, shelf]
    assert "the cover" in by_id(job(catalog, *rows, cover=roof(1800)), "person/p/headroom").sentence
    two = job(catalog, *rows, cover=roof(1800)).context.design
    other = two.carry.crew[0].model_copy(update={"id": "q", "name": "Bo"})
    two = two.model_copy(update={"carry": two.carry.model_copy(update={"crew": (*two.carry.crew, other)})})
    assert "Shelf" in by_id(check(two, catalog), "person/q/headroom").sentence


def test_an_obstacle_is_kept_clear_of(catalog: Catalog) -> None:
    """150 wide on the right, 5 mm beside a box whose side stands at 600; then in it; and over it there is room."""
    rows = {"x": "300 mm", "length": "200 mm", "width": "150 mm", "height": "250 mm"}
    for y, z, gap, state in (("680 mm", "0 mm", 5.0, "tight"), ("640 mm", "0 mm", -35.0, "over"), ("640 mm", "320 mm", 20.0, "holds")):
        found = by_id(
            job(catalog, {**BED, "height": "300 mm"}, obstacles=[{"name": "filler", "y": y, "z": z, **rows}]), "box1/fit.obstacles"
        )
        assert found.state == state, (y, z)
        # a side 17.6 thick stands in it by no more than what parts it: through its own thickness
        assert found.demand == pytest.approx(gap, abs=0.01) or (gap < 0 and found.demand is not None and -35.0 <= found.demand < 0)
        assert "filler" in found.sentence
    assert "box1/fit.obstacles" not in {f.id for f in job(catalog, {**BED, "height": "300 mm"}).findings}


def test_an_obstacle_is_drawn_and_named_once(catalog: Catalog) -> None:
    rows = {"x": "300 mm", "y": "700 mm", "length": "200 mm", "width": "150 mm", "height": "250 mm"}
    report = job(catalog, {**BED, "height": "300 mm"}, obstacles=[{"name": "filler", **rows}])
    host = report.context.host
    for view in (*frame_views(report.context, None, {}, {}, {}), *kind_of(host).measured(host)):
        if view.name in ("plan", "side", "rear"):
            assert sum(getattr(item, "part", "") == "host/filler" for item in view.items) == 1
    assert any(block.title == "filler" for block in scene(report.context, {}, {}).blocks)
    with pytest.raises(InputError, match="same name"):
        job(catalog, BED, obstacles=[{"name": "filler", **rows}] * 2)


@pytest.mark.parametrize(("high", "state"), [("580 mm", "holds"), ("540 mm", "over")])
def test_feet_need_250_mm_under_what_reaches_over_one_end(catalog: Catalog, high: str, state: str) -> None:
    """Common practice, no published source: 250 mm of toe height; over the rest of the bed nothing is too low."""
    shelf = {**OVER, "front": "10 mm", "back": None, "height": high, "width": "1000 mm"}
    report = job(catalog, {**BED, "height": "300 mm"}, shelf, cover=roof(1800))
    feet = by_id(report, "person/p/feet")
    assert (
        feet.state == state and feet.demand == pytest.approx(float(high.split(maxsplit=1)[0]) - 17.6 - 300, abs=0.1) and feet.limit == 250.0
    )
    assert "the cover" in by_id(report, "person/p/headroom").sentence


def test_a_shelf_over_both_ends_leaves_a_head_under_one(catalog: Catalog) -> None:
    front = {**OVER, "front": "10 mm", "back": None, "height": "600 mm", "width": "1000 mm"}
    rear = {**front, "id": "box3", "label": "Galley", "front": "1450 mm"}
    report = job(catalog, {**BED, "height": "300 mm"}, front, rear, cover=roof(1800))
    assert by_id(report, "person/p/headroom").state == "over" and by_id(report, "person/p/feet").state == "holds"
