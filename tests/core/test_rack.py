"""Shelf racks: what stands on the floor and what hangs on the wall, shelves of boards, tilt and edges; the facts of the trade by hand."""

from __future__ import annotations

import importlib
import math
from typing import Any

import pytest

from ergostrut.core.catalog.errors import StockError
from ergostrut.core.catalog.model import Catalog
from ergostrut.core.constants import G
from ergostrut.core.finding import Finding
from ergostrut.core.job.document import read_design
from ergostrut.core.mechanics.joints.woodscrew import lateral
from ergostrut.core.problem import InputError
from ergostrut.core.report import Report, check, context_of

from .test_ways import PLAIN, box_job

BOARDS = {
    "deck": "board.20x100.spf",
    "depth": "260 mm",
    "board_gap": "50 mm",
    "length": "2050 mm",
    "bearer": "2x3 spf",
    "joints": {"screws": 4},
}
ONE = [{"name": "a", "height": "800 mm", "stepped_on": "no"}]


def rack(**params: Any) -> dict[str, Any]:
    return {"family": "shelf_rack", "id": "r", "label": "Rack", **params}


def load(kg: float, long: float, on: str = "r/shelf.1", wide: float = 250) -> dict[str, Any]:
    return {"id": "c", "name": "case", "length": f"{long} mm", "width": f"{wide} mm", "height": "200 mm", "mass": f"{kg} kg", "on": on}


def found(catalog: Catalog, *things: dict[str, Any], host: dict[str, Any] | None = None, **params: Any) -> Report:
    return check(read_design(box_job(rack(**params), things=things, **(host or {})), bare=PLAIN), catalog)


def one(report: Report, check_name: str) -> Finding:
    return next(f for f in report.findings if f.id == f"r/{check_name}")


def test_two_boards_over_two_metres_sag_and_hold_with_a_post_in_the_middle(catalog: Catalog) -> None:
    """5 q L4 / 384 E I of two boards 20 x 100 mm under 40 kg over 2.0 m: 32 mm, L/63. With the middle of it borne: two bays of a metre."""
    E, I = 9653.0, 2 * 100 * 20**3 / 12
    sag = 5 * (40 * G / 2000) * 2000**4 / (384 * E * I)
    assert sag == pytest.approx(32, abs=0.5) and 2000 / sag == pytest.approx(63, abs=1)
    report = found(catalog, load(40, 1950), frames=2, shelves=ONE, wall={"rating": "200 kg"}, **BOARDS)
    long = one(report, "deck.sag")
    # the thing lies on both boards and bears on them by levers, the bay is what is clear between the posts, and what lasts creeps
    L = next(line.value for line in one(report, "deck.load").working if line.symbol == "L")
    assert L is not None
    panel, at = report.context.builds[0].panels[0], report.context.plan.placed[0].at()[1]
    middles = [y + wide / 2 for _, y, _, wide in panel.rects]
    part = max(at - middles[0], middles[1] - at) / (middles[1] - middles[0])
    assert len(middles) == 2 and 0.5 <= part < 0.6
    hand = 1.5 * 5 / 384 * (part * 40 * G / 1950) * L**4 / (E * I / 2)
    assert long.state == "over" and long.demand == pytest.approx(hand, rel=1e-3)
    assert one(found(catalog, load(40, 1950), frames=3, shelves=ONE, wall={"rating": "200 kg"}, **BOARDS), "deck.sag").state == "holds"


PLY = {"frames": 3, "length": "1100 mm", "bearer": "2x3 spf", "joints": {"screw": "No. 14", "screws": 4}, "shelves": ONE}


def _upward(finding: Finding) -> float:
    """N along z of the support that the finding tells of."""
    text = next(line.note for line in finding.working if "N along x, y, z" in line.note)
    return float(text.split(":")[1].split("N along")[0].split(",")[2])


def test_with_its_posts_on_the_floor_the_wall_only_holds_it_sideways(catalog: Catalog) -> None:
    report = found(catalog, load(60, 900), **PLY, wall={"rating": "60 kg"})
    assert abs(_upward(one(report, "mount"))) < 1e-6


