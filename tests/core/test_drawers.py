"""Drawer systems: slides, floors, latches, tipping; the facts of the trade by hand."""

from __future__ import annotations

import math
from typing import Any

import pytest

from ergostrut.core.catalog.model import Catalog
from ergostrut.core.constants import G
from ergostrut.core.finding import Finding
from ergostrut.core.fit.space.bodies import bodies
from ergostrut.core.job.document import read_design
from ergostrut.core.problem import InputError
from ergostrut.core.prove.boxes.model import solved
from ergostrut.core.prove.drawers.check import check_runners
from ergostrut.core.prove.drawers.pulled import loaded
from ergostrut.core.report import Report, check, context_of
from ergostrut.core.structure.context import Context

from .test_ways import PLAIN, box_job


def system(**params: Any) -> dict[str, Any]:
    usual = {"front": "1990 mm", "length": "1000 mm", "width": "1200 mm", "height": "350 mm", "joint": "dado", "back_joint": "glue"}
    return {"family": "drawer_system", "id": "r", "label": "Drawers", **usual, **params}


def roll(kg: float = 40, on: str = "r/drawer.1.1", **more: Any) -> dict[str, Any]:
    return {"id": "roll", "name": "roll", "length": "500 mm", "width": "400 mm", "height": "150 mm", "mass": f"{kg} kg", "on": on, **more}


def context(catalog: Catalog, *things: dict[str, Any], **params: Any) -> Context:
    return context_of(read_design(box_job(system(**params), things=things), bare=PLAIN), catalog)


def found(catalog: Catalog, *things: dict[str, Any], **params: Any) -> Report:
    return check(read_design(box_job(system(**params), things=things), bare=PLAIN), catalog)


def one(report: Report, name: str) -> Finding:
    return next(f for f in report.findings if f.id == f"r/{name}")


def running(catalog: Catalog, name: str, road: str = "gravel", **params: Any) -> Finding:
    """One finding of drawers with a roll in the first, without the carcass being solved."""
    data = {**box_job(system(**params), things=[roll()]), "loads": {"road": road}}
    here = context_of(read_design(data, bare=PLAIN), catalog)
    return next(f for f in check_runners(here, here.builds[0]) if f.id == f"r/{name}")


@pytest.mark.parametrize(("kind", "wide"), [("side", 574.6), ("bin", 594.0)])
def test_a_drawer_in_a_600_opening(catalog: Catalog, kind: str, wide: float) -> None:
    """Side slides take half an inch each side: 600 - 25.4; a bin between 3 mm of play loses almost nothing."""
    t = catalog.sheets["birch.18"].t
    build = context(catalog, columns=[{"name": "a"}], width=f"{600 + 2 * t} mm", slide={"kind": kind}).builds[0]
    assert build.runners[0].opening == pytest.approx(600) and build.runners[0].width == pytest.approx(wide)


def test_a_heavy_drawer_tips_a_unit_that_nothing_ties(catalog: Catalog) -> None:
    """Weights times arms about the edge of the floor, summed by hand; nothing keeps it down but its weight."""
    here = context(catalog, roll(76), columns=[{"name": "a"}], width="700 mm", height="300 mm", tied=False)
    build = here.builds[0]
    (drawer,) = loaded(here.plan, build)
    edge = max(panel.hi[0] for panel in build.shells)
    arm = drawer.at[0] + drawer.reach - edge
    unit = [(panel.mass, edge - panel.middle[0]) for panel in build.shells]
    unit += [(item.mass * item.count, edge - item.at[0]) for item in build.items if item.body == "r/box"]
    hold, tip = sum(kg * G * run for kg, run in unit) / 1e3, drawer.kg * G * arm / 1e3
    tips = one(found(catalog, roll(76), columns=[{"name": "a"}], width="700 mm", height="300 mm", tied=False), "drawer.tips")
    assert (tips.demand, tips.limit) == (pytest.approx(tip), pytest.approx(hold))
    assert tips.state == "over" and "comes over" in tips.sentence and tip > hold
    assert one(found(catalog, roll(76), columns=[{"name": "a"}], width="700 mm", height="300 mm"), "drawer.tips").state == "note"
    light = one(found(catalog, roll(5), columns=[{"name": "a"}], tied=False), "drawer.tips")
    assert light.state == "holds"


def test_the_fact_of_402_of_482() -> None:
    """76 kg in a drawer of 15 kg, its centre 540 mm beyond the edge 900 mm out, against 91 kg with its centre 450 behind it."""
    assert pytest.approx(482, abs=0.5) == (76 + 15) * G * 0.54 and pytest.approx(402, abs=0.5) == 91 * G * 0.45


