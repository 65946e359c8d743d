"""The flatbed on a truck's mounts, with formulas of the test's own: all weight arrives at the mounts, moments balance, a twisted frame, a mount gone."""

from __future__ import annotations

import math
from dataclasses import replace
from typing import Any

import numpy as np
import pytest

from ergostrut.core.catalog.model import Catalog
from ergostrut.core.constants import G
from ergostrut.core.finding import Finding
from ergostrut.core.frame.families.truck_flatbed import FAMILY
from ergostrut.core.job.document import read_design
from ergostrut.core.mechanics.solver.solve import Frame
from ergostrut.core.problem import InputError
from ergostrut.core.prove.joints.crossing import CHECK as CROSSING
from ergostrut.core.prove.judged import unjudged
from ergostrut.core.prove.model.bolted import fastening_forces
from ergostrut.core.prove.model.crossings import crossings
from ergostrut.core.prove.model.study import Study
from ergostrut.core.report import Report, check
from ergostrut.core.structure.sheet import Row, shown

DIMS = {
    "rail_end": "2250", "rail_width": "930", "rail_depth": "200", "rail_flange": "75", "rail_ground": "820", "frame_twist": "20",
    "cab_height": "1120", "cab_width": "1880", "tyre_diameter": "815", "tyre_width": "275", "tyre_top": "130",
    "wheelbase": "3680", "axle_from_front": "1250", "track": "1720",
}  # fmt: skip
BED = {"family": "truck_flatbed", "id": "b", "label": "Bed", "length": "2180 mm", "width": "1880 mm", "lift": "60 mm"}
HARD_WEIGHTS = {
    "front": {"empty": "1200 kg"}, "rear": {"empty": "800 kg"}, "source": "ticket",
    "aboard": {"crew": "0 kg", "crew_seat": None, "fuel": "full"},
}  # fmt: skip
SOFT = {"seat": "bushing", "give": 1500.0, "give_across": 600.0}


def mount(name: str, x: float, y: float, **more: Any) -> dict[str, Any]:
    return {"name": name, "x": f"{x} mm", "y": f"{y} mm", "thread": "M12", "rating": "900 kg", **more}


def chassis(*mounts: dict[str, Any], **dims: str) -> dict[str, Any]:
    """Four mounts, the rear two on bushings, unless told."""
    four = (
        mount("fl", 300, -430), mount("fr", 300, 430), mount("rl", 2000, -430, **SOFT), mount("rr", 2000, 430, **SOFT),
    )  # fmt: skip
    taken = {name: {"value": f"{value} mm", "state": "measured"} for name, value in (DIMS | dims).items() if value}
    return {"kind": "truck_chassis", "dims": taken, "mounts": list(mounts or four)}


def bed(catalog: Catalog, host: dict[str, Any] | None = None, things: tuple[dict[str, Any], ...] = (), **more: Any) -> Report:
    data = {"name": "x", "host": host or chassis(), "builds": [{**BED, **more}], "carry": {"things": list(things)}}
    return check(read_design(data), catalog)


def cargo(kg: float, x: float, y: float, on: str = "b/bed") -> dict[str, Any]:
    """A block on the deck, ``x`` from its front end."""
    size = {"length": "400 mm", "width": "400 mm", "height": "300 mm"}
    return {
        "id": "block",
        "name": "block",
        **size,
        "mass": f"{kg} kg",
        "on": on,
        "at": {"x": f"{x} mm", "y": f"{y} mm"},
        "hold": {"by": "bolted"},
    }


def by_id(report: Report, name: str) -> Finding:
    return next(f for f in report.findings if f.id == f"b/{name}")


def mounts_of(study: Study, case: str) -> dict[str, np.ndarray]:
    """N on the build at every mount in a case."""
    item = study.case(case)
    assert item is not None and study.posed is not None
    forces = fastening_forces(study.posed, item.result)
    return {one.to: force for (one, _, _), force in zip(study.posed.hung.fastened, forces, strict=True)}


