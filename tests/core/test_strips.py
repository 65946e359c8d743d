"""Decks at their free edges and beyond their last member, boards by how a thing bears, floors of drawers, wet: by hand."""

from __future__ import annotations

from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from ergostrut.core.catalog.model import Catalog, Sheet
from ergostrut.core.constants import G
from ergostrut.core.finding import Finding
from ergostrut.core.job.document import read_design
from ergostrut.core.mechanics.panels.boards import share_of
from ergostrut.core.mechanics.panels.strip import carrying_width
from ergostrut.core.report import check, context_of
from ergostrut.core.structure.standing.feet import present
from ergostrut.core.structure.standing.setting import settings_of

from .test_drawers import found, one, roll
from .test_rack import rack
from .test_ways import PLAIN, box_job

BED = {
    "family": "fixed_platform", "id": "p", "label": "Bed", "front": "0 mm", "length": "1500 mm", "width": "1880 mm", "height": "300 mm", "ends": "legs",
    "bearers": 3, "halves": 1, "mattress": None, "deck": "birch.18", "use": "deck",
}  # fmt: skip


def ids(catalog: Catalog, build: dict[str, Any], things: Any = (), **loads: Any) -> dict[str, Finding]:
    return {f.id: f for f in check(read_design({**box_job(build, things=things), "loads": loads}, bare=PLAIN), catalog).findings}


def test_a_foot_at_a_free_edge_spreads_over_less(catalog: Catalog) -> None:
    """0.37 of 0.58 L (Ex/E)^0.25 + c (Westergaard 1930; the edge, common practice): M = P (13/64 L - c/8) over two bays."""
    foot = ids(catalog, BED)["p/deck.foot"]
    sheet, (L, c) = catalog.sheets["birch.18"], ((1500 - 38.1) / 2 - 38.1, 75.0)
    assert isinstance(sheet, Sheet)
    b = 0.37 * (0.58 * L * (sheet.E[1] / sheet.E[0]) ** 0.25 + c)
    assert "free edge" in foot.title and foot.demand == pytest.approx(1330 * (13 / 64 * L - c / 8) / (b * sheet.t**2 / 6), rel=1e-4)
    assert carrying_width(L, 1.0, 1.0, 75.0, 2000.0, 0.0) == pytest.approx(max(0.37 * (0.58 * L + 75), 75))


def test_what_lies_beyond_the_last_member_hangs_on_a_cantilever(catalog: Catalog) -> None:
    """A tray's deck ends at its ribs; a bed whose members stand in from its ends by slots carries 350 kg on some 750 mm of 18 mm ply: over."""
    slots = [{"name": n, "x": x, "height": "300 mm", "opening": "45 mm"} for n, x in (("a", "20 mm"), ("b", "700 mm"))]
    bed = {**BED, "ends": "slots", "length": "1475 mm", "bearer": "2x8 spf"}
    box = {
        "id": "safe",
        "name": "safe",
        "length": "755",
        "width": "900",
        "height": "400",
        "mass": "350",
        "on": "p/bed",
        "at": {"x": "1097", "y": "0"},
    }
    data = box_job(bed, things=[box], slots=slots)
    report = check(read_design(data, bare=PLAIN), catalog)
    over = next(f for f in report.findings if f.check == "deck.overhang")
    last = 700 + 38.1 / 2
    o = 1097 + 755 / 2 - last
    P = 2 * 350 * G * min(o, 755) / 755
    b = min(900 + o, 1880)
    assert over.demand == pytest.approx(P * (o - min(o, 755) / 2) / (b * catalog.sheets["birch.18"].t ** 2 / 6), rel=1e-6)
    assert over.state == "over"


@pytest.mark.parametrize(
    ("boards", "middle", "wide", "part"),
    [
        ([(0, 100)], 50, 100, 1.0),
        ([(0, 100), (300, 400)], 200, 250, 0.5),
        ([(0, 100), (300, 400)], 150, 340, 2 / 3),
        ([(0, 100), (120, 220), (240, 340)], 170, 340, 120 / 340),
        ([(0, 100), (120, 220), (240, 340)], 50, 90, 1.0),
    ],
)
def test_boards_share_as_a_thing_bears_on_them(boards: list[tuple[float, float]], middle: float, wide: float, part: float) -> None:
    """One board has all of it, two by levers, three or more evenly or by their pitch: statics."""
    assert share_of(boards, middle, wide) == pytest.approx(part)


