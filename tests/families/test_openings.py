"""Windows and vents in a cage, with formulas of the test's own: what is framed in, what it takes of the wind and weighs, what it lets through."""

from __future__ import annotations

from typing import Any

import numpy as np
import pytest

from ergostrut.core.catalog.model import Catalog
from ergostrut.core.constants import G
from ergostrut.core.frame.blocks.cage.openings import another
from ergostrut.core.job.document import read_design
from ergostrut.core.job.start import first_design
from ergostrut.core.measure.hosts import resolve
from ergostrut.core.problem import InputError
from ergostrut.core.report import Report, check, studies_at
from ergostrut.core.units import Units
from tests.families.test_camper_shell import BED
from tests.families.test_chassis_body import BODY, HARD, body, by_id, cold
from tests.families.test_truck_flatbed import chassis, mounts_of

WINDOW: dict[str, Any] = {
    "name": "w", "wall": "left wall", "x": "620 mm", "z": "700 mm", "width": "400 mm", "height": "300 mm", "mass": "6 kg",
}  # fmt: skip
VENT: dict[str, Any] = {"name": "v", "closed": "vent", "wall": "roof", "x": "100 mm", "width": "360 mm", "height": "400 mm", "mass": "5 kg"}
AHEAD: dict[str, Any] = {"name": "f", "wall": "front wall", "y": "150 mm", "z": "900 mm", "width": "250 mm", "height": "200 mm"}


def test_tubes_are_framed_in_at_its_edges(catalog: Catalog) -> None:
    """Posts of 2 in, 532 mm apart: 481.6 clear. Above and below from post to post; beside it where the window leaves room for a tube."""
    report = body(catalog, openings=[WINDOW])
    build = report.context.builds[0]
    tubes = {m.name: m for m in build.members if m.role == "trimmer"}
    posts = sorted(m.a[0] for m in build.members if m.name.startswith("post") and m.name.endswith("left"))
    skin = next(p for p in build.skins if p.holes)
    (lo, hi) = skin.openings[0]
    assert (hi[0] - lo[0], hi[2] - lo[2]) == pytest.approx((400.0, 300.0))
    assert lo[0] - min(p.lo[0] for p in build.skins if p.name.startswith("left wall")) == pytest.approx(620.0)
    assert lo[2] - skin.lo[2] == pytest.approx(700.0)
    below, above = tubes["tube below w"], tubes["tube above w"]
    first = max(x for x in posts if x < lo[0])
    assert below.length == pytest.approx(posts[1] - posts[0] - 50.8, abs=0.1) and below.a[0] == pytest.approx(first + 25.4)
    assert below.a[2] == pytest.approx(lo[2] - 25.4) and above.a[2] == pytest.approx(hi[2] + 25.4)
    # 481 less 400 leaves 81 at the most: no room for a tube of 51 and a gap that a torch comes into
    assert set(tubes) == {"tube below w", "tube above w"}
    narrow = body(catalog, openings=[{**WINDOW, "x": "600 mm", "width": "200 mm"}]).context.builds[0]
    beside = [m for m in narrow.members if m.name == "tube behind w"]
    assert [m.length for m in beside] == pytest.approx([300.0])
    assert by_id(report, "fit.own").state == "holds"


@pytest.mark.parametrize("openings", [(), (WINDOW, VENT, AHEAD)], ids=["closed", "opened"])
def test_wind_and_weight_reach_the_mounts_whole(catalog: Catalog, openings: tuple[dict[str, Any], ...]) -> None:
    """All of 1 kPa on the wall and the roof, whatever closes them; at rest all that it weighs."""
    report = body(catalog, openings=openings)
    (study,) = studies_at(report, {})
    build, parked, wind = report.context.builds[0], mounts_of(study, "Parked"), mounts_of(study, "Wind from the left")
    wall = [panel for panel in build.skins if panel.name.startswith("left wall")]
    roof = [panel for panel in build.decks if panel.use == "roof"]
    more = sum(force - parked[name] for name, force in wind.items())
    assert more[1] == pytest.approx(-sum(p.size[0] for p in wall) * wall[0].size[2] * 1e-3, rel=1e-3)
    assert more[2] == pytest.approx(-sum(p.wide[0] * p.wide[1] for p in roof) * 1e-3, rel=1e-3)
    assert sum(force[2] for force in parked.values()) == pytest.approx(build.mass * G, rel=0.02)
    assert build.mass == pytest.approx(sum(kg for part in build.bodies for kg, _ in build.masses(part)))


