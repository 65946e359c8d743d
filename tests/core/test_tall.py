"""What is tall tips before it slides, what a crash throws, and what magnets, lips and drawers hold then: statics by hand."""

from __future__ import annotations

from typing import Any

import pytest

from ergostrut.core.carry.in_crash import check_things_in_crash
from ergostrut.core.carry.retention import check_held
from ergostrut.core.carry.stowed import check_stowed
from ergostrut.core.catalog.model import Catalog
from ergostrut.core.constants import G
from ergostrut.core.finding import Finding
from ergostrut.core.job.document import read_design
from ergostrut.core.prove.drawers.check import check_runners
from ergostrut.core.prove.hung.holders import check_holders
from ergostrut.core.report import check, context_of
from ergostrut.core.structure.context import Context

from .test_drawers import roll
from .test_rack import rack
from .test_stowed import BED
from .test_ways import PLAIN, box_job

TALL = {"id": "a", "name": "cabinet", "mass": "60", "length": "250", "width": "600", "height": "1200", "on": "host/floor"}
CRASH = {"crash": {"on": True, "forward": 10, "other": 5}}


def job(thing: dict[str, Any], **loads: Any) -> Context:
    return context_of(read_design({**box_job(things=[thing]), "loads": loads}, bare=PLAIN), _CATALOG[0])


_CATALOG: list[Catalog] = []


@pytest.fixture(autouse=True)
def _catalog(catalog: Catalog) -> None:
    _CATALOG[:] = [catalog]


def held(catalog: Catalog, **hold: Any) -> Finding:
    report = check(read_design(box_job(things=[{**TALL, "hold": hold}]), bare=PLAIN), catalog)
    return next(f for f in report.findings if f.id == "thing/a/held")


def test_a_strap_over_the_top_is_asked_for_tipping(catalog: Catalog) -> None:
    """1.2 m on a 0.25 m base comes over from 0.5 x 0.125 / 0.6 = 0.104 g: one strap holds W (0.8 x 600 - 0.5 x 125) / 125 down in its middle."""
    found = held(catalog, by="straps", straps=1, strap_rating="60 kg")
    need = 60 * G * (0.8 * 600 - 0.5 * 125) / 125
    assert (
        found.case == "Brake"
        and found.demand == pytest.approx(need)
        and found.use == pytest.approx(need / (60 * G))
        and found.state == "over"
    )
    assert "0.10 g" in found.sentence
    assert held(catalog, by="straps", straps=4, strap_rating="100 kg").state == "holds"


def test_flat_straps_pull_harder_than_they_hold_and_so_do_their_eyes() -> None:
    """60 kg lifted by 0.5 W in Rebound at 30 degrees: W in all, of which each end of two straps that return has all that one is counted half for."""
    low = {**TALL, "length": "600", "width": "600", "height": "200"}
    hold = {"by": "straps", "straps": 2, "strap_rating": "900 kg", "strap_angle": 30, "over": False, "height": "100 mm"}
    found = next(iter(check_held(job({**low, "hold": hold}))))
    W = 60 * G
    eye = next(line for line in found.working if line.symbol == "F_e")
    assert found.case == "Rebound" and found.demand == pytest.approx(W) and found.use == pytest.approx(W / (2 * 900 * G * 0.5))
    assert eye.value == pytest.approx(W / (2 * 0.5)) and "eye" in eye.note


def test_brackets_at_its_foot_are_pulled_as_well_as_pushed(catalog: Catalog) -> None:
    """T = W (0.8 x 600 - 0.5 x 125) / 250 at the far edge, with 0.8 W across."""
    found = held(catalog, by="bolted", rating="100 kg")
    W = 60 * G
    T = W * (0.8 * 600 - 0.5 * 125) / 250
    assert found.demand == pytest.approx((T**2 + (0.8 * W) ** 2) ** 0.5) and found.state == "over"


def test_held_at_its_middle_nothing_turns_it(catalog: Catalog) -> None:
    """At 600 mm of 1200 what pushes and what holds meet; round straps whose height nobody gave are unknown."""
    found = held(catalog, by="bolted", rating="60 kg", height="600 mm")
    assert found.use == pytest.approx(0.8) and found.state == "holds"
    assert held(catalog, by="straps", straps=2, strap_rating="100 kg", over=False).missing == ("height at which its straps act",)


def test_a_magnet_slides_long_before_it_comes_off(catalog: Catalog) -> None:
    flat = {**TALL, "length": "600", "height": "100"}
    report = check(
        read_design(box_job(things=[{**flat, "hold": {"by": "magnet", "rating": "100 kg", "friction": 0.3}}]), bare=PLAIN), catalog
    )
    found = next(f for f in report.findings if f.id == "thing/a/held")
    assert found.use == pytest.approx(0.8 * 60 / (0.3 * 100)) and found.state == "over"


