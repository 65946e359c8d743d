"""Panels on sheets: every plan gone through by a checker of its own, the least counts by hand, and against a packer of rectangles."""

from __future__ import annotations

import random
from collections import Counter

import pytest
import rectpack
from hypothesis import given, settings
from hypothesis import strategies as st

from ergostrut.core.advice.mends import candidates
from ergostrut.core.catalog.model import Catalog
from ergostrut.core.changes import Change
from ergostrut.core.cut.sheets.bound import least
from ergostrut.core.cut.sheets.guillotine import Flat
from ergostrut.core.cut.sheets.plan import SheetStock, plan_sheets
from ergostrut.core.cut.sheets.seams import seams
from ergostrut.core.job.change import apply
from ergostrut.core.job.document import Job
from ergostrut.core.job.start import start
from ergostrut.core.report import Report, check
from ergostrut.core.structure.nouns.panel import Covers
from ergostrut.core.structure.plans import SheetCut, SheetPlan
from ergostrut.core.units import Units
from ergostrut.files.catalog_files import shipped_templates
from tests.conftest import by_id

SIZE = (2440.0, 1220.0)
SHEET = SheetStock(SIZE, 82.0)
Box = tuple[float, float, float, float]


def pieces_of(rows: list[tuple[float, float]], *, turns: bool = True) -> tuple[Flat, ...]:
    return tuple(Flat(f"P{n}", a, b, turns) for n, (a, b) in enumerate(rows))


def sawn(sheet: SheetCut, kerf: float, edge: float) -> list[Box]:
    """What lies on the saw after every cut in order, each from edge to edge of one of the parts there are."""
    parts: list[Box] = [(edge, edge, sheet.size[0] - edge, sheet.size[1] - edge)]
    for cut in sheet.cuts:
        for part in parts:
            x0, y0, x1, y1 = part
            across, along = ((y0, y1), (x0, x1)) if cut.axis == 0 else ((x0, x1), (y0, y1))
            if across[0] < cut.at < across[1] and (cut.start, cut.end) == pytest.approx(along):
                break
        else:
            raise AssertionError(f"{cut} is from edge to edge of nothing that lies there")
        parts.remove(part)
        beyond = cut.at + kerf
        if cut.axis == 0:
            parts += [(x0, y0, x1, cut.at), (x0, beyond, x1, y1)]
        else:
            parts += [(x0, y0, cut.at, y1), (beyond, y0, x1, y1)]
    return parts


def problems(plan: SheetPlan, pieces: tuple[Flat, ...], stock: tuple[SheetStock, ...], kerf: float, edge: float) -> list[str]:
    """What is wrong with a plan, by making its cuts."""
    found = []
    want = Counter(piece.mark for piece in pieces if piece.mark not in plan.too_large)
    if Counter(piece.mark for sheet in plan.sheets for piece in sheet.pieces) != want:
        found.append("not every piece is cut once")
    by_mark = {piece.mark: piece for piece in pieces}
    for sheet in plan.sheets:
        parts = sawn(sheet, kerf, edge)
        for laid in sheet.pieces:
            piece = by_mark[laid.mark]
            size = (piece.wide, piece.long) if laid.turned else (piece.long, piece.wide)
            if laid.turned and not piece.turns:
                found.append(f"{laid.mark} lies across its grain")
            if (laid.dx, laid.dy) != size:
                found.append(f"{laid.mark} is another size")
            box = (laid.x, laid.y, laid.x + laid.dx, laid.y + laid.dy)
            if not any(part == pytest.approx(box, abs=1e-6) for part in parts):
                found.append(f"{laid.mark} does not come off the saw")
    used = Counter((sheet.size, sheet.own) for sheet in plan.sheets)
    limits = {(one.size, one.own): one.count for one in stock}
    for kind, many in used.items():
        most = limits[kind]
        if most is not None and many > most:
            found.append(f"{many} of {kind}")
    prices = {(one.size, one.own): one.price for one in stock}
    if abs(sum(prices[kind] * many for kind, many in used.items()) - plan.cost) > 1e-6:
        found.append("it costs something else")
    return found


@pytest.mark.parametrize(
    ("rows", "count"),
    [
        ([(2440.0, 1220.0)], 1),
        ([(1219.0, 1220.0)] * 2, 1),
        ([(1219.1, 1220.0)] * 2, 2),
        ([(600.0, 400.0)] * 12, 1),
        ([(600.0, 400.0)] * 13, 2),
        ([(1000.0, 600.0)] * 4 + [(430.0, 600.0)] * 2, 1),
        ([(500.0, 2000.0)] * 2, 1),
        ([], 0),
    ],
    ids=["whole", "two with a saw cut", "two without room for it", "twelve", "thirteen", "strips filled up", "turned to fit", "none"],
)
def test_by_hand(rows: list[tuple[float, float]], count: int) -> None:
    """A saw cut of 2 mm between pieces: four of 600 in 2406 mm, three rows of 400 in 1204."""
    pieces = pieces_of(rows)
    plan = plan_sheets(pieces, (SHEET,), 2.0, 0.0)
    assert len(plan.sheets) == count and plan.proven
    assert problems(plan, pieces, (SHEET,), 2.0, 0.0) == []


