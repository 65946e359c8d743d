"""Builds that stand turned: what a quarter changes is which way everything points, and nothing else."""

from __future__ import annotations

import math
from typing import Any

import numpy as np
import pytest

from ergostrut.core.catalog.errors import StockError
from ergostrut.core.catalog.model import Catalog
from ergostrut.core.frame.build import assemble
from ergostrut.core.job.document import Design, read_design
from ergostrut.core.job.start import start
from ergostrut.core.measure.hosts import resolve
from ergostrut.core.report import check
from ergostrut.core.structure.host import Host
from ergostrut.core.structure.nouns.parts import Surface
from ergostrut.core.structure.nouns.pose import quartered, turned_about
from ergostrut.core.structure.standing.turned import face_of, turned
from ergostrut.core.units import Units
from ergostrut.files.catalog_files import shipped_templates

SIDE, HIGH = "2500 mm", "2200 mm"
TURNS = ("none", "left", "half", "right")
ROW = {"kind": "studs", "start": "50 mm", "pitch": "300 mm", "count": 9, "level": "0 mm", "rating": "400 kg"}


def _walls() -> list[dict[str, Any]]:
    """The same studs in every wall of a square room, wherever they are counted from."""
    along = [{**ROW, "name": f"{wall} studs", "face": f"{wall} wall"} for wall in ("left", "right")]
    across = [{**ROW, "name": f"{wall} studs", "face": f"{wall} wall", "start": "-1200 mm"} for wall in ("front", "rear")]
    level = {"kind": "track", "level": "1163 mm"}
    return along + across + [{**row, **level, "name": f"{row['face'].split()[0]} track"} for row in along + across]


def _square() -> dict[str, Any]:
    """A room as long as it is wide, with nothing in it."""
    dims = {"floor_length": SIDE, "length_to_gate": SIDE, "width_above_wells": SIDE, "cover_height": HIGH, "floor_thickness": "18 mm"}
    measured = {name: {"value": value, "state": "checked"} for name, value in dims.items()}
    return {"kind": "box_interior", "label": "square box", "dims": measured, "rows": _walls(), "rear": "closed", "wall": "studs"}


def _room() -> Host:
    return resolve(_job(_turned("box", "none"), "none").host)


LEVEL = {"Brake": (-0.6, 0), "Start": (0.6, 0), "Corner right": (0, -0.6), "Corner left": (0, 0.6)}
"""The road the same all round."""


def _job(build: dict[str, Any], turn: str, things: tuple[dict[str, Any], ...] = ()) -> Design:
    cases = {name: {"x": x, "y": y, "z": -1} for name, (x, y) in LEVEL.items()}
    loads = {"cases": cases, "off": ["Slope"]}
    return read_design(
        {"name": "turned", "host": _square(), "builds": [{**build, "turn": turn}], "loads": loads, "carry": {"things": list(things)}}
    )


BUILDS: dict[str, dict[str, Any]] = {
    "rack": {"family": "shelf_rack", "wall": {"row": "left studs"}, "length": "1300 mm", "front": "250 mm"},
    "hung rack": {"family": "shelf_rack", "wall": {"row": "left studs"}, "length": "1300 mm", "front": "250 mm", "stands": "wall"},
    "panelled rack": {"family": "shelf_rack", "made": "panels", "wall": {"row": "left studs"}, "length": "1300 mm", "front": "250 mm"},
    "cabinet": {"family": "wall_cabinet", "wall": {"row": "left studs"}, "length": "1000 mm", "front": "300 mm"},
    "bunk": {
        "family": "hung_bunk",
        "wall_rail": {"row": "left studs"},
        "length": "1900 mm",
        "front": "300 mm",
        "height": "1200 mm",
        "straps": {"height": "1900 mm"},
    },
    "platform": {"family": "fixed_platform", "ends": "legs", "length": "1900 mm", "width": "1400 mm", "front": "300 mm", "snug": False},
    "drawers": {"family": "drawer_system", "length": "900 mm", "width": "800 mm", "front": "300 mm"},
    "drawers aside": {"family": "drawer_system", "length": "900 mm", "width": "800 mm", "front": "300 mm", "opens": "left"},
    "box": {"family": "plywood_box", "length": "900 mm", "width": "800 mm", "front": "300 mm"},
}
"""As they stand in the square room; what hangs is given a row by its own wall."""


def _turned(name: str, turn: str) -> dict[str, Any]:
    """A build fixed to whichever wall is its own left one."""
    build = {"id": "b", "label": name, **BUILDS[name]}
    mine = next(wall for wall in ("left", "front", "right", "rear") if face_of(f"{wall} wall", TURNS.index(turn)) == "left wall")
    for key in ("wall", "wall_rail"):
        if key in build:
            build[key] = {**build[key], "row": f"{mine} {'track' if name == 'bunk' else 'studs'}"}
    return build


