"""The teardrop on a trailer's frame, with formulas of the test's own: its outline's area and mass, what wind and snow press on what leans, where
that arrives, how its tubes are cut, and designs that must not hold."""

from __future__ import annotations

import itertools
import math
from functools import cache
from typing import Any

import numpy as np
import pytest
import shapely
import trimesh

from ergostrut.core.catalog.model import Catalog
from ergostrut.core.constants import G
from ergostrut.core.cut.parts import pieces
from ergostrut.core.finding import Finding
from ergostrut.core.job.document import read_design
from ergostrut.core.problem import InputError
from ergostrut.core.prove.model.cladding import blown, snowed
from ergostrut.core.report import Report, check
from ergostrut.files.catalog_files import shipped_catalog
from tests.families.test_chassis_body import HARD
from tests.families.test_trailer import studied, trailer
from tests.families.test_truck_flatbed import chassis, mounts_of

PROFILE = ((0, 500), (340, 960), (820, 1180), (1500, 1200), (1950, 1010))
LONG, WIDE = 2440.0, 1270.0
DOOR = {
    "side": "right",
    "x": "720 mm",
    "width": "650 mm",
    "height": "760 mm",
    "sill": "90 mm",
    "rating": "40 kg",
    "kept": {"by": "pin", "rating": "150 kg"},
}
HATCH = {"rating": "60 kg", "kept": {"by": "pin", "rating": "300 kg"}, "struts": {"force": 300}}
DROP: dict[str, Any] = {
    "family": "teardrop_body", "id": "b", "label": "Drop", "deck": "birch.18", "bolt_grade": "ISO 10.9", "grain": "across",
    "profile": [{"x": f"{x} mm", "z": f"{z} mm"} for x, z in PROFILE], "doors": [DOOR], "hatch": HATCH, "roof": "birch.12",
}  # fmt: skip


def drop(catalog: Catalog, **more: Any) -> Report:
    return trailer(catalog, build={**DROP, **{k: v for k, v in more.items() if k != "host"}}, **more.get("host", {}))


@cache
def usual() -> Report:
    return drop(shipped_catalog())


def by_id(report: Report, name: str) -> Finding:
    return next(f for f in report.findings if f.id == f"b/{name}")


def outline(low: float) -> list[tuple[float, float]]:
    """x, and z over the deck, of a side from ``low`` up."""
    return [(0.0, low), *((float(x), float(z)) for x, z in PROFILE), (LONG, 0.0), (LONG, low)]


def drawn_out(shape: shapely.Polygon, t: float) -> trimesh.Trimesh:
    triangles = [np.array(one.exterior.coords)[:3] for one in shapely.constrained_delaunay_triangles(shape).geoms]
    corners, faces = np.unique(np.concatenate(triangles), axis=0, return_inverse=True)
    return trimesh.creation.extrude_triangulation(corners, faces.reshape(-1, 3), t)


def test_its_sides_have_the_area_and_the_mass_of_the_outline() -> None:
    """By trimesh: the outline drawn out to the skin's thickness, the door and 3 mm over and under it cut out; its mass by the board's own."""
    build = usual().context.builds[0]
    deck = build.decks[0].hi[2] - build.decks[0].lo[2]
    wall = build.panel("b/walls/left wall, 1")
    t, density = wall.sheet.t, wall.sheet.mass_per_m2 * 1e-6 / wall.sheet.t  # type: ignore[union-attr]
    for side, cut in (("left", None), ("right", shapely.box(720, 90 - 3, 720 + 650, 90 + 760 + 3))):
        shape = shapely.Polygon(outline(-deck))
        mesh = drawn_out(shape.difference(cut) if cut is not None else shape, t)
        mine = [panel for panel in build.skins if panel.name.startswith(f"{side} wall")]
        assert sum(panel.area * t for panel in mine) == pytest.approx(mesh.volume, rel=1e-6)
        assert sum(panel.mass for panel in mine) == pytest.approx(mesh.volume * density, rel=1e-6)
        # its middle lies where the pieces' middles do together: the floor of the shape is at the side rails
        xs = [shapely.Polygon(panel.outline[:, (0, 2)]) for panel in mine]
        x = sum(one.centroid.x * one.area for one in xs) / sum(one.area for one in xs)
        assert x == pytest.approx(mesh.center_mass[0], abs=0.5)


def test_all_its_parts_are_asked_and_none_stands_in_another() -> None:
    report = usual()
    assert not [f.sentence for f in report.findings if f.check == "parts.judged"]
    assert not [f.sentence for f in report.findings if f.state == "over"]
    assert by_id(report, "fit.own").state == "holds"


