"""Way in and way out in closed hosts, and what of a host they hang on."""

from __future__ import annotations

from typing import Any

import pytest

from ergostrut.core.catalog.model import Catalog
from ergostrut.core.drawing.room import overlays
from ergostrut.core.finding import Finding
from ergostrut.core.fit.ways.hull import hull_of
from ergostrut.core.fit.ways.way_in import check_way_in, way_in
from ergostrut.core.fit.ways.way_out import check_ways_out
from ergostrut.core.job.document import read_design
from ergostrut.core.measure.hosts import KINDS
from ergostrut.core.primitives import Path
from ergostrut.core.problem import InputError
from ergostrut.core.report import check, context_of
from ergostrut.core.structure.context import Context
from ergostrut.core.units import Units
from ergostrut.files.catalog_files import shipped_templates
from tests.conftest import by_id

PLAIN = Units(length="mm", mass="kg")
ROOM = {
    "floor_length": 3000,
    "length_to_gate": 3000,
    "width_above_wells": 1900,
    "cover_height": 1900,
    "rear_door_width": 1200,
    "rear_door_height": 1700,
}
BED = {"family": "fixed_platform", "id": "p", "label": "Bed", "front": "0 mm", "length": "1300 mm", "width": "1880 mm", "ends": "legs", "height": "400 mm", "halves": 1}  # fmt: skip
TWO = [{"id": who, "name": name, "mass": "70 kg", "stature": "1700 mm", "sleeps": "p/bed"} for who, name in (("a", "Ada"), ("b", "Ben"))]


def box_job(*builds: dict[str, Any], crew: Any = (), state: str = "measured", things: Any = (), **host: Any) -> dict[str, Any]:
    dims = {name: {"value": f"{mm} mm", "state": state} for name, mm in {**ROOM, **host.pop("dims", {})}.items() if mm is not None}
    survey = {"kind": "box_interior", "dims": dims, "rear_inside": "yes", **host}
    load = {"crew": list(crew), "things": list(things)}
    return {"name": "x", "units": {"length": "mm", "mass": "kg"}, "host": survey, "builds": list(builds), "carry": load}


def room(catalog: Catalog, *builds: dict[str, Any], **host: Any) -> Context:
    return context_of(read_design(box_job(*builds, **host), bare=PLAIN), catalog)


def way(context: Context) -> Finding:
    return next(iter(check_way_in(context)))


def test_two_across_and_one_door_one_climbs_over_the_other(catalog: Catalog) -> None:
    ada, ben = check_ways_out(room(catalog, BED, crew=TWO))
    assert ada.state == "tight" and "Climbs over Ben" in ada.sentence
    assert ben.state == "holds" and "Climbs" not in ben.sentence


def test_beside_each_other_along_the_vehicle_nobody_does(catalog: Catalog) -> None:
    along = {**BED, "length": "1900 mm", "width": "1300 mm"}
    assert not [f for f in check_ways_out(room(catalog, along, crew=TWO)) if "Climbs" in f.sentence or f.state != "holds"]


@pytest.mark.parametrize(("inside", "state"), [("unknown", "unknown"), ("no", "over")])
def test_a_door_that_is_not_known_to_open_from_inside_is_no_way_out(catalog: Catalog, inside: str, state: str) -> None:
    assert {f.state for f in check_ways_out(room(catalog, BED, crew=TWO, rear_inside=inside))} == {state}


def test_a_door_not_measured_is_unknown_and_named(catalog: Catalog) -> None:
    (found, _) = check_ways_out(room(catalog, BED, crew=TWO, dims={"rear_door_width": None}))
    assert found.state == "unknown" and found.missing == ("rear_door_width",)


def test_a_room_not_measured_is_no_way_out(catalog: Catalog) -> None:
    """A roof or a floor that nobody measured is drawn at a stand-in, which no way out is judged by."""
    for role in ("cover_height", "length_to_gate", "width_above_wells"):
        (found, _) = check_ways_out(room(catalog, BED, crew=TWO, dims={role: None}))
        assert found.state == "unknown" and role in found.missing


