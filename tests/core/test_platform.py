"""A fixed platform: what common practice says of boards, rails and legs must come out, and what holds it is asked for.

Trade facts are common practice, no published source; beams by AISC Manual table 3-23 (5 w L4/384 E I, P L3/48 E I).
"""

from __future__ import annotations

from typing import Any

import pytest

from ergostrut.core.catalog.errors import StockError
from ergostrut.core.catalog.model import Catalog
from ergostrut.core.changes import Change
from ergostrut.core.constants import G
from ergostrut.core.drawing.scene import scene
from ergostrut.core.finding import Finding
from ergostrut.core.job.change import apply
from ergostrut.core.job.document import Design, Job, read_design
from ergostrut.core.problem import InputError
from ergostrut.core.prove.model.posed import pressed
from ergostrut.core.report import Report, check, context_of
from ergostrut.core.units import Units
from tests.conftest import by_id

IN = 25.4
SPREAD = {
    "id": "load",
    "name": "load",
    "length": "2000",
    "width": "1651",
    "height": "100",
    "on": "platform1/bed",
    "at": {"x": "1000", "y": "0"},
}


def platform(
    things: list[dict[str, Any]] | None = None, people: list[dict[str, Any]] | None = None, host: Any = None, **more: Any
) -> Design:
    """Two cross members 65 in long at both ends of a deck 2 m long, in metric, on rests."""
    build = {
        "family": "fixed_platform", "id": "platform1", "label": "Platform", "front": "0", "length": "2000", "width": "1651", "height": "300",
        "ends": "rests", "bearers": 2, "halves": 1, "mattress": None, "deck": "birch.18", **more,
    }  # fmt: skip
    data = {
        "name": "by hand",
        "units": {"length": "mm", "mass": "kg"},
        "host": {"kind": "pickup_bed", **(host or {})},
        "carry": {"things": things or [], "crew": people or []},
        "builds": [build],
    }
    return read_design(data, bare=Units(length="mm", mass="kg"))


def person(mass: str, **more: Any) -> dict[str, Any]:
    return {"id": "a", "name": "a", "mass": mass, "sleeps": "platform1/bed", **more}


def value(found: Finding, symbol: str) -> float:
    return next(line.value for line in found.working if line.symbol == symbol)  # type: ignore[return-value]


def bow(catalog: Catalog, mass: float, **bearer: Any) -> float:
    """Bow of a cross board under ``mass`` kg spread over its whole length, mm, before creep: the load's part of what lasts."""
    loaded = check(platform([{**SPREAD, "mass": str(2 * mass)}], **bearer), catalog)
    bare = check(platform([{**SPREAD, "mass": "0.01"}], **bearer), catalog)
    return value(by_id(loaded, "platform1/bearer.sag"), "δ_d") - value(by_id(bare, "platform1/bearer.sag"), "δ_d")


@pytest.mark.parametrize(
    ("section", "flat", "wide", "deep"), [("2x4 spf", True, 3.5, 1.5), ("2x6 spf", True, 5.5, 1.5), ("2x4 spf", False, 1.5, 3.5)]
)
def test_boards_bow_as_beams(catalog: Catalog, section: str, flat: bool, wide: float, deep: float) -> None:
    """5 w L4/384 E I over 65 in under 135 kg: 19.6 mm flat 2x4, 12.5 mm flat 2x6; NDS E 1.4e6 psi."""
    L, E, inertia = 65 * IN, 1.4e6 * 6.894757e-3, wide * deep**3 / 12 * IN**4
    expect = 5 * (135 * G / L) * L**4 / (384 * E * inertia)
    assert bow(catalog, 135, bearer=section, bearer_flat=flat) == pytest.approx(expect, rel=2e-3)


