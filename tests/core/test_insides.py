"""Ways out of what people sleep closed in that is a build itself: a body on a chassis, a shell in a bed."""

from __future__ import annotations

from typing import Any

import pytest

from ergostrut.core.catalog.model import Catalog
from ergostrut.core.changes import Change
from ergostrut.core.finding import Finding
from ergostrut.core.fit.ways.insides import beds_in, insides
from ergostrut.core.fit.ways.way_out import check_ways_out, ways_out
from ergostrut.core.job.change import apply
from ergostrut.core.job.document import Design
from ergostrut.core.job.start import start
from ergostrut.core.report import context_of
from ergostrut.core.units import Units
from ergostrut.demo.sample import sample_jobs
from ergostrut.files.catalog_files import shipped_templates

JOBS = {job.design.name: job.design for job in sample_jobs()}
BODY, SHELL, TRAILER = JOBS["Night-sky body"], JOBS["Night-sky shell"], JOBS["Seed library trailer"]


def changed(design: Design, **paths: Any) -> Design:
    return apply(design, [Change(f"/{path.replace('__', '/')}", value) for path, value in paths.items()])


def out_of(design: Design, catalog: Catalog) -> list[Finding]:
    return list(check_ways_out(context_of(design, catalog)))


@pytest.mark.parametrize(("inside", "state"), [("unknown", "unknown"), ("yes", "holds"), ("no", "over")])
def test_a_door_of_a_body_must_open_from_inside(catalog: Catalog, inside: str, state: str) -> None:
    (found,) = out_of(changed(BODY, builds__0__door__inside=inside), catalog)
    assert found.state == state and found.caution
    assert inside != "unknown" or "say so on Frame" in found.sentence


@pytest.mark.parametrize(("width", "most", "state"), [("700 mm", 700.0, "holds"), ("450 mm", 450.0, "tight"), ("350 mm", 350.0, "over")])
def test_nobody_gets_through_a_door_that_is_narrower_than_he_is(catalog: Catalog, width: str, most: float, state: str) -> None:
    """400 mm with effort, 550 with ease (common practice): what is clear between the posts decides, not the leaf that laps over them."""
    (found,) = out_of(changed(BODY, builds__0__door__width=width), catalog)
    assert found.demand is not None and found.demand <= most and found.state == state


def test_what_stands_before_the_door_shuts_it(catalog: Catalog) -> None:
    chest = {
        "family": "plywood_box", "id": "block", "label": "Chest", "on": BODY.builds[0].id, "length": "500 mm", "width": "1500 mm", "height": "1500 mm",
    }  # fmt: skip
    context = context_of(BODY, catalog)
    body = context.builds[0]
    assert body.clear is not None
    front = f"{body.clear.hi[0] - body.clear.lo[0] - 510:.0f} mm"
    wide = f"{body.clear.hi[1] - body.clear.lo[1] - 20:.0f} mm"
    blocked = changed(BODY, builds=[*(one.model_dump(mode="json") for one in BODY.builds), {**chest, "front": front, "width": wide}])
    (found,) = out_of(blocked, catalog)
    assert found.state == "over" and "No way out was found" in found.sentence


def test_two_over_a_cab_and_one_door_one_climbs_over_the_other(catalog: Catalog) -> None:
    rows = {one.id: one for one in out_of(SHELL, catalog)}
    assert len(rows) == 2 and all(one.state in ("tight", "holds") for one in rows.values())
    assert sum("Climbs over" in one.sentence for one in rows.values()) == 1
    assert all("step of" in one.sentence for one in rows.values()), "from over the cab one comes down far"


def test_a_bed_lies_in_the_build_that_closes_it_in(catalog: Catalog) -> None:
    context = context_of(TRAILER, catalog)
    (inside,) = insides(context)
    assert inside.build is not None and {bed.split("/")[0] for bed in beds_in(context, inside)} == {"bunk1"}
    (row,) = ways_out(context)
    assert row[2] is not None and row[2].poses[0].at[0] > inside.build.clear.hi[0], "it ends behind the door, in the vehicle's axes"


def test_who_sleeps_under_a_topper_is_told_that_nobody_asks(catalog: Catalog) -> None:
    pickup = next(t for t in shipped_templates() if t.id == "pickup-65")
    crew = [{"id": "p", "name": "Ada", "mass": "70 kg", "stature": "1700 mm", "sleeps": "platform1/bed"}]
    rows = []
    for families in (["fixed_platform"], ["fixed_platform", "bed_topper"]):
        design = start(pickup, "x", Units(length="mm", mass="kg"), families)
        rows.append(out_of(changed(design, carry__crew=crew), catalog))
    assert rows[0] == [] and [one.state for one in rows[1]] == ["unknown"] and "Topper" in rows[1][0].sentence
