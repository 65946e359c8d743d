"""Racks of panels, the opening for long stock, holders under the roof. Sums by hand; common practice, no published source."""

from __future__ import annotations

from typing import Any

import numpy as np
import pytest

from ergostrut.core.catalog.errors import StockError
from ergostrut.core.catalog.model import Catalog
from ergostrut.core.constants import G
from ergostrut.core.finding import Finding
from ergostrut.core.fit.space.bodies import bodies
from ergostrut.core.job.document import read_design
from ergostrut.core.prove.boxes.fixed import ties_of
from ergostrut.core.prove.boxes.model import SolvedBox, solved
from ergostrut.core.prove.hung.holders import check_holders, shares
from ergostrut.core.report import context_of
from ergostrut.core.structure.context import Context
from ergostrut.core.structure.nouns.panel_shape import room_of

from .test_rack import found, load, one, rack
from .test_ways import PLAIN, box_job

WELL = {"dims": {"well_start": 1200, "well_length": 800, "well_height": 250, "width_between_wells": 1300}}
MADE: dict[str, Any] = {
    "made": "panels", "frames": 2, "length": "550 mm", "height": "1000 mm", "front": "300 mm", "back": "birch.6.5", "deck": "birch.18",
    "shelves": [{"name": "low", "height": "400 mm"}, {"name": "high", "height": "1000 mm", "stepped_on": "no"}],
    "wall": {"rating": "200 kg"}, "tie_rating": "200 kg",
}  # fmt: skip


def context(catalog: Catalog, *things: dict[str, Any], host: dict[str, Any] | None = None, **params: Any) -> Context:
    return context_of(read_design(box_job(rack(**{**MADE, **params}), things=things, **(host or {})), bare=PLAIN), catalog)


def box(here: Context) -> SolvedBox:
    return solved(here, here.builds[0])


def case(made: SolvedBox, name: str) -> int:
    return next(i for i, one in enumerate(made.cases) if one.name == name)


def test_floor_ties_and_wall_balance_what_stands_there(catalog: Catalog) -> None:
    """Standing on the floor: its rests carry all, parked; in braking the wall and the ties take 0.8 of all along the vehicle."""
    here = context(catalog, load(30, 400, "r/shelf.1.1"), load(20, 400, "r/shelf.2.1") | {"id": "d"})
    made, kg = box(here), here.builds[0].mass + 50
    parked = case(made, "Parked")
    down = made.results.rest_force[parked]
    n, uprights = len(ties_of(here.builds[0], "tie")), 2
    assert down[: -n - uprights].sum() - down[-n:].sum() == pytest.approx(kg * G, rel=0.02)
    pins = made.results.reactions[case(made, "Brake")][list(made.ties)]
    assert pins[:, 0].sum() == pytest.approx(0.8 * kg * G, rel=0.02)


def test_hung_on_the_wall_the_fixings_carry_everything(catalog: Catalog) -> None:
    here = context(catalog, load(30, 400, "r/shelf.1.1"), stands="wall", wall={"rating": "200 kg", "bolts": 2})
    made = box(here)
    pins = made.results.reactions[case(made, "Parked")][list(made.ties)]
    assert pins[:, 2].sum() == pytest.approx((here.builds[0].mass + 30) * G, rel=0.02)
    # about the line of the floor at the wall: the moment of all that stands before it is borne by pull above and push below
    assert pins[:, 1].min() < -1.0 or np.abs(pins[:, 1]).max() > 1.0


def test_one_line_of_fixings_swings_up_in_rebound_and_two_hold(catalog: Catalog) -> None:
    single = found(catalog, load(30, 400, "r/shelf.1.1"), **{**MADE, "stands": "wall"})
    assert one(single, "slab.stands").state == "over"
    double = found(catalog, load(30, 400, "r/shelf.1.1"), **{**MADE, "stands": "wall", "wall": {"rating": "200 kg", "bolts": 2}})
    assert not [f for f in double.findings if f.check == "slab.stands"]
    assert one(double, "bears.wall").state == "holds" and one(double, "bears.wall-gone").demand > one(double, "bears.wall").demand  # type: ignore[operator]


