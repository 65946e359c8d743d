"""What most tests share: the catalogue, the sample job, and a way to change a design."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any

import pytest
from hypothesis import settings

from ergostrut.core.catalog.model import Catalog
from ergostrut.core.change import Change, apply
from ergostrut.core.document import Design, Job
from ergostrut.core.finding import Finding
from ergostrut.core.report import Report, check
from ergostrut.demo.sample import sample_jobs
from ergostrut.files.catalog_files import shipped_catalog
from ergostrut.threads import one_thread

Edit = Callable[..., Design]

# The suite draws the same examples every time, so that a red run means a change; `make fuzz` draws new ones.
settings.register_profile("steady", derandomize=True, deadline=None)
settings.register_profile("search", deadline=None, print_blob=True)
settings.load_profile("steady")
one_thread()


@pytest.fixture(scope="session")
def catalog() -> Catalog:
    return shipped_catalog()


@pytest.fixture(scope="session")
def sample() -> Job:
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
