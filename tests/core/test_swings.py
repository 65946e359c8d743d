"""What opens, what is seen, what a hand comes to, what sticks out. Expected values by formulas of the test's own; common practice, no published source."""

from __future__ import annotations

import math
from dataclasses import replace
from typing import Any

import pytest

from ergostrut.core.catalog.model import Catalog
from ergostrut.core.finding import Finding
from ergostrut.core.fit.hands.services import check_services
from ergostrut.core.fit.people.sight import check_sight, shadow
from ergostrut.core.fit.ways.doors import check_leaves, way_of
from ergostrut.core.fit.ways.sharp_ends import OUT, check_ends
from ergostrut.core.job.document import read_design
from ergostrut.core.measure.leaves import THICK, rear_leaves, side_leaves
from ergostrut.core.report import context_of
from ergostrut.core.structure.context import Context
from ergostrut.core.structure.host import Glass, Opening

from .test_ways import BED, PLAIN, ROOM, room

DOORS = {"rear_door_width": 1400, "rear_door_height": 1700}
RACK = {"off": "150 mm", "low": "-300 mm", "high": "700 mm", "wide": "1500 mm"}


def leaves(context: Context) -> dict[str, Finding]:
    return {f.id.removeprefix("host/leaf."): f for f in check_leaves(context)}


@pytest.mark.parametrize(("off", "wide"), [(150, 1500), (400, 1500), (150, 900)])
def test_a_side_hung_door_stops_at_a_rack_behind_it(catalog: Catalog, off: float, wide: float) -> None:
    """Its outer edge, hinged on its outer face, is w sin a behind it: it comes to a rack so far off at asin(off / w), where that is as wide there."""
    host = {"rear_hung": "both sides", "dims": DOORS, "rack": {**RACK, "off": f"{off} mm", "wide": f"{wide} mm"}}
    found = leaves(room(catalog, BED, **host))["rear-door.left"]
    leaf, angle = 700.0, math.asin(off / 700.0)
    across = leaf - leaf * math.cos(angle)
    if across < wide / 2:
        assert found.state == "over" and found.demand == pytest.approx(math.degrees(angle), abs=math.degrees(2 * THICK / leaf))
    assert leaves(room(catalog, BED, rear_hung="both sides", dims=DOORS))["rear-door.left"].state == "holds"


def test_a_hatch_swings_over_a_low_rack_and_into_a_high_one(catalog: Catalog) -> None:
    """From its hinge 1700 up the lower edge comes round at 1700 (1 - cos a) over the floor, 1700 sin a behind."""
    low = leaves(room(catalog, BED, rear_hung="top", dims=DOORS, rack={**RACK, "off": "900 mm", "high": "-100 mm"}))
    high = leaves(room(catalog, BED, rear_hung="top", dims=DOORS, rack={**RACK, "off": "900 mm", "high": "700 mm"}))
    assert low["rear-door"].state == "holds" and high["rear-door"].state == "over"
    angle = math.degrees(math.asin(900 / 1700))
    assert high["rear-door"].demand == pytest.approx(angle, abs=4)


def test_a_rack_not_measured_and_a_door_not_measured_are_unknown_by_name(catalog: Catalog) -> None:
    found = leaves(room(catalog, BED, rear_hung="top", rack={"off": "150 mm"}))["rear-door"]
    assert found.state == "unknown" and "its top" in found.sentence
    found = leaves(room(catalog, BED, rear_hung="top", dims={"rear_door_width": None}))["rear-door"]
    assert found.state == "unknown" and found.missing == ("rear_door_width",)
    assert not leaves(room(catalog, BED)), "nobody said how the rear door hangs, and nothing is behind it"
    unsaid = leaves(room(catalog, BED, rack=RACK))["rear"]
    assert unsaid.state == "unknown" and "hangs is not said" in unsaid.sentence


def test_a_typical_rear_that_hardly_passes_a_rack_says_measure_first(catalog: Catalog) -> None:
    """Lower edge of a hatch hinged at 1700: 1700 (1 - cos a) over the floor where it is 900 behind, 258; a rack 70 below
    that is 60 mm off its circle, and three typical lengths together are 75 unsure."""
    low = 1700 * (1 - math.cos(math.asin(900 / 1700)))
    rack = {**RACK, "off": "900 mm", "high": f"{low - 70:.0f} mm"}
    for state, want in (("typical", "unknown"), ("measured", "holds")):
        found = leaves(room(catalog, BED, rear_hung="top", dims=DOORS, rack=rack, state=state))["rear-door"]
        assert found.state == want, found.sentence
    side = leaves(room(catalog, BED, rear_hung="top", side_door="left", side_hung="front edge", dims={**DOORS, "side_door_start": 500, "side_door_width": 700, "side_door_height": 1600}, rack={"off": "150 mm"}))  # fmt: skip
    assert side["side-door"].state == "holds" and side["rear-door"].state == "unknown", "a rack is no matter of a side door"


