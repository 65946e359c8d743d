"""What a build bears on and is tied to: slots, wells, ties; and what friction alone would hold."""

from __future__ import annotations

import math
from collections.abc import Iterator
from dataclasses import replace

import numpy as np

from ...cases import CRASH_BASIS, CRASH_CAUTION, ROAD_DURATION, Case
from ...constants import G
from ...finding import COMMON_PRACTICE, Finding, State, Working, at_least, at_most, unknown
from ...mechanics.strength import Span, allowable
from ...mechanics.strength.allowable import Allowable
from ...structure.nouns.holds import Contact
from ...structure.nouns.parts import Member
from ..model.check import SettingCheck
from ..model.posed import Solved
from ..model.study import Study

_WORDS = {
    "slot": ("Slots of the host", "in one slot", "slot rating"),
    "well": ("Wheel wells", "on one well", "well rating"),
    "side": ("Sides of the bed", "on a side of the bed", "rating of the bed's sides"),
    "tie": ("Ties that hold it down", "up on one tie", "tie rating"),
}
CREEPS = 0.02
"""Share of its weight under which what friction would have to hold is no matter (common practice, no published source)."""
LEDGES = {"slot": "slot", "well": "wheel well", "side": "bed's side"}
RATTLES = 6.0
"""mm of play in a slot that knocks (common practice, no published source)."""
LIES_NEED, LIES_WANT = 12.0, 20.0
"""mm of a member's end on a ledge: less slips off as the bed works, and is pressed in (common practice, no published source)."""


def check_bearing(study: Study) -> Iterator[Finding]:
    """Each kind of bearing at its hardest against its rating; a rating nobody gave is unknown and the worst demand is named."""
    if study.posed is None or not study.solved:
        return
    for kind in _WORDS:
        rows = [(i, contact) for i, contact in enumerate(study.posed.contacts) if contact.kind == kind]
        if rows:
            yield _bearing(study, kind, rows)
    yield from check_short(study)
    yield from check_blocks(study)
    yield from _friction(study)
    yield from _crash(study)


def _bearing(study: Study, kind: str, rows: list[tuple[int, Contact]]) -> Finding:
    """The hardest of a kind: a tie with its share of what pushes level, a slot's side likewise, a well under all that lies on it."""
    say, (title, words, lacking) = study.context.say, _WORDS[kind]
    together: dict[str, list[tuple[int, Contact]]] = {}
    for i, contact in rows:
        together.setdefault(contact.source if kind == "well" and contact.source else contact.id, []).append((i, contact))

    def asked(item: Solved, mine: list[tuple[int, Contact]]) -> tuple[float, float]:
        up = sum(float(item.result.rest_force[i]) for i, _ in mine)
        return up, level_share(study, item.case, kind)

    table = [(*asked(item, mine), mine, item) for item in study.solved for mine in together.values()]

    def hardness(row: tuple[float, float, list[tuple[int, Contact]], Solved]) -> tuple[bool, float]:
        # one without a rating decides first: it keeps the whole unknown
        rating = row[2][0][1].rating
        return rating is None, math.hypot(row[0], row[1]) / (rating or 1.0)

    up, level, mine, item = max(table, key=hardness)
    contact, case = mine[0][1], item.case.name
    w = Working()
    if len(mine) > 1:
        words, name = f"on the {contact.source}", f"{len(mine)} members"
        w.say("; ".join(f"{one.label} {float(item.result.rest_force[i]):.0f} N" for i, one in mine))
    else:
        name = contact.label
    w.given("T" if level else "F", up, "N", f"{name}, {case}{study.where}, from the frame")
    if level:
        w.given("V", level, "N", _level_words(study, kind))
    force = w.line("F", "sqrt(T**2 + V**2)", "N", "both at once") if level else up
    with_level = f" and {say.force(level)} level" if level else ""
    found = Finding(
        f"{study.assembly.id}/bears.{kind}",
        f"bears.{kind}",
        "anchor",
        tuple(dict.fromkeys(part for _, one in mine for part in (one.member, one.id))),
        title,
        f"{say.force(up)} {words}{with_level}, {name}, {case.lower()}{study.where}.",
        "unknown",
        force,
        contact.rating,
        "N",
        case=case,
        position=study.setting.name,
        basis="contact force from the frame, what pushes level shared evenly; rating as given",
        working=w.done(),
    )
    if contact.rating is None:
        sentence = f"{found.sentence} What it bears is not known: give its rating."
        return unknown(replace(found, sentence=sentence), lacking)
    w.line("use", "F / R", "", R=contact.rating)
    use, state = at_most(force, contact.rating)
    return replace(found, state=state, use=use, working=w.done())


def level_share(study: Study, case: Case, kind: str) -> float:
    """N level that one tie, or one side of a slot, takes in a case (``pushed_level``)."""
    return math.hypot(*pushed_level(study, case, kind))


