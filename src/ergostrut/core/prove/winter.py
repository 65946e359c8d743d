"""A closed build in the winter that the job names: the cold inner face of its walls, roof and floor against the dew point, and the heat it needs.

Every face by its layers from outside in. A lining stands off on the posts: between them lies a closed air space, at them nothing but metal, which
is taken as no resistance at all. What is not lined has its posts inside the skin, where they cool nothing.
"""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, replace

from ..catalog.model import Planks, Sandwich, Sheet
from ..finding import TIGHT_FROM, Finding, Working, at_most, unknown
from ..mechanics.heat import AIR, GAP, INSIDE, OUTSIDE, Flow, dew_point, surface
from ..structure.assembly import Assembly
from ..structure.check import BuildCheck
from ..structure.context import Context
from ..structure.nouns.panel import Panel
from ..structure.standing.exposed import floors
from .model.outdoors import closed, outer

MATTRESS, FOAM = 100.0, 0.040
"""mm of a mattress that lies on the floor, and what its foam conducts, W/(m K) (typical, from memory)."""
BASIS = "ISO 6946:2017 resistances, dew point by Magnus (WMO-No. 8); conductivities after ISO 10456, from memory"


@dataclass(frozen=True)
class Face:
    """One side of the room: its panels from outside, its lining from inside if it has one; heat flows out of it ``flow``."""

    name: str
    flow: Flow
    panels: tuple[Panel, ...]
    lining: Panel | None

    @property
    def area(self) -> float:
        """m2 of it."""
        return sum(panel.area for panel in self.panels) * 1e-6


def _faces(build: Assembly) -> Iterator[Face]:
    lined = [panel for panel in build.skins if not outer(panel)]
    walls: dict[str, list[Panel]] = {}
    for panel in (panel for panel in build.skins if outer(panel) and panel.use != "roof"):
        walls.setdefault(panel.name.split(",")[0], []).append(panel)
    for name, panels in walls.items():
        yield Face(name, "level", tuple(panels), next((one for one in lined if name in one.name), None))
    roof = build.roofs
    if roof:
        yield Face("roof", "up", roof, None)
    floor = floors(build)
    if floor:
        yield Face("floor", "down", floor, None)


def resistance(sheet: Sheet | Sandwich | Planks) -> float | None:
    """m2 K/W of a sheet through its thickness; None where what it is made of is not known to conduct so much."""
    if isinstance(sheet, Planks):
        return None
    if isinstance(sheet, Sandwich):
        face, core = sheet.face.conducts, sheet.core.conducts
        return None if face is None or core is None else 2 * sheet.t_face * 1e-3 / face + sheet.t_core * 1e-3 / core
    return None if sheet.material.conducts is None else sheet.t * 1e-3 / sheet.material.conducts


def check_winter(context: Context, build: Assembly) -> Iterator[Finding]:
    """The coldest inner face of a closed build against the dew point, and the heat that keeps it warm; nothing unless the job names a winter."""
    winter = context.design.loads.winter
    if not winter.on or not closed(build):
        return
    dew = dew_point(winter.inside, winter.humidity / 100.0)
    lost, lacking = 0.0, list[str]()
    for face in _faces(build):
        sheet, lining = resistance(face.panels[0].sheet), resistance(face.lining.sheet) if face.lining is not None else 0.0
        if sheet is None or lining is None:
            lacking.append(face.name)
            continue
        yield _damp(context, build, face, sheet, lining, dew)
        gap = GAP[face.flow] if face.lining is not None else 0.0
        lost += face.area * (winter.inside - winter.outside) / (INSIDE[face.flow] + lining + gap + sheet + OUTSIDE)
    for one in build.closures:
        if one.lets is None:
            lacking.append(one.name)
        else:
            lost += one.area * 1e-6 * one.lets * (winter.inside - winter.outside)
    yield _heat(context, build, lost, tuple(lacking))


