"""What is carried stays inside the vehicle; room by hand from a box 3000 x 1900 x 1900 mm whose lengths are given."""

from __future__ import annotations

from typing import Any

import pytest

from ergostrut.core.catalog.model import Catalog
from ergostrut.core.finding import Finding
from ergostrut.core.fit.space.within import check_within
from ergostrut.core.job.document import read_design
from ergostrut.core.report import context_of

from .test_ways import BED, PLAIN, box_job


def found(catalog: Catalog, size: tuple[int, int, int], x: int, y: int, on: str = "p/bed", **host: Any) -> Finding | None:
    long, wide, high = size
    thing = {
        "id": "a",
        "name": "chest",
        "length": f"{long}",
        "width": f"{wide}",
        "height": f"{high}",
        "mass": "20",
        "on": on,
        "at": {"x": f"{x}", "y": f"{y}"},
    }
    context = context_of(read_design(box_job(BED, things=[thing], **host), bare=PLAIN), catalog)
    return next(iter(check_within(context)), None)


@pytest.mark.parametrize(
    ("size", "x", "y", "on", "state", "left"),
    [
        # the deck's top is at 418 mm at the least (400 and its sheet), the roof at 1900
        pytest.param((400, 300, 1600), 600, 0, "p/bed", "over", None, id="through the roof from the deck"),
        pytest.param((400, 300, 1600), 2000, 0, "host/floor", "holds", 300.0, id="the same from the floor"),
        pytest.param((400, 300, 1950), 2000, 0, "host/floor", "over", -50.0, id="through the roof from the floor"),
        pytest.param((400, 300, 500), 2000, 830, "host/floor", "over", -30.0, id="through the right wall: 830 + 150 of 950"),
        pytest.param((400, 300, 500), 2000, -790, "host/floor", "holds", 10.0, id="beside the left wall"),
        pytest.param((400, 300, 500), 2850, 0, "host/floor", "over", -50.0, id="through the rear: 2850 + 200 of 3000"),
        pytest.param((400, 300, 500), 180, 0, "p/bed", "over", -20.0, id="through the front: 180 - 200"),
    ],
)  # fmt: skip
def test_room_round_a_thing(catalog: Catalog, size: tuple[int, int, int], x: int, y: int, on: str, state: str, left: float | None) -> None:
    f = found(catalog, size, x, y, on)
    assert f is not None and f.state == state
    assert left is None or f.demand == pytest.approx(left, abs=1e-6)


def test_a_roof_that_nobody_measured_is_unknown(catalog: Catalog) -> None:
    f = found(catalog, (400, 300, 500), 2000, 0, "host/floor", dims={"cover_height": None})
    assert f is not None and f.state == "unknown" and f.missing == ("cover_height",)


def test_what_hangs_on_a_typical_roof_is_measured_first(catalog: Catalog) -> None:
    f = found(catalog, (400, 300, 1895), 2000, 0, "host/floor", state="typical")
    assert f is not None and f.state == "unknown" and "Measure first" in f.sentence
    f = found(catalog, (400, 300, 2500), 2000, 0, "host/floor", state="typical")
    assert f is not None and f.state == "over", "no tolerance mends half a metre"
