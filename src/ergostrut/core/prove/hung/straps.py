"""Straps against their working load, and what they hang from."""

from __future__ import annotations

import math
from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace

import numpy as np

from ...cases import ASLEEP
from ...finding import Finding, Working, unknown
from ...mechanics.joints.hardware import FLAT_STRAP, STRAP_FACTOR
from ...structure.nouns.hung import Strap
from ..model.study import Study
from .ways import USUAL, SolvedRow, Way, blank, hardest_of, held


def working_load(strap: Strap) -> float | None:
    """N that a strap may carry: a third of what breaks it; None while its figure, or what kind of figure it is, is not known."""
    if strap.rating is None or strap.marked is None:
        return None
    return strap.rating / STRAP_FACTOR if strap.marked == "breaking" else strap.rating


@dataclass(frozen=True, slots=True)
class _Called:
    """What straps of a kind are called: ``check`` begins their checks' names."""

    check: str
    title: str
    hooked: str


HANGS, TIES = _Called("strap", "Straps", "Where the straps hang"), _Called("tiedown", "Tie-downs", "What the tie-downs hook into")
IN_CRASH = 0.8
"""Of what breaks a tie-down, in a crash (common practice, no published source)."""


def check_straps(study: Study, rows: Sequence[SolvedRow], way: Way) -> Iterator[Finding]:
    """The hardest of what hangs on straps, and of what is tied down by them."""
    for ties in (False, True):
        table = [
            (float(pull), strap, row)
            for row in rows
            if row.study.posed is not None
            for strap, pull in zip(row.study.posed.hung.straps, row.result.strap_force, strict=True)
            if strap.ties is ties
        ]
        yield from _straps(
            study, table, replace(way, caution="" if way is USUAL else way.caution) if ties else way, TIES if ties else HANGS
        )


def _limit(strap: Strap, way: Way) -> float | None:
    """N that a strap may carry as it is judged: in a crash a tie-down nearly what breaks it, where that is known."""
    if way.nominal and strap.ties and strap.rating is not None and strap.marked == "breaking":
        return IN_CRASH * strap.rating
    return working_load(strap)


def _straps(study: Study, table: Sequence[tuple[float, Strap, SolvedRow]], way: Way, called: _Called) -> Iterator[Finding]:
    say = study.context.say
    hardest = hardest_of((pull, _limit(strap, way), (strap, row)) for pull, strap, row in table)
    if hardest is None:
        return
    force, limit, (strap, row) = hardest
    posed = row.study.posed
    assert posed is not None
    w = Working()
    w.say(f"Pulls of all straps, {row.words}: " + _list(posed.hung.straps, row.result.strap_force.tolist()) + ".")
    w.given("F", force, "N", f"{strap.label}, from the frame; straps at the softer and the stiffer bound, the worse")
    angle = math.degrees(math.asin(min(abs(strap.run[2]) / math.dist(strap.at, strap.to), 1.0)))
    w.given("alpha", angle, "deg", "from the level")
    found = replace(
        blank(study, f"{called.check}{way.key}", "anchor", (strap.id, strap.member), f"{called.title}{way.title}", way),
        sentence=f"{say.force(force)} in the {strap.label}, {row.words}.",
        demand=force,
        case=row.case,
        basis=f"pull from the frame; working load a third of what breaks it{way.basis}",
    )
    if strap.rating is not None and strap.marked is None:
        third, whole = force / (strap.rating / STRAP_FACTOR), force / strap.rating
        text = (
            f"{found.sentence} Whether its {say.force(strap.rating)} is a working or a breaking load is not known, read its tag: "
            f"used to {third:.2f} if that breaks it, to {whole:.2f} if it is its working load."
        )
        yield unknown(replace(found, sentence=text, working=w.done()), "kind of strap rating")
    else:
        if way.nominal and strap.ties and strap.rating is not None and strap.marked == "breaking":
            w.line("R", "k * S_b", "N", "of what breaks it, in a crash", k=IN_CRASH, S_b=strap.rating)
        elif strap.rating is not None and strap.marked == "breaking":
            w.line("R", "S_b / k_b", "N", "working load, a third of what breaks it", S_b=strap.rating, k_b=STRAP_FACTOR)
        one = held(found, w, limit, way, "strap rating", "F")
        if angle < FLAT_STRAP and one.state == "holds":
            steeper = "lead" if strap.ties else "hang"
            text = f"{one.sentence} It runs under {FLAT_STRAP:g}° from the level: {steeper} it steeper."
            one = replace(one, state="tight", sentence=text)
        yield one
    eye = hardest_of((pull, one.eye, (one, row)) for pull, one, row in table)
    if eye is not None:
        force, limit, (strap, row) = eye
        w = Working()
        w.given("F", force, "N", f"where the {strap.label} {'hooks in' if strap.ties else 'hangs'}, {row.words}")
        found = replace(
            blank(study, f"{called.check}.eye{way.key}", "anchor", (strap.id,), f"{called.hooked}{way.title}", way),
            sentence=f"{say.force(force)} on {strap.source or 'the eye'} of the {strap.label}, {row.words}.",
            demand=force,
            case=row.case,
            basis=f"pull from the frame; rating as given{way.basis}",
        )
        yield held(
            found, w, limit, way, "rating of what the tie-downs hook into" if strap.ties else "rating of what the straps hang from", "F"
        )


def _list(things: Sequence[Strap], forces: Sequence[float]) -> str:
    return ", ".join(f"{thing.label} {force:.0f} N" for thing, force in zip(things, forces, strict=True))


def check_sinking(study: Study) -> Iterator[Finding]:
    """How far the edge on straps sinks under who lies there, straps at their softer bound: a note, the bed leans by it."""
    item, posed = study.case(ASLEEP) or study.case("Parked"), study.posed
    if item is None or posed is None or not any(not strap.ties for strap in posed.hung.straps):
        return
    rows = zip(posed.model.straps, posed.hung.straps, strict=True)
    drops = [-math.inf if strap.ties else -float(item.result.u[pull.a][2]) for pull, strap in rows]
    i = int(np.argmax(drops))
    strap = posed.hung.straps[i]
    w = Working()
    w.given("F", float(item.result.strap_force[i]), "N", f"in the {strap.label}, {item.case.name}{study.where}")
    w.given("k", strap.k[0], "N/mm", "strap at its softer bound: webbing stretches 7 % at its capacity, EN 12195-2, from memory")
    w.given("delta", drops[i], "mm", "its edge sinks, stretch and slack together, from the frame")
    yield Finding(
        f"{study.assembly.id}/strap.sinks",
        "strap.sinks",
        "prove",
        (strap.id, strap.member),
        "Edge on straps sinks",
        f"{study.context.say.length(drops[i])} at the {strap.label}, {item.case.name.lower()}{study.where}: hang it so much higher to lie level.",
        "note",
        drops[i],
        None,
        "mm",
        case=item.case.name,
        position=study.setting.name,
        basis="from the frame; webbing as soft as EN 12195-2 lets it be, from memory",
        working=w.done(),
    )