@pytest.mark.parametrize(("rating", "state"), [(None, "unknown"), ("10 kg", "note"), ("400 kg", "holds")])
def test_with_a_foot_away_the_wall_carries(catalog: Catalog, rating: str | None, state: str) -> None:
    """The middle post of three has five eighths of what stands on both bays: with its foot away its fixing shears with that and more."""
    report = found(catalog, load(60, 900), **PLY, wall={"rating": rating} if rating else {})
    away = one(report, "mount.foot-away")
    assert away.state == state and away.demand is not None and away.demand > one(report, "mount").demand  # type: ignore[operator]
    shear = next(line.value for line in away.working if line.symbol == "V")
    assert shear > 60 * G / 2 * 0.5


def test_nine_fixings_hold_a_rack_with_any_one_gone(catalog: Catalog) -> None:
    """250 kg on three posts of three fixings each, all rated at what the backer's screws take; at a fifth of that they are over."""
    heavy = [{**load(125, 900, f"r/shelf.{n}"), "id": f"c{n}"} for n in (1, 2)]
    two = [{"name": n, "height": h, "stepped_on": "no"} for n, h in (("a", "400 mm"), ("b", "800 mm"))]
    params = {
        **PLY,
        "shelves": two,
        "bearer": "2x6 spf",
        "upright": "2x4 spf",
        "joints": {"screw": "No. 14", "screws": 6},
        "stands": "wall",
    }
    report = found(catalog, *heavy, **params, wall={"bolts": 3, "rating": "300 kg"})
    assert one(report, "mount.mount-gone").state in ("holds", "tight")
    weak = found(catalog, *heavy, **params, wall={"bolts": 3, "rating": "60 kg"})
    # nobody sleeps on it: said, not condemned
    gone = one(weak, "mount.mount-gone")
    assert gone.state == "note" and gone.use is not None and gone.use > 1


def test_all_weight_comes_down_somewhere(catalog: Catalog) -> None:
    """Feet of a rack on the floor, parked: their sum is its own weight and the load's."""
    report = found(catalog, load(60, 900), **PLY)
    study = next(item for item in report.studies if item.assembly.id == "r")
    parked = study.case("Parked")
    assert study.posed is not None and parked is not None
    down = sum(f for contact, f in zip(study.posed.contacts, parked.result.rest_force, strict=True) if contact.push[2] > 0)
    panels = study.assembly
    assert down == pytest.approx((60 + panels.mass - sum(i.mass * i.count for i in panels.items if not i.aboard)) * G, rel=2e-3)


def test_a_rear_post_stands_on_the_wheel_box_and_asks_for_its_rating(catalog: Catalog) -> None:
    wells = {"width_between_wells": 1400, "well_start": 600, "well_length": 800, "well_height": 250}
    report = found(catalog, load(60, 900), host={"dims": wells}, **{**PLY, "front": "500 mm"})
    assert one(report, "bears.well").state == "unknown"
    rear = [m for m in report.context.builds[0].members if "rear" in m.id]
    assert {m.a[2] for m in rear} == {0.0, 250.0}
    assert one(report, "fit.wells").state == "holds"


@pytest.mark.parametrize(
    ("params", "field"),
    [
        ({"shelves": [{"name": "a", "height": "400 mm"}, {"name": "b", "height": "410 mm"}]}, "shelves/1/height"),
        ({"shelves": [{"name": "a"}, {"name": "a", "height": "900 mm"}]}, "shelves"),
        ({"height": "300 mm", "shelves": [{"name": "a", "height": "800 mm"}]}, "height"),
        ({"wall": {"row": "nuts"}}, "wall/row"),
        ({"depth": "100 mm"}, "depth"),
    ],
)
def test_what_cannot_be_built_names_its_field(catalog: Catalog, params: dict[str, Any], field: str) -> None:
    with pytest.raises((InputError, ValueError)) as refused:
        context_of(read_design(box_job(rack(**params)), bare=PLAIN), catalog)
    problems = getattr(refused.value, "problems", None)
    assert field in (problems[0].field if problems else str(refused.value))


