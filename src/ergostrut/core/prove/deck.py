"""The deck from rib to rib: one foot, and the load carried. Strips, a plate held on four edges, or sandwich.

Strength and springiness are two findings; over the working limit is over, not breaking.
"""

from __future__ import annotations

import itertools
from collections.abc import Iterator
from dataclasses import dataclass

from ..carry.place import Placed
from ..cases import BUMP
from ..catalog.model import Sandwich, Sheet
from ..constants import G
from ..context import Context
from ..finding import Finding, Working, at_most
from ..frame.assembly import Assembly, PanelPart
from .panels import plate, sandwich
from .panels.strip import Bays, bays, carrying_width

FOOT = 75.0
CREEP = 1.5
WET = 0.8
STRIP = "strips between ribs, continuous over the bays, spread after Westergaard 1930"
NAVIER = "orthotropic plate held on four edges, Navier series (Timoshenko and Woinowsky-Krieger, art. 85)"
THIN_FACES = "sandwich with thin faces (Allen 1969); core / 3, / 5 when held over a day"
SOURCE = "plywood after the Handbook of Finnish Plywood, factors after EC5"


@dataclass(frozen=True, slots=True)
class Field:
    """What a deck check needs of one panel: bays of clear length ``L``, E along and across the span, bending strength along it."""

    context: Context
    assembly: Assembly
    panel: PanelPart
    L: float
    bays: Bays

    @property
    def foot(self) -> float:
        return self.context.design.loads.foot

    @property
    def heavy(self) -> Placed | None:
        """The thing that presses hardest."""
        things = self.context.plan.on(self.panel.body)
        return max(things, key=lambda item: item.mass / (item.size[0] * item.size[1]), default=None)

    @property
    def bump(self) -> float:
        """g that presses the load; standing still when the job leaves bumps out."""
        loads = self.context.design.loads
        own = loads.cases.get("Bump")
        return 1.0 if self.press == "Parked" else -own.z if own else BUMP[loads.road]

    @property
    def press(self) -> str:
        """The case behind ``bump``."""
        return "Parked" if "Bump" in self.context.design.loads.off else "Bump"

    @property
    def limit(self) -> float:
        return self.L / self.context.design.loads.limits.deck

    def finding(
        self, check: str, title: str, sentence: str, stress: float, limit: float, case: str, w: Working, basis: str, unit: str = "MPa"
    ) -> Finding:
        use, state = at_most(stress, limit)
        return Finding(
            f"{self.assembly.id}/{check}",
            check,
            "prove",
            (self.panel.id,),
            title,
            sentence,
            state,
            stress,
            limit,
            unit,
            use,
            case=case,
            basis=basis,
            working=w.done(),
        )

    def spring(self, sag: float, w: Working, basis: str) -> Finding:
        say = self.context.say
        return Finding(
            f"{self.assembly.id}/deck.spring",
            "deck.spring",
            "prove",
            (self.panel.id,),
            "Deck, spring under one foot",
            f"Gives {say.length(sag)} under a foot over {say.length(self.L)}; 1/{self.context.design.loads.limits.deck:g} of that is {say.length(self.limit)}.",
            "note",
            sag,
            self.limit,
            "mm",
            None,
            case="Parked, foot",
            basis=f"{basis}; feel is common practice, no published source",
            working=w.done(),
        )


def fields(context: Context, assembly: Assembly) -> Iterator[Field]:
    """Every deck of a build with its longest clear bay."""
    for panel in assembly.panels:
        if panel.role != "deck":
            continue
        ribs = sorted((m for m in assembly.of_body(panel.body) if m.role in ("end rib", "mid rib")), key=lambda m: m.a[0])
        clear = [b.a[0] - a.a[0] - (a.shape.width + b.shape.width) / 2 for a, b in itertools.pairwise(ribs)]
        yield Field(context, assembly, panel, max(clear), bays(len(clear)))


def _along(panel: PanelPart, sheet: Sheet) -> tuple[float, float, float, float]:
    """E along the span (x), E across it, and characteristic bending strength along and across it."""
    i, j = (0, 1) if panel.along else (1, 0)
    return sheet.E[i], sheet.E[j], sheet.f[i], sheet.f[j]


def check_deck(context: Context, assembly: Assembly) -> Iterator[Finding]:
    """Strength under one foot and under the load in a bump; sag under the load; springiness under one foot."""
    for field in fields(context, assembly):
        if isinstance(field.panel.sheet, Sandwich):
            yield from _sandwich(field, field.panel.sheet)
        elif field.panel.edges == "slots":
            yield from _plate(field, field.panel.sheet)
        else:
            yield from _strips(field, field.panel.sheet)


