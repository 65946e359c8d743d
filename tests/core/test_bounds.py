"""Work is counted: the largest legal designs take no more elements, cases and cells than are looked at anywhere."""

from __future__ import annotations

import pytest

from ergostrut.core.catalog.model import Catalog
from ergostrut.core.fit.ways.way_in import check_way_in
from ergostrut.core.job.document import read_design
from ergostrut.core.mechanics.space import passage
from ergostrut.core.problem import InputError
from ergostrut.core.prove.boxes.model import MOST, NEARER, solved
from ergostrut.core.prove.boxes.strength import check_strength
from ergostrut.core.report import context_of
from tests import heavy

from .test_ways import PLAIN, box_job


def test_a_box_full_of_openings_takes_a_coarser_mesh_and_says_so(catalog: Catalog) -> None:
    context = context_of(read_design(box_job(heavy.FAMILIES["box of 8 uprights with 24 openings"]), bare=PLAIN), catalog)
    made = solved(context, context.builds[0])
    assert len(made.mesh.sheets.quads) <= MOST and made.off in NEARER[1:]
    (top,) = check_strength(made, next(panel for panel in made.shells if panel.role == "top"))
    assert any("coarser mesh" in line.note for line in top.working)
    # what stands on the floor is all there is, whatever the mesh: it balances
    parked = next(i for i, case in enumerate(made.cases) if case.name == "Parked")
    up = made.results.rest_force[parked, : -len(made.ties)].sum()
    assert up == pytest.approx(context.builds[0].mass * 9.80665, rel=1e-3)


@pytest.mark.parametrize("name", list(heavy.TOO_LARGE))
def test_what_is_too_large_is_refused_at_its_field(name: str) -> None:
    build, field = heavy.TOO_LARGE[name]
    with pytest.raises(InputError) as caught:
        read_design(box_job(build), bare=PLAIN)
    (problem,) = caught.value.problems
    assert problem.field == f"/builds/0/{field}" and "make another" in problem.message


def test_a_small_opening_leaves_no_sliver(catalog: Catalog) -> None:
    """An opening 3 mm beside another line is taken with it once lines are many; alone it keeps its place."""
    one = {"name": "c", "panel": "top", "along": "603 mm", "up": "200 mm", "long": "100 mm", "high": "80 mm"}
    box = {"family": "plywood_box", "id": "b", "label": "b", "length": "1200 mm", "width": "1000 mm", "height": "300 mm", "cutouts": [one]}
    context = context_of(read_design(box_job(box), bare=PLAIN), catalog)
    made = solved(context, context.builds[0])
    assert made.off == NEARER[0]
    assert {613.0, 713.0} <= {round(float(x), 3) for x in made.mesh.nodes[made.mesh.of["b/box/top"], 0]}


def test_a_search_for_a_way_ends_by_count(catalog: Catalog, monkeypatch: pytest.MonkeyPatch) -> None:
    """With next to no work allowed nothing is found, and that is unknown, never a no."""
    big = {
        "family": "plywood_box",
        "id": "b",
        "label": "b",
        "front": "10 mm",
        "length": "2900 mm",
        "width": "1880 mm",
        "height": "400 mm",
        "carried_in": "whole",
    }
    monkeypatch.setattr(passage, "WORK", 1)
    passage._passage.cache_clear()
    context = context_of(read_design(box_job(big, dims={"rear_door_width": 1000, "rear_door_height": 1000}), bare=PLAIN), catalog)
    found = next(iter(check_way_in(context)))
    passage._passage.cache_clear()
    assert found.state in ("unknown", "over")
    if found.state == "unknown":
        assert found.missing == ("way in",)