def test_flat_boards_are_over_and_those_on_edge_hold(catalog: Catalog) -> None:
    """Common practice: flat 2x4 and 2x6 over 65 in are over under 135 kg each, before creep even; on edge, or with a prop, they hold."""
    load = [{**SPREAD, "mass": "270"}]
    limit = 65 * IN / 180
    assert bow(catalog, 135, bearer="2x4 spf", bearer_flat=True) == pytest.approx(19.6, abs=0.1) and limit < 12.5
    assert bow(catalog, 135, bearer="2x6 spf", bearer_flat=True) == pytest.approx(12.5, abs=0.1)
    states = {
        name: by_id(check(platform(load, **more), catalog), "platform1/bearer.sag").state
        for name, more in (
            ("2x4", {"bearer": "2x4 spf", "bearer_flat": True}),
            ("2x6", {"bearer": "2x6 spf", "bearer_flat": True}),
            ("on edge", {"bearer": "2x4 spf"}),
            ("prop", {"bearer": "2x4 spf", "bearer_flat": True, "props": {}}),
        )
    }
    assert states == {"2x4": "over", "2x6": "over", "on edge": "holds", "prop": "holds"}


def test_two_strut_rails_feel_a_heavy_sleeper(catalog: Catalog) -> None:
    """Common practice: two aluminium strut rails over 6 ft in a 30 in bed are over L/180 under 113 kg in the middle, not under 82."""
    rails = {"run": "along", "framing": "strut_bolted", "bearer": "strut 1-5/8 alu", "length": "1868.8", "width": "762", "deck": "birch.12"}
    found = {mass: by_id(check(platform([], [person(mass)], **rails), catalog), "platform1/bearer.sag") for mass in ("82", "113")}
    assert found["113"].state == "over" and found["82"].state in ("holds", "tight")
    # a load P spread over c = 800 mm in the middle: P (8 L3 - 4 L c2 + c3)/(384 E I), half of it on each rail
    section = catalog.sections["strut 1-5/8 alu"]
    L, c, P = 1828.8, 800.0, 82 * G / 2
    expect = P * (8 * L**3 - 4 * L * c**2 + c**3) / (384 * section.material.E * section.properties.Iy)
    assert value(found["82"], "δ_p") == pytest.approx(expect, rel=0.01)


def test_two_sheets_cover_a_bed(catalog: Catalog) -> None:
    """Common practice: two 3/4 in sheets of 4 by 8 ft cover a 6.5-ft bed, one half each, their grain across it."""
    report = check(platform(length=str(78 * IN), bearers=5, halves=2, grain="across"), catalog)
    (sheets,) = report.cut.sheets
    assert sheets.count == 2 and [round(one.pieces[0].dy / IN) for one in sheets.plan.sheets] == [39, 39]
    whole = check(platform(length=str(78 * IN), bearers=5), catalog)
    assert by_id(whole, "cut/birch.18").state == "over", "in one it is larger than any sheet"


def test_a_platform_buckles_and_swings_on_the_page(shop_job: Job, catalog: Catalog) -> None:
    """Its sheet stands in the frame as diagonals that no member is drawn for."""
    report = check(shop_job.design, catalog)
    study = next(s for s in report.studies if s.assembly.id == "platform1")
    for shape in ("swinging", "buckled"):
        assert scene(report.context, {}, {}, study, "Parked", shape).prisms  # type: ignore[arg-type]


def test_a_short_leg_bears_after_its_gap(catalog: Catalog) -> None:
    """Cut 2 mm short it carries nothing until its member has sunk by 2 mm, and then it carries."""
    limp = {"bearer": "2x4 spf", "bearer_flat": True, "props": {"gap": "2 mm"}}
    report = check(platform([], [person("90")], **limp), catalog)
    assert by_id(report, "platform1/leg.short").demand == pytest.approx(1900, rel=0.1)
    study, _ = report.studies
    assert study.posed is not None
    rows = [i for i, contact in enumerate(study.posed.contacts) if contact.gap == pytest.approx(2.0)]
    pressing = 0
    for item in study.solved:
        for i in rows:
            foot, force = study.posed.model.rests[i].node, float(item.result.rest_force[i])
            sunk = -float(item.result.u[foot, 2])
            assert force >= 0 and sunk <= 2.0 + 1e-6
            assert force == 0 or sunk == pytest.approx(2.0, abs=1e-6), "it presses only where the gap is used up"
            pressing += force > 0
    assert 0 < pressing < len(rows) * len(study.solved)


