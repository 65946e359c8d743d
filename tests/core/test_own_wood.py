"""The user's own lumber and panels: what the grade stamp says is what the checks use."""

from __future__ import annotations

import pytest

from ergostrut.core.catalog.errors import StockError
from ergostrut.core.catalog.model import Catalog, Sheet, Wood
from ergostrut.core.catalog.own import OwnLumber, OwnPanel, OwnStock, extended, merged
from ergostrut.core.changes import Change
from ergostrut.core.job.change import apply
from ergostrut.core.job.document import Job, read_job, write_job
from ergostrut.core.problem import InputError
from ergostrut.core.report import check
from tests.conftest import by_id

LUMBER = {
    "id": "own.c24",
    "label": "45 x 95 C24",
    "width": 45,
    "depth": 95,
    "E": 11000,
    "Emin": 7400,
    "Fb": 9.5,
    "Ft": 5.5,
    "Fv": 1.4,
    "Fcp": 3.0,
    "Fc": 8.0,
    "Cfu": 1.0,
    "gravity": 0.42,
    "density": 420,
    "stock": [3600, 4800],
    "price_per_m": 3.2,
    "source": "grade stamp of the yard",
}
PANEL = {
    "id": "own.poplar15",
    "label": "15 mm poplar ply",
    "kind": "plywood",
    "t": 15.0,
    "E": [5000, 3000],
    "f": [25.0, 18.0],
    "G": 400,
    "density": 480,
    "size": [2500, 1250],
    "price": 61,
    "source": "maker's data sheet",
}
BOTH = OwnStock(lumber=(OwnLumber.model_validate(LUMBER),), panels=(OwnPanel.model_validate(PANEL),))


def test_they_join_the_catalogue(catalog: Catalog) -> None:
    found = extended(catalog, BOTH)
    bar, sheet = found.sections["own.c24"], found.sheets["own.poplar15"]
    assert isinstance(bar.material, Wood) and bar.properties.shape == "lumber"
    assert bar.properties.Iy == pytest.approx(45 * 95**3 / 12) and bar.mass_per_m == pytest.approx(45 * 95e-6 * 420)
    assert isinstance(sheet, Sheet) and (sheet.material.short, sheet.material.long) == (0.60, 0.37)
    assert not bar.material.recalled and not sheet.material.recalled


def test_a_slide_in_own_wood(sample: Job, catalog: Catalog) -> None:
    rows = [
        Change("/own/lumber", LUMBER, "add"),
        Change("/own/panels", PANEL, "add"),
        Change("/builds/0/framing", "lumber_plywood"),
        Change("/builds/0/rail", "own.c24"),
        Change("/builds/0/rib", "own.c24"),
        Change("/builds/0/rail_flat", False),
        Change("/builds/0/deck", "own.poplar15"),
    ]
    job = sample.model_copy(update={"design": apply(sample.design, rows)})
    report = check(job.design, catalog)
    assert by_id(report, "slide1/deck.foot").limit == pytest.approx(0.60 * 25)
    assert "45 x 95 C24" in by_id(report, "slide1/side-rail.strength").sentence
    assert any(group.stock == "own.c24" for group in report.cut.bars) and report.cut.sheets[0].size == (2500, 1250)
    assert read_job(write_job(job)) == job  # the file carries its own stock


@pytest.mark.parametrize(
    ("stock", "field", "says"),
    [
        ({"lumber": [LUMBER, LUMBER]}, "/own/lumber/1", "two sections"),
        ({"panels": [PANEL, PANEL]}, "/own/panels/1", "two panels"),
        ({"lumber": [{**LUMBER, "Emin": 12000}]}, "/own/lumber/0/Emin", "cannot lie over"),
    ],
)
def test_what_cannot_be_is_refused_by_field(catalog: Catalog, stock: dict[str, object], field: str, says: str) -> None:
    with pytest.raises(StockError, match=says) as caught:
        extended(catalog, OwnStock.model_validate(stock))
    assert caught.value.field == field


@pytest.mark.parametrize(
    ("path", "item"),
    [
        ("/own/lumber", {**LUMBER, "Fb": 0}),
        ("/own/lumber", {k: v for k, v in LUMBER.items() if k != "Fv"}),
        ("/own/panels", {**PANEL, "E": [5000]}),
        ("/own/panels", {**PANEL, "kind": "cardboard"}),
        ("/own/panels", {**PANEL, "source": ""}),
    ],
)
def test_missing_and_absurd_values_are_refused(sample: Job, path: str, item: dict[str, object]) -> None:
    with pytest.raises(InputError):
        apply(sample.design, [Change(path, item, "add")])


def test_the_newer_of_one_id_stays() -> None:
    dearer = OwnStock(panels=(OwnPanel.model_validate({**PANEL, "price": 75}),))
    both = merged(BOTH, dearer)
    assert both.lumber == BOTH.lumber and [p.price for p in both.panels] == [75]