def _allow(w: Working, field: Field, sheet: Sheet, f: float, *, lasting: bool) -> float:
    wet = WET if field.context.design.loads.wet else 1.0
    note = ("lasting" if lasting else "short-term") + " factor on the characteristic strength" + (", wetted x 0.8" if wet < 1 else "")
    return w.line("sigma_allow", "k * f_m", "MPa", note, k=(sheet.material.long if lasting else sheet.material.short) * wet, f_m=f)


def _strips(field: Field, sheet: Sheet) -> Iterator[Finding]:
    say, panel, row = field.context.say, field.panel, field.bays
    E, Ex, f, _ = _along(panel, sheet)
    basis = f"{STRIP}; {SOURCE}"
    w = Working()
    w.say(f"{sheet.label} over {row.count} bay{'s' if row.count > 1 else ''}{' or more' if row.count == 3 else ''}.")
    w.given("P", field.foot, "N", "one foot on 75 x 75 mm")
    L = w.given("L", field.L, "mm", "longest bay between ribs")
    w.given("E", E, "MPa", "along the span")
    w.given("E_x", Ex, "MPa", "across the span")
    w.given("c", FOOT, "mm", "contact")
    w.given("B", panel.size[1], "mm", "panel width")
    b = w.line("b", "min(0.58 * L * (E_x / E)**0.25 + c, B)", "mm", "width that carries, Westergaard 1930")
    assert abs(b - carrying_width(L, E, Ex, FOOT, panel.size[1])) < 1e-6
    w.line("M", "P * (k_p * L - c / 8)", "N mm", "foot mid end bay", k_p=row.point_moment)
    t = w.given("t", sheet.t, "mm", "mean thickness")
    stress = w.line("sigma", "M / (b * t**2 / 6)", "MPa")
    limit = _allow(w, field, sheet, f, lasting=False)
    text = f"{say.stress(stress)} of the {say.stress(limit)} working limit, {sheet.label} over {say.length(L)}."
    yield field.finding("deck.foot", "Deck, one foot mid bay", text, stress, limit, "Parked, foot", w, basis)
    s = Working(dict(w.values))
    s.line("I", "b * t**3 / 12", "mm⁴")
    yield field.spring(s.line("delta", "k_d * P * L**3 / (E * I)", "mm", k_d=row.point_sag), s, "simple strip")
    heavy = field.heavy
    if heavy is None or t <= 0:
        return
    q = Working()
    q.given("m", heavy.mass, "kg", heavy.thing.name)
    q.given("l", heavy.size[0], "mm", "its length on the deck")
    q.given("w", heavy.size[1], "mm", "its width on the deck")
    q.line("p", "n * m * g / (l * w)", "MPa", "pressure, parked or in a bump", n=field.bump, g=G)
    q.given("L", L, "mm", "longest bay")
    q.given("t", t, "mm", "mean thickness")
    if heavy.size[0] >= L:
        q.line("M", "k_w * p * L**2", "N mm/mm", f"per width, {row.count} bays, worst pattern", k_w=row.moment)
    else:
        q.line("M", "p * l * (k_p * L - l / 8)", "N mm/mm", "per width, load mid end bay", k_p=row.point_moment)
    stress = q.line("sigma", "6 * M / t**2", "MPa")
    limit = _allow(q, field, sheet, f, lasting=False)
    text = f"{say.stress(stress)} of the {say.stress(limit)} working limit under {heavy.thing.name}."
    yield field.finding("deck.load", "Deck under the load", text, stress, limit, field.press, q, basis)
    d = Working(dict(q.values))
    d.line("p_0", "m * g / (l * w)", "MPa", "parked")
    d.given("E", E, "MPa", "along the span")
    sag = d.line("delta", "1.5 * k_d * p_0 * L**4 / (E * (t**3 / 12))", "mm", "whole bay under it, creep 1.5", k_d=row.sag)
    limit = d.line("delta_limit", "L / r", "mm", "decks", r=field.context.design.loads.limits.deck)
    text = f"{say.length(sag)} of {say.length(limit)} under {heavy.thing.name}."
    yield field.finding(
        "deck.sag",
        "Deck, sag under the load",
        text,
        sag,
        limit,
        "Parked",
        d,
        "L/240 for decks unless changed, creep 1.5 on lasting load: common practice, no published source",
        "mm",
    )