def _damp(context: Context, build: Assembly, face: Face, sheet: float, lining: float, dew: float) -> Finding:
    """At the posts where it is lined, anywhere where it is not."""
    winter, w = context.design.loads.winter, Working()
    w.say(f"{face.name}: {face.panels[0].sheet.label}{f', lined with {face.lining.sheet.label}' if face.lining is not None else ''}.")
    w.given("R_se", OUTSIDE, "m² K/W", "outer surface")
    w.given("R_1", sheet, "m² K/W", face.panels[0].sheet.label)
    w.given("R_2", lining, "m² K/W", "lining, at a post: the air space is bridged there" if face.lining is not None else "no lining")
    w.given("R_si", INSIDE[face.flow], "m² K/W", f"inner surface, heat flows {'out' if face.flow == 'level' else face.flow}")
    w.line("R", "R_se + R_1 + R_2 + R_si", "m² K/W")
    w.given("T_i", winter.inside, "°C", "inside")
    w.given("T_e", winter.outside, "°C", "outside")
    T = w.line("T_s", "T_i - (T_i - T_e) * R_si / R", "°C", "inner face")
    w.given("T_d", dew, "°C", f"dew point of air at {winter.humidity:g} %")
    use, state = at_most(winter.inside - T, winter.inside - dew)
    w.line("use", "(T_i - T_s) / (T_i - T_d)", "", f"damp from 1 on; {TIGHT_FROM:g} is near it")
    where = " at its posts" if face.lining is not None else ""
    text = f"{T:.1f} °C on the inner face of the {face.name}{where}, {winter.outside:g} °C outside; the air gives up water at {dew:.1f} °C."
    if face.flow == "down":
        R = OUTSIDE + sheet + MATTRESS * 1e-3 / FOAM + INSIDE["down"]
        under = w.given(
            "T_m", surface(winter.inside, winter.outside, R - OUTSIDE - sheet, R), "°C", f"under {MATTRESS:.0f} mm of mattress on it"
        )
        text += f" Under a mattress laid on it {under:.1f} °C: lay it on slats."
    key = face.name.split(",")[0].replace(" ", "-")
    return Finding(
        f"{build.id}/damp.{key}", f"damp.{key}", "prove", tuple(panel.id for panel in face.panels), f"{face.name.capitalize()}, damp in winter", text,
        state, winter.inside - T, winter.inside - dew, "K", use, case="Winter", basis=BASIS, working=w.done(),
    )  # fmt: skip


def _heat(context: Context, build: Assembly, lost: float, lacking: tuple[str, ...]) -> Finding:
    winter, w = context.design.loads.winter, Working()
    lo = [min(panel.lo[i] for panel in build.skins) for i in range(3)]
    hi = [max(panel.hi[i] for panel in build.skins) for i in range(3)]
    w.given("Q_t", lost, "W", "through walls, roof, floor and windows, each its area by its resistance")
    V = w.given("V", (hi[0] - lo[0]) * (hi[1] - lo[1]) * (hi[2] - lo[2]) * 1e-9, "m³", "air in it, walls counted")
    w.line("Q_v", f"{AIR} * n * V * (T_i - T_e)", "W", "air let in", n=winter.changes, T_i=winter.inside, T_e=winter.outside)
    Q = w.line("Q", "Q_t + Q_v", "W")
    text = f"{Q:.0f} W keep it at {winter.inside:g} °C when it is {winter.outside:g} °C outside, its {V:.1f} m³ of air changed {winter.changes:g} times an hour."
    found = Finding(
        f"{build.id}/heat", "heat", "prove", (build.id,), "Heat it needs in winter", text, "note", Q, None, "W", None, case="Winter", basis=BASIS,
        working=w.done(),
    )  # fmt: skip
    if not lacking:
        return found
    return unknown(
        replace(found, sentence=f"What the {' and '.join(lacking)} {'lets' if len(lacking) == 1 else 'let'} through is not known."),
        "conductivity",
    )


CHECKS = (BuildCheck(check_winter),)
