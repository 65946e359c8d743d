"""The body on a truck's mounts, with formulas of the test's own: its weight and the wind arrive at the mounts, skins stiffen it, a frame twists."""

from __future__ import annotations

from typing import Any

import numpy as np
import pytest

from ergostrut.core.advice.mends import mends_for
from ergostrut.core.catalog.model import Catalog
from ergostrut.core.constants import G
from ergostrut.core.finding import Finding
from ergostrut.core.job.document import read_design
from ergostrut.core.problem import InputError
from ergostrut.core.report import Report, check, here, studies_at
from tests.families.test_truck_flatbed import SOFT, chassis, mount, mounts_of

BODY = {
    "family": "chassis_body", "id": "b", "label": "Body", "length": "2180 mm", "width": "1880 mm", "lift": "60 mm", "deck": "birch.18", "grain": "across",
    "crosses": 5, "posts": 5, "bows": 5, "height": "1800 mm",
}  # fmt: skip
HARD = tuple(mount(n, x, y) for n, x, y in (("fl", 300, -430), ("fr", 300, 430), ("rl", 2000, -430), ("rr", 2000, 430)))


def body(catalog: Catalog, *mounts: dict[str, Any], with_it: tuple[dict[str, Any], ...] = (), **more: Any) -> Report:
    data = {"name": "x", "host": chassis(*(mounts or HARD)), "builds": [{**BODY, **more}, *with_it]}
    return check(read_design(data), catalog)


def by_id(report: Report, name: str) -> Finding:
    return next(f for f in report.findings if f.id == f"b/{name}")


def test_its_weight_arrives_at_the_mounts(catalog: Catalog) -> None:
    report = body(catalog)
    (study,) = studies_at(report, {})
    build, forces = report.context.builds[0], mounts_of(study, "Parked")
    masses = [pair for part in build.bodies for pair in build.masses(part)]
    kg = sum(m for m, _ in masses)
    assert kg == pytest.approx(build.mass)
    assert sum(force[2] for force in forces.values()) == pytest.approx(kg * G, rel=0.02)
    # of the walls alone: a sandwich board weighs 6.0 kg/m2, four walls of 1.9 m round 2.2 by 1.9 m about 15.5 m2
    walls = sum(panel.mass for panel in build.skins)
    assert walls == pytest.approx(15.5 * (2 * 3.0 * 680 + 30 * build.skins[0].plate.core.density) * 1e-3, rel=0.05)  # type: ignore[union-attr]


@pytest.mark.parametrize(("side", "sign"), [("left", 1.0), ("right", -1.0)])
def test_wind_is_a_kilopascal_on_its_side_and_under_its_roof(catalog: Catalog, side: str, sign: float) -> None:
    """Level: length by height of the wall; up: the roof; about the line between the mounts the side's force at half its height."""
    report = body(catalog)
    (study,) = studies_at(report, {})
    build, parked, wind = report.context.builds[0], mounts_of(study, "Parked"), mounts_of(study, f"Wind from the {side}")
    more = {name: force - parked[name] for name, force in wind.items()}
    wall = [panel for panel in build.skins if panel.name.startswith("left wall")]
    high, long = wall[0].size[2], sum(panel.size[0] for panel in wall)
    roof = sum(panel.wide[0] * panel.wide[1] for panel in build.decks if panel.use == "roof")
    assert sum(force[1] for force in more.values()) == pytest.approx(-sign * long * high * 1e-3, rel=0.005)
    assert sum(force[2] for force in more.values()) == pytest.approx(-roof * 1e-3, rel=0.005)
    left = sum(force[2] for name, force in more.items() if name.endswith("l"))
    right = sum(force[2] for name, force in more.items() if name.endswith("r"))
    middle = wall[0].middle[2] - build.fastenings[0].at[2]
    assert (left - right) * 430.0 == pytest.approx(-sign * long * high * 1e-3 * middle, rel=0.01)