def test_what_closes_it_presses_its_own_tubes(catalog: Catalog) -> None:
    """Half of 1 kPa on 400 x 300 mm is 60 N on each, even over 400 of its 481 mm between posts that hold it: between w c (2 L - c)/8 hinged
    and half of that, held."""
    report = body(catalog, openings=[WINDOW])
    (study,) = studies_at(report, {})
    assert study.posed is not None
    below = next(m for m in report.context.builds[0].members if m.name == "tube below w")
    act = next(blown for blown in study.posed.wind if blown.words == "wind from the left")
    mine = [(band, force) for band, force in act.rows if band.member == below.id]
    assert sum((band.end - band.start) * abs(force[1]) for band, force in mine) == pytest.approx(60.0, rel=1e-6)
    taken = sum((band.end - band.start) * abs(force[1]) for band, force in act.rows)
    wall = [panel for panel in report.context.builds[0].skins if panel.name.startswith("left wall")]
    assert taken == pytest.approx(sum(p.size[0] for p in wall) * wall[0].size[2] * 1e-3, rel=1e-6)
    weight = study.posed.extra[below.id] * below.length
    assert weight == pytest.approx(3.0 * G, rel=0.15)


def test_an_opening_takes_of_a_skin_what_it_braces_by(catalog: Catalog) -> None:
    """400 x 300 mm out of a bay of 532 x 1850: r = 1/(1 + 0.12/(0.532 x 1.55)), r/(3 - 2 r)."""
    report = body(catalog, openings=[WINDOW])
    (study,) = studies_at(report, {})
    assert study.posed is not None
    bays = [bay for bay in study.posed.bays if bay.cut]
    assert len(bays) == 1 and bays[0].cut == pytest.approx(300.0)
    a, b = bays[0].a, bays[0].b
    r = 1 / (1 + 400.0 * 300.0 / (a * (b - 300.0)))
    bar = study.posed.model.bars[bays[0].diagonals[0]]
    plain = body(catalog)
    (other,) = studies_at(plain, {})
    assert other.posed is not None
    same = next(bay for bay in other.posed.bays if bay.members == bays[0].members)
    d = [
        float(np.linalg.norm(s.posed.model.nodes[k.b] - s.posed.model.nodes[k.a]))
        for s, k in ((study, bar), (other, other.posed.model.bars[same.diagonals[0]]))
    ]  # type: ignore[union-attr]
    ratio = (
        bar.A * bar.E / d[0] ** 3 / (other.posed.model.bars[same.diagonals[0]].A * other.posed.model.bars[same.diagonals[0]].E / d[1] ** 3)
    )
    assert ratio == pytest.approx(r / (3 - 2 * r), rel=1e-6)
    assert by_id(report, "skin.screws").use >= by_id(plain, "skin.screws").use * 0.98  # type: ignore[operator]


def test_it_lets_heat_through_by_its_own_value(catalog: Catalog) -> None:
    """0.12 m2 at 3 W/(m2 K) in place of as much of a sandwich wall, over 23 K; a single pane at 5.8 runs wet, a good one does not."""
    plain, told = cold(catalog), cold(catalog, openings=[{**WINDOW, "lets": 3.0}])
    wall = 1 / (0.13 + 0.006 / 0.17 + 0.030 / 0.034 + 0.04)
    gained = by_id(told, "heat").demand - by_id(plain, "heat").demand  # type: ignore[operator]
    assert gained == pytest.approx(0.12 * 23.0 * (3.0 - wall), rel=1e-6)
    unsaid = by_id(cold(catalog, openings=[WINDOW]), "heat")
    assert unsaid.state == "unknown" and "w let" in unsaid.sentence
    single = by_id(cold(catalog, openings=[{**WINDOW, "lets": 5.8}]), "window.wet.w")
    assert f"{18.0 - 23.0 * 5.8 * 0.13:.1f} °C" in single.sentence and "runs wet" in single.sentence
    assert "runs wet" not in by_id(cold(catalog, openings=[{**WINDOW, "lets": 1.5}]), "window.wet.w").sentence