@pytest.mark.parametrize(
    "case", ["Parked", "Bump", "Rebound", "Brake", "Start", "Corner right", "Twist, rear right high", "Slope, nose up, left low"]
)
def test_all_weight_arrives_at_the_mounts(catalog: Catalog, case: str) -> None:
    """Sum of forces and of moments of mounts, dead weight and a block of 300 kg, about the cab's back: to 1.5 % (cross members are counted up to
    the side rails' middle)."""
    report = bed(catalog, things=(cargo(300, 700, 200),))
    (study,) = report.studies
    build, item = report.context.builds[0], study.case(case)
    assert item is not None
    masses = [*build.masses("b/bed"), *((one.mass, one.at()) for one in report.context.plan.placed)]
    kg = sum(m for m, _ in masses)
    middle = np.array([sum(m * at[i] for m, at in masses) / kg for i in range(3)])
    load = kg * G * np.array(item.case.g)
    places = {one.to: np.array(one.at) for one in build.fastenings}
    forces = mounts_of(study, case)
    assert sum(forces.values()) == pytest.approx(-load, abs=0.015 * kg * G)
    moment = sum(np.cross(places[name], force) for name, force in forces.items()) + np.cross(middle, load)
    assert np.abs(moment).max() < 0.015 * kg * G * 1200


def test_a_block_right_between_two_mounts_is_shared_by_levers(catalog: Catalog) -> None:
    """300 kg in the middle of the bed's width, x_c from the cab: fronts and rears take what levers give, by difference to the empty bed."""
    less, more = bed(catalog).studies[0], bed(catalog, things=(cargo(300, 1440, 0),)).studies[0]
    gain = {name: float(force[2] - mounts_of(less, "Parked")[name][2]) for name, force in mounts_of(more, "Parked").items()}
    at = 60.0 + 1440.0
    rear = 300 * G * (at - 300) / 1700
    assert gain["rl"] + gain["rr"] == pytest.approx(rear, rel=0.01) and gain["fl"] + gain["fr"] == pytest.approx(300 * G - rear, rel=0.01)
    assert gain["rl"] == pytest.approx(gain["rr"], rel=1e-6)


def test_a_twisted_frame_loads_stiff_mounts_more_than_soft_ones(catalog: Catalog) -> None:
    """One rail 20 mm over the other along the wheelbase: a rigid bed on equal springs k at (+-a, +-b) takes k t/4 each, t what a corner leaves the
    plane of the others by; ours gives, so less. Bushings under all four take less again; the sum stays the weight."""
    hard = tuple(mount(n, x, y) for n, x, y in (("fl", 300, -430), ("fr", 300, 430), ("rl", 2000, -430), ("rr", 2000, 430)))
    soft = tuple({**one, **SOFT} for one in hard)
    pulls = {}
    for name, rows in (("hard", hard), ("mixed", ()), ("soft", soft)):
        (study,) = bed(catalog, chassis(*rows)).studies
        parked, twisted = mounts_of(study, "Parked"), mounts_of(study, "Twist, rear right high")
        more = {one: float(twisted[one][2] - parked[one][2]) for one in parked}
        assert more["fl"] == pytest.approx(-more["fr"], rel=1e-6) and more["rr"] == pytest.approx(-more["rl"], rel=1e-6)
        assert more["rr"] > 0 > more["fr"] and sum(more.values()) == pytest.approx(0.0, abs=1e-3)
        pulls[name] = more["rr"]
    # lifts by twist/2 x/wheelbase y/(rail spacing/2), from the front axle: of four corners that leaves 2 (z_r - z_f) out of plane
    up = [20 / 2 * (x - (1250 - 3680)) / 3680 * 430 / 465 for x in (300, 2000)]
    rigid = SOFT["give"] * (up[1] - up[0]) / 2
    assert pulls["soft"] < rigid and pulls["soft"] > 0.3 * rigid
    assert pulls["hard"] > pulls["mixed"] > pulls["soft"] > 0


def test_a_bushing_nobody_knows_and_a_twist_nobody_measured_are_unknown(catalog: Catalog) -> None:
    rows = (mount("fl", 300, -430), mount("fr", 300, 430), mount("rl", 2000, -430, seat="bushing"), mount("rr", 2000, 430))
    unknown = bed(catalog, chassis(*rows))
    assert by_id(unknown, "fastened").state == "unknown" and "bushing at rl" in by_id(unknown, "fastened").sentence
    assert by_id(unknown, "rail.strength").state == "unknown"
    never = bed(catalog, chassis(frame_twist=""))
    assert by_id(never, "fastened").state == "unknown" and "frame twists by" in by_id(never, "fastened").sentence
    assert bed(catalog, chassis(frame_twist="0")).studies[0].case("Twist, rear right high") is None


