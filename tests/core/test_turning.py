"""What turns about an axis, what follows it, and where everything stands in a scene; on a platform with folding props."""

from __future__ import annotations

import math

import pytest
from hypothesis import given
from hypothesis import strategies as st

from ergostrut.core.balance.corrected import ledger
from ergostrut.core.catalog.model import Catalog
from ergostrut.core.constants import G
from ergostrut.core.fit.space.bodies import bodies
from ergostrut.core.job.document import Job
from ergostrut.core.report import Report, check, context_of, here, studies_at
from ergostrut.core.structure.nouns.pose import turned_about
from ergostrut.core.structure.standing.posed import as_it_stands
from ergostrut.core.structure.standing.setting import scene_travels, setting_at, settings_of
from tests.conftest import by_id
from tests.core.test_platform import SPREAD, person, platform, value

FOLD = "platform1/props"
SOME = st.floats(-3_000, 3_000)
POINTS = st.tuples(SOME, SOME, SOME)
AXES = POINTS.filter(lambda v: math.hypot(*v) > 1.0).map(lambda v: tuple(part / math.hypot(*v) for part in v))
LEGS = {"ends": "legs", "bearers": 4, "bearer_flat": True, "props": {}}


@pytest.fixture(scope="module")
def propped(catalog: Catalog) -> Report:
    return check(platform([], [person("90")], **LEGS), catalog)


@given(POINTS, POINTS, AXES, st.floats(-720, 720))
def test_turned_out_and_home_again_is_where_it_was(
    point: tuple[float, ...], pivot: tuple[float, ...], axis: tuple[float, ...], by: float
) -> None:
    """A turn keeps the distance from the pivot and the place along the axis, and turning back undoes it."""
    turn = turned_about(pivot, axis, by)  # type: ignore[arg-type]
    there = turn.at(point)  # type: ignore[arg-type]
    assert math.dist(there, pivot) == pytest.approx(math.dist(point, pivot), abs=1e-6)
    along = [sum(k * (p - o) for k, p, o in zip(axis, at, pivot, strict=True)) for at in (point, there)]
    assert along[0] == pytest.approx(along[1], abs=1e-6)
    assert turned_about(pivot, axis, -by).at(there) == pytest.approx(point, abs=1e-6)  # type: ignore[arg-type]
    assert turn.inverse.at(there) == pytest.approx(point, abs=1e-6)


def test_a_quarter_turn_by_hand() -> None:
    """By the right hand about x, what hangs below the pivot comes to +y."""
    assert turned_about((0.0, 0.0, 0.0), (1.0, 0.0, 0.0), 90.0).at((5.0, 0.0, -100.0)) == pytest.approx((5.0, 100.0, 0.0))


def test_props_fold_under_their_members(propped: Report) -> None:
    (build,) = propped.context.builds
    assert as_it_stands(build, setting_at(build, {})) is build
    for angle, level in ((90.0, True), (30.0, False)):
        stood = as_it_stands(build, setting_at(build, {FOLD: angle}))
        props = [m for m in stood.members if m.role == "prop"]
        assert len(props) == 4
        for prop in props:
            home = build.member(prop.id)
            assert prop.length == pytest.approx(home.length) and (abs(prop.a[2] - prop.b[2]) < 1e-6) == level
            bearer = stood.member(prop.rides)
            if level:
                under = bearer.a[2] - bearer.shape.depth / 2
                assert prop.a[2] == pytest.approx(under - prop.shape.width / 2), "it lies against its member's underside"
        assert stood.mass == pytest.approx(build.mass)
        assert not [c for c in stood.contacts if "/prop." in c.member], "what is folded up bears on nothing"


def test_folded_it_holds_nothing_and_still_weighs(propped: Report, catalog: Catalog) -> None:
    """Props folded: the members bear at their legs alone, with the weight of the props on them."""
    under, folded = propped.studies
    assert (under.setting.name, folded.setting.name) == ("under", "folded, empty")
    weights = []
    for study in (under, folded):
        item = study.case("Parked")
        assert item is not None
        weights.append(float(item.result.reactions[:, 2].sum()))
    assert weights[1] == pytest.approx(weights[0], rel=3e-3), "a standing prop is modelled up to its member's axis"
    bare = check(platform(**{**LEGS, "props": None}), catalog)
    with_none, with_folded = by_id(bare, "platform1/bearer.sag"), here([folded])["platform1/bearer.sag"]
    assert 1.0 < value(with_folded, "δ_d") / value(with_none, "δ_d") < 1.5, "sags as without props, a little more under theirs"
    assert not folded.posed.stands or not any(item.case.live for item in folded.solved), "nobody is on it"  # type: ignore[union-attr]


def test_what_is_to_be_empty_is_checked_empty(catalog: Catalog) -> None:
    """A heavy thing counts while the props stand, and not where the position says that nothing is on it."""
    report = check(platform([{**SPREAD, "mass": "270"}], **LEGS), catalog)
    under, folded = report.studies
    loads = [study.case("Parked").result.reactions[:, 2].sum() for study in (under, folded)]  # type: ignore[union-attr]
    assert loads[0] - loads[1] == pytest.approx(270 * G, rel=1e-3)


def test_a_named_angle_is_that_setting(propped: Report) -> None:
    (build,) = propped.context.builds
    assert [setting.name for setting in settings_of(build)] == ["under", "folded, empty"]
    assert setting_at(build, {FOLD: 90.0}) == settings_of(build)[1]
    (study,) = studies_at(propped, {FOLD: 90.0})
    assert study is propped.studies[1]
    (way,) = studies_at(propped, {FOLD: 41.0})
    assert not way.setting.named and way.solved and not way.setting.drivable


def test_room_is_asked_for_the_whole_swing(propped: Report) -> None:
    """A prop of length L about a pivot near its top sweeps L sideways, and half of its diagonal below where it stands."""
    (build,) = propped.context.builds
    prop = next(m for m in build.members if m.role == "prop")
    box = next(solid for solid in bodies(propped.context, build) if solid.part == prop.id)
    assert box.hi[1] - box.lo[1] >= prop.length - prop.shape.depth and box.lo[2] <= prop.a[2] + 1e-6 and box.hi[2] >= prop.b[2] - 1e-6


def test_the_ledger_has_one_row_for_them(propped: Report) -> None:
    rows = {}
    for angle in (0.0, 90.0):
        entries, _ = ledger(propped.context, {FOLD: angle})
        (rows[angle],) = [row for row in entries if row.name.endswith("props")]
    assert rows[0.0].kg == rows[90.0].kg > 0
    assert rows[0.0].x == pytest.approx(rows[90.0].x), "they fold across"


def test_scenes(shop_job: Job, catalog: Catalog) -> None:
    builds = {build.id: build for build in context_of(shop_job.design, catalog).builds}
    assert all(scene_travels(build, scene) == {} for build in builds.values() for scene in ("driving", "night"))
    out, half = (scene_travels(builds[name], "parked") for name in ("slide1", "platform1"))
    assert list(out) == ["slide1/tray/pull"] and list(half) == ["platform1/half/shift"]
    assert out["slide1/tray/pull"] == builds["slide1"].motions[0].reach
