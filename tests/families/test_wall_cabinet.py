"""A wall cabinet by hand: what its fixings carry, its hinges, its catch and its leaf, and where its door goes."""

from __future__ import annotations

import math
from typing import Any

import numpy as np
import pytest

from ergostrut.core.catalog.errors import StockError
from ergostrut.core.catalog.model import Catalog
from ergostrut.core.constants import G
from ergostrut.core.drawing.frame import frame_views
from ergostrut.core.drawing.scene import scene
from ergostrut.core.finding import Finding
from ergostrut.core.fit.space.bodies import bodies_at
from ergostrut.core.job.document import Design, read_design
from ergostrut.core.make.steps import steps
from ergostrut.core.prove.boxes.model import solved
from ergostrut.core.prove.doors import HAND
from ergostrut.core.report import Report, check, context_of
from ergostrut.core.structure.standing.posed import as_it_stands
from ergostrut.core.structure.standing.setting import Setting, setting_at

from ..core.test_ways import PLAIN, box_job

CABINET: dict[str, Any] = {
    "family": "wall_cabinet", "id": "c", "label": "Cabinet", "front": "500 mm", "length": "800 mm", "depth": "300 mm", "low": "1000 mm", "height": "500 mm",
    "bays": 1, "shelves": 1, "wall": {"bolts": 2, "rating": "150 kg"}, "doors": {"hinged": "front", "rating": "30 kg", "kept": {"by": "spring catch", "rating": "20 kg"}},
}  # fmt: skip


def job(doors: dict[str, Any] | None = {}, kg: float = 12.0, **more: Any) -> Design:  # noqa: B006
    cabinet = {**CABINET, **more, "doors": None if doors is None else {**CABINET["doors"], **doors}}
    thing = {
        "id": "tins",
        "name": "tins",
        "length": "300",
        "width": "200",
        "height": "150",
        "mass": f"{kg}",
        "on": "c/bay.1.1",
        "at": {"x": "250", "y": "20"},
    }
    things = [{**thing, "hold": {"by": "bolted", "rating": "90"}}] if kg else []
    return read_design(box_job(cabinet, things=things), bare=PLAIN)


def found(report: Report, ident: str) -> Finding:
    return next(finding for finding in report.findings if finding.id == ident)


HUNG = [(side, hinged) for side in ("left", "right") for hinged in ("front", "rear", "top")]


@pytest.fixture(scope="module")
def report(catalog: Catalog) -> Report:
    return check(job(), catalog)


@pytest.mark.parametrize(("side", "hinged"), HUNG)
def test_the_fixings_carry_all_of_it_and_balance_it(catalog: Catalog, side: str, hinged: str) -> None:
    """Parked: what holds it at the wall pushes up with all its weight, and about the wall's line balances every mass at its own place, the door's too."""
    context = context_of(job({"hinged": hinged}, side=side), catalog)
    build = context.builds[0]
    box = solved(context, build)
    i = next(n for n, case in enumerate(box.cases) if case.name == "Parked")
    at, held = box.frame.model.nodes, box.results.reactions[i]
    forces = [(at[n], held[n, :3]) for n in box.ties]
    for rest, newton in zip(box.frame.model.rests, box.results.rest_force[i], strict=True):
        push = np.zeros(3)
        push[rest.dof] = rest.sign * newton
        forces.append((at[rest.node], push))
    thing = context.plan.placed[0]
    weight = (sum(panel.mass for panel in build.panels) + sum(item.mass * item.count for item in build.items) + thing.mass) * G
    assert sum(f[2] for _, f in forces) == pytest.approx(weight, rel=2e-3)
    assert abs(sum(f[1] for _, f in forces)) < 0.01 * weight and abs(sum(f[0] for _, f in forces)) < 0.01 * weight
    small = sum(item.mass * item.count for item in build.items) / sum(panel.mass for panel in build.shells)
    rows = [(panel.mass * (1 + small), np.array(panel.middle)) for panel in build.shells]
    rows += [(panel.mass, np.array(panel.middle)) for panel in build.panels if panel not in build.shells]
    rows.append((thing.mass, np.array(thing.at()) + np.array([0.0, 0.0, thing.size[2] / 2])))
    about = np.array([900.0, 900.0 if side == "right" else -900.0, 1250.0])
    turned = sum((np.cross(p - about, f) for p, f in forces), np.zeros(3))
    pulled = sum((np.cross(p - about, [0, 0, -kg * G]) for kg, p in rows), np.zeros(3))
    # the door's weight is set at its hinges, not at its middle's depth, and panels end in their middle planes: within 5 % of the largest
    assert np.abs(turned + pulled)[:2].max() < 0.05 * np.abs(pulled).max()


