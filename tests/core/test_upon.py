"""A box on a flatbed: what it presses comes down, case by case; both give to each other; wind and twist reach its ties; what cannot stand there is said."""

from __future__ import annotations

import itertools
import math
from dataclasses import replace
from typing import Any

import numpy as np
import pytest

from ergostrut.core.cases import ASLEEP
from ergostrut.core.catalog.model import Catalog
from ergostrut.core.constants import G
from ergostrut.core.finding import Finding
from ergostrut.core.job.document import Design, read_design
from ergostrut.core.job.start import with_build
from ergostrut.core.problem import InputError
from ergostrut.core.proof import loaded
from ergostrut.core.prove.boxes.model import SolvedBox, solved
from ergostrut.core.prove.held import held_box, held_frame
from ergostrut.core.prove.model.bolted import fastening_forces
from ergostrut.core.prove.model.study import Study
from ergostrut.core.report import Report, check, context_of

from ..families.test_truck_flatbed import BED, cargo, chassis, mount

# on the second and the last cross member: its four ties come down on them
BOX: dict[str, Any] = {
    "family": "plywood_box", "id": "box", "label": "Box", "on": "b", "front": "12 mm", "length": "2156 mm", "width": "1200 mm", "height": "400 mm",
    "bottom": True, "back": "birch.12", "joint": "dado", "back_joint": "glue", "tie_rating": "400 kg",
}  # fmt: skip


def job(things: tuple[dict[str, Any], ...] = (), builds: list[dict[str, Any]] | None = None, **more: Any) -> Design:
    both = builds or [BED, {**BOX, **more}]
    return read_design({"name": "x", "host": chassis(), "builds": both, "carry": {"things": list(things)}})


@pytest.fixture(scope="module")
def report(catalog: Catalog) -> Report:
    return check(job((cargo(80, 1500, 150, on="box/top"),)), catalog)


@pytest.fixture(scope="module")
def box(report: Report) -> SolvedBox:
    return solved(report.context, report.context.builds[1])


def by_id(report: Report, name: str) -> Finding:
    return next(f for f in report.findings if f.id == name)


def bed_of(report: Report) -> Study:
    return next(study for study in report.studies if study.assembly.id == "b")


def weight(report: Report) -> float:
    """kg of the box and what is on it."""
    return report.context.builds[1].mass + sum(item.mass for item in report.context.plan.placed)


@pytest.mark.parametrize("case", ["Parked", "Bump", "Rebound", "Brake", "Corner left", "Twist, rear left high", "Slope, nose up, left low"])
def test_what_it_hands_down_balances_what_it_weighs(report: Report, box: SolvedBox, case: str) -> None:
    """Forces on the box at its feet and ties: their sum, and their moments about its feet's level, against m g at every mass's own place."""
    down = box.handed
    assert down is not None
    i = next(n for n, one in enumerate(down.cases) if one.name == case)
    force = np.array(down.forces[i])[:, None] * np.array([foot.toward for foot in down.feet])
    at = np.array([foot.at for foot in down.feet])
    load = weight(report) * G * np.array(down.cases[i].g)
    assert force.sum(axis=0) == pytest.approx(-load, abs=0.003 * weight(report) * G)
    build = report.context.builds[1]
    masses = [
        *(pair for body in build.bodies for pair in build.masses(body)),
        *((one.mass, one.at()) for one in report.context.plan.placed),
    ]
    kg = sum(m for m, _ in masses)
    middle = np.array([sum(m * p[k] for m, p in masses) / kg for k in range(3)])
    off = np.cross(at, force).sum(axis=0) + np.cross(middle, load)
    # screws and ties are lumped into the panels' mass, and forces act at the panels' middle planes
    assert np.abs(off).max() < 0.02 * weight(report) * G * 1000