@pytest.mark.parametrize("name", BUILDS)
def test_a_build_is_as_strong_whichever_way_it_stands(name: str, catalog: Catalog) -> None:
    """In a square room, on a road that pushes alike all round: the same findings, and the same uses."""
    things = ({"id": "t", "name": "tub", "mass": "18 kg", "length": "240 mm", "width": "180 mm", "height": "200 mm", "on": ""},)
    found = []
    for turn in TURNS:
        build = _turned(name, turn)
        framed = assemble(_job(build, turn).builds, resolve(_job(build, turn).host), catalog)[0]
        design = _job(build, turn, ({**things[0], "on": framed.surfaces[0].id},))
        report = check(design, catalog)
        rows = [one for one in report.findings if one.place in ("prove", "anchor") or one.check in ("edge", "held", "place")]
        assert len(rows) > 4 and any(one.use for one in rows)
        found.append({one.id: (one.state, one.use and round(one.use, 4)) for one in rows})
    assert found[0] == found[1] == found[2] == found[3]


@pytest.mark.parametrize("name", BUILDS)
@pytest.mark.parametrize("turn", TURNS[1:])
def test_every_part_goes_along(name: str, turn: str, catalog: Catalog) -> None:
    """Its middle of mass, its weight and every distance between its parts: by turning about z, by matrices of Rodrigues' formula."""
    host = _room()
    straight, there = (assemble(_job(_turned(name, way), way).builds, host, catalog)[0] for way in ("none", turn))
    quarters, far = TURNS.index(turn), 2500.0
    about = turned_about((0.0, 0.0, 0.0), (0.0, 0.0, 1.0), 90.0 * quarters)
    begins = {1: (far / 2, -far / 2, 0.0), 2: (far, 0.0, 0.0), 3: (far / 2, far / 2, 0.0)}[quarters]

    def middle(build: Any) -> Any:
        rows = [row for body in build.bodies for row in build.masses(body)]
        return np.array([kg * np.array(at) for kg, at in rows]).sum(axis=0) / sum(kg for kg, _ in rows)

    assert there.mass == pytest.approx(straight.mass)
    assert middle(there) == pytest.approx(about.R @ middle(straight) + np.array(begins), abs=1e-6)
    for a, b in zip(straight.members, there.members, strict=True):
        assert a.id == b.id and a.length == pytest.approx(b.length)
        # its own axes go along, so that it is as stiff each way as before
        assert np.array(b.axes) == pytest.approx(np.array(a.axes) @ about.R.T, abs=1e-9)
    for one, two in zip(straight.panels, there.panels, strict=True):
        assert sorted(map(tuple, np.round(two.corners, 6))) == sorted(map(tuple, np.round(one.corners @ about.R.T + np.array(begins), 6)))
        assert one.mass == pytest.approx(two.mass) and two.cut == pytest.approx(one.cut)
    hung = {tuple(np.round(about.R @ np.array(one.into), 6)) for one in straight.mounts}
    assert hung == {tuple(np.round(one.into, 6)) for one in there.mounts}


def test_a_place_on_a_surface_is_its_own() -> None:
    """From its front end and right of its centre line, whichever way it stands; and back again."""
    for quarters in range(4):
        lies = Surface("s", "shelf", "b", (100.0, -50.0, 300.0), (400.0, 200.0), quarters=quarters)
        along, right = (30.0, -20.0)
        assert lies.own(lies.at(along, right)) == pytest.approx((along, right))
        assert lies.own_size == ((400.0, 200.0) if quarters % 2 == 0 else (200.0, 400.0))
        assert lies.own((300.0, 50.0, 300.0)) == pytest.approx((lies.own_size[0] / 2, 0.0))
        c, s = math.cos(quarters * math.pi / 2), math.sin(quarters * math.pi / 2)
        assert np.array(lies.at(1.0, 0.0)) - np.array(lies.end) == pytest.approx([c, s, 0.0])


def test_a_host_seen_turned_has_its_walls_and_lengths_there() -> None:
    host = _room()
    for quarters, front in ((1, "left wall"), (2, "rear wall"), (3, "right wall")):
        seen = turned(host, quarters)
        assert face_of(front, quarters) == "front wall"
        assert {row.wall: row.face for row in seen.host.rows.values()}[front] == "front wall"
        # what stands at the front wall of the host stands at that of the build's that lies there
        row = next(row for row in seen.host.rows.values() if row.wall == front)
        assert all(abs(x) < 1e-9 for x, _, _ in row.spots)
        assert np.array([seen.pose.at(spot) for spot in row.spots]) == pytest.approx(np.array(_spots(host, row.name, seen.pose)))
    assert turned(host, 0).host is host


