"""Edges of panels by way, what openings and notches do, a tie's washer, and refining: by statics and by hand."""

from __future__ import annotations

import math
from dataclasses import replace
from typing import Any

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from ergostrut.core.catalog.errors import StockError
from ergostrut.core.catalog.model import Catalog
from ergostrut.core.constants import G
from ergostrut.core.drawing.boxes import box_views
from ergostrut.core.drawing.frame import frame_views
from ergostrut.core.drawing.scene import scene
from ergostrut.core.finding import Finding
from ergostrut.core.fit.space.bodies import bodies
from ergostrut.core.mechanics.solver.linked import link_forces
from ergostrut.core.problem import InputError
from ergostrut.core.prove.boxes import refine
from ergostrut.core.prove.boxes.edges import _windows
from ergostrut.core.prove.boxes.model import solved
from ergostrut.core.prove.boxes.refine import MeshLevel, check_refined
from ergostrut.core.prove.boxes.strength import _left
from ergostrut.core.prove.boxes.ways import hold_of, line_of, pulled, use_of
from ergostrut.core.report import Report, check, context_of
from ergostrut.core.structure.nouns.panel import EdgeWay, Edging
from tests.conftest import by_id
from tests.core.test_box import CARCASS, box, load, made, value

LBF, INCH = 4.4482216, 25.4


def edging(catalog: Catalog, way: EdgeWay, size: float = 0.0, rating: float | None = None, bite: float = 32.0) -> Edging:
    return Edging(way, catalog.wood_screws["No. 8"], 150.0, bite, size, rating)


@pytest.mark.parametrize(
    ("way", "more", "missing"),
    [("screws", {}, ""), ("brackets", {}, "bracket rating"), ("brackets", {"rating": 1000.0}, ""),
     ("pocket", {}, "longer screw"), ("pocket", {"rating": 400.0}, ""), ("glue", {}, "")],
)  # fmt: skip
def test_what_is_not_known_is_said(catalog: Catalog, way: EdgeWay, more: dict[str, Any], missing: str) -> None:
    sheet = catalog.sheets["birch.18"]
    assert hold_of(edging(catalog, way, **more), sheet, sheet).missing == missing  # type: ignore[arg-type]


def test_screws_in_a_thin_edge_split_and_foam_holds_none(catalog: Catalog) -> None:
    thick, thin, foam = (catalog.sheets[name] for name in ("birch.18", "birch.6.5", "sandwich.xps30"))
    assert hold_of(edging(catalog, "screws"), thin, thick).missing == "thicker edge"  # type: ignore[arg-type]
    assert hold_of(edging(catalog, "screws"), foam, thick).missing == "screw in an insert"  # type: ignore[arg-type]
    glued = hold_of(edging(catalog, "glue"), foam, thick)  # type: ignore[arg-type]
    assert (glued.roll, glued.peel) == (foam.core.shear, foam.core.crush)  # type: ignore[union-attr]
    assert (glued.long, glued.short) == (1 / 5, 1 / 3)


def test_pocket_screws_hold_two_thirds_in_a_thick_face(catalog: Catalog) -> None:
    """Bite 26.4 mm of two sheets' thickness: W = 2850 G2 D, 0.67 of it."""
    sheet = catalog.sheets["birch.18"]
    hold = hold_of(edging(catalog, "pocket", bite=26.0), sheet, replace(sheet, t=36.0))  # type: ignore[arg-type, type-var]
    assert hold.pull == pytest.approx(0.67 * 2850 * 0.25 * (4.1656 / INCH) * LBF / INCH * 26, rel=1e-2)
    assert hold.lateral is not None and 0 < hold.lateral < hold.pull * 2


@given(st.floats(6, 30), st.floats(10, 80), st.floats(0, 20), st.floats(-30, 0), st.floats(0, 400))
def test_a_block_is_pried_by_statics(catalog: Catalog, t: float, b: float, p: float, press: float, m: float) -> None:
    """Moments about the edge's far side, t/2 from the pull's line and t + b/2 from the block's middle."""
    sheet = catalog.sheets["birch.18"]
    hold = hold_of(edging(catalog, "blocks", b), replace(sheet, t=t), sheet)  # type: ignore[arg-type, type-var]
    F = float(pulled(hold, np.array(p), np.array(0.0)))
    pressed = F - p
    assert pressed * (b / 2 + t) == pytest.approx(p * (b / 2 + t / 2)), "about the block's middle"
    turned = float(pulled(hold, np.array(press), np.array(m)))
    assert turned * (t + b / 2) == pytest.approx(max(m - t / 2 * -press, 0.0))