def pushed_level(study: Study, case: Case, kind: str) -> tuple[float, float]:
    """N along and across that one tie, or one side of a slot, is pushed with in a case: slots hold along the vehicle what lies in them, the host's
    faces what is packed against them, ties the rest, evenly. A base has its own fixings, and what is bolted to a wall is held there."""
    build, posed = study.assembly, study.posed
    if posed is None or build.base or build.mounts:
        return 0.0, 0.0
    slots, ties = len(posed.bearing(("slot",))), len(posed.bearing(("tie",)))
    blows = posed.blows(case)
    push = [study.mass * G * case.g[axis] + float(blows[axis]) for axis in (0, 1)]
    free = [0.0 if (axis, 1 if push[axis] > 0 else -1) in build.packed else push[axis] for axis in (0, 1)]
    if kind == "slot":
        return (free[0] / slots if slots else 0.0), 0.0
    if kind != "tie" or not ties:
        return 0.0, 0.0
    return (0.0 if slots else free[0] / ties), free[1] / ties


def _level_words(study: Study, kind: str) -> str:
    assert study.posed is not None
    count = len(study.posed.bearing((kind,)))
    return f"{study.mass:.1f} kg pushed level, and the wind where it blows, shared by {count} {'ties' if kind == 'tie' else 'sides of slots'}; no friction counted"


def check_short(study: Study) -> Iterator[Finding]:
    """What lies on a ledge or a wheel well with too little of its end, or ends short of it and bears nothing."""
    if not study.setting.drivable:
        return
    yield from _opening(study)
    rows = [contact for contact in study.assembly.contacts if contact.lies is not None]
    if not rows:
        return
    say, worst = study.context.say, min(rows, key=lambda one: one.lies or 0.0)
    assert worst.lies is not None
    w = Working()
    have = w.given("l", worst.lies, "mm", f"of {study.assembly.member(worst.member).name} lies there: {worst.label}")
    use, state = at_least(have, LIES_NEED, LIES_WANT)
    text = (
        f"{say.length(have)} of it lies there, {say.length(LIES_WANT)} is wanted."
        if have > 0
        else f"It ends {say.length(-have)} short and bears nothing. Make it wider, or stand it on legs."
    )
    yield Finding(
        f"{study.assembly.id}/bears.short", "bears.short", "frame", (worst.member, worst.id), f"Lies on the {LEDGES.get(worst.kind, 'ledge')}",
        text, state, have, LIES_NEED, "mm", use, True, LIES_WANT, basis=COMMON_PRACTICE, working=w.done(),
    )  # fmt: skip


def _opening(study: Study) -> Iterator[Finding]:
    """What lies in a slot against the slot's opening: it goes in, and does not knock from side to side."""
    slots, say = study.context.host.slots, study.context.say
    rows = [
        (slots[one.source].opening - study.assembly.member(one.member).shape.width, one)
        for one in study.assembly.contacts
        if one.kind == "slot" and one.source in slots
    ]
    if not rows:
        return
    tight, loose = min(rows, key=lambda row: row[0]), max(rows, key=lambda row: row[0])
    contact = (tight if tight[0] < 0 else loose)[1]
    w = Working()
    w.given("o", slots[contact.source].opening, "mm", f"opening of {contact.source}")
    w.given("t", study.assembly.member(contact.member).shape.width, "mm", study.assembly.member(contact.member).name)
    play = w.line("p", "o - t", "mm")
    state: State = "over" if play < 0 else "tight" if play > RATTLES else "holds"
    text = (
        f"It is {say.length(-play)} too thick for {contact.source}."
        if play < 0
        else f"{say.length(play)} of play in {contact.source}" + (": pack it, or it knocks." if play > RATTLES else ".")
    )
    yield Finding(
        f"{study.assembly.id}/fit.slot", "fit.slot", "frame", (contact.member, contact.id), "Members in the host's slots", text, state, play, 0.0, "mm",
        2.0 if play < 0 else 0.9 if play > RATTLES else 0.5, True, 0.0, basis=COMMON_PRACTICE, working=w.done(),
    )  # fmt: skip


