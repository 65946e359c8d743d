"""What a compartment still takes, what things ask of their place, what is planned, the aisle, long stock, the rear rack; facts of the trade by hand."""

from __future__ import annotations

import math
from typing import Any

import pytest

from ergostrut.core.carry.place import bays_left, how_many_more, litres
from ergostrut.core.catalog.model import Catalog
from ergostrut.core.constants import G
from ergostrut.core.finding import Finding
from ergostrut.core.job.document import read_design
from ergostrut.core.report import Report, check, context_of
from ergostrut.core.structure.nouns.parts import Surface
from tests.conftest import by_id

from .test_ways import PLAIN, SHEET, box_job

SHELF = {"family": "shelf_rack", "id": "r", "label": "Rack", "frames": 3, "length": "1100 mm", "bearer": "2x3 spf", "joints": {"screws": 4}}
DRAWERS = {"family": "drawer_system", "id": "d", "label": "Drawers", "front": "1990 mm", "joint": "dado", "back_joint": "glue"}


def thing(ident: str, size: tuple[int, int, int], on: str, **more: Any) -> dict[str, Any]:
    long, wide, high = size
    return {
        "id": ident,
        "name": ident,
        "length": f"{long} mm",
        "width": f"{wide} mm",
        "height": f"{high} mm",
        "mass": "10 kg",
        "on": on,
        **more,
    }


def done(catalog: Catalog, *builds: dict[str, Any], **host: Any) -> Report:
    return check(read_design(box_job(*builds, **host), bare=PLAIN), catalog)


def ids(report: Report) -> dict[str, Finding]:
    return {f.id: f for f in report.findings}


def test_three_bays_and_one_leave_room_for_two_more() -> None:
    """3 x 265 + 325 of 1850 leave 730: two of 325 and 80 over."""
    assert bays_left(1850, [265, 265, 265, 325], 325) == (730, 2)
    assert bays_left(1850, [265, 265, 265, 325], 366)[1] == 1 and bays_left(100, [90], 20) == (10, 0)


def test_how_many_more_go_beside_and_on_each_other(catalog: Catalog) -> None:
    """A floor of 3000 x 1900 takes seven by five crates of 400 x 300 with 10 mm between them, one row along its middle, where one stands."""
    context = context_of(read_design(box_job(things=[thing("crate", (400, 300, 200), "host/floor")]), bare=PLAIN), catalog)
    (crate,) = context.plan.placed
    rows = 2 * math.floor((1900 / 2 - 150) / 310) + 1
    assert how_many_more(crate, context.plan.placed) == math.floor(3010 / 410) * rows - 1 == 34
    low = context.plan.placed[0].surface
    assert litres(low) is None and litres(Surface("a", "a", "b", (0, 0, 0), (500, 400), clear=300.0)) == pytest.approx(0.6 * 60)


def test_under_a_shelf_they_stack_as_high_as_goes(catalog: Catalog) -> None:
    """Clear height over crate height gives the layers; what is there counts already."""
    rack = {**SHELF, "shelves": [{"name": "a", "height": "300 mm"}, {"name": "b", "height": "900 mm"}]}
    context = context_of(read_design(box_job(rack, things=[thing("crate", (300, 250, 150), "r/shelf.1")]), bare=PLAIN), catalog)
    (crate,) = context.plan.placed
    assert crate.surface.clear is not None
    layers = math.floor(crate.surface.clear / 150)
    assert layers == 3 and how_many_more(crate, context.plan.placed) % layers == layers - 1


def test_things_stand_on_things_and_move_and_weigh_with_them(catalog: Catalog) -> None:
    lower, upper = thing("lower", (600, 400, 300), "b/top"), thing("upper", (300, 300, 200), "thing/lower", stacked=2)
    context = context_of(read_design(box_job(SHEET, things=[upper, lower]), bare=PLAIN), catalog)
    top = next(item for item in context.plan.placed if item.thing.id == "upper")
    assert top.at()[2] == pytest.approx(700 + 300 + 200) and top.mass == 20 and top.surface.body == "b/box"
    circle = [thing("a", (300, 300, 200), "thing/b"), thing("b", (300, 300, 200), "thing/a")]
    assert {t.id for t in context_of(read_design(box_job(SHEET, things=circle), bare=PLAIN), catalog).plan.homeless} == {"a", "b"}


