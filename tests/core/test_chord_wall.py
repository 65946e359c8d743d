"""A thin wall bends under what is welded on it, long before the weld gives."""

from __future__ import annotations

from dataclasses import replace

import pytest

from ergostrut.core.catalog.model import Catalog
from ergostrut.core.mechanics.joints.tube_wall import Footprint, on_tube
from ergostrut.core.prove.joints.chord import met
from ergostrut.core.report import Report, check
from ergostrut.core.structure.nouns.parts import Member, MemberGroup
from tests.conftest import Edit, by_id
from tests.core.test_platform import platform

NARROW = {"/builds/0/rail": "1x3x14ga", "/builds/0/rib": "1x1x11ga", "/builds/0/joints/capped": True}


def value(report: Report, symbol: str, ident: str = "slide1/rib.wall") -> float:
    return next(line.value for line in by_id(report, ident).working if line.symbol == symbol)  # type: ignore[return-value]


def test_a_narrow_rib_on_a_wide_rail_is_over(edit: Edit, catalog: Catalog) -> None:
    """74 N m is all that the 3 in face of 1x3x14ga takes of a 1 in rib (AISC 360-16 K4.2); a foot mid rib asks for more."""
    report = check(edit(to=NARROW), catalog)
    assert value(report, "M_oa") == pytest.approx(74.4e3, rel=3e-3)
    assert value(report, "M_o") > 82e3 and by_id(report, "slide1/rib.wall").state == "over"
    assert by_id(report, "slide1/rib.joint").state != "over", "the weld alone would have passed"


def test_an_open_end_near_the_rib_halves_the_wall(edit: Edit, catalog: Catalog) -> None:
    """AISC 360-16 K1.3: nearer to the end than B sqrt(1 - beta) half is left unless it is capped."""
    open_, capped = (check(edit(to={**NARROW, "/builds/0/joints/capped": closed}), catalog) for closed in (False, True))
    assert value(open_, "k_e") == 0.5 and value(capped, "k_e") == 1.0
    assert (by_id(open_, "slide1/rib.wall").use or 0) > 1.4 * (by_id(capped, "slide1/rib.wall").use or 0)


def test_printed_limits_are_those_of_the_formulas(report: Report) -> None:
    """The sample's end rib of 1x1.5 on its 2.5 in rail: working and mechanics agree."""
    limits = on_tube(
        Footprint(value(report, "B"), 0.0, value(report, "t"), value(report, "B_b"), value(report, "H_b")), value(report, "F_y")
    )
    k = value(report, "k_e") * value(report, "Q_f")
    assert value(report, "P_a") == pytest.approx(limits.P * k)
    assert value(report, "M_ia") == pytest.approx(limits.Mi * k)
    assert value(report, "M_oa") == pytest.approx(limits.Mo * k)


def test_legs_press_on_the_wall_of_their_bearer(catalog: Catalog) -> None:
    """A platform's welded legs are branches too, and what they carry goes across the face."""
    legs = {"framing": "welded_steel_tube", "bearer": "1x2x16ga", "ends": "legs", "legs": {"section": "1x1x14ga"}}
    found = by_id(
        check(platform([], [{"id": "a", "name": "a", "mass": "90", "sleeps": "platform1/bed"}], **legs), catalog), "platform1/leg.wall"
    )
    pressed = next(line.value for line in found.working if line.symbol == "P")
    assert pressed is not None and pressed > 300 and found.use is not None


@pytest.mark.parametrize(
    ("a", "b", "faces", "upright_out"),
    [
        pytest.param((0, 0, 0), (0, 500, 0), (60.0, 20.0, 30.0), True, id="level rib on the side face"),
        pytest.param((0, 0, -500), (0, 0, 0), (40.0, 30.0, 20.0), False, id="post from below, its width across the chord"),
    ],
)
def test_which_face_and_which_way(
    catalog: Catalog, a: tuple[float, float, float], b: tuple[float, float, float], faces: tuple[float, float, float], upright_out: bool
) -> None:
    """Chord 40 wide and 60 deep along x; branch 20 wide and 30 deep."""
    section = catalog.sections["1x2x16ga"]
    chord_section = replace(section, properties=replace(section.properties, width=40.0, depth=60.0))
    branch_section = replace(section, properties=replace(section.properties, width=20.0, depth=30.0))
    group = MemberGroup("x", "x")
    chord = Member("c", "rail", "b", chord_section, (-1000, 0, 0), (1000, 0, 0), group=group)
    branch = Member("r", "rib", "b", branch_section, a, b, group=group)
    found = met(chord, branch, 900.0)
    assert found is not None
    B, along, across = faces
    assert (found.at.B, found.at.Hb, found.at.Bb) == pytest.approx((B, along, across))
    assert found.upright_out is upright_out and found.keeps == 1.0
    alongside = Member("s", "rib", "b", branch_section, (0, 50, 0), (900, 50, 0), group=group)
    assert met(chord, alongside, 900.0) is None
