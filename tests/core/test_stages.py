"""A check in stages: all of them together are the report, cheap ones come first, and a pause may end it."""

from __future__ import annotations

from typing import Any

import pytest

from ergostrut.core.catalog.model import Catalog
from ergostrut.core.finding import Finding
from ergostrut.core.job.document import Design, Job
from ergostrut.core.proof import Proof
from ergostrut.core.report import Found, Report, check, stages, with_found, worst_of
from ergostrut.demo.sample import sample_jobs

from .test_stack import typical
from .test_ways import SHEET


def run(design: Design, catalog: Catalog, **more: Any) -> tuple[list[Found], Report]:
    running, found = stages(design, catalog, **more), list[Found]()
    while True:
        try:
            found.append(next(running))
        except StopIteration as end:
            return found, end.value


def told(found: list[Found]) -> tuple[Finding, ...]:
    rows: list[Finding] = []
    for one in found:
        rows = with_found(rows, one)
    return worst_of(rows)


@pytest.mark.parametrize("job", sample_jobs(), ids=lambda job: job.design.name)
def test_the_stages_together_are_the_report(job: Job, catalog: Catalog) -> None:
    proofs: dict[str, Proof] = {}

    def keep(key: str, work: Any) -> Proof:
        if key not in proofs:
            proofs[key] = work()
        return proofs[key]

    whole = check(job.design, catalog, keep)
    found, report = run(job.design, catalog, keep=keep)
    assert told(found) == report.findings == whole.findings
    assert report.tally == whole.tally and [p.key for p in report.proofs] == [p.key for p in whole.proofs]
    assert found[-1].ahead == "" and all(one.ahead for one in found[:-1]), "each says what is checked next, the last nothing"


def test_what_no_proof_is_needed_for_comes_first_and_the_build_in_hand_next(shop_job: Job, catalog: Catalog) -> None:
    asked: list[str] = []

    def keep(key: str, work: Any) -> Proof:
        asked.append(key)
        return work()  # type: ignore[no-any-return]

    running = stages(shop_job.design, catalog, keep, first="platform1")
    first = next(running)
    assert not asked and {"balance", "carry"} <= {finding.place for finding in first.findings}
    assert first.ahead == "Bunk over the slide"
    second = next(running)
    assert len(asked) == 1 and second.findings[0].id.startswith("platform1/")
    order, _ = run(shop_job.design, catalog, first="platform1")
    assert told(order) == check(shop_job.design, catalog).findings, "the order changes no finding"


def test_a_clearance_that_hangs_on_typical_figures_is_told_again(catalog: Catalog) -> None:
    """A chest 1880 wide between walls of 1900, typical by 25: what was found of it is replaced, not added to."""
    found, report = run(typical({**SHEET, "width": "1880 mm"}), catalog)
    (again,) = [one for one in found if one.instead]
    ident = "b/fit.walls"
    assert [f.state for f in told(found[: found.index(again)]) if f.id == ident] == ["holds"]
    assert [f.state for f in again.findings if f.id == ident] == ["unknown"]
    assert told(found) == report.findings and next(f for f in report.findings if f.id == ident).state == "unknown"


def test_a_pause_may_end_it(sample: Job, catalog: Catalog) -> None:
    class LeftError(Exception):
        pass

    calls: list[int] = []

    def pause() -> None:
        calls.append(1)
        if len(calls) == 2:
            raise LeftError

    with pytest.raises(LeftError):
        run(sample.design, catalog, pause=pause)
    assert len(calls) == 2


def test_what_is_found_within_a_build_is_told_at_once(shop_job: Job, catalog: Catalog) -> None:
    """Fit before anything is solved, then setting by setting; all of it is of the stage that follows."""
    rows: list[Found] = []
    found, report = run(shop_job.design, catalog, tell=rows.append)
    assert {one.ahead for one in rows} == {build.label for build in report.context.builds}
    mine = [one for one in rows if one.ahead == report.context.builds[0].label]
    assert len(mine) > 4 and all(finding.check.startswith(("fit.", "deck.")) for finding in mine[0].findings)
    whole = {(f.id, f.position, f.case, f.use) for one in found for f in one.findings}
    assert {(f.id, f.position, f.case, f.use) for one in rows for f in one.findings} <= whole
    # told again by another check, whose proofs are kept, there is nothing to tell
    again: list[Found] = []
    held = {proof.key: proof for proof in report.proofs}
    run(shop_job.design, catalog, keep=lambda key, work: held.get(key) or work(), tell=again.append)
    assert again == []
