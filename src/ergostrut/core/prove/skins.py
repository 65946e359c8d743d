"""Skins and roofs between the members of a frame: strips under the wind from either side, a roof under snow, and how far they give.

Fastened all over, a skin is taken as continuous over the members it covers, and as a strip whatever closes its bays above and below.
"""

from __future__ import annotations

import itertools
from collections.abc import Iterator
from dataclasses import dataclass

import numpy as np

from ..cases import PRESSURE, ROAD_DURATION, SHIFT_BASIS, SNOW_BASIS, WIND_BASIS
from ..catalog.model import Sandwich, Sheet
from ..finding import Finding, Working, at_most
from ..mechanics.panels import sandwich
from ..mechanics.panels.strip import bays
from ..structure.assembly import Assembly
from ..structure.check import BuildCheck
from ..structure.context import Context
from ..structure.nouns.panel import Clads, Panel
from ..structure.nouns.parts import Member
from .deck.field import CREEP, PLYWOOD, WET
from .deck.layered import THIN_FACES
from .deck.screws import SCREW, WET_SCREW, through_head
from .model.cladding import carried, lanes, members_under, slid_on
from .model.diaphragm import SCREW_PITCH
from .model.outdoors import outer

LIMIT = 120.0
"""Span over what a wall or a roof may give (IBC 1604.3 for walls with flexible finishes, from memory)."""


ACTS = {
    "Wind": ("wind", "Skin in the wind", "in the wind"),
    "Parked, snow on it": ("snow", "Roof under snow", "under snow"),
    "Load slid ahead": ("shift", "Headboard under the load", "with the load slid against it"),
}
"""What presses a panel in a case: the end of its check's name, its title, its words."""


WHAT = {"": "", ".gives": ", how far it gives", ".screws": ", its screws"}


@dataclass(frozen=True, slots=True)
class _Strip:
    """A panel over ``count`` bays of which the widest is ``L`` mm clear, pressed with ``p`` MPa in a case called ``case``."""

    panel: Panel
    L: float
    count: int
    across_grain: bool
    p: float
    case: str
    basis: str

    @property
    def act(self) -> str:
        return ACTS[self.case][0]

    @property
    def lasts(self) -> bool:
        return self.act == "snow"

    @property
    def where(self) -> str:
        return f"{ACTS[self.case][2]}, the {self.panel.name}"


def check_skins(context: Context, build: Assembly) -> Iterator[Finding]:
    """Every skin of a frame under the wind, its roof under the wind and the snow: strength, and how far it gives between two members."""
    snow, roofs = context.design.loads.snow, build.roofs
    for panel in dict.fromkeys((*filter(outer, build.skins), *roofs)):
        axes, rows = lanes(panel, members_under(build, panel))
        if len(rows) < 2:
            continue
        clear = [b[0] - a[0] - (_wide(a[3], panel, axes) + _wide(b[3], panel, axes)) / 2 for a, b in itertools.pairwise(rows)]
        across = abs(float(axes[1][panel.grain])) < 0.5
        pressed = [(PRESSURE, "Wind", WIND_BASIS)]
        # on a slope it lies on what is seen from above, and presses across it with as much again less
        pressed += [(snow * 1e-3 * float(panel.normal[2]) ** 2, "Parked, snow on it", SNOW_BASIS)] if panel in roofs and snow else []
        slid = slid_on(build, carried(build, context.plan))[2] if panel.use == "front" else 0.0
        pressed += [(slid, "Load slid ahead", SHIFT_BASIS)] if slid else []
        for p, case, basis in pressed:
            strip, sheet = _Strip(panel, max(clear), len(clear), across, p, case, basis), panel.plate
            yield from _layered(context, build, strip, sheet) if isinstance(sheet, Sandwich) else _sheet(context, build, strip, sheet)
            if case == "Wind" and not (isinstance(panel.carries, Clads) and panel.carries.swings):
                yield _drawn_off(context, build, strip, max(b[0] - a[0] for a, b in itertools.pairwise(rows)))


def _drawn_off(context: Context, build: Assembly, strip: _Strip, span: float) -> Finding:
    """Air that draws a skin off its screws: their heads through it. What holds in the member is a wall's thread, or wood, and holds more."""
    say, screw, w = context.say, context.catalog.wood_screws[SCREW], Working()
    w.given("p", strip.p, "MPa", "air that draws it off")
    w.given("a", span, "mm", "from member to member")
    pitch = strip.panel.carries.pitch if isinstance(strip.panel.carries, Clads) else SCREW_PITCH
    F = w.line("F", "k_r * p * a * s", "N", "on one screw of the hardest member", k_r=1.25 if strip.count > 1 else 0.5, s=pitch)
    words = f"{SCREW} through it, of a sandwich through one face, NDS 2018 12.2.5, from memory"
    w.given("W", through_head(strip.panel, screw.d), "N", words)
    wet = WET_SCREW if context.design.loads.wet else 1.0
    limit = w.line("W_a", "W * C_D * C_M", "N", "load duration, wetted", C_D=ROAD_DURATION, C_M=wet)
    text = f"{say.force(F)} of {say.force(limit)} draw one screw's head through the {strip.panel.name}."
    return _found(build, strip, ".screws", text, F, limit, "N", w, f"NDS 2018 12.2.5; screws {pitch:.0f} mm apart, {SCREW} at the least")