@given(st.integers(1, 12), st.floats(20, 200), st.floats(0, 200), st.floats(0, 1), st.floats(20, 1500))
def test_no_board_has_less_than_an_even_share(count: int, width: float, gap: float, at: float, wide: float) -> None:
    boards = [(i * (width + gap), i * (width + gap) + width) for i in range(count)]
    part = share_of(boards, at * boards[-1][1], wide)
    assert 1 / count - 1e-9 <= part <= 1


def test_a_point_load_on_a_drawers_floor(catalog: Catalog) -> None:
    """40 kg on 100 x 100 mm in the middle: 2 g of a bump, P (L/4 - c/8) over 0.58 L (E2/E1)^0.25 + c; spread out it was a third of that."""
    small = roll() | {"length": "100 mm", "width": "100 mm"}
    floor = one(found(catalog, small), "drawer.floor")
    build = found(catalog, small).context.builds[0]
    sheet, L = catalog.sheets["birch.6.5"], build.runners[0].width
    assert isinstance(sheet, Sheet)
    b = 0.58 * L * (min(sheet.E) / max(sheet.E)) ** 0.25 + 100
    assert floor.demand == pytest.approx(2 * 40 * G * (L / 4 - 100 / 8) / b * 6 / sheet.t**2, rel=1e-6) and floor.state == "over"
    assert (one(found(catalog, roll()), "drawer.floor").use or 0) < (floor.use or 0) / 2


def test_wet_takes_from_floors_lids_and_edges(catalog: Catalog) -> None:
    """0.8 on panels and glue, 0.7 on screws (NDS 2018 table 11.3.3): uses grow by their inverse."""
    box = {"family": "plywood_box", "id": "b", "label": "b", "length": "900 mm", "width": "700 mm", "height": "300 mm", "uprights": 0}
    for way, part in (("glue", 0.8), ("screws", 0.7)):
        dry, wet = (ids(catalog, {**box, "joint": way, "back_joint": way}, wet=w)["b/slab.edges"] for w in (False, True))
        assert dry.use is not None and wet.use == pytest.approx(dry.use / part, rel=1e-6), way
    dry, wet = (
        next(
            f
            for f in check(read_design({**box_job(*found(catalog, roll()).context.design.model_dump(mode="json")["builds"], things=[roll()]), "loads": {"wet": w}}, bare=PLAIN), catalog).findings
            if f.check == "drawer.floor"
        )
        for w in (False, True)
    )  # fmt: skip
    assert dry.use is not None and wet.use == pytest.approx(dry.use / 0.8, rel=1e-6)


def test_everybodys_place_has_an_id_of_its_own(catalog: Catalog) -> None:
    """Shelves of one rack have members of one name: each foot still presses, and more of them never lower a use."""
    shelves = [{"name": n, "height": h, "stepped_on": "yes"} for n, h in (("a", "300 mm"), ("b", "700 mm"))]
    context = context_of(read_design(box_job(rack(shelves=shelves)), bare=PLAIN), catalog)
    build = context.builds[0]
    for setting in settings_of(build):
        stands = [stand.id for stand in present(build, setting)]
        assert len(set(stands)) == len(stands) and len(stands) > 20
    few = ids(catalog, rack(shelves=[shelves[0], {**shelves[1], "stepped_on": "no"}]))
    more = ids(catalog, rack(shelves=shelves))
    for name in ("r/bearer.strength", "r/upright.strength", "r/bearer.joint"):
        assert (more[name].use or 0) >= (few[name].use or 0) - 1e-9, name


def test_a_job_that_asks_less_says_so(catalog: Catalog) -> None:
    said = ids(catalog, BED, foot=700, off=["Rebound"], cases={"Bump": {"x": 0, "y": 0, "z": -1.1}})["loads/asked"]
    assert said.state == "note" and all(word in said.sentence for word in ("Rebound is left out", "Bump is", "foot"))
    assert "loads/asked" not in ids(catalog, BED)
    with pytest.raises(ValueError, match="foot"):
        read_design({**box_job(BED), "loads": {"foot": 1}}, bare=PLAIN)
