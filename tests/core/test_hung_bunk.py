"""A hung bunk: forces by statics, straps and what they are marked, any one gone, folded for the road, and what must not read as holding."""

from __future__ import annotations

import math
from typing import Any

import numpy as np
import pytest

from ergostrut.core.catalog.errors import StockError
from ergostrut.core.catalog.model import Catalog
from ergostrut.core.constants import G
from ergostrut.core.finding import Finding
from ergostrut.core.job.document import Design
from ergostrut.core.prove.hung.mounts import held_by, mount_forces
from ergostrut.core.prove.hung.pivots import pin_force
from ergostrut.core.prove.model.study import Study
from ergostrut.core.structure.nouns.hung import Mount

from .vans import bunk, found, job, posed, van


def of(design: Design, catalog: Catalog, check: str) -> Finding:
    return next(f for f in found(design, catalog).findings if f.id == f"bunk1/{check}")


def turning(held: Study, case: str) -> tuple[float, float]:
    """(N mm about the hinges' line that the straps give, that everything else presses with) in a case of the bunk down."""
    item = held.case(case)
    assert item is not None and held.posed is not None
    y_pin = held.assembly.pivots[0].at[1]
    straps = sum(abs(one.at[1] - y_pin) * one.push[2] for one in held_by(held.posed, item.result) if "strap" in one.id)
    loads = [(kg * G, at) for kg, at in held.assembly.masses("bunk1/bed")] + held.people(item.case)
    return straps, sum(newton * abs(at[1] - y_pin) for newton, at in loads)


@pytest.mark.parametrize("case", ["Parked", "Parked, asleep"])
def test_straps_balance_what_lies_on_the_bunk_about_its_hinges(catalog: Catalog, case: str) -> None:
    straps, loads = turning(posed(job(), catalog, "down"), case)
    # small parts count as spread over the deck, ribs to the rails' axes: a little more than is there
    assert straps == pytest.approx(loads, rel=0.04)


def test_reactions_balance_everything_folded_up_in_every_road_and_crash_case(catalog: Catalog) -> None:
    held = posed(job(loads={"crash": {"on": True}}), catalog, "folded up")
    assert held.posed is not None
    kg = held.mass
    assert {row.case.name for row in held.crash} >= {"Crash ahead", "Crash, rolled over"}
    for item in (*held.solved, *held.crash):
        total = np.sum([one.push for one in held_by(held.posed, item.result)], axis=0)
        assert total == pytest.approx(-kg * G * np.array(item.case.g), abs=0.02 * kg * G * float(np.max(np.abs(item.case.g))))


def test_hinge_pins_carry_what_the_straps_do_not(catalog: Catalog) -> None:
    held = posed(job(), catalog, "down")
    item = held.case("Parked, asleep")
    assert item is not None and held.posed is not None
    pins = sum(pin_force(held, item.result, bar)[2] for _, bar in held.posed.hung.pivots)
    straps = sum(one.push[2] for one in held_by(held.posed, item.result) if "strap" in one.id)
    weight = sum(kg for kg, _ in held.assembly.masses("bunk1/bed")) * G + 45 * G
    assert pins + straps == pytest.approx(weight, rel=0.01)


def test_a_strap_read_as_breaking_or_as_working_load(catalog: Catalog) -> None:
    """700 lb: a third of it works (1038 N) where it breaks it; the same force is used to a third where it is the working load."""
    breaking = of(job(bunk()), catalog, "strap.strap-gone")
    working = of(job(bunk(straps={"marked": "working"})), catalog, "strap.strap-gone")
    assert breaking.demand == pytest.approx(working.demand)
    assert breaking.limit == pytest.approx(700 * 0.45359237 * G / 3) and working.limit == pytest.approx(700 * 0.45359237 * G)
    assert breaking.use == pytest.approx(3 * working.use)


def test_a_45_kg_sleeper_all_on_one_strap_by_hand(catalog: Catalog) -> None:
    """Any one of three gone, 45 kg twice in the middle, the bunk's own front half with it, all on one strap: half of each by statics.

    Where 18 kg of bunk hang so, that is (90 + 18) g / 2 = 530 N: 0.51 of a third of 700 lb, 0.17 of 700 lb."""
    third = 700 * 0.45359237 * G / 3
    assert (90 + 18) * G / 2 / third == pytest.approx(0.51, abs=0.005) and (90 + 18) * G / 2 / (3 * third) == pytest.approx(0.17, abs=0.005)
    hardest = of(job(bunk(edge=None)), catalog, "strap.strap-gone")
    assert hardest.use is not None and hardest.demand is not None
    held = posed(job(bunk(edge=None)), catalog, "down")
    y_pin, y_front = held.assembly.pivots[0].at[1], held.assembly.straps[0].at[1]
    lever = abs(y_front - y_pin)
    own = sum(kg * abs(at[1] - y_pin) for kg, at in held.assembly.masses("bunk1/bed")) * G / lever
    surface = held.assembly.surfaces[0]
    person = 90 * G * abs(surface.origin[1] + surface.size[1] / 2 - y_pin) / lever
    # a stiff frame leaves some of it to the other strap; never more than all of it, and never less than most of the sleeper
    assert 0.85 * person < hardest.demand < person + own


