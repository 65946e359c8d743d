"""Members of the user's own: ribs and braces between two points of the rails, drop legs with their hinge, fixings of other kinds."""

from __future__ import annotations

import math

import pytest

from ergostrut.core.advice.mends import mends_for
from ergostrut.core.catalog.errors import StockError
from ergostrut.core.catalog.model import Catalog
from ergostrut.core.changes import Change
from ergostrut.core.constants import G
from ergostrut.core.finding import Finding
from ergostrut.core.job.change import apply
from ergostrut.core.job.document import Job
from ergostrut.core.problem import InputError
from ergostrut.core.report import Report, check
from tests.conftest import by_id, moving

RIB = {"name": "extra", "section": "1x1.5x14ga", "left": "700 mm", "right": "700 mm"}
BRACE = {"name": "cross", "section": "flat 3/4x3/16", "left": "100 mm", "right": "1900 mm"}


def with_own(sample: Job, catalog: Catalog, *own: dict[str, str], **more: object) -> Report:
    rows = [Change("/builds/0/own_members", list(own)), *(Change(path, value) for path, value in more.items())]
    return check(apply(sample.design, rows), catalog)


def value(found: Finding, symbol: str) -> float:
    return next(line.value for line in found.working if line.symbol == symbol)  # type: ignore[return-value]


def test_own_rib_carries_and_halves_its_bay(sample: Job, catalog: Catalog, report: Report) -> None:
    """It counts as a rib everywhere: frame, deck bays, joints, cut list."""
    found = with_own(sample, catalog, RIB)
    build = found.context.builds[0]
    own = build.member("slide1/tray/own.extra")
    assert own.role == "mid rib" and own.a[0] == pytest.approx(25.4 + 700, abs=1)
    tray = found.studies[0].posed
    assert tray is not None and "slide1/tray/own.extra" in tray.carriers[0].members
    assert list(tray.carriers[0].at) == sorted(tray.carriers[0].at)
    assert found.tally.build_kg > report.tally.build_kg + own.mass * 0.99
    assert any(own.id in piece.parts for piece in found.cut.pieces)


def test_own_brace_is_mitred_and_lies_under_the_ribs(sample: Job, catalog: Catalog) -> None:
    found = with_own(sample, catalog, BRACE)
    brace = found.context.builds[0].member("slide1/tray/own.cross")
    rib = found.context.builds[0].member("slide1/tray/rib.1")
    inner = brace.b[1] - brace.a[1]
    assert brace.role == "brace" and brace.flat
    assert brace.a[2] + brace.shape.depth / 2 == pytest.approx(rib.a[2] - rib.shape.depth / 2)
    assert brace.mitre == pytest.approx(math.degrees(math.atan(1800 / inner)))
    piece = next(p for p in found.cut.pieces if p.role == "brace")
    over = math.hypot(1800, inner) + brace.shape.width * 1800 / inner
    assert piece.length == pytest.approx(over, abs=0.01) and "mitred" in piece.ends and piece.mark == "X1"
    assert by_id(found, "slide1/brace.strength").use is not None
    assert by_id(found, "slide1/fit.floor").demand == pytest.approx(
        min(found.context.builds[0].sliders[0].rail_underside, brace.a[2] - brace.shape.depth / 2)
    )


def test_a_brace_from_corner_to_corner_stays_inside_the_tray(sample: Job, catalog: Catalog) -> None:
    found = with_own(sample, catalog, {**BRACE, "left": "0 mm", "right": "78 3/4 in"})
    brace, rail = (found.context.builds[0].member(f"slide1/tray/{name}") for name in ("own.cross", "rail.left"))
    point = brace.shape.width / 2 / math.cos(math.radians(brace.mitre))
    assert brace.a[0] - point == pytest.approx(rail.a[0], abs=0.5) and brace.b[0] + point == pytest.approx(rail.b[0], abs=0.5)


def test_a_brace_stiffens_a_boarded_tray(sample: Job, catalog: Catalog) -> None:
    """Without a sheet the tray racks when braked or cornered: a diagonal takes that off the boards' screws and keeps it square."""
    planks = {"/builds/0/deck": "board.2x6.dfl"}
    loose, braced = with_own(sample, catalog, **planks), with_own(sample, catalog, BRACE, **planks)
    before, after = (float(by_id(r, "slide1/deck.screws").demand or 0) for r in (loose, braced))
    assert after < 0.9 * before
    assert by_id(braced, "slide1/frame.square").state == "holds"