def _spots(host: Any, name: str, pose: Any) -> list[tuple[float, float, float]]:
    return sorted(host.rows[name].spots, key=lambda at: pose.inverse.at(at)[0])


def test_a_quarter_is_exact() -> None:
    for quarters in range(4):
        pose = quartered(quarters, (1.0, 2.0, 3.0))
        assert pose.quarters == quarters and pose.at((0.0, 0.0, 0.0)) == (1.0, 2.0, 3.0)
        assert pytest.approx(pose.R, abs=1e-12) == turned_about((0.0, 0.0, 0.0), (0.0, 0.0, 1.0), 90.0 * quarters).R


@pytest.mark.parametrize(("build", "turn", "words"), [
    ({"family": "bed_slide"}, "half", "lies along the vehicle"),
    ({"family": "shelf_rack", "wall": {"row": ""}}, "left", "add the points, ribs or studs of that wall"),
    ({"family": "shelf_rack", "wall": {"row": "left studs"}}, "left", "is on the left wall, the rack on the left wall as it is turned"),
    ({"family": "shelf_rack", "ceiling": [{}], "wall": {"row": "rear studs"}}, "left", "lies along the vehicle"),
])  # fmt: skip
def test_what_cannot_stand_so_is_refused_in_words(build: dict[str, Any], turn: str, words: str, catalog: Catalog) -> None:
    design = _job({"id": "b", "label": "It", **build}, turn)
    with pytest.raises(StockError, match=words):
        assemble(design.builds, resolve(design.host), catalog)


def test_nothing_hangs_on_a_rear_that_opens(catalog: Catalog) -> None:
    build = _turned("rack", "left")
    assert build["wall"]["row"] == "rear studs"
    design = _job(build, "left")
    open_ = read_design({**design.model_dump(mode="json"), "host": {**_square(), "rear": "door"}})
    with pytest.raises(StockError, match="which opens"):
        assemble(open_.builds, resolve(open_.host), catalog)


def test_nothing_hangs_on_a_bulkhead_that_is_not_there(catalog: Catalog) -> None:
    van = next(t for t in shipped_templates() if t.id == "van-large")
    rows = [{**ROW, "name": "front studs", "face": "front wall", "start": "-600 mm"}]
    build = {**_turned("rack", "right"), "turn": "right"}
    for bulkhead, refused in (("none", True), ("solid", False)):
        design = read_design({"name": "x", "host": {**van.host, "rows": rows, "bulkhead": bulkhead}, "builds": [build]})
        if refused:
            with pytest.raises(StockError, match="there is none"):
                assemble(design.builds, resolve(design.host), catalog)
        else:
            assert assemble(design.builds, resolve(design.host), catalog)[0].mounts


def test_turned_it_is_judged_in_the_room_as_it_is(catalog: Catalog) -> None:
    """A bed across that is longer than the room is wide stands in its walls, and is said to."""
    build = {**_turned("platform", "right"), "length": "2600 mm", "front": "20 mm"}
    found = check(_job(build, "right"), catalog).findings
    assert any(one.check == "fit.walls" and one.state == "over" for one in found)


def test_what_it_was_framed_from_is_what_it_hangs_on(catalog: Catalog) -> None:
    """Turned a quarter, its width lies along the vehicle: an unmeasured length is missing to it."""
    job = _job(_turned("platform", "left"), "left").model_dump(mode="json")
    for name in ("floor_length", "length_to_gate"):
        job["host"]["dims"][name]["value"] = None
    design = read_design(job)
    assert {"floor_length"} <= set(assemble(design.builds, resolve(design.host), catalog)[0].missing)


def test_a_box_stands_turned_on_a_flatbed(catalog: Catalog) -> None:
    """On another build's deck as in a room: turned in the middle of it, tied to its members."""
    flat = next(t for t in shipped_templates() if t.id == "chassis-midsize")
    base = start(flat, "x", Units(length="mm", mass="kg"), ["truck_flatbed"])
    box = {"family": "plywood_box", "id": "box1", "label": "Box", "on": base.builds[0].id, "length": "1200 mm", "width": "600 mm"}
    found = []
    for turn in ("none", "right"):
        data = {**base.model_dump(mode="json"), "builds": [*base.model_dump(mode="json")["builds"], {**box, "turn": turn}]}
        design = read_design(data)
        made = assemble(design.builds, resolve(design.host), catalog)[1]
        lo = np.min([panel.lo for panel in made.panels], axis=0)
        hi = np.max([panel.hi for panel in made.panels], axis=0)
        found.append(hi - lo)
    assert found[0] == pytest.approx(found[1][[1, 0, 2]])
