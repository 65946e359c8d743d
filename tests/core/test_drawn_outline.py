"""A build's outline from the side against what its parts cover."""

from __future__ import annotations

import numpy as np
import pytest
from shapely import Polygon

from ergostrut.core.catalog.model import Catalog
from ergostrut.core.drawing.outline import outline_of
from tests.core.test_drawers import context

TALL = {"columns": [{"name": "a"}], "width": "700 mm", "height": "300 mm"}


def test_an_outline_covers_what_its_panels_cover(catalog: Catalog) -> None:
    build = context(catalog, **TALL).builds[0]
    paths = outline_of(build, {})
    corners = np.array([path for one in paths for path in one.points])
    ends = np.array([end for panel in build.panels for end in (panel.lo, panel.hi)])[:, [0, 2]]
    assert corners.min(axis=0) == pytest.approx(ends.min(axis=0), abs=1.0) and corners.max(axis=0) == pytest.approx(
        ends.max(axis=0), abs=1.0
    )
    long, high = ends.max(axis=0) - ends.min(axis=0)
    area = sum(Polygon(one.points, one.holes).area for one in paths)
    assert 0.9 * long * high < area <= long * high + 1.0


def test_an_outline_goes_out_with_its_drawer(catalog: Catalog) -> None:
    build = context(catalog, **TALL).builds[0]
    (motion,) = build.motions
    home, out = (max(x for one in outline_of(build, at) for x, _ in one.points) for at in ({}, {motion.id: 400.0}))
    assert out - home == pytest.approx(400.0, abs=1.0)