def test_a_mount_without_a_rating_is_unknown_and_one_overloaded_is_over(catalog: Catalog) -> None:
    rows = [{**one, "rating": None} for one in chassis()["mounts"]]
    assert by_id(bed(catalog, chassis(*rows)), "fastened.mount").state == "unknown"
    rusty = [{**one, "condition": "rusted through"} for one in chassis()["mounts"]]
    assert by_id(bed(catalog, chassis(*rusty)), "fastened.mount").state == "unknown"
    assert by_id(bed(catalog), "fastened.mount").state == "holds"
    heavy = by_id(bed(catalog, things=(cargo(1500, 1800, 400),)), "fastened.mount")
    assert heavy.state == "over" and heavy.use is not None and heavy.use > 1


def test_any_one_mount_gone_is_asked_and_the_others_take_its_share(catalog: Catalog) -> None:
    """Of four none can go: it tips over three corners or folds down with its load there. Six mounts hold with any one gone."""
    report = bed(catalog, things=(cargo(400, 1900, 600),))
    gone = by_id(report, "fastened.mount.fastening-gone")
    assert gone.use is not None and gone.demand is not None and gone.demand > (by_id(report, "fastened.mount").demand or 0.0)
    assert "gone" in gone.sentence and gone.limit == pytest.approx(1.33 * 900 * G)


def test_what_lies_across_hands_its_load_to_the_rails(catalog: Catalog) -> None:
    """Parked, empty: the two long rails bear all that lies on them, at every crossing together: deck, cross members and side rails."""
    report = bed(catalog)
    (study,) = report.studies
    build = report.context.builds[0]
    rails = sum(m.mass for m in build.members if m.role == "long rail")
    parked = next(i for i, item in enumerate(study.solved) if item.case.name == "Parked")
    borne = sum(float(steps[parked, 2]) for _, _, _, steps in crossings(study))
    assert borne == pytest.approx((build.mass - rails) * G, rel=0.02)
    assert by_id(report, CROSSING).state == "holds"


def test_a_weld_across_a_rail_by_hand(catalog: Catalog) -> None:
    """Its own steps of force, all round d by L (Blodgett, Design of Welded Structures, section 7.4): S = dL + L2/3 and dL + d2/3."""
    found = by_id(bed(catalog), CROSSING)
    at = {line.symbol: line.value for line in found.working if line.symbol}
    L, d, h = 50.8, 50.8, 76.2 / 2
    assert (at["L"], at["d"], at["h"]) == pytest.approx((L, d, h))
    along = 2 * (L + d)
    normal = max(-at["V_z"], 0) / along + (at["T"] + at["V_y"] * h) / (d * L + d * d / 3) + (at["M_y"] + at["N"] * h) / (d * L + L * L / 3)
    turn = at["M_z"] * math.hypot(L, d) / 2 / ((L + d) ** 3 / 6) / math.sqrt(2)
    f = math.sqrt(normal**2 + (at["N"] / along + turn) ** 2 + (at["V_y"] / along + turn) ** 2)
    # 0.928 kip per inch and sixteenth of leg, of a wall of 0.116 in
    fillet = 0.928 * 4448.2 / 25.4 * (0.11625 / 0.0625)
    assert found.limit == pytest.approx(min(fillet, 0.6 * 400 * 2.953 / 2), rel=0.01)
    assert found.use == pytest.approx(f / found.limit, rel=1e-6)


@pytest.mark.parametrize(
    ("more", "field", "says"),
    [
        ({"apart": "1000 mm", "mounts": ["fl"]}, "apart", "beside the long rail's middle"),
        ({"mounts": ["tail"]}, "mounts", "no mount"),
        ({"framing": "lumber_plywood"}, "framing", "welded"),
        ({"rail": "2x4 spf"}, "rail", "no tube"),
        ({"crosses": 24, "length": "1500 mm"}, "crosses", "stand in each other"),
        ({"apart": "1800 mm"}, "apart", "outside"),
    ],
)
def test_what_cannot_be_built_is_said_at_its_field(catalog: Catalog, more: dict[str, Any], field: str, says: str) -> None:
    with pytest.raises(InputError) as refused:
        bed(catalog, **more)
    (problem,) = refused.value.problems
    assert problem.field.endswith(f"builds/0/{field}") and says in problem.message


