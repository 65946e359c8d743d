"""What bears on a member crushes wood across its grain and bends a tube's wall, wherever something bears."""

from __future__ import annotations

import math

import pytest

from ergostrut.core.anchor.bolts import Capacity, capacity
from ergostrut.core.catalog.model import Catalog
from ergostrut.core.constants import PSI
from ergostrut.core.finding import Finding
from ergostrut.core.report import check, context_of
from tests.conftest import Edit, by_id
from tests.core.test_platform import platform

UNDER = {"/builds/0/rollers/let_in": "0 mm"}


def values(found: Finding) -> dict[str, float | None]:
    return {line.symbol: line.value for line in found.working}


def test_a_roller_under_a_tube_bends_its_wall(edit: Edit, catalog: Catalog) -> None:
    """1/2 in roller on the 1.5 in face of 11ga: 4 Fy t2/sqrt(1 - beta)/1.5 (AISC 360-16 chapter K, no length)."""
    found = by_id(check(edit(to=UNDER), catalog), "slide1/pressed.roller")
    expect = 4 * 221 * 3.048**2 / math.sqrt(1 - 12.7 / 38.1) / 1.5
    assert found.limit == pytest.approx(expect, rel=1e-3) and found.use == pytest.approx((found.demand or 0) / expect, rel=1e-3)


def test_a_roller_as_wide_as_the_tube_stands_on_both_walls(edit: Edit, catalog: Catalog) -> None:
    """J10.2: 2 Fy t (5 k)/1.5 with k = 1.5 t, J10.3 twice; the lesser."""
    found = by_id(check(edit(to={**UNDER, "/builds/0/rollers/width": "38 mm"}), catalog), "slide1/pressed.roller")
    t = 3.048
    assert found.limit == pytest.approx(min(2 * 221 * t * 7.5 * t / 1.5, 1.6 * t * t * math.sqrt(200_000 * 221) / 2), rel=1e-3)


def test_let_in_beside_the_rail_it_bears_on_no_wall(edit: Edit, catalog: Catalog) -> None:
    idents = {f.id for f in check(edit(to={"/builds/0/rollers/let_in": "14 mm"}), catalog).findings}
    assert "slide1/pressed.roller" not in idents and {"slide1/pressed.lower", "slide1/pressed.upper"} <= idents


def test_a_roller_sinks_into_wood(edit: Edit, catalog: Catalog) -> None:
    """NDS 2018 3.10: Fc_perp 625 psi (DF-L, table 4A) on a chord that 0.5 mm of dent gives; no load duration; wet 0.67."""
    wood = {**UNDER, "/builds/0/framing": "lumber_plywood", "/builds/0/rail": "2x4 dfl", "/builds/0/rib": "2x4 dfl"}
    dry, wet = (by_id(check(edit(to={**wood, "/loads/wet": value}), catalog), "slide1/pressed.roller") for value in (False, True))
    assert dry.limit == pytest.approx(625 * PSI * 12.7 * 2 * math.sqrt(38.1 * 0.5), rel=1e-3)
    assert wet.limit == pytest.approx(0.67 * (dry.limit or 0)) and dry.state == "over"


@pytest.mark.parametrize(
    ("ends", "ident", "area"),
    [("legs", "pressed.post", 38.1 * 38.1), ("rests", "pressed.floor", 38.0 * 38.1)],
)
def test_ends_of_a_wooden_platform(catalog: Catalog, ends: str, ident: str, area: float) -> None:
    """2x4 on edge on a 2x4 leg (1.5 in of it), or on a rest: SPF 425 psi across the grain."""
    design = platform(
        [], [{"id": "a", "name": "a", "mass": "100", "sleeps": "platform1/bed"}], bearer="2x4 spf", ends=ends, legs={"section": "2x4 spf"}
    )
    found = by_id(check(design, catalog), f"platform1/{ident}")
    width = values(found)["l_b"] or 0.0
    assert found.limit == pytest.approx(425 * PSI * width * 38.1, rel=1e-3)
    assert found.limit is not None and found.limit >= 425 * PSI * area * 0.99
    assert found.demand and found.demand > 300


