"""What keeps stowed legs and loose halves on the road."""

from __future__ import annotations

import math
from typing import Any

import pytest

from ergostrut.core.carry.stowed import check_stowed
from ergostrut.core.catalog.model import Catalog
from ergostrut.core.constants import G
from ergostrut.core.finding import Finding
from ergostrut.core.job.document import read_design
from ergostrut.core.report import check, context_of

from .test_ways import PLAIN, box_job
from .vans import bunk, job

BED = {
    "family": "fixed_platform",
    "id": "p",
    "label": "Bed",
    "length": "1900 mm",
    "width": "1200 mm",
    "ends": "legs",
    "halves": 2,
    "mattress": None,
}


def kept(catalog: Catalog, keep: dict[str, Any] | None = None, road: str = "gravel", **params: Any) -> dict[str, Finding]:
    data = {**box_job({**BED, **({"half_kept": keep} if keep else {}), **params}), "loads": {"road": road}}
    return {f.id: f for f in check_stowed(context_of(read_design(data, bare=PLAIN), catalog))}


@pytest.mark.parametrize(
    ("keep", "state", "words"),
    [
        (None, "unknown", "Nobody said"),
        ({"by": "weight"}, "over", "Rebound lifts it"),
        ({"by": "friction"}, "unknown", "not known"),
        ({"by": "friction", "friction": 0.4}, "over", "slides from 0.20 g"),
        ({"by": "friction", "friction": 1.9}, "holds", "slides from 0.95 g"),
        ({"by": "magnet"}, "unknown", "not known"),
        ({"by": "magnet", "rating": "5 kg"}, "unknown", "dragged along"),
        ({"by": "magnet", "rating": "20 kg", "friction": 0.4}, "over", "that the magnet holds so"),
        ({"by": "hook and loop", "rating": "40 kg"}, "holds", "on the hook and loop"),
    ],
)
def test_a_loose_half_names_what_holds_it(catalog: Catalog, keep: dict[str, Any] | None, state: str, words: str) -> None:
    found = kept(catalog, keep)["p/stowed.half"]
    assert found.state == state and words in found.sentence and found.caution


def test_it_is_asked_the_worst_case_of_its_own_weight(catalog: Catalog) -> None:
    """0.8 g of braking is more than the 0.5 of rebound on gravel; 1.0 of rebound on a trail as much as 1.25 x 0.8."""
    found = kept(catalog, {"by": "cord", "rating": "40 kg"})["p/stowed.half"]
    kg = next(line.value for line in found.working if line.symbol == "W") / G  # type: ignore[operator]
    assert found.demand == pytest.approx(0.8 * kg * G) and found.case == "Brake"
    assert found.use == pytest.approx(0.8 * kg / 40)
    assert kept(catalog, {"by": "weight"})["p/stowed.half"].demand == pytest.approx(0.5 * kg * G)


def test_props_folded_up_are_asked_as_well_and_one_half_is_not(catalog: Catalog) -> None:
    props = kept(catalog, props={"kept": {"by": "spring catch", "rating": "10 kg"}}, halves=1)
    assert set(props) == {"p/stowed.props"} and props["p/stowed.props"].state == "holds"
    assert not kept(catalog, halves=1)


def test_it_is_in_the_report(catalog: Catalog) -> None:
    ids = {f.id for f in check(read_design(box_job(BED), bare=PLAIN), catalog).findings}
    assert "p/stowed.half" in ids


@pytest.mark.parametrize(
    ("fold", "state", "words"),
    [
        ({}, "unknown", "Nobody said"),
        ({"kept": "weight"}, "over", "Nothing but its weight"),
        ({"kept": "weight", "degrees": 120}, "over", "turns it down"),
        ({"kept": "spring catch", "latch_rating": None}, "unknown", "not known"),
        ({"kept": "spring catch"}, "holds", "It lets go at"),
        ({"kept": "turn button"}, "tight", "left open"),
    ],
)
def test_a_folded_bunk_names_what_holds_it(catalog: Catalog, fold: dict[str, Any], state: str, words: str) -> None:
    found = {f.id: f for f in check_stowed(context_of(job(bunk(fold=fold)), catalog))}
    assert found["bunk1/stowed.folded"].state == state and words in found["bunk1/stowed.folded"].sentence
    assert ("bunk1/stowed.folded.pin" in found) is (fold.get("kept") == "spring catch")


@pytest.mark.parametrize("degrees", [80.0, 100.0])
def test_what_opens_it_is_the_case_turned_into_its_lean(catalog: Catalog, degrees: float) -> None:
    """About its hinges half its weight hangs on the catch: a sin t outward and n cos t downward, of half a g in a corner, with
    all of its weight or half of it, and 2 g in a bump."""
    found = {f.id: f for f in check_stowed(context_of(job(bunk(fold={"kept": "cord", "degrees": degrees})), catalog))}[
        "bunk1/stowed.folded"
    ]
    lean = math.radians(degrees)
    cases = [0.5 * math.sin(lean) + down * math.cos(lean) for down in (1.0, 0.5)]
    cases += [2 * math.cos(lean), -0.5 * math.cos(lean)]
    kg = next(line.value for line in found.working if line.symbol == "W") / G  # type: ignore[operator]
    assert found.demand == pytest.approx(max(cases) * kg * G, rel=1e-6)
    asked = found.limit / (kg * G)  # type: ignore[operator]
    assert f"{asked:.2f} g" in found.sentence


@pytest.mark.parametrize(("flex", "state"), [("2 mm", "holds"), ("4 mm", "over"), (None, "unknown")])
def test_the_pin_of_its_catch_as_well(catalog: Catalog, flex: str | None, state: str) -> None:
    fold = {"kept": "pin", "pin": "8 mm", "engaged": "12 mm", "play": "1 mm", "flex": flex}
    found = {f.id: f for f in check_stowed(context_of(job(bunk(fold=fold)), catalog))}
    assert found["bunk1/stowed.folded.pin"].state == state