@given(st.lists(st.floats(1, 80), min_size=2, max_size=40), st.floats(20, 300))
def test_a_line_is_a_mean_over_its_length(lengths: list[float], over: float) -> None:
    """An even line stays even on any mesh; a point's force over ``over`` mm is no more than itself."""
    sizes = np.array(lengths)
    windows = _windows(sizes, over)
    assert np.allclose(windows @ (3.0 * sizes), 3.0)
    point = np.zeros(len(sizes))
    point[0] = 100.0
    assert (
        np.max(windows @ point) == pytest.approx(100.0 / max(min(over, sizes.sum()), min(sizes[0], sizes.sum()), 1e-9), rel=1e-6)
        or sizes[0] > over
    )
    assert np.max(windows @ point) * max(sizes[0], min(over, sizes.sum())) >= 100.0 - 1e-6


def test_a_screw_first_goes_across_its_hole(catalog: Catalog) -> None:
    """As stiff as a quarter of a millimetre of play leaves it at what it holds: R / (0.25 + R / K), K = 500^1.5 d / 23 (EN 1995-1-1 table 7.1)."""
    screw, edge, face = edging(catalog, "screws"), catalog.sheets["birch.18"], catalog.sheets["birch.6.5"]
    K, R = 500**1.5 * screw.screw.d / 23, hold_of(screw, edge, face).lateral
    line = line_of(screw, edge.t, face.t)
    assert R is not None and line.shear == pytest.approx(R / (0.25 + R / K) / screw.spacing) and line.shear < 0.3 * K / screw.spacing
    rated = replace(screw, rating=500.0)
    assert line_of(rated, edge.t, face.t).shear == pytest.approx(K / screw.spacing), "a figure that was read says nothing of a hole"


@pytest.mark.parametrize("way", ["glue", "dado", "blocks"])
def test_bond_lines_by_hand(catalog: Catalog, way: EdgeWay) -> None:
    """2 N/mm across, 0.5 apart, 10 N mm/mm turned, short: rolling 1.0, peeling 0.4, 0.6 of each."""
    sheet = catalog.sheets["birch.18"]
    t, size = sheet.t, {"glue": 0.0, "dado": 6.0, "blocks": 25.0}[way]
    hold = hold_of(edging(catalog, way, size), sheet, sheet)  # type: ignore[arg-type]
    found = float(use_of(hold, np.array(2.0), np.array(0.5), np.array(10.0), np.array(0.6)))
    far = 0.5 * (1 + (t + size) / (2 * t + size)) + 10 / (t + size / 2)
    by_hand = {
        "glue": 2 / t / 0.6 + (0.5 / t + 60 / t**2) / 0.24,
        "dado": (2 / (t + 12) + 0.5 / 12 + 10 / (t * 6)) / 0.6,
        "blocks": 2 / 25 / 0.6 + far / 25 / 0.24,
    }[way]
    assert found == pytest.approx(by_hand)
    assert line_of(edging(catalog, way, size), t, t).turn == pytest.approx(0.6 * t**2)


@pytest.mark.parametrize("way", ["screws", "glue", "dado", "pocket", "blocks", "brackets"])
def test_every_way_from_the_page_prints_the_use_it_has(catalog: Catalog, way: str) -> None:
    report = check(box([load("60")], joint=way, back_joint="glue", bracket_rating="80", pocket_rating="40"), catalog)
    found = by_id(report, "box1/slab.edges")
    assert found.use is not None and found.working[-1].value == pytest.approx(found.use)
    assert by_id(report, "box1/back.edges").title == "Glue of the back"
    # what is printed, a second way: pulled as the edge turns, or pried about its far side
    p, m, t = (value(found, symbol) for symbol in "pmt")
    if way in ("screws", "pocket"):
        assert value(found, "F") == pytest.approx(max(p + 2 * m / t, 0.0))
    elif way in ("blocks", "brackets"):
        b = value(found, "b")
        apart, turned = (p * (3 * t + 2 * b) / (2 * t + b), m) if p > 0 else (0.0, max(m + t * p / 2, 0.0))
        assert value(found, "F") == pytest.approx(apart + 2 * turned / (2 * t + b))
    todo = next(step for step in report.steps if step.id.endswith("sides"))
    assert todo.text


