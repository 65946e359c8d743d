"""What the road asks of a truck as it is built, with sums of the test's own."""

from __future__ import annotations

import math
from typing import Any

import pytest

from ergostrut.core.catalog.model import Catalog
from ergostrut.core.finding import Finding
from ergostrut.core.job.document import read_design
from ergostrut.core.report import check
from tests.families.test_chassis_body import BODY, HARD
from tests.families.test_truck_flatbed import BED, cargo, chassis


def notes(catalog: Catalog, build: dict[str, Any], things: tuple[dict[str, Any], ...] = (), **dims: str) -> dict[str, Finding]:
    data = {"name": "x", "host": chassis(*HARD, **dims), "builds": [build], "carry": {"things": list(things)}}
    return {f.id.removeprefix("host/road."): f for f in check(read_design(data), catalog).findings if f.id.startswith("host/road.")}


def _on_tyre(degrees: float, r: float, x: float) -> float:
    """Height, ``x`` behind the axle, of a ramp of so many degrees that the tyre stands on: it touches the circle where that is as steep."""
    a = math.radians(degrees)
    return r - r * math.cos(a) + (x - r * math.sin(a)) * math.tan(a)


@pytest.mark.parametrize(("height", "behind", "degrees"), [(500, 300, 59), (500, 656, 37)])
def test_departure_by_the_lowest_point_behind_the_tyre(catalog: Catalog, height: int, behind: int, degrees: int) -> None:
    """By its overhang a rear point 500 mm high departs at 59 degrees 300 mm behind the tyre, at 37 degrees 656 mm behind it. A ramp lies on the tyre: the
    steepest line that touches the circle from below and clears the point is found by trying."""
    end = 1250.0 + 815.0 / 2 + behind
    found = notes(catalog, {**BED, "length": "1500 mm"}, rail_end=f"{end}", rail_ground=f"{height + 200}", rail_depth="200")["departure"]
    said = next(line.value for line in found.working if line.symbol == "beta")
    assert said == pytest.approx(math.degrees(math.atan2(height, behind)), abs=0.01) and round(said) == degrees
    r, x = 815.0 / 2, 815.0 / 2 + behind
    clears = [a / 100 for a in range(1, 9000) if _on_tyre(a / 100, r, x) < height]
    assert found.demand == pytest.approx(max(clears), abs=0.02) and found.demand < said
    assert "end of the frame's rails" in found.sentence and found.state == "note"


def test_width_brings_lamps_and_then_a_permit(catalog: Catalog) -> None:
    for width, words, absent in ((1880, "wide", "lamps"), (2040, "49 CFR 571.108", "permit"), (2598, "23 CFR 658.15", "571.108)")):
        found = notes(catalog, {**BED, "width": f"{width} mm"})["size"]
        assert words in found.sentence and absent not in found.sentence and found.demand == pytest.approx(max(width, 1880), abs=0.1)
        assert "Check local law" in found.sentence


def test_a_body_hides_the_brake_light_and_so_does_a_high_load(catalog: Catalog) -> None:
    seen = notes(catalog, BED, light_height="1000")["light"]
    assert "is seen from behind" in seen.sentence
    assert (
        "front wall, 2 and rear door stand before" in notes(catalog, {**BODY, "length": "2180 mm"}, light_height="1000")["light"].sentence
    )
    low, high = cargo(40, 900, 0), {**cargo(40, 900, 0), "height": "900 mm"}
    assert "is seen from behind" in notes(catalog, BED, (low,), light_height="1000")["light"].sentence
    assert "The block stands before" in notes(catalog, BED, (high,), light_height="1000")["light"].sentence


def test_what_is_not_measured_is_not_said(catalog: Catalog) -> None:
    assert notes(catalog, BED, rail_ground="") == {}
    assert set(notes(catalog, BED, tyre_diameter="", light_height="")) == {"size"}
