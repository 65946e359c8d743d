"""Hidden edges: what stands nearer hides what is behind it, and the areas that are seen add up."""

from __future__ import annotations

import pytest
import shapely
from hypothesis import given
from hypothesis import strategies as st

from ergostrut.core.catalog.model import Catalog
from ergostrut.core.drawing.frame import frame_views
from ergostrut.core.drawing.projected import nearest, seen, silhouette
from ergostrut.core.drawing.solids import Prism
from ergostrut.core.job.document import Job
from ergostrut.core.primitives import Label, Path
from ergostrut.core.report.stages import context_of

Box = tuple[tuple[float, float, float], tuple[float, float, float]]


def block(lo: tuple[float, float, float], hi: tuple[float, float, float], part: str = "a") -> Prism:
    """A solid bar along x between two corners."""
    y, z = (hi[1] - lo[1]) / 2, (hi[2] - lo[2]) / 2
    middle = (lo[1] + hi[1]) / 2, (lo[2] + hi[2]) / 2
    loop = ((-y, -z), (y, -z), (y, z), (-y, z))
    return Prism((lo[0], *middle), (hi[0], *middle), (0.0, 1.0, 0.0), (0.0, 0.0, 1.0), (loop,), "member", part, "")


def area(path: Path) -> float:
    return float(shapely.Polygon(path.points, path.holes).area)


def total(paths: list[Path], part: str = "") -> float:
    return sum(area(path) for path in paths if not part or path.part == part)


@pytest.mark.parametrize(
    ("view", "front", "behind"),
    [
        ("plan", ((0, 0, 50), (100, 100, 60)), ((50, 0, 0), (150, 100, 10))),
        ("side", ((0, -60, 0), (100, -50, 100)), ((50, 0, 0), (150, 10, 100))),
        ("rear", ((50, 0, 0), (60, 100, 100)), ((0, 50, 0), (10, 150, 100))),
    ],
)
def test_what_stands_nearer_hides_half_of_what_is_behind_it(view: str, front: Box, behind: Box) -> None:
    for order in (1, -1):
        rows = [(block(*front, "front"), None), (block(*behind, "behind"), None)][::order]
        paths = seen(view, rows, [])
        assert total(paths, "front") == pytest.approx(10_000)
        assert total(paths, "behind") == pytest.approx(5_000)
        assert paths[-1].part == "front", "far ones come first"


def test_what_is_wholly_behind_is_not_drawn_and_a_ring_keeps_its_hole() -> None:
    small, large = block((40, 40, 0), (60, 60, 10), "small"), block((0, 0, 50), (100, 100, 60), "large")
    assert {path.part for path in seen("plan", [(small, None), (large, None)], [])} == {"large"}
    above = block((40, 40, 90), (60, 60, 99), "above")
    (ring,) = [path for path in seen("plan", [(above, None), (large, None)], []) if path.part == "large"]
    assert len(ring.holes) == 1 and area(ring) == pytest.approx(10_000 - 400)
    assert [len(line) for line in ring.lines] == [5, 5], "a pen draws both, and comes back"


def test_a_panel_seen_flat_on_hides_nothing_and_is_not_hidden() -> None:
    half = 9.0
    deck = Prism(
        (50, 50, 41), (50, 50, 41 + 2 * half), (1, 0, 0), (0, 1, 0), (((-50, -50), (50, -50), (50, 50), (-50, 50)),), "deck", "deck", ""
    )
    rail, above = block((0, 0, 0), (100, 40, 40), "rail"), block((0, 60, 90), (100, 100, 99), "above")
    paths = seen("plan", [(rail, None), (above, None)], [deck])
    assert total(paths, "rail") == pytest.approx(4000) and total(paths, "deck") == pytest.approx(10_000)
    assert paths[-1].part == "deck" and paths[-1].role == "swept"
    edge_on = seen("side", [(rail, None)], [deck])
    assert next(path for path in edge_on if path.part == "deck").role == "deck"


def test_a_tube_seen_from_its_end_shows_its_hollow() -> None:
    outer, inner = (
        ((-20.0, -20.0), (20.0, -20.0), (20.0, 20.0), (-20.0, 20.0)),
        ((-17.0, -17.0), (-17.0, 17.0), (17.0, 17.0), (17.0, -17.0)),
    )
    tube = Prism((0, 0, 0), (500, 0, 0), (0, 1, 0), (0, 0, 1), (outer, inner), "member", "t", "")
    assert silhouette(tube, "rear").area == pytest.approx(1600 - 34**2)
    assert silhouette(tube, "side").area == pytest.approx(500 * 40)


def test_how_near_a_slanting_bar_comes_by_hand() -> None:
    """A bar 40 square rises 300 over 400: over its middle its top lies half its depth over its axis, square to it: 20 / cos."""
    c, s = 0.8, 0.6
    loop = ((-20.0, -20.0), (20.0, -20.0), (20.0, 20.0), (-20.0, 20.0))
    bar = Prism((0, 0, 0), (400, 0, 300), (0, 1, 0), (-s, 0, c), (loop,), "member", "t", "")
    assert nearest(bar, "plan", (200.0, 0.0)) == pytest.approx(150 + 20 / c)
    # it hides what passes under its high end, and is hidden by the same bar over its low end
    low, high = block((340, -50, 100), (380, 50, 110), "x"), block((20, -50, 200), (60, 50, 210), "y")
    paths = seen("plan", [(bar, None), (low, None), (high, None)], [])
    assert total(paths, "x") == pytest.approx(40 * 60), "left of it beside the bar alone"
    assert total(paths, "y") == pytest.approx(40 * 100)


@given(st.lists(st.tuples(*(st.integers(0, 12) for _ in range(2)), *(st.integers(1, 8) for _ in range(2))), min_size=1, max_size=8))
def test_what_is_seen_of_all_is_what_they_cover(rows: list[tuple[int, int, int, int]]) -> None:
    """Blocks on floors of their own: every place is drawn once, by the highest over it."""
    blocks = [
        block((10.0 * x, 10.0 * y, 20.0 * k), (10.0 * (x + w), 10.0 * (y + d), 20.0 * k + 10), str(k))
        for k, (x, y, w, d) in enumerate(rows)
    ]
    paths = seen("plan", [(one, None) for one in blocks], [])
    covered = shapely.unary_union([silhouette(one, "plan") for one in blocks])
    assert total(paths) == pytest.approx(covered.area)
    *_, w, d = rows[-1]
    assert total(paths, str(len(rows) - 1)) == pytest.approx(100 * w * d), "nothing is nearer than the highest"


def test_a_thing_wholly_behind_others_has_no_name_there(shop_job: Job, catalog: Catalog) -> None:
    views = {view.name: view for view in frame_views(context_of(shop_job.design, catalog), None, {}, {}, {})}
    named = {name: {item.text for item in view.items if isinstance(item, Label) and item.part} for name, view in views.items()}
    assert "cold box" in named["plan"] and "generator" in named["rear"]
    assert "cold box" not in named["rear"], "the generator, wider and higher, stands behind it, nearer to whoever looks"