@pytest.mark.parametrize(
    ("params", "check", "missing"),
    [
        ({"straps": {"rating": None}}, "strap", "strap rating"),
        ({"straps": {"marked": None}}, "strap", "kind of strap rating"),
        ({"straps": {"marked": None}}, "strap.strap-gone", "kind of strap rating"),
        ({"straps": {"eye": None}}, "strap.eye", "rating of what the straps hang from"),
        ({"wall_rail": {"rating": None}}, "mount", "rating of the wall fixings"),
        ({"wall_rail": {"rating": None}}, "mount.mount-gone", "rating of the wall fixings"),
        ({"hinges": {"rating": None}}, "hinge", "hinge rating"),
        ({"fold": {"latch_rating": None}}, "latch", "latch rating"),
    ],
)
def test_what_nobody_rated_is_unknown_and_names_its_force(catalog: Catalog, params: dict[str, Any], check: str, missing: str) -> None:
    finding = of(job(bunk(**params)), catalog, check)
    assert (finding.state, finding.missing) == ("unknown", (missing,))
    assert finding.demand is not None and finding.demand > 20


def test_both_readings_of_an_unmarked_strap_are_said(catalog: Catalog) -> None:
    finding = of(job(bunk(straps={"marked": None})), catalog, "strap")
    breaking = of(job(bunk()), catalog, "strap").use
    assert breaking is not None
    assert f"{breaking:.2f} if that breaks it" in finding.sentence and f"{breaking / 3:.2f} if it is its working load" in finding.sentence


def test_two_straps_leave_too_little_when_one_is_gone(catalog: Catalog) -> None:
    three = of(job(bunk()), catalog, "strap.strap-gone").demand
    two = of(job(bunk(straps={"count": 2})), catalog, "strap.strap-gone").demand
    assert three is not None and two is not None and two > 1.1 * three


def test_a_hinge_is_pulled_up_when_an_end_strap_is_gone_and_somebody_sits_at_that_end(catalog: Catalog) -> None:
    from dataclasses import replace

    from ergostrut.core.prove.model.study import study

    held = posed(job(bunk(hinges={"count": 4})), catalog, "down")
    left = study(held.context, replace(held.assembly, straps=held.assembly.straps[:-1]), held.setting)
    assert left.posed is not None
    up = [
        pin_force(left, item.result, bar)[2]
        for item in left.solved
        if "one foot on outer, at its rear end" in item.case.name
        for _, bar in left.posed.hung.pivots
    ]
    assert min(up) < -10


def test_a_thin_pin_across_a_gap_is_over_and_closing_it_mends_it(catalog: Catalog) -> None:
    wide = of(job(bunk(hinges={"pin": "6 mm", "gap": "12 mm"})), catalog, "pivot")
    close = of(job(bunk(hinges={"pin": "6 mm", "gap": "0.5 mm"})), catalog, "pivot")
    assert wide.state == "over" and wide.use is not None and close.use is not None
    force, e = wide.demand, 12 + 3
    assert force is not None
    bent, shear = force * e / (math.pi * 6**3 / 32) / (0.75 * 250), force / (math.pi * 9) / (0.4 * 250)
    assert wide.use == pytest.approx(math.hypot(bent, shear), rel=1e-6)
    assert close.use < wide.use / 3


def test_a_pin_further_from_the_wall_pries_the_fixings_harder(catalog: Catalog) -> None:
    near, far = (of(job(bunk(hinges={"offset": offset})), catalog, "mount").demand for offset in ("5 mm", "60 mm"))
    assert near is not None and far is not None and far > 1.5 * near


def test_a_flat_strap_is_never_plain_holds(catalog: Catalog) -> None:
    flat = bunk(straps={"height": "1100 mm", "lean": "700 mm", "rating": "3000 kg", "marked": "working"})
    finding = of(job(flat), catalog, "strap")
    assert finding.state == "tight" and "steeper" in finding.sentence


def test_slack_straps_carry_nothing_until_they_are_taut(catalog: Catalog) -> None:
    """One strap 20 mm long: the others take what it does not."""
    even, slack = (posed(job(bunk(straps={"slack": s})), catalog, "down") for s in ("0 mm", "3 mm"))
    pulls = [held.case("Parked, asleep") for held in (even, slack)]
    assert all(item is not None for item in pulls)
    drop = [float(item.result.u[held.posed.model.straps[1].a][2]) for held, item in zip((even, slack), pulls, strict=True)]  # type: ignore[union-attr]
    assert drop[1] == pytest.approx(drop[0] - 3, abs=0.2)


def test_without_an_edge_the_mattress_slides_and_a_low_one_is_over(catalog: Catalog) -> None:
    assert of(job(bunk(edge=None)), catalog, "bed.edge").state == "over"
    assert of(job(bunk(mattress={"thickness": "250 mm"})), catalog, "bed.edge").state == "over"
    assert of(job(bunk()), catalog, "bed.edge").state == "holds"


