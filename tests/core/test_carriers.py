"""What carries a host: two axles, a coupling with one axle or two, and the vehicle that takes the coupling's load. By statics, by hand."""

from __future__ import annotations

from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from ergostrut.core.balance.corrected import ledger
from ergostrut.core.balance.hitch import check_class
from ergostrut.core.balance.ledger import CarrierLoads, loads_of
from ergostrut.core.balance.statics import drawn, shared
from ergostrut.core.catalog.model import Catalog
from ergostrut.core.drawing.axle_view import beam_view
from ergostrut.core.finding import Finding
from ergostrut.core.job.document import Design, read_design
from ergostrut.core.primitives import Arrow
from ergostrut.core.problem import InputError
from ergostrut.core.report import Report, check, context_of
from ergostrut.core.structure.carriers import Carrier, Springs


def axle(ident: str, springs: Springs = "alone") -> Carrier:
    return Carrier(ident, "axle", ident, None, None, None, springs=springs)


COUPLING = Carrier("coupling", "coupling", "Coupling", None, None, None)
DIMS = {
    "floor_length": 3000, "length_to_gate": 3000, "width_above_wells": 1800, "cover_height": 1900, "rear_door_width": 1700,
    "rear_door_height": 1800, "floor_thickness": 18, "wheelbase": 2900, "axle_from_front": 1700, "track": 1900,
}  # fmt: skip
WEIGHTS = {"coupling": {"empty": "62 kg", "rating": "100 kg"}, "axle": {"empty": "548 kg", "rating": "1300 kg"}, "gross_rating": "1300 kg"}
TOW = {
    "label": "wagon", "wheelbase": "2700 mm", "ball": "1100 mm", "front": {"empty": "900 kg", "rating": "1000 kg"},
    "rear": {"empty": "850 kg", "rating": "1050 kg"}, "gross_rating": "2050 kg", "hitch_rating": "75 kg", "combination_rating": "3200 kg",
}  # fmt: skip


def trailer(
    *, at: float = 1500.0, kg: float = 300.0, dims: dict[str, Any] | None = None, weights: Any = WEIGHTS, tow: Any = TOW, **host: Any
) -> Design:
    """A crate on the floor of an enclosed trailer, its middle ``at`` mm behind the front wall."""
    thing = {
        "id": "crate",
        "name": "crate",
        "mass": f"{kg} kg",
        "length": "400 mm",
        "width": "400 mm",
        "height": "400 mm",
        "on": "host/floor",
    }
    thing["at"] = {"x": f"{at} mm", "y": "0 mm"}
    measured = {name: {"value": f"{mm} mm", "state": "measured"} for name, mm in {**DIMS, **(dims or {})}.items()}
    survey = {"kind": "box_interior", "dims": measured, "weights": {**weights, "source": "ticket"}, "tow": tow, **host}
    return read_design({"name": "t", "units": {"length": "mm", "mass": "kg"}, "host": survey, "builds": [], "carry": {"things": [thing]}})


def found(report: Report, ident: str) -> Finding:
    return next(finding for finding in report.findings if finding.id == ident)


def test_two_carriers_are_a_beam() -> None:
    """1000 kg a quarter of the way from the first: three quarters on it."""
    on = shared(1000.0, 1000.0 * 1750.0, [(axle("front"), 1000.0), (axle("rear"), 4000.0)])
    assert on == {"front": pytest.approx(750), "rear": pytest.approx(250)}


def test_a_tandem_shares_evenly_on_an_equaliser_and_by_distance_on_its_own_springs() -> None:
    """900 kg 2800 mm behind the coupling, axles at 2600 and 3400: on an equaliser 900 x 2800/3000 = 840, half each; on springs alike
    F = M a / (a1^2 + a2^2)."""
    even = shared(900.0, 900.0 * 2800.0, [(COUPLING, 0.0), (axle("axle", "equaliser"), 2600.0), (axle("second", "equaliser"), 3400.0)])
    assert even == {"coupling": pytest.approx(60), "axle": pytest.approx(420), "second": pytest.approx(420)}
    each = shared(900.0, 900.0 * 2800.0, [(COUPLING, 0.0), (axle("axle", "each"), 2600.0), (axle("second", "each"), 3400.0)])
    square = 2600.0**2 + 3400.0**2
    assert each["axle"] == pytest.approx(900 * 2800 * 2600 / square) and each["second"] == pytest.approx(900 * 2800 * 3400 / square)


