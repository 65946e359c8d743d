"""What a deck does where it reaches over the last member under it: one foot at its edge."""

from __future__ import annotations

from collections.abc import Iterator

from ...catalog.model import Planks, Sandwich
from ...finding import COMMON_PRACTICE, Finding, Working
from .field import PLYWOOD, Field, allowable, along

REACH = 40.0
"""mm over a member's face that count as its edge, not as an overhang."""


def overhangs(field: Field) -> tuple[float, float]:
    """How far the panel reaches over the face of its first and of its last member, mm."""
    first, last = ends(field)
    panel, k = field.panel, field.panel.laid.span
    return first - panel.lo[k], panel.hi[k] - last


def ends(field: Field) -> tuple[float, float]:
    """Outer faces of the first and the last member under a panel, along its span."""
    k = field.panel.laid.span
    under = [field.assembly.member(name) for name in field.panel.laid.on]
    first, last = min(under, key=lambda m: m.a[k]), max(under, key=lambda m: m.a[k])
    return first.a[k] - first.shape.width / 2, last.a[k] + last.shape.width / 2


def check_hanging_over(field: Field) -> Iterator[Finding]:
    """What of a thing lies beyond the last member hangs on a cantilever: its part there, at its own middle, on a strip as wide as the thing and
    what it reaches out besides."""
    sheet, say = field.panel.sheet, field.context.say
    if max(overhangs(field)) <= REACH or isinstance(sheet, Sandwich):
        return
    first, last = ends(field)
    for load in field.things:
        out, arm = max(
            ((first - (load.s - load.long / 2), "ahead of the first"), (load.s + load.long / 2 - last, "behind the last")),
            key=lambda row: row[0],
        )
        if out <= 1.0:
            continue
        part = min(out, load.long)
        for n, case, lasting in field.presses:
            w = Working()
            w.given("m", load.mass, "kg", load.name)
            w.line("P", "n * m * 9.80665 * u / l", "N", f"of it {arm} member, {case.lower()}", n=n, u=part, l=load.long)
            w.line("M", "P * (o - u / 2)", "N mm", "its middle from the member's face", o=out)
            wide = sheet.width if isinstance(sheet, Planks) else field.wide
            w.line("b", "min(c + o, B)", "mm", "spread at 45 degrees on both sides half", c=load.across, B=wide)
            stress = w.line("sigma", "M / (b * t**2 / 6)", "MPa", t=sheet.t)
            if isinstance(sheet, Planks):
                limit = w.given("sigma_allow", sheet.allow, "MPa", sheet.source)
            else:
                limit = allowable(w, field, sheet, along(field.panel, sheet)[2], lasting=lasting)
            text = f"{say.stress(stress)} of the {say.stress(limit)} working limit under {load.name}, {say.length(out)} {arm} member."
            basis = f"cantilever strip, spread at 45 degrees: {COMMON_PRACTICE}; {PLYWOOD}"
            yield field.finding("deck.overhang", "Deck beyond its last member", text, stress, limit, case, w, basis)


def check_edge(field: Field) -> Iterator[Finding]:
    """A cantilever strip under one foot at its tip, spread at 45 degrees from the foot to the member."""
    c, sheet, say = max(overhangs(field)), field.panel.sheet, field.context.say
    if c <= REACH or isinstance(sheet, Sandwich):
        return
    w = Working()
    w.given("P", field.foot, "N", "one foot on 75 x 75 mm at the edge")
    w.given("c", c, "mm", "over the face of the last member")
    w.line("M", "P * max(c - 75 / 2, c / 2)", "N mm", "foot at the very edge")
    w.line("b", "min(75 + c, B)", "mm", "spread at 45 degrees", B=sheet.width if isinstance(sheet, Planks) else field.wide)
    stress = w.line("sigma", "M / (b * t**2 / 6)", "MPa", t=sheet.t)
    if isinstance(sheet, Planks):
        limit = w.given("sigma_allow", sheet.allow, "MPa", sheet.source)
    else:
        _, _, f, _ = along(field.panel, sheet)
        limit = allowable(w, field, sheet, f, lasting=False)
    text = f"{say.stress(stress)} of the {say.stress(limit)} working limit where it reaches {say.length(c)} over the last member."
    basis = f"cantilever strip, spread at 45 degrees: {COMMON_PRACTICE}; {PLYWOOD}"
    yield field.finding("deck.edge", "Deck, one foot at its edge", text, stress, limit, "Parked, foot", w, basis)
