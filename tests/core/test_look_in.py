"""Who sees into the highest bin: eye at 0.936 of stature (Drillis and Contini 1966), by hand."""

from __future__ import annotations

import pytest

from ergostrut.core.carry.look_in import check_look_in
from ergostrut.core.catalog.model import Catalog
from ergostrut.core.job.document import read_design
from ergostrut.core.report import context_of

from .test_rack import rack
from .test_ways import PLAIN, box_job


@pytest.mark.parametrize(("stature", "state"), [("1500 mm", "tight"), ("1670 mm", "tight"), ("1800 mm", "holds"), (None, None)])
def test_a_bin_above_the_eye(catalog: Catalog, stature: str | None, state: str | None) -> None:
    """Rim 40 mm over a shelf: one of 1.5 m looks at it from 1404 mm, one of 1.67 m from 1563, one of 1.8 m from 1685; 100 mm over it sees in."""
    shelves = [{"name": "low", "height": "600 mm", "edge": "nosing", "edge_height": "60 mm"},
               {"name": "high", "height": "1460 mm", "edge": "nosing", "edge_height": "40 mm"}]  # fmt: skip
    data = box_job(rack(shelves=shelves, height="1700 mm"), crew=[{"id": "p", "name": "Ada", "mass": "70 kg", "stature": stature}])
    context = context_of(read_design(data, bare=PLAIN), catalog)
    found = list(check_look_in(context))
    if state is None:
        assert not found
        return
    (one,) = found
    mm = float((stature or "").split()[0])
    top = max(s.origin[2] + 40 for s in context.builds[0].surfaces if s.edge == 40)
    roof = context.host.mm("cover_height") or 0.0
    assert one.limit == pytest.approx(top) and one.demand == pytest.approx(min(0.936 * mm, roof - 0.064 * mm))
    assert one.state == state and ("come down" in one.sentence) == ((one.demand or 0) < top)


def test_nobody_stands_in_a_low_room(catalog: Catalog) -> None:
    """Under a roof of 1.2 m one stands behind the vehicle: where the eye is then is not known, and nothing is said."""
    data = box_job(rack(shelves=[{"name": "a", "height": "500 mm", "edge": "nosing", "edge_height": "40 mm"}], height="900 mm"),
                   crew=[{"id": "p", "name": "Ada", "mass": "70 kg", "stature": "1700 mm"}])  # fmt: skip
    for roof, said in ((1200, 0), (1400, 1)):
        data["host"]["dims"]["cover_height"]["value"] = f"{roof} mm"
        assert len(list(check_look_in(context_of(read_design(data, bare=PLAIN), catalog)))) == said