def test_a_tank_weighs_what_is_in_it(catalog: Catalog) -> None:
    """8.34 lb a US gallon of 3.785 l: 40 l of water, half full, 20 kg."""
    full = thing("tank", (400, 300, 400), "host/floor", filled={"liquid": "water", "litres": 40, "fill": 50})
    context = context_of(read_design(box_job(things=[full]), bare=PLAIN), catalog)
    assert context.plan.placed[0].mass == pytest.approx(10 + 20 * 8.34 * 0.45359237 / 3.785411784, rel=1e-3)


def test_three_columns_of_405_shut_out_cases_of_560(catalog: Catalog) -> None:
    """1305 wide less four panels and three columns: the wide ones do not go in, the usual ones do."""
    t = catalog.sheets["birch.18"].t
    columns = [{"name": n, "holds": "bay"} for n in "abc"]
    found = by_id(done(catalog, {**DRAWERS, "width": f"{3 * 405 + 4 * t} mm", "columns": columns}), "d/cases")
    assert found.demand == pytest.approx(405) and "Wide tool cases of 560 mm are shut out" not in found.sentence
    assert "tool cases" in found.sentence and "shut out" in found.sentence


def test_a_fridge_without_vents_is_over(catalog: Catalog) -> None:
    fridge = thing("fridge", (600, 350, 280), "d/bay.2", breathes=True)
    for vent, state in ((False, "over"), (True, "")):
        columns = [{"name": "a"}, {"name": "b", "holds": "bay", "vent": vent}]
        found = ids(done(catalog, {**DRAWERS, "columns": columns}, things=[fridge]))
        assert ("thing/fridge/breathes" in found) is bool(state) and not (state and found["thing/fridge/breathes"].state != state)


def test_too_high_for_its_drawer_is_over_and_says_by_how_much(catalog: Catalog) -> None:
    found = ids(done(catalog, DRAWERS, things=[thing("tall", (300, 300, 400), "d/drawer.1.1")]))["thing/tall/over"]
    assert found.state == "over" and "too high" in found.sentence and found.demand is not None and found.demand < 0


@pytest.mark.parametrize(("tilt", "g"), [("32 mm", 0.19), ("0 mm", 0.15)])
def test_a_case_slides_off_a_tilted_shelf(catalog: Catalog, tilt: str, g: float) -> None:
    """tan(atan 0.3 + atan(32 / 400)) = 0.39 g, 0.19 with half the weight; level 0.3 and 0.15: over in a corner of 0.5 either way."""
    assert math.tan(math.atan(0.3) + math.atan(32 / 400)) == pytest.approx(0.39, abs=0.005)
    rack = {**SHELF, "depth": "400 mm", "shelves": [{"name": "a", "height": "600 mm", "tilt": tilt, "edge": "none"}]}
    case = thing("case", (300, 300, 100), "r/shelf.1", hold={"by": "friction", "friction": 0.3})
    found = ids(done(catalog, rack, things=[case]))["thing/case/held"]
    assert found.state == "over" and found.limit == pytest.approx(g if found.case.startswith("Corner") else 0.15, abs=0.006)


def test_a_nosing_is_the_lip_of_what_stands_behind_it(catalog: Catalog) -> None:
    """150 wide, its middle 100 up: 0.47 g over 20 mm with half the weight; 36 mm holds a corner of 0.5."""
    for edge, state in (("20 mm", "over"), ("40 mm", "tight")):
        rack = {**SHELF, "shelves": [{"name": "a", "height": "600 mm", "edge": "nosing", "edge_height": edge}]}
        case = thing("case", (800, 150, 200), "r/shelf.1", hold={"by": "lip", "friction": 1.9})
        assert ids(done(catalog, rack, things=[case]))["thing/case/held"].state == state


