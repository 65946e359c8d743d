"""What is bolted to the host's mounts: the bolt and the rail it passes through, and what the mount itself is rated at."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import replace
from typing import NamedTuple

import numpy as np

from ...anchor.bolts import BOLT_BASIS, Capacity, bolt_uses, of_bolt
from ...catalog.model import Metal
from ...finding import COMMON_PRACTICE, Finding, Working, at_most, unknown
from ...mechanics.joints.weld import base, throat
from ...mechanics.solver.model import Array
from ...structure.assembly import Assembly
from ...structure.nouns.support import Fastening
from ..model.bolted import fastening_forces, on_hanger, shared, turning
from .ways import HANG_CAUTION, SolvedRow, Way, blank, hardest_of, held

Hardest = tuple[float, float | None, tuple[int, Fastening, SolvedRow, Array]]


class Worked(NamedTuple):
    """A fastening in a case: (3,) N on the build, and N mm with which its wheel turns what holds it."""

    one: Fastening
    row: SolvedRow
    force: Array
    turn: float


def _worked(rows: Sequence[SolvedRow]) -> Iterator[Worked]:
    for row in rows:
        posed = row.study.posed
        assert posed is not None
        forces, turns = fastening_forces(posed, row.result), turning(posed, row.result).tolist()
        for (one, _, _), force, turn in zip(posed.hung.fastened, forces, turns, strict=True):
            yield Worked(one, row, force, turn)


def check_fastened(rows: Sequence[SolvedRow], way: Way) -> Iterator[Finding]:
    """The hardest worked bolt, and the hardest worked mount."""
    worked = list(_worked(rows))
    if not worked:
        return
    bolted, welded = (
        [item for item in worked if (item.one.bolt is not None) == is_bolted and not item.one.ball] for is_bolted in (True, False)
    )
    if bolted:
        yield _bolts(bolted, way)
    if welded:
        yield _welds(welded, way)
    yield _mounts(worked, way)


def _bolts(worked: Sequence[Worked], way: Way) -> Finding:
    study = worked[0].row.study
    say, best = study.context.say, None
    for one in dict.fromkeys(item.one for item in worked):
        bolt = one.bolt
        assert bolt is not None
        if bolt.thread is None or bolt.missing:
            text = f"{one.label}: {bolt.missing or 'no thread is known'}. Say which bolt goes in there."
            return unknown(
                replace(blank(study, f"fastened{way.key}", "anchor", (one.id,), f"Bolts of the mounts{way.title}", way), sentence=text),
                "thread of the mounts",
            )
        mine = [item for item in worked if item.one is one]
        pull, push, shear = shared(one, np.array([item.force for item in mine]))
        if one.spread:
            # one end of the spring pulls where its wheel turns it by more than that end is pushed
            pull = np.maximum(pull, np.array([item.turn for item in mine]) / one.spread - push / one.hangers)
        cap = Capacity(*of_bolt(bolt, Working(), nominal=way.nominal))
        # J3.7 is written for the allowable: half of what is nominal
        uses = (
            bolt_uses(pull / 2, shear / 2, Capacity(cap.tension / 2, cap.shear / 2), bolt)
            if way.nominal
            else bolt_uses(pull, shear, cap, bolt)
        )
        i = int(np.argmax(uses))
        if best is None or float(uses[i]) > best[0]:
            best = float(uses[i]), mine[i], float(pull[i]), float(shear[i])
    assert best is not None
    most, (one, row, _, turn), T, V = best
    w = Working()
    _said(w, one, row)
    if turn > 1.0:
        w.say(f"What pushes its wheel along turns the spring by {turn:.0f} N mm, {one.spread:.0f} mm from end to end.")
    w.given("T", T, "N", "pull on the bolt")
    w.given("V", V, "N", "shear; no friction counted")
    assert one.bolt is not None
    T_a, V_a = of_bolt(one.bolt, w, nominal=way.nominal)
    w.line("use_T", "T / T_a", "", T_a=T_a)
    w.line("use_V", "V / V_a", "", V_a=V_a)
    w.given("use", most, "", "the larger, or the bolt under both together, J3.7")
    part, state = at_most(most, way.accept)
    return replace(
        blank(study, f"fastened{way.key}", "anchor", (one.id, one.member), f"Bolts of the mounts{way.title}", _plain(way)),
        sentence=f"{say.force(T)} pull and {say.force(V)} shear on the {one.label}, {row.words}.",
        demand=most,
        limit=way.accept,
        unit="of the limit",
        use=part,
        state=state,
        case=row.case,
        basis=f"{BOLT_BASIS}{way.basis}",
        working=w.done(),
    )


def _welds(worked: Sequence[Worked], way: Way) -> Finding:
    """The hardest worked bracket, welded to its rail along both its sides as far as it bears; of a spring the harder worked of its two."""
    study = worked[0].row.study
    say, assembly = study.context.say, study.assembly
    loads = [on_hanger(item.one, item.force, np.array(item.turn)) for item in worked]
    uses = [float(np.hypot(*load)) / _weld(assembly, item.one, Working()) for item, load in zip(worked, loads, strict=True)]
    one, row, force, turn = worked[int(np.argmax(uses))]
    w = Working()
    _said(w, one, row)
    if one.wheel is not None and one.spread:
        w.given("F_z", abs(float(force[2])), "N", "up or down on its spring")
        w.given("F_h", float(np.linalg.norm(force[:2])), "N", "level")
        w.given("n", one.hangers, "", "brackets that share them evenly")
        w.given("M", turn, "N mm", "by what pushes its wheel along, so far below")
        w.given("s", one.spread, "mm", "from bracket to bracket")
        F = w.line("F", "sqrt((F_z / n + M / s)**2 + (F_h / n)**2)", "N", "on the harder worked")
    else:
        F = w.given("F", float(np.linalg.norm(force)), "N", "whichever way")
    limit = _weld(assembly, one, w)
    if way.nominal:
        limit = w.line("F_n", "2 * F_a", "N", "nominal, in a crash")
    part, state = at_most(F / limit, way.accept)
    return replace(
        blank(study, f"fastened.weld{way.key}", "anchor", (one.id, one.member), f"Welds of the brackets{way.title}", _plain(way)),
        sentence=f"{say.force(F)} of {say.force(limit * way.accept)} on the welds of the {one.label}, {row.words}.",
        demand=F, limit=limit * way.accept, unit="N", use=part, state=state, case=row.case,
        basis=f"AISC 360-16 J2.4, ASD; both sides over {one.pad:.0f} mm, a leg as thick as the rail's wall: {COMMON_PRACTICE}{way.basis}", working=w.done(),
    )  # fmt: skip


def _weld(assembly: Assembly, one: Fastening, w: Working) -> float:
    """N that the fillets of a bracket are allowed."""
    member = assembly.member(one.member)
    metal, t = member.section.material, member.shape.wall
    assert isinstance(metal, Metal)
    w.given("l", 2 * one.pad, "mm", "of fillet, both sides of the bracket")
    w.given("r", min(throat(metal, t), base(metal, t)), "N/mm", f"the filler or the wall beside it, leg {t:.1f} mm")
    return w.line("F_a", "l * r", "N")


def _mounts(worked: Sequence[Worked], way: Way) -> Finding:
    study = worked[0].row.study
    say = study.context.say
    sizes = np.linalg.norm(np.array([item.force for item in worked]), axis=1).tolist()
    hardest = hardest_of((size, item.one.rating, item) for size, item in zip(sizes, worked, strict=True))
    assert hardest is not None
    size, rating, (one, row, force, _) = hardest
    w = Working()
    _said(w, one, row)
    for axis, part in zip("xyz", force.tolist(), strict=True):
        w.given(f"F_{axis}", part, "N", "on the build")
    w.line("F", "sqrt(F_x**2 + F_y**2 + F_z**2)", "N", "whichever way")
    x, y, z = (say.force(abs(part)) for part in force.tolist())
    found = replace(
        blank(study, f"fastened.mount{way.key}", "anchor", (one.id, one.member), f"What the mounts bear{way.title}", _plain(way)),
        sentence=f"{say.force(size)} on the {one.label}, {row.words}: {z} {'down' if force[2] > 0 else 'up'}, {x} along and {y} across.",
        demand=size,
        case=row.case,
        basis=f"forces of the frame on mounts that give; rating as given{way.basis}",
    )
    return held(found, w, rating, way, "rating of the mounts", "F")


def _plain(way: Way) -> Way:
    """Without what is said of what hangs over somebody."""
    return replace(way, caution="") if way.caution == HANG_CAUTION else way


def _said(w: Working, one: Fastening, row: SolvedRow) -> None:
    """What every mount pushes with, and how it gives."""
    posed = row.study.posed
    assert posed is not None
    rows = zip(posed.hung.fastened, fastening_forces(posed, row.result).tolist(), strict=True)
    w.say(f"{one.label}, {row.words}.")
    w.say("The mounts push with " + "; ".join(f"{other.label} {x:.0f}, {y:.0f}, {z:.0f} N" for (other, _, _), (x, y, z) in rows) + ".")
    w.given("k_a", one.k[0], "N/mm", f"along its bolt, {'bushing as given' if one.soft else 'fixed hard (typical, no published source)'}")
    item = row.study.case(row.case)
    met = posed.rolled(item.case) if item is not None else ""
    if met:
        w.say(met)
    if row.twist:
        w.given("delta", row.twist * one.twist, "mm", "moved by the twist of the vehicle's frame")