def test_grain_is_kept() -> None:
    """Two of 1200 along the grain and 600 across lie side by side on a sheet of 1220; turned pieces would be weaker than they were proved."""
    assert len(plan_sheets(pieces_of([(1200.0, 600.0)] * 4, turns=False), (SHEET,), 2.0, 0.0).sheets) == 1
    across = pieces_of([(600.0, 1200.0)] * 4, turns=False)
    plan = plan_sheets(across, (SHEET,), 2.0, 0.0)
    assert problems(plan, across, (SHEET,), 2.0, 0.0) == [] and not any(p.turned for sheet in plan.sheets for p in sheet.pieces)
    assert plan_sheets(pieces_of([(1000.0, 1600.0)], turns=False), (SHEET,), 2.0, 0.0).too_large == ("P0",)
    assert not plan_sheets(pieces_of([(1000.0, 1600.0)]), (SHEET,), 2.0, 0.0).too_large


def test_trimmed_edges_take_their_room() -> None:
    assert len(plan_sheets(pieces_of([(1219.0, 1220.0)] * 2), (SHEET,), 2.0, 3.0).sheets) == 0
    pieces = pieces_of([(1216.0, 1214.0)] * 2)
    plan = plan_sheets(pieces, (SHEET,), 2.0, 3.0)
    assert len(plan.sheets) == 1 and problems(plan, pieces, (SHEET,), 2.0, 3.0) == []


def test_what_the_shop_has_comes_first_and_cheaper_sizes_where_they_do() -> None:
    offcut = SheetStock((900.0, 700.0), 0.0, 1, "rest-1")
    pieces = pieces_of([(800.0, 600.0), (2000.0, 1000.0)])
    plan = plan_sheets(pieces, (SHEET, offcut), 3.0, 0.0)
    assert [sheet.own for sheet in plan.sheets] == ["", "rest-1"] and plan.cost == 82.0 and plan.proven
    assert problems(plan, pieces, (SHEET, offcut), 3.0, 0.0) == []
    # what the offcut does not take needs two sheets, whatever else it takes: that is proven
    three = plan_sheets(pieces_of([(2000.0, 1000.0), (2000.0, 900.0), (700.0, 500.0)]), (SHEET, offcut), 3.0, 0.0)
    assert three.cost == 164.0 and three.proven
    half = SheetStock((1220.0, 1220.0), 45.0)
    small = pieces_of([(1000.0, 1000.0)])
    assert plan_sheets(small, (SHEET, half), 3.0, 0.0).sheets[0].size == (1220.0, 1220.0)
    # what only an offcut takes has nowhere to come from once that is cut
    assert plan_sheets(pieces_of([(2600.0, 500.0)]), (SHEET, SheetStock((3000.0, 600.0), 0.0, 1, "long")), 3.0, 0.0).too_large


def test_the_checker_can_fail() -> None:
    pieces = pieces_of([(800.0, 600.0), (700.0, 500.0)])
    plan = plan_sheets(pieces, (SHEET,), 3.0, 0.0)
    assert problems(plan, pieces, (SHEET,), 3.0, 0.0) == []
    assert problems(plan, (*pieces, Flat("X", 10.0, 10.0, True)), (SHEET,), 3.0, 0.0)
    assert problems(plan, pieces_of([(800.0, 600.0), (700.0, 501.0)]), (SHEET,), 3.0, 0.0)
    with pytest.raises(AssertionError):
        sawn(SheetCut(SIZE, "", (), (plan.sheets[0].cuts[-1],), ()), 3.0, 0.0)


@settings(max_examples=30, deadline=None)
@given(
    st.lists(st.tuples(st.integers(40, 2440), st.integers(40, 1220), st.booleans()), min_size=1, max_size=14),
    st.sampled_from([0.0, 2.0, 3.2]),
    st.sampled_from([0.0, 5.0]),
)
def test_every_plan_can_be_sawn(rows: list[tuple[int, int, bool]], kerf: float, edge: float) -> None:
    pieces = tuple(Flat(f"P{n}", float(a), float(b), turns) for n, (a, b, turns) in enumerate(rows))
    stock = (SHEET, SheetStock((1100.0, 800.0), 0.0, 2, "rest"))
    plan = plan_sheets(pieces, stock, kerf, edge)
    assert problems(plan, pieces, stock, kerf, edge) == []
    fits = [piece for piece in pieces if piece.mark not in plan.too_large]
    alone = plan_sheets(tuple(fits), (SHEET,), kerf, edge)
    room = (SIZE[0] - 2 * edge, SIZE[1] - 2 * edge)
    assert least(fits, room, kerf) <= len(alone.sheets) <= len(fits) and plan.cost <= alone.cost + 1e-6
    assert alone.gap == 0.0 or least(fits, room, kerf) < len(alone.sheets)