@given(
    st.lists(st.tuples(st.floats(1, 2000), st.floats(-2000, 8000)), min_size=1, max_size=6),
    st.floats(-3000, 0), st.floats(500, 6000), st.floats(400, 1500), st.sampled_from(["alone", "equaliser", "each"]),
)  # fmt: skip
def test_forces_and_moments_balance(
    masses: list[tuple[float, float]], first: float, behind: float, spread: float, springs: Springs
) -> None:
    rear = [(axle("axle", springs), first + behind)] + ([(axle("second", springs), first + behind + spread)] if springs != "alone" else [])
    places = [(COUPLING, first), *rear]
    total, moment = sum(kg for kg, _ in masses), sum(kg * x for kg, x in masses)
    on = shared(total, moment, places)
    assert sum(on.values()) == pytest.approx(total)
    assert sum(on[carrier.id] * x for carrier, x in places) == pytest.approx(moment, rel=1e-9, abs=1e-6 * max(total, 1) * 8000)


def test_carriers_at_one_place_share_nothing() -> None:
    with pytest.raises(ValueError, match="one place"):
        shared(10.0, 10.0, [(COUPLING, 5.0), (axle("axle"), 5.0)])


def test_a_ball_behind_the_rear_axle_takes_from_the_front_one() -> None:
    """60 kg 1100 mm behind the rear axle of 2700 mm of wheelbase: 60 x 3800/2700 on the rear one, the rest off the front."""
    front, rear = drawn(60.0, 1100.0, 2700.0)
    assert rear == pytest.approx(84.444, abs=1e-3) and front == pytest.approx(-24.444, abs=1e-3)


def test_a_trailer_speaks_of_its_coupling_and_its_axle(catalog: Catalog) -> None:
    """By hand: coupling at -1200, axle at 1700; 62 kg there, 548 kg here, 300 kg at 1500 mm: 300 x 2700/2900 on the axle."""
    report = check(trailer(), catalog)
    words = " ".join(
        f"{f.title} {f.sentence} {' '.join(str(line) for line in f.working)}" for f in report.findings if f.place == "balance"
    ).lower()
    assert "front axle rating" not in words and "truck" not in words and "fuel" not in words
    assert not any(finding.id in ("balance/front", "balance/rear", "balance/front.light") for finding in report.findings)
    on_axle = 548 + 300 * 2700 / 2900
    assert found(report, "balance/axle").demand == pytest.approx(on_axle) and found(report, "balance/axle").use == pytest.approx(
        on_axle / 1300
    )
    down = 62 + 300 * 200 / 2900
    assert found(report, "balance/coupling").demand == pytest.approx(down) and found(report, "balance/coupling").state == "holds"
    assert found(report, "balance/gross").demand == pytest.approx(910)
    tongue = found(report, "balance/tongue")
    assert tongue.demand == pytest.approx(down / 910) and tongue.state == "tight" and "sways" in tongue.sentence and tongue.caution


@pytest.mark.parametrize(
    ("at", "kg", "state", "words"),
    [
        (900, 200, "holds", "is wanted."),
        (300, 200, "tight", "heavy"),
        (1900, 300, "tight", "sways"),
        (2700, 250, "over", "lifts the coupling"),
    ],
)
def test_the_tongues_share_is_wanted_between_ten_and_fifteen_in_a_hundred(
    catalog: Catalog, at: float, kg: float, state: str, words: str
) -> None:
    tongue = found(check(trailer(at=at, kg=kg), catalog), "balance/tongue")
    by_hand = (62 + kg * (1700 - at) / 2900) / (610 + kg)
    assert tongue.demand == pytest.approx(by_hand) and tongue.state == state and words in tongue.sentence


@pytest.mark.parametrize(
    ("at", "kg", "state"),
    [(1200.0, 300.0, "holds"), (1500.0, 300.0, "tight"), (1900.0, 300.0, "tight"), (2700.0, 250.0, "over"), (0.0, 300.0, "tight")],
)
def test_the_tongues_share_is_asked_in_every_state(catalog: Catalog, at: float, kg: float, state: str) -> None:
    """62 of 610 kg with nothing on it, 10.2 %; laden by levers about the axle."""
    laden, bare = (62 + kg * (1700 - at) / 2900) / (610 + kg), 62 / 610
    told = found(check(trailer(at=at, kg=kg), catalog), "balance/tongue.states")
    assert told.demand == pytest.approx(min(laden, bare)) and told.state == state
    assert f"{100 * max(laden, bare):.1f} %" in told.sentence


def test_a_load_behind_the_axle_spares_no_hitch(catalog: Catalog) -> None:
    """Laden 41 kg on the ball, empty 62: the hitch is asked with those, and the combination with all of it."""
    report = check(trailer(at=1900, tow={**TOW, "hitch_rating": "60 kg"}), catalog)
    assert found(report, "balance/tow.hitch").demand == pytest.approx(62.0) and found(report, "balance/tow.hitch").state == "over"
    assert found(report, "balance/tow.combination").demand == pytest.approx(1750 + 910)
    assert found(report, "balance/tow.front").demand == pytest.approx(900 - (62 - 300 * 200 / 2900) * 1100 / 2700)


