"""Cut plans and parts as drawings: everything is drawn where the plan has it, and once."""

from __future__ import annotations

import math

import pytest
import shapely

from ergostrut.core.catalog.model import Catalog
from ergostrut.core.cut.outline import Outline, outlines
from ergostrut.core.drawing.cutting import cut_drawings
from ergostrut.core.drawing.part import parts_drawn
from ergostrut.core.job.document import Job
from ergostrut.core.primitives import DimensionLine, Label, Path
from ergostrut.core.report import Report, check
from ergostrut.demo.sample import sample_jobs


@pytest.fixture(scope="module")
def trailer(catalog: Catalog) -> Report:
    """The box of tubes with sheets in its floor, walls and roof, posts through the floor and a window."""
    return check(next(job for job in sample_jobs() if "trailer" in job.design.name).design, catalog)


def test_every_part_is_drawn_once(trailer: Report) -> None:
    plan, shop = trailer.cut, trailer.context.design.shop
    bars, sheets = cut_drawings(plan, {}, trailer.context.say, shop.kerf_mm, shop.trim_mm)
    drawn = [item.part for one in bars for item in one.view.items if isinstance(item, Path) and item.part]
    assert sorted(drawn) == sorted(part for row in plan.pieces if row.width is None for part in row.parts)
    once = [item.part for one in sheets for item in one.view.items if isinstance(item, Path) and item.part]
    assert len(once) == len(set(once)) and sum(one.count for one in sheets) == sum(len(group.plan.sheets) for group in plan.sheets)
    for group, one in zip(plan.bars, bars, strict=True):
        assert len(one.rows) == len(group.plan.bars)


def test_bars_are_drawn_to_scale_along_them(report: Report) -> None:
    """The first piece begins behind the trimmed end, the next a saw cut on."""
    (first, *_), _ = cut_drawings(report.cut, {"R1": "R-77"}, report.context.say, 3.0, 7.0)
    group = next(group for group in report.cut.bars if group.stock == first.stock)
    bar, (outline, *boxes) = group.plan.bars[0], [item for item in first.view.items if isinstance(item, Path)]
    assert outline.points[1][0] == bar.stock and boxes[0].points[0][0] == 7.0
    assert boxes[0].points[1][0] - 7.0 == pytest.approx(bar.pieces[0][1])
    if len(bar.pieces) > 1:
        assert boxes[1].points[0][0] == pytest.approx(boxes[0].points[1][0] + 3.0)
    labels = [item.text for item in first.view.items if isinstance(item, Label)]
    assert any(text.startswith("R-77") for text in labels), "what is issued is said"


def test_what_is_left_of_a_part_weighs_what_the_part_weighs(trailer: Report, shop_job: Job, catalog: Catalog) -> None:
    """The rings a cutter follows enclose the area that the panel's mass was reckoned from."""
    for report in (trailer, check(shop_job.design, catalog)):
        panels = {panel.id: panel for build in report.context.builds for panel in build.panels}
        for mark, found in outlines(report.context, report.cut.pieces).items():
            row = next(row for row in report.cut.pieces if row.mark == mark)
            shells = shapely.Polygon()
            for ring in found.rings:
                shells = shells.symmetric_difference(shapely.Polygon(ring))
            assert shells.area == pytest.approx(panels[row.parts[0]].area, rel=1e-9), mark


def test_a_notched_corner_by_hand() -> None:
    """400 by 300 with 50 by 40 out of a corner and a hole of 100 by 100: six corners, then four; 120 000 - 2 000 - 10 000 mm2."""
    found = Outline(
        (400.0, 300.0), ((0.0, 0.0), (400.0, 0.0), (400.0, 300.0), (0.0, 300.0)), ((0, 0, 50, 40), (150, 100, 250, 200)), 0.0, True
    )
    outer, hole = found.rings
    assert len(outer) == 6 and len(hole) == 4 and not found.plain
    assert shapely.Polygon(outer, [hole]).area == 108_000
    assert {(50.0, 0.0), (50.0, 40.0), (0.0, 40.0)} <= set(outer)
    # what a notch leaves of a strip may be two pieces
    cut = Outline((400.0, 100.0), ((0.0, 0.0), (400.0, 0.0), (400.0, 100.0), (0.0, 100.0)), ((150, 0, 200, 100),), 0.0, True)
    assert len(cut.rings) == 2
    assert Outline((4.0, 3.0), ((0, 0), (4, 0), (4, 3), (0, 3)), (), 0.0, True).plain


def test_only_what_is_more_than_a_rectangle_is_drawn_with_its_cut_outs_numbered(trailer: Report) -> None:
    drawn = {one.mark: one for one in parts_drawn(trailer.context, trailer.cut.pieces)}
    rows = {row.mark: row for row in trailer.cut.pieces if row.width is not None}
    plain = {mark for mark, found in outlines(trailer.context, trailer.cut.pieces).items() if found.plain}
    assert set(drawn) == set(rows) - plain and drawn
    for mark, one in drawn.items():
        numbers = [item.text for item in one.view.items if isinstance(item, Label)]
        assert numbers == [str(n) for n in range(1, len(one.outs) + 1)]
        sizes = {item.label: item.mm for item in one.view.items if isinstance(item, DimensionLine)}
        assert sizes == {"length": pytest.approx(rows[mark].length, abs=0.01), "width": pytest.approx(rows[mark].width, abs=0.01)}
        assert f"{len(one.outs)} cut-out" in rows[mark].brief or not one.outs
        assert all(math.isfinite(v) for v in one.view.box)
