"""How far members sag between what bears them: where people sleep, under the people themselves; and legs cut short."""

from __future__ import annotations

import itertools
from collections.abc import Iterator
from dataclasses import dataclass, replace

import numpy as np

from ...cases import ASLEEP
from ...finding import COMMON_PRACTICE, Finding, Working, at_most
from ...loads import ROOF
from ...mechanics.solver.member_forces import lines
from ...mechanics.solver.model import Array
from ...structure.nouns.parts import Member, MemberGroup
from ..model.check import SettingCheck
from ..model.crossings import rests_on
from ..model.posed import Posed, Solved
from ..model.study import Study

CREEP = 1.5
"""What wood sags more under load that lasts (engineering judgement, NDS 2018 3.5.2 with K_cr 1.5)."""
BOWED = ("sleeping", "deck", "roof")
STEPS = 8
OVERHANG = 50.0
"""mm beyond its last support from which a member's end is asked how far it drops."""
NEAR = 0.01
"""mm: supports and samples nearer than this lie at one place."""


def _supports(posed: Posed, item: Solved, member: Member) -> list[float]:
    """Places along a member, mm, where something bears it in a case: what presses, what it frames into, legs that stand."""
    a, _ = posed.tips(member.id)
    p, row = posed.model.nodes[a], posed.rows[member.id]
    pressed: dict[str, bool] = {}
    for contact, force in zip(posed.contacts, item.result.rest_force, strict=True):
        pressed[contact.member] = pressed.get(contact.member, False) or float(force) > 0.0
    own = [
        float(np.linalg.norm(posed.model.nodes[rest.node] - p))
        for contact, rest, force in zip(posed.contacts, posed.model.rests, item.result.rest_force, strict=True)
        if contact.member == member.id and contact.push[2] > 0 and float(force) > 0.0
    ]
    hung = [(strap.member, strap.at) for strap, pull in zip(posed.hung.straps, item.result.strap_force, strict=True) if pull > 0.0]
    hung += [(pivot.moving, pivot.at) for pivot, _ in posed.hung.pivots]
    line = (posed.model.nodes[posed.tips(member.id)[1]] - p) / member.length
    hung += [(one.member, end) for one, _, _ in posed.hung.fastened for end in one.ends]
    # what the ends of a member frame into that lies across others hangs on it, and bears nothing
    resting = (end for joint in posed.assembly.joints if joint.framing == member.id for end in rests_on(posed, joint))
    across = [piece.offset + (piece.length if end else 0.0) for piece, end in resting]
    own += [float((np.array(at) - p) @ line) for name, at in hung if name == member.id]
    for joint in posed.assembly.joints:
        if joint.framing == member.id and joint.end != "crosses" and not across:
            own.append(0.0 if joint.end == "a" else row[-1].offset + row[-1].length)
        elif joint.through == member.id and pressed.get(joint.framing):
            legs = posed.tips(joint.framing)
            nearest = min(legs, key=lambda node: float(abs(posed.model.nodes[node][2] - p[2])))
            own.append(float(np.linalg.norm(posed.model.nodes[nearest] - p)))
    found: list[float] = []
    for at in sorted([*own, *across]):
        if not found or at - found[-1] > NEAR:
            found.append(at)
    return found


def _shape(posed: Posed, all_lines: Array, member: Member) -> tuple[Array, Array]:
    """mm along a member, and how far it stands from home there, up positive."""
    s, z = [], []
    for piece in posed.rows[member.id]:
        moved = all_lines[piece.index]
        s.append(piece.offset + np.linspace(0, piece.length, len(moved)))
        z.append(moved[:, 2])
    return np.concatenate(s), np.concatenate(z)


def _below(s: Array, z: Array, lo: float, hi: float) -> float:
    """Largest drop below the chord between two places, mm."""
    inside = (s >= lo - NEAR) & (s <= hi + NEAR)
    s, z = s[inside], z[inside]
    if len(s) < 2 or s[-1] - s[0] < 1.0:
        return 0.0
    chord = z[0] + (z[-1] - z[0]) * (s - s[0]) / (s[-1] - s[0])
    return float(np.max(chord - z))


@dataclass(frozen=True, slots=True)
class _Reach:
    """A length of a member that sags: between two supports, or beyond the outermost by the line through it and the next."""

    lo: float
    hi: float
    line: tuple[float, float]
    """Places of the two supports that it is measured from."""

    @property
    def beyond(self) -> bool:
        return self.line != (self.lo, self.hi)

    @property
    def L(self) -> float:
        return (self.hi - self.lo) * (2.0 if self.beyond else 1.0)

    def drop(self, s: Array, z: Array) -> float:
        """Largest drop below its line, mm."""
        if not self.beyond:
            return _below(s, z, self.lo, self.hi)
        inside = (s >= self.lo - NEAR) & (s <= self.hi + NEAR)
        z0, z1 = np.interp(self.line, s, z)
        chord = z0 + (z1 - z0) * (s[inside] - self.line[0]) / (self.line[1] - self.line[0])
        return float(max(np.max(chord - z[inside], initial=0.0), 0.0))