def test_fixings_without_a_rating_are_unknown_and_weak_ones_over(catalog: Catalog) -> None:
    heavy = load(80, 400, "r/shelf.2.1")
    assert one(found(catalog, heavy, **{**MADE, "wall": {}}), "bears.wall").missing == ("rating of the wall fixings",)
    assert one(found(catalog, heavy, **{**MADE, "wall": {"rating": "10 kg"}}), "bears.wall").state == "over"


def test_uprights_are_notched_over_the_wheel_box(catalog: Catalog) -> None:
    here = context(catalog, host=WELL, front="1000 mm", shelves=[{"name": "a", "height": "500 mm"}], depth="500 mm")
    build, host = here.builds[0], here.host
    notched = [panel for panel in build.shells if panel.holes]
    assert notched and all(host.solids[0].lo[0] - 18 < panel.middle[0] < host.solids[0].hi[0] + 18 for panel in notched)
    well = host.solids[0]
    for body in bodies(here, build):
        lo, hi = body.boxes.lo, body.boxes.hi
        inside = np.all((lo < np.array(well.hi) - 1) & (hi > np.array(well.lo) + 1), axis=1)
        assert not inside.any(), f"{body.name} stands in the wheel box"
    with pytest.raises(StockError, match="into the wheel box"):
        context(catalog, host=WELL, front="1000 mm", shelves=[{"name": "a", "height": "200 mm"}], depth="500 mm")


def test_long_stock_goes_through_every_upright(catalog: Catalog) -> None:
    pipe = {"id": "c", "name": "pipe", "length": "500 mm", "width": "100 mm", "height": "100 mm", "mass": "6 kg", "on": "r/stock"}
    here = context(catalog, pipe, stock={"up": "400 mm", "high": "150 mm", "deep": "160 mm"})
    build = here.builds[0]
    assert all(len(panel.holes) == 1 for panel in build.shells if panel.role in ("side", "upright"))
    report = found(catalog, pipe, **MADE, stock={"up": "400 mm", "high": "150 mm", "deep": "160 mm"})
    assert not [f for f in report.findings if f.id == "thing/c/cargo"]
    shut = found(catalog, {**pipe, "on": "r/shelf.1.1", "at": {"x": "20 mm", "y": "0 mm"}}, **MADE)
    assert next(f for f in shut.findings if f.id == "thing/c/cargo").state == "over"
    with pytest.raises(StockError, match="too near an edge"):
        context(catalog, stock={"deep": "390 mm"})


def test_a_slab_without_its_openings_in_boxes_is_as_large_as_it_is(catalog: Catalog) -> None:
    here = context(catalog, stock={})
    for panel in here.builds[0].shells:
        area = sum(np.prod([b - a for a, b in zip(lo, hi, strict=True)]) for lo, hi in room_of(panel))
        assert area == pytest.approx(panel.area * panel.sheet.t, rel=1e-9)


@pytest.mark.parametrize(("x", "left"), [(1000.0, 0.5), (700.0, 0.75), (1400.0, 1 / 6)])
def test_holders_share_by_levers(catalog: Catalog, x: float, left: float) -> None:
    """Bars at 400 and 1600: W (1600 - x) / 1200 on the first."""
    ladder = {"id": "l", "name": "ladder", "length": "2400 mm", "width": "300 mm", "height": "80 mm", "mass": "12 kg", "on": "r/ceiling.1"}
    ceiling = [{"front": "400 mm", "apart": "1200 mm", "rating": "30 kg"}]
    here = context(catalog, {**ladder, "at": {"x": f"{x} mm", "y": "0 mm"}}, ceiling=ceiling, length="1600 mm")
    build = here.builds[0]
    (holder,), (item,) = build.holders, here.plan.placed
    W = 12 * G
    assert shares(holder, item) == pytest.approx([W * left, W * (1 - left)])
    assert left == pytest.approx((1600 - x) / 1200)


