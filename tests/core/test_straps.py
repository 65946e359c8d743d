"""Straps as what they pass, and as what one climbs out between. Sums by hand."""

from __future__ import annotations

from typing import Any

import pytest

from ergostrut.core.catalog.model import Catalog
from ergostrut.core.fit.space.straps import PIECES, WIDE, check_straps, straps_at
from ergostrut.core.fit.ways.way_out import ways_out
from ergostrut.core.report import context_of
from ergostrut.core.structure.context import Context
from ergostrut.core.structure.standing.setting import settings_of

from .vans import bunk, job, van

CREW = [{"id": "a", "name": "sleeper", "mass": "45 kg", "stature": "165 cm", "sleeps": "bunk1/bed"}]


def context(catalog: Catalog, *things: dict[str, Any], **params: Any) -> Context:
    return context_of(job(bunk(**params), carry={"crew": CREW, "things": list(things)}), catalog)


def box(y: float, high: float = 1200.0) -> dict[str, Any]:
    """A case 200 mm wide on the floor with its middle at y, beside the rear strap."""
    return {"id": "c", "name": "cabinet", "length": "300 mm", "width": "200 mm", "height": f"{high} mm", "mass": "10 kg", "on": "host/floor", "at": {"x": "1900 mm", "y": f"{y} mm"}}  # fmt: skip


@pytest.mark.parametrize(("gap", "state"), [(40.0, "holds"), (10.0, "tight"), (-30.0, "over")])
def test_what_a_strap_passes_by_hand(catalog: Catalog, gap: float, state: str) -> None:
    """It hangs straight down to the front rail: its face lies half a webbing's width from its line."""
    line = straps_at((here := context(catalog)).builds[0], settings_of(here.builds[0])[0])[-1]
    y = float(line.boxes.centre[0, 1])
    face = float(line.boxes.hi[:, 1].max())
    found = next(check_straps(context(catalog, box(face + gap + 100.0))))
    assert found.state == state and (state != "over" or "cabinet" in found.sentence)
    if state != "over":
        assert found.demand == pytest.approx(gap, abs=0.1)
    assert face - y == pytest.approx(WIDE / 2, abs=0.01)
    low = next(check_straps(context(catalog, box(face - 100.0, 500.0))))
    assert low.state != "over", "it stands under where the strap begins"


def test_folded_up_no_strap_hangs(catalog: Catalog) -> None:
    build = context(catalog).builds[0]
    down, up = settings_of(build)
    assert len(straps_at(build, down)) == 3 and not straps_at(build, up)
    (one, *_) = straps_at(build, down)
    assert len(one.boxes) == PIECES and 2 * float(one.boxes.half[:, 0].sum()) == pytest.approx(1600 - build.straps[0].at[2])


def test_one_climbs_out_between_straps(catalog: Catalog) -> None:
    """Two straps leave the whole side. Of four, (1900 - 2 x 100)/3 - 25 = 542 mm apart, none is passed: along the bed, between wall and
    straps, are 700 less half a rail and half a webbing, and 600 is the next that is tried."""
    host = van(rear_hung="both sides", rear_inside="yes", dims={"rear_door_width": "1500 mm", "rear_door_height": "1500 mm"})
    wide, narrow = (ways_out(context_of(job(bunk(straps={"count": count}), host=host), catalog))[0][2] for count in (2, 4))
    assert wide is not None and narrow is not None
    assert (wide.wide, narrow.wide) == (700.0, 600.0)
