"""A sheet let into slots on all four edges: a plate between its ribs."""

from __future__ import annotations

from collections.abc import Iterator

from ...catalog.model import Sheet
from ...constants import G
from ...finding import COMMON_PRACTICE, Finding, Working
from ...mechanics.panels import plate
from ..boxes.stiff import allowed
from .field import CREEP, FOOT, PLYWOOD, Field, Load, allowable, along

NAVIER = "orthotropic plate held on four edges, Navier series (Timoshenko and Woinowsky-Krieger, art. 85)"


def _plate(field: Field, sheet: Sheet) -> plate.OrthoPlate:
    E, Ex, _, _ = along(field.panel, sheet)
    return plate.OrthoPlate(field.L, field.wide, sheet.t, E, Ex, sheet.material.G)


def _stress(field: Field, sheet: Sheet, w: Working, found: plate.PlateResult) -> tuple[float, float]:
    """Stress that stands nearest to its own strength, and that strength, MPa."""
    _, _, f, fx = along(field.panel, sheet)
    w.given("M_x", found.Mx, "N mm/mm", "along the truck, from the series" + (", eased by the next bays" if field.bays.count > 1 else ""))
    w.given("M_y", found.My, "N mm/mm", "across, from the series")
    w.given("t", sheet.t, "mm", "mean thickness")
    lengthways = w.line("sigma_x", "6 * M_x / t**2", "MPa")
    across = w.line("sigma_y", "6 * M_y / t**2", "MPa")
    # the direction that stands nearer to its own strength governs
    return (lengthways, f) if lengthways / f >= across / fx else (across, fx)


def check_plate(field: Field, sheet: Sheet) -> Iterator[Finding]:
    """Edges let into slots: the sheet spans both ways; bays beyond the rib ease moment and sag as they do a strip's."""
    say = field.context.say
    ease, eased_sag = field.bays.point_moment * 4, field.bays.point_sag * 48
    basis = f"{NAVIER}; {PLYWOOD}"
    body = _plate(field, sheet)

    w = Working()
    w.say(f"{sheet.label}, {say.length(body.a)} by {say.length(body.b)} between supports, held on four edges.")
    w.given("P", field.foot, "N", "one foot on 75 x 75 mm, mid bay")
    alone = plate.patch(body, field.foot, body.a / 2, body.b / 2, min(FOOT, body.a), min(FOOT, body.b))
    pressed = plate.PlateResult(alone.sag * eased_sag, alone.Mx * ease, alone.My)
    stress, strength = _stress(field, sheet, w, pressed)
    limit = allowable(w, field, sheet, strength, lasting=False)
    text = f"{say.stress(stress)} of the {say.stress(limit)} working limit, {sheet.label} held on four edges."
    yield field.finding("deck.foot", "Deck, one foot mid bay", text, stress, limit, "Parked, foot", w, basis)
    opening = min(
        (slot.opening for m in field.panel.laid.on if (slot := field.assembly.member(m).section.slot) is not None), default=sheet.t
    )
    if opening < sheet.t:
        yield _tongue(field, sheet, opening)
    s = Working()
    s.given("delta", pressed.sag, "mm", "from the series")
    yield field.spring(pressed.sag, s, NAVIER)
    for item in field.things:
        yield from _under(field, sheet, body, item)


def _tongue(field: Field, sheet: Sheet, opening: float) -> Finding:
    """A foot right beside a rail: nearly all of it goes through the edge that lies in the slot, thinned to the slot's opening."""
    w, say = Working(), field.context.say
    w.say(f"{sheet.label}, one foot on 75 x 75 mm right beside a rail; its edge lies in the slot.")
    w.given("d", opening, "mm", f"tongue that the slot takes, of {say.length(sheet.t)}")
    w.line("Q", "P / (75 + 75)", "N/mm", "along the edge, spread at 45 degrees from the foot's middle", P=field.foot)
    stress = w.line("tau", "1.5 * Q / d", "MPa", "through the thickness")
    limit = w.given("tau_allow", allowed(sheet, lasting=False, wet=field.context.design.loads.wet).r, "MPa", "veneers rolling, factors in")
    text = f"{say.stress(stress)} of {say.stress(limit)} where its edge is thinned for the slot; a sheet no thicker than {say.length(opening)} needs no thinning."
    return field.finding(
        "deck.tongue", "Deck, its edge in the slot", text, stress, limit, "Parked, foot", w, f"{COMMON_PRACTICE}; {PLYWOOD}"
    )


def _under(field: Field, sheet: Sheet, body: plate.OrthoPlate, item: Load) -> Iterator[Finding]:
    """A thing's place on the deck, standing still and in a bump, and its lasting sag."""
    say = field.context.say
    long, across = item.long, item.across
    load = item.mass * G * min(long, body.a) / long
    found = plate.patch(body, load, body.a / 2, body.b / 2, min(long, body.a), min(across, body.b))
    for n, case, lasting in field.presses:
        q = Working()
        q.given("n", n, "g", f"{item.name}, {load:.0f} N of it on this bay, {case.lower()}")
        stress, strength = _stress(field, sheet, q, plate.PlateResult(found.sag, n * found.Mx, n * found.My))
        limit = allowable(q, field, sheet, strength, lasting=lasting)
        text = f"{say.stress(stress)} of the {say.stress(limit)} working limit under {item.name}."
        yield field.finding("deck.load", f"{field.noun} under the load", text, stress, limit, case, q, f"{NAVIER}; {PLYWOOD}")
    d = Working()
    d.given("w_0", found.sag, "mm", "from the series, parked")
    sag = d.line("delta", "k_c * w_0", "mm", "creep", k_c=CREEP)
    yield field.sagging(sag, item.name, d, NAVIER)
