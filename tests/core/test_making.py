"""The order steps come in over all builds of a job, what is read at them, and what the record says of both."""

from __future__ import annotations

import math

import pytest

from ergostrut.core.advice.first import built_first
from ergostrut.core.catalog.model import Catalog
from ergostrut.core.changes import Change
from ergostrut.core.constants import G
from ergostrut.core.cut.plan import cut_plan
from ergostrut.core.document.plan import Plan
from ergostrut.core.drawing.step import step_view
from ergostrut.core.frame.build import families_for, family_of
from ergostrut.core.job.change import apply
from ergostrut.core.job.document import Design, Entry
from ergostrut.core.job.start import start
from ergostrut.core.log.learnt import ratio
from ergostrut.core.log.making import follows, read, ticks, values
from ergostrut.core.make.checks import check_making
from ergostrut.core.make.hours import hands_on
from ergostrut.core.make.steps import steps
from ergostrut.core.make.work import work_of
from ergostrut.core.measure.hosts import resolve
from ergostrut.core.mechanics.joints.bolt import torque
from ergostrut.core.primitives import Label, Path
from ergostrut.core.prove.model.study import study
from ergostrut.core.report import context_of
from ergostrut.core.structure.plans import Reading, Step
from ergostrut.core.structure.standing.setting import settings_of
from ergostrut.core.units import Units
from ergostrut.core.wording import Say
from ergostrut.demo.sample import sample_jobs
from ergostrut.files.catalog_files import shipped_catalog, shipped_templates
from tests.bench import starts

JOBS = {job.design.name: job.design for job in sample_jobs()}
MM = Say(Units(length="mm", mass="kg"))


def made(design: Design) -> tuple[Step, ...]:
    context = context_of(design, shipped_catalog())
    return steps(context, cut_plan(context))


@pytest.mark.parametrize("name", JOBS)
def test_every_step_comes_after_what_it_needs_and_no_part_is_joined_before_it_is_cut(name: str) -> None:
    design = JOBS[name]
    rows = made(design)
    at = {step.id: k for k, step in enumerate(rows)}
    behind: dict[str, set[str]] = {}
    for step in rows:
        assert all(at[one] < at[step.id] for one in step.after), step.id
        behind[step.id] = {*step.after}.union(*(behind[one] for one in step.after))
        # reduced: nothing named that another one named brings along
        assert not any(one in behind[other] for one in step.after for other in step.after)
    cuts = {part: step.id for step in rows if step.work == "cut" for part in step.parts if step.id.startswith("cut/")}
    members = {m.id for build in context_of(design, shipped_catalog()).builds for m in build.members}
    for step in rows:
        for part in step.sets:
            if part in members:
                assert cuts[part] in behind[step.id], f"{part} is set in {step.id} and cut in none before it"


def test_all_of_one_stock_is_cut_together_over_all_builds() -> None:
    rows = {step.id: step for step in made(JOBS["Borrowed van's gear rack"])}
    both = rows["cut/2x3 spf"]
    assert {part.split("/")[0] for part in both.parts} == {"rack1", "rack2"} and both.stands_for == ("rack1/cut", "rack2/cut")
    assert set(both.after) == {"rack1/measure", "rack2/measure"} and both.takes == "2x3 spf"
    assert not any(ident.endswith("/cut") for ident in rows), "no build cuts by itself"


def test_hours_are_what_the_families_say() -> None:
    for design in JOBS.values():
        context = context_of(design, shipped_catalog())
        cut = cut_plan(context)
        said = sum(row.minutes for build in context.builds for row in family_of(build.family).steps(context, build, cut))
        assert sum(step.minutes for step in steps(context, cut)) == pytest.approx(said, rel=1e-9)