def test_every_case_is_in_balance(catalog: Catalog) -> None:
    """What bears and what ties, added up, is the weight in each case; nothing pushes that ought to pull."""
    report = check(platform([], [person("90")], bearers=4, ends="legs", props={}), catalog)
    for study in report.studies:
        assert study.posed is not None and not study.fallen
        for item in study.solved:
            factors = study.posed.factors(item.case, 1330.0)
            load = (factors @ study.posed.frame.totals).reshape(-1, 6)[:, :3].sum(axis=0)
            back = item.result.reactions[:, :3].sum(axis=0)
            assert back == pytest.approx(-load, abs=1e-6 * (1 + abs(load).max()))
            assert (item.result.rest_force >= 0).all()


def test_untied_it_lifts_in_rebound(catalog: Catalog) -> None:
    loose = check(platform(tied=False), catalog)
    found = by_id(loose, "platform1/frame.settles")
    assert (found.state, found.case) == ("over", "Rebound")
    tied = check(platform(), catalog)
    assert "platform1/frame.settles" not in {f.id for f in tied.findings}
    assert (by_id(tied, "platform1/bears.tie").state, by_id(tied, "platform1/bears.tie").missing) == ("unknown", ("tie rating",))
    rated = by_id(check(platform(tie_rating="200"), catalog), "platform1/bears.tie")
    assert rated.state == "holds" and rated.limit == pytest.approx(200 * G)


def test_what_only_friction_holds_is_never_a_pass(catalog: Catalog) -> None:
    found = by_id(check(platform(tied=False, snug=False), catalog), "platform1/held.friction")
    assert (found.state, found.missing) == ("unknown", ("friction under the feet",))
    weight = context_of(platform(tied=False, snug=False), catalog).builds[0]
    carried = sum(m.mass for m in weight.members if m.group) + sum(p.mass for p in weight.panels) + 26 * 0.004
    assert found.demand == pytest.approx(0.8 * carried * G, rel=0.05), "braking pushes with 0.8 of its weight"
    assert "platform1/held.friction" not in {f.id for f in check(platform(snug=True), catalog).findings}


SLOTS = [{"name": f"s{i}", "x": x, "height": "280", "opening": "41"} for i, x in enumerate(("100", "700", "1300", "1900"))]


def test_members_lie_in_the_slots_of_the_host(catalog: Catalog) -> None:
    """The slots say where and how high; what one side bears is unknown until somebody gives it."""
    report = check(platform(ends="slots", host={"slots": SLOTS}), catalog)
    build = report.context.builds[0]
    assert [m.a[0] for m in build.members if m.role == "bearer"] == [100, 700, 1300, 1900]
    assert all(m.a[2] - m.shape.depth / 2 == pytest.approx(280) for m in build.members if m.role == "bearer")
    assert by_id(report, "platform1/bears.slot").missing == ("slot rating",)
    rated = check(platform(ends="slots", host={"slots": [{**slot, "rating": "300"} for slot in SLOTS]}), catalog)
    assert by_id(rated, "platform1/bears.slot").limit == pytest.approx(300 * G)
    uneven = [*SLOTS[:3], {**SLOTS[3], "height": "310"}]
    with pytest.raises(StockError, match="different heights"):
        check(platform(ends="slots", host={"slots": uneven}), catalog)
    with pytest.raises(StockError, match="fewer than two slots"):
        check(platform(ends="slots"), catalog)


def test_what_was_framed_from_a_missing_length_is_unknown_and_names_it(catalog: Catalog) -> None:
    """On wells that nobody measured no strength, sag or fit is a pass."""
    report = check(platform(ends="wells", bearers=5, height="400"), catalog)
    build = report.context.builds[0]
    assert "well_height" in build.missing
    verdicts = [
        f for f in report.findings if f.id.startswith("platform1/") and f.demand is not None and f.place in ("prove", "frame", "anchor")
    ]
    assert verdicts and all(f.state in ("unknown", "note") for f in verdicts)
    assert "wheel well height" in by_id(report, "platform1/bearer.strength").sentence


