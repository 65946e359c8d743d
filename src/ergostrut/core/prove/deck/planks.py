"""A deck of boards: each a beam of its own from one member under it to the next."""

from __future__ import annotations

from collections.abc import Iterator

from ...cases import ROAD_DURATION
from ...catalog.model import Planks
from ...constants import G
from ...finding import Finding, Working
from ...mechanics.panels.boards import share_of
from .field import CREEP, FOOT, Field, Load

BOARDS = "each board a beam over the ribs, continuous over the bays, worst pattern; a foot stands on one board alone"


def allow(w: Working, field: Field, boards: Planks, *, road: bool) -> float:
    """Allowable bending stress: load duration for wood, and what wet use leaves."""
    wet = boards.wet[0] if field.context.design.loads.wet else 1.0
    CD = ROAD_DURATION if road and boards.duration else 1.0
    note = boards.source if CD == 1.0 else f"{boards.source}; load duration on the road, NDS 2018 2.3.2"
    return w.line("sigma_allow", "F_b * C_D * C_M", "MPa", note, F_b=boards.allow, C_D=CD, C_M=wet)


def check_planks(field: Field, boards: Planks) -> Iterator[Finding]:
    """One foot on one board, the heaviest thing on the boards under it, its lasting sag, and springiness."""
    say, row, panel = field.context.say, field.bays, field.panel
    E = boards.E * (boards.wet[1] if field.context.design.loads.wet else 1.0)
    basis = f"{BOARDS}; {boards.source}"
    w = Working()
    w.say(
        f"{panel.laid.boards} boards, {boards.label}, {say.length(panel.laid.gap)} apart, over {row.count} bay{'s' if row.count > 1 else ''}."
    )
    w.given("P", field.foot, "N", "one foot, on one board alone")
    L = w.given("L", field.L, "mm", "longest bay between ribs")
    w.given("c", min(FOOT, L), "mm", "contact along the board")
    w.given("b", boards.width, "mm", "width of a board")
    w.given("t", boards.t, "mm", "thickness of a board")
    w.line("M", "P * (k_p * L - c / 8)", "N mm", "foot mid end bay", k_p=row.point_moment)
    stress = w.line("sigma", "M / (b * t**2 / 6)", "MPa")
    limit = allow(w, field, boards, road=False)
    text = f"{say.stress(stress)} of the {say.stress(limit)} working limit in one board, {boards.label} over {say.length(L)}."
    yield field.finding("deck.foot", "Deck, one foot on a board", text, stress, limit, "Parked, foot", w, basis)
    s = Working(dict(w.values))
    s.given("E", E, "MPa", "of the board")
    s.line("I", "b * t**3 / 12", "mm⁴")
    yield field.spring(s.line("delta", "k_d * P * L**3 / (E * I)", "mm", k_d=row.point_sag), s, "one board")
    for item in field.things:
        yield from _under(field, boards, item, E)


def _under(field: Field, boards: Planks, item: Load, E: float) -> Iterator[Finding]:
    """A thing's place on the boards, standing still and in a bump, and its lasting sag."""
    say, row, basis = field.context.say, field.bays, f"{BOARDS}; {boards.source}"
    long, across = item.long, item.across
    k = 1 - field.panel.laid.span
    edges = [(rect[k], rect[k] + rect[k + 2]) for rect in field.panel.rects]
    part = share_of(edges, item.c, across)
    under = sum(min(b, item.c + across / 2) - max(a, item.c - across / 2) > 1e-6 for a, b in edges)
    for n, case, lasting in field.presses:
        q = Working()
        q.given("m", item.mass, "kg", item.name)
        q.given("l", long, "mm", "its length on the deck")
        q.given("k_s", part, "", f"part of it on one board: it lies on {under} of them" + (", by levers" if under == 2 else ""))
        q.line("q", "n * k_s * m * g / l", "N/mm", f"on one board, {case.lower()}", n=n, g=G)
        L = q.given("L", field.L, "mm", "longest bay")
        if long >= L:
            q.line("M", "k_w * q * L**2", "N mm", f"{row.count} bays, worst pattern", k_w=row.moment)
        else:
            q.line("M", "q * l * (k_p * L - l / 8)", "N mm", "load mid end bay", k_p=row.point_moment)
        q.given("b", boards.width, "mm", "width of a board")
        # bent hardest over what carries it in the middle, where it is cut round a post
        cut = long >= L and row.count > 1 and field.panel.narrowest < boards.width
        if cut:
            q.given("b_n", field.panel.narrowest, "mm", "of that left beside the post it is cut round")
        stress = q.line("sigma", f"M / ({'b_n' if cut else 'b'} * t**2 / 6)", "MPa", t=boards.t)
        limit = allow(q, field, boards, road=not lasting)
        text = f"{say.stress(stress)} of the {say.stress(limit)} working limit in one board under {item.name}."
        yield field.finding("deck.load", f"{field.noun} under the load", text, stress, limit, case, q, basis)
    d = Working(dict(q.values))
    d.line("q_0", "k_s * m * g / l", "N/mm", f"{item.name}, parked")
    d.given("E", E, "MPa", "of the board")
    d.line("I", "b * t**3 / 12", "mm⁴")
    sag = d.line("delta", "k_c * k_d * q_0 * L**4 / (E * I)", "mm", "whole bay under it, creep", k_c=CREEP, k_d=row.sag)
    yield field.sagging(sag, item.name, d, basis)
