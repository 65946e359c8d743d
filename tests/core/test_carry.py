"""Things on surfaces: their places, and what keeps them there."""

from __future__ import annotations

from dataclasses import replace
from typing import Any

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from ergostrut.core.carry.place import arrange
from ergostrut.core.catalog.model import Catalog
from ergostrut.core.changes import Change
from ergostrut.core.document.load import LoadOut
from ergostrut.core.job.change import apply
from ergostrut.core.job.document import Job
from ergostrut.core.report import Report, check
from ergostrut.core.structure.assembly import Surface
from ergostrut.core.structure.carried import overlap
from ergostrut.core.structure.context import standing
from tests.conftest import PULL, by_id


def _thing(ident: str, **more: Any) -> dict[str, Any]:
    return {
        "id": ident,
        "name": ident,
        "length": "400 mm",
        "width": "300 mm",
        "height": "300 mm",
        "mass": "20 kg",
        "on": "slide1/tray",
        **more,
    }


@settings(max_examples=50, deadline=None)
@given(sizes=st.lists(st.tuples(st.integers(100, 900), st.integers(100, 900), st.booleans()), min_size=1, max_size=8))
def test_things_placed_for_me_stand_clear_and_inside(report_for_surface: Report, sizes: list[tuple[int, int, bool]]) -> None:
    (build,) = report_for_surface.context.builds
    surface = build.surfaces[0]
    load = LoadOut.model_validate(
        {"things": [_thing(f"t{i}", length=f"{a} mm", width=f"{b} mm", turned=turn) for i, (a, b, turn) in enumerate(sizes)]}
    )
    plan = arrange(load, [build])
    full = {thing.id for thing in plan.no_room}
    placed = [p for p in plan.placed if p.thing.id not in full]
    for i, a in enumerate(placed):
        assert a.size[0] / 2 - 1e-6 <= a.x <= surface.size[0] - a.size[0] / 2 + 1e-6
        assert abs(a.y) + a.size[1] / 2 <= surface.size[1] / 2 + 1e-6
        assert all(overlap(a, b) == 0 for b in placed[i + 1 :])
    assert len(plan.placed) == len(sizes)


@pytest.fixture(scope="module")
def report_for_surface(sample: Job, catalog: Catalog) -> Report:
    return check(sample.design, catalog)


def test_things_move_with_their_surface(report: Report) -> None:
    item = report.context.plan.placed[0]
    x, y, z = item.at()
    assert standing(report.context, item, {PULL: 300.0}) == (x + 300.0, y, z)
    raised = replace(item, surface=Surface("s", "s", "b", (0.0, -500.0, 1000.0), (2000.0, 1000.0)))
    assert raised.at()[2] == 1000 + item.size[2] / 2


@pytest.mark.parametrize(
    ("thing", "ident", "state", "says"),
    [
        (_thing("a", at={"x": "100 mm", "y": "0 mm"}), "thing/a/edge", "over", "over the edge"),
        (_thing("a", on="slide9/tray"), "thing/a/place", "over", "no “slide9/tray”"),
        (_thing("a", length="2500 mm"), "thing/a/place", "over", "full"),
        (_thing("a"), "thing/a/held", "over", "Held by its weight alone"),
        (_thing("a", hold={"by": "friction"}), "thing/a/held", "unknown", "not known until it is tried"),
        (_thing("a", hold={"by": "friction", "friction": 0.5}), "thing/a/held", "over", "It slides from 0.25 g"),
        (_thing("a", hold={"by": "straps"}), "thing/a/held", "unknown", "Working load"),
        (_thing("a", hold={"by": "straps", "straps": 2, "strap_rating": "100 kg"}), "thing/a/held", "holds", "straps together hold"),
        (_thing("a", hold={"by": "straps", "straps": 1, "strap_rating": "5 kg"}), "thing/a/held", "over", "strap holds"),
        (_thing("a", hold={"by": "bolted"}), "thing/a/held", "unknown", "Rating of its bolts"),
        (_thing("a", height="100 mm", hold={"by": "bolted", "rating": "50 kg"}), "thing/a/held", "holds", "Bracket holds"),
    ],
)
def test_verdicts(sample: Job, catalog: Catalog, thing: dict[str, Any], ident: str, state: str, says: str) -> None:
    found = by_id(check(apply(sample.design, [Change("/carry/things", [thing])]), catalog), ident)
    assert (found.state, found.place) == (state, "carry")
    assert says in found.sentence


def test_two_things_in_one_place(sample: Job, catalog: Catalog) -> None:
    things = [_thing("a", at={"x": "600 mm", "y": "0 mm"}), _thing("b", at={"x": "900 mm", "y": "100 mm"})]
    found = by_id(check(apply(sample.design, [Change("/carry/things", things)]), catalog), "thing/a/overlap.b")
    assert found.state == "over" and found.demand == pytest.approx(100)


def test_straps_by_49_cfr_393_106(sample: Job, catalog: Catalog) -> None:
    """Aggregate working load at least half the weight; a strap back to its own side counts half. 40 kg, one strap of 10 kg: 0.5 g m / (m_s g)."""
    for over, use in ((True, 2.0), (False, 4.0)):
        thing = _thing("a", height="100 mm", mass="40 kg", hold={"by": "straps", "straps": 1, "strap_rating": "10 kg", "over": over})
        assert by_id(check(apply(sample.design, [Change("/carry/things", [thing])]), catalog), "thing/a/held").use == pytest.approx(use)


def test_friction_must_hold_with_half_the_weight(sample: Job, catalog: Catalog) -> None:
    """Brake 0.8 g against mu x 0.5: mu 1.6 just holds what is low; as high as wide it tips at half of half a g."""
    thing = _thing("a", height="100 mm", hold={"by": "friction", "friction": 1.6})
    assert by_id(check(apply(sample.design, [Change("/carry/things", [thing])]), catalog), "thing/a/held").use == pytest.approx(1.0)