def test_wind_from_ahead_presses_the_front_wall(catalog: Catalog) -> None:
    """As wide and high as it is; more than braking at 0.8 g does to a light body."""
    report = body(catalog)
    (study,) = studies_at(report, {})
    build, parked, wind = report.context.builds[0], mounts_of(study, "Parked"), mounts_of(study, "Wind from ahead")
    front = [panel for panel in build.skins if panel.name.startswith("front wall")]
    along = sum(float(force[0] - parked[name][0]) for name, force in wind.items())
    assert along == pytest.approx(-sum(p.size[1] * p.size[2] for p in front) * 1e-3, rel=0.005) and -along > 0.8 * build.mass * G


def test_skins_stiffen_it_and_load_its_mounts_and_its_posts_stand_without(catalog: Catalog) -> None:
    """A frame that twists works a stiff box harder on its mounts: what holds the box down is asked with its skins on, its members both ways."""
    (study,) = studies_at(body(catalog), {})
    (unskinned,) = study.other
    pulls = [mounts_of(one, "Twist, rear right high")["rr"][2] - mounts_of(one, "Parked")["rr"][2] for one in (study, unskinned)]
    assert pulls[0] > 1.5 * pulls[1] > 0
    soft = body(catalog, *({**one, **SOFT} for one in HARD))
    (eased,) = studies_at(soft, {})
    assert mounts_of(eased, "Twist, rear right high")["rr"][2] - mounts_of(eased, "Parked")["rr"][2] < 0.35 * pulls[0]
    assert (by_id(soft, "fastened").use or 9) < (by_id(body(catalog), "fastened").use or 0)


def test_screws_of_a_skin_take_what_its_shear_is(catalog: Catalog) -> None:
    """Half as far apart, half on each; in a frame that does not twist next to nothing."""
    wide, near = (by_id(body(catalog, skin_pitch=pitch), "skin.screws") for pitch in ("200 mm", "100 mm"))
    assert (wide.demand or 0) == pytest.approx(2 * (near.demand or 9), rel=1e-6) and wide.case.startswith("Twist")


def test_screws_bear_on_one_face_of_a_sandwich_and_air_draws_their_heads_through_it(catalog: Catalog) -> None:
    """A 3 mm face at the 15 MPa it is allowed, not 36 mm of board; heads by 690 pi D_H G2 t lb; 1.25 p a s on one, times 1.6 for a gust."""
    report = body(catalog, skin_pitch="80 mm")
    held, drawn, d = by_id(report, "skin.screws"), by_id(report, "skin.wind.screws"), catalog.wood_screws["No. 8"].d
    assert held.limit == pytest.approx(3.0 * d * 15)
    assert drawn.limit == pytest.approx(690 * np.pi * 2 * d / 25.4 * 0.42**2 * (3.0 / 25.4) * 4.44822 * 1.6, rel=0.001)
    # of the sides, whose sheets lie over two bays; those of the ends over one, half of it on each edge
    assert drawn.demand == pytest.approx(1.25e-3 * (2180 - 50.8) / 4 * 80, rel=1e-3)
    # glass and epoxy, 1.6 mm: shears round the head at half of 60 MPa
    glass = by_id(body(catalog, skin="sandwich.pp20", roof="sandwich.pp20", skin_pitch="80 mm"), "skin.wind.screws")
    assert glass.limit == pytest.approx(np.pi * 2 * d * 1.6 * 30 * 1.6, rel=0.001)


def test_a_wall_in_the_wind_by_hand(catalog: Catalog) -> None:
    """The door's leaf of 12 mm ply, its grain upright: a single strip across its grain, p L2 / 8, 6 M / t2, 5 p L4 / 384 E I."""
    report = body(catalog, skin="birch.12", door={"width": "600 mm"})
    found = by_id(report, "skin.wind")
    assert found.state == "holds" and found.parts == ("b/door/rear door",)
    L = 600.0
    assert found.demand == pytest.approx(6 * (1e-3 * L**2 / 8) / 12.0**2, rel=1e-6)
    gives = by_id(report, "skin.wind.gives")
    assert gives.demand == pytest.approx(5 / 384 * 1e-3 * L**4 / (6781 * 12.0**3 / 12), rel=0.001) and gives.limit == pytest.approx(L / 120)
    thin = by_id(body(catalog, skin="birch.6.5", door={"width": "600 mm"}), "skin.wind.gives")
    assert gives.state == "holds" and thin.state == "over", "a thin leaf without a frame of its own drums"


