"""Parts of one build against each other, home and on the way of what moves; sums by hand."""

from __future__ import annotations

import math
from dataclasses import replace
from typing import Any

import numpy as np
import pytest

from ergostrut.core.catalog.model import Catalog
from ergostrut.core.cut.plan import cut_plan
from ergostrut.core.finding import Finding
from ergostrut.core.fit.space.bodies import bodies_at
from ergostrut.core.fit.space.walls import check_walls
from ergostrut.core.fit.space.within_build import ON_ITS_WAY, STEPS, check_own, check_ways, clashes
from ergostrut.core.frame.build import families_for
from ergostrut.core.frame.families import FAMILIES
from ergostrut.core.job.document import Job, read_design
from ergostrut.core.job.start import start
from ergostrut.core.measure.hosts import resolve
from ergostrut.core.prove.model.study import study
from ergostrut.core.report import context_of
from ergostrut.core.structure.context import Context
from ergostrut.core.structure.nouns.panel import Panel
from ergostrut.core.structure.nouns.pose import turned_about
from ergostrut.core.structure.standing.posed import poses_of
from ergostrut.core.structure.standing.setting import setting_at
from ergostrut.core.units import Units
from ergostrut.files.catalog_files import shipped_templates

from .test_drawers import context as drawers
from .test_platform import platform
from .test_rack import load, rack
from .test_ways import PLAIN, box_job
from .vans import bunk, job

FOLD = "bunk1/fold"


def own(context: Context, build: int = 0) -> Finding:
    return next(iter(check_own(context, context.builds[build])))


def racked(catalog: Catalog, **params: Any) -> Context:
    return context_of(read_design(box_job(rack(**params)), bare=PLAIN), catalog)


@pytest.mark.parametrize("side", ["left", "right"])
@pytest.mark.parametrize("degrees", [12.0, 45.0, 80.0])
def test_what_turns_keeps_its_sides(catalog: Catalog, side: str, degrees: float) -> None:
    """Every corner of every piece comes to where Rodrigues' formula brings it: a rail stood on edge lies on its side a quarter turn on."""
    context = context_of(job(bunk(wall=side, fold={"degrees": 80})), catalog)
    build = context.builds[0]
    (motion,) = build.motions
    assert motion.pivot is not None
    home, there = (bodies_at(context, build, setting_at(build, {FOLD: at}), things=False) for at in (0.0, degrees))
    moved = {m.id for m in build.members if m.body == motion.body}
    for before, after in zip(home, there, strict=True):
        if before.part in moved:
            turn = turned_about(motion.pivot, motion.toward, degrees)
            corners = [turn.at(tuple(corner)) for corner in before.boxes.corners[0]]
            pose = poses_of(build, setting_at(build, {FOLD: degrees})).of(motion.body)
            posed = before.boxes.posed(pose.R, pose.t)
            assert np.abs(posed.corners[0] - np.array(corners)).max() < 1e-6
            far = np.abs(after.boxes.corners[0][:, None] - np.array(corners)[None]).max(axis=2)
            assert far.min(axis=1).max() < 1e-6 and len(set(far.argmin(axis=1).tolist())) == 8, before.part


@pytest.mark.parametrize("degrees", [8.0, 20.0, 33.0, 40.0, 57.0, 71.0])
def test_on_its_way_up_nothing_holds_it_at_any_angle(catalog: Catalog, degrees: float) -> None:
    """Hinged and not yet latched it turns freely; rounding must never pass for a support."""
    context = context_of(job(), catalog)
    assert study(context, context.builds[0], setting_at(context.builds[0], {FOLD: degrees})).error


def test_a_bunk_hinged_in_the_middle_of_its_rails_binds(catalog: Catalog) -> None:
    """The deck's top corner, u from the pin and h over it, reaches the wall rail u behind the pin where h sin a - u cos a = u."""
    context = context_of(job(bunk(hinges={"offset": "10 mm", "rise": "0 mm"}, rail="1x2x14ga", deck="birch.12")), catalog)
    u, h = 10.0, 25.4 + 12.0
    angle = next(a for a in np.arange(1, 90, 0.1) if h * math.sin(math.radians(a)) - u * math.cos(math.radians(a)) > u + 1.0)
    deck = next(c for c in clashes(context, context.builds[0]) if "deck" in c.one.part)
    first = float(deck.where.split("from ")[1].split("°")[0])
    assert angle <= first <= angle + 80 / STEPS + 1 and own(context).state == "over"
    level = context_of(job(bunk(hinges={"offset": "10 mm", "rise": "38 mm"}, rail="1x2x14ga", deck="birch.12")), catalog)
    assert not clashes(level, level.builds[0]) and own(level).state == "holds"


def test_a_shelf_is_cut_round_the_posts_that_pass_it(catalog: Catalog) -> None:
    context = racked(catalog, upright="2x3 spf", frames=3, length="1100 mm")
    build = context.builds[0]
    assert own(context).state == "holds"
    whole = replace(build, panels=tuple(replace(panel, holes=()) for panel in build.panels))
    deepest = clashes(context, whole)[0].depth
    shape = build.member("r/frame/front.1").shape
    assert deepest == pytest.approx(shape.width), "a front post stands wholly within the shelf's depth"
    piece = next(p for p in cut_plan(context).pieces if p.role == "shelf")
    assert piece.ends.count(" out at ") == 6, "six posts pass it"
    panel = build.panels[0]
    assert isinstance(panel, Panel)
    x0, y0, x1, y1 = panel.bounds
    out = sum((min(c, x1) - max(a, x0)) * (min(d, y1) - max(b, y0)) for a, b, c, d in panel.holes)
    assert panel.mass == pytest.approx(((x1 - x0) * (y1 - y0) - out) * 1e-6 * panel.plate.mass_per_m2)


