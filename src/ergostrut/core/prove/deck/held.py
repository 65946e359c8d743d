"""A sheet let into slots on all four edges: a plate between its ribs."""

from __future__ import annotations

from collections.abc import Iterator

from ...catalog.model import Sheet
from ...constants import G
from ...finding import Finding, Working
from ...mechanics.panels import plate
from .field import CREEP, FOOT, PLYWOOD, Field, allowable, along

NAVIER = "orthotropic plate held on four edges, Navier series (Timoshenko and Woinowsky-Krieger, art. 85)"


def check_plate(field: Field, sheet: Sheet) -> Iterator[Finding]:
    """Edges let into slots: the sheet spans both ways; bays beyond the rib ease moment and sag as they do a strip's."""
    say, panel = field.context.say, field.panel
    ease, eased_sag = field.bays.point_moment * 4, field.bays.point_sag * 48
    E, Ex, f, fx = along(panel, sheet)
    basis = f"{NAVIER}; {PLYWOOD}"
    body = plate.Plate(field.L, panel.size[1], sheet.t, E, Ex, sheet.material.G)

    def stress_of(w: Working, found: plate.PlateResult, t: float) -> tuple[float, float]:
        w.given(
            "M_x", found.Mx, "N mm/mm", "along the truck, from the series" + (", eased by the next bays" if field.bays.count > 1 else "")
        )
        w.given("M_y", found.My, "N mm/mm", "across, from the series")
        w.given("t", t, "mm", "mean thickness")
        along = w.line("sigma_x", "6 * M_x / t**2", "MPa")
        across = w.line("sigma_y", "6 * M_y / t**2", "MPa")
        # the direction that stands nearer to its own strength governs
        return (along, f) if along / f >= across / fx else (across, fx)

    w = Working()
    w.say(f"{sheet.label}, {say.length(body.a)} by {say.length(body.b)} between supports, held on four edges.")
    w.given("P", field.foot, "N", "one foot on 75 x 75 mm, mid bay")
    alone = plate.patch(body, field.foot, body.a / 2, body.b / 2, min(FOOT, body.a), min(FOOT, body.b))
    pressed = plate.PlateResult(alone.sag * eased_sag, alone.Mx * ease, alone.My)
    stress, strength = stress_of(w, pressed, sheet.t)
    limit = allowable(w, field, sheet, strength, lasting=False)
    text = f"{say.stress(stress)} of the {say.stress(limit)} working limit, {sheet.label} held on four edges."
    yield field.finding("deck.foot", "Deck, one foot mid bay", text, stress, limit, "Parked, foot", w, basis)
    s = Working()
    s.given("delta", pressed.sag, "mm", "from the series")
    yield field.spring(pressed.sag, s, NAVIER)
    heavy = field.heavy
    if heavy is None:
        return
    u, v = min(heavy.size[0], body.a), min(heavy.size[1], body.b)
    load = heavy.mass * G * u / heavy.size[0]
    found = plate.patch(body, load, body.a / 2, body.b / 2, u, v)
    q = Working()
    q.given("n", field.bump, "g", f"{heavy.thing.name}, {load:.0f} N of it on this bay")
    stress, strength = stress_of(q, plate.PlateResult(found.sag, field.bump * found.Mx, field.bump * found.My), sheet.t)
    limit = allowable(q, field, sheet, strength, lasting=False)
    text = f"{say.stress(stress)} of the {say.stress(limit)} working limit under {heavy.thing.name}."
    yield field.finding("deck.load", "Deck under the load", text, stress, limit, field.press, q, basis)
    d = Working()
    d.given("w_0", found.sag, "mm", "from the series, parked")
    sag = d.line("delta", "k_c * w_0", "mm", "creep", k_c=CREEP)
    yield field.sagging(sag, heavy.thing.name, d, NAVIER)