def test_the_mounts_carry_the_box_as_well(report: Report) -> None:
    """Parked, the mounts push up with the bed, the box and its load; in a corner the box's height tips the bed."""
    study = bed_of(report)
    kg = report.context.builds[0].mass + weight(report)
    for case in ("Parked", "Bump", "Corner right"):
        item = study.case(case)
        assert item is not None and study.posed is not None
        forces = fastening_forces(study.posed, item.result)
        assert forces.sum(axis=0) == pytest.approx(-kg * G * np.array(item.case.g), abs=0.02 * kg * G)
    item = study.case("Corner right")
    assert item is not None and study.posed is not None
    at = np.array([one.at for one, _, _ in study.posed.hung.fastened])
    turn = np.cross(at, fastening_forces(study.posed, item.result)).sum(axis=0)
    masses = [pair for build in report.context.builds for body in build.bodies for pair in build.masses(body)]
    masses += [(one.mass, one.at()) for one in report.context.plan.placed]
    by_hand = sum(np.cross(np.array(p), m * G * np.array(item.case.g)) for m, p in masses)
    assert turn == pytest.approx(-by_hand, abs=0.02 * kg * G * 1000)


def test_both_give_to_each_other(report: Report, box: SolvedBox) -> None:
    """Where a foot presses, the box goes down as far as the bed does under all that is on it, and by its own contact's stiffness more; what it
    shears with tilts the bed's members a little more, which it is not asked for."""
    study, down = bed_of(report), box.handed
    assert down is not None and study.posed is not None
    frame, own = study.posed.frame, 3 + len(study.posed.stands) + 1
    rests = box.frame.model.rests
    for case, part in (("Parked", 0.01), ("Twist, rear right high", 0.02), ("Corner right", 0.10)):
        i = next(n for n, one in enumerate(box.cases) if one.name == case)
        item = study.case(case)
        assert item is not None
        # work of 1 N there is how far it goes down
        sunk = frame.totals[own : own + len(rests)] @ item.result.u.reshape(-1)
        rows = [n for n, rest in enumerate(rests) if rest.sign > 0 and box.results.rest_force[i, n] > 1.0]
        goes = np.array([-box.results.u[i, rests[n].node, 2] for n in rows])
        gives = np.array([sunk[n] + box.results.rest_force[i, n] / float(rests[n].k or 1.0) for n in rows])
        assert len(rows) >= 4 and np.abs(goes - gives).max() < part * np.abs(goes).max()


def test_a_neighbour_bends_what_both_stand_on(catalog: Catalog) -> None:
    """300 kg on a box at the rear, a light one in front: parked and in a bump its feet go down with the bed under both, to 3 %; alone they would not."""
    front, rear = ({**BOX, "length": "878 mm"}, {**BOX, "id": "rear", "label": "Rear", "front": "1291 mm", "length": "877 mm"})
    report = check(job((cargo(300, 500, 150, on="rear/top"),), [BED, front, rear]), catalog)
    box, study = solved(report.context, report.context.builds[1]), bed_of(report)
    assert box.handed is not None and study.posed is not None
    alone = solved(context_of(job(builds=[BED, front]), catalog), report.context.builds[1])
    frame, own, rests = study.posed.frame, 3 + len(study.posed.stands) + 1, box.frame.model.rests
    for case in ("Parked", "Bump"):
        item, i = study.case(case), next(n for n, one in enumerate(box.cases) if one.name == case)
        assert item is not None
        sunk = frame.totals[own : own + len(rests)] @ item.result.u.reshape(-1)
        rows = [n for n, rest in enumerate(rests) if rest.sign > 0 and box.results.rest_force[i, n] > 1.0]
        goes, before = (np.array([-one.results.u[i, rests[n].node, 2] for n in rows]) for one in (box, alone))
        gives = np.array([sunk[n] + box.results.rest_force[i, n] / float(rests[n].k or 1.0) for n in rows])
        assert len(rows) >= 4 and np.abs(goes - gives).max() < 0.03 * np.abs(goes).max()
        assert np.abs(before - gives).max() > 0.2 * np.abs(goes).max()


