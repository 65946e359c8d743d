"""Every part is in a check: starts of every family in rooms and beds; what is in none is said."""

from __future__ import annotations

from dataclasses import replace
from typing import Any

import pytest

from ergostrut.core.catalog.model import Catalog
from ergostrut.core.constants import G
from ergostrut.core.frame.families import FAMILIES
from ergostrut.core.job.document import read_design
from ergostrut.core.prove.judged import check_judged, unjudged
from ergostrut.core.report import Report, check, context_of

from .test_drawers import roll
from .test_ways import PLAIN, box_job

MADE: dict[str, tuple[dict[str, Any], ...]] = {
    "shelf_rack": ({}, {"made": "panels"}),
    "drawer_system": ({"front": "1500 mm"}, {"front": "1500 mm", "made": "frame"}),
}


IN_A_ROOM = [name for name, family in FAMILIES.items() if family.stands == "floor"]
"""The others have such a test of their own."""


@pytest.mark.parametrize(("family", "more"), [(name, more) for name in IN_A_ROOM for more in MADE.get(name, ({},))], ids=str)
def test_every_part_has_a_check(family: str, more: dict[str, Any], catalog: Catalog) -> None:
    """With something to bear where a drawer or a shelf has nothing else to be asked for."""
    design = read_design(box_job({"family": family, "id": "b", "label": "B", **more}), bare=PLAIN)
    surfaces = [surface.id for build in context_of(design, catalog).builds for surface in build.surfaces]
    things = [
        {**roll(), "id": f"t{i}", "mass": "2 kg", "length": "100", "width": "100", "height": "60", "on": on}
        for i, on in enumerate(surfaces)
    ]
    report = check(read_design(box_job({"family": family, "id": "b", "label": "B", **more}, things=things), bare=PLAIN), catalog)
    assert list(unjudged(report.context.builds[0], report.findings)) == []
    assert not any(f.check == "parts.judged" for f in report.findings)


def test_a_tube_floating_in_a_box_is_said(report: Report, catalog: Catalog) -> None:
    """A grouped member in a build of panels is solved by nobody: unknown, by name."""
    box = check(read_design(box_job({"family": "plywood_box", "id": "b", "label": "B"}), bare=PLAIN), catalog)
    tube = next(m for m in report.context.builds[0].members if m.group is not None)
    mixed = replace(box.context.builds[0], members=(tube,))
    (found,) = check_judged(mixed, box.findings)
    assert found.state == "unknown" and tube.name in found.sentence and "panels" in found.sentence and found.parts == (tube.id,)
    # and one without a group, that rides on nothing
    loose = replace(report.context.builds[0], members=(*report.context.builds[0].members, replace(tube, id="x/y", group=None)))
    assert [name for _, name, _ in unjudged(loose, report.findings)] == ["y"]


def test_a_drawers_back_takes_what_leans_on_it(catalog: Catalog) -> None:
    """0.8 g of all in it on a plate held at both sides and its foot, over half as high as long: 0.060 to 0.083 q L2 (Timoshenko,
    table 41, from memory)
    against the weaker way of the grain; 10 g in a crash, against nominal strength."""
    data = box_job(
        {"family": "drawer_system", "id": "r", "label": "r", "front": "1500 mm", "length": "900 mm", "width": "1200 mm"}, things=[roll()]
    )
    report = check(read_design({**data, "loads": {"crash": {"on": True, "forward": 10, "other": 5}}}, bare=PLAIN), catalog)
    walls = {f.check: f for f in report.findings if f.check.startswith("drawer.walls")}
    build = report.context.builds[0]
    runner = next(r for r in build.runners if f"{walls['drawer.walls'].parts[0].rsplit('/', 1)[0]}" == r.body)
    panel = next(p for p in build.panels if p.id == walls["drawer.walls"].parts[0])
    kg = sum(item.mass for item in report.context.plan.on(runner.body))
    for name, g, k in (("drawer.walls", 0.8, panel.sheet.material.short), ("drawer.walls.crash", 10.0, 1.0)):  # type: ignore[union-attr]
        ratio = runner.high / runner.width
        assert 0.5 < ratio < 2 / 3
        beta = 0.060 + (ratio - 0.5) / (1 / 6) * (0.083 - 0.060)
        stress = 6 * beta * g * kg * G * runner.width / runner.high / panel.sheet.t**2
        assert walls[name].demand == pytest.approx(stress) and walls[name].use == pytest.approx(stress / (k * min(panel.sheet.f)))  # type: ignore[union-attr]
