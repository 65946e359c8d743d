"""Frames on another build: a platform on a flatbed and in a body, a bunk and a rack at a body's walls. What they press and pull comes down whole, both give
to each other, walls that twist take along what is fixed to them, and what meets no member there is said."""

from __future__ import annotations

from dataclasses import replace
from typing import Any

import numpy as np
import pytest

from ergostrut.core.catalog.model import Catalog
from ergostrut.core.constants import G
from ergostrut.core.finding import Finding
from ergostrut.core.frame.families import FAMILIES
from ergostrut.core.job.document import Design, read_design
from ergostrut.core.job.start import start, with_build
from ergostrut.core.mechanics.solver.ground import Ground, settle_on
from ergostrut.core.problem import InputError
from ergostrut.core.prove.model.bolted import fastening_forces
from ergostrut.core.prove.model.study import Study
from ergostrut.core.prove.model.upon import below, feet_of, on_another, pressed_by
from ergostrut.core.prove.support_lost import check_gone
from ergostrut.core.report import Report, check, context_of, studies_at
from ergostrut.core.structure.assembly import Assembly
from ergostrut.core.structure.nouns.upon import Handed
from ergostrut.core.structure.standing.exposed import floor_on, wall_members
from ergostrut.core.structure.standing.posed import as_it_stands
from ergostrut.core.structure.standing.setting import settings_of
from ergostrut.core.units import Units
from ergostrut.files.catalog_files import shipped_templates

from ..families.test_chassis_body import BODY, HARD
from ..families.test_truck_flatbed import BED, chassis

PLATFORM = {
    "family": "fixed_platform", "id": "p", "label": "Platform", "on": "b", "ends": "legs", "snug": False, "halves": 1, "tie_rating": "400 kg",
    "front": "0 mm", "length": "1700 mm", "width": "1200 mm", "bearers": 5, "bearer": "2x6 spf", "deck": "birch.18",
    "joints": {"fastener": "lag screw", "lag": "3/8 in"}, "mattress": None,
}  # fmt: skip
BUNK = {
    "family": "hung_bunk", "id": "p", "label": "Bunk", "on": "b", "front": "40 mm", "length": "2000 mm", "height": "900 mm", "fold": {"degrees": 55},
    "wall": "left", "wall_rail": {"row": "left posts"}, "straps": {"row": "bows", "height": "1700 mm"}, "joints": {"capped": True}, "mattress": None,
    "hinges": {"rise": "38 mm"},
}  # fmt: skip
RACK = {
    "family": "shelf_rack", "id": "p", "label": "Rack", "on": "b", "wall": {"row": "left posts"}, "front": "500 mm", "length": "1120 mm",
    "height": "1200 mm", "depth": "400 mm", "frames": 3, "bearer": "2x3 spf", "deck": "birch.18",
}  # fmt: skip
ON_BED, IN_BODY = (BED, PLATFORM), (BODY, PLATFORM)
STACKS: dict[str, tuple[dict[str, Any], dict[str, Any]]] = {
    "platform on a flatbed": ON_BED, "platform in a body": IN_BODY, "bunk in a body": (BODY, BUNK), "rack in a body": (BODY, RACK),
}  # fmt: skip


def job(*builds: dict[str, Any]) -> Design:
    return read_design({"name": "x", "host": chassis(*HARD), "builds": list(builds), "carry": {}})


@pytest.fixture(scope="module")
def reports(catalog: Catalog) -> dict[str, Report]:
    return {name: check(job(*builds), catalog) for name, builds in STACKS.items()}


def handed(report: Report) -> Handed:
    (found,) = [proof.handed for proof in report.proofs if proof.handed is not None and proof.handed.build == "p"]
    return found


def by_id(report: Report, name: str) -> Finding:
    return next(f for f in report.findings if f.id == name)


def upper(report: Report, case: str = "Bump") -> Assembly:
    """As it stands where it is asked a case first, without its ties, which lie on what is below."""
    build = report.context.builds[1]
    settings = settings_of(build)
    there = settings[0] if case == "Parked" else next(one for one in settings if one.drivable)
    stood = as_it_stands(build, there)
    return replace(stood, items=tuple(item for item in stood.items if item.aboard))


