"""Sixty slides drawn once, with what was found of each: a change of the structure changes no verdict unless a commit says so.

Older results are no proof of anything but sameness; the proofs stand in tests/references.
"""

from __future__ import annotations

import json
from pathlib import Path
from typing import Any

import pytest

from ergostrut.core.catalog.model import Catalog
from ergostrut.core.changes import Change
from ergostrut.core.job.change import apply
from ergostrut.core.job.document import Job
from ergostrut.core.report import check

ROWS: list[dict[str, Any]] = json.loads((Path(__file__).parents[1] / "data" / "slides.json").read_text(encoding="utf-8"))
NEAR = 1e-6


def differences(was: dict[str, list[Any]], now: dict[str, list[Any]]) -> list[str]:
    """What changed: findings that came or went, states exactly, uses within 1e-6 of themselves."""
    found = [f"{ident} {'came' if ident in now else 'went'}" for ident in sorted(was.keys() ^ now.keys())]
    for ident in sorted(was.keys() & now.keys()):
        (state, use), (state_now, use_now) = was[ident], now[ident]
        # what is a hundred times over is nearly a mechanism: rounding counts there as the square of it
        same = use == use_now if use is None or use_now is None else abs(use - use_now) <= NEAR * max(1.0, use**2)
        if state != state_now or not same:
            found.append(f"{ident}: {state} {use} -> {state_now} {use_now}")
    return found


@pytest.mark.parametrize("row", ROWS, ids=[f"{i}-{row['changes']['/builds/0/framing']}" for i, row in enumerate(ROWS)])
def test_a_drawn_slide_stands_as_it_stood(sample: Job, catalog: Catalog, row: dict[str, Any]) -> None:
    design = apply(sample.design, [Change(path, value) for path, value in row["changes"].items()])
    now = {f.id: [f.state, f.use] for f in check(design, catalog).findings}
    assert differences(row["findings"], now) == []


def test_the_comparison_can_fail() -> None:
    was = {"a": ["holds", 0.5], "b": ["unknown", None]}
    assert differences(was, was) == []
    assert differences(was, {"a": ["holds", 0.500002], "b": ["unknown", None]})
    assert differences(was, {"a": ["tight", 0.5], "b": ["unknown", None]})
    assert differences(was, {"a": ["holds", 0.5]}) == ["b went"]