def test_every_part_has_a_check(catalog: Catalog) -> None:
    report = bed(catalog, things=(cargo(100, 700, 0),))
    assert list(unjudged(report.context.builds[0], report.findings)) == []


def test_a_bed_on_no_mount_is_unknown_and_one_on_two_falls(catalog: Catalog) -> None:
    none = bed(catalog, {"kind": "truck_chassis"})
    assert not any(f.state == "holds" and f.place == "prove" and f.use for f in none.findings)
    two = bed(catalog, chassis(mount("fl", 300, -430), mount("fr", 300, 430)))
    assert any(f.state == "over" and f.check.startswith(("frame.", "holds")) for f in two.findings)


def test_a_spacer_bends_its_bolt_at_the_threads_root(catalog: Catalog) -> None:
    """51 mm under 981 N, held at both ends: M10 x 1.25 of 10.9 stands at 0.59 of 0.75 Fy (940 MPa), coarse thread at 0.66, M12 x 1.25 at 0.31: V h / 2
    over pi d3 / 32, d3 = d - 1.2269 P (ISO 724)."""
    from ergostrut.core.anchor.bolts import of_bolt
    from ergostrut.core.structure.nouns.holds import Anchor
    from ergostrut.core.working import Working

    for thread, use in (("M10x1.25", 0.59), ("M10", 0.66), ("M12x1.25", 0.31)):
        grade = catalog.grades["ISO 10.9"]
        bolt = Anchor(
            "b", "b", 0, 0, catalog.threads[thread], grade.Fu, grade.id, 24, False, None, proof=grade.proof, spacer=51.0, Fy=grade.Fy
        )
        assert 981 / of_bolt(bolt, Working())[1] == pytest.approx(use, abs=0.006)


@pytest.mark.parametrize("side", ["2x2x1/8", "2x4x1/8", None])
def test_side_rails_of_another_depth_are_flush_and_balance(catalog: Catalog, side: str | None) -> None:
    """Shallower or deeper than the cross members, their tops lie in one plane; forces and moments balance as before."""
    report = bed(catalog, side=side)
    (study,) = report.studies
    build = report.context.builds[0]
    assert by_id(report, "fit.own").state == "holds"
    tops = {m.role: m.a[2] + m.shape.depth / 2 for m in build.members if m.role != "long rail"}
    assert len({round(z, 6) for z in tops.values()}) == 1
    forces, kg = mounts_of(study, "Corner left"), build.mass
    item = study.case("Corner left")
    assert item is not None
    assert sum(forces.values()) == pytest.approx(-kg * G * np.array(item.case.g), abs=0.015 * kg * G)
    places = {one.to: np.array(one.at) for one in build.fastenings}
    turn = sum(np.cross(places[name], force) for name, force in forces.items())
    by_hand = sum(np.cross(np.array(at), m * G * np.array(item.case.g)) for m, at in build.masses("b/bed"))
    assert np.abs(turn + by_hand).max() < 0.015 * kg * G * 1200


def test_a_rail_is_asked_at_its_mounts_holes(catalog: Catalog) -> None:
    """A hole of 12 + 2 x 1.6 mm in faces of 50.8 leaves 0.70 of them: 400 x 0.70 is less than 317 MPa, so that M_n = Fu A_fn / A_fg S (AISC 360-16
    F13-1), and 1.67 under it; by the section's own S of 2 x 4 x 1/8 (AISC Manual table 1-12: I 2.65 in4, S 1.32 in3)."""
    found = by_id(bed(catalog, things=(cargo(600, 900, 0),)), "fastened.hole")
    left = (50.8 - 15.2) / 50.8
    assert 400 * left < 317
    by_hand = 400 * left * 1.32 * 25.4**3 / 1.67 / 1e3
    assert (
        found.limit == pytest.approx(by_hand, rel=0.01)
        and found.demand is not None
        and found.use == pytest.approx(found.demand / found.limit)
    )
    # the same rail's strength is asked without its holes, and of the worst place of all
    assert found.state == "holds" and found.demand > 0


