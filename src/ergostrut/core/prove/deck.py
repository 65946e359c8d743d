"""The deck sheet from rib to rib: one foot, and the load carried, as strips (after Westergaard 1930 for the spread)."""

from __future__ import annotations

import itertools
from collections.abc import Iterator

from ..cases import BUMP
from ..constants import G
from ..context import Context
from ..finding import Finding, Working, at_most
from ..frame.assembly import Assembly, PanelPart

FOOT = 75.0
SAG = 240.0
BASIS = (
    "strip between ribs, simply supported; spread after Westergaard 1930; plywood as in the Handbook of Finnish Plywood, factors after EC5"
)


def longest_bay(assembly: Assembly, panel: PanelPart) -> float:
    """Longest clear distance between ribs under a panel, mm."""
    ribs = sorted((m for m in assembly.of_body(panel.body) if m.role in ("end rib", "mid rib")), key=lambda m: m.a[0])
    return max(b.a[0] - a.a[0] - (a.section.properties.width + b.section.properties.width) / 2 for a, b in itertools.pairwise(ribs))


def _along(panel: PanelPart) -> tuple[float, float, float]:
    """E along the span (x), E across it, and characteristic bending strength along it."""
    i, j = (0, 1) if panel.along else (1, 0)
    return panel.sheet.E[i], panel.sheet.E[j], panel.sheet.f[i]


def check_deck(context: Context, assembly: Assembly) -> Iterator[Finding]:
    """Strength under one foot and under the load in a bump; springiness under one foot."""
    say = context.say
    for panel in assembly.panels:
        if panel.role != "deck":
            continue
        L = longest_bay(assembly, panel)
        E, Ex, f = _along(panel)
        w = Working()
        w.given("P", context.design.loads.foot, "N", "one foot on 75 x 75 mm")
        w.given("L", L, "mm", "longest bay between ribs")
        w.given("E", E, "MPa", "along the span")
        w.given("E_x", Ex, "MPa", "across the span")
        w.given("c", FOOT, "mm", "contact")
        w.given("B", panel.size[1], "mm", "panel width")
        b = w.line("b", "min(0.58 * L * (E_x / E)**0.25 + c, B)", "mm", "width that carries, Westergaard 1930")
        w.line("M", "P * (2 * L - c) / 8", "N mm", "mid bay, simple span")
        t = w.given("t", panel.sheet.t, "mm", "mean thickness")
        stress = w.line("sigma", "M / (b * t**2 / 6)", "MPa")
        limit = w.line(
            "sigma_allow", "k * f_m", "MPa", "short-term factor on the characteristic strength", k=panel.sheet.material.short, f_m=f
        )
        use, state = at_most(stress, limit)
        yield Finding(
            f"{assembly.id}/deck.foot",
            "deck.foot",
            "prove",
            (panel.id,),
            "Deck, one foot mid bay",
            f"{say.stress(stress)} of the {say.stress(limit)} working limit, {panel.sheet.label} over {say.length(L)}.",
            state,
            stress,
            limit,
            "MPa",
            use,
            case="Parked, foot",
            basis=BASIS,
            working=w.done(),
        )
        s = Working(dict(w.values))
        s.line("I", "b * t**3 / 12", "mm⁴")
        sag = s.line("delta", "P * L**3 / (48 * E * I)", "mm")
        yield Finding(
            f"{assembly.id}/deck.spring",
            "deck.spring",
            "prove",
            (panel.id,),
            "Deck, spring under one foot",
            f"Gives {say.length(sag)} under a foot over {say.length(L)}; 1/240 of that is {say.length(L / SAG)}.",
            "note",
            sag,
            L / SAG,
            "mm",
            None,
            case="Parked, foot",
            basis="simple strip; feel is common practice, no published source",
            working=s.done(),
        )
        things = context.plan.on(panel.body)
        if not things or t <= 0 or b <= 0:
            continue
        heavy = max(things, key=lambda item: item.mass / (item.size[0] * item.size[1]))
        n = BUMP[context.design.loads.road]
        q = Working()
        q.given("m", heavy.mass, "kg", heavy.thing.name)
        q.given("l", heavy.size[0], "mm", "its length on the deck")
        q.given("w", heavy.size[1], "mm", "its width on the deck")
        q.line("p", "n * m * g / (l * w)", "MPa", "pressure in a bump", n=n, g=G)
        q.given("L", L, "mm", "longest bay")
        q.given("t", panel.sheet.t, "mm", "mean thickness")
        q.line("M", "p * min(L, l) * (2 * L - min(L, l)) / 8", "N mm/mm", "per width, load over the bay's middle")
        stress = q.line("sigma", "6 * M / t**2", "MPa")
        limit = q.line("sigma_allow", "k * f_m", "MPa", "short-term factor", k=panel.sheet.material.short, f_m=f)
        use, state = at_most(stress, limit)
        yield Finding(
            f"{assembly.id}/deck.load",
            "deck.load",
            "prove",
            (panel.id,),
            "Deck under the load in a bump",
            f"{say.stress(stress)} of the {say.stress(limit)} working limit under {heavy.thing.name}.",
            state,
            stress,
            limit,
            "MPa",
            use,
            case="Bump",
            position="in",
            basis=BASIS,
            working=q.done(),
        )
        d = Working(dict(q.values))
        d.line("p_0", "m * g / (l * w)", "MPa", "parked")
        d.given("E", E, "MPa", "along the span")
        sag = d.line("delta", "1.5 * 5 * p_0 * L**4 / (384 * E * (t**3 / 12))", "mm", "whole bay under it, creep 1.5")
        slim = d.line("delta_limit", "L / 240", "mm", "decks")
        use, state = at_most(sag, slim)
        yield Finding(
            f"{assembly.id}/deck.sag",
            "deck.sag",
            "prove",
            (panel.id,),
            "Deck, sag under the load",
            f"{say.length(sag)} of {say.length(slim)} under {heavy.thing.name}.",
            state,
            sag,
            slim,
            "mm",
            use,
            case="Parked",
            basis="L/240 for decks, creep 1.5 on lasting load: common practice, no published source",
            working=d.done(),
        )