def test_a_side_hung_doors_hinges_by_hand(report: Report) -> None:
    """Front-hinged: the couple of its weight between two hinges; in braking its mass turns nothing, in a corner half of all pushes the hinges out."""
    build = report.context.builds[0]
    (door,) = build.doors
    m, behind, w = build.panel(door.panel).mass, 12.0, door.far
    p = math.dist(door.hinges[0], door.hinges[-1])
    assert w == pytest.approx(798) and p == pytest.approx(498 - 2 * min(70, 0.15 * 498))
    hardest = 0.0
    for gx, gy, gz in (case.g for case in _road(report)):
        V = abs(gz) * m * G
        H = V * w / 2 / p + abs(gx) * m * G / 2
        hardest = max(hardest, math.sqrt(V**2 + H**2 + (max(gy, 0.0) * (m + behind) * G / 4) ** 2))
    leaning = math.sqrt((m * G + HAND) ** 2 + ((m * G * w / 2 + HAND * w) / p) ** 2)
    hinges = found(report, "c/door.hinges.door.1")
    assert hinges.demand == pytest.approx(max(hardest, leaning)) and hinges.use == pytest.approx(max(hardest, leaning) / (30 * G))
    assert leaning > hardest and "hand" in hinges.sentence


def _road(report: Report) -> Any:
    from ergostrut.core.cases import road_cases

    return road_cases(report.context.design.loads)


def test_a_catch_takes_half_of_what_leans_on_the_door(report: Report, catalog: Catalog) -> None:
    """At the left wall the room is to the right: the corner that throws all to the right, and nothing on it from the other."""
    build = report.context.builds[0]
    m = build.panel(build.doors[0].panel).mass
    g = max(case.g[1] for case in _road(report))
    latch = found(report, "c/door.latch.door.1")
    assert latch.demand == pytest.approx(g * (m + 12) * G / 2) and latch.use == pytest.approx(g * (m + 12) / 2 / 20)
    assert latch.state == "holds"
    weak = check(job({"kept": {"by": "spring catch", "rating": "3 kg"}}), catalog)
    assert found(weak, "c/door.latch.door.1").state == "over" and found(weak, "c/door.latch.door.1").caution
    light = check(job(kg=0), catalog)
    assert found(light, "c/door.latch.door.1").demand == pytest.approx(g * m * G / 2)


def test_what_is_stacked_on_what_is_behind_a_door_leans_on_it_too(catalog: Catalog) -> None:
    data = job().model_dump(mode="json")
    data["carry"]["things"].append({**data["carry"]["things"][0], "id": "more", "name": "more tins", "mass": "9 kg", "height": "60 mm", "on": "thing/tins", "at": {"x": "150 mm", "y": "0 mm"}})  # fmt: skip
    report = check(read_design(data), catalog)
    build = report.context.builds[0]
    m, g = build.panel(build.doors[0].panel).mass, max(case.g[1] for case in _road(report))
    assert found(report, "c/door.latch.door.1").demand == pytest.approx(g * (m + 12 + 9) * G / 2)


@pytest.mark.parametrize(("by", "rating", "state"), [("unsaid", None, "unknown"), ("spring catch", None, "unknown"), ("weight", None, "over"), ("friction", None, "over"),
                                                    ("turn button", "90 kg", "tight"), ("magnet", "40 kg", "holds")])  # fmt: skip
def test_what_keeps_a_door_shut(catalog: Catalog, by: str, rating: str | None, state: str) -> None:
    latch = found(check(job({"kept": {"by": by, "rating": rating}}), catalog), "c/door.latch.door.1")
    assert latch.state == state, latch.sentence


def test_hinges_without_a_rating_are_unknown_and_weak_ones_over(catalog: Catalog) -> None:
    assert found(check(job({"rating": None}), catalog), "c/door.hinges.door.1").state == "unknown"
    assert found(check(job({"rating": "8 kg"}), catalog), "c/door.hinges.door.1").state == "over"