def shop(seed: int, count: int) -> tuple[Flat, ...]:
    """Panels of a generated job: some alone, some in pairs and fours."""
    chance = random.Random(seed)
    rows: list[tuple[float, float]] = []
    while len(rows) < count:
        size = float(chance.randint(100, 1400)), float(chance.randint(80, 700))
        rows += [size] * min(chance.choice([1, 1, 2, 4]), count - len(rows))
    return pieces_of(rows)


def packs(pieces: tuple[Flat, ...], kerf: float) -> int:
    """The fewest sheets of a packer that cuts from edge to edge, each piece and the sheet a saw cut larger."""
    best = len(pieces)
    ways = (rectpack.GuillotineBafLas, rectpack.GuillotineBafMinas, rectpack.GuillotineBlsfSlas, rectpack.GuillotineBssfSas)
    for way in ways:
        for sort in (rectpack.SORT_AREA, rectpack.SORT_LSIDE):
            packer = rectpack.newPacker(mode=rectpack.PackingMode.Offline, pack_algo=way, sort_algo=sort, rotation=True)
            for piece in pieces:
                packer.add_rect(piece.long + kerf, piece.wide + kerf)
            packer.add_bin(SIZE[0] + kerf, SIZE[1] + kerf, count=float("inf"))
            packer.pack()
            best = min(best, len(packer))
    return best


@pytest.mark.parametrize(("seed", "count"), [(1, 12), (2, 20), (3, 30), (4, 40), (5, 60), (6, 80), (7, 120)])
def test_never_more_sheets_than_a_packer_of_rectangles(seed: int, count: int) -> None:
    pieces = shop(seed, count)
    plan = plan_sheets(pieces, (SHEET,), 3.0, 0.0)
    assert problems(plan, pieces, (SHEET,), 3.0, 0.0) == []
    assert least(pieces, SIZE, 3.0) <= len(plan.sheets) <= packs(pieces, 3.0)


def test_a_deck_that_needs_its_grain_across_is_said(catalog: Catalog) -> None:
    """A bed wider than a sheet whose deck's grain runs along the vehicle does not come from it; with the grain across it does."""
    wagon = next(template for template in shipped_templates() if template.id == "van-large")
    bed = apply(start(wagon, "bed", Units(length="mm"), ["fixed_platform"]), [Change("/builds/0/width", "1400 mm")])
    along = check(apply(bed, [Change("/builds/0/grain", "along"), Change("/builds/0/length", "1300 mm")]), catalog)
    (found,) = [f for f in along.findings if f.check == "cut.too-large"]
    assert found.state == "over" and "grain turned" in found.sentence and found.parts
    turned = Change("/builds/0/grain", "across")
    assert candidates(along.context.design, found, catalog) == [("face grain across", (turned,))]
    across = check(apply(along.context.design, [turned]), catalog)
    assert not [f for f in across.findings if f.check == "cut.too-large"]


@pytest.mark.parametrize(
    ("size", "at", "longest", "found"),
    [
        (3000, [20, 600, 1200, 1800, 2400, 2980], 2440, (2400,)),
        (3000, [20, 600, 1200, 1800, 2400, 2980], 1220, (1200, 2400)),
        (3000, [20, 1500, 2980], 1220, None),
        (2400, [1200], 2440, ()),
        (5000, [2440, 4880], 2440, (2440, 4880)),
    ],
)
def test_seams_lie_over_what_carries_the_panel(size: float, at: list[float], longest: float, found: tuple[float, ...] | None) -> None:
    assert seams(size, at, longest, 25.0) == found


def test_a_deck_longer_than_a_sheet_says_over_which_member_it_is_parted(sample: Job, catalog: Catalog) -> None:
    long = apply(sample.design, [Change("/builds/0/tray_length", "100 in"), Change("/units/length", "mm")])
    report = check(long, catalog)
    (found,) = [f for f in report.findings if f.check == "cut.too-large"]
    assert "from its front end, each half on the member there" in found.sentence
    told = float(found.sentence.split("a seam ")[1].split(" mm")[0])
    deck = next(panel for panel in report.context.builds[0].panels if panel.id in found.parts)
    assert isinstance(deck.carries, Covers) and deck.size[0] > 2440 >= told
    ribs = [report.context.builds[0].member(part).a[0] - deck.lo[0] for part in deck.carries.on]
    assert min(abs(told - at) for at in ribs) < 0.6


def test_the_job_says_what_its_sheets_leave(report: Report) -> None:
    found = by_id(report, "cut/birch.12/sheets")
    assert found.state == "holds" and "1 to buy" in found.sentence and found.working
