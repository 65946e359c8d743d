"""What most tests share: the catalogue, the sample job, and a way to change a design."""

from __future__ import annotations

from collections.abc import Callable
from pathlib import Path
from typing import Any

import pytest
from hypothesis import settings

from ergostrut.core import proof
from ergostrut.core.catalog.model import Catalog
from ergostrut.core.changes import Change
from ergostrut.core.finding import Finding
from ergostrut.core.job.change import apply
from ergostrut.core.job.document import Design, Job, read_job
from ergostrut.core.proof import Proof
from ergostrut.core.prove.boxes.refine import Watch
from ergostrut.core.prove.model.study import Study
from ergostrut.core.report import Report, check
from ergostrut.core.structure.assembly import Assembly
from ergostrut.core.structure.context import Context
from ergostrut.demo.sample import sample_jobs
from ergostrut.files.catalog_files import shipped_catalog
from ergostrut.threads import one_thread

Edit = Callable[..., Design]
PULL = "slide1/tray/pull"
"""The sample slide's motion."""

# The suite draws the same examples every time, so that a red run means a change; `make fuzz` draws new ones.
settings.register_profile("steady", derandomize=True, deadline=None)
settings.register_profile("search", deadline=None, print_blob=True)
settings.load_profile("steady")
one_thread()


REMEMBERED = 500_000_000
"""Bytes of proofs that a worker keeps for the tests after: hundreds look at the same few builds."""
COUNTS = ("test_proofs", "test_stages", "test_shared", "test_threads", "test_limits")
"""Tests that count solves, or what is told while they run: theirs are made anew."""
_proofs: dict[tuple[str, bool], tuple[Proof, int]] = {}
_prove = proof._proved
_counting = False


def _remembered(context: Context, build: Assembly, key: str, watch: Watch | None, pause: proof.Pause, tell: proof.Tell) -> Proof:
    """A proof as the product makes it, once a worker for everything it reads."""
    known = None if _counting else _proofs.get((key, watch is not None))
    if known is not None:
        tell(known[0].findings)
        return known[0]
    found = _prove(context, build, key, watch, pause, tell)
    if not _counting:
        _proofs[key, watch is not None] = found, found.bytes
        while sum(size for _, size in _proofs.values()) > REMEMBERED:
            _proofs.pop(next(iter(_proofs)))
    return found


def pytest_configure() -> None:
    """Tests alone remember; whoever takes something from here and measures does not."""
    proof._proved = _remembered


def pytest_runtest_setup(item: pytest.Item) -> None:
    global _counting
    _counting = item.path.stem in COUNTS


@pytest.fixture(scope="session")
def catalog() -> Catalog:
    return shipped_catalog()


@pytest.fixture(scope="session")
def sample() -> Job:
    """The slide alone, in the file that the first version of the document left."""
    return read_job((Path(__file__).parent / "data" / "river-survey.v1.json").read_text(encoding="utf-8"))


@pytest.fixture(scope="session")
def shop_job() -> Job:
    """The sample shop's first job as it ships: the slide with a bunk over it."""
    return sample_jobs()[0]


@pytest.fixture(scope="session")
def report(sample: Job, catalog: Catalog) -> Report:
    return check(sample.design, catalog)


@pytest.fixture
def edit(sample: Job) -> Edit:
    """``edit(path=value, ...)`` with the sample design; paths as JSON pointers."""

    def change(**paths: Any) -> Design:
        return apply(sample.design, [Change(path, value) for path, value in paths["to"].items()])

    return change


def by_id(report: Report, ident: str) -> Finding:
    """The finding with an id; fails with the ids there are."""
    found = {f.id: f for f in report.findings}
    assert ident in found, f"{ident} not among {sorted(found)}"
    return found[ident]


def moving(study: Study) -> tuple[float, tuple[float, float, float]]:
    """kg and centre of gravity of what the only slider of a study moves."""
    return study.moving(study.assembly.sliders[0])
