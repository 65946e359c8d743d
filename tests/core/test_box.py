"""A box of plywood: balance, strips by hand, edges that pull and bear, racking with its back and without, and what the page needs of it."""

from __future__ import annotations

from typing import Any

import numpy as np
import pytest

from ergostrut.core.carry.people import SITTING
from ergostrut.core.catalog.errors import StockError
from ergostrut.core.catalog.model import Catalog
from ergostrut.core.constants import G
from ergostrut.core.drawing.boxes import _lines, box_views
from ergostrut.core.drawing.frame import frame_views
from ergostrut.core.drawing.scene import scene
from ergostrut.core.finding import Finding
from ergostrut.core.job.document import Design, read_design
from ergostrut.core.mechanics.solver.linked import link_forces
from ergostrut.core.primitives import Path
from ergostrut.core.problem import InputError
from ergostrut.core.prove.boxes import model
from ergostrut.core.prove.boxes.edges import uses_of
from ergostrut.core.prove.boxes.model import SolvedBox, solved
from ergostrut.core.prove.boxes.strength import by_case
from ergostrut.core.report import check, context_of
from ergostrut.core.units import Units
from tests.conftest import by_id

from .test_ways import PLAIN, box_job

CARCASS = {"length": "450", "width": "600", "height": "700", "uprights": 0}


def box(things: list[dict[str, Any]] | None = None, crew: list[dict[str, Any]] | None = None, **more: Any) -> Design:
    build = {"family": "plywood_box", "id": "box1", "label": "Box", **more}
    data = {
        "name": "box", "units": {"length": "mm", "mass": "kg"}, "host": {"kind": "pickup_bed"},
        "carry": {"things": things or [], "crew": crew or []}, "builds": [build],
    }  # fmt: skip
    return read_design(data, bare=Units(length="mm", mass="kg"))


def load(mass: str, **more: str) -> dict[str, Any]:
    return {"id": "a", "name": "chest", "mass": mass, "length": "400", "width": "300", "height": "300", "on": "box1/top", **more}


def made(catalog: Catalog, design: Design) -> SolvedBox:
    context = context_of(design, catalog)
    return solved(context, context.builds[0])


def case(found: SolvedBox, name: str) -> int:
    return next(i for i, one in enumerate(found.cases) if one.name == name)


def value(found: Finding, symbol: str) -> float:
    return next(line.value for line in found.working if line.symbol == symbol)  # type: ignore[return-value]


def test_everything_it_weighs_stands_on_the_floor(catalog: Catalog) -> None:
    found = made(catalog, box([load("40")]))
    kg = found.build.mass + 40
    ties = len(found.ties)
    up, down = found.results.rest_force[:, :-ties].sum(axis=1), found.results.rest_force[:, -ties:].sum(axis=1)
    for name, g in (("Parked", 1.0), ("Bump", 2.0), ("Rebound", -0.5)):
        i = case(found, name)
        assert up[i] - down[i] == pytest.approx(kg * G * g, rel=1e-5)
    i = case(found, "Corner right")
    assert found.results.reactions[i, list(found.ties), 1].sum() == pytest.approx(-0.5 * kg * G, rel=1e-5)
    i = case(found, "Parked, one foot on bay 1, mid length")
    assert up[i] - down[i] == pytest.approx(kg * G + 1330, rel=1e-5)


def test_its_load_leans_with_its_height(catalog: Catalog) -> None:
    """40 kg whose middle stands 150 mm over the top, pushed 0.5 g sideways: the floor's push moves by m a h / W about the middle."""
    found = made(catalog, box([load("40", length="300", width="300")]))
    i, k = case(found, "Corner right"), case(found, "Parked")
    y = found.mesh.nodes[[rest.node for rest in found.frame.model.rests], 1]
    sign = np.array([rest.sign for rest in found.frame.model.rests])
    moment = ((found.results.rest_force[[i, k]] * sign) @ y).tolist()
    height = sum(panel.mass * panel.middle[2] for panel in found.shells) + 40 * (300 + 150)
    height += (
        sum(item.mass * item.count for item in found.build.items)
        * sum(s.mass * s.middle[2] for s in found.shells)
        / sum(s.mass for s in found.shells)
    )
    # about the bottom's middle plane, where the floor pushes; middle planes stand half a sheet off the panels' own: within 2 %
    height -= (found.build.mass + 40) * 17.6 / 2
    assert moment[0] - moment[1] == pytest.approx(0.5 * G * height, rel=0.02)


