"""What a framed clearance hangs on: the stack of every length's tolerance against drawing them all at random."""

from __future__ import annotations

import math
from typing import Any

import numpy as np
import pytest

from ergostrut.core.catalog.model import Catalog
from ergostrut.core.fit.space import stack as sweep
from ergostrut.core.fit.space.stack import clearances, loose_of, stacks
from ergostrut.core.job.document import Design, read_design
from ergostrut.core.job.start import start
from ergostrut.core.report import check, context_of
from ergostrut.core.units import Units
from ergostrut.files.catalog_files import shipped_templates

from .test_ways import PLAIN, SHEET, box_job

WELLS = {"width_between_wells": 1400, "well_start": 600, "well_length": 800, "well_height": 250}
RACK = {"family": "shelf_rack", "id": "r", "label": "Rack", "frames": 3, "length": "1200 mm", "front": "500 mm", "bearer": "2x3 spf", "joints": {"screws": 4},
        "shelves": [{"name": "a", "height": "500 mm"}]}  # fmt: skip


def typical(*builds: dict[str, Any], **host: Any) -> Design:
    return read_design(box_job(*builds, state="typical", **host), bare=PLAIN)


def test_linear_and_likely_stack_against_a_monte_carlo(catalog: Catalog) -> None:
    """A chest beside a rack that stands at a typical wall on a typical wheel box: 300 draws of all lengths within their tolerance. None goes beyond
    the linear stack, the worst comes near it, and they scatter as the root of the sum of squares of even draws does."""
    chest = {**SHEET, "front": "700 mm", "length": "600 mm", "width": "600 mm", "height": "400 mm", "side": "right", "off_centre": "300 mm"}
    design = typical(RACK, chest, dims=WELLS)
    context = context_of(design, catalog)
    (ident, before) = next((k, v) for k, v in clearances(context).items() if k == "b/fit.wells")
    stack = stacks(context, lambda other: context_of(other, catalog), [ident])[ident]
    assert (
        set(stack.moves) <= {"width_between_wells", "well_start", "well_length", "well_height", "width_above_wells"}
        and len(stack.moves) >= 1
    )
    rng, off = np.random.default_rng(7), []
    for _ in range(300):
        other = design
        for one in loose_of(context):
            other = one.moved(other, float(rng.uniform(-25, 25)))  # type: ignore[assignment]
        off.append(clearances(context_of(other, catalog))[ident] - before)
    assert np.abs(off).max() <= stack.linear + 1e-6 and np.abs(off).max() > 0.7 * stack.linear
    assert np.std(off) == pytest.approx(stack.likely / math.sqrt(3), rel=0.2)


def test_a_clearance_less_than_its_stack_says_measure_first_and_more_does_not(catalog: Catalog) -> None:
    """A chest 1880 wide between walls of 1900, typical by 25: 10 mm each side hangs on 12.5; one of 1800 has 50."""
    for wide, state in ((1880, "unknown"), (1800, "holds"), (2000, "over")):
        report = check(typical({**SHEET, "width": f"{wide} mm"}), catalog)
        found = next(f for f in report.findings if f.id == "b/fit.walls")
        assert found.state == state, (wide, found.sentence)
        assert ("Measure first: wall to wall" in found.sentence) is (state == "unknown")
        assert wide == 2000 or found.hangs_on == ("width_above_wells",)
    measured = check(read_design(box_job({**SHEET, "width": "1880 mm"}), bare=PLAIN), catalog)
    assert next(f for f in measured.findings if f.id == "b/fit.walls").state == "holds"


def test_a_length_that_moves_nothing_is_not_named(catalog: Catalog) -> None:
    context = context_of(typical({**SHEET, "width": "1880 mm"}), catalog)
    stack = stacks(context, lambda other: context_of(other, catalog), ["b/fit.walls"])["b/fit.walls"]
    assert stack.moves == {"width_above_wells": pytest.approx(12.5)} and stack.linear == stack.likely == pytest.approx(12.5)


def test_typical_widths_of_leaning_walls_stack_as_well(catalog: Catalog) -> None:
    """Walls by stations 1700 wide at the floor and 1500 at 1500: a chest 1600 wide and 600 high stands 10 mm from them at its top; moved by 25 each,
    0.6 of the lower one's half and 0.4 of the upper one's: 7.5 and 5 mm."""

    def stations(state: str) -> list[dict[str, str]]:
        return [{"height": "0 mm", "width": "1700 mm", "state": state}, {"height": "1500 mm", "width": "1500 mm", "state": state}]

    chest = {**SHEET, "width": "1600 mm", "height": "600 mm"}
    design = read_design(box_job(chest, stations=stations("typical")), bare=PLAIN)
    context = context_of(design, catalog)
    stack = stacks(context, lambda other: context_of(other, catalog), ["b/fit.walls"])["b/fit.walls"]
    assert stack.moves == {"stations/0": pytest.approx(7.5), "stations/1": pytest.approx(5.0)}
    for state, found in (("typical", "unknown"), ("measured", "holds")):
        report = check(read_design(box_job(chest, stations=stations(state)), bare=PLAIN), catalog)
        walls = next(f for f in report.findings if f.id == "b/fit.walls")
        assert walls.state == found and walls.demand == pytest.approx(10.0)
        assert ("Measure first: width of the walls" in walls.sentence) is (state == "typical")


@pytest.mark.parametrize(
    ("template", "family"), [("van-medium", "hung_bunk"), ("pickup-65", "fixed_platform"), ("chassis-midsize", "truck_flatbed")]
)
def test_a_length_left_out_of_the_sweep_moves_nothing(
    catalog: Catalog, template: str, family: str, monkeypatch: pytest.MonkeyPatch
) -> None:
    """What no build and no clearance reads and the host is not drawn from is not tried: with it tried every stack is the same."""
    host = next(one for one in shipped_templates() if one.id == template)
    context = context_of(start(host, "x", Units(), [family]), catalog)
    ids, tried = list(clearances(context)), [one.name for one in loose_of(context) if sweep._matters(context, one)]
    assert len(tried) < len(loose_of(context))
    quick = stacks(context, lambda other: context_of(other, catalog), ids)  # type: ignore[arg-type]
    monkeypatch.setattr(sweep, "_matters", lambda *_: True)
    assert stacks(context, lambda other: context_of(other, catalog), ids) == quick  # type: ignore[arg-type]