def test_reactions_still_balance_with_a_brace(sample: Job, catalog: Catalog) -> None:
    found = with_own(sample, catalog, BRACE, RIB, **{"/builds/0/deck": "board.2x6.dfl"})
    for study in found.studies:
        kg, _ = moving(study)
        for item in study.solved:
            assert study.posed is not None
            if item.case.live:
                continue
            forces = zip(study.posed.model.rests, item.result.rest_force, strict=True)
            up = sum(rest.sign * float(force) for rest, force in forces)
            # front rollers' own mass rides on the tray beside the frame's model
            assert up == pytest.approx(-kg * G * item.case.g[2], rel=0.02, abs=1.0)


def test_braces_may_cross_on_a_rib(sample: Job, catalog: Catalog) -> None:
    """A cross of two meets on the middle rib, where both share its joint; the same brace twice only doubles it."""
    back = {**BRACE, "name": "back", "left": "78 3/4 in", "right": "0 mm"}
    whole = {**BRACE, "right": "78 3/4 in"}
    for pair in ((whole, back), (whole, {**whole, "name": "again"})):
        found = with_own(sample, catalog, *pair, **{"/builds/0/deck": "board.2x6.dfl"})
        assert "slide1/frame.stands" not in {f.id for f in found.findings}
        tray = found.studies[0].posed
        assert tray is not None and min(piece.length for piece in tray.pieces) > 1.0


@pytest.mark.parametrize(
    ("own", "field", "says"),
    [
        ({**RIB, "section": "T 1.5x3"}, "own_members/0/section", "does not belong"),
        ({**RIB, "section": "nothing"}, "own_members/0/section", "nothing"),
        ({**RIB, "left": "0 mm", "right": "0 mm"}, "own_members/0/left", "stands where another rib is"),
    ],
)
def test_own_members_that_cannot_be(sample: Job, catalog: Catalog, own: dict[str, str], field: str, says: str) -> None:
    with pytest.raises(StockError) as caught:
        with_own(sample, catalog, own)
    assert caught.value.field.endswith(field) and says in str(caught.value)


@pytest.mark.parametrize("own", [{**RIB, "left": "3000 mm"}, {**RIB, "name": "No Good"}, {**RIB, "left": "-5 mm"}])
def test_own_members_off_the_tray_are_refused(sample: Job, own: dict[str, str]) -> None:
    with pytest.raises(InputError):
        apply(sample.design, [Change("/builds/0/own_members", [own])])


def test_two_of_one_name_are_refused(sample: Job) -> None:
    with pytest.raises(InputError, match="same name"):
        apply(sample.design, [Change("/builds/0/own_members", [RIB, {**BRACE, "name": "extra"}])])


def test_legs_may_stand_ahead_of_the_tail(sample: Job, catalog: Catalog) -> None:
    """Nearer the middle of the overhang they carry more, and the tail beyond droops."""
    leg = {"length": "600 mm"}
    tail = with_own(sample, catalog, **{"/builds/0/tip_leg": leg})
    inset = with_own(sample, catalog, **{"/builds/0/tip_leg": {**leg, "inset": "400 mm"}})
    loads = [by_id(r, "slide1/leg").demand or 0 for r in (tail, inset)]
    assert loads[1] != pytest.approx(loads[0])
    tray = inset.studies[-1].posed
    assert tray is not None
    rest = next(rest for rest in tray.model.rests if rest.id == "leg left")
    rail = inset.context.builds[0].member("slide1/tray/rail.left")
    assert tray.model.nodes[rest.node][0] == pytest.approx(rail.b[0] + inset.context.builds[0].motions[0].reach - 400)


def test_hinge_of_a_leg_by_hand(sample: Job, catalog: Catalog) -> None:
    """Three knuckles, two planes: shear 0.4 Fy, bending over the gap 0.75 Fy, Fy 250 MPa (common practice)."""
    found = by_id(
        with_own(sample, catalog, **{"/builds/0/tip_leg": {"length": "600 mm", "hinge_pin": "6 mm", "hinge_gap": "4 mm"}}),
        "slide1/leg.hinge",
    )
    P = value(found, "P")
    tau, sigma = P / 2 / (math.pi * 36 / 4), (P / 2) * 4 / 2 / (math.pi * 216 / 32)
    assert found.use == pytest.approx(max(tau / 100, sigma / 187.5))