def test_the_top_sags_between_a_hinged_and_a_clamped_strip(catalog: Catalog) -> None:
    """Top across two sides alone, 50 kg on all of it: between w L4/384 and 5 w L4/384 of E I, and shear by rolling veneers besides."""
    found = check(box([load("50", length="1880", width="1180", height="50")], uprights=0, back=None, bottom=False), catalog)
    sag = by_id(found, "box1/top.sag")
    sheet = catalog.sheets["birch.18"]
    L, q = 1200 - sheet.t, (50 / (1900 * 1200) + sheet.mass_per_m2 * 1e-6) * G  # type: ignore[union-attr]
    D = sheet.E[0] * sheet.t**3 / 12  # type: ignore[union-attr]
    assert q * L**4 / 384 / D < value(sag, "w_d") < 5.3 * q * L**4 / 384 / D
    assert sag.demand == pytest.approx(1.5 * value(sag, "w_d") + value(sag, "w_p")) and sag.limit == pytest.approx(value(sag, "L") / 240)


def test_a_foot_mid_bay_by_the_strip(catalog: Catalog) -> None:
    """Far from ends: P L/4 less what the next bay takes, over a width after Westergaard: within a quarter of the plate's."""
    found = made(catalog, box(use="deck"))
    i = case(found, "Parked, one foot on bay 1, mid length")
    top = found.shells[0]
    at = found.elements(top)
    M = np.abs(found.resultants.M[i, at, :, 0]).max()
    L = 600 - 17.6 / 2
    width = 0.58 * L * (7452 / 10048) ** 0.25 + 75
    assert 0.75 < M / (1330 * L * 13 / 64 / width) < 1.35


def test_without_its_back_it_racks_visibly_more(catalog: Catalog) -> None:
    closed, opened = (check(box([load("60")], **CARCASS, back=back), catalog) for back in ("birch.6.5", None))
    one, other = by_id(closed, "box1/slab.racks"), by_id(opened, "box1/slab.racks")
    assert one.state == "holds" and other.state == "over" and "nothing closes its back" in other.sentence
    assert (other.demand or 0) > 10 * (one.demand or 1)


def test_half_the_mesh_says_the_same(catalog: Catalog, monkeypatch: pytest.MonkeyPatch) -> None:
    """Elements half as long: sag, sway, tie and screws move by a few per cent, a foot's peak by under 15."""
    names = {"top.sag": 0.04, "slab.racks": 0.06, "bears.tie": 0.03, "top.strength": 0.15, "slab.edges": 0.25}
    monkeypatch.setattr(model, "ELEMENTS", 3_000)
    design = box([load("60")], tie_rating="100", back=None, length="900", width="600")
    coarse = check(design, catalog)
    monkeypatch.setattr(model, "STEP", 35.0)
    fine = check(design, catalog)
    for name, near in names.items():
        one, other = (by_id(report, f"box1/{name}").use or 0.0 for report in (coarse, fine))
        assert one == pytest.approx(other, rel=near), name


def test_mirrored_it_answers_mirrored(catalog: Catalog) -> None:
    """Opened to the left or to the right, a load in the middle: the same findings."""
    left, right = (check(box([load("30")], opens=side, tie_rating="100"), catalog) for side in ("left", "right"))
    for name in ("top.strength", "top.sag", "slab.racks", "slab.edges", "slab.buckles"):
        one, other = (by_id(report, f"box1/{name}").use or 0.0 for report in (left, right))
        assert one == pytest.approx(other, rel=1e-3), name


def test_screws_pull_apart_and_edges_bear(catalog: Catalog) -> None:
    """A foot on the top presses its edges together: no pull there; in Rebound the ties hold the bottom and the rest pulls on its screws."""
    found = made(catalog, box())
    step, up = case(found, "Parked, one foot on bay 1, mid length"), case(found, "Rebound")
    begin, pressed, pulled = 0, 0.0, 0.0
    assert found.frame.links is not None
    edges = link_forces(found.frame.links, found.results.u)
    for seam in found.seams:
        rows = slice(begin, begin + len(seam.pairs))
        begin = rows.stop
        if seam.first.endswith("/top") and seam.second.endswith("/upright.1"):
            # the upright stands below the top: pushed together is a positive force along +z
            pressed += float(edges[step, rows, 1].sum())
        if seam.first.endswith("/bottom"):
            pulled += float(edges[up, rows, 1].sum())
    assert pressed > 0.3 * 1330
    # half of what it weighs goes up, less the bottom's own and what its back stands on by itself
    assert 0.2 * found.build.mass * G < pulled < 0.5 * found.build.mass * G


