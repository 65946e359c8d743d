"""Doors in the sides of a body, with formulas of the test's own: what each hangs on, what the wind does to it and to the wall round it, the way out."""

from __future__ import annotations

from typing import Any

import numpy as np
import pytest

from ergostrut.core.catalog.model import Catalog
from ergostrut.core.constants import G
from ergostrut.core.frame.blocks.cage.side_door import another
from ergostrut.core.problem import InputError
from ergostrut.core.report import Report, studies_at
from tests.families.test_chassis_body import body, by_id
from tests.families.test_truck_flatbed import mounts_of

LEFT: dict[str, Any] = {
    "side": "left", "x": "700 mm", "width": "650 mm", "height": "1500 mm", "hinges": 3, "rating": "40 kg", "kept": {"by": "pin", "rating": "150 kg"},
}  # fmt: skip
HIGH = {**LEFT, "side": "right", "sill": "300 mm", "height": "1200 mm"}


def two(catalog: Catalog, **more: Any) -> Report:
    return body(catalog, doors=[LEFT, HIGH], lining="birch.6.5", **more)


def test_a_wall_with_a_door_is_as_much_wall_and_all_of_it_is_asked(catalog: Catalog) -> None:
    """Wall and leaf together are the wall without a door, but for 3 mm of air over the leaf and under it."""
    report, bare = two(catalog), body(catalog, lining="birch.6.5")
    assert not [f.sentence for f in report.findings if f.state == "over" and f.check in ("fit.own", "parts.judged")]
    assert not [f.sentence for f in report.findings if f.check == "parts.judged"]
    build, before = report.context.builds[0], bare.context.builds[0]
    whole = sum(p.area for p in before.skins if p.name.startswith("left wall"))
    for side, air in (("left", 3.0), ("right", 6.0)):
        mine = sum(p.area for p in build.skins if p.name.startswith(f"{side} wall"))
        leaf = build.panel(f"b/{side} door/{side} door").area
        assert mine + leaf == pytest.approx(whole - 650.0 * air, rel=1e-9)


def test_the_wind_on_a_leaf_arrives_too(catalog: Catalog) -> None:
    report, bare = two(catalog), body(catalog, lining="birch.6.5")
    sides = []
    for one in (report, bare):
        study = studies_at(one, {})[0]
        more = np.sum(list(mounts_of(study, "Wind from the left").values()), axis=0) - np.sum(
            list(mounts_of(study, "Parked").values()), axis=0
        )
        sides.append(abs(float(more[1])))
    assert sides[0] == pytest.approx(sides[1], rel=0.01)


def test_its_hinges_and_its_catch_by_hand(catalog: Catalog) -> None:
    """Open, a hand on its free edge; in the wind half of what draws it at the catch."""
    report = two(catalog)
    leaf = report.context.builds[0].panel("b/left door/left door")
    deck = report.context.builds[0].decks[0]
    assert leaf.size[0] == 650.0 and leaf.size[2] == pytest.approx(1500.0 + deck.sheet.t)
    catch = by_id(report, "door.latch.left door")
    assert catch.demand == pytest.approx(leaf.size[0] * leaf.size[2] * 1e-3 / 2) and catch.case == "Wind"
    pitch, kg = leaf.size[2] - 300.0, leaf.mass
    open_ = np.hypot(kg * G + 100.0, (kg * G * 325.0 + 100.0 * 650.0) / pitch)
    wind = leaf.size[0] * leaf.size[2] * 1e-3 / 2 / 3
    level = np.hypot(kg * G, kg * G * 325.0 / pitch)
    demand = by_id(report, "door.hinges.left door").demand
    assert demand is not None and demand >= max(open_, np.hypot(wind, level)) - 0.5
    assert demand < 1.6 * max(open_, wind)


def test_it_opens_outward_about_the_edge_it_hangs_on(catalog: Catalog) -> None:
    """Hinged at its front edge the leaf stands abeam of that, and outside; at its rear edge abeam of the other."""
    for hinged, edge in (("front", 700.0), ("rear", 1350.0)):
        report = body(catalog, doors=[{**LEFT, "hinged": hinged}])
        build = report.context.builds[0]
        (motion,) = [one for one in build.motions if one.body == "b/left door"]
        assert motion.pivot is not None
        assert motion.pivot[0] == pytest.approx(build.panel("b/left door/left door").lo[0] + edge - 700.0)
        way = np.cross(np.array(motion.toward), np.array([1.0 if hinged == "front" else -1.0, 0.0, 0.0]))
        assert way[1] < 0, "out of the left side"
        assert by_id(report, "fit.own").state == "holds"


@pytest.mark.parametrize(
    ("doors", "field"),
    [
        ([LEFT, LEFT], "doors"),
        ([{**LEFT, "x": "60 mm"}], "doors/0/x"),
        ([{**LEFT, "x": "1600 mm"}], "doors/0/x"),
        ([{**LEFT, "height": "1790 mm"}], "doors/0/height"),
        ([{**LEFT, "sill": "20 mm"}], "doors/0/sill"),
    ],
)
def test_what_cannot_be_built_is_said(catalog: Catalog, doors: list[dict[str, Any]], field: str) -> None:
    with pytest.raises(InputError) as refused:
        body(catalog, doors=doors)
    assert any(problem.field.endswith(field) for problem in refused.value.problems), refused.value.problems


def test_a_window_beside_it_stands_and_one_in_it_is_refused(catalog: Catalog) -> None:
    window = {"name": "w", "wall": "left wall", "z": "900 mm", "width": "300 mm"}
    report = body(catalog, doors=[LEFT], openings=[{**window, "x": "1700 mm"}])
    (closure,) = report.context.builds[0].closures
    assert closure.panel.startswith("b/walls/left wall, behind")
    with pytest.raises(InputError) as refused:
        body(catalog, doors=[LEFT], openings=[{**window, "x": "850 mm"}])
    assert "in a door" in str(refused.value)


@pytest.mark.parametrize(("length", "height", "unit"), [("2180 mm", "1800 mm", "mm"), ("86 in", "72 in", "in")])
def test_the_first_door_is_added_in_round_numbers_where_it_goes(catalog: Catalog, length: str, height: str, unit: str) -> None:
    build = body(catalog, length=length, height=height).context.design.builds[0]
    door = another(build)
    assert door["side"] == "right" and all(door[name].endswith(f" {unit}") for name in ("x", "width", "height"))
    report = body(catalog, length=length, height=height, doors=[door])
    second = another(report.context.design.builds[0])
    assert second["side"] == "left" and second["width"] == door["width"]


def test_what_closes_a_bay_over_a_door_keeps_nothing_square(catalog: Catalog) -> None:
    """The shear of a wall goes round a door: no diagonal lies between its posts, and what one screw beside it takes is no less than without it."""
    study, bare = (studies_at(report, {})[0] for report in (body(catalog, doors=[LEFT]), body(catalog)))
    assert study.posed is not None and bare.posed is not None
    build = study.assembly
    jambs = {m.id for m in build.members if m.role == "post" and any(j.through == m.id and "lintel" in j.framing for j in build.joints)}
    assert len(jambs) == 2
    between = [bay for bay in study.posed.bays if set(bay.members) <= jambs]
    assert not between
    left = [bay for bay in study.posed.bays if bay.panel.name.startswith("left wall")]
    whole = [bay for bay in bare.posed.bays if bay.panel.name.startswith("left wall")]
    assert sum(bay.a for bay in left) == pytest.approx(sum(bay.a for bay in whole) - 650.0 - 50.8, abs=1.0)