def _wide(member: Member, panel: Panel, axes: np.ndarray) -> float:
    """mm of a member's face under a skin, across its run."""
    shape, own = member.shape, np.array(member.axes[1:])
    across = panel.pose.R[:, :2] @ axes[1]
    return float(np.abs(own @ across) @ (shape.width, shape.depth))


def _found(build: Assembly, strip: _Strip, what: str, text: str, demand: float, limit: float, unit: str, w: Working, basis: str) -> Finding:
    use, state = at_most(demand, limit)
    check = f"skin.{strip.act}{what}"
    title = f"{ACTS[strip.case][1]}{WHAT[what]}"
    return Finding(
        f"{build.id}/{check}", check, "prove", (strip.panel.id,), title, text, state, demand, limit, unit, use, case=strip.case,
        basis=f"{basis}; {strip.basis}", working=w.done(),
    )  # fmt: skip


def _sheet(context: Context, build: Assembly, strip: _Strip, sheet: Sheet) -> Iterator[Finding]:
    say, row, k, count = context.say, bays(strip.count), int(strip.across_grain), strip.count
    w = Working()
    w.say(
        f"{strip.panel.name}: {sheet.label} over {count} bay{'s' if count > 1 else ''}{', its grain along the members' if strip.across_grain else ''}."
    )
    p = w.given("p", strip.p, "MPa", {"snow": "snow", "shift": "half of the load on it"}.get(strip.act, "wind, from outside or drawn off"))
    L = w.given("L", strip.L, "mm", "widest clear between two members")
    w.line("M", "k_w * p * L**2", "N mm/mm", k_w=row.moment)
    stress = w.line("sigma", "6 * M / t**2", "MPa", "mean thickness", t=sheet.t)
    factor, words = (sheet.material.long, "lasting") if strip.lasts else (sheet.material.short, "short-term")
    wet = WET if context.design.loads.wet else 1.0
    limit = w.line("sigma_allow", "k * f_m", "MPa", f"{words} factor", k=factor * wet, f_m=sheet.f[k])
    text = f"{say.stress(stress)} of the {say.stress(limit)} working limit, {sheet.label} over {say.length(L)} {strip.where}."
    yield _found(build, strip, "", text, stress, limit, "MPa", w, PLYWOOD)
    if strip.act == "shift":
        # it is asked to stop the load, not to stay straight
        return
    d = Working()
    d.values.update(p=p, L=L, t=sheet.t)
    sag = d.line(
        "delta",
        "k_c * k_d * p * L**4 / (E * t**3 / 12)",
        "mm",
        "creep under what lies",
        k_c=CREEP if strip.lasts else 1.0,
        k_d=row.sag,
        E=sheet.E[k],
    )
    yield _gives(context, build, strip, sag, d, PLYWOOD)


def _layered(context: Context, build: Assembly, strip: _Strip, sheet: Sandwich) -> Iterator[Finding]:
    say, found = context.say, sandwich.uniform(sheet, strip.L, strip.p, lasting=strip.lasts)
    w = Working()
    w.say(f"{strip.panel.name}: {sheet.label} over {say.length(strip.L)}, a simple strip.")
    w.given("sigma_f", found.face, "MPa", "M / (t_f d)")
    w.given("sigma_allow", found.face_allow, "MPa", f"face, or half of wrinkling at {found.wrinkle:.0f} MPa")
    w.given("tau_c", found.shear, "MPa", "V / d")
    w.given("tau_allow", found.shear_allow, "MPa", "core, factor in")
    use = w.line("use", "max(sigma_f / sigma_allow, tau_c / tau_allow)", "")
    text = f"Face {say.stress(found.face)} of {say.stress(found.face_allow)}, core {found.shear:.3f} of {found.shear_allow:.3f} MPa {strip.where}."
    yield _found(build, strip, "", text, use, 1.0, "of the limit", w, THIN_FACES)
    if strip.act == "shift":
        return
    d = Working()
    d.given("w_0", found.sag, "mm", "5 p L⁴ / 384 D + p L² / 8 S")
    d.values.update(L=strip.L)
    sag = d.line("delta", "k_c * w_0", "mm", "creep under what lies", k_c=CREEP if strip.lasts else 1.0)
    yield _gives(context, build, strip, sag, d, THIN_FACES)


def _gives(context: Context, build: Assembly, strip: _Strip, sag: float, w: Working, basis: str) -> Finding:
    say = context.say
    limit = w.line("delta_limit", "L / r", "mm", "walls and roofs", r=LIMIT)
    text = f"{say.length(sag)} of {say.length(limit)} between two members {strip.where}."
    basis = f"{basis}; L/{LIMIT:g} for walls and roofs, IBC 1604.3, from memory"
    return _found(build, strip, ".gives", text, sag, limit, "mm", w, basis)


CHECKS = (BuildCheck(check_skins, ("skins",)),)