@pytest.mark.parametrize("degrees", [30.0, 90.0, 200.0])
def test_rotating_the_posed_bed_rotates_the_answers(catalog: Catalog, degrees: float) -> None:
    """The model turned about the vertical with its offsets, springs and loads: displacements turn with it, actions along members stay."""
    (study,) = bed(catalog, things=(cargo(300, 700, 200),)).studies
    posed = study.posed
    assert posed is not None and not posed.model.rests
    c, s = math.cos(math.radians(degrees)), math.sin(math.radians(degrees))
    R = np.array([[c, -s, 0.0], [s, c, 0.0], [0.0, 0.0, 1.0]])

    def turned(v: tuple[float, ...]) -> tuple[float, float, float]:
        x, y, z = (float(part) for part in R @ np.array(v))
        return x, y, z

    bars = tuple(replace(b, offset_a=turned(b.offset_a), offset_b=turned(b.offset_b)) for b in posed.model.bars)
    springs = tuple(replace(one, x=turned(one.x), y=turned(one.y)) for one in posed.model.links)
    model = replace(posed.model, nodes=posed.model.nodes @ R.T, bars=bars, links=springs)
    loads = [
        replace(
            load,
            spreads=tuple(replace(one, w0=turned(one.w0), w1=turned(one.w1)) for one in load.spreads),
            points=tuple(replace(one, force=turned(one.force)) for one in load.points),
            nodal=tuple((n, (*turned(f[:3]), *turned(f[3:]))) for n, f in load.nodal),
        )
        for load in posed.basic_loads
    ]
    factors = np.array([posed.factors(item.case, 1330.0) for item in study.solved])
    names = [item.case.name for item in study.solved]
    first, other = posed.frame.run(names, factors), Frame(model, loads).run(names, factors)
    for part in (slice(0, 3), slice(3, 6)):
        assert other.u[..., part] == pytest.approx(first.u[..., part] @ R.T, abs=1e-7 * np.abs(first.u).max())
    # an upright arm's own axes stay with the host's x; members lie level
    level = [piece.index for piece in posed.pieces]
    assert other.ends[:, level] == pytest.approx(first.ends[:, level], abs=1e-6 * np.abs(first.ends).max())


def test_an_end_beyond_the_rails_is_asked_how_far_it_drops(catalog: Catalog) -> None:
    """A block on the end of a cross member, 110 to 510 mm out, no side rails: it drops more than a cantilever that is clamped over the rail, and less
    than one that goes on freely to the other rail, of what simple boards bring to it; both by hand. Long rails sag between their mounts."""
    report = bed(catalog, things=(cargo(400, 1000, 740),), side=None)
    found, (study,) = by_id(report, "cross.sag"), report.studies
    member = next(m for m in study.assembly.members if m.id == found.parts[0])
    steel, I = member.section.material, member.shape.Iy
    out, back, near = 510.0, 860.0, 425.84
    share = (77.08 * (898.54 - 511.24) + 322.92 * (1362.92 - 1098.54)) / near / 400.0
    P = share * 400.0 * G
    clamped = P / 400.0 * (out * (510.0**3 - 110.0**3) - (510.0**4 - 110.0**4) / 4) / (6 * steel.E * I)
    free = clamped + P * 310.0 * back * out / (3 * steel.E * I)
    assert found.demand is not None and clamped < found.demand < 1.05 * free
    assert found.limit == pytest.approx(2 * out / 240.0, rel=0.03) and "beyond what bears it" in found.sentence
    heavy = by_id(bed(catalog, things=(cargo(4000, 1000, 740),), side=None), "cross.sag")
    assert heavy.state == "over" and heavy.demand == pytest.approx(10 * found.demand, rel=0.1)
    assert by_id(bed(catalog, things=(cargo(4000, 1000, 0),)), "rail.sag").use > 5 * by_id(bed(catalog), "rail.sag").use  # type: ignore[operator]