def test_a_slender_ledge_crushes_soft_wood(catalog: Catalog) -> None:
    """Heavy load, 2x4 on edge with 38 mm on each rest: 425 psi x 38 x 38.1 = 4.2 kN; 900 kg press with more."""
    load = {
        "id": "load", "name": "load", "length": "2000", "width": "1651", "height": "100", "mass": "2500", "on": "platform1/bed",
        "at": {"x": "1000", "y": "0"},
    }  # fmt: skip
    found = by_id(check(platform([load], bearer="2x4 spf"), catalog), "platform1/pressed.floor")
    assert found.state == "over" and "grain" in found.sentence


def test_strut_channel_in_a_slot_cripples_by_s100(catalog: Catalog) -> None:
    design = platform(
        [], [{"id": "a", "name": "a", "mass": "113", "sleeps": "platform1/bed"}], framing="strut_bolted", bearer="strut 1-5/8 12ga"
    )
    found = by_id(check(design, catalog), "platform1/pressed.floor")
    assert "S100" in found.basis and found.limit and found.use


def test_a_rail_takes_its_bolt_by_the_wall_on_the_floor_and_the_face_under_the_head(edit: Edit, catalog: Catalog) -> None:
    """1.5x1.5x14ga, M12, washer 24: one wall 1.8 Fy d t/2 (J7), the face by chapter K; both walls were counted before."""
    context = context_of(edit(to={}), catalog)
    cap = capacity(context, context.builds[0].anchors[0])
    assert cap.shear == pytest.approx(min(420 * 9.80665, 1.8 * 221 * 12 * 2.108 / 2), rel=1e-3)
    beta, eta = 24 / 38.1, 24 / 38.1
    face = 221 * 2.108**2 / (1 - beta) * (2 * eta + 4 * math.sqrt(1 - beta)) / 1.5
    free = context_of(edit(to={f"/host/holes/{i}/rating": "5000 kg" for i in range(4)}), catalog)
    assert capacity(free, free.builds[0].anchors[0]).tension == pytest.approx(face, rel=1e-3)


def test_an_open_rail_takes_its_bolt_by_leg_and_back(edit: Edit, catalog: Catalog) -> None:
    """M12, washer 24, holes rated high: an angle's leg is a cantilever from its heel, Fy t2/4 (24 + 2 e)/e/1.67; strut's back bends as a face
    between its walls, chapter K; either wall bears 2 d t Fu/2."""
    rated = {f"/host/holes/{i}/rating": "5000 kg" for i in range(4)}

    def base(section: str) -> Capacity:
        context = context_of(edit(to={**rated, "/builds/0/base/lower": section, "/builds/0/base/upper": section}), catalog)
        return capacity(context, context.builds[0].anchors[0])

    angle, e = base("L2x2x3/16"), (50.8 - 4.7625) / 2
    assert angle.tension == pytest.approx(248 * 4.7625**2 / 4 * (24 + 2 * e) / e / 1.67, rel=2e-3)
    strut, beta = base("strut 1-5/8 12ga"), 24 / 41.3
    assert strut.tension == pytest.approx(228 * 2.66**2 / (1 - beta) * (2 * beta + 4 * math.sqrt(1 - beta)) / 1.5, rel=2e-2)
    assert strut.shear == pytest.approx(2 * 12 * 2.66 * 358 / 2, rel=2e-2)


def test_a_bolt_in_sheet_alone(edit: Edit, catalog: Catalog) -> None:
    """AISI S100 J4.4.2 counts 19.1 mm of a washer; flat sheet between ribs bends, pi Fy t2 r/(r - c), and stretches by
    2 mm of dish, 2 pi Fy t w/ln(r/c); both / 1.67."""
    drilled = {"name": "F1", "x": "240 mm", "y": "-609 mm"}
    small, plate = (
        by_id(check(edit(to={"/builds/0/fixings/0": {**drilled, "backing": backing}}), catalog), "slide1/anchor.F1")
        for backing in (False, True)
    )
    for found, head in ((small, 24.0), (plate, 60.0)):
        lines = values(found)
        assert lines["d_w"] == pytest.approx(19.1) and lines["T_s"] == pytest.approx(1.5 * 1.2 * 19.1 * 270 / 3)
        bends, stretches = math.pi * 140 * 1.2**2 * 75 / (75 - head / 2), 2 * math.pi * 140 * 1.2 * 2 / math.log(150 / head)
        assert lines["T_p"] == pytest.approx((bends + stretches) / 1.67)
