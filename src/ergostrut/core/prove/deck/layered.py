"""A sandwich panel from rib to rib."""

from __future__ import annotations

from collections.abc import Iterator

from ...catalog.model import Sandwich
from ...constants import G
from ...finding import Finding, Working
from ...mechanics.panels import sandwich
from ...mechanics.panels.strip import carrying_width
from .field import CREEP, FOOT, Field, Load

THIN_FACES = "sandwich with thin faces (Allen 1969); core / 3, / 5 when held over a day"


def _lines(field: Field, sheet: Sandwich, found: sandwich.SandwichResult, what: str) -> Working:
    D, S, d = sandwich.stiffness(sheet)
    w = Working()
    w.say(f"{sheet.label} over {field.context.say.length(field.L)}: {what}.")
    w.given("D", D, "N mm²/mm", "E t_f d² / 2")
    w.given("S", S, "N/mm", "G d² / c")
    w.given("d", d, "mm", "between the faces' centres")
    w.given("sigma_f", found.face, "MPa", "M / (t_f d)")
    w.given("sigma_allow", found.face_allow, "MPa", f"face, or half of wrinkling at {found.wrinkle:.0f} MPa")
    w.given("tau_c", found.shear, "MPa", "V / d")
    w.given("tau_allow", found.shear_allow, "MPa", "core, factor in")
    w.line("use", "max(sigma_f / sigma_allow, tau_c / tau_allow)", "")
    return w


def check_sandwich(field: Field, sheet: Sandwich) -> Iterator[Finding]:
    say = field.context.say
    b = carrying_width(field.L, 1.0, 1.0, FOOT, field.wide, 0.0 if field.free_edges else None)
    foot = sandwich.line(sheet, field.L, field.foot / b, lasting=False)

    w = _lines(field, sheet, foot, f"one foot{' at its free edge' if field.free_edges else ''} shared by {b:.0f} mm")
    text = f"Face {say.stress(foot.face)} of {say.stress(foot.face_allow)}, core {foot.shear:.3f} of {foot.shear_allow:.3f} MPa, {sheet.label}."
    yield field.finding(
        "deck.foot", f"{field.noun}, one foot {field.where_a_foot}", text, foot.use, 1.0, "Parked, foot", w, THIN_FACES, "of the limit"
    )
    yield field.spring(foot.sag, w, THIN_FACES)
    c = Working()
    c.given("P", field.foot, "N", "one foot")
    c.line("p", "P / (75 * 75)", "MPa")
    c.line("p_allow", "f / 3", "MPa", "core's crushing strength / 3", f=sheet.core.crush)
    text = f"A foot presses the core with {field.foot / FOOT**2:.2f} of {sheet.core.crush / 3:.2f} MPa; over it, an insert or a pad under every point load."
    yield field.finding(
        "deck.crush", f"{field.noun} core under a foot", text, field.foot / FOOT**2, sheet.core.crush / 3, "Parked, foot", c, THIN_FACES
    )
    for item in field.things:
        yield from _under(field, sheet, item)


def _under(field: Field, sheet: Sandwich, item: Load) -> Iterator[Finding]:
    """A thing's place on the deck, standing still and in a bump, and its lasting sag."""
    say = field.context.say
    long, across = item.long, item.across
    p = item.mass * G / (long * across)
    for n, case, lasting in field.presses:
        found = sandwich.uniform(sheet, field.L, n * p, lasting=lasting)
        text = f"Face {say.stress(found.face)} of {say.stress(found.face_allow)}, core {found.shear:.3f} of {found.shear_allow:.3f} MPa under {item.name}."
        w = _lines(field, sheet, found, f"{item.name}, {case.lower()}")
        yield field.finding("deck.load", f"{field.noun} under the load", text, found.use, 1.0, case, w, THIN_FACES, "of the limit")
    q = Working()
    q.given("w_0", sandwich.uniform(sheet, field.L, p, lasting=True).sag, "mm", "5 p L⁴ / 384 D + p L² / 8 S")
    sag = q.line("delta", "k_c * w_0", "mm", "creep", k_c=CREEP)
    yield field.sagging(sag, item.name, q, THIN_FACES)
