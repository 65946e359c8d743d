"""Every loading state by sums of the test's own, the worst named; where a little more hurts least by the lever; the payload as it goes; a weighing
that corrects by a named difference and can be taken back."""

from __future__ import annotations

from dataclasses import replace
from typing import Any

import pytest
import shapely
from hypothesis import given
from hypothesis import strategies as st

from ergostrut.core.balance.corrected import ledger
from ergostrut.core.balance.ledger import LedgerRow, loads_of, raw_ledger
from ergostrut.core.balance.more import MORE, budget, hurts
from ergostrut.core.balance.states import states_of, worst_of
from ergostrut.core.balance.weighed import differences
from ergostrut.core.catalog.model import Catalog
from ergostrut.core.changes import Change
from ergostrut.core.drawing.envelope import envelope_view
from ergostrut.core.job.change import apply
from ergostrut.core.job.document import Design
from ergostrut.core.primitives import Circle, Path
from ergostrut.core.problem import InputError
from ergostrut.core.report import check, context_of
from ergostrut.demo.sample import sample_jobs
from ergostrut.files.catalog_files import shipped_catalog

from .test_carriers import trailer

WAGON = sample_jobs()[2].design
CATALOG = shipped_catalog()
FLATBED = sample_jobs()[4].design


def everything(_: LedgerRow) -> bool:
    return True


def by_hand(design: Design, catalog: Catalog, keep: Any, used: float = 0.0) -> dict[str, float]:
    """Front and rear axle by moments about each other, of the entries that ``keep`` takes and of fuel used up."""
    context = context_of(design, catalog)
    entries, _ = raw_ledger(context, {})
    rows = [(one.kg, one.x or 0.0) for one in entries if keep(one)]
    tank = context.host.weights.tank
    if used and tank.full is not None and tank.ahead is not None:
        rows.append((-used * tank.full.kg, -tank.ahead.mm))
    front, rear = (one.x or 0.0 for one in context.host.carriers)
    on_rear = sum(kg * (x - front) for kg, x in rows) / (rear - front)
    return {"front": sum(kg for kg, _ in rows) - on_rear, "rear": on_rear}


@pytest.mark.parametrize(
    ("words", "keep", "used"),
    [
        ("laden, tank full", everything, 0.0),
        ("laden, tank empty", everything, 1.0),
        ("nothing carried, tank full", lambda row: row.group != "load", 0.0),
        ("nothing carried, tank empty", lambda row: row.group != "load", 1.0),
    ],
)
def test_each_state_by_hand(catalog: Catalog, words: str, keep: Any, used: float) -> None:
    states = {one.words: one for one in states_of(context_of(FLATBED, catalog))}
    assert set(states) == {"laden, tank full", "laden, tank empty", "nothing carried, tank full", "nothing carried, tank empty"}
    assert dict(states[words].loads.on) == pytest.approx(by_hand(FLATBED, catalog, keep, used))


def test_the_driver_alone_and_what_moves(catalog: Catalog) -> None:
    """Two riders, drawers that are pulled to the rear: everybody or the driver, laden or not, driven or moved."""
    context = context_of(WAGON, catalog)
    states = states_of(context)
    assert len(states) == 8 and len({one.words for one in states}) == 8
    driver = min((one for one in raw_ledger(context, {})[0] if one.group == "crew"), key=lambda row: (row.x or 0.0, row.y))
    alone = next(one for one in states if one.words == "laden, the driver alone, as it is driven")
    hand = by_hand(WAGON, catalog, lambda row: row.group != "crew" or row.name == driver.name)
    assert dict(alone.loads.on) == pytest.approx(hand)