def test_a_thin_leaf_bends_under_what_leans_on_it(catalog: Catalog) -> None:
    """A strip from hinges to catch: M = q w2 / 8, sigma = 6 M / t2."""
    whole = check(job({"sheet": "birch.6.5"}, kg=60), catalog)
    build = whole.context.builds[0]
    panel, w = build.panel(build.doors[0].panel), build.doors[0].far
    g = max(case.g[1] for case in _road(whole))
    q = g * (panel.mass + 60) * G / (panel.wide[0] * panel.wide[1])
    leaf = found(whole, "c/door.leaf.door.1")
    assert leaf.demand == pytest.approx(6 * q * w**2 / 8 / panel.sheet.t**2)
    thick = found(check(job({"sheet": "birch.12"}, kg=60), catalog), "c/door.leaf.door.1")
    assert thick.use is not None and leaf.use is not None and thick.use < leaf.use


@pytest.mark.parametrize("side", ["left", "right"])
@pytest.mark.parametrize("hinged", ["front", "rear", "top", "bottom"])
def test_an_open_door_stands_in_the_room_where_it_is_drawn(catalog: Catalog, hinged: str, side: str) -> None:
    context = context_of(job({"hinged": hinged}, side=side, kg=0), catalog)
    build, room = context.builds[0], 1.0 if side == "left" else -1.0
    (motion,) = build.motions
    open_ = setting_at(build, {motion.id: 90.0})
    leaf = next(panel for panel in as_it_stands(build, open_).panels if panel.role == "door")
    shut = build.panel(leaf.id)
    assert leaf.mass == shut.mass and sorted(leaf.size) == pytest.approx(sorted(shut.size))
    near, far = sorted((leaf.lo[1] * room, leaf.hi[1] * room))
    face = shut.hi[1] * room if room > 0 else shut.lo[1] * room
    assert near == pytest.approx(face, abs=1e-6) and far == pytest.approx(face + build.doors[0].far, abs=1e-6), (
        "it stands out square from its knuckles"
    )
    upright = hinged in ("front", "rear")
    assert (leaf.across == 0) == upright and (leaf.across == 2) != upright, "upright on upright hinges, level on level ones"
    body = next(row for row in bodies_at(context, build, open_, things=False) if row.part == leaf.id)
    assert body.lo == pytest.approx(leaf.lo, abs=1e-6) and body.hi == pytest.approx(leaf.hi, abs=1e-6), "what is checked is what is drawn"
    drawn = next(prism for prism in scene(context, {motion.id: 90.0}, {}).prisms if prism.part == leaf.id)
    assert abs(np.array(drawn.b) - np.array(drawn.a))[leaf.across] == pytest.approx(leaf.sheet.t)
    plan = next(view for view in frame_views(context, None, {motion.id: 90.0}, {}, {}) if view.name == "plan")
    ys = [point[1] for item in plan.items if getattr(item, "part", "") == leaf.id for point in item.points]  # type: ignore[union-attr]
    assert max(y * room for y in ys) == pytest.approx(far, abs=1e-6)


@pytest.mark.parametrize("hinged", ["front", "rear", "top", "bottom"])
def test_doors_side_by_side_clear_each_other_and_the_box(catalog: Catalog, hinged: str) -> None:
    own = found(check(job({"hinged": hinged}, kg=0, bays=3), catalog), "c/fit.own")
    assert own.state == "holds", own.sentence


def test_what_stands_in_a_doors_way_is_said(catalog: Catalog) -> None:
    """A rack 300 mm off the cabinet's face: a leaf of 800 meets it as it opens; shut, nothing stands in anything."""
    rack = {
        "family": "plywood_box",
        "id": "b",
        "label": "Chest",
        "front": "500 mm",
        "length": "900 mm",
        "width": "500 mm",
        "height": "1200 mm",
        "off_centre": "0 mm",
    }
    cabinet = {**CABINET}
    context_report = check(read_design(box_job(cabinet, rack), bare=PLAIN), catalog)
    assert found(context_report, "c/fit.own").state == "holds"
    between = [f for f in context_report.findings if f.check == "fit.between" and "c/door.1/leaf" in f.parts]
    assert any(f.state == "over" for f in between), [f.sentence for f in context_report.findings if f.check.startswith("fit")]