def test_a_groove_leaves_less_to_bend(catalog: Catalog) -> None:
    found = made(catalog, box(joint="dado", groove="8 mm"))
    top = found.shells[0]
    left = _left(found, top, found.elements(top))
    assert left.min() == pytest.approx(1 - 8 / 17.6) and left.max() == 1.0
    sides = [panel for panel in found.shells if panel.role == "side"]
    assert sides[0].size[2] == pytest.approx(300 - 2 * 17.6 + 16), "let into both grooves"
    with pytest.raises(StockError, match="less than half"):
        check(box(joint="dado", groove="10 mm"), catalog)
    with pytest.raises(StockError, match="cuts a sandwich panel's face"):
        check(box(joint="dado", sheet="sandwich.xps30"), catalog)


def test_a_job_of_before_is_read() -> None:
    assert box(glued=True).builds[0].joint == "glue" and box(glued=False).builds[0].joint == "screws"  # type: ignore[union-attr]


def opening(panel: str, along: float, up: float, long: float, high: float) -> dict[str, Any]:
    size = {"along": along, "up": up, "long": long, "high": high}
    return {"name": f"opening in {panel}", "panel": panel, **{name: f"{mm} mm" for name, mm in size.items()}}


def test_an_opening_weighs_nothing_and_weakens(catalog: Catalog) -> None:
    """200 by 150 mm out of an 18 mm upright, its grain along it as its sheet allows; what it carried goes round it; both balance."""
    whole, cut = (check(box([load("60")], cutouts=rows), catalog) for rows in ([], [opening("upright 1", 800, 60, 200, 150)]))
    one, other = (next(s for s in r.context.builds[0].shells if s.role == "upright") for r in (whole, cut))
    assert one.mass - other.mass == pytest.approx(0.2 * 0.15 * 0.0176 * 680, rel=1e-6)
    uses = [by_id(report, "box1/upright.1.strength").use or 0.0 for report in (whole, cut)]
    assert uses[1] > 1.05 * uses[0]
    found = made(catalog, box([load("60")], cutouts=[opening("upright 1", 800, 60, 200, 150)]))
    i = next(k for k, item in enumerate(found.cases) if item.name == "Parked")
    up = found.results.rest_force[i, : -len(found.ties)].sum()
    assert up == pytest.approx((found.build.mass + 60) * G, rel=1e-5)
    piece = next(piece for piece in cut.cut.pieces if piece.role == "upright")
    assert "out at" in piece.ends
    strip = by_id(cut, "box1/upright.1.cutout")
    assert strip.demand == pytest.approx(300 - 2 * 17.6 - 60 - 150) and strip.state == "holds"


def test_feet_stand_beside_an_opening_in_the_top(catalog: Catalog) -> None:
    found = made(catalog, box(cutouts=[opening("top", 900, 300, 200, 200)]))
    beside = [stand for stand in found.stands if "opening" in stand.words]
    assert len(beside) == 4
    narrow = made(catalog, box(cutouts=[opening("top", 1650, 120, 200, 350)]))
    assert [stand.size for stand in narrow.stands if "behind opening" in stand.words] == [(50.0, 75.0)], (
        "all of a strip narrower than a foot"
    )
    whole, cut = (
        by_id(check(box(cutouts=rows), catalog), "box1/top.strength").use or 0 for rows in ([], [opening("top", 1650, 120, 200, 350)])
    )
    assert cut > 1.1 * whole
    edge = made(catalog, box(cutouts=[opening("top", 0, 0, 100, 1200)]))
    assert all(stand.at[0] > 100 for stand in edge.stands), "nobody stands on what is cut away"


def test_nothing_is_joined_at_a_notch(catalog: Catalog) -> None:
    """The upright's lower edge away over 600 mm: the seam on the bottom is so much shorter."""
    lines = {}
    for name, rows in (("whole", []), ("notched", [opening("upright 1", 600, 0, 600, 80)])):
        found = made(catalog, box(cutouts=rows))
        seam = next(s for s in found.seams if s.first.endswith("/bottom") and s.second.endswith("/upright.1"))
        lines[name] = float(seam.lengths.sum())
    assert lines["whole"] - lines["notched"] == pytest.approx(600, abs=1)