def test_snow_lies_on_its_roof(catalog: Catalog) -> None:
    """2.4 kPa: the mounts bear the roof's area of it; its sheet is a strip over two bays a sheet, lasting, with creep; none said, none asked."""
    data = {"name": "x", "host": chassis(*HARD), "builds": [BODY], "loads": {"snow": 2.4}}
    report = check(read_design(data), catalog)
    (study,) = studies_at(report, {})
    build, parked, snowy = report.context.builds[0], mounts_of(study, "Parked"), mounts_of(study, "Parked, snow on it")
    roof = [panel for panel in build.decks if panel.use == "roof"]
    more = sum(float(force[2] - parked[name][2]) for name, force in snowy.items())
    assert more == pytest.approx(2.4e-3 * sum(p.wide[0] * p.wide[1] for p in roof), rel=0.005)
    L = (2180.0 - 50.8) / 4 - 50.8
    found, gives = by_id(report, "skin.snow"), by_id(report, "skin.snow.gives")
    assert found.demand == pytest.approx(6 * 2.4e-3 * L**2 / 8 / 12.0**2, rel=1e-3) and found.limit == pytest.approx(0.37 * 33.2, rel=1e-3)
    assert gives.demand == pytest.approx(1.5 * 0.0091 * 2.4e-3 * L**4 / (6781 * 144.0), rel=0.01)
    bare = check(read_design({**data, "loads": {"snow": 0}}), catalog)
    assert not [f for f in bare.findings if "snow" in f.id or "snow" in f.case]


def test_fewer_posts_turn_the_wall_over_and_a_lining_only_weighs(catalog: Catalog) -> None:
    few = body(catalog, skin="birch.6.5", posts=2, crosses=5)
    assert by_id(few, "skin.wind").state == "over"
    lined, plain = body(catalog, lining="birch.6.5"), body(catalog)
    assert lined.context.builds[0].mass - plain.context.builds[0].mass == pytest.approx(
        sum(panel.mass for panel in lined.context.builds[0].skins if panel.name.startswith("lining")), rel=1e-9
    )
    assert not [f for f in lined.findings if f.check == "parts.judged"]


def test_what_stands_inside_is_out_of_the_wind_and_loads_the_floor(catalog: Catalog) -> None:
    box = {
        "family": "plywood_box", "id": "c", "label": "Chest", "on": "b", "front": "300 mm", "side": "middle", "length": "500 mm", "width": "900 mm",
        "height": "450 mm", "tie_rating": "400 kg",
    }  # fmt: skip
    alone, both = body(catalog), body(catalog, with_it=(box,))
    assert not [f for f in both.findings if f.id.startswith("c/") and f.case.startswith("Wind")]
    down = [
        sum(f[2] for f in mounts_of(next(s for s in studies_at(one, {}) if s.assembly.id == "b"), "Parked").values())
        for one in (alone, both)
    ]
    chest = next(one for one in both.context.builds if one.id == "c")
    assert down[1] - down[0] == pytest.approx(chest.mass * G, rel=0.01)
    # it touches the floor, and nothing says to move it out of the body; with the door open nobody brakes
    assert not [f.sentence for f in both.findings if f.check == "fit.between" and f.state == "over"]
    settings = {s.setting.name: s for s in studies_at(both, {"b/door/open": 100.0}) if s.assembly.id == "b"}
    assert not [item.case.name for item in settings["open"].solved if not item.case.lasting]
    sunk = {**box, "length": "2300 mm", "front": "10 mm"}
    (told,) = [f for f in body(catalog, with_it=(sunk,)).findings if f.check == "fit.between"]
    assert told.state == "over" and "to the front by that" in told.sentence