def test_rivet_nut_is_unknown_until_both_are_rated(sample: Job, catalog: Catalog) -> None:
    """A third of what it is sold for, and never more than the sheet round it."""
    fixing = {"name": "F1", "x": "300 mm", "y": "-480 mm", "thread": "M8", "nut": "rivet nut"}
    rows = [Change("/builds/0/fixings/0", fixing)]
    bare = by_id(check(apply(sample.design, rows), catalog), "slide1/anchor.F1")
    assert bare.state == "unknown" and len(bare.missing) == 2
    rated = {**fixing, "nut_sold": "500 lb", "sheet_rating": "100 lb"}
    found = by_id(check(apply(sample.design, [Change("/builds/0/fixings/0", rated)]), catalog), "slide1/anchor.F1")
    T, V = value(found, "T"), value(found, "V")
    assert found.use == pytest.approx(math.hypot(T, V) / (100 * 0.45359237 * G), rel=1e-6)


def test_a_spacer_bends_its_bolt_but_is_no_verdict(sample: Job, catalog: Catalog) -> None:
    """M = V h / 2 to 0.75 of 580 MPa proof: a low spacer changes little (a longer bolt pulls softer), a tall one halves and halves again."""
    uses = []
    for height in ("0 mm", "10 mm", "200 mm", "400 mm"):
        found = by_id(check(apply(sample.design, [Change("/builds/0/fixings/0/spacer", height)]), catalog), "slide1/anchor.F1")
        uses.append(found.use or 0.0)
    assert uses[0] >= uses[1] == pytest.approx(uses[0], rel=0.05) and uses[3] > 1.5 * uses[2] > uses[0]


@pytest.mark.parametrize(
    ("hold", "state", "says"),
    [
        ({"strap_rating": "300 lb"}, "holds", ""),
        ({"strap_rating": "300 lb", "strap_angle": 20}, "tight", "steeper"),
        ({"strap_rating": "20 lb", "strap_marked": "breaking"}, "over", ""),
        ({}, "unknown", "working or breaking"),
    ],
)
def test_straps_by_their_tag_and_angle(sample: Job, catalog: Catalog, hold: dict[str, object], state: str, says: str) -> None:
    rows = [Change("/carry/things/0/hold", {"by": "straps", **hold})]
    found = by_id(check(apply(sample.design, rows), catalog), "thing/cold-box/held")
    assert found.state == state and says in found.sentence


def test_squareness_is_mended_by_a_brace(sample: Job, catalog: Catalog) -> None:
    rows = [("framing", "lumber_plywood"), ("rail", "2x4 dfl"), ("rib", "2x3 dfl"), ("deck", "board.2x6.dfl")]
    report = check(apply(sample.design, [Change(f"/builds/0/{field}", new) for field, new in rows]), catalog)
    mend = mends_for(report, by_id(report, "slide1/frame.square"), catalog)
    assert mend is not None and mend.changes[0].op == "add" and mend.state == "holds"


@pytest.mark.parametrize(
    ("rows", "field", "says"),
    [
        (
            {"/builds/0/mid_ribs": 12, "/builds/0/tray_length": "400 mm", "/builds/0/pull_out": "200 mm"},
            "/builds/0/mid_ribs",
            "no room between them",
        ),
        (
            {"/builds/0/tray_width": "160 mm", "/builds/0/rail": "2x4x1/8", "/builds/0/rail_flat": True},
            "/builds/0/tray_width",
            "no room for ribs",
        ),
    ],
)
def test_trays_without_room_are_refused(sample: Job, catalog: Catalog, rows: dict[str, object], field: str, says: str) -> None:
    changes = [
        Change("/builds/0/stops", []),
        *(Change(path, new) for path, new in sorted(rows.items(), key=lambda row: "tray_l" in row[0])),
    ]
    with pytest.raises(StockError, match=says) as caught:
        check(apply(sample.design, changes), catalog)
    assert caught.value.field == field