def test_what_tows_it_takes_the_tongue(catalog: Catalog) -> None:
    report = check(trailer(), catalog)
    down = 62 + 300 * 200 / 2900
    rear = 850 + down * 3800 / 2700
    assert found(report, "balance/tow.rear").demand == pytest.approx(rear) and found(report, "balance/tow.rear").state == "tight"
    # heaviest in front of all states without the crate
    assert found(report, "balance/tow.front").demand == pytest.approx(900 - 62 * 1100 / 2700)
    assert "Nothing carried" in found(report, "balance/tow.front").sentence and "Laden" in found(report, "balance/tow.rear").sentence
    assert found(report, "balance/tow.gross").demand == pytest.approx(1750 + down)
    assert found(report, "balance/tow.combination").demand == pytest.approx(1750 + 910)
    hitch = found(report, "balance/tow.hitch")
    assert hitch.demand == pytest.approx(down) and hitch.state == "over" and hitch.limit == 75
    light = found(report, "balance/tow.light")
    assert light.demand == pytest.approx(1750 + down - rear) and light.state == "holds" and "off it" in light.sentence
    for ball, state in ((1100, "holds"), (2900, "tight"), (2990, "tight")):
        tow = {**TOW, "ball": f"{ball} mm", "front": {"empty": "330 kg"}}
        assert found(check(trailer(tow=tow), catalog), "balance/tow.light").state == state, (
            "an extension levers the front axle off the road"
        )
    lifted = check(trailer(tow={**TOW, "front": {"empty": "30 kg"}}), catalog)
    assert found(lifted, "balance/tow.light").state == "over"


@pytest.mark.parametrize(("kg", "words"), [
    (900.0, "class 1"), (910.0, "class 2"), (1587.0, "class 2"), (1600.0, "class 3"), (2300.0, "class 4"), (4600.0, "beyond SAE J684"),
])  # fmt: skip
def test_a_trailers_gross_asks_for_a_class_of_coupling(catalog: Catalog, kg: float, words: str) -> None:
    """2,000, 3,500, 5,000 and 10,000 lb (SAE J684, from memory): 907, 1588, 2268 and 4536 kg."""
    (one,) = check_class(context_of(trailer(), catalog), CarrierLoads({"coupling": 80.0}, kg, (), False))
    assert words in one.sentence and one.state == "note"
    assert found(check(trailer(), catalog), "balance/coupling.class").sentence.startswith("Coupling, ball and hitch of SAE J684 class 2")


@pytest.mark.parametrize(("hitch", "left"), [
    ({}, 75.0),
    ({"extension": "300 mm"}, None),
    ({"extension": "300 mm", "pin_to_ball": "200 mm"}, 75 * 200 / 500),
    ({"extension": "300 mm", "extended_rating": "60 kg"}, 60.0),
    ({"extension": "300 mm", "pin_to_ball": "200 mm", "extended_rating": "60 kg"}, 75 * 200 / 500),
    ({"extension": "300 mm", "pin_to_ball": "200 mm", "extended_rating": "25 kg"}, 25.0),
    ({"extension": "300 mm", "hitch_rating": None, "pin_to_ball": "200 mm"}, None),
    ({"extension": "300 mm", "hitch_rating": None, "extended_rating": "60 kg"}, 60.0),
])  # fmt: skip
def test_a_hitch_bears_less_behind_an_extension(catalog: Catalog, hitch: dict[str, Any], left: float | None) -> None:
    """By the same moment about the receiver's pin, 75 kg at 200 mm are 30 at 500; what its maker says, where that is less; unknown by neither."""
    report = check(trailer(tow={**TOW, **hitch}), catalog)
    told = found(report, "balance/tow.hitch")
    down = 62 + 300 * (2900 - 2700) / 2900
    assert told.demand == pytest.approx(down) and told.limit == (left if left is None else pytest.approx(left))
    assert told.state == ("unknown" if left is None else "over"), told.sentence
    assert bool(told.missing) == (left is None)


@pytest.mark.parametrize(("hitch", "limit", "state"), [
    ({}, None, "unknown"), ({"hitch_class": "1"}, 907.18, "over"), ({"hitch_class": "2"}, 1587.57, "holds"),
    ({"hitch_class": "2", "extension": "300 mm"}, None, "unknown"),
    ({"hitch_class": "2", "extension": "300 mm", "extended_towed": "900 kg"}, 900.0, "over"),
    ({"hitch_class": "1", "extension": "300 mm", "extended_towed": "1500 kg"}, 907.18, "over"),
])  # fmt: skip
def test_a_hitch_tows_what_its_class_says(catalog: Catalog, hitch: dict[str, Any], limit: float | None, state: str) -> None:
    """910 kg of trailer; SAE J684 classes, from memory."""
    told = found(check(trailer(tow={**TOW, **hitch}), catalog), "balance/tow.class")
    assert told.demand == pytest.approx(910.0) and told.state == state, told.sentence
    assert told.limit == (limit if limit is None else pytest.approx(limit, abs=0.01))