def test_slides_are_held_to_their_rating_and_unknown_without(catalog: Catalog) -> None:
    unrated = one(found(catalog, roll()), "drawer.slides")
    assert unrated.state == "unknown" and unrated.missing == ("slide rating",)
    rated = one(found(catalog, roll(), slide={"rating": "120 kg"}), "drawer.slides")
    kg = next(line.value for line in rated.working if line.symbol == "m")
    # 2 g of a gravel bump on what is shut
    assert kg > 40 and rated.use == pytest.approx(2 * kg / 120) and rated.state == "tight"
    assert one(found(catalog, roll(), slide={"rating": "90 kg"}), "drawer.slides").state == "over"


@pytest.mark.parametrize(
    ("latch", "state", "words"),
    [
        ({"kind": "none"}, "over", "Nothing keeps"),
        ({"kind": "bar"}, "over", "Rebound lifts it off"),
        ({"kind": "pinned bar"}, "unknown", "not known"),
        ({"kind": "pinned bar", "holds": "300 kg"}, "holds", "bar of all drawers"),
        ({"kind": "turn button", "holds": "300 kg"}, "tight", "left open"),
        ({"kind": "self-closing", "holds": "10 kg"}, "over", "catch of left"),
    ],
)
def test_what_keeps_them_in_lets_go_or_does_not(catalog: Catalog, latch: dict[str, str], state: str, words: str) -> None:
    finding = one(found(catalog, roll(), latch=latch), "drawer.latch")
    assert finding.state == state and words in finding.sentence and finding.caution


def test_a_latch_is_asked_what_a_start_pulls(catalog: Catalog) -> None:
    """Half a g on what lies in the drawer and on the drawer itself."""
    finding = one(found(catalog, roll(), latch={"holds": "60 kg"}), "drawer.latch")
    kg = next(line.value for line in finding.working if line.symbol == "m")
    assert finding.demand == pytest.approx(0.5 * kg * G) and finding.case == "Start"


@pytest.mark.parametrize(("engaged", "state"), [("3 mm", "over"), ("12 mm", "holds"), ("11 mm", "holds"), ("10 mm", "over")])
def test_a_pin_is_engaged_by_play_flex_and_a_diameter(catalog: Catalog, engaged: str, state: str) -> None:
    """6 mm pin, 2 of play, 3 of flex: 11 mm; at 3 it lets go."""
    assert (
        one(found(catalog, roll(), latch={"engaged": engaged, "pin": "6 mm", "play": "2 mm", "flex": "3 mm"}), "drawer.pin").state == state
    )


def test_a_pin_that_nobody_measured_is_unknown(catalog: Catalog) -> None:
    assert one(found(catalog, roll()), "drawer.pin").missing == ("engagement", "play", "flex")
    half = one(found(catalog, roll(), latch={"engaged": "12 mm", "play": "2 mm"}), "drawer.pin")
    assert half.state == "unknown" and half.missing == ("flex",)


@pytest.mark.parametrize(
    ("kind", "over", "road", "state"),
    [("side", "12 mm", "trail", "holds"), ("bin", "12 mm", "paved", "tight"), ("runner", "12 mm", "gravel", "tight"), ("bin", "180 mm", "gravel", "over")],
)  # fmt: skip
def test_a_bin_hops_by_the_room_over_it(catalog: Catalog, kind: str, over: str, road: str, state: str) -> None:
    finding = running(catalog, "drawer.hops", road, slide={"kind": kind}, box={"over": over})
    assert finding.state == state
    if state != "holds":
        assert finding.demand == pytest.approx(float(over.split(maxsplit=1)[0]))


def test_a_floor_bends_from_side_to_side(catalog: Catalog) -> None:
    """Two drawers in 1200 of carcass, three sides of it between and beside: 573.6 of opening, 25.4 of it slides. 60 kg on 400 of 548.2 in
    the bump of gravel, spread over 0.58 L (E2/E1)^1/4 and the roll's 500 (Westergaard 1930), at most the drawer's depth: P (L/4 - c/8) / b."""
    report = found(catalog, roll(60))
    finding, sheet = one(report, "drawer.floor"), catalog.sheets["birch.6.5"]
    L = (1200 - 3 * catalog.sheets["birch.18"].t) / 2 - 25.4
    wide = one(report, "drawer.width")
    assert wide.demand == pytest.approx(L) and wide.state == "note"
    b = 0.58 * L * (min(sheet.E) / max(sheet.E)) ** 0.25 + 500
    moment = 2.0 * 60 * G * (L / 4 - 400 / 8) / b
    assert finding.demand == pytest.approx(6 * moment / sheet.t**2, rel=1e-6) and finding.state == "over"
    assert one(found(catalog, roll(250)), "drawer.floor").use == pytest.approx((finding.use or 0) * 250 / 60)