def test_a_cross_member_out_turns_its_support_over(catalog: Catalog, report: Report) -> None:
    """With half of the cross members the deck gives more under its middle: other places press, and the bed bends more under it."""
    few = check(job((cargo(80, 1500, 150, on="box/top"),), [{**BED, "crosses": 3}, BOX]), catalog)
    less, more = (by_id(one, "b/cross.strength").use or 0.0 for one in (report, few))
    assert more > 1.1 * less and by_id(few, "b/deck.stands").use > by_id(report, "b/deck.stands").use  # type: ignore[operator]
    one, other = (solved(r.context, r.context.builds[1]) for r in (report, few))
    i = next(n for n, case in enumerate(one.cases) if case.name == "Parked")
    pressed = [set(np.flatnonzero(b.results.rest_force[i] > 1.0).tolist()) for b in (one, other)]
    assert pressed[0] != pressed[1]


def test_wind_on_its_side_pulls_on_its_ties(report: Report, box: SolvedBox) -> None:
    """1 kPa on its side of 2156 by 382 mm, and up under its top of 2156 by 1200: by sums, and by the moment about the far edge."""
    down = box.handed
    assert down is not None
    i = next(n for n, one in enumerate(down.cases) if one.name == "Wind from the left")
    force = np.array(down.forces[i])[:, None] * np.array([foot.toward for foot in down.feet])
    side, lift = 1e-3 * 2156 * 391, 1e-3 * 2156 * 1188
    assert force[:, 1].sum() == pytest.approx(-side, rel=0.05)
    assert force[:, 2].sum() == pytest.approx(weight(report) * G - lift, abs=0.05 * lift)
    assert by_id(report, "box/bears.tie").case.startswith("Wind")


def test_its_ties_come_down_on_members_or_are_unknown(catalog: Catalog, report: Report) -> None:
    assert by_id(report, "box/bears.tie.under").state == "holds"
    off = by_id(check(job(front="120 mm", length="1900 mm"), catalog), "box/bears.tie.under")
    assert off.state == "unknown" and "beside cross member" in off.sentence


def test_a_board_under_it_by_hand(report: Report) -> None:
    """The worst board: every force on it at its own place, simple beams; M over b t2/6 against the same finding."""
    found = by_id(report, "b/deck.stands")
    (proof,) = [p for p in report.proofs if p.handed is not None and p.handed.on]
    build, down = report.context.builds[0], proof.handed
    assert down is not None
    i = next(n for n, one in enumerate(down.cases) if one.name == found.case)
    panel = build.panels[0]
    lines = sorted(build.member(name).middle[0] for name in panel.laid.on)
    worst = 0.0
    for _, y, _, wide in panel.rects:
        feet = []
        for foot, force in zip(down.feet, down.forces[i], strict=True):
            over = min(y + wide, foot.at[1] + foot.size[1] / 2) - max(y, foot.at[1] - foot.size[1] / 2)
            if foot.toward[2] > 0 and over > 0:
                feet.append((foot.at[0], force * over / foot.size[1]))
        for a, b in itertools.pairwise(lines):
            inside = [(x - a, force) for x, force in feet if a < x < b]
            for s, _ in inside:
                worst = max(worst, sum(f * (min(s, x) * (b - a - max(s, x))) / (b - a) for x, f in inside) / (wide * panel.sheet.t**2 / 6))
    assert found.demand == pytest.approx(worst, rel=1e-6)


def test_cases_of_the_box_are_asked_of_the_bed(report: Report) -> None:
    names = [item.case.name for item in bed_of(report).solved]
    assert len(names) == len(set(names))
    assert any(name.startswith("Parked, one foot on bay") and name.endswith(", on Box") for name in names) and "Wind from the left" in names