@pytest.mark.parametrize("side", ["2x3x1/8", None])
def test_either_system_is_chosen_in_one_step_and_frames(catalog: Catalog, side: str | None) -> None:
    """What the form's choice brings is enough; side rails that were left off stay off. Aluminium weighs about a third in the same tubes."""
    found: dict[str, float] = {}
    params = read_design({"name": "x", "host": chassis(), "builds": [{**BED, "side": side}]}).builds[0]
    rows = [row for group in shown(FAMILY.sheet, params, catalog) for row in group.rows if isinstance(row, Row) and row.path == "framing"]
    assert [choice.value for row in rows for choice in row.choices] == ["welded_steel_tube", "welded_aluminium_tube"]
    for choice in rows[0].choices:
        also = {path: value for path, value in choice.also if "/" not in path}
        assert ("side" in also) == (side is not None)
        report = bed(catalog, framing=choice.value, **{"side": side, **also})
        build = report.context.builds[0]
        found[choice.value] = sum(member.mass for member in build.members)
        assert by_id(report, "rail.strength").state == "holds" and not list(unjudged(build, report.findings))
    steel, light = found.values()
    assert light == pytest.approx(steel * 2.71 / 7.85, rel=0.03)


def test_a_system_without_tubes_is_refused_at_its_field(catalog: Catalog) -> None:
    for system in ("angle_flat_steel", "tslot_bolted"):
        with pytest.raises(InputError) as refused:
            bed(catalog, framing=system)
        (problem,) = refused.value.problems
        assert problem.field.endswith("framing") and "choose welded" in problem.message


def test_a_crash_is_asked_of_the_mounts_alone(catalog: Catalog) -> None:
    """10 g ahead of all that is on it arrives at the mounts; nobody asks for ties besides."""
    data = {"name": "x", "host": chassis(), "builds": [BED], "carry": {"things": [cargo(300, 700, 200)]}}
    report = check(read_design({**data, "loads": {"crash": {"on": True, "forward": 10, "other": 5}}}), catalog)
    assert not any(f.check == "crash.ties" for f in report.findings)
    (study,) = report.studies
    item = next(one for one in study.crash if one.case.g[0] and abs(one.case.g[0]) == 10)
    assert study.posed is not None
    force = fastening_forces(study.posed, item.result).sum(axis=0)
    kg = report.context.builds[0].mass + 300
    assert abs(force[0]) == pytest.approx(10 * kg * G, rel=0.015)
    bolts, mounts = by_id(report, "fastened.crash"), by_id(report, "fastened.mount.crash")
    assert bolts.state == "over" and mounts.use > by_id(report, "fastened.mount").use  # type: ignore[operator]


def test_five_2x12_and_one_2x8_make_a_64_in_deck(catalog: Catalog) -> None:
    """5 x 11 1/4 + 7 1/4 in and five gaps of 0.1 in; every board its own width, all under what stands there, weight and cut list with both."""
    report = bed(catalog, width="64 in", deck="board.2x12.dfl", deck_last="board.2x8.dfl", board_gap="0.1 in", crosses=7, apart="860 mm")
    wide, last = (panel for panel in report.context.builds[0].decks)
    rows = [*wide.rects, *last.rects]
    assert [round(row[3] / 25.4, 2) for row in rows] == [11.25] * 5 + [7.25]
    gaps = [(rows[i + 1][1] - rows[i][1] - rows[i][3]) / 25.4 for i in range(5)]
    assert gaps == pytest.approx([0.1] * 5, abs=1e-6) and rows[5][1] + rows[5][3] == pytest.approx(32 * 25.4)
    long = 2180.0 * 38.1 * 530e-9
    assert wide.mass + last.mass == pytest.approx(long * (5 * 285.75 + 184.15), rel=1e-3)
    cut = {piece.stock: piece.count for piece in report.cut.pieces if "board" in piece.stock}
    assert cut == {"board.2x12.dfl": 5, "board.2x8.dfl": 1}
    named = {part for f in report.findings if f.check.startswith("deck.") for part in f.parts}
    assert wide.id in named or last.id in named
    assert not list(unjudged(report.context.builds[0], report.findings))


@pytest.mark.parametrize(
    ("more", "words"),
    [
        ({"deck_last": "board.2x12.dfl"}, "not narrower"),
        ({"deck_last": "board.1x6.spf"}, "as thick"),
        ({"deck_last": "birch.18"}, "boards for both"),
        ({"deck": "birch.18", "deck_last": "board.2x8.dfl"}, "boards for both"),
    ],
)
def test_a_narrower_board_that_is_none_is_refused(catalog: Catalog, more: dict[str, str], words: str) -> None:
    with pytest.raises(InputError, match=words) as refused:
        bed(catalog, **{"deck": "board.2x12.dfl", **more})
    assert "deck_last" in refused.value.problems[0].field
