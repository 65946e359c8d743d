"""The base's own rails between their fixings: lifted and pressed by what stands on them, the floor pushing where they touch it."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace

import numpy as np

from ..cases import ROAD_DURATION
from ..finding import COMMON_PRACTICE, Finding, Working, at_most, unknown
from ..mechanics.strength import Allowable, Span, allowable
from ..structure.context import Context
from ..structure.nouns.parts import Member
from .checks import AnchorStudy
from .footing import Footing
from .side import BOUNDS

BASIS = "rails as beams on one-way floor contact, 1 kN/mm a mm; fixings in two stiffnesses, the worse governs; stands turn at their ends"


def check_rails(context: Context, study: AnchorStudy) -> Iterator[Finding]:
    """The hardest worked rail of each role, and fixings that stand beside their rail."""
    beams = study.footing
    if beams is None:
        return
    for role in dict.fromkeys(member.role for member in beams.members):
        yield _rail(context, study, beams, role)
    if beams.beside:
        yield _beside(context, study, beams)
    if beams.links:
        yield _stand(context, study, beams)


def _allowed(context: Context, member: Member, lasting: bool) -> Allowable:
    wood = member.section.material.kind == "wood"
    return allowable(
        member.shape, member.section.material, Span(CD=1.0 if lasting or not wood else ROAD_DURATION, wet=wood and context.design.loads.wet)
    )


def _rail(context: Context, study: AnchorStudy, beams: Footing, role: str) -> Finding:
    worst = (-1.0, 0, 0, 0, 0)
    lasting = np.array([row.case.lasting for row in beams.rows])
    for m, member in enumerate(beams.members):
        if member.role != role:
            continue
        M, V = np.abs(beams.moment[m]), np.abs(beams.shear[m])
        for lasts in (True, False):
            rows = np.flatnonzero(lasting == lasts)
            if not len(rows):
                continue
            limit = _allowed(context, member, lasts)
            part = np.maximum(M[:, rows] / limit.My, V[:, rows] / limit.Vz)
            b, r, k = (int(v) for v in np.unravel_index(int(np.argmax(part)), part.shape))
            worst = max(worst, (float(part[b, r, k]), m, b, int(rows[r]), k))
    use, m, b, r, k = worst
    member, row = beams.members[m], beams.rows[r]
    limit = _allowed(context, member, row.case.lasting)
    held = next((words[b] for words in beams.words if words[b]), "")
    w = Working()
    w.say(
        f"{member.name}, {beams.along[m][k]:.0f} mm from its end, {row.case.name}{row.setting.where}; fixings: {held}, the {BOUNDS[b]} bound."
    )
    w.given("M", abs(float(beams.moment[m][b, r, k])), "N mm", "bending, upright")
    w.given("V", abs(float(beams.shear[m][b, r, k])), "N", "shear")
    w.extend(limit.lines["My"])
    w.extend(limit.lines["Vz"])
    use = w.line("use", "max(M / M_a, V / V_a)", "", M_a=limit.My, V_a=limit.Vz)
    key = f"base.{role.replace(' ', '-')}"
    return Finding(
        f"{study.assembly.id}/{key}",
        key,
        "prove",
        (member.id,),
        f"{role.capitalize()} of the base between its fixings",
        f"{abs(float(beams.moment[m][b, r, k])) / 1e3:.0f} N m in {member.name}, {row.case.name.lower()}{row.setting.where}.",
        at_most(use, 1.0)[1],
        use * limit.stress,
        limit.stress,
        "MPa",
        use,
        case=row.case.name,
        position=row.setting.name,
        basis=f"{limit.clause}; {BASIS}",
        working=w.done(),
    )


def _stand(context: Context, study: AnchorStudy, beams: Footing) -> Finding:
    """The hardest pulled stand between a lower and an upper rail: its fastening keeps the upper rail down."""
    say, rating = context.say, next((s.stand_rating for s in study.assembly.sliders), None)
    b, r, k = (int(v) for v in np.unravel_index(int(np.argmax(beams.tied)), beams.tied.shape))
    force, row = float(beams.tied[b, r, k]), beams.rows[r]
    held = next((words[b] for words in beams.words if words[b]), "")
    w = Working()
    w.given(
        "F", force, "N", f"lifts the upper rail off this stand, {row.case.name}{row.setting.where}; fixings: {held}, the {BOUNDS[b]} bound"
    )
    found = Finding(
        f"{study.assembly.id}/base.stand",
        "base.stand",
        "prove",
        (beams.links[k],),
        "Upper rail on its stands",
        f"{say.force(force)} pulls on one stand, {row.case.name.lower()}{row.setting.where}.",
        "unknown",
        force,
        rating,
        "N",
        case=row.case.name,
        position=row.setting.name,
        basis=f"stand rating as given; {BASIS}",
        working=w.done(),
    )
    if rating is None:
        return unknown(replace(found, sentence=f"{found.sentence} What its fastening takes is not known: say it."), "pull one stand takes")
    w.line("use", "F / R", "", R=rating)
    use, state = at_most(force, rating)
    return replace(found, state=state, use=use, working=w.done())


def _beside(context: Context, study: AnchorStudy, beams: Footing) -> Finding:
    anchors, say = study.assembly.anchors, context.say
    far = max(gap for _, gap in beams.beside)
    names = ", ".join(anchors[i].name for i, _ in beams.beside)
    w = Working()
    for n, (i, gap) in enumerate(beams.beside, 1):
        w.given(f"g_{n}", gap, "mm", f"{anchors[i].name}, from the edge or the end of its rail")
    return Finding(
        f"{study.assembly.id}/anchor.beside",
        "anchor.beside",
        "anchor",
        tuple(anchors[i].id for i, _ in beams.beside),
        "Fixings beside their rail",
        f"{names}: up to {say.length(far)} beside the rail. How each is tied to it is not known: a tab that reaches past its bolt pries on "
        "it several times over. Say how far its tab reaches past it, or put it under the rail.",
        "unknown",
        far,
        None,
        "mm",
        missing=("tab from rail to fixing",),
        basis=COMMON_PRACTICE,
        working=w.done(),
        caution="A bolt at the end of a soft tab holds a fraction of what it holds under the rail.",
    )