def test_wind_and_sleepers_are_on_all_boxes_at_once(catalog: Catalog) -> None:
    """Two boxes on one bed in the same wind: the mounts take the wind on both, 1 kPa on each side, and its lift under both tops; one person stands
    on one box at a time."""
    front, rear = ({**BOX, "length": "878 mm"}, {**BOX, "id": "rear", "label": "Rear", "front": "1291 mm", "length": "877 mm"})
    report = check(job(builds=[BED, front, rear]), catalog)
    study = bed_of(report)
    item = study.case("Wind from the left")
    assert item is not None and study.posed is not None
    force = fastening_forces(study.posed, item.result).sum(axis=0)
    kg = sum(build.mass for build in report.context.builds)
    side, lift = 1e-3 * 391 * (878 + 877), 1e-3 * 1188 * (878 + 877)
    assert force[1] == pytest.approx(-side, rel=0.06) and force[2] == pytest.approx(kg * G - lift, abs=0.06 * lift)
    names = [one.case.name for one in study.solved]
    assert len(names) == len(set(names)) and not any(name.startswith("Wind") and ", on " in name for name in names)
    handed = {one.label: one for one in study.assembly.bears}
    foot = next(one.case for one in study.solved if one.case.name.endswith(", on Rear"))
    rows = {label: one.row(foot) for label, one in handed.items()}
    parked = {label: one.forces[[case.name for case in one.cases].index("Parked")] for label, one in handed.items()}
    assert rows["Box"] == parked["Box"] and rows["Rear"] != parked["Rear"]


def test_all_asleep_is_one_case(box: SolvedBox) -> None:
    handed = box.handed
    assert handed is not None
    i = next(n for n, case in enumerate(handed.cases) if case.live)
    slept = replace(handed, cases=(*handed.cases, replace(handed.cases[i], name=ASLEEP)), forces=(*handed.forces, handed.forces[i]))
    assert [case.upon for case in slept.more(set()) if case.name == ASLEEP] == [""]
    assert not any(case.name == ASLEEP for case in slept.more({ASLEEP}))


def test_order_and_cache_change_nothing(catalog: Catalog) -> None:
    """Findings are the same whichever stands first in the document, with a cache or without; an edit of the box proves the bed again."""
    first, turned = check(job(), catalog), check(job(builds=[BOX, BED]), catalog)

    def plain(one: Report) -> list[tuple[str, str, float | None]]:
        return sorted((f.id, f.state, None if f.use is None else round(f.use, 6)) for f in one.findings)

    # a pair of builds is named by the first of them
    alike = [row for row in plain(first) if "/fit." not in row[0]]
    assert alike == [row for row in plain(turned) if "/fit." not in row[0]]
    held: dict[str, Any] = {}

    def keep(key: str, work: Any) -> Any:
        if key not in held:
            held[key] = work()
        return held[key]

    assert plain(check(job(), catalog, keep)) == plain(first) and len(held) == 2
    taller = check(job(height="700 mm"), catalog, keep)
    assert len(held) == 4 and plain(taller) == plain(check(job(height="700 mm"), catalog))


def test_a_box_that_cannot_be_solved_leaves_the_bed_unknown(catalog: Catalog) -> None:
    untied = check(job(tied=False), catalog)
    assert by_id(untied, "box/bears.tie").state == "over"
    loose = check(job(tied=False, joint="screws", spacing="400 mm"), catalog)
    assert by_id(loose, "box/bears.tie").state == "over"
    context = context_of(job(), catalog)
    assert loaded(context.builds[0], []).bears == ()


@pytest.mark.parametrize(
    ("front", "ties", "stands"), [("12 mm", "holds", ""), ("800 mm", "over", ""), ("3000 mm", "over", "nothing of it stands on Bed")]
)
def test_beside_the_deck_there_is_nothing(catalog: Catalog, front: str, ties: str, stands: str) -> None:
    """A box whose end hangs over the deck's bears only on what is under it; its ties beside the deck hold in nothing; whole beside it, it falls."""
    report = check(job(front=front), catalog)
    assert by_id(report, "box/bears.tie.under").state == ties
    fallen = [f.sentence for f in report.findings if f.id == "box/slab.stands" and f.state == "over"]
    assert fallen == [] if not stands else stands in fallen[0]
    built = report.context.builds[1]
    if not stands:
        down = solved(report.context, built).handed
        assert down is not None
        end = report.context.builds[0].decks[0].hi[0]
        assert max(foot.at[0] for foot in down.feet if foot.toward[2] > 0 and not foot.tie) <= end + 1.0
        assert (max(panel.hi[0] for panel in built.shells) > end + 1.0) == (ties == "over")