@pytest.mark.parametrize(
    ("rows", "says"),
    [
        ([opening("upright 3", 10, 10, 20, 20)], "no upright 3"),
        ([opening("upright 1", 1800, 10, 200, 20)], "beyond the upright 1"),
        ([opening("top", 100, 100, 200, 200), opening("top", 250, 250, 200, 200)], "overlaps another"),
    ],
)
def test_openings_that_cannot_be_cut_name_their_field(catalog: Catalog, rows: list[dict[str, Any]], says: str) -> None:
    with pytest.raises(StockError, match=says) as raised:
        check(box(cutouts=rows), catalog)
    assert raised.value.field.startswith("/builds/0/cutouts/") or raised.value.field.startswith("cutouts/")


def test_a_washer_by_hand(catalog: Catalog) -> None:
    """20 mm on birch: 2.3 MPa on its face, and sheared round it at 0.6 of 9 MPa through 17.6 mm."""
    found = by_id(check(box([load("60")], tie_washer="20 mm"), catalog), "box1/slab.washer")
    limit = min(2.3 * math.pi * 400 / 4, 0.6 * 9.0 * math.pi * 20 * 17.6)
    assert found.limit == pytest.approx(limit) and found.use == pytest.approx((found.demand or 0) / limit)


def test_in_a_crash_edges_hold_by_nominal_strength(catalog: Catalog) -> None:
    design = box([load("60")], joint="glue")
    design = design.model_copy(
        update={"loads": design.loads.model_copy(update={"crash": design.loads.crash.model_copy(update={"on": True})})}
    )
    report = check(design, catalog)
    assert value(by_id(report, "box1/slab.edges.crash"), "k") == 1.0
    assert value(by_id(report, "box1/back.edges.crash"), "C_D") == 3.32
    assert by_id(report, "box1/slab.edges.crash").caution


def test_refined_until_the_governing_use_stays(catalog: Catalog) -> None:
    context = context_of(box([load("60")], tie_rating="100", back=None, length="900", width="600"), catalog)
    told: list[MeshLevel] = []
    _, findings, levels = check_refined(context, context.builds[0], lambda _build, level: told.append(level))
    assert tuple(told) == levels and levels[-1].settled and levels[-1].elements > levels[0].elements
    finest = solved(context, context.builds[0], len(levels) - 1)
    assert len(finest.mesh.sheets.quads) == levels[-1].elements
    top = next(f for f in findings if f.id == "box1/top.strength")
    assert any("Refined: elements of" in line.note for line in top.working)
    assert any("moved by" in line.note for line in top.working)


def test_what_does_not_settle_is_taken_higher(catalog: Catalog, monkeypatch: pytest.MonkeyPatch) -> None:
    context = context_of(box([load("60")], joint="screws", length="1900", width="1200"), catalog)
    monkeypatch.setattr(refine, "SETTLED", 1e-9)
    monkeypatch.setattr(refine, "MOST", 2_000)
    _, findings, levels = check_refined(context, context.builds[0])
    last = levels[-1]
    assert last.moved is not None and last.moved > 0
    plain = {f.id: f for f in refine.check_box(context, context.builds[0], len(levels) - 1)[1]}
    for found in findings:
        if found.use is not None and not found.minimum:
            assert found.use == pytest.approx((plain[found.id].use or 0) * (1 + last.moved)), found.id


def test_a_report_is_coarse_until_it_was_refined(catalog: Catalog) -> None:
    design = box([load("60")], **CARCASS)
    quick = check(design, catalog)
    fine = check(design, catalog, watch=lambda _build, _level: None)
    assert quick.coarse and not fine.coarse

    def of(report: Report) -> list[Finding]:
        return [f for f in report.findings if f.check.startswith("slab.") and f.use is not None and not f.minimum]

    assert {f.id for f in of(quick)} == {f.id for f in of(fine)}
    assert not check(design.model_copy(update={"builds": ()}), catalog).coarse


def test_what_seams_hand_over_is_what_panels_weigh(catalog: Catalog) -> None:
    """Parked, the top's seams together carry its own weight and the load, to the last newton."""
    found = made(catalog, box([load("60")], joint="dado"))
    i = next(k for k, item in enumerate(found.cases) if item.name == "Parked")
    assert found.frame.links is not None
    forces, begin, total = link_forces(found.frame.links, found.results.u[[i]])[0], 0, 0.0
    for seam in found.seams:
        rows = forces[begin : begin + len(seam.pairs)]
        begin += len(seam.pairs)
        if seam.first.endswith("/top"):
            total += float(rows[:, 1].sum())
    screws = sum(item.mass * item.count for item in found.build.items) / sum(panel.mass for panel in found.shells)
    assert total == pytest.approx((found.shells[0].mass * (1 + screws) + 60) * G, rel=1e-3)


