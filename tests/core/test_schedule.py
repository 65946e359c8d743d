"""The plan of days: never shorter than an independent search finds, no wait and no window broken, the same every time."""

from __future__ import annotations

import datetime as dt
import itertools
import random
from collections.abc import Callable, Sequence
from dataclasses import replace

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from ergostrut.core.document.plan import Away, Lead, Plan, ToolKept
from ergostrut.core.make.schedule.calendar import calendar
from ergostrut.core.make.schedule.late import delayed
from ergostrut.core.make.schedule.plan import Schedule, schedule
from ergostrut.core.make.schedule.tasks import tasks
from ergostrut.core.make.waits import SETTINGS, hours_of, too_cold
from ergostrut.core.structure.plans import Step, Waits

MONDAY = dt.date(2026, 6, 1)


def step(
    name: str, minutes: float, after: Sequence[str] = (), *, there: bool = False, waits: Waits = "", work: str = "join", takes: str = ""
) -> Step:
    return Step(name, name, "", "", "", minutes, there=there, waits=waits, work=work, after=tuple(after), takes=takes)  # type: ignore[arg-type]


def quarter(found: Schedule, name: str, plan: Plan) -> tuple[int, int]:
    row = next(row for row in found.rows if row.step == name)
    return round(row.start * plan.hours_a_day * 4), round(row.end * plan.hours_a_day * 4)


