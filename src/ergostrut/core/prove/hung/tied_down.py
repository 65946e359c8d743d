"""Tie-downs beside their own pull: arms that they hook into, and all of them together by rule."""

from __future__ import annotations

import math
from collections.abc import Iterator, Sequence
from dataclasses import replace

import numpy as np

from ...constants import G
from ...finding import Finding, Working, at_least, at_most, unknown
from ...mechanics.strength import Span, allowable
from ...mechanics.strength.allowable import Allowable
from ...structure.nouns.hung import Strap
from ..model.check import SettingCheck
from ..model.study import Study
from .straps import working_load
from .ways import SolvedRow, Way, blank, hardest_of, held

HALF = 0.5
"""Of a tie-down's working load that counts where it goes from the vehicle to what is tied, and of the weight that all must hold (49 CFR 393.106(d))."""


def check_arms(study: Study, rows: Sequence[SolvedRow], way: Way) -> Iterator[Finding]:
    """Arms that reach from the frame to the hooks: the pull across one bends it where it is held."""
    hardest: tuple[float, float, float, Strap, SolvedRow, Allowable] | None = None
    for row in (row for row in rows if row.study.posed is not None):
        assert row.study.posed is not None
        for strap, pull in zip(row.study.posed.hung.straps, row.result.strap_force.tolist(), strict=True):
            if strap.arm is None:
                continue
            along, out = np.array(strap.run) / math.dist(strap.at, strap.to), np.array(strap.arm.out)
            across = pull * math.sqrt(max(1.0 - float(along @ out) ** 2, 0.0))
            section = strap.arm.section
            allow = allowable(section.properties, section.material, Span(Lb=strap.arm.length, welded=True))
            moment = across * strap.arm.length
            if hardest is None or moment / min(allow.My, allow.Mz) > hardest[0]:
                hardest = moment / min(allow.My, allow.Mz), moment, across, strap, row, allow
    if hardest is None:
        return
    _, moment, across, strap, row, allow = hardest
    assert strap.arm is not None
    w, limit = Working(), min(allow.My, allow.Mz)
    w.given("F", across, "N", f"{strap.label} across its arm, {row.words}")
    w.line("M", "F * L", "N mm", "where the arm is held", L=strap.arm.length)
    w.extend(allow.lines["My" if allow.My <= allow.Mz else "Mz"])
    w.line("use", "M / (a * M_c)", "", "a accepted then" if way.accept != 1.0 else "", a=way.accept, M_c=limit)
    use, state = at_most(moment, way.accept * limit)
    yield replace(
        blank(study, f"tiedown.arm{way.key}", "anchor", (strap.id,), f"Arms of the tie-downs{way.title}", way),
        sentence=f"{moment / 1e3:.0f} of {limit / 1e3:.0f} N m in the arm of the {strap.label}, {strap.arm.section.label}, {row.words}.",
        state=state, demand=moment / 1e3, limit=way.accept * limit / 1e3, unit="N m", use=use, case=row.case,
        basis=f"{allow.clause}; the tie's pull across the arm at its end{way.basis}", working=w.done(), caution="",
    )  # fmt: skip


def check_blocked(study: Study, rows: Sequence[SolvedRow], way: Way) -> Iterator[Finding]:
    """What keeps a tied build from going sideways, in a crash and with a tie off: its blocks push harder then. Nothing of what is not tied down."""
    table = [
        (float(force), contact.rating, (contact, row))
        for row in rows
        if row.study.posed is not None and any(strap.ties for strap in row.study.posed.hung.straps)
        for contact, force in zip(row.study.posed.contacts, row.result.rest_force, strict=True)
        if contact.kind == "well"
    ]
    hardest = hardest_of(table)
    if hardest is None:
        return
    force, rating, (contact, row) = hardest
    w = Working()
    w.given("F", force, "N", f"{contact.label}, {row.words}, from the frame")
    found = replace(
        blank(study, f"bears.well{way.key}", "anchor", (contact.member, contact.id), f"Wheel wells{way.title}", way),
        sentence=f"{study.context.say.force(force)} on one well, {contact.label}, {row.words}.", demand=force, case=row.case,
        basis=f"contact force from the frame; rating as given{way.basis}",
    )  # fmt: skip
    yield held(found, w, rating, way, "well rating", "F")


def check_together(study: Study) -> Iterator[Finding]:
    """Working loads of all tie-downs against half of what they hold."""
    ties = [strap for strap in study.assembly.straps if strap.ties]
    if not ties or not study.setting.drivable or any(study.setting.travels.values()):
        return
    say, limits = study.context.say, [working_load(strap) for strap in ties]
    known = [limit for limit in limits if limit is not None]
    w = Working()
    weight = w.given("W", study.mass * G, "N", "it, and all that it carries")
    found = Finding(
        f"{study.assembly.id}/tiedown.together", "tiedown.together", "anchor", tuple(strap.id for strap in ties), "Tie-downs, all together", "", "unknown",
        unit="N", minimum=True, position=study.setting.name, basis="49 CFR 393.106(d): half of each that runs from the vehicle to it; from memory",
    )  # fmt: skip
    need = w.line("W_2", "h * W", "N", "at the least", h=HALF)
    if len(known) < len(ties):
        text = f"Together they are to count {say.force(need)}; what they are rated is not known."
        yield unknown(replace(found, sentence=text, limit=need, working=w.done()), "strap rating")
        return
    w.given("S", sum(known), "N", f"working loads of {len(ties)}")
    have = w.line("A", "h * S", "N", "half of each counts")
    use, state = at_least(have, need, need)
    w.line("use", "W_2 / A", "")
    text = f"{say.force(have)} count, {say.force(need)} is asked, half of {say.force(weight)}."
    yield replace(found, sentence=text, state=state, demand=have, limit=need, use=use, working=w.done())


CHECKS = (SettingCheck(check_together, ("straps",)),)