@pytest.mark.parametrize(
    ("more", "field", "words"),
    [
        ({"side": None}, "side", "stand on side rails"),
        ({"posts": 6}, "posts", "more cross members"),
        ({"door": {"width": "1620 mm"}}, "door/width", "in the corner posts"),
        ({"skin": "board.2x6.dfl"}, "skin", "close no wall"),
        ({"post": "2x4x1/8", "side": "1.5x3x11ga"}, "post", "wider than the side rail"),
        ({"bows": 24, "length": "1200 mm"}, "bows", "stand in each other"),
    ],
)
def test_what_cannot_be_built_is_said(catalog: Catalog, more: dict[str, Any], field: str, words: str) -> None:
    with pytest.raises(InputError, match=words) as refused:
        body(catalog, **more)
    assert field in str(refused.value.problems[0].field)


def test_no_part_of_it_stands_in_another_and_all_of_it_is_cut_from_stock(catalog: Catalog) -> None:
    for more in (
        {},
        {"post": "1.5x1.5x14ga", "bow": "1.5x1.5x11ga"},
        {"lining": "birch.6.5", "length": "3050 mm", "crosses": 8, "posts": 6, "bows": 7},
    ):
        report = body(catalog, **more)
        assert by_id(report, "fit.own").state == "holds", by_id(report, "fit.own").sentence
        assert not [f.sentence for f in report.findings if f.id.startswith("cut/") and f.state == "over"]
    assert np.isfinite(report.context.builds[0].mass)


def test_the_wind_draws_its_door_open(catalog: Catalog) -> None:
    """1 kPa on the leaf: half on what keeps it shut, a hinge its share of the other half and all of the leaf's weight; a bare number decides."""
    door = {"width": "800 mm", "hinges": 4, "rating": "40 kg", "kept": {"by": "pin", "rating": "60 kg"}}
    report = body(catalog, door=door)
    leaf = next(panel for panel in report.context.builds[0].panels if panel.name == "rear door")
    area, latch, hinges = leaf.size[1] * leaf.size[2], by_id(report, "door.latch.door"), by_id(report, "door.hinges.door")
    assert latch.demand == pytest.approx(area * 1e-3 / 2) and latch.case == "Wind" and latch.state == "over"
    assert latch.use == pytest.approx(area * 1e-3 / 2 / (60 * G))
    V, pitch = leaf.mass * G, leaf.size[2] - 300.0
    H, N = V * 800 / 2 / pitch, area * 1e-3 / 2 / 4
    leaning = float(np.hypot(V + 100.0, (V * 800 / 2 + 100.0 * 800) / pitch))
    assert hinges.demand == pytest.approx(max(float(np.sqrt(V**2 + H**2 + N**2)), leaning), rel=1e-6)
    opened = report.context.builds[0].motions[0]
    assert opened.pivot is not None and opened.pivot[1] == pytest.approx(400.0) and not opened.positions[1].drivable


WINTER = {"on": True, "outside": -5, "inside": 18, "humidity": 70, "changes": 2}


def cold(catalog: Catalog, winter: dict[str, Any] = WINTER, own: dict[str, Any] | None = None, **more: Any) -> Report:
    data = {"name": "x", "host": chassis(*HARD), "builds": [{**BODY, **more}], "loads": {"winter": winter}, "own": own or {}}
    return check(read_design(data), catalog)


