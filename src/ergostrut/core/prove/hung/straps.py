"""Straps against their working load, and what they hang from."""

from __future__ import annotations

import math
from collections.abc import Iterator, Sequence
from dataclasses import replace

import numpy as np

from ...cases import ASLEEP
from ...finding import Finding, Working, unknown
from ...mechanics.joints.hardware import FLAT_STRAP, STRAP_FACTOR
from ...structure.nouns.hung import Strap
from ..model.study import Study
from .ways import SolvedRow, Way, blank, hardest_of, held


def working_load(strap: Strap) -> float | None:
    """N that a strap may carry: a third of what breaks it; None while its figure, or what kind of figure it is, is not known."""
    if strap.rating is None or strap.marked is None:
        return None
    return strap.rating / STRAP_FACTOR if strap.marked == "breaking" else strap.rating


def check_straps(study: Study, rows: Sequence[SolvedRow], way: Way) -> Iterator[Finding]:
    say = study.context.say
    table = [
        (float(pull), strap, row)
        for row in rows
        if row.study.posed is not None
        for strap, pull in zip(row.study.posed.hung.straps, row.result.strap_force, strict=True)
    ]
    hardest = hardest_of((pull, working_load(strap), (strap, row)) for pull, strap, row in table)
    if hardest is None:
        return
    force, limit, (strap, row) = hardest
    posed = row.study.posed
    assert posed is not None
    w = Working()
    w.say(f"Pulls of all straps, {row.words}: " + _list(posed.hung.straps, row.result.strap_force.tolist()) + ".")
    w.given("F", force, "N", f"{strap.label}, from the frame; straps at the softer and the stiffer bound, the worse")
    angle = math.degrees(math.asin(min(strap.run[2] / math.dist(strap.at, strap.to), 1.0)))
    w.given("alpha", angle, "deg", "from the level")
    found = replace(
        blank(study, f"strap{way.key}", "anchor", (strap.id, strap.member), f"Straps{way.title}", way),
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
        if strap.rating is not None and strap.marked == "breaking":
            w.line("R", "S_b / k_b", "N", "working load, a third of what breaks it", S_b=strap.rating, k_b=STRAP_FACTOR)
        one = held(found, w, limit, way, "strap rating", "F")
        if angle < FLAT_STRAP and one.state == "holds":
            text = f"{one.sentence} It runs under {FLAT_STRAP:g}° from the level: hang it steeper."
            one = replace(one, state="tight", sentence=text)
        yield one
    eye = hardest_of((pull, one.eye, (one, row)) for pull, one, row in table)
    if eye is not None:
        force, limit, (strap, row) = eye
        w = Working()
        w.given("F", force, "N", f"where the {strap.label} hangs, {row.words}")
        found = replace(
            blank(study, f"strap.eye{way.key}", "anchor", (strap.id,), f"Where the straps hang{way.title}", way),
            sentence=f"{say.force(force)} on {strap.source or 'the eye'} of the {strap.label}, {row.words}.",
            demand=force,
            case=row.case,
            basis=f"pull from the frame; rating as given{way.basis}",
        )
        yield held(found, w, limit, way, "rating of what the straps hang from", "F")


def _list(things: Sequence[Strap], forces: Sequence[float]) -> str:
    return ", ".join(f"{thing.label} {force:.0f} N" for thing, force in zip(things, forces, strict=True))


def check_sinking(study: Study) -> Iterator[Finding]:
    """How far the edge on straps sinks under who lies there, straps at their softer bound: a note, the bed leans by it."""
    item, posed = study.case(ASLEEP) or study.case("Parked"), study.posed
    if item is None or posed is None or not posed.hung.straps:
        return
    drops = [-float(item.result.u[pull.a][2]) for pull in posed.model.straps]
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