@pytest.mark.parametrize("stack", list(STACKS))
@pytest.mark.parametrize("case", ["Parked", "Bump", "Rebound", "Brake", "Corner left", "Twist, rear left high", "Slope, nose up, left low"])
def test_what_it_hands_down_balances_what_it_weighs(reports: dict[str, Report], stack: str, case: str) -> None:
    """Forces at feet, ties, wall fixings and straps: their sum, and their moments, against m g at every mass's own place."""
    down, build = handed(reports[stack]), upper(reports[stack], case)
    i = next(n for n, one in enumerate(down.cases) if one.name == case)
    force = np.array(down.forces[i])[:, None] * np.array([foot.toward for foot in down.feet])
    load = build.mass * G * np.array(down.cases[i].g)
    size = float(np.linalg.norm(load))
    assert force.sum(axis=0) == pytest.approx(-load, abs=0.03 * size)
    if build.family == "hung_bunk" and case != "Parked":
        return  # folded up, its deck's weight is taken on its rails
    masses = [pair for body in build.bodies for pair in build.masses(body)]
    middle = np.array([sum(m * p[k] for m, p in masses) / build.mass for k in range(3)])
    off = np.cross(np.array([foot.at for foot in down.feet]), force).sum(axis=0) + np.cross(middle, load)
    # legs are modelled to the axes of what they carry, small parts with the deck, and a turn about a fixing's own axis is not handed down
    assert np.abs(off).max() < 0.05 * size * 1000


def forces_of(report: Report, case: str) -> np.ndarray:
    study = next(one for one in studies_at(report, {}) if one.assembly.id == "b")
    item = study.case(case)
    assert item is not None and study.posed is not None
    return fastening_forces(study.posed, item.result).sum(axis=0)


@pytest.mark.parametrize("stack", list(STACKS))
def test_the_mounts_carry_it_as_well(catalog: Catalog, reports: dict[str, Report], stack: str) -> None:
    alone = check(job(STACKS[stack][0]), catalog)
    kg = upper(reports[stack]).mass
    for case, g in (("Parked", (0.0, 0.0, -1.0)), ("Brake", (-0.8, 0.0, -1.0)), ("Corner left", (0.0, -0.5, -1.0))):
        more = forces_of(reports[stack], case) - forces_of(alone, case)
        assert more == pytest.approx(-kg * G * np.array(g), abs=0.03 * kg * G * float(np.linalg.norm(g)))


def studied(report: Report) -> Study:
    build = report.context.builds[1]
    return on_another(report.context, build, settings_of(build)[0])


@pytest.mark.parametrize("stack", ["platform on a flatbed", "platform in a body"])
def test_its_feet_go_down_as_the_deck_does(reports: dict[str, Report], stack: str) -> None:
    """Each foot that presses stands as low as the deck goes under all that is on it."""
    report = reports[stack]
    study, down = studied(report), handed(report)
    under = next(one for one in studies_at(report, {}) if one.assembly.id == "b")
    assert study.posed is not None and under.posed is not None
    feet = feet_of(report.context, study.posed)
    frame, first = under.posed.frame, len(under.posed.basic_loads) - len(down.feet)
    for case, part in (("Parked", 0.02), ("Bump", 0.02), ("Twist, rear right high", 0.03)):
        above, deck = study.case(case), under.case(case)
        assert above is not None and deck is not None
        rows = [n for n, foot in enumerate(feet) if foot.toward[2] > 0 and above.result.rest_force[n] > 1.0]
        goes = np.array([above.result.u[study.posed.model.rests[n].node, 2] for n in rows])
        sunk = np.array([frame.totals[first + down.feet.index(feet[n])] @ deck.result.u.reshape(-1) for n in rows])
        assert len(rows) >= 4 and np.abs(goes + sunk).max() < part * np.abs(goes).max()


def test_a_wall_takes_along_what_is_fixed_to_it(reports: dict[str, Report]) -> None:
    """A frame that twists 20 mm moves the posts by centimetres: a rack that stood on the deck and hung on walls that stay would be torn; with them its
    fixings take less than its own weight."""
    report = reports["rack in a body"]
    study = studied(report)
    assert study.posed is not None
    item = study.case("Twist, rear right high")
    assert item is not None and study.posed.hung.moving is not None
    moved = study.posed.hung.moving.moved(item.case)
    assert np.abs(moved).max() > 5.0
    held = np.array([item.result.reactions[node][:3] for _, node in study.posed.hung.mounts])
    assert 1.0 < np.abs(held).max() < upper(report).mass * G
    at = np.array([going.node for going in study.posed.hung.going if going.axis == 1])
    assert item.result.u[at, 1] == pytest.approx(moved[:, 1], abs=0.2 * np.abs(moved[:, 1]).max())