def test_foam_on_slats_wants_hook_and_loop(catalog: Catalog) -> None:
    bed = {
        "family": "fixed_platform",
        "id": "p",
        "label": "Bed",
        "length": "1900 mm",
        "width": "900 mm",
        "ends": "legs",
        "halves": 1,
        "mattress": None,
    }
    foam = thing("foam", (1800, 800, 100), "p/bed", hold={"by": "friction", "friction": 0.3})
    assert ids(done(catalog, bed, things=[foam]))["thing/foam/held"].state == "over"
    stuck = {**foam, "hold": {"by": "hook_and_loop", "rating": "20 kg"}}
    assert ids(done(catalog, bed, things=[stuck]))["thing/foam/held"].state == "holds"


def test_what_is_planned_is_looked_at_with_and_without(catalog: Catalog) -> None:
    """A planned strut of a thing that holds another: without it, that one has no stop."""
    stop = thing("stop", (300, 300, 300), "b/top", stage="planned", hold={"by": "bolted", "rating": "300 kg"})
    held = thing("held", (400, 400, 200), "b/top", hold={"by": "beside", "beside": "stop", "friction": 1.9})
    found = ids(done(catalog, SHEET, things=[stop, held]))["thing/held/held"]
    assert found.state == "over" and found.sentence.startswith("Without what is planned")
    fitted = ids(done(catalog, SHEET, things=[{**stop, "stage": "fitted"}, held]))["thing/held/held"]
    assert fitted.state != "over"


def test_two_bunks_of_30_with_8_between_leave_4_in_a_trailer_of_72(catalog: Catalog) -> None:
    inch = 25.4
    wide = {"width_above_wells": 72 * inch, "cover_height": 1900}
    bunk = {"family": "plywood_box", "length": "1880 mm", "width": "30 in", "height": "400 mm", "off_centre": "19 in", "use": "sleeping"}
    found = ids(
        done(
            catalog, {**bunk, "id": "a", "label": "left", "side": "left"}, {**bunk, "id": "b", "label": "right", "side": "right"}, dims=wide
        )
    )
    assert found["fit/aisle"].demand == pytest.approx(8 * inch) and found["fit/aisle"].state == "over"
    walls = [found[f"{ident}/fit.walls"].demand for ident in "ab"]
    assert sum(v for v in walls if v is not None) == pytest.approx(4 * inch)


def test_a_wide_aisle_holds(catalog: Catalog) -> None:
    left = {**SHELF, "depth": "400 mm"}
    right = {**SHELF, "id": "s", "label": "Other", "side": "right", "depth": "500 mm"}
    found = ids(done(catalog, left, right))["fit/aisle"]
    assert found.demand == pytest.approx(1900 - 900, abs=1) and found.state == "holds"


VAN = {"kind": "van_interior", "rear_inside": "yes", "bulkhead": "with a door"}


@pytest.mark.parametrize(
    ("long", "state", "bulkhead", "words"),
    [
        ("16 ft", "tight", "with a door", "only through"),
        ("16 ft", "over", "solid", "nothing ahead"),
        ("12.5 ft", "unknown", "solid", "Measure first"),
    ],
)
def test_16_ft_stock_only_through_the_bulkhead_door(catalog: Catalog, long: str, state: str, bulkhead: str, words: str) -> None:
    """A van of 12.5 ft to its bulkhead, typical: what is exactly that long is to be measured first."""
    dims = {"floor_length": {"value": "150 in"}, "width_between_wells": {"value": "50 in"}}
    ways = {"bulkhead_width": {"value": "20 in", "state": "measured"}, "bulkhead_height": {"value": "60 in", "state": "measured"}}
    stock = thing("stock", (1, 50, 50), "host/floor") | {"length": long}
    design = {"name": "x", "host": {**VAN, "bulkhead": bulkhead, "dims": {**dims, **ways}}, "carry": {"things": [stock]}}
    found = ids(check(read_design(design, bare=PLAIN), catalog))["thing/stock/long"]
    assert found.state == state and words in found.sentence