def test_its_weight_arrives_at_springs_and_coupling() -> None:
    report = usual()
    down = sum(float(force[2]) for force in mounts_of(studied(report), "Parked").values())
    assert down == pytest.approx(report.context.builds[0].mass * G, rel=0.02)


def _act(report: Report, act: str) -> np.ndarray:
    """N of one act of the wind at 1 kPa."""
    build = report.context.builds[0]
    (one,) = [row for row in blown(build, {m.id: m for m in build.members}, -math.inf) if row.act == act]
    return np.sum([np.array(vec) * (band.end - band.start) for band, vec in one.rows], axis=0)


def test_wind_and_snow_press_on_what_is_seen_of_what_leans() -> None:
    """However it leans: from ahead its silhouette, 1 kPa on its width times its height; up under its top its length times its width, but for the
    hatch, which is steeper than 60 degrees; snow alike."""
    report = usual()
    deck = 18.0
    high, plan = 1200.0 + deck, 1950.0
    ahead = _act(report, "ahead")
    assert ahead[0] == pytest.approx(1e-3 * WIDE * high, rel=0.02) and abs(ahead[1]) + abs(ahead[2]) < 1.0
    lift = _act(report, "lift")
    assert lift[2] == pytest.approx(1e-3 * WIDE * plan, rel=0.01)
    build = report.context.builds[0]
    (snow,) = snowed(build, {m.id: m for m in build.members})
    down = sum(vec[2] * (band.end - band.start) for band, vec in snow.rows)
    assert down == pytest.approx(-1e-3 * WIDE * plan, rel=0.01)
    study = studied(report)
    parked, blowing = mounts_of(study, "Parked"), mounts_of(study, "Wind from ahead")
    more = sum(float(force[2] - parked[name][2]) for name, force in blowing.items())
    assert more == pytest.approx(-1e-3 * WIDE * plan, rel=0.02)


def test_snow_lies_on_a_hatch_that_leans_as_a_roof_does(catalog: Catalog) -> None:
    flat = [(0, 500), (340, 900), (820, 1000), (1200, 900)]
    report = drop(catalog, profile=[{"x": f"{x} mm", "z": f"{z} mm"} for x, z in flat], doors=[])
    build = report.context.builds[0]
    (snow,) = snowed(build, {m.id: m for m in build.members})
    down = sum(vec[2] * (band.end - band.start) for band, vec in snow.rows)
    assert down == pytest.approx(-1e-3 * WIDE * LONG, rel=0.01)


def test_a_leaning_roof_is_asked_under_snow_as_a_strip() -> None:
    """The hardest part by hand: what is seen of it from above, and of that what presses across it, over the clear span between its bows."""
    build, found = usual().context.builds[0], by_id(usual(), "skin.snow")
    rows, t = [], 12.0
    for k, (a, b) in enumerate(itertools.pairwise(PROFILE), 1):
        long = math.dist(a, b)
        bows = [m for m in build.members if m.id in build.panel(f"b/roof/roof, {k}").carries.on]  # type: ignore[union-attr]
        along = sorted(((m.a[0] - a[0]) * (b[0] - a[0]) + (m.a[2] - build.decks[0].hi[2] - a[1]) * (b[1] - a[1])) / long for m in bows)
        # a tube turned by half a turn covers as much of the sheet as its corners reach
        clear = [q - p for p, q in itertools.pairwise(along)]
        share = ((b[0] - a[0]) / long) ** 2
        rows.append((share * max(clear) ** 2, share, max(clear), len(clear)))
    _, share, clear, n = max(rows)
    values = {line.symbol: line.value for line in found.working if line.symbol}
    assert values["p"] == pytest.approx(1e-3 * share, rel=1e-6)
    assert clear - 54.0 < values["L"] < clear - 38.0
    assert found.demand == pytest.approx(6 * values["p"] * values["L"] ** 2 / 8 / t**2, rel=1e-3) and n <= 2


def test_a_roof_of_thin_sheet_over_long_bays_is_over_in_a_hard_winter(catalog: Catalog) -> None:
    report = drop(catalog, roof="birch.6.5", host={"loads": {"snow": 9.0}})
    assert by_id(report, "skin.snow").state == "over" and by_id(usual(), "skin.snow").state == "holds"


