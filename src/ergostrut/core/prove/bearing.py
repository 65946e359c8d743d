"""What a build bears on and is tied to: slots, wells, ties; and what friction alone would hold."""

from __future__ import annotations

import math
from collections.abc import Iterator
from dataclasses import replace

import numpy as np

from ..cases import CRASH_BASIS, CRASH_CAUTION
from ..constants import G
from ..finding import Finding, Working, at_most, unknown
from ..structure.holds import Contact
from .posed import Solved
from .study import Study

_WORDS = {
    "slot": ("Slots of the host", "in one slot", "slot rating"),
    "well": ("Wheel wells", "on one well", "well rating"),
    "tie": ("Ties that hold it down", "up on one tie", "tie rating"),
}


def check_bearing(study: Study) -> Iterator[Finding]:
    """Each kind of bearing at its hardest against its rating; a rating nobody gave is unknown and the worst demand is named."""
    if study.posed is None or not study.solved:
        return
    for kind in _WORDS:
        rows = [(i, contact) for i, contact in enumerate(study.posed.contacts) if contact.kind == kind]
        if rows:
            yield _bearing(study, kind, rows)
    yield from _friction(study)
    yield from _crash(study)


def _bearing(study: Study, kind: str, rows: list[tuple[int, Contact]]) -> Finding:
    say, (title, words, lacking) = study.context.say, _WORDS[kind]
    table = [(float(item.result.rest_force[i]), contact, item.case.name) for item in study.solved for i, contact in rows]

    def hardness(row: tuple[float, Contact, str]) -> tuple[bool, float]:
        # one without a rating decides first: it keeps the whole unknown
        return row[1].rating is None, row[0] / (row[1].rating or 1.0)

    force, contact, case = max(table, key=hardness)
    w = Working()
    w.given("F", force, "N", f"{contact.label}, {case}{study.where}, from the frame")
    found = Finding(
        f"{study.assembly.id}/bears.{kind}",
        f"bears.{kind}",
        "anchor",
        (contact.member, contact.id),
        title,
        f"{say.force(force)} {words}, {contact.label}, {case.lower()}{study.where}.",
        "unknown",
        force,
        contact.rating,
        "N",
        case=case,
        position=study.setting.name,
        basis="contact force from the frame; rating as given",
        working=w.done(),
    )
    if contact.rating is None:
        sentence = f"{found.sentence} What it bears is not known: give its rating."
        return unknown(replace(found, sentence=sentence), lacking)
    w.line("use", "F / R", "", R=contact.rating)
    use, state = at_most(force, contact.rating)
    return replace(found, state=state, use=use, working=w.done())


def _crash(study: Study) -> Iterator[Finding]:
    """What holds it in a crash where no base is bolted down: ties share what pushes level, besides what each holds down."""
    posed = study.posed
    if posed is None or not study.crash or study.assembly.base or study.assembly.mounts:
        return
    say, kg = study.context.say, study.mass()
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
