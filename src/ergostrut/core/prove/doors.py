"""Doors that are built: their hinges, what keeps them shut, and the leaf itself, under its weight and what leans on it from behind."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import replace

import numpy as np

from ..cases import CRASH_BASIS, CRASH_CAUTION, PRESSURE, ROAD_BASIS, crash_cases, road_cases
from ..catalog.model import Sheet
from ..constants import G
from ..finding import COMMON_PRACTICE, Finding, Working, at_most, unknown
from ..mechanics.panels import sandwich
from ..structure.assembly import Assembly
from ..structure.check import BuildCheck
from ..structure.context import Context
from ..structure.nouns.hung import Door
from ..structure.nouns.panel import Panel
from ..structure.nouns.stow import BUTTON_SAYS, BUTTON_USE, LEFT_OPEN
from .deck.field import PLYWOOD, WET
from .model.outdoors import sheltered

HAND = 100.0
"""N of a hand that leans on an open door's free edge (common practice, no published source)."""
HINGES = f"statics of a leaf on hinges, all that pulls along them on one; {ROAD_BASIS}"
FALLS = "A door that comes off its hinges falls on whoever opens it."
FLIES = "A door that flies open on the road spills what is behind it, and strikes whoever sits beside it."
Cases = Sequence[tuple[str, tuple[float, float, float], float]]
"""Name, g, and N of air that draws the leaf outward."""


def check_doors(context: Context, build: Assembly) -> Iterator[Finding]:
    """Every door on the road and parked open; in a crash where the job asks for one."""
    loads = context.design.loads
    driven = context.scene == "driving"
    still = [("Parked", (0.0, 0.0, -1.0), 0.0)]
    crash = [(case.name, case.g, 0.0) for case in crash_cases(loads)] if driven else []
    for door in build.doors:
        road: Cases = [*((case.name, case.g, 0.0) for case in road_cases(loads)), *_wind(context, build, door)] if driven else still
        behind = sum(item.mass for item in context.plan.stacked_on(door.behind))
        yield _hinges(context, build, door, behind, road, crash=False)
        yield _latch(context, build, door, behind, road, crash=False)
        yield _leaf(context, build, door, behind, road)
        if crash:
            yield _hinges(context, build, door, behind, crash, crash=True)
            yield _latch(context, build, door, behind, crash, crash=True)


def _wind(context: Context, build: Assembly, door: Door) -> Cases:
    """Air that draws a door outward which is in the open: what it does to all of its leaf."""
    panel = build.panel(door.panel)
    if panel not in build.skins or sheltered(context, build) is None:
        return ()
    return (("Wind", (0.0, 0.0, -1.0), PRESSURE * panel.area),)


def _ways(door: Door) -> tuple[np.ndarray, np.ndarray, np.ndarray, float]:
    """Unit vectors along the line of hinges, across it in the leaf, and out; mm from the first hinge to the last."""
    at = np.array(door.hinges)
    pitch = float(np.linalg.norm(at[-1] - at[0]))
    along, out = (at[-1] - at[0]) / pitch, np.array(door.out)
    return along, np.cross(along, out), out, pitch


def _blank(build: Assembly, door: Door, check: str, title: str, *, crash: bool) -> Finding:
    last = door.id.rsplit("/", 1)[-1]
    ident = f"{build.id}/{check}.{last}" + (".crash" if crash else "")
    words = f"{door.label[:1].upper()}{door.label[1:]}, {title}{' in a crash' if crash else ''}"
    name = f"{check}.crash" if crash else check
    return Finding(ident, name, "prove", (door.panel, door.on), words, "", "unknown", unit="N", basis=CRASH_BASIS if crash else HINGES,
                   caution=CRASH_CAUTION if crash else FALLS if check == "door.hinges" else FLIES if check == "door.latch" else "")  # fmt: skip