def test_the_worst_is_named_and_judged(catalog: Catalog) -> None:
    report = check(WAGON, catalog)
    hardest = worst_of(report.context, states_of(report.context))
    found = next(f for f in report.findings if f.id == "balance/states")
    assert hardest is not None and found.use == pytest.approx(hardest[0]) and hardest[4].words in found.sentence
    uses = [f.use for f in report.findings if f.id in ("balance/front", "balance/rear", "balance/gross") and f.use is not None]
    assert found.use >= max(uses) - 1e-9
    light = next(f for f in report.findings if f.id == "balance/states.light")
    assert light.demand == pytest.approx(min(states_of(report.context), key=lambda one: one.front() / one.loads.total).front())


def test_an_overloaded_state_that_nobody_looked_at_is_over(catalog: Catalog) -> None:
    """All that is carried far behind the rear axle, two riders in front: with the driver alone least stays on what steers."""
    heavy = {"id": "ballast", "name": "ballast", "length": "200 mm", "width": "200 mm", "height": "200 mm", "mass": "800 kg", "on": "host/floor",
             "at": {"x": "2350 mm", "y": "0 mm"}, "hold": {"by": "bolted"}}  # fmt: skip
    report = check(apply(WAGON, [Change("/carry/things", heavy, "add")]), catalog)
    found = next(f for f in report.findings if f.id == "balance/states")
    assert found.state == "over" and "laden" in found.sentence
    light = next(f for f in report.findings if f.id == "balance/states.light")
    before = next(f for f in check(WAGON, catalog).findings if f.id == "balance/states.light")
    assert light.demand is not None and before.demand is not None
    assert light.demand < before.demand - 200 and "the driver alone" in light.sentence


def test_a_little_more_hurts_where_the_lever_says(catalog: Catalog) -> None:
    context = context_of(FLATBED, catalog)
    entries, missing = ledger(context, {})
    loads = loads_of(context, entries, missing)
    found = hurts(context, loads)
    assert found is not None
    front, rear = context.host.carriers
    for x, use in zip(found.x, found.use, strict=True):
        share = MORE * (x - (front.x or 0.0)) / ((rear.x or 0.0) - (front.x or 0.0))
        both = (loads.on["front"] + MORE - share) / (front.rating or 1.0), (loads.on["rear"] + share) / (rear.rating or 1.0)
        assert use == pytest.approx(max(both))
    lo, hi = found.best
    assert all(use > min(found.use) for x, use in zip(found.x, found.use, strict=True) if not lo <= x <= hi)


def test_the_payload_goes_step_by_step(catalog: Catalog) -> None:
    context = context_of(WAGON, catalog)
    found = budget(context)
    assert found is not None
    payload, rows = found
    entries, _ = ledger(context, {})
    rating = context.host.weights.gross_rating
    assert rating is not None and payload == pytest.approx(rating.kg - sum(e.kg for e in entries if e.group in ("vehicle", "fuel")))
    assert rows[-1].left == pytest.approx(rating.kg - sum(entry.kg for entry in entries))
    assert [row.name for row in rows] == ["people", *(build.label for build in context.builds), "all that is carried"]
    assert (
        budget(replace(context, host=replace(context.host, weights=context.host.weights.model_copy(update={"gross_rating": None})))) is None
    )


def test_the_envelope_holds_what_holds(catalog: Catalog) -> None:
    """A state's point lies in the shaded field just where no rating is passed and a fifth stays in front."""
    for design in (WAGON, FLATBED):
        context = context_of(design, catalog)
        states = states_of(context)
        view = envelope_view(context, states)
        assert view is not None
        (field,) = [item for item in view.items if isinstance(item, Path) and item.closed]
        region = shapely.Polygon(field.points)
        marks = [item for item in view.items if isinstance(item, Circle)]
        assert [mark.title for mark in marks] == [state.words for state in states]
        rating = context.host.weights.gross_rating
        for mark, state in zip(marks, states, strict=True):
            within = state.loads.total <= (rating.kg if rating else 1e9) and state.front() >= state.loads.total / 5
            within = within and all(state.loads.on[one.id] <= (one.rating or 1e9) for one in context.host.carriers)
            assert region.covers(shapely.Point(mark.at)) == within
    assert envelope_view(context, ()) is None


