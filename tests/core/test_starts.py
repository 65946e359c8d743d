"""Every family as it starts in every class of host, untouched: nothing is over, or the word over teaches nobody anything."""

from __future__ import annotations

from typing import Any

import pytest

from ergostrut.core.catalog.errors import StockError
from ergostrut.core.catalog.model import Catalog
from ergostrut.core.finding import TIGHT_FROM
from ergostrut.core.frame.build import families_for
from ergostrut.core.frame.families import FAMILIES
from ergostrut.core.job.document import read_design
from ergostrut.core.job.start import start
from ergostrut.core.measure.hosts import resolve
from ergostrut.core.report import check
from ergostrut.core.units import Units
from ergostrut.files.catalog_files import shipped_templates
from tests import bench

TEMPLATES = {template.id: template for template in shipped_templates()}
FITS = {
    name: {family.id for family in families_for(resolve(read_design({"name": "x", "host": template.host}).host))}
    for name, template in TEMPLATES.items()
}
ROWS = [
    (family, name, length)
    for f, family in enumerate(FAMILIES)
    for n, name in enumerate(TEMPLATES)
    if family in FITS[name]
    # what lies right on a bed's sides is cheap, and a rounding of either unit once put it below them
    for length in (("in", "mm") if FAMILIES[family].stands == "bed" else (("in", "mm")[(f + n) % 2],))
]


@pytest.mark.parametrize(("family", "template", "length"), ROWS)
def test_an_untouched_start_is_never_over(family: str, template: str, length: Any, catalog: Catalog) -> None:
    report = check(start(TEMPLATES[template], "x", Units(length=length), [family]), catalog)
    assert not [(f.id, f.sentence) for f in report.findings if f.state == "over"]
    for finding in report.findings:
        # state follows use, wherever there is one
        if finding.use is not None and not finding.minimum and finding.state in ("holds", "tight"):
            assert finding.use <= 1.0 + 1e-9, finding.id
            assert finding.state == "tight" or finding.use <= TIGHT_FROM + 1e-9, finding.id


def test_every_family_fits_some_host_and_no_other_is_accepted(catalog: Catalog) -> None:
    """What needs a floor is refused on a bare chassis, what needs mounts in a room; each in words that say what to do."""
    assert set(FAMILIES) == {family for fits in FITS.values() for family in fits}
    for name, fits in FITS.items():
        for family in set(FAMILIES) - fits:
            with pytest.raises(StockError) as refused:
                check(start(TEMPLATES[name], "x", Units(), [family]), catalog)
            assert refused.value.field == "/builds/0/family" and (
                "flatbed on it first" in str(refused.value) or "bare chassis" in str(refused.value)
            )


def test_a_start_goes_round_what_stands_at_the_front() -> None:
    """Seats slid back take 120 mm: nothing begins before that."""
    wagon = TEMPLATES["wagon-midsize"]
    for family in sorted(FITS["wagon-midsize"]):
        (build,) = start(wagon, "x", Units(length="mm"), [family]).builds
        front = getattr(build, "front_gap", None) or getattr(build, "front", None)
        assert front is not None and front.mm >= 120, family


def test_the_bench_takes_every_family() -> None:
    assert [name.removesuffix(" as it starts") for name, _ in bench.starts()] == list(FAMILIES)