def _reaches(supports: list[float], length: float) -> Iterator[_Reach]:
    """Every span of a member, and its ends that reach beyond."""
    yield from (_Reach(lo, hi, (lo, hi)) for lo, hi in itertools.pairwise(supports))
    if len(supports) > 1:
        if supports[0] > OVERHANG:
            yield _Reach(0.0, supports[0], (supports[0], supports[1]))
        if length - supports[-1] > OVERHANG:
            yield _Reach(supports[-1], length, (supports[-2], supports[-1]))


def check_bow(study: Study) -> Iterator[Finding]:
    """Sag of every group that people lie or things stand on: under the people where they lie, what lasts beside it with creep; the worst
    way of taking the joints, as strength has it."""
    if study.posed is None:
        return
    groups = dict.fromkeys(m.group for m in study.assembly.members if m.use in BOWED and m.group is not None)
    for group in groups:
        found = []
        for bound in study.bounds:
            parked, asleep = bound.case("Parked"), bound.case(ASLEEP)
            if bound.posed is not None and parked is not None and group is not None:
                found.append(_bow(bound, group, parked, asleep))
        if found:
            yield max(found, key=lambda one: (one.use is None, one.use or 0.0))


def _bow(study: Study, group: MemberGroup, parked: Solved, asleep: Solved | None) -> Finding:
    assert study.posed is not None
    posed, say, limits = study.posed, study.context.say, study.context.design.loads.limits
    bare = lines(posed.frame, parked.result, STEPS)
    full = lines(posed.frame, asleep.result, STEPS) if asleep is not None else bare
    worst: tuple[float, Member, _Reach, float, float] | None = None
    for member in (m for m in study.assembly.members if m.group == group):
        creep = CREEP if member.section.material.kind == "wood" else 1.0
        (s, now), (_, then) = _shape(posed, full, member), _shape(posed, bare, member)
        for reach in _reaches(_supports(posed, asleep or parked, member), float(s[-1])):
            lasting, total = reach.drop(s, then), reach.drop(s, now)
            people = max(total - lasting, 0.0)
            use = (people + creep * lasting) / max(reach.L, 1.0)
            if worst is None or use > worst[0]:
                worst = use, member, reach, people, lasting
    key = f"{group.key}.sag"
    blank = Finding(
        f"{study.assembly.id}/{key}",
        key,
        "prove",
        (),
        group.title.split(",")[0] + ", sag",
        "",
        "unknown",
        unit="mm",
        case=ASLEEP if asleep is not None else "Parked",
        position=study.setting.name,
        basis=f"L/{limits.sleeping:g} where people sleep, L/{limits.deck:g} on decks unless changed, L/{ROOF:g} for roofs; creep 1.5 on wood's lasting part: {COMMON_PRACTICE}",
    )
    if worst is None:
        return replace(blank, sentence="Nothing bears it at two places: its sag is not known.", missing=("supports",))
    _, member, reach, people, lasting = worst
    L = reach.L
    w = Working()
    w.say(f"{member.name}, {member.section.label}, between what bears it{study.where}; from the frame.")
    w.given(
        "L",
        L,
        "mm",
        "twice what reaches beyond its last support (IBC 2021 table 1604.3, from memory)" if reach.beyond else "between supports",
    )
    w.given("delta_p", people, "mm", "under the people where they lie" if asleep is not None else "nobody is said to sleep here")
    w.given("delta_d", lasting, "mm", "under its own weight and what stands on it")
    k = CREEP if member.section.material.kind == "wood" else 1.0
    sag = w.line("delta", "delta_p + k_c * delta_d", "mm", "creep on what lasts" if k > 1 else "no creep", k_c=k)
    limit = w.line("delta_limit", "L / r", "mm", r=limits.of(member.use))
    use, state = at_most(sag, limit)
    how, over = ("drops", f"at its end, {say.length(L / 2)} beyond what bears it") if reach.beyond else ("sags", f"over {say.length(L)}")
    text = f"{member.name} {how} {say.length(sag)} of {say.length(limit)} {over}{study.where}"
    beside = f", {say.length(k * lasting)} of it before anybody lies down." if asleep is not None else "."
    return replace(blank, parts=(member.id,), sentence=text + beside, state=state, demand=sag, limit=limit, use=use, working=w.done())


def check_short_legs(study: Study) -> Iterator[Finding]:
    """Legs that stand off the floor by more than nothing: when they come to bear, and with how much."""
    if study.posed is None:
        return
    rows = [(contact, i) for i, contact in enumerate(study.posed.contacts) if contact.kind == "floor" and contact.gap > 0.01]
    if not rows:
        return
    say = study.context.say
    best = max(((float(item.result.rest_force[i]), contact, item) for contact, i in rows for item in study.solved), key=lambda row: row[0])
    force, contact, item = best
    yield Finding(
        f"{study.assembly.id}/leg.short",
        "leg.short",
        "prove",
        tuple(contact.member for contact, _ in rows),
        "Legs cut short",
        f"They bear after {say.length(contact.gap)}: {say.force(force)} at most on one, {item.case.name.lower()}."
        if force > 0
        else f"They stand {say.length(contact.gap)} off and never come to bear.",
        "note",
        force,
        None,
        "N",
        case=item.case.name,
        position=study.setting.name,
        basis="one-way contact with a gap, from the frame",
    )


CHECKS = (
    SettingCheck(check_bow),
    SettingCheck(check_short_legs),
)