def test_posts_stand_at_the_hosts_points(catalog: Catalog) -> None:
    """Studs at 16 in from 50 mm on: the posts go to the nearest of them, and their fixings take the row's rating."""
    studs = {"name": "studs", "kind": "studs", "face": "left wall", "start": "50 mm", "pitch": "406.4 mm", "count": 6, "level": "0 mm", "rating": "90 kg"}  # fmt: skip
    build = context_of(read_design(box_job(rack(**PLY, wall={"row": "studs"}), rows=[studs]), bare=PLAIN), catalog).builds[0]
    assert [round(mount.at[0], 1) for mount in build.mounts] == [50.0, 456.4, 1269.2] or all(
        round((mount.at[0] - 50) / 406.4, 6).is_integer() for mount in build.mounts
    )
    assert [mount.rating for mount in build.mounts] == [pytest.approx(90 * G)] * len(build.mounts)


def test_boards_cut_round_a_post_bend_over_it_with_what_is_left(catalog: Catalog) -> None:
    """Over two bays q L2/8 acts where the middle post passes: of 100 mm are left 100 less the post and its room."""
    report = found(catalog, load(40, 1950), frames=3, shelves=ONE, wall={"rating": "200 kg"}, **BOARDS)
    build = report.context.builds[0]
    post, panel = build.member("r/frame/front.2").shape, build.panels[0]
    values = {line.symbol: line.value for line in one(report, "deck.load").working}
    lo, hi = panel.lo[1], panel.hi[1]
    front = min(abs(m.a[1] - edge) for m in build.members if m.role == "upright" for edge in (lo, hi))
    left = 100 - min(post.width / 2 + 1 + front, post.width + 2)
    assert panel.narrowest == pytest.approx(values["b_n"], abs=1e-9) and panel.narrowest <= left + 1e-6
    assert one(report, "deck.load").demand == pytest.approx((values["M"] or 0) / (panel.narrowest * 20**2 / 6), rel=1e-6)
    straight = found(catalog, load(40, 1950), frames=2, shelves=ONE, wall={"rating": "200 kg"}, **BOARDS)
    assert "b_n" not in {line.symbol for line in one(straight, "deck.load").working}, "one bay bends in its middle, where no post passes"


def test_posts_that_would_cut_a_board_through_are_refused(catalog: Catalog, monkeypatch: pytest.MonkeyPatch) -> None:
    """No stock that ships is as wide as a board: with more wanted beside the post the same rack is refused, and says what to change."""
    monkeypatch.setattr(importlib.import_module("ergostrut.core.frame.families.shelf_rack.frame"), "LEFT", 70.0)
    with pytest.raises(StockError, match="cut through a board; choose wider boards"):
        found(catalog, frames=3, shelves=ONE, **BOARDS)


def test_screws_of_a_slatted_shelf_keep_the_rack_square(catalog: Catalog) -> None:
    """Braked, front and rear posts go as one through the boards: V a/(2 n) on two screws e apart; the fixing behind takes no more than its share."""
    shelves = [{"name": "a", "height": "600 mm"}, {"name": "b", "height": "1200 mm"}]
    report = found(catalog, load(20, 600, "r/shelf.1"), deck="board.1x4.spf", frames=3, shelves=shelves)
    screws = one(report, "deck.screws")
    at = {line.symbol: line.value or 0.0 for line in screws.working}
    force = math.hypot(at["V"] * at["a"] / (2 * at["n_b"]) / (88.9 - 40), at["N"] / at["n_b"])
    assert screws.demand == pytest.approx(force, rel=1e-3) and screws.state == "holds"
    # No. 8, 25 mm into spruce through 19: its own yield modes, 1.6 on the road
    screw, wood = catalog.wood_screws["No. 8"], catalog.sections["2x2 spf"].material
    Z = lateral(screw.root, screw.Fyb, catalog.sheets["board.1x4.spf"].t, 0.42, wood.gravity, 6 * screw.d, screw.d)  # type: ignore[union-attr]
    assert screws.case == "Brake" and screws.use == pytest.approx(force / (1.6 * Z), rel=1e-3)
    mount = one(report, "mount")
    kg = report.context.builds[0].mass + 20
    assert mount.demand is not None and mount.demand < 0.8 * kg * G
    gone = one(report, "frame.mount-gone")
    assert gone.use is None or gone.use < 2.0
