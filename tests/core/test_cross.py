"""Readings that cannot all be right are named; those of every sample and template can."""

from __future__ import annotations

from typing import Any

import pytest

from ergostrut.core.catalog.model import Catalog
from ergostrut.core.finding import Finding
from ergostrut.core.job.document import read_design
from ergostrut.core.measure.cross import RULES
from ergostrut.core.problem import InputError
from ergostrut.core.report import check
from ergostrut.core.units import Units
from ergostrut.demo.sample import sample_jobs

DIMS = {
    "floor_length": 1980, "length_to_gate": 2070, "gate_thickness": 65, "width_between_wells": 1280, "width_above_wells": 1650, "depth": 530,
    "well_start": 700, "well_length": 900, "well_height": 230, "axle_from_front": 1150, "track": 1700,
}  # fmt: skip


def crossed(catalog: Catalog, again: list[dict[str, str]] | None = None, **other: int) -> list[Finding]:
    dims = {name: {"value": f"{mm} mm", "state": "measured"} for name, mm in {**DIMS, **other}.items()}
    host = {"kind": "pickup_bed", "dims": dims, "again": again or []}
    data: dict[str, Any] = {"name": "bed", "units": {"length": "mm", "mass": "kg"}, "host": host, "builds": []}
    report = check(read_design(data, bare=Units(length="mm", mass="kg")), catalog)
    return [f for f in report.findings if f.check in ("measure.cross", "measure.again")]


def test_readings_that_agree_say_nothing(catalog: Catalog) -> None:
    assert crossed(catalog) == [] and crossed(catalog, [{"of": "depth", "value": "533 mm"}]) == []


@pytest.mark.parametrize(
    ("other", "names"),
    [
        ({"well_length": 1350}, {"well_start", "well_length", "floor_length"}),
        ({"width_between_wells": 1660}, {"width_between_wells", "width_above_wells"}),
        ({"length_to_gate": 2030}, {"floor_length", "gate_thickness", "length_to_gate"}),
        ({"well_height": 560}, {"well_height", "depth"}),
        ({"axle_from_front": 650}, {"well_start", "axle_from_front"}),
        ({"axle_from_front": 1700}, {"axle_from_front", "well_start", "well_length"}),
        ({"track": 1200}, {"width_between_wells", "track"}),
    ],
)
def test_a_slip_is_named(catalog: Catalog, other: dict[str, int], names: set[str]) -> None:
    (found,) = crossed(catalog, **other)
    assert found.state == "unknown" and set(found.missing) == names and "cannot all be right" in found.sentence and found.working


def test_within_their_tolerance_they_may(catalog: Catalog) -> None:
    """1280 against 1281 and 3 mm of tolerance each."""
    assert crossed(catalog, width_above_wells=1278) == []


def test_taken_twice(catalog: Catalog) -> None:
    (found,) = crossed(catalog, [{"of": "well_height", "value": "253 mm"}])
    assert found.missing == ("well_height",) and "230 mm, and 253 mm" in found.sentence and "third time" in found.sentence
    with pytest.raises(InputError, match="no dimension"):
        crossed(catalog, [{"of": "height", "value": "253 mm"}])


def test_what_ships_agrees(catalog: Catalog) -> None:
    for job in sample_jobs():
        assert not [f for f in check(job.design, catalog).findings if f.check == "measure.cross"]
    assert len({(rule.parts, rule.whole) for rule in RULES}) == len(RULES)