def test_what_stands_on_another_goes_in_after_it_and_builds_follow_each_other_in_the_vehicle() -> None:
    rows = {step.id: step for step in made(JOBS["Orchard flatbed"])}
    assert "flatbed1/light" in rows["box1/fit"].after and "box1/top" in rows["box1/fit"].after
    # on the bench the box waits for nothing of the flatbed
    assert all(not one.startswith("flatbed1") for one in rows["box1/sides"].after)
    turned = JOBS["Orchard flatbed"].model_copy(update={"builds": JOBS["Orchard flatbed"].builds[::-1]})
    assert "flatbed1/light" in {step.id: step for step in made(turned)}["box1/fit"].after, "however the document lists them"


def test_a_tray_and_its_base_are_made_side_by_side_and_meet_at_the_test_fit() -> None:
    rows = {step.id: step for step in made(JOBS["River survey pickup"])}
    assert all(one.startswith("cut/") for one in rows["slide1/base"].after)
    assert {"slide1/axles", "slide1/base"} <= set(rows["slide1/fit"].after)


@pytest.mark.parametrize("template", [template.id for template in shipped_templates()])
def test_every_step_of_every_family_has_a_kind_of_work(template: str, catalog: Catalog) -> None:
    one = next(one for one in shipped_templates() if one.id == template)
    for family in families_for(resolve(start(one, "x", Units(length="mm", mass="kg"), []).host)):
        context = context_of(start(one, "x", Units(length="mm", mass="kg"), [family.id]), catalog)
        for row in family.steps(context, context.builds[0], cut_plan(context)):
            assert work_of(row.id, row.title)


def test_readings_are_what_geometry_and_thread_say() -> None:
    rows = {step.id: step for step in made(JOBS["Orchard flatbed"])}
    # 2200 by 1860 mm over the outsides of the rails
    assert [one.planned for one in rows["flatbed1/tack"].reads] == [pytest.approx(math.hypot(2200, 1860), abs=0.1)] * 2
    (bolt,) = rows["flatbed1/mount"].reads
    assert bolt.planned == pytest.approx(0.2 * 12e-3 * 0.75 * 580 * 84.3, rel=2e-3) and bolt.unit == "N m"
    assert (bolt.low, bolt.high) == (pytest.approx(0.9 * (bolt.planned or 0), abs=0.1), pytest.approx(1.1 * (bolt.planned or 0), abs=0.1))
    assert torque.__doc__ is not None
    trailer = {step.id: step for step in made(JOBS["Seed library trailer"])}
    left, right = trailer["box/axle"].reads
    assert left.alike == right.alike and left.planned == pytest.approx(math.hypot(left.base, left.arm))


def entered(step: Step, **read_as: float) -> dict[tuple[str, str], list[float]]:
    names = [one.name for one in step.reads]
    return {(step.id, name): [value] for name, value in zip(names, read_as.values(), strict=False)}


def test_diagonals_that_differ_say_how_far_to_push() -> None:
    # a rectangle 2000 x 1000 racked by 5 mm: diagonals of 2005 and 1995 along, 1000 across
    d1, d2 = math.hypot(2005, 1000), math.hypot(1995, 1000)
    pair = tuple(Reading(name, "mm", math.hypot(2000, 1000), alike="diagonals", within=3.0, base=2000.0) for name in ("one", "other"))
    step = Step("a/tack", "t", "", "", "", 1.0, reads=pair)
    off = read(step, entered(step, one=d1, other=d2), MM)
    assert [row.state for row in off] == ["over", "over"] and "push a long side along by 5.0 mm" in off[0].words
    assert "“one” gets shorter" in off[0].words
    near = read(step, entered(step, one=d1, other=d1 - 2.9), MM)
    assert [row.state for row in near] == ["holds", "holds"]
    assert [row.state for row in read(step, entered(step, one=d1), MM)] == ["holds", "unknown"], "one alone is not compared"
    assert read(step, entered(step, one=2000.0, other=2000.0), MM)[0].state == "over", "another length than planned"


def test_an_axle_that_is_askew_says_which_end_to_move_and_how_far() -> None:
    # 2412 and 2419 mm to the ends, 800 mm from the middle: 7.4 mm (by the two triangles, by hand)
    pair = tuple(Reading(side, "mm", 2415.5, alike="coupling to axle", within=3.0, base=2279.0, arm=800.0) for side in ("left", "right"))
    step = Step("a/axle", "t", "", "", "", 1.0, reads=pair)
    off = read(step, entered(step, left=2412.0, right=2419.0), MM)
    assert off[1].state == "over" and "reads more towards the coupling by 7.4 mm" in off[1].words