@pytest.mark.parametrize(
    ("ring", "lining", "state"),
    [({}, None, "unknown"), ({"thin": "30 mm", "thick": "100 mm"}, None, "holds"), ({"thin": "30 mm", "thick": "60 mm"}, None, "over"),
     ({"thin": "90 mm", "thick": "110 mm"}, None, "tight"), ({"thin": "80 mm", "thick": "88 mm"}, None, "holds"), ({"thin": "80 mm", "thick": "88 mm"}, "birch.6.5", "over")],
)  # fmt: skip
def test_its_ring_clamps_the_wall_as_thick_as_it_is_made(catalog: Catalog, ring: dict[str, str], lining: str | None, state: str) -> None:
    """36 mm of sandwich on 50.8 of tube are 86.8, with 6.4 of lining 93.2."""
    found = by_id(body(catalog, openings=[{**WINDOW, **ring}], lining=lining), "window.wall.w")
    assert found.state == state, found.sentence
    if found.state == "over" and lining:
        assert found.demand == pytest.approx(93.2, abs=0.15)


@pytest.mark.parametrize(
    ("one", "field", "words"),
    [
        ({**WINDOW, "x": "400 mm"}, "openings/0/x", "would stand in “w”"),
        ({**WINDOW, "width": "520 mm"}, "openings/0/x", "widest room between two is 48"),
        ({**WINDOW, "z": "1700 mm"}, "openings/0/z", "reach beyond the left wall"),
        ({**WINDOW, "z": "20 mm"}, "openings/0/z", "no room is left"),
        ({**VENT, "y": "800 mm"}, "openings/0/y", "reach beyond the roof|no room"),
        ({**AHEAD, "y": "0 mm", "width": "800 mm"}, "openings/0/y", "would stand in “f”"),
    ],
)
def test_one_that_cannot_be_cut_is_refused_by_its_field(catalog: Catalog, one: dict[str, Any], field: str, words: str) -> None:
    with pytest.raises(InputError, match=words) as refused:
        body(catalog, openings=[one])
    assert refused.value.problems[0].field.endswith(field)


def test_two_of_one_name_or_in_one_place_are_refused(catalog: Catalog) -> None:
    for second, words in ((WINDOW, "one name"), ({**WINDOW, "name": "w2", "z": "800 mm"}, "lie in another opening")):
        with pytest.raises(InputError, match=words):
            body(catalog, openings=[WINDOW, second])


def test_a_vent_is_trodden_beside_and_its_tubes_are_asked(catalog: Catalog) -> None:
    report: Report = body(catalog, openings=[VENT])
    (study,) = studies_at(report, {})
    assert any("tube" in item.words and "foot" in item.words.lower() for item in study.solved)
    assert by_id(report, "trimmer.strength").state == "holds"
    assert "bears nobody" in by_id(report, "window.wind.v").sentence


@pytest.mark.parametrize("more", [{}, {"posts": 3, "crosses": 6}, {"posts": 5, "crosses": 8, "length": "3050 mm"}])
def test_one_that_is_added_finds_a_place(catalog: Catalog, more: dict[str, Any]) -> None:
    """As the page adds them, one after the other, as long as a bay is free."""
    openings: list[dict[str, Any]] = []
    for _ in range(2):
        design = read_design({"name": "x", "host": chassis(*HARD), "builds": [{**BODY, **more, "openings": openings}]})
        openings.append(another(design.builds[0]))
        assert len(body(catalog, **more, openings=openings).context.builds[0].closures) == len(openings)


def test_in_a_shell_and_a_topper_too(catalog: Catalog) -> None:
    for family, dims in (("camper_shell", BED), ("bed_topper", BED)):
        measured = {name: {"value": value, "state": "checked"} for name, value in dims.items()}
        data: dict[str, Any] = {"name": "x", "host": {"kind": "pickup_bed", "dims": measured}, "builds": []}
        data["builds"] = [first_design(family, resolve(read_design(data).host), Units())]
        data["builds"][0]["openings"] = [another(read_design(data).builds[0])]
        report = check(read_design(data), catalog)
        build = report.context.builds[0]
        assert len(build.closures) == 1 and len([m for m in build.members if m.role == "trimmer"]) >= 2
        assert next(f for f in report.findings if f.check == "fit.own").state == "holds"
        assert not [f.sentence for f in report.findings if f.check == "trimmer.strength" and f.state == "over"]
