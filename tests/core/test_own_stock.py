"""The user's own metals and sections: in the job, in the checks, and refused by field when they make no bar."""

from __future__ import annotations

import pytest
from pydantic import ValidationError

from ergostrut.core.catalog.errors import StockError
from ergostrut.core.catalog.model import Catalog
from ergostrut.core.catalog.own import SIZES, OwnMetal, OwnSection, OwnStock, extended
from ergostrut.core.changes import Change
from ergostrut.core.job.change import apply
from ergostrut.core.job.document import Job, read_job, write_job
from ergostrut.core.problem import InputError
from ergostrut.core.report import check
from ergostrut.core.sections import tube
from ergostrut.files.stock_json import read_stock, write_stock
from tests.conftest import by_id

METAL = OwnMetal(
    id="own.s355", label="S355 by certificate", kind="steel", E=210_000, G=81_000, density=7850, Fy=355, Fu=510, source="certificate 3.1"
)
BAR = OwnSection(
    id="own.40x60x3", label="40 x 60 x 3 yard tube", family="tube", sizes=(40, 60, 3), material="own.s355", stock=(6000.0,), price_per_m=9.5
)
STOCK = OwnStock(metals=(METAL,), sections=(BAR,))


def test_own_section_has_properties_of_its_geometry(catalog: Catalog) -> None:
    found = extended(catalog, STOCK).sections["own.40x60x3"]
    assert found.properties == tube(40, 60, 3)
    assert found.material.label == "S355 by certificate" and found.mass_per_m == pytest.approx(tube(40, 60, 3).A * 7850e-6)
    assert "own.40x60x3" not in catalog.sections, "the shipped catalogue is not touched"


def test_own_bar_in_a_job(sample: Job, catalog: Catalog) -> None:
    """Chosen as the rail it is checked with its own yield, cut and priced, and travels in the job file."""
    dump = STOCK.model_dump(mode="json")
    design = apply(
        sample.design,
        [
            Change("/own/metals", dump["metals"][0], "add"),
            Change("/own/sections", dump["sections"][0], "add"),
            Change("/builds/0/rail", "own.40x60x3"),
        ],
    )
    report = check(design, catalog)
    found = by_id(report, "slide1/side-rail.strength")
    assert found.limit == pytest.approx(355 / 1.67)
    assert any(line.symbol == "F_y" and line.value == 355 for line in found.working)
    assert any(piece.stock == "own.40x60x3" for piece in report.cut.pieces)
    again = read_job(write_job(sample.model_copy(update={"design": design})))
    assert again.design.own == STOCK


@pytest.mark.parametrize(
    ("section", "says"),
    [
        ({"material": "own.none"}, "not in the catalogue or your own stock"),
        ({"sizes": (40, 60)}, "takes 3 sizes in mm: width, depth, wall"),
        ({"sizes": (40, 60, 25)}, "does not leave a hole"),
        ({"family": "angle", "sizes": (10, 30, 4, 8)}, "has no legs"),
    ],
)
def test_bars_that_cannot_be(catalog: Catalog, section: dict[str, object], says: str) -> None:
    bad = BAR.model_copy(update=section)
    with pytest.raises(StockError, match=says) as caught:
        extended(catalog, OwnStock(metals=(METAL,), sections=(bad,)))
    assert caught.value.field == "/own/sections/0"


def test_metals_that_cannot_be(catalog: Catalog) -> None:
    with pytest.raises(StockError, match="cannot lie under yield"):
        extended(catalog, OwnStock(metals=(METAL.model_copy(update={"Fu": 300.0}),)))
    with pytest.raises(StockError, match="two metals"):
        extended(catalog, OwnStock(metals=(METAL, METAL)))
    soft = METAL.model_copy(update={"kind": "aluminium"})
    with pytest.raises(StockError, match="beside a weld") as caught:
        extended(catalog, OwnStock(metals=(soft,)))
    assert caught.value.field == "/own/metals/0/welded"
    assert extended(catalog, OwnStock(metals=(soft.model_copy(update={"welded": (120.0, 180.0)}),))).metals["own.s355"].welded == (
        120.0,
        180.0,
    )
    for name in ("stock", "price_per_m"):
        with pytest.raises(ValidationError):
            OwnSection(**{k: v for k, v in BAR.model_dump().items() if k != name})
    with pytest.raises(ValidationError):
        OwnMetal(**{**METAL.model_dump(), "source": ""})


def test_every_family_can_be_ones_own(catalog: Catalog) -> None:
    sizes = {
        "tube": (30, 50, 2),
        "pipe": (33.7, 2.6),
        "flat": (8, 50),
        "angle": (40, 40, 4, 4),
        "channel": (60, 30, 3, 3),
        "tslot": (40, 1, 2, 8.2, 3, 20, 15, 6.8, 6),
        "strut": (41, 41, 2.5, 9, 7),
    }
    assert set(sizes) == set(SIZES)
    for family, numbers in sizes.items():
        own = OwnSection(
            id=f"own.{family}", label=family, family=family, sizes=numbers, material="alu.6061-T6", stock=(6000,), price_per_m=1
        )  # type: ignore[arg-type]
        assert extended(catalog, OwnStock(sections=(own,))).sections[own.id].properties.shape == family


def test_stock_file_returns_an_equal_stock() -> None:
    assert read_stock(write_stock(STOCK)) == STOCK


@pytest.mark.parametrize(
    ("text", "says"),
    [
        ("{", "line 1"),
        ('{"format": "other"}', "not an Ergostrut stock file"),
        ('{"format": "ergostrut-stock", "version": 9}', "version 9"),
        ('{"format": "ergostrut-stock", "version": 1, "sections": [{"id": "x"}]}', "/sections/0"),
        ("[" * 100_000, "nested|JSON"),
    ],
)
def test_bad_stock_files(text: str, says: str) -> None:
    with pytest.raises(InputError, match=says):
        read_stock(text)


@pytest.mark.parametrize(
    ("sizes", "says"),
    [
        ((500.0, 40.0, 0.1), "thinner than its strength can be told"),
        ((1000.0, 8.0, 2.0), "thinner"),
        ((60.0, 60.0, 20.0), "leaves nearly no tube"),
    ],
)
def test_tube_walls_outside_the_standards_are_refused(sample: Job, catalog: Catalog, sizes: tuple[float, ...], says: str) -> None:
    """AISC 360-16 F7-6 ends at h/t = 5.70 sqrt(E/Fy): beyond it a rail 500 x 40 x 0.1 read as holding at -0.0005; h - 3t left no shear area."""
    bar = {"id": "own.w", "label": "w", "family": "tube", "sizes": sizes, "material": "steel.a513", "stock": [6000], "price_per_m": 1}
    for field in ("rib", "base/upper"):
        with pytest.raises(StockError, match=says) as caught:
            check(apply(sample.design, [Change("/own", {"sections": [bar]}), Change(f"/builds/0/{field}", "own.w")]), catalog)
        assert caught.value.field == "/own/sections/0/sizes"


def test_thin_tubes_within_the_standards_are_answered(sample: Job, catalog: Catalog) -> None:
    for sizes in ((100.0, 40.0, 0.65), (60.0, 60.0, 19.0), (40.0, 100.0, 0.7)):
        bar = {"id": "own.w", "label": "w", "family": "tube", "sizes": sizes, "material": "steel.a513", "stock": [6000], "price_per_m": 1}
        found = check(apply(sample.design, [Change("/own", {"sections": [bar]}), Change("/builds/0/base/upper", "own.w")]), catalog)
        assert all(f.use is None or f.use >= 0 for f in found.findings)
