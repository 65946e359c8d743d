"""Wind on a box in an open bed: on what is higher than its sides, and not under a roof or a cover."""

from __future__ import annotations

from typing import Any

import numpy as np
import pytest

from ergostrut.core.catalog.model import Catalog
from ergostrut.core.constants import G
from ergostrut.core.job.document import Design, read_design
from ergostrut.core.prove.boxes.model import solved
from ergostrut.core.report import check, context_of

BOX = {
    "family": "plywood_box", "id": "box", "label": "Box", "length": "1000 mm", "width": "900 mm", "height": "900 mm", "bottom": True,
    "back": "birch.12", "joint": "dado", "back_joint": "glue", "tie_rating": "400 kg",
}  # fmt: skip


def job(host: dict[str, Any], **more: Any) -> Design:
    dims = {name: {"value": f"{value} mm", "state": "measured"} for name, value in host.pop("dims", {}).items()}
    data = {"name": "x", "host": {"kind": "pickup_bed", "dims": dims, **host}, "builds": [{**BOX, **more}]}
    return read_design(data)


def sums(design: Design, catalog: Catalog, case: str) -> tuple[np.ndarray, float] | None:
    """(3,) N on the box from what it stands on and is tied to, and its weight; None without such a case."""
    context = context_of(design, catalog)
    down = solved(context, context.builds[0]).handed
    assert down is not None
    i = next((n for n, one in enumerate(down.cases) if one.name == case), None)
    if i is None:
        return None
    found: np.ndarray = (np.array(down.forces[i])[:, None] * np.array([foot.toward for foot in down.feet])).sum(axis=0)
    return found, context.builds[0].mass * G


@pytest.mark.parametrize(("depth", "over"), [(500, 400), (300, 600), (None, 900)])
def test_it_presses_what_stands_over_the_sides(catalog: Catalog, depth: int | None, over: float) -> None:
    """1 kPa on its side above them and up under its top of 1000 by 900; of an unmeasured bed on all of the side."""
    found = sums(job({"dims": {"depth": depth} if depth else {}}), catalog, "Wind from the right")
    assert found is not None
    force, weight = found
    assert force[1] == pytest.approx(1e-3 * 1000 * over, rel=0.04)
    assert force[2] == pytest.approx(weight - 1e-3 * 1000 * 900, abs=0.03 * 900)


@pytest.mark.parametrize("dims", [{"depth": 900}, {"depth": 500, "cover_height": 1200}])
def test_what_ends_below_them_or_is_covered_has_none(catalog: Catalog, dims: dict[str, int]) -> None:
    assert sums(job({"dims": dims}), catalog, "Wind from the left") is None


def test_its_ties_are_asked(catalog: Catalog) -> None:
    """A light box 400 mm over the sides: nothing on the road pulls its ties as hard as the wind."""
    low, high = (
        next(f for f in check(job({"dims": {"depth": depth}}), catalog).findings if f.id == "box/bears.tie") for depth in (900, 500)
    )
    assert high.case.startswith("Wind") and not low.case.startswith("Wind") and high.use > 2 * low.use  # type: ignore[operator]


def test_a_box_wider_than_it_is_long_is_blown_on_from_ahead(catalog: Catalog) -> None:
    """On its end as wide as it is, from either way, over the sides of the bed alone."""
    for case, sign in (("Wind from ahead", -1.0), ("Wind from behind", 1.0)):
        found = sums(job({"dims": {"depth": 500}}, length="400 mm", width="1100 mm"), catalog, case)
        assert found is not None
        assert found[0][0] == pytest.approx(sign * 1e-3 * 1100 * 400, rel=0.06)
