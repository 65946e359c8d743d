"""What moves on what moves, what is geared and what is a closed chain: against closed forms, and what no rigid motion changes."""

from __future__ import annotations

import math
from dataclasses import replace
from typing import Any

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from ergostrut.core.catalog.model import Catalog
from ergostrut.core.fit.space.bodies import turning
from ergostrut.core.mechanics.kinematics import CLOSED, JammedError, closed
from ergostrut.core.report import context_of
from ergostrut.core.structure.assembly import Assembly
from ergostrut.core.structure.nouns.holds import Loop, Meeting, Motion, Position, Ratio
from ergostrut.core.structure.nouns.parts import Point3
from ergostrut.core.structure.nouns.pose import Pose, moved_by, turned_about
from ergostrut.core.structure.standing.posed import moves_with, poses_of
from ergostrut.core.structure.standing.setting import Setting
from tests.core.test_platform import platform

SOME = st.floats(-2_000, 2_000)
POINTS = st.tuples(SOME, SOME, SOME)
AXES = POINTS.filter(lambda v: math.hypot(*v) > 1.0).map(lambda v: (v[0] / math.hypot(*v), v[1] / math.hypot(*v), v[2] / math.hypot(*v)))
POSES = st.one_of(st.builds(moved_by, POINTS), st.builds(turned_about, POINTS, AXES, st.floats(-360, 360)))
X, Y, Z = (1.0, 0.0, 0.0), (0.0, 1.0, 0.0), (0.0, 0.0, 1.0)


def motion(name: str, reach: float, toward: Point3 = X, **more: Any) -> Motion:
    return Motion(name, f"b/{name}", name, reach, (Position("in", 0.0, True), Position("out", reach, False)), toward, name, **more)


@pytest.fixture(scope="module")
def blank(catalog: Catalog) -> Assembly:
    """Any build: its own motions are taken away."""
    return context_of(platform([]), catalog).builds[0]


def made(build: Assembly, *motions: Motion, loops: tuple[Loop, ...] = ()) -> Assembly:
    return Assembly(build.id, build.family, build.label, (), (), (), (), build.joining, motions=motions, loops=loops)


def at(build: Assembly, **travels: float) -> Any:
    return poses_of(build, Setting("", False, False, travels))


@given(POSES, POSES, POINTS, POINTS)
def test_no_pose_changes_a_distance_and_each_is_undone(one: Pose, two: Pose, p: Point3, q: Point3) -> None:
    both = one.on(two)
    assert both.at(p) == pytest.approx(two.at(one.at(p)), abs=1e-6)
    assert math.dist(both.at(p), both.at(q)) == pytest.approx(math.dist(p, q), abs=1e-6)
    assert both.inverse.at(both.at(p)) == pytest.approx(p, abs=1e-6)
    assert np.linalg.det(both.R) == pytest.approx(1.0)


def test_home_is_home(blank: Assembly) -> None:
    build = made(blank, motion("inner", 500), motion("lid", 90, Y, pivot=(0.0, 0.0, 300.0), on="b/inner"))
    for body in ("b/inner", "b/lid", "b"):
        assert at(build).of(body).at((1.0, 2.0, 3.0)) == (1.0, 2.0, 3.0) and not at(build).turns(body)


def test_a_slide_of_two_stages_extends(blank: Assembly) -> None:
    """The middle goes half of the way and carries the inner one, which goes as far again on it: 300 and 600."""
    build = made(blank, motion("middle", 300), motion("inner", 300, on="b/middle", follows="middle"))
    out = at(build, middle=300.0)
    assert out.shift("b/middle") == (300.0, 0.0, 0.0) and out.shift("b/inner") == (600.0, 0.0, 0.0)
    assert out.of("b/inner").at((10.0, 5.0, 0.0)) == pytest.approx((610.0, 5.0, 0.0))
    assert [m.id for m in build.handles] == ["middle"]


def test_what_is_geared_begins_later_and_ends_at_its_reach(blank: Assembly) -> None:
    """Degrees by mm: half a degree a mm from 100 mm on, no farther than 90."""
    leg = motion("leg", 90, Y, pivot=(0.0, 0.0, 300.0), follows="tray", law=Ratio(0.5, 100.0))
    build = made(blank, motion("tray", 500), leg)
    assert [at(build, tray=mm).travel(leg) for mm in (0.0, 100.0, 200.0, 500.0)] == [0.0, 0.0, 50.0, 90.0]


