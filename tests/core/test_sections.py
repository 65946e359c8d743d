"""What a plane cuts of a solid, against areas by hand; a cut view shows what lies behind the plane, and its faces over that."""

from __future__ import annotations

import math

import pytest
import shapely

from ergostrut.core.catalog.model import Catalog
from ergostrut.core.drawing.frame import frame_views, reaches
from ergostrut.core.drawing.sections import NEAR, Cut, Flat, cut_at, cut_of
from ergostrut.core.drawing.solids import Prism
from ergostrut.core.primitives import Path
from ergostrut.core.report import context_of
from ergostrut.demo.sample import sample_jobs

TUBE = (((-25.0, -25.0), (25.0, -25.0), (25.0, 25.0), (-25.0, 25.0)), ((-22.0, -22.0), (-22.0, 22.0), (22.0, 22.0), (22.0, -22.0)))
"""50 x 50 x 3 mm, sharp corners."""


def along_x(length: float = 1000.0) -> Prism:
    return Prism((0.0, 0.0, 0.0), (length, 0.0, 0.0), (0.0, 1.0, 0.0), (0.0, 0.0, 1.0), TUBE, "member", "t", "tube")


@pytest.mark.parametrize(
    ("view", "at", "area"),
    [
        ("rear", 400.0, 50.0**2 - 44.0**2),
        ("rear", -1.0, 0.0),
        ("side", 0.0, 2 * 3.0 * 1000.0),
        ("side", 23.5, 50.0 * 1000.0),
        ("side", 26.0, 0.0),
        ("plan", 10.0, 2 * 3.0 * 1000.0),
    ],
)
def test_a_tube_by_hand(view: str, at: float, area: float) -> None:
    """Across it its section, along its middle both walls, in a wall all of that."""
    assert cut_of(along_x(), view, at).area == pytest.approx(area, abs=1e-6)


def test_a_slanting_tube_is_cut_longer() -> None:
    """At 30 degrees off the axis one looks along, the section is 1/cos(30) as long."""
    c, s = math.cos(math.pi / 6), math.sin(math.pi / 6)
    leaning = Prism((0.0, 0.0, 0.0), (1000 * c, 0.0, 1000 * s), (0.0, 1.0, 0.0), (-s, 0.0, c), TUBE, "member", "t", "tube")
    found = cut_of(leaning, "rear", 500.0)
    assert found.area == pytest.approx((50.0**2 - 44.0**2) / c, rel=1e-9)
    x0, y0, x1, y1 = found.bounds
    assert x1 - x0 == pytest.approx(50.0) and y1 - y0 == pytest.approx(50.0 / c)


def test_a_plane_through_an_end_cuts_a_part() -> None:
    """A tube that leans by 45 degrees, cut where its end begins: half of its outline, as if it were solid."""
    c = math.sqrt(0.5)
    leaning = Prism((0.0, 0.0, 0.0), (1000 * c, 0.0, 1000 * c), (0.0, 1.0, 0.0), (-c, 0.0, c), TUBE, "member", "t", "tube")
    assert cut_of(leaning, "rear", 0.0).area == pytest.approx(50.0 * 50.0 / c / 2, rel=1e-9)


@pytest.mark.parametrize(("words", "cut"), [("rear:1200", Cut("rear", 1200.0)), ("side:-40.5", Cut("side", -40.5)), ("", None)])
def test_a_cut_in_words(words: str, cut: Cut | None) -> None:
    assert cut_at(words) == cut


@pytest.mark.parametrize("view", ["plan", "side", "rear"])
def test_a_cut_view_shows_what_lies_behind(catalog: Catalog, view: Flat) -> None:
    """Faces where the plane goes, fewer parts than before, the other views as they were; a plane before all of it takes nothing away."""
    design = sample_jobs()[5].design
    context = context_of(design, catalog)
    whole = {one.name: one for one in frame_views(context, None, {}, {}, {})}
    lo, hi = reaches(context, {})[view]
    cut = {one.name: one for one in frame_views(context, None, {}, {}, {}, "", Cut(view, (lo + hi) / 2))}
    faces = [item for item in cut[view].items if isinstance(item, Path) and item.role == "cut"]
    assert len(faces) > 4 and all(shapely.Polygon(face.points).area > 1.0 for face in faces)
    assert [name for name in whole if cut[name] == whole[name]] == [name for name in whole if name != view]
    before = (hi if NEAR[view] > 0 else lo) + NEAR[view] * 10.0
    assert frame_views(context, None, {}, {}, {}, "", Cut(view, before)) == tuple(whole.values())