def test_a_torque_and_an_opening_have_bounds_of_their_own() -> None:
    bolt = Step("a/install", "t", "", "", "", 1.0, reads=(Reading("torque", "N m", 88.0, 79.2, 96.8),))
    assert [read(bolt, entered(bolt, t=value), MM)[0].state for value in (79.0, 79.2, 96.8, 97.0)] == ["over", "holds", "holds", "over"]
    assert "tighten it" in read(bolt, entered(bolt, t=60.0), MM)[0].words


def test_the_last_reading_counts_and_others_are_shown() -> None:
    step = Step("a/install", "t", "", "", "", 1.0, reads=(Reading("torque", "N m", 88.0, 79.2, 96.8),))
    record = [
        Entry(kind="reading", at="2026-05-04T10:0" + str(k), data={"step": "a/install", "values": {"torque": value}})
        for k, value in enumerate((60.0, 88.0, 88.0))
    ]
    (row,) = read(step, values(record), MM)
    assert (row.value, row.others, row.state) == (88.0, (60.0,), "holds")


def test_a_tick_says_whether_its_hold_was_so_and_old_ticks_of_builds_still_count() -> None:
    rows = made(JOBS["Borrowed van's gear rack"])
    record = [Entry(kind="tick", at="2026-05-04T10:00", data={"step": name}) for name in ("rack1/cut", "rack2/cut")]
    done = ticks(rows, record)
    assert done["cut/2x3 spf"].at == "2026-05-04T10:00" and not done["cut/2x3 spf"].held
    assert "cut/2x3 spf" not in ticks(rows, record[:1]), "one build alone has not cut it all"
    held = ticks(rows, [*record, Entry(kind="tick", at="2026-05-05T10:00", data={"step": "rack1/ladders", "held": True})])
    assert held["rack1/ladders"].held and "rack1/ladders" not in ticks(rows, [Entry(kind="untick", at="", data={"step": "rack1/ladders"})])


def test_a_shop_that_is_too_cold_for_glue_is_over() -> None:
    design = apply(JOBS["Orchard flatbed"], [Change("/plan/temperature", 9.0)])
    context = context_of(design, shipped_catalog())
    rows = {f.id: f for f in check_making(context, made(design))}
    assert set(rows) == {"make/cold/glue"} and rows["make/cold/glue"].state == "over"
    assert list(check_making(context_of(JOBS["Orchard flatbed"], shipped_catalog()), made(design))) == []


def test_what_is_built_first_says_what_is_then_out_of_reach(catalog: Catalog) -> None:
    for name in ("River survey pickup", "Seed library trailer"):
        first = JOBS[name].builds[0].id
        assert built_first(JOBS[name], catalog, first) == (), "it is first already"
    with pytest.raises(KeyError):
        built_first(JOBS["River survey pickup"], catalog, "none")
    found = built_first(JOBS["River survey pickup"], catalog, JOBS["River survey pickup"].builds[1].id)
    assert all(one.place == "make" and one.state in ("over", "unknown", "tight") for one in found)


def test_paint_and_glue_are_stirred_up_by_what_they_cover() -> None:
    rows = {step.id: step for step in made(JOBS["Orchard flatbed"])}
    # by hand, in mm: 2 long rails and 2 side rails of 2200, 6 cross members of 1758.4; 2x4 and 2x3 in tubes
    area = 2 * 2200 * 2 * (50.8 + 101.6) + 2 * 2200 * 2 * (50.8 + 76.2) + 6 * 1758.4 * 2 * (50.8 + 76.2)
    assert rows["flatbed1/paint"].batch.startswith(f"{area * 1e-6:.1f} m2 outside: {2 * area * 1e-7:.1f} l for 2 coats")
    assert "g of glue" in rows["box1/square"].batch and rows["flatbed1/weld"].batch == ""