def test_what_stands_in_the_only_way_out_is_over(catalog: Catalog) -> None:
    """A cupboard 250 mm short of the whole width and the roof before the door leaves nobody through."""
    block = {"name": "cupboard", "x": "2300 mm", "y": "0 mm", "length": "400 mm", "width": "1700 mm", "height": "1850 mm"}
    (found, _) = check_ways_out(room(catalog, BED, crew=TWO, obstacles=[block]))
    assert found.state == "over" and "No way out" in found.sentence


def test_the_width_of_the_way_out_is_what_is_left_beside(catalog: Catalog) -> None:
    """1900 - 1380 leaves 520 beside a cupboard against the left wall: 500 goes, 550 does not; 400 of the same is tight."""
    for wide, state, clear in ((1380, "tight", 500), (1480, "tight", 400), (1600, "over", 300)):
        block = {"name": "cupboard", "x": "2300 mm", "y": f"{wide / 2 - 950} mm", "length": "400 mm", "width": f"{wide} mm", "height": "1850 mm"}  # fmt: skip
        found = next(iter(check_ways_out(room(catalog, BED, crew=TWO[:1], obstacles=[block], dims={"rear_door_width": 1900}))))
        assert (found.state, found.demand) == (state, clear)


SHEET = {
    "family": "plywood_box",
    "id": "b",
    "label": "Chest",
    "front": "1000 mm",
    "length": "1100 mm",
    "width": "1000 mm",
    "height": "700 mm",
}


def test_a_box_goes_in_whole_or_in_parts_as_its_door_lets_it(catalog: Catalog) -> None:
    """700 high and 1000 wide through 800 x 1700 on its end; through 600 x 1700 in parts alone."""
    whole = {**SHEET, "carried_in": "whole"}
    assert way(room(catalog, whole, dims={"rear_door_width": 800})).state == "holds"
    narrow = way(room(catalog, whole, dims={"rear_door_width": 600}))
    assert narrow.state == "over" and "Make it in parts" in narrow.sentence and narrow.basis
    assert way(room(catalog, SHEET, dims={"rear_door_width": 600})).state == "holds"


def test_typical_doors_say_measure_first(catalog: Catalog) -> None:
    """1000 mm through 1010 with 25 of tolerance."""
    flat = {**SHEET, "carried_in": "whole", "height": "1690 mm"}
    dims = {"rear_door_width": 1010, "rear_door_height": 1700}
    assert way(room(catalog, flat, dims=dims)).state == "holds"
    found = way(room(catalog, flat, dims=dims, state="typical"))
    assert found.state == "unknown" and "Measure first" in found.sentence and "rear_door_width" in found.hangs_on


def test_what_stands_first_is_named(catalog: Catalog) -> None:
    """A chest as wide as the room before the door keeps a second one out that goes in on an empty floor."""
    first = {**SHEET, "id": "a", "label": "Wardrobe", "front": "2000 mm", "length": "900 mm", "width": "1880 mm", "height": "1850 mm", "carried_in": "in parts"}  # fmt: skip
    second = {**SHEET, "front": "100 mm", "carried_in": "whole"}
    found = [f for f in check_way_in(room(catalog, first, second)) if f.id.startswith("b/")]
    assert found[0].state == "unknown" and "wardrobe" in found[0].sentence and "Bring it in before" in found[0].sentence
    swapped = [f for f in check_way_in(room(catalog, second, first)) if f.id.startswith("b/")]
    assert swapped[0].state == "holds"


def test_things_come_last_and_are_tried_as_well(catalog: Catalog) -> None:
    crate = {"id": "crate", "name": "crate", "length": "1250 mm", "width": "1250 mm", "height": "1250 mm", "mass": "40 kg", "on": "b/top"}
    low = {**SHEET, "height": "300 mm", "length": "1400 mm", "width": "1400 mm"}
    (_, found) = check_way_in(room(catalog, low, things=[crate]))
    assert found.id == "load/fit.way-in" and found.state == "over" and found.parts == ("thing/crate",)
    assert by_id(check(read_design(box_job(low, things=[crate]), bare=PLAIN), catalog), "load/fit.way-in").place == "carry"


def test_an_open_bed_is_gone_into_from_above(catalog: Catalog) -> None:
    design = {"name": "x", "host": {"kind": "pickup_bed"}, "builds": [SHEET]}
    assert not list(check_way_in(context_of(read_design(design), catalog)))
    design["host"] = {"kind": "pickup_bed", "over": "topper"}
    assert way(context_of(read_design(design), catalog)).state == "unknown"


