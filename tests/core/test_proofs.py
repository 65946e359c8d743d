"""Builds side by side: each proved by itself, kept by what it read; an edit proves only what it touches."""

from __future__ import annotations

from functools import reduce
from typing import Any

import pytest

from ergostrut.core import proof as proof_module
from ergostrut.core.catalog.model import Catalog
from ergostrut.core.changes import Change
from ergostrut.core.job.change import apply
from ergostrut.core.job.document import Design, Job
from ergostrut.core.job.start import with_build
from ergostrut.core.proof import Proof
from ergostrut.core.report import Report, check, kept_by
from tests.conftest import by_id


class Kept:
    """A cache that counts what it had to work out."""

    def __init__(self) -> None:
        self.held: dict[str, Proof] = {}
        self.worked: list[str] = []

    def __call__(self, key: str, work: Any) -> Proof:
        if key not in self.held:
            self.held[key] = work()
            self.worked.append(next(iter(self.held[key].studies)).assembly.id)
        return self.held[key]


def verdicts(report: Report) -> dict[str, tuple[str, float | None, str]]:
    return {f.id: (f.state, f.use, f.sentence) for f in report.findings}


EDITS = [
    ([Change("/builds/0/lock/pin", "1/2 in")], ["slide1"]),
    ([Change("/builds/1/bearer", "2x8 dfl")], ["platform1"]),
    ([Change("/carry/things/0/mass", "45 kg")], ["slide1"]),
    ([Change("/carry/crew/0/mass", "101 kg")], ["platform1"]),
    ([Change("/carry/crew/0/seat", None)], ["platform1"]),
    ([Change("/name", "another name")], []),
    ([Change("/goals/price", 100)], []),
    ([Change("/shop/kerf_mm", 3.0)], []),
    ([Change("/loads/road", "trail")], ["platform1", "slide1"]),
    ([Change("/units/length", "mm")], ["platform1", "slide1"]),
    ([Change("/host/dims/well_height/value", "9 in")], ["platform1", "slide1"]),
]


@pytest.mark.parametrize(("changes", "touched"), EDITS, ids=[rows[0][0].path for rows in EDITS])
def test_an_edit_proves_only_what_it_touches(shop_job: Job, catalog: Catalog, changes: list[Change], touched: list[str]) -> None:
    """And the report is the very one that is made without anything kept."""
    keep = Kept()
    check(shop_job.design, catalog, keep)
    assert sorted(keep.worked) == ["platform1", "slide1"]
    keep.worked.clear()
    edited = apply(shop_job.design, changes)
    again = check(edited, catalog, keep)
    assert sorted(keep.worked) == touched
    assert verdicts(again) == verdicts(check(edited, catalog))


def test_solves_are_counted_not_guessed(shop_job: Job, catalog: Catalog, monkeypatch: pytest.MonkeyPatch) -> None:
    """The settings solved in an edit of the bunk are the bunk's two; a report that is asked for again solves none."""
    solved: list[tuple[str, str]] = []
    plain = proof_module.begin

    def counting(context: Any, build: Any, setting: Any) -> Any:
        solved.append((build.id, setting.name))
        return plain(context, build, setting)

    monkeypatch.setattr(proof_module, "begin", counting)
    keep = Kept()
    check(shop_job.design, catalog, keep)
    assert len(solved) == 3 + 2
    solved.clear()
    check(apply(shop_job.design, [Change("/builds/1/legs/inset", "2 in")]), catalog, keep)
    assert solved == [("platform1", "bed"), ("platform1", "seat")]
    solved.clear()
    check(shop_job.design, catalog, keep)
    assert solved == []


def test_a_report_lends_its_proofs(shop_job: Job, catalog: Catalog) -> None:
    report = check(shop_job.design, catalog)
    tried = check(apply(shop_job.design, [Change("/builds/0/lock/pin", "1/2 in")]), catalog, kept_by(report))
    assert tried.proofs[1] is report.proofs[1] and tried.proofs[0] is not report.proofs[0]


def test_neighbours_do_not_change_each_others_verdicts(shop_job: Job, sample: Job, catalog: Catalog) -> None:
    shop = shop_job.design.model_dump(mode="json")
    paths = ("/host/holes", "/builds/0/rollers", "/builds/0/base", "/builds/0/joints")
    rows = [Change(path, reduce(lambda at, key: at[int(key) if key.isdigit() else key], path[1:].split("/"), shop)) for path in paths]
    slide = apply(sample.design, rows)
    both, alone = verdicts(check(shop_job.design, catalog)), verdicts(check(slide, catalog))
    mine = {ident: row for ident, row in alone.items() if ident.startswith("slide1/")}
    assert {ident: both[ident] for ident in mine} == mine


def test_a_low_bunk_stands_in_the_load_below(shop_job: Job, catalog: Catalog) -> None:
    """The nearest pair is named, home and along the whole pull."""
    high = by_id(check(shop_job.design, catalog), "slide1/fit.platform1")
    assert high.state == "holds" and "generator" in high.sentence
    low = by_id(check(apply(shop_job.design, [Change("/builds/1/height", "20 in")]), catalog), "slide1/fit.platform1")
    assert low.state == "over" and low.demand == pytest.approx((high.demand or 0) - 1.75 * 25.4)
    inside = apply(shop_job.design, [Change("/builds/1/legs/inset", "8 in")])
    legs = by_id(check(inside, catalog), "slide1/fit.platform1")
    assert legs.state == "over" and any("leg" in part for part in legs.parts), "a leg in the tray's way"


def test_up_to_sixteen_builds_each_with_an_id_of_its_own(sample: Job, catalog: Catalog) -> None:
    design: Design = sample.design
    for _ in range(15):
        design = apply(design, [Change("/builds", with_build(design, "fixed_platform", catalog), "add")])
    ids = [build.id for build in design.builds]
    assert len(set(ids)) == 16 and ids[1:3] == ["platform1", "platform2"]
    with pytest.raises(ValueError, match="at most 16"):
        apply(design, [Change("/builds", with_build(design, "fixed_platform", catalog), "add")])
    with pytest.raises(ValueError, match="give each its own"):
        apply(design, [Change("/builds/1/id", "slide1")])
