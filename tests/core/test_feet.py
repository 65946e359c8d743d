"""A foot stands anywhere on what is trodden on: between supports as well as at the ends, in every setting."""

from __future__ import annotations

import itertools
import math

import pytest

from ergostrut.core.catalog.model import Catalog
from ergostrut.core.report import Report, check
from ergostrut.core.structure.standing.feet import present
from ergostrut.core.structure.standing.posed import as_it_stands, poses_of
from ergostrut.core.structure.standing.setting import settings_of
from tests.conftest import Edit, by_id
from tests.core.test_platform import platform

THIN = {
    "/builds/0/rail": "1x1.5x16ga",
    "/builds/0/pull_out": "8 in",
    "/builds/0/stops": [],
    "/carry/things": [],
}


def test_a_foot_mid_rail_bends_a_thin_one_beyond_yield(edit: Edit, catalog: Catalog) -> None:
    """A foot between the rollers and the tray's own weight, the ribs lending some to the other rail: 530 N m and 1.67 of Fy Z/1.67
    by a recalculation outside this project."""
    report = check(edit(to=THIN), catalog)
    found = by_id(report, "slide1/side-rail.strength")
    (moment,) = (line.value for line in found.working if line.symbol == "M_y")
    assert found.state == "over" and found.use == pytest.approx(1.67, rel=0.02)
    assert moment == pytest.approx(530e3, rel=0.02)
    study = report.studies[0]
    assert study.posed is not None
    front, rear = sorted({c.at[0] for c in study.posed.contacts if c.push[2] > 0})
    alone = 1330 * (rear - front) / 4
    assert 0.8 * alone < moment < alone, "a beam on its own would take P L/4"


def test_feet_stand_between_what_bears_in_every_setting(report: Report) -> None:
    """The slide's rails rest on other places when pulled out, and the foot mid span goes with them."""
    build = report.context.builds[0]
    mids = []
    for setting in settings_of(build):
        feet = [s for s in present(build, setting) if s.member.endswith("rail.left")]
        rests = sorted({c.at[0] - (poses_of(build, setting).shift("slide1/tray")[0] if c.rides == "host" else 0) for c in build.contacts
                        if c.member.endswith("rail.left") and c.kind in ("roller", "lower")})  # fmt: skip
        (mid,) = (s.at[0] for s in feet if s.words.endswith("in the middle"))
        assert mid == pytest.approx(sum(rests) / 2)
        mids.append(mid)
        for one, other in itertools.combinations(feet, 2):
            assert math.dist(one.at, other.at) >= 25
    assert len(set(mids)) == len(mids)


def test_a_prop_makes_two_spans_and_a_foot_in_each(catalog: Catalog) -> None:
    """Over the prop a foot bends nothing: it must stand half way to the ends as well."""
    report = check(platform(bearer="2x4 spf", bearer_flat=True, props={}), catalog)
    study = report.studies[0]
    assert study.posed is not None
    feet = [s for s in study.posed.stands if s.kind == "foot" and s.member.endswith("bearer.1")]
    spans = [s for s in feet if "span" in s.words]
    ends = (-1651 / 2, 0.0, 1651 / 2)
    assert [s.at[1] for s in spans] == pytest.approx([(a + b) / 2 for a, b in itertools.pairwise(ends)], abs=25)


def test_nobody_stands_on_a_bare_build_or_where_feet_are_off(report: Report, edit: Edit, catalog: Catalog) -> None:
    build = report.context.builds[0]
    (home, *_) = settings_of(build)
    assert present(as_it_stands(build, home), home)
    assert not present(build, type(home)(home.name, True, bare=True))
    off = check(edit(to={"/loads/off": ["Foot"]}), catalog)
    assert not [item.case.name for item in off.studies[0].solved if "foot" in item.case.name]


@pytest.mark.parametrize("rail", ["1x1.5x16ga", "2x4x1/8"])
def test_rails_flush_with_the_deck_are_trodden_on(edit: Edit, catalog: Catalog, rail: str) -> None:
    report = check(edit(to={"/builds/0/rail": rail}), catalog)
    posed = report.studies[0].posed
    assert posed is not None
    assert {"rail.left", "rail.right"} <= {s.member.rsplit("/", 1)[-1] for s in posed.stands}


def test_a_foot_beside_a_joint_goes_through_it(edit: Edit, catalog: Catalog) -> None:
    """37.5 mm from the rail nearly all of 1330 N is the joint's shear; mid span it is half, and on the joint itself none."""
    report = check(edit(to={"/builds/0/framing": "lumber_plywood", "/builds/0/rail": "2x4 dfl", "/builds/0/rib": "2x3 dfl"}), catalog)
    found = by_id(report, "slide1/rib.joint")
    (shear,) = (line.value for line in found.working if line.symbol == "V_z")
    assert "one foot on rib" in found.case and 0.9 * 1330 < (shear or 0) < 1.2 * 1330