def test_screws_by_the_book(catalog: Catalog) -> None:
    """W = 2850 G2 D lb/in x 32 mm, half of it in an edge: No. 8 in G 0.50; the two added, 1.6 on the road."""
    edges = by_id(check(box(), catalog), "box1/slab.edges")
    W = 2850 * 0.25 * (4.1656 / 25.4) * 4.4482216 / 25.4 * 32 / 2
    assert value(edges, "W") == pytest.approx(W, rel=1e-2)
    assert value(edges, "C_D") == (1.0 if edges.case.startswith("Parked") else 1.6)
    assert edges.use == pytest.approx((value(edges, "V") / value(edges, "Z") + value(edges, "T") / value(edges, "W")) / value(edges, "C_D"))
    short = by_id(check(box(bite="15"), catalog), "box1/slab.edges")
    assert short.state == "unknown" and "longer screw" in short.missing


def test_glued_it_is_stiffer_and_its_line_is_checked(catalog: Catalog) -> None:
    """Glued it racks less; the line's stress is v / t, and p / t with 6 m / t2 of turning, of the edge, against rolling and peeling."""
    screwed, glued = (check(box([load("60")], **CARCASS, joint=way, back_joint=way), catalog) for way in ("screws", "glue"))
    assert (by_id(screwed, "box1/slab.racks").demand or 0) > 3 * (by_id(glued, "box1/slab.racks").demand or 1)
    found = by_id(glued, "box1/slab.edges")
    v, p, m, t = (value(found, symbol) for symbol in "vpmt")
    assert found.title == "Glue of the edges" and t == 17.6
    assert found.use == pytest.approx((v / t / 1.0 + max(p / t + 6 * m / t**2, 0.0) / 0.4) / value(found, "k"))


def test_a_portal_of_glue_peels(catalog: Catalog) -> None:
    """Without its back the corners alone keep it from racking: by statics half the push on a side times half its height on a corner, which
    peels what a glued edge can take many times over."""
    report = check(box([load("60")], **CARCASS, back=None, joint="glue", tie_rating="100"), catalog)
    edges = by_id(report, "box1/slab.edges")
    assert edges.state == "over" and (edges.use or 0) > 5
    build = report.context.builds[0]
    push = 0.5 * G * (60 + next(panel.mass for panel in build.shells if panel.role == "top"))
    # four corners share push x height, over the carcass's depth; the sides' own weight and the floor's give make it a little more
    corner = push * (700 - 17.6) / 4 / 450
    assert 0.7 * corner < value(edges, "m") < 2.0 * corner


def test_ties_are_rated_or_unknown_and_none_is_over(catalog: Catalog) -> None:
    unrated = by_id(check(box(), catalog), "box1/bears.tie")
    assert unrated.state == "unknown" and unrated.demand and unrated.missing == ("tie rating",)
    rated = by_id(check(box(tie_rating="100"), catalog), "box1/bears.tie")
    assert rated.use == pytest.approx(unrated.demand / (100 * G))
    loose = check(box(tied=False), catalog)
    assert by_id(loose, "box1/bears.tie").state == "over" and "slides it" in by_id(loose, "box1/bears.tie").sentence


def test_in_a_crash_the_ties_take_ten_g(catalog: Catalog) -> None:
    design = box([load("40")], tie_rating="200")
    design = design.model_copy(
        update={"loads": design.loads.model_copy(update={"crash": design.loads.crash.model_copy(update={"on": True})})}
    )
    found = by_id(check(design, catalog), "box1/crash.ties")
    build = context_of(design, catalog).builds[0]
    # four ties: each a quarter of 10 g level at least, and the tipping couple on two of them
    assert found.demand is not None and found.demand > 10 * G * (build.mass + 40) / 4 and found.state == "over"


def test_wet_lasting_and_thickness_count(catalog: Catalog) -> None:
    plain, thin = (by_id(check(box(sheet=sheet), catalog), "box1/top.strength") for sheet in ("birch.18", "birch.12"))
    assert (thin.use or 0) > 1.6 * (plain.use or 0)
    wet = box()
    wet = wet.model_copy(update={"loads": wet.loads.model_copy(update={"wet": True})})
    assert by_id(check(wet, catalog), "box1/top.strength").use == pytest.approx((plain.use or 0) / 0.8, rel=1e-6)


def test_people_lie_and_sit_on_it(catalog: Catalog) -> None:
    crew = [{"id": "a", "name": "a", "mass": "113", "sleeps": "box1/top"}]
    found = made(catalog, box(crew=crew, use="sleeping"))
    sits = [i for i, one in enumerate(found.cases) if "sitting down hard" in one.name]
    assert sits
    up = found.results.rest_force[sits][:, : -len(found.ties)].sum(axis=1) - found.results.rest_force[sits][:, -len(found.ties) :].sum(
        axis=1
    )
    assert np.allclose(up, found.build.mass * G + SITTING, rtol=1e-5)
    assert value(by_id(check(box(crew=crew, use="sleeping"), catalog), "box1/top.sag"), "w_p") > 0