def test_its_faces_in_winter_by_their_layers(catalog: Catalog) -> None:
    """Dew point 12.4 °C. Sandwich walls: 2 x 3 mm of ply at 0.17 and 30 mm of foam at 0.034 stay dry; 18 mm of birch on the floor, 12 on the roof do
    not. A lining is coldest at the posts, which reach through to the skin."""
    report = cold(catalog)
    wall = 0.006 / 0.17 + 0.030 / 0.034
    for name, R_si, R, state in (
        ("left-wall", 0.13, wall, "holds"), ("rear-door", 0.13, wall, "holds"), ("roof", 0.10, 0.012 / 0.17, "over"), ("floor", 0.17, 0.0176 / 0.17, "over"),
    ):  # fmt: skip
        found, drop = by_id(report, f"damp.{name}"), 23.0 * R_si / (R_si + R + 0.04)
        assert (
            found.demand == pytest.approx(drop, rel=1e-6)
            and found.use == pytest.approx(drop / (18.0 - 12.45), rel=0.01)
            and found.state == state
        )
    assert "lay it on slats" in by_id(report, "damp.floor").sentence
    thin = by_id(cold(catalog, skin="birch.12", lining="birch.6.5"), "damp.left-wall")
    assert (
        thin.demand == pytest.approx(23.0 * 0.13 / (0.13 + 0.0064 / 0.17 + 0.012 / 0.17 + 0.04), rel=1e-6)
        and "at its posts" in thin.sentence
    )


def test_the_heat_it_needs_by_areas_and_air(catalog: Catalog) -> None:
    report = cold(catalog)
    build, found = report.context.builds[0], by_id(report, "heat")
    wall = sum(p.area for p in build.skins) * 1e-6 / (0.13 + 0.006 / 0.17 + 0.030 / 0.034 + 0.04)
    roof = sum(p.area for p in build.decks if p.use == "roof") * 1e-6 / (0.10 + 0.012 / 0.17 + 0.04)
    floor = sum(p.area for p in build.decks if p.use == "deck") * 1e-6 / (0.17 + 0.0176 / 0.17 + 0.04)
    size = [max(p.hi[i] for p in build.skins) - min(p.lo[i] for p in build.skins) for i in range(3)]
    air = 0.33 * 2 * size[0] * size[1] * size[2] * 1e-9
    assert found.state == "note" and found.demand == pytest.approx(23.0 * (wall + roof + floor + air), rel=1e-6)


def test_what_is_not_known_to_conduct_makes_heat_unknown_and_no_winter_asks_nothing(catalog: Catalog) -> None:
    panel = {
        "id": "own.mystery", "label": "mystery board", "kind": "plywood", "t": 12, "E": [8000, 4000], "f": [30, 20], "G": 500, "density": 600,
        "size": [2440, 1220], "price": 40, "source": "a label",
    }  # fmt: skip
    told = cold(catalog, own={"panels": [panel]}, roof="own.mystery")
    assert by_id(told, "heat").state == "unknown" and "roof" in by_id(told, "heat").sentence
    assert not [f for f in told.findings if f.id == "b/damp.roof"]
    given = cold(catalog, own={"panels": [{**panel, "conducts": 0.13}]}, roof="own.mystery")
    assert by_id(given, "damp.roof").demand == pytest.approx(23.0 * 0.10 / (0.10 + 0.012 / 0.13 + 0.04), rel=1e-6)
    assert not [f for f in cold(catalog, {"on": False}).findings if f.case == "Winter"]


def test_a_damp_roof_is_mended_by_a_sandwich(catalog: Catalog) -> None:
    report = cold(catalog)
    mend = mends_for(report, by_id(report, "damp.roof"), catalog)
    assert mend is not None and mend.state in ("holds", "tight") and mend.changes[0].path == "/builds/0/roof"


def test_an_open_door_asks_nothing_that_is_not_asked_shut(catalog: Catalog) -> None:
    """The body is proved with its door shut alone: open, its leaf hangs a little elsewhere, and no check of the frame stands more than that higher."""
    report = body(catalog)
    opened = {motion.id: motion.reach for motion in report.context.builds[0].motions}
    shut = {f.check: f for f in here(studies_at(report, {})).values()}
    there = {f.check: f for f in here(studies_at(report, opened)).values()}
    assert there and set(there) <= set(shut)
    for check_, found in there.items():
        if found.use is not None:
            assert found.use <= max(1.05 * (shut[check_].use or 0.0), 0.05), check_