def test_what_lies_over_the_sill_keeps_a_ramp_from_shutting(catalog: Catalog) -> None:
    rod = {"id": "t", "name": "rod", "length": "3100 mm", "width": "50 mm", "height": "50 mm", "mass": "2 kg", "on": "host/floor"}
    found = leaves(room(catalog, BED, rear_hung="bottom", things=[{**rod, "at": {"x": "1550 mm", "y": "0 mm"}}]))["rear-door"]
    assert found.state == "over" and "where it is shut" in found.sentence and found.parts == ("thing/t",)


@pytest.mark.parametrize("hung", ["top", "bottom", "left", "right"])
def test_every_leaf_opens_outwards_about_its_edge(hung: Any) -> None:
    opening = Opening("door", 0, 1, 3000.0, (-600, 0), (600, 1700), ())
    (leaf,) = rear_leaves(opening, hung)
    way = way_of(leaf)
    assert way.lo[:, 0].min() > 3000 - 1e-6, "never inwards"
    far = 1700 if hung in ("top", "bottom") else 1200
    assert way.hi[-1, 0] == pytest.approx(3000 + THICK + far, abs=1) and way.hi[0, 0] == pytest.approx(3000 + THICK)
    steps = [math.dist(a, b) for a, b in zip(way.corners[:-1].reshape(-1, 3), way.corners[1:].reshape(-1, 3), strict=True)]
    assert max(steps) <= THICK * 1.01
    assert rear_leaves(opening, "unknown") == ()


@pytest.mark.parametrize(("hung", "reach"), [("front edge", 700), ("rear edge", 700), ("top", 1500)])
@pytest.mark.parametrize("sign", [-1, 1])
def test_side_doors_open_outwards(hung: Any, reach: float, sign: Any) -> None:
    (leaf,) = side_leaves([Opening("door", 1, sign, sign * 900.0, (200, 0), (900, 1500), ())], hung)
    way = way_of(leaf)
    assert (sign * way.centre[:, 1]).min() > 900 and max(sign * way.lo[-1, 1], sign * way.hi[-1, 1]) == pytest.approx(
        900 + THICK + reach, abs=1
    )


def test_a_folded_seat_stays_down_under_a_platform(catalog: Catalog) -> None:
    dims = {"seat_reach": 700, "seat_height": 90, "seat_back": 600, **ROOM, "cover_height": 1500, "rear_door_height": 1400}
    host = {"kind": "wagon_interior", "dims": {name: {"value": f"{mm} mm", "state": "measured"} for name, mm in dims.items()}}
    over = {"name": "x", "host": host, "builds": [{**BED, "width": "1000 mm"}], "carry": {}}
    found = leaves(context_of(read_design(over, bare=PLAIN), catalog))["second-row"]
    assert found.state == "note" and "stays folded" in found.sentence
    behind = {**over, "builds": [{**BED, "front": "1400 mm", "width": "1000 mm"}]}
    assert leaves(context_of(read_design(behind, bare=PLAIN), catalog))["second-row"].state == "holds"


def test_a_shadow_grows_by_similar_triangles() -> None:
    """A box half way between eye and pane hides twice its size; one beyond the pane less than its own."""
    eye, pane = (0.0, 0.0, 0.0), Glass("g", 0, 2000.0, (-800, -400), (800, 400))
    near = shadow(eye, pane, (1000, -100, -100), (1001, 100, 100))
    assert near.area == pytest.approx(400**2, rel=0.01)
    assert shadow(eye, pane, (4000, -100, -100), (4001, 100, 100)).area == pytest.approx(100**2, rel=0.01)
    assert shadow(eye, pane, (-900, -100, -100), (-500, 100, 100)).is_empty, "what stands before the driver hides nothing behind him"
    across = shadow(eye, Glass("g", 1, -900.0, (-800, -400), (800, 400)), (100, -600, -50), (200, 900, 50))
    assert not across.is_empty and across.bounds[0] > 100