def test_a_half_laid_on_the_other_makes_a_seat(catalog: Catalog) -> None:
    report = check(platform(bearers=5, halves=2), catalog)
    build = report.context.builds[0]
    (motion,) = build.motions
    assert [p.name for p in motion.positions] == ["bed", "seat"] and not motion.positions[1].drivable
    seat = next(s for s in report.studies if s.setting.name == "seat")
    assert seat.posed is not None
    front, rear = build.panels
    weights = [patch.kg for patch in seat.posed.patches if patch.name == "deck"]
    assert sum(weights) == pytest.approx(front.mass + rear.mass, rel=0.06)
    assert all(patch.x < rear.lo[0] for patch in seat.posed.patches), "the rear half lies on the front one"
    assert not any(item.case.name.startswith("Parked, a sleeper") for item in seat.solved), "nobody lies on half a bed"
    parked = seat.case("Parked")
    assert parked is not None and pressed(seat.posed, parked, "floor")[0] > 0


def test_who_sleeps_there_is_asked_for(catalog: Catalog) -> None:
    assert by_id(check(platform(), catalog), "platform1/sleepers").state == "unknown"
    tall = check(platform([], [person("90", stature="1980")]), catalog)
    assert by_id(tall, "person/a/bed").state == "tight", "longer than the sleeper by less than the 50 mm wished for"
    assert by_id(check(platform([], [person("90", stature="2050")]), catalog), "person/a/bed").state == "over"
    assert by_id(check(platform([], [person("90")]), catalog), "person/a/bed").missing == ("stature",)
    lost = check(platform([], [{**person("90"), "sleeps": "nowhere/bed"}]), catalog)
    assert by_id(lost, "person/a/bed").state == "over"


@pytest.mark.parametrize(
    ("more", "field", "says"),
    [
        ({"run": "along", "ends": "slots"}, "ends", "cross members"),
        ({"run": "along", "halves": 2}, "halves", "in one"),
        ({"bearer": "1x1x14ga"}, "bearer", "does not belong"),
        ({"bearers": 14, "length": "400"}, "bearers", "lie on each other"),
        ({"deck": "nothing"}, "deck", "nothing"),
        ({"framing": "conduit_riveted"}, "framing", "not built in"),
    ],
)
def test_what_cannot_be_built_names_its_field(catalog: Catalog, more: dict[str, Any], field: str, says: str) -> None:
    with pytest.raises((InputError, StockError), match=says) as caught:
        check(platform(**more), catalog)
    assert any(problem.field.endswith(f"/builds/0/{field}") for problem in caught.value.problems)


@pytest.fixture(scope="module")
def slept(catalog: Catalog) -> Report:
    return check(platform([], [person("135")], bearers=5), catalog)


def test_worst_places_are_no_kinder_than_where_they_lie(slept: Report) -> None:
    """One who lies in the worst place counts 135 kg as well; strength names a place that is at least as bad as his own."""
    (study,) = slept.studies
    found = by_id(slept, "platform1/bearer.strength")
    assert study.posed is not None and found.case.startswith("Parked, ")
    people = {stand.id: stand.newton for stand in study.posed.stands if stand.kind in ("sleeper", "asleep")}
    assert set(people.values()) == {135 * G} and len(people) > 5


def test_it_stands_clear_of_wells_sides_and_gate(shop_job: Job, catalog: Catalog) -> None:
    """Legs in a wheel well, members wider than the bed, an end behind the gate: each is found, whatever bears it."""

    def fits(*changes: tuple[str, Any]) -> dict[str, str]:
        found = check(apply(shop_job.design, [Change(f"/builds/1/{path}", value) for path, value in changes]), catalog).findings
        return {f.check: f.state for f in found if f.id.startswith("platform1/fit.")}

    # a leg under the first member is deeper than that is thick: its edge stands between the front panel's ribs
    assert fits() == {"fit.wells": "holds", "fit.sides": "holds", "fit.gate": "holds", "fit.own": "holds", "fit.front": "note"}
    assert fits(("ends", "legs"), ("height", "15 in"))["fit.wells"] == "over"
    assert fits(("width", "66 in"), ("height", "15 in"))["fit.sides"] == "over"
    assert fits(("front", "4 in"))["fit.gate"] == "over"