def test_its_hatch_falls_on_struts_too_weak_and_holds_on_others(catalog: Catalog) -> None:
    """Torques by hand about the upper edge, open by 80 degrees: the leaf's weight at its middle, a strut by the triangle of its ends."""
    report = usual()
    build = report.context.builds[0]
    leaf, t = build.panel("b/hatch/hatch"), build.panel("b/hatch/hatch").sheet.t
    top, foot = np.array(PROFILE[-1], dtype=float), np.array([LONG, 0.0])
    down = (foot - top) / np.linalg.norm(foot - top)
    out = np.array([-down[1], down[0]])
    hinge = top + out * t
    lean = math.radians(80.0)

    def opened(at: np.ndarray) -> np.ndarray:
        """Turned up and outward: from down the hatch towards out of it."""
        r = at - hinge
        along, across = float(r @ down), float(r @ out)
        return hinge + down * (along * math.cos(lean) - across * math.sin(lean)) + out * (along * math.sin(lean) + across * math.cos(lean))

    middle = opened((top + foot) / 2 + out * t / 2)
    weight = leaf.mass * G * (middle[0] - hinge[0])
    deep = build.member("b/walls/hatch post.left").shape.depth / 2
    stud, fixed = opened(top + down * 150.0), top + down * 480.0 - out * deep
    rod = (stud - fixed) / np.linalg.norm(stud - fixed)
    r = stud - hinge
    # up and outward is against the clock in x and z, z up
    arm = float(r[0] * rod[1] - r[1] * rod[0])
    for force, state in ((120.0, "over"), (400.0, "holds")):
        struts = by_id(drop(catalog, hatch={**HATCH, "struts": {"force": force}}), "strut.holds.hatch")
        assert struts.state == state, struts.sentence
        assert struts.demand == pytest.approx(2 * force * 0.86 * 0.9 * arm / weight, rel=0.01)


def test_its_tubes_are_cut_at_half_the_turn_and_measured_over_the_points() -> None:
    report = usual()
    build = report.context.builds[0]
    d = build.member("b/roof/roof rail.2.left").shape.depth
    lean = [math.degrees(math.atan2(b[1] - a[1], b[0] - a[0])) for a, b in itertools.pairwise(PROFILE)]
    half = [(a - b) / 2 for a, b in itertools.pairwise(lean)]
    # the side of an outline moved in by d / 2 is shorter by d / 2 times the tangents at its ends; over the points it is as long as the outline
    long = math.dist(PROFILE[1], PROFILE[2])
    row = next(row for row in pieces(report.context) if "b/roof/roof rail.2.left" in row.parts)
    assert row.length == pytest.approx(long, abs=0.05)
    assert row.mitres == pytest.approx((round(half[0], 1), round(half[1], 1)))
    assert row.ends == f"{half[0]:.1f}° and {half[1]:.1f}°, over the points"
    post = build.member("b/walls/post.2.left")
    x = post.a[0]
    k = next(k for k, (a, b) in enumerate(itertools.pairwise(PROFILE)) if a[0] <= x < b[0])
    slope = math.tan(math.radians(lean[k]))
    under = PROFILE[k][1] + slope * (x - PROFILE[k][0]) - d / math.cos(math.radians(lean[k]))
    # the lower side of its end touches the roof rail's underside
    deck_top = build.decks[0].hi[2]
    assert post.b[2] - deck_top == pytest.approx(under - slope * post.shape.width / 2, abs=0.1)
    cut = next(row for row in pieces(report.context) if post.id in row.parts)
    assert cut.length == pytest.approx(post.length + slope * post.shape.width, abs=0.1) and cut.mitre == pytest.approx(lean[k], abs=0.05)


@pytest.mark.parametrize(
    ("change", "field"),
    [
        ({"profile": [{"x": "0 mm", "z": "800 mm"}, {"x": "500 mm", "z": "700 mm"}, {"x": "1500 mm", "z": "1200 mm"}]}, "profile/1/z"),
        ({"profile": [{"x": "10 mm", "z": "800 mm"}, {"x": "500 mm", "z": "1200 mm"}]}, "profile/0/x"),
        ({"profile": [{"x": "0 mm", "z": "800 mm"}, {"x": "20 mm", "z": "1200 mm"}]}, "profile/1/x"),
        ({"profile": [{"x": "0 mm", "z": "800 mm"}, {"x": "2600 mm", "z": "1200 mm"}]}, "profile/1/x"),
        ({"side": None}, "side"),
        ({"doors": [DOOR, DOOR]}, "doors"),
        ({"doors": [{**DOOR, "x": "40 mm"}]}, "doors/0/x"),
        ({"doors": [{**DOOR, "height": "1150 mm"}]}, "doors/0/height"),
        ({"doors": [{**DOOR, "sill": "10 mm"}]}, "doors/0/sill"),
        ({"doors": [{**DOOR, "x": "1900 mm"}]}, "doors/0/x"),
        ({"mattress": {"long": "2500 mm"}}, "mattress/long"),
        ({"hatch": {**HATCH, "struts": {"along": "890 mm", "down": "1190 mm"}}}, "hatch/struts/down"),
        ({"openings": [{"name": "w", "wall": "right wall", "x": "800 mm", "z": "300 mm"}]}, "openings/0/x"),
        ({"openings": [{"name": "w", "wall": "left wall", "x": "60 mm", "z": "700 mm", "height": "300 mm"}]}, "openings/0"),
    ],
)  # fmt: skip
def test_what_cannot_be_built_is_refused_by_its_field(catalog: Catalog, change: dict[str, Any], field: str) -> None:
    with pytest.raises(InputError) as refused:
        drop(catalog, **change)
    assert field in str(getattr(refused.value, "field", "")) or field in repr(refused.value.__dict__), refused.value.__dict__