def test_base_rails_stand_beside_the_tray_that_comes_down_between_them(sample: Job, catalog: Catalog) -> None:
    """Under rollers' middle they would stand in the tray's rails: 38.1 - 30.2 mm of a lower one 1 1/2 in high."""
    context = context_of(sample.design, catalog)
    build = context.builds[0]
    assert own(context).state == "holds"
    roller = build.sliders[0].carrying.y
    inward = tuple(
        replace(m, a=(m.a[0], math.copysign(roller, m.a[1]), m.a[2]), b=(m.b[0], math.copysign(roller, m.b[1]), m.b[2]))
        if m.use == "base" and "lower" in m.id else m
        for m in build.members
    )  # fmt: skip
    worst = clashes(context, replace(build, members=inward))[0]
    assert worst.depth == pytest.approx(38.1 - build.sliders[0].rail_underside, abs=0.1)


def test_two_own_braces_that_cross_stand_in_each_other(edit: Any, catalog: Catalog) -> None:
    rows = [{"name": "x", "section": "1x1x14ga", "left": "300 mm", "right": "900 mm"}, {"name": "y", "section": "1x1x14ga", "left": "900 mm", "right": "300 mm"}]  # fmt: skip
    one, two = (context_of(edit(to={"/builds/0/own_members": some}), catalog) for some in (rows[:1], rows))
    assert own(one).state == "holds"
    found = own(two)
    assert found.state == "over" and "x" in found.sentence and found.demand == pytest.approx(-25.4, abs=0.1)


def test_what_a_drawer_meets_on_its_way_is_found(catalog: Catalog) -> None:
    context = drawers(catalog, made="frame", columns=[{"name": "a"}], height="300 mm")
    build = context.builds[0]
    assert not clashes(context, build)
    post = next(m for m in build.members if m.role == "post")
    x = max(m.b[0] for m in build.members) + 200.0
    stray = replace(post, id="r/box/stray", a=(x, 0.0, 0.0), b=(x, 0.0, 400.0))
    found = clashes(context, replace(build, members=(*build.members, stray)))
    assert found and all("stray" in c.two.part and c.where == ON_ITS_WAY for c in found)


def test_a_thing_in_front_of_a_drawer_must_be_moved_first(catalog: Catalog) -> None:
    floor = {**load(10, 300, "host/floor"), "id": "f", "name": "cool box"}
    build = {"family": "drawer_system", "id": "r", "label": "Drawers", "front": "100 mm", "columns": [{"name": "a"}], "opens": "rear"}
    long = context_of(read_design(box_job(build, things=[{**floor, "at": {"x": "1150 mm", "y": "0 mm"}}]), bare=PLAIN), catalog)
    far = context_of(read_design(box_job(build, things=[]), bare=PLAIN), catalog)
    (found,) = check_ways(long)
    assert found.state == "tight" and "Cool box" in found.sentence and "thing/f" in found.parts
    assert not list(check_ways(far))


def test_props_fold_clear_of_their_members(catalog: Catalog) -> None:
    """About the edge of their top: 300 mm of prop under a member, legs far away."""
    context = context_of(platform(ends="rests", bearers=3, props={}, height="400 mm"), catalog)
    assert [c for c in clashes(context, context.builds[0]) if "bearer" in c.one.part + c.two.part] == []


def test_what_lies_in_a_groove_is_no_clash(catalog: Catalog) -> None:
    context = drawers(catalog, joint="dado", columns=[{"name": "a"}, {"name": "b"}])
    build = context.builds[0]
    assert build.edging is not None and not clashes(context, build)
    shallow = replace(build, edging=replace(build.edging, size=1.0))
    assert clashes(context, shallow)


@pytest.mark.parametrize("family", ["bed_slide", "fixed_platform", "hung_bunk", "shelf_rack", "drawer_system", "plywood_box"])
def test_every_start_can_be_put_together(family: str, catalog: Catalog) -> None:
    hosts = [t for t in shipped_templates() if FAMILIES[family] in families_for(resolve(read_design({"name": "x", "host": t.host}).host))]
    assert hosts
    for template in hosts:
        for length in ("in", "mm"):
            context = context_of(start(template, "x", Units(length=length), [family]), catalog)  # type: ignore[arg-type]
            build = context.builds[0]
            assert clashes(context, build) == [], (template.id, length)


def test_the_wall_is_reached_by_what_reaches_farthest(catalog: Catalog) -> None:
    """Folded to 80 degrees the raised edge stands nearest: half of 1640 mm less the farthest of all corners."""
    context = context_of(job(bunk(fold={"degrees": 80}, hinges={"rise": "38 mm"})), catalog)
    build = context.builds[0]
    moving = [m.id for m in build.members if m.body == "bunk1/bed"] + ["bunk1/deck"]
    reach = max(
        float(np.abs(row.boxes.corners[..., 1]).max())
        for at in (0.0, *(80 * k / 12 for k in range(1, 13)))
        for row in bodies_at(context, build, setting_at(build, {FOLD: at}), things=False)
        if row.part in moving
    )
    (found,) = check_walls(context, build)
    assert found.demand == pytest.approx(max(820 - reach, 0.0), abs=1e-6)