def _hinges(context: Context, build: Assembly, door: Door, behind: float, cases: Cases, *, crash: bool) -> Finding:
    """The hardest of all cases: what pulls along the hinges is all on one and turns the leaf in its plane; the rest is shared."""
    along, across, out, pitch = _ways(door)
    kg, n, say = build.panel(door.panel).mass, len(door.hinges), context.say

    def on_one(g: np.ndarray, air: float) -> float:
        pulled = abs(float(g @ along)) * kg * G
        couple = pulled * door.far / 2 / pitch + abs(float(g @ across)) * kg * G / n
        return float(np.sqrt(pulled**2 + couple**2 + ((max(float(g @ out), 0.0) * (kg + behind) * G + air) / 2 / n) ** 2))

    name, vector, air = max(cases, key=lambda row: on_one(np.array(row[1]), row[2]))
    g, w = np.array(vector), Working()
    w.given("m", kg, "kg", f"{door.label}, {build.panel(door.panel).sheet.label}")
    w.given("m_b", behind, "kg", "leans on it from behind, fastened or not")
    w.line("V", "a_v * m * 9.80665", "N", f"along the hinges, all of it on one, {name}", a_v=abs(float(g @ along)))
    w.line(
        "H",
        "V * w / 2 / p + a_h * m * 9.80665 / n",
        "N",
        "turned in its plane, and across",
        w=door.far,
        p=pitch,
        a_h=abs(float(g @ across)),
        n=n,
    )
    a_n, half = max(float(g @ out), 0.0), "outward; the catch takes the other half"
    if air:
        w.given("W", air, "N", "air that draws it open")
        w.line("N", "(a_n * (m + m_b) * 9.80665 + W) / 2 / n", "N", half, a_n=a_n, n=n)
    else:
        w.line("N", "a_n * (m + m_b) * 9.80665 / 2 / n", "N", half, a_n=a_n, n=n)
    force, case = w.line("F", "sqrt(V**2 + H**2 + N**2)", "N", "on one hinge"), name.lower()
    if not crash and abs(float(along[2])) > 0.5:
        w.line(
            "F_o",
            "sqrt((m * 9.80665 + P)**2 + ((m * 9.80665 * w / 2 + P * w) / p)**2)",
            "N",
            "open, a hand leans on its free edge",
            P=HAND,
            w=door.far,
            p=pitch,
        )
        opened = w.line("F_1", "max(F, F_o)", "N")
        if opened > force:
            force, name = opened, "Parked, open, a hand leaning on it"
            case = name.lower()
    found = replace(
        _blank(build, door, "door.hinges", "its hinges", crash=crash), sentence=f"{say.force(force)} on one of {n} hinges, {case}.", demand=force,
        limit=door.rating, case=name,
    )  # fmt: skip
    return _held(
        found,
        w,
        door.rating,
        "F_1" if "hand" in case else "F",
        "What a hinge holds is not known: read it, or hang weight on one.",
        "hinge rating",
    )


def _held(found: Finding, w: Working, rating: float | None, symbol: str, says: str, missing: str) -> Finding:
    if rating is None:
        return unknown(replace(found, sentence=f"{found.sentence} {says}", working=w.done()), missing)
    use = w.line("use", f"{symbol} / R", "", "as given", R=rating)
    return replace(found, use=use, state=at_most(use, 1.0)[1], working=w.done())