def test_every_part_has_a_verdict_and_its_making(report: Report, catalog: Catalog) -> None:
    assert not any(f.check == "parts.judged" for f in report.findings)
    for check_ in (
        "slab.strength",
        "slab.edges",
        "slab.racks",
        "bears.wall",
        "bears.wall-gone",
        "door.hinges",
        "door.latch",
        "door.leaf",
        "fit.own",
    ):
        assert any(f.check == check_ for f in report.findings), check_
    made = steps(report.context, report.cut)
    assert any("door" in step.title.lower() for step in made) and any("Prop it" in step.caution for step in made)
    doorless = check(job(None), catalog)
    assert not any(f.check.startswith("door") for f in doorless.findings) and not doorless.context.builds[0].motions
    assert any(piece.role == "door" for piece in report.cut.pieces) and not any(piece.role == "door" for piece in doorless.cut.pieces)


@pytest.mark.parametrize(
    ("field", "more"),
    [("doors/sheet", {"doors": {"sheet": "board.1x4.spf"}}), ("panel", {"panel": "board.1x4.spf"}), ("back", {"back": "board.1x4.spf"})],
)
def test_boards_make_no_cabinet_and_no_door(catalog: Catalog, field: str, more: dict[str, Any]) -> None:
    with pytest.raises(StockError, match="boards do not make") as caught:
        context_of(job(**more), catalog)
    assert caught.value.field.endswith(field)


def test_a_hung_box_racks_by_its_own_height(report: Report) -> None:
    racks = found(report, "c/slab.racks")
    assert racks.limit == pytest.approx(500 / 120), "not by its height over the floor"


def test_in_a_crash_the_door_is_asked_again(catalog: Catalog) -> None:
    data = job().model_dump(mode="json")
    data["loads"]["crash"] = {"on": True}
    report = check(read_design(data), catalog)
    road, crash = found(report, "c/door.latch.door.1"), found(report, "c/door.latch.door.1.crash")
    assert crash.demand is not None and road.demand is not None and crash.demand > road.demand and crash.caution
    assert found(report, "c/door.hinges.door.1.crash").state in ("holds", "tight", "over")


def test_the_home_setting_is_shut(catalog: Catalog) -> None:
    build = context_of(job(), catalog).builds[0]
    assert as_it_stands(build, Setting("", True, False, {})) == build


@pytest.mark.parametrize("carried_in", ["in parts", "whole"])
def test_things_go_in_past_an_open_door(catalog: Catalog, carried_in: str) -> None:
    """What stands behind a door is put in with the door open."""
    way = next(f for f in check(job(carried_in=carried_in), catalog).findings if f.id == "load/fit.way-in")
    assert way.state in ("holds", "note"), way.sentence


@pytest.mark.parametrize(("side", "hinged"), [row for row in HUNG if row[1] != "top"])
def test_a_hand_on_an_open_door_reaches_the_walls_fixings(catalog: Catalog, side: str, hinged: str) -> None:
    """Against standing parked: 100 N more on the wall, turned about the hinges' edge by the hand at a door's width, and by the leaf that stood in the face."""
    context = context_of(job({"hinged": hinged}, side=side, kg=0), catalog)
    build = context.builds[0]
    box, (door,) = solved(context, build), build.doors
    rows = {case.name: n for n, case in enumerate(box.cases)}
    before, after = rows["Parked"], rows["Parked, a hand on door, open"]
    at, room = box.frame.model.nodes, 1.0 if side == "left" else -1.0

    def turned(i: int) -> np.ndarray:
        about, found = np.array(door.hinges).mean(axis=0), np.zeros(6)
        pushes = [(n, box.results.reactions[i][n, :3]) for n in box.ties]
        for rest, newton in zip(box.frame.model.rests, box.results.rest_force[i], strict=True):
            push = np.zeros(3)
            push[rest.dof] = rest.sign * newton
            pushes.append((rest.node, push))
        for n, force in pushes:
            found += np.concatenate([force, np.cross(at[n] - about, force)])
        return found

    more = turned(after) - turned(before)
    assert more[2] == pytest.approx(HAND, rel=1e-3)
    weight = build.panel(door.panel).mass * G
    # gravity at (0, y) turns by -y F about x; what the wall adds is the opposite
    assert more[3] == pytest.approx(room * (HAND * door.far + weight * door.far / 2), rel=0.02)
    shut = np.array(build.panel(door.panel).middle)[0] - door.hinges[0][0]
    # an edge lies in the upright's middle plane, half its thickness off the hinges
    assert more[4] == pytest.approx(weight * shut, abs=HAND * 7), "the leaf no longer hangs before the face"