def test_folded_into_a_leaning_wall_is_over_and_says_by_how_much(catalog: Catalog) -> None:
    lean = [{"height": "0 mm", "width": "1640 mm"}, {"height": "800 mm", "width": "1640 mm"}, {"height": "1700 mm", "width": "1100 mm"}]
    finding = of(job(host=van(stations=lean)), catalog, "fit.walls")
    assert finding.state == "over" and "in the wall by" in finding.sentence and finding.position == "folded up"
    assert of(job(bunk(fold={"degrees": 55}), host=van(stations=lean)), catalog, "fit.walls").state != "over"


def test_walls_without_stations_are_unknown(catalog: Catalog) -> None:
    finding = of(job(host=van(stations=[])), catalog, "fit.walls")
    assert (finding.state, finding.missing) == ("unknown", ("stations",))


def test_rows_of_the_host_carry_their_rating_and_a_missing_one_is_refused(catalog: Catalog) -> None:
    rows = [
        {
            "name": "nuts",
            "kind": "points",
            "face": "left wall",
            "start": "160 mm",
            "pitch": "290 mm",
            "count": 8,
            "level": "765 mm",
            "rating": "90 kg",
        },
        {"name": "members", "kind": "roof members", "face": "roof", "start": "200 mm", "pitch": "450 mm", "count": 5, "level": "0 mm"},
    ]
    design = job(bunk(wall_rail={"row": "nuts", "rating": None}, straps={"row": "members", "eye": None}), host=van(rows=rows))
    mount, eye = of(design, catalog, "mount"), of(design, catalog, "strap.eye")
    assert mount.limit == pytest.approx(90 * G) and mount.state == "over"
    assert eye.state == "unknown" and "members" in eye.sentence
    with pytest.raises(StockError, match="no row “tracks”"):
        found(job(bunk(wall_rail={"row": "tracks"}), host=van(rows=rows)), catalog)
    with pytest.raises(StockError, match=r"lift the bunk by \d+ mm"):
        found(job(bunk(height="700 mm", wall_rail={"row": "nuts"}), host=van(rows=rows)), catalog)


def test_no_wall_fixing_is_left_out_of_a_crash(catalog: Catalog) -> None:
    on, off = (job(loads={"crash": {"on": flag}}) for flag in (True, False))
    names = {f.id.split("/", 1)[1] for f in found(on, catalog).findings}
    assert {"mount.crash", "latch.crash", "hinge.crash", "pivot.crash"} <= names
    assert not [f for f in found(off, catalog).findings if f.check.endswith(".crash")]


def test_a_finding_about_what_hangs_has_its_working(catalog: Catalog) -> None:
    for finding in found(job(loads={"crash": {"on": True}}), catalog).findings:
        if finding.check.split(".")[0] in ("strap", "mount", "pivot", "hinge", "latch"):
            assert finding.working and finding.basis, finding.id


def test_half_way_up_it_is_on_its_way_not_over(catalog: Catalog) -> None:
    from ergostrut.core.checks import of_setting
    from ergostrut.core.prove.model.study import study
    from ergostrut.core.structure.standing.setting import setting_at

    held = posed(job(), catalog, "down")
    half = study(held.context, held.assembly, setting_at(held.assembly, {"bunk1/fold": 40.0}))
    states = {f.check: f.state for f in of_setting(half)}
    assert states == {"frame.stands": "note"}


def test_right_and_left_bunk_are_mirror_images(catalog: Catalog) -> None:
    one, two = (found(job(bunk(wall=side)), catalog) for side in ("left", "right"))
    uses = [{f.id: f.use for f in report.findings if f.id.startswith("bunk1/")} for report in (one, two)]
    assert uses[0].keys() == uses[1].keys()
    for name, use in uses[0].items():
        other = uses[1][name]
        assert (use is None) == (other is None) and (use or 0.0) == pytest.approx(other or 0.0, rel=2e-3, abs=1e-4), name


def test_the_edge_on_straps_sinks_by_stretch_and_slack(catalog: Catalog) -> None:
    """F / k of the softer webbing, 7 % at 5 kN, and the slack before it."""
    taut, slack = (of(job(bunk(straps={"slack": s})), catalog, "strap.sinks") for s in ("0 mm", "10 mm"))
    given = {line.symbol: float(line.value) for line in taut.working if line.value is not None}
    assert taut.demand == pytest.approx(given["F"] / given["k"], rel=0.02)
    assert slack.demand == pytest.approx((taut.demand or 0.0) + 10, abs=0.5)


def test_a_wall_bolts_shear_acts_at_the_walls_face() -> None:
    """1000 N up at the wall's face, 12.7 mm beside the rail's axis, turn it by 12.7 N m more: over a lever of 38 mm that is 334 N of pull."""
    mount = Mount("m", "m", "rail", (0.0, 0.0, 0.0), (0.0, -1.0, 0.0), 38.0, off=12.7)
    pull, shear = mount_forces(mount, np.array([300.0, 200.0, 1000.0, 5000.0, 0.0, 0.0]), (1.0, 0.0, 0.0))
    assert pull == pytest.approx((5000 + 1000 * 12.7) / 38) and shear == pytest.approx((300**2 + 1000**2) ** 0.5)
