"""The topper on a bed's sides, with formulas of the test's own: its weight and the wind arrive at sides and clamps, its hatch hangs and is kept shut."""

from __future__ import annotations

from functools import cache
from typing import Any

import numpy as np
import pytest

from ergostrut.core.catalog.errors import StockError
from ergostrut.core.catalog.model import Catalog
from ergostrut.core.constants import G
from ergostrut.core.finding import Finding
from ergostrut.core.job.document import read_design
from ergostrut.core.prove.held import held_frame
from ergostrut.core.prove.model.study import Study
from ergostrut.core.report import Report, check, studies_at
from ergostrut.files.catalog_files import shipped_catalog
from tests.families.test_camper_shell import job

TOPPER: dict[str, Any] = {
    "family": "bed_topper", "id": "t", "label": "Topper", "length": "1990 mm", "width": "1700 mm", "height": "650 mm", "posts": 5,
    "clamp_rating": "120 kg", "side_rating": "300 kg", "hatch": {"rating": "40 kg", "kept": {"by": "pin", "rating": "150 kg"}},
}  # fmt: skip


def topper(catalog: Catalog, **more: Any) -> Report:
    return check(read_design(job({**TOPPER, **more})), catalog)


@cache
def usual() -> tuple[Report, Study]:
    report = topper(shipped_catalog())
    return report, studies_at(report, {})[0]


def by_id(report: Report, name: str) -> Finding:
    return next(f for f in report.findings if f.id == f"t/{name}")


def pressed(study: Study, case: str) -> np.ndarray:
    """N that each contact pushes with."""
    item = study.case(case)
    assert item is not None
    return item.result.rest_force


def test_its_weight_arrives_at_the_sides_of_the_bed() -> None:
    report, study = usual()
    kg = report.context.builds[0].mass
    assert study.posed is not None
    up = sum(force * contact.push[2] for contact, force in zip(study.posed.contacts, pressed(study, "Parked"), strict=True))
    assert up == pytest.approx(kg * G, rel=0.02)
    assert by_id(report, "bears.side").state in ("holds", "tight")


def test_the_wind_lifts_its_clamps_and_pushes_them_level(catalog: Catalog) -> None:
    """1 kPa up under the roof, less its weight, and on its side; level it is shared by all ten, at the hardest beside its own lift."""
    report, study = usual()
    build = report.context.builds[0]
    assert study.posed is not None
    side = sum(p.area for p in build.skins if p.name.startswith("left wall")) * 1e-3
    roof = sum(p.area for p in build.decks) * 1e-3
    signs = [contact.push[2] for contact in study.posed.contacts]
    up = sum(force * sign for force, sign in zip(pressed(study, "Wind from the left"), signs, strict=True))
    assert up == pytest.approx(build.mass * G - roof, rel=0.03)
    found = by_id(report, "bears.tie")
    assert found.case.startswith("Wind from the") and found.demand is not None
    tie = [i for i, contact in enumerate(study.posed.contacts) if contact.kind == "tie"]
    lift = max(float(pressed(study, found.case)[i]) for i in tie)
    assert found.demand == pytest.approx(np.hypot(lift, side / 10), rel=0.02)
    # about the lee rail what overturns it is held by the clamps of the other and by its weight
    over = side * (build.panels[0].lo[2] - 530) / 2 + roof * 1700 / 2 - build.mass * G * 1700 / 2
    windward = sum(float(pressed(study, "Wind from the left")[i]) for i in tie if "left" in study.posed.contacts[i].label)
    assert windward == pytest.approx(over / 1662, rel=0.1)
    assert by_id(topper(catalog, clamp_rating="30 kg"), "bears.tie").state == "over"
    assert by_id(topper(catalog, clamp_rating=None), "bears.tie").state == "unknown"


def test_the_list_of_what_holds_it_says_the_same_as_the_finding() -> None:
    """Every clamp with its lift and its share of what pushes level, and both against its rating as the finding has it."""
    report, study = usual()
    found = by_id(report, "bears.tie")
    item = study.case(found.case)
    assert item is not None
    clamps = [one for one in held_frame(study, item) if one.id.endswith(tuple(f"clamp.{i}" for i in range(1, 6)))]
    assert len(clamps) == 10 and max(one.use or 0.0 for one in clamps) == pytest.approx(found.use)
    assert sum(one.push[1] for one in clamps) == pytest.approx(-float(study.posed.blows(item.case)[1]) if study.posed else 0.0)


def test_its_rails_lie_on_the_bed(catalog: Catalog) -> None:
    """A rail 38 mm wide whose outside is 16 mm beyond the inside of the bed's sides lies on 16 mm of them."""
    thin = by_id(topper(catalog, width="1632 mm"), "bears.short")
    assert thin.demand == pytest.approx((1632 - 1600) / 2) and thin.state == "tight" and "bed's side" in thin.title
    assert by_id(topper(catalog, width="1620 mm"), "bears.short").state == "over"
    assert not [f for f in usual()[0].findings if f.id == "t/bears.short" and f.state != "holds"]


def test_its_hatch_by_hand() -> None:
    """Blown out at 1 kPa, half of it on three hinges at the top, half on what keeps it shut."""
    report, _ = usual()
    leaf = next(p for p in report.context.builds[0].skins if p.name == "hatch")
    air = leaf.area * 1e-3
    found = by_id(report, "door.latch.hatch")
    assert found.demand == pytest.approx(air / 2, rel=0.02)
    hinges = by_id(report, "door.hinges.hatch")
    assert hinges.demand is not None and hinges.demand == pytest.approx(air / 2 / 3, rel=0.25)


@pytest.mark.parametrize(
    ("changed", "field"),
    [
        ({"posts": 14, "length": "700 mm"}, "posts"),
        ({"height": "200 mm", "post": "2x4x1/8"}, "height"),
        ({"skin": "board.2x6.dfl"}, "skin"),
    ],
)
def test_what_cannot_be_built_is_refused(changed: dict[str, Any], field: str, catalog: Catalog) -> None:
    with pytest.raises(StockError) as refused:
        topper(catalog, **changed)
    assert refused.value.field.endswith(field)