def _plate(field: Field, sheet: Sheet) -> Iterator[Finding]:
    """Edges let into slots: the sheet spans both ways; bays beyond the rib ease moment and sag as they do a strip's."""
    say, panel = field.context.say, field.panel
    ease, eased_sag = field.bays.point_moment * 4, field.bays.point_sag * 48
    E, Ex, f, fx = _along(panel, sheet)
    basis = f"{NAVIER}; {SOURCE}"
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
    alone = plate.patch(body, field.foot, body.a / 2, body.b / 2, FOOT, FOOT)
    pressed = plate.PlateResult(alone.sag * eased_sag, alone.Mx * ease, alone.My)
    stress, strength = stress_of(w, pressed, sheet.t)
    limit = _allow(w, field, sheet, strength, lasting=False)
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
    limit = _allow(q, field, sheet, strength, lasting=False)
    text = f"{say.stress(stress)} of the {say.stress(limit)} working limit under {heavy.thing.name}."
    yield field.finding("deck.load", "Deck under the load", text, stress, limit, field.press, q, basis)
    d = Working()
    d.given("w_0", found.sag, "mm", "from the series, parked")
    sag = d.line("delta", "1.5 * w_0", "mm", "creep 1.5")
    limit = d.line("delta_limit", "L / r", "mm", "decks", L=field.L, r=field.context.design.loads.limits.deck)
    text = f"{say.length(sag)} of {say.length(limit)} under {heavy.thing.name}."
    yield field.finding(
        "deck.sag", "Deck, sag under the load", text, sag, limit, "Parked", d, f"{NAVIER}; L/240 unless changed: common practice", "mm"
    )


def _sandwich(field: Field, sheet: Sandwich) -> Iterator[Finding]:
    say, panel = field.context.say, field.panel
    D, S, d = sandwich.stiffness(sheet)
    b = carrying_width(field.L, 1.0, 1.0, FOOT, panel.size[1])
    foot = sandwich.line(sheet, field.L, field.foot / b, lasting=False)

    def lines(found: sandwich.SandwichResult, what: str) -> Working:
        w = Working()
        w.say(f"{sheet.label} over {say.length(field.L)}: {what}.")
        w.given("D", D, "N mm²/mm", "E t_f d² / 2")
        w.given("S", S, "N/mm", "G d² / c")
        w.given("d", d, "mm", "between the faces' centres")
        w.given("sigma_f", found.face, "MPa", "M / (t_f d)")
        w.given("sigma_allow", found.face_allow, "MPa", f"face, or half of wrinkling at {found.wrinkle:.0f} MPa")
        w.given("tau_c", found.shear, "MPa", "V / d")
        w.given("tau_allow", found.shear_allow, "MPa", "core, factor in")
        w.line("use", "max(sigma_f / sigma_allow, tau_c / tau_allow)", "")
        return w

    w = lines(foot, f"one foot shared by {b:.0f} mm")
    text = f"Face {say.stress(foot.face)} of {say.stress(foot.face_allow)}, core {foot.shear:.3f} of {foot.shear_allow:.3f} MPa, {sheet.label}."
    yield field.finding("deck.foot", "Deck, one foot mid bay", text, foot.use, 1.0, "Parked, foot", w, THIN_FACES, "of the limit")
    yield field.spring(foot.sag, w, THIN_FACES)
    c = Working()
    c.given("P", field.foot, "N", "one foot")
    c.line("p", "P / (75 * 75)", "MPa")
    c.line("p_allow", "f / 3", "MPa", "core's crushing strength / 3", f=sheet.core.crush)
    text = f"A foot presses the core with {field.foot / FOOT**2:.2f} of {sheet.core.crush / 3:.2f} MPa; over it, an insert or a pad under every point load."
    yield field.finding(
        "deck.crush", "Deck core under a foot", text, field.foot / FOOT**2, sheet.core.crush / 3, "Parked, foot", c, THIN_FACES
    )
    heavy = field.heavy
    if heavy is None:
        return
    p = heavy.mass * G / (heavy.size[0] * heavy.size[1])
    bumped, parked = sandwich.uniform(sheet, field.L, field.bump * p, lasting=False), sandwich.uniform(sheet, field.L, p, lasting=True)
    worst = bumped if bumped.use >= parked.use else parked
    text = f"Face {say.stress(worst.face)} of {say.stress(worst.face_allow)}, core {worst.shear:.3f} of {worst.shear_allow:.3f} MPa under {heavy.thing.name}."
    case = field.press if worst is bumped else "Parked"
    yield field.finding(
        "deck.load",
        "Deck under the load",
        text,
        worst.use,
        1.0,
        case,
        lines(worst, f"{heavy.thing.name}, {case.lower()}"),
        THIN_FACES,
        "of the limit",
    )
    q = Working()
    q.given("w_0", parked.sag, "mm", "5 p L⁴ / 384 D + p L² / 8 S")
    sag = q.line("delta", "1.5 * w_0", "mm", "creep 1.5")
    limit = q.line("delta_limit", "L / r", "mm", "decks", L=field.L, r=field.context.design.loads.limits.deck)
    text = f"{say.length(sag)} of {say.length(limit)} under {heavy.thing.name}."
    yield field.finding(
        "deck.sag", "Deck, sag under the load", text, sag, limit, "Parked", q, f"{THIN_FACES}; L/240 unless changed: common practice", "mm"
    )