def test_a_box_to_the_roof_leaves_half_a_pane(catalog: Catalog) -> None:
    pane = {
        "name": "rear glass",
        "face": "rear",
        "start": "-600 mm",
        "length": "1200 mm",
        "low": "900 mm",
        "height": "400 mm",
        "state": "measured",
    }
    box = {"id": "t", "name": "wardrobe", "length": "100 mm", "width": "500 mm", "height": "1800 mm", "mass": "20 kg", "on": "host/floor", "at": {"x": "2950 mm", "y": "-250 mm"}}  # fmt: skip
    eye = {"ahead": "500 mm", "y": "0 mm", "z": "1100 mm", "state": "measured"}
    (found,) = check_sight(room(catalog, panes=[pane], eye=eye, things=[box]))
    k = 3500 / (2900 + 500)
    assert found.demand == pytest.approx(1 - 500 * k / 1200, abs=0.005) and found.state == "holds"
    (found,) = check_sight(room(catalog, panes=[pane], eye=eye, things=[{**box, "width": "1400 mm", "at": {"x": "2950 mm", "y": "0 mm"}}]))
    assert found.state == "tight" and found.demand == pytest.approx(0) and "wardrobe" in found.sentence
    for loose in ({"panes": [{**pane, "state": "typical"}], "eye": eye}, {"panes": [pane], "eye": {**eye, "state": "typical"}}):
        (found,) = check_sight(room(catalog, things=[box], **loose))
        assert found.state == "unknown" and "measure" in found.sentence and found.working
    (found,) = check_sight(room(catalog, panes=[pane], things=[box]))
    assert found.state == "unknown" and found.missing == ("driver's eye",)


JACK = {"name": "jack", "kind": "jack", "x": "600 mm", "y": "0 mm", "z": "20 mm", "free": "10 mm", "reached": "above"}


def test_what_comes_off_for_a_hand_is_named_and_what_is_glued_does_not(catalog: Catalog) -> None:
    (found,) = check_services(room(catalog, BED, services=[JACK]))
    assert found.state == "tight" and "take off" in found.sentence and "deck" in found.sentence
    (found,) = check_services(room(catalog, services=[JACK]))
    assert found.state == "holds"
    box = {"family": "plywood_box", "id": "b", "label": "Box", "front": "300 mm", "length": "700 mm", "width": "700 mm", "height": "500 mm"}
    (found,) = check_services(room(catalog, {**box, "joint": "glue"}, services=[JACK]))
    assert found.state == "over" and "does not come off" in found.sentence
    case = {"id": "t", "name": "case", "length": "300 mm", "width": "300 mm", "height": "300 mm", "mass": "9 kg", "on": "host/floor", "at": {"x": "600 mm", "y": "0 mm"}}  # fmt: skip
    (found,) = check_services(room(catalog, services=[JACK], things=[case]))
    assert found.state == "tight" and "move case" in found.sentence
    assert not list(check_services(room(catalog, BED, services=[{**JACK, "reached": "not said"}])))


def test_a_levers_whole_way_is_kept_free(catalog: Catalog) -> None:
    lever = {
        "name": "lever",
        "kind": "lever",
        "x": "100 mm",
        "y": "0 mm",
        "z": "300 mm",
        "free": "30 mm",
        "travel": "250 mm",
        "toward": "rear",
    }
    (box,) = room(catalog, services=[lever]).host.obstacles
    assert (box.lo[0], box.hi[0]) == (70.0, 380.0) and (box.lo[1], box.hi[1]) == (-30.0, 30.0)


def test_an_end_that_sticks_out_at_a_door_is_named(catalog: Catalog) -> None:
    context = room(catalog, {**BED, "front": "1500 mm", "length": "1000 mm"})
    (found,) = check_ends(context)
    assert found.state == "holds"
    (build,) = context.builds
    rail = max(build.members, key=lambda m: max(m.a[0], m.b[0]))
    x, _, z = (max(p[i] for p in (rail.a, rail.b)) for i in range(3))
    stub = replace(rail, id="p/stub", a=(x - 100, 0.0, z + 200), b=(x + 400, 0.0, z + 200))
    (found,) = check_ends(replace(context, builds=(replace(build, members=(*build.members, stub)),)))
    assert found.state == "tight" and found.parts == ("p/stub",) and "stub" in found.sentence and found.caution
    far = replace(rail, id="p/stub", a=(200.0, 0.0, z + 200), b=(400.0, 0.0, z + 200))
    (found,) = check_ends(replace(context, builds=(replace(build, members=(*build.members, far)),)))
    assert found.state == "holds", "an end nobody passes"
    assert OUT == 50.0