def test_a_window_in_its_side_is_framed_under_the_roof(catalog: Catalog) -> None:
    report = drop(
        catalog,
        doors=[],
        openings=[{"name": "w", "wall": "left wall", "x": "1020 mm", "z": "500 mm", "width": "350 mm", "height": "300 mm"}],
    )
    build = report.context.builds[0]
    (closure,) = build.closures
    assert closure.panel.startswith("b/walls/left wall") and len(closure.on) == 2
    assert by_id(report, "fit.own").state == "holds"


def test_a_door_that_nothing_keeps_shut_is_over(catalog: Catalog) -> None:
    report = drop(catalog, doors=[{**DOOR, "kept": {"by": "friction"}}])
    assert by_id(report, "door.latch.right door").state == "over"


def test_a_door_opens_past_the_tyre_or_it_is_said(catalog: Catalog) -> None:
    """From the side rails up it would strike a tyre that comes up beside it."""
    low = drop(catalog, doors=[{**DOOR, "x": "1000 mm", "sill": "0 mm"}], host={"dims": {"track": 1480, "tyre_top": 330}})
    high = drop(
        catalog, doors=[{**DOOR, "x": "1000 mm", "sill": "220 mm", "height": "700 mm"}], host={"dims": {"track": 1480, "tyre_top": 330}}
    )
    struck = [f.sentence for f in low.findings if f.check == "fit.wells" and f.state == "over" and "door" in f.sentence]
    assert struck and not [f.sentence for f in high.findings if f.check == "fit.wells" and "right door" in f.sentence and f.state == "over"]


def test_two_who_sleep_in_it_need_two_doors(catalog: Catalog) -> None:
    """Common practice, no published source: with one door one climbs over the other; with two each goes out by his own."""
    crew = [{"id": i, "name": i.upper(), "mass": "75 kg", "stature": "1700 mm", "sleeps": "b/bed/mattress"} for i in ("a", "b")]
    right = {**DOOR, "inside": "yes"}

    def out(*doors: dict[str, Any]) -> list[tuple[str, str]]:
        report = drop(catalog, doors=list(doors), host={"crew": crew})
        return sorted((f.state, f.sentence) for f in report.findings if f.check == "way.out")

    (first, one), (second, other) = out(right)
    assert {first, second} == {"holds", "tight"} and "Climbs over" in one + other
    assert [state for state, _ in out(right, {**right, "side": "left"})] == ["holds", "holds"]
    assert [state for state, _ in out({**right, "inside": "no"})] == ["over", "over"]


def test_its_own_roof_is_over_the_bed(catalog: Catalog) -> None:
    """1700 mm of stature turn over under 0.259 of it and sit up under 0.52 (Drillis and Contini 1966): from the mattress to the room's top."""
    crew = [{"id": "a", "name": "A", "mass": "75 kg", "stature": "1700 mm", "sleeps": "b/bed/mattress"}]
    low = [{"x": "0 mm", "z": "400 mm"}, {"x": "300 mm", "z": "480 mm"}, {"x": "1900 mm", "z": "480 mm"}]
    for profile, state in ((DROP["profile"], "tight"), (low, "over")):
        report = drop(catalog, profile=profile, doors=[], host={"crew": crew})
        found = next(f for f in report.findings if f.id == "person/a/headroom")
        clear = report.context.builds[0].clear
        assert clear is not None and found.state == state, found.sentence
        deck = report.context.builds[0].decks[0].hi[2]
        assert found.demand == pytest.approx(clear.hi[2] - deck - 100.0) and found.limit == pytest.approx(0.259 * 1700)


def test_its_floor_is_tacked_on_a_truck_with_the_battery_off(catalog: Catalog) -> None:
    """The caution stands where the danger is: on a truck's frame, not on a trailer's."""
    host = chassis(*HARD)
    truck = check(
        read_design({"name": "x", "host": host, "builds": [{**DROP, "length": "2180 mm", "lift": "60 mm", "mattress": None, "doors": []}]}),
        catalog,
    )
    for report, said in ((truck, True), (usual(), False)):
        cautions = " ".join(step.caution for step in report.steps)
        assert ("Battery off" in cautions) == said