def weighed(design: Design, **more: Any) -> Design:
    ticket = {"name": "bridge", "builds": [build.id for build in design.builds], **more}
    return apply(design, [Change("/host/weights/weighings", ticket, "add")])


def test_a_weighing_counts_everywhere_by_its_name(catalog: Catalog) -> None:
    """Weighed laden with a full tank: front 40 kg more, rear 15 less; the same everywhere after, and gone when it is taken back."""
    before = loads_of(context_of(FLATBED, catalog), raw_ledger(context_of(FLATBED, catalog), {})[0], ())
    design = weighed(FLATBED, front=f"{before.on['front'] + 40:.3f} kg", rear=f"{before.on['rear'] - 15:.3f} kg")
    context = context_of(design, catalog)
    found, missing = differences(context)
    assert not missing and {one.carrier: round(one.kg, 2) for one in found} == {"front": 40.0, "rear": -15.0}
    entries, _ = ledger(context, {})
    after = loads_of(context, entries, ())
    assert after.on["front"] == pytest.approx(before.on["front"] + 40, abs=0.01) and after.on["rear"] == pytest.approx(
        before.on["rear"] - 15, abs=0.01
    )
    assert {entry.name for entry in entries if entry.name.startswith("difference, bridge")} == {
        "difference, bridge, front axle",
        "difference, bridge, rear axle",
    }
    report = check(design, catalog)
    note = next(f for f in report.findings if f.id == "balance/weighing")
    assert note.state == "note" and "tank full" in note.sentence and not after.provisional
    gone = apply(design, [Change("/host/weights/weighings/0", op="remove")])
    assert loads_of(context_of(gone, catalog), ledger(context_of(gone, catalog), {})[0], ()).on == pytest.approx(dict(before.on))


@pytest.mark.parametrize(("fuel", "used"), [("full", 0.0), ("half", 0.5), ("empty", 1.0)])
@pytest.mark.parametrize("laden", [True, False])
def test_a_weighing_is_set_against_the_state_it_was_taken_in(catalog: Catalog, fuel: str, used: float, laden: bool) -> None:
    """What the state weighs by hand and weighed so is no difference."""
    on = by_hand(FLATBED, catalog, lambda row: laden or row.group != "load", used)
    design = weighed(FLATBED, front=f"{on['front']:.4f} kg", rear=f"{on['rear']:.4f} kg", fuel=fuel, laden=laden)
    assert [round(one.kg, 3) for one in differences(context_of(design, catalog))[0]] == [0.0, 0.0]


def test_a_build_that_was_not_there_yet_counts_besides(catalog: Catalog) -> None:
    """Weighed before anything was built in: the builds and what stands in them come on top of the ticket."""
    entries, _ = raw_ledger(context_of(FLATBED, catalog), {})
    bare = by_hand(FLATBED, catalog, lambda row: row.group in ("vehicle", "fuel", "crew"))
    design = weighed(FLATBED, front=f"{bare['front'] + 10:.3f} kg", rear=f"{bare['rear']:.3f} kg", builds=[], laden=False)
    total = loads_of(context_of(design, catalog), ledger(context_of(design, catalog), {})[0], ()).total
    assert total == pytest.approx(sum(entry.kg for entry in entries) + 10, abs=0.01)


def test_what_is_planned_was_not_weighed(catalog: Catalog) -> None:
    """A thing that is planned counts besides the ticket, laden or not."""
    thing = FLATBED.carry.things[0]
    design = apply(FLATBED, [Change("/carry/things/0/stage", "planned")])
    on = by_hand(design, catalog, lambda row: row.name != thing.name)
    context = context_of(weighed(design, front=f"{on['front']:.3f} kg", rear=f"{on['rear']:.3f} kg"), catalog)
    assert [round(one.kg, 2) for one in differences(context)[0]] == [0.0, 0.0]
    entries = ledger(context, {})[0]
    assert loads_of(context, entries, ()).total == pytest.approx(sum(on.values()) + thing.mass.kg * thing.stacked, rel=1e-4)


