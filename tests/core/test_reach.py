"""Tools at fasteners: what is in the way in their turn and afterwards, wherever what moves stands. Sizes of tools: common practice."""

from __future__ import annotations

import itertools
from collections.abc import Sequence
from dataclasses import replace
from typing import Any

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from ergostrut.core.catalog.model import Catalog
from ergostrut.core.cut.plan import cut_plan
from ergostrut.core.finding import Finding
from ergostrut.core.fit.hands import turns
from ergostrut.core.fit.hands.fasteners import HAND, Fastener, Head, fasteners, fixings
from ergostrut.core.fit.hands.reach import OFF, TOOLS, check_reach, in_the_way, rooms_of
from ergostrut.core.fit.hands.turns import put_in_order
from ergostrut.core.fit.space.bodies import Body
from ergostrut.core.job.document import Job, read_design
from ergostrut.core.make.steps import steps
from ergostrut.core.mechanics.space.boxes import upright
from ergostrut.core.report import check, context_of
from ergostrut.core.structure.context import Context
from ergostrut.core.structure.plans import CutPlan
from ergostrut.demo.sample import sample_jobs
from ergostrut.files.catalog_files import shipped_catalog

from .test_drawers import context as drawers
from .test_platform import platform
from .test_systems import framed
from .test_ways import PLAIN, box_job
from .vans import bunk, job

RACK = {
    "family": "shelf_rack",
    "id": "r",
    "label": "Rack",
    "frames": 3,
    "length": "1200 mm",
    "height": "1300 mm",
    "bearer": "2x3 spf",
    "joints": {"screws": 4},
}
SOCKET, SPANNER = TOOLS["bolt"]
UP = (0.0, 0.0, 1.0)


def reached(context: Context, *, listed: bool = False) -> dict[str, Finding]:
    cut = cut_plan(context)
    context = context if listed else put_in_order(context, cut)
    return {finding.id: finding for finding in check_reach(context, steps(context, cut))}


def found(catalog: Catalog, *builds: dict[str, Any], **host: Any) -> dict[str, Finding]:
    return reached(context_of(read_design(box_job(*builds, **host), bare=PLAIN), catalog))


def bolt(*heads: Head, need: int = 1, kind: Any = "bolt") -> Fastener:
    return Fastener("f", "f", kind, ("rail",), tuple((head,) for head in heads), need)


def panel(name: str, lo: tuple[float, float, float], hi: tuple[float, float, float]) -> Body:
    return Body(name, name, upright([lo], [hi]))


@pytest.mark.parametrize(
    ("gap", "free"), [(OFF + 75 + 110 + 1, True), (OFF + 35 + 2, True), (OFF + 35 - 5, False), (0.0, False)],
    ids=["a socket", "a spanner", "neither", "nothing"],
)  # fmt: skip
def test_a_socket_or_a_spanner_under_a_ceiling(gap: float, free: bool) -> None:
    deck = panel("deck", (-500, -500, 50 + gap), (500, 500, 62 + gap))
    rooms = rooms_of([bolt(Head((0, 0, 50), UP))])
    assert (in_the_way(rooms, [deck]) == [[]]) is free
    assert in_the_way(rooms, [replace(deck, part="rail")]) == [[]], "what it goes through is not in its way"


@pytest.mark.parametrize("open_side", [(1, 0), (-1, 0), (0, 1), (0, -1)])
def test_a_spanner_needs_one_side_of_four(open_side: tuple[int, int]) -> None:
    """Under a low ceiling between four walls, 40 mm from the head: free where one of them is missing."""
    lid = panel("lid", (-500, -500, 100), (500, 500, 110))
    walls = {
        (1, 0): panel("e", (40, -40, 0), (60, 40, 100)), (-1, 0): panel("w", (-60, -40, 0), (-40, 40, 100)),
        (0, 1): panel("n", (-40, 40, 0), (40, 60, 100)), (0, -1): panel("s", (-40, -60, 0), (40, -40, 100)),
    }  # fmt: skip
    rooms = rooms_of([bolt(Head((0, 0, 0), UP))])
    assert in_the_way(rooms, [lid, *walls.values()]) != [[]]
    left = [wall for side, wall in walls.items() if side != open_side]
    assert in_the_way(rooms, [lid, *left]) == [[]]