def test_wind_lifts_a_deck_in_the_open_and_none_within_walls(reports: dict[str, Report]) -> None:
    """1 kPa up under 1700 by 1200 mm, less its weight."""
    down, build = handed(reports["platform on a flatbed"]), upper(reports["platform on a flatbed"])
    i = next(n for n, one in enumerate(down.cases) if one.name == "Wind from the left")
    up = sum(force * foot.toward[2] for force, foot in zip(down.forces[i], down.feet, strict=True))
    deck = sum(panel.wide[0] * panel.wide[1] for panel in build.decks)
    assert deck == pytest.approx(1700 * 1200, rel=1e-6) and up == pytest.approx(build.mass * G - 1e-3 * deck, rel=0.01)
    assert by_id(reports["platform on a flatbed"], "p/bears.tie").case.startswith("Wind")
    assert not any(case.name.startswith("Wind") for case in handed(reports["platform in a body"]).cases)


def test_a_foot_that_is_gone_bears_nothing(reports: dict[str, Report]) -> None:
    """Left out where it settles on what gives: the others take the weight, and the finding is made from that."""
    study = studied(reports["platform in a body"])
    assert study.posed is not None and study.on is not None
    item = study.case("Parked")
    assert item is not None
    bore = int(np.argmax(item.result.rest_force))
    factors = study.posed.factors(item.case, 0.0)[None]
    left = study.posed.frame.run(["Parked"], factors, item.result.acting[None], [bore], study.on.rows([item.case]))
    signs = np.array([contact.push[2] for contact in study.posed.contacts])
    assert not left.errors and left.rest_force[0, bore] == 0.0
    assert left.rest_force[0] @ signs == pytest.approx(item.result.rest_force @ signs, rel=1e-6)
    assert [found.check for found in check_gone(study)] == ["frame.leg-gone", "bears.tie.gone"]


def test_a_part_that_is_gone_from_the_ground_is_never_let_in_again() -> None:
    """Two springs of 1 N/mm under one node that 10 N press down by 3 mm on the one that is left, its ground 1 mm per N."""
    from ergostrut.core.mechanics.solver.contact import Contacts, OneWay

    parts = [OneWay(name, np.array([-1.0]), 0.0, 1.0) for name in "ab"]
    ground = Ground(np.zeros((1, 2)), np.eye(2)[None])
    on, good = settle_on(Contacts(np.array([[1e-9]]), parts), np.array([[-10.0]]), ground, np.ones((1, 2), dtype=bool), [0])
    assert good.all() and on.force[0].tolist() == pytest.approx([0.0, 10.0]) and on.u[0, 0] == pytest.approx(-20.0)


def test_posts_and_bows_are_rows_to_fix_to(reports: dict[str, Report]) -> None:
    report = reports["bunk in a body"]
    below_it = report.context.builds[0]
    host = floor_on(below_it, report.context.host)
    assert {name: len(row.spots) for name, row in host.rows.items()} == {"left posts": 5, "right posts": 5, "bows": 5}
    assert {face: {m.role for m in members} for face, members in wall_members(below_it).items()} == {
        "left wall": {"post"}, "right wall": {"post"}, "roof": {"roof bow"},
    }  # fmt: skip
    inside = below_it.clear
    assert inside is not None and host.half_at(500.0) == pytest.approx((inside.hi[1] - inside.lo[1]) / 2)
    (door,) = host.openings
    assert door.axis == 0 and door.size[0] == pytest.approx(below_it.doors[0].far, rel=0.05)


def test_what_hangs_at_walls_presses_no_deck(reports: dict[str, Report]) -> None:
    """All of a bunk's forces, the straps' own among them, are on posts and bows; a rack's uprights stand on the deck."""
    assert all(foot.wall for foot in handed(reports["bunk in a body"]).feet)
    assert not any(f.check == "deck.stands" for f in reports["bunk in a body"].findings)
    rack = handed(reports["rack in a body"]).feet
    assert any(foot.wall for foot in rack) and any(not foot.wall and foot.toward[2] > 0 for foot in rack)