def test_a_large_difference_is_to_be_looked_for(catalog: Catalog) -> None:
    on = by_hand(FLATBED, catalog, everything)
    report = check(weighed(FLATBED, front=f"{1.1 * on['front']:.1f} kg", rear=f"{on['rear']:.1f} kg"), catalog)
    found = next(f for f in report.findings if f.id == "balance/weighing")
    assert found.state == "tight" and "not in the ledger" in found.sentence


@pytest.mark.parametrize("times", [0.1, 0.6, 1.5])
def test_a_misread_ticket_makes_nothing_lighter(catalog: Catalog, times: float) -> None:
    """A figure left out of a load would take the vehicle off its axle: it counts nowhere, and says so."""
    on = by_hand(FLATBED, catalog, everything)
    design = weighed(FLATBED, front=f"{times * on['front']:.1f} kg", rear=f"{on['rear']:.1f} kg")
    report = check(design, catalog)
    found = next(f for f in report.findings if f.id == "balance/weighing")
    assert found.state == "unknown" and "front axle" in found.sentence
    before = {f.id: f.use for f in check(FLATBED, catalog).findings}
    assert all(f.use == before[f.id] for f in report.findings if f.id in ("balance/front", "balance/rear", "balance/gross"))


@pytest.mark.parametrize(("kg", "state"), [("2200 kg", "holds"), ("1600 kg", "tight"), ("1300 kg", "over")])
def test_tyres_on_the_heavier_side_in_the_hardest_state(catalog: Catalog, kg: str, state: str) -> None:
    """Half of the axle's load and the lever of what lies off the centre line, against half of what its tyres bear."""
    design = apply(WAGON, [Change("/host/weights/rear/tyres", kg)])
    found = next(f for f in check(design, catalog).findings if f.id == "balance/tyres.rear")
    context = context_of(design, catalog)
    track = context.host.mm("track")
    assert track is not None
    most = max(one.loads.on["rear"] * (0.5 + abs(one.loads.y) / track) for one in states_of(context))
    assert found.demand == pytest.approx(most) and found.limit == pytest.approx(float(kg.split(maxsplit=1)[0]) / 2) and found.state == state
    assert not any(f.check == "tyres" for f in check(WAGON, catalog).findings)


def test_tyres_without_axle_loads_are_unknown(catalog: Catalog) -> None:
    design = apply(WAGON, [Change("/host/weights/rear/tyres", "2000 kg"), Change("/host/weights/rear/empty", None)])
    assert next(f for f in check(design, catalog).findings if f.id == "balance/tyres.rear").state == "unknown"


def test_a_weighing_without_a_load_is_refused() -> None:
    with pytest.raises(InputError, match="at least one axle"):
        weighed(FLATBED)


def test_a_trailers_states_are_those_of_its_coupling(catalog: Catalog) -> None:
    context = context_of(trailer(), catalog)
    states = states_of(context)
    assert all(set(one.loads.on) == {carrier.id for carrier in context.host.carriers} for one in states)
    assert not any("driver" in one.words or "tank" in one.words for one in states)


@given(st.floats(0, 300), st.floats(-300, 300))
def test_a_difference_never_changes_what_was_weighed(front: float, rear: float) -> None:
    """Whatever was read, the state it was read in comes out as it was read."""
    on = by_hand(FLATBED, CATALOG, everything)
    design = weighed(FLATBED, front=f"{on['front'] + front:.2f} kg", rear=f"{on['rear'] + rear:.2f} kg")
    context = context_of(design, CATALOG)
    loads = loads_of(context, ledger(context, {})[0], ())
    assert loads.on["front"] == pytest.approx(on["front"] + front, abs=0.02) and loads.on["rear"] == pytest.approx(
        on["rear"] + rear, abs=0.02
    )