def brute(steps: Sequence[Step], plan: Plan, days: int) -> int:
    """The fewest quarter hours in which it can be done: every order there is, each task at the earliest place, by a clock of its own.

    Written apart from the planner: a slot is (day, quarter), looked up one by one.
    """
    a_day = round(plan.hours_a_day * 4)
    dates, day = [], MONDAY
    while len(dates) < days:
        if day.strftime("%a") in plan.days:
            dates.append(day)
        day += dt.timedelta(days=1)
    clock = [dt.datetime.combine(date, dt.time(8)) + dt.timedelta(minutes=15 * q) for date in dates for q in range(a_day)]
    away = {k for k, at in enumerate(clock) if any(gone.start <= at.date() <= gone.end for gone in plan.away)}
    best = len(clock) + 1
    for order in itertools.permutations(steps):
        seen: set[str] = set()
        if any(not (set(one.after) <= seen) or seen.add(one.id) for one in order):  # type: ignore[func-returns-value]
            continue
        busy: dict[int, int] = {}
        taken: dict[str, set[int]] = {"vehicle": set(away), "saw": set(), "welder": set()}
        end: dict[str, int] = {}
        waits = {one.id: hours_of(one.waits, plan.temperature) for one in steps}
        for one in order:
            need = max(1, -(-int(one.minutes) // 15))
            use = [name for name, is_it in (("vehicle", one.there), ("saw", one.work == "cut"), ("welder", one.work == "weld")) if is_it]
            k = 0
            while True:
                free = all(busy.get(j, 0) < plan.people and all(j not in taken[name] for name in use) for j in range(k, k + need))
                late = all(k >= end[a] and clock[k] - clock[end[a] - 1] - dt.timedelta(minutes=15) >= dt.timedelta(hours=waits[a]) - dt.timedelta(seconds=1) if waits[a] else k >= end[a] for a in one.after)  # fmt: skip
                if free and late:
                    break
                k += 1
            for j in range(k, k + need):
                busy[j] = busy.get(j, 0) + 1
                for name in use:
                    taken[name].add(j)
            end[one.id] = k + need
        best = min(best, max(end.values()))
    return best


@pytest.mark.parametrize("seed", range(40))
def test_no_plan_is_longer_than_the_best_of_every_order(seed: int) -> None:
    rng = random.Random(seed)
    names = "abcde"[: rng.randint(3, 5)]
    steps = [
        step(
            name, rng.choice([15, 30, 45, 75]), [other for other in names[:i] if rng.random() < 0.35], there=rng.random() < 0.4,
            waits=rng.choice(["", "", "weld", "glue"]), work=rng.choice(["join", "cut", "weld"]),
        )
        for i, name in enumerate(names)
    ]  # fmt: skip
    away = (Away(start=MONDAY + dt.timedelta(days=rng.randint(0, 2)), end=MONDAY + dt.timedelta(days=3)),) if rng.random() < 0.5 else ()
    plan = Plan(people=rng.randint(1, 2), hours_a_day=1.5, away=away, temperature=rng.choice([None, 15.0]))
    found = schedule(steps, plan, MONDAY, {})
    assert found.proven and found.gap == 0
    assert max(quarter(found, name, plan)[1] for name in names) == brute(steps, plan, 30)


def test_a_wait_goes_on_over_the_night_and_work_does_not() -> None:
    plan = Plan(hours_a_day=2.0)
    # an hour of glue on Monday sets over twelve hours: Tuesday morning
    found = schedule([step("glue", 60, waits="glue"), step("top", 60, ["glue"])], plan, MONDAY, {})
    assert [(row.step, row.on) for row in found.rows] == [("glue", MONDAY), ("top", MONDAY + dt.timedelta(days=1))]
    # 24 h of paint that ends on Friday is dry on Monday, though nobody worked meanwhile
    friday = MONDAY + dt.timedelta(days=4)
    painted = schedule([step("paint", 120, waits="paint"), step("deck", 60, ["paint"])], plan, friday, {})
    assert painted.rows[1].on == friday + dt.timedelta(days=3) and painted.rows[1].start == 1.0
    # and one that ends on Monday evening is dry on Wednesday morning, not before
    monday = schedule([step("paint", 120, waits="paint"), step("deck", 60, ["paint"])], plan, MONDAY, {})
    assert monday.rows[1].on == MONDAY + dt.timedelta(days=2)


def test_the_vehicle_a_borrowed_tool_and_a_delivery_are_waited_for() -> None:
    plan = Plan(
        hours_a_day=4.0,
        away=(Away(start=MONDAY, end=MONDAY + dt.timedelta(days=1)),),
        tools=(ToolKept(tool="welder", start=MONDAY + dt.timedelta(days=3)),),
        leads=(Lead(item="2x2", days=1),),
    )
    rows = [step("cut", 60, takes="2x2", work="cut"), step("weld", 60, ["cut"], work="weld"), step("fit", 30, there=True)]
    found = schedule(rows, plan, MONDAY, {})
    on = {row.step: row.on for row in found.rows}
    assert on["cut"] == MONDAY + dt.timedelta(days=1) and on["weld"] == MONDAY + dt.timedelta(days=3)
    assert on["fit"] >= MONDAY + dt.timedelta(days=2) and "delivery of 2x2" in next(row.waits for row in found.rows if row.step == "cut")
    assert schedule(rows, plan, MONDAY, {}, bought=["2x2"]).rows[0].on == MONDAY, "what is there already is not waited for"


def test_what_is_done_is_not_planned_and_its_wait_goes_on() -> None:
    rows = [step("paint", 60, waits="paint"), step("deck", 60, ["paint"])]
    done = {"paint": dt.datetime(2026, 6, 1, 15, 0)}
    found = schedule(rows, Plan(), MONDAY, done)
    assert [(row.step, row.on) for row in found.rows] == [("deck", MONDAY + dt.timedelta(days=1))] and "sets" in found.rows[0].waits
    assert schedule(rows, Plan(), MONDAY, {**done, "deck": done["paint"]}) == Schedule((), (), None, 0.0, True, (), (), "")


def test_a_job_that_finds_no_place_says_which_step_and_why() -> None:
    gone = Plan(away=(Away(start=MONDAY, end=dt.date(2030, 1, 1)),))
    found = schedule([step("bench", 30), step("fit", 30, ["bench"], there=True)], gone, MONDAY, {})
    assert found.ends is None and "“fit”" in found.trouble and "vehicle" in found.trouble and found.today == ("bench",)
    nobody = Plan(off=(Away(start=MONDAY, end=MONDAY + dt.timedelta(days=7 * 500)),))
    assert "nobody works" in schedule([step("bench", 30)], nobody, MONDAY, {}).trouble


def test_spare_is_what_a_step_may_slip_and_the_chain_ends_the_job() -> None:
    plan = Plan(people=2, hours_a_day=8.0)
    rows = [step("long", 360), step("short", 60), step("end", 60, ["long", "short"])]
    found = schedule(rows, plan, MONDAY, {})
    spare = {row.step: row.spare * 8 for row in found.rows}
    assert spare == {"long": 0.0, "short": 5.0, "end": 0.0} and found.chain == ("long", "end")
    # slipped so far and no farther the job ends as early
    late = {row.step: row.critical for row in found.rows}
    assert late == {"long": True, "short": False, "end": True}


def test_a_large_job_is_planned_in_time_and_never_longer_than_its_bound_says() -> None:
    rng = random.Random(7)
    rows = [
        step(
            f"s{i}", rng.choice([30, 60, 90, 120, 240]), [f"s{j}" for j in range(max(0, i - 9), i) if rng.random() < 0.18], there=rng.random() < 0.25,
            waits=rng.choice(["", "", "", "glue", "paint", "weld"]), work=rng.choice(["join", "cut", "weld", "finish"]),
        )
        for i in range(120)
    ]  # fmt: skip
    found = schedule(rows, Plan(people=3), MONDAY, {}, seconds=2.5)
    assert len(found.rows) == 120 and found.trouble == ""
    ends = max(row.end for row in found.rows)
    # three people cannot do it faster than their hours, whatever the gap says
    hours = sum(one.minutes for one in rows) / 60
    assert ends - found.gap <= ends and ends >= hours / 3 / 6 - 0.2 and found.gap / ends < 0.25


@settings(max_examples=40, deadline=None)
@given(st.data())
def test_every_plan_keeps_its_order_its_people_and_its_windows(data: st.DataObject) -> None:
    n = data.draw(st.integers(2, 9))
    rows = []
    for i in range(n):
        after = data.draw(st.lists(st.integers(0, i - 1), max_size=2, unique=True)) if i else []
        rows.append(
            step(
                f"s{i}", data.draw(st.sampled_from([10, 20, 60, 200])), [f"s{j}" for j in after], there=data.draw(st.booleans()),
                waits=data.draw(st.sampled_from(["", "weld", "paint"])),
            )
        )  # fmt: skip
    plan = Plan(people=data.draw(st.integers(1, 3)), hours_a_day=data.draw(st.sampled_from([1.0, 2.5, 8.0])), days=("Tue", "Sat"))
    found = schedule(rows, plan, MONDAY, {}, seconds=0.5)
    at = {row.step: row for row in found.rows}
    assert all(row.on.strftime("%a") in plan.days for row in found.rows)
    for one in rows:
        for name in one.after:
            assert at[one.id].start >= at[name].end - 1e-9
            nights = (at[one.id].on - at[name].until).days
            assert hours_of(next(r.waits for r in rows if r.id == name), None) < 20 or nights >= 1
    marks = sorted({row.start for row in found.rows})
    for mark in marks:
        now = [row for row in found.rows if row.start <= mark + 1e-9 < row.end - 1e-9]
        assert len(now) <= plan.people
        assert sum(next(r.there for r in rows if r.id == row.step) for row in now) <= 1
    # the clock stops a search: what is proven is the same again
    again = schedule(rows, plan, MONDAY, {}, seconds=0.5)
    assert again.ends == found.ends or not (again.proven and found.proven)


def test_a_calendar_counts_the_days_somebody_works() -> None:
    at = calendar(Plan(hours_a_day=1.0, days=("Mon", "Wed"), off=(Away(start=dt.date(2026, 6, 3), end=dt.date(2026, 6, 3)),)), MONDAY, 3)
    assert [day.isoformat() for day in at.days] == ["2026-06-01", "2026-06-08", "2026-06-10"] and at.slots == 12
    # an hour after Monday's end is next Monday's start; nothing after nothing
    assert at.after(1.0)[4] == 4 and at.after(0.0)[4] == 4 and at.after(24 * 7.0)[4] == 8


def test_waits_are_longer_in_the_cold_and_some_never_end() -> None:
    assert hours_of("glue", None) == 12.0 == hours_of("glue", 25.0) and hours_of("glue", 10.0) == 24.0 and hours_of("", 5.0) == 0.0
    assert too_cold("paint", 7.0) and not too_cold("paint", 8.0) and not too_cold("weld", -10.0) and not too_cold("glue", None)
    assert all(one.basis and one.hours > 0 for one in SETTINGS.values())


def test_a_delay_costs_what_its_spare_does_not_cover() -> None:
    plan = Plan(people=2, hours_a_day=8.0)
    rows = [step("long", 360), step("short", 60), step("end", 60, ["long", "short"])]
    found = schedule(rows, plan, MONDAY, {})
    late = delayed(rows, plan, MONDAY, {}, (), found, "short", 1)
    assert (late.planned, late.ends, late.cost) == (MONDAY, MONDAY + dt.timedelta(days=1), 1) and late.later == ("short", "end")
    three = delayed(rows, plan, MONDAY, {}, (), found, "long", 3)
    assert three.cost == 3 and three.ends == MONDAY + dt.timedelta(days=3)
    with pytest.raises(KeyError):
        delayed(rows, plan, MONDAY, {}, (), found, "none", 1)


def test_a_delivery_that_is_late_costs_days_only_where_somebody_waits_for_it() -> None:
    plan = Plan(people=1, hours_a_day=8.0, leads=(Lead(item="tube", days=1),))
    rows = [step("cut", 240, takes="tube", work="cut"), step("other", 960)]
    found = schedule(rows, plan, MONDAY, {})
    assert delayed(rows, plan, MONDAY, {}, (), found, "tube", 1).cost == 0, "two days of other work come first"
    # there on Saturday instead of Tuesday: cut on Monday, and the days of work between are lost
    assert delayed(rows, plan, MONDAY, {}, (), found, "tube", 4).cost == 3
    with pytest.raises(KeyError):
        delayed(rows, plan, MONDAY, {}, ("tube",), found, "tube", 1)


@pytest.mark.parametrize("seed", range(12))
def test_no_delay_costs_more_than_its_days_nor_less_than_nothing(seed: int) -> None:
    rng = random.Random(seed)
    rows = [step(f"s{i}", rng.choice([60, 120, 240]), [f"s{j}" for j in range(i) if rng.random() < 0.4]) for i in range(6)]
    plan = Plan(people=rng.choice([1, 2]), hours_a_day=4.0)
    found = schedule(rows, plan, MONDAY, {})
    days = rng.choice([1, 2, 5])
    for one in rows:
        late = delayed(rows, plan, MONDAY, {}, (), found, one.id, days)
        # what begins within a day may have to begin with the later one
        assert 0 <= late.cost <= days + 1 and one.id in late.later


class Impatient:
    """Looks on, and stops at once."""

    def __init__(self) -> None:
        self.rows: list[tuple[float, float]] = []

    def began(self, stop: Callable[[], None]) -> None:
        stop()

    def told(self, days: float, least: float) -> None:
        self.rows.append((days, least))


def test_a_search_that_is_stopped_has_a_plan_all_the_same() -> None:
    rng = random.Random(3)
    rows = [step(f"s{i}", rng.choice([30, 90, 150]), [f"s{j}" for j in range(max(0, i - 6), i) if rng.random() < 0.2]) for i in range(60)]
    watch = Impatient()
    found = schedule(rows, Plan(people=3), MONDAY, {}, seconds=30.0, watch=watch)
    assert len(found.rows) == 60 and watch.rows and all(least <= days + 1e-9 for days, least in watch.rows)


def test_stock_that_comes_lies_in_the_shop_first() -> None:
    plan = Plan(leads=(Lead(item="ply", days=4),))
    (one,) = tasks([replace(step("cut", 60, takes="ply", work="cut"), rests=72.0)], plan, MONDAY, {})
    assert one.ready == MONDAY + dt.timedelta(days=7) and "72 h in the shop" in one.why
    (there,) = tasks([replace(step("cut", 60, takes="ply", work="cut"), rests=72.0)], plan, MONDAY, {}, ("ply",))
    assert there.ready is None