def held(catalog: Catalog, thing: dict[str, Any], ceiling: list[dict[str, Any]], name: str) -> tuple[Finding, Context]:
    """One finding of holders, without the rack being solved."""
    here = context(catalog, thing, ceiling=ceiling)
    return next(f for f in check_holders(here, here.builds[0]) if f.id == f"r/{name}"), here


@pytest.mark.parametrize(("rating", "state"), [(None, "unknown"), ("30 kg", "holds"), ("4 kg", "over")])
def test_eyes_in_the_roof_are_asked_in_a_bump(catalog: Catalog, rating: str | None, state: str) -> None:
    """2 g of half the ladder and the bar on one of two eyes."""
    ladder = {"id": "l", "name": "ladder", "length": "1600 mm", "width": "300 mm", "height": "80 mm", "mass": "12 kg", "on": "r/ceiling.1"}
    ceiling = [{"front": "300 mm", "apart": "900 mm", **({"rating": rating} if rating else {})}]
    finding, here = held(catalog, {**ladder, "at": {"x": "750 mm", "y": "0 mm"}}, ceiling, "holder.ceiling.1")
    bar = next(m for m in here.builds[0].members if m.role == "holder")
    assert finding.state == state and finding.demand == pytest.approx(2 * (6 + bar.mass) * G / 2, rel=1e-6) and finding.caution
    short, _ = held(catalog, {**ladder, "length": "500 mm", "at": {"x": "750 mm", "y": "0 mm"}}, ceiling, "holder.ceiling.1")
    assert short.state == "over"


@pytest.mark.parametrize(("wide", "kg", "state"), [("500 mm", 12, "holds"), ("2000 mm", 120, "over")])
def test_bars_bend_between_their_eyes(catalog: Catalog, wide: str, kg: float, state: str) -> None:
    """Half the load in the middle of a bar: n (W/2 L/4 + q L2/8)."""
    load = {"id": "l", "name": "planks", "length": "1600 mm", "width": "300 mm", "height": "80 mm", "mass": f"{kg} kg", "on": "r/ceiling.1"}
    ceiling = [{"front": "300 mm", "apart": "900 mm", "rating": "300 kg", "wide": wide}]
    finding, here = held(catalog, {**load, "at": {"x": "750 mm", "y": "0 mm"}}, ceiling, "holder.ceiling.1.bar")
    bar = next(m for m in here.builds[0].members if m.role == "holder")
    L, q = bar.length, bar.section.mass_per_m * G / 1e3
    assert finding.state == state and finding.demand == pytest.approx(2 * (kg / 2 * G * L / 4 + q * L**2 / 8) / 1e3, rel=1e-6)


def test_a_hand_comes_to_every_wall_fixing_or_what_is_in_its_way_is_named(catalog: Catalog) -> None:
    """The tool stands 180 mm into the room: a case on the shelf before the fixing is in its way."""
    assert one(found(catalog, **MADE), "tool.reach").state == "holds"
    box = {"id": "c", "name": "case", "length": "300 mm", "width": "300 mm", "height": "300 mm", "mass": "5 kg", "on": "r/shelf.1.1", "at": {"x": "350 mm", "y": "0 mm"}}  # fmt: skip
    low = {**MADE, "wall": {"rating": "200 kg", "below": "450 mm"}}
    assert one(found(catalog, box, **low), "tool.reach").state == "tight"


def test_what_hangs_under_the_roof_loads_no_shelf(catalog: Catalog) -> None:
    ladder = {"id": "l", "name": "ladder", "length": "1600 mm", "width": "300 mm", "height": "80 mm", "mass": "60 kg", "on": "r/ceiling.1"}
    ceiling = [{"front": "300 mm", "apart": "900 mm"}]
    full, empty = (box(context(catalog, *things, ceiling=ceiling)) for things in ((ladder,), ()))
    assert full.results.rest_force[case(full, "Parked")].sum() == pytest.approx(empty.results.rest_force[case(empty, "Parked")].sum())
