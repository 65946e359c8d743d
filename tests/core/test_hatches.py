"""Hatches in a carcass's top and pods beside it."""

from __future__ import annotations

from typing import Any

import pytest

from ergostrut.core.carry.stowed import check_stowed
from ergostrut.core.catalog.errors import StockError
from ergostrut.core.catalog.model import Catalog
from ergostrut.core.constants import G
from ergostrut.core.finding import Finding
from ergostrut.core.problem import InputError
from ergostrut.core.prove.boxes.lids import check_lids
from ergostrut.core.structure.context import Context
from ergostrut.core.structure.standing.posed import as_it_stands
from ergostrut.core.structure.standing.setting import Setting

from .test_drawers import context, found, one, roll

HATCH = {"name": "a", "along": "300 mm", "across": "300 mm", "long": "400 mm", "wide": "300 mm"}


def lid(here: Context) -> Finding:
    """What is found of its one lid, without the carcass being solved."""
    (finding,) = check_lids(here, here.builds[0])
    return finding


def test_a_hatch_is_a_lid_in_its_opening(catalog: Catalog) -> None:
    """2 mm of play all round; its mass stands on the rim; what is cut out of the top is its opening."""
    build = context(catalog, hatches=[HATCH]).builds[0]
    (lid,) = build.lids
    top = next(panel for panel in build.shells if panel.role == "top")
    assert lid.wide == pytest.approx((396, 296)) and lid.lo[2] == pytest.approx(top.lo[2])
    assert top.area == pytest.approx(1000 * 1200 - 400 * 300)
    plain = context(catalog).builds[0]
    assert build.mass == pytest.approx(plain.mass - (400 * 300 - 396 * 296) * 1e-6 * top.sheet.mass_per_m2 + 8 * 0.006, abs=0.2)


@pytest.mark.parametrize(
    ("hatch", "state"),
    [({}, "unknown"), ({"kept": {"by": "weight"}}, "over"), ({"kept": {"by": "turn button", "rating": "20 kg"}}, "tight"), ({"hinged": "front", "kept": {"by": "spring catch", "rating": "5 kg"}}, "holds")],
)  # fmt: skip
def test_a_hatch_names_what_keeps_it_shut(catalog: Catalog, hatch: dict[str, Any], state: str) -> None:
    (kept,) = check_stowed(context(catalog, roll(), hatches=[{**HATCH, **hatch}]))
    assert kept.id == "r/stowed.hatch.1" and kept.state == state


def test_a_hatch_bears_a_foot_by_hand(catalog: Catalog) -> None:
    """A strip hinged on its edges: P (L/4 - c/8) over b t2 / 6, b = 0.37 (c + 0.58 L (E2/E1)^0.25) at a free edge, the contact at least."""
    finding = lid(context(catalog, roll(), hatches=[HATCH]))
    sheet, L, c = catalog.sheets["birch.18"], 296.0, 75.0
    b = max(0.37 * min(c + 0.58 * L * (min(sheet.E) / max(sheet.E)) ** 0.25, 396.0), c)
    assert finding.demand == pytest.approx(1330 * (L / 4 - c / 8) / (b * sheet.t**2 / 6), rel=1e-6) and finding.state == "tight"
    wide = {**HATCH, "along": "60 mm", "across": "150 mm", "long": "880 mm", "wide": "900 mm"}
    thin = lid(context(catalog, roll(), sheet="birch.6.5", joint="screws", hatches=[wide]))
    assert thin.state == "over"


def test_a_hinged_hatch_turns_up_about_its_edge(catalog: Catalog) -> None:
    build = context(catalog, hatches=[{**HATCH, "hinged": "front"}]).builds[0]
    (motion,) = [m for m in build.motions if m.pivot is not None]
    there = as_it_stands(build, Setting("open", False, True, {motion.id: 90.0}))
    lid = there.lids[0]
    assert max(p[2] for p in lid.corners) == pytest.approx(build.shells[0].hi[2] + 398, abs=1)
    with pytest.raises(StockError, match="under the lid"):
        context(catalog, hatches=[{**HATCH, "cleat": "12 mm"}])


@pytest.mark.parametrize(("side", "count"), [("both", 2), ("left", 1), ("right", 1)])
def test_pods_reach_out_over_the_wheel_boxes(catalog: Catalog, side: str, count: int) -> None:
    build = context(catalog, pods={"side": side, "width": "150 mm", "floor": "200 mm"}).builds[0]
    floors = [panel for panel in build.shells if panel.role == "pod floor"]
    top = next(panel for panel in build.shells if panel.role == "top")
    assert len(floors) == count and top.size[1] == pytest.approx(1200 + 150 * count)
    assert {panel.lo[2] for panel in floors} == {200.0}
    names = {surface.label for surface in build.surfaces}
    assert ("left pod" in names, "right pod" in names) == (side in ("both", "left"), side in ("both", "right"))


def test_what_stands_in_a_pod_bends_its_floor_and_nothing_hides_it(catalog: Catalog) -> None:
    """A pod's floor hangs on the side and on its outer wall: 200 kg in it ask more of it than an empty one."""
    params = {"pods": {"side": "left", "width": "250 mm", "floor": "200 mm"}, "height": "450 mm"}
    jerry = {"id": "j", "name": "can", "length": "800 mm", "width": "180 mm", "height": "180 mm", "mass": "200 kg", "on": "r/pod.1"}
    full, empty = (one(found(catalog, *things, **params), "pod.1.floor.strength") for things in ((jerry,), ()))
    assert full.use > empty.use  # type: ignore[operator]
    with pytest.raises(StockError, match="less than 60 mm high"):
        context(catalog, pods={"floor": "300 mm"})
    with pytest.raises(InputError, match="opens to the rear"):
        context(catalog, pods={}, opens="left")


@pytest.mark.parametrize(("kg", "state"), [(20, "tight"), (400, "over")])
def test_what_stands_on_a_lid_counts_in_a_bump(catalog: Catalog, kg: float, state: str) -> None:
    """A case 300 x 200 wholly over it, 2 g of a gravel bump: P (L/4 - c/8) over b t2 / 6 with c its shorter side; a foot where that is more."""
    case = {"id": "v", "name": "vice", "length": "300 mm", "width": "200 mm", "height": "200 mm", "mass": f"{kg} kg", "on": "r/top", "at": {"x": "500 mm", "y": "-150 mm"}}  # fmt: skip
    finding = lid(context(catalog, case, hatches=[HATCH]))
    sheet, L = catalog.sheets["birch.18"], 296.0

    def stress(P: float, c: float, part: float = 1.0) -> float:
        b = max(part * min(c + 0.58 * L * (min(sheet.E) / max(sheet.E)) ** 0.25, 396.0), c)
        return P * (L / 4 - c / 8) / (b * sheet.t**2 / 6)

    uses = {"Parked, foot": stress(1330, 75, 0.37) / sheet.material.short, "Bump": stress(2 * kg * G, 200) / sheet.material.short, "Parked": stress(kg * G, 200) / sheet.material.long}  # fmt: skip
    assert finding.case == max(uses, key=lambda name: uses[name]) and finding.state == state
    assert finding.use == pytest.approx(max(uses.values()) / min(sheet.f), rel=1e-6)