def test_a_thin_neck_passes_where_a_hand_does_not() -> None:
    """A ledge 20 mm beside the head: the neck passes, the hand begins behind it; 60 mm longer and the hand meets it."""
    head = bolt(Head((0, 0, 0), UP), kind="screw")
    for top, free in ((OFF + 95, True), (OFF + 160, False)):
        ledges = [panel(f"l{s}", (min(s * 20, s * 300), -300, 0), (max(s * 20, s * 300), 300, top)) for s in (-1, 1)]
        assert (in_the_way(rooms_of([head]), ledges) == [[]]) is free


def test_as_many_ways_as_are_needed_must_be_free() -> None:
    heads = [Head((x, 0, 0), UP) for x in (0.0, 1000.0, 2000.0)]
    over_one = panel("block", (-300, -300, 10), (300, 300, 400))
    assert in_the_way(rooms_of([bolt(*heads, need=2)]), [over_one]) == [[]]
    assert in_the_way(rooms_of([bolt(*heads, need=3)]), [over_one]) == [["block"]]


def test_tools_lie_along_a_slanting_head() -> None:
    """Turned with its head: what stands beside the axis by less than half a hand is met, by more is not."""
    axis = np.array([1.0, 1.0, 0.0]) / np.sqrt(2)
    rooms = rooms_of([bolt(Head((0, 0, 0), (float(axis[0]), float(axis[1]), 0.0)), kind="rivet")])
    side = np.array([-axis[1], axis[0], 0.0])
    for away, free in ((HAND / 2 - 3, False), (HAND / 2 + 9, True)):
        at = axis * 150 + side * away
        post = panel("post", tuple(at - np.array([2, 2, 200])), tuple(at + np.array([2, 2, 200])))  # type: ignore[arg-type]
        assert (in_the_way(rooms, [post]) == [[]]) is free


def test_a_wall_fixing_over_the_shelves_is_reached_and_one_behind_a_bearer_is_not(catalog: Catalog) -> None:
    free = {**RACK, "shelves": [{"name": "a", "height": "600 mm"}]}
    assert found(catalog, free)["r/tool.reach"].state == "holds"
    level = {**RACK, "shelves": [{"name": "a", "height": "1290 mm"}]}
    blocked = found(catalog, level)["r/tool.reach"]
    assert blocked.state == "tight" and "bearer" in blocked.sentence and "in its turn" in blocked.sentence
    assert any("bearer" in part for part in blocked.parts)


def test_another_build_in_front_is_named_by_what_was_first(catalog: Catalog) -> None:
    chest = {"family": "plywood_box", "id": "c", "label": "Chest", "front": "100 mm", "length": "1200 mm", "width": "500 mm", "height": "1350 mm",
             "side": "left", "off_centre": "660 mm"}  # fmt: skip
    free = {**RACK, "shelves": [{"name": "a", "height": "600 mm"}]}
    after = found(catalog, free, chest)["r/tool.reach"]
    context = context_of(read_design(box_job(chest, free), bare=PLAIN), catalog)
    before, mended = (reached(context, listed=listed)["r/tool.reach"] for listed in (True, False))
    assert after.state == before.state == mended.state == "tight"
    assert "to torque it again" in after.sentence and "in its turn" in before.sentence
    assert after.sentence in mended.sentence and "It goes in before Chest, though listed after" in mended.sentence