def test_ways_are_drawn(catalog: Catalog) -> None:
    context = room(catalog, BED, crew=TWO)
    for show in ("clearances", "swept", "people", "way in", "way out"):
        items = overlays(context, "plan", [show], "p")  # type: ignore[list-item]
        assert show in ("clearances", "swept") or [one for one in items if isinstance(one, Path)], show
    found = way_in(context, "p/deck")
    assert found is not None and found.poses is not None and found.poses[0].at[0] > 3000
    assert way_in(context, "nobody") is None


def test_a_shell_is_closed_but_for_its_openings(catalog: Catalog) -> None:
    """Rear wall of 1900 x 1900 less the opening's 1200 x 1700, as boxes."""
    host = room(catalog).host
    hull = hull_of(host, host.openings, shrunk=False)
    rear = [(a, b) for a, b in hull.solids if a[0] == 3000.0 and b[0] == 3040.0]
    assert sum((b[1] - a[1]) * (b[2] - a[2]) for a, b in rear) == pytest.approx(1900 * 1900 - 1200 * 1700)


@pytest.mark.parametrize(
    ("host", "bears"),
    [({}, 1000.0), ({"condition": "light rust"}, 500.0), ({"condition": "rusted through"}, None), ({"condition": "soft"}, None)],
)
def test_condition_lowers_or_blanks_what_bears(catalog: Catalog, host: dict[str, Any], bears: float | None) -> None:
    row = {"name": "studs", "kind": "studs", "face": "left wall", "start": "0 mm", "pitch": "400 mm", "count": 2, "level": "500 mm", "behind": "stud", "rating": "1000 kg", **host}  # fmt: skip
    found = room(catalog, rows=[row]).host.rows["studs"]
    assert found.rating == (None if bears is None else pytest.approx(bears * 9.80665))
    assert found.behind == ("stud" if bears else "unknown")


def test_lining_to_come_is_taken_off(catalog: Catalog) -> None:
    host = room(catalog, lining={"walls": "25 mm", "roof": "30 mm", "rear": "10 mm"}).host
    assert host.half_at(100) == 925.0 and host.mm("cover_height") == 1870.0 and host.mm("floor_length") == 2990.0
    lined = by_id(check(read_design(box_job({**BED, "width": "1880 mm"}, lining={"walls": "25 mm"}), bare=PLAIN), catalog), "p/fit.walls")
    assert lined.state == "over"


def test_obstacles_may_be_round_or_drawn_out(catalog: Catalog) -> None:
    """Strips hold a cylinder 300 mm across, and are all within the box round it; a triangle's hold half its box and no more than a strip besides."""
    base = {"x": "1000 mm", "y": "0 mm", "length": "300 mm", "width": "300 mm", "height": "200 mm"}
    rows = [{**base, "name": "can", "shape": "cylinder"}, {**base, "name": "wedge", "shape": "outline", "runs": "across", "outline": "0, 0; 300 mm, 0; 300, 20 cm"}]  # fmt: skip
    found = room(catalog, obstacles=rows).host.obstacles
    can = sum((b.hi[0] - b.lo[0]) * (b.hi[1] - b.lo[1]) for b in found if b.name == "can")
    assert 3.1416 / 4 * 300**2 < can < 1.1 * 3.1416 / 4 * 300**2
    wedge = [b for b in found if b.name == "wedge"]
    assert max(b.hi[2] for b in wedge) == 200 and all(b.lo[1] == -150 and b.hi[1] == 150 for b in wedge)


@pytest.mark.parametrize(
    ("obstacle", "words"),
    [({"shape": "outline", "outline": "0 0; 1"}, "corner 1"), ({"shape": "outline", "outline": "0, x; 1, 2; 3, 4"}, "corner 1")],
)
def test_an_outline_that_cannot_be_read_names_its_corner(obstacle: dict[str, str], words: str) -> None:
    row = {"name": "o", "x": "0 mm", "y": "0 mm", "length": "300 mm", "width": "300 mm", "height": "200 mm", **obstacle}
    with pytest.raises(InputError) as refused:
        read_design(box_job(obstacles=[row]), bare=PLAIN)
    (problem,) = refused.value.problems
    assert problem.field.endswith("obstacles/0/outline") and words in problem.message