def _started(template: str, *families: str, **changes: object) -> Design:
    one = next(t for t in shipped_templates() if t.id == template)
    found = start(one, "x", Units(length="mm", mass="kg"), families)
    return apply(found, [Change(f"/{path.replace('__', '/')}", value) for path, value in changes.items()])


def test_wood_lies_in_the_shop_first_and_its_moisture_is_read() -> None:
    design = _started("van-large", "fixed_platform")
    cuts = {step.takes: step for step in made(design) if step.work == "cut"}
    lumber, steel = cuts["2x4 spf"], next(s for s in made(JOBS["Orchard flatbed"]) if s.takes == "2x4x1/8")
    assert lumber.rests == 72.0 and [one.name for one in lumber.reads] == ["moisture of the wood"]
    assert steel.rests == 0.0 and not any(one.unit == "%" for one in steel.reads)
    (dry,) = read(lumber, {(lumber.id, "moisture of the wood"): [14.0]}, MM)
    (wet,) = read(lumber, {(lumber.id, "moisture of the wood"): [23.0]}, MM)
    assert dry.state == "holds" and wet.state == "over" and "lumber stays wet" in wet.words
    # where it is said to stay wet there is nothing to hold it to
    soaked = apply(design, [Change("/loads/wet", True)])
    assert not any(step.reads for step in made(soaked) if step.takes == "2x4 spf")


def test_an_opening_that_is_narrower_asks_its_drawer_to_follow() -> None:
    design = _started("van-large", "drawer_system")
    step = next(one for one in made(design) if one.id.endswith("/openings-again"))
    first = step.reads[0]
    assert first.planned is not None and first.make > 0
    context = context_of(design, shipped_catalog())
    runner = context.builds[0].runners[0]
    assert first.planned - first.make == pytest.approx(runner.width, abs=0.11)
    panels = {panel.id: panel for panel in context.builds[0].panels}
    assert first.parts and all(any(abs(side - runner.width) < 0.5 for side in panels[part].cut) for part in first.parts)
    names = [one.name for one in step.reads if one.alike == first.alike]
    entered = {(step.id, name): [first.planned - 4.0 * (k == 1)] for k, name in enumerate(names)}
    rows = read(step, entered, MM)
    marks = dict.fromkeys(first.parts, "F1")
    (told,) = follows(rows, marks, (), MM)
    assert told.startswith("F1: cut 4.0 mm shorter") and f"{first.planned - 4 - first.make:.0f} mm wide" in told
    late = follows(rows, marks, first.parts[:1], MM)
    assert len(late) == 2 and "cut already" in late[1]
    # one that is wider is shimmed
    assert follows(read(step, {(step.id, names[0]): [first.planned + 5.0]}, MM), marks, (), MM) == ()


def test_a_coat_of_resin_weighs_costs_and_is_laid_in_batches() -> None:
    """By hand: area x layers x fabric, 1.5 times as much resin; a pot of 20 minutes at 20 C lives 10 at 30 C, in which two lay 2 m2."""
    coat = {"fabric": 300, "layers": 2, "ratio": 1.5, "pot": 20, "faces": "both faces"}
    plain, design = (_started("van-large", "plywood_box", **more) for more in ({}, {"builds__0__coat": coat}))
    bare, there = (context_of(one, shipped_catalog()).builds[0] for one in (plain, design))
    area = 2 * sum(panel.area for panel in there.panels) * 1e-6
    fabric = area * 2 * 0.3
    assert there.mass - bare.mass == pytest.approx(2.5 * fabric, abs=0.2)
    warm = apply(design, [Change("/plan/temperature", 30.0), Change("/plan/people", 2)])
    step = next(one for one in made(warm) if one.id.endswith("/coat"))
    count = math.ceil(2 * area / (0.1 * 10 * 2))
    assert step.waits == "resin" and step.work == "finish" and "gloves" in step.caution
    assert (
        f"{fabric:.2f} kg of fabric, {1.5 * fabric:.2f} kg of resin" in step.batch and f"lives 10 min at 30 °C: {count} batch" in step.batch
    )
    ids = [one.id for one in made(warm)]
    assert ids.index("box1/square") < ids.index("box1/coat")
    assert not any(one.waits == "resin" for one in made(plain))
    cold = apply(design, [Change("/plan/temperature", 12.0)])
    assert [f.id for f in check_making(context_of(cold, shipped_catalog()), made(cold))] == ["make/cold/resin"]


