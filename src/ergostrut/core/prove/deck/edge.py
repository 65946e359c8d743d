"""What a deck does where it reaches over the last member under it: one foot at its edge."""

from __future__ import annotations

from collections.abc import Iterator

from ...catalog.model import Planks, Sandwich
from ...finding import COMMON_PRACTICE, Finding, Working
from .field import PLYWOOD, Field, allowable, along

REACH = 40.0
"""mm over a member's face that count as its edge, not as an overhang."""


def overhang(field: Field) -> float:
    """How far the panel reaches over the face of its first or last member, mm."""
    k, panel = field.panel.span, field.panel
    under = [field.assembly.member(name) for name in panel.on]
    first, last = min(under, key=lambda m: m.a[k]), max(under, key=lambda m: m.a[k])
    before = first.a[k] - first.shape.width / 2 - panel.origin[k]
    after = panel.origin[k] + panel.size[k] - last.a[k] - last.shape.width / 2
    return max(before, after)


def check_edge(field: Field) -> Iterator[Finding]:
    """A cantilever strip under one foot at its tip, spread at 45 degrees from the foot to the member."""
    c, sheet, say = overhang(field), field.panel.sheet, field.context.say
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
