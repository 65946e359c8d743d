"""What takes up room: builds against each other and against what stands in the host, with depth and the way out; what turns takes its room along."""

from __future__ import annotations

from typing import Any

import numpy as np
import pytest

from ergostrut.core.catalog.model import Catalog
from ergostrut.core.fit.space.bodies import bodies, near
from ergostrut.core.job.document import read_design
from ergostrut.core.mechanics.space.boxes import nearest
from ergostrut.core.report import Report, check
from ergostrut.core.units import Units
from tests.conftest import by_id
from tests.core.test_box import value


def two(catalog: Catalog, **more: Any) -> Report:
    """Two plywood boxes 500 long, the second as ``more`` says."""
    small = {"family": "plywood_box", "length": "500 mm", "width": "400 mm", "height": "300 mm", "uprights": 0}
    builds = [{**small, "id": "box1", "label": "One"}, {**small, "id": "box2", "label": "Two", **more}]
    data = {"name": "two", "units": {"length": "mm", "mass": "kg"}, "host": {"kind": "pickup_bed"}, "builds": builds}
    return check(read_design(data, bare=Units(length="mm", mass="kg")), catalog)


@pytest.mark.parametrize(("front", "gap", "state"), [("530 mm", 20.0, "holds"), ("515 mm", 5.0, "tight"), ("490 mm", -20.0, "over")])
def test_builds_one_behind_the_other(catalog: Catalog, front: str, gap: float, state: str) -> None:
    found = by_id(two(catalog, front=front), "box1/fit.box2")
    assert found.demand == pytest.approx(gap, abs=1e-6) and found.state == state
    if gap < 0:
        assert "moved to the rear" in found.sentence and "20.0 mm" in found.sentence.replace("20 mm", "20.0 mm")


def test_a_corner_is_as_far_as_its_diagonal(catalog: Catalog) -> None:
    """30 behind and 40 beside: 50, not 40."""
    found = by_id(two(catalog, front="540 mm", side="right", off_centre="440 mm"), "box1/fit.box2")
    assert found.demand == pytest.approx(50.0, abs=1e-6) and value(found, "c") == found.demand


def test_what_leans_takes_no_more_room_than_it_has(catalog: Catalog) -> None:
    """Two sides leaning in by 100 at the top: what stands over the lean clears by more than the boxes round both would say."""
    report = two(catalog, front="530 mm", lean="100 mm")
    one, other = (bodies(report.context, build) for build in report.context.builds)
    found = near(one, other)
    back = next(body for body in other if body.name == "back")
    assert found is not None and found.gap == pytest.approx(20.0, abs=0.5)
    top = next(body for body in one if body.name == "top")
    pair = nearest(top.boxes, back.boxes)
    assert pair is not None and 0.8 * (20 + 100) < pair[2] < 20 + 100, "beside the top it has leaned away"


def test_every_part_is_among_them_once(report: Report) -> None:
    for build in report.context.builds:
        found = bodies(report.context, build)
        names = [body.part for body in found]
        assert len(set(names)) == len(names)
        parts = {m.id for m in build.members} | {p.id for p in build.panels} | {s.id for s in build.shells}
        assert parts <= set(names)
        for body in found:
            assert np.isfinite(body.boxes.centre).all() and all(a <= b for a, b in zip(body.lo, body.hi, strict=True))
