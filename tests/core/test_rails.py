"""Rails screwed up under a box's top: bars and panels in one model. Each rail is a free body on its screws; both are judged from the one solve."""

from __future__ import annotations

from typing import Any

import numpy as np
import pytest

from ergostrut.core.catalog.model import Catalog
from ergostrut.core.constants import G
from ergostrut.core.document.base import DesignBase
from ergostrut.core.finding import Finding
from ergostrut.core.job.document import read_design
from ergostrut.core.mechanics.solver.linked import link_forces
from ergostrut.core.prove.boxes.model import SolvedBox, solved
from ergostrut.core.prove.boxes.stiffened import study_of
from ergostrut.core.prove.judged import unjudged
from ergostrut.core.report import check, context_of

from .test_ways import PLAIN, box_job

BOX: dict[str, Any] = {
    "family": "plywood_box", "id": "b", "label": "Box", "length": "1600 mm", "width": "1400 mm", "height": "400 mm", "joint": "dado", "back_joint": "glue",
    "uprights": 1, "tie_rating": "200 kg",
}  # fmt: skip


def job(rails: dict[str, Any] | None, **more: Any) -> DesignBase:
    return read_design(box_job({**BOX, "rails": rails, **more}), bare=PLAIN)


def box_of(rails: dict[str, Any] | None, catalog: Catalog) -> SolvedBox:
    context = context_of(job(rails), catalog)  # type: ignore[arg-type]
    return solved(context, context.builds[0])


@pytest.fixture(scope="module")
def box(catalog: Catalog) -> SolvedBox:
    return box_of({"section": "1.5x1.5x14ga", "rating": "60 kg"}, catalog)


@pytest.mark.parametrize("case", ["Parked", "Bump", "Corner left", "Parked, one foot on bay 1, mid length"])
def test_every_rail_is_in_balance_on_its_screws(box: SolvedBox, case: str) -> None:
    """Its screws push it with what it weighs in that case, and their moments about its end balance its weight at its middle."""
    i = next(n for n, one in enumerate(box.cases) if one.name == case)
    assert box.frame.links is not None
    first = len(box.frame.model.links) - len(box.barred.rows)
    forces = link_forces(box.frame.links, box.results.u[i : i + 1])[0, first:]
    for member in box.build.members:
        x, y, z = (np.array(axis) for axis in member.axes)
        push, turn = np.zeros(3), np.zeros(3)
        for (one, _), link, force in zip(box.barred.rows, box.barred.springs, forces, strict=True):
            if one.member == member.id:
                # along it, off its face, and across: what pulls its near end towards the panel's
                here = force[0] * x + force[1] * z + force[2] * np.cross(x, z)
                at = box.frame.model.nodes[link.a] - np.array(member.a)
                push += here
                turn += np.cross(at, here) + force[3] * x
        load = member.mass * G * np.array(box.cases[i].g)
        assert push == pytest.approx(-load, abs=1e-3 * (np.abs(forces).max() + 1.0)) or push == pytest.approx(
            load, abs=1e-3 * (np.abs(forces).max() + 1.0)
        )
        assert np.abs(turn).max() < 0.002 * np.abs(forces[:, :3]).max() * member.length + member.mass * G * 5 * member.length
        assert float(y @ x) == pytest.approx(0.0)


def test_a_rail_takes_bending_off_the_top(box: SolvedBox, catalog: Catalog) -> None:
    """One foot over a rail, in the middle of a bay: the top sinks less there, the more so the deeper the rail."""
    sags = []
    for one in (box_of(None, catalog), box, box_of({"section": "2x4x1/8", "rating": "60 kg"}, catalog)):
        i = next(n for n, case in enumerate(one.cases) if case.name == "Parked, one foot on bay 1, mid length")
        top = one.mesh.of[one.shells[0].id]
        sags.append(-float(one.results.u[i, top, 2].min()))
    assert sags[0] > 1.1 * sags[1] > 1.1 * sags[2]


def test_bending_of_a_rail_is_what_its_screws_make_of_it(box: SolvedBox) -> None:
    """M in its middle from the screws' forces on one half of it, against the strength check's own forces there."""
    i = next(n for n, one in enumerate(box.cases) if one.name == "Parked, one foot on bay 1, mid length")
    study = study_of(box)
    assert study.posed is not None and study.forces is not None
    member = box.build.members[0]
    pieces = study.posed.rows[member.id]
    k = len(pieces) // 2
    cut = pieces[k].offset
    columns = study.forces.of(pieces[k].index)
    at_cut = float(study.forces.My[i, columns][0])
    assert box.frame.links is not None
    first = len(box.frame.model.links) - len(box.barred.rows)
    forces = link_forces(box.frame.links, box.results.u[i : i + 1])[0, first:]
    by_hand, h = 0.0, abs(float(box.frame.model.nodes[box.barred.springs[0].a][2]) - member.a[2])
    for (one, _), link, force in zip(box.barred.rows, box.barred.springs, forces, strict=True):
        s = float((box.frame.model.nodes[link.a] - np.array(member.a)) @ np.array(member.axes[0]))
        if one.member == member.id and s < cut + 1e-6:
            by_hand += force[1] * (cut - s) + force[0] * h
    by_hand -= member.section.mass_per_m * 1e-3 * G * cut**2 / 2 * np.sign(by_hand)
    assert abs(at_cut) == pytest.approx(abs(by_hand), rel=1e-3)


def found(rails: dict[str, Any] | None, catalog: Catalog, **more: Any) -> tuple[dict[str, Finding], list[Any]]:
    report = check(job(rails, **more), catalog)  # type: ignore[arg-type]
    return {f.id: f for f in report.findings}, list(unjudged(report.context.builds[0], report.findings))


def test_rails_and_their_screws_are_judged(catalog: Catalog) -> None:
    with_rating, none_left = found({"rating": "250 kg"}, catalog)
    assert none_left == [] and with_rating["b/rail.strength"].use and with_rating["b/rail.screws"].state == "holds"
    without, _ = found({}, catalog)
    assert without["b/rail.screws"].state == "unknown" and without["b/rail.screws"].missing
    weak, _ = found({"rating": "10 kg"}, catalog)
    assert weak["b/rail.screws"].state == "over"
    # nothing of the other findings hangs on what the screws are rated at
    assert weak["b/top.strength"].use == pytest.approx(with_rating["b/top.strength"].use or 0.0)


def test_rails_open_to_the_side_and_on_a_flatbed_move_with_it(catalog: Catalog) -> None:
    context = context_of(job({"count": 2}, opens="left"), catalog)  # type: ignore[arg-type]
    members = context.builds[0].members
    assert len(members) == 4 and all(abs(m.axes[0][0]) > 0.99 for m in members)
    top = context.builds[0].panels[0]
    assert all(m.a[2] + m.shape.depth / 2 == pytest.approx(top.lo[2]) for m in members)