def test_what_meets_no_member_is_unknown(catalog: Catalog, reports: dict[str, Report]) -> None:
    assert by_id(reports["bunk in a body"], "p/fixed.under").state == "holds"
    drilled = check(job(BODY, {**BUNK, "wall_rail": {}}), catalog)
    found = by_id(drilled, "p/fixed.under")
    assert found.state == "unknown" and "what a skin holds" in found.sentence
    assert by_id(reports["platform in a body"], "p/bears.tie.under").state in ("holds", "unknown")


@pytest.mark.parametrize(
    ("builds", "says"),
    [
        ((BED, {**BUNK, "wall_rail": {}, "straps": {"height": "1700 mm"}}), "own floor, walls or roof"),
        ((BED, {**RACK, "wall": {}}), "own floor, walls or roof"),
    ],
)
def test_an_open_deck_has_no_walls(catalog: Catalog, builds: tuple[dict[str, Any], ...], says: str) -> None:
    with pytest.raises(InputError, match=says):
        check(job(*builds), catalog)


def test_beside_the_deck_it_stands_on_nothing(catalog: Catalog) -> None:
    report = check(job(BED, {**PLATFORM, "front": "1500 mm"}), catalog)
    assert "stands beside the deck" in by_id(report, "p/frame.stands").sentence
    assert by_id(report, "b/cross.strength").state == "unknown"


def test_each_setting_hands_down_its_own(catalog: Catalog) -> None:
    """A bunk let down and on the road: cases of the second are asked of the body under names of their own, as it stands parked then."""
    report = check(job(BODY, BUNK), catalog)
    down = handed(report)
    names = [case.name for case in down.cases]
    assert len(names) == len(set(names)) and any("bunk folded up" in name for name in names)
    body = next(study for study in studies_at(report, {}) if study.assembly.id == "b")
    asked = {item.case.name: item.case for item in body.solved}
    mine = [case for name, case in asked.items() if name.endswith(", on Bunk")]
    assert mine and all(case.upon.startswith("p:") for case in mine)


def test_order_and_cache_change_nothing(catalog: Catalog) -> None:
    """Findings are the same whichever stands first in the document; an edit of what is inside proves the body again."""

    def plain(one: Report) -> list[tuple[str, str, float | None]]:
        return sorted((f.id, f.state, None if f.use is None else round(f.use, 6)) for f in one.findings if "/fit." not in f.id)

    assert plain(check(job(*IN_BODY), catalog)) == plain(check(job(*IN_BODY[::-1]), catalog))
    held: dict[str, Any] = {}

    def keep(key: str, work: Any) -> Any:
        if key not in held:
            held[key] = work()
        return held[key]

    check(job(*IN_BODY), catalog, keep)
    taller = check(job(BODY, {**PLATFORM, "height": "420 mm"}), catalog, keep)
    assert len(held) == 4 and plain(taller) == plain(check(job(BODY, {**PLATFORM, "height": "420 mm"}), catalog))


@pytest.mark.parametrize("units", ["mm", "in"])
@pytest.mark.parametrize("family", [name for name, one in FAMILIES.items() if one.stands == "floor" and name != "bed_slide"])
def test_every_family_starts_in_a_body_and_nothing_is_over(catalog: Catalog, family: str, units: Any) -> None:
    template = next(one for one in shipped_templates() if one.id == "chassis-midsize")
    data = start(template, "x", Units(length=units), ["chassis_body"]).model_dump(mode="json")
    report = check(read_design({**data, "builds": [*data["builds"], with_build(read_design(data), family, catalog)]}), catalog)
    assert not [(f.id, f.sentence) for f in report.findings if f.state == "over"]
    told = [f for f in report.findings if f.check in ("bears.tie.under", "fixed.under")]
    assert told and all(f.state == "holds" for f in told), [f.sentence for f in told]
    low = min(part.lo[2] for part in (*report.context.builds[1].panels,))
    assert low >= report.context.builds[0].surfaces[0].origin[2] - 1e-6


def test_pressed_of_nothing_is_nothing(catalog: Catalog) -> None:
    context = context_of(job(BED, {**PLATFORM, "front": "1500 mm"}), catalog)
    study = on_another(context, context.builds[1], settings_of(context.builds[1])[0])
    assert pressed_by(context, study) is None and below(context, context.builds[0]) is None
    assert studies_at(check(job(BED), catalog), {})