@pytest.mark.parametrize(("extension", "gap", "state"), [(None, -12, "over"), ("14 in", 2, "holds")])
def test_a_lowered_gate_against_a_rear_rack(catalog: Catalog, extension: str | None, gap: float, state: str) -> None:
    """A gate of 18 in against a rack 6 in off it: 12 too far, 2 clear on an extension of 14."""
    rack = {"off": "6 in", "mass": "40 kg", "hitch_rating": "100 kg", "pin_to_ball": "8 in", "extension": extension}
    gate = {"gate_length": {"value": "18 in", "state": "measured"}}
    report = check(read_design({"name": "x", "host": {"kind": "pickup_bed", "dims": gate, "rack": rack}}, bare=PLAIN), catalog)
    found = ids(report)
    assert found["host/rack.gate"].demand == pytest.approx(gap * 25.4) and found["host/rack.gate"].state == state
    # 14 in more behind a ball that is rated 8 in behind the pin: 8 / 22 of the rating
    left = 100 * G * (8 / 22 if extension else 1)
    assert found["host/rack.hitch"].limit == pytest.approx(left) and found["host/rack.hitch"].state == ("over" if extension else "holds")


def test_a_hitch_without_its_plate_is_unknown(catalog: Catalog) -> None:
    report = check(read_design({"name": "x", "host": {"kind": "pickup_bed", "rack": {}}}), catalog)
    assert ids(report)["host/rack.hitch"].state == "unknown" and ids(report)["host/rack.gate"].state == "unknown"


def test_a_lid_meets_a_clamp_under_the_rail(catalog: Catalog) -> None:
    """A clamp 50 mm under a rail 530 mm high, and a box whose top ends 25 mm over its underside."""
    clamp = {"name": "clamp", "x": "500 mm", "y": "300 mm", "z": "480 mm", "length": "60 mm", "width": "60 mm", "height": "50 mm"}
    box = {**SHEET, "front": "100 mm", "length": "1500 mm", "height": "505 mm"}
    design = {"name": "x", "host": {"kind": "pickup_bed", "obstacles": [clamp]}, "builds": [box]}
    found = ids(check(read_design(design, bare=PLAIN), catalog))["b/fit.obstacles"]
    assert found.state == "over" and found.demand == pytest.approx(-25, abs=0.1)


@pytest.mark.parametrize(("stature", "state"), [("1854 mm", "tight"), ("1800 mm", "holds"), ("1870 mm", "over")])
def test_stature_on_a_platform_of_1860(catalog: Catalog, stature: str, state: str) -> None:
    bed = {"family": "fixed_platform", "id": "p", "label": "Bed", "length": "1860 mm", "width": "900 mm", "ends": "legs", "halves": 1}
    crew = [{"id": "a", "name": "Ada", "mass": "70 kg", "stature": stature, "sleeps": "p/bed"}]
    assert ids(done(catalog, bed, crew=crew))["person/a/bed"].state == state


def test_drawn_out_from_under_a_stack(catalog: Catalog) -> None:
    """Friction acts over it on what stands there, and under it on that and its own weight: 0.3 (20 + 20 + 10) g."""
    lower = thing("lower", (600, 400, 300), "b/top", hold={"by": "friction", "friction": 0.3})
    rows = [lower, thing("a", (300, 300, 200), "thing/lower"), thing("b", (200, 200, 200), "thing/a")]
    found = ids(done(catalog, SHEET, things=rows))
    assert found["thing/lower/stack"].demand == pytest.approx(0.3 * (20 + 20 + 10) * G)
    assert "take that off first" in found["thing/a/stack"].sentence and "thing/b/stack" not in found


def test_out_of_arms_reach_of_the_shortest(catalog: Catalog) -> None:
    """Shoulder at 0.818 and arm of 0.44 of stature: 1.51 m up and 528 mm in for 1.2 m; nothing for who is taller."""
    rack = {**SHELF, "depth": "620 mm", "height": "1700 mm", "shelves": [{"name": "top", "height": "1600 mm"}]}
    for stature, said in ((1200, True), (1900, False)):
        crew = [{"id": "a", "name": "Ada", "mass": "40 kg", "stature": f"{stature} mm"}]
        found = ids(done(catalog, rack, crew=crew))
        assert ("r/arm" in found) is said
        assert not said or ("top stands above 1510 mm" in found["r/arm"].sentence.lower() and "an arm is 528 mm" in found["r/arm"].sentence)