def test_what_stands_on_the_floor_is_asked_in_a_crash() -> None:
    """60 kg at 10 g on one strap of 60 kg working load: 3 x 60 x 0.8 hold 144 kg of 600, 4.2 times over."""
    flat = {**TALL, "length": "900", "height": "60", "hold": {"by": "straps", "straps": 1, "strap_rating": "60 kg"}}
    (found,) = check_things_in_crash(job(flat, **CRASH))
    assert found.use == pytest.approx(600 / 144) and found.state == "over"
    assert not list(check_things_in_crash(job(flat, crash={"on": False})))


@pytest.mark.parametrize(
    ("hold", "height", "state", "says"),
    [
        ({"by": "weight"}, "100", "over", "its weight"),
        ({"by": "magnet", "rating": "500 kg"}, "100", "over", "a magnet"),
        ({"by": "lip", "lip": "30 mm"}, "200", "over", "comes over a lip"),
        ({"by": "lip", "lip": "120 mm"}, "200", "unknown", "leans on the lip"),
        ({"by": "cord"}, "100", "unknown", "cord rating"),
    ],
)
def test_what_a_crash_asks_of_a_thing(hold: dict[str, Any], height: str, state: str, says: str) -> None:
    (found,) = check_things_in_crash(job({**TALL, "height": height, "hold": hold}, **CRASH))
    assert found.state == state and says in found.sentence


def test_what_lies_in_a_shut_drawer_is_the_catchs(catalog: Catalog) -> None:
    """Hit from behind with 5 g: the catch holds the drawer with all in it, not each thing a bracket."""
    context = context_of(
        read_design({**box_job({"family": "drawer_system", "id": "r", "label": "r", "front": "1000 mm", "length": "900 mm", "width": "1200 mm",
                                "latch": {"holds": "60 kg"}}, things=[roll()]), "loads": CRASH}, bare=PLAIN), catalog,
    )  # fmt: skip
    notes = [f for f in check_things_in_crash(context) if f.id == "thing/roll/crash" or f.check == "crash.thing"]
    assert notes and all(f.state == "note" for f in notes)
    found = next(f for f in check_runners(context, context.builds[0]) if f.check == "crash.drawers")
    kg = next(line.value for line in found.working if line.symbol == "m")
    assert kg is not None and found.use == pytest.approx(5 * kg / 60) and "behind" in found.case


def test_loose_halves_and_eyes_in_the_roof_in_a_crash(catalog: Catalog) -> None:
    """A half on a turn button of 40 kg at 10 g; an eye bears sqrt(10^2 + 1) of what it bears standing still."""
    made = context_of(
        read_design({**box_job({**BED, "half_kept": {"by": "turn button", "rating": "40 kg"}}), "loads": CRASH}, bare=PLAIN), catalog
    )
    half = next(f for f in check_stowed(made) if f.check == "crash.stowed")
    kg = next(line.value for line in half.working if line.symbol == "W") / G  # type: ignore[operator]
    assert half.use == pytest.approx(10 * kg / 40) and half.state == "over"
    bars = {"name": "bars", "front": "600 mm", "apart": "800 mm", "rating": "40 kg"}
    long = {"id": "t", "name": "tube", "length": "1200", "width": "100", "height": "100", "mass": "6", "on": "r/bars.1"}
    data = box_job(rack(ceiling=[bars]), things=[long])
    here = context_of(read_design({**data, "loads": CRASH}, bare=PLAIN), catalog)
    eyes = {f.check: f for f in check_holders(here, here.builds[0])}
    assert eyes["holder.crash"].demand == pytest.approx((eyes["holder"].demand or 0) / 2 * 101**0.5)


def test_a_front_nosing_is_no_lip_all_round(catalog: Catalog) -> None:
    """A tin on an open shelf slides along it: a nosing stops it at the front alone."""
    shelf = rack(shelves=[{"name": "a", "height": "600 mm", "edge": "nosing", "edge_height": "60 mm"}])
    tin = {"id": "a", "name": "tin", "mass": "3", "length": "100", "width": "100", "height": "60", "on": "r/shelf.1"}
    for friction, state in ((None, "unknown"), (0.5, "over"), (1.8, "tight")):
        data = box_job(shelf, things=[{**tin, "hold": {"by": "lip", "friction": friction}}])
        found = next(f for f in check(read_design(data, bare=PLAIN), catalog).findings if f.id == "thing/a/held")
        assert found.state == state and "along the shelf" in found.sentence, friction