def check_blocks(study: Study) -> Iterator[Finding]:
    """Loose blocks and packers: pressed along their grain as short posts."""
    posed = study.posed
    if posed is None or not study.solved:
        return
    best: tuple[float, float, Member, Solved, Allowable] | None = None
    for i, contact in enumerate(posed.contacts):
        if not contact.under:
            continue
        block = posed.assembly.member(contact.under)
        for item in study.solved:
            wood = block.section.material.kind == "wood"
            CD = ROAD_DURATION if wood and not item.case.lasting else 1.0
            wet = wood and study.context.design.loads.wet
            force = float(item.result.rest_force[i])
            if best is not None and force <= best[1] / ROAD_DURATION:
                continue
            allow = allowable(block.shape, block.section.material, Span(KLy=block.length, KLz=block.length, CD=CD, wet=wet))
            if best is None or force / allow.Nc > best[0]:
                best = force / allow.Nc, force, block, item, allow
    if best is None:
        return
    _, force, block, item, allow = best
    w = Working()
    w.given("P", force, "N", f"on {block.name}, {item.words}{study.where}")
    w.given("L", block.length, "mm", "its height; it turns at both ends")
    w.extend(allow.lines["Nc"])
    w.line("use", "P / P_c", "", P_c=allow.Nc)
    say = study.context.say
    yield study.held_to(
        "block.strength", "Blocks and packers", f"{say.force(force)} of {say.force(allow.Nc)} on {block.name}, {item.case.name.lower()}{study.where}.",
        parts=(block.id,), demand=force, limit=allow.Nc, unit="N", case=item.case.name, basis=f"{allow.clause}, as a short post", working=w,
    )  # fmt: skip


def _crash(study: Study) -> Iterator[Finding]:
    """What holds it in a crash where no base is bolted down: ties share what pushes level, besides what each holds down."""
    posed, build = study.posed, study.assembly
    if posed is None or not study.crash or build.base or build.mounts or build.fastenings or any(strap.ties for strap in build.straps):
        return
    say, kg = study.context.say, study.mass
    ties = [i for i, contact in enumerate(posed.contacts) if contact.kind == "tie"]
    rating = min((posed.contacts[i].rating or 0.0 for i in ties), default=0.0) or None

    def need(item: Solved) -> float:
        level = kg * G * math.hypot(item.case.g[0], item.case.g[1])
        up = max((float(item.result.rest_force[i]) for i in ties), default=0.0)
        return up + level / len(ties) if ties else level

    item = max(study.crash, key=need)
    level = kg * G * math.hypot(item.case.g[0], item.case.g[1])
    w = Working()
    w.given("m", kg, "kg", "build and what it carries")
    w.given("H", level, "N", f"pushes level, {item.case.name}{study.where}")
    found = Finding(
        f"{study.assembly.id}/crash.ties",
        "crash.ties",
        "anchor",
        (study.body,),
        "Held down in a crash",
        f"{say.force(level)} pushes it level, {item.case.name.lower()}, and nothing rated holds it. Tie every end down and give the ties' rating.",
        "unknown",
        need(item),
        rating,
        "N",
        case=item.case.name,
        position=study.setting.name,
        basis=CRASH_BASIS,
        caution=CRASH_CAUTION,
    )
    if not ties or rating is None:
        yield unknown(replace(found, working=w.done()), "tie rating")
        return
    w.given("n", len(ties), "", "ties share it; sides, ends and slots are not counted")
    w.given("U", need(item) - level / len(ties), "N", "up on the hardest of them besides")
    force = w.line("F", "U + H / n", "N", "on one tie")
    w.line("use", "F / R", "", "rating as it stands", R=rating)
    use, state = at_most(force, rating)
    text = f"{say.force(force)} of {say.force(rating)} on one of {len(ties)} ties, {item.case.name.lower()}."
    yield replace(found, sentence=text, demand=force, use=use, state=state, working=w.done())


def _friction(study: Study) -> Iterator[Finding]:
    """Sideways force that nothing but friction takes."""
    posed = study.posed
    assert posed is not None
    if not posed.by_friction:
        return
    springs = [i for i, bar in enumerate(posed.model.bars) if bar.id == "friction"]
    worst = max(study.solved, key=lambda item: float(np.sum(np.abs(item.result.ends[springs, 0]))))
    push = float(np.sum(np.abs(worst.result.ends[springs, 0])))
    if push < CREEPS * study.mass * G:
        # something firmer holds it as soon as it moves
        return
    down = sum(float(f) for contact, f in zip(posed.contacts, worst.result.rest_force, strict=True) if contact.push[2] > 0)
    say, case = study.context.say, worst.case.name
    w = Working()
    w.given("H", push, "N", f"pushes sideways, {case}{study.where}")
    w.given("N", down, "N", "presses on what it stands on then")
    w.line("mu", "H / N" if down > 0 else "0 * H", "", "friction that this would ask for")
    found = Finding(
        f"{study.assembly.id}/held.friction",
        "held.friction",
        "anchor",
        (study.body,),
        "Held by friction alone",
        f"{say.force(push)} sideways in {case.lower()} and only friction under its feet holds it. Tie it to the host.",
        "unknown",
        push,
        None,
        "N",
        case=case,
        position=study.setting.name,
        basis="friction is unknown until it is tried",
        working=w.done(),
    )
    yield unknown(found, "friction under the feet")


CHECKS = (SettingCheck(check_bearing),)