def test_a_drawn_drawer_presses_as_levers_do(catalog: Catalog) -> None:
    """Both fastenings of its slides together carry its weight, and their moment is its weight's."""
    here = context(catalog, roll(60))
    for drawer in loaded(here.plan, here.builds[0]):
        for out in (False, True):
            rows = drawer.ends(drawer.reach if out else 0.0)
            at = drawer.at[0] + (drawer.reach if out else 0.0)
            assert sum(n for _, n in rows) == pytest.approx(drawer.kg * G)
            assert sum(n * x for x, n in rows) == pytest.approx(drawer.kg * G * at)
        assert min(n for _, n in drawer.ends(0.0)) > 0 > min(n for _, n in drawer.ends(drawer.reach))


def test_the_box_carries_all_of_it_closed_and_drawn(catalog: Catalog) -> None:
    """What the floor pushes back, parked and with every drawer out, is the weight of everything; ties take what tips."""
    here = context(catalog, roll(60))
    box = solved(here, here.builds[0])
    whole = (here.builds[0].mass + 60) * G
    for name in ("Parked", "Parked, all drawers drawn out", "Parked, left drawn out"):
        i = next(i for i, case in enumerate(box.cases) if case.name == name)
        push = sum(f * rest.sign for f, rest in zip(box.results.rest_force[i], box.frame.model.rests, strict=True))
        assert push == pytest.approx(whole, rel=5e-3), name


def test_drawers_sweep_and_are_cut_and_driven_shut(catalog: Catalog) -> None:
    here = context(catalog, roll())
    floor = next(body for body in bodies(here, here.builds[0]) if body.part.endswith("drawer.1.1/floor"))
    assert floor.hi[0] - floor.lo[0] == pytest.approx(2 * here.builds[0].runners[0].depth - 12, abs=2)
    report = found(catalog, roll())
    assert one(report, "fit.gate").state == "holds", "it is driven shut, whatever it sweeps"
    assert {"drawer floor", "drawer side", "drawer front", "drawer back", "top", "side"} <= {piece.role for piece in report.cut.pieces}
    assert [step.id for step in report.steps if "drawers" in step.id]


def test_a_bay_stands_open_and_its_load_on_the_bottom(catalog: Catalog) -> None:
    columns = [{"name": "a"}, {"name": "fridge", "holds": "bay", "vent": True}]
    here = context(catalog, roll(30, "r/bay.2"), columns=columns)
    build = here.builds[0]
    bay = next(surface for surface in build.surfaces if surface.id == "r/bay.2")
    assert bay.vented and bay.origin[2] == pytest.approx(catalog.sheets["birch.18"].t)
    assert len(next(panel for panel in build.shells if panel.role == "back").holes) == 2


@pytest.mark.parametrize(
    ("params", "field"),
    [
        ({"columns": [{"name": "a", "rows": 6}, {"name": "b", "rows": 6}, {"name": "c", "rows": 6}]}, "columns"),
        ({"columns": [{"name": "a"}, {"name": "a"}]}, "columns"),
        ({"bottom": False}, "bottom"),
        ({"lean": "50 mm"}, "lean"),
        ({"height": "120 mm", "columns": [{"name": "a", "rows": 4}]}, "columns"),
    ],
)
def test_what_cannot_be_built_names_its_field(catalog: Catalog, params: dict[str, Any], field: str) -> None:
    with pytest.raises((InputError, ValueError)) as refused:
        context(catalog, **params)
    problems = getattr(refused.value, "problems", None)
    assert field in (problems[0].field if problems else str(refused.value))


@pytest.mark.parametrize(
    ("slide", "state", "words"),
    [
        ({}, "unknown", "Nobody said"),
        ({"stays": "nothing"}, "over", "give it a lock"),
        ({"stays": "nothing", "kind": "runner"}, "unknown", "friction"),
        ({"stays": "lock"}, "unknown", "with a scale"),
        ({"stays": "lock", "holds_out": "30 kg"}, "holds", "lock holds"),
        ({"stays": "detent", "holds_out": "5 kg"}, "over", "detent holds"),
        ({"kind": "locking", "holds_out": "30 kg"}, "holds", "lock holds"),
        ({"kind": "bin"}, "note", "lifted out"),
    ],
)
def test_a_drawer_stays_where_it_was_drawn_to(catalog: Catalog, slide: dict[str, Any], state: str, words: str) -> None:
    """15 % of slope along the vehicle: m g sin(atan 0.15)."""
    finding = running(catalog, "drawer.stays", slide=slide)
    assert finding.state == state and words in finding.sentence and finding.caution
    kg = next(line.value for line in finding.working if line.symbol == "m")
    assert finding.demand == pytest.approx(kg * G * math.sin(math.atan(0.15)))


def test_part_out_is_where_one_says(catalog: Catalog) -> None:
    (motion, _) = context(catalog, slide={"part": 40}).builds[0].motions
    assert [round(p.travel / motion.reach, 6) for p in motion.positions] == [0, 0.4, 1]
