"""Skins on a frame: what each member takes of them, the wind on it, and their strips, with formulas of the test's own."""

from __future__ import annotations

import math
from dataclasses import replace

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from ergostrut.core.catalog.model import Catalog
from ergostrut.core.mechanics.solver.model import Bar, FrameModel, LoadCase
from ergostrut.core.mechanics.solver.solve import solve_all
from ergostrut.core.prove.model.cladding import bands, lanes
from ergostrut.core.prove.model.diaphragm import PLY_SHEAR, bare
from ergostrut.core.prove.model.diaphragm import Bay as SkinBay
from ergostrut.core.structure.nouns.panel import Clads, Panel, between, leaning
from ergostrut.core.structure.nouns.parts import Member, MemberGroup

POST = MemberGroup("post", "Post, strength")


def posts(catalog: Catalog, xs: list[float], low: float = 0.0, high: float = 1800.0, *, turned: int = -1) -> list[Member]:
    section = catalog.sections["2x2x1/8"]
    rows = [(((x, 0.0, low), (x, 0.0, high)), n) for n, x in enumerate(xs)]
    return [Member(f"p{n}", "post", "b", section, *(ends[::-1] if n == turned else ends), group=POST) for ends, n in rows]


def skin(catalog: Catalog, members: list[Member], lo: float, hi: float, low: float = 0.0, high: float = 1800.0) -> Panel:
    sheet = catalog.sheets["birch.12"]
    return between("s", "s", "b", sheet, (lo, -45.0, low), (hi, -33.0, high), 2, Clads(tuple(m.id for m in members), 100.0))  # type: ignore[arg-type]


def test_every_post_takes_to_the_middle_of_its_bays(catalog: Catalog) -> None:
    members = posts(catalog, [0.0, 500.0, 1300.0], turned=1)
    rows = {band.member: band for band in bands(skin(catalog, members, -40.0, 1400.0), members)}
    assert [rows[m.id].wide for m in members] == pytest.approx([290.0, 650.0, 500.0])
    assert {(rows[m.id].start, rows[m.id].end) for m in members} == {(0.0, 1800.0)}


def test_what_reaches_beyond_an_end_presses_on_it_and_what_is_sheltered_on_nothing(catalog: Catalog) -> None:
    members = posts(catalog, [0.0, 600.0], turned=1)
    panel = skin(catalog, members, 0.0, 600.0, -100.0, 1900.0)
    assert sum(band.area for band in bands(panel, members)) == pytest.approx(600 * 2000)
    tips = [band for band in bands(panel, members) if band.end - band.start < 30]
    assert [band.area for band in tips] == pytest.approx([300.0 * 100] * 4)
    above = [band for band in bands(panel, members, 1000.0) if band.member == "p0"]
    assert sum(band.area for band in above) == pytest.approx(300 * 900) and min(band.start for band in above) == pytest.approx(1000.0)
    turned = [band for band in bands(panel, members, 1000.0) if band.member == "p1"]
    assert max(band.end for band in turned) == pytest.approx(800.0), "a post turned over is measured from its own a"


@given(st.lists(st.integers(0, 40), min_size=2, max_size=7, unique=True), st.integers(1, 30), st.integers(0, 30))
def test_bands_are_the_skin_whatever_its_outline(catalog: Catalog, places: list[int], left: int, right: int) -> None:
    """A gable of unequal heights on posts anywhere: no area is lost or counted twice, and its moment about the first post is a strip's."""
    xs = sorted(50.0 * x for x in places)
    members = posts(catalog, xs, high=50.0 * max(left, right, 20) + 100.0)
    flat = skin(catalog, members, xs[0], xs[-1])
    gable = leaning(
        flat, ((xs[0], -39.0, 0.0), (xs[-1], -39.0, 0.0), (xs[-1], -39.0, 50.0 * right + 10), (xs[0], -39.0, 50.0 * left + 10)), 2
    )
    rows = list(bands(gable, members))
    assert sum(band.area for band in rows) == pytest.approx(gable.area, rel=1e-6, abs=8 * len(xs))
    for band in rows:
        assert band.end > band.start >= -1e-6


def test_members_that_run_askew_are_refused(catalog: Catalog) -> None:
    members = posts(catalog, [0.0, 600.0])
    askew = replace(members[1], b=(900.0, 0.0, 1800.0))
    with pytest.raises(ValueError, match="does not run as the others"):
        lanes(skin(catalog, members, 0.0, 600.0), [members[0], askew])


def test_two_diagonals_are_as_stiff_as_the_sheet_they_stand_for() -> None:
    """Two posts 600 apart, 1800 high, between rigid pinned rails: a push at the top moves it F a' / (G t b'), b' along the push."""
    a, b, Gt = 600.0, 1800.0, PLY_SHEAR * 6.0
    d = math.hypot(a, b)
    k = Gt * d**2 / (2 * a * b)
    stiff, hinged = 1e9, (3, 4, 5, 9, 10, 11)
    nodes = np.array([[0, 0, 0], [a, 0, 0], [0, 0, b], [a, 0, b]], dtype=float)
    bars = [Bar(f"{i}{j}", i, j, 2e5, 8e4, stiff, 1e4, 1e4, 1e4, released=hinged[1:3] + hinged[4:]) for i, j in ((0, 2), (1, 3), (2, 3))]
    bars += [Bar("d", i, j, 1e3, 1e3, k * d / 1e3, 1e4, 1e4, 1e4, released=(4, 5, 10, 11)) for i, j in ((0, 3), (1, 2))]
    held = [(n, dof) for n in (0, 1) for dof in range(6)] + [(n, dof) for n in (2, 3) for dof in (1, 3, 4, 5)]
    model = FrameModel(nodes, tuple(bars), tuple(held))
    _, (result,) = solve_all(model, [LoadCase("push", nodal=((2, (1000.0, 0.0, 0.0, 0.0, 0.0, 0.0)),))])
    assert result.u[2][0] == pytest.approx(1000.0 * b / (Gt * a), rel=0.01)


def test_a_frame_without_its_skins_keeps_its_decks(catalog: Catalog) -> None:
    members = posts(catalog, [0.0, 600.0])
    panel = skin(catalog, members, 0.0, 600.0)
    bars = tuple(Bar(str(n), 0, 1, 1e3, 1e3, 50.0, 1.0, 1.0, 1.0) for n in range(4))
    model = FrameModel(np.zeros((2, 3)), bars, ())
    deck = SkinBay(replace(panel, carries=Clads((), 100.0)), ("p0", "p1"), 1.0, 1.0, (0, 1))
    assert [bar.A for bar in bare(model, [deck]).bars] == pytest.approx([5e-5, 5e-5, 50.0, 50.0])