def test_a_bed_that_folds_by_itself_is_over_whatever_stands_on_it(catalog: Catalog) -> None:
    """Two mounts side by side: the bed folds, so that what the box presses with has no value; where the bed fits is known all the same."""
    host = chassis(mount("fl", 1000, -430), mount("fr", 1000, 430))
    report = check(read_design({"name": "x", "host": host, "builds": [BED, BOX], "carry": {}}), catalog)
    assert by_id(report, "b/frame.stands").state == "over" and by_id(report, "box/slab.stands").state == "over"
    assert by_id(report, "b/fit.own").state == "holds" and by_id(report, "b/deck.foot").state == "unknown"


@pytest.mark.parametrize(
    ("builds", "field", "says"),
    [
        ([BED, {**BOX, "on": "elsewhere"}], "builds/1/on", "no build"),
        ([{**BED, "on": "b"}], "builds/0/on", "on itself"),
        ([BED, {**BOX, "on": "box2"}, {**BOX, "id": "box2", "on": "box"}], "builds/1/on", "on itself"),
        ([BED, BOX, {**BOX, "id": "box2", "on": "box"}], "builds/2/on", "no deck"),
        ([BED, {"family": "bed_slide", "id": "p", "label": "P", "on": "b"}], "builds/1/on", "the vehicle's own floor"),
        ([BED, {"family": "hung_bunk", "id": "p", "label": "P", "on": "b"}], "builds/1/on", "the vehicle's own floor"),
        ([BED, {**BOX, "on": ""}], "builds/1/family", "flatbed on it first"),
    ],
    ids=["nothing", "itself", "ring", "no deck", "not such a build", "no walls", "no floor"],
)
def test_what_cannot_stand_there_is_said_at_its_field(catalog: Catalog, builds: list[dict[str, Any]], field: str, says: str) -> None:
    with pytest.raises(InputError) as refused:
        check(job(builds=builds), catalog)
    (problem,) = refused.value.problems
    assert problem.field.endswith(field) and says in problem.message


def test_a_box_starts_on_the_flatbed_and_is_never_over(catalog: Catalog) -> None:
    design = job(builds=[BED])
    added = with_build(design, "plywood_box", catalog)
    assert added["on"] == "b"
    report = check(read_design({**design.model_dump(mode="json"), "builds": [BED, added]}), catalog)
    assert not [(f.id, f.sentence) for f in report.findings if f.state == "over"]
    deck, top = report.context.builds
    low = min(panel.lo[2] for panel in top.shells)
    assert low == pytest.approx(deck.surfaces[0].origin[2]) and math.isclose(low, deck.stack[-1].top)


def test_the_list_of_what_holds_says_what_the_findings_say(catalog: Catalog) -> None:
    """The hardest use on the list, over all cases, is the finding's: of ties by the force on them whichever way, of mounts by that or their bolt."""
    report = check(job((cargo(80, 1500, 150, on="box/top"),)), catalog)
    study, (bed, top) = bed_of(report), report.context.builds
    down = solved(report.context, top).handed
    assert study.posed is not None and down is not None
    ties = [one.use or 0.0 for i, case in enumerate(down.cases) if not case.name.startswith("Crash") for one in held_box(top, down, i)]
    assert max(ties) == pytest.approx(by_id(report, "box/bears.tie").use, rel=1e-3)
    mounts = [one.use or 0.0 for item in study.solved for one in held_frame(study, item)]
    told = max(by_id(report, f"b/{name}").use or 0.0 for name in ("fastened", "fastened.mount"))
    assert bed.fastenings and max(mounts) == pytest.approx(told, rel=1e-3)
