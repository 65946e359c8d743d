"""A flat part in space: between corners, leaning, pierced, turned; by hand, and what a turn must leave alone."""

from __future__ import annotations

import math
from dataclasses import replace

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from ergostrut.core.catalog.model import Catalog
from ergostrut.core.structure.nouns.panel import Axis, Covers, Panel, Shell, between, leaning, pierced, slope
from ergostrut.core.structure.nouns.panel_shape import rings, room_of
from ergostrut.core.structure.nouns.pose import turned_about
from ergostrut.files.catalog_files import shipped_catalog

CATALOG = shipped_catalog()
SHEET = CATALOG.sheets["birch.18"]
AXES: tuple[Axis, ...] = (0, 1, 2)
LO = (100.0, -300.0, 50.0)
SIZES = (400.0, 700.0, 250.0)


def upright(across: int, grain: Axis) -> Panel:
    hi = [a + (SHEET.t if i == across else size) for i, (a, size) in enumerate(zip(LO, SIZES, strict=True))]
    return between("b/box/wall", "wall", "b/box", SHEET, LO, (hi[0], hi[1], hi[2]), grain, Shell())


@pytest.mark.parametrize(("across", "grain"), [(a, g) for a in AXES for g in AXES if a != g])
def test_a_panel_fills_the_box_between_its_corners(across: int, grain: Axis) -> None:
    panel = upright(across, grain)
    wide = next(size for i, size in enumerate(SIZES) if i not in (across, grain))
    assert panel.lo == pytest.approx(LO) and panel.across == across and panel.grain_axis == grain
    assert panel.size == pytest.approx([SHEET.t if i == across else size for i, size in enumerate(SIZES)])
    assert panel.cut == pytest.approx((SIZES[grain], wide)) and panel.along_axes and panel.level == (across == 2)
    assert panel.mass == pytest.approx(SIZES[grain] * wide * 1e-6 * SHEET.mass_per_m2)
    assert room_of(panel) == [(pytest.approx(panel.lo), pytest.approx(panel.hi))]
    assert np.linalg.det(panel.pose.R) == pytest.approx(1), "its axes are by the right hand"


def test_an_opening_is_where_its_box_is_and_a_notch_weighs_what_lies_in_the_panel() -> None:
    panel = upright(1, 2)
    cut = pierced(panel, (((200, -999, 100), (300, 999, 150)), ((450, -999, 200), (600, 999, 400))))
    assert cut.openings[0] == (pytest.approx((200, -300, 100)), pytest.approx((300, -300 + SHEET.t, 150)))
    # 100 x 50 within, and of the notch 50 x 100 that lies in the panel: 400 x 250 whole, to x 500 and z 300
    assert cut.area == pytest.approx(400 * 250 - 100 * 50 - 50 * 100)
    ((outline, hole),) = rings(cut)
    assert len(outline) == 6 and len(hole) == 4, "a notch is cut out of the outline, an opening is a hole in it"
    assert pierced(replace(cut, holes=()), cut.openings).holes == tuple(pytest.approx(hole) for hole in cut.holes)


@pytest.mark.parametrize("grain", [1, 2])
def test_a_leaning_panel_is_as_long_as_its_slope(grain: Axis) -> None:
    """A back 700 wide that leans 150 in 200 of height: 250 along its slope, and tan of its lean 3/4."""
    rim = ((0.0, 0.0, 0.0), (0.0, 700.0, 0.0), (150.0, 700.0, 200.0), (150.0, 0.0, 200.0))
    panel = leaning(between("b/box/back", "back", "b/box", SHEET, (0, 0, 0), (18, 700, 200), grain, Shell()), rim, grain)
    assert sorted(panel.wide) == pytest.approx([250, 700]) and panel.rectangle and not panel.along_axes
    assert panel.cut == pytest.approx((700, 250) if grain == 1 else (250, 700))
    assert slope(panel) == pytest.approx(math.degrees(math.atan2(150, 200)))
    assert panel.area == pytest.approx(250 * 700)
    # bevelled where it leans: as high as its rim, and half its thickness over the cosine beyond it along the vehicle
    assert (panel.lo[2], panel.hi[2]) == pytest.approx((0, 200))
    assert panel.lo[0] == pytest.approx(-SHEET.t / 2 / 0.8) and panel.hi[0] == pytest.approx(150 + SHEET.t / 2 / 0.8)
    hole = pierced(panel, (((-99, 100, 80), (99, 300, 160)),))
    a, b, c, d = hole.holes[0]
    assert sorted((c - a, d - b)) == pytest.approx([100, 200]), "80 of height are 100 along its slope"
    assert hole.openings[0][0][1:] == pytest.approx((100, 80)) and hole.openings[0][1][1:] == pytest.approx((300, 160))


@given(
    degrees=st.floats(-179, 179), axis=st.sampled_from([(1.0, 0.0, 0.0), (0.0, 1.0, 0.0), (0.0, 0.0, 1.0), (0.6, 0.0, 0.8)]),
    across=st.sampled_from(AXES), at=st.tuples(*[st.floats(-500, 500)] * 3),
)  # fmt: skip
def test_a_turn_leaves_a_panel_what_it_is(
    degrees: float, axis: tuple[float, float, float], across: Axis, at: tuple[float, float, float]
) -> None:
    panel = pierced(upright(across, 1 if across != 1 else 2), (((200, 0, 100), (300, 100, 200)),))
    turn = turned_about(at, axis, degrees)
    turned = replace(panel, pose=panel.pose.on(turn))
    assert turned.mass == panel.mass and turned.cut == panel.cut and turned.area == panel.area
    assert np.abs(turned.corners - np.array([turn.at(tuple(corner)) for corner in panel.corners])).max() < 1e-9
    back = replace(turned, pose=turned.pose.on(turn.inverse))
    assert np.abs(back.corners - panel.corners).max() < 1e-9, "out and home it is itself"
    boxes = room_of(turned)
    assert all(min(lo[i] for lo, _ in boxes) <= turned.corners[:, i].min() + 1e-6 for i in (0, 1)), "its room holds its corners"


def test_a_door_that_turns_about_an_upright_hinge_stays_upright(catalog: Catalog) -> None:
    """A door 400 wide hinged at its left: opened 90 degrees it stands across, where it stood along, as high as before."""
    door = between("b/door/leaf", "door", "b/door", catalog.sheets["birch.12"], (0, 0, 100), (400, 12, 700), 2, Shell())
    turned = replace(door, pose=door.pose.on(turned_about((0, 0, 0), (0, 0, 1), 90)))
    assert turned.size == pytest.approx((12, 400, 600)) and turned.lo[2] == pytest.approx(100) and turned.across == 0


def test_boards_lie_apart_along_their_span(catalog: Catalog) -> None:
    planks = next(sheet for sheet in catalog.sheets.values() if hasattr(sheet, "width"))
    lies = Covers(("a", "b"), 0, boards=3, gap=10.0)
    panel = between("b/deck", "deck", "b", planks, (0, 0, 0), (1000, 3 * planks.width + 20, planks.t), 0, lies)
    assert [round(y, 3) for _, y, _, _ in panel.rects] == [round(i * (planks.width + 10), 3) for i in range(3)]
    assert panel.mass == pytest.approx(3 * 1.0 * planks.mass_per_m) and not panel.braces