def test_hours_are_by_system_and_a_shops_own_come_before_common_practice() -> None:
    rows = made(JOBS["Orchard flatbed"])
    assert {step.system for step in rows} == {"welded_steel_tube", "panels"}
    plain = hands_on(rows, Plan(), {})
    assert [(row.label, row.lines) for row in plain] == [("steel tube, welded", 0), ("panels", 0)]
    assert all(row.low == pytest.approx(0.7 * row.hours) and row.high == pytest.approx(1.6 * row.hours) for row in plain)
    assert sum(row.hours for row in plain) == pytest.approx(sum(step.minutes for step in rows) / 60)
    welds = sum(step.minutes for step in rows if step.work == "weld") / 60
    closer = hands_on(rows, Plan(factors={"weld": 3.0, "welded_steel_tube/weld": 2.0}), {})
    assert closer[0].hours - plain[0].hours == pytest.approx(welds), "what is learnt of the system counts before what is of the work"
    own = hands_on(rows, Plan(), {"weld": ratio("weld", [1.0, 2.0, 3.0])})
    assert own[0].lines == 3 and own[0].high - plain[0].high == pytest.approx(welds * (3.0 - 1.6))


@pytest.mark.parametrize("name", JOBS)
def test_what_a_step_has_in_hand_is_drawn(name: str) -> None:
    context = context_of(JOBS[name], shipped_catalog())
    plan = cut_plan(context)
    marks = {part: row.mark for row in plan.pieces for part in row.parts}
    parts = {one.id for build in context.builds for one in (*build.members, *build.panels)}
    drawn = 0
    for step in steps(context, plan):
        found = step_view(context.builds, step, marks)
        assert (found is not None) or not parts & set(step.parts), step.id
        if found is not None:
            drawn += 1
            assert {one.text for one in found.items if isinstance(one, Label)} <= set(marks.values())
            assert any(isinstance(one, Path) and one.role != "host-faint" for one in found.items)
    assert drawn > 3


def test_what_is_glued_is_put_together_dry_and_what_is_tacked_stands_in_a_jig() -> None:
    rows = made(JOBS["Orchard flatbed"])
    assert all("dry first" in step.text for step in rows if step.waits == "glue") and any(step.waits == "glue" for step in rows)
    assert "In a jig" in next(step.text for step in rows if step.id.endswith("/tack"))


@pytest.mark.parametrize(
    "family", ["bed_topper", "chassis_body", "truck_flatbed", "fixed_platform", "shelf_rack", "hung_bunk", "bed_slide"]
)
def test_all_that_a_coat_weighs_reaches_the_frame(family: str, catalog: Catalog) -> None:
    """What its bare frame takes under 1 g grows by what the build does; doors, whose hinges are asked bare, have none."""
    bare = next(design for name, design in starts() if name.startswith(family))
    coat = {"fabric": 600, "layers": 4, "ratio": 1.5, "faces": "both faces"}
    grown = []
    for one in (bare, apply(bare, [Change("/builds/0/coat", coat)])):
        context = context_of(one, catalog)
        build = context.builds[0]
        posed = study(context, build, settings_of(build)[0]).posed
        assert posed is not None
        down = next(load for load in posed.basic_loads if load.name == "z")
        assert not down.points
        taken = sum((row.w0[2] + row.w1[2]) / 2 * (row.end - row.start) for row in down.spreads) + sum(six[2] for _, six in down.nodal)
        grown.append((build.mass, taken / G))
    (light, before), (heavy, after) = grown
    assert heavy - light > 5.0 and after - before == pytest.approx(heavy - light, abs=0.05)