def test_a_deck_that_reaches_over_its_last_member_is_checked_at_its_edge(catalog: Catalog) -> None:
    """P (c - 37.5) on a strip 75 + c wide, a cantilever (45 degrees: common practice); one that ends over its member is not."""
    slots = [{**slot, "x": x} for slot, x in zip(SLOTS, ("250", "700", "1300", "1800"), strict=True)]
    report = check(platform(ends="slots", host={"slots": slots}, bearer="2x6 spf"), catalog)
    found = by_id(report, "platform1/deck.edge")
    c = 250 - 38.1 / 2
    t = catalog.sheets["birch.18"].t
    assert found.demand == pytest.approx(1330 * (c - 37.5) / ((75 + c) * t**2 / 6), rel=1e-3)
    assert "platform1/deck.edge" not in {f.id for f in check(platform(), catalog).findings}


def test_feet_stand_on_a_deck_made_for_things(catalog: Catalog) -> None:
    """Anything under 1.2 m is trodden until somebody says otherwise: one foot at mid span of each member and at its ends."""
    report = check(platform(use="deck", bearers=3), catalog)
    (study,) = report.studies
    cases = [item.case.name for item in study.solved if "one foot" in item.case.name]
    assert len(cases) == 3 * 3 and by_id(report, "platform1/bearer.strength").case in cases


def test_the_others_lie_where_they_do_while_the_heaviest_lies_in_the_worst_place(catalog: Catalog) -> None:
    people = [person("60"), {**person("110"), "id": "b", "name": "b"}]
    (study,) = check(platform([], people, bearers=3), catalog).studies
    worst = next(item.case for item in study.solved if "worst place" in item.case.name)
    assert len(worst.live) == 2 and worst.live[1] == "asleep.a"


def test_boards_on_members_that_are_each_held_need_no_brace(catalog: Catalog) -> None:
    """Boards leave a tray to its joints; members that lie in slots or against the sides stay square by themselves."""
    report = check(platform(deck="board.1x4.spf", bearers=5), catalog)
    assert "platform1/frame.square" not in {f.id for f in report.findings}


@pytest.mark.parametrize("width", ["62 in", "1590 mm", "60 7/16 in", "1587.3 mm"])
def test_people_bow_a_member_over_wells_as_two_loads_do(shop_job: Job, catalog: Catalog, width: str) -> None:
    """Two sleepers in the middles of their halves of the bed, each over 400 mm: P a (3 L2 - 4 a2)/24 E I for each pair of points, integrated;
    supports at places that are no round numbers cut nothing off the span."""
    report = check(apply(shop_job.design, [Change("/builds/1/width", width)]), catalog)
    found, build = by_id(report, "platform1/bearer.sag"), report.context.builds[1]
    member = build.member(found.parts[0])
    L, W, pitch = (
        value(found, "L"),
        2 * member.b[1],
        build.member("platform1/frame/bearer.3").a[0] - build.member("platform1/frame/bearer.2").a[0],
    )
    # between the middles of what lies on the wells
    assert pytest.approx((50.5 * IN + min(W, 65.25 * IN)) / 2) == L
    share = 2 * (400 - 400**2 / 2 / pitch) / 800
    EI, mid = member.section.material.E * member.shape.Iy, 0.0
    for kg, side in ((82, -1), (95, 1)):
        for k in range(2000):
            a = L / 2 + side * W / 4 - 200 + (k + 0.5) * 0.2
            b = min(a, L - a)
            mid += kg * G * share / 2000 * b * (3 * L**2 - 4 * b**2) / (48 * EI)
    assert value(found, "δ_p") == pytest.approx(mid, rel=2e-3)