def _toy(blocks: dict[str, set[str]], on: dict[str, str], monkeypatch: pytest.MonkeyPatch) -> Context:
    """Builds of which each loses a place a build of ``blocks`` that is there before it."""
    context = CONTEXT
    builds = tuple(replace(context.builds[0], id=name, label=name, on=on.get(name, "")) for name in blocks)
    shut = lambda _context, _todo, build, there: len(blocks[build.id] & {one.id for one in there})  # noqa: E731
    monkeypatch.setattr(turns, "_shut_out", shut)
    monkeypatch.setattr(turns, "steps", lambda *_: ())
    return put_in_order(replace(context, builds=builds), CutPlan((), (), (), (), 0.0, ()))


NAMES = "abcd"
CONTEXT = context_of(sample_jobs()[0].design, shipped_catalog())
PAIRS = [(one, other) for one in NAMES for other in NAMES if one != other]


@settings(max_examples=150, deadline=None)
@given(st.sets(st.sampled_from(PAIRS)), st.sets(st.sampled_from([("b", "a"), ("c", "a"), ("d", "b")])))
def test_no_order_reaches_what_the_one_chosen_does_not(pairs: set[tuple[str, str]], stands: set[tuple[str, str]]) -> None:
    """Against every order of four builds, some of which stand on others: where any leaves nothing out of reach, so does the one chosen."""
    blocks = {name: {other for one, other in pairs if one == name} for name in NAMES}
    on = dict(stands)

    def lost(order: Sequence[str]) -> int:
        return sum(len(blocks[name] & set(order[:k])) for k, name in enumerate(order))

    may = [order for order in itertools.permutations(NAMES) if all(order.index(under) < order.index(name) for name, under in on.items())]
    with pytest.MonkeyPatch.context() as patched:
        chosen = [one.id for one in _toy(blocks, on, patched).in_order]
    assert tuple(chosen) in may
    assert (min(map(lost, may)) == 0) is (lost(chosen) == 0)
    if lost(NAMES) == 0 and tuple(NAMES) in may:
        assert chosen == list(NAMES), "as listed wherever that does"


def test_what_moves_out_of_the_way_is_not_in_it(sample: Job, catalog: Catalog) -> None:
    """The sample slide's fixings are under its tray: with it out the front ones are free."""
    context = context_of(sample.design, catalog)
    build = context.builds[0]
    assert {fixing.id for fixing in fixings(build)} == {anchor.id for anchor in build.anchors}
    found = reached(context)["slide1/tool.reach"]
    assert found.state in ("holds", "tight") and found.working and "no tool" not in found.sentence


def test_brackets_are_covered_by_the_deck_and_welds_need_no_tool(sample: Job, catalog: Catalog) -> None:
    """Ribs so near each other that a spanner goes in from above alone: with the deck on it no more."""
    wide, near = (
        reached(context_of(framed(sample.design, "tslot_bolted", mid_ribs=ribs, joints__brackets=2), catalog))["slide1/tool.joints"]
        for ribs in (1, 12)
    )
    assert wide.state == "holds" and "again afterwards" in wide.sentence
    assert near.state == "tight" and "deck must come off" in near.sentence
    welded = fasteners(context_of(sample.design, catalog).builds[0])
    assert welded and all(one.name.startswith("screws of the deck") for one in welded)


def test_every_joint_has_its_heads(sample: Job, catalog: Catalog) -> None:
    """Wood screws come in through the rail from outside, along the rib; an end bolt as well; brackets in corners, two legs each."""
    for system, fastener, kind, heads in (
        ("lumber_plywood", "usual", "screw", 1), ("lumber_plywood", "pocket screw", "screw", 1), ("tslot_bolted", "end bolt", "bolt", 1),
        ("tslot_bolted", "usual", "bolt", 2), ("aluminium_tube_brackets", "rivet", "rivet", 2), ("aluminium_tube_brackets", "drill screw", "screw", 2),
    ):  # fmt: skip
        build = context_of(framed(sample.design, system, joints__fastener=fastener), catalog).builds[0]
        rows = [one for one in fasteners(build) if one.name.endswith((" at left rail", " at right rail"))]
        ribs = [m for m in build.members if m.role in ("end rib", "mid rib")]
        assert len(rows) == 2 * len(ribs) and all(one.kind == kind and len(one.ways[0]) == heads for one in rows), (system, fastener)
        if fastener in ("end bolt",) or (system, fastener) == ("lumber_plywood", "usual"):
            left = next(one for one in rows if one.id.endswith("rib.front/left/" + one.id.rsplit("/", 1)[1]))
            (head,) = left.ways[0]
            rail = build.member("slide1/tray/rail.left")
            assert head.off == pytest.approx((0, -1, 0)) and head.at[1] == pytest.approx(rail.a[1] - rail.shape.width / 2)


