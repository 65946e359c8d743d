"""A sheet screwed to the ribs: strips from rib to rib."""

from __future__ import annotations

from collections.abc import Iterator

from ...catalog.model import Sheet
from ...constants import G
from ...finding import Finding, Working
from .field import CREEP, FOOT, PLYWOOD, Field, Load, allowable, along

STRIP = "strips between ribs, continuous over the bays, spread after Westergaard 1930"


def check_strips(field: Field, sheet: Sheet) -> Iterator[Finding]:
    say, panel, row = field.context.say, field.panel, field.bays
    E, Ex, f, _ = along(panel, sheet)
    basis = f"{STRIP}; {PLYWOOD}"
    w = Working()
    w.say(f"{sheet.label} over {row.count} bay{'s' if row.count > 1 else ''}{' or more' if row.count == 3 else ''}.")
    w.given("P", field.foot, "N", "one foot on 75 x 75 mm")
    L = w.given("L", field.L, "mm", "longest bay between ribs")
    w.given("E", E, "MPa", "along the span")
    w.given("E_x", Ex, "MPa", "across the span")
    w.given("c", min(FOOT, L), "mm", "contact")
    w.given("B", field.wide, "mm", "panel width")
    w.line("b", "min(0.58 * L * (E_x / E)**0.25 + c, B)", "mm", "width that carries, Westergaard 1930")
    if field.free_edges:
        w.line("b", "max(0.37 * b, c)", "mm", "of it at a free edge, where a foot may stand")
    w.line("M", "P * (k_p * L - c / 8)", "N mm", "foot mid end bay", k_p=row.point_moment)
    t = w.given("t", sheet.t, "mm", "mean thickness")
    stress = w.line("sigma", "M / (b * t**2 / 6)", "MPa")
    limit = allowable(w, field, sheet, f, lasting=False)
    text = f"{say.stress(stress)} of the {say.stress(limit)} working limit, {sheet.label} over {say.length(L)}."
    yield field.finding("deck.foot", f"{field.noun}, one foot {field.where_a_foot}", text, stress, limit, "Parked, foot", w, basis)
    s = Working(dict(w.values))
    s.line("I", "b * t**3 / 12", "mm⁴")
    yield field.spring(s.line("delta", "k_d * P * L**3 / (E * I)", "mm", k_d=row.point_sag), s, "simple strip")
    for item in field.things if t > 0 else ():
        yield from _under(field, sheet, item)


def _under(field: Field, sheet: Sheet, item: Load) -> Iterator[Finding]:
    """A thing's place on the deck, standing still and in a bump, and its lasting sag."""
    say, row = field.context.say, field.bays
    E, _, f, _ = along(field.panel, sheet)
    basis = f"{STRIP}; {PLYWOOD}"
    long, across = item.long, item.across
    for n, case, lasting in field.presses:
        q = Working()
        q.given("m", item.mass, "kg", item.name)
        q.given("l", long, "mm", "its length on the deck")
        q.given("w", across, "mm", "its width on the deck")
        q.line("p", "n * m * g / (l * w)", "MPa", f"pressure, {case.lower()}", n=n, g=G)
        L = q.given("L", field.L, "mm", "longest bay")
        t = q.given("t", sheet.t, "mm", "mean thickness")
        if long >= L:
            q.line("M", "k_w * p * L**2", "N mm/mm", f"per width, {row.count} bays, worst pattern", k_w=row.moment)
        else:
            q.line("M", "p * l * (k_p * L - l / 8)", "N mm/mm", "per width, load mid end bay", k_p=row.point_moment)
        stress = q.line("sigma", "6 * M / t**2", "MPa")
        limit = allowable(q, field, sheet, f, lasting=lasting)
        text = f"{say.stress(stress)} of the {say.stress(limit)} working limit under {item.name}."
        yield field.finding("deck.load", f"{field.noun} under the load", text, stress, limit, case, q, basis)
    d = Working()
    d.line("p_0", "m * g / (l * w)", "MPa", f"{item.name}, parked", m=item.mass, g=G, l=long, w=across)
    d.given("E", E, "MPa", "along the span")
    d.values.update(L=field.L, t=t)
    sag = d.line("delta", "k_c * k_d * p_0 * L**4 / (E * (t**3 / 12))", "mm", "whole bay under it, creep", k_c=CREEP, k_d=row.sag)
    yield field.sagging(sag, item.name, d, basis)
