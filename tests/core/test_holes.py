"""Holes that follow from joints and fixings, by hand, and every one within its member."""

from __future__ import annotations

import csv
import io
import math
from dataclasses import replace

import pytest

from ergostrut.core.catalog.model import Catalog, Thread
from ergostrut.core.cut.holes import Drilled, clearance, drilled
from ergostrut.core.cut.parts import pieces
from ergostrut.core.job.document import Design
from ergostrut.core.report import context_of
from ergostrut.core.structure.nouns.rows import screws_arm
from ergostrut.core.units import Units
from ergostrut.demo.sample import sample_jobs
from ergostrut.files.csv_out import holes_csv
from tests.bench import starts

JOBS = {job.design.name: job.design for job in sample_jobs()}


def rows(design: Design, catalog: Catalog) -> dict[str, Drilled]:
    context = context_of(design, catalog)
    found = drilled(context, pieces(context))
    return {part: row for row in found for part in row.parts}


@pytest.mark.parametrize(
    ("thread", "mm"),
    # ISO 273 medium series; AISC 360-16 table J3.3: 1/2 in in a hole of 9/16
    [
        (("M8", 8.0, True), 9.0),
        (("M12", 12.0, True), 13.5),
        (("1/2-13", 12.7, False), 9 / 16 * 25.4),
        (("5/8-11", 15.875, False), 11 / 16 * 25.4),
    ],
)
def test_a_bolt_goes_through_a_hole_of_the_standard(thread: tuple[str, float, bool], mm: float) -> None:
    name, d, metric = thread
    assert clearance(Thread(name, d, 1.5, metric)) == pytest.approx(mm)


def test_a_rail_is_drilled_where_its_mounts_are(catalog: Catalog) -> None:
    """Places of the mounts behind the rail's front end, M12 through its height; both rails alike."""
    design = JOBS["Orchard flatbed"]
    (row,) = {one.mark: one for one in rows(design, catalog).values()}.values()
    assert len(row.parts) == 2 and row.end == "front"
    context = context_of(design, catalog)
    build = context.builds[0]
    rail = build.member(row.parts[0])
    places = sorted(one.at[0] - rail.a[0] for one in build.fastenings if one.member == rail.id)
    assert [hole.at for hole in row.holes] == pytest.approx(places, abs=0.06) and len(places) == 3
    assert {(hole.d, hole.through, hole.side) for hole in row.holes} == {(13.5, "height", "")}


def test_two_lags_stand_across_the_leg_where_the_bearer_is_too_narrow_for_its_depth(catalog: Catalog) -> None:
    """2x4 legs, 88.9 mm deep along the vehicle, under bearers 38.1 mm wide: rows 44.5 mm apart would miss them, so they stand over the leg's width,
    9.5 mm to either side of it along the bearer; 5/16 in shanks."""
    row = next(one for one in rows(JOBS["Clock repairer's van"], catalog).values() if "bearer 1" in one.name)
    near, far = row.holes[:2]
    assert far.at - near.at == pytest.approx(38.1 / 2, abs=0.11) and {hole.side for hole in row.holes} == {""}
    assert all(hole.d == pytest.approx(7.9) and hole.what == "lag screw" for hole in row.holes)
    assert len(row.parts) == 5, "all bearers of the platform are drilled alike"


def test_what_twists_an_end_has_the_arm_that_its_screws_find_room_for(catalog: Catalog) -> None:
    """By hand: a quarter of the depth where what they go through is as wide, a quarter of the width along a narrow one, the head of a single one."""
    context = context_of(JOBS["Clock repairer's van"], catalog)
    build = context.build("platform1")
    assert build is not None
    joint = next(one for one in build.joints if "leg" in one.framing)
    spec, leg, bearer = joint.spec or build.joining, build.member(joint.framing), build.member(joint.through)
    assert (leg.shape.width, leg.shape.depth) == pytest.approx((38.1, 88.9))
    assert screws_arm(spec, leg, bearer) == pytest.approx(38.1 / 4)
    wide = replace(bearer, roll=90.0)
    assert screws_arm(spec, leg, wide) == pytest.approx(88.9 / 4)
    assert screws_arm(replace(spec, screws=1), leg, wide) == 5.0


def test_four_screws_stand_in_two_rows(catalog: Catalog) -> None:
    """A 2x3 bearer, 38.1 by 63.5, on a post: rows 31.75 apart, screws 19.05 apart in each."""
    rack = JOBS["Borrowed van's gear rack"]
    row = next(one for one in rows(rack, catalog).values() if one.name.startswith("rear 1"))
    four = row.holes[:4]
    assert four[-1].at - four[0].at < 40 and four[-1].at - four[0].at == pytest.approx(63.5 / 2, abs=0.06)
    assert all(hole.across == pytest.approx(38.1 / 4, abs=0.06) for hole in four)
    assert math.dist((four[0].at, -four[0].across), (four[1].at, four[1].across)) == pytest.approx(19.05, abs=0.1)


def test_a_wall_fixing_is_drilled_as_its_bolt(catalog: Catalog) -> None:
    design: Design = dict(starts())["hung_bunk as it starts"]
    (row,) = {one.mark: one for one in rows(design, catalog).values()}.values()
    assert {hole.d for hole in row.holes} == {None} and {hole.through for hole in row.holes} == {"width"}


@pytest.mark.parametrize("name", [*JOBS, *(name for name, _ in starts())])
def test_every_hole_lies_in_its_member(catalog: Catalog, name: str) -> None:
    design = JOBS.get(name) or dict(starts())[name]
    context = context_of(design, catalog)
    members = {member.id: member for build in context.builds for member in build.members}
    for row in drilled(context, pieces(context)):
        for part in row.parts:
            member = members[part]
            for hole in row.holes:
                wide = member.shape.width if hole.through == "height" else member.shape.depth
                assert -1.0 <= hole.at <= member.length + member.shape.width and hole.across <= wide / 2


def test_the_table_has_a_row_a_hole_and_no_formulas(catalog: Catalog) -> None:
    context = context_of(JOBS["Orchard flatbed"], catalog)
    found = tuple(replace(row, name=f"={row.name}") for row in drilled(context, pieces(context)))
    table = list(csv.DictReader(io.StringIO(holes_csv(found, Units(length="in", mass="lb"), {found[0].parts[0]: "Q7"}))))
    assert len(table) == sum(len(row.holes) for row in found) and table[0]["mark"] == "Q7"
    assert table[0]["parts"].startswith("'=") and table[0]["at as shown"].endswith(" in") and table[0]["hole mm"] == "13.5"


def test_what_is_welded_on_is_not_drilled(catalog: Catalog) -> None:
    """Ribs and cross members are welded to its rails: those are drilled for their mounts alone."""
    design = dict(starts())["truck_flatbed as it starts"]
    assert all(hole.what == "bolt of a mount" for row in rows(design, catalog).values() for hole in row.holes)
