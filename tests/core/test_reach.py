"""Tools at fixings: what is in the way, wherever what moves stands."""

from __future__ import annotations

from typing import Any

import pytest

from ergostrut.core.catalog.model import Catalog
from ergostrut.core.finding import Finding
from ergostrut.core.fit.bodies import Body
from ergostrut.core.fit.reach import LONG, OFF, WIDE, Fixing, check_reach, fixings, in_the_way, tool
from ergostrut.core.job.document import Job, read_design
from ergostrut.core.mechanics.space.boxes import upright
from ergostrut.core.report import context_of

from .test_ways import PLAIN, box_job

RACK = {
    "family": "shelf_rack",
    "id": "r",
    "label": "Rack",
    "frames": 3,
    "length": "1200 mm",
    "height": "1300 mm",
    "bearer": "2x3 spf",
    "joints": {"screws": 4},
}


def found(catalog: Catalog, *builds: dict[str, Any], **host: Any) -> list[Finding]:
    return list(check_reach(context_of(read_design(box_job(*builds, **host), bare=PLAIN), catalog)))


@pytest.mark.parametrize(("gap", "free"), [(OFF + LONG + 1, True), (OFF + LONG - 5, False), (0.0, False)])
def test_a_tool_takes_its_length_off_the_head(gap: float, free: bool) -> None:
    fixing = Fixing("f", "f", "rail", (0, 0, 50), (0, 0, 1))
    deck = Body("deck", "deck", upright([(-500, -500, 50 + gap)], [(500, 500, 62 + gap)]))
    assert (in_the_way([fixing], [deck]) == [[]]) is free
    assert in_the_way([fixing], [Body("rail", "rail", deck.boxes)]) == [[]], "what it goes through is not in its way"


def test_and_its_width_beside_it() -> None:
    fixing = Fixing("f", "f", "rail", (0, 800, 500), (0, -1, 0))
    lo, hi = tool(fixing).lo[0], tool(fixing).hi[0]
    assert (hi - lo).tolist() == pytest.approx([WIDE, LONG, WIDE]) and hi[1] == pytest.approx(800 - OFF)
    beside = Body("b", "b", upright([(WIDE / 2 + 1, 0, 0)], [(200, 900, 900)]))
    assert in_the_way([fixing], [beside]) == [[]]


def test_a_wall_fixing_over_the_shelves_is_reached_and_one_behind_a_bearer_is_not(catalog: Catalog) -> None:
    free = {**RACK, "shelves": [{"name": "a", "height": "600 mm"}]}
    assert found(catalog, free)[0].state == "holds"
    level = {**RACK, "shelves": [{"name": "a", "height": "1290 mm"}]}
    blocked = found(catalog, level)[0]
    assert blocked.state == "tight" and "bearer" in blocked.sentence and any("bearer" in part for part in blocked.parts)


def test_another_build_in_front_is_named(catalog: Catalog) -> None:
    chest = {"family": "plywood_box", "id": "c", "label": "Chest", "front": "100 mm", "length": "1200 mm", "width": "500 mm", "height": "1350 mm",
             "side": "left", "off_centre": "660 mm"}  # fmt: skip
    free = {**RACK, "shelves": [{"name": "a", "height": "600 mm"}]}
    assert found(catalog, free, chest)[0].state == "tight"


def test_what_moves_out_of_the_way_is_not_in_it(sample: Job, catalog: Catalog) -> None:
    """The sample slide's fixings are under its tray: with it out the front ones are free."""
    context = context_of(sample.design, catalog)
    build = context.builds[0]
    assert {fixing.id for fixing in fixings(build)} == {anchor.id for anchor in build.anchors}
    (finding,) = check_reach(context)
    assert finding.state in ("holds", "tight") and finding.working
