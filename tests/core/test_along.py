"""Walls that draw together along the vehicle: a nose, a body narrower at its doors. By hand."""

from __future__ import annotations

from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from ergostrut.core.catalog.model import Catalog
from ergostrut.core.frame.build import assemble
from ergostrut.core.job.document import Design, read_design
from ergostrut.core.measure.hosts import resolve
from ergostrut.core.problem import InputError
from ergostrut.core.report import check
from ergostrut.core.structure.host import inset
from tests.conftest import by_id

DIMS = {"floor_length": "3000 mm", "length_to_gate": "3000 mm", "width_above_wells": "1800 mm", "cover_height": "1900 mm"}
DOOR = {"rear_door_width": "1600 mm", "rear_door_height": "1800 mm"}


def _along(*rows: tuple[float, float]) -> list[dict[str, str]]:
    return [{"at": f"{at} mm", "height": "300 mm", "width": f"{width} mm", "state": "checked"} for at, width in rows]


NOSE = _along((0, 600), (900, 1800))


def _job(along: list[dict[str, str]], *builds: dict[str, Any], things: tuple[dict[str, Any], ...] = (), **host: Any) -> Design:
    dims = {name: {"value": value, "state": "checked"} for name, value in {**DIMS, **DOOR}.items()}
    survey = {"kind": "box_interior", "label": "box", "dims": dims, "along": along, **host}
    return read_design(
        {"name": "nose", "units": {"length": "mm", "mass": "kg"}, "host": survey, "builds": list(builds), "carry": {"things": list(things)}}
    )


BOX = {"family": "plywood_box", "id": "b", "label": "Box", "length": "600 mm", "width": "500 mm", "height": "400 mm"}


def test_a_box_in_a_nose_is_judged_where_its_corner_stands(catalog: Catalog) -> None:
    """200 mm behind the tip a nose of 600 at the tip and 1800 at 900 is 600 + 1200 x 200 / 900 = 866.7 wide: 433.3 - 250 = 183.3 clear."""
    found = by_id(check(_job(NOSE, {**BOX, "front": "200 mm"}), catalog), "b/fit.walls")
    assert found.state == "holds" and found.demand == pytest.approx(866.667 / 2 - 250, abs=0.01)
    wider = by_id(check(_job(NOSE, {**BOX, "front": "20 mm", "width": "700 mm"}), catalog), "b/fit.walls")
    assert wider.state == "over" and "behind the front" in wider.working[0].note
    # without the nose it clears both walls by far
    assert by_id(check(_job([], {**BOX, "front": "20 mm", "width": "700 mm"}), catalog), "b/fit.walls").demand == pytest.approx(550.0)


def test_what_is_built_along_a_wall_stands_where_that_is_farthest_in(catalog: Catalog) -> None:
    rack = {"family": "shelf_rack", "id": "r", "label": "Rack", "front": "300 mm", "length": "1500 mm"}
    straight, drawn_in = (
        assemble(job.builds, resolve(job.host), catalog)[0] for job in (_job([], rack), _job(_along((0, 1800), (3000, 1500)), rack))
    )
    # at 1800 behind the front: 1800 - 300 x 1800 / 3000 = 1620 wide
    moved = min(m.middle[1] for m in drawn_in.members) - min(m.middle[1] for m in straight.members)
    assert moved == pytest.approx((1800 - 1620) / 2)


def test_a_row_of_points_follows_its_wall() -> None:
    rows = [{"name": "points", "face": "right wall", "start": "0 mm", "pitch": "450 mm", "count": 3, "level": "300 mm"}]
    host = resolve(_job(NOSE, rows=rows).host)
    assert [round(y, 3) for _, y, _ in host.rows["points"].spots] == [300.0, 600.0, 900.0]


def test_a_thing_that_leans_into_a_nose_is_said_to(catalog: Catalog) -> None:
    trunk = {
        "id": "t", "name": "trunk", "mass": "20 kg", "length": "500 mm", "width": "800 mm", "height": "400 mm",
        "on": "host/floor", "at": {"x": "260 mm", "y": "0 mm"},
    }  # fmt: skip
    texts = [f.sentence for f in check(_job(NOSE, things=(trunk,)), catalog).findings if "trunk" in f.sentence and f.state == "over"]
    # 10 mm behind the tip the nose is 613 wide, half of it 306.7, and the trunk 400: 93 through
    assert any("goes through the wall by 93" in text for text in texts)


def test_a_waist_shuts_out_what_the_door_lets_in(catalog: Catalog) -> None:
    """A bed frame of 1500 mm carried in whole passes a door of 1600, and not walls that draw together to 1300 between the door and its place."""
    box = {**BOX, "front": "100 mm", "length": "1000 mm", "width": "1400 mm", "height": "1300 mm", "carried_in": "whole"}
    ways = []
    for along in ([], _along((1200, 1800), (1800, 1300), (2400, 1800))):
        report = check(_job(along, box), catalog)
        ways.append(by_id(report, "b/fit.way-in").state)
    assert ways[0] == "holds" and ways[1] != "holds"


def test_widths_along_go_from_the_front_rearward() -> None:
    with pytest.raises(InputError, match="from the front rearward"):
        _job(_along((900, 1800), (0, 600)))


@given(
    st.lists(st.tuples(st.floats(0, 5000), st.floats(-500, 500)), min_size=1, max_size=6, unique_by=lambda row: row[0]).map(sorted),
    st.floats(-100, 6000),
)
def test_between_two_widths_it_is_between_them(rows: list[tuple[float, float]], x: float) -> None:
    by = inset(rows, x)
    assert min(row[1] for row in rows) - 1e-9 <= by <= inset(rows, None) + 1e-9
    assert inset(rows, rows[0][0] - 50) == rows[0][1] and inset(rows, rows[-1][0] + 50) == rows[-1][1]


@pytest.mark.parametrize("build", [
    {"family": "shelf_rack", "front": "300 mm", "length": "1500 mm", "wall": {"rating": "60 kg"}},
    {"family": "shelf_rack", "made": "panels", "front": "300 mm", "length": "1500 mm", "wall": {"rating": "60 kg"}},
    {"family": "wall_cabinet", "front": "300 mm", "length": "1500 mm", "low": "1000 mm", "wall": {"rating": "60 kg"}},
    {"family": "hung_bunk", "front": "300 mm", "length": "1900 mm", "height": "1000 mm", "wall_rail": {"rating": "60 kg"}},
])  # fmt: skip
def test_where_the_wall_draws_away_a_fixing_has_an_arm(build: dict[str, Any], catalog: Catalog) -> None:
    """Straight along a wall that draws in by 150 mm over 3000: 50 mm a metre off it towards the front, which its shear acts on besides."""
    jobs = [_job(along, {"id": "r", "label": "It", **build}) for along in ([], _along((0, 1800), (3000, 1500)))]
    straight, drawn_in = (assemble(job.builds, resolve(job.host), catalog)[0] for job in jobs)

    def arms(made: Any) -> list[tuple[float, float]]:
        return sorted([(m.at[0], m.off) for m in made.mounts] + [(c.at[0], c.aside) for c in made.contacts if c.kind == "wall"])

    before, after = arms(straight), arms(drawn_in)
    slope = (after[0][1] - after[-1][1]) / (after[-1][0] - after[0][0])
    assert slope == pytest.approx(0.05, rel=1e-6) and after[-1][1] >= before[-1][1]
    uses = [next(f.use or 0.0 for f in check(job, catalog).findings if f.id in ("r/mount", "r/bears.wall")) for job in jobs]
    assert uses[1] > 1.15 * uses[0] > 0