def test_no_hitch_bears_more_behind_an_extension() -> None:
    with pytest.raises(InputError, match="no more behind an extension"):
        trailer(tow={**TOW, "extension": "300 mm", "extended_rating": "80 kg"})


def test_ratings_of_what_tows_are_never_assumed(catalog: Catalog) -> None:
    bare = check(
        trailer(tow={"wheelbase": "2700 mm", "ball": "1100 mm", "front": {"empty": "900 kg"}, "rear": {"empty": "850 kg"}}), catalog
    )
    for ident in ("tow.front", "tow.rear", "tow.gross", "tow.hitch", "tow.class", "tow.combination"):
        assert found(bare, f"balance/{ident}").state == "unknown" and found(bare, f"balance/{ident}").missing
    unsaid = check(trailer(tow={"label": "wagon"}), catalog)
    assert found(unsaid, "balance/tow").state == "unknown" and "ball" in found(unsaid, "balance/tow").sentence
    assert found(check(trailer(tow=None), catalog), "balance/tow").state == "note"
    lost = check(trailer(weights={"axle": {"empty": "548 kg"}}), catalog)
    assert found(lost, "balance/coupling").state == "unknown" and "empty, coupling" in found(lost, "balance/coupling").missing
    assert found(lost, "balance/tow").state == "unknown"


@pytest.mark.parametrize(("axles", "even"), [("two on an equaliser", True), ("two on springs of their own", False)])
def test_a_tandem_is_asked_axle_by_axle(catalog: Catalog, axles: str, even: bool) -> None:
    weights = {
        "coupling": {"empty": "80 kg"},
        "axle": {"empty": "400 kg", "rating": "700 kg"},
        "second": {"empty": "400 kg", "rating": "700 kg"},
    }
    report = check(trailer(axles=axles, dims={"axle_spread": 800}, weights=weights, kg=600, at=1900), catalog)
    # coupling at -1200, axles at 1700 and 2500: arms 2900 and 3700
    moment = 400 * 2900 + 400 * 3700 + 600 * 3100
    first = moment / (2900 + 3700) if even else moment * 2900 / (2900**2 + 3700**2)
    second = moment / (2900 + 3700) if even else moment * 3700 / (2900**2 + 3700**2)
    assert found(report, "balance/axle").demand == pytest.approx(first) and found(report, "balance/axle").title == "First axle"
    assert found(report, "balance/second").demand == pytest.approx(second)
    assert found(report, "balance/coupling").demand == pytest.approx(1480 - first - second)
    unmeasured = check(trailer(axles=axles, weights=weights), catalog)
    assert found(unmeasured, "balance/second").state == "unknown" and "axle_spread" in found(unmeasured, "balance/second").missing


def test_a_body_of_its_own_stands_on_two_axles(catalog: Catalog) -> None:
    weights = {
        "front": {"empty": "1100 kg", "rating": "1500 kg"},
        "rear": {"empty": "800 kg", "rating": "1500 kg"},
        "aboard": {"fuel": "full"},
    }
    report = check(trailer(made="own body", weights=weights), catalog)
    assert found(report, "balance/rear").demand == pytest.approx(800 + 300 * 2700 / 2900)
    assert not any(finding.id.startswith(("balance/tongue", "balance/tow", "balance/coupling")) for finding in report.findings)


def test_what_tows_it_is_drawn_with_its_own_axles(catalog: Catalog) -> None:
    """Ahead of the coupling, 1200 mm ahead of the front wall: rear axle 1100 mm before that, front axle 2700 more, with what the tongue takes and gives."""
    report = check(trailer(), catalog)
    entries, missing = ledger(report.context, {})
    loads = loads_of(report.context, entries, missing)
    view = beam_view(report.context.host, entries, loads, report.context.say)
    assert view is not None
    arrows = {item.title: item for item in view.items if isinstance(item, Arrow)}
    down = loads.on["coupling"]
    assert arrows["its rear axle"].at[0] == pytest.approx(-2300.0) and arrows["its front axle"].at[0] == pytest.approx(-5000.0)
    assert arrows["its rear axle"].newton == pytest.approx((850.0 + down * 3800.0 / 2700.0) * 9.80665)
    assert arrows["its front axle"].newton == pytest.approx((900.0 - down * 1100.0 / 2700.0) * 9.80665)
    untold = check(trailer(tow=None), catalog)
    plain = beam_view(untold.context.host, entries, loads, untold.context.say)
    assert plain is not None and not [item for item in plain.items if isinstance(item, Arrow) and item.title.startswith("its ")]