def _latch(context: Context, build: Assembly, door: Door, behind: float, cases: Cases, *, crash: bool) -> Finding:
    """What keeps it shut, at its free edge: half of what pushes it outward."""
    _, _, out, _ = _ways(door)
    kg, say, w = build.panel(door.panel).mass, context.say, Working()
    name, vector, air = max(cases, key=lambda row: max(float(np.array(row[1]) @ out), 0.0) * (kg + behind) * G + row[2])
    g = max(float(np.array(vector) @ out), 0.0)
    w.given("m", kg, "kg", f"{door.label}, {build.panel(door.panel).sheet.label}")
    w.given("m_b", behind, "kg", "leans on it from behind, fastened or not")
    half = f"at its free edge, {name}; the hinges take the other half"
    if air:
        w.given("W", air, "N", "air that draws it open")
        need = w.line("F", "(a * (m + m_b) * 9.80665 + W) / 2", "N", half, a=g)
    else:
        need = w.line("F", "a * (m + m_b) * 9.80665 / 2", "N", half, a=g)
    found = _blank(build, door, "door.latch", "what keeps it shut", crash=crash)
    found = replace(
        found, sentence=f"{say.force(need)} on the {door.by} at its free edge, {name.lower()}.", demand=need, limit=door.holds, case=name
    )
    if door.by == "unsaid":
        return unknown(replace(found, sentence="Nobody said what keeps it shut on the road: choose it.", working=w.done()), "what keeps it")
    if door.by in ("weight", "friction"):
        text = f"Nothing but its {door.by} keeps it shut, and {name.lower()} opens it with {say.force(need)}: give it a catch."
        over = need > 0
        return replace(found, sentence=text if over else "Nothing opens it.", state="over" if over else "holds", use=2.0 if over else 0.0, limit=None,
                       working=w.done())  # fmt: skip
    found = _held(found, w, door.holds, "F", "What that holds is not known: pull it open with a scale, and give that.", f"{door.by} rating")
    if door.by == "turn button" and found.use is not None and not crash:
        use = w.given("use", max(found.use, BUTTON_USE), "", BUTTON_SAYS)
        return replace(found, sentence=f"{found.sentence} {LEFT_OPEN}", use=use, state=at_most(use, 1.0)[1], working=w.done())
    return found


def _leaf(context: Context, build: Assembly, door: Door, behind: float, cases: Cases) -> Finding:
    """The leaf as a strip from its hinges to its catch, all that leans on it spread over it."""
    _, _, out, _ = _ways(door)
    panel, say, w = build.panel(door.panel), context.say, Working()
    # in the wind a skin is asked as one
    name, vector, _ = max((row for row in cases if not row[2]), key=lambda row: float(np.array(row[1]) @ out))
    long = panel.wide[0] * panel.wide[1] / door.far
    w.given("m", panel.mass + behind, "kg", f"{door.label} and what leans on it")
    F = w.line("F", "a * m * 9.80665", "N", f"outward, {name}", a=max(float(np.array(vector) @ out), 0.0))
    w.line("q", "F / (w * l)", "N/mm2", w=door.far, l=long)
    found = replace(_blank(build, door, "door.leaf", "the leaf", crash=False), parts=(door.panel,), case=name)
    if isinstance(panel.sheet, Sheet):
        return _solid(context, found, panel, panel.sheet, door, w)
    line = sandwich.uniform(panel.plate, door.far, F / (door.far * long), lasting=False)  # type: ignore[arg-type]
    use = w.given("use", line.use, "", "faces and core as a strip (Allen 1969)")
    return replace(found, sentence=f"{say.force(F)} spread over it, {name.lower()}.", use=use, state=at_most(use, 1.0)[1],
                   basis="sandwich with thin faces (Allen 1969)", working=w.done())  # fmt: skip


def _solid(context: Context, found: Finding, panel: Panel, sheet: Sheet, door: Door, w: Working) -> Finding:
    say = context.say
    w.line("M", "q * w**2 / 8", "N mm/mm", "from hinges to catch", w=door.far)
    w.given("t", panel.sheet.t, "mm", "thickness")
    stress = w.line("sigma", "6 * M / t**2", "MPa")
    wet = WET if context.design.loads.wet else 1.0
    limit = w.line("sigma_allow", "k * f_m", "MPa", "the weaker way, short-term" + (", wetted x 0.8" if wet < 1 else ""), k=sheet.material.short * wet, f_m=min(sheet.f))  # fmt: skip
    use, state = at_most(stress, limit)
    w.line("use", "sigma / sigma_allow", "")
    text = f"{say.stress(stress)} of {say.stress(limit)} in {panel.sheet.label}, {found.case.lower()}, all behind it leaning on it."
    return replace(found, sentence=text, demand=stress, limit=limit, unit="MPa", use=use, state=state, basis=f"{PLYWOOD}; strip on two edges: {COMMON_PRACTICE}", working=w.done())  # fmt: skip


CHECKS = (BuildCheck(check_doors, ("doors",)),)