@pytest.mark.parametrize(("opens", "back"), [("rear", "birch.6.5"), ("left", "birch.6.5"), ("right", None)])
def test_a_far_side_that_hardly_leans_is_one_that_does_not(catalog: Catalog, opens: str, back: str | None) -> None:
    """By another mesher altogether: a lean of 1 mm changes sag, sway, ties and edges by a few per cent."""
    near = {"top.sag": 0.05, "slab.racks": 0.15, "bears.tie": 0.05, "slab.edges": 0.06, "top.strength": 0.04}
    rows = {"joint": "dado", "back_joint": "glue", "tie_rating": "100", "opens": opens, "back": back, "length": "900", "width": "700"}
    plain, leaning = (check(box([load("60")], lean=lean, **rows), catalog) for lean in ("0 mm", "1 mm"))
    for name, part in near.items():
        one, other = (by_id(report, f"box1/{name}").use for report in (plain, leaning))
        assert one == pytest.approx(other, rel=part), name


def test_leaning_panels_as_they_are_cut_and_weigh(catalog: Catalog) -> None:
    """Far side leaning in by 90 mm over 600: the back longer than it is high, the sides trapezoids, all of it still on the floor."""
    design = box([load("60")], lean="90 mm", length="500", width="700", height="600", uprights=0)
    report = check(design, catalog)
    build = report.context.builds[0]
    back, side = (next(panel for panel in build.shells if panel.role == role) for role in ("back", "side"))
    t, slope = 17.6, math.hypot(1.0, 90 / 600)
    assert back.cut[1] == pytest.approx((600 - t) * slope) and back.cut[0] == pytest.approx(700)
    low, high = (500 - 6.4 * slope - 90 * z / 600 for z in (t, 600 - t))
    assert side.area == pytest.approx((low + high) / 2 * (600 - 2 * t), rel=1e-6)
    pieces = {piece.role: piece for piece in report.cut.pieces}
    assert pieces["back"].ends == "edges bevelled 8.5°" and pieces["side"].ends.startswith("corners at ")
    found = made(catalog, design)
    i = next(k for k, item in enumerate(found.cases) if item.name == "Parked")
    up = found.results.rest_force[i, : -len(found.ties)].sum() - found.results.rest_force[i, -len(found.ties) :].sum()
    assert up == pytest.approx((build.mass + 60) * G, rel=1e-4)
    for view in frame_views(report.context, None, {}, {}, {}):
        assert {panel.id for panel in build.shells} <= {getattr(item, "part", "") for item in view.items}
    assert sum(prism.part.startswith("box1/box/") for prism in scene(report.context, {}, {}).prisms) == len(build.shells)
    views, _ = box_views(found, i, {})
    assert all(any(getattr(item, "role", "") == "bent" for item in view.items) for view in views)
    room = next(body for body in bodies(report.context, build) if body.part == back.id)
    assert room.lo[0] == pytest.approx(10, abs=1) and len(room.boxes) == 1, "a rectangle that leans is one box"


def test_openings_in_what_leans(catalog: Catalog) -> None:
    rows = {"lean": "90 mm", "length": "500", "width": "700", "height": "600", "uprights": 0}
    report = check(box(cutouts=[opening("back", 200, 150, 200, 150), opening("side 1", 200, 150, 150, 150)], **rows), catalog)
    whole = check(box(**rows), catalog)
    one, other = (next(s for s in r.context.builds[0].shells if s.role == "back") for r in (whole, report))
    assert one.area - other.area == pytest.approx(200 * 150 * math.hypot(1.0, 90 / 600), rel=1e-6)
    assert by_id(report, "box1/back.strength").use and by_id(report, "box1/side.1.strength").use
    with pytest.raises(StockError, match="which leans"):
        check(box(cutouts=[opening("side 1", 5, 400, 150, 150)], **rows), catalog)
    with pytest.raises(InputError, match="may lean"):
        box(lean="400 mm", **{name: value for name, value in rows.items() if name != "lean"})
