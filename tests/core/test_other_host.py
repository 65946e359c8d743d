"""Another vehicle under a job: what it has nothing for is taken back and named, what stands worse is listed, the rest stays; what cannot be is refused."""

from __future__ import annotations

import pytest

from ergostrut.core.advice.other_host import OtherHost, put_under
from ergostrut.core.catalog.model import Catalog
from ergostrut.core.finding import RANK
from ergostrut.core.job.change import apply
from ergostrut.core.report import check
from ergostrut.demo.sample import sample_jobs
from ergostrut.files.catalog_files import shipped_templates

TEMPLATES = {one.id: one.host for one in shipped_templates()}


def moved(catalog: Catalog, job: int, template: str) -> OtherHost:
    design = sample_jobs()[job].design
    return put_under(design, TEMPLATES[template], catalog, check(design, catalog))


def test_a_van_bunk_loses_its_rows_and_keeps_its_build(catalog: Catalog) -> None:
    design = sample_jobs()[1].design
    found = moved(catalog, 1, "van-large")
    assert found.design is not None and not found.refused
    assert {one.field for one in found.freed} >= {"/carry/crew/0/seat", "/builds/0/wall_rail/row"}
    assert [build.id for build in found.design.builds] == [build.id for build in design.builds]
    before, after = (one.model_dump(mode="json")["builds"][0] for one in (design, found.design))
    assert {key for key in before if before[key] != after[key]} <= {"wall_rail", "straps"}
    assert found.design.host.kind == "van_interior" and len(found.design.carry.crew) == len(design.carry.crew)


def test_what_stands_worse_is_what_two_reports_say(catalog: Catalog) -> None:
    design = sample_jobs()[5].design
    found = moved(catalog, 5, "chassis-fullsize")
    assert found.design is not None
    old = {one.id: one.state for one in check(design, catalog).findings}
    new = {one.id: one.state for one in check(found.design, catalog).findings}
    worse = {
        name for name, state in new.items() if state in ("over", "unknown", "tight") and (name not in old or RANK[state] < RANK[old[name]])
    }
    assert {one.finding.id for one in found.worse} == worse and worse
    assert apply(design, found.changes) == found.design


def test_on_its_own_vehicle_nothing_changes(catalog: Catalog) -> None:
    for job in (0, 4):
        design = sample_jobs()[job].design
        found = put_under(design, design.host.model_dump(mode="json"), catalog, check(design, catalog))
        assert found.design == design and not found.freed and not found.worse and found.better == 0


def test_a_slide_stands_on_no_bare_frame(catalog: Catalog) -> None:
    found = moved(catalog, 0, "chassis-midsize")
    assert found.design is None and any("stands on a floor" in problem.message for problem in found.refused)


@pytest.mark.parametrize(("job", "template"), [(i % 6, name) for i, name in enumerate(TEMPLATES)])
def test_any_job_on_any_vehicle_is_answered(catalog: Catalog, job: int, template: str) -> None:
    """A design that can be, with a report, or a refusal in words; nothing of a build but choices among the host's own is touched."""
    design = sample_jobs()[job].design
    found = moved(catalog, job, template)
    assert (found.design is None) == bool(found.refused)
    assert all(len(problem.message) > 10 for problem in found.refused) and all(len(one.why) > 10 for one in found.freed)
    if found.design is not None:
        assert [thing.id for thing in found.design.carry.things] == [thing.id for thing in design.carry.things]
        assert found.design.loads == design.loads and len(found.design.builds) == len(design.builds)
