"""Drawers in a carcass that is a frame: slides press on rails. Sums by hand."""

from __future__ import annotations

from typing import Any

import pytest

from ergostrut.core.catalog.errors import StockError
from ergostrut.core.catalog.model import Catalog
from ergostrut.core.constants import G
from ergostrut.core.proof import setting_findings
from ergostrut.core.prove.model.study import study
from ergostrut.core.structure.standing.posed import poses_of
from ergostrut.core.structure.standing.setting import settings_of

from .test_drawers import context, found, one, roll

FRAME: dict[str, Any] = {
    "made": "frame",
    "columns": [{"name": "a", "rows": 2}, {"name": "b"}],
    "height": "450 mm",
    "tie_rating": "300 kg",
    "slide": {"rating": "80 kg"},
}
TUBE = {"framing": "welded_steel_tube", "rail": "1.5x1.5x14ga"}


def test_settings_are_every_drawer_alone_and_all_of_them(catalog: Catalog) -> None:
    build = context(catalog, **FRAME).builds[0]
    names = [setting.name for setting in settings_of(build)]
    assert names == ["in", "a 1 part out", "a 1 out", "a 2 part out", "a 2 out", "b part out", "b out", "all out"]
    assert len([setting for setting in settings_of(build) if len(setting.travels) == 3]) == 1


@pytest.mark.parametrize("kg", [5, 60])
def test_part_out_is_never_the_worst(catalog: Catalog, kg: float) -> None:
    """What is left out of the proof: no finding of a drawer part out has more use than with all closed, or with it out."""
    here = context(catalog, roll(kg), **FRAME, **TUBE)
    build = here.builds[0]
    by_name = {s.name: {f.id: f for f in setting_findings(study(here, build, s))} for s in settings_of(build)}
    for drawer in ("a 1", "a 2", "b"):
        part, ends = by_name[f"{drawer} part out"], (by_name["in"], by_name[f"{drawer} out"])
        for name, finding in part.items():
            if finding.use is not None:
                assert finding.use <= max(end[name].use or 0.0 for end in ends if name in end) + 1e-6, name


@pytest.mark.parametrize("name", ["in", "a 1 part out", "b out", "all out"])
def test_the_floor_and_the_ties_carry_the_weight_about_the_same_point(catalog: Catalog, name: str) -> None:
    """Forces and moments of what stands on the floor against every mass where its drawer stands, summed by hand."""
    here = context(catalog, roll(60), **FRAME, **TUBE)
    build = here.builds[0]
    setting = next(s for s in settings_of(build) if s.name == name)
    solved = study(here, build, setting)
    item = solved.case("Parked")
    assert item is not None and solved.posed is not None
    signs = [1.0 if contact.kind == "floor" else -1.0 for contact in solved.posed.contacts]
    forces = [s * float(f) for s, f in zip(signs, item.result.rest_force, strict=True)]
    masses = [(kg, at[0] + poses_of(build, setting).shift(body)[0]) for body in build.bodies for kg, at in build.masses(body)]
    masses += [(p.mass, p.at()[0] + poses_of(build, setting).shift(p.surface.body)[0]) for p in here.plan.placed]
    # corners of tubes and joints count their steel once more than the cut list: within a part in fifty
    assert sum(forces) == pytest.approx(sum(kg for kg, _ in masses) * G, rel=0.02)
    about = sum(f * contact.at[0] for f, contact in zip(forces, solved.posed.contacts, strict=True))
    assert about == pytest.approx(sum(kg * x for kg, x in masses) * G, rel=0.02)


def test_two_drawers_of_one_height_share_a_rail_and_a_foot_rail_is_used(catalog: Catalog) -> None:
    build = context(catalog, **{**FRAME, "columns": [{"name": "a"}, {"name": "b"}]}).builds[0]
    sides = [runner.sides for runner in build.runners]
    assert sides[0][1] == sides[1][0] and len({name for pair in sides for name in pair}) == 3
    low = context(catalog, **{**FRAME, "columns": [{"name": "a", "rows": 4}], "rail": "T 1.5x3"}).builds[0]
    assert low.runners[0].sides == ("r/box/foot.1", "r/box/foot.2")
    assert {member.id for member in low.members} >= {name for runner in low.runners for name in runner.sides}


@pytest.mark.parametrize(
    ("framing", "rail"),
    [("tslot_bolted", "T 1.5x1.5"), ("welded_steel_tube", "1x1x16ga"), ("lumber_plywood", "2x2 spf"), ("strut_bolted", "")],
)
def test_every_system_that_frames(catalog: Catalog, framing: str, rail: str) -> None:
    rail = rail or next(s.id for s in catalog.sections.values() if s.properties.shape == "strut")
    report = found(catalog, roll(), **FRAME, framing=framing, rail=rail)
    ids = {f.id for f in report.findings}
    assert {"r/rail.strength", "r/post.strength", "r/drawer.slides", "r/drawer.tips", "r/drawer.latch"} <= ids
    assert not report.context.builds[0].shells and report.steps and report.cut.bars


def test_a_foot_over_an_open_drawer_on_thin_tube_is_over(catalog: Catalog) -> None:
    finding = one(found(catalog, roll(60), **FRAME, framing="welded_steel_tube", rail="1x1x16ga"), "rail.strength")
    assert finding.state == "over" and finding.position == "all out"
    assert one(found(catalog, roll(60), **FRAME, **TUBE), "rail.strength").state == "holds"


def test_untied_it_folds_or_comes_over(catalog: Catalog) -> None:
    report = found(catalog, roll(76), **{**FRAME, "tied": False}, **TUBE)
    assert one(report, "drawer.tips").state == "over" and one(report, "held.friction").state in ("unknown", "over")


@pytest.mark.parametrize("opens", ["rear", "left", "right"])
def test_it_opens_to_every_side(catalog: Catalog, opens: str) -> None:
    build = context(catalog, **FRAME, opens=opens).builds[0]
    runner = build.runners[0]
    assert runner.axis == (0 if opens == "rear" else 1)
    (side,) = {build.member(name).axes[0].index(max(build.member(name).axes[0], key=abs)) for name in runner.sides}
    assert side == runner.axis


def test_what_it_cannot_be_is_said(catalog: Catalog) -> None:
    with pytest.raises(StockError, match="leave no room"):
        context(catalog, **{**FRAME, "width": "260 mm"})


def test_slides_twist_the_rails_they_are_screwed_to(catalog: Catalog) -> None:
    """A slide presses half a rail's width and half of its own beside the rail's axis: what one end and the other take of twist is F times that."""
    params = {**FRAME, **TUBE, "columns": [{"name": "a"}]}
    here = context(catalog, roll(60, "r/drawer.1.1"), **params)
    build = here.builds[0]
    setting = next(s for s in settings_of(build) if s.name == "out")
    solved = study(here, build, setting)
    assert solved.posed is not None and solved.forces is not None
    row = next(i for i, item in enumerate(solved.solved) if item.case.name == "Parked")
    name = build.runners[0].sides[0]
    bars = [piece.index for piece in solved.posed.rows[name]]
    ends = solved.forces.T[row, solved.forces.of(bars[0])][0], solved.forces.T[row, solved.forces.of(bars[-1])][-1]
    kg = sum(mass for mass, _ in build.masses("r/drawer.1.1")) + 60
    arm = build.member(name).shape.width / 2 + build.runners[0].beside / 2
    # the rail's ends sit in posts that turn, and its two twists are of one drawer
    assert abs(float(ends[0]) - float(ends[1])) == pytest.approx(kg * G / 2 * arm, rel=0.02)