def test_slide_screws_need_an_opening_that_a_driver_goes_into(catalog: Catalog) -> None:
    """600 mm of opening takes a driver; 90 mm none: they go in before the carcass is joined."""
    wide, narrow = (drawers(catalog, columns=[{"name": "a"}], width=width, height="400 mm") for width in ("600 mm", "130 mm"))
    assert reached(wide)["r/tool.joints"].state == "holds"
    tight = reached(narrow)["r/tool.joints"]
    assert tight.state == "tight" and "lide screws" in tight.sentence and "“Fit slides and latches”" in tight.sentence


def test_a_hinge_is_screwed_on_from_any_side_of_both_members(catalog: Catalog) -> None:
    build = context_of(job(bunk()), catalog).builds[0]
    rows = [one for one in fasteners(build) if one.name.startswith("screws of hinge")]
    assert len(rows) == 2 * len(build.pivots) and all(len(one.ways) == 4 and one.need == 1 for one in rows)
    (head,) = rows[0].ways[0]
    inner = build.member("bunk1/bed/inner")
    assert head.at[0] == build.pivots[0].at[0] and abs(head.at[1] - inner.a[1]) == pytest.approx(inner.shape.width / 2)
    assert reached(context_of(job(bunk()), catalog))["bunk1/tool.joints"].state == "holds"


def test_seams_are_screwed_from_outside(catalog: Catalog) -> None:
    build = drawers(catalog, columns=[{"name": "a"}], joint="screws").builds[0]
    top = next(s for s in build.shells if s.role == "top")
    rows = [one for one in fasteners(build) if one.through[0] == top.id]
    assert rows and all(head.off == UP and head.at[2] == pytest.approx(top.hi[2]) for one in rows for way in one.ways for head in way)
    grooved = fasteners(drawers(catalog, columns=[{"name": "a"}], joint="dado").builds[0])
    assert not [one for one in grooved if "between" in one.name and "back" not in one.name]


def test_something_of_the_vehicle_in_the_way_is_over(catalog: Catalog) -> None:
    """A beam 25 mm off the head of a wall fixing, 400 mm on every side: nothing comes there in any order."""
    free = {**RACK, "shelves": [{"name": "a", "height": "600 mm"}]}
    head = fixings(context_of(read_design(box_job(free), bare=PLAIN), catalog).builds[0])[1].ways[0][0]
    (x, y, z), off = head.at, head.off[1]
    beam = {"name": "beam", "x": f"{x - 400:.1f} mm", "y": f"{y + off * 45:.1f} mm", "z": f"{max(z - 400, 0):.1f} mm", "length": "800 mm", "width": "40 mm", "height": "800 mm"}  # fmt: skip
    over = found(catalog, free, obstacles=[beam])["r/tool.reach"]
    assert over.state == "over" and "beam" in over.sentence


def test_what_was_framed_from_a_missing_length_is_reached_by_nobody_yet(catalog: Catalog) -> None:
    """A platform on wheel boxes that nobody measured stands on a stand-in: neither its tools nor its parts pass."""
    context = context_of(platform(ends="wells", bearers=5, height="400"), catalog)
    assert context.builds[0].missing
    found = reached(context)["platform1/tool.joints"]
    assert found.state == "unknown" and "well_height" in found.missing
    own = next(f for f in check(platform(ends="wells", bearers=5, height="400"), catalog).findings if f.check == "fit.own")
    assert own.state == "unknown" and own.use is None