def test_a_door_on_a_drawer_turns_where_it_was_drawn_to(blank: Assembly) -> None:
    """Drawn 400 and turned a quarter about y through its own edge: what stood 100 over the hinge lies 100 before it."""
    build = made(blank, motion("drawer", 400), motion("door", 90, Y, pivot=(50.0, 0.0, 0.0), on="b/drawer"))
    there = at(build, drawer=400.0, door=90.0)
    assert there.of("b/door").at((50.0, 7.0, 100.0)) == pytest.approx((550.0, 7.0, 0.0))
    assert there.turns("b/door") and not there.turns("b/drawer") and there.shift("b/door") == (0.0, 0.0, 0.0)


def test_what_a_handle_moves_is_all_that_lies_on_it_follows_it_or_is_driven(blank: Assembly) -> None:
    stages = made(
        blank, motion("middle", 300), motion("inner", 300, on="b/middle", follows="middle"), motion("lid", 90, Y, pivot=X, on="b/inner")
    )
    assert [moves_with(stages, m) for m in stages.motions] == [("b/middle", "b/inner", "b/lid"), ("b/inner", "b/lid"), ("b/lid",)]
    build = couch(blank, 150.0)
    assert moves_with(build, build.motions[0]) == ("b/seat", "b/back") and {s.travels.keys() == {"seat"} for s in turning(build)} == {True}


BACK = 700.0


def couch(blank: Assembly, lean: float) -> Assembly:
    """A seat drawn out along x; its back, hinged to the seat's rear, leans with its top against an upright rail in the wall. At home the foot
    stands ``lean`` off the wall."""
    top = math.sqrt(BACK**2 - lean**2)
    back = motion("back", 90, (0.0, -1.0, 0.0), pivot=(lean, 0.0, 0.0), on="b/seat")
    loop = Loop("seat", ("back",), (Meeting("b/back", (0.0, 0.0, top), "", (0.0, 0.0, 0.0), Z),))
    return made(blank, motion("seat", 900), back, loops=(loop,))


@pytest.mark.parametrize("out", [0.0, 1.0, 150.0, 400.0, 549.0])
def test_a_back_on_its_rail_follows_the_seat(blank: Assembly, out: float) -> None:
    """Foot at 150 + s, top on the wall: z = sqrt(700^2 - (150 + s)^2), within 0.01 mm, and turned by what the arc sine says."""
    build = couch(blank, 150.0)
    there = at(build, seat=out)
    top = there.of("b/back").at((0.0, 0.0, math.sqrt(BACK**2 - 150.0**2)))
    assert top[0] == pytest.approx(0.0, abs=0.01) and top[2] == pytest.approx(math.sqrt(BACK**2 - (150.0 + out) ** 2), abs=0.02)
    assert there.travels["back"] == pytest.approx(math.degrees(math.asin((150.0 + out) / BACK) - math.asin(150.0 / BACK)), abs=0.01)
    assert [m.id for m in build.handles] == ["seat"]


def test_a_chain_may_hang_on_what_follows_another(blank: Assembly) -> None:
    """The seat goes half as far as a lever: at 300 of the lever it stands at 150, and the back as it does there."""
    build = couch(blank, 150.0)
    seat, back = build.motions
    led = made(blank, motion("lever", 900), replace(seat, follows="lever", law=Ratio(0.5)), back, loops=build.loops)
    assert at(led, lever=300.0).travels["back"] == pytest.approx(at(build, seat=150.0).travels["back"], abs=1e-3)


def test_it_jams_flat_on_the_floor(blank: Assembly) -> None:
    """The back lies flat with its foot 700 off the wall: the seat goes 550 and no farther."""
    with pytest.raises(JammedError) as caught:
        at(couch(blank, 150.0), seat=600.0).of("b/back")
    assert caught.value.at == pytest.approx(550.0, abs=0.5)


def test_it_jams_where_what_it_drives_ends() -> None:
    """A driven travel of twice the handle's, with a limit of 50."""

    def gap(travel: float, q: Any) -> Any:
        return q - 2.0 * travel

    assert closed(gap, 20.0, np.zeros(1), np.zeros(1), np.full(1, 50.0)) == pytest.approx([40.0])
    with pytest.raises(JammedError) as caught:
        closed(gap, 40.0, np.zeros(1), np.zeros(1), np.full(1, 50.0))
    assert caught.value.at == pytest.approx(25.0, abs=0.01) and CLOSED < 0.01


def test_a_chain_that_is_open_at_home_is_refused(blank: Assembly) -> None:
    build = couch(blank, 150.0)
    (loop,) = build.loops
    off = Loop(loop.handle, loop.drives, (Meeting("b/back", (0.0, 0.0, 900.0), "", (0.0, 40.0, 0.0), Z),))
    with pytest.raises(JammedError):
        at(made(blank, *build.motions, loops=(off,)), seat=1.0).of("b/back")
