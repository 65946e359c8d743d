"""What pushes level ends at what holds a build to its host; what stands under it bears, sways and ends where it ends. Statics by hand."""

from __future__ import annotations

from typing import Any

import pytest

from ergostrut.core.catalog.model import Catalog
from ergostrut.core.constants import G
from ergostrut.core.finding import Finding
from ergostrut.core.job.document import read_design
from ergostrut.core.report import Report, check

from .test_ways import PLAIN, box_job


def bed(**more: Any) -> dict[str, Any]:
    """A platform of five members on low blocks, 250 mm off walls 1.9 m apart and 300 mm behind the front, each end tied."""
    return {
        "family": "fixed_platform", "id": "p", "label": "Bed", "front": "300 mm", "length": "1950 mm", "width": "1400 mm", "height": "35 mm",
        "ends": "rests", "bearers": 5, "halves": 1, "mattress": None, "deck": "birch.18", "use": "deck", **more,
    }  # fmt: skip


def done(catalog: Catalog, build: dict[str, Any], kg: float = 0.0, **host: Any) -> Report:
    things = (
        [{"id": "load", "name": "load", "length": "1800", "width": "1300", "height": "100", "mass": f"{kg}", "on": "p/bed"}] if kg else []
    )
    return check(read_design(box_job(build, things=things, **host), bare=PLAIN), catalog)


def one(report: Report, check_name: str) -> Finding:
    return next(f for f in report.findings if f.check == check_name)


def value(finding: Finding, symbol: str) -> float:
    return next(line.value for line in finding.working if line.symbol == symbol and line.value is not None)


def test_ten_ties_share_what_braking_pushes(catalog: Catalog) -> None:
    """448 kg pushed with 0.8 g over ten ties: 352 N each, more than the 196 N that a tie of 20 kg holds."""
    assert pytest.approx(352, abs=1) == 448 * 0.8 * G / 10
    report = done(catalog, bed(tie_rating="20 kg"), 390)
    found, kg = one(report, "bears.tie"), report.context.builds[0].mass + 390
    assert found.case == "Brake" and value(found, "V") == pytest.approx(0.8 * kg * G / 10, rel=1e-3)
    assert found.state == "over" and found.use == pytest.approx((value(found, "T") ** 2 + value(found, "V") ** 2) ** 0.5 / (20 * G))


def test_what_is_packed_against_the_host_asks_nothing_of_its_ties(catalog: Catalog) -> None:
    """Wall to wall, from the front to the rear: the host's faces take it. The same words 250 mm off them take nothing away."""
    tight = bed(tie_rating="20 kg", front="10 mm", length="2970 mm", width="1880 mm", bearers=8)
    assert not any(line.symbol == "V" for line in one(done(catalog, tight), "bears.tie").working)
    assert value(one(done(catalog, bed(tie_rating="20 kg")), "bears.tie"), "V") > 0


@pytest.mark.parametrize(
    ("ends", "height", "says"), [("legs", "900 mm", "leg.moment"), ("rests", "900 mm", "frame.stands"), ("rests", "35 mm", "")]
)
def test_a_vertical_tie_up_there_is_no_support_against_sway(catalog: Catalog, ends: str, height: str, says: str) -> None:
    """0.9 m of 2x2 legs on two screws, or loose blocks, under 290 kg and 250 mm off the walls; low blocks lie still."""
    build = bed(ends=ends, height=height, tie_rating="200 kg", legs={"section": "2x2 spf"})
    over = {f.check for f in done(catalog, build, 240).findings if f.state == "over"}
    assert says in over if says else not over & {"frame.settles", "frame.stands", "leg.moment"}, over
    packed = bed(ends=ends, height=height, tie_rating="200 kg", width="1880 mm", front="10 mm", length="2970 mm", bearers=8)
    assert not {f.check for f in done(catalog, packed, 240).findings if f.state == "over"} & {"frame.settles", "frame.stands", "leg.moment"}


def test_blocks_bear_as_short_posts(catalog: Catalog) -> None:
    """A 2x2 block 400 mm high under the hardest end, by NDS 3.7: le/d 10.5, the use printed is P over F*c CP A."""
    report = done(
        catalog, bed(height="400 mm", legs={"section": "2x2 spf"}, width="1880 mm", front="10 mm", length="2970 mm", bearers=8), 600
    )
    found = one(report, "block.strength")
    (block,) = (m for m in report.context.builds[0].members if m.id == found.parts[0])
    assert block.length == 400 and found.use == pytest.approx(value(found, "P") / value(found, "P_c"))
    Fc, slender = value(found, "F_c_s") if any(l.symbol == "F_c_s" for l in found.working) else value(found, "F_cs"), 400 / 38.1
    FcE = 0.822 * block.section.material.Emin / slender**2  # type: ignore[union-attr]
    a = (1 + FcE / Fc) / 1.6
    CP = a - (a * a - FcE / Fc / 0.8) ** 0.5
    assert value(found, "P_c") == pytest.approx(Fc * CP * 38.1**2, rel=2e-3)


WELLS = {"dims": {"well_start": 800, "well_length": 1000, "well_height": 250, "width_between_wells": 1300}}


def test_several_members_press_one_well_together(catalog: Catalog) -> None:
    """Four members on each well: the rating is the well's, not each member's."""
    build = bed(ends="wells", height="250 mm", width="1880 mm", front="10 mm", length="2900 mm", bearers=12, well_rating="300 kg")
    found = one(done(catalog, build, 500, **WELLS), "bears.well")
    on = next(line.note for line in found.working if "wheel well" in line.note and " N" in line.note)
    forces = [float(part.rsplit(" ", 2)[1]) for part in on.split("; ")]
    assert len(forces) == 4 and found.demand == pytest.approx(sum(forces), abs=2) and "4 members" in found.sentence


@pytest.mark.parametrize(("width", "state"), [("1880 mm", "holds"), ("1330 mm", "tight"), ("1320 mm", "over")])
def test_an_end_that_hardly_reaches_its_well_is_said(catalog: Catalog, width: str, state: str) -> None:
    """Half of 1330 less half of 1300 leaves 15 mm of 20 wanted, 10 of 12 needed is too little."""
    report = done(catalog, bed(ends="wells", height="250 mm", width=width, bearers=6), **WELLS)
    found = one(report, "bears.short")
    assert found.state == state and found.demand == pytest.approx((min(float(width[:4]), 1900) - 1300) / 2)


def test_what_ends_between_the_wells_stands_on_legs(catalog: Catalog) -> None:
    report = done(catalog, bed(ends="wells", height="250 mm", width="1200 mm", bearers=6), **WELLS)
    kinds = {contact.kind for contact in report.context.builds[0].contacts}
    assert "well" not in kinds and "floor" in kinds


def test_two_halves_need_a_member_to_meet_over(catalog: Catalog) -> None:
    slots = [{"name": n, "x": x, "height": "300 mm", "opening": "45 mm"} for n, x in (("a", "320 mm"), ("b", "2230 mm"))]
    with pytest.raises(ValueError, match="two halves meet over a member"):
        done(catalog, bed(ends="slots", halves=2), slots=slots)