def test_what_it_weighs_and_what_is_cut(catalog: Catalog) -> None:
    report = check(box(), catalog)
    build = report.context.builds[0]
    volume = sum(a * b * c for a, b, c in (panel.size for panel in build.shells)) * 1e-9
    assert sum(panel.mass for panel in build.shells) == pytest.approx(volume * 680, rel=1e-6)
    cut = {piece.role: piece for piece in report.cut.pieces}
    assert set(cut) == {"top", "bottom", "side", "upright", "back"} and len(cut["side"].parts) == 2
    assert (cut["top"].length, cut["top"].width) == (1200.0, 1900.0), "along its grain first, which runs across"
    assert all(f.working for f in report.findings if f.id.startswith("box1/slab") or f.id.endswith(".strength"))
    at = build.shells[0].middle
    assert at[2] == pytest.approx(300 - 17.6 / 2)


def test_it_is_drawn_from_every_side(catalog: Catalog) -> None:
    report = check(box(), catalog)
    views = frame_views(report.context, None, {}, {}, {})
    for view in views:
        parts = {getattr(item, "part", "") for item in view.items}
        assert {panel.id for panel in report.context.builds[0].shells} <= parts
    drawn = scene(report.context, {}, {})
    assert sum(prism.part.startswith("box1/box/") for prism in drawn.prisms) == len(report.context.builds[0].shells)


def test_bent_lines_and_edges_are_those_of_the_case(catalog: Catalog) -> None:
    """Drawn too large by a round number, the top's lowest bent point is its sag; every seam has its use, the hardest that of the finding."""
    found = made(catalog, box([load("40")], tie_rating="100"))
    i = case(found, "Parked")
    views, scale = box_views(found, i, {})
    side = next(view for view in views if view.name == "side")
    lowest = min(
        p[1] for item in side.items if isinstance(item, Path) and item.role == "bent" and item.part.endswith("/top") for p in item.points
    )
    top = found.mesh.nodes[found.mesh.of["box1/box/top"]][0, 2]
    drawn = [n for row in _lines(found, "box1/box/top") if np.ptp(found.mesh.nodes[row, 0]) > 1 for n in row]
    assert lowest == pytest.approx(top + scale * found.results.u[i, drawn, 2].min(), abs=1e-6)
    edges = by_id(check(box([load("40")], tie_rating="100"), catalog), "box1/slab.edges")
    own = [row.use for row in uses_of(found, case(found, edges.case)) if "back" not in row.seam.first + row.seam.second]
    assert max(use for use in own if use is not None) == pytest.approx(edges.use)
    names = by_case(found)
    strength = max((f for f in check(box([load("40")]), catalog).findings if f.check == "slab.strength"), key=lambda f: f.use or 0)
    assert names[strength.case] == pytest.approx(strength.use) == max(names.values())


def test_sandwich_panels_carry_too(catalog: Catalog) -> None:
    report = check(box(sheet="sandwich.xps30", back="sandwich.xps30"), catalog)
    assert by_id(report, "box1/top.sag").demand
    top = by_id(report, "box1/top.strength")
    # a foot on 75 x 75 mm of XPS, 0.25 MPa crushed, a third of it allowed
    crushed = next(line.value for line in top.working if "crushes" in line.note)
    assert crushed == pytest.approx(1330 / 75**2 / (0.25 / 3), rel=1e-6) and top.use == pytest.approx(crushed) and top.state == "over"


def test_what_cannot_be_built_is_refused_by_field(catalog: Catalog) -> None:
    with pytest.raises(StockError, match="boards do not make a box"):
        check(box(sheet="board.1x6.spf"), catalog)
    with pytest.raises(StockError, match="too thick"):
        check(box(length="100", width="100", height="60", sheet="sandwich.xps30", uprights=0, back=None), catalog)
    with pytest.raises(InputError):
        box(uprights=30)


def test_only_the_panels_larger_than_their_sheet_are_named(catalog: Catalog) -> None:
    report = check(box(length="1900 mm", width="1300 mm", height="300 mm"), catalog)
    large = next(f for f in report.findings if f.id == "cut/birch.18")
    assert large.state == "over" and {part.rsplit("/", 1)[-1] for part in large.parts} == {"top", "bottom"}


def test_an_untied_box_in_a_crash_is_over_and_no_exception(catalog: Catalog) -> None:
    """Every crash case leaves it with nothing to hold it: said, not raised."""
    data = box_job({"family": "plywood_box", "id": "b", "label": "B", "tied": False})
    report = check(read_design({**data, "loads": {"crash": {"on": True, "forward": 10, "other": 5}}}, bare=PLAIN), catalog)
    assert next(f for f in report.findings if f.id == "b/bears.tie").state == "over"