def test_a_service_is_kept_free_all_round(catalog: Catalog) -> None:
    plug = {"name": "plug", "x": "1000 mm", "y": "0 mm", "z": "300 mm", "free": "150 mm"}
    (found,) = room(catalog, services=[plug]).host.obstacles
    assert (found.lo, found.hi) == ((850, -150, 150), (1150, 150, 450))


def test_removed_seats_are_a_caution(catalog: Catalog) -> None:
    def asides(**host: Any) -> list[str]:
        design = {"name": "x", "host": {"kind": "wagon_interior", "second_row": "removed", **host}}
        return [f.caution for f in check(read_design(design), catalog).findings if f.id == "host/aside.plugs"]

    assert "airbag" in asides()[0] and asides(plugs_left="tied off and covered") == [] and asides(second_row="up") == []


def test_a_sloped_seat_mount_and_a_walls_thickness_are_said(catalog: Catalog) -> None:
    mounts = {"name": "mounts", "kind": "seat mounts", "face": "floor", "start": "300 mm", "pitch": "400 mm", "level": "0 mm", "slope": 6}
    assert [aside[0] for aside in room(catalog, rows=[mounts], wall="studs").host.asides] == ["seat-mounts"]
    assert not room(catalog, rows=[{**mounts, "slope": 1}], wall="studs").host.asides
    (wall,) = room(catalog, wall="sandwich", wall_thickness="30 mm").host.asides
    assert "50 mm (1.97 in)" in wall[2]


def test_no_trace_takes_no_new_hole(catalog: Catalog) -> None:
    assert room(catalog).host.may_drill and not room(catalog, no_trace=True).host.may_drill


@pytest.mark.parametrize("kind", sorted(KINDS))
def test_every_kind_has_classes_and_one_with_nothing_measured(kind: str) -> None:
    mine = [template for template in shipped_templates() if template.host["kind"] == kind]
    assert len(mine) >= 2 and any(not template.host["dims"] for template in mine)


@pytest.mark.parametrize("template", [t for t in shipped_templates() if t.host["dims"]], ids=lambda t: str(t.id))
def test_every_class_is_sound_in_itself(template: Any, catalog: Catalog) -> None:
    """No reading of a class contradicts another, and its openings lie within its faces."""
    context = context_of(read_design({"name": "x", "host": template.host}), catalog)
    assert not [f for f in check(read_design({"name": "x", "host": template.host}), catalog).findings if f.check == "measure.cross"]
    for one in context.host.openings:
        assert one.size[0] > 0 and one.size[1] > 0 and one.hi[1] <= context.host.shape("cover_height") + 1


def test_a_step_down_is_from_what_one_treads_on(catalog: Catalog) -> None:
    """Bearers at 400 or 1000 mm with deck and mattress over them are left by one step down to the floor; over a chest of 550 mm right before them
    the largest is down to the chest."""
    steps = {}
    for name, bed, more in (
        ("low", BED, []), ("high", {**BED, "height": "1000 mm"}, []),
        ("chest", {**BED, "height": "1000 mm"}, [{"name": "chest", "x": "1310 mm", "y": "0 mm", "length": "400 mm", "width": "1800 mm", "height": "550 mm"}]),
    ):  # fmt: skip
        (found,) = check_ways_out(room(catalog, bed, crew=TWO[:1], obstacles=more))
        steps[name] = next(line.value for line in found.working if line.symbol == "s")
        top = room(catalog, bed).builds[0].surfaces[0].origin[2]
        if name != "chest":
            assert steps[name] == pytest.approx(top, abs=1.5), name
            assert ("in the dark" in found.sentence) == (top > 400)
    assert steps["chest"] == pytest.approx(steps["high"] - 550, abs=1.5)


def test_feet_pass_beside_somebody_who_lies_there(catalog: Catalog) -> None:
    """Ben's place ends 250 mm off the wall: Ada's feet go there, her shoulders over him; at 120 mm she climbs over him."""
    for gap, climbs in ((250, False), (120, True)):
        bed = {**BED, "width": f"{1900 - 2 * gap} mm", "snug": False}
        ada, _ = check_ways_out(room(catalog, bed, crew=TWO))
        assert ("Climbs over Ben" in ada.sentence) == climbs, gap
